import fc from 'fast-check'

// While somebody works, properties are tried less often than in the check of everything (`YARE_DEEP`); see `runs`.
if (!process.env.YARE_DEEP) fc.configureGlobal({ numRuns: 30 })
