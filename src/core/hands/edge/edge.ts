import { derive, same } from '../../base/derive';
import { inMap, lastOf, nth } from '../../base/lists';
import { type Bounds, boundsOf, type Point } from '../../base/shape';
import { clothOf, WADDING } from '../../choose/material';
import type {
  EdgeBatch,
  EdgeCaution,
  EdgeLine,
  EdgePlan,
  EdgeSetting,
  Edging,
  Fabric,
  Project,
  Thread,
  ThreadTrouble,
  ThreadUse,
  Web,
} from '../../keep/model';
import type { Laid, PilePlace } from '../../lay/laid';
import { liesOnWadding } from '../../lay/size';
import {
  BOTTLE_ML,
  CHANGE_S,
  CUT_S,
  EDGE_FACTS,
  GARMENT_SHARE,
  isWorn,
  PAINT_MM_S,
  STABILISER_PAST_MM,
  START_S,
  STITCH_S,
  TAIL_MM,
  THIN_GROUND_GSM,
  THREAD_SPARE,
  TURN_S,
} from './data';
import { type LaidLine, laidLines, type WebOf } from './lines';
import { needleOf } from './needle';
import { type OrderedLines, orderFigures, orderLines, type Stop } from './order';
import type { Stitching } from './stitches';
import { type ChosenThread, threadsFor } from './threads';

/** An edge plan with the stitches it was worked out from, in the order in which they are done. */
export interface Edged {
  readonly plan: EdgePlan;
  readonly lines: readonly LaidLine[];
}

/** What a piece lies on where most of it lies: cloths from the ground up, itself last, and the webs between. */
interface Pile {
  readonly cloths: readonly Fabric[];
  readonly webs: readonly Web[];
}

function pileAt(laid: Laid, pieceId: string, webOf: WebOf): Pile {
  const { look } = laid;
  const ground = look.groundOf(look.articleOf(look.piece(pieceId)));
  const place = laid.pile
    .placesOf(pieceId)
    .filter((p) => lastOf(p.pieceIds) === pieceId)
    .reduce<PilePlace | null>((most, p) => (!most || p.areaMm2 > most.areaMm2 ? p : most), null);
  const ids = place?.pieceIds ?? [pieceId];
  return {
    cloths: [...(ground ? [ground] : []), ...ids.map((id) => look.fabricOf(look.piece(id)))],
    webs: ids.flatMap((id) => webOf(id) ?? []),
  };
}

/**
 * Thread for stitches, mm: on top and in the bobbin. Each stitch runs along the face, and along the back below, and each thread goes through half of the pile twice;
 * where the top thread is eased the lock lies on the back: the top thread goes all the way through, twice.
 * Source: geometry of the lockstitch; by hand one thread makes both sides.
 */
export function threadFor(
  edge: EdgeLine['edge'],
  { stitches, onTopMm }: { readonly stitches: number; readonly onTopMm: number },
  pileMm: number,
): { readonly topMm: number; readonly bobbinMm: number } {
  const { by, eases, motion } = EDGE_FACTS[edge];
  if (by === 'none') return { topMm: 0, bobbinMm: 0 };
  if (by === 'hand') return { topMm: onTopMm + (motion === 'run' ? 2 : 1) * stitches * pileMm, bobbinMm: 0 };
  return eases
    ? { topMm: onTopMm + 2 * stitches * pileMm, bobbinMm: onTopMm }
    : { topMm: onTopMm + stitches * pileMm, bobbinMm: onTopMm + stitches * pileMm };
}

/** One stitch, s. */
const stitchS = (edge: EdgeLine['edge']): number =>
  (EDGE_FACTS[edge].by === 'hand' ? STITCH_S.hand : edge === 'satin' ? STITCH_S.satin : STITCH_S.machine).value;

