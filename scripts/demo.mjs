// npm run demo [-- --port 4270]: everything from a fresh clone to the demo in a browser.
import { join } from 'node:path'
import { serve } from './serve.mjs'
import { bin, run, say, setUp } from './setUp.mjs'

const database = join('data', 'demo.sqlite')
setUp()
say('Writing ten weeks of demo data…')
run(process.execPath, [bin('tsx/dist/cli.mjs'), 'src/demo/write.ts'], {
  env: { PAVREL_DB: database },
})
await serve({ database, what: 'Pavrel with demo data', standIns: true })
