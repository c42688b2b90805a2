import { expect } from 'chai';
import { deltaE } from '~/core/base/colour';
import { nth } from '~/core/base/lists';
import { lineMm, openRings, type Point, regionOf } from '~/core/base/shape';
import { seeded } from '~/core/cut/nest';
import {
  adviseEdges,
  beginningOf,
  EDGE_FACTS,
  edgePlan,
  exactOrder,
  figuresOf,
  landmarksOf,
  NEEDLE_DOES,
  nearestThread,
  needleOf,
  orderFigures,
  orderLines,
  type Stitching,
  type Stop,
  searchedOrder,
  seenRings,
  sizeOf,
  smoothed,
  stitchLine,
  stripSamples,
  threadFor,
  turnsOf,
  type Way,
} from '~/core/hands/edge';
import { type EdgeLine, lookup, type Piece, type Project, type Thread } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { planProject, stitchPicture } from '~/core/plan';
import { sheetsToSvg } from '~/core/print/sheet';
import { DEMO } from '~/demo';
import { snagWords, stepWords, stitchSizeWords } from '~/words';
import { stitchGuideOf } from '~/words/stitch-guide';
import { sweep } from '../cases';
import { cotton, piece, project, spoken, square, web } from './helpers';

const WAY: Way = {
  motion: 'run',
  widthMm: 2,
  stitchMm: 2.5,
  rounds: 1,
  runsPast: false,
  stroke: 'single',
  pieceOn: 'right',
  needle: 'in-ground',
  everyOther: false,
};
const closedLine = (outline: string, at = 0): Point[] => {
  const [line] = openRings(regionOf(outline, 0.005)).slice(at);
  if (!line) throw new Error('no line');
  return [...line];
};
const circleD = (r: number): string => `M${-r} 0A${r} ${r} 0 1 1 ${r} 0A${r} ${r} 0 1 1 ${-r} 0Z`;
const starD = (points: number, outer: number, inner: number): string =>
  `M${Array.from({ length: 2 * points }, (_, i) => {
    const r = i % 2 === 0 ? outer : inner;
    const a = (Math.PI * i) / points - Math.PI / 2;
    return `${(r * Math.cos(a)).toFixed(4)} ${(r * Math.sin(a)).toFixed(4)}`;
  }).join('L')}Z`;
const polygonD = (n: number, r: number): string =>
  `M${Array.from({ length: n }, (_, i) => `${(r * Math.cos((2 * Math.PI * i) / n)).toFixed(4)} ${(r * Math.sin((2 * Math.PI * i) / n)).toFixed(4)}`).join('L')}Z`;
/** Block letters on a grid of 10 mm, corners counted by hand: outward, inward. */
const LETTERS: readonly [string, string, number, number][] = [
  ['I', 'M0 0H10V50H0Z', 4, 0],
  ['L', 'M0 0H10V40H30V50H0Z', 5, 1],
  ['T', 'M0 0H40V10H25V50H15V10H0Z', 6, 2],
  ['E', 'M0 0H30V10H10V20H25V30H10V40H30V50H0Z', 8, 4],
  ['H', 'M0 0H10V20H25V0H35V50H25V30H10V50H0Z', 8, 4],
  // Its counter points inward all round.
  ['O', 'M0 0H30V50H0ZM10 10H20V40H10Z', 4, 4],
];

