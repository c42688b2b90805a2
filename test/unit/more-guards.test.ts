import { expect } from 'chai';
import {
  areaMm2,
  boundsOf,
  difference,
  drawShelfShape,
  linesOf,
  mirrorPath,
  pathOf,
  printPath,
  regionOf,
  rotation,
  SHELF,
  thinStepMm,
  transformRegion,
  union,
} from '~/core/base/shape';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { placementPlan, remediesFor, runAt, settingFor, windowOf, windowsIn } from '~/core/choose/press';
import { reachOf, settle, splitForRoll } from '~/core/cut/nest';
import { copiesPerLoad } from '~/core/hands/making';
import { align, GROUND_SIZES, groundBox, itemsOf, resizeItems, snapLines, snapMove } from '~/core/intake/arrange';
import { newWord, viewOf } from '~/core/keep/model';
import { judgeSheet, judgeTracing } from '~/core/lay/facing';
import { planProject } from '~/core/plan';
import {
  fromDxf,
  pageMap,
  placementSheets,
  sheetsToSvg,
  textWidthMm,
  tileDrawing,
  titleBlock,
  toDxf,
  wrapped,
} from '~/core/print/sheet';
import { faceOf } from './faces';
import { groundOf, iron, piece, pressAsk, project, square, web } from './helpers';

// What mutation testing found unnoticed, gathered in a second round.

const at = (xMm: number, yMm = 0) => ({ at: { xMm, yMm, rotateDeg: 0 } });
const plate = (widthMm: number, lengthMm: number) => iron({ kind: 'heat-press', soleplate: { widthMm, lengthMm } });

describe('press: where the plate is set down', () => {
  it('the outermost set-downs end where the shape does, the others lie evenly between', () => {
    const { footprints } = placementPlan(regionOf('M0 0H300V50H0Z'), plate(100, 100));
    const xs = footprints.map((f) => f.centre.x).sort((a, b) => a - b);
    // 100 mm overlapping by 15 %: one and three more, from 50 to 250 in thirds.
    expect(xs.map(Math.round)).to.deep.equal([50, 117, 183, 250]);
    expect(footprints.every((f) => f.centre.y === 25)).to.equal(true);
  });
  it('a long narrow window is bridged by the sole: its width decides about a plug, not its length nor where it lies', () => {
    const framed = (w: number, h: number) => regionOf(`M0 0H300V300H0ZM90 90V${90 + h}H${90 + w}V90Z`);
    expect(windowsIn(framed(10, 150))).to.have.length(0);
    expect(windowsIn(framed(150, 10))).to.have.length(0);
    expect(windowsIn(framed(16, 150))).to.have.length(1);
  });
});

describe('making: how many copies share a load', () => {
  it('squares stand in a grid: as many as their sides and the gaps leave room for', () => {
    const roomFor = (side: number, w: number, h: number, gap: number) =>
      copiesPerLoad(regionOf(square(side)), plate(w, h), gap, 60);
    expect(roomFor(40, 380, 380, 3)).to.equal(60);
    expect(roomFor(100, 203, 305, 3)).to.equal(4);
    expect(roomFor(100, 203, 306, 3)).to.equal(6);
    expect(roomFor(100, 202, 306, 3)).to.equal(3);
    expect(roomFor(100, 99, 400, 0)).to.equal(1);
    expect(copiesPerLoad(regionOf(square(40)), plate(380, 380), 3, 7)).to.equal(7);
  });
  it('discs lie in the hollows of the row before, where that holds more', () => {
    const disc = regionOf('M0 20A20 20 0 1 1 40 20A20 20 0 1 1 0 20Z');
    // Rows of 40 mm discs rise by 40·√3/2 = 34.6 mm: on 200 × 180 five and four in turn, five rows: 23; a grid holds 5 × 4.
    expect(copiesPerLoad(disc, plate(201, 181), 0, 60)).to.be.within(22, 23);
    expect(copiesPerLoad(disc, plate(120, 45), 0, 60)).to.equal(3);
  });
});

