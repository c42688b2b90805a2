import { nth } from '../../base/lists';
import { dotsAllowed } from '../../base/units';
import { FIBRE_FACTS, factsOf, flowC } from '../../choose/material';
import { type BenchCover, type Fabric, type Iron, STAGES, type Stage, type Web } from '../model';
import type { DrawerContents, DrawerKind, Things } from './kinds';

/** Something in the Drawer that contradicts itself or the rest, with its figures; it is kept all the same. Words: src/words/drawer.ts. */
export type Doubt =
  | { readonly code: 'melts-below-every-web'; readonly limitC: number; readonly lowestC: number }
  | {
      readonly code: 'hotter-than-its-fibre';
      readonly limitC: number;
      readonly fibre: Fabric['fibre'];
      readonly usualC: number;
    }
  | { readonly code: 'below-one-dot' | 'coated-cotton' | 'unmeasured' }
  | { readonly code: 'too-dense' | 'too-light'; readonly massGsm: number; readonly thicknessMm: number }
  | { readonly code: 'no-room'; readonly meltC: number; readonly maxC: number }
  | { readonly code: 'leaflet-above-limit'; readonly stage: Stage; readonly heatC: number; readonly maxC: number }
  | { readonly code: 'leaflet-below-melting'; readonly stage: Stage; readonly heatC: number }
  | { readonly code: 'leaflet-hotter-than-every-fabric'; readonly heatC: number }
  | { readonly code: 'marks-swapped'; readonly mark: string; readonly before: string }
  | { readonly code: 'coating'; readonly endC: number };

/** Heavier than any fibre, and nearly air, kg/m³. Cellulose 1500, glass fibre 2500, fleece 100 (handbook ranges, from memory). */
const DENSEST_KG_M3 = 1600;
const LIGHTEST_KG_M3 = 30;
/** Where a non-stick coating begins to come apart, and how near a sheet may be said to go, °C. Common practice, no source. */
const COATING = { endC: 260, mostC: 250 };

function ofFabric(f: Fabric, webs: readonly Web[]): Doubt[] {
  const doubts: Doubt[] = [];
  const lowestC = webs.reduce((low, w) => Math.min(low, flowC(w)), Number.POSITIVE_INFINITY);
  const limitC = f.maxIronC;
  if (webs.length > 0 && limitC < lowestC) doubts.push({ code: 'melts-below-every-web', limitC, lowestC });
  const usualC = FIBRE_FACTS[f.fibre].maxIronC.value;
  if (limitC > usualC) doubts.push({ code: 'hotter-than-its-fibre', limitC, fibre: f.fibre, usualC });
  if (dotsAllowed(limitC) === null && limitC > 0) doubts.push({ code: 'below-one-dot' });
  const { massGsm, thicknessMm } = f;
  const kgM3 = massGsm / thicknessMm;
  if (kgM3 > DENSEST_KG_M3) doubts.push({ code: 'too-dense', massGsm, thicknessMm });
  else if (kgM3 < LIGHTEST_KG_M3) doubts.push({ code: 'too-light', massGsm, thicknessMm });
  if (factsOf(f).hard && f.fibre === 'cotton') doubts.push({ code: 'coated-cotton' });
  return doubts;
}

function ofWeb(w: Web, fabrics: readonly Fabric[]): Doubt[] {
  const doubts: Doubt[] = [];
  const { meltC, maxC } = w;
  if (maxC < flowC(w)) doubts.push({ code: 'no-room', meltC, maxC });
  for (const stage of STAGES) {
    const { heatC } = w.leaflet[stage];
    if (heatC > maxC) doubts.push({ code: 'leaflet-above-limit', stage, heatC, maxC });
    if (heatC < meltC) doubts.push({ code: 'leaflet-below-melting', stage, heatC });
  }
  const heatC = Math.max(w.leaflet.fuse.heatC, w.leaflet.bond.heatC);
  if (fabrics.length > 0 && fabrics.every((f) => f.maxIronC < heatC))
    doubts.push({ code: 'leaflet-hotter-than-every-fabric', heatC });
  return doubts;
}

function ofIron(i: Iron): Doubt[] {
  const known = i.dial.flatMap((d) => (d.measuredC === null ? [] : [{ mark: d.mark, c: d.measuredC }]));
  const falls = known.findIndex((d, k) => k > 0 && d.c <= nth(known, k - 1).c);
  if (falls > 0) return [{ code: 'marks-swapped', mark: nth(known, falls).mark, before: nth(known, falls - 1).mark }];
  return known.length === 0 ? [{ code: 'unmeasured' }] : [];
}

const ofCover = (cover: BenchCover): Doubt[] =>
  cover.kind === 'coated-sheet' && cover.maxC > COATING.mostC ? [{ code: 'coating', endC: COATING.endC }] : [];

/** What contradicts itself about a thing. The thing is kept; these are words beside it. */
export function doubtsOf<K extends DrawerKind>(
  kind: K,
  thing: Things[K],
  all: Pick<DrawerContents, 'fabrics' | 'webs'>,
): Doubt[] {
  switch (kind) {
    case 'fabrics':
      return ofFabric(thing as Fabric, all.webs);
    case 'webs':
      return ofWeb(thing as Web, all.fabrics);
    case 'irons':
      return ofIron(thing as Iron);
    case 'covers':
      return ofCover(thing as BenchCover);
    default:
      return [];
  }
}
