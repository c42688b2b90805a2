import { expect } from 'chai';
import { viewOf } from '~/core/model';
import { regionOf } from '~/core/shape';
import { type Mark, tablePages, titleBlock, toDxf, wordTables } from '~/core/sheet';
import { harbourLight } from '~/demo';
import { stitchGuideOf } from '~/words/stitch-guide';
import { piece, project, square } from './helpers';

// What stands on a sheet, and where, worked out by hand from the measures of sheet, block and ruler.

type Text = Extract<Mark, { type: 'text' }>;
type Line = Extract<Mark, { type: 'line' }>;
const textsIn = (marks: readonly Mark[]): Text[] => marks.filter((m): m is Text => m.type === 'text');
const linesIn = (marks: readonly Mark[]): Line[] => marks.filter((m): m is Line => m.type === 'line');

describe('sheet, by hand: the block at the foot', () => {
  /** Marks of the ruler: how far along they stand, and how long they are. */
  const ruler = (units: 'mm' | 'in') => {
    const marks = titleBlock(210, 297, units, ['Name']);
    const [square_, rule, ...ticks] = linesIn(marks);
    const x0 = rule!.points[0]!.x;
    return {
      square: square_!,
      fromMm: x0,
      longMm: rule!.points[1]!.x - x0,
      ticks: ticks.map(({ points: [foot, tip] }) => ({ atMm: foot!.x - x0, longMm: foot!.y - tip!.y })),
      numbers: textsIn(marks)
        .filter((t) => t.sizeMm === 3 && /^\d+( cm| in)?$/.test(t.text))
        .map((t) => ({ text: t.text, atMm: t.x - x0 })),
    };
  };
  it('in mm: a mark each millimetre, longer at five, longest and numbered at each centimetre', () => {
    const { fromMm, longMm, ticks, numbers, square: check } = ruler('mm');
    // The check square of 50 mm, 6 mm of air, then as many whole centimetres as there is room for.
    expect(fromMm).to.equal(10 + 50 + 6);
    expect(longMm).to.equal(Math.floor((200 - 66) / 10) * 10);
    expect(check.points.map(({ x, y }) => [x - 10, y - 236])).to.deep.equal([
      [0, 0],
      [50, 0],
      [50, 50],
      [0, 50],
    ]);
    expect(ticks).to.have.length(131);
    ticks.forEach(({ atMm, longMm: long }, i) => {
      expect(atMm).to.be.closeTo(i, 1e-9);
      expect(long, `mark ${i}`).to.be.closeTo(i % 10 === 0 ? 5 : i % 5 === 0 ? 3.5 : 1.6, 1e-9);
    });
    expect(numbers.map((t) => t.text)).to.deep.equal(['0 cm', ...Array.from({ length: 13 }, (_, i) => String(i + 1))]);
    numbers.forEach(({ atMm }, i) => expect(atMm).to.be.closeTo(10 * i, 1e-9));
  });
  it('in inches: sixteenths, the marks of a carpenter’s rule by halving, numbered at each inch', () => {
    const { fromMm, ticks, numbers } = ruler('in');
    expect(fromMm).to.be.closeTo(10 + 50.8 + 6, 1e-9);
    expect(ticks).to.have.length(5 * 16 + 1);
    ticks.forEach(({ atMm, longMm }, i) => {
      expect(atMm).to.be.closeTo((i * 25.4) / 16, 1e-9);
      const long = i % 16 === 0 ? 5 : i % 8 === 0 ? 3.5 : i % 4 === 0 ? 2.5 : i % 2 === 0 ? 1.6 : 1;
      expect(longMm, `mark ${i}`).to.be.closeTo(long, 1e-9);
    });
    expect(numbers.map((t) => t.text)).to.deep.equal(['0 in', '1', '2', '3', '4', '5']);
    numbers.forEach(({ atMm }, i) => expect(atMm).to.be.closeTo(25.4 * i, 1e-9));
  });
});

