import { expect } from 'chai';
import { areaMm2, boundsOf, centreOf, isInside, regionOf } from '~/core/base/shape';
import { matsOf, patchesOf } from '~/core/cut/layout';
import { copyOf, fabricsInTurn, itemsOf, repeatPiece, repeatPlaces, resizeItems } from '~/core/intake/arrange';
import {
  type ArrivalWish,
  areasOfScan,
  arrive,
  type Drawing,
  dotsOf,
  onWholeBases,
  readSvg,
  type ScanPixels,
  traceRegions,
} from '~/core/intake/drawing';
import { boxOnGround, finishedMarks, newPiece, parseProject } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { fromDxf, matFile, placementSheets, toDxf, toPlainSvg, tracingSheets } from '~/core/print/sheet';
import { cotton, piece, project, square } from './helpers';

const drawing = (inside: string): Drawing => {
  const read = readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200" width="200mm" height="200mm">${inside}</svg>`,
  );
  if (!read.ok) throw new Error(read.message);
  return read.drawing;
};
const wish = (more: Partial<ArrivalWish> = {}): ArrivalWish => ({
  factor: 1,
  lines: 'stitch',
  dots: 'piece',
  wholeBase: false,
  ...more,
});
const FACE = '<circle cx="100" cy="100" r="80" fill="#e8c9a0"/>';
const MOUTH =
  '<path d="M60 120Q100 150 140 120" fill="none" stroke="#a02020" stroke-width="4" stroke-linecap="round"/>';
const EYES = '<circle cx="70" cy="80" r="3" fill="#222"/><circle cx="130" cy="80" r="3" fill="#222"/>';

describe('drawings: lines and dots come in as they are asked for', () => {
  it('a stroke becomes a line on the piece it lies on, for the use that was said', () => {
    for (const use of ['stitch', 'cut', 'paint', 'crease'] as const) {
      const { shapes, loose } = arrive(drawing(FACE + MOUTH), wish({ lines: use }));
      expect(shapes).to.have.length(1);
      expect(loose).to.deep.equal([]);
      expect(shapes[0]!.marks.map((m) => [m.is, m.use])).to.deep.equal([['line', use]]);
      expect(boundsOf(regionOf(`${(shapes[0]!.marks[0] as { path: string }).path}Z`)).minX).to.be.closeTo(60, 0.01);
    }
  });

  it('or a band of cloth as wide as it is drawn, between the shapes it lies between', () => {
    const d = drawing(
      `${FACE}<path d="M20 100H180" fill="none" stroke="#123456" stroke-width="10"/><rect x="90" y="90" width="20" height="20" fill="#fff"/>`,
    );
    const { shapes } = arrive(d, wish({ lines: 'band' }));
    expect(shapes.map((s) => s.fill)).to.deep.equal(['#e8c9a0', '#123456', '#ffffff']);
    const band = regionOf(shapes[1]!.outline);
    expect(areaMm2(band)).to.be.closeTo(160 * 10, 0.1);
    // Twice as large, the band is twice as wide.
    expect(areaMm2(regionOf(arrive(d, wish({ lines: 'band', factor: 2 })).shapes[1]!.outline))).to.be.closeTo(
      320 * 20,
      0.5,
    );
    // Round ends add a full round of its width; a closed line becomes a ring.
    const round = arrive(drawing(MOUTH.replace('Q100 150 140 120', 'H140')), wish({ lines: 'band' })).shapes[0]!;
    expect(areaMm2(regionOf(round.outline))).to.be.closeTo(80 * 4 + Math.PI * 4, 0.6);
    const ring = arrive(
      drawing('<circle cx="50" cy="50" r="20" fill="none" stroke="#000" stroke-width="4"/>'),
      wish({ lines: 'band' }),
    ).shapes[0]!;
    expect(regionOf(ring.outline)[0]!.holes).to.have.length(1);
    expect(areaMm2(regionOf(ring.outline))).to.be.closeTo(Math.PI * (22 ** 2 - 18 ** 2), 3);
  });

  it('small full rounds become beads or holes; larger ones and ovals stay pieces', () => {
    const d = drawing(
      `${FACE}${EYES}<ellipse cx="100" cy="150" rx="3" ry="2" fill="#222"/><circle cx="100" cy="100" r="5" fill="#f00"/>`,
    );
    expect(dotsOf(d, 1)).to.have.length(2);
    expect(dotsOf(d, 0.5)).to.have.length(3);
    const { shapes } = arrive(d, wish({ dots: 'bead' }));
    expect(shapes).to.have.length(3);
    expect(shapes[0]!.marks).to.deep.include({ is: 'dot', use: 'bead', xMm: 70, yMm: 80, acrossMm: 6 });
    expect(arrive(d, wish()).shapes).to.have.length(5);
  });

  it('nothing that has a use is listed as left out; what lies on no shape is drawn on the ground', () => {
    const d = drawing(
      `<rect x="0" y="0" width="40" height="40" fill="#345"/><line x1="100" y1="100" x2="180" y2="100" stroke="#000"/><polyline points="100,120 150,150 180,120" fill="none" stroke="#000"/>`,
    );
    expect(d.leftOut).to.deep.equal([]);
    expect(d.lines).to.have.length(2);
    const { shapes, loose } = arrive(d, wish());
    expect(shapes[0]!.marks).to.deep.equal([]);
    expect(loose).to.have.length(2);
  });

  it('details lie on a whole base when asked: holes that later shapes fill are not cut, others stay', () => {
    const base = `M0 0H100V100H0ZM20 20V50H50V20ZM60 60V80H80V60Z`;
    const eye = 'M20 20H50V50H20Z';
    const [whole, same] = onWholeBases([base, eye]);
    expect(areaMm2(regionOf(whole!))).to.be.closeTo(100 * 100 - 400, 0.1);
    expect(same).to.equal(eye);
    // What lies beneath fills nothing.
    expect(onWholeBases([eye, base])[1]).to.equal(base);
  });
});

