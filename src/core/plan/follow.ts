import { borneS, dialFor, leanForN, REMEDY } from '../choose/press';
import type { Fabric, Iron, PressTicket, Project, Remedy } from '../keep/model';

// What a remedy that a press offers changes of the project, so that the plan made after it is the one that was promised.

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
        if (iron) iron.leanN = Math.ceil(leanForN(iron, pressure.kPa * REMEDY.lean.value));
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

/** How hot and how long a scrap was pressed that is unharmed. */
export interface ScrapTried {
  readonly soleplateC: number;
  readonly seconds: number;
}

/** For how long a scrap is tried, whole seconds: as much beyond the bond as counting asks for, so that the work has room. */
export const triedS = ({ minS, maxS }: Pick<Remedy, 'minS' | 'maxS'>): number =>
  Math.max(Math.ceil(minS), Math.min(Math.ceil(maxS), Math.ceil(REMEDY.tryBeyond.value * minS) + 1));

/** Writes down what a scrap bore, with the iron and the mark, so that what its dial is off by is not counted twice. */
export function asTried(fabric: Fabric, iron: Iron, { soleplateC, seconds }: ScrapTried): void {
  const { testedC, testedS } = fabric;
  // A scrap that bore more already stays noted.
  if (testedC !== null && testedS !== null && borneS(testedS, testedC, soleplateC) > seconds) return;
  const { place } = dialFor(iron, soleplateC);
  fabric.testedC = soleplateC;
  fabric.testedS = seconds;
  fabric.testedIronId = iron.id;
  fabric.testedMark = place && 'at' in place ? place.at : null;
}
