import { Pause, Play } from 'lucide-react';
import {
  type CSSProperties,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
  useCallback,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
} from 'react';
import { arrowOf, Button, ClothDefs, clothUrl, FieldChoice, shade } from '~/components';
import { type ArticleView, groundOutline, type Plan } from '~/core/keep/model';
import type { PlanPicture, StitchedLine } from '~/core/plan';
import { select } from '~/store';
import { stitchDoesWords } from '~/words';
import { type Drawable, drawables, drawStitches, needleAt, type Sight } from './draw-stitches';
import css from './Edge.module.css';
import type { Lettered } from './PieceEdge';

type Near = 'whole' | 'true' | 'close';
/** A CSS pixel is 1/96 in by definition (CSS Values and Units). */
const TRUE_PX_MM = 96 / 25.4;
const CLOSE_PX_MM = 4 * TRUE_PX_MM;
const NEAR_WORDS: readonly { value: Near; label: string }[] = [
  { value: 'whole', label: 'whole' },
  { value: 'true', label: 'actual size' },
  { value: 'close', label: '4×' },
];
/** All of it is played in about so long; nearer, as slowly as one can follow. */
const PLAY_S = 40;
const LEAST_POINTS_S = 40;
const NEAR_POINTS_S = 24;
/** Where motion is not wanted, whole lines appear one after another. */
const CALM_MS = 900;
const PAN_MM = 12;

