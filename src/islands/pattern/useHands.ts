import { type PointerEvent, type RefObject, useCallback, useRef, useState } from 'react';
import { type Bounds, centreOf, mergeBounds, type Point } from '~/core/base/shape';
import { type Guide, itemsOf, snapLines, wholeWords } from '~/core/intake/arrange';
import type { ArticleView } from '~/core/keep/model';
import { endMerge, selectAll } from '~/store';
import { type Drag, type DragCourse, moved, pinched, resized, turned, within } from './drags';

/** A drag begins when the pointer has gone this far, px. */
const START_PX = 3;
const LIFT_PAD_PX = 6;
const READ_MS = 80;

export type Handle = 'turn' | 'nw' | 'ne' | 'se' | 'sw';

/** A drag that is going on. */
interface Going extends Drag {
  readonly kind: 'move' | 'turn' | 'resize' | 'pinch' | 'lasso' | 'tape';
  readonly ctm: DOMMatrix;
  readonly frame: DOMRect;
  started: boolean;
  commit: (() => void) | null;
}

export interface Marks {
  /** Lines that caught, redrawn at every move without going through React. */
  loop: SVGGElement | null;
  guideAcross: HTMLElement | null;
  guideDown: HTMLElement | null;
  readout: HTMLElement | null;
  lift: HTMLElement | null;
  svg: SVGSVGElement | null;
}

/** The corner that stays where it is while the one across is drawn; null: it turns about its middle. */
function anchorOf(handle: Handle, b: Bounds): Point | null {
  const anchors: Record<Handle, Point | null> = {
    turn: null,
    nw: { x: b.maxX, y: b.maxY },
    ne: { x: b.minX, y: b.maxY },
    se: { x: b.minX, y: b.minY },
    sw: { x: b.maxX, y: b.minY },
  };
  return anchors[handle];
}

/** Draws the loop between two points of the ground. @returns its box */
function showLoop({ loop: group }: Marks, from: Point, to: Point): Bounds {
  const loop = {
    minX: Math.min(from.x, to.x),
    minY: Math.min(from.y, to.y),
    maxX: Math.max(from.x, to.x),
    maxY: Math.max(from.y, to.y),
  };
  const line = document.createElementNS('http://www.w3.org/2000/svg', 'path');
  line.setAttribute('d', `M${loop.minX} ${loop.minY}H${loop.maxX}V${loop.maxY}H${loop.minX}Z`);
  group?.replaceChildren(line);
  return loop;
}

