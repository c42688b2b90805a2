import { assertThere, inMap } from '../../base/lists';
import { areaMm2, boundsOf, regionOf } from '../../base/shape';
import { ROUGH_CUT_MM, stripCount } from '../../cut/layout';
import type { Piece } from '../../keep/model';
import { mendOf } from '../../lay/recipe';
import { HANDS_S, SPEED_MM_S } from './data';
import { isInFold } from './press';
import { coolStep, pressStep } from './pressing';
import { smooth } from './readying';
import { overCut } from './sheets';
import type { Ticketed } from './tickets';
import { type Draft, group, isOnLiner, type MakingWork, onPieces } from './work';

// Web cut, and fused or stuck to its cloth.

/** Powder for each piece, sprinkled over its wrong side. */
function sprinkled(work: MakingWork, pieces: readonly Piece[], massGsm: number, about: Partial<Draft>): Draft[] {
  return pieces.map((p): Draft => {
    const region = regionOf(p.outline);
    const b = boundsOf(region);
    return {
      kind: 'patch',
      ...about,
      care: [],
      does: {
        code: 'sprinkle',
        grams: (massGsm * areaMm2(region)) / 1e6,
        widthMm: b.maxX - b.minX,
        heightMm: b.maxY - b.minY,
      },
      ...onPieces(work, [p], HANDS_S.patch.value, null),
    };
  });
}

/** The web cut for what is fused, or stuck, together. */
function cutWeb(work: MakingWork, pieces: readonly Piece[], webId: string, fabricId: string): Draft[] {
  const lined = pieces.filter((p) => isOnLiner(work, p));
  const free = pieces.filter((p) => !isOnLiner(work, p));
  const about = { on: 'hand', webId, fabricId } as const;
  const web = work.laid.look.web(webId);
  if (web.form === 'powder') return sprinkled(work, pieces, web.massGsm, about);
  return [
    ...(lined.length > 0
      ? [
          {
            kind: 'rough-cut' as const,
            ...about,
            does: {
              code: 'rough-cut' as const,
              beyondMm: ROUGH_CUT_MM,
              middleOut: lined.some((p) => work.laid.cutPiece(p).webMiddle.length > 0),
              snips: web.liners > 0,
            },
            ...onPieces(work, lined, HANDS_S.roughCut.value, SPEED_MM_S.roughCut.value),
          },
        ]
      : []),
    ...lined.flatMap((p) => joined(work, p.outline, null, [p], about)),
    ...free.map((p): Draft => {
      const b = work.boundsOf(p.id);
      if (p.part?.role === 'mend') {
        const { widthMm, heightMm, holeMm } = mendOf(work.laid.project);
        return {
          kind: 'patch',
          ...about,
          does: { code: 'cut-ring', widthMm, heightMm, holeWidthMm: holeMm[0], holeHeightMm: holeMm[1] },
          ...onPieces(work, [p], 2 * HANDS_S.roughCut.value, SPEED_MM_S.roughCut.value),
        };
      }
      return {
        kind: 'patch',
        ...about,
        does: {
          code: 'cut-cover',
          patch: '',
          widthMm: b.maxX - b.minX + 2 * ROUGH_CUT_MM,
          heightMm: b.maxY - b.minY + 2 * ROUGH_CUT_MM,
          beyondMm: ROUGH_CUT_MM,
        },
        ...onPieces(work, [p], HANDS_S.roughCut.value, SPEED_MM_S.roughCut.value),
      };
    }),
    ...free.flatMap((p) => joined(work, p.outline, null, [p], about)),
  ];
}

