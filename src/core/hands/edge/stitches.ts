import { lastOf, nth } from '../../base/lists';
import { lineMm, type Point } from '../../base/shape';
import { type Motion, OFF_PIECE_MM, OFF_SQUARE_MM, PAST, POINT_DEG, POINT_LEAST_MM, POINT_SHARE } from './data';
import { directionOf, lengthsAlong, type Turn, turnsOf, withoutDoubles } from './walk';

/** What happens where the needle goes in. */
export const NEEDLE_DOES = ['start', 'stitch', 'outside', 'inside', 'curve', 'point'] as const;
export type NeedleDoes = (typeof NEEDLE_DOES)[number];

/** How a line is stitched. */
export interface Way {
  readonly motion: Exclude<Motion, 'none'>;
  readonly widthMm: number;
  readonly stitchMm: number;
  readonly rounds: 1 | 2;
  /** It runs past corners that point inward, into the piece. */
  readonly runsPast: boolean;
  readonly stroke: 'single' | 'double';
  readonly pieceOn: 'left' | 'right';
  /** Where the needle stands while an outward corner is turned. */
  readonly needle: 'in-ground' | 'in-piece';
  /** Every other stitch lies beneath. */
  readonly everyOther: boolean;
}

/** A line as its stitches lie: where the needle goes in, one after another, mm on the ground, and what happens there. */
export interface Stitching {
  readonly xy: readonly number[];
  /** Indices into {@link NEEDLE_DOES}, one for each point. */
  readonly does: readonly number[];
  /** A length of thread from each point to the next lies on top, unless every other one lies beneath. */
  readonly everyOther: boolean;
}

const DOES = Object.fromEntries(NEEDLE_DOES.map((d, i) => [d, i])) as { readonly [D in NeedleDoes]: number };

/** Needle points as they are set down. */
class Points {
  readonly xy: number[] = [];
  readonly does: number[] = [];
  put(p: Point, does: NeedleDoes = 'stitch'): void {
    this.xy.push(p.x, p.y);
    this.does.push(DOES[this.does.length === 0 ? 'start' : does]);
  }
  /** What happens at the last point. */
  mark(does: NeedleDoes): void {
    if (this.does.length > 1) this.does[this.does.length - 1] = DOES[does];
  }
}

/** A stretch from one corner to the next, and the corners at its ends. */
interface Stretch {
  readonly points: readonly Point[];
  readonly along: readonly number[];
  readonly before: Turn | null;
  readonly after: Turn | null;
}

function stretchesOf(line: readonly Point[], turns: readonly Turn[]): Stretch[] {
  const inner = turns.filter((t) => t.at > 0 && t.at < line.length - 1);
  const cuts = [0, ...inner.map((t) => t.at), line.length - 1];
  return cuts.slice(1).map((to, i): Stretch => {
    const points = line.slice(nth(cuts, i), to + 1);
    return { points, along: lengthsAlong(points), before: inner[i - 1] ?? null, after: inner[i] ?? null };
  });
}

/** A place on a stretch: where, which way it goes there, and how far it has bent since the stretch began. */
interface Here {
  readonly at: Point;
  readonly dir: Point;
  readonly bentRad: number;
}
/** A turn of more than this between two long straight lines is drawn so, and no flattened curve. */
const DRAWN_RAD = 0.2;
const DRAWN_MM = 4;

/**
 * Evenly spaced places on a stretch, its ends among them. Between the middles of the short lines that stand for a curve its direction changes evenly, as the curve's own does.
 * @param count stretches between them
 */