describe('arrange: figures and lines', () => {
  it('a fat quarter is 22 by 18 inches, across by down', () => {
    const fat = GROUND_SIZES.find((s) => s.name === 'Fat quarter')!;
    expect([fat.widthMm, fat.heightMm].map((mm) => Math.round(mm * 10) / 10)).to.deep.equal([558.8, 457.2]);
  });
  it('lined up by one side, nothing moves along it', () => {
    const p = project([piece('a', square(20), at(30, 50)), piece('b', square(40), at(100, 120))]);
    const items = itemsOf(p, ['a', 'b']);
    const frame = { minX: 10, minY: 15, maxX: 200, maxY: 220 };
    const by = (side: Parameters<typeof align>[1]) => align(items, side, frame).map((m) => [m.dxMm, m.dyMm]);
    expect(by('left')).to.deep.equal([
      [-20, 0],
      [-90, 0],
    ]);
    expect(by('right')).to.deep.equal([
      [150, 0],
      [60, 0],
    ]);
    expect(by('centre')).to.deep.equal([
      [65, 0],
      [-15, 0],
    ]);
    expect(by('top')).to.deep.equal([
      [0, -35],
      [0, -105],
    ]);
    expect(by('bottom')).to.deep.equal([
      [0, 150],
      [0, 60],
    ]);
    expect(by('middle')).to.deep.equal([
      [0, 57.5],
      [0, -22.5],
    ]);
  });
  it('the ground’s own lines run along all of it', () => {
    const p = project([piece('a', square(20))]);
    const { across, down } = snapLines(viewOf(p, null), ['a']);
    const b = groundBox(groundOf(p));
    expect(across.filter((l) => l.what === 'ground').map((l) => [l.at, l.from, l.to])).to.deep.equal([
      [0, 0, b.maxY],
      [400, 0, 400],
    ]);
    expect(down.filter((l) => l.what === 'ground').map((l) => [l.at, l.from, l.to])).to.deep.equal([
      [0, 0, 400],
      [400, 0, 400],
    ]);
  });
  it('an edge catches on an edge, not on a middle that is as near but farther along', () => {
    const p = project([piece('a', square(20), at(0, 0)), piece('b', square(20), at(101, 200))]);
    const [a] = itemsOf(p, ['a']);
    const caught = snapMove(a!, 100, 0, snapLines(viewOf(p, null), ['a']), 3);
    expect(caught.dxMm).to.equal(101);
  });
  it('a word sized by a box grows by the factor both ways', () => {
    const word = newWord({
      id: 'w',
      articleId: 'main',
      text: 'A',
      faceId: 'anton',
      fabricId: 'cotton',
      size: { by: 'box', widthMm: 80, heightMm: 30 },
      gaps: 'font',
      gapMm: 2,
      arc: { radiusMm: 100, side: 'over' },
      at: { xMm: 0, yMm: 0, rotateDeg: 0 },
    });
    const p = project([piece('l', square(20), { wordId: 'w' })], { words: [word] });
    resizeItems(p, itemsOf(p, ['l']), { x: 0, y: 0 }, 2);
    expect(p.words[0]).to.deep.include({ size: { by: 'box', widthMm: 160, heightMm: 60 }, gapMm: 4 });
    expect(p.words[0]!.arc!.radiusMm).to.equal(200);
  });
});