/** What is taken in hand, as it lies at that moment. */
function pickedUp(
  project: ArticleView,
  {
    kind,
    from,
    ids,
    anchor,
    flipped,
    ctm,
    svg,
  }: Pick<Going, 'kind' | 'from' | 'ids' | 'ctm'> & {
    readonly anchor: Point | null;
    readonly flipped: boolean;
    readonly svg: SVGSVGElement;
  },
): Going {
  const items = itemsOf(project, ids);
  const box = items.length > 0 ? mergeBounds(items.map((i) => i.box)) : { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  return {
    kind,
    from,
    ids,
    items,
    box,
    anchor: anchor ?? centreOf(box),
    lines: kind === 'move' ? snapLines(project, ids) : null,
    perPx: 1 / ctm.a,
    side: flipped ? -1 : 1,
    units: project.units,
    ctm,
    frame: svg.getBoundingClientRect(),
    started: false,
    commit: null,
  };
}

/** What is shown while something is in the hand, past React: words, guides, and the lifted layer. */
function marksOf(marks: RefObject<Marks>, said: RefObject<number>, project: ArticleView | null, flipped: boolean) {
  /** New words make the browser lay the line out anew, so they come a few times a second, not with every move. */
  const say = (text: string): void => {
    const now = performance.now();
    if (!marks.current.readout || (text !== '' && now - said.current < READ_MS)) return;
    said.current = now;
    marks.current.readout.textContent = text;
  };
  /** Where a point of the ground stands on the picture, px from its upper left corner; worked out once a drag. */
  const toPx = (d: Going, p: Point): Point => {
    const x = flipped && project ? project.ground.widthMm - p.x : p.x;
    return { x: (x * d.ctm.a + d.ctm.e - d.frame.left) | 0, y: (p.y * d.ctm.d + d.ctm.f - d.frame.top) | 0 };
  };
  const showGuides = (d: Going, guides: readonly Guide[]): void => {
    for (const axis of ['across', 'down'] as const) {
      const line = axis === 'across' ? marks.current.guideAcross : marks.current.guideDown;
      const guide = guides.find((g) => g.axis === axis);
      if (!line) continue;
      line.style.opacity = guide ? '1' : '0';
      if (!guide) {
        // Unseen, it would still stick out of a window that is made narrower.
        line.style.transform = 'none';
        continue;
      }
      const at = toPx(d, { x: guide.at, y: guide.at });
      line.style.transform = axis === 'across' ? `translateX(${at.x}px)` : `translateY(${at.y}px)`;
    }
  };
  /** Lays the lifted layer over what is picked up: no larger than that, since the browser shifts small layers in no time and large ones not. */
  const layLift = (d: Going): Bounds => {
    const pad = LIFT_PAD_PX * d.perPx;
    const box = { minX: d.box.minX - pad, minY: d.box.minY - pad, maxX: d.box.maxX + pad, maxY: d.box.maxY + pad };
    const { lift } = marks.current;
    if (lift) {
      const from = toPx(d, { x: flipped ? box.maxX : box.minX, y: box.minY });
      lift.style.left = `${from.x}px`;
      lift.style.top = `${from.y}px`;
      lift.style.width = `${(box.maxX - box.minX) / d.perPx}px`;
      lift.style.height = `${(box.maxY - box.minY) / d.perPx}px`;
      lift.style.transform = 'none';
      const about = toPx(d, d.anchor);
      lift.style.transformOrigin = `${about.x - from.x}px ${about.y - from.y}px`;
    }
    return box;
  };
  const shiftLift = (transform: string): void => {
    if (marks.current.lift) marks.current.lift.style.transform = transform;
  };

  return { say, showGuides, layLift, shiftLift };
}

/**
 * What hands do on the picture: move, turn, resize, gather with a loop, measure with the tape.
 * While something is in the hand React is left alone: the lifted pieces are a layer of their own that the browser only shifts about.
 */
export function useHands(project: ArticleView | null, flipped: boolean, tape: boolean) {
  const marks = useRef<Marks>({ loop: null, guideAcross: null, guideDown: null, readout: null, lift: null, svg: null });
  const drag = useRef<Going | null>(null);
  const [lifted, setLifted] = useState<{ ids: ReadonlySet<string>; box: Bounds } | null>(null);
  const [measured, setMeasured] = useState<{ from: Point; to: Point } | null>(null);
  /** Fingers on the picture, where they are now. */
  const fingers = useRef(new Map<number, Point>());
  const justDragged = useRef(false);
  const said = useRef(0);
  const toGround = useCallback(
    (e: { clientX: number; clientY: number }): Point => {
      const m = marks.current.svg?.getScreenCTM();
      if (!m || !project) return { x: 0, y: 0 };
      const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
      return { x: flipped ? project.ground.widthMm - p.x : p.x, y: p.y };
    },
    [project, flipped],
  );

  const { say, showGuides, layLift, shiftLift } = marksOf(marks, said, project, flipped);

  const begin = (e: PointerEvent, kind: Going['kind'], ids: readonly string[], anchor: Point | null): void => {
    const { svg } = marks.current;
    const m = svg?.getScreenCTM();
    if (!project || !svg || !m || e.button !== 0) return;
    drag.current = pickedUp(project, { kind, from: toGround(e), ids, anchor, flipped, ctm: m, svg });
    justDragged.current = false;
  };

  /** Puts a finger down. @returns whether it was the second: then both turn and size what is in hand, and nothing else begins */
  const fingerDown = (e: PointerEvent, ids: readonly string[]): boolean => {
    if (e.pointerType !== 'touch') return false;
    fingers.current.set(e.pointerId, toGround(e));
    const [first, second] = [...fingers.current.values()];
    if (fingers.current.size !== 2 || !first || !second || ids.length === 0 || tape) return false;
    finish(false);
    begin(e, 'pinch', ids, null);
    if (drag.current) pinchFrom.current = [first, second];
    return true;
  };
  const pinchFrom = useRef<readonly [Point, Point] | null>(null);

  const pieceDown = (e: PointerEvent, id: string, selectedIds: readonly string[]): void => {
    if (!project || tape) return;
    if (fingerDown(e, drag.current && drag.current.ids.length > 0 ? drag.current.ids : selectedIds)) {
      e.stopPropagation();
      return;
    }
    // Without this the ground under the piece would begin a loop as well.
    e.stopPropagation();
    begin(e, 'move', selectedIds.includes(id) ? selectedIds : wholeWords(project, [id]), null);
  };
  const groundDown = (e: PointerEvent, selectedIds: readonly string[]): void => {
    if (!project) return;
    if (fingerDown(e, drag.current && drag.current.ids.length > 0 ? drag.current.ids : selectedIds)) return;
    begin(e, tape ? 'tape' : 'lasso', [], null);
  };
  const handleDown = (e: PointerEvent, handle: Handle, ids: readonly string[]): void => {
    if (!project) return;
    e.stopPropagation();
    const items = itemsOf(project, ids);
    if (items.length === 0) return;
    const b = mergeBounds(items.map((i) => i.box));
    begin(e, handle === 'turn' ? 'turn' : 'resize', ids, anchorOf(handle, b));
  };

  const move = (e: PointerEvent): void => {
    if (fingers.current.has(e.pointerId)) fingers.current.set(e.pointerId, toGround(e));
    const d = drag.current;
    if (!d || !project) return;
    const now = toGround(e);
    if (!d.started) {
      if (d.kind !== 'pinch' && Math.hypot(now.x - d.from.x, now.y - d.from.y) < START_PX * d.perPx) return;
      d.started = true;
      // Caught only now: a press that never moves must still reach the piece as a click.
      marks.current.svg?.setPointerCapture(e.pointerId);
      if (d.kind !== 'lasso' && d.kind !== 'tape') {
        setLifted({ ids: new Set(d.ids), box: layLift(d) });
      }
    }
    const follow = ({ transform, words, guides, commit }: DragCourse): void => {
      shiftLift(transform);
      showGuides(d, guides);
      say(words);
      d.commit = commit;
    };
    switch (d.kind) {
      case 'move':
        follow(moved(d, now, e));
        break;
      case 'pinch': {
        const [a, b] = [...fingers.current.values()];
        const from = pinchFrom.current;
        if (a && b && from) follow(pinched(d, from, [a, b], e));
        break;
      }
      case 'turn':
        follow(turned(d, now, e));
        break;
      case 'resize':
        follow(resized(d, now));
        break;
      case 'lasso': {
        const loop = showLoop(marks.current, d.from, now);
        d.commit = () => selectAll(within(project, loop));
        break;
      }
      case 'tape':
        setMeasured({ from: d.from, to: now });
        d.commit = () => undefined;
    }
  };

  const finish = (keep: boolean): void => {
    const d = drag.current;
    drag.current = null;
    if (!d) return;
    justDragged.current = d.started;
    showGuides(d, []);
    marks.current.loop?.replaceChildren();
    say('');
    if (!d.started) {
      if (d.kind === 'tape') setMeasured(null);
      return;
    }
    endMerge();
    if (keep) d.commit?.();
    endMerge();
    setLifted(null);
    if (d.kind !== 'lasso' && d.kind !== 'tape' && keep) selectAll(d.ids);
  };

  return {
    marks,
    lifted,
    measured,
    clearTape: () => setMeasured(null),
    /** True once after a drag, so that the click that ends it picks nothing. */
    wasDrag: () => {
      const was = justDragged.current;
      justDragged.current = false;
      return was;
    },
    pieceDown,
    groundDown,
    handleDown,
    move,
    up: (e: PointerEvent) => {
      // A busy page may hear of the last move only now.
      move(e);
      fingers.current.delete(e.pointerId);
      finish(true);
    },
    cancel: (e?: PointerEvent) => {
      if (e) fingers.current.delete(e.pointerId);
      finish(false);
    },
    inHand: () => drag.current !== null,
  };
}
