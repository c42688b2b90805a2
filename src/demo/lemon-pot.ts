import { fabricFrom } from '~/core/choose/material';
import { type Fabric, newArticle, newGround, newPiece, newProject, type Piece, type Project } from '~/core/keep/model';
import { circle, drawnInPlace } from './draw';
import { DEMO_IRONS, DEMO_THREADS, DEMO_WEBS } from './drawer';
import { LEMON_PRINT_MM, LEMONS, lemonPrint } from './lemon-print';
import { layDemoWord, TEA } from './letters';
import { demoGathering } from './prices';

// "Lemon Pot", a tea cosy of two sides, washed and stitched; its lemons are cut from a print. Drawn for this application.

const W = 330;
const H = 250;
/** A cosy's side: round above, straight below. */
const SIDE = `M0 ${H}V165A165 165 0 0 1 ${W} 165V${H}Z`;

const washed = (clothId: string, given: Pick<Fabric, 'id' | 'name'> & Partial<Fabric>): Fabric =>
  fabricFrom(clothId, {
    prewashed: true,
    stock: [{ widthMm: 22 * 25.4, heightMm: 18 * 25.4, count: 1, outline: null }],
    ...given,
  });
const FABRICS = (): Fabric[] => [
  washed('linen', {
    id: 'pot-linen',
    name: 'Oat linen',
    colour: '#d9c9a8',
    stock: [{ widthMm: 44 * 25.4, heightMm: 18 * 25.4, count: 1, outline: null }],
  }),
  washed('solid-cotton', { id: 'pot-blue', name: 'Enamel blue cotton', colour: '#2f5f8a' }),
  washed('quilting-cotton', {
    id: 'lemon-cloth',
    name: 'Lemon print',
    colour: '#dfeee6',
    oneWay: true,
    photo: { pictureId: 'lemon-print', widthMm: LEMON_PRINT_MM },
  }),
  washed('solid-cotton', { id: 'peel', name: 'Peel cotton', colour: '#eec22b' }),
  washed('solid-cotton', { id: 'pith', name: 'Pith cotton', colour: '#fbf4dc' }),
  washed('batik', { id: 'flesh', name: 'Flesh batik', colour: '#f5dd5a' }),
];

/** A whole lemon, its tips to both sides, its middle at (0,0), and where its print lies so that it shows that very lemon. */
function lemonFromPrint(id: string, label: string, which: 0 | 1, x: number, y: number): Piece {
  const lemon = LEMONS[which];
  if (!lemon) throw new RangeError('There is no such lemon in the print.');
  const a = lemon.longMm / 2 + 3;
  const b = a * 0.72;
  const outline = `M${-a} 0C${-a * 0.86} ${-b * 0.34} ${-a * 0.74} ${-b} 0 ${-b}C${a * 0.74} ${-b} ${a * 0.86} ${-b * 0.34} ${a} 0C${a * 0.86} ${b * 0.34} ${a * 0.74} ${b} 0 ${b}C${-a * 0.74} ${b} ${-a * 0.86} ${b * 0.34} ${-a} 0Z`;
  const turn = (lemon.turnDeg * Math.PI) / 180;
  // The print lies beneath the piece as the piece lies on it: moved to its lemon and turned with it.
  const px = lemon.xMm * Math.cos(turn) + lemon.yMm * Math.sin(turn);
  const py = -lemon.xMm * Math.sin(turn) + lemon.yMm * Math.cos(turn);
  return newPiece({
    id,
    label,
    fabricId: 'lemon-cloth',
    route: 'cut-from-print',
    outline,
    at: { xMm: x, yMm: y, rotateDeg: lemon.turnDeg },
    print: { xMm: -px, yMm: -py, rotateDeg: -lemon.turnDeg },
  });
}

/** One wedge of a slice between two angles, its corners blunt enough to cut. */
function wedge(x: number, y: number, r0: number, r1: number, fromDeg: number, toDeg: number): string {
  const at = (r: number, deg: number): string => {
    const a = (deg * Math.PI) / 180;
    return `${(x + r * Math.sin(a)).toFixed(2)} ${(y - r * Math.cos(a)).toFixed(2)}`;
  };
  return `M${at(r0, fromDeg)}L${at(r1, fromDeg)}A${r1} ${r1} 0 0 1 ${at(r1, toDeg)}L${at(r0, toDeg)}Z`;
}

const FRONT = 'main';
const BACK = 'back';

function drawPieces(): Piece[] {
  const p = drawnInPlace;
  const onBack = { articleId: BACK };
  const wedges = 8;
  return [
    p(
      'handle',
      'Handle',
      'pot-blue',
      'M214 118C262 96 278 142 250 168C238 180 222 186 206 184L208 166C222 168 236 160 244 150C254 134 240 122 218 136Z',
    ),
    p('spout', 'Spout', 'pot-blue', 'M112 150C94 146 88 128 82 112L64 116C66 148 78 182 118 190Z'),
    p(
      'pot',
      'Pot',
      'pot-blue',
      'M104 148C104 122 130 106 162 106S222 122 222 148C222 186 202 206 188 212H138C122 206 104 186 104 148Z',
    ),
    p('lid', 'Lid', 'peel', 'M122 112C126 92 142 82 162 82S200 92 204 112C178 104 148 104 122 112Z'),
    p('knob', 'Knob', 'peel', circle(162, 74, 10)),
    lemonFromPrint('lemon-left', 'Left lemon', 0, 138, 152),
    lemonFromPrint('lemon-right', 'Right lemon', 1, 186, 168),
    p('rind', 'Rind', 'peel', circle(165, 128, 78), onBack),
    p('inner', 'Pith', 'pith', circle(165, 128, 69), onBack),
    ...Array.from({ length: wedges }, (_, i) =>
      p(
        `wedge-${i + 1}`,
        `Wedge ${i + 1}`,
        'flesh',
        wedge(165, 128, 13, 61, (i * 360) / wedges + 4, ((i + 1) * 360) / wedges - 4),
        onBack,
      ),
    ),
  ];
}

/** A new copy of it each time. In inches, since its maker has an inch rule. */
export function lemonPot(): Project {
  const ground = () =>
    newGround({ fabricId: 'pot-linen', widthMm: W, heightMm: H, outline: SIDE, seamAllowanceMm: 12.7 });
  const project = newProject({
    id: 'lemon-pot',
    name: 'Lemon Pot',
    units: 'in',
    intent: { laundering: 'often', hand: 'soft', edge: 'blanket' },
    articles: [
      newArticle({ id: FRONT, name: 'Front', ground: ground() }),
      newArticle({ id: BACK, name: 'Back', ground: ground() }),
    ],
    pieces: drawPieces(),
    fabrics: FABRICS(),
    webs: structuredClone([...DEMO_WEBS]),
    irons: structuredClone([...DEMO_IRONS]),
    threads: structuredClone([...DEMO_THREADS]),
    pictures: [lemonPrint()],
    bench: { ironId: 'household' },
    gathering: demoGathering([]),
  });
  layDemoWord(project, TEA, { xMm: 165, yMm: 244 }, { id: 'tea', fabricId: 'pot-blue', articleId: BACK });
  return project;
}
