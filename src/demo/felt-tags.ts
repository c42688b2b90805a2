import { fabricFrom, webFrom } from '~/core/material';
import { newProject, type Piece, type Project } from '~/core/model';
import { drawnInPlace } from './draw';
import { DEMO_IRONS, DEMO_WEBS } from './drawer';

// Felt luggage tags with a window, no sewing at all. Drawn for this application.

const W = 70;
const H = 120;
/** A tag with its upper corners cut off. */
const TAG = `M18 0H${W - 18}L${W} 20V${H - 6}A6 6 0 0 1 ${W - 6} ${H}H6A6 6 0 0 1 0 ${H - 6}V20Z`;
const WINDOW = 'M16 44H54V100H16Z';
const STRAP = 'M27 12H43V18H27Z';

const felt = (id: string, name: string, colour: string) =>
  fabricFrom('craft-felt-polyester', {
    id,
    name,
    colour,
    thicknessMm: 0.6,
    massGsm: 115,
    stock: [{ widthMm: 300, heightMm: 450, count: 2, outline: null }],
  });

function drawPieces(): Piece[] {
  const p = drawnInPlace;
  return [
    p('sky', 'Sky', 'tag-sky', 'M10 38H60V106H10Z'),
    p('hill', 'Peak', 'tag-hill', 'M19 96L31 72Q34 68 37 72L41 79L43 77Q45 75 47 77L51 96Z'),
    p('sun', 'Sun', 'tag-sun', 'M27 57A8 8 0 1 1 43 57A8 8 0 1 1 27 57Z'),
    p('frame', 'Frame', 'tag-front', `${TAG}${WINDOW}${STRAP}`),
  ];
}

/** A new copy of it each time. */
export const feltTags = (): Project =>
  newProject({
    id: 'felt-tags',
    name: 'Felt luggage tags',
    intent: { laundering: 'never', hand: 'firm', edge: 'none' },
    recipe: { id: 'window', answers: {} },
    articles: [
      {
        id: 'main',
        name: 'Tag',
        count: 6,
        marks: [],
        ground: {
          fabricId: 'tag-back',
          widthMm: W,
          heightMm: H,
          outline: `${TAG}${STRAP}`,
          seamAllowanceMm: 0,
          creases: { across: 0, down: 0, diagonal: false },
        },
      },
    ],
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
    bench: { ironId: 'press', surface: 'ironing-board' },
  });
