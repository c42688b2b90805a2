import type { Cover, Remedy } from '../../keep/model';
import { bearsC, COVER_FACTS, FIBRE_FACTS, isFelt } from '../material';
import { DIAL_NEAR_C, EVEN_MM, LONGEST_S, REMEDY } from './data';
import { dialFor, marksOf } from './dial';
import { hottestC, topCloth } from './limits';
import { pressureOn } from './pressure';
import { clothsOf, coverPasses, leadingWeb, type PressColumn, type PressRequest, steamHelps } from './stack';
import { steamFromC } from './steam';
import { asksForSteam, COVERS_BY_THICKNESS, isUsable, steamsAt, type Window, wantsSteam, windowOver } from './window';

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

/** How much shorter a press has to get for a remedy to be worth telling. */
export const shareOf = ({ code }: Pick<Remedy, 'code'>): number =>
  (code === 'from-back' || code === 'both-sides' ? REMEDY.turnedShare : REMEDY.share).value;

/** A remedy, with the press that it makes. */
export interface Offer {
  readonly remedy: Remedy;
  readonly request: PressRequest;
  readonly columns: readonly PressColumn[];
  /** The heat that it sets; null: it is chosen anew. */
  readonly fixedC: number | null;
}

/** What would open a window or make it shorter, the quickest first. See {@link offersFor}. */
export const remediesFor = (
  r: PressRequest,
  soleplateC: number,
  now: Window | null,
  columns: readonly PressColumn[] = [r.column],
): Remedy[] =>
  offersFor(r, soleplateC, now, columns)
    .map((o) => o.remedy)
    .slice(0, REMEDY.most.value);

/**
 * What would open a window or make it shorter: each way tried by itself, with the steam and the cover that are really there, and kept when it helps and can be hit. The quickest first; on felt a lean before all that makes it hotter.
 * @param now the window as it is; null when there is none that can be hit
 */
export function offersFor(
  r: PressRequest,
  soleplateC: number,
  now: Window | null,
  columns: readonly PressColumn[] = [r.column],
): Offer[] {
  const offers: Offer[] = [];
  const reach = marksOf(r.iron).at(-1)?.c ?? Number.POSITIVE_INFINITY;
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
    const steam = more.steam ?? steamsAt(request, at);
    const { window: w } = windowOver(request, over, at, { kPa, ...more, steam });
    if (w && isUsable(w) && (!now || w.minS < now.minS * shareOf(way)))
      offers.push({
        remedy: { ...way, minS: w.minS, maxS: w.maxS } as Remedy,
        request: {
          ...request,
          column: over[0] ?? request.column,
          ...(more.kPa === undefined ? {} : { kPa: more.kPa }),
        },
        columns: over,
        fixedC: way.code === 'hotter' ? at : null,
      });
  };
  const hotter = Math.min(limitC, reach);
  if (hotter > soleplateC + REMEDY.hotterC.value) offer({ code: 'hotter', toC: hotter }, r, hotter);
  const under = (cover: Cover): PressRequest => ({ ...r, bench: { ...r.bench, cover, coverId: null } });
  const thinner = COVERS_BY_THICKNESS.slice(0, COVERS_BY_THICKNESS.indexOf(r.bench.cover));
  // Where steam is asked for, nothing that stops it is laid on.
  if (thinner.includes('parchment') && !(asksForSteam(r) && r.iron.steam))
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
    // Where the back is quicker, nobody turns it over half-way.
    if (!offers.some((o) => o.remedy.code === 'from-back'))
      offer({ code: 'both-sides' }, { ...r, from: 'both' }, soleplateC);
  }
  const felt = columns.flatMap(clothsOf).some(isFelt);
  const rank = ({ remedy }: Offer): number => (felt && remedy.code === 'lean' ? 0 : remedy.minS);
  return offers.sort((a, b) => rank(a) - rank(b));
}

/**
 * Past the label of the cloth that bears least, at the leaflet's heat: what its own temperature over time allows there. A person's own test decides.
 * @param now the window as it is; null: none
 * @returns null where no label stands in the way, where it would be harmed before it is bonded, or where it gains little
 */
export function tryHotter(
  r: PressRequest,
  columns: readonly PressColumn[] = [r.column],
  now: Window | null = null,
): Remedy | null {
  const limit = hottestC(r, columns);
  const { heatC } = leadingWeb(r).leaflet[r.stage];
  const web = Math.min(...columns.flatMap((c) => c.flatMap((l) => (l.role === 'web' && l.bonds ? [l.web.maxC] : []))));
  const felt = columns.flatMap(clothsOf).every((f) => isFelt(f) || bearsC(f) >= heatC);
  const toC = Math.min(felt ? Math.max(heatC, limit.at + REMEDY.tryC.value) : heatC, web);
  if (limit.bearer.part === 'web' || limit.bearer.part === 'cover' || toC <= limit.at) return null;
  const less = columns.flatMap(clothsOf).filter((f) => bearsC(f) < toC);
  const cloths = [...new Set(less.map((f) => f.name))];
  // As if every cloth that bears less had been tried: harmed by its own heat over time, its label still the measure.
  const steam = steamsAt(r, toC);
  const { window: w } = windowOver(r, columns, toC, { steam });
  if (w && isUsable(w))
    return !now || (felt && w.minS < now.minS * REMEDY.share.value)
      ? { code: 'try-hotter', toC, cloths, minS: w.minS, maxS: w.maxS }
      : null;
  // Felt bears more than its label says, which only a scrap can tell: for as long as the bond takes.
  if (now || !felt) return null;
  const borne = (l: PressColumn[number]): PressColumn[number] =>
    l.role === 'fabric' && bearsC(l.fabric) < toC
      ? { ...l, fabric: { ...l.fabric, testedC: toC, testedS: LONGEST_S.value } }
      : l;
  const { window: on } = windowOver(
    r,
    columns.map((column) => column.map(borne)),
    toC,
    { steam },
  );
  return on && isUsable(on)
    ? { code: 'try-hotter', toC, cloths, minS: on.minS, maxS: Math.min(on.maxS, on.minS * REMEDY.tryTimes.value) }
    : null;
}

/** The same press on a dial that was measured: a window there that holds at both its ends. */
export function measuring(r: PressRequest, soleplateC: number, columns: readonly PressColumn[]): Remedy | null {
  const { unsureC } = dialFor(r.iron, soleplateC);
  if (unsureC <= DIAL_NEAR_C.value * 2) return null;
  const near = DIAL_NEAR_C.value;
  const steam = steamsAt(r, soleplateC);
  const cold = windowOver(r, columns, soleplateC - near, { steam }).window;
  const hot = windowOver(r, columns, soleplateC + near, { steam }).window;
  const both = cold && hot ? { minS: cold.minS, maxS: hot.maxS } : null;
  return both && isUsable(both) ? { code: 'measure-iron', iron: r.iron.name, unsureC: near, ...both } : null;
}

/** Whether steam is asked for but has nowhere to come from or to go. */
export const steamMissing = (r: PressRequest): boolean => asksForSteam(r) && !wantsSteam(r);