describe('stitches: counts and thread by closed formulae', () => {
  const begun = (d: string, way: Way): Stitching => {
    const line = closedLine(d);
    const { atMm } = beginningOf(line, way.stitchMm, way.pieceOn === 'right');
    // Begun where it would be: every corner is passed.
    const out: Point[] = [];
    let before = 0;
    for (let i = 0; i + 1 < line.length; i++) {
      const a = nth(line, i);
      const b = nth(line, i + 1);
      const len = Math.hypot(b.x - a.x, b.y - a.y);
      if (atMm >= before && atMm < before + len) {
        const t = (atMm - before) / len;
        const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
        out.push(p, ...line.slice(i + 1, -1), ...line.slice(0, i + 1), p);
        break;
      }
      before += len;
    }
    return stitchLine(out, true, way);
  };
  const within = (got: number, want: number, share = 0.01): void => {
    expect(Math.abs(got / want - 1), `${got} against ${want}`).to.be.below(share);
  };

  it('straight: the length of the line moved inward over the length of a stitch', () => {
    const square100 = figuresOf(begun(square(100), WAY));
    expect(square100.stitches).to.equal(2 * 19 + 3 * 38);
    within(square100.onTopMm, 4 * 96);
    const circle = figuresOf(begun(circleD(40), WAY));
    within(circle.stitches, (2 * Math.PI * 38) / 2.5);
    within(circle.onTopMm, 2 * Math.PI * 38);
    // A star: its sides are cut short at both ends by moving in, at points by 2/tan(half), at inside corners made longer.
    const star = figuresOf(begun(starD(5, 80, 40), { ...WAY, widthMm: 0.001 }));
    within(star.onTopMm, lineMm(closedLine(starD(5, 80, 40))));
  });
  it('zigzag: √(w² + l²) a stitch', () => {
    const way: Way = { ...WAY, motion: 'zigzag', widthMm: 3, stitchMm: 1.5 };
    const got = figuresOf(begun(square(120), way));
    within(got.stitches, 480 / 1.5);
    within(got.onTopMm, (480 / 1.5) * Math.hypot(3, 1.5));
    const circle = figuresOf(begun(circleD(60), { ...way, widthMm: 2 }));
    within(circle.stitches, (2 * Math.PI * 60) / 1.5);
    // The middle of the stitch lies 0.7 mm inside the line.
    within(circle.onTopMm, ((2 * Math.PI * 60) / 1.5) * Math.hypot(2, 1.5 * (59.3 / 60)));
    const star = figuresOf(begun(starD(5, 120, 60), { ...way, widthMm: 1, stitchMm: 1 }));
    // Its five points of 53° are covered by one stitch each, to and fro.
    within(star.stitches, lineMm(closedLine(starD(5, 120, 60))) + 2 * 5);
  });
  it('blanket: forward, in and out: l + 2w for three stitches; with a double stroke 3l + 4w for seven', () => {
    const way: Way = { ...WAY, motion: 'blanket', widthMm: 3, stitchMm: 3 };
    const got = figuresOf(begun(square(120), way));
    expect(got.stitches).to.equal(3 * 160);
    within(got.onTopMm, 160 * (3 + 2 * 3));
    const twice = figuresOf(begun(square(120), { ...way, stroke: 'double' }));
    expect(twice.stitches).to.equal(7 * 160);
    within(twice.onTopMm, 160 * (3 * 3 + 4 * 3));
    const circle = figuresOf(begun(circleD(60), way));
    const n = Math.round((2 * Math.PI * 60) / 3);
    expect(circle.stitches).to.equal(3 * n);
    within(circle.onTopMm, 2 * Math.PI * 60.3 + 2 * 3 * n);
  });
  it('satin of 0.38 mm: 26 stitches to the centimetre', () => {
    const got = figuresOf(begun(square(100), { ...WAY, motion: 'zigzag', widthMm: 2.5, stitchMm: 0.38 }));
    within(got.stitches, 400 / 0.38);
  });
  it('turns at every corner of a regular polygon, and at no other place', () => {
    for (const n of [3, 4, 5, 6, 8])
      for (const motion of ['run', 'zigzag', 'blanket'] as const) {
        const f = figuresOf(begun(polygonD(n, 60), { ...WAY, motion }));
        expect([f.outside, f.inside, f.curve], `${n} corners, ${motion}`).to.deep.equal([n, 0, 0]);
      }
  });
  it('turns at the corners of block letters as they are counted by hand', () => {
    for (const [name, d, outside, inside] of LETTERS)
      for (const motion of ['run', 'zigzag', 'blanket'] as const) {
        let found = [0, 0];
        for (const [i] of openRings(regionOf(d)).entries()) {
          const line = closedLine(d, i);
          const { atMm } = beginningOf(line, 2.5, true);
          // Turned so that it is not begun at a corner.
          const first = line.findIndex((_, k) => k > 0 && lineMm(line.slice(0, k + 1)) > atMm);
          const a = nth(line, first - 1);
          const b = nth(line, first);
          const t = (atMm - lineMm(line.slice(0, first))) / Math.hypot(b.x - a.x, b.y - a.y);
          const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
          const f = figuresOf(
            stitchLine([p, ...line.slice(first, -1), ...line.slice(0, first), p], true, {
              ...WAY,
              motion,
              widthMm: 1.5,
              runsPast: motion === 'zigzag',
            }),
          );
          found = [nth(found, 0) + f.outside, nth(found, 1) + f.inside];
        }
        expect(found, `${name} ${motion}`).to.deep.equal([outside, inside]);
      }
  });
  it('covers a narrow point with one stitch, and narrows towards it', () => {
    const way: Way = { ...WAY, motion: 'zigzag', widthMm: 3, stitchMm: 1 };
    const spike = 'M0 0L60 10L0 20Z';
    const got = begun(spike, way);
    const f = figuresOf(got);
    expect(f.outside).to.equal(3);
    // The tip has 19°, the other two 81°.
    expect(f.points).to.equal(1);
    // Within 4 mm of the tip no stitch is as wide as the cloth: 4 mm · tan 19° = 1.4 mm.
    let widest = 0;
    for (let i = 2; i < got.xy.length; i += 2) {
      const near =
        Math.hypot(nth(got.xy, i) - 60, nth(got.xy, i + 1) - 10) < 4 &&
        Math.hypot(nth(got.xy, i - 2) - 60, nth(got.xy, i - 1) - 10) < 4;
      const covering = [i / 2, i / 2 - 1].some(
        (k) => NEEDLE_DOES[nth(got.does, k)] === 'point' || NEEDLE_DOES[nth(got.does, k)] === 'outside',
      );
      if (near && !covering)
        widest = Math.max(
          widest,
          Math.hypot(nth(got.xy, i) - nth(got.xy, i - 2), nth(got.xy, i + 1) - nth(got.xy, i - 1)),
        );
    }
    expect(widest).to.be.greaterThan(0.5).and.below(1.9);
  });
  it('runs 2 to 3 stitches past an inside corner before it turns (common practice, no source)', () => {
    const way: Way = { ...WAY, motion: 'zigzag', widthMm: 2, stitchMm: 1, runsPast: true };
    // The inside corner of an L lies at (10, 40).
    const got = begun('M0 0H10V40H30V50H0Z', way);
    const i = got.does.findIndex((d) => NEEDLE_DOES[d] === 'inside');
    // Walked clockwise one comes up from below along x = 10? No: down the inner side, then right; past it is below y = 40.
    const past = nth(got.xy, 2 * i + 1) - 40;
    expect(past).to.be.within(2 - 1e-6, 3 + 1e-6);
    const straight = begun('M0 0H10V40H30V50H0Z', { ...way, runsPast: false });
    const k = straight.does.findIndex((d) => NEEDLE_DOES[d] === 'inside');
    expect(Math.abs(nth(straight.xy, 2 * k + 1) - 40)).to.be.below(1.01);
  });
  it('on a curve a stitch stands square to the edge to 0.3 mm between two turns', () => {
    for (const [r, w] of [
      [20, 2.5],
      [60, 4],
      [150, 2.5],
    ] as const) {
      const got = begun(circleD(r), { ...WAY, motion: 'blanket', widthMm: w, stitchMm: 1 });
      const at = got.does.flatMap((d, i) => (NEEDLE_DOES[d] === 'curve' ? [i] : []));
      expect(at.length, `r ${r}`).to.be.greaterThan(3);
      // Angle seen from the middle between two turns: what the heading is off by at the end.
      const angle = (i: number): number => Math.atan2(nth(got.xy, 2 * i + 1), nth(got.xy, 2 * i));
      const gaps = at.slice(1).map((i, k) => {
        const d = Math.abs(angle(i) - angle(nth(at, k)));
        return Math.min(d, 2 * Math.PI - d);
      });
      // A turn is made only where a stitch ends, 1 mm apart; the run to the first and the last is shorter.
      const inner = gaps.slice(1, -1);
      expect(w * Math.sin(Math.max(...inner))).to.be.below(0.31);
      expect(w * Math.sin(Math.min(...inner) + 1.1 / r)).to.be.greaterThan(0.3);
    }
  });
  it('lands just off the piece and bites inward, whichever side the piece is on', () => {
    for (const pieceOn of ['left', 'right'] as const) {
      const got = begun(square(100), { ...WAY, motion: 'zigzag', widthMm: 3, stitchMm: 1, pieceOn });
      const region = regionOf(square(100));
      let out = 0;
      for (let i = 0; i < got.does.length; i++) {
        const x = nth(got.xy, 2 * i);
        const y = nth(got.xy, 2 * i + 1);
        const off = Math.max(-x, -y, x - 100, y - 100);
        if (off > 0) {
          out += 1;
          expect(off).to.be.closeTo(0.3, 0.31);
        } else expect(off).to.be.closeTo(-2.7, 2.71);
      }
      expect(out / got.does.length).to.be.closeTo(0.5, 0.02);
      expect(region.length).to.equal(1);
    }
    // The other way round: clockwise with the piece on the right, against the clock with it on the left.
    const turns = (pieceOn: 'left' | 'right'): number => {
      const got = begun(circleD(40), { ...WAY, pieceOn });
      return Math.sign(nth(got.xy, 0) * nth(got.xy, 3) - nth(got.xy, 1) * nth(got.xy, 2));
    };
    expect(turns('right')).to.equal(1);
    expect(turns('left')).to.equal(-1);
  });
  it('turns with the needle in the piece where that is taught', () => {
    const way: Way = { ...WAY, motion: 'blanket', widthMm: 3, stitchMm: 2 };
    const inPiece = (needle: Way['needle']): boolean[] => {
      const got = begun(square(60), { ...way, needle });
      return got.does.flatMap((d, i) => {
        if (NEEDLE_DOES[d] !== 'outside') return [];
        const x = nth(got.xy, 2 * i);
        const y = nth(got.xy, 2 * i + 1);
        return [x > 0 && x < 60 && y > 0 && y < 60];
      });
    };
    expect(inPiece('in-ground')).to.deep.equal([false, false, false, false]);
    expect(inPiece('in-piece')).to.deep.equal([true, true, true, true]);
  });
  it('a double stroke is turned only when its sequence is done', () => {
    const got = begun(circleD(20), { ...WAY, motion: 'blanket', widthMm: 3, stitchMm: 2, stroke: 'double' });
    const at = got.does.flatMap((d, i) => (NEEDLE_DOES[d] === 'curve' ? [i] : []));
    expect(at.length).to.be.greaterThan(5);
    for (const i of at) expect(i % 7).to.equal(0);
  });
  it('running by hand counts the stitches on top', () => {
    const got = figuresOf(begun(square(100), { ...WAY, stitchMm: 3, widthMm: 3, everyOther: true }));
    expect(got.stitches).to.be.within(60, 64);
  });
});

