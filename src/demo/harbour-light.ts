import { newProject, type Piece, type Project } from '~/core/keep/model';
import { acrossFrom, arched, circle, drawnInPlace } from './draw';
import { DEMO_COVERS, DEMO_FABRICS, DEMO_IRONS, DEMO_SURFACES, DEMO_THREADS, DEMO_WEBS } from './drawer';
import { HARBOUR_LIGHT, layDemoWord } from './letters';
import { demoGathering } from './prices';

// "Harbour Light", a wall panel of 500 × 700 mm, drawn for this application.

const TOWER = { centreX: 334, topY: 192, baseY: 476, topHalf: 28, baseHalf: 49 };
const halfAt = (y: number): number =>
  TOWER.topHalf + ((y - TOWER.topY) / (TOWER.baseY - TOWER.topY)) * (TOWER.baseHalf - TOWER.topHalf);

/** A stretch of the tower between two heights; its ends sag a little, as a round tower's do. */
const stretch = (top: number, bottom: number, sag = 5): string => {
  const { centreX: x } = TOWER;
  const a = halfAt(top);
  const b = halfAt(bottom);
  return `M${x - a} ${top}Q${x} ${top + 2 * sag} ${x + a} ${top}L${x + b} ${bottom}Q${x} ${bottom + 2 * sag} ${x - b} ${bottom}Z`;
};

const CRAB_X = 118;
const LEFT_CLAW =
  'M90 497C74 494 62 486 57 473C43 470 33 455 36 438C38 426 47 417 58 415C53 426 56 437 65 443C66 431 74 422 85 422C95 438 89 458 76 466C79 475 88 481 98 484Z';
const LEFT_LEGS =
  'M84 516C64 504 46 510 33 528C48 525 60 528 70 534C52 534 40 543 35 559C49 551 63 549 76 551C63 556 55 566 54 579C67 569 82 562 98 558L106 524Z';

/** One crest after another, each with its top leaning left. */
const crests = (y: number, from: number, to: number, length: number): string => {
  let d = `M${from} ${y}`;
  for (let x = from; x < to; x += length)
    d += `c${length * 0.16} ${-26} ${length * 0.5} ${-30} ${length * 0.62} ${-6}c${length * 0.06} ${10} ${length * 0.22} ${16} ${length * 0.38} ${6}`;
  return `${d}V700H${from}Z`;
};

function drawPieces(): Piece[] {
  const p = drawnInPlace;
  return [
    p('beam-far', 'Long beam', 'glow', 'M0 58L322 152V172L0 226Z'),
    p('beam-near', 'Short beam', 'glow', 'M346 152L500 112V214L346 172Z'),
    p(
      'far-sea',
      'Far sea',
      'lagoon',
      'M0 412C26 402 52 402 82 411S140 420 168 411S226 401 256 410S300 416 330 410V590H0Z',
    ),
    p(
      'cliff',
      'Cliff',
      'crag',
      'M500 452L268 456C244 462 240 486 224 502C210 516 214 534 200 550C190 562 186 580 180 606H500Z',
    ),
    p(
      'turf',
      'Turf',
      'turf',
      'M500 440C470 432 436 440 400 436C356 430 306 438 268 444C248 448 240 464 252 472C266 482 280 468 294 476C308 486 322 470 338 477C354 486 370 470 388 478C406 487 424 472 442 479C462 487 480 474 500 480Z',
    ),
    p('tower', 'Tower', 'sail', stretch(TOWER.topY, TOWER.baseY)),
    p('band-top', 'Top band', 'ember', stretch(224, 260)),
    p('band-middle', 'Middle band', 'ember', stretch(302, 342)),
    p('band-low', 'Low band', 'ember', stretch(384, 426)),
    p('window-high', 'High window', 'slate', arched(334, 272, 20, 28)),
    p('window-low', 'Low window', 'slate', arched(334, 353, 22, 30)),
    p('door', 'Door', 'harbour', arched(334, 436, 32, 45)),
    p('lantern', 'Lantern', 'lamp', 'M312 140H356V190H312Z'),
    p('gallery', 'Gallery', 'slate', 'M290 184H378L372 200Q334 208 296 200Z'),
    p(
      'roof',
      'Roof',
      'shell',
      'M304 144C306 118 320 108 330 104V92A5 5 0 1 1 338 92V104C348 108 362 118 364 144Q334 150 304 144Z',
    ),
    p('rock', 'Rock', 'slate', 'M14 612C20 566 56 546 96 542C140 538 186 552 210 612Z'),
    p('legs-left', 'Left legs', 'shell', LEFT_LEGS),
    p('legs-right', 'Right legs', 'shell', acrossFrom(LEFT_LEGS, CRAB_X)),
    p('claw-left', 'Left claw', 'shell', LEFT_CLAW),
    p('claw-right', 'Right claw', 'shell', acrossFrom(LEFT_CLAW, CRAB_X)),
    p('crab', 'Crab', 'ember', 'M66 516C66 488 88 472 118 472S170 488 170 516C170 538 148 550 118 550S66 538 66 516Z'),
    p('eye-left', 'Left eye', 'foam', `${circle(103, 484, 9)}${circle(105, 483, 3.4)}`),
    p('eye-right', 'Right eye', 'foam', `${circle(133, 484, 9)}${circle(131, 483, 3.4)}`),
    p('near-sea', 'Near sea', 'deep', crests(592, 0, 500, 100)),
  ];
}

/** Stitched along, no cloth: what the crab smiles with. */
const SMILE: Piece['marks'] = [{ is: 'line', use: 'stitch', path: 'M26 42C38 55 66 55 78 42' }];

/** The crab is built on the release sheet and laid down as one. */
const CRAB = /^(crab|legs|claw|eye)/;

/** A new copy of the demo project each time. */
export function harbourLight(): Project {
  const pieces = drawPieces().map((p) =>
    CRAB.test(p.id) ? { ...p, unit: 'Crab', marks: p.id === 'crab' ? SMILE : [] } : p,
  );
  const project = newProject({
    id: 'harbour-light',
    name: 'Harbour Light',
    ground: { fabricId: 'dusk', widthMm: 500, heightMm: 700 },
    pieces,
    fabrics: structuredClone([...DEMO_FABRICS]),
    webs: structuredClone([...DEMO_WEBS]),
    irons: structuredClone([...DEMO_IRONS]),
    threads: structuredClone([...DEMO_THREADS]),
    covers: structuredClone([...DEMO_COVERS]),
    surfaces: structuredClone([...DEMO_SURFACES]),
    bench: { ironId: 'household' },
    gathering: demoGathering([]),
  });
  // Its letters are one word that can be retyped.
  layDemoWord(project, HARBOUR_LIGHT, { xMm: 250, yMm: 663 }, { id: 'letter', fabricId: 'foam' });
  return project;
}