/** About how many minutes an edge takes over a length with so many corners; what is not counted stitch by stitch. */
export function minutesOf(edge: EdgeLine['edge'], lengthMm: number, corners: number): number {
  const { by, motion, stitch, rounds } = EDGE_FACTS[edge];
  if (motion === 'none') return 0;
  if (motion === 'line') return lengthMm / PAINT_MM_S.value / 60;
  const stitches = ((lengthMm * rounds) / stitch.usual.value) * (motion === 'blanket' && by === 'machine' ? 3 : 1);
  return (stitches * stitchS(edge) + (by === 'hand' ? 0 : corners * TURN_S.corner.value)) / 60;
}

/** Hands on one copy of a line, s. */
function handsS(line: LaidLine): number {
  const { by, motion, ends } = EDGE_FACTS[line.edge];
  if (motion === 'line') return line.lengthMm / PAINT_MM_S.value;
  const { stitches, outside, inside, curve, points } = line.figures;
  const turns = by === 'hand' ? 0 : (outside + inside + points) * TURN_S.corner.value + curve * TURN_S.curve.value;
  return stitches * stitchS(line.edge) + turns + line.runs.length * START_S[ends].value;
}

function cautionsOf(laid: Laid, line: LaidLine, pile: Pile, thread: ChosenThread): EdgeCaution[] {
  const { project } = laid;
  const { edging, intent } = project;
  const { by } = EDGE_FACTS[line.edge];
  const out: EdgeCaution[] = [...line.size.cautions];
  if (line.hidden) out.push({ code: 'all-hidden' });
  if (line.jagged) out.push({ code: 'jagged', corners: line.corners });
  const tough = pile.webs.find((w) => w.sewing === 'avoid') ?? pile.webs.find((w) => w.sewing === 'with-care');
  if (by === 'machine' && tough) out.push({ code: 'gums', web: tough.name, avoid: tough.sewing === 'avoid' });
  const film = pile.webs.find((w) => w.form === 'film');
  if (by === 'hand' && film) out.push({ code: 'hand-through-film', web: film.name });
  if (wantsStabiliser(laid, line)) out.push({ code: 'stabiliser', edge: line.edge });
  if (line.edge === 'paint' && intent.laundering !== 'never') out.push({ code: 'paint-dries-first' });
  if (thread.kind === 'clear' && by !== 'none')
    out.push({ code: stitchedWhen(project) === 'as-it-goes' ? 'iron-on-clear' : 'no-hot-iron' });
  const [ground, ...above] = pile.cloths;
  if (isWorn(edging.on) && ground && above.length > 0 && line.pieceId !== null) {
    const aboveGsm = above.reduce((n, f) => n + f.massGsm, 0) + pile.webs.reduce((n, w) => n + w.massGsm, 0);
    if (aboveGsm > GARMENT_SHARE.value * ground.massGsm)
      out.push({ code: 'heavy-on-garment', aboveGsm, groundGsm: ground.massGsm });
  }
  return out;
}

function wantsStabiliser({ project, look }: Laid, line: LaidLine): boolean {
  const { stabiliser } = EDGE_FACTS[line.edge];
  if (stabiliser === 'never' || line.hidden) return false;
  // Wadding and backing stiffen enough.
  const beneath = liesOnWadding(project);
  if (beneath || (project.layering.quilted && stitchedWhen(project) === 'quilting')) return false;
  if (stabiliser === 'always') return true;
  const ground = look.groundOf(look.article(line.articleId));
  if (!ground) return false;
  return isWorn(project.edging.on) || (stabiliser === 'thin-cloth' && ground.massGsm < THIN_GROUND_GSM.value);
}

/** Where a stitched line begins, and where it ends. */
function endsOf(runs: readonly Stitching[]): { start: Point; end: Point } {
  const first = runs[0]?.xy ?? [];
  const last = runs.at(-1)?.xy ?? [];
  return { start: { x: first[0] ?? 0, y: first[1] ?? 0 }, end: { x: last.at(-2) ?? 0, y: last.at(-1) ?? 0 } };
}