describe('stitches: where they begin', () => {
  it('just past an inside corner; else on the straightest stretch, never at a point', () => {
    const l = closedLine('M0 0H10V40H30V50H0Z');
    const begin = beginningOf(l, 2.5, true);
    expect(begin.at).to.equal('inside-corner');
    const flat = closedLine('M0 0H80V20H0Z');
    const { atMm, at } = beginningOf(flat, 2.5, true);
    expect(at).to.equal('flat-stretch');
    // The middle of one of its long sides.
    const along = turnsOf(flat, true).map((t) => lineMm(flat.slice(0, t.at + 1)));
    expect(Math.min(...along.map((c) => Math.abs(c - atMm)))).to.be.closeTo(40, 0.01);
    // A drop: round below, a point above. It is begun on one of its sides, as far from the point as from the round.
    const drop = closedLine('M0 -60L20 -4A20 20 0 1 1 -20 -4Z');
    const beginDrop = beginningOf(drop, 2.5, true);
    expect(beginDrop.at).to.equal('flat-stretch');
  });
  it('an open stretch begins at the edge of what lies over it', () => {
    const p = project([piece('low', square(80, 50, 50)), piece('up', square(80, 90, 50))]);
    const { edge } = planProject(p);
    const low = edge.lines.find((l) => l.pieceId === 'low');
    expect(low?.startsAt).to.equal('under-upper');
    expect(low?.runs).to.equal(1);
    // In sight: left side, and top and bottom up to the upper piece.
    expect(low?.lengthMm).to.be.closeTo(80 + 2 * 40, 0.3);
    expect(edge.lines.find((l) => l.pieceId === 'up')?.lengthMm).to.be.closeTo(320, 0.3);
  });
});

const threads = (...of: [string, string][]): Thread[] =>
  of.map(([id, colour]) => ({
    id,
    name: id,
    kind: 'cotton',
    colour,
    tex: 30,
    stockMm: 100_000,
    spoolMm: 200_000,
    pricePerSpool: null,
    note: '',
  }));
const edged = (p: Project) => edgePlan(layDown(p), () => web());
const lineOf = (p: Project, id: string): EdgeLine => {
  const line = planProject(p).edge.lines.find((l) => l.id === id);
  if (!line) throw new Error(`no line ${id}`);
  return line;
};

