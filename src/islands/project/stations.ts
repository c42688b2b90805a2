import type { Plan, Snag } from '~/core/model';

export type Station = Snag['station'];

/** The stations that are built, in the order in which hands work. */
export const STATIONS: readonly { id: Station; name: string; question: string }[] = [
  { id: 'pattern', name: 'Pattern', question: 'What shapes, how big, where?' },
  { id: 'layers', name: 'Layers', question: 'What lies over what?' },
  { id: 'match', name: 'Match', question: 'Which web for which fabric?' },
  { id: 'trace', name: 'Trace', question: 'Which way round, on how little web?' },
  { id: 'press', name: 'Press', question: 'What heat, how long, how hard?' },
];

export type Stretch = 'open' | 'stitched' | 'knot';

/** How far a station's stretch of the seam is: a knot where something stops or warns, stitched when its question is answered. */
export function stretchOf(station: Station, plan: Plan | null): Stretch {
  if (!plan || plan.choices.length === 0) return 'open';
  return plan.snags.some((s) => s.station === station && s.severity !== 'note') ? 'knot' : 'stitched';
}

/** What an address names; one that cannot be decoded names nothing that is here. */
const decoded = (text: string): string => {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
};

/** The project and station an address names: /project/<id>/<station>. */
export function readAddress(pathname: string): { id: string; station: Station } {
  const [, , id = '', station = ''] = pathname.split('/');
  const known = STATIONS.find((s) => s.id === station);
  return { id: decoded(id), station: known?.id ?? 'pattern' };
}

export const addressOf = (id: string, station: Station): string => `/project/${encodeURIComponent(id)}/${station}`;