describe('sheet, by hand: tables', () => {
  const columns = [
    { heading: 'A', share: 1 },
    { heading: 'B', share: 2 },
    { heading: 'C', share: 1 },
  ];
  /** Cells of a page: those of its headings and rows, above the block. */
  const cells = (marks: readonly Mark[]): Text[] => textsIn(marks).filter((t) => t.sizeMm === 3 && t.y < 297 - 64);
  const rowsOf = (n: number, more: Readonly<Record<number, string>> = {}) =>
    Array.from({ length: n }, (_, i) => [String(i), more[i] ?? 'b', 'c']);

  it('columns begin at their share of the width, rows 5.2 mm apart, a cell’s further lines 3.8 mm', () => {
    const long = 'as long as a cell can be that is broken once, since its column is 95 mm wide and no more';
    const [page] = tablePages('T', [], columns, rowsOf(4, { 1: long }), 'a4', project());
    const got = cells(page!.marks);
    // 190 mm in quarters: 47.5 each.
    const x = [10, 57.5, 152.5];
    expect(got.slice(0, 3).map((t) => [t.text, t.x, t.y, t.bold])).to.deep.equal([
      ['A', x[0], 18, true],
      ['B', x[1], 18, true],
      ['C', x[2], 18, true],
    ]);
    const firsts = got.filter((t) => /^\d$/.test(t.text));
    expect(firsts.map((t) => t.x)).to.deep.equal([10, 10, 10, 10]);
    [25, 30.2, 39.2, 44.4].forEach((y, i) => expect(firsts[i]!.y, `row ${i}`).to.be.closeTo(y, 1e-9));
    const broken = got.filter((t) => t.x === x[1] && t.y > 26 && t.y < 39);
    expect(broken.map((t) => t.text).join(' ')).to.equal(long);
    expect(broken.map((t) => t.y)).to.deep.equal([30.2, 34]);
    // No line of it reaches the next column, less 2 mm of air.
    expect(broken.every((t) => t.text.length < long.length)).to.equal(true);
  });
  it('as many rows as there is room for above the block, the headings again on every page, no row twice or lost', () => {
    const pages = tablePages('T', [], columns, rowsOf(100), 'a4', project());
    // From 25 mm to 230 by 5.2: 40 rows would end at 227.8 + 5.2 = 233; 39 fit.
    const perPage = Math.floor((297 - 54 - 10 - 3 - 25) / 5.2);
    expect(pages).to.have.length(Math.ceil(100 / perPage));
    const numbers = pages.map((p) => cells(p.marks).filter((t) => /^\d+$/.test(t.text)));
    expect(numbers[0]).to.have.length(perPage);
    expect(numbers.flat().map((t) => t.text)).to.deep.equal(Array.from({ length: 100 }, (_, i) => String(i)));
    for (const p of pages) expect(cells(p.marks)[0]).to.include({ text: 'A', y: 18 });
    for (const on of numbers) expect(on[0]!.y).to.equal(25);
  });
  it('letters are told to a tenth of a millimetre, from the edges of the ground, the last without a gap', () => {
    const demo = viewOf(harbourLight(), null);
    const [page] = wordTables(demo, 'a4');
    const got = cells(page!.marks).map((t) => t.text);
    expect(got.slice(0, 5)).to.deep.equal([
      'Letter',
      'No.',
      'Left edge, from the left',
      'Bottom, from the bottom edge',
      'Gap to the next, ink to ink',
    ]);
    const word = demo.words[0]!;
    const letters = [...word.text].filter((c) => c !== ' ');
    const table = letters.map((_, i) => got.slice(5 + 5 * i, 10 + 5 * i));
    expect(table.map((r) => r[0])).to.deep.equal(letters);
    for (const row of table) for (const cell of row.slice(2)) expect(cell).to.match(/^(\d+(\.\d)? mm|)$/);
    // Nothing is written where there is no next one.
    expect(table.at(-1)).to.have.length(4);
    // Left to right, each beginning where the one before ends and its gap: so no letter's left edge is off.
    const lefts = table.map((r) => Number.parseFloat(r[2]!));
    for (let i = 1; i < lefts.length; i++)
      expect(lefts[i]!).to.be.above(lefts[i - 1]! + Number.parseFloat(table[i - 1]![4]!));
  });
});

