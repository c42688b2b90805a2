import { coverFacts, FIBRE_FACTS, FLOW_MARGIN_C, flowC, surfaceFacts } from '../material';
import { type Caution, type Fabric, ironPressureKPa, type PressReason, type Setting, type Web } from '../model';
import { dotsForSoleplate } from '../units';
import {
  COUNT_S,
  DIAL_NEAR_C,
  HALVES_S,
  HOTTER_C,
  LEAFLET_NEAR_C,
  LITTLE_ROOM_C,
  LONG_SHARE,
  LONGEST_S,
  MARGIN,
  MOST_COLUMNS,
  MOST_THROUGH,
  MUCH_WATER_GSM,
  PILE_CEILING_KPA,
  SHORTEST_S,
  SLOW_ON_S,
  SLOW_S,
  SQUASHED,
  VERY_HOT_C,
} from './data';
import { dialFor } from './dial';
import { leanAt, pressureOn } from './pressure';
import { hottestC, remediesFor, topCloth } from './remedies';
import { coolingS, type PressRun } from './simulate';
import { clothsOf, deepestWeb, leadingWeb, type PressColumn, type PressRequest, websOf } from './stack';
import { type ColumnsWindow, type Window, wantsSteam, windowOver } from './window';

type Columns = readonly PressColumn[];

/** Rounded to what a person can count: half seconds up to ten, whole ones beyond. */
export const countable = (seconds: number): number =>
  seconds < HALVES_S.value ? Math.round(seconds * 2) / 2 : Math.round(seconds);

/** How many cloths the heat has to go through to the lowest web that is bonded. */
const clothsThrough = (column: PressColumn): number =>
  clothsOf(column.slice(column.findIndex((l) => l.role === 'web' && l.bonds))).length;

interface Heat {
  readonly soleplateC: number;
  readonly stop: Caution | null;
  readonly cautions: readonly Caution[];
  readonly reasons: readonly PressReason[];
}

/** What the iron can be set to, from its dial; an iron that was not measured, or whose marks do not rise, is taken to reach everything. */
function reachOf(r: PressRequest): { readonly coolest: number; readonly hottest: number } {
  const { dial } = r.iron;
  const marks = dial.map((d) => d.measuredC);
  const rising = marks.every((c, i) => i === 0 || c > (marks[i - 1] ?? c));
  return rising && marks.length > 0
    ? { coolest: Math.min(...marks), hottest: Math.max(...marks) }
    : { coolest: 0, hottest: Number.POSITIVE_INFINITY };
}

/** The heat to begin with: the leaflet's, as far as everything bears it, the web flows at it and the iron reaches it. */
function firstHeat(r: PressRequest, columns: Columns): Heat {
  const { iron } = r;
  const web = leadingWeb(r);
  const leaflet = web.leaflet[r.stage];
  const lowest = hottestC(r, columns);
  // Of several webs the one that flows last has to flow.
  const flowsC = Math.max(...columns.flatMap(websOf).map(flowC));
  const { coolest, hottest } = reachOf(r);
  const cautions: Caution[] = [];
  const reasons: PressReason[] = [];
  let stop: Caution | null = null;
  let soleplateC = Math.min(leaflet.heatC, lowest.at);
  if (flowsC > lowest.at) {
    soleplateC = lowest.at;
    stop = {
      code: 'melts-above-limit',
      flowC: flowsC,
      bearer: lowest.bearer,
      limitC: lowest.at,
      meltBelowC: lowest.at - FLOW_MARGIN_C.value,
    };
  } else if (soleplateC < flowsC) {
    soleplateC = Math.min(lowest.at, flowsC + FLOW_MARGIN_C.value);
    cautions.push({ code: 'leaflet-below-melting', leafletC: leaflet.heatC, meltC: web.meltC, setC: soleplateC });
  } else if (soleplateC < leaflet.heatC) reasons.push({ code: 'cooler', bearer: lowest.bearer, limitC: lowest.at });
  const replace = (graver: Caution): void => {
    if (stop) cautions.unshift(stop);
    stop = graver;
  };
  if (hottest < flowsC) replace({ code: 'iron-too-cool', iron: iron.name, meltBelowC: hottest - FLOW_MARGIN_C.value });
  else soleplateC = Math.min(soleplateC, hottest);
  if (!stop && coolest > lowest.at + DIAL_NEAR_C.value)
    replace({ code: 'iron-too-hot', iron: iron.name, lowestC: coolest, limitC: lowest.at });
  return { soleplateC, stop, cautions, reasons };
}

interface Dwell {
  readonly seconds: number;
  readonly minS: number;
  readonly maxS: number;
  readonly leafletRules: boolean;
  readonly reasons: readonly PressReason[];
}

