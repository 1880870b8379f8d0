import { checkFields } from '@/cli/fields'
import { TOPICS } from '@/cli/topics'
import { expectWithin, vectors } from '../checks/vectors'

const NAMES = [
  'speciation',
  'chlorine-cyanurate',
  'saturation-index',
  'product-effect',
  'product-ph',
  'dose-pairs',
  'mixing',
  'kinetics',
  'heat',
]

const cases = NAMES.flatMap((name) =>
  vectors<Record<string, unknown>>(name).map((one) => ({ name, ...one })),
)

// Every reference vector, through the same door as the command: each names its source.
test.each(cases)('$id', ({ name, given, expect: wanted, tolerance }) => {
  const topic = TOPICS[name]
  if (!topic) throw new Error(`no topic ${name}`)
  const checked = checkFields(topic.fields, given)
  if ('refusal' in checked) throw new Error(JSON.stringify(checked.refusal))
  const answer = topic.answer(checked.value)
  if ('refusal' in answer) throw new Error(JSON.stringify(answer.refusal))
  for (const [key, value] of Object.entries(wanted)) {
    const got = answer.output[key]
    if (typeof value === 'number') expectWithin(Number(got), value, tolerance[key])
    else expect(got).toBe(value)
  }
  if (wanted.physicallyPossible === false)
    expect(answer.output).toEqual({ physicallyPossible: false })
})