describe('edges: what is stitched', () => {
  it('nothing along the edge of the ground itself, nor where everything is hidden', () => {
    const p = project([
      piece('flush', 'M0 100H400V400H0Z'),
      piece('gone', square(30, 200, 200)),
      piece('over', square(60, 190, 190)),
    ]);
    expect(lineOf(p, 'flush').lengthMm).to.be.closeTo(400, 2);
    const gone = lineOf(p, 'gone');
    expect(gone.stitches).to.equal(0);
    expect(gone.cautions.map((c) => c.code)).to.include('all-hidden');
    expect(planProject(p).edge.batches.flatMap((b) => b.lineIds)).to.not.include('gone');
  });
  it('runs on beneath an upper piece where each is stitched before the next lies over it, and over a short gap', () => {
    const p = project([piece('low', 'M50 50H250V90H50Z'), piece('up', 'M140 30H155V110H140Z')]);
    const bonded = lineOf(p, 'low');
    const goes = lineOf({ ...p, edging: { ...p.edging, when: 'as-it-goes' } }, 'low');
    expect(bonded.runs).to.equal(2);
    expect(bonded.lengthMm).to.be.closeTo(480 - 30, 0.5);
    // 15 mm are hidden above and below: run along beneath rather than cut.
    expect(goes.runs).to.equal(1);
    expect(goes.lengthMm).to.be.closeTo(480, 0.5);
    const wide = project([piece('low', 'M50 50H250V90H50Z'), piece('up', 'M120 30H180V110H120Z')]);
    const far = lineOf({ ...wide, edging: { ...wide.edging, when: 'as-it-goes' } }, 'low');
    expect(far.runs).to.equal(2);
    expect(far.lengthMm).to.be.closeTo(480 - 120 + 4 * 8, 0.5);
  });
  it('a stretch of an outline of its own, and a cloth of its own', () => {
    const p = project([piece('a', square(100, 50, 50)), piece('b', square(40, 220, 50))]);
    p.edging.stretches = [{ pieceId: 'a', from: { xMm: 150, yMm: 150 }, to: { xMm: 50, yMm: 150 }, edge: 'straight' }];
    const { edge } = planProject(p);
    expect(edge.lines.find((l) => l.id === 'a straight')?.lengthMm).to.be.closeTo(100, 0.2);
    expect(edge.lines.find((l) => l.id === 'a blanket')?.lengthMm).to.be.closeTo(300, 0.2);
    // None along the bottom: only the rest is stitched.
    p.edging.stretches = [{ pieceId: 'a', from: { xMm: 150, yMm: 150 }, to: { xMm: 50, yMm: 150 }, edge: 'none' }];
    expect(
      planProject(p)
        .edge.lines.filter((l) => l.pieceId === 'a')
        .map((l) => Math.round(l.lengthMm)),
    ).to.deep.equal([300]);
    p.edging.cloths = [{ fabricId: 'cotton', edge: 'satin' }];
    expect(lookup(p).edgeOf(nth(p.pieces, 1))).to.equal('satin');
    p.pieces = p.pieces.map((x): Piece => (x.id === 'b' ? { ...x, edge: 'none' } : x));
    expect(planProject(p).edge.lines.some((l) => l.pieceId === 'b')).to.equal(false);
  });
  it('stretches of what is gone count for nothing', () => {
    const p = project([piece('a', square(100, 50, 50))]);
    p.edging.stretches = [{ pieceId: 'was', from: { xMm: 0, yMm: 0 }, to: { xMm: 9, yMm: 9 }, edge: 'satin' }];
    p.edging.threads = [{ pieceId: 'a', threadId: 'was' }];
    expect(planProject(p).edge.lines.map((l) => l.id)).to.deep.equal(['a']);
  });
  it('lines of the drawing, by machine or by hand, on a piece that is turned', () => {
    const p = project([
      piece('a', square(100), {
        at: { xMm: 200, yMm: 100, rotateDeg: 90 },
        marks: [{ is: 'line', use: 'stitch', path: 'M10 10H60' }],
      }),
    ]);
    const line = lineOf(p, 'a drawn stitch');
    expect([line.edge, line.drawn, line.widthMm]).to.deep.equal(['straight', true, 0]);
    expect(line.lengthMm).to.be.closeTo(50, 1e-6);
    expect(line.stitches).to.equal(20);
    const drawn = edged(p).lines.find((l) => l.drawn);
    // Turned by a quarter clockwise about (0,0) and moved: x' = 200 − y, y' = 100 + x.
    expect(nth(drawn?.runs ?? [], 0).xy.slice(0, 2)).to.deep.equal(
      p.edging.pieceOn === 'left' ? [190, 160] : [190, 110],
    );
    p.edging.linesBy = 'hand';
    expect(lineOf(p, 'a drawn stitch').edge).to.equal('hand-running');
  });
  sweep('an outline of 10,000 corners is gone round smoothed, and said', () => {
    const corners = Array.from({ length: 10_000 }, (_, i) => {
      const a = (2 * Math.PI * i) / 10_000;
      const r = 100 + (i % 2) * 0.35;
      return `${(150 + r * Math.cos(a)).toFixed(3)} ${(150 + r * Math.sin(a)).toFixed(3)}`;
    });
    const line = lineOf(project([piece('saw', `M${corners.join('L')}Z`)]), 'saw');
    expect(line.cautions.map((c) => c.code)).to.include('jagged');
    expect(line.lengthMm).to.be.closeTo(2 * Math.PI * 100, 15);
    expect(line.pivots.outside + line.pivots.inside).to.be.below(30);
    const zig = Array.from({ length: 101 }, (_, i): Point => ({ x: i, y: (i % 2) * 0.3 }));
    expect(smoothed(zig, 0.4).length).to.be.below(4);
    expect(smoothed(zig, 0.1).length).to.equal(101);
  });
  it('a stitch wider than its piece is said, and drawn narrower', () => {
    const p = project([piece('bar', 'M50 50H150V54H50Z')], {
      intent: { laundering: 'never', hand: 'medium', edge: 'satin' },
    });
    p.edging.sizes = [{ edge: 'satin', widthMm: 5, stitchMm: null }];
    const line = lineOf(p, 'bar');
    expect(line.cautions.map((c) => c.code)).to.include('wider-than-piece');
    expect(line.widthMm).to.be.below(2.01);
    const snag = planProject(p).snags.find((s) => s.code === 'edge-caution');
    expect(snag?.severity).to.equal('warn');
    expect(snag && snagWords(p)(snag).text).to.match(
      /bar.*5 mm is too wide where the piece is only about 4 mm wide: it is narrowed there/,
    );
  });
});

