import { expect } from 'chai';
import DxfParser from 'dxf-parser';
import {
  areaMm2,
  boundsOf,
  exclusive,
  linesOf,
  mirrorLine,
  normalise,
  regionOf,
  ringAreaMm2,
  ringsOf,
  rotation,
  scaling,
  transformPath,
  transformRegion,
  transformRings,
  translation,
} from '~/core/base/shape';
import {
  allAsks,
  clothAsk,
  freshLayout,
  type LayoutAsk,
  ROUGH_CUT_MM,
  stripsOf,
  WEB_INSIDE_MM,
  webAsk,
} from '~/core/cut/layout';
import { nest } from '~/core/cut/nest';
import { regionsOfScan, traceRegions } from '~/core/intake/drawing';
import { measuredSquare, printPage, readCutFile, runCutter, SIMULATED_PRINTERS } from '~/core/intake/standin';
import { type Layout, newPiece, type Plan, type Project, parseProject } from '~/core/keep/model';
import { judgeSheet, judgeTracing, mirrorTwins } from '~/core/lay/facing';
import { planProject } from '~/core/plan';
import {
  correctedFor,
  cutFiles,
  cutList,
  fromDxf,
  layoutSheets,
  numberOfShape,
  PAPER_FACTS,
  placementOverview,
  type SheetDocument,
  templateSheets,
  toDxf,
  toPlainSvg,
  tracingSheets,
} from '~/core/print/sheet';
import { harbourLight } from '~/demo';
import { cotton, piece, project, square, turnedOver, web } from './helpers';

const L = 'M0 0H20V60H50V80H0Z';
const demo = harbourLight();
const plan = planProject(demo);
const texts = (doc: SheetDocument): string[] =>
  doc.pages.flatMap((p) => p.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])));

/** A layout as it would be kept. */
function laid(ask: NonNullable<ReturnType<typeof webAsk>>): Layout {
  const r = nest({ ...ask.request, seconds: 0.1, seed: 1 });
  return {
    kind: ask.kind,
    ofId: ask.ofId,
    key: ask.key,
    lengthMm: r.lengthMm,
    rowsLengthMm: r.rowsLengthMm,
    placements: [...r.placements],
    locked: [],
    unplaced: [...r.unplaced],
  };
}