describe('marks stay with their piece', () => {
  const marked = () => {
    const p = project([
      piece('face', square(80), {
        at: { xMm: 100, yMm: 50, rotateDeg: 0 },
        marks: [
          { is: 'line', use: 'stitch', path: 'M10 40L70 40' },
          { is: 'dot', use: 'hole', xMm: 20, yMm: 20, acrossMm: 6 },
          { is: 'line', use: 'cut', path: 'M10 60L30 60' },
        ],
      }),
    ]);
    p.route = 'cutter-fabric-up';
    return p;
  };
  const first = (p: ReturnType<typeof marked>) => p.pieces[0]!;

  it('when it is resized, mirrored, copied in another size, saved and read again', () => {
    const p = marked();
    resizeItems(p, itemsOf(p, ['face']), { x: 0, y: 0 }, 2);
    expect(first(p).marks[1]).to.deep.equal({ is: 'dot', use: 'hole', xMm: 40, yMm: 40, acrossMm: 12 });
    const mirrored = copyOf(first(marked()), 'm', true);
    expect(mirrored.marks[1]).to.include({ xMm: -20, yMm: 20 });
    const reversed = finishedMarks({ ...first(marked()), preReversed: true });
    expect(reversed[1]).to.include({ xMm: 60, yMm: 20 });
    const parsed = parseProject(JSON.parse(JSON.stringify(marked())));
    expect(parsed.ok && parsed.project.pieces[0]!.marks).to.deep.equal(first(marked()).marks);
  });

  it('on the tracing sheet, reversed where the outline is, and on the guide', () => {
    const p = marked();
    p.route = 'trace-on-liner';
    first(p).outline = 'M0 0H80V80H40V40H0Z';
    const plan = planProject(p);
    expect(plan.tracings[0]!.mirrored).to.equal(true);
    expect(plan.tracings[0]!.marks[1]).to.deep.include({ xMm: 60, yMm: 20 });
    const dotted = tracingSheets(p, plan, 'a4').pages[0]!.marks.filter(
      (m) => m.type === 'line' && m.stroke === 'dotted',
    );
    expect(dotted).to.have.length(1);
    const guide = placementSheets(p, 'a4').pages.flatMap((q) => q.marks);
    expect(guide.some((m) => m.type === 'line' && m.stroke === 'dotted')).to.equal(true);
  });

  it('a cutting machine cuts the holes and the slits along with it', () => {
    const p = marked();
    const plan = planProject(p);
    const [mat] = matsOf(p, patchesOf(p, plan).patches);
    const dxf = matFile(p, plan, mat!, 'dxf').text;
    expect(dxf.match(/POLYLINE/g)).to.have.length(3);
    const back = fromDxf(dxf);
    expect(back.ok && back.shapes).to.have.length(1);
    if (back.ok) expect(areaMm2(back.shapes[0]!.region)).to.be.closeTo(6400 - Math.PI * 9, 1);
    const shape = {
      name: 'a',
      region: regionOf(square(10)),
      slits: [
        [
          { x: 2, y: 2 },
          { x: 8, y: 2 },
        ],
      ],
    };
    expect(toPlainSvg([shape], 10, 10)).to.include('d="M2 2L8 2"');
    // The slit comes before the outline: what is cut loose moves.
    const text = toDxf([shape], 10);
    expect(text.indexOf('\n70\n0\n')).to.be.below(text.indexOf('\n70\n1\n'));
  });
});