describe('sheet: marks are where and as large as they should be', () => {
  it('a drawing file that is none is said to be none; one of ours comes back as it was', () => {
    expect(fromDxf('nonsense\nmore').ok).to.equal(false);
    expect(fromDxf('0\nEOF\n').ok).to.equal(false);
    const shapes = [{ name: 'a', region: regionOf('M10 10H60V40H10ZM20 20V30H40V20Z') }];
    const back = fromDxf(toDxf(shapes, 100));
    if (!back.ok) throw new Error(back.message);
    expect(back.shapes).to.have.length(1);
    expect(areaMm2(back.shapes[0]!.region)).to.be.closeTo(50 * 30 - 200, 1e-6);
  });
  it('a placement guide is folded through its middle, all the way', () => {
    const p = project([piece('a', square(20), at(10, 10))], { ground: { widthMm: 160, heightMm: 120 } });
    const [sheet] = placementSheets(p, 'a4').pages;
    const folds = sheet!.marks.flatMap((m) => (m.type === 'line' && m.stroke === 'fold' ? [m.points] : []));
    const spans = folds.map((points) => {
      const b = boundsOf([[...points]]);
      return [b.maxX - b.minX, b.maxY - b.minY].map(Math.round);
    });
    expect(spans).to.deep.include([0, 120]).and.to.deep.include([160, 0]);
  });
  it('tiles name their neighbours in small print, at the edge where these lie', () => {
    const tiles = tileDrawing(
      {
        bounds: { minX: 0, minY: 0, maxX: 300, maxY: 300 },
        lines: [{ rings: linesOf(square(300)), stroke: 'outline' }],
        texts: [],
      },
      180,
      180,
    );
    const texts = tiles.flatMap((t) => t.marks.flatMap((m) => (m.type === 'text' ? [m] : [])));
    expect(texts.filter((t) => /‹|›|up:|down:/.test(t.text)).every((t) => t.sizeMm === 3)).to.equal(true);
    const [first] = tiles;
    const down = first!.marks.find((m) => m.type === 'text' && m.text.startsWith('down:'));
    const up = tiles.find((t) => t.row === 1)!.marks.find((m) => m.type === 'text' && m.text.startsWith('up:'));
    expect((down as { y: number }).y).to.be.above((up as { y: number }).y + 100);
  });
  it('a title block begins with the project’s name, bold; many lines are set smaller, none is left out', () => {
    const textsOf = (...lines: string[]) =>
      titleBlock(210, 297, 'mm', lines).flatMap((m) => (m.type === 'text' ? [m] : []));
    const six = textsOf('The name', 'b', 'c', 'd', 'e', 'f');
    expect(six.find((t) => t.text === 'The name')).to.include({ bold: true, sizeMm: 4.2 });
    expect(six.find((t) => t.text === 'b')).to.include({ bold: false, sizeMm: 3 });
    const seven = textsOf('The name', 'b', 'c', 'd', 'e', 'f', 'seventh');
    expect(seven.find((t) => t.text === 'seventh')).to.include({ sizeMm: 2.6 });
    // Rows keep clear of the rule beneath, 42 mm down the block.
    const top = 297 - 10 - 54 + 3;
    for (const rows of [six, seven, textsOf('n', ...'abcdefghi')])
      expect(Math.max(...rows.filter((t) => t.x === rows.find((r) => r.bold)!.x).map((t) => t.y))).to.be.below(
        top + 46,
      );
  });
  it('what the page is stands there whole, however long the names are, and clear of the map of pages', () => {
    const name = 'Grandmother’s second harbour panel with the old lighthouse '.repeat(4);
    const place = 'Page C7 of 48. Match the crosses of the pages; they overlap by 1 cm.';
    const printed = new Set(Array.from({ length: 48 }, (_, i) => `${'ABCDEF'[Math.floor(i / 8)]}${1 + (i % 8)}`));
    const marks = titleBlock(210, 297, 'mm', [name, `Placement guide · ${name}`, place], {
      row: 2,
      column: 6,
      rows: 6,
      columns: 8,
      printed,
    });
    const rows = marks.flatMap((m) => (m.type === 'text' ? [m] : []));
    expect(rows.map((r) => r.text).join(' ')).to.include(place);
    const boxes = marks.filter((m) => m.type === 'line' && m.closed && m.stroke === 'fine');
    expect(boxes).to.have.length(48);
    const map = boundsOf(boxes.flatMap((m) => (m.type === 'line' ? [[...m.points]] : [])));
    for (const r of rows.filter((t) => t.anchor === 'start'))
      if (r.y > map.minY) expect(r.x + textWidthMm(r.text, r.sizeMm, r.bold), r.text).to.be.below(map.minX);
  });
  it('words are as wide as the sheets’ type has them', async () => {
    for (const [file, bold] of [
      ['DejaVuSans', false],
      ['DejaVuSans-Bold', true],
    ] as const) {
      const face = await faceOf(`dejavu-fonts-ttf/ttf/${file}.ttf`);
      const advance = (text: string): number =>
        [...text].reduce((sum, c) => sum + face.line(c).letters.reduce((s, l) => s + l.advance, 0), 0);
      const ascii = Array.from({ length: 95 }, (_, i) => String.fromCharCode(32 + i)).join('');
      expect(textWidthMm(ascii, 10, bold)).to.be.closeTo(advance(ascii) / 100, 0.5);
      // Of other letters it is at least what they take.
      for (const text of ['Žluťoučký', 'Ψυχή', 'гавань', 'שלום'])
        expect(textWidthMm(text, 10, bold), text).to.be.at.least(advance(text) / 100 - 0.01);
    }
  });
  it('lines are broken at blanks, and within a word only where it is longer than a line', () => {
    const lines = wrapped('the quick brown fox jumps over Donaudampfschifffahrtsgesellschaft and back', 30, 3);
    for (const l of lines) expect(textWidthMm(l, 3)).to.be.at.most(30);
    expect(lines.join('').replaceAll(' ', '')).to.equal(
      'thequickbrownfoxjumpsoverDonaudampfschifffahrtsgesellschaftandback',
    );
    expect(lines[0]).to.equal('the quick brown fox');
  });
  it('pages on which nothing is drawn are not printed, and nobody is sent to them', () => {
    // A frame far larger than a page: the pages in its middle are blank.
    const frame = { minX: 0, minY: 0, maxX: 800, maxY: 800 };
    const tiles = tileDrawing(
      { bounds: frame, lines: [{ rings: linesOf(square(800)), stroke: 'outline' }], texts: [] },
      180,
      180,
    );
    const names = tiles.map((t) => t.name);
    expect(names).to.have.length(16);
    expect(names).to.include.members(['A1', 'A5', 'E5', 'C1']);
    expect(names).to.not.include('C3');
    for (const t of tiles) {
      const sent = t.marks.flatMap((m) => (m.type === 'text' ? (/[A-Z]\d+/.exec(m.text) ?? []) : []));
      for (const name of sent) expect(names, `${t.name} sends to ${name}`).to.include(name);
      expect(pageMap(t, 200, 200).filter((m) => m.type === 'line' && m.closed)).to.have.length(16);
    }
  });
  it('layers of a cutting file are named as their letters sound', () => {
    const dxf = toDxf([{ name: '3-1 Гавань', region: regionOf(square(10)) }], 20);
    expect(dxf).to.include('\n3-1_Gavan\n');
    expect(toDxf([{ name: '2-1 ñandú', region: regionOf(square(10)) }], 20)).to.include('\n2-1_nandu\n');
  });
  it('an SVG tells a thousandth of a millimetre and no less', () => {
    const svg = sheetsToSvg({
      title: 't',
      pages: [
        {
          id: 'p',
          widthMm: 100,
          heightMm: 100,
          title: 't',
          webId: null,
          pieceIds: [],
          marks: [
            {
              type: 'line',
              points: [
                { x: 1.23456, y: 2 },
                { x: 7.0004, y: 3 },
              ],
              closed: false,
              stroke: 'fine',
            },
          ],
        },
      ],
    });
    expect(svg).to.include('1.235').and.not.include('1.2345');
  });
});

