import { csvText } from '../../base/csv';
import type { PEELS, Swatch } from '../model';

/** What the four steps are called in a table. */
const PEEL_CODES = ['falls-off', 'peels-clean', 'peels-with-fibres', 'will-not-come-off'] as const satisfies {
  readonly [P in (typeof PEELS)[number]]: string;
};

const COLUMNS: readonly (readonly [heading: string, of: (s: Swatch) => string])[] = [
  ['date', (s) => new Date(s.atMs).toISOString().slice(0, 10)],
  ['stage', (s) => s.stage],
  ['fabric', (s) => s.fabric.name],
  ['onto', (s) => s.onto.map((f) => f.name).join(' + ')],
  ['web', (s) => s.web.name],
  ['web g/m²', (s) => String(s.web.massGsm)],
  ['iron', (s) => s.iron?.name ?? ''],
  ['mark', (s) => s.mark ?? ''],
  ['°C', (s) => (s.heatC === null ? '' : String(s.heatC))],
  ['seconds', (s) => String(s.seconds)],
  ['lean N', (s) => String(s.leanN)],
  ['cover', (s) => s.cover],
  ['surface', (s) => s.surface],
  ['steam', (s) => (s.steam ? 'yes' : 'no')],
  ['side', (s) => s.side],
  ['peel', (s) => PEEL_CODES[s.peel]],
  ['face', (s) => s.face],
  ['feel', (s) => s.feel ?? ''],
  ['needle', (s) => s.needle ?? ''],
  ['washes', (s) => String(s.washes)],
  ['from', (s) => s.from],
  ['set aside', (s) => (s.aside ? 'yes' : 'no')],
  ['note', (s) => s.note],
];

/** A book as a table, one swatch a row. */
export const bookToCsv = (swatches: readonly Swatch[]): string =>
  csvText(
    COLUMNS.map(([heading]) => heading),
    swatches.map((s) => COLUMNS.map(([, of]) => of(s))),
  );
