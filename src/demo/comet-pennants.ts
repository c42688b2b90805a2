import { fabricFrom } from '~/core/choose/material';
import { newArticle, newProject, type Piece, type Project, TABLE_ROOM_MM } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { drawnInPlace } from './draw';
import { DEMO_IRONS, DEMO_THREADS, DEMO_WEBS } from './drawer';
import { demoGathering } from './prices';

// "Comet" pennants: two cloths fused to each other, pale with pale and dark with dark, a comet on each. Drawn for this application.

const W = 160;
const H = 220;
const PENNANT = `M0 0H${W}L${W / 2} ${H}Z`;

const star = (x: number, y: number, points: number, long: number, short: number, turnDeg: number): string =>
  `M${Array.from({ length: points * 2 }, (_, i) => {
    const a = ((turnDeg + (i * 180) / points) * Math.PI) / 180;
    const r = i % 2 === 0 ? long : short;
    return `${(x + r * Math.sin(a)).toFixed(2)} ${(y - r * Math.cos(a)).toFixed(2)}`;
  }).join('L')}Z`;
const HEAD = star(68, 88, 8, 25, 17, 0);
const TAIL =
  'M66 84C82 66 104 50 134 34C124 48 112 60 100 70C112 64 124 60 136 58C118 72 96 88 74 106C70 98 68 92 66 84Z';

function comet(article: string, id: string, front: string, tail: string, head: string): Piece[] {
  const mine = { articleId: article };
  return [
    drawnInPlace(`${id}-front`, 'Front', front, PENNANT, mine),
    drawnInPlace(`${id}-tail`, 'Tail', tail, TAIL, mine),
    drawnInPlace(`${id}-head`, 'Comet', head, HEAD, mine),
  ];
}

/** What each pennant has on its back. */
const BACKS: ReadonlyMap<string, string> = new Map([
  ['night-front', 'night-back'],
  ['dawn-front', 'dawn-back'],
]);

/** A new copy of it each time. */
export function cometPennants(): Project {
  // On the table with as much room on every side.
  const flat = drawn();
  const onTable = (at: Piece['at']): Piece['at'] => ({
    ...at,
    xMm: at.xMm + TABLE_ROOM_MM,
    yMm: at.yMm + TABLE_ROOM_MM,
  });
  const laid = laidByRecipe({ ...flat, pieces: flat.pieces.map((p) => ({ ...p, at: onTable(p.at) })) });
  return {
    ...laid,
    pieces: laid.pieces.map((p) => (p.part ? { ...p, fabricId: BACKS.get(p.part.of) ?? p.fabricId } : p)),
  };
}

const drawn = (): Project =>
  newProject({
    id: 'comet-pennants',
    name: 'Comet pennants',
    intent: { laundering: 'never', hand: 'firm', edge: 'straight' },
    recipe: { id: 'two-sided', answers: {} },
    articles: [
      newArticle({
        id: 'main',
        name: 'Night',
        count: 5,
        ground: null,
      }),
      newArticle({
        id: 'dawn',
        name: 'Dawn',
        count: 4,
        ground: null,
      }),
    ],
    pieces: [
      ...comet('main', 'night', 'night', 'dust', 'spark'),
      ...comet('dawn', 'dawn', 'dawn', 'ember-tail', 'night'),
    ],
    fabrics: [
      fabricFrom('solid-cotton', { id: 'night', name: 'Night cotton', colour: '#232a4d' }),
      fabricFrom('quilting-cotton', { id: 'night-back', name: 'Ink dots', colour: '#2f3560' }),
      fabricFrom('solid-cotton', { id: 'dawn', name: 'Dawn cotton', colour: '#f3d9c4' }),
      fabricFrom('quilting-cotton', { id: 'dawn-back', name: 'Blush stripes', colour: '#f0cdbd' }),
      fabricFrom('batik', { id: 'dust', name: 'Stardust batik', colour: '#8fb3d1' }),
      fabricFrom('satin', { id: 'spark', name: 'Spark satin', colour: '#f6e27a' }),
      fabricFrom('batik', { id: 'ember-tail', name: 'Glowing batik', colour: '#d6693c' }),
    ],
    webs: structuredClone([...DEMO_WEBS]),
    irons: structuredClone([...DEMO_IRONS]),
    threads: structuredClone([...DEMO_THREADS]),
    bench: { ironId: 'household' },
    gathering: demoGathering(
      [
        ['night', 12.8, 3.6],
        ['night-back', 14.5, 4.2],
        ['dawn', 12.8, 3.6],
        ['dawn-back', 14.5, 4.2],
        ['dust', 16.9, 4.6],
        ['spark', 11, 3.9],
        ['ember-tail', 16.9, 4.6],
      ],
      { voucher: { percent: 20, on: 'fabric:night-back' } },
    ),
  });
