import { type Misfit, newGround, newPiece, type Project, type Web } from '../../keep/model';
import { clothNamed, measureOf } from './answers';
import { freeId, layeringOf, sameThings, withoutLayers } from './layers';
import { askLength, PLAIN, type Recipe, type RecipeQuestion } from './recipe';

/** Starting values: common practice, no source. */
const ASKS = {
  hemLengthMm: askLength('hemLengthMm', 600, 10, 20_000),
  turnUpMm: askLength('turnUpMm', 30, 8, 300),
  clothId: {
    key: 'clothId',
    is: 'cloth',
    of: (p) => p.pieces.find((x) => x.part?.role === 'turning')?.fabricId,
  },
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

/** The tape keeps so far inside the turning, mm: it must not look out. Ours. */
export const TAPE_INSIDE_MM = 2;

/** The tape a turning is held with: of those that fit inside it the widest; null where none does. */
export function tapeFor(project: Pick<Project, 'recipe' | 'webs'>): Web | null {
  const most = measureOf(project, ASKS.turnUpMm) - 2 * TAPE_INSIDE_MM;
  return project.webs
    .filter((w) => w.form === 'tape' && w.widthMm <= most)
    .reduce<Web | null>((a, b) => (a && a.widthMm >= b.widthMm ? a : b), null);
}

/** A strip of web cut for it where there is no tape, mm wide. Common practice, no source. */
const SLIVER_MM = 10;
const sliverMm = (project: Pick<Project, 'recipe'>): number =>
  Math.min(SLIVER_MM, turnUpOf(project) - 2 * TAPE_INSIDE_MM);

function layOut(project: Project): Project {
  const [main] = project.articles;
  if (!main) return project;
  const before = project.pieces.find((p) => p.part?.role === 'turning');
  const fabricId =
    clothNamed(project, ASKS.clothId.key) ?? main.ground?.fabricId ?? before?.fabricId ?? project.fabrics[0]?.id;
  if (fabricId === undefined) return project;
  const lengthMm = measureOf(project, ASKS.hemLengthMm);
  const turnUpMm = turnUpOf(project);
  const hands = withoutLayers(project).pieces;
  const tape = tapeFor(project);
  const wideMm = tape?.widthMm ?? sliverMm(project);
  const turning = newPiece({
    ...(before ?? {}),
    id: before?.id ?? freeId(new Set(hands.map((p) => p.id)), 'turning'),
    label: 'Turning',
    fabricId,
    articleId: main.id,
    outline: `M0 0H${lengthMm}V${wideMm}H0Z`,
    // The tape lies against the folded edge’s far side, just inside the raw edge.
    at: { xMm: 0, yMm: turnUpMm + TAPE_INSIDE_MM, rotateDeg: 0 },
    webId: tape?.id ?? (before?.webId && project.webs.some((w) => w.id === before.webId) ? before.webId : null),
    keepWhole: true,
    part: { role: 'turning', of: main.id },
  });
  const ground = newGround({
    ...(main.ground ?? {}),
    fabricId,
    widthMm: lengthMm,
    heightMm: 2 * turnUpMm,
    outline: null,
  });
  const pieces = [turning, ...hands];
  return sameThings(project, {
    ...project,
    articles: project.articles.map((a) => (a === main ? { ...a, ground } : a)),
    pieces,
    order: [turning.id, ...project.order.filter((id) => hands.some((p) => p.id === id))],
    layering: layeringOf(project, pieces),
  });
}

/**
 * A hem, or the gap by which something was turned: tape, or a sliver of web, laid into it and pressed.
 * Source: the trade handbook, patches and hems; common practice, no source.
 */
export const hem: Recipe = {
  ...PLAIN,
  onMadeUp: true,
  questions: Object.values(ASKS),
  groundBecomes: ASKS.clothId.key,
  laysArticles: true,
  layOut,
  tells: (project) => {
    const tape = tapeFor(project);
    return [
      {
        code: 'tape-length',
        lengthMm: measureOf(project, ASKS.hemLengthMm),
        wideMm: tape?.widthMm ?? sliverMm(project),
        webId: tape?.id ?? null,
      },
    ];
  },
  misfits: (project): readonly Misfit[] =>
    tapeFor(project)
      ? []
      : [
          {
            code: 'no-tape',
            severity: 'note',
            pieceIds: project.pieces.flatMap((p) => (p.part?.role === 'turning' ? [p.id] : [])),
            mostMm: measureOf(project, ASKS.turnUpMm) - 2 * TAPE_INSIDE_MM,
            sliverMm: SLIVER_MM,
          },
        ],
  phases: ['ready', 'draw', 'web', 'cut', 'units', 'lay', 'foil', 'edge', 'finish'],
};

/** How far a hem is turned up, mm. */
export const turnUpOf = (project: Pick<Project, 'recipe'>): number => measureOf(project, ASKS.turnUpMm);
