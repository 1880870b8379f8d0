// npm run dev [-- --port 4270]: the sources, built as they change, behind the same front.
import { serve } from './serve.mjs'

await serve({ database: process.env.PAVREL_DB, what: 'Pavrel, from its sources', dev: true })
