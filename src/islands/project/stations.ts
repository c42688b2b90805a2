import { STATIONS as IN_ORDER, type Plan, type Question, type StationName } from '~/core/keep/model';

export type Station = StationName;

/** What each station is called, and the question it answers. */
const FACTS: { readonly [S in Station]: { readonly name: string; readonly question: string } } = {
  pattern: { name: 'Pattern', question: 'What shapes, how big, where?' },
  layers: { name: 'Layers', question: 'What goes over what?' },
  match: { name: 'Match', question: 'Which web for which fabric?' },
  trace: { name: 'Trace', question: 'Which way round, on how little web?' },
  press: { name: 'Press', question: 'What heat, how long, how hard?' },
  edge: { name: 'Edge', question: 'How is it finished?' },
  gather: { name: 'Gather', question: 'What do I need?' },
  board: { name: 'Board', question: 'What do I do now?' },
};

/** The stations that are built, in the order in which hands work. */
export const STATION_LIST = IN_ORDER.map((id) => ({ id, ...FACTS[id] }));

/** Where each question of the start matters, when it was left open. */
const ASKED_AT: { readonly [Q in Question]: Station } = { laundering: 'match', edge: 'match', iron: 'press' };
/** The questions that are still open at a station. */
export const openAt = (station: Station, open: readonly Question[]): readonly Question[] =>
  open.filter((q) => ASKED_AT[q] === station);

/** open: not looked at yet, or asked something nobody has answered; seen: looked at, nothing snags, nothing decided there; stitched: decided as well; knot: something stops or warns. */
export type Stretch = 'open' | 'seen' | 'stitched' | 'knot';

/** How far a station's stretch of the seam is. */
export function stationStretch(
  station: Station,
  plan: Plan | null,
  seen: {
    readonly looked: readonly Station[];
    readonly decided: readonly Station[];
    readonly open: readonly Question[];
  },
): Stretch {
  if (!plan || plan.choices.length === 0) return 'open';
  if (plan.snags.some((s) => s.station === station && s.severity !== 'note')) return 'knot';
  if (!seen.looked.includes(station) || openAt(station, seen.open).length > 0) return 'open';
  return seen.decided.includes(station) ? 'stitched' : 'seen';
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
  const known = STATION_LIST.find((s) => s.id === station);
  return { id: decoded(id), station: known?.id ?? 'pattern' };
}

export const addressOf = (id: string, station: Station): string => `/project/${encodeURIComponent(id)}/${station}`;
