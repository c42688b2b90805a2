// Drawings as they come: what is read covers what an independent renderer (resvg, by its own code) paints.
import { readdirSync, readFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';
import { expect } from 'chai';
import { boundsOf, openLines, regionOf } from '~/core/base/shape';
import { arrive, type Drawing, type FaceFor, readSvg } from '~/core/intake/drawing';
import { cases, sweep } from '../cases';
import { faceOf, packaged } from './faces';

const PIXELS = 400;
const FONTS = ['dejavu-fonts-ttf/ttf/DejaVuSans.ttf', 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'] as const;
const plainFace = await faceOf(FONTS[0]);
const boldFace = await faceOf(FONTS[1]);
/** The faces that the renderer has as well. */
const faceFor: FaceFor = ({ families, weight }) => ({
  face: weight < 600 ? plainFace : boldFace,
  asAsked: families.includes('dejavu sans'),
});

/** What is painted at all, pixel by pixel. */
function painted(svg: string, across = PIXELS): Uint8Array {
  const image = new Resvg(svg, {
    fitTo: { mode: 'width', value: across },
    font: { loadSystemFonts: false, fontFiles: FONTS.map(packaged), defaultFontFamily: 'DejaVu Sans' },
  }).render();
  const { pixels } = image;
  return Uint8Array.from({ length: pixels.length / 4 }, (_, i) => ((pixels[4 * i + 3] ?? 0) > 127 ? 1 : 0));
}

/** What was read, as a plain drawing: every shape filled, every line drawn. */
const plain = ({ widthMm, heightMm, shapes, lines }: Drawing): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${widthMm} ${heightMm}" width="${widthMm}mm" height="${heightMm}mm">${[
    ...shapes.map((s) => `<path d="${s.outline}" fill="#000" fill-rule="evenodd"/>`),
    ...lines.map(
      (l) => `<path d="${l.path}" fill="none" stroke="#000" stroke-width="${l.widthMm}" stroke-linecap="${l.ends}"/>`,
    ),
  ].join('')}</svg>`;

const read = (svg: string): Drawing => {
  const got = readSvg(svg, undefined, faceFor);
  if (!got.ok) throw new Error(got.message);
  return got.drawing;
};

/** What was read as it arrives with its strokes as bands of cloth: filled shapes and nothing else. */
function ofCloth(drawing: Drawing): string {
  const factor = 300 / drawing.widthMm;
  const { shapes } = arrive(drawing, { factor, lines: 'band', dots: 'piece', wholeBase: false });
  const [w, h] = [drawing.widthMm * factor, drawing.heightMm * factor];
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" width="${w}mm" height="${h}mm">${shapes
    .map((s) => `<path d="${s.outline}" fill="#000" fill-rule="evenodd"/>`)
    .join('')}</svg>`;
}

/** Share of what either paints that both do. */
function overlap(svg: string, as: (drawing: Drawing) => string = plain, across = PIXELS): number {
  const a = painted(svg, across);
  const b = painted(as(read(svg)), across);
  let both = 0;
  let either = 0;
  a.forEach((on, i) => {
    if (on && b[i]) both += 1;
    if (on || b[i]) either += 1;
  });
  return either === 0 ? 1 : both / either;
}

const NS = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"';
const box = (inside: string, more = 'viewBox="0 0 100 100" width="100" height="100"'): string =>
  `<svg ${NS} ${more}>${inside}</svg>`;
const LARGE = 'viewBox="0 0 10000 10000" width="100" height="100"';
const star = 'M50 5 61 39H97L68 60 79 95 50 74 21 95 32 60 3 39H39Z';