describe('scans: a coloured drawing becomes one piece for each coloured area', () => {
  const paint = (
    w: number,
    h: number,
    at: (x: number, y: number) => readonly [number, number, number],
    noise = 0,
  ): ScanPixels => {
    const data = new Uint8ClampedArray(w * h * 4);
    let seed = 7;
    const random = (): number => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return seed / 2147483648 - 0.5;
    };
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const [r, g, b] = at(x, y);
        const i = (y * w + x) * 4;
        data[i] = r + noise * random();
        data[i + 1] = g + noise * random();
        data[i + 2] = b + noise * random();
        data[i + 3] = 255;
      }
    return { width: w, height: h, data };
  };
  const PAPER = [250, 248, 242] as const;
  const RED = [200, 50, 40] as const;
  const BLUE = [40, 80, 180] as const;
  const INK = [25, 22, 24] as const;
  const colours = (p: ScanPixels) => {
    const mask = areasOfScan(p, 'colours');
    return traceRegions(mask, 1, 0.4).map((r) => ({ ...r, region: regionOf(r.outline) }));
  };

  it('areas with their colours and sizes, side by side, with an inner one, on noisy paper', () => {
    const found = colours(
      paint(
        240,
        160,
        (x, y) => {
          if (Math.hypot(x - 60, y - 80) < 12) return BLUE;
          if (x >= 20 && x < 100 && y >= 30 && y < 130) return RED;
          if (x >= 100 && x < 200 && y >= 30 && y < 130) return BLUE;
          return PAPER;
        },
        14,
      ),
    );
    expect(found).to.have.length(3);
    const byArea = found.map((f) => Math.round(f.areaMm2));
    expect(byArea[0]).to.be.closeTo(100 * 100, 250);
    expect(byArea[1]).to.be.closeTo(80 * 100 - Math.PI * 144, 250);
    expect(byArea[2]).to.be.closeTo(Math.PI * 144, 40);
    const near = (hex: string | null, [r, g, b]: readonly [number, number, number]): void => {
      const n = Number.parseInt(hex!.slice(1), 16);
      expect(Math.hypot((n >> 16) - r, ((n >> 8) & 255) - g, (n & 255) - b)).to.be.below(12);
    };
    near(found[0]!.colour, BLUE);
    near(found[1]!.colour, RED);
    expect(found[0]!.colour).to.equal(found[2]!.colour);
    expect(found[1]!.region[0]!.holes).to.have.length(1);
  });

  it('dark lines between areas are no pieces: the areas meet in their middle', () => {
    const line = 4;
    const found = colours(
      paint(200, 120, (x, y) => {
        const inside = x >= 20 && x < 180 && y >= 20 && y < 100;
        if (!inside) return PAPER;
        const rim = Math.min(x - 20, 180 - x, y - 20, 100 - y) < line;
        if (rim || Math.abs(x - 100) < line / 2) return INK;
        return x < 100 ? RED : BLUE;
      }),
    );
    expect(found).to.have.length(2);
    for (const f of found) expect(f.colour).to.not.equal(null);
    // Each half is 80 wide; its outer line goes half to the paper.
    for (const f of found) expect(f.areaMm2).to.be.closeTo(78 * 76, 350);
    const [a, b] = found.map((f) => boundsOf(f.region));
    expect(Math.min(a!.maxX, b!.maxX)).to.be.closeTo(Math.max(a!.minX, b!.minX), 1.5);
  });

  it('a picture of paper alone has none', () => expect(colours(paint(100, 100, () => PAPER, 10))).to.deep.equal([]));
});

