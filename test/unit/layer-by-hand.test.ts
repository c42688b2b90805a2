// Layering and which way round, each worked by hand at the very limits: figures of core/lay/layer and core/lay/facing, and the comparisons that use them.
import { expect } from 'chai';
import { deltaE } from '~/core/base/colour';
import { regionOf, rotation, scaling, transformPath } from '~/core/base/shape';
import { ADHESIVE, fabricFrom, WEB_MODULUS_MPA, webFrom } from '~/core/choose/material';
import { lookup } from '~/core/keep/model';
import { judgeSheet, judgeTracing, mirrorTwins, ROUTE_FACTS, reversedBy } from '~/core/lay/facing';
import { layDown, type Overlap, overlapsOf, placePieces } from '~/core/lay/laid';
import {
  bondedStiffness,
  COLOUR_LIMITS,
  clothPly,
  colourOfStack,
  deepestChain,
  fabricsThatWork,
  feelOf,
  greyed,
  moveInOrder,
  orderWith,
  overCloth,
  type Ply,
  proposeUnits,
  shadowsOf,
  stackMap,
  suggestOrder,
  throughCloth,
  webPly,
} from '~/core/lay/layer';
import { cotton, piece, project, spoken, square, turnedOver, web } from './helpers';

const at = (xMm: number, yMm = 0) => ({ at: { xMm, yMm, rotateDeg: 0 } });
const over = (under: string, upper: string, areaMm2 = 100): Overlap => ({ under, over: upper, areaMm2 });

describe('layer, by hand: order', () => {
  it('a chain is as deep as its longest way, whichever way that is', () => {
    // d lies on b on a, and on c on its own: four layers of cloth nowhere, three at most.
    const depth = deepestChain(['a', 'b', 'c', 'd', 'e'], [over('a', 'b'), over('b', 'd'), over('c', 'd')]);
    expect(Object.fromEntries(depth)).to.deep.equal({ a: 1, b: 2, c: 1, d: 3, e: 1 });
  });

  it('raised past the next it meets, above or below; by one where it meets none that way; never past the ends', () => {
    const order = ['a', 'b', 'c', 'd'];
    expect(moveInOrder(order, 'a', 'up', [over('a', 'c')])).to.deep.equal(['b', 'c', 'a', 'd']);
    expect(moveInOrder(order, 'd', 'down', [over('b', 'd')])).to.deep.equal(['a', 'd', 'b', 'c']);
    // Met only the other way: by one place.
    expect(moveInOrder(order, 'c', 'up', [over('a', 'c')])).to.deep.equal(['a', 'b', 'd', 'c']);
    expect(moveInOrder(order, 'b', 'down', [over('b', 'd')])).to.deep.equal(['b', 'a', 'c', 'd']);
    expect(moveInOrder(order, 'd', 'up', [])).to.equal(order);
    expect(moveInOrder(order, 'a', 'down', [])).to.equal(order);
    expect(moveInOrder(order, 'x', 'up', [])).to.equal(order);
  });

  it('two circles give up the least pair of each, and the order keeps all the rest', () => {
    const wanted = ['a', 'b', 'c', 'x', 'y'];
    const pairs = [
      { under: 'a', over: 'b' },
      { under: 'b', over: 'c' },
      { under: 'c', over: 'a' },
      { under: 'y', over: 'x' },
      { under: 'x', over: 'y' },
    ];
    const { order, circles } = orderWith(wanted, pairs, [
      over('a', 'b', 90),
      over('b', 'c', 40),
      over('c', 'a', 60),
      over('x', 'y', 10),
    ]);
    expect(circles.map((c) => c.giveUp)).to.deep.include({ under: 'b', over: 'c' });
    expect(circles).to.have.length(2);
    for (const [under, upper] of [
      ['a', 'b'],
      ['c', 'a'],
    ] as const)
      expect(order.indexOf(upper)).to.be.above(order.indexOf(under));
    // Pairs that name what is not there, or itself, ask for nothing.
    expect(
      orderWith(
        ['a', 'b'],
        [
          { under: 'b', over: 'z' },
          { under: 'a', over: 'a' },
        ],
        [],
      ).order,
    ).to.deep.equal(['a', 'b']);
  });

  it('what lies in the bay of another lies not inside it: the larger of the two goes beneath', () => {
    // An angle of 10 mm all along a box of 100: 1,900 mm²; in its bay, over it by 5 mm, a square of 80: 6,400 mm².
    const angle = piece('angle', 'M0 0H10V90H100V100H0Z');
    const bay = piece('bay', square(80), at(5, 15));
    for (const pieces of [
      [angle, bay],
      [bay, angle],
    ]) {
      const { placed, overlaps } = layDown(project(pieces));
      expect(overlaps).to.have.length(1);
      expect(suggestOrder(placed, overlaps, [], () => 50)).to.deep.equal(['bay', 'angle']);
    }
  });
});

