import { inMap } from '../../base/lists';
import type { EdgeLine } from '../../keep/model';
import { darnedMm } from '../../lay/recipe';
import { CHANGE_S, EDGE_FACTS, isGoneOver, stitchedWhen } from '../edge';
import { PAINT_DRY_S, SPEED_MM_S } from './data';
import { bonds } from './pressing';
import { type Draft, type MakingWork, onPieces, sum } from './work';

// Edges as steps: stitched, painted, darned.

/** Lines as steps: each run of one thread, or of paint, by itself. @param wanted which pieces, and whether lines on the ground (null); all, by default */
export function edging(work: MakingWork, wanted: (pieceId: string | null) => boolean = () => true): Draft[] {
  const { look, project } = work.laid;
  const { lines, batches, settings } = work.edged.plan;
  const bonded = new Set(work.pressed.flatMap((p) => (p.press.stage === 'bond' ? p.press.pieceIds : [])));
  const byId = new Map(lines.map((l) => [l.id, l]));
  const clear = new Set(project.threads.flatMap((t) => (t.kind === 'clear' ? [t.id] : [])));
  const sewn = lines.filter((l) => l.pieceId === null || bonded.has(l.pieceId));
  const threadOf = (l: EdgeLine): string => l.threadId ?? l.colour;
  return batches.flatMap((batch): Draft[] => {
    const mine = batch.lineIds
      .map((id) => inMap(byId, id))
      .filter((l) => (l.pieceId === null || bonded.has(l.pieceId)) && wanted(l.pieceId));
    const [first] = mine;
    if (!first) return [];
    const pieceIds = [...new Set(mine.flatMap((l) => l.pieceId ?? []))];
    const common = {
      on: 'hand',
      articleId: batch.articleId,
      pieceIds,
      copies: Math.max(1, ...pieceIds.map((id) => look.copiesOf(look.piece(id)))),
      handsS: sum(mine.map((l) => l.handsS)),
    } as const;
    const most = (of: (l: EdgeLine) => number): [number, number] => [
      Math.min(...mine.map(of)),
      Math.max(...mine.map(of)),
    ];
    if (batch.edge === 'paint')
      return [
        {
          kind: 'paint',
          ...common,
          does: { code: batch.drawn ? 'paint-lines' : 'paint-edges', widthMm: first.widthMm },
          waitS: PAINT_DRY_S.value,
        },
      ];
    const before = sewn[sewn.indexOf(first) - 1];
    const newThread = !before || threadOf(before) !== threadOf(first);
    return [
      {
        kind: EDGE_FACTS[batch.edge].by === 'hand' ? 'hand' : 'stitch',
        ...common,
        handsS: common.handsS + (newThread ? CHANGE_S.value : 0),
        does: {
          code: batch.drawn ? 'stitch-lines' : 'stitch-edges',
          edge: batch.edge,
          threadId: batch.threadId,
          colour: batch.colour,
          clear: batch.threadId === null ? project.edging.shade === 'clear' : clear.has(batch.threadId),
          newThread,
          widthMm: most((l) => l.widthMm),
          stitchMm: most((l) => l.stitchMm),
          stabiliser: settings.some((s) => s.edge === batch.edge && s.stabiliser),
        },
      },
    ];
  });
}

export function edge(work: MakingWork): Draft[] {
  const { look, articles, project } = work.laid;
  const bonded = new Set(work.pressed.flatMap((p) => (p.press.stage === 'bond' ? p.press.pieceIds : [])));
  const mended = articles.flatMap(({ article, placed }): Draft[] => {
    const pieces = placed.map((p) => look.piece(p.id)).filter((p) => bonded.has(p.id));
    const mends = pieces.filter((p) => p.part?.role === 'mend');
    const darns: Draft[] =
      mends.length === 0
        ? []
        : [
            {
              kind: 'stitch',
              on: 'hand',
              articleId: article.id,
              does: { code: 'darn-hole' },
              ...onPieces(work, mends, darnedMm(project) / SPEED_MM_S.stitch.value, null),
            },
          ];
    const hems: Draft[] = pieces
      .filter((p) => p.part?.role === 'turning' && isGoneOver(look.edgeOf(p)))
      .map((p) => ({
        kind: 'stitch',
        on: 'hand',
        articleId: article.id,
        does: { code: 'stitch-hem' },
        ...onPieces(work, [p], 0, SPEED_MM_S.stitch.value),
      }));
    return [...darns, ...hems];
  });
  const when = stitchedWhen(project);
  if (when === 'quilting') return mended;
  if (when === 'bonded') {
    // Behind a top the picture was stitched before it was covered.
    const done = new Set(
      articles.flatMap((a) => (a.topId === null ? [] : a.placed.map((p) => p.id).filter((id) => id !== a.topId))),
    );
    return [...mended, ...edging(work, (id) => id === null || !done.has(id))];
  }
  // What was not stitched as it was laid, and lines on the ground.
  const soFar = new Set(bonds(work, 'ground').flatMap((one) => one.press.members));
  return [...mended, ...edging(work, (id) => id === null || !soFar.has(id))];
}
