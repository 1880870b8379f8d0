import { DAY } from '@/core'
import type { TubView } from '@/server/views'

const NEW_DAYS = 21
const FIRST_TESTS = 5

/** In a tub's first weeks, and with its first tests, look and smell are asked for, too. */
export const asksSenses = ({ tub, written, now }: TubView): { senses?: 'ask' } =>
  now - tub.createdAt < NEW_DAYS * DAY ||
  written.filter(({ kind }) => kind === 'test').length < FIRST_TESTS
    ? { senses: 'ask' }
    : {}
