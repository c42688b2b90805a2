import { type Misfit, newPiece, type Project, type Route } from '../../keep/model';
import { clothNamed, measureOf } from './answers';
import { freeId, layeringOf, sameThings, withoutLayers } from './layers';
import { askLength, PLAIN, type Recipe, type RecipeQuestion } from './recipe';

/** Starting values: common practice, no source. */
const ASKS = {
  holeWidthMm: askLength('holeWidthMm', 30, 2, 1000),
  holeHeightMm: askLength('holeHeightMm', 30, 2, 1000),
  marginMm: askLength('marginMm', 15, 5, 100),
  patchId: {
    key: 'patchId',
    is: 'cloth',
    of: (p) => p.pieces.find((x) => x.part?.role === 'mend')?.fabricId,
  },
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

/** Square corners lift first: they are rounded by this much of the margin. Common practice; the figure is ours. */
const ROUNDED = 0.8;

/** Rows of darning lie so far apart, and reach so far beyond the hole, mm. Common practice; the figures are ours. */
const DARN = { apartMm: 3, beyondMm: 5 } as const;

/** Ways of cutting by which its web keeps the ring's own shape: on the others the middle would stay full of glue. */
const RING_ROUTES: ReadonlySet<Route> = new Set(['trace-on-liner', 'template-on-liner', 'template-right-side']);

/** A rectangle with round corners about its own middle, path data. */
function roundedAbout(w: number, h: number, r: number): string {
  const [x, y] = [w / 2, h / 2];
  return `M${r - x} ${-y}H${x - r}A${r} ${r} 0 0 1 ${x} ${r - y}V${y - r}A${r} ${r} 0 0 1 ${x - r} ${y}H${r - x}A${r} ${r} 0 0 1 ${-x} ${y - r}V${r - y}A${r} ${r} 0 0 1 ${r - x} ${-y}Z`;
}

/** What a mending patch measures. */
export function mendOf(project: Pick<Project, 'recipe'>): {
  readonly holeMm: readonly [number, number];
  readonly marginMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
} {
  const w = measureOf(project, ASKS.holeWidthMm);
  const h = measureOf(project, ASKS.holeHeightMm);
  const marginMm = measureOf(project, ASKS.marginMm);
  return { holeMm: [w, h], marginMm, widthMm: w + 2 * marginMm, heightMm: h + 2 * marginMm };
}

/** How far the needle goes when a hole is darned: to and fro over it and a little of its rim, and once round, mm. */
export function darnedMm(project: Pick<Project, 'recipe'>): number {
  const { holeMm } = mendOf(project);
  const [w, h] = holeMm.map((mm) => mm + 2 * DARN.beyondMm) as [number, number];
  return Math.ceil(h / DARN.apartMm) * w + 2 * (w + h);
}

function layOut(project: Project): Project {
  const [main] = project.articles;
  const ground = main?.ground;
  if (!main || !ground) return project;
  const { marginMm, widthMm, heightMm } = mendOf(project);
  const before = project.pieces.find((p) => p.part?.role === 'mend');
  const hands = withoutLayers(project).pieces;
  const fabricId = clothNamed(project, ASKS.patchId.key) ?? before?.fabricId ?? ground.fabricId;
  const patch = newPiece({
    ...(before ?? {}),
    id: before?.id ?? freeId(new Set(hands.map((p) => p.id)), 'patch'),
    label: 'Patch',
    fabricId,
    articleId: main.id,
    outline: roundedAbout(widthMm, heightMm, ROUNDED * marginMm),
    at: before?.at ?? { xMm: ground.widthMm / 2, yMm: ground.heightMm / 2, rotateDeg: 0 },
    route: RING_ROUTES.has(before?.route ?? project.route) ? (before?.route ?? null) : 'trace-on-liner',
    keepWhole: true,
    part: { role: 'mend', of: main.id },
  });
  const pieces = [patch, ...hands];
  const order = [patch.id, ...project.order.filter((id) => hands.some((p) => p.id === id))];
  return sameThings(project, {
    ...project,
    pieces,
    order,
    layering: layeringOf(project, pieces),
  });
}

/**
 * A patch behind a hole: web round the hole on its right side, bonded from within, and darned or stitched.
 * Source: the trade handbook, patches and hems; common practice, no source.
 */
export const patch: Recipe = {
  ...PLAIN,
  onMadeUp: true,
  questions: Object.values(ASKS),
  layOut,
  // In the hole itself there is no web: it would bond to the board.
  webRimMm: (project, piece) => (piece.part?.role === 'mend' ? mendOf(project).marginMm : null),
  tells: (project) => {
    const { widthMm, heightMm } = mendOf(project);
    return [{ code: 'patch-size', widthMm, heightMm }];
  },
  misfits: (project): readonly Misfit[] => {
    const ground = project.articles[0]?.ground;
    const { widthMm, heightMm } = mendOf(project);
    const mine = project.pieces.filter((p) => p.part?.role === 'mend');
    return ground && (widthMm > ground.widthMm || heightMm > ground.heightMm)
      ? [{ code: 'patch-past-its-cloth', severity: 'stop', pieceIds: mine.map((p) => p.id), widthMm, heightMm }]
      : [];
  },
  phases: ['ready', 'draw', 'web', 'cut', 'units', 'lay', 'foil', 'edge', 'finish'],
};
