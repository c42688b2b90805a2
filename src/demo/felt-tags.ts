import { fabricFrom, webFrom } from '~/core/choose/material';
import { newArticle, newProject, type Piece, type Project, TABLE_ROOM_MM } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { drawnInPlace } from './draw';
import { DEMO_IRONS, DEMO_THREADS, DEMO_WEBS } from './drawer';
import { demoGathering } from './prices';

// Felt luggage tags with a window, no sewing at all. Drawn for this application.

/** A tag of 70 × 120 mm, ruled on sheets of felt of 300 × 450 mm. */
const ANSWERS = {
  tileMm: 70,
  tileHeightMm: 120,
  windowMm: 38,
  windowHeightMm: 56,
  count: 6,
  shape: 'tag',
  sheetWidthMm: 300,
  sheetHeightMm: 450,
  frontId: 'tag-front',
  backId: 'tag-back',
  patchIds: ['tag-sky'],
};

const felt = (id: string, name: string, colour: string) =>
  fabricFrom('craft-felt-polyester', {
    id,
    name,
    colour,
    thicknessMm: 0.6,
    massGsm: 115,
    stock: [{ widthMm: 300, heightMm: 450, count: 2, outline: null }],
  });

/** What is seen in the window, on its patch. */
function drawPieces(): Piece[] {
  const p = (...of: Parameters<typeof drawnInPlace>): Piece => {
    const piece = drawnInPlace(...of);
    const { xMm, yMm } = piece.at;
    return { ...piece, at: { ...piece.at, xMm: xMm + TABLE_ROOM_MM, yMm: yMm + TABLE_ROOM_MM } };
  };
  return [
    p('hill', 'Peak', 'tag-hill', 'M19 92L31 68Q34 64 37 68L41 75L43 73Q45 71 47 73L51 92Z'),
    p('sun', 'Sun', 'tag-sun', 'M30 52A6 6 0 1 1 42 52A6 6 0 1 1 30 52Z'),
  ];
}

/** A new copy of it each time. */
export const feltTags = (): Project =>
  laidByRecipe(
    newProject({
      id: 'felt-tags',
      name: 'Felt luggage tags',
      intent: { laundering: 'never', hand: 'firm', edge: 'none' },
      recipe: { id: 'framed', answers: ANSWERS },
      articles: [newArticle({ id: 'main', name: 'Tag', ground: null })],
      pieces: drawPieces(),
      fabrics: [
        felt('tag-front', 'Moss felt', '#5f7a4c'),
        felt('tag-back', 'Bark felt', '#6d4f3c'),
        fabricFrom('batik', { id: 'tag-sky', name: 'Morning batik', colour: '#bcd8dd' }),
        fabricFrom('batik', { id: 'tag-hill', name: 'Fell batik', colour: '#3d5f5a' }),
        fabricFrom('solid-cotton', { id: 'tag-sun', name: 'Marigold cotton', colour: '#e8a52c' }),
      ],
      webs: [
        ...structuredClone([...DEMO_WEBS]),
        webFrom('extra-firm-film', {
          id: 'extra-firm-film',
          name: 'Extra firm film',
          maxC: 180,
          stockMm: 1200,
          pricePerM: 5.9,
        }),
      ],
      irons: structuredClone([...DEMO_IRONS]),
      threads: structuredClone([...DEMO_THREADS]),
      bench: { ironId: 'press', surface: 'ironing-board' },
      gathering: demoGathering([
        ['tag-sky', 12.8, 3.6],
        ['tag-hill', 12.8, 3.6],
        ['tag-sun', 12.8, 3.6],
      ]),
    }),
  );
