import { checkFields } from '@/cli/fields'
import { TOPICS } from '@/cli/topics'
import cases from '../checks/vectors/today.json'

const ask = (input: unknown) => {
  const topic = TOPICS.today
  if (!topic) throw new Error('no topic')
  const checked = checkFields(topic.fields, input)
  if ('refusal' in checked) throw new Error(JSON.stringify(checked.refusal))
  const answer = topic.answer(checked.value)
  if ('refusal' in answer) throw new Error(JSON.stringify(answer.refusal))
  return answer.output as {
    mayGetIn: string
    closures: { code: string; liftedBy: string }[]
    said: string
  }
}

// States that owners were in, judged by hand; a case says which answers are right and which closures it must name.
test.each(cases.cases)('$id', ({ given, expectOneOf, closuresInclude }) => {
  const { mayGetIn, closures, said } = ask(given)
  expect(expectOneOf).toContain(mayGetIn)
  for (const code of closuresInclude) expect(closures.map((one) => one.code)).toContain(code)
  if (mayGetIn === 'no' || mayGetIn === 'test first') expect(closures.length).toBeGreaterThan(0)
  else expect(closures).toEqual([])
  for (const { liftedBy } of closures) expect(liftedBy.length).toBeGreaterThan(4)
  expect(said.length).toBeGreaterThan(20)
})

test('a tub closed down in the middle of its start-up: the command says what the screens say, and starts nothing up', () => {
  const asked = (more: object[]) =>
    ask({
      tub: { volumeL: 1000, programme: 'granular chlorine' },
      journal: [
        { minutesAgo: 2880, kind: 'water', replacedFraction: 1 },
        { minutesAgo: 2800, kind: 'start-up', step: 'filled' },
        ...more,
      ],
      now: '2026-06-01T20:00:00Z',
    }) as unknown as {
      mayGetIn: string
      closures: { code: string }[]
      acts: { kind: string }[]
      startUp: unknown
      setAside: unknown[]
    }
  expect(asked([]).startUp).not.toBeNull()
  const { mayGetIn, closures, acts, startUp, setAside } = asked([
    { minutesAgo: 60, kind: 'chore', chore: 'close drain', outcome: 'done' },
  ])
  expect(mayGetIn).toBe('no')
  expect(closures.map(({ code }) => code)).toEqual(['closed down'])
  expect(startUp).toBeNull()
  expect(setAside).toEqual([])
  expect(acts.every(({ kind }) => ['chore', 'filter', 'refill'].includes(kind))).toBe(true)
})

describe('what the house knows of rhythms and seasons', () => {
  const asked = (house: object) => {
    const checked = checkFields(TOPICS.today?.fields ?? {}, {
      tub: { volumeL: 1000, programme: 'granular chlorine' },
      journal: [
        { minutesAgo: 60 * 24 * 20, kind: 'water', replacedFraction: 1 },
        { minutesAgo: 60 * 24 * 3, kind: 'chore', chore: 'cover wipe', outcome: 'done' },
      ],
      now: '2026-06-01T10:00:00Z',
      ...house,
    })
    if ('refusal' in checked) throw new Error(JSON.stringify(checked.refusal))
    return TOPICS.today?.answer(checked.value)
  }
  const chores = (house: object) => {
    const answer = asked(house)
    if (!answer || 'refusal' in answer) throw new Error(JSON.stringify(answer))
    return (answer.output as { acts: { kind: string; chore?: string }[] }).acts.flatMap(
      ({ chore }) => chore ?? [],
    )
  }
  test('a chore comes as often as said, and the closing down on its day', () => {
    expect(chores({})).not.toContain('cover wipe')
    expect(chores({ chores: [{ chore: 'cover wipe', everyDays: 2 }] })).toContain('cover wipe')
    expect(chores({ chores: [{ chore: 'cover wipe', everyDays: 60 }] })).not.toContain('cover wipe')
    const closing = { from: '2026-06-01T10:00:00Z', to: '2026-09-01T10:00:00Z' }
    expect(chores({ closing }).filter((chore) => chore.startsWith('close '))).not.toEqual([])
    expect(chores({}).filter((chore) => chore.startsWith('close '))).toEqual([])
  })
  test.each([
    [{ chores: [{ chore: 'juggling', everyDays: 2 }] }, 'chores 1, chore'],
    [{ chores: [{ chore: 'cover wipe', everyDays: 0 }] }, 'chores 1, everyDays'],
    [{ chores: 'all' }, 'chores'],
    [{ closing: { from: 'soon' } }, 'closing, from'],
    [{ closing: { from: '2026-06-02T10:00:00Z', to: '2026-06-01T10:00:00Z' } }, 'closing, to'],
  ])('%j is refused at its field', (house, field) => {
    expect(asked(house)).toMatchObject({ refusal: { field } })
  })
})