function placesOn({ points, along }: Stretch, count: number): Here[] {
  const n = points.length - 1;
  const angles: number[] = [];
  const turns: number[] = [0];
  for (let i = 0; i < n; i++) {
    const dir = directionOf(nth(points, i), nth(points, i + 1)) ?? { x: 1, y: 0 };
    const a = Math.atan2(dir.y, dir.x);
    const before = angles[i - 1];
    if (before === undefined) angles.push(a);
    else {
      const turn = Math.atan2(Math.sin(a - before), Math.cos(a - before));
      turns.push(turn);
      angles.push(before + turn);
    }
  }
  const lengthOf = (i: number): number => nth(along, i + 1) - nth(along, i);
  /** What of the turn at a point is made before it; the rest after. */
  const shares = turns.map((turn, i) => {
    if (i === 0) return 0;
    const a = lengthOf(i - 1);
    const b = lengthOf(i);
    const drawn = Math.abs(turn) > DRAWN_RAD && a > DRAWN_MM && b > DRAWN_MM;
    return drawn ? null : a / (a + b);
  });
  const whole = lastOf(along);
  const out: Here[] = [];
  let i = 0;
  for (let k = 0; k <= count; k++) {
    const mm = (k * whole) / count;
    while (i < n - 1 && nth(along, i + 1) < mm - 1e-9) i += 1;
    const len = lengthOf(i);
    const t = len === 0 ? 0 : (mm - nth(along, i)) / len;
    const a = nth(points, i);
    const b = nth(points, i + 1);
    const shareBefore = shares[i];
    const shareAfter = shares[i + 1];
    const bend =
      t < 0.5 && i > 0 && shareBefore !== null && shareBefore !== undefined
        ? -nth(turns, i) * (1 - shareBefore) * (1 - 2 * t)
        : t > 0.5 && i + 1 < n && shareAfter !== null && shareAfter !== undefined
          ? nth(turns, i + 1) * shareAfter * (2 * t - 1)
          : 0;
    const angle = nth(angles, i) + bend;
    out.push({
      at: { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t },
      dir: { x: Math.cos(angle), y: Math.sin(angle) },
      bentRad: angle - nth(angles, 0),
    });
  }
  return out;
}

/** Angle of the cloth at a corner, radians. @param side 1: the piece lies to the right of the walk */
const angleAt = (turn: Turn, side: 1 | -1): number => Math.PI - side * turn.rad;

/** A vector of length 1 from a corner into the piece. */
function intoPiece(turn: Turn, side: 1 | -1): Point {
  const x = -side * (turn.into.y + turn.out.y);
  const y = side * (turn.into.x + turn.out.x);
  const d = Math.hypot(x, y);
  // It turns right back on itself: into the piece is back along the way.
  return d < 1e-6 ? { x: -turn.into.x, y: -turn.into.y } : { x: x / d, y: y / d };
}
const MITRE_MOST = 2.5;
/** A corner moved off the piece, by as much as its sides are; at a very sharp point no farther than a stitch shows. */
function cornerOff(at: Point, turn: Turn, side: 1 | -1, offMm: number): Point {
  const n = intoPiece(turn, side);
  const far = offMm * Math.min(MITRE_MOST, 1 / Math.max(0.1, Math.sin(angleAt(turn, side) / 2)));
  return { x: at.x - n.x * far, y: at.y - n.y * far };
}

/** How deep the needle may bite so far from a corner: near a narrow point only as deep as there is cloth. */
function biteAt(stretch: Stretch, mm: number, widthMm: number, side: 1 | -1): number {
  let bite = widthMm;
  const whole = lastOf(stretch.along);
  for (const [turn, d] of [
    [stretch.before, mm],
    [stretch.after, whole - mm],
  ] as const) {
    if (!turn) continue;
    const angle = angleAt(turn, side);
    if (angle < Math.PI / 2) bite = Math.min(bite, d * Math.tan(angle) * POINT_SHARE.value);
  }
  return Math.max(Math.min(POINT_LEAST_MM.value, widthMm), bite);
}

const isSharp = (turn: Turn, side: 1 | -1): boolean => angleAt(turn, side) < (POINT_DEG.value * Math.PI) / 180;
const isOutward = (turn: Turn, side: 1 | -1): boolean => side * turn.rad > 0;

/** A line moved into the piece, its corners kept. */
function inset(line: readonly Point[], closed: boolean, mm: number, side: 1 | -1): Point[] {
  const n = line.length - 1;
  const dirs = Array.from({ length: n }, (_, i) => directionOf(nth(line, i), nth(line, i + 1)) ?? { x: 1, y: 0 });
  return line.map((p, i): Point => {
    const into = i > 0 ? nth(dirs, i - 1) : closed ? nth(dirs, n - 1) : nth(dirs, 0);
    const out = i < n ? nth(dirs, i) : closed ? nth(dirs, 0) : nth(dirs, n - 1);
    const x = -side * (into.y + out.y);
    const y = side * (into.x + out.x);
    const d = Math.hypot(x, y);
    if (d < 1e-6) return p;
    // The bisector's length is twice the cosine of half the turn.
    const far = Math.min(MITRE_MOST, 2 / d) * mm;
    return { x: p.x + (x / d) * far, y: p.y + (y / d) * far };
  });
}

/** Whether a straight or running stitch has strayed from its curve since the last turn. Source: sagitta of a chord, s·φ/8. */
const hasStrayed = (mm: number, rad: number): boolean => (mm * Math.abs(rad)) / 8 >= OFF_SQUARE_MM.value;

