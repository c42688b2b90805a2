import { nth } from '../../base/lists';
import { countable, leadingWeb } from '../../choose/press';
import type { PressTicket, Setting } from '../../keep/model';
import type { Press } from './press';

/** Findings that say the same are told once. */
function together<T>(lists: readonly (readonly T[])[]): T[] {
  const said = new Map<string, T>();
  for (const list of lists) for (const f of list) said.set(JSON.stringify(f), said.get(JSON.stringify(f)) ?? f);
  return [...said.values()];
}

/** What has to be the same for two presses to be one ticket, but for their seconds. */
const handling = (p: Press): string => {
  const { heat, pressure, steam, stop, passes, side } = p.setting;
  // A cloth that is fused whole is a ticket of its own.
  const whole = p.does.code === 'fuse-patch' ? p.fabricId : null;
  return JSON.stringify([
    p.stage,
    p.on,
    p.unit,
    whole,
    leadingWeb(p.request).id,
    heat,
    pressure,
    steam,
    stop,
    passes,
    side,
    // What is told of one bond's own small places is not said of another's.
    p.setting.cautions.find((c) => c.code === 'small-place') ?? null,
  ]);
};

interface Run {
  readonly same: string;
  readonly presses: Press[];
  minS: number;
  maxS: number;
  /** What holds for all of them wherever the dial is. */
  lowS: number;
  highS: number;
}

/** The seconds that hold for a press wherever the dial is; where none do, only its own. */
function holdsAt({ setting }: Press): { readonly lowS: number; readonly highS: number } {
  const { band, dwell } = setting;
  const lowS = band.coldS?.[0] ?? dwell.seconds;
  const highS = band.hotS?.[1] ?? dwell.seconds;
  return lowS <= dwell.seconds && dwell.seconds <= highS
    ? { lowS, highS }
    : { lowS: dwell.seconds, highS: dwell.seconds };
}

/** The seconds that suit a whole run: the most that one of them asks for, within what all bear. */
function dwellOf(run: Run): Setting['dwell'] {
  const [only] = run.presses;
  if (only && run.presses.length === 1) return only.setting.dwell;
  const wanted = Math.max(...run.presses.map((p) => p.setting.dwell.seconds));
  const seconds = Math.min(run.highS, run.maxS, Math.max(run.minS, run.lowS, wanted));
  return {
    seconds: countable(seconds, Math.max(run.minS, run.lowS), Math.min(run.maxS, run.highS)),
    minS: run.minS,
    maxS: run.maxS,
  };
}

/** What is right for all of them; null where one has none, or nothing is. */
function bandOf(bands: readonly Setting['band']['coldS'][]): Setting['band']['coldS'] {
  let low = 0;
  let high = Number.POSITIVE_INFINITY;
  for (const b of bands) {
    if (!b) return null;
    low = Math.max(low, b[0]);
    high = Math.min(high, b[1]);
  }
  return low < high ? [low, high] : null;
}

function ticketOf(run: Run, id: string, stepIds: readonly string[]): PressTicket {
  const { presses } = run;
  const settings = presses.map((p) => p.setting);
  const { deciding: _, ...first } = nth(settings, 0);
  const dwell = dwellOf(run);
  const many = new Set(settings.map((s) => s.dwell.seconds)).size > 1;
  const rules = settings.every((s) => s.leaflet.rules) && dwell.seconds === first.leaflet.dwellS;
  const slowest = settings.reduce((a, s, i) => (s.dwell.minS > nth(settings, a).dwell.minS ? i : a), 0);
  const firstPress = nth(presses, 0);
  // How it came about is told of the press that decides; what to take care of, of all.
  const { reasons } = nth(settings, slowest);
  return {
    ...first,
    id,
    stage: firstPress.stage,
    on: firstPress.on,
    unit: firstPress.unit,
    pieceIds: presses.flatMap((p) => p.pieceIds),
    webId: leadingWeb(firstPress.request).id,
    stepIds,
    dwell,
    band: { coldS: bandOf(settings.map((s) => s.band.coldS)), hotS: bandOf(settings.map((s) => s.band.hotS)) },
    placements: Math.max(...presses.map((p) => p.placements)),
    setDowns: presses.reduce((n, p) => n + p.setDowns, 0),
    loads: presses.reduce((n, p) => n + p.loads, 0),
    copies: Math.max(...presses.map((p) => p.copies)),
    coolS: Math.max(...settings.map((s) => s.coolS)),
    cautions: together(settings.map((s) => s.cautions)),
    reasons: many
      ? [...reasons.filter((r) => rules || r.code !== 'leaflet-rules'), { code: 'one-time', presses: presses.length }]
      : reasons,
    remedies: together(settings.map((s) => s.remedies)),
    leaflet: { ...first.leaflet, rules },
    decides: { stepId: nth(stepIds, slowest), column: nth(settings, slowest).deciding },
  };
}

/** A press with the step that it is and the ticket that it stands on. */
export interface Ticketed {
  readonly press: Press;
  readonly stepId: string;
  readonly ticketId: string;
}

/**
 * Every press on a ticket. Fuses of one setting share one, since nothing depends on their order; bonds keep their order, and those next to each other share one while a common time suits them.
 */
export function ticketsOf(presses: readonly Press[]): { tickets: PressTicket[]; pressed: Ticketed[] } {
  const runs: Run[] = [];
  const runOf: Run[] = [];
  for (const press of presses) {
    const same = handling(press);
    const { minS, maxS } = press.setting.dwell;
    const { lowS, highS } = holdsAt(press);
    // Of fuses any earlier run will do, of bonds only the one before.
    const open = press.stage === 'fuse' ? runs.filter((r) => nth(r.presses, 0).stage === 'fuse') : runs.slice(-1);
    let run = open.find(
      (r) =>
        r.same === same &&
        Math.max(r.minS, minS) <= Math.min(r.maxS, maxS) &&
        Math.max(r.lowS, lowS) <= Math.min(r.highS, highS),
    );
    if (run) {
      run.presses.push(press);
      run.minS = Math.max(run.minS, minS);
      run.maxS = Math.min(run.maxS, maxS);
      run.lowS = Math.max(run.lowS, lowS);
      run.highS = Math.min(run.highS, highS);
    } else {
      run = { same, presses: [press], minS, maxS, lowS, highS };
      runs.push(run);
    }
    runOf.push(run);
  }
  const counts = { fuse: 0, bond: 0 };
  const ids = new Map(
    runs.map((run): [Run, string] => {
      const { stage } = nth(run.presses, 0);
      counts[stage] += 1;
      return [run, `${stage}-${counts[stage]}`];
    }),
  );
  const pressed = presses.map((press, i): Ticketed => {
    const ticketId = ids.get(nth(runOf, i)) ?? '';
    return { press, stepId: `press-${i + 1}`, ticketId };
  });
  const tickets = runs.map((run) => {
    const id = ids.get(run) ?? '';
    return ticketOf(
      run,
      id,
      pressed.filter((p) => p.ticketId === id).map((p) => p.stepId),
    );
  });
  return { tickets, pressed };
}
