import { expect } from 'chai';
import fc from 'fast-check';
import * as polyclip from 'polyclip-ts';
import { applyTo, areaMm2, boundsOf, exclusive, regionOf } from '~/core/base/shape';
import {
  distanceOnSheet,
  homography,
  otsuThreshold,
  project,
  readSvg,
  readTransform,
  regionsOfScan,
  type ScanPixels,
  SVG_LIMITS,
  sheetSize,
  straighten,
  traceRegions,
} from '~/core/intake/drawing';
import { sweep } from '../cases';

const svg = (inside: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;
const read = (text: string) => {
  const r = readSvg(text);
  if (!r.ok) throw new Error(r.message);
  return r.drawing;
};
const one = (inside: string, attributes?: string) => read(svg(inside, attributes)).shapes[0]!;
const area = (outline: string): number => areaMm2(regionOf(outline));

describe('drawing: SVG to millimetres', () => {
  it('scales by viewBox and physical units', () => {
    // CSS Values and Units: 96 px = 1 in. SVG 2, section 8.2: the viewBox maps onto width and height.
    expect(area(one('<rect width="50" height="20"/>').outline)).to.be.closeTo(1000, 0.01);
    expect(area(one('<rect width="96" height="96"/>', '').outline)).to.be.closeTo(645.16, 0.01);
    expect(area(one('<rect width="1in" height="2cm"/>', 'width="200" height="200"').outline)).to.be.closeTo(
      25.4 * 20,
      0.01,
    );
    expect(
      area(one('<rect width="10" height="10"/>', 'width="4in" viewBox="0 0 100 100" height="4in"').outline),
    ).to.be.closeTo(10.16 ** 2, 0.01);
    const d = read(svg('<rect x="10" width="10" height="10"/>', 'width="200mm" height="100mm" viewBox="0 0 100 100"'));
    // Kept in shape and centred: xMidYMid meet.
    expect(boundsOf(regionOf(d.shapes[0]!.outline)).minX).to.be.closeTo(60, 1e-3);
    expect(d.widthMm).to.be.closeTo(200, 1e-9);
  });

  it('has every basic shape with its area', () => {
    const cases: [string, number][] = [
      ['<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
      ['<ellipse cx="50" cy="50" rx="30" ry="10"/>', Math.PI * 300],
      ['<rect x="5" y="5" width="40" height="30" rx="5"/>', 40 * 30 - (4 - Math.PI) * 25],
      ['<polygon points="0,0 40,0 40,30"/>', 600],
      ['<polyline points="0 0 10 0 10 10 0 10"/>', 100],
      ['<path d="M0 0h10v10h-10z m20 0 h5 v5 h-5 z"/>', 125],
    ];
    for (const [shape, a] of cases) expect(area(one(shape).outline), shape).to.be.closeTo(a, a * 0.001);
  });

  it('follows nested transforms', () => {
    const a = one(
      '<g transform="translate(10 5) scale(2)"><g transform="rotate(90 5 5)"><rect width="10" height="4"/></g></g>',
    ).outline;
    const b = boundsOf(regionOf(a));
    expect([b.minX, b.minY, b.maxX, b.maxY].map((v) => Math.round(v * 100) / 100)).to.deep.equal([22, 5, 30, 25]);
    const sheared = one('<rect width="10" height="10" transform="skewX(45)"/>').outline;
    expect(area(sheared)).to.be.closeTo(100, 0.01);
    expect(boundsOf(regionOf(sheared)).maxX).to.be.closeTo(20, 1e-3);
  });

  it('applies transform lists from the right, as SVG 2 says', () => {
    const p = applyTo(readTransform('translate(10,0) rotate(90)'), { x: 5, y: 0 });
    expect(p.x).to.be.closeTo(10, 1e-9);
    expect(p.y).to.be.closeTo(5, 1e-9);
    expect(applyTo(readTransform('matrix(1 2 3 4 5 6)'), { x: 1, y: 1 })).to.deep.equal({ x: 9, y: 12 });
  });

  it('knows both fill rules', () => {
    const nested = 'M0 0H40V40H0ZM10 10H30V30H10Z';
    expect(area(one(`<path d="${nested}"/>`).outline)).to.be.closeTo(1600, 0.1);
    expect(area(one(`<path fill-rule="evenodd" d="${nested}"/>`).outline)).to.be.closeTo(1200, 0.1);
    expect(area(one(`<path d="M0 0H40V40H0ZM10 10V30H30V10Z"/>`).outline)).to.be.closeTo(1200, 0.1);
  });

  it('agrees with polyclip-ts on areas, to 0.1 %, where two triangles cross, by both fill rules', () => {
    type Triangle = [number, number][];
    const quarter = fc.integer({ min: 0, max: 400 }).map((v) => v / 4);
    const point = fc.tuple(quarter, quarter);
    const turn = (t: Triangle): number =>
      (t[1]![0] - t[0]![0]) * (t[2]![1] - t[0]![1]) - (t[1]![1] - t[0]![1]) * (t[2]![0] - t[0]![0]);
    const triangle = fc.tuple(point, point, point).map((t) => (turn(t) < 0 ? [t[0], t[2], t[1]] : t) as Triangle);
    const theirs = (geom: [number, number][][][]): number =>
      geom.reduce(
        (s, poly) =>
          s +
          poly.reduce(
            (t, ring, i) =>
              t +
              (i === 0 ? 1 : -1) *
                Math.abs(ring.slice(1).reduce((u, q, k) => u + ring[k]![0] * q[1] - q[0] * ring[k]![1], 0) / 2),
            0,
          ),
        0,
      );
    fc.assert(
      fc.property(triangle, triangle, (a, b) => {
        fc.pre(turn(a) > 40 && turn(b) > 40);
        const d = [a, b].map((t) => `M${t.map((p) => p.map((v) => v.toFixed(6)).join(' ')).join('L')}Z`).join('');
        const [nonZero, evenOdd] = ['nonzero', 'evenodd'].map((rule) =>
          area(one(`<path fill-rule="${rule}" d="${d}"/>`).outline),
        );
        expect(nonZero).to.be.closeTo(theirs(polyclip.union([a], [b])), 0.001 * turn(a) + 0.02);
        expect(evenOdd).to.be.closeTo(theirs(polyclip.xor([a], [b])), 0.001 * turn(a) + 0.02);
      }),
      { numRuns: 60 },
    );
  });

  it('unfolds use and symbol, and cuts by clipPath', () => {
    const d = read(
      svg(
        '<defs><rect id="r" width="10" height="10"/><symbol id="s"><circle r="5"/></symbol></defs><use href="#r" x="20"/><use xlink:href="#r" transform="scale(2)" xmlns:xlink="http://www.w3.org/1999/xlink"/><use href="#s" x="50" y="50"/>',
      ),
    );
    expect(d.shapes.map((s) => Math.round(area(s.outline)))).to.deep.equal([100, 400, 20]);
    // A symbol is cut to its own view (SVG 2, section 5.6): of a round about its corner a quarter is seen.
    expect(boundsOf(regionOf(d.shapes[0]!.outline)).minX).to.be.closeTo(20, 1e-3);
    const clipped = one(
      '<clipPath id="c"><rect x="5" y="5" width="10" height="10"/></clipPath><rect width="10" height="10" clip-path="url(#c)"/>',
    );
    expect(area(clipped.outline)).to.be.closeTo(25, 0.01);
  });

  it('reads fills from attributes, styles, classes and parents, in document order', () => {
    const d = read(
      svg(
        '<style>.a{fill:#ff0000} #b{fill:rgb(0,0,255)} rect{fill:lime}</style><rect class="a" width="9" height="9"/><path id="b" d="M0 0h9v9z"/><g fill="teal"><path d="M0 0h9v9z"/><path style="fill: #abc" d="M0 0h9v9z"/></g><path d="M0 0h9v9z"/><rect width="9" height="9"/>',
      ),
    );
    expect(d.shapes.map((s) => s.fill)).to.deep.equal([
      '#ff0000',
      '#0000ff',
      '#008080',
      '#aabbcc',
      '#000000',
      '#00ff00',
    ]);
    expect(d.shapes[1]!.label).to.equal('b');
  });

  it('keeps curves where nothing overlaps', () => {
    expect(one('<path d="M0 0C20 0 20 20 40 20V40H0Z"/>').outline).to.include('C');
    expect(one('<circle cx="50" cy="50" r="20"/>').outline).to.match(/[AC]/i);
  });

  it('lists what it cannot use, and drops nothing in silence', () => {
    const d = read(
      svg(
        '<rect width="9" height="9"/><path fill="none" stroke="red" d="M0 0h9"/><text>Hi</text><image href="x.png"/><script>alert(1)</script><foreignObject/><path fill="url(#g)" d="M0 0h9v9z"/><path d="M0 0h9 v"/><path d="M5 5L6 6"/><rect mask="url(#m)" width="9" height="9"/><use href="#gone"/><style>g > rect{fill:red}</style>',
      ),
    );
    expect(Object.fromEntries(d.leftOut.map((l) => [l.code, l.count]))).to.deep.equal({
      text: 1,
      image: 1,
      script: 2,
      broken: 1,
      empty: 1,
      link: 3,
    });
    expect(d.lines.map((l) => l.path)).to.deep.equal(['M0 0H9']);
    for (const l of d.leftOut) expect(l.text).to.match(/\.$/);
  });
});

describe('drawing: bad SVG', () => {
  for (const [what, text, message] of [
    ['no SVG', 'hello', /sound SVG|no SVG/],
    ['HTML', '<html><body/></html>', /no SVG drawing/],
    ['broken XML', '<svg><g></svg>', /not a sound SVG/],
    ['nothing drawn', svg('<path fill="none" d="M0 0h9"/>'), /no filled shape and no line/],
    ['a loop of uses', svg('<g id="a"><use href="#a"/></g>'), /no filled shape.*circles/],
    [
      'a bomb of nested uses',
      svg(
        `<defs><rect id="x0" width="1" height="1"/>${Array.from({ length: 7 }, (_, i) => `<g id="x${i + 1}">${'<use href="#x'.concat(String(i), '"/>').repeat(12)}</g>`).join('')}</defs><use href="#x7"/>`,
      ),
      /too many copies/,
    ],
    [
      'a bomb of symbols',
      svg(`<symbol id="s">${'<rect width="1" height="1"/>'.repeat(5000)}</symbol>${'<use href="#s"/>'.repeat(5000)}`),
      /too many copies/,
    ],
    [
      'a bomb of elements',
      svg('<rect width="1" height="1"/>'.repeat(SVG_LIMITS.elements + 5)),
      /more than 20,000 elements/,
    ],
    ['deep nesting', svg('<g>'.repeat(60) + '</g>'.repeat(60)), /nested too deeply/],
    [
      'a bomb of entities',
      `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><desc>&b;</desc></svg>`,
      /no filled shape/,
    ],
    ['too much text', ' '.repeat(SVG_LIMITS.chars + 1), /12 million/],
  ] as const)
    it(`answers in words to ${what}`, () => {
      const r = readSvg(text);
      expect(r.ok).to.equal(false);
      if (!r.ok) expect(r.message).to.match(message);
    });

  it('never throws', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('<', '>', '/', 'svg', 'path', ' d="', 'M0 0', '"', 'g', '&', ';', '<!--', 'use'),
        }),
        (t) => typeof readSvg(t).ok === 'boolean',
      ),
    );
  });

  sweep('reads 2,000 paths and says how far it is (the bench holds it to 2 s; here only a hang fails)', () => {
    const paths = Array.from(
      { length: 2000 },
      (_, i) => `<path fill="#${String(i % 7).repeat(6)}" d="M${i % 50} ${i / 50}c2 -1 3 4 5 2s3 3 1 5s-4 -1 -6 1z"/>`,
    ).join('');
    const shares: number[] = [];
    const started = performance.now();
    const r = readSvg(svg(paths), (s) => shares.push(s));
    expect(performance.now() - started).to.be.below(30_000);
    expect(r.ok && r.drawing.shapes).to.have.length(2000);
    expect(shares.length).to.be.above(20);
    expect(shares.at(-1)).to.equal(1);
  });
});