function run(line: readonly Point[], closed: boolean, way: Way, side: 1 | -1): Points {
  const out = new Points();
  const inner = withoutDoubles(inset(line, closed, way.widthMm, side));
  if (inner.length < 2) return out;
  const stretches = stretchesOf(inner, turnsOf(inner, closed));
  for (let round = 0; round < way.rounds; round++) {
    for (const stretch of stretches) {
      const whole = lastOf(stretch.along);
      const count = Math.max(1, Math.round(whole / way.stitchMm));
      const places = placesOn(stretch, count);
      let turned = 0;
      for (let i = out.does.length === 0 ? 0 : 1; i <= count; i++) {
        const { at, dir } = nth(places, i);
        // Free-motion goes round loosely, the second time beside the first.
        const sway =
          way.rounds === 1
            ? 0
            : (round === 0 ? 1 : -1) * SWAY * way.widthMm * Math.sin((i * way.stitchMm) / way.widthMm);
        out.put({ x: at.x - side * dir.y * sway, y: at.y + side * dir.x * sway });
        // The next stitch would stray too far from the curve.
        const next = i < count ? nth(places, i + 1).bentRad - nth(places, turned).bentRad : 0;
        if (i > turned && way.rounds === 1 && hasStrayed(((i + 1 - turned) * whole) / count, next)) {
          out.mark('curve');
          turned = i;
        }
      }
      if (stretch.after) out.mark(isOutward(stretch.after, side) ? 'outside' : 'inside');
    }
  }
  return out;
}
/** How far free-motion strays to either side, of its distance from the edge. */
const SWAY = 0.25;

function zigzag(line: readonly Point[], closed: boolean, way: Way, side: 1 | -1): Points {
  const out = new Points();
  const off = Math.min(OFF_PIECE_MM.value, way.widthMm / 2);
  const mostBent = Math.asin(Math.min(1, OFF_SQUARE_MM.value / way.widthMm));
  const aside = (at: Point, dir: Point, mm: number): Point => ({
    x: at.x - side * dir.y * mm,
    y: at.y + side * dir.x * mm,
  });
  for (const stretch of stretchesOf(line, turnsOf(line, closed))) {
    const whole = lastOf(stretch.along);
    const turn = stretch.after;
    const outward = turn !== null && isOutward(turn, side);
    const past =
      turn && !outward && way.runsPast
        ? Math.min(PAST.most.value, Math.max(PAST.least.value, Math.round(way.widthMm / way.stitchMm)))
        : 0;
    // Needle in the ground where an outward corner is turned, in the piece where an inward one is.
    const endsOdd = turn !== null && (outward ? way.needle === 'in-piece' : past % 2 === 0);
    let count = Math.max(1, Math.round(whole / way.stitchMm));
    if ((count % 2 === 1) !== endsOdd) count += count * way.stitchMm < whole || count === 1 ? 1 : -1;
    const places = placesOn(stretch, count);
    const end = lastOf(places);
    let turned = 0;
    for (let i = 0; i <= count; i++) {
      const mm = (i * whole) / count;
      const here = nth(places, i);
      if (i === 0) {
        const { before } = stretch;
        if (!before) out.put(aside(here.at, here.dir, -off));
        // The tip stands there already, unless the needle was in the piece.
        else if (!isOutward(before, side) || way.needle === 'in-piece')
          out.put(isOutward(before, side) ? cornerOff(here.at, before, side, off) : aside(here.at, here.dir, -off));
        continue;
      }
      const isOuter = i % 2 === 0;
      if (isOuter && i === count && turn && outward) out.put(cornerOff(here.at, turn, side, off));
      else out.put(aside(here.at, here.dir, isOuter ? -off : biteAt(stretch, mm, way.widthMm, side) - off));
      // The needle stays down on the outer side of the curve; it comes there again after two stitches.
      const next = i + 2 <= count ? nth(places, i + 2).bentRad - nth(places, turned).bentRad : 0;
      if (i > turned && Math.abs(next) > mostBent && isOuter === side * next > 0) {
        out.mark('curve');
        turned = i;
      }
    }
    if (!turn) continue;
    for (let k = 1; k <= past; k++) {
      const on = { x: end.at.x + end.dir.x * k * way.stitchMm, y: end.at.y + end.dir.y * k * way.stitchMm };
      out.put(aside(on, end.dir, (count + k) % 2 === 0 ? -off : way.widthMm - off));
    }
    out.mark(outward ? 'outside' : 'inside');
    if (outward && isSharp(turn, side)) {
      // To the tip, turn, one stitch that covers it, turn on.
      const tip = cornerOff(nth(line, turn.at), turn, side, off);
      const into = intoPiece(turn, side);
      const deep = way.widthMm * POINT_SHARE.value;
      out.put({ x: tip.x + into.x * deep, y: tip.y + into.y * deep });
      if (way.needle === 'in-ground') out.put(tip);
      out.mark('point');
    }
  }
  return out;
}