/** How long: the leaflet's seconds where they lie in the window at its own heat, else ours, with a margin after the moment it is bonded. */
function dwellIn(r: PressRequest, soleplateC: number, window: Window | null): Dwell {
  const leaflet = leadingWeb(r).leaflet[r.stage];
  const minS = Math.max(SHORTEST_S.value, window?.minS ?? leaflet.dwellS);
  const maxS = Math.max(minS, window?.maxS ?? leaflet.dwellS);
  const ours = Math.min(minS + (maxS - minS) * MARGIN.share.value, minS * MARGIN.most.value);
  const sameHeat = Math.abs(soleplateC - leaflet.heatC) <= LEAFLET_NEAR_C.value;
  const leafletRules = window !== null && sameHeat && leaflet.dwellS >= minS && leaflet.dwellS <= maxS;
  const seconds = Math.min(maxS, Math.max(minS, leafletRules ? leaflet.dwellS : countable(ours)));
  const reasons: PressReason[] = [];
  if (window && leafletRules) reasons.push({ code: 'leaflet-rules', minS, harm: window.harm });
  else if (window) {
    const why =
      soleplateC < leaflet.heatC - LEAFLET_NEAR_C.value
        ? 'leaflet-too-hot'
        : leaflet.dwellS < minS
          ? 'leaflet-too-short'
          : leaflet.dwellS > maxS
            ? 'leaflet-too-long'
            : 'another-heat';
    reasons.push({ code: 'ours-rules', why, minS, maxS, harm: window.harm });
  }
  return { seconds, minS, maxS, leafletRules, reasons };
}

/** The one thing that matters most in this stack: what the heat spends most of its time on. */
function oneThing(r: PressRequest, run: PressRun, soleplateC: number, minS: number): PressReason {
  const { stack } = run;
  const roomC = soleplateC - leadingWeb(r).meltC;
  if (roomC < LITTLE_ROOM_C.value) return { code: 'matters-room', roomC };
  // What lies above the face of the adhesive that is wetted last.
  const web = deepestWeb(stack);
  const target = stack.layers[web - 1]?.role === 'liner' ? web : web + 1;
  const above = stack.layers.slice(0, target);
  const waterGsm = stack.layers.slice(0, target + 1).reduce((w, l) => w + l.layer.waterGsm, 0);
  if (waterGsm > MUCH_WATER_GSM.value) return { code: 'matters-water', waterGsm };
  let sum = stack.plateM2KW;
  let worst: { m2KW: number; layer: 'touch' | 'cover' | 'liner' | 'cloth'; name: string } = {
    m2KW: stack.plateM2KW,
    layer: 'touch',
    name: '',
  };
  above.forEach(({ role, name, layer }, k) => {
    const m2KW = layer.thicknessMm / 1000 / layer.conductivityWmK;
    sum += m2KW + (stack.contactsM2KW[k] ?? 0);
    if (m2KW > worst.m2KW)
      worst = { m2KW, layer: role === 'cover' ? 'cover' : role === 'liner' ? 'liner' : 'cloth', name };
  });
  const surface = surfaceFacts(
    r.bench.surface,
    r.surfaces?.find((x) => x.id === r.bench.surfaceId),
  );
  return {
    code: 'matters-layer',
    share: worst.m2KW / sum,
    layer: worst.layer,
    name:
      worst.layer === 'cover'
        ? coverFacts(
            r.bench.cover,
            r.covers?.find((x) => x.id === r.bench.coverId),
          ).name
        : worst.name,
    slowOn: minS > SLOW_ON_S.value ? surface.name : null,
  };
}

/** What can hurt, mark or spoil in this press. */
function careIn(
  r: PressRequest,
  columns: Columns,
  as: { soleplateC: number; kPa: number; steam: boolean; seconds: number; softest: Fabric | null },
): Caution[] {
  const { bench } = r;
  const vinyl = (f: Fabric): boolean => f.fibre === 'pvc' || f.kind === 'vinyl';
  const cautions: Caution[] = [];
  if (r.stage === 'bond' && r.steam === false && r.iron.steam && leadingWeb(r).leaflet.bond.steam)
    cautions.push({ code: 'leaflet-wants-steam' });
  if (bench.cover === 'damp-cloth' || as.steam) cautions.push({ code: 'steam' });
  if (as.soleplateC > VERY_HOT_C.value) cautions.push({ code: 'hot', soleplateC: as.soleplateC });
  if (columns.flatMap(clothsOf).some(vinyl)) cautions.push({ code: 'fumes' });
  if (
    bench.cover === 'none' &&
    columns.some((c) => c.at(-1)?.role === 'fabric' && FIBRE_FACTS[topCloth(c).fibre].synthetic)
  )
    cautions.push({ code: 'shine' });
  if (as.seconds > LONGEST_S.value * LONG_SHARE.value) cautions.push({ code: 'long', seconds: as.seconds });
  if (as.softest && as.kPa > PILE_CEILING_KPA.value * SQUASHED.value)
    cautions.push({ code: 'squashed', cloth: as.softest.name });
  return cautions;
}

const shutBecause = (web: Web, over: ColumnsWindow, remedies: Setting['remedies']): Caution =>
  over.clash
    ? { code: 'no-common-window', slowS: over.clash.slowS, harm: over.clash.harm }
    : {
        code: 'no-window',
        harm: over.run.harm,
        reachedC: over.run.bondC.at(-1) ?? web.meltC,
        remedies,
      };