/** Rings round the middle of a ground, so that a quilt is stitched from the middle out. */
const RINGS = 4;
function ringOf({ project, look }: Laid, line: LaidLine): number {
  if (stitchedWhen(project) !== 'quilting') return 0;
  const { ground } = look.article(line.articleId);
  if (!ground) return 0;
  const { start } = endsOf(line.runs);
  const half = Math.hypot(ground.widthMm, ground.heightMm) / 2;
  const far = Math.hypot(start.x - ground.widthMm / 2, start.y - ground.heightMm / 2);
  return Math.min(RINGS - 1, Math.floor((RINGS * far) / half));
}

/** Paint comes out of one bottle for all: drawn dark, as an outline is. */
const PAINT_COLOUR = '#3b352e';

/** What a thread is known by: the same text is the same thread. */
const threadName = (t: ChosenThread): string => t.threadId ?? `${t.kind} ${t.colour}`;

function troublesOf(uses: readonly ThreadUse[], threads: readonly Thread[]): ThreadTrouble[] {
  const left = new Map(threads.map((t) => [t.id, t.stockMm]));
  return uses.flatMap((u): ThreadTrouble[] => {
    if (u.threadId === null) return [];
    const leftMm = inMap(left, u.threadId);
    const needsMm = u.topMm + u.bobbinMm;
    return needsMm > leftMm ? [{ code: 'thread-short', threadId: u.threadId, needsMm, leftMm }] : [];
  });
}

/** What the lines of a project are looked up by. */
interface LinesOf {
  readonly fabricOf: (line: LaidLine) => Fabric | null;
  readonly pileOf: (line: LaidLine) => Pile;
  readonly threadOf: (line: LaidLine) => ChosenThread;
  readonly troubles: readonly ThreadTrouble[];
}

const isThreaded = (line: LaidLine): boolean => EDGE_FACTS[line.edge].by !== 'none';
/** Where a line has no cloth of its own. */
const NO_COLOUR = '#808080';

/** Cloth, pile and thread of each line; threads are chosen for those of most line first. */
function linesOf(laid: Laid, lines: readonly LaidLine[], webOf: WebOf): LinesOf {
  const { project, look } = laid;
  const fabricOf = (line: LaidLine): Fabric | null =>
    line.pieceId === null ? look.groundOf(look.article(line.articleId)) : look.fabricOf(look.piece(line.pieceId));
  const lengthOf = new Map<string, number>();
  for (const line of lines) {
    const colour = fabricOf(line)?.colour;
    if (colour && isThreaded(line) && !line.hidden && !line.drawn)
      lengthOf.set(colour, (lengthOf.get(colour) ?? 0) + line.lengthMm);
  }
  const threads = threadsFor(
    project,
    [...lengthOf].sort(([, a], [, b]) => b - a).map(([colour]) => colour),
  );
  const own = new Map(project.edging.threads.map((t) => [t.pieceId, t.threadId]));
  const threadOf = (line: LaidLine): ChosenThread => {
    if (!isThreaded(line)) return { threadId: null, colour: PAINT_COLOUR, kind: 'cotton', tex: 0 };
    const colour = fabricOf(line)?.colour ?? NO_COLOUR;
    if (line.drawn) return threads.line(colour);
    return threads.of(colour, line.pieceId === null ? null : (own.get(line.pieceId) ?? null));
  };
  const piles = new Map<string, Pile>();
  const pileOf = (line: LaidLine): Pile => {
    const name = line.pieceId ?? `ground ${line.articleId}`;
    let pile = piles.get(name);
    if (!pile) {
      const ground = fabricOf(line);
      pile = line.pieceId === null ? { cloths: ground ? [ground] : [], webs: [] } : pileAt(laid, line.pieceId, webOf);
      piles.set(name, pile);
    }
    return pile;
  };
  return { fabricOf, pileOf, threadOf, troubles: threads.troubles };
}

