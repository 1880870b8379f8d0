// npm start [-- --port 4270]: the owner's own database, made empty where there is none. Its path can be set by PAVREL_DB.
import { serve } from './serve.mjs'
import { setUp } from './setUp.mjs'

setUp()
await serve({ database: process.env.PAVREL_DB, what: 'Pavrel' })
