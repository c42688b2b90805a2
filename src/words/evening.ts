import { formatLength } from '~/core/base/units';
import type { Leg } from '~/core/hands/evening';
import { lookup, type Plan, type PressTicket, type Project, type Step } from '~/core/keep/model';
import type { EveningCost } from '~/core/plan';
import { calledWords } from './called';
import { kindWords } from './making';
import { dialWords } from './press';
import { counted, fewOf, heat, listedWords, minutesWords, upper } from './table';

/** Kinds of work that a leg is named after, the most. */
const NAMED_KINDS = 2;

/** What a leg of the evening is, in a few words: the mark on the dial, or what hands do. */
export function legWords(leg: Leg, steps: readonly Step[], units: Project['units']): string {
  if (leg.at === 'iron' && leg.heat) {
    const degrees = heat(leg.heat.soleplateC, units);
    if (!leg.heat.dial) return upper(degrees);
    const mark = dialWords(leg.heat.dial);
    // A bare number could be anything.
    return `${/^\d/.test(mark) ? `Dial ${mark}` : upper(mark)}, ${degrees}`;
  }
  if (leg.at === 'iron' && leg.ticketIds.length > 0) return 'Cannot be pressed';
  const mine = new Set(leg.stepIds);
  const byKind = new Map<string, number>();
  for (const s of steps) if (mine.has(s.id)) byKind.set(s.kind, (byKind.get(s.kind) ?? 0) + s.handsS);
  const kinds = [...byKind].sort((a, b) => b[1] - a[1]).slice(0, NAMED_KINDS);
  return upper(listedWords(kinds.map(([kind]) => kindWords(kind))));
}

/** How long a leg takes, and how many threads it takes. */
export const legMinutesWords = (leg: Leg): string =>
  [minutesWords(leg.handsS + leg.waitS), ...(knotsOf(leg) > 0 ? [counted(knotsOf(leg), 'thread')] : [])].join(', ');
const knotsOf = (leg: Leg): number => leg.marks.filter((m) => m.is === 'knot').length;

/** What of a leg is pressed and waited for, after its time: “, 3 presses, 30 s waiting”; nothing where it is neither. */
export const legMoreWords = (leg: Leg): string =>
  [
    ...(leg.ticketIds.length > 0 ? [counted(leg.ticketIds.length, 'press', 'presses')] : []),
    ...(leg.waitS >= LEAST_WAIT_S ? [`${minutesWords(leg.waitS)} waiting`] : []),
  ]
    .map((part) => `, ${part}`)
    .join('');
const LEAST_WAIT_S = 20;

/** Smaller differences than these are none that anyone would choose by. */
const SAME_S = 60;
const SAME_WEB_MM = 10;
const moreOr = (n: number, words: (by: string) => string, said: (n: number) => string): string[] =>
  n === 0 ? [] : [words(`${said(Math.abs(n))} ${n > 0 ? 'more' : 'less'}`)];

/** What another way costs or saves against what is chosen: minutes, settings of the iron, web. */
export function costWords(now: EveningCost, then: EveningCost, units: Project['units']): string {
  const s = then.workS - now.workS;
  const settings = then.settings - now.settings;
  const webMm = then.webMm - now.webMm;
  const stops = then.stops - now.stops;
  const parts = [
    ...moreOr(Math.abs(s) < SAME_S ? 0 : s, (by) => by, minutesWords),
    ...(settings === 0 ? [] : [`${counted(Math.abs(settings), 'iron setting')} ${settings > 0 ? 'more' : 'fewer'}`]),
    ...moreOr(
      Math.abs(webMm) < SAME_WEB_MM ? 0 : webMm,
      (by) => `${by} web`,
      (mm) => formatLength(mm, units),
    ),
    ...(stops > 0 ? [`${counted(stops, 'press', 'presses')} that cannot be done`] : []),
    ...(stops < 0 ? [`${counted(-stops, 'press', 'presses')} more that can be done`] : []),
  ];
  return parts.length === 0 ? 'the same minutes, settings and web' : listedWords(parts);
}

/** The same as a sentence; while it is not known yet, that it is being worked out. */
export const costSays = (now: EveningCost, then: EveningCost | undefined, units: Project['units']): string =>
  then ? `Against what is chosen: ${costWords(now, then, units)}.` : 'Working out what it would cost …';

/** A press by what it does, within a sentence: “fusing Firm film to Red and Blue”, “bonding Crab (4)”. */
export function ticketCalled(project: Project, plan: Pick<Plan, 'making'>, ticket: PressTicket): string {
  const steps = plan.making.steps.filter((s) => s.ticketId === ticket.id);
  const look = lookup(project);
  const fabrics = [...new Set(steps.flatMap((s) => (s.fabricId === null ? [] : [s.fabricId])))];
  const named = (ids: readonly string[]): string =>
    fewOf(
      ids.map((id) => project.fabrics.find((f) => f.id === id)?.name || 'a fabric'),
      NAMED_MOST,
    );
  if (steps.some((s) => s.does.code === 'press-foil')) return `pressing ${named(fabrics)}`;
  if (ticket.stage === 'fuse') return `fusing web to ${named(fabrics)}`;
  const unit = steps.find((s) => s.unit !== null && s.does.code === 'bond-unit')?.unit;
  if (unit) return `bonding the unit ${unit.split('/').at(-1) ?? unit}`;
  const pieces = [...new Set(steps.flatMap((s) => s.pieceIds))].filter((id) => project.pieces.some((p) => p.id === id));
  const numbered = calledWords(project);
  return `${steps.some((s) => s.kind === 'steam-pass') ? 'steaming' : 'bonding'} ${fewOf(
    pieces.map((id) => (pieces.length > NAMED_MOST ? look.piece(id).label || numbered(id) : numbered(id))),
    NAMED_MOST,
  )}`;
}
const NAMED_MOST = 3;