describe('layer, by hand: units', () => {
  /** Three squares in a row, each over the one before by so much of its width. */
  const row = (shareMm: number, side = 50) => {
    const placed = placePieces(
      project([
        piece('a', square(side)),
        piece('b', square(side), at(side - shareMm)),
        piece('c', square(side), at(2 * (side - shareMm))),
      ]),
    );
    return { placed, overlaps: overlapsOf(placed) };
  };
  const units = (shareMm: number, sheet: { widthMm: number; heightMm: number }, side = 50): number => {
    const { placed, overlaps } = row(shareMm, side);
    return proposeUnits(placed, overlaps, sheet).length;
  };
  const LARGE = { widthMm: 300, heightMm: 300 };

  it('belong together from 12 % of the smaller one on', () => {
    expect(units(6.5, LARGE)).to.equal(1);
    expect(units(5.5, LARGE)).to.equal(0);
  });
  it('are of three pieces and more', () => {
    const placed = placePieces(project([piece('a', square(50)), piece('b', square(50), at(30))]));
    expect(proposeUnits(placed, overlapsOf(placed), LARGE)).to.deep.equal([]);
  });
  it('fit the sheet, lying either way', () => {
    // Three of 50 with 10 of overlap are 130 long and 50 high; each is less than a quarter of the sheet.
    expect(units(10, { widthMm: 130.5, heightMm: 100 })).to.equal(1);
    expect(units(10, { widthMm: 100, heightMm: 130.5 })).to.equal(1);
    expect(units(10, { widthMm: 129, heightMm: 100 })).to.equal(0);
    expect(units(10, { widthMm: 130.5, heightMm: 49 })).to.equal(0);
  });
  it('no piece of them takes a quarter of the sheet', () => {
    // 50 × 50 = 2,500: a quarter of 10,000.
    expect(units(10, { widthMm: 131, heightMm: 77 })).to.equal(1);
    expect(units(10, { widthMm: 131, heightMm: 76 })).to.equal(0);
  });
});

