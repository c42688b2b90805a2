// What every unit test stands on: IndexedDB in Node, there before anything asks for it, and the same random cases everywhere.
import 'fake-indexeddb/auto';
import fc from 'fast-check';

// The same examples on every machine, so that a red run can be looked into; FC_SEED=… looks elsewhere.
fc.configureGlobal({ seed: Number(process.env['FC_SEED'] ?? 4321) });
