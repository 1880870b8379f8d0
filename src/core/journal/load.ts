import { FLAG, maybe, number, record, type ValueOf, whole } from '../shape'

const MOST_PEOPLE = 20

/** Who was in, how long, and what they brought along. */
export const LOAD = record({
  people: whole(1, MOST_PEOPLE),
  minutes: number(1, 600, 'min'),
  /** Of them, children: small, and much in and out. */
  children: maybe(whole(0, MOST_PEOPLE)),
  /** Lotion, sunscreen or make-up was not showered off. */
  lotion: maybe(FLAG),
  /** Drinks, late hours, people who came as they were. */
  party: maybe(FLAG),
})
export type SoakLoad = ValueOf<typeof LOAD>

/** How much more than a showered adult each brings; assumed, for nobody has measured it in tubs. */
const WEIGHT = { child: 1.3, lotion: 1.5, party: 1.5 }

/** Person-hours, weighted by what was brought along. */
export const loadOf = ({ people, minutes, children = 0, lotion, party }: SoakLoad): number =>
  ((people - children + WEIGHT.child * children) *
    minutes *
    (lotion ? WEIGHT.lotion : 1) *
    (party ? WEIGHT.party : 1)) /
  60

/** Bather demand, g Cl₂-equivalent a person-hour at 38–40 °C: from memory of trade figures, 4 to 9. */
export const DEMAND_GRAMS_PER_PERSON_HOUR = { mean: 6, standardDeviation: 2 }

/**
 * Long or crowded, so that the dose afterwards is a shock: two people for 35 minutes or more, or three and more people.
 * Common practice.
 */
export const isHeavy = ({ people, minutes, party }: SoakLoad): boolean =>
  people >= 3 || (people >= 2 && minutes >= 35) || party === true
