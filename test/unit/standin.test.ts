import { expect } from 'chai';
import fc from 'fast-check';
import { boundsOf, regionOf } from '~/core/base/shape';
import {
  CUTTER,
  type CutterCloth,
  clothBox,
  ironReadings,
  measuredSquare,
  printPage,
  readCutFile,
  readOnRuler,
  runCutter,
  SIMULATED_IRONS,
  SIMULATED_PRINTERS,
  settledC,
} from '~/core/intake/standin';
import { type CutShape, correctedFor, type SheetDocument, toDxf, toPlainSvg } from '~/core/print/sheet';
import { cutProblemWords } from '~/words';
import { square } from './helpers';

const MAT = { widthMm: 300, heightMm: 300 };
const shape = (name: string, outline: string): CutShape => ({ name, region: regionOf(outline) });
const cloth = (name: string, corner: CutterCloth['corner'], widthMm = 140, heightMm = 140): CutterCloth => ({
  name,
  corner,
  widthMm,
  heightMm,
});

describe('the simulated cutting machine', () => {
  it('times one square by hand: 400 mm of cutting, 14.14 mm of travel, one lift', () => {
    const run = runCutter([shape('a', square(100, 10, 10))], MAT, []);
    expect(run.cutMm).to.be.closeTo(400, 1e-6);
    const start = run.steps[0]!.ring[0]!;
    expect(run.seconds).to.be.closeTo(
      400 / CUTTER.cutMmS + Math.hypot(start.x, start.y) / CUTTER.travelMmS + CUTTER.liftS,
      1e-6,
    );
    expect(run.problems).to.deep.equal([]);
  });

  it('lays cloths in the corners as told, cut off at the mat', () => {
    expect(clothBox(cloth('a', 'upper left'), MAT)).to.deep.equal({ x: 0, y: 0, w: 140, h: 140 });
    expect(clothBox(cloth('a', 'upper right'), MAT)).to.deep.equal({ x: 160, y: 0, w: 140, h: 140 });
    expect(clothBox(cloth('a', 'lower left'), MAT)).to.deep.equal({ x: 0, y: 160, w: 140, h: 140 });
    expect(clothBox(cloth('a', 'lower right', 500, 100), MAT)).to.deep.equal({ x: 0, y: 200, w: 300, h: 100 });
  });

  it('knows which cloth each shape comes from', () => {
    const run = runCutter([shape('one', square(50, 10, 10)), shape('two', square(50, 200, 200))], MAT, [
      cloth('red', 'upper left'),
      cloth('blue', 'lower right'),
    ]);
    expect(run.problems).to.deep.equal([]);
    expect([...run.clothOf]).to.deep.equal([
      ['one', 'red'],
      ['two', 'blue'],
    ]);
  });

  for (const [code, shapes, cloths] of [
    ['off-the-mat', [shape('a', square(100, 250, 10))], []],
    ['off-the-cloth', [shape('a', square(100, 100, 10))], [cloth('red', 'upper left')]],
    ['off-the-cloth', [shape('a', square(20, 200, 200))], [cloth('red', 'upper left')]],
    [
      'across-two-cloths',
      [shape('a', square(100, 100, 10))],
      [cloth('red', 'upper left'), cloth('blue', 'upper right')],
    ],
    ['crosses-another', [shape('a', square(60, 10, 10)), shape('b', square(60, 50, 50))], []],
  ] as const)
    it(`says “${code}” in words, naming the shape`, () => {
      const { problems } = runCutter(shapes, MAT, cloths);
      expect(problems.map((p) => p.code)).to.deep.equal([code]);
      expect(cutProblemWords(problems[0]!)).to.match(/^a .*\.$/);
    });

  it('cuts holes before the outside they lie in, and every line once, without a jump', () => {
    const ring = (x: number, y: number, s: number) => `${square(s, x, y)}${square(s / 3, x + s / 3, y + s / 3)}`;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 })), {
          minLength: 1,
          maxLength: 12,
        }),
        (places) => {
          const unique = [...new Set(places.map(([c, r]) => `${c} ${r}`))].map((k) => k.split(' ').map(Number));
          const shapes = unique.map(([c, r], i) => ({ name: `s${i}`, region: regionOf(ring(c! * 60, r! * 60, 45)) }));
          const run = runCutter(shapes, MAT, []);
          expect(run.problems).to.deep.equal([]);
          expect(run.steps).to.have.length(shapes.length * 2);
          for (const { name } of shapes) {
            const [first, second] = run.steps.filter((s) => s.name === name).map((s) => boundsOf([[...s.ring]]));
            expect(first!.maxX - first!.minX, 'the hole first').to.be.below(second!.maxX - second!.minX);
          }
          let at = { x: 0, y: 0 };
          run.travels.forEach(([from, to], i) => {
            expect(from).to.deep.equal(at);
            expect(to).to.deep.equal(run.steps[i]!.ring[0]);
            at = to;
          });
        },
      ),
      { numRuns: 30 },
    );
  });

  it('goes to the nearest shape next: a row is cut from one end to the other', () => {
    const shapes = [4, 1, 3, 0, 2].map((k) => shape(`s${k}`, square(30, k * 50, 10)));
    const order = runCutter(shapes, MAT, []).steps.map((s) => s.name);
    expect(order).to.deep.equal(['s0', 's1', 's2', 's3', 's4']);
  });

  it('reads what is exported, SVG and DXF, and refuses what is neither in words', () => {
    const shapes = [
      shape('Crab', `${square(80, 10, 10)}${square(20, 40, 40)}`),
      shape('Sea', 'M150 20L220 60L150 90Z'),
    ];
    for (const text of [toDxf(shapes, 200), toPlainSvg(shapes, 300, 200)]) {
      const read = readCutFile(text);
      expect(read.ok).to.equal(true);
      if (!read.ok) continue;
      const run = runCutter(read.shapes, MAT, []);
      expect(run.problems).to.deep.equal([]);
      expect(run.cutMm).to.be.closeTo(320 + 80 + runCutter([shapes[1]!], MAT, []).cutMm, 0.5);
    }
    for (const text of ['', 'hello', '<html>', '<svg>', '0\nSECTION\n']) {
      const read = readCutFile(text);
      const said = read.ok ? (read.shapes.length === 0 ? 'nothing to cut' : 'read') : read.message;
      expect(said, JSON.stringify(text)).to.match(/[a-z]{3}/);
      expect(said).to.not.equal('read');
    }
  });
});

