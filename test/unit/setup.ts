import fc from 'fast-check';

// The same examples on every machine, so that a red run can be looked into; FC_SEED=… looks elsewhere.
fc.configureGlobal({ seed: Number(process.env['FC_SEED'] ?? 4321) });
