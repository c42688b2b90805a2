import { assertThere } from '../../base/lists';
import type { Bearer, Cover, Fabric, Remedy } from '../../keep/model';
import { bearsC, COVER_FACTS, coverFacts, FIBRE_FACTS } from '../material';
import { DIAL_NEAR_C, EVEN_MM, REMEDY } from './data';
import { dialFor } from './dial';
import { pressureOn } from './pressure';
import { clothsOf, coverPasses, leadingWeb, type PressColumn, type PressRequest, steamHelps } from './stack';
import { steamFromC } from './steam';
import { asksForSteam, COVERS_BY_THICKNESS, isUsable, type Window, wantsSteam, windowOver } from './window';

/** The hottest soleplate that everything in this press bears, and what bears least. */
export function hottestC(
  r: PressRequest,
  columns: readonly PressColumn[] = [r.column],
): { readonly at: number; readonly bearer: Bearer } {
  const cover = coverFacts(
    r.bench.cover,
    r.covers?.find((x) => x.id === r.bench.coverId),
  );
  const limits: { at: number; bearer: Bearer }[] = [
    ...columns.flatMap((column) => {
      const lowest = column.findIndex((l) => l.role === 'web' && l.bonds);
      return column.flatMap((l, i): { at: number; bearer: Bearer }[] => {
        if (l.role === 'fabric')
          return [
            {
              at: bearsC(l.fabric),
              bearer: { part: i < lowest && r.stage === 'bond' ? 'beneath' : 'fabric', name: l.fabric.name },
            },
          ];
        // What was bonded before is heated through all that lies on it: only the heat that gets there counts.
        return l.role === 'web' && l.bonds ? [{ at: l.web.maxC, bearer: { part: 'web', name: l.web.name } }] : [];
      });
    }),
    { at: cover.limitC.value, bearer: { part: 'cover', name: cover.name } },
  ];
  return limits.reduce((a, b) => (b.at < a.at ? b : a));
}

/** The cloth that the iron, or its cover, touches. */
export const topCloth = (column: PressColumn): Fabric =>
  assertThere(clothsOf(column).at(-1), 'every press has its cloth');

/** What a column stands to, mm. */
const heightMm = (column: PressColumn): number => clothsOf(column).reduce((sum, f) => sum + f.thicknessMm, 0);

/** Whether it may be pressed from behind: on the ground itself, and nowhere so much lower that it would lie unpressed. */
export function mayTurn(r: PressRequest, columns: readonly PressColumn[]): boolean {
  const heights = columns.map(heightMm);
  return (
    r.stage === 'bond' &&
    columns.every((column) => column.every((l) => l.role === 'fabric' || l.role === 'web') && column.length > 2) &&
    Math.max(...heights) - Math.min(...heights) <= EVEN_MM.value
  );
}

type Way = Remedy extends infer R ? (R extends Remedy ? Omit<R, 'minS' | 'maxS'> : never) : never;

/**
 * What would open a window or make it shorter: each tried by itself, and kept when it helps and can be hit. The quickest first.
 * @param now the window as it is; null when there is none that can be hit
 */
