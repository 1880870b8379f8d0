import type { ProgrammeId } from './programme'

export interface SwitchAdvice {
  /** Nothing in the way; water must be changed; or it works, with this to know. */
  kind: 'free' | 'drain' | 'mind'
  sentence: string
}

type Sort = 'chlorine' | 'bromine' | 'biguanide' | 'peroxide'

const sortOf = (id: ProgrammeId): Sort => {
  if (id === 'biguanide') return 'biguanide'
  if (id === 'hydrogen peroxide') return 'peroxide'
  return id.includes('brom') ? 'bromine' : 'chlorine'
}

const isSalt = (id: ProgrammeId) => id.includes('salt')
const isSilver = (id: ProgrammeId) => id === 'silver or mineral with low chlorine'

/** What a change of programme asks of the water that is in the tub. Common practice and the labels. */
export const switchAdvice = (from: ProgrammeId, to: ProgrammeId): SwitchAdvice => {
  const [a, b] = [sortOf(from), sortOf(to)]
  if (from === to) return { kind: 'free', sentence: 'That is this tub’s programme already.' }
  if (a !== b && (a === 'biguanide' || b === 'biguanide'))
    return {
      kind: 'drain',
      sentence:
        'Biguanide and chlorine, bromine or their oxidisers ruin each other. Purge the pipes, drain, refill, new or deep-cleaned filters; then change.',
    }
  if (a !== b && (a === 'peroxide' || b === 'peroxide'))
    return {
      kind: 'drain',
      sentence:
        'Peroxide and chlorine or bromine destroy each other. Let the old one fall to nothing, better purge, drain and refill; then change.',
    }
  if (a === 'bromine' && b === 'chlorine')
    return {
      kind: 'drain',
      sentence:
        'The bromide that is in this water turns every chlorine dose into bromine. To have chlorine, purge, drain and refill.',
    }
  if (a === 'bromine' && isSilver(to))
    return { kind: 'drain', sentence: 'Silver does not go with bromine: drain and refill first.' }
  if (a === 'chlorine' && b === 'bromine')
    return {
      kind: 'mind',
      sentence: isSilver(from)
        ? 'Take the silver cartridge out: it does not go with bromine. Then start the bromide bank.'
        : 'It can go on in this water: start the bromide bank. Take chlorine tablets out of every feeder, and never use that feeder for bromine.',
    }
  if (isSalt(to) && !isSalt(from))
    return {
      kind: 'mind',
      sentence:
        'It can go on in this water, if it is young: measure its salt first, for all that was dosed has left some.',
    }
  return {
    kind: 'free',
    sentence: 'The same water serves. Never pour one kind of chlorine onto another.',
  }
}