describe('facing: what is judged on a scanned sheet', () => {
  const flag = 'M0 0H60V20H20V80H0Z';
  it('specks are left out from 6 mm down, and what fills a hole is that hole', () => {
    const judged = (regions: ReturnType<typeof regionOf>[]): number =>
      judgeSheet(regions, [{ pieceId: 'f', outline: flag }]).length;
    expect(judged([regionOf(flag), regionOf(square(5, 200, 200))])).to.equal(1);
    expect(judged([regionOf(flag), regionOf(square(8, 200, 200))])).to.equal(2);
    const ring = regionOf('M0 0H80V80H0ZM20 20V60H60V20Z');
    // A hole is traced as a line of its own: at the same place it is the hole, elsewhere a shape.
    expect(judged([ring, regionOf(square(39, 20.5, 20.5))])).to.equal(1);
    expect(judged([ring, regionOf(square(39, 130, 20))])).to.equal(2);
    expect(judged([ring, regionOf(square(20, 30, 30))])).to.equal(2);
  });
  it('a shape is known again by its form, wherever it lies, and told when it was drawn backwards', () => {
    const other = printPath(mirrorPath(pathOf(flag), 0));
    const judge = (outline: string) => judgeTracing(regionOf(outline), [{ pieceId: 'f', outline: flag }]).verdict;
    expect(judge(flag)).to.equal('right');
    expect(judge(other)).to.equal('reversed');
    expect(judge('M0 0H90V12H0Z')).to.equal('wrong');
  });
});