describe('layouts', () => {
  it('one for every web in use and every fabric', () => {
    const asks = allAsks(demo, plan);
    expect(asks.filter((a) => a.kind === 'web').map((a) => a.ofId)).to.have.members(plan.webUse.map((u) => u.webId));
    expect(asks.filter((a) => a.kind === 'cloth').map((a) => a.ofId)).to.have.members([
      ...new Set(demo.pieces.map((p) => p.fabricId)),
    ]);
  });

  it('are kept only while nothing they depend on changes, and then shorten the web use', () => {
    const p = harbourLight();
    const ask = webAsk(p, plan, 'light-film')!;
    p.layouts = [laid(ask)];
    expect(freshLayout(p, ask)).to.equal(p.layouts[0]);
    const use = planProject(p).webUse.find((u) => u.webId === 'light-film')!;
    expect(use.how).to.equal('nested');
    expect(use.lengthMm).to.be.below(use.rowsLengthMm);
    expect(parseProject(JSON.parse(JSON.stringify(p))).ok).to.equal(true);
    p.webs[0]!.widthMm = 300;
    expect(freshLayout(p, webAsk(p, plan, 'light-film')!)).to.equal(null);
    expect(planProject(p).webUse.find((u) => u.webId === 'light-film')!.how).to.equal('rows');
  });

  it('for a cutting machine nothing is cut roughly first: one patch a cloth, web 5 mm beyond its shapes, cloth 2 mm more', () => {
    const p = project([piece('a', L), piece('b', square(40), { at: { xMm: 100, yMm: 0, rotateDeg: 0 } })]);
    const by = (route: 'cutter-fabric-up' | 'trace-on-liner') => {
      const q = { ...p, route };
      const pl = planProject(q);
      return { web: webAsk(q, pl, 'web')!, cloth: clothAsk(q, pl, 'cotton')! };
    };
    expect(by('trace-on-liner').web.request.spacingMm).to.equal(2 * ROUGH_CUT_MM);
    expect(by('cutter-fabric-up').web.request.spacingMm).to.equal(0);
    const [web] = by('cutter-fabric-up').web.request.parts;
    const [cloth] = by('cutter-fabric-up').cloth.request.parts;
    const [w, c] = [boundsOf(regionOf(web!.outline)), boundsOf(regionOf(cloth!.outline))];
    expect(by('cutter-fabric-up').web.request.parts).to.have.length(1);
    expect(c.maxX - c.minX - (w.maxX - w.minX)).to.be.closeTo(4, 0.01);
    // One piece cut by hand among them: then all keep clear of its rough cut.
    const mixed = { ...p, route: 'cutter-fabric-up' as const };
    mixed.pieces = [mixed.pieces[0]!, { ...mixed.pieces[1]!, route: 'trace-on-liner' }];
    expect(webAsk(mixed, planProject(mixed), 'web')!.request.spacingMm).to.equal(2 * ROUGH_CUT_MM);
  });

  it('web and felt are turned any way, or by quarters for whoever cuts by ruler; what has a grain keeps to it', () => {
    const turned = (of: Project, ask: (q: Project, pl: Plan) => LayoutAsk | null, turns: 'any' | 'quarters') => {
      const q = { ...of, limits: { ...of.limits, turns } };
      return ask(q, planProject(q))!;
    };
    const slanted = project([piece('a', L), piece('b', 'M0 0L80 30L70 55L-10 25Z')]);
    const onWeb = (q: Project, pl: Plan) => webAsk(q, pl, 'web');
    const [any, quarters] = [turned(slanted, onWeb, 'any'), turned(slanted, onWeb, 'quarters')];
    expect(any.request.rotations).to.equal('free');
    expect(any.withoutGrain && quarters.withoutGrain).to.equal(true);
    // A layout by any turns is none by quarters.
    expect(any.key).to.not.equal(quarters.key);
    const { placements } = nest({ ...quarters.request, seconds: 0.3, seed: 1 });
    expect(placements).to.have.length(2);
    for (const { rotateDeg } of placements) expect(rotateDeg % 90).to.equal(0);

    const onCloth = (q: Project, pl: Plan) => clothAsk(q, pl, 'cotton');
    const felt = {
      ...slanted,
      fabrics: slanted.fabrics.map((f) => ({ ...f, kind: 'craft-felt' as const, frays: 0 })),
    };
    const [free] = turned(felt, onCloth, 'any').request.parts;
    const [ruled] = turned(felt, onCloth, 'quarters').request.parts;
    expect(free!.rotations).to.equal('free');
    expect(ruled!.rotations).to.deep.equal([0, 90, 180, 270]);

    expect(turned(slanted, onCloth, 'any')).to.deep.equal(turned(slanted, onCloth, 'quarters'));
    expect(turned(slanted, onCloth, 'any').withoutGrain).to.equal(false);
  });

  it('cloth is larger than its web all round, and keeps grain and print', () => {
    const p = project(
      [piece('a', L, { print: { xMm: 0, yMm: 0, rotateDeg: 30 } }), piece('b', L, { fabricId: 'felt' })],
      {
        fabrics: [
          cotton({ oneWay: true }),
          cotton({ id: 'felt', kind: 'craft-felt', frays: 0, clothId: 'craft-felt' }),
        ],
      },
    );
    const pl = planProject(p);
    const ask = clothAsk(p, pl, 'cotton')!;
    const own = boundsOf(regionOf(pl.tracings[0]!.outline));
    const grown = boundsOf(regionOf(ask.request.parts[0]!.outline));
    expect(own.minX - grown.minX).to.be.closeTo(ROUGH_CUT_MM + WEB_INSIDE_MM, 0.1);
    // Reversed on the liner: the print is turned the other way.
    expect(ask.request.parts[0]!.rotations).to.deep.equal([30]);
    expect(ask.side).to.equal('wrong side');
    expect(clothAsk(p, pl, 'felt')!.request.parts[0]!.rotations).to.equal('free');
    expect(
      clothAsk({ ...p, route: 'template-right-side' }, planProject({ ...p, route: 'template-right-side' }), 'cotton')!
        .side,
    ).to.equal('right side');
  });

  it('use offcuts of web and pieces in stock first, and count off a bolt when there are none', () => {
    const p = project([piece('a', square(80), { count: 3 })], {
      webs: [web({ offcuts: [{ widthMm: 100, heightMm: 100, count: 1, outline: null }] })],
    });
    const pl = planProject(p);
    const ask = webAsk(p, pl, 'web')!;
    const strips = stripsOf(ask, laid(ask));
    expect(strips[0]).to.include({ bin: 'offcut-1' });
    expect(strips.at(-1)!.bin).to.equal(null);
    expect(strips.reduce((n, s) => n + s.placements.length, 0)).to.equal(3);
    expect(clothAsk(p, pl, 'cotton')!.request.widthMm).to.equal(1100);
  });

  it('split shapes wider than the roll, and fuse whole cloths as one patch where that is the school', () => {
    const p = project([piece('wide', 'M0 0H900V700H0Z')], {
      ground: {
        fabricId: 'cotton',
        widthMm: 1000,
        heightMm: 1000,
        outline: null,
        seamAllowanceMm: 0,
        creases: { across: 0, down: 0, diagonal: false },
      },
    });
    const ask = webAsk(p, planProject(p), 'web')!;
    expect(ask.request.parts.map((q) => q.id)).to.deep.equal(['wide|1', 'wide|2']);
    expect(ask.parts.get('wide|2')).to.deep.equal({ what: 'strip', pieceId: 'wide', strip: 2 });
    const whole = harbourLight();
    whole.schools.first = 'fuse-first';
    const patches = webAsk(whole, plan, 'light-film')!;
    expect([...patches.parts.values()].every((q) => q.what === 'patch')).to.equal(true);
  });
});

