import type { Bench, Fabric, Iron, Said, Setting, Stage, Web } from '../model';
import { dotsForSoleplate } from '../units';
import {
  COOL,
  COVER_EFFECTS,
  FLOW_MARGIN_C,
  GRAVITY,
  LEAN_WORDS,
  PERSON_S,
  PILE_CEILING_KPA,
  ROOM_C,
  SURFACE_EFFECTS,
  WINDOW_SHARE,
} from './data';
import { dialFor } from './dial';
import { placementsFor } from './placements';

export interface PressRequest {
  readonly stage: Stage;
  readonly fabric: Fabric;
  /** For a bond: everything beneath, ground first. Empty for a fuse. */
  readonly onto: readonly Fabric[];
  readonly web: Web;
  readonly iron: Iron;
  readonly bench: Bench;
  /** The largest piece pressed so, mm. */
  readonly sizeMm: { readonly widthMm: number; readonly heightMm: number };
}

const said = (code: string, text: string): Said => ({ code, text });
const c = (t: number): string => `${Math.round(t)} °C`;

/**
 * The wait for a layer that warms towards the soleplate with one time constant to reach a temperature, in time constants.
 * First-order lag: T(t) = Ts − (Ts − T₀)·e^(−t/τ), so t/τ = ln((Ts − T₀)/(Ts − T)).
 */
const lagsToReach = (soleplateC: number, targetC: number): number =>
  Math.log((soleplateC - ROOM_C.value) / (soleplateC - targetC));

/** kPa under the iron: its mass and the lean, over the soleplate. */
export function pressureKPa(iron: Iron): number {
  const areaM2 = (iron.soleplate.widthMm * iron.soleplate.lengthMm) / 1e6;
  return (iron.massKg * GRAVITY.value + iron.leanN) / areaM2 / 1000;
}

/**
 * Heat, dwell, pressure and cooling for one press. It leans on the web's leaflet, which was written for a bare iron on a board: heat is lowered to
 * what cloth, web and cover can take, and the dwell stretched by a first-order lag so that the bond line still gets where the leaflet brings it.
 * The window's ends are estimates and say so.
 * @returns always a setting; `workable` is false when nothing can be pressed so, and the first caution says what would help
 */
