import fc from 'fast-check'

/*
 * Property tests try the same values each time, so that main is red for a change and not for luck. Look further now and then:
 * FC_SEED=random npm run test:unit, or a number to repeat what failed.
 */
const wanted = process.env.FC_SEED ?? '20261126'
if (wanted !== 'random') fc.configureGlobal({ seed: Number(wanted) })
