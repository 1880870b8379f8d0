import { aeration } from './kinds/aeration'
import { chore } from './kinds/chore'
import { dose } from './kinds/dose'
import { feeder } from './kinds/feeder'
import { fillTest } from './kinds/fillTest'
import { filter } from './kinds/filter'
import { look } from './kinds/look'
import { note } from './kinds/note'
import { refill } from './kinds/refill'
import { soak } from './kinds/soak'
import { start } from './kinds/start'
import { test } from './kinds/test'
import { treatment } from './kinds/treatment'
import { water } from './kinds/water'

/** Every kind of entry: what it holds, and how an older one is read. */
export const KINDS = {
  test,
  dose,
  aeration,
  soak,
  water,
  note,
  start,
  feeder,
  chore,
  look,
  filter,
  refill,
  fillTest,
  treatment,
}

export const ENTRY_KINDS = Object.keys(KINDS) as (keyof typeof KINDS)[]
