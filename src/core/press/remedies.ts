import { COVER_FACTS, coverFacts, FIBRE_FACTS } from '../material';
import type { Bearer, Cover, Fabric, Remedy } from '../model';
import { REMEDY } from './data';
import { pressureOn } from './pressure';
import type { PressRequest } from './stack';
import { COVERS_BY_THICKNESS, type Window, wantsSteam, windowOver } from './window';

/** The hottest soleplate that everything in this press bears, and what bears least. */
export function hottestC(
  r: PressRequest,
  piles: readonly (readonly Fabric[])[] = [r.onto],
): { readonly at: number; readonly bearer: Bearer } {
  const cover = coverFacts(
    r.bench.cover,
    r.covers?.find((x) => x.id === r.bench.coverId),
  );
  const limits: { at: number; bearer: Bearer }[] = [
    { at: r.fabric.maxIronC, bearer: { part: 'fabric', name: r.fabric.name } },
    ...piles.flat().map((f) => ({ at: f.maxIronC, bearer: { part: 'beneath' as const, name: f.name } })),
    { at: r.web.maxC, bearer: { part: 'web', name: r.web.name } },
    { at: cover.limitC.value, bearer: { part: 'cover', name: cover.name } },
  ];
  return limits.reduce((a, b) => (b.at < a.at ? b : a));
}

type Way = Remedy extends infer R ? (R extends Remedy ? Omit<R, 'minS' | 'maxS'> : never) : never;

/**
 * What would open a window or make it shorter: each tried by itself, and kept when it helps. The quickest first.
 * @param now the window as it is; null when there is none
 */
export function remediesFor(
  r: PressRequest,
  soleplateC: number,
  now: Window | null,
  piles: readonly (readonly Fabric[])[] = [r.onto],
): Remedy[] {
  const remedies: Remedy[] = [];
  const reach = r.iron.dial.at(-1)?.measuredC ?? Number.POSITIVE_INFINITY;
  const { kPa: own, softest } = pressureOn(r.iron, [r.fabric, ...piles.flat()]);
  const kPa = r.kPa ?? own;
  const offer = (way: Way, request: PressRequest, at: number, more: { kPa?: number; steam?: boolean } = {}): void => {
    const { window: w } = windowOver(request, piles, at, { kPa, ...more });
    if (w && (!now || w.minS < now.minS * REMEDY.share.value))
      remedies.push({ ...way, minS: w.minS, maxS: w.maxS } as Remedy);
  };
  const hotter = Math.min(hottestC(r, piles).at, reach);
  if (hotter > soleplateC + REMEDY.hotterC.value) offer({ code: 'hotter', toC: hotter }, r, hotter);
  const under = (cover: Cover): PressRequest => ({ ...r, bench: { ...r.bench, cover, coverId: null } });
  const thinner = COVERS_BY_THICKNESS.slice(0, COVERS_BY_THICKNESS.indexOf(r.bench.cover));
  if (thinner.includes('parchment'))
    offer(
      { code: 'thinner-cover', cover: 'parchment' },
      under('parchment'),
      Math.min(soleplateC, COVER_FACTS.parchment.limitC.value),
    );
  if (thinner.includes('none') && !FIBRE_FACTS[r.fabric.fibre].synthetic)
    offer({ code: 'bare' }, under('none'), soleplateC);
  if (r.bench.surface !== 'wool-mat' && r.bench.surface !== 'ironing-board')
    offer(
      { code: 'softer-surface' },
      { ...r, bench: { ...r.bench, surface: 'ironing-board', surfaceId: null } },
      soleplateC,
    );
  if (!softest) offer({ code: 'lean' }, r, soleplateC, { kPa: kPa * REMEDY.lean.value });
  if (wantsSteam(r)) offer({ code: 'dry' }, { ...r, steam: false }, soleplateC, { steam: false });
  if (r.stage === 'fuse' && r.side === 'cloth') offer({ code: 'through-liner' }, { ...r, side: 'liner' }, soleplateC);
  return remedies.sort((a, b) => a.minS - b.minS).slice(0, REMEDY.most.value);
}