/** A made-up scan: what `dark` says is ink, on paper with a shadow across. */
function scan(width: number, height: number, dark: (x: number, y: number) => boolean, shadow = 0): ScanPixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = (dark(x, y) ? 40 : 235) - shadow * (x / width) + ((x * 7 + y * 13) % 5);
      const i = (y * width + x) * 4;
      data[i] = data[i + 1] = data[i + 2] = v;
      data[i + 3] = 255;
    }
  return { width, height, data };
}

describe('drawing: scans', () => {
  it('straightens four corners: a homography and back', () => {
    const from = [
      { x: 12, y: 9 },
      { x: 410, y: 40 },
      { x: 380, y: 300 },
      { x: 30, y: 270 },
    ];
    const to = [
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 200 },
      { x: 0, y: 200 },
    ];
    const m = homography(from, to)!;
    from.forEach((p, i) => {
      expect(project(m, p).x).to.be.closeTo(to[i]!.x, 1e-6);
      expect(project(m, p).y).to.be.closeTo(to[i]!.y, 1e-6);
    });
    expect(
      homography(
        [
          { x: 0, y: 0 },
          { x: 1, y: 1 },
          { x: 2, y: 2 },
          { x: 5, y: 0 },
        ],
        to,
      ),
    ).to.equal(null);
  });

  it('takes a picture out of perspective', () => {
    const corners = [
      { x: 20, y: 10 },
      { x: 180, y: 30 },
      { x: 170, y: 170 },
      { x: 10, y: 150 },
    ];
    const m = homography(corners, [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 100 },
      { x: 0, y: 100 },
    ])!;
    const tilted = scan(200, 200, (x, y) => {
      const p = project(m, { x, y });
      return p.x > 30 && p.x < 70 && p.y > 30 && p.y < 70;
    });
    const flat = straighten(tilted, corners, 100, 100)!;
    const ink = (x: number, y: number): boolean => flat.data[(y * 100 + x) * 4]! < 128;
    expect([ink(50, 50), ink(33, 33), ink(67, 67)]).to.deep.equal([true, true, true]);
    expect([ink(26, 50), ink(74, 50), ink(50, 26), ink(50, 74)]).to.deep.equal([false, false, false, false]);
  });

  it('parts dark from light (Otsu)', () => {
    const grey = new Uint8ClampedArray(1000).map((_, i) => (i < 300 ? 30 + (i % 9) : 200 + (i % 20)));
    expect(otsuThreshold(grey)).to.be.within(38, 199);
  });

  it('traces a dark disc to its true area and outline, under a shadow', () => {
    const px = 0.5;
    const mask = regionsOfScan(
      scan(300, 240, (x, y) => Math.hypot(x - 150, y - 120) < 80, 70),
      'dark',
    );
    expect(mask.count).to.equal(1);
    const [disc] = traceRegions(mask, px, 0.5);
    const truth = Math.PI * (80 * px) ** 2;
    expect(disc!.areaMm2).to.be.closeTo(truth, truth * 0.02);
    const circle = regionOf(`M${(150 - 80) * px} ${120 * px}a40 40 0 1 1 80 0a40 40 0 1 1 -80 0Z`);
    expect(areaMm2(exclusive(circle, regionOf(disc!.outline)))).to.be.below(truth * 0.03);
  });

  it('keeps holes', () => {
    const mask = regionsOfScan(
      scan(200, 200, (x, y) => Math.hypot(x - 100, y - 100) < 80 && Math.hypot(x - 100, y - 100) > 40),
      'dark',
    );
    const [ring] = traceRegions(mask, 1, 0.5);
    expect(regionOf(ring!.outline)[0]!.holes).to.have.length(1);
    expect(ring!.areaMm2).to.be.closeTo(Math.PI * (6400 - 1600), 500);
  });

  it('takes what lines enclose, not the paper around, and no specks', () => {
    const frame = (x: number, y: number, l: number, t: number, s: number): boolean =>
      x >= l && x < l + s && y >= t && y < t + s && !(x >= l + 4 && x < l + s - 4 && y >= t + 4 && y < t + s - 4);
    const mask = regionsOfScan(
      scan(300, 200, (x, y) => frame(x, y, 20, 20, 100) || frame(x, y, 160, 40, 80) || (x === 5 && y === 5)),
      'inside',
    );
    expect(mask.count).to.equal(2);
    expect(mask.lineWidthPx).to.be.closeTo(4, 0.1);
    // To the middle of the line: 96 and 76 across.
    const areas = traceRegions(mask, 1, 0.2).map((r) => r.areaMm2);
    expect(areas[0]).to.be.closeTo(96 * 96, 250);
    expect(areas[1]).to.be.closeTo(76 * 76, 220);
  });

  it('measures how wide a line is drawn, at any slope, and takes no dark area for a line', () => {
    for (const [deg, wide] of [
      [0, 5],
      [20, 5],
      [45, 6],
      [70, 4],
      [-45, 5],
    ] as const) {
      const c = Math.cos((deg * Math.PI) / 180);
      const s = Math.sin((deg * Math.PI) / 180);
      const drawn = scan(300, 240, (x, y) => Math.abs((x - 150) * s - (y - 120) * c) < wide / 2);
      expect(regionsOfScan(drawn, 'inside').lineWidthPx, `${deg}°`).to.be.closeTo(wide, 0.2 * wide);
    }
    const blot = scan(300, 240, (x, y) => (x - 150) ** 2 + (y - 120) ** 2 < 90 ** 2);
    expect(regionsOfScan(blot, 'inside').lineWidthPx).to.equal(0);
    expect(regionsOfScan(blot, 'dark').lineWidthPx).to.equal(0);
  });

  it('two regions that share a line meet in its middle', () => {
    const both = scan(400, 200, (x, y) => {
      const inBox = x >= 40 && x < 360 && y >= 40 && y < 160;
      const wall = x < 46 || x >= 354 || y < 46 || y >= 154 || (x >= 197 && x < 203);
      return inBox && wall;
    });
    const [a, b] = traceRegions(regionsOfScan(both, 'inside'), 1, 0)
      .map((r) => boundsOf(regionOf(r.outline)))
      .sort((p, q) => p.minX - q.minX);
    expect(a!.maxX).to.be.closeTo(200, 1);
    expect(b!.minX).to.be.closeTo(200, 1);
    expect(a!.minX).to.be.closeTo(43, 1);
    expect(b!.maxY).to.be.closeTo(157, 1);
  });

  it('finds nothing on an empty sheet', () => {
    const mask = regionsOfScan(
      scan(80, 80, () => false),
      'inside',
    );
    expect(traceRegions(mask, 1, 0.5)).to.deep.equal([]);
  });
});

describe('drawing: the corners of a sheet', () => {
  it('the size is the mean of opposite sides; a distance is measured on the straightened sheet, not on the photo', () => {
    // A sheet seen from below its lower edge: the upper one looks half as long.
    const corners = [
      { x: 100, y: 0 },
      { x: 200, y: 0 },
      { x: 300, y: 200 },
      { x: 0, y: 200 },
    ];
    expect(sheetSize(corners).width).to.equal(200);
    // Both edges are as long as the sheet is wide.
    expect(distanceOnSheet(corners, [corners[0]!, corners[1]!])).to.be.closeTo(200, 1e-6);
    expect(distanceOnSheet(corners, [corners[3]!, corners[2]!])).to.be.closeTo(200, 1e-6);
    expect(distanceOnSheet(corners, [corners[0]!, corners[3]!])).to.be.closeTo(sheetSize(corners).height, 1e-6);
  });
});