export function settingFor(r: PressRequest): Setting {
  const { web, iron, bench } = r;
  const leaflet = web.leaflet[r.stage];
  const cover = COVER_EFFECTS[bench.cover];
  const surface = SURFACE_EFFECTS[bench.surface];
  const cautions: Said[] = [];
  const reasons: Said[] = [
    said(
      'leaflet',
      `The leaflet says ${c(leaflet.heatC)} for ${leaflet.dwellS} s, ${leaflet.steam ? 'with steam' : 'dry'}.`,
    ),
  ];

  const limits: { at: number; who: string }[] = [
    { at: r.fabric.maxIronC, who: r.fabric.name || 'the cloth' },
    ...r.onto.map((f) => ({ at: f.maxIronC, who: `${f.name || 'the cloth'} beneath` })),
    { at: web.maxC, who: web.name || 'the web' },
    { at: cover.limitC.value, who: `the ${cover.name}` },
  ];
  const lowest = limits.reduce((a, b) => (b.at < a.at ? b : a));
  let soleplateC = Math.min(leaflet.heatC, lowest.at);
  const flowC = web.meltC + FLOW_MARGIN_C.value;
  let workable = true;
  if (flowC > lowest.at) {
    workable = false;
    soleplateC = lowest.at;
    cautions.push(
      said(
        'melts-above-limit',
        `Do not press this. The web flows from about ${c(flowC)}, and ${lowest.who} takes at most ${c(lowest.at)}. Choose a web that melts below ${c(lowest.at - FLOW_MARGIN_C.value)}, or another cloth.`,
      ),
    );
  } else if (soleplateC < flowC) {
    soleplateC = Math.min(lowest.at, flowC + FLOW_MARGIN_C.value);
    cautions.push(
      said(
        'leaflet-below-melting',
        `The leaflet's ${c(leaflet.heatC)} is hardly above where the web melts (${c(web.meltC)}); set to ${c(soleplateC)}. Check the leaflet.`,
      ),
    );
  } else if (soleplateC < leaflet.heatC) {
    reasons.push(
      said(
        'cooler',
        `${lowest.who.charAt(0).toUpperCase()}${lowest.who.slice(1)} takes at most ${c(lowest.at)}, so the iron is set lower and stands longer.`,
      ),
    );
  }

  const dial = dialFor(iron, soleplateC);
  const hottest = iron.dial.at(-1);
  const coolest = iron.dial[0];
  if (dial.problem) cautions.push(said(`dial-${dial.problem.code}`, dial.problem.text));
  if (dial.problem?.code === 'out-of-reach' && hottest && coolest) {
    if (hottest.measuredC < flowC) {
      workable = false;
      cautions.unshift(
        said(
          'iron-too-cool',
          `${iron.name} does not get hot enough to melt this web. Use another iron or a web that melts below ${c(hottest.measuredC - FLOW_MARGIN_C.value)}.`,
        ),
      );
    } else if (soleplateC > hottest.measuredC) {
      soleplateC = hottest.measuredC;
    } else {
      workable = false;
      cautions.unshift(
        said('iron-too-hot', `The lowest mark of ${iron.name} is hotter than this cloth can take. Use another iron.`),
      );
    }
  }

  // How much longer than the leaflet: a cooler plate reaches the flow temperature later; covers and surfaces slow it too.
  const reach = Math.min(flowC, soleplateC - 2);
  const lagHere = lagsToReach(soleplateC, reach);
  const lagLeaflet = lagsToReach(Math.max(leaflet.heatC, flowC + 2), flowC);
  const slower = Math.max(1, lagHere / lagLeaflet) * cover.slower.value * surface.slower.value;
  const ideal = leaflet.dwellS * slower;
  if (cover.slower.value > 1.2)
    reasons.push(
      said(
        'cover',
        `Under a ${cover.name} heat arrives later: about ${cover.slower.value} times the leaflet's time (estimated).`,
      ),
    );
  if (surface.slower.value !== 1)
    reasons.push(
      said(
        'surface',
        `A ${surface.name} below makes it ${surface.slower.value < 1 ? 'quicker' : 'slower'} (estimated).`,
      ),
    );

  const minS = Math.max(PERSON_S.least.value, ideal * WINDOW_SHARE.least.value);
  const maxS = Math.max(minS, ideal * WINDOW_SHARE.most.value);
  const seconds = Math.min(maxS, Math.max(minS, ideal < 10 ? Math.round(ideal * 2) / 2 : Math.round(ideal)));
  if (seconds > PERSON_S.most.value)
    cautions.push(
      said(
        'long',
        `${Math.round(seconds)} s is longer than anyone stands still: set down several times, and let it cool between.`,
      ),
    );

  const ownKPa = pressureKPa(iron);
  const soft = [r.fabric, ...r.onto].find(
    (f) => f.kind === 'wool-felt' || f.kind === 'fleece' || f.kind === 'corduroy',
  );
  const kPa = soft ? Math.min(ownKPa, Math.max(PILE_CEILING_KPA.value, pressureKPa({ ...iron, leanN: 0 }))) : ownKPa;
  if (soft && kPa < ownKPa) reasons.push(said('no-lean', `${soft.name || 'Pile'} must not be squashed: no lean.`));

  const steam = r.stage === 'bond' && leaflet.steam && iron.steam;
  if (bench.cover === 'damp-cloth' || steam)
    cautions.push(said('steam', 'Steam scalds: keep hands and face away, lift the far edge first.'));
  if (soleplateC > 180) cautions.push(said('hot', 'Very hot plate: never leave it face down or alone.'));
  if (r.fabric.fibre === 'pvc' || r.fabric.kind === 'vinyl' || r.onto.some((f) => f.kind === 'vinyl'))
    cautions.push(said('fumes', 'Vinyl gives off fumes when heated: lowest setting, window open, or not at all.'));
  if (['polyester', 'acrylic', 'nylon', 'acetate'].includes(r.fabric.fibre) && bench.cover === 'none')
    cautions.push(said('shine', 'A bare iron marks synthetics: lay parchment or a cloth between.'));
  if (iron.vents && r.stage === 'bond')
    reasons.push(said('vents', 'Vent holes press nothing: shift the iron by a thumb on the second round.'));

  const thickness = [r.fabric, ...r.onto].reduce((sum, f) => sum + f.thicknessMm, 0);
  const coolS =
    (COOL.baseS.value +
      COOL.perThicknessSPerMm.value * thickness +
      COOL.perHeatSPerC.value * Math.max(0, soleplateC - 100)) *
    surface.cools.value;

  return {
    heat: { soleplateC: Math.round(soleplateC), mark: dial.mark, dots: dotsForSoleplate(soleplateC) },
    dwell: { seconds, minS: Math.floor(minS * 10) / 10, maxS: Math.ceil(maxS * 10) / 10 },
    pressure: { kPa: Math.round(kPa * 100) / 100, text: LEAN_WORDS.find((w) => kPa <= w.upTo)!.text },
    steam,
    cover: bench.cover,
    placements: placementsFor(r.sizeMm.widthMm, r.sizeMm.heightMm, iron),
    coolS: Math.round(coolS / 5) * 5,
    workable,
    cautions,
    reasons,
  };
}