describe('edges: sizes, needles and edges as data', () => {
  const ask = { fabric: cotton(), narrowMm: 100, groundMm: 400, on: 'flat', when: 'bonded', own: undefined } as const;
  it('a blanket stitch is about 1 mm on small clothes, jams under 0.5 mm (common practice, no source)', () => {
    expect(sizeOf({ ...ask, edge: 'blanket', on: 'garment-front', groundMm: 250 }).widthMm).to.equal(1);
    expect(sizeOf({ ...ask, edge: 'blanket', on: 'garment-front', groundMm: 600 }).widthMm).to.equal(2.5);
    const jam = sizeOf({ ...ask, edge: 'blanket', own: { edge: 'blanket', widthMm: 0.4, stitchMm: null } });
    expect(jam.cautions.map((c) => c.code)).to.deep.equal(['needle-jams']);
    const fits = sizeOf({ ...ask, edge: 'blanket', own: { edge: 'blanket', widthMm: 0.5, stitchMm: null } });
    expect(fits.cautions).to.deep.equal([]);
  });
  it('satin is closed up to 0.35–0.40 mm (common practice, no source), and said when closer', () => {
    expect(sizeOf({ ...ask, edge: 'satin' }).stitchMm).to.be.within(0.35, 0.4);
    // Through thick cloth as well.
    expect(sizeOf({ ...ask, edge: 'satin', fabric: cotton({ thicknessMm: 2 }) }).stitchMm).to.be.within(0.35, 0.4);
    const close = sizeOf({ ...ask, edge: 'satin', own: { edge: 'satin', widthMm: null, stitchMm: 0.3 } });
    expect(close.cautions.map((c) => c.code)).to.deep.equal(['closed-up']);
  });
  it('narrower on narrow pieces, wider where cloth frays, longer through a sandwich', () => {
    expect(sizeOf({ ...ask, edge: 'zigzag', narrowMm: 4 }).widthMm).to.equal(1.6);
    expect(sizeOf({ ...ask, edge: 'zigzag', fabric: cotton({ frays: 3 }) }).widthMm).to.equal(3.3);
    expect(sizeOf({ ...ask, edge: 'straight', when: 'quilting' }).stitchMm).to.equal(3);
    expect(sizeOf({ ...ask, edge: 'none' })).to.deep.equal({ widthMm: 0, stitchMm: 0, cautions: [] });
  });
  it('needles by cloth, web and thread (common practice, from memory)', () => {
    const of = (more: Partial<Parameters<typeof needleOf>[0]>) =>
      needleOf({ edge: 'zigzag', cloths: [cotton()], webs: [web({ sewing: 'easy' })], threads: [], ...more });
    expect(of({})).to.deep.equal({ point: 'universal', size: 80 });
    expect(of({ webs: [web({ sewing: 'with-care' })] }).point).to.equal('sharp');
    expect(of({ cloths: [cotton({ massGsm: 330 })] }).size).to.equal(90);
    expect(of({ cloths: [cotton({ massGsm: 70 })] }).size).to.equal(70);
    expect(of({ threads: [{ kind: 'shiny', tex: 60 }] })).to.deep.equal({ point: 'embroidery', size: 90 });
    expect(of({ edge: 'hand' })).to.deep.equal({ point: 'hand', size: 0 });
  });
  it('every edge is one that can be sewn, painted or left', () => {
    for (const [edge, f] of Object.entries(EDGE_FACTS)) {
      expect(f.motion === 'none', edge).to.equal(f.width.usual.value === 0);
      if (f.by !== 'none') expect(f.stitch.usual.value, edge).to.be.within(f.stitch.least.value, f.stitch.most.value);
      expect(f.width.usual.value, edge).to.be.within(f.width.least.value, f.width.most.value);
    }
  });
});

describe('edges: thread', () => {
  it('on top and below by the geometry of the lockstitch', () => {
    // 100 stitches of 2 mm through 1 mm: each thread runs 2 mm along and half the pile twice.
    expect(threadFor('straight', { stitches: 100, onTopMm: 200 }, 1)).to.deep.equal({ topMm: 300, bobbinMm: 300 });
    // Eased, the lock lies on the back: the top thread goes all the way, twice.
    expect(threadFor('satin', { stitches: 100, onTopMm: 200 }, 1)).to.deep.equal({ topMm: 400, bobbinMm: 200 });
    expect(threadFor('hand-running', { stitches: 10, onTopMm: 60 }, 1)).to.deep.equal({ topMm: 80, bobbinMm: 0 });
    expect(threadFor('paint', { stitches: 10, onTopMm: 60 }, 1)).to.deep.equal({ topMm: 0, bobbinMm: 0 });
  });
  it('with a tenth more and the ends', () => {
    const p = project([piece('a', square(100, 50, 50))], {
      intent: { laundering: 'never', hand: 'medium', edge: 'straight' },
    });
    const line = lineOf(p, 'a');
    const pile = 2 * nth(p.fabrics, 0).thicknessMm;
    expect(line.threadTopMm).to.be.closeTo((4 * 96 + line.stitches * pile) * 1.1 + 200, 2);
  });
  it('the nearest by CIEDE2000, none that is far', () => {
    const mine = threads(['red', '#c0392b'], ['grey', '#808588']);
    expect(nearestThread(mine, '#bd3a2c')?.thread.id).to.equal('red');
    const p = project([piece('a', square(50)), piece('b', square(50, 100, 0), { fabricId: 'moss' })], {
      fabrics: [cotton({ colour: '#bd3a2c' }), cotton({ id: 'moss', name: 'Moss', colour: '#4b6b2f' })],
      threads: mine,
    });
    const { edge } = planProject(p);
    expect(edge.lines.find((l) => l.id === 'a')?.threadId).to.equal('red');
    expect(edge.lines.find((l) => l.id === 'b')?.threadId).to.equal(null);
    expect(edge.troubles.map((t) => t.code)).to.deep.equal(['no-near-thread']);
    p.edging.threads = [{ pieceId: 'b', threadId: 'grey' }];
    expect(planProject(p).edge.lines.find((l) => l.id === 'b')?.threadId).to.equal('grey');
  });
  it('a shade darker, one for all, clear above and below', () => {
    const base = project([piece('a', square(50)), piece('b', square(50, 100, 0), { fabricId: 'sky' })], {
      fabrics: [cotton({ colour: '#a03040' }), cotton({ id: 'sky', name: 'Sky', colour: '#8fb3d1' })],
      threads: [
        ...threads(['rose', '#a03040'], ['wine', '#7d0b2c'], ['mid', '#8c7088']),
        { ...nth(threads(['clear', '#ffffff']), 0), kind: 'clear' },
        { ...nth(threads(['plain', '#e8e2d3']), 0), kind: 'bobbin' },
      ],
    });
    const as = (shade: Project['edging']['shade']) => planProject({ ...base, edging: { ...base.edging, shade } }).edge;
    const ids = (e: ReturnType<typeof as>): (string | null)[] =>
      ['a', 'b'].map((id) => e.lines.find((l) => l.id === id)?.threadId ?? null);
    expect(ids(as('matching'))).to.deep.equal(['rose', null]);
    expect(ids(as('darker'))[0]).to.equal('wine');
    expect(ids(as('one'))).to.deep.equal(['mid', 'mid']);
    expect(as('one').threadChanges).to.equal(0);
    const clear = as('clear');
    expect(ids(clear)).to.deep.equal(['clear', 'clear']);
    expect(clear.threads.map((t) => t.threadId)).to.deep.equal(['clear']);
    expect(clear.threads[0]?.bobbinMm).to.be.greaterThan(0);
    expect(clear.lines[0]?.cautions.map((c) => c.code)).to.include('no-hot-iron');
    // Otherwise the plain one lies below.
    const plain = as('matching').threads.find((t) => t.threadId === 'plain');
    expect([plain?.topMm, (plain?.bobbinMm ?? 0) > 500]).to.deep.equal([0, true]);
    const goes = planProject({ ...base, edging: { ...base.edging, shade: 'clear', when: 'as-it-goes' } });
    expect(goes.edge.lines[0]?.cautions.map((c) => c.code)).to.include('iron-on-clear');
  });
  it('says when a spool does not hold it', () => {
    const p = project([piece('a', square(200))], {
      threads: threads(['blue', '#a1b2c3']).map((t) => ({ ...t, stockMm: 300 })),
    });
    const plan = planProject(p);
    expect(plan.edge.troubles[0]?.code).to.equal('thread-short');
    expect(plan.snags.find((s) => s.code === 'thread-trouble')?.severity).to.equal('warn');
  });
});

