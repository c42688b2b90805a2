import type { Bounds, Point } from '~/core/base/shape';
import { type DisplayUnits, formatLength, formatSize } from '~/core/base/units';
import {
  applyMoves,
  type Guide,
  type Item,
  itemsOf,
  resizeItems,
  type SnapLines,
  snapMove,
  turnItems,
} from '~/core/intake/arrange';
import { type ArticleView, boxOnGround } from '~/core/keep/model';
import { edit } from '~/store';

/** Lines catch within this many px, and turns at every fifteenth degree when they come this near. */
const CATCH_PX = 6;
const TURN_CATCH_DEG = 15;
const TURN_NEAR_DEG = 2.5;
/** Nothing is sized by less or more at once. */
const SIZED = { least: 0.02, most: 50 } as const;

/** What is in the hand, as it was picked up. */
export interface Drag {
  readonly from: Point;
  readonly ids: readonly string[];
  readonly items: readonly Item[];
  readonly box: Bounds;
  /** What stays where it is when it is turned or sized. */
  readonly anchor: Point;
  readonly lines: SnapLines | null;
  /** Millimetres to a pixel. */
  readonly perPx: number;
  /** 1, or −1 where the picture is seen from behind: across is the other way round. */
  readonly side: 1 | -1;
  readonly units: DisplayUnits;
}
/** Alt: nothing catches; Shift: a turn stands at whole catches only. */
export interface Keys {
  readonly altKey: boolean;
  readonly shiftKey: boolean;
}

/** What a drag has come to: how the lifted layer is shifted, what is said, lines that caught, and what is done when the hand lets go. */
export interface DragCourse {
  readonly transform: string;
  readonly words: string;
  readonly guides: readonly Guide[];
  readonly commit: () => void;
}

function caught(deg: number, e: Keys): number {
  const near = Math.round(deg / TURN_CATCH_DEG) * TURN_CATCH_DEG;
  const taken = !e.altKey && (e.shiftKey || Math.abs(near - deg) < TURN_NEAR_DEG) ? near : deg;
  return Math.round(taken * 10) / 10;
}
const signed = (deg: number): number => Math.round((((deg + 540) % 360) - 180) * 10) / 10;
const sized = (factor: number): number => Math.max(SIZED.least, Math.min(SIZED.most, factor));
const between = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);
const slope = (a: Point, b: Point): number => (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;
const sizeWords = ({ box: b, units }: Drag, factor: number): string =>
  formatSize((b.maxX - b.minX) * factor, (b.maxY - b.minY) * factor, units);

/** Moved along with the pointer. */
export function moved(d: Drag, now: Point, keys: Keys): DragCourse {
  const [only] = d.items;
  const [dx, dy] = [now.x - d.from.x, now.y - d.from.y];
  const whole = { box: d.box, baselineMm: d.items.length === 1 ? (only?.baselineMm ?? null) : null };
  const s =
    keys.altKey || !d.lines ? { dxMm: dx, dyMm: dy, guides: [] } : snapMove(whole, dx, dy, d.lines, CATCH_PX * d.perPx);
  const near = s.guides.find((g) => g.distanceMm > 0);
  return {
    // Whole pixels: at fractions the browser paints the layer anew each time instead of shifting it.
    transform: `translate(${Math.round((s.dxMm / d.perPx) * d.side)}px, ${Math.round(s.dyMm / d.perPx)}px)`,
    words: `${formatLength(d.box.minX + s.dxMm, d.units)} from the left, ${formatLength(d.box.minY + s.dyMm, d.units)} from the top${near ? `, ${formatLength(near.distanceMm, d.units)} to what it lines up with` : ''}`,
    guides: s.guides,
    commit: () =>
      edit((p) =>
        applyMoves(
          p,
          itemsOf(p, d.ids).map((item) => ({ item, dxMm: s.dxMm, dyMm: s.dyMm })),
        ),
      ),
  };
}

/** Turned about its anchor. */
export function turned(d: Drag, now: Point, keys: Keys): DragCourse {
  const deg = caught(slope(d.anchor, now) - slope(d.anchor, d.from), keys);
  return {
    transform: `rotate(${deg * d.side}deg)`,
    words: `turned by ${signed(deg)}°`,
    guides: [],
    commit: () => edit((p) => turnItems(p, itemsOf(p, d.ids), d.anchor, deg)),
  };
}

/** Sized from its anchor. */
export function resized(d: Drag, now: Point): DragCourse {
  const factor = sized(between(d.anchor, now) / Math.max(1, between(d.anchor, d.from)));
  return {
    transform: `scale(${factor})`,
    words: sizeWords(d, factor),
    guides: [],
    commit: () => edit((p) => resizeItems(p, itemsOf(p, d.ids), d.anchor, factor)),
  };
}

type Fingers = readonly [Point, Point];

/** Moved, turned and sized at once by two fingers. */
export function pinched(d: Drag, from: Fingers, now: Fingers, keys: Keys): DragCourse {
  const factor = sized(between(...now) / Math.max(1, between(...from)));
  const deg = caught(slope(...now) - slope(...from), keys);
  const by = {
    dxMm: (now[0].x + now[1].x - from[0].x - from[1].x) / 2,
    dyMm: (now[0].y + now[1].y - from[0].y - from[1].y) / 2,
  };
  return {
    transform: `translate(${(by.dxMm / d.perPx) * d.side}px, ${by.dyMm / d.perPx}px) rotate(${deg * d.side}deg) scale(${factor})`,
    words: `${sizeWords(d, factor)}, turned by ${signed(deg)}°`,
    guides: [],
    commit: () =>
      edit((p) => {
        resizeItems(p, itemsOf(p, d.ids), d.anchor, factor);
        turnItems(p, itemsOf(p, d.ids), d.anchor, deg);
        applyMoves(
          p,
          itemsOf(p, d.ids).map((item) => ({ item, ...by })),
        );
      }),
  };
}

/** The pieces that lie within a loop, whole. */
export const within = (project: ArticleView, loop: Bounds): string[] =>
  project.pieces
    .filter((p) => {
      const b = boxOnGround(p);
      return b.minX >= loop.minX && b.maxX <= loop.maxX && b.minY >= loop.minY && b.maxY <= loop.maxY;
    })
    .map((p) => p.id);
