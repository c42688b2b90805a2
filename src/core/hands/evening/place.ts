import type { Step, StepKind } from '../../keep/model';

/** Where one sits: at the table with pen and scissors, at the iron, or at the needle. */
export type WorkPlace = 'table' | 'iron' | 'needle';

/** Where each kind of step is done; peeling and laying are done where the next press is. Common practice, no source. */
const PLACES: { readonly [K in StepKind]: WorkPlace } = {
  ready: 'table',
  trace: 'table',
  print: 'table',
  'rough-cut': 'table',
  patch: 'table',
  fuse: 'iron',
  stick: 'table',
  cool: 'iron',
  cut: 'table',
  'machine-cut': 'table',
  peel: 'iron',
  lay: 'iron',
  tack: 'iron',
  bond: 'iron',
  turn: 'iron',
  trim: 'table',
  foil: 'iron',
  'steam-pass': 'iron',
  plug: 'iron',
  paint: 'needle',
  stitch: 'needle',
  hand: 'needle',
  quilt: 'needle',
  finish: 'table',
};
/** Where work of a kind is done; of a kind that nobody knows any more, at the table. */
export const placeOfKind = (kind: string): WorkPlace =>
  (PLACES as Readonly<Record<string, WorkPlace>>)[kind] ?? 'table';
/** Where a step is done. Its kind does not tell of cloth that is made ready with the iron, or of what is sewn together before and after. */
export const placeOf = (step: Pick<Step, 'kind' | 'on' | 'care'>): WorkPlace =>
  step.kind === 'ready' && step.on === 'board'
    ? 'iron'
    : (step.kind === 'ready' || step.kind === 'finish') && step.care.includes('needle')
      ? 'needle'
      : PLACES[step.kind];

/** Seconds by where they are spent. */
export function byPlace(list: readonly { readonly at: WorkPlace; readonly s: number }[]): Record<WorkPlace, number> {
  const places: Record<WorkPlace, number> = { iron: 0, table: 0, needle: 0 };
  for (const { at, s } of list) places[at] += s;
  return places;
}
