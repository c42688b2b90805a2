import { nth } from '../lists';
import { FIBRE_FACTS, factsOf, flowC } from '../material';
import type { BenchCover, Fabric, Iron, Web } from '../model';
import { dotsAllowed } from '../units';
import type { DrawerContents, DrawerKind, Things } from './kinds';

/** Something in the Drawer that contradicts itself or the rest; it is kept all the same. */
export interface Doubt {
  readonly code: string;
  readonly text: string;
}

const c = (t: number): string => `${Math.round(t)} °C`;

function ofFabric(f: Fabric, webs: readonly Web[]): Doubt[] {
  const doubts: Doubt[] = [];
  const say = (code: string, text: string): void => void doubts.push({ code, text });
  const lowest = webs.reduce((low, w) => Math.min(low, flowC(w)), Number.POSITIVE_INFINITY);
  if (webs.length > 0 && f.maxIronC < lowest)
    say(
      'melts-below-every-web',
      `It takes at most ${c(f.maxIronC)}, and every web in the drawer flows only from ${c(lowest)} or more. It can be sewn or glued, not fused.`,
    );
  const usual = FIBRE_FACTS[f.fibre].maxIronC.value;
  if (f.maxIronC > usual)
    say(
      'hotter-than-its-fibre',
      `${c(f.maxIronC)} is more than ${f.fibre} usually bears (${c(usual)}). Check the care label.`,
    );
  if (dotsAllowed(f.maxIronC) === null && f.maxIronC > 0)
    say('below-one-dot', 'Its care label allows no iron at all: press it only under a cloth, and only after a test.');
  const kgM3 = f.massGsm / f.thicknessMm;
  if (kgM3 > 1600)
    say(
      'too-dense',
      `${f.massGsm} g/m² in ${f.thicknessMm} mm would be heavier than any fibre. Weigh and measure it again.`,
    );
  else if (kgM3 < 30)
    say('too-light', `${f.massGsm} g/m² in ${f.thicknessMm} mm would be nearly air. Weigh and measure it again.`);
  if (factsOf(f).hard && f.fibre === 'cotton') say('coated-cotton', 'Coated cotton bears only what its coating bears.');
  return doubts;
}

function ofWeb(w: Web, fabrics: readonly Fabric[]): Doubt[] {
  const doubts: Doubt[] = [];
  const say = (code: string, text: string): void => void doubts.push({ code, text });
  if (w.maxC < flowC(w))
    say(
      'no-room',
      `It melts at ${c(w.meltC)} and may get no hotter than ${c(w.maxC)}: it would never flow. Check the leaflet.`,
    );
  for (const stage of ['fuse', 'bond'] as const) {
    const { heatC } = w.leaflet[stage];
    if (heatC > w.maxC)
      say('leaflet-above-limit', `To ${stage}, its leaflet says ${c(heatC)}, above the ${c(w.maxC)} it bears.`);
    if (heatC < w.meltC)
      say('leaflet-below-melting', `To ${stage}, its leaflet says ${c(heatC)}, below its melting point.`);
  }
  const hottest = Math.max(w.leaflet.fuse.heatC, w.leaflet.bond.heatC);
  const tender = fabrics.filter((f) => f.maxIronC < hottest);
  if (fabrics.length > 0 && tender.length === fabrics.length)
    say(
      'leaflet-hotter-than-every-fabric',
      `Its leaflet asks for ${c(hottest)}, more than any fabric in the drawer takes.`,
    );
  return doubts;
}

function ofIron(i: Iron): Doubt[] {
  const falls = i.dial.findIndex((d, k) => k > 0 && d.measuredC <= nth(i.dial, k - 1).measuredC);
  if (falls > 0)
    return [
      {
        code: 'marks-swapped',
        text: `“${nth(i.dial, falls).mark}” was measured no hotter than “${nth(i.dial, falls - 1).mark}”. Two readings may be swapped: measure again.`,
      },
    ];
  return i.dial.length === 0
    ? [{ code: 'unmeasured', text: 'Its dial has not been measured: a mark is not a temperature.' }]
    : [];
}

const ofCover = (cover: BenchCover): Doubt[] =>
  cover.kind === 'coated-sheet' && cover.maxC > 250
    ? [{ code: 'coating', text: 'Never take a coated sheet near 260 °C: its coating gives off fumes.' }]
    : [];

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
