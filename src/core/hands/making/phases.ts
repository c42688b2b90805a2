import { edgeDone, type Piece } from '../../keep/model';
import { bookCoverOf, type Phase, RECIPE_FACTS } from '../../lay/recipe';
import { liesOnWadding } from '../../lay/size';
import { stitchedWhen } from '../edge';
import { cut, trim } from './cutting';
import { HANDS_S } from './data';
import { draw } from './drawing';
import { edge, edging } from './edging';
import { foil, lay, touch, units } from './laying';
import { dotsDrawn, foldsDrawn } from './marks';
import { coolStep, pressStep } from './pressing';
import { ready, sandwiches } from './readying';
import { sewnRound, squaredUp, topsSewn } from './sewing';
import { web } from './webbing';
import { type Draft, layeredIn, type MakingWork } from './work';

function finish(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const stitched = stitchedWhen(project) === 'quilting' ? edging(work) : [];
  const { quilted } = project.layering;
  const beneath = liesOnWadding(project);
  const isBare = (p: Piece): boolean => edgeDone(work.laid.look.edgeOf(p)) === 'bare';
  return [
    ...squaredUp(project),
    // What lies on its wadding already was sewn together before.
    ...(beneath ? [] : topsSewn(project)),
    ...(quilted && !beneath ? sandwiches(project, true) : []),
    ...stitched,
    ...dotsDrawn(work),
    ...foldsDrawn(work),
    ...(quilted
      ? [
          {
            kind: 'quilt' as const,
            on: 'hand' as const,
            does: { code: 'quilt-it' as const, fused: project.pieces.some(isBare) },
          },
        ]
      : []),
    ...sewnRound(project),
    ...assembled(work),
    ...bookWrapped(work),
    { kind: 'finish', on: 'hand', does: { code: 'note-what-worked' }, handsS: HANDS_S.note.value },
  ];
}

/** A book's cover folded over its boards. */
function bookWrapped({ laid: { project } }: MakingWork): Draft[] {
  const cover = project.recipe.id === 'paper-backed' ? bookCoverOf(project) : null;
  return cover
    ? [
        {
          kind: 'finish',
          on: 'hand',
          does: { code: 'wrap-book', spineMm: cover.spineMm, turnInMm: cover.turnInMm },
          handsS: HANDS_S.wrap.value,
        },
      ]
    : [];
}

/** Parts put together, each where it belongs; links closed with web have their press. */
function assembled(work: MakingWork): Draft[] {
  const { project } = work.laid;
  const assembly = RECIPE_FACTS[project.recipe.id].assembly(project);
  if (!assembly) return [];
  const pressed = work.pressed.filter((p) => p.press.does.code === 'bond-links');
  if (pressed.length > 0) return pressed.flatMap((one) => [pressStep(work, one), ...coolStep(work, one)]);
  return [
    {
      kind: assembly.by === 'stitch' ? 'hand' : 'finish',
      on: 'hand',
      pieceIds: [...layeredIn(project)].filter((id) => work.laid.look.piece(id).part === null),
      does: { code: 'assemble', ...assembly },
      care: assembly.by === 'stitch' ? ['needle'] : ['glue'],
      handsS: assembly.parts * HANDS_S.join.value,
    },
  ];
}

/** What hands do in each phase. */
export const PHASE_DRAFTS: Readonly<Record<Phase, (work: MakingWork) => Draft[]>> = {
  ready,
  draw,
  web,
  cut,
  units,
  lay,
  touch,
  foil,
  trim,
  edge,
  finish,
};
