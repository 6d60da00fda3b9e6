import fc from 'fast-check';

/**
 * Property tests begin from one seed, so that nobody is stopped by what another run would have found. `SEED=7 npm test
 * -- unit` looks elsewhere, and whoever looks for faults should.
 */
fc.configureGlobal({ seed: Number(process.env.SEED ?? 1) });
