import { factsOf } from '../../choose/material';
import { type Misfit, newPiece, type Project, TABLE_ROOM_MM } from '../../keep/model';
import { measureOf, pickedOf } from './answers';
import { freeId, handLaid, layeringOf, sameThings } from './layers';
import { askLength, PLAIN, type Recipe, type RecipeQuestion } from './recipe';

/** Cloths from this mass on, g/m², with gaps no wider than this, mm, need no paper behind them. Common practice; the figures are ours. */
const HEAVY_GSM = 260;
const CLOSE_MM = 0.08;

const ofBook = (project: Project): boolean => project.recipe.answers['covers'] === 'book';
const bookSide = (key: string, usualMm: number, minMm: number, maxMm: number) =>
  ({ ...askLength(key, usualMm, minMm, maxMm), when: ofBook }) as const;
const AS_DRAWN = { value: 'drawn' } as const;
/** Starting values: a notebook of A5 (ISO 216); turn-ins by common practice, no source. */
const ASKS = {
  covers: { key: 'covers', is: 'one-of', usual: AS_DRAWN, options: [AS_DRAWN, { value: 'book' }] },
  bookHeightMm: bookSide('bookHeightMm', 210, 30, 600),
  bookWidthMm: bookSide('bookWidthMm', 148, 20, 600),
  spineMm: bookSide('spineMm', 12, 0, 600),
  turnInMm: bookSide('turnInMm', 20, 5, 200),
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

/** What covers a book: both its boards, the spine between them, and what is turned in all round, mm. */
export interface BookCover {
  readonly bookHeightMm: number;
  readonly bookWidthMm: number;
  readonly spineMm: number;
  readonly turnInMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}
/** The cover of a project's book; null: what is drawn is covered with. */
export function bookCoverOf(project: Project): BookCover | null {
  if (pickedOf(project, ASKS.covers) !== 'book') return null;
  const [bookHeightMm, bookWidthMm, spineMm, turnInMm] = [
    ASKS.bookHeightMm,
    ASKS.bookWidthMm,
    ASKS.spineMm,
    ASKS.turnInMm,
  ].map((q) => measureOf(project, q)) as [number, number, number, number];
  return {
    bookHeightMm,
    bookWidthMm,
    spineMm,
    turnInMm,
    widthMm: 2 * bookWidthMm + spineMm + 2 * turnInMm,
    heightMm: bookHeightMm + 2 * turnInMm,
  };
}

/** A book's cover is a rectangle of its own: the first piece, or a new one. */
function layOut(project: Project): Project {
  const cover = bookCoverOf(project);
  const [main] = project.articles;
  const fabricId = project.fabrics[0]?.id;
  if (!cover || !main || fabricId === undefined) return project;
  const outline = `M0 0H${cover.widthMm}V${cover.heightMm}H0Z`;
  const [first] = handLaid(project);
  if (first?.outline === outline) return project;
  const piece =
    first ??
    newPiece({
      id: freeId(new Set(project.pieces.map((p) => p.id)), 'cover'),
      label: 'Cover',
      fabricId,
      articleId: main.id,
      outline,
      at: { xMm: TABLE_ROOM_MM, yMm: TABLE_ROOM_MM, rotateDeg: 0 },
    });
  const pieces = first ? project.pieces.map((p) => (p === first ? { ...p, outline } : p)) : [...project.pieces, piece];
  return sameThings(project, {
    ...project,
    pieces,
    order: first ? project.order : [...project.order, piece.id],
    layering: layeringOf(project, pieces),
  });
}

/**
 * Cloth backed with paper, to cover boxes, frames and books: film on the wrong side, a little smaller than the cloth, and paper over all of the adhesive, so that no glue seeps through; cut to its size once both hold.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const paperBacked: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  trimmed: true,
  sheetwise: () => true,
  otherSide: {
    called: 'paper',
    answers: { piece: 'clothId', side: 'paperId' },
    lies: 'on-top',
    material: 'paper',
    usual: { clothId: 'tissue', name: 'Tissue paper', colour: '#f4f1e8' },
  },
  questions: Object.values(ASKS),
  layOut,
  tells: (project) => [
    ...[bookCoverOf(project)].flatMap((cover) => (cover ? [{ code: 'book-size' as const, ...cover }] : [])),
    ...[...new Set(handLaid(project).map((p) => p.fabricId))].flatMap((fabricId) => {
      const fabric = project.fabrics.find((f) => f.id === fabricId);
      const heavy = fabric && fabric.massGsm >= HEAVY_GSM && factsOf(fabric).poreMm <= CLOSE_MM;
      return heavy ? [{ code: 'needs-no-paper' as const, fabricId }] : [];
    }),
  ],
  misfits: (project): readonly Misfit[] => {
    const cover = bookCoverOf(project);
    return cover && cover.spineMm > cover.bookWidthMm
      ? [
          {
            code: 'spine-too-wide',
            severity: 'stop',
            pieceIds: handLaid(project).map((p) => p.id),
            spineMm: cover.spineMm,
            bookWidthMm: cover.bookWidthMm,
          },
        ]
      : [];
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'finish'],
};