describe('a drawing as it comes, against an independent renderer', () => {
  const cases: Readonly<Record<string, string>> = {
    'a shape that is wholly transparent is no piece': box(
      `<rect width="90" height="90" opacity="0"/><rect width="80" height="80" fill-opacity="0"/><rect width="70" height="70" fill="#ff000000"/><g opacity="0"><rect width="60" height="60"/></g><circle cx="50" cy="50" r="20"/>`,
    ),
    'half seen is seen': box(`<g opacity=".99"><path d="${star}" fill-opacity=".99"/></g>`),
    'a symbol with a view of its own, shown small and shown large': box(
      `<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/><rect x="8" y="8" width="9" height="9"/></symbol><use href="#s" x="5" y="5" width="30" height="30"/><use xlink:href="#s" x="40" y="30" width="55" height="40"/>`,
    ),
    'a drawing in a drawing, kept in shape and cut to its view': box(
      `<svg x="10" y="10" width="60" height="30" viewBox="0 0 20 20"><circle cx="10" cy="10" r="14"/></svg><svg x="20" y="50" width="60" height="40" viewBox="0 0 20 20" preserveAspectRatio="xMinYMax slice"><circle cx="10" cy="10" r="9"/></svg>`,
    ),
    'a view that stretches': box(
      `<path d="${star}"/>`,
      'viewBox="0 0 100 100" width="200" height="100" preserveAspectRatio="none"',
    ),
    'what lies outside the page': box(`<circle cx="0" cy="50" r="40"/><circle cx="100" cy="90" r="30"/>`),
    'a clip that winds, and one by even-odd': box(
      `<clipPath id="n"><path d="M10 10H90V90H10ZM30 30H70V70H30Z"/></clipPath><clipPath id="e"><path clip-rule="evenodd" d="M10 10H90V90H10ZM30 30H70V70H30Z"/></clipPath><rect width="100" height="48" clip-path="url(#n)"/><rect y="52" width="100" height="48" clip-path="url(#e)"/>`,
    ),
    'clips within clips, and a clip that is clipped': box(
      `<clipPath id="a"><circle cx="50" cy="50" r="40"/></clipPath><clipPath id="b" clip-path="url(#a)"><rect x="30" width="70" height="100"/></clipPath><g clip-path="url(#b)"><rect width="100" height="60"/></g>`,
    ),
    'a clip on the box of what it cuts': box(
      `<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath><rect x="10" y="20" width="70" height="50" clip-path="url(#c)"/>`,
    ),
    'a switch': box(
      `<switch><g requiredExtensions="none.such"><rect width="90" height="90"/></g><circle cx="40" cy="40" r="30"/><rect width="99" height="99"/></switch>`,
    ),
    'selectors: descendants, children, compounds, attributes, all': box(
      `<style>*{fill:none} g path{fill:#f00} g > circle{fill:#0f0} rect.on[width="20"]{fill:#00f}</style><g><g><path d="M5 5H45V30H5Z"/></g><circle cx="70" cy="20" r="15"/></g><circle cx="20" cy="70" r="15"/><rect class="on" x="50" y="60" width="20" height="20"/><rect class="on" x="80" y="60" width="15" height="20"/>`,
    ),
    'a mask of white shapes with a black hole': box(
      `<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><rect width="100" height="100" fill="white"/><circle cx="50" cy="50" r="25" fill="black"/></mask><path d="${star}" mask="url(#m)"/>`,
    ),
    'strokes, of lines and round shapes': box(
      `<path d="M10 20H90" stroke="#000" stroke-width="6"/><path d="M20 40Q50 90 80 40" fill="none" stroke="red" stroke-width="4" stroke-linecap="round"/><rect x="30" y="60" width="40" height="30" fill="#ccc" stroke="#333" stroke-width="5"/>`,
    ),
    'a gradient, and one that takes its stops from another': box(
      `<linearGradient id="a"><stop stop-color="#f00"/><stop offset="1" stop-color="#00f"/></linearGradient><radialGradient id="b" href="#a"/><rect width="45" height="90" fill="url(#a)"/><circle cx="75" cy="50" r="20" fill="url(#b)"/>`,
    ),
    'half rounds of arcs, however small the drawing': box(
      `<path d="M8 15A7 7 0 1 1 8 1a7 7 0 0 1 0 14m0 1A8 8 0 1 0 8 0a8 8 0 0 0 0 16"/>`,
      'viewBox="0 0 16 16" width="16" height="16"',
    ),
    'a smooth curve after an arc, and after a straight line, follows neither': box(
      `<path d="M20 20C20 60 40 60 40 20A10 10 0 0 1 60 20S90 60 90 20Z"/><path d="M20 90C20 60 40 60 40 90H60S90 40 90 90Z"/>`,
    ),
    'bits that fold back upon themselves': box(
      '<path d="M49 31.5l.3 0 .2 0-.4 0 0 .2zm0 0v.3h0v-.3zM10 10H90V40H10z"/>',
    ),
    'text with its kerning, at its place': box('<text x="4" y="40" font-size="24">AVATAR</text>'),
    'text by its middle and its end, bold, in millimetres': box(
      `<text x="50" y="30" text-anchor="middle" font-size="5mm" font-weight="bold">Harbour</text><g text-anchor="end" font-family="DejaVu Sans"><text x="95" y="70" font-size="20">Light</text></g>`,
    ),
    'text in spans, each with its size and place': box(
      `<text x="5" y="25" font-size="16">one <tspan font-size="1.5em" dy="4">two</tspan><tspan x="10" y="70" style="font-size:30px">six</tspan> &amp; A</text>`,
    ),
    'text set letter by letter, turned and spaced': box(
      `<text x="5 30 62" y="20 40 30" font-size="20">ABC</text><text transform="rotate(20) translate(20 50)" font-size="18" letter-spacing="3">Comet</text>`,
    ),
    'text from right to left': box(`<text x="50" y="50" font-size="24" text-anchor="middle">שלום</text>`),
    // The renderer measures paths to half a unit only: here the units are small.
    'text along a curve, from the middle of it': box(
      `<path id="p" d="M500 8000Q5000 0 9500 8000" fill="none"/><text font-size="1400" text-anchor="middle"><textPath href="#p" startOffset="50%">Harbour Light</textPath></text>`,
      LARGE,
    ),
    'text along a path that is turned, its spans beside it, what goes past its end left out': box(
      `<defs><path id="p" d="M0 0H3000L6000 2000" transform="rotate(15)"/></defs><g transform="translate(800 2000)"><text font-size="1500">a<textPath xlink:href="#p" startOffset="400">be<tspan dy="-600" font-size="1000">cd</tspan><tspan dy="600">efghij</tspan></textPath></text></g>`,
      LARGE,
    ),
    'text round an arc': box(
      `<path id="c" d="M8000 5000A3000 3000 0 0 1 2000 5000A3000 3000 0 0 1 8000 5000Z" fill="none"/><text font-size="3200" font-weight="bold"><textPath href="#c">light</textPath></text>`,
      LARGE,
    ),
    'text whose blanks run together': box(`<text x="5" y="50" font-size="18">
      a   b
      <tspan>c</tspan>
    </text>`),
    'a drawing of four millimetres': box(
      `<path d="${star}"/><circle cx="50" cy="50" r="1.2" fill="#fff"/>`,
      'viewBox="0 0 100 100" width="4mm" height="4mm"',
    ),
  };
  for (const [name, svg] of Object.entries(cases))
    it(name, () => {
      expect(overlap(svg)).to.be.at.least(0.995);
    });

  const strokes: Readonly<Record<string, string>> = {
    'round ends and corners': box(
      `<path d="M10 20 40 80 60 20 90 80" fill="none" stroke="#000" stroke-width="9" stroke-linecap="round" stroke-linejoin="round"/>`,
    ),
    'pointed corners, and those too sharp for it': box(
      `<path d="M15 80 40 20 65 80" fill="none" stroke="#000" stroke-width="9"/><path d="M80 85 85 20 90 85" fill="none" stroke="#000" stroke-width="4"/>`,
    ),
    'corners cut off, ends half their width further': box(
      `<path d="M20 80 50 20 80 80" fill="none" stroke="#000" stroke-width="14" stroke-linejoin="bevel" stroke-linecap="square"/>`,
    ),
    'closed lines, with points': box(`<path d="M25 20H80L25 80Z" fill="none" stroke="#000" stroke-width="8"/>`),
    'strokes that run off the page, and out of a clip': box(
      `<clipPath id="c"><circle cx="50" cy="50" r="35"/></clipPath><path d="M-10 10 50 50 110 20" fill="none" stroke="#000" stroke-width="16"/><path d="M0 80H100" stroke="#000" stroke-width="12" clip-path="url(#c)"/>`,
    ),
  };
  for (const [name, svg] of Object.entries(strokes))
    it(`as bands of cloth: ${name}`, () => {
      expect(overlap(svg, ofCloth)).to.be.at.least(0.995);
    });

  it('a line that runs off the page is stitched as far as it shows', () => {
    const [mark] = arrive(read(box('<path d="M-50 50H50" stroke="#000" stroke-width="2"/>')), {
      factor: 1,
      lines: 'stitch',
      dots: 'piece',
      wholeBase: false,
    }).loose;
    const b = boundsOf(openLines(mark?.is === 'line' ? mark.path : '', 0.1));
    // The page is 100 px wide, the line ends in its middle.
    expect([b.minX, b.maxX].map((mm) => Math.round((mm * 9600) / 25.4) / 100)).to.deep.equal([0, 50]);
  });

  it('a broken line is told, what is painted by nothing is not', () => {
    const told = (inside: string): string[] => read(box(inside)).leftOut.map((l) => l.text);
    expect(told('<path d="M9 9H90" stroke="#000" stroke-dasharray="4 2"/>')).to.deep.equal([
      'One broken line came as whole lines.',
    ]);
    expect(told(`<path fill="none" d="M0 0H100V100H0z"/><path d="${star}"/>`)).to.deep.equal([]);
  });

  it('transforms in a style sheet, with units and an origin, by hand', () => {
    const corner = (css: string): number[] => {
      const [shape] = read(box(`<rect x="40" y="40" width="20" height="10" style="${css}"/>`)).shapes;
      const b = boundsOf(regionOf(shape?.outline ?? ''));
      // The page is 100 px wide: back to its units.
      return [b.minX, b.minY, b.maxX, b.maxY].map((mm) => Math.round((mm * 960) / 25.4) / 10);
    };
    expect(corner('transform:translate(10px,4px)')).to.deep.equal([50, 44, 70, 54]);
    // Turned a quarter about (0,0) it lies at (-50…-40, 40…60), off the page; moved back it is seen.
    expect(corner('transform:translateX(100px) rotate(.25turn)')).to.deep.equal([50, 40, 60, 60]);
    // About the middle of the view a quarter turn: (40…60, 40…50) lies at (50…60, 40…60).
    expect(corner('transform:rotate(90deg);transform-origin:center')).to.deep.equal([50, 40, 60, 60]);
    expect(corner('transform:rotate(100grad);transform-origin:50px 50px')).to.deep.equal([50, 40, 60, 60]);
    // About its own middle (50, 45): at (45…55, 35…55).
    expect(corner('transform:rotate(90deg);transform-origin:center;transform-box:fill-box')).to.deep.equal([
      45, 35, 55, 55,
    ]);
    expect(corner('transform:scaleX(.5);transform-origin:right top;transform-box:fill-box')).to.deep.equal([
      50, 40, 60, 50,
    ]);
  });

  it('what is for paper only, and what is important, as the cascade has it', () => {
    const fills = (css: string): string[] =>
      read(
        box(`<style>${css}</style><rect width="9" height="9" style="fill:#00f"/><circle cx="50" cy="50" r="9"/>`),
      ).shapes.map((s) => s.fill);
    expect(fills('@media print{circle{fill:#f00}} @media screen{circle{fill:#0f0}}')).to.deep.equal([
      '#0000ff',
      '#00ff00',
    ]);
    expect(fills('@media (prefers-color-scheme:dark){circle{fill:#f00}}')).to.deep.equal(['#0000ff', '#000000']);
    expect(fills('rect{fill:#f00!important}')).to.deep.equal(['#ff0000', '#000000']);
  });

  it('mean colours of gradients, by hand: red to blue is half of each, a stop in the middle counts by its stretch', () => {
    const colour = (stops: string): string | undefined =>
      read(box(`<linearGradient id="a">${stops}</linearGradient><rect width="90" height="90" fill="url(#a)"/>`))
        .shapes[0]?.fill;
    expect(colour('<stop stop-color="#f00"/><stop offset="1" stop-color="#00f"/>')).to.equal('#800080');
    expect(colour('<stop offset=".5" stop-color="#fff"/><stop offset=".5" stop-color="#000"/>')).to.equal('#808080');
    expect(colour('<stop stop-color="#fff"/><stop offset=".2" stop-color="#000"/>')).to.equal('#1a1a1a');
  });

  it('an icon of 4 mm enlarged forty times is round to 0.05 mm', () => {
    const { shapes } = read(
      box(
        `<circle cx="50" cy="50" r="40" clip-path="url(#c)"/><clipPath id="c"><rect width="100" height="51"/></clipPath>`,
        'viewBox="0 0 100 100" width="4mm" height="4mm"',
      ),
    );
    const [outline = ''] = shapes.map((s) => s.outline);
    const points = [...outline.matchAll(/([\d.]+) ([\d.]+)/g)].map(
      ([, x, y]) => Math.hypot(Number(x) - 2, Number(y) - 2) * 40,
    );
    const round = points.filter((r) => r > 40);
    expect(round.length).to.be.above(40);
    for (const r of round) expect(r).to.be.closeTo(1.6 * 40, 0.05);
  });

  it('small shapes of a small drawing are shapes, and what is told is true', () => {
    const dots = Array.from({ length: 20 }, (_, i) => `<circle cx="${3 + i * 4.5}" cy="50" r=".8"/>`).join('');
    const drawing = read(box(dots, 'viewBox="0 0 100 100" width="4mm" height="4mm"'));
    expect(drawing.shapes).to.have.length(20);
    expect(drawing.leftOut).to.deep.equal([]);
  });

  it('a text set in another face than its own is told, and what no face has', () => {
    const told = (text: string): string[] => read(box(text)).leftOut.map((l) => l.code);
    expect(told('<text y="50" font-size="30" font-family="Elsewhere">Hi</text>')).to.deep.equal(['text-set']);
    expect(told('<text y="50" font-size="30" font-family="Elsewhere, \'DejaVu Sans\'">Hi</text>')).to.deep.equal([]);
    expect(told('<text y="50" font-size="30" font-family="DejaVu Sans">A漢字</text>')).to.deep.equal(['letter']);
    expect(read(box('<text y="50" font-size="30">Hi</text>')).shapes.map((s) => s.label)).to.deep.equal([
      'Letter H',
      'Letter i',
    ]);
    // Along a path that is not there it is not seen; without any face nothing is set.
    expect(
      told('<text y="50" font-size="30" font-family="DejaVu Sans">A<textPath href="#p">Hi</textPath></text>'),
    ).to.deep.equal(['link']);
    const without = readSvg(box('<rect width="9" height="9"/><text y="50">Hi</text>'));
    expect(without.ok && without.drawing.leftOut.map((l) => l.code)).to.deep.equal(['text']);
  });

  sweep('an endless path that hundreds of texts run along is refused in words, not followed hundreds of times', () => {
    const curves = Array.from(
      { length: 2000 },
      (_, i) => `Q${i % 90} ${(i * 7) % 90} ${(i * 13) % 90} ${(i * 29) % 90}`,
    );
    const texts = '<text font-size="9"><textPath href="#p">Hi</textPath></text>'.repeat(400);
    const got = readSvg(box(`<path id="p" fill="none" d="M0 0${curves.join('')}"/>${texts}`), undefined, faceFor);
    expect(got.ok ? '' : got.message).to.match(/far more points than scissors could follow/);
  });

  it('text on the other side of a path runs back along it (SVG 2, 11.8.2: side)', () => {
    const at = (side: string): { minX: number; minY: number; maxX: number; maxY: number } =>
      boundsOf(
        read(
          box(
            `<path id="p" d="M10 50H90" fill="none"/><text font-size="20"><textPath href="#p" side="${side}">LI</textPath></text>`,
          ),
        ).shapes.flatMap((s) => regionOf(s.outline)),
      );
    // The page is 100 px wide; capitals stand on the line, or hang from it, upside down from its other end.
    const px = (mm: number): number => Math.round((mm * 96) / 25.4);
    const [left, right] = [at('left'), at('right')];
    expect([px(left.minX), px(left.maxY)]).to.deep.equal([12, 50]);
    expect([px(right.maxX), px(right.minY)]).to.deep.equal([88, 50]);
    expect(px(left.minY) + px(right.maxY)).to.equal(100);
  });

  it('a text from right to left begins at its right end (SVG 2, 11.5: text-anchor)', () => {
    const [left, right] = ['ltr', 'rtl'].map((direction) => {
      const { shapes } = read(box(`<text x="50" y="50" font-size="12" direction="${direction}">שלום</text>`));
      const b = boundsOf(shapes.flatMap((s) => regionOf(s.outline)));
      // The page is 100 px wide.
      return [b.minX, b.maxX].map((mm) => Math.round((mm * 9600) / 25.4) / 100);
    });
    expect(left![0]).to.be.within(49, 52);
    expect(right![1]).to.be.within(48, 51);
  });

  it('masks in greys, filters and rules beyond us are told, and the page stays', () => {
    const shaded = read(
      box(`<mask id="m"><rect width="100" height="100" fill="#888"/></mask><path d="${star}" mask="url(#m)"/>`),
    );
    expect(shaded.leftOut.map((l) => l.code)).to.deep.equal(['effect']);
    const clever = read(
      box(
        `<style>path:nth-nonsense(2){fill:none} @supports (x:y){path{fill:none}} path:hover{fill:none}</style><path d="${star}"/>`,
      ),
    );
    expect(clever.leftOut).to.deep.equal([
      { code: 'style', count: 2, text: '2 style rules were too clever to follow: check the fills.' },
    ]);
  });

  sweep('ten thousand selectors, and masks and clips in circles, are borne', function () {
    this.timeout(20_000);
    const rules = Array.from({ length: 10_000 }, (_, i) => `.c${i} g > path.x${i}{fill:red}`).join('');
    expect(read(box(`<style>${rules}</style><path d="${star}"/>`)).shapes).to.have.length(1);
    const circles = box(
      `<clipPath id="a" clip-path="url(#b)"><rect width="90" height="90"/></clipPath><clipPath id="b" clip-path="url(#a)"><rect width="80" height="80"/></clipPath><mask id="m"><use href="#u"/></mask><g id="u" mask="url(#m)"><rect width="50" height="50" fill="#fff"/></g><path d="${star}" clip-path="url(#a)"/>`,
    );
    expect(readSvg(circles).ok).to.equal(true);
  });
});

describe('drawings of real sets (MIT, as their packages say), against the same renderer', () => {
  const EACH = cases(20, 4);
  /** Files of a folder of a package, evenly chosen, and some by name. */
  const chosen = (folder: string, more: readonly string[] = []): string[] => {
    const names = readdirSync(`node_modules/${folder}`)
      .filter((f) => f.endsWith('.svg'))
      .sort();
    const step = Math.floor(names.length / EACH);
    return [...names.filter((_, i) => i % step === 0).slice(0, EACH), ...more].map(
      (f) => `node_modules/${folder}/${f}`,
    );
  };
  for (const [what, files] of [
    ['line drawings', chosen('feather-icons/dist/icons')],
    ['filled ones', chosen('bootstrap-icons/icons')],
    // One of them has bits that fold back upon themselves, over which a clipper can lose its way for ever.
    ['flags', chosen('flag-icons/flags/1x1', ['do.svg'])],
  ] as const)
    it(`${what}: each of ${files.length} covers 99.5 % of what it should, nothing is left out unsaid`, () => {
      for (const file of files) {
        const svg = readFileSync(file, 'utf8');
        expect(overlap(svg, ofCloth, 1000), file).to.be.at.least(0.995);
      }
    });
});