function blanket(line: readonly Point[], closed: boolean, way: Way, side: 1 | -1): Points {
  const out = new Points();
  const off = Math.min(OFF_PIECE_MM.value, way.widthMm / 2);
  const mostBent = Math.asin(Math.min(1, OFF_SQUARE_MM.value / way.widthMm));
  for (const stretch of stretchesOf(line, turnsOf(line, closed))) {
    const whole = lastOf(stretch.along);
    const turn = stretch.after;
    const count = Math.max(1, Math.round(whole / way.stitchMm));
    const places = placesOn(stretch, count);
    let turned = 0;
    for (let i = 0; i <= count; i++) {
      const mm = (i * whole) / count;
      const { at, dir } = nth(places, i);
      const corner = i === count ? turn : null;
      const ground = corner
        ? cornerOff(at, corner, side, off)
        : { x: at.x + side * dir.y * off, y: at.y - side * dir.x * off };
      if (i === 0) {
        if (out.does.length === 0) out.put(ground);
        continue;
      }
      const into = corner ? intoPiece(corner, side) : { x: -side * dir.y, y: side * dir.x };
      const deep =
        corner && isSharp(corner, side) ? way.widthMm * POINT_SHARE.value : biteAt(stretch, mm, way.widthMm, side);
      const bite = { x: ground.x + into.x * deep, y: ground.y + into.y * deep };
      if (way.stroke === 'double') {
        const back = { x: out.xy.at(-2) ?? 0, y: out.xy.at(-1) ?? 0 };
        out.put(ground);
        out.put(back);
      }
      out.put(ground);
      for (let k = 0; k < (way.stroke === 'double' ? 2 : 1); k++) {
        out.put(bite);
        if (corner && way.needle === 'in-piece' && isOutward(corner, side)) out.mark('outside');
        out.put(ground);
      }
      // Turned only when the whole sequence is done.
      if (corner) {
        if (!isOutward(corner, side)) out.mark('inside');
        else if (way.needle === 'in-ground') out.mark('outside');
      } else if (i < count && i > turned) {
        const next = nth(places, i + 1).bentRad - nth(places, turned).bentRad;
        if (Math.abs(next) > mostBent) {
          out.mark('curve');
          turned = i;
        }
      }
    }
  }
  return out;
}

/**
 * Lays stitches along a line.
 * @param line the edge as it is walked clockwise as seen, the piece to its right, mm; a closed one ends where it began
 * @returns needle points in the order in which the machine goes; empty for a line without length
 */
export function stitchLine(line: readonly Point[], closed: boolean, way: Way): Stitching {
  const clean = withoutDoubles(line);
  const empty: Stitching = { xy: [], does: [], everyOther: way.everyOther };
  if (clean.length < 2 || lineMm(clean) < 1e-3) return empty;
  const walked = way.pieceOn === 'right' ? clean : clean.reverse();
  const side = way.pieceOn === 'right' ? 1 : -1;
  const { motion } = way;
  if (motion === 'line')
    return {
      ...empty,
      xy: walked.flatMap((p) => [p.x, p.y]),
      does: walked.map((_, i) => (i === 0 ? DOES.start : DOES.stitch)),
    };
  const { xy, does } = { run, zigzag, blanket }[motion](walked, closed, way, side);
  return { ...empty, xy, does };
}

/** What a stitched line comes to. */
export interface StitchFigures {
  readonly stitches: number;
  /** Thread on the face, without what goes through the cloth. */
  readonly onTopMm: number;
  readonly outside: number;
  readonly inside: number;
  readonly curve: number;
  readonly points: number;
}

/** What stitches come to. A tip is covered by a stitch of its own only in a zigzag: a blanket stitch's bite covers it anyway. */
export function figuresOf({ xy, does, everyOther }: Stitching): StitchFigures {
  let onTopMm = 0;
  for (let i = 2; i < xy.length; i += 2)
    onTopMm += Math.hypot(nth(xy, i) - nth(xy, i - 2), nth(xy, i + 1) - nth(xy, i - 1));
  const count = (d: NeedleDoes): number => does.reduce((n, x) => (x === DOES[d] ? n + 1 : n), 0);
  const all = Math.max(0, does.length - 1);
  return {
    stitches: everyOther ? Math.ceil(all / 2) : all,
    onTopMm,
    outside: count('outside'),
    inside: count('inside'),
    curve: count('curve'),
    points: count('point'),
  };
}