describe('shape: drawn by its measurements', () => {
  it('a scalloped strip is as wide and high as was asked, its scallops half discs', () => {
    const scallop = SHELF.find((s) => s.id === 'scallop')!;
    const drawn = drawShelfShape(scallop, { w: 200, h: 40, n: 5 });
    if (!drawn.ok) throw new Error(JSON.stringify(drawn.wrong));
    const region = regionOf(drawn.outline, 0.005);
    const b = boundsOf(region);
    expect([b.maxX - b.minX, b.maxY - b.minY].map((v) => Math.round(v * 10) / 10)).to.deep.equal([200, 40]);
    expect(areaMm2(region)).to.be.closeTo(200 * 20 + (5 * Math.PI * 20 ** 2) / 2, 3);
  });
  it('an edge is looked at every 0.4 mm up to 16 m of it, more coarsely beyond', () => {
    expect(thinStepMm(regionOf(square(4000)))).to.be.closeTo(0.4, 1e-9);
    expect(thinStepMm(regionOf(square(8000)))).to.be.closeTo(0.8, 1e-9);
  });
});

describe('nest: splitting, settling, reaching', () => {
  it('what is wider than the roll either way is two strips where two will do, joined over no more than its own length', () => {
    const split = splitForRoll(regionOf('M0 0H900V440H0Z'), 432)!;
    expect(split.strips).to.have.length(2);
    expect(split.seamsMm).to.be.within(860, 900);
    const tall = splitForRoll(regionOf('M0 0H600V600H0Z'), 432)!;
    expect(tall.strips).to.have.length(2);
    expect(tall.seamsMm).to.be.closeTo(600, 2);
    expect(tall.strips.reduce((sum, s) => sum + areaMm2(s), 0)).to.be.closeTo(360_000, 5);
  });
  it('what is split is whole again when its strips are laid together, however it was turned, and each fits the roll', () => {
    for (const deg of [0, 33, 70, 118]) {
      const whole = transformRegion(regionOf('M0 0H900V440H0Z'), rotation(deg));
      const { strips } = splitForRoll(whole, 432)!;
      const together = union(...strips);
      expect(areaMm2(difference(whole, together)) + areaMm2(difference(together, whole)), `${deg}°`).to.be.below(2);
      for (const strip of strips) {
        const widths = Array.from({ length: 180 }, (_, k) => {
          const b = boundsOf(transformRegion(strip, rotation(k)));
          return b.maxX - b.minX;
        });
        expect(Math.min(...widths), `${deg}°`).to.be.at.most(432.5);
      }
    }
  });
  it('is joined at the waist, where that is what is shortest', () => {
    const waisted = regionOf('M0 0H700V500H380V300H320V500H0Z');
    const split = splitForRoll(waisted, 480)!;
    expect(split.strips).to.have.length(2);
    expect(split.seamsMm).to.be.closeTo(300, 3);
  });
  it('a part that is let go of comes to rest touching, on the side it was held', () => {
    const parts = [
      { id: 'a', outline: square(40), count: 1 },
      { id: 'b', outline: square(40), count: 1 },
    ];
    const put = (id: string, xMm: number, yMm: number) => ({
      id,
      copy: 0,
      xMm,
      yMm,
      rotateDeg: 0,
      mirrored: false as const,
      bin: null,
      binCopy: 0,
    });
    const room = { widthMm: 300, lengthMm: 400, spacingMm: 2, rotations: 'free' as const };
    const held = settle(parts, [put('b', 100, 100)], put('a', 75, 100), room)!;
    expect(held.xMm).to.be.closeTo(100 - 42, 1);
    // A hair too near: moved by that hair, and never into the other.
    const hair = settle(parts, [put('b', 100, 100)], put('a', 58.3, 100), room)!;
    expect(hair.xMm).to.be.within(57.9, 58.001);
    expect(Math.abs(hair.yMm - 100)).to.be.below(1);
    expect(Math.abs(held.yMm - 100)).to.be.below(12);
    expect(settle(parts, [], put('a', 500, 500), room)).to.include({ xMm: 360, yMm: 260 });
    expect(settle(parts, [], put('a', 0, 0), { ...room, widthMm: 30 })).to.equal(null);
    expect(reachOf(parts, [put('a', 50, 0), { ...put('b', 10, 0), bin: 's' }])).to.equal(90);
    expect(reachOf(parts, [{ ...put('a', 50, 0), rotateDeg: 90 }])).to.be.closeTo(50, 1e-9);
    expect(reachOf(parts, [{ ...put('a', 50, 0), rotateDeg: 270 }])).to.be.closeTo(90, 1e-9);
  });
});

