import { derive } from '../../base/derive';
import { f64, nth } from '../../base/lists';
import { LEARNT_GRID, SEARCH } from './data';
import { clothsOf, isThick, type PressColumn, type PressRequest } from './stack';
import { inPasses, longerFor, momentsWith, type RunMore, runAt, wantsSteam } from './window';

/** When a press is bonded and harmed, as logarithms of seconds, wherever the soleplate is and however its web flows. */
export interface MomentsGrid {
  /** @param lnFlow and @param lnTransport how much more easily it flows and lets heat through than was taken, as logarithms */
  readonly lnBond: (soleplateC: number, lnFlow: number, lnTransport: number) => number;
  readonly lnHarm: (soleplateC: number, lnFlow: number, lnTransport: number) => number;
}

const mostFlow = LEARNT_GRID.mostFlow.value;
const flowStep = LEARNT_GRID.flowStep.value;
const FLOWS = Array.from({ length: Math.round((2 * mostFlow) / flowStep) + 1 }, (_, i) => i * flowStep - mostFlow);

/** At one soleplate: for each transport the moments at each flow. */
type Node = readonly { readonly bond: readonly number[]; readonly harm: readonly number[] }[];

const transported = (column: PressColumn, times: number): PressColumn =>
  times === 1
    ? column
    : column.map((l) =>
        l.role === 'fabric' && isThick(l.fabric) ? { ...l, fabric: { ...l.fabric, transport: times } } : l,
      );

/** Between the lists of a node, at a place among their entries. */
const between = (list: readonly number[], place: number): number => {
  const i = Math.max(0, Math.min(list.length - 2, Math.floor(place)));
  const share = Math.max(0, Math.min(1, place - i));
  return list.length === 1 ? nth(list, 0) : nth(list, i) + share * (nth(list, i + 1) - nth(list, i));
};

/**
 * The moments of a press over several columns, from a lattice of temperatures that is worked out as it is asked for: one run of conduction for each, since what a web's flow changes is read off its course.
 * What is bonded last and harmed first decides. The first web that is bonded flows as is asked; others along with it.
 */
export function gridOf(r: PressRequest, columns: readonly PressColumn[], more: RunMore = {}): MomentsGrid {
  const thick = columns.some((c) => clothsOf(c).some(isThick));
  const t = LEARNT_GRID.mostTransport.value;
  const transports = thick ? [-t, 0, t] : [0];
  const laid = transports.map((lnT) => columns.map((c) => transported(c, Math.exp(lnT))));
  const longer = longerFor(r);
  const passes = more.passes ?? ((more.steam ?? wantsSteam(r)) && inPasses(r, columns));
  const nodes = new Map<number, Node>();
  const node = (k: number): Node => {
    const known = nodes.get(k);
    if (known) return known;
    const made = laid.map((each) => {
      const runs = each.map((column) => runAt({ ...r, column }, k * SEARCH.nodeC.value, { ...more, passes }));
      const moments = FLOWS.map((lnFlow) => runs.map((run) => momentsWith(run, Math.exp(lnFlow), longer)));
      return {
        bond: moments.map((m) => Math.log(Math.max(...m.map((x) => x.bondS)))),
        harm: moments.map((m) => Math.log(Math.min(...m.map((x) => x.harmS)))),
      };
    });
    nodes.set(k, made);
    return made;
  };
  const at = (key: 'bond' | 'harm', soleplateC: number, lnFlow: number, lnTransport: number): number => {
    const place = soleplateC / SEARCH.nodeC.value;
    const k = Math.floor(place);
    const share = place - k;
    const flowAt = (lnFlow + mostFlow) / flowStep;
    const read = (n: Node): number =>
      n.length === 1
        ? between(nth(n, 0)[key], flowAt)
        : between(
            n.map((x) => between(x[key], flowAt)),
            lnTransport / t + 1,
          );
    const low = read(node(k));
    return share > 0 ? low + share * (read(node(k + 1)) - low) : low;
  };
  return {
    lnBond: (c, lnFlow, lnTransport) => at('bond', c, lnFlow, lnTransport),
    lnHarm: (c, lnFlow, lnTransport) => at('harm', c, lnFlow, lnTransport),
  };
}

/** The grid of one press as it is; worked out once for the same press. */
export const gridOnce = derive((r: PressRequest): MomentsGrid => gridOf(r, [r.column]));

/**
 * A grid around a heat as flat lists, to be read a million times.
 * @param thick whether how well it lets heat through plays a role
 */
export function flatOf(grid: MomentsGrid, aroundC: number, reachC: number, thick: boolean): MomentsGrid {
  const stepC = SEARCH.nodeC.value;
  const k0 = Math.floor((aroundC - reachC) / stepC);
  const heats = Math.ceil((aroundC + reachC) / stepC) - k0 + 1;
  const t = LEARNT_GRID.mostTransport.value;
  const transports = thick ? [-t, 0, t] : [0];
  const flows = FLOWS.length;
  const each = (of: MomentsGrid['lnBond']): Float64Array =>
    Float64Array.from({ length: transports.length * heats * flows }, (_, i) =>
      of(
        (k0 + (Math.floor(i / flows) % heats)) * stepC,
        nth(FLOWS, i % flows),
        nth(transports, Math.floor(i / flows / heats)),
      ),
    );
  const [bond, harm] = [each(grid.lnBond), each(grid.lnHarm)];
  const read = (list: Float64Array, soleplateC: number, lnFlow: number, lnTransport: number): number => {
    const x = Math.max(0, Math.min(heats - 1, soleplateC / stepC - k0));
    const y = Math.max(0, Math.min(flows - 1, (lnFlow + mostFlow) / flowStep));
    const [i, j] = [Math.min(heats - 2, Math.floor(x)), Math.min(flows - 2, Math.floor(y))];
    const plane = (from: number): number => {
      const at = (from * heats + i) * flows + j;
      const low = f64(list, at) + (y - j) * (f64(list, at + 1) - f64(list, at));
      const high = f64(list, at + flows) + (y - j) * (f64(list, at + flows + 1) - f64(list, at + flows));
      return low + (x - i) * (high - low);
    };
    if (!thick) return plane(0);
    const w = Math.max(0, Math.min(2, lnTransport / t + 1));
    const k = Math.min(1, Math.floor(w));
    return plane(k) + (w - k) * (plane(k + 1) - plane(k));
  };
  return {
    lnBond: (c, lnFlow, lnTransport) => read(bond, c, lnFlow, lnTransport),
    lnHarm: (c, lnFlow, lnTransport) => read(harm, c, lnFlow, lnTransport),
  };
}
