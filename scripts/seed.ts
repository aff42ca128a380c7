import fc from 'fast-check'

/**
 * Property tests draw the same cases in every run, so that a failure means a change; other cases by
 * `FC_SEED=7 npm run unit`, before a step is called done.
 */
fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20261125) })