describe('edges: order of stitching', () => {
  const random = seeded(11);
  const stops = (n: number, waits: number, motifs = 3): Stop[] =>
    Array.from({ length: n }, (_, i) => ({
      thread: 'abcde'[Math.floor(random() * 5)] ?? 'a',
      motif: String(Math.floor(random() * motifs)),
      articleId: 'main',
      start: { x: random() * 300, y: random() * 300 },
      end: { x: random() * 300, y: random() * 300 },
      after: Array.from({ length: i }, (_, j) => j).filter(() => random() < waits),
      rank: 0,
    }));
  /** Every order that is allowed. */
  const cheapest = (all: readonly Stop[], byMotif: boolean): number => {
    let best = Number.POSITIVE_INFINITY;
    const order: number[] = [];
    const used = new Set<number>();
    const go = (): void => {
      if (order.length === all.length) {
        best = Math.min(best, orderFigures(all, order, byMotif).costS);
        return;
      }
      // No order that costs more already gets cheaper.
      if (order.length > 1 && orderFigures(all, order, byMotif).costS >= best) return;
      all.forEach((s, i) => {
        if (used.has(i) || s.after.some((j) => !used.has(j))) return;
        used.add(i);
        order.push(i);
        go();
        order.pop();
        used.delete(i);
      });
    };
    go();
    return best;
  };
  const isAllowed = (all: readonly Stop[], order: readonly number[]): boolean =>
    order.length === all.length &&
    new Set(order).size === all.length &&
    order.every((i, k) => nth(all, i).after.every((j) => order.indexOf(j) < k));

  it('is the best there is up to 9 lines, against every order', () => {
    for (let t = 0; t < 40; t++) {
      const all = stops(4 + (t % 6), 0.2);
      for (const byMotif of [false, true]) {
        const found = orderLines(all, byMotif);
        expect(isAllowed(all, found.order)).to.equal(true);
        expect(found.costS).to.be.closeTo(cheapest(all, byMotif), 1e-6);
      }
    }
  });
  it('the search for many lines comes within 5 % of the best on 12', () => {
    for (let t = 0; t < 60; t++) {
      const all = stops(12, 0.15);
      const byMotif = t % 2 === 1;
      const best = orderFigures(all, exactOrder(all, byMotif), byMotif).costS;
      const order = searchedOrder(all, byMotif);
      expect(isAllowed(all, order)).to.equal(true);
      expect(orderFigures(all, order, byMotif).costS / best).to.be.below(1.05);
    }
  });
  it('keeps to what has to come first among many lines, and from the middle out by rank', () => {
    const all = stops(80, 0.05).map((s, i): Stop => ({ ...s, rank: i % 4 }));
    const { order } = orderLines(all, false);
    expect(isAllowed(all, order)).to.equal(true);
    const free = stops(30, 0).map((s, i): Stop => ({ ...s, rank: (i * 7) % 3 }));
    const ranks = orderLines(free, false).order.map((i) => nth(free, i).rank);
    expect(ranks).to.deep.equal([...ranks].sort());
  });
  it('saves changes of thread against stitching piece by piece, lower pieces before upper ones', () => {
    const p = DEMO['harbour-light']();
    const { edge, overlaps } = planProject(p);
    expect(edge.threadChanges).to.be.below(edge.pieceByPieceChanges);
    // 12 colours want 11 changes at the least.
    expect(edge.threadChanges).to.equal(new Set(edge.lines.map((l) => l.threadId ?? l.colour)).size - 1);
    const at = new Map(edge.order.map((id, i) => [id, i]));
    for (const o of overlaps) expect(at.get(o.under), `${o.under} under ${o.over}`).to.be.below(at.get(o.over) ?? -1);
  });
  it('a motif at a time keeps a unit together', () => {
    const p = DEMO['harbour-light']();
    p.edging.order = 'by-motif';
    const { edge } = planProject(p);
    const crab = edge.order.flatMap((id, i) => (/^(crab|legs|claw|eye)/.test(id) ? [i] : []));
    expect(nth(crab, crab.length - 1) - nth(crab, 0)).to.equal(crab.length - 1);
  });
  it('plans 300 lines in one go', () => {
    const all = stops(300, 0.005, 40);
    const found = orderLines(all, false);
    expect(isAllowed(all, found.order)).to.equal(true);
    const asTheyLie = orderFigures(
      all,
      all.map((_, i) => i),
    );
    expect(found.changes).to.be.below(asTheyLie.changes / 4);
  });
});