const rounded = (n: number, parts: number): number => Math.round(n * parts) / parts;

/**
 * Heat, dwell, pressure and cooling for one press, worked out for every column that lies under the iron.
 * The leaflet rules where it keeps within every limit and its seconds lie in our window; where it does not, ours do, and the reasons say why.
 * Never above a care limit. All figures are estimates of a model and are said to be.
 * @param columns what lies in each place the press covers: its seconds are right for all of them. By default only the request's own
 * @param fixedC a heat that is set already, for other presses; it must be within what this one bears
 * @returns always a setting; where nothing can be pressed so, `stop` says why
 */
export function settingFor(r: PressRequest, columns: Columns = [r.column], fixedC: number | null = null): Setting {
  const { iron, bench } = r;
  const web = leadingWeb(r);
  const leaflet = web.leaflet[r.stage];
  const heat = firstHeat(r, columns);
  const cautions: Caution[] = [...heat.cautions];
  const reasons: PressReason[] = [{ code: 'leaflet', ...leaflet }, ...heat.reasons];
  let { stop } = heat;
  let soleplateC = fixedC ?? heat.soleplateC;
  const through = Math.max(...columns.map(clothsThrough));
  if (!stop && through > MOST_THROUGH.value) stop = { code: 'too-many-layers', layers: through };

  const { kPa, softest } = pressureOn(iron, columns.flatMap(clothsOf));
  const pressed = r.kPa ?? kPa;
  if (softest && kPa < ironPressureKPa(iron)) reasons.push({ code: 'no-lean', cloth: softest.name });
  const steam = wantsSteam(r);
  const as = { kPa: pressed, steam };
  let over = windowOver(r, columns, soleplateC, as);
  // Too slow as the leaflet has it: up to what everything bears.
  const up = Math.min(hottestC(r, columns).at, reachOf(r).hottest);
  const slow = (w: Window | null): boolean => !w || w.minS > SLOW_S.value;
  if (!stop && fixedC === null && up > soleplateC + HOTTER_C.value && slow(over.window)) {
    const hotter = windowOver(r, columns, up, as);
    if (hotter.window && (!over.window || hotter.window.minS < over.window.minS)) {
      reasons.push({ code: 'hotter', fromC: soleplateC, toC: up });
      soleplateC = up;
      over = hotter;
    }
  }
  const { window } = over;
  // Over everything at once nobody looks for one remedy: what wants one is pressed by itself.
  const few = columns.length <= MOST_COLUMNS.value;
  const remedies = !stop && few && slow(window) ? remediesFor(r, soleplateC, window, columns) : [];
  if (!stop && !window) stop = shutBecause(web, over, remedies);

  const { seconds, minS, maxS, leafletRules, reasons: why } = dwellIn(r, soleplateC, window);
  reasons.push(...why);
  const here = { ...r, column: columns[over.deciding] ?? r.column };
  if (columns.length > 1)
    reasons.push({ code: 'several-piles', piles: columns.length, layers: clothsOf(here.column).length });
  reasons.push(oneThing(here, over.run, soleplateC, minS));
  if (window) for (const remedy of remedies) reasons.push({ code: 'quicker', remedy });

  const dial = dialFor(iron, soleplateC);
  if (dial.problem) cautions.push(dial.problem);
  cautions.push(...careIn(r, columns, { soleplateC, kPa: pressed, steam, seconds, softest }));
  if (r.smallMoves) reasons.push({ code: 'small-moves' });
  else if (iron.vents && r.stage === 'bond') reasons.push({ code: 'vents' });

  const way = bench.surface === 'glass' ? 'cold-table' : 'on-the-board';
  const coolS = stop ? 0 : coolingS(here, { soleplateC, ...as }, seconds, way);
  // What cannot be pressed has no seconds of its own to tell: the leaflet's stand in their place.
  const dwell = stop
    ? { seconds: leaflet.dwellS, minS: leaflet.dwellS, maxS: leaflet.dwellS }
    : { seconds, minS: Math.floor(minS * 10) / 10, maxS: Math.ceil(maxS * 10) / 10 };
  return {
    heat: { soleplateC: Math.round(soleplateC), dial: dial.place, dots: dotsForSoleplate(soleplateC) },
    dwell,
    pressure: { kPa: rounded(pressed, 100), lean: leanAt(pressed) },
    steam,
    cover: bench.cover,
    placements: 1,
    deciding: over.deciding,
    // Hands count cooling in fives.
    coolS: coolS < HALVES_S.value ? Math.ceil(coolS) : Math.round(coolS / COUNT_S.value) * COUNT_S.value,
    stop,
    cautions,
    reasons,
    leaflet: { heatC: leaflet.heatC, dwellS: leaflet.dwellS, rules: leafletRules },
    unsureC: Math.round(dial.unsureC),
    remedies: remedies.map((m) => ({ ...m, minS: rounded(m.minS, 10), maxS: rounded(m.maxS, 10) })),
  };
}
