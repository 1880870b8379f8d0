import { LOAD, type SoakLoad } from '../load'

const { people, minutes } = LOAD.fields

export const soak = {
  shape: LOAD,
  steps: {
    /** Until version 2 a spreadsheet brought two and a half people, and half a minute. */
    2: (body: SoakLoad): SoakLoad => ({
      ...body,
      people: Math.min(people.high, Math.max(people.low, Math.round(body.people))),
      minutes: Math.min(minutes.high, Math.max(minutes.low, body.minutes)),
    }),
  },
}