describe('edges: advice', () => {
  const situation = {
    fabric: cotton({ frays: 1 }),
    web: web({ form: 'open', sewing: 'easy', massGsm: 20 }),
    intent: { laundering: 'often', hand: 'medium', edge: 'none' },
    on: 'flat',
    narrowMm: 40,
    cornersPerDm: 1,
    minutes: Object.fromEntries(Object.keys(EDGE_FACTS).map((e) => [e, 10])),
    spareMinutes: null,
  } as unknown as Parameters<typeof adviseEdges>[0];
  const best = (more: Partial<typeof situation>) => adviseEdges({ ...situation, ...more })[0]?.edge;
  const rank = (edge: string, more: Partial<typeof situation>): number =>
    adviseEdges({ ...situation, ...more }).findIndex((a) => a.edge === edge);
  it('what is washed is stitched; firm film on felt is left alone (common practice, no source)', () => {
    expect(best({})).to.equal('blanket');
    expect(EDGE_FACTS[best({}) ?? 'none'].by).to.equal('machine');
    const felt = cotton({ kind: 'craft-felt', fibre: 'acrylic', clothId: 'craft-felt', frays: 0, thicknessMm: 1.2 });
    const firm = web({ form: 'film', massGsm: 45, sewing: 'avoid' });
    expect(best({ fabric: felt, web: firm, intent: { laundering: 'never', hand: 'firm', edge: 'none' } })).to.equal(
      'none',
    );
  });
  it('cloth that frays is covered; a hand needle keeps away from film; a tiny zigzag for small shapes', () => {
    expect(rank('satin', { fabric: cotton({ frays: 3 }) })).to.be.below(rank('satin', {}));
    expect(rank('hand', { web: web({ form: 'film' }) })).to.be.greaterThan(rank('hand', {}));
    expect(best({ narrowMm: 5 })).to.equal('tiny-zigzag');
    const narrow = adviseEdges({ ...situation, narrowMm: 1.5 });
    expect(narrow.find((a) => a.edge === 'satin')?.ruledOut).to.equal(true);
    expect(narrow.find((a) => a.edge === 'none')?.ruledOut).to.equal(false);
  });
  it('hours to spare count', () => {
    const minutes = { ...situation.minutes, hand: 600, blanket: 90, straight: 20 };
    expect(rank('blanket', { minutes, spareMinutes: 30 })).to.be.greaterThan(
      rank('straight', { minutes, spareMinutes: 30 }),
    );
  });
  it('every reason for and against has its words, said of each cloth of the demo', () => {
    for (const make of Object.values(DEMO)) {
      const p = make();
      const plan = planProject(p);
      const { groups, lines } = stitchPicture(p, Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId])));
      expect(groups.length, p.id).to.be.greaterThan(0);
      for (const g of groups) expect(g.advice[0]?.ruledOut).to.equal(false);
      // What is drawn is what was counted.
      for (const l of lines) {
        const told = plan.edge.lines.find((x) => x.id === l.id);
        if (told && l.edge !== 'paint')
          expect(l.runs.reduce((n, r) => n + r.does.length - 1, 0)).to.equal(told.stitches);
      }
    }
  });
});

