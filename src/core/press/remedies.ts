import { sure } from '../lists';
import { COVER_FACTS, coverFacts, FIBRE_FACTS } from '../material';
import type { Bearer, Cover, Fabric, Remedy } from '../model';
import { REMEDY } from './data';
import { pressureOn } from './pressure';
import { clothsOf, type PressColumn, type PressRequest } from './stack';
import { COVERS_BY_THICKNESS, type Window, wantsSteam, windowOver } from './window';

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
              at: l.fabric.maxIronC,
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
export const topCloth = (column: PressColumn): Fabric => sure(clothsOf(column).at(-1), 'every press has its cloth');

type Way = Remedy extends infer R ? (R extends Remedy ? Omit<R, 'minS' | 'maxS'> : never) : never;

/**
 * What would open a window or make it shorter: each tried by itself, and kept when it helps. The quickest first.
 * @param now the window as it is; null when there is none
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
  const offer = (
    way: Way,
    request: PressRequest,
    at: number,
    more: { kPa?: number; steam?: boolean } = {},
    over: readonly PressColumn[] = columns,
  ): void => {
    const { window: w } = windowOver(request, over, at, { kPa, ...more });
    if (w && (!now || w.minS < now.minS * REMEDY.share.value))
      remedies.push({ ...way, minS: w.minS, maxS: w.maxS } as Remedy);
  };
  const hotter = Math.min(hottestC(r, columns).at, reach);
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
  // Lying with its cloth up: turned over, the iron reaches the web through the thin liner.
  const turned = columns.map((column) => [...column].reverse());
  if (r.stage === 'fuse' && columns.every((c) => c.at(-1)?.role === 'fabric'))
    offer({ code: 'through-liner' }, r, soleplateC, {}, turned);
  return remedies.sort((a, b) => a.minS - b.minS).slice(0, REMEDY.most.value);
}
