import {
  type AgendaItem,
  HOUR,
  isTrouble,
  MINUTE,
  PRODUCTS,
  type ProductName,
  roundToMeasure,
} from '@/core'
import { choreName } from './choreText'
import { CLOSURE_SHORT, formatClosure } from './closureWords'
import { FEEDER_MOVES } from './programmeText'
import { quantityWords } from './quantityNames'
import { signName } from './signText'
import { startNeedWords } from './startUpText'
import {
  type DisplayPreferences,
  day,
  dayAndClock,
  degrees,
  dose,
  formatStep,
  list,
  lowerFirst,
} from './words'

export interface AgendaWords {
  when: string
  what: string
  minutes: string
  place: string
}

const SOAK_ADVICE = {
  closed: 'the tub is closed',
  dose: 'dose first, the sanitizer will be too low',
  test: 'test first',
  ready: 'test first',
}

export const formatAgenda = (item: AgendaItem, preferences: DisplayPreferences): AgendaWords => {
  const ahead = item.due - preferences.now
  const due =
    ahead < MINUTE
      ? 'now'
      : ahead < 36 * HOUR
        ? dayAndClock(item.due, preferences)
        : day(item.due, preferences)
  const minutes = item.minutes < 90 ? `${item.minutes} min` : `${item.minutes / 60} h`
  switch (item.kind) {
    case 'dose': {
      const { steps } = item.plan
      const times = (product: ProductName) =>
        steps.filter((step) => step.kind === 'add' && step.product === product).length
      const inPortions = steps.some((step) => step.kind === 'add' && times(step.product) > 1)
      const parts = steps.map((step) => {
        const { figure, name } = formatStep(step, preferences)
        if (step.kind === 'add' && times(step.product) > 1)
          return `${name} in ${times(step.product)} portions with air between`
        if (step.kind === 'aerate') return inPortions ? '' : `air for ${figure}`
        return `${figure} ${name}`
      })
      return {
        when: due,
        what: `Dose: ${list([...new Set(parts.filter((one) => one !== ''))])}`,
        minutes,
        place: 'dose',
      }
    }
    case 'retest':
      return {
        when: due,
        what: `Retest to finish the plan${item.also.length > 0 ? `; test ${quantityWords(item.also)} too` : ''}`,
        minutes,
        place: 'test',
      }
    case 'test':
      return {
        when: due,
        what: `Test ${quantityWords(item.quantities)}`,
        minutes,
        place: 'test',
      }
    case 'water age':
      return {
        when: 'when you know',
        what: 'Enter the day the tub was last filled, so that its age is known',
        minutes,
        place: 'record?add=water',
      }
    case 'trouble': {
      const signs = list(item.signs.filter(isTrouble).map(signName))
      return {
        when: item.look ? due : 'now',
        what: item.look ? `Look again: ${signs}` : `Find out why: ${signs}`,
        minutes,
        place: 'trouble',
      }
    }
    case 'fill test':
      return { when: due, what: 'Test the fill water', minutes, place: 'test?with=fill' }
    case 'soak':
      return {
        when: due,
        what: `A soak for ${item.people}: ${SOAK_ADVICE[item.advice]}`,
        minutes,
        place: item.advice === 'dose' ? 'dose' : item.advice === 'closed' ? 'now' : 'test',
      }
    case 'chores': {
      const names = item.chores.map(choreName).map((name, i) => (i > 0 ? lowerFirst(name) : name))
      return {
        when: 'this week',
        what:
          names.length > 3
            ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`
            : list(names),
        minutes,
        place: 'upkeep',
      }
    }
    case 'closed': {
      const { lift, action } = formatClosure(item.closure, preferences)
      return {
        when: 'now',
        what: `Closed (${CLOSURE_SHORT[item.closure.code]}): ${lowerFirst(lift).replace(/\.$/, '')}`,
        minutes,
        place: action.place,
      }
    }
    case 'shock':
      return {
        when: due,
        what: `Shock, cover half open${item.why === 'load' ? ', after a long or crowded soak' : item.why === 'power' ? ', after the power cut' : item.why === 'combined' ? ', because combined chlorine is high' : ''}`,
        minutes,
        place: 'soak',
      }
    case 'start-up': {
      const { step } = item
      const grams = step.needs === 'act' && step.product && step.grams
      return {
        when: due,
        what: `Start-up: ${
          grams && step.product
            ? `${dose(step.product, roundToMeasure(step.product, grams), preferences)} ${PRODUCTS[step.product].commonName}`
            : lowerFirst(startNeedWords(step, preferences)).replace(/\.$/, '')
        }`,
        minutes,
        place:
          grams || step.needs === 'correct' ? 'dose' : step.needs === 'test' ? 'test' : 'programme',
      }
    }
    case 'feeder':
      return { when: due, what: `Feeder: ${FEEDER_MOVES[item.move]}`, minutes, place: 'programme' }
    case 'away':
      return {
        when: 'now',
        what: `Nobody is here until ${day(item.stay.to, preferences)}. What comes then`,
        minutes,
        place: 'upkeep/heat#away',
      }
    case 'heater':
      return {
        when: 'now',
        what: `The heater warmed slower than it should ${day(item.weakened.at, preferences)}: find out why`,
        minutes,
        place: 'upkeep/heat#own',
      }
    case 'frost': {
      const { from, lowCelsius, lowLevel, noPower } = item.frost
      const frost = `Hard frost ${from <= preferences.now ? 'now' : dayAndClock(from, preferences)}, down to ${degrees(lowCelsius, preferences)}`
      return {
        when: 'now',
        what: noPower
          ? `${frost}, and the power is off: the pipes freeze first`
          : lowLevel
            ? `${frost}: top up now, a pump that draws air stops and its pipes freeze`
            : `${frost}: leave power and pump on, and the cover closed`,
        minutes,
        place: noPower ? 'upkeep/heat#cut' : lowLevel ? 'upkeep' : 'upkeep/heat',
      }
    }
    case 'refill':
      return {
        when: due,
        what: 'Drain and refill: this water will be used up',
        minutes,
        place: 'refill',
      }
  }
}