/** The picture with its stitches at actual size: looked at from near or far, and played as the machine would go. */
export function StitchView({
  project,
  plan,
  picture,
  lines,
  flipped,
  selectedId,
  landmarks,
}: {
  project: ArticleView;
  plan: Plan;
  picture: PlanPicture;
  lines: readonly StitchedLine[];
  flipped: boolean;
  selectedId: string | null;
  /** Letters round what is picked. */
  landmarks: readonly Lettered[];
}) {
  const [near, setNear] = useState<Near>('whole');
  const [at, setAt] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const top = useRef<SVGSVGElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const needle = useRef<SVGSVGElement>(null);
  const middle = useRef({ x: project.ground.widthMm / 2, y: project.ground.heightMm / 2 });
  const [size, setSize] = useState({ w: 0, h: 0 });
  const mine = useMemo(() => lines.filter((l) => l.articleId === project.article.id), [lines, project.article.id]);
  const { list, points } = useMemo(() => drawables(mine), [mine]);
  const { widthMm } = project.ground;

  const { sight, draw } = useDrawing({
    project,
    near,
    flipped,
    selectedId,
    size,
    list,
    points,
    middle,
    canvas,
    svg,
    top,
    needle,
  });

  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setSize({ w: el.clientWidth, h: el.clientHeight }));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);

  // What is picked is brought into sight.
  useEffect(() => {
    const d = list.find((one) => one.line.pieceId === selectedId);
    if (d) middle.current = { x: (d.box.minX + d.box.maxX) / 2, y: (d.box.minY + d.box.maxY) / 2 };
  }, [selectedId, list]);

  useEffect(() => {
    if (!playing) draw(at);
  }, [draw, at, playing]);

  usePlaying({ playing, at, near, list, points, draw, middle, onAt: setAt, onEnd: () => setPlaying(false) });

  const shift = (dx: number, dy: number): void => {
    const way = flipped ? -1 : 1;
    middle.current = { x: middle.current.x + way * dx, y: middle.current.y + dy };
    draw(at);
  };
  const key = (e: KeyboardEvent): void => {
    const way = arrowOf(e.key);
    if (!way || near === 'whole') return;
    e.preventDefault();
    shift(way[0] * PAN_MM, way[1] * PAN_MM);
  };
  const drag = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const down = (e: PointerEvent): void => {
    drag.current = { x: e.clientX, y: e.clientY, moved: false };
  };
  const move = (e: PointerEvent): void => {
    const d = drag.current;
    if (!d || near === 'whole' || e.buttons === 0) return;
    const dx = e.clientX - d.x;
    const dy = e.clientY - d.y;
    if (!d.moved && Math.hypot(dx, dy) < 4) return;
    const { pxPerMm } = sight();
    shift(-dx / pxPerMm, -dy / pxPerMm);
    drag.current = { x: e.clientX, y: e.clientY, moved: true };
  };

  const pick = (e: MouseEvent): void => {
    const moved = drag.current?.moved ?? false;
    drag.current = null;
    if (moved) return;
    const id = (e.target as Element).closest('[data-piece]')?.getAttribute('data-piece') ?? null;
    select(id === selectedId ? null : id);
  };

  const pieces = new Map(project.pieces.map((p) => [p.id, p]));
  const where = at === null ? null : needleAt(list, Math.min(points - 1, at));
  const name = where?.line.pieceId ? (pieces.get(where.line.pieceId)?.label ?? '') : 'a line on the background';
  return (
    <div className={css.view}>
      <PlayBar
        near={near}
        onNear={setNear}
        playing={playing}
        onPlaying={setPlaying}
        points={points}
        at={at}
        says={where ? `${name}, ${stitchDoesWords(where.does)}` : 'all sewn'}
        onSlide={(to) => {
          setPlaying(false);
          const there = needleAt(list, Math.min(points - 1, to));
          if (there && near !== 'whole') middle.current = { x: there.x, y: there.y };
          setAt(to >= points ? null : to);
        }}
      />
      <div
        ref={box}
        className={css.cloth}
        role="group"
        aria-label="The picture with its stitches; arrow keys move it when zoomed in"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: arrow keys move what is looked at
        tabIndex={0}
        data-near={near}
        data-points={points}
        onKeyDown={key}
        onPointerDown={down}
        onPointerMove={move}
        onClick={pick}
      >
        <Under ref={svg} project={project} plan={plan} picture={picture} flipped={flipped} />
        <canvas
          ref={canvas}
          className={css.over}
          role="img"
          aria-label={`${points.toLocaleString('en')} needle points`}
        />
        <Letters ref={top} landmarks={landmarks} mirrorMm={flipped ? widthMm : null} />
        <svg ref={needle} className={css.needle} viewBox="-12 -44 24 48" aria-hidden="true">
          <path d="M0 0L-2.4 -12V-40A2.4 2.4 0 0 1 2.4 -40V-12ZM-0.9 -38V-30H0.9V-38Z" fillRule="evenodd" />
        </svg>
      </div>
      <p className={css.where} role="status">
        {where
          ? `${name}: ${stitchDoesWords(where.does)}.`
          : points === 0
            ? 'Nothing is stitched here.'
            : near === 'whole'
              ? 'Wedge: begin here and go that way. Zoom in to see every turn.'
              : 'Wedge: begin here. Full dot: turn at a point. Ring: turn at an inside corner. Bar: one stitch covers the tip. Small dot: turn a little.'}
      </p>
    </div>
  );
}