describe('layer, by hand: stiffness', () => {
  it('is told as what it feels like, by flexural rigidity: bending length c = (G/w)^⅓ against published ones (Peirce 1930, ASTM D1388, from memory)', () => {
    const bendingCm = (rigidityUNm: number, massGsm: number): number =>
      100 * Math.cbrt((rigidityUNm * 1e-6) / ((massGsm / 1000) * 9.80665));
    const one = clothPly(fabricFrom('quilting-cotton', { id: 'c', name: '' }));
    const film = webPly(webFrom('light-film', { id: 'w', name: '' }));
    const alone = bondedStiffness([one]) * 1000;
    const two = bondedStiffness([one, film, one]) * 1000;
    // Quilting cotton 1.5–2.5 cm; two cottons bonded, as a shirt collar is, 4–6 cm.
    expect(bendingCm(alone, 140)).to.be.within(1.5, 2.5);
    expect(feelOf(alone)).to.equal('shirt');
    expect(bendingCm(two, 300)).to.be.within(4, 6);
    expect(feelOf(two)).to.equal('collar');
    // Card of 300 g/m² (ISO 2493, 6–12 mN·m, from memory).
    expect(feelOf(bondedStiffness([clothPly(fabricFrom('card', { id: 'k', name: '' }))]) * 1000)).to.equal('postcard');
    expect([feelOf(60_001), feelOf(59_999)]).to.deep.equal(['board', 'place-mat']);
  });

  it('of two unlike layers held together (textbook: laminated-beam theory, neutral axis at ΣEtz/ΣEt)', () => {
    const ply = (thicknessMm: number, modulusMpa: number): Ply => ({
      thicknessMm,
      modulusMpa,
      bendingNmm2: 0,
      couples: null,
    });
    // E·t: 20 and 15; middles at 0.2 and 0.65; axis (20·0.2 + 15·0.65) / 35 = 0.392857…
    const axis = (4 + 9.75) / 35;
    expect(bondedStiffness([ply(0.4, 50), ply(0.5, 30)])).to.be.closeTo(
      20 * (0.2 - axis) ** 2 + 15 * (0.65 - axis) ** 2,
      1e-9,
    );
    expect(bondedStiffness([])).to.equal(0);
  });

  it('a web is as thick as its mass over its density, and bends as a strip of its modulus does, E·t³/12', () => {
    const w = web({ form: 'film', massGsm: 95 });
    const t = 95 / ADHESIVE.densityKgM3.value;
    expect(webPly(w).thicknessMm).to.be.closeTo(t, 1e-12);
    expect(webPly(w).bendingNmm2).to.be.closeTo((WEB_MODULUS_MPA.film.value * t ** 3) / 12, 1e-12);
    expect(t).to.be.within(0.085, 0.12);
  });

  it('webs are counted between cloths only: on no ground the lowest has none, wrong side up none on top', () => {
    const p = project([piece('a', square(100)), piece('b', square(60), at(20, 20))]);
    const { pile } = layDown(p);
    const count = (ground: boolean, faceDown: boolean): [number, number] => {
      const map = stackMap(ground ? cotton() : null, pile, () => ({ fabric: cotton(), web: web(), faceDown }));
      const both = map.stacks.find((s) => s.pieceIds.length === 2)!;
      return [both.cloths, both.webs];
    };
    expect(count(true, false)).to.deep.equal([3, 2]);
    expect(count(false, false)).to.deep.equal([2, 1]);
    expect(count(false, true)).to.deep.equal([2, 1]);
    expect(count(true, true)).to.deep.equal([3, 1]);
  });

  it('is told against the bare ground, and its thickness is that of all its layers', () => {
    const p = project([piece('a', square(100))]);
    const map = stackMap(cotton({ thicknessMm: 0.3 }), layDown(p).pile, () => ({
      fabric: cotton({ thicknessMm: 0.2 }),
      web: web(),
    }));
    const [stack] = map.stacks.filter((s) => s.pieceIds.length === 1);
    expect(stack!.thicknessMm).to.be.closeTo(0.5 + webPly(web()).thicknessMm, 1e-9);
    const bare = stackMap(cotton(), layDown(p).pile, () => ({ fabric: cotton(), web: null }));
    expect(bare.highest).to.equal(null);
  });

  it('the stiffest place counts from 5 mm of width on', () => {
    const place = (wide: number): string => {
      const p = project([piece('a', square(100)), piece('strip', `M0 0H80V${wide}H0Z`, at(10, 10))]);
      const map = stackMap(cotton(), layDown(p).pile, () => ({ fabric: cotton(), web: web() }));
      return map.stacks[map.highest!.stack]!.pieceIds.join();
    };
    expect(place(5.4)).to.equal('a,strip');
    expect(place(4.6)).to.equal('a');
  });
});