describe('so many of a piece', () => {
  const at = (n: number) =>
    repeatPlaces({
      along: 'ring',
      count: n,
      turned: true,
      lastSize: 1,
      middle: { x: 100, y: 100 },
      radiusMm: 50,
      fromDeg: 0,
    });
  it('round a ring: evenly, from the top, clockwise, each turned along', () => {
    const places = at(4).map((p) => [Math.round(p.x), Math.round(p.y), p.turnDeg]);
    expect(places).to.deep.equal([
      [100, 50, 0],
      [150, 100, 90],
      [100, 150, 180],
      [50, 100, 270],
    ]);
  });

  it('along a line and over an arc, from end to end, growing evenly', () => {
    const line = repeatPlaces({
      along: 'line',
      count: 5,
      turned: false,
      lastSize: 3,
      from: { x: 0, y: 0 },
      lengthMm: 100,
      angleDeg: 90,
    });
    expect(line.map((p) => Math.round(p.y))).to.deep.equal([0, 25, 50, 75, 100]);
    expect(line.map((p) => p.size)).to.deep.equal([1, 1.5, 2, 2.5, 3]);
    const arc = repeatPlaces({
      along: 'arc',
      count: 3,
      turned: true,
      lastSize: 1,
      middle: { x: 0, y: 100 },
      radiusMm: 100,
      spanDeg: 180,
    });
    expect(arc.map((p) => [Math.round(p.x), Math.round(p.y), p.turnDeg])).to.deep.equal([
      [-100, 100, -90],
      [0, 0, 0],
      [100, 100, 90],
    ]);
  });

  it('fabrics go in turn, or graded from the first to the last', () => {
    expect(fabricsInTurn(['a', 'b'], 5, false)).to.deep.equal(['a', 'b', 'a', 'b', 'a']);
    expect(fabricsInTurn(['a', 'b', 'c'], 6, true)).to.deep.equal(['a', 'a', 'b', 'b', 'c', 'c']);
  });

  it('the piece becomes the first; middles lie where they were asked for, whatever its own zero', () => {
    const p = project([newPiece({ id: 'fin', label: 'Fin', fabricId: 'cotton', outline: 'M10 0H40L25 50Z' })], {
      fabrics: [cotton(), cotton({ id: 'red' })],
    });
    let n = 0;
    const repeat = {
      along: 'ring',
      count: 6,
      turned: true,
      lastSize: 0.5,
      middle: { x: 200, y: 150 },
      radiusMm: 80,
      fromDeg: 30,
    } as const;
    const ids = repeatPiece(p, 'fin', repeat, fabricsInTurn(['cotton', 'red'], 6, false), () => `n${n++}`);
    expect(ids[0]).to.equal('fin');
    expect(p.order).to.deep.equal(ids);
    expect(p.pieces.map((q) => q.fabricId)).to.deep.equal(['cotton', 'red', 'cotton', 'red', 'cotton', 'red']);
    repeatPlaces(repeat).forEach((place, i) => {
      const own = p.pieces[i]!;
      const c = centreOf(boundsOf(regionOf(own.outline)));
      const r = (own.at.rotateDeg * Math.PI) / 180;
      expect(own.at.xMm + c.x * Math.cos(r) - c.y * Math.sin(r)).to.be.closeTo(place.x, 0.01);
      expect(own.at.yMm + c.x * Math.sin(r) + c.y * Math.cos(r)).to.be.closeTo(place.y, 0.01);
    });
    const area = (i: number): number => areaMm2(regionOf(p.pieces[i]!.outline));
    expect(area(5)).to.be.closeTo(area(0) / 4, 1);
    expect(isInside(regionOf(p.pieces[0]!.outline), { x: 25, y: 10 })).to.equal(true);
    expect(boxOnGround(p.pieces[0]!).maxX).to.be.above(200);
  });
});