/** One line with its figures. */
function toldOf(laid: Laid, line: LaidLine, { pileOf, threadOf }: LinesOf, sandwichMm: number): Told {
  const { look } = laid;
  const pile = pileOf(line);
  const thread = threadOf(line);
  const { ends, by } = EDGE_FACTS[line.edge];
  const pileMm = pile.cloths.reduce((n, f) => n + f.thicknessMm, 0) + sandwichMm;
  const mm = threadFor(line.edge, line.figures, pileMm);
  const tails = line.runs.length * 2 * TAIL_MM[ends].value;
  const withSpare = (n: number): number => (n === 0 ? 0 : n * THREAD_SPARE.value + tails);
  const copies = line.pieceId === null ? look.article(line.articleId).count : look.copiesOf(look.piece(line.pieceId));
  const { stitches, outside, inside, curve, points } = line.figures;
  return {
    line,
    thread,
    plan: {
      id: line.id,
      articleId: line.articleId,
      pieceId: line.pieceId,
      drawn: line.drawn,
      edge: line.edge,
      lengthMm: line.lengthMm,
      widthMm: line.size.widthMm,
      stitchMm: line.size.stitchMm,
      stitches: line.edge === 'paint' ? 0 : stitches,
      pivots: by === 'machine' ? { outside, inside, curve, points } : { outside: 0, inside: 0, curve: 0, points: 0 },
      runs: line.runs.length,
      startsAt: line.startsAt,
      threadTopMm: withSpare(mm.topMm),
      threadBobbinMm: withSpare(mm.bobbinMm),
      threadId: thread.threadId,
      colour: thread.colour,
      copies,
      handsS: handsS(line) * copies,
      cautions: cautionsOf(laid, line, pile, thread),
    },
  };
}

/** How much of each thread is used, above and below. */
function threadUsesOf(project: Project, seen: readonly Told[]): ThreadUse[] {
  const uses = new Map<string, ThreadUse & { topMm: number; bobbinMm: number }>();
  const add = (thread: ChosenThread, topMm: number, bobbinMm: number): void => {
    const name = threadName(thread);
    const was = uses.get(name);
    uses.set(name, {
      threadId: thread.threadId,
      colour: thread.colour,
      kind: thread.kind,
      topMm: (was?.topMm ?? 0) + topMm,
      bobbinMm: (was?.bobbinMm ?? 0) + bobbinMm,
    });
  };
  const bobbin = project.threads.find((t) => t.kind === 'bobbin');
  for (const { plan, thread } of seen) {
    if (plan.threadTopMm === 0) continue;
    const below = plan.threadBobbinMm * plan.copies;
    // Clear thread goes above and below; else a plain one is in the bobbin, where there is one.
    const plain = thread.kind !== 'clear' && bobbin ? bobbin : null;
    add(thread, plan.threadTopMm * plan.copies, plain ? 0 : below);
    if (plain && below > 0)
      add({ threadId: plain.id, colour: plain.colour, kind: plain.kind, tex: plain.tex }, 0, below);
  }
  return [...uses.values()];
}