describe('cutting files', () => {
  it('there is one for every scrap and for the bolt; together they hold every copy once', () => {
    const p = project([
      piece('a', square(60), { count: 3 }),
      piece('b', square(40), { count: 2, at: { xMm: 200, yMm: 0, rotateDeg: 0 } }),
    ]);
    p.fabrics = [
      cotton({
        stock: [
          { widthMm: 90, heightMm: 90, count: 2, outline: null },
          { widthMm: 260, heightMm: 120, count: 1, outline: null },
        ],
      }),
    ];
    const plan = planProject(p);
    const wanted = clothAsk(p, plan, 'cotton')!;
    const found = laid(wanted);
    const files = cutFiles(p, plan, wanted, found, 'dxf');
    expect(files.length).to.be.above(1);
    expect(new Set(files.map((f) => f.name)).size).to.equal(files.length);
    expect(
      files.every((f) => /^test-cotton-piece-[12](-no-2)?\.dxf$/.test(f.name)),
      files.map((f) => f.name).join(),
    ).to.equal(true);
    const shapes = files.flatMap((f) => {
      const read = fromDxf(f.text);
      return read.ok ? read.shapes : [];
    });
    expect(shapes.map((s) => s.name).sort()).to.deep.equal(['1-1_a', '1-2_a', '1-3_a', '2-1_b', '2-2_b']);
    expect(shapes.map((s) => numberOfShape(s.name)).sort()).to.deep.equal([1, 1, 1, 2, 2]);
    expect(numberOfShape('part')).to.equal(null);
    for (const s of shapes) expect(areaMm2(s.region)).to.be.closeTo(numberOfShape(s.name) === 1 ? 3600 : 1600, 1);
  });
});