describe('layer, by hand: what shows through', () => {
  const white = cotton({ id: 'white', colour: '#f4f4f0', opacity: 0.8 });
  const navy = cotton({ id: 'navy', colour: '#14213d', opacity: 0.8 });
  const fabricOf = (id: string) => (id === 'low' ? navy : white);

  it('what the cloth does not hide, it lets through; a stack is laid from the ground up', () => {
    expect(throughCloth(white)).to.be.closeTo(0.2, 1e-12);
    expect(colourOfStack([navy, white], '#ffffff')).to.equal(overCloth(white, overCloth(navy, '#ffffff')));
    expect(colourOfStack([], '#123456')).to.equal('#123456');
  });

  it('a darker piece shows where it does not lie beneath all of the upper one; a paler one never', () => {
    const shadow = (areaMm2: number, whole: number, f = fabricOf): number =>
      shadowsOf([over('low', 'up', areaMm2)], f, '#ffffff', () => whole).length;
    expect(shadow(500, 1000)).to.equal(1);
    // All but 99 mm², all but 101 mm².
    expect(shadow(901, 1000)).to.equal(0);
    expect(shadow(899, 1000)).to.equal(1);
    expect(shadow(500, 1000, (id) => (id === 'low' ? white : navy))).to.equal(0);
    // Told with the difference that the two colours make.
    const [told] = shadowsOf([over('low', 'up', 500)], fabricOf, '#ffffff', () => 1000);
    expect(told!.deltaE).to.be.closeTo(deltaE(overCloth(white, navy.colour), overCloth(white, '#ffffff')), 1e-12);
    expect(told!.deltaE).to.be.above(COLOUR_LIMITS.shadow.value);
  });

  it('a shadow counts from a difference of 4 on', () => {
    const told = (opacity: number): { n: number; d: number } => {
      const upper = cotton({ id: 'upper', colour: '#f4f4f0', opacity });
      const d = deltaE(overCloth(upper, navy.colour), overCloth(upper, '#ffffff'));
      const n = shadowsOf(
        [over('low', 'up', 500)],
        (id) => (id === 'low' ? navy : upper),
        '#ffffff',
        () => 1000,
      ).length;
      return { n, d };
    };
    let near = 0;
    for (let k = 0; k <= 60; k++) {
      const { n, d } = told(0.7 + k * 0.005);
      expect(n, `ΔE ${d}`).to.equal(d > 4 ? 1 : 0);
      if (Math.abs(d - 4) < 1.5) near += 1;
    }
    expect(near).to.be.above(3);
  });

  it('a piece is greyed by what lies beneath most of it, where 100 mm² of it are seen', () => {
    const told = (side: number): string | null | undefined => {
      const thin = cotton({ id: 'white', colour: '#f4f4f0', opacity: 0.5 });
      const p = project(
        [
          piece('low', square(60), { fabricId: 'navy' }),
          piece('up', square(side), { ...at(10, 10), fabricId: 'white' }),
        ],
        {
          fabrics: [cotton(), thin, navy],
        },
      );
      return greyed(layDown(p).articles[0]!, lookup(p)).find((g) => g.id === 'up')?.by;
    };
    expect(told(30)).to.equal('low');
    expect(told(10.2)).to.equal('low');
    expect(told(9.8)).to.equal(undefined);
  });

  it('what greys a piece is what lies beneath where it is seen, not beneath what covers it', () => {
    const thin = cotton({ id: 'white', colour: '#f4f4f0', opacity: 0.5 });
    const by = (capAt: number): string | null | undefined => {
      const p = project(
        [
          piece('low', 'M0 0H30V60H0Z', { fabricId: 'navy' }),
          piece('up', square(60), { fabricId: 'white' }),
          piece('cap', 'M0 0H31V60H0Z', { ...at(capAt), fabricId: 'navy' }),
        ],
        { fabrics: [cotton(), thin, navy, cotton({ id: 'pale', colour: '#ffffff' })], ground: { fabricId: 'pale' } },
      );
      return greyed(layDown(p).articles[0]!, lookup(p)).find((g) => g.id === 'up')?.by;
    };
    expect(by(30)).to.equal('low');
    expect(by(0)).to.equal(undefined);
  });

  it('cloths that would do differ by 12 from every neighbour, the clearest first', () => {
    const greys = [40, 70, 100, 130, 160, 190, 220].map((v) =>
      cotton({ id: `g${v}`, colour: `#${v.toString(16).padStart(2, '0').repeat(3)}` }),
    );
    const neighbours = ['#808080', '#303030'];
    const least = (c: string): number => Math.min(...neighbours.map((n) => deltaE(c, n)));
    const picked = fabricsThatWork(greys, neighbours);
    expect(picked.map((f) => f.id)).to.deep.equal(
      greys
        .filter((f) => least(f.colour) >= 12)
        .sort((a, b) => least(b.colour) - least(a.colour))
        .map((f) => f.id),
    );
    expect(picked.length).to.be.within(2, greys.length - 2);
  });
});

describe('facing, by hand: routes', () => {
  it('each comes out reversed or not, and is drawn on a liner or not (handbook: the table of ways)', () => {
    const table = Object.entries(ROUTE_FACTS).map(([route, f]) => [
      route,
      reversedBy(f.contacts),
      f.needsLiner,
      f.drawnOn,
    ]);
    expect(table).to.deep.equal([
      ['trace-on-liner', true, true, 'liner'],
      ['template-on-liner', true, true, 'liner'],
      ['template-right-side', false, false, 'right side'],
      ['cut-from-print', false, false, 'right side'],
      ['cutter-fabric-up', false, false, 'cutting mat'],
      ['cutter-liner-up', true, true, 'cutting mat'],
      ['web-on-right-side', false, true, 'liner'],
    ]);
  });
});

