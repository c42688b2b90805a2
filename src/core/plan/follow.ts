import { STANDARD_GRAVITY_N_KG } from '../base/units';
import { dialFor } from '../choose/press';
import type { Fabric, Iron, PressTicket, Project, Remedy } from '../keep/model';

// What a remedy that a press offers changes of the project, so that the plan made after it is the one that was promised.

/** The lean that brings an iron to a pressure, N. */
const leanForN = ({ soleplate, massKg }: Iron, kPa: number): number =>
  Math.max(0, (kPa * 1000 * soleplate.widthMm * soleplate.lengthMm) / 1e6 - massKg * STANDARD_GRAVITY_N_KG);
/** A lean is told in whole newtons. */
const roundedN = (n: number): number => Math.ceil(n);
/** So many times the pressure that a press has now. The same as the remedy that was worked out. */
const HARDER = 2;

/**
 * What to change of a project to follow a remedy.
 * @returns null where nothing is set: hands turn up the dial, try a scrap or measure
 */
export function following(
  remedy: Remedy,
  { stage, pressure }: Pick<PressTicket, 'stage' | 'pressure'>,
): ((p: Project) => void) | null {
  const under = (cover: Project['bench']['covers'][typeof stage]) => (p: Project) => {
    p.bench.covers[stage] = cover;
    p.bench.coverIds[stage] = null;
  };
  switch (remedy.code) {
    case 'thinner-cover':
      return under(remedy.cover);
    case 'bare':
      return under('none');
    case 'softer-surface':
      return (p) => {
        p.bench.surface = 'ironing-board';
        p.bench.surfaceId = null;
      };
    case 'lean':
      return (p) => {
        const iron = p.irons.find((i) => i.id === p.bench.ironId);
        if (iron) iron.leanN = roundedN(leanForN(iron, pressure.kPa * HARDER));
      };
    case 'dry':
      return (p) => void (p.schools.steam = 'dry');
    case 'steam':
      return (p) => {
        p.schools.steam = 'steam-to-bond';
        if (remedy.under) under(remedy.under)(p);
      };
    case 'from-back':
      return (p) => void (p.schools.side = 'back');
    case 'both-sides':
      return (p) => void (p.schools.side = 'both');
    default:
      return null;
  }
}

/** The same rule of thumb by which presses count harm. */
const HARM_DOUBLES_C = 8;

/** How hot and how long a scrap was pressed that is unharmed. */
export interface ScrapTried {
  readonly soleplateC: number;
  readonly seconds: number;
}

/** For how long a scrap is tried, whole seconds: beyond the bond by what is counted, so that the work has room. */
export const triedS = ({ minS, maxS }: Pick<Remedy, 'minS' | 'maxS'>): number =>
  Math.max(Math.ceil(minS), Math.min(Math.ceil(maxS), Math.ceil(BEYOND * minS) + 1));
/** So many times the bond. Estimated. */
const BEYOND = 1.3;

/** Writes down what a scrap bore, with the iron and the mark, so that what its dial is off by is not counted twice. */
export function asTried(fabric: Fabric, iron: Iron, { soleplateC, seconds }: ScrapTried): void {
  // A scrap that bore more already stays noted: at 8 °C more half the seconds are as much.
  const { testedC, testedS } = fabric;
  const asMuch = (c: number, s: number): number => s * 2 ** (c / HARM_DOUBLES_C);
  if (testedC !== null && testedS !== null && asMuch(testedC, testedS) > asMuch(soleplateC, seconds)) return;
  const { place } = dialFor(iron, soleplateC);
  fabric.testedC = soleplateC;
  fabric.testedS = seconds;
  fabric.testedIronId = iron.id;
  fabric.testedMark = place && 'at' in place ? place.at : null;
}
