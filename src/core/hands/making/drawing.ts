import { assertThere } from '../../base/lists';
import { factsOf } from '../../choose/material';
import { isStuck } from '../../cut/layout';
import { HANDS_S, SPEED_MM_S } from './data';
import { isInFold } from './press';
import { type Draft, group, isOnLiner, type MakingWork, onPieces } from './work';

// What is drawn, and on what: shapes on the liner of their web, or on a backing.

export function draw(work: MakingWork): Draft[] {
  const { project, look } = work.laid;
  const onPatch = new Set(work.presses.patches.flatMap((p) => p.pieceIds));
  const mine = project.pieces.filter(
    (p) => work.webOf(p.id) && isOnLiner(work, p) && !onPatch.has(p.id) && !isInFold(work.laid, p.id),
  );
  const backings = project.pieces.filter((p) => factsOf(look.fabricOf(p)).material === 'backing');
  const onBacking: Draft[] =
    backings.length === 0
      ? []
      : [
          {
            kind: 'trace',
            on: 'hand',
            does: { code: 'draw-on-backing' },
            ...onPieces(work, backings, HANDS_S.trace.value, SPEED_MM_S.trace.value),
          },
        ];
  const drawn = group(mine, (p) => `${work.webOf(p.id)?.id} ${look.routeOf(p)}`).map((pieces): Draft => {
    const first = assertThere(pieces[0], 'a group has a piece');
    const web = assertThere(work.webOf(first.id), 'it was filtered so');
    const route = look.routeOf(first);
    const print = project.wants.printLiner && web.printable && route === 'trace-on-liner';
    return {
      kind: print ? 'print' : 'trace',
      on: 'hand',
      webId: web.id,
      does: { code: print ? 'print-on-liner' : isStuck(web) ? 'draw-on-liner-that-stays' : 'draw-on-liner', route },
      ...onPieces(
        work,
        pieces,
        print ? HANDS_S.print.value / pieces.length : HANDS_S.trace.value,
        print ? null : SPEED_MM_S.trace.value,
      ),
    };
  });
  return [...drawn, ...onBacking];
}