/** How every edge of a laid-down project is finished: lines in order, threads, settings, minutes. Nothing where no edge is stitched or painted. */
export function edgePlan(laid: Laid, webOf: WebOf): Edged {
  const { project } = laid;
  const when = stitchedWhen(project);
  const lines = laidLines(laid, when, webOf);
  const of = linesOf(laid, lines, webOf);
  const beneath = liesOnWadding(project);
  const sandwichMm = beneath || (project.layering.quilted && when === 'quilting') ? SANDWICH_MM : 0;
  const inOrder = ordered(
    laid,
    lines.map((line) => toldOf(laid, line, of, sandwichMm)),
  );
  const seen = inOrder.list.filter(({ line }) => !line.hidden);
  const threadUses = threadUsesOf(project, seen);
  const batches = batchesOf(seen.map((s) => s.plan));
  const changing = inOrder.changes * CHANGE_S.value + inOrder.cuts * CUT_S.value;
  const painted = seen.filter(({ plan }) => plan.edge === 'paint');
  const paintMm = painted.reduce((n, { plan }) => n + plan.lengthMm * plan.copies, 0);
  const paintMl = painted.reduce((n, { plan }) => n + plan.lengthMm * plan.copies * beadMm2(plan.widthMm), 0) / 1000;
  return {
    lines: inOrder.list.map((t) => t.line),
    plan: {
      lines: inOrder.list.map((t) => t.plan),
      // Where its edge is done, not where a line is drawn on it.
      order: [
        ...new Set(
          [false, true].flatMap((drawn) =>
            inOrder.list.flatMap((t) => (t.plan.drawn === drawn ? (t.plan.pieceId ?? []) : [])),
          ),
        ),
      ],
      batches,
      threadChanges: inOrder.changes,
      pieceByPieceChanges: inOrder.before,
      cuts: inOrder.cuts,
      minutes: (seen.reduce((n, { plan }) => n + plan.handsS, 0) + changing) / 60,
      threads: threadUses,
      settings: settingsOf(laid, seen, of.pileOf),
      troubles: [...of.troubles, ...troublesOf(threadUses, project.threads)],
      stabilisers: stabilisersOf(
        laid,
        seen.map((s) => s.line),
      ),
      paint:
        painted.length === 0 ? null : { lengthMm: paintMm, ml: paintMl, bottles: Math.ceil(paintMl / BOTTLE_ML.value) },
    },
  };
}

/** A half-round bead of paint across, mm². */
const beadMm2 = (widthMm: number): number => (Math.PI * (widthMm / 2) ** 2) / 2;
/** Wadding and backing below, mm. */
const SANDWICH_MM =
  WADDING.thicknessMm.value + clothOf({ kind: 'quilting-cotton', clothId: 'solid-cotton' }).thicknessMm;
/** When edges are stitched: at quilting only where it is quilted, piece by piece only where they are bonded so. */
export function stitchedWhen({
  edging: { when },
  layering,
  schools,
}: Pick<Project, 'edging' | 'layering' | 'schools'>): Edging['when'] {
  if (when === 'quilting' && !layering.quilted) return 'bonded';
  return when === 'as-it-goes' && schools.lay === 'all-laid' ? 'bonded' : when;
}

interface Told {
  readonly line: LaidLine;
  readonly plan: EdgeLine;
  readonly thread: ChosenThread;
}

/** The lines in the order in which they are stitched; what is hidden comes last, and is not. */
function ordered(
  laid: Laid,
  told: readonly Told[],
): { list: readonly Told[]; changes: number; cuts: number; before: number } {
  const { look, project } = laid;
  const { edging } = project;
  const live = told.filter((t) => !t.line.hidden);
  const needled = live.filter((t) => t.plan.edge !== 'paint');
  const painted = live.filter((t) => t.plan.edge === 'paint');
  const at = new Map<string, number[]>();
  // A drawn line hides no join and is hidden by none: it waits for nothing.
  needled.forEach(({ plan }, i) => {
    if (plan.pieceId !== null && !plan.drawn) at.set(plan.pieceId, [...(at.get(plan.pieceId) ?? []), i]);
  });
  const after: number[][] = needled.map(() => []);
  for (const { under, over } of laid.articles.flatMap((a) => [...a.overlaps, ...a.abutting]))
    for (const j of at.get(over) ?? []) nth(after, j).push(...(at.get(under) ?? []));
  const stops = needled.map(({ line, plan, thread }, i): Stop => {
    const piece = plan.pieceId === null ? null : look.piece(plan.pieceId);
    return {
      thread: `${threadName(thread)} ${EDGE_FACTS[plan.edge].by}`,
      motif: piece ? (piece.unit ?? piece.wordId ?? piece.id) : plan.articleId,
      articleId: plan.articleId,
      after: nth(after, i),
      rank: ringOf(laid, line),
      ...endsOf(line.runs),
    };
  });
  const asLaid = orderFigures(
    stops,
    stops.map((_, i) => i),
  );
  // Stitched as it is bonded, everything comes as it is laid.
  const byMotif = edging.order === 'by-motif';
  const found = stitchedWhen(project) === 'as-it-goes' ? asLaid : orderFor(same(stops), byMotif);
  return {
    list: [...found.order.map((i) => nth(needled, i)), ...painted, ...told.filter((t) => t.line.hidden)],
    changes: found.changes,
    cuts: found.cuts,
    before: asLaid.changes,
  };
}

