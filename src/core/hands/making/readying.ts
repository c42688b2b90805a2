import { factsOf } from '../../choose/material';
import type { Fabric, Piece, Project } from '../../keep/model';
import { backedIn, isSheetwise, RECIPE_FACTS, turnUpOf } from '../../lay/recipe';
import { backingWideMm, fabricsAround, joinedOf, liesOnWadding, sizesOf } from '../../lay/size';
import { HANDS_S, SPEED_MM_S, USUAL_IRON_C } from './data';
import { groundsCut, topsSewn } from './sewing';
import { type Draft, type MakingWork, sum } from './work';

// What is made ready: washed before everything, pressed smooth right before it is fused or laid, so that it is warm and dry.
// Source: the trade handbook, at the board; common practice, no source.

/** Whether a cloth may be washed and pressed smooth: nothing that carries adhesive or foil, no paper, wadding or card, no hide. */
const isPlain = (f: Fabric): boolean =>
  factsOf(f).material === 'fabric' && f.fibre !== 'leather' && f.fibre !== 'pvc' && f.kind !== 'vinyl';

const groundsOf = ({ laid: { project, look } }: MakingWork): Fabric[] =>
  project.articles.flatMap((a) => look.groundOf(a) ?? []);
/** Of these what is washed: a thing that was bought made up may be washed already. */
const unwashed = ({ laid: { project, look } }: MakingWork): Fabric[] =>
  project.articles.flatMap((a) => (a.ground?.readyMade?.washed || isWorn(project) ? [] : (look.groundOf(a) ?? [])));
/** What is mended or hemmed was worn and washed before. */
const isWorn = (project: Project): boolean => RECIPE_FACTS[project.recipe.id].onMadeUp;
/** What is sewn round and behind is washed with the rest. */
const sewnOn = ({ laid: { project } }: MakingWork): Fabric[] => {
  const around = fabricsAround(project);
  return project.fabrics.filter((f) => around.has(f.id));
};
const once = (list: readonly Fabric[]): Fabric[] => [...new Set(list)];
/** Cloths of pieces; of a project with no press at all those of its grounds, too. */
const clothsOf = ({ laid: { project, look } }: MakingWork): Fabric[] =>
  once(project.pieces.map(look.fabricOf)).filter(isPlain);

export function ready(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const { laundering } = project.intent;
  // A turning is of the thing that is hemmed.
  const pieces = clothsOf(work).filter((f) =>
    project.pieces.some((p) => p.fabricId === f.id && p.part?.role !== 'turning'),
  );
  const dirty = once([...unwashed(work), ...pieces, ...sewnOn(work)]).filter((f) => isPlain(f) && !f.prewashed);
  const wash: Draft[] =
    laundering !== 'never' && dirty.length > 0
      ? [
          {
            kind: 'ready',
            on: 'hand',
            does: { code: 'wash-first', laundering, fabricIds: dirty.map((f) => f.id) },
            care: [],
            handsS: HANDS_S.wash.value,
          },
        ]
      : [];
  const folded = folds(work);
  return [
    ...wash,
    ...templates(work),
    ...groundsCut(project),
    ...(folded.length > 0 ? groundPressed(work) : []),
    ...folded,
  ];
}

/** Templates are cut before anything is drawn round them. */
function templates(work: MakingWork): Draft[] {
  const {
    laid: { project, look },
    webOf,
  } = work;
  // What is cut through whole sheets gets its template when it is cut.
  const sheetwise = isSheetwise(project);
  const backed = backedIn(work.laid.project);
  const mine = project.pieces.filter((p) => {
    const route = look.routeOf(p);
    // The edge of its backing is its template.
    if (sheetwise || backed.has(p.id)) return false;
    return (
      (route === 'template-on-liner' || route === 'template-right-side') &&
      (webOf(p.id) !== null || p.webless) &&
      p.part?.role !== 'turning'
    );
  });
  return mine.length === 0 ? [] : templatesOf(work, mine);
}
/** The templates of some pieces cut out of paper. */
export function templatesOf({ perimeterMm }: MakingWork, mine: readonly Piece[]): Draft[] {
  return [
    {
      kind: 'ready',
      on: 'hand',
      does: { code: 'cut-templates' },
      pieceIds: mine.map((p) => p.id),
      care: ['blades'],
      handsS: sum(mine.map((p) => HANDS_S.cut.value + perimeterMm(p.id) / SPEED_MM_S.template.value)),
    },
  ];
}

/** Cloths of pieces pressed smooth right before their web goes on. */
export function smooth(work: MakingWork): Draft[] {
  const cloths = clothsOf(work);
  if (cloths.length === 0) return [];
  const limits = cloths
    .filter((f) => f.maxIronC < USUAL_IRON_C.value)
    .sort((a, b) => a.maxIronC - b.maxIronC)
    .map((f) => ({ fabricId: f.id, maxC: f.maxIronC }));
  return [
    {
      kind: 'ready',
      on: 'board',
      does: { code: 'press-smooth', fabricIds: cloths.map((f) => f.id), limits },
      handsS: HANDS_S.smooth.value,
    },
  ];
}

function groundPressed(work: MakingWork): Draft[] {
  const grounds = once(groundsOf(work)).filter(isPlain);
  const low = Math.min(...grounds.map((f) => f.maxIronC));
  return grounds.length === 0
    ? []
    : [
        {
          kind: 'ready',
          on: 'board',
          does: { code: 'press-ground', maxC: low < USUAL_IRON_C.value ? low : null },
          handsS: HANDS_S.smooth.value / 2,
        },
      ];
}

/** The ground pressed smooth, and wadding and backing beneath it, right before anything is laid on it. @param laid whether anything is */
export function groundReady(work: MakingWork, laid: boolean): Draft[] {
  const { project } = work.laid;
  // Before it was folded it was pressed.
  const folded = project.pieces.some((p) => p.part?.role === 'turning');
  return [
    ...(laid && !folded ? groundPressed(work) : []),
    ...(liesOnWadding(project) ? [...topsSewn(project), ...sandwiches(project, false)] : []),
  ];
}

/** A turning is folded up and pressed before anything is laid into it. */
function folds({ laid: { project, look }, boundsOf }: MakingWork): Draft[] {
  const mine = project.pieces.filter((p) => p.part?.role === 'turning');
  if (mine.length === 0) return [];
  const copies = Math.max(...mine.map(look.copiesOf));
  const longMm = sum(mine.map((p) => look.copiesOf(p) * (boundsOf(p.id).maxX - boundsOf(p.id).minX)));
  return [
    {
      kind: 'ready',
      on: 'board',
      does: { code: 'press-fold', foldMm: turnUpOf(project) },
      pieceIds: mine.map((p) => p.id),
      copies,
      handsS: copies * HANDS_S.lay.value + longMm / SPEED_MM_S.crease.value,
    },
  ];
}

/** Wadding and backing laid beneath what is sewn together. @param pinned it is basted or pinned through all layers: nothing is ironed on it after that */
export function sandwiches(project: Project, pinned: boolean): Draft[] {
  return sizesOf(project).sewn.flatMap(({ articleId, copies, wadding, backing, grid }): Draft[] =>
    wadding && backing
      ? [
          {
            kind: 'ready',
            on: 'board',
            articleId,
            copies,
            does: {
              code: 'layer-sandwich',
              wadding,
              backing,
              joined: grid !== null,
              backingWidths: joinedOf(backing, backingWideMm(project)).length,
              pinned,
            },
            care: [],
            handsS: copies * HANDS_S.smooth.value,
          },
        ]
      : [],
  );
}