describe('sheets: more kinds', () => {
  it('papers by ISO 216 and in inches: A3 297 × 420, Tabloid 11 × 17 in', () => {
    expect(PAPER_FACTS.a3).to.include({ widthMm: 297, heightMm: 420 });
    expect(PAPER_FACTS.a3.heightMm! / PAPER_FACTS.a3.widthMm).to.be.closeTo(Math.SQRT2, 0.001);
    expect(PAPER_FACTS.tabloid.widthMm).to.be.closeTo(279.4, 1e-9);
    expect(PAPER_FACTS.tabloid.heightMm).to.be.closeTo(431.8, 1e-9);
  });

  it('templates: one for each different shape with its copies, the way round the route asks', () => {
    const at = (xMm: number) => ({ at: { xMm, yMm: 0, rotateDeg: 0 } });
    const p = project([piece('a', L), piece('b', L, { count: 2, ...at(100) }), piece('c', square(40), at(200))], {
      route: 'template-on-liner',
    });
    const doc = templateSheets(p, planProject(p), 'a4');
    const lines = doc.pages.flatMap((q) => q.marks.filter((m) => m.type === 'line' && m.stroke === 'outline'));
    expect(lines).to.have.length(2);
    expect(texts(doc).join(' ')).to.include('cut 3').and.include('place each face down');
    // Right-reading, since it is turned over to draw round: its foot points right as seen.
    const outline = lines.find((m) => m.type === 'line' && m.points.length === 6);
    const xs = outline?.type === 'line' ? outline.points.map((q) => q.x) : [];
    const ys = outline?.type === 'line' ? outline.points.map((q) => q.y) : [];
    const low = Math.max(...ys);
    const foot =
      outline?.type === 'line' ? outline.points.filter((q) => Math.abs(q.y - low) < 1e-6).map((q) => q.x) : [];
    expect(Math.max(...foot)).to.be.closeTo(Math.max(...xs), 1e-6);
    const traced = templateSheets(
      { ...p, route: 'trace-on-liner' },
      planProject({ ...p, route: 'trace-on-liner' }),
      'a4',
    );
    expect(texts(traced).join(' ')).to.include('reversed');
  });

  it('the cut list names every piece, its cloth, web, copies and way round', () => {
    const all = texts(cutList(demo, plan, 'a4'));
    for (const p of demo.pieces) expect(all.join('|')).to.include(p.label.slice(0, 10));
    expect(all).to.include('Light film').and.include('reversed').and.include('either way');
  });

  it('the overview gives distances from edges and creases', () => {
    const p = project([piece('a', square(40), { at: { xMm: 180, yMm: 60, rotateDeg: 0 } })]);
    const all = texts(placementOverview(p, 'letter'));
    expect(all).to.include('18 cm').and.include('6 cm').and.include('on the fold').and.include('12 cm above');
  });

  it('a layout at true size: every part once, on as many pages as it takes', () => {
    const ask = webAsk(demo, plan, 'light-film')!;
    const layout = laid(ask);
    const roll = layoutSheets(demo, plan, ask, layout, 'roll');
    expect(roll.pages).to.have.length(1);
    expect(roll.pages[0]!.pieceIds).to.have.length(ask.request.parts.length);
    const a4 = layoutSheets(demo, plan, ask, layout, 'a4');
    expect(a4.pages.length).to.be.above(2);
    expect(texts(a4).join(' ')).to.match(/Page A1 of/);
  });

  it('every outline has a tick where the peel starts', () => {
    const doc = tracingSheets(project([piece('a', square(60))]), planProject(project([piece('a', square(60))])), 'a4');
    expect(doc.pages[0]!.marks.some((m) => m.type === 'line' && m.stroke === 'fine' && m.points.length === 2)).to.equal(
      true,
    );
  });
});

