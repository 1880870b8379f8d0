import fc from 'fast-check'

/** Property tests draw the same cases every time; PAVREL_SEED=n draws others. */
fc.configureGlobal({ seed: Number(process.env.PAVREL_SEED ?? 1871) })