/** Plays the stitches as the machine would go, from where they stand. */
function usePlaying({
  playing,
  at,
  near,
  list,
  points,
  draw,
  middle,
  onAt,
  onEnd,
}: {
  playing: boolean;
  at: number | null;
  near: Near;
  list: readonly Drawable[];
  points: number;
  draw: (upTo: number | null) => void;
  middle: RefObject<{ x: number; y: number }>;
  onAt: (point: number) => void;
  onEnd: () => void;
}): void {
  const now = useRef({ onAt, onEnd });
  now.current = { onAt, onEnd };
  // biome-ignore lint/correctness/useExhaustiveDependencies: where it stands when it starts is where it goes on
  useEffect(() => {
    if (!playing) return;
    let point = at === null || at >= points ? 0 : at;
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    const rate = near === 'whole' ? Math.max(LEAST_POINTS_S, points / PLAY_S) : NEAR_POINTS_S;
    let last = performance.now();
    let frame = 0;
    let told = 0;
    const step = (t: number): void => {
      if (calm) {
        if (t - last >= CALM_MS) {
          const next = list.find((d) => d.before + d.points > point + 1);
          point = next ? next.before + next.points : points;
          last = t;
        }
      } else {
        point += ((t - last) / 1000) * rate;
        last = t;
      }
      const there = needleAt(list, Math.min(points - 1, Math.floor(point)));
      if (there && near !== 'whole') middle.current = { x: there.x, y: there.y };
      draw(Math.min(points, Math.floor(point)));
      // Words follow a few times a second; a hundred would be read by nobody.
      if (t - told > 160) {
        told = t;
        now.current.onAt(Math.min(points, Math.floor(point)));
      }
      if (point >= points) {
        now.current.onAt(points);
        now.current.onEnd();
        return;
      }
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => {
      cancelAnimationFrame(frame);
      now.current.onAt(Math.min(points, Math.floor(point)));
    };
  }, [playing, draw, near, points, list]);
}

interface Drawing {
  project: ArticleView;
  near: Near;
  flipped: boolean;
  selectedId: string | null;
  size: { readonly w: number; readonly h: number };
  list: readonly Drawable[];
  points: number;
  /** What is looked at from near, mm. */
  middle: RefObject<{ x: number; y: number }>;
  canvas: RefObject<HTMLCanvasElement | null>;
  svg: RefObject<SVGSVGElement | null>;
  top: RefObject<SVGSVGElement | null>;
  needle: RefObject<SVGSVGElement | null>;
}

/** What part of the picture is in sight, and how its stitches are drawn up to a needle point. */
function useDrawing({
  project,
  near,
  flipped,
  selectedId,
  size,
  list,
  points,
  middle,
  canvas,
  svg,
  top,
  needle,
}: Drawing) {
  const { widthMm, heightMm } = project.ground;
  const sight = useCallback((): Sight => {
    const pad = Math.max(widthMm, heightMm) * 0.02;
    const fit = Math.min(size.w / (widthMm + 2 * pad), size.h / (heightMm + 2 * pad));
    const pxPerMm = near === 'whole' ? fit : near === 'true' ? TRUE_PX_MM : CLOSE_PX_MM;
    const c = near === 'whole' ? { x: widthMm / 2, y: heightMm / 2 } : middle.current;
    const cx = flipped ? widthMm - c.x : c.x;
    return {
      xMm: cx - size.w / 2 / pxPerMm,
      yMm: c.y - size.h / 2 / pxPerMm,
      pxPerMm,
      mirrorMm: flipped ? widthMm : null,
    };
  }, [size, near, widthMm, heightMm, flipped, middle]);

  /** Draws everything up to a needle point; nothing that stands there already is drawn anew, as long as the sight stays. */
  const drawn = useRef<{ upTo: number; list: readonly Drawable[]; sight: string } | null>(null);
  const draw = useCallback(
    (upTo: number | null) => {
      const c = canvas.current;
      const ctx = c?.getContext('2d');
      if (!c || !ctx || size.w === 0) return;
      const s = sight();
      const dpr = devicePixelRatio;
      const inPx: Sight = { ...s, pxPerMm: s.pxPerMm * dpr };
      const end = upTo ?? points;
      const name = `${s.xMm.toFixed(2)} ${s.yMm.toFixed(2)} ${s.pxPerMm} ${s.mirrorMm} ${selectedId}`;
      const before = drawn.current;
      const goesOn = before !== null && before.list === list && before.sight === name && before.upTo <= end;
      if (!goesOn) {
        const window = `${s.xMm} ${s.yMm} ${size.w / s.pxPerMm} ${size.h / s.pxPerMm}`;
        svg.current?.setAttribute('viewBox', window);
        top.current?.setAttribute('viewBox', window);
        // Letters stay as large as they are, from near or far.
        top.current?.style.setProperty('--letter', String(15 / s.pxPerMm));
        c.width = Math.round(size.w * dpr);
        c.height = Math.round(size.h * dpr);
      }
      drawStitches(ctx, list, inPx, goesOn ? before.upTo : 0, end, selectedId, true);
      drawn.current = { upTo: end, list, sight: name };
      const n = needle.current;
      const where = upTo === null ? null : needleAt(list, Math.min(points - 1, Math.floor(upTo)));
      if (n) {
        n.style.visibility = where ? 'visible' : 'hidden';
        if (where) {
          const x = ((s.mirrorMm === null ? where.x : s.mirrorMm - where.x) - s.xMm) * s.pxPerMm;
          n.style.transform = `translate(${x}px, ${(where.y - s.yMm) * s.pxPerMm}px)`;
        }
      }
    },
    [sight, size, list, points, selectedId, canvas, svg, top, needle],
  );

  return { sight, draw };
}

/** From how near it is looked at, and how far it is sewn. */
const PlayBar = ({
  near,
  onNear,
  playing,
  onPlaying,
  points,
  at,
  says,
  onSlide,
}: {
  near: Near;
  onNear: (near: Near) => void;
  playing: boolean;
  onPlaying: (on: boolean) => void;
  points: number;
  at: number | null;
  /** What the needle is at. */
  says: string;
  onSlide: (point: number) => void;
}) => (
  <div className={css.bar}>
    <FieldChoice label="Zoom" value={near} options={NEAR_WORDS} onChange={onNear} />
    <div className={css.play}>
      <Button
        look="go"
        disabled={points === 0}
        icon={playing ? <Pause size={20} /> : <Play size={20} />}
        onClick={() => onPlaying(!playing)}
      >
        {playing ? 'Hold' : 'Sew it'}
      </Button>
      <label className={css.slide}>
        <span className="visually-hidden">Sewn so far</span>
        <input
          type="range"
          min={0}
          max={points}
          value={at ?? points}
          disabled={points === 0}
          aria-valuetext={says}
          onChange={(e) => onSlide(Number(e.target.value))}
        />
      </label>
    </div>
  </div>
);

/** The cloths that the stitches lie on. */
function Under({
  ref,
  project,
  plan,
  picture,
  flipped,
}: {
  ref: RefObject<SVGSVGElement | null>;
  project: ArticleView;
  plan: Plan;
  picture: PlanPicture;
  flipped: boolean;
}) {
  const prefix = useId();
  const { widthMm, heightMm } = project.ground;
  const pieces = new Map(project.pieces.map((p) => [p.id, p]));
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  return (
    <svg ref={ref} className={css.under} viewBox={`0 0 ${widthMm} ${heightMm}`} aria-hidden="true">
      <ClothDefs
        onGround
        prefix={prefix}
        fabrics={project.fabrics}
        pictures={project.pictures}
        pieces={project.pieces}
      />
      <g transform={flipped ? `translate(${widthMm} 0) scale(-1 1)` : undefined}>
        <path
          d={groundOutline(project.ground)}
          fill={project.article.ground ? clothUrl(prefix, project.fabrics, project.ground.fabricId) : 'none'}
          fillRule="evenodd"
        />
        {plan.order.map((id) => {
          const piece = pieces.get(id);
          const cut = picture.cuts[id];
          if (!piece || !cut) return null;
          const colour = colours.get(piece.fabricId) ?? '#888888';
          return (
            <g key={id} data-piece={id}>
              <path d={cut.outline} fill={colour} fillRule="evenodd" />
              <path
                d={cut.outline}
                fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece, true)}
                fillRule="evenodd"
                stroke={shade(colour, -0.3)}
                strokeWidth="0.3"
              />
            </g>
          );
        })}
      </g>
    </svg>
  );
}

/** Letters round what is picked. */
const Letters = ({
  ref,
  landmarks,
  mirrorMm,
}: {
  ref: RefObject<SVGSVGElement | null>;
  landmarks: readonly Lettered[];
  /** How wide the ground is, when it is seen from behind. */
  mirrorMm: number | null;
}) => (
  <svg ref={ref} className={css.letters} aria-hidden="true">
    {landmarks.map((m) => (
      <text
        key={m.letter}
        x={mirrorMm === null ? m.x : mirrorMm - m.x}
        y={m.y}
        style={{ '--out-x': mirrorMm === null ? m.outX : -m.outX, '--out-y': m.outY } as CSSProperties}
      >
        {m.letter}
      </text>
    ))}
  </svg>
);