describe('edges in the making, on paper and in the plan', () => {
  it('a felt tag is not stitched; Lemon Pot is, each thread a step, after the bonds', () => {
    expect(planProject(DEMO['felt-tags']()).edge.lines).to.deep.equal([]);
    const pot = planProject(DEMO['lemon-pot']());
    const stitching = pot.making.steps.filter((s) => s.kind === 'stitch');
    expect(stitching.length).to.equal(pot.edge.batches.length);
    const lastBond = pot.making.steps.findLastIndex((s) => s.kind === 'bond');
    expect(pot.making.steps.findIndex((s) => s.kind === 'stitch')).to.be.greaterThan(lastBond);
    // The hours of the steps are those of the lines and the changes.
    const hands = stitching.reduce((n, s) => n + s.handsS, 0);
    const lines = pot.edge.lines.reduce((n, l) => n + l.handsS, 0);
    expect(hands).to.be.closeTo(lines + 90 * (pot.edge.threadChanges + 1), 1);
  });
  it('stitched as it goes, each piece’s stitch follows its own bond', () => {
    const p = project([piece('low', square(80)), piece('up', square(80, 40, 0))]);
    p.edging.when = 'as-it-goes';
    const kinds = planProject(p)
      .making.steps.filter((s) => s.kind === 'bond' || s.kind === 'stitch')
      .map((s) => `${s.kind} ${s.pieceIds.join()}`);
    expect(kinds).to.deep.equal(['bond low', 'stitch low', 'bond up', 'stitch up']);
  });
  it('as it goes a unit is stitched once it is down, and nothing runs on beneath what was bonded with it; all laid at once is stitched after', () => {
    const crab = { unit: 'Crab' };
    const p = project([
      piece('legs', 'M50 50H250V90H50Z', crab),
      piece('body', 'M120 30H180V110H120Z', crab),
      piece('rock', square(40, 300, 300)),
    ]);
    p.articles = p.articles.map((a) => ({ ...a, marks: [{ is: 'line', use: 'stitch', path: 'M10 350H90' }] }));
    p.edging.when = 'as-it-goes';
    const plan = planProject(p);
    // Its edge in sight, and no more: beneath the body it would show on its face.
    expect(plan.edge.lines.find((l) => l.id === 'legs')?.lengthMm).to.be.closeTo(480 - 120, 0.5);
    const told = plan.making.steps.filter((s) => s.kind === 'bond' || s.kind === 'stitch');
    expect(told.map((s) => `${s.does.code} ${s.pieceIds.join()}`)).to.deep.equal([
      'bond-on-sheet body',
      'bond-unit legs',
      'stitch-edges legs,body',
      'bond-piece rock',
      'stitch-edges rock',
      'stitch-lines ',
    ]);
    // One thread for all that is of one cloth: it is taken once.
    const taken = told.filter((s) => s.does.code === 'stitch-edges' && s.does.newThread);
    expect(taken.length).to.equal(1);
    p.schools.lay = 'all-laid';
    const after = planProject(p).making.steps.map((s) => s.kind);
    expect(after.indexOf('stitch')).to.be.greaterThan(after.lastIndexOf('bond'));
    expect(after.filter((k) => k === 'stitch').length).to.equal(2);
  });
  it('a drawn line is seen on its cloth', () => {
    const p = DEMO['harbour-light']();
    const { edge } = planProject(p);
    const smile = edge.lines.find((l) => l.drawn);
    const cloth = lookup(p).fabricOf(lookup(p).piece('crab')).colour;
    expect(deltaE(smile?.colour ?? cloth, cloth)).to.be.greaterThan(25);
    // None that is near what is wanted, but all are seen: the nearest of them.
    expect(smile?.threadId).to.not.equal(null);
  });
  it('stitched at quilting it goes through the sandwich: layered first, from the middle out, more thread', () => {
    const p = project([piece('out', square(60, 10, 10)), piece('mid', square(60, 170, 170))]);
    p.layering.quilted = true;
    const flat = lineOf(p, 'mid');
    p.edging.when = 'quilting';
    const plan = planProject(p);
    const order = plan.making.steps.map((s) => s.does.code);
    expect(order.indexOf('layer-sandwich')).to.be.greaterThan(order.lastIndexOf('bond-piece'));
    expect(order.indexOf('stitch-edges')).to.be.greaterThan(order.indexOf('layer-sandwich'));
    expect(order.indexOf('quilt-it')).to.be.greaterThan(order.lastIndexOf('stitch-edges'));
    expect(plan.edge.order).to.deep.equal(['mid', 'out']);
    const through = lineOf(p, 'mid');
    expect(through.stitchMm).to.equal(3);
    expect(through.threadTopMm / through.stitches).to.be.greaterThan(flat.threadTopMm / flat.stitches);
    // Nothing to quilt: it is stitched once all is bonded.
    p.layering.quilted = false;
    expect(planProject(p).making.steps.some((s) => s.does.code === 'layer-sandwich')).to.equal(false);
  });
  it('paint dries overnight; its length and bottles are told', () => {
    const p = project([piece('a', square(100))], { intent: { laundering: 'gentle', hand: 'medium', edge: 'paint' } });
    const plan = planProject(p);
    expect(plan.edge.paint?.lengthMm).to.be.closeTo(200, 2);
    // 200 mm of a half-round bead of 2.5 mm: 200 · π · 1.25² / 2 = 491 mm³.
    expect(plan.edge.paint?.ml).to.be.closeTo(0.49, 0.01);
    expect(plan.edge.paint?.bottles).to.equal(1);
    expect(plan.making.steps.find((s) => s.kind === 'paint')?.waitS).to.be.greaterThan(8 * 3600);
    expect(plan.edge.lines[0]?.cautions.map((c) => c.code)).to.deep.equal(['paint-dries-first']);
  });
  it('on a garment: a stabiliser behind, and nothing thicker than the cloth gives', () => {
    const p = project([piece('a', square(100, 50, 50), { fabricId: 'heavy' })], {
      fabrics: [cotton({ massGsm: 150 }), cotton({ id: 'heavy', name: 'Heavy', massGsm: 420 })],
    });
    p.edging.on = 'garment-front';
    const plan = planProject(p);
    expect(plan.edge.lines[0]?.cautions.map((c) => c.code)).to.include.members(['stabiliser', 'heavy-on-garment']);
    expect(plan.edge.stabilisers[0]?.widthMm).to.be.closeTo(100.6 + 50, 0.5);
    p.edging.on = 'flat';
    expect(planProject(p).edge.lines[0]?.cautions).to.deep.equal([]);
  });
  it('the endpoint’s answer says each caution in words', () => {
    const p = project([piece('bar', 'M50 50H150V53H50Z')]);
    const said = spoken(p).edge;
    expect(said.lines[0]?.pivots).to.have.all.keys('outside', 'inside', 'curve', 'points');
    for (const l of said.lines) for (const c of l.cautions) expect(c.text.length).to.be.greaterThan(10);
    const steps = stepWords(p, planProject(p));
    expect(
      planProject(p)
        .making.steps.filter((s) => s.kind === 'stitch')
        .map(steps)[0],
    ).to.match(/^Take a .* thread\. Stitch around bar \(1\) with a blanket stitch, width/);
    expect(stitchSizeWords('straight', [2, 2], [2.5, 2.5], 'in')).to.equal('1/16" from the edge, length 2.5');
    expect(stitchSizeWords('hand', [4, 4], [4, 4], 'in')).to.equal('3/16" deep, 3/16" long');
  });
  it('the stitch guide shows each line in order, its thread, the settings and the strip', () => {
    const p = DEMO['harbour-light']();
    const plan = planProject(p);
    const doc = stitchGuideOf(p, Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId])), 'a4');
    const svg = sheetsToSvg(doc);
    expect(svg).to.match(/>1·[A-Z]</);
    expect(svg).to.include(`>${plan.edge.lines.length}·`);
    expect(svg).to.include('Needle');
    expect(svg).to.include('Test strip, at true size');
    const samples = stripSamples(layDown(p), 'bonded');
    expect(samples.map((s) => s.of)).to.deep.equal(['point', 'inside-corner', 'curve']);
    for (const s of samples) {
      expect(lineMm(s.line)).to.be.closeTo(44, 0.01);
      expect(s.stitching.does.length).to.be.greaterThan(10);
    }
    // No other corner of its own is sharper.
    const sharpest = nth(samples, 0).figure;
    const all = layDown(p).articles.flatMap((a) =>
      [...seenRings(a).values()].flat().flatMap((r) => turnsOf(r.line, true)),
    );
    expect(Math.max(...all.map((t) => (t.rad * 180) / Math.PI))).to.be.at.least(sharpest);
  });
  it('letters for stretches: its corners; round a circle four points', () => {
    expect(landmarksOf(regionOf(square(50))).length).to.equal(4);
    const round = landmarksOf(regionOf(circleD(30)));
    expect(round.length).to.equal(4);
    for (const m of round) expect(m.x * m.outX + m.y * m.outY).to.be.closeTo(30, 0.3);
  });
});