describe('press: what is told, and when', () => {
  const steamy = (heatC = 150) => ({ heatC, dwellS: 8, steam: true });
  it('a leaflet that wants steam is told of where it is pressed dry, only to bond, and only by an iron that makes steam', () => {
    const w = web({ leaflet: { fuse: steamy(), bond: steamy() } });
    const told = (more: Parameters<typeof pressAsk>[0]) =>
      settingFor(pressAsk({ web: w, ...more })).cautions.some((c) => c.code === 'leaflet-wants-steam');
    expect(told({ steam: false })).to.equal(true);
    expect(told({ steam: true })).to.equal(false);
    expect(told({})).to.equal(false);
    expect(told({ steam: false, iron: iron({ steam: false }) })).to.equal(false);
    expect(told({ steam: false, stage: 'fuse', onto: [] })).to.equal(false);
    expect(settingFor(pressAsk({ steam: false })).cautions.some((c) => c.code === 'leaflet-wants-steam')).to.equal(
      false,
    );
  });
  it('to press dry is offered with the window of a dry press', () => {
    const denim = fabricFrom('denim', { id: 'd', name: '' });
    const r = pressAsk({
      fabric: denim,
      onto: [denim],
      web: webFrom('medium-film', { id: 'm', name: '' }),
      steam: true,
    });
    const dry = windowOf(runAt({ ...r, steam: false }, 150, { steam: false }));
    const offered = remediesFor(r, 150, null).find((m) => m.code === 'dry');
    if (!dry) throw new Error('it can be pressed dry');
    expect(offered).to.deep.equal({ code: 'dry', minS: dry.minS, maxS: dry.maxS });
  });
  it('what holds the heat up is told as a share of all there is above the bond: of one cloth bare, by hand', () => {
    const r = pressAsk();
    const { stack } = runAt(r, 150);
    const cloth = stack.layers[0]!.layer;
    const own = cloth.thicknessMm / 1000 / cloth.conductivityWmK;
    // The plate's touch, the web with its own contacts, and the cloth: everything down to the far face of the web.
    const webLayer = stack.layers[1]!.layer;
    const all =
      stack.plateM2KW +
      own +
      stack.contactsM2KW[0]! +
      webLayer.thicknessMm / 1000 / webLayer.conductivityWmK +
      stack.contactsM2KW[1]!;
    const told = settingFor(r).reasons.find((x) => x.code === 'matters-layer');
    if (told?.code !== 'matters-layer') throw new Error('a layer matters most');
    const most = Math.max(own, stack.plateM2KW, webLayer.thicknessMm / 1000 / webLayer.conductivityWmK);
    const alone = stack.plateM2KW + own + stack.contactsM2KW[0]!;
    expect([most / all, most / alone].some((share) => Math.abs(share - told.share) < 1e-9)).to.equal(true);
    expect(settingFor(r).placements).to.equal(1);
  });
});

describe('arrange: the ground’s box', () => {
  it('begins at its corner and ends at its sides', () => {
    expect(groundBox({ ...groundOf(project()), widthMm: 120, heightMm: 80 })).to.deep.equal({
      minX: 0,
      minY: 0,
      maxX: 120,
      maxY: 80,
    });
  });
});

describe('plan: guards of its settings', () => {
  it('a setting is for one set-down; how many there are is the making’s', () => {
    const plan = planProject(project([piece('a', square(60), at(20, 20))]));
    expect(plan.press.every((t) => t.placements === 1 && t.setDowns === 1)).to.equal(true);
  });
});