describe('the simulated printer', () => {
  const page = (points: { x: number; y: number }[]): SheetDocument['pages'][number] =>
    ({
      widthMm: 210,
      heightMm: 297,
      name: 'p',
      marks: [{ type: 'line', points, style: 'cut', closed: true } as never],
    }) as never;

  it('scales about the middle of the sheet and cuts off at its margins', () => {
    for (const printer of SIMULATED_PRINTERS) {
      const out = printPage(
        page([
          { x: 105, y: 148.5 },
          { x: 155, y: 148.5 },
        ]),
        printer,
      ).marks[0] as unknown as {
        points: { x: number; y: number }[];
      };
      expect(out.points[0]).to.deep.equal({ x: 105, y: 148.5 });
      expect(out.points[1]!.x - out.points[0]!.x).to.be.closeTo(50 * printer.scaleX, 1e-9);
      expect(
        printPage(
          page([
            { x: 1, y: 1 },
            { x: 2, y: 1 },
          ]),
          printer,
        ).marks,
        'in the margin',
      ).to.deep.equal([]);
    }
  });

  it('is read off a ruler to a quarter of a millimetre', () => {
    expect([49.9, 48.4, 50.13, 50].map(readOnRuler)).to.deep.equal([50, 48.5, 50.25, 50]);
  });

  it('corrected by what was measured, the same square comes out true, to the ruler’s quarter', () => {
    for (const printer of SIMULATED_PRINTERS) {
      const error = measuredSquare(printer, null, 50);
      expect(error.acrossMm).to.be.closeTo(50 * printer.scaleX, 0.126);
      const doc = {
        pages: [
          page([
            { x: 80, y: 120 },
            { x: 130, y: 120 },
            { x: 130, y: 170 },
          ]),
        ],
      } as unknown as SheetDocument;
      const out = printPage(correctedFor(doc, error).pages[0]!, printer).marks[0] as unknown as {
        points: { x: number; y: number }[];
      };
      expect(out.points[1]!.x - out.points[0]!.x).to.be.closeTo(50, 0.13);
      expect(out.points[2]!.y - out.points[1]!.y).to.be.closeTo(50, 0.13);
      const again = measuredSquare(printer, error, 50);
      expect(again.acrossMm).to.be.closeTo(50, 0.25);
      expect(again.downMm).to.be.closeTo(50, 0.25);
    }
  });
});

describe('the simulated iron, closer', () => {
  for (const iron of SIMULATED_IRONS) {
    const settled = [...ironReadings(iron, 1, 1500)].slice(500);
    it(`${iron.name} swings about what its mark holds, never far beyond its band`, () => {
      const c = settled.map((r) => r.soleplateC);
      const [low, high] = [Math.min(...c), Math.max(...c)];
      expect(low).to.be.below(iron.holdsC[1]!);
      expect(high).to.be.above(iron.holdsC[1]!);
      expect(high - low)
        .to.be.above(iron.bandC / 4)
        .and.below(iron.bandC * 3);
      expect(new Set(settled.map((r) => r.heating)).size, 'its lamp goes on and off').to.equal(2);
    });

    it(`${iron.name} gives the same reading from hot and from cold`, () => {
      const fromCold = settledC([...ironReadings(iron, 1, 1200)])!;
      const fromHot = settledC([...ironReadings(iron, 1, 1200, 220)])!;
      expect(fromHot).to.be.closeTo(fromCold, 4);
    });

    it(`${iron.name}, set down on cold cloth, heats more of the time`, () => {
      const down = [...ironReadings(iron, 1, 1500, 20, 400)].slice(500);
      const share = (list: readonly { heating: boolean }[]): number =>
        list.filter((r) => r.heating).length / list.length;
      expect(share(down)).to.be.above(share(settled));
    });

    it(`${iron.name} has rising marks, and none beyond the last is asked for in vain`, () => {
      for (let i = 1; i < iron.holdsC.length; i++) expect(iron.holdsC[i]).to.be.above(iron.holdsC[i - 1]!);
      expect(iron.marks).to.have.length(iron.holdsC.length);
      expect([...ironReadings(iron, 99, 5)]).to.have.length(6);
    });
  }

  it('reads a second apart, from the first second on, in half degrees', () => {
    const r = [...ironReadings(SIMULATED_IRONS[0]!, 0, 30)];
    expect(r.map((x) => x.tS)).to.deep.equal(Array.from({ length: 31 }, (_, i) => i));
    for (const x of r) expect(x.soleplateC * 2).to.equal(Math.round(x.soleplateC * 2));
  });

  it('is not settled while it warms up, nor by a handful of readings', () => {
    expect(settledC([])).to.equal(null);
    expect(settledC([{ soleplateC: 150 }])).to.equal(null);
    const warming = Array.from({ length: 60 }, (_, i) => ({ soleplateC: 20 + 2 * i }));
    expect(settledC(warming)).to.equal(null);
    expect(settledC(Array.from({ length: 40 }, () => ({ soleplateC: 148 })))).to.equal(148);
  });
});