const orderFor = derive((stops: readonly Stop[], byMotif: boolean): OrderedLines => orderLines(stops, byMotif));

function batchesOf(lines: readonly EdgeLine[]): EdgeBatch[] {
  const out: { about: string; batch: Omit<EdgeBatch, 'lineIds'> & { lineIds: string[] } }[] = [];
  for (const { id, articleId, threadId, colour, edge, drawn } of lines) {
    const about = `${articleId} ${threadId ?? colour} ${edge} ${drawn}`;
    const last = out.at(-1);
    if (last?.about === about) last.batch.lineIds.push(id);
    else out.push({ about, batch: { articleId, threadId, colour, edge, drawn, lineIds: [id] } });
  }
  return out.map((b) => b.batch);
}

function settingsOf(laid: Laid, told: readonly Told[], pileOf: (line: LaidLine) => Pile): EdgeSetting[] {
  const edges = [...new Set(told.map((t) => t.plan.edge))];
  return edges.map((edge): EdgeSetting => {
    const mine = told.filter((t) => t.plan.edge === edge);
    const facts = EDGE_FACTS[edge];
    // Lines of the drawing have no distance from an edge.
    const edges = mine.filter((t) => !t.plan.drawn);
    const sized = edges.length > 0 ? edges : mine;
    const range = (of: (l: EdgeLine) => number): [number, number] => [
      Math.min(...sized.map((t) => of(t.plan))),
      Math.max(...sized.map((t) => of(t.plan))),
    ];
    return {
      edge,
      widthMm: range((l) => l.widthMm),
      stitchMm: range((l) => l.stitchMm),
      needle: needleOf({
        edge,
        cloths: mine.flatMap((t) => pileOf(t.line).cloths),
        webs: mine.flatMap((t) => pileOf(t.line).webs),
        threads: mine.map((t) => t.thread),
      }),
      foot: facts.foot,
      easeTension: facts.eases,
      stabiliser: mine.some((t) => wantsStabiliser(laid, t.line)),
    };
  });
}

function stabilisersOf(laid: Laid, lines: readonly LaidLine[]): EdgePlan['stabilisers'] {
  return laid.articles.flatMap(({ article }) => {
    const boxes = lines
      .filter((l) => l.articleId === article.id && wantsStabiliser(laid, l))
      .flatMap((l) => l.runs.map((r) => boxOf(r)));
    if (boxes.length === 0) return [];
    const past = 2 * STABILISER_PAST_MM.value;
    const all: Bounds = {
      minX: Math.min(...boxes.map((b) => b.minX)),
      minY: Math.min(...boxes.map((b) => b.minY)),
      maxX: Math.max(...boxes.map((b) => b.maxX)),
      maxY: Math.max(...boxes.map((b) => b.maxY)),
    };
    return [{ articleId: article.id, widthMm: all.maxX - all.minX + past, heightMm: all.maxY - all.minY + past }];
  });
}

/** The box of a line's stitches. */
export function boxOf({ xy }: Pick<Stitching, 'xy'>): Bounds {
  const points: Point[] = [];
  for (let i = 0; i + 1 < xy.length; i += 2) points.push({ x: nth(xy, i), y: nth(xy, i + 1) });
  return boundsOf([points]);
}