export function web(work: MakingWork): Draft[] {
  const { look } = work.laid;
  // Web that goes to the right side of the ground is no cloth's.
  const fuses = work.pressed.filter((p) => p.press.stage === 'fuse' && p.press.on === 'board');
  const patchOf = new Map(work.presses.patches.map((p) => [p.name, p]));
  const cuts = fuses.flatMap(({ press }): Draft[] => {
    const webId = assertThere(
      press.columns[0]?.find((l) => l.role === 'web'),
      'a fuse has its web',
    ).web.id;
    const fabricId = assertThere(press.fabricId, 'a fuse is on one cloth');
    // Its strips are cut by themselves.
    if (press.does.code === 'fuse-in-fold') return [];
    if (press.does.code !== 'fuse-patch') return cutWeb(work, press.pieceIds.map(look.piece), webId, fabricId);
    const patch = inMap(patchOf, press.does.patch);
    return [
      {
        kind: 'patch',
        on: 'hand',
        webId,
        fabricId,
        pieceIds: press.pieceIds,
        does: {
          code: 'cut-patch',
          patch: patch.name,
          widthMm: patch.widthMm,
          heightMm: patch.heightMm,
          flush: patch.flush,
          beyondMm: ROUGH_CUT_MM,
        },
        handsS: HANDS_S.patch.value,
      },
      ...overCut(patch, press.pieceIds),
      ...joined(work, patch.outline, patch.name, [], { webId, fabricId }).map((d) => ({
        ...d,
        pieceIds: press.pieceIds,
        handsS: HANDS_S.patch.value,
      })),
    ];
  });
  const stuck = group(work.presses.stuck, (p) => `${p.fabricId} ${work.webOf(p.id)?.id}`).flatMap((pieces): Draft[] => {
    const first = assertThere(pieces[0], 'a group has a piece');
    const webId = assertThere(work.webOf(first.id), 'it is stuck with it').id;
    const about = { on: 'hand', webId, fabricId: first.fabricId } as const;
    const inFold = isInFold(work.laid, first.id);
    return [
      ...(inFold ? [] : cutWeb(work, pieces, webId, first.fabricId)),
      {
        kind: 'peel',
        ...about,
        does: {
          code: 'take-first-liner-off',
          drawn: pieces.every((p) => !isInFold(work.laid, p.id) && isOnLiner(work, p)),
        },
        ...onPieces(work, pieces, HANDS_S.peel.value, null),
      },
      {
        kind: 'stick',
        ...about,
        does: { code: inFold ? 'stick-in-fold' : 'stick-by-hand' },
        ...onPieces(work, pieces, HANDS_S.stick.value, null),
      },
    ];
  });
  return [
    ...cuts,
    ...tapes(work),
    // What is turned up was pressed when it was creased.
    ...((fuses.length > 0 || stuck.length > 0) && !work.laid.project.pieces.every((p) => isInFold(work.laid, p.id))
      ? smooth(work)
      : []),
    ...fuses.flatMap((p) => [...firstLinerOff(work, p), pressStep(work, p), ...coolStep(work, p)]),
    ...stuck,
  ];
}

/** Whether every one of these has a snip in its liner, cut when its web was cut out roughly. */
export function areSnipped(work: MakingWork, pieces: readonly Piece[]): boolean {
  const onPatch = new Set(work.presses.patches.flatMap((p) => p.pieceIds));
  return pieces.every((p) => isOnLiner(work, p) && !onPatch.has(p.id) && !isInFold(work.laid, p.id));
}

/** Strips of web laid edge to edge, where the roll is narrower than what it is for. @param outline what it is for @param patch of a whole cloth, by name */
function joined(
  work: MakingWork,
  outline: string,
  patch: string | null,
  pieces: readonly Piece[],
  about: { readonly webId: string; readonly fabricId: string },
): Draft[] {
  const web = work.laid.look.web(about.webId);
  const strips = stripCount(outline, web.widthMm);
  return strips < 2
    ? []
    : [
        {
          kind: 'patch',
          on: 'hand',
          ...about,
          care: [],
          does: { code: 'join-strips', patch, strips, taped: web.liners > 0 },
          ...onPieces(work, pieces, HANDS_S.patch.value * (strips - 1), null),
        },
      ];
}

/** A sheet with two carriers is bonded one face at a time: the first comes off before the fuse. */
function firstLinerOff(work: MakingWork, { press }: Ticketed): Draft[] {
  const pieces = press.pieceIds.map(work.laid.look.piece).filter((p) => work.webOf(p.id)?.liners === 2);
  return pieces.length === 0
    ? []
    : [
        {
          kind: 'peel',
          on: 'hand',
          fabricId: press.fabricId,
          does: {
            code: 'take-first-liner-off',
            drawn: pieces.every((p) => !isInFold(work.laid, p.id) && isOnLiner(work, p)),
          },
          ...onPieces(work, pieces, HANDS_S.peel.value, null),
        },
      ];
}

/** Tape, or a strip of web, that is laid into a turning. */
function tapes(work: MakingWork): Draft[] {
  return work.laid.project.pieces.flatMap((p): Draft[] => {
    const web = work.webOf(p.id);
    if (!web || !isInFold(work.laid, p.id)) return [];
    const b = work.boundsOf(p.id);
    return [
      {
        kind: 'patch',
        on: 'hand',
        webId: web.id,
        does: {
          code: 'cut-tape',
          lengthMm: b.maxX - b.minX,
          wideMm: b.maxY - b.minY,
          cut: web.form !== 'tape',
        },
        ...onPieces(work, [p], HANDS_S.patch.value, SPEED_MM_S.ruled.value),
      },
    ];
  });
}
