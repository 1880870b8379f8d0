// npm test: everything that must hold, from a fresh clone on a bare machine.
// npm run test:whole: all that is drawn at random too, and the journeys at twelve more moments. npm test -- NAME: what touches a name.
import { chromium } from './chromium.mjs'
import { setUp } from './setUp.mjs'

setUp({ built: false })
chromium()
// Only now are there packages to import.
await import('./testAll.mjs')