describe('the printer', () => {
  const doc = tracingSheets(demo, plan, 'a4');
  const sideOf = (d: SheetDocument): { across: number; down: number } => {
    const box = d.pages[0]!.marks.find((m) => m.type === 'line' && m.closed && m.stroke === 'check')!;
    const b = boundsOf(box.type === 'line' ? [box.points] : []);
    return { across: b.maxX - b.minX, down: b.maxY - b.minY };
  };
  for (const printer of SIMULATED_PRINTERS)
    it(`is measured once and printed true from then on: ${printer.name}`, () => {
      const measured = measuredSquare(printer, null, 50);
      const printed = { ...doc, pages: correctedFor(doc, measured).pages.map((p) => printPage(p, printer)) };
      // A ruler reads to a quarter of a millimetre in fifty: half of that is the best there is.
      expect(sideOf(printed).across).to.be.closeTo(50, 0.13);
      expect(sideOf(printed).down).to.be.closeTo(50, 0.13);
      expect(sideOf({ ...doc, pages: doc.pages.map((p) => printPage(p, printer)) }).across).to.be.closeTo(
        50 * printer.scaleX,
        1e-9,
      );
    });
  it('without a measurement nothing is changed', () => expect(correctedFor(doc, null)).to.equal(doc));
});

describe('for cutting machines', () => {
  const shapes = [
    { name: '1 Tower', region: regionOf('M10 10H60V80H10ZM20 20V40H40V20Z') },
    { name: '2 Crab & claw', region: regionOf('M100 20L140 20L120 70Z') },
  ];
  it('DXF is read back by an independent parser (dxf-parser): closed lines, millimetres, true size', () => {
    const dxf = new DxfParser().parseSync(toDxf(shapes, 200))!;
    expect(dxf.entities).to.have.length(3);
    expect(dxf.header['$INSUNITS']).to.equal(4);
    const first = dxf.entities[0] as unknown as { shape: boolean; vertices: { x: number; y: number }[]; layer: string };
    expect(first.shape).to.equal(true);
    expect(first.layer).to.equal('1_Tower');
    // What lies inside is cut before what would come loose with it.
    expect(first.vertices.map((v) => [v.x, v.y])).to.have.deep.members([
      [20, 180],
      [20, 160],
      [40, 160],
      [40, 180],
    ]);
  });
  it('SVG and DXF come back as the same shapes', () => {
    for (const text of [toDxf(shapes, 200), toPlainSvg(shapes, 200, 200)]) {
      const read = readCutFile(text);
      expect(read.ok).to.equal(true);
      if (!read.ok) return;
      expect(read.shapes).to.have.length(2);
      expect(areaMm2(read.shapes[0]!.region)).to.be.closeTo(areaMm2(shapes[0]!.region), 0.5);
    }
    expect(readCutFile('nonsense').ok).to.equal(false);
    expect(fromDxf('0\nSECTION\n0\nEOF').ok).to.equal(false);
  });
  it('the simulated machine cuts holes first, counts time, and reports what would go wrong', () => {
    const mat = { widthMm: 200, heightMm: 200 };
    const cloths = [
      { name: 'blue', corner: 'upper left' as const, widthMm: 80, heightMm: 100 },
      { name: 'red', corner: 'upper right' as const, widthMm: 110, heightMm: 100 },
    ];
    const run = runCutter(shapes, mat, cloths);
    expect(run.problems).to.deep.equal([]);
    expect(run.steps[0]!.ring).to.have.length(4);
    expect(Math.abs(ringAreaMm2(run.steps[0]!.ring))).to.be.below(Math.abs(ringAreaMm2(run.steps[1]!.ring)));
    expect(run.clothOf.get('1 Tower')).to.equal('blue');
    expect(run.cutMm).to.be.closeTo(240 + 80 + 40 + 2 * Math.hypot(20, 50), 0.01);
    expect(run.seconds).to.be.above(run.cutMm / 20);
    const codes = (s: typeof shapes, c = cloths): string[] => runCutter(s, mat, c).problems.map((p) => p.code);
    expect(codes([{ name: 'x', region: regionOf('M150 150H250V180H150Z') }])).to.deep.equal(['off-the-mat']);
    expect(codes([{ name: 'x', region: regionOf('M60 20H140V60H60Z') }])).to.deep.equal(['across-two-cloths']);
    expect(codes([{ name: 'x', region: regionOf('M20 150H40V170H20Z') }])).to.deep.equal(['off-the-cloth']);
    expect(codes([shapes[0]!, { name: 'y', region: regionOf('M30 50H70V70H30Z') }], [])).to.deep.equal([
      'crosses-another',
    ]);
  });
});

