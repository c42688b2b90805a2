import { expect } from 'chai';
import { boundsOf, regionOf, translation } from '~/core/base/shape';
import { viewOf } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import {
  articleTitle,
  bagLabels,
  boardBooklet,
  fromDxf,
  inLines,
  leaderSheet,
  type Mark,
  markLines,
  peelTick,
  sheetsToSvg,
  tablePages,
  titleBlock,
  toDxf,
  tracingSheets,
  wordTables,
} from '~/core/print/sheet';
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
      'Left edge from the left',
      'Bottom from the bottom edge',
      'Gap to the next letter',
    ]);
    const word = demo.words[0]!;
    const letters = [...word.text].filter((c) => c !== ' ');
    const table = letters.map((_, i) => got.slice(5 + 5 * i, 10 + 5 * i));
    expect(table.map((r) => r[0])).to.deep.equal(letters);
    for (const row of table)
      for (const cell of row.slice(2)) expect(cell).to.match(/^(\d(\.\d)? mm|\d+(\.\d{1,2})? cm|)$/);
    // Nothing is written where there is no next one.
    expect(table.at(-1)).to.have.length(4);
    // Left to right, each beginning where the one before ends and its gap: so no letter's left edge is off.
    const mm = (cell: string): number => Number.parseFloat(cell) * (cell.endsWith('cm') ? 10 : 1);
    const lefts = table.map((r) => mm(r[2]!));
    for (let i = 1; i < lefts.length; i++) expect(lefts[i]!).to.be.above(lefts[i - 1]! + mm(table[i - 1]![4]!));
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
    // From the margin of 10 mm on, right and down; the square 30 and 40 mm in.
    const box = boundsOf([small.ground.points]);
    expect([box.minX, box.minY, box.maxX, box.maxY]).to.deep.equal([10, 10, 130, 130]);
    const begin = small.stitches.points[0]!;
    expect([begin.x, begin.y].every((v) => v > 35 && v < 115)).to.equal(true);
    expect(small.texts.map((t) => t.text)).to.include('Drawn at its size.');
    expect(small.stitches.stroke).to.equal('outline');
    // 190 mm of the page's 210 are drawn on.
    const large = guide(380);
    expect(spread(large.ground)).to.be.closeTo(190, 0.01);
    expect(large.texts.map((t) => t.text)).to.include('Drawn at 50% of its size.');
    // Drawn so small, stitches are fine lines.
    expect(large.stitches.stroke).to.equal('fine');
    expect(spread(large.stitches)).to.be.closeTo(spread(small.stitches) / 2, 0.05);
  });
  it('a wedge of 4 mm begins where the line begins and points along it; its number and thread stand beside it', () => {
    for (const groundMm of [120, 380]) {
      const { stitches, wedge, texts } = guide(groundMm);
      const begin = stitches.points[0]!;
      const [tip, left, right] = wedge.points;
      expect(wedge.closed).to.equal(true);
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
  it('the strip: where the machine is turned stands a cross of 2.4 mm, its middle on the stitch', () => {
    const p = project([piece('sq', 'M0 0H60V60H0Z', { at: { xMm: 30, yMm: 40, rotateDeg: 0 } })]);
    const page = stitchGuideOf(p, { sq: 'web' }, 'a4').pages.find((q) => q.title === 'Test strip')!;
    const bars = linesIn(page.marks).filter((m) => m.stroke === 'check' && !m.closed);
    const stitches = linesIn(page.marks).filter((m) => m.stroke === 'outline' && !m.closed);
    const crosses = bars.filter(({ points: [a, b] }) => Math.abs(Math.abs(b!.x - a!.x) - 2.4) < 1e-9);
    expect(crosses.length).to.be.above(0);
    for (let i = 0; i < crosses.length; i += 2) {
      const [[a, b], [c, d]] = [crosses[i]!.points, crosses[i + 1]!.points];
      const middle = { x: (a!.x + b!.x) / 2, y: (a!.y + b!.y) / 2 };
      // One bar falls, the other rises, through the same middle.
      expect([b!.x - a!.x, b!.y - a!.y].map((v) => Number(v.toFixed(9)))).to.deep.equal([2.4, 2.4]);
      expect([d!.x - c!.x, d!.y - c!.y].map((v) => Number(v.toFixed(9)))).to.deep.equal([2.4, -2.4]);
      expect(Math.hypot((c!.x + d!.x) / 2 - middle.x, (c!.y + d!.y) / 2 - middle.y)).to.be.below(1e-9);
      const near = Math.min(
        ...stitches.flatMap((s) => s.points.map((q) => Math.hypot(q.x - middle.x, q.y - middle.y))),
      );
      expect(near).to.be.below(1e-9);
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

describe('sheet, by hand: what a cutting machine is given by others', () => {
  /** Group codes and values, as the R12 reference has them (from memory). */
  const dxf = (flags: string, vertexFlags: string): string =>
    `${['0', 'SECTION', '2', 'ENTITIES', '0', 'POLYLINE', '8', 'sail', '66', '1', '70', flags]
      .concat(
        [
          [0, 0],
          [10, 0],
          [10, 5],
        ].flatMap(([x, y]) => ['0', 'VERTEX', '8', 'other', '70', vertexFlags, '10', String(x), '20', String(y)]),
      )
      .concat(['0', 'SEQEND', '0', 'ENDSEC', '0', 'EOF'])
      .join('\n')}\n`;
  const read = (text: string) => {
    const got = fromDxf(text);
    return got.ok ? got.shapes.map((s) => [s.name, s.region.length, s.slits?.length ?? 0]) : got.message;
  };
  it('whether a line is closed, and its layer, is said by the line; flags and layers of its corners say nothing', () => {
    for (const corners of ['0', '1', '32']) expect(read(dxf('1', corners)), corners).to.deep.equal([['sail', 1, 0]]);
    expect(read(dxf('0', '1'))).to.not.deep.equal([['sail', 1, 0]]);
  });
});

describe('sheet, by hand: what is drawn on a tracing', () => {
  const at = (xMm: number, yMm: number) => ({ at: { xMm, yMm, rotateDeg: 0 } });
  const lengthMm = ({ points }: Line): number =>
    points.slice(1).reduce((s, p, i) => s + Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y), 0);
  it('the edge of what will lie over it is dotted, once, and nothing of its own outline', () => {
    const low = piece('low', square(100), at(100, 100));
    const over = piece('over', 'M0 0H60V160H0Z', at(160, 70));
    const dottedOf = (...pieces: (typeof low)[]): Line[] => {
      const p = project(pieces);
      return linesIn(tracingSheets(p, planProject(p), 'a4').pages.flatMap((page) => page.marks)).filter(
        (m) => m.stroke === 'dotted',
      );
    };
    expect(dottedOf(low)).to.have.length(0);
    // It covers the right 40 mm: its edge runs over the whole height.
    const dotted = dottedOf(low, over);
    expect(dotted).to.have.length(1);
    expect(lengthMm(dotted[0]!)).to.be.closeTo(100, 0.1);
    const xs = dotted[0]!.points.map((p) => p.x);
    expect(Math.max(...xs) - Math.min(...xs)).to.be.below(0.05);
  });
  it('a tick of the peel begins in the middle of the longest edge and runs in at a right angle', () => {
    for (const [outline, middle, inwards] of [
      ['M0 0H80L60 30H0Z', { x: 40, y: 0 }, { x: 0, y: 1 }],
      ['M0 0H30V80L0 60Z', { x: 30, y: 40 }, { x: -1, y: 0 }],
      // The same, drawn the other way round.
      ['M0 0V80L30 60V0Z', { x: 0, y: 40 }, { x: 1, y: 0 }],
    ] as const) {
      const [tick] = linesIn(peelTick(regionOf(outline)));
      const [a, b] = tick!.points;
      expect([a!.x, a!.y], outline).to.deep.equal([middle.x, middle.y]);
      expect(Math.hypot(b!.x - a!.x, b!.y - a!.y)).to.be.within(2, 10);
      const long = Math.hypot(b!.x - a!.x, b!.y - a!.y);
      expect((b!.x - a!.x) / long).to.be.closeTo(inwards.x, 1e-9);
      expect((b!.y - a!.y) / long).to.be.closeTo(inwards.y, 1e-9);
    }
  });
  it('a dot is a round of its own size where it lies; a hole is cut, an eye only drawn', () => {
    const dot = (use: 'hole' | 'paint') => ({ is: 'dot' as const, use, xMm: 10, yMm: 20, acrossMm: 6 });
    for (const [use, stroke] of [
      ['hole', 'outline'],
      ['paint', 'fine'],
    ] as const) {
      const [round] = markLines([dot(use) as never], translation(5, 7));
      expect(round).to.include({ closed: true, stroke });
      expect(round!.line).to.have.length(24);
      for (const p of round!.line) expect(Math.hypot(p.x - 15, p.y - 27)).to.be.closeTo(3, 1e-9);
      // Once round: the corners lie a twenty-fourth of a circle apart.
      const [p, q] = round!.line;
      expect(Math.hypot(q!.x - p!.x, q!.y - p!.y)).to.be.closeTo(6 * Math.sin(Math.PI / 24), 1e-9);
    }
  });
});

describe('sheet, by hand: what runs over several pages', () => {
  const notes = (count: number): string[] => {
    const p = project([piece('a', 'M0 0H300V60H0Z', { count })], { ground: { widthMm: 500, heightMm: 500 } });
    return tracingSheets(p, planProject(p), 'a4').pages.flatMap((page) =>
      textsIn(page.marks)
        .map((t) => t.text)
        .filter((t) => /runs over/.test(t)),
    );
  };
  it('is told with its pages, and with its copies where there are two and more', () => {
    // 300 mm are more than an A4 is high, and less than two of its widths of 190 mm.
    expect(notes(1).every((t) => /runs over 2 pages: this is/.test(t))).to.equal(true);
    expect(notes(1).length).to.be.above(0);
    expect(notes(2).every((t) => /runs over 2 pages, 2 copies: this is/.test(t))).to.equal(true);
    expect(notes(2).length).to.be.above(0);
  });
});

describe('sheet, by hand: what a title says of its article', () => {
  it('its name, or the how-manieth it is; nothing where there is only one', () => {
    const p = project([piece('a', square(60))]);
    expect(articleTitle(viewOf(p, null))).to.equal('');
    const [one] = p.articles;
    p.articles.push({ ...one!, id: 'second', name: '' }, { ...one!, id: 'third', name: 'Back' });
    expect(articleTitle(viewOf(p, 'second'))).to.equal(' · article 2');
    expect(articleTitle(viewOf(p, 'third'))).to.equal(' · Back');
  });
});

describe('sheet, by hand: the file', () => {
  it('pages stand one below another, 10 mm apart, at true size; each stroke in its own width, grey and dashes', () => {
    const page = (id: string, heightMm: number) => ({
      id,
      widthMm: 210,
      heightMm,
      title: id,
      webId: null,
      pieceIds: [],
      marks: [
        {
          type: 'line' as const,
          closed: true,
          stroke: 'fold' as const,
          points: [
            { x: 1, y: 2 },
            { x: 3, y: 4 },
          ],
        },
      ],
    });
    const svg = sheetsToSvg({ title: 'A & B', pages: [page('a', 297), page('b', 100), page('c', 50)] });
    expect([...svg.matchAll(/translate\(0 ([\d.]+)\)/g)].map((m) => m[1])).to.deep.equal(['0', '307', '417']);
    expect(svg).to.include('width="210mm" height="467mm" viewBox="0 0 210 467"');
    expect(svg.match(/<path class="fold" d="M1 2L3 4Z"\/>/g)).to.have.length(3);
    expect(svg).to.include('<title>A &amp; B</title>');
    // Greys are shares of white: 0.35 is 89 of 255, 0x59; a half is 0x80.
    expect(svg).to.include('.outline{fill:none;stroke:#000000;stroke-width:0.35;}');
    expect(svg).to.include('.fine{fill:none;stroke:#595959;stroke-width:0.15;}');
    expect(svg).to.include(
      '.fold{fill:none;stroke:#808080;stroke-width:0.15;stroke-dasharray:4 1.5;stroke-linecap:round}',
    );
    expect(svg).to.include(
      '.dotted{fill:none;stroke:#000000;stroke-width:0.3;stroke-dasharray:0.8 1.4;stroke-linecap:round}',
    );
  });
});

describe('sheet, by hand: for a group', () => {
  it('the leader’s list numbers the bags from 1, with a box to tick for packed and for given', () => {
    const doc = leaderSheet(project(), ['Ada', 'Bo', 'Cy'], ['a square'], ['shears'], 'a4');
    expect(doc.pages.map((p) => p.id)).to.deep.equal(['page-1', 'page-2', 'page-3']);
    const rows = textsIn(doc.pages[0]!.marks).filter((t) => t.y > 20 && t.y < 60);
    expect(rows.map((t) => t.text).filter((t) => t !== '')).to.deep.equal(
      ['Ada', 'Bo', 'Cy'].flatMap((name, i) => [String(i + 1), name, '☐', '☐']),
    );
    expect(textsIn(doc.pages[0]!.marks).map((t) => t.text)).to.include('3 bags, all alike.');
  });
  it('labels stand two across and four down an A4; ten lines on each, what is more goes on to the next', () => {
    const holds = Array.from({ length: 12 }, (_, i) => `line ${i + 1}`);
    const doc = bagLabels(project(), ['Ada', 'Bo', 'Cy', 'Di', 'Ed'], holds, 'a4');
    // Two labels a bag make ten, eight on a page of 4 × 68 mm.
    expect(doc.pages.map((p) => linesIn(p.marks).filter((m) => m.closed).length)).to.deep.equal([8, 2]);
    const boxes = linesIn(doc.pages[0]!.marks).filter((m) => m.closed);
    boxes.forEach(({ points: [corner, , opposite] }, i) => {
      expect([corner!.x, corner!.y]).to.deep.equal([10 + (i % 2) * 95, 10 + Math.floor(i / 2) * 68]);
      expect([opposite!.x - corner!.x, opposite!.y - corner!.y]).to.deep.equal([95, 68]);
    });
    const texts = textsIn(doc.pages[0]!.marks);
    const first = texts.filter((t) => t.x === 14 && t.y < 78).map((t) => [t.text, t.y]);
    expect(first.slice(0, 3)).to.deep.equal([
      ['1 · Ada', 18],
      ['Test', 23],
      ['line 1', 30],
    ]);
    expect(first).to.have.length(12);
    first.slice(2).forEach(([, y], k) => expect(y as number).to.be.closeTo(30 + 4.6 * k, 1e-9));
    const second = texts.filter((t) => t.x === 109 && t.y < 78).map((t) => t.text);
    expect(second).to.deep.equal(['1 · Ada', 'Test, more', 'line 11', 'line 12']);
  });
  it('the booklet: steps under one another with room for their pieces, none past the foot of its half page', () => {
    const p = project([piece('a', square(60)), piece('b', square(30), { at: { xMm: 200, yMm: 200, rotateDeg: 0 } })]);
    p.schools = { ...p.schools, lay: 'piece-by-piece' };
    const plan = planProject(p);
    const doc = boardBooklet(p, plan, () => 'said', 'a4');
    const drawn = (i: number): boolean => {
      const step = plan.making.steps[i]!;
      return step.pieceIds.length > 0 && ['trace', 'cut', 'lay', 'bond', 'foil', 'trim'].includes(step.kind);
    };
    // By hand: from 33 mm on the first page and 15 on the others; a line of 6, a picture of 22 and 2 of air, a gap of 4.5; never past 210 − 17.
    let y = 33;
    let page = 1;
    const places = plan.making.steps.map((_, i) => {
      const high = 6 + (drawn(i) ? 24 : 0) + 4.5;
      if (y + high > 193) {
        y = 15;
        page += 1;
      }
      const place = { page, y };
      y += high;
      return place;
    });
    const found = doc.pages.flatMap((side) =>
      textsIn(side.marks)
        .filter((t) => t.bold && t.sizeMm === 4.4 && (t.x === 11 || t.x === 159.5))
        .map((t) => ({
          step: Number(t.text),
          y: t.y,
          // The page's own number stands at its foot.
          page: Number(
            textsIn(side.marks).find((f) => f.y === 199 && f.x > 148.5 === t.x > 148.5 && f.sizeMm === 3.4)?.text,
          ),
        })),
    );
    found.sort((a, b) => a.step - b.step);
    expect(found.map((f) => f.step)).to.deep.equal(places.map((_, i) => i + 1));
    found.forEach((f, i) => {
      expect(f.page, `step ${i + 1}`).to.equal(places[i]!.page);
      expect(f.y).to.be.closeTo(places[i]!.y, 1e-9);
    });
    expect(page).to.be.above(1);
    // A single piece is drawn 22 mm large, whatever its size, just beneath its words.
    const alone = plan.making.steps.findIndex((s, i) => drawn(i) && s.pieceIds.length === 1);
    if (alone < 0) throw new Error('no step has a single piece');
    const place = places[alone]!;
    const pictures = doc.pages.flatMap((side) => linesIn(side.marks)).filter((m) => m.closed && m.stroke === 'fine');
    const box = pictures
      .map((m) => boundsOf([m.points]))
      .find((b) => Math.abs(b.minY - (place.y + 6 - 2)) < 1e-6 && (b.minX === 20 || b.minX === 168.5));
    expect(box!.maxX - box!.minX).to.be.closeTo(22, 1e-6);
    expect(box!.maxY - box!.minY).to.be.closeTo(22, 1e-6);
    // Numbers in the middle of their pictures: step 1, the background that is cut, has none, and 10.5 mm on stands step 2, 9 mm in; pictures of 22 mm, 2 mm of air.
    const numbers = doc.pages.flatMap((side) => textsIn(side.marks)).filter((t) => t.bold && t.sizeMm === 3.4);
    for (const [text, x] of [
      ['1', 159.5 + 9 + 11],
      ['2', 159.5 + 9 + 24 + 11],
    ] as const)
      expect(
        numbers
          .filter((t) => Math.abs(t.y - (33 + 10.5 + 6 - 2 + 11)) < 1e-9 && Math.abs(t.x - x) < 1e-9)
          .map((t) => t.text),
        `at ${x}`,
      ).to.deep.equal([text]);
    for (const side of doc.pages)
      expect(linesIn(side.marks)[0]!.points.map((q) => [q.x, q.y])).to.deep.equal([
        [148.5, 0],
        [148.5, 210],
      ]);
  });

  it('the booklet: a step of several lines, one under another beside its number; page numbers in the middle of each half', () => {
    const p = project([piece('a', square(60))]);
    const plan = planProject(p);
    // 148.5 less both margins of 11 and 9 for the number are 117.5 mm: 50 letters of 0.53 × 4.4 mm.
    const said = `${'abcd '.repeat(14)}end`;
    const doc = boardBooklet(p, plan, () => said, 'a4');
    const first = textsIn(doc.pages[0]!.marks).filter((t) => t.sizeMm === 4.4 && t.x === 148.5 + 20 && t.y < 46);
    expect(first.map((t) => [t.text, t.y])).to.deep.equal([
      ['abcd '.repeat(10).trim(), 33],
      [`${'abcd '.repeat(4)}end`, 39],
    ]);
    const foot = doc.pages.flatMap((side) => textsIn(side.marks).filter((t) => t.y === 199 && t.sizeMm === 3.4));
    expect(foot.length).to.be.above(1);
    for (const t of foot) expect([148.5 / 2, 148.5 * 1.5]).to.include(t.x);
    // The cover is the right half of the first side.
    expect(textsIn(doc.pages[0]!.marks).find((t) => t.y === 199 && t.text === '1')?.x).to.equal(222.75);
  });

  it('the booklet: a long name takes two lines and no more, 9 mm apart', () => {
    const p = project([piece('a', square(60))], { name: 'abcd '.repeat(20).trim() });
    const side = boardBooklet(p, planProject(p), () => 'said', 'a4').pages[0]!;
    // 126.5 mm between the margins hold 29 letters of 8 × 0.53 mm: six words of four with their spaces.
    expect(
      textsIn(side.marks)
        .filter((t) => t.sizeMm === 8)
        .map((t) => [t.text, t.y]),
    ).to.deep.equal([
      ['abcd '.repeat(6).trim(), 18],
      ['abcd '.repeat(6).trim(), 27],
    ]);
  });

  it('words are put in lines as they come, with a space between; one that is longer than a line is broken', () => {
    expect(inLines('a bb ccc', 4)).to.deep.equal(['a bb', 'ccc']);
    expect(inLines('a bb ccc', 3)).to.deep.equal(['a', 'bb', 'ccc']);
    expect(inLines('ab abcdefgh i', 4)).to.deep.equal(['ab', 'abcd', 'efgh', 'i']);
    expect(inLines('  ', 4)).to.deep.equal([]);
  });
});