describe('sheet, by hand: the stitch guide', () => {
  const guide = (groundMm: number) => {
    const p = project([piece('sq', 'M0 0H60V60H0Z', { at: { xMm: 30, yMm: 40, rotateDeg: 0 } })], {
      ground: { widthMm: groundMm, heightMm: groundMm },
    });
    const [page] = stitchGuideOf(p, { sq: 'web' }, 'a4').pages;
    const lines = linesIn(page!.marks);
    return { page: page!, ground: lines[0]!, stitches: lines[1]!, wedge: lines[2]!, texts: textsIn(page!.marks) };
  };
  it('a ground that fits is drawn at its size and no larger; one of 380 mm at half', () => {
    const spread = ({ points }: Line): number =>
      Math.max(...points.map((p) => p.x)) - Math.min(...points.map((p) => p.x));
    const small = guide(120);
    expect(spread(small.ground)).to.be.closeTo(120, 0.01);
    expect(small.texts.map((t) => t.text)).to.include('Drawn at its size.');
    expect(small.stitches.stroke).to.equal('outline');
    // 190 mm of the page's 210 are drawn on.
    const large = guide(380);
    expect(spread(large.ground)).to.be.closeTo(190, 0.01);
    expect(large.texts.map((t) => t.text)).to.include('Drawn at 50 % of its size.');
    // Drawn so small, stitches are fine lines.
    expect(large.stitches.stroke).to.equal('fine');
    expect(spread(large.stitches)).to.be.closeTo(spread(small.stitches) / 2, 0.05);
  });
  it('a wedge of 4 mm begins where the line begins and points along it; its number and thread stand beside it', () => {
    for (const groundMm of [120, 380]) {
      const { stitches, wedge, texts } = guide(groundMm);
      const begin = stitches.points[0]!;
      const [tip, left, right] = wedge.points;
      expect(Math.hypot(tip!.x - begin.x, tip!.y - begin.y)).to.be.closeTo(4, 1e-6);
      // Its foot is across the line, a third of its length to either side.
      for (const foot of [left!, right!]) {
        expect(Math.hypot(foot.x - begin.x, foot.y - begin.y)).to.be.closeTo(4 / 3, 1e-6);
        const dot = (foot.x - begin.x) * (tip!.x - begin.x) + (foot.y - begin.y) * (tip!.y - begin.y);
        expect(dot).to.be.closeTo(0, 1e-6);
      }
      // Towards the seventh stitch.
      const to = stitches.points[6]!;
      const cross = (to.x - begin.x) * (tip!.y - begin.y) - (to.y - begin.y) * (tip!.x - begin.x);
      const along = (to.x - begin.x) * (tip!.x - begin.x) + (to.y - begin.y) * (tip!.y - begin.y);
      expect(Math.abs(cross)).to.be.below(1e-6);
      expect(along).to.be.above(0);
      const number = texts.find((t) => t.text === '1·A')!;
      expect([number.x - begin.x, number.y - begin.y, number.sizeMm]).to.deep.equal([2.5, number.y - begin.y, 3.4]);
      expect(number.y - begin.y).to.be.closeTo(-2, 1e-9);
    }
  });
});

describe('sheet, by hand: what a cutting machine is given', () => {
  it('every vertex, and the end of every line, names its layer, as the R12 reference has it (from memory)', () => {
    const dxf = toDxf(
      [
        { name: 'one', region: regionOf(square(10)) },
        {
          name: 'two',
          region: regionOf(square(20)),
          slits: [
            [
              { x: 5, y: 5 },
              { x: 15, y: 5 },
            ],
          ],
        },
      ],
      100,
    ).split('\n');
    const pairs = Array.from({ length: Math.floor(dxf.length / 2) }, (_, i) => [dxf[2 * i]!, dxf[2 * i + 1]!] as const);
    expect(dxf.at(-1)).to.equal('');
    const entities: Record<string, string>[] = [];
    for (const [code, value] of pairs.slice(pairs.findIndex(([, v]) => v === 'ENTITIES') + 1))
      if (code === '0') entities.push({ '0': value });
      else entities.at(-1)![code] = value;
    const drawn = entities.filter((e) => ['POLYLINE', 'VERTEX', 'SEQEND'].includes(e['0']!));
    expect(drawn.map((e) => `${e['0']} ${e['8']}`)).to.deep.equal([
      ...['POLYLINE', 'VERTEX', 'VERTEX', 'VERTEX', 'VERTEX', 'SEQEND'].map((k) => `${k} one`),
      ...['POLYLINE', 'VERTEX', 'VERTEX', 'SEQEND'].map((k) => `${k} two`),
      ...['POLYLINE', 'VERTEX', 'VERTEX', 'VERTEX', 'VERTEX', 'SEQEND'].map((k) => `${k} two`),
    ]);
    // Vertices follow (66), closed or open (70), and y is turned up.
    expect(drawn.filter((e) => e['0'] === 'POLYLINE').map((e) => [e['66'], e['70']])).to.deep.equal([
      ['1', '1'],
      ['1', '0'],
      ['1', '1'],
    ]);
    const slit = drawn.filter((e) => e['0'] === 'VERTEX').slice(4, 6);
    expect(slit.map((e) => [e['10'], e['20'], e['30']])).to.deep.equal([
      ['5', '95', '0'],
      ['15', '95', '0'],
    ]);
    // Unit: millimetres, code 4 of $INSUNITS.
    expect(dxf.join('\n')).to.include('$INSUNITS\n70\n4\n');
  });
});