describe('which way round: checks by geometry', () => {
  it('regular polygons are symmetric at any angle (a fact of geometry), a scalene triangle is not', () => {
    for (let n = 3; n <= 9; n++) {
      const d = `M${Array.from({ length: n }, (_, i) => `${(40 * Math.cos((2 * Math.PI * i) / n + 0.3)).toFixed(3)} ${(40 * Math.sin((2 * Math.PI * i) / n + 0.3)).toFixed(3)}`).join('L')}Z`;
      expect(mirrorLine(regionOf(d)), `${n} sides`).to.not.equal(null);
    }
    expect(mirrorLine(regionOf('M0 0L60 10L20 45Z'))).to.equal(null);
  });
  it('the tolerance can be set, up to 1 mm: what strays by 0.7 mm is symmetric within 0.9, what strays by 2 mm within none', () => {
    const with_ = (mirrorMm: number | null, nearly = 'M0 0H60L60.7 40H0Z') => {
      const p = project([piece('a', nearly)]);
      p.limits = { ...p.limits, mirrorMm };
      return planProject(p).tracings[0]!.code;
    };
    expect(with_(0.2)).to.equal('reversed');
    expect(with_(0.9)).to.equal('no-care');
    expect(with_(3, 'M0 0H60L64 40H0Z')).to.equal('reversed');
    // A strip of 927 mm that strays by 6 mm is not its own mirror image, whatever share of its length that is.
    expect(with_(null, 'M0 0H927V90H6Z')).to.equal('reversed');
    expect(with_(null, 'M0 0H927V90H0Z')).to.equal('no-care');
  });

  const expected = plan.tracings.map((t) => ({ pieceId: t.pieceId, outline: t.outline }));
  const wobble = (d: string, deg: number) =>
    normalise(
      transformRings(linesOf(d, 0.3), rotation(deg)).map((r) =>
        r.map((p, i) => ({ x: p.x + Math.sin(i * 1.7) * 0.4, y: p.y + Math.cos(i * 2.3) * 0.4 })),
      ),
    );
  it('a traced sheet: right, reversed, or like nothing, whatever its turn', () => {
    for (const id of ['claw-left', 'turf', 'near-sea', 'cliff']) {
      const t = plan.tracings.find((q) => q.pieceId === id)!;
      expect(judgeTracing(wobble(t.outline, 37), expected), id).to.include({ verdict: 'right' });
      const back = judgeTracing(wobble(turnedOver(t.outline), 200), expected);
      // A mirrored left claw is a right claw: its twin is a piece too.
      expect(back.pieceId === id ? back.verdict : 'twin', id).to.be.oneOf(['reversed', 'twin']);
    }
    const round = plan.tracings.find((q) => q.pieceId === 'crab')!;
    expect(judgeTracing(wobble(turnedOver(round.outline), 10), expected).verdict).to.be.oneOf([
      'either',
      'right',
      'reversed',
    ]);
    expect(judgeTracing(regionOf('M0 0H200V3H0Z'), expected)).to.include({
      verdict: 'wrong',
      pieceId: null,
    });
  });
  /** A sheet with outlines drawn on it by a pen 0.8 mm wide, as a scanner sees it at 5 pixels a millimetre. */
  function scanned(drawn: readonly { outline: string; xMm: number; yMm: number; deg?: number }[]) {
    const width = 210 * 5;
    const height = 150 * 5;
    const data = new Uint8ClampedArray(width * height * 4).fill(255);
    for (const { outline, xMm, yMm, deg = 0 } of drawn) {
      const turned = transformRegion(regionOf(outline, 0.05), rotation(deg));
      const b = boundsOf(turned);
      for (const ring of ringsOf(transformRegion(turned, translation(xMm - b.minX, yMm - b.minY))))
        ring.forEach((p, i) => {
          const q = ring[(i + 1) % ring.length]!;
          const n = Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) * 10) + 1;
          for (let k = 0; k < n; k++) {
            const x = (p.x + ((q.x - p.x) * k) / n) * 5;
            const y = (p.y + ((q.y - p.y) * k) / n) * 5;
            for (let py = Math.floor(y - 2); py <= y + 2; py++)
              for (let px = Math.floor(x - 2); px <= x + 2; px++)
                if ((px + 0.5 - x) ** 2 + (py + 0.5 - y) ** 2 <= 4)
                  data.fill(20, (py * width + px) * 4, (py * width + px) * 4 + 3);
          }
        });
    }
    const regions = traceRegions(regionsOfScan({ width, height, data }, 'inside'), 1 / 5, 0.3);
    return judgeSheet(
      regions.map((r) => regionOf(r.outline)),
      expected,
    ).map((f) => f.verdict);
  }
  const drawnAs = (id: string): string => plan.tracings.find((q) => q.pieceId === id)!.outline;

  it('a scanned sheet: every line is known again, thin legs and all, and what is reversed is said', () => {
    const verdicts = scanned([
      { outline: drawnAs('legs-left'), xMm: 10, yMm: 10 },
      { outline: turnedOver(drawnAs('letter-3')), xMm: 160, yMm: 3, deg: 25 },
      { outline: drawnAs('claw-right'), xMm: 100, yMm: 52, deg: -20 },
      { outline: drawnAs('roof'), xMm: 15, yMm: 80 },
    ]);
    const said = verdicts.map((v) => `${v.pieceId} ${v.verdict}`).sort();
    // Two letters are an R.
    expect(said.some((v) => /^letter-[37] reversed$/.test(v))).to.equal(true);
    expect(said).to.include('legs-left right');
    expect(said, said.join()).to.include('claw-right right');
    expect(said.some((v) => /^roof (right|either)$/.test(v))).to.equal(true);
    expect(verdicts, 'the hole of the R is no shape of its own').to.have.length(4);
    for (const v of verdicts) expect(v.scale, v.pieceId!).to.be.closeTo(1, 0.02);
  });

  it('a sheet printed at 97 % is told by its scale', () => {
    const small = transformPath(drawnAs('rock'), scaling(0.97));
    const [v] = scanned([{ outline: small, xMm: 10, yMm: 10 }]);
    expect(v!.verdict).to.equal('right');
    expect(v!.scale).to.be.closeTo(0.97, 0.01);
  });

  it('says at what scale it was drawn', () => {
    const t = plan.tracings.find((q) => q.pieceId === 'turf')!;
    const small = transformRegion(regionOf(t.outline), { a: 0.97, b: 0, c: 0, d: 0.97, e: 0, f: 0 });
    expect(judgeTracing(small, expected).scale).to.be.closeTo(0.97, 0.002);
  });
  it('mirror twins are found: the crab’s claws and legs, and no letters', () => {
    const twins = mirrorTwins(plan.tracings).map((p) => [...p].sort().join());
    expect(twins).to.include('claw-left,claw-right');
    for (const t of twins) expect(t).to.not.include('letter');
    const p = project([
      piece('a', L),
      newPiece({
        id: 'b',
        label: 'b',
        fabricId: 'cotton',
        outline: turnedOver(L),
        at: { xMm: 200, yMm: 0, rotateDeg: 20 },
      }),
    ]);
    expect(mirrorTwins(planProject(p).tracings)).to.deep.equal([['a', 'b']]);
    expect(
      areaMm2(exclusive(regionOf(L), transformRegion(regionOf(turnedOver(turnedOver(L))), translation(0, 0)))),
    ).to.be.below(0.01);
  });
});