describe('facing, by hand: traced shapes', () => {
  const FLAG = 'M0 0L60 12L0 45L14 22Z';
  const expected = [{ pieceId: 'flag', outline: FLAG }];
  const judged = (outline: string) => judgeTracing(regionOf(outline), expected);

  it('right or reversed at any turn, with its scale', () => {
    for (const deg of [0, 7, 95, 181, 290]) {
      expect(judged(transformPath(FLAG, rotation(deg))), `${deg}`).to.include({ verdict: 'right', pieceId: 'flag' });
      expect(judged(transformPath(turnedOver(FLAG), rotation(deg))).verdict, `${deg}`).to.equal('reversed');
    }
    expect(judged(transformPath(FLAG, scaling(0.97))).scale).to.be.closeTo(0.97, 1e-6);
    expect(judged(transformPath(FLAG, rotation(40))).likeness).to.be.above(0.95);
  });
  it('of six tenths to sixteen tenths of its size it may be the piece; beyond, it is none', () => {
    for (const [k, is] of [
      [0.62, true],
      [0.58, false],
      [1.55, true],
      [1.65, false],
    ] as const)
      expect(judged(transformPath(FLAG, scaling(k))).pieceId, `${k}`).to.equal(is ? 'flag' : null);
  });
  it('what is its own mirror image is either; what is like nothing is wrong', () => {
    const oval = 'M0 20C0 -5 60 -5 60 20C60 45 0 45 0 20Z';
    expect(judgeTracing(regionOf(oval), [{ pieceId: 'oval', outline: oval }]).verdict).to.equal('either');
    expect(judged('M0 0H90V8H8V90H0Z')).to.include({ verdict: 'wrong', pieceId: null });
  });
  it('specks up to 6 mm are left out, and so is what fills a hole; what is drawn within one is a shape', () => {
    const frame = 'M0 0H80V60H0ZM15 15V45H65V15Z';
    const inside = 'M15 15H65V45H15Z';
    const small = 'M30 22H50V38H30Z';
    const count = (...outlines: string[]): number =>
      judgeSheet(
        outlines.map((o) => regionOf(o)),
        expected,
      ).length;
    expect(count('M0 0H5.9V5.9H0Z')).to.equal(0);
    expect(count('M0 0H6.2V2H0Z')).to.equal(1);
    expect(count(frame, inside)).to.equal(1);
    expect(count(frame, small)).to.equal(2);
    expect(count(frame)).to.equal(1);
    expect(judgeSheet([[]], expected)).to.deep.equal([]);
  });
  it('mirror twins are as large to 1 %, and lie on one another to 97 %', () => {
    const tracing = (pieceId: string, outline: string, code = 'reversed', areaMm2 = 1000) => ({
      pieceId,
      outline,
      code,
      areaMm2,
      perimeterMm: 200,
      mirrored: true,
    });
    const twins = (b: string, more: { code?: string; areaMm2?: number } = {}): number =>
      mirrorTwins([tracing('a', FLAG), tracing('b', b, more.code, more.areaMm2)]).length;
    expect(mirrorTwins([tracing('a', FLAG), tracing('b', turnedOver(FLAG))])).to.deep.equal([['a', 'b']]);
    expect(twins(FLAG)).to.equal(0);
    expect(twins(turnedOver(FLAG), { code: 'no-care' })).to.equal(0);
    expect(twins(turnedOver(FLAG), { areaMm2: 1009 })).to.equal(1);
    expect(twins(turnedOver(FLAG), { areaMm2: 1012 })).to.equal(0);
  });
});

describe('units as they are told', () => {
  const unit = (more: readonly object[]) =>
    project(
      more.map((m, i) => piece(`p${i}`, square(60), { unit: 'boat', at: { xMm: 20 * i, yMm: 0, rotateDeg: 0 }, ...m })),
    );
  const told = (p: Parameters<typeof spoken>[0]) => spoken(p).snags.filter((s) => /^unit-(copies|too)/.test(s.code));
  it('copies that do not match: as many wholes as the fewest, and what is left over named', () => {
    const [s, ...rest] = told(unit([{ count: 2 }, { count: 3 }]));
    expect(rest).to.deep.equal([]);
    expect(s!.text).to.equal('2 whole units “boat” can be built: p1 (2) has copies left over.');
    expect(told(unit([{ count: 2 }, { count: 2 }]))).to.deep.equal([]);
  });
  it('one larger than the sheet it is built on, with the sheet to take', () => {
    const large = unit([{}, { at: { xMm: 300, yMm: 0, rotateDeg: 0 } }]);
    large.layering.sheet = { widthMm: 300, heightMm: 340 };
    const [s] = told(large);
    expect(s!.text).to.match(/^The unit “boat” is 36 × 6 cm; your .* is 30 × 34 cm\.$/);
    expect(s!.mend).to.match(/^Take a sheet of at least 36 × 6 cm/);
    // Turned it fits.
    large.layering.sheet = { widthMm: 100, heightMm: 360 };
    expect(told(large)).to.deep.equal([]);
  });
});