export function remediesFor(
  r: PressRequest,
  soleplateC: number,
  now: Window | null,
  columns: readonly PressColumn[] = [r.column],
): Remedy[] {
  const remedies: Remedy[] = [];
  const reach = r.iron.dial.at(-1)?.measuredC ?? Number.POSITIVE_INFINITY;
  const { kPa: own, softest } = pressureOn(r.iron, columns.flatMap(clothsOf));
  const kPa = r.kPa ?? own;
  const limitC = hottestC(r, columns).at;
  const offer = (
    way: Way,
    request: PressRequest,
    at: number,
    more: { kPa?: number; steam?: boolean } = {},
    over: readonly PressColumn[] = columns,
  ): void => {
    const { window: w } = windowOver(request, over, at, { kPa, ...more });
    if (w && isUsable(w) && (!now || w.minS < now.minS * REMEDY.share.value))
      remedies.push({ ...way, minS: w.minS, maxS: w.maxS } as Remedy);
  };
  const hotter = Math.min(limitC, reach);
  if (hotter > soleplateC + REMEDY.hotterC.value) offer({ code: 'hotter', toC: hotter }, r, hotter);
  const under = (cover: Cover): PressRequest => ({ ...r, bench: { ...r.bench, cover, coverId: null } });
  const thinner = COVERS_BY_THICKNESS.slice(0, COVERS_BY_THICKNESS.indexOf(r.bench.cover));
  if (thinner.includes('parchment'))
    offer(
      { code: 'thinner-cover', cover: 'parchment' },
      under('parchment'),
      Math.min(soleplateC, COVER_FACTS.parchment.limitC.value),
    );
  if (thinner.includes('none') && !columns.some((c) => FIBRE_FACTS[topCloth(c).fibre].synthetic))
    offer({ code: 'bare' }, under('none'), soleplateC);
  if (r.bench.surface !== 'wool-mat' && r.bench.surface !== 'ironing-board')
    offer(
      { code: 'softer-surface' },
      { ...r, bench: { ...r.bench, surface: 'ironing-board', surfaceId: null } },
      soleplateC,
    );
  if (!softest) offer({ code: 'lean' }, r, soleplateC, { kPa: kPa * REMEDY.lean.value });
  if (wantsSteam(r)) offer({ code: 'dry' }, { ...r, steam: false }, soleplateC, { steam: false });
  else if (r.stage === 'bond' && r.iron.steam) {
    const through = coverPasses(r) ? r : under('press-cloth');
    const at = Math.max(soleplateC, steamFromC(r.iron));
    if (at <= Math.min(limitC, reach) && columns.every((column) => steamHelps({ ...through, column })))
      offer({ code: 'steam', under: through === r ? null : 'press-cloth' }, { ...through, steam: true }, at);
  }
  // Lying with its cloth up: turned over, the iron reaches the web through the thin liner.
  const turned = columns.map((column) => [...column].reverse());
  if (r.stage === 'fuse' && columns.every((c) => c.at(-1)?.role === 'fabric'))
    offer({ code: 'through-liner' }, r, soleplateC, {}, turned);
  if ((r.from ?? 'face') === 'face' && mayTurn(r, columns)) {
    offer({ code: 'from-back' }, { ...r, from: 'back' }, soleplateC);
    offer({ code: 'both-sides' }, { ...r, from: 'both' }, soleplateC);
  }
  return remedies.sort((a, b) => a.minS - b.minS).slice(0, REMEDY.most.value);
}

/**
 * Past the label of the cloth that bears least, at the leaflet's heat: what its own temperature over time allows there. A person's own test decides.
 * @returns null where no label stands in the way, or where it would be harmed before it is bonded
 */
export function tryHotter(r: PressRequest, columns: readonly PressColumn[] = [r.column]): Remedy | null {
  const limit = hottestC(r, columns);
  const { heatC } = leadingWeb(r).leaflet[r.stage];
  const web = Math.min(...columns.flatMap((c) => c.flatMap((l) => (l.role === 'web' && l.bonds ? [l.web.maxC] : []))));
  const toC = Math.min(heatC, web);
  if (limit.bearer.part === 'web' || limit.bearer.part === 'cover' || toC <= limit.at) return null;
  // As if every cloth that bears less had been tried: harmed by its own heat over time, its label still the measure.
  const { window: w } = windowOver(r, columns, toC);
  return w && isUsable(w) ? { code: 'try-hotter', toC, cloth: limit.bearer.name, minS: w.minS, maxS: w.maxS } : null;
}

/** The same press on a dial that was measured: a window there that holds at both its ends. */
export function measuring(r: PressRequest, soleplateC: number, columns: readonly PressColumn[]): Remedy | null {
  const { unsureC } = dialFor(r.iron, soleplateC);
  if (unsureC <= DIAL_NEAR_C.value * 2) return null;
  const near = DIAL_NEAR_C.value;
  const cold = windowOver(r, columns, soleplateC - near).window;
  const hot = windowOver(r, columns, soleplateC + near).window;
  const both = cold && hot ? { minS: cold.minS, maxS: hot.maxS } : null;
  return both && isUsable(both) ? { code: 'measure-iron', iron: r.iron.name, unsureC: near, ...both } : null;
}

/** Whether steam is asked for but has nowhere to come from or to go. */
export const steamMissing = (r: PressRequest): boolean => asksForSteam(r) && !wantsSteam(r);
