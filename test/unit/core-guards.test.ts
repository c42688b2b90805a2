import { expect } from 'chai';
import { areaMm2, boundsOf, intersection, offset, placement, regionOf, transformRegion } from '~/core/base/shape';
import { judge, RULES, situationOf, type Wish } from '~/core/choose/match';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { settle } from '~/core/cut/nest';
import { itemsOf, resizeItems } from '~/core/intake/arrange';
import { FACES, setWord } from '~/core/intake/lettering';
import { NO_WANTS, newWord, type RuleCode, USUAL_SCHOOLS, type Web, type Word } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { COLOUR_LIMITS, HAND_LIMIT, suggestOrder } from '~/core/lay/layer';
import { planProject, planWithPicture } from '~/core/plan';
import { tileDrawing } from '~/core/print/sheet';
import { sweep } from '../cases';
import { shipped } from './faces';
import { cotton, piece, project, square, wish } from './helpers';

// What mutation testing found unnoticed: each of these fails when the figure or comparison it names is changed.

const at = (xMm: number, yMm = 0) => ({ at: { xMm, yMm, rotateDeg: 0 } });

describe('layer: limits are where they say', () => {
  it('a place is too stiff from just above what the hand bears, and not before', () => {
    const seen: [number, boolean][] = [];
    for (let n = 1; n <= 7; n++) {
      const p = project(Array.from({ length: n }, (_, i) => piece(`p${i}`, square(60))));
      p.intent.hand = 'soft';
      p.layering.underlapMm = 50;
      const { plan, picture } = planWithPicture(p);
      const { stack } = picture.articles['main']!;
      seen.push([stack.stacks[stack.highest!.stack]!.stiffness, plan.snags.some((s) => s.code === 'stiff-place')]);
    }
    for (const [stiffness, told] of seen) expect(told, String(stiffness)).to.equal(stiffness > HAND_LIMIT.soft.value);
    expect(seen.some(([s]) => s > 250 && s <= 520)).to.equal(true);
    expect(seen.some(([s]) => s > 520 && s < 1100)).to.equal(true);
  });

  it('of two alike in size the darker goes over, from a difference of 15 in lightness on', () => {
    const p = project([piece('a', square(60)), piece('b', square(60), at(30))]);
    const { placed, overlaps } = layDown(p);
    const order = (a: number, b: number) => suggestOrder(placed, overlaps, [], (id) => (id === 'a' ? a : b)).join('');
    expect(order(40, 56)).to.equal('ba');
    expect(order(40, 54)).to.equal('ab');
    expect(order(56, 40)).to.equal('ab');
  });
  it('a piece a quarter larger goes beneath, whatever its colour; one a little larger does not', () => {
    const order = (side: number) => {
      const { placed, overlaps } = layDown(project([piece('a', square(60)), piece('b', square(side), at(30))]));
      return suggestOrder(placed, overlaps, [], () => 50).join('');
    };
    expect(order(68)).to.equal('ba');
    expect(order(66)).to.equal('ab');
  });

  it('what lies inside another goes on top, however the sizes are; a circle is told only when it is one', () => {
    const dot = layDown(project([piece('dot', square(10), at(25, 25)), piece('big', square(60))]));
    expect(suggestOrder(dot.placed, dot.overlaps, [], () => 50)).to.deep.equal(['big', 'dot']);
    const low = layDown(project([piece('big', square(60)), piece('dot', square(10), at(25, 25))]));
    expect(suggestOrder(low.placed, low.overlaps, [], () => 50)).to.deep.equal(['big', 'dot']);
  });

  it('edges that are lost count where they run on for 12 mm or more', () => {
    // A strip between two pieces of nearly its colour: both its long sides are lost, if they are long enough to count.
    const vanishes = (mm: number): boolean => {
      const p = project(
        [
          piece('a', square(60), at(10, 10)),
          piece('c', square(60), at(74, 10)),
          piece('b', `M0 0H4V${mm}H0Z`, { ...at(70, 30), fabricId: 'near' }),
        ],
        {
          fabrics: [cotton({ colour: '#224466' }), cotton({ id: 'near', colour: '#264869' })],
          ground: { fabricId: 'ground', widthMm: 400, heightMm: 400 },
        },
      );
      p.fabrics.push(cotton({ id: 'ground', colour: '#f0e8d8' }));
      return planProject(p).snags.some((s) => s.code === 'vanishes' && s.pieceIds.join() === 'b');
    };
    expect(vanishes(16)).to.equal(true);
    expect(vanishes(8)).to.equal(false);
    expect(COLOUR_LIMITS.vanish.value).to.equal(8);
  });
});

describe('sheet: how many pages', () => {
  const pages = (w: number, h: number): number =>
    tileDrawing({ bounds: { minX: 0, minY: 0, maxX: w, maxY: h }, lines: [], texts: [] }, 190, 250).length;
  it('one while it fits, then one more for each step of a page less its 10 mm of overlap', () => {
    expect(pages(190, 250)).to.equal(1);
    expect(pages(191, 250)).to.equal(2);
    // 190 + 180 mm are covered by two, 190 + 2 × 180 by three.
    expect(pages(370, 250)).to.equal(2);
    expect(pages(371, 250)).to.equal(3);
    expect(pages(370, 251)).to.equal(4);
    expect(pages(550, 730)).to.equal(3 * 3);
  });
});

describe('nest: a hand lays a part down', () => {
  const parts = [
    { id: 'a', outline: square(40), count: 1 },
    { id: 'b', outline: square(40), count: 1 },
  ];
  const room = { widthMm: 300, lengthMm: 600, spacingMm: 0, rotations: [0] };
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
  it('settles at the nearest free place, not at any', () => {
    // Dropped 30 mm to the right of one that lies there: 10 mm further is free; the other sides are 40 or more away.
    const right = settle(parts, [put('b', 100, 100)], put('a', 130, 100), room)!;
    expect(Math.hypot(right.xMm - 130, right.yMm - 100)).to.be.within(9.5, 13);
    const below = settle(parts, [put('b', 100, 100)], put('a', 100, 132), room)!;
    expect(Math.hypot(below.xMm - 100, below.yMm - 132)).to.be.within(7.5, 11);
  });
});

describe('lettering: words', () => {
  const word = (more: Partial<Word> = {}): Word =>
    newWord({
      id: 'w',
      articleId: 'main',
      text: 'HALO',
      faceId: 'anton',
      fabricId: 'cotton',
      size: { by: 'cap', capMm: 60 },
      gaps: 'optical',
      gapMm: 0,
      arc: null,
      at: { xMm: 20, yMm: 200, rotateDeg: 0 },
      ...more,
    });
  it('made larger, a word’s own gap grows with it, and so do cap height and arc', () => {
    const p = project([piece('l1', square(20), { wordId: 'w' }), piece('l2', square(20), { ...at(30), wordId: 'w' })]);
    p.words = [word({ gapMm: 4, arc: { radiusMm: 100, side: 'over' } })];
    resizeItems(p, itemsOf(p, ['l1', 'l2']), { x: 0, y: 0 }, 1.5);
    expect(p.words[0]).to.deep.include({ gapMm: 6, size: { by: 'cap', capMm: 90 } });
    expect(p.words[0]!.arc!.radiusMm).to.equal(150);
  });
  sweep('letters never touch: by optical gaps ink stays 7 % of the cap height apart, in every face', async () => {
    for (const { id } of FACES) {
      const set = setWord(await shipped(id), word({ text: 'LATAVO', faceId: id }));
      if (!set.ok) throw new Error(set.problem.code);
      const letters = set.word.letters.map((l) => transformRegion(regionOf(l.outline), placement(l.at)));
      for (let i = 1; i < letters.length; i++) {
        const near = offset(letters[i - 1]!, 0.07 * 60 * 0.6);
        expect(areaMm2(intersection(near, letters[i]!)), `${id} ${i}`).to.be.below(0.5);
        expect(boundsOf(letters[i]!).minX).to.be.above(boundsOf(letters[i - 1]!).minX);
      }
    }
  });
});

describe('match: each rule looks the right way', () => {
  const of = (id: string, more = {}) => fabricFrom(id, { id, name: id, ...more });
  const film = (id: string, more: Partial<Web> = {}): Web => webFrom(id, { id, name: id, ...more });
  const light = film('light-film');
  const firm = film('firm-film');
  const open = film('open-lined');
  const washed = { laundering: 'often', hand: 'medium', edge: 'none' } as const;
  type Case = [Partial<Wish>, Web];
  /** For every rule a piece and web at which it speaks, and the nearest at which it is silent. */
  const CASES: { readonly [C in RuleCode]: readonly [speaks: Case, silent: Case] } = {
    'too-hot-for-fabric': [
      [{ fabric: cotton({ maxIronC: 117 }) }, light],
      [{ fabric: cotton({ maxIronC: 118 }) }, light],
    ],
    'too-hot-for-what-lies-beneath': [
      [{ beneath: [cotton({ maxIronC: 117 })] }, light],
      [{ beneath: [cotton({ maxIronC: 118 })] }, light],
    ],
    'leaflet-hotter-than-cloth': [
      [{ fabric: cotton({ maxIronC: 149 }) }, light],
      [{ fabric: cotton({ maxIronC: 150 }) }, light],
    ],
    'little-room': [
      [{ fabric: cotton({ maxIronC: 130 }) }, light],
      [{ fabric: cotton({ maxIronC: 134 }) }, light],
    ],
    'softens-early': [
      [{}, film('low-melt-film')],
      [{ fabric: cotton({ maxIronC: 120 }) }, film('low-melt-film')],
    ],
    'spoils-what-is-bonded': [
      [{ bonded: [film('low-melt-film')] }, light],
      [{ bonded: [light] }, film('low-melt-film')],
    ],
    'cannot-be-pressed': [
      [{ pressed: () => ({ seconds: null }) }, light],
      [{ pressed: () => ({ seconds: 60 }) }, light],
    ],
    'slow-to-press': [
      [{ pressed: () => ({ seconds: 30.5 }) }, light],
      [{ pressed: () => ({ seconds: 30 }) }, light],
    ],
    'printing-not-needed': [
      [{}, film('printable-film')],
      [{ wants: { ...NO_WANTS, printLiner: true } }, film('printable-film')],
    ],
    'foil-sheet-not-needed': [
      [{}, film('foil-film')],
      [{}, film('tacky-film')],
    ],
    'adds-up': [
      [{ layers: 5 }, film('medium-film')],
      [{ layers: 4 }, film('medium-film')],
    ],
    'needs-a-liner': [
      [{}, film('open-light')],
      [{ route: 'template-right-side' }, film('open-light')],
    ],
    'goes-in-at-once': [
      [{ inFold: true }, film('open-light')],
      [{}, film('open-light')],
    ],
    'no-sheet': [
      [{ narrowMm: 21 }, film('hem-tape')],
      [{ narrowMm: 19 }, film('hem-tape')],
    ],
    'cannot-be-printed': [
      [{ wants: { ...NO_WANTS, printLiner: true } }, light],
      [{ wants: { ...NO_WANTS, printLiner: true } }, film('printable-film')],
    ],
    prints: [
      [{ wants: { ...NO_WANTS, printLiner: true } }, film('printable-film')],
      [{}, film('printable-film')],
    ],
    'cannot-be-tried': [
      [{ wants: { ...NO_WANTS, trialPlacing: true } }, light],
      [{ wants: { ...NO_WANTS, trialPlacing: true } }, film('tacky-film')],
    ],
    'sticks-and-lifts': [
      [{ wants: { ...NO_WANTS, trialPlacing: true } }, film('tacky-film')],
      [{}, film('tacky-film')],
    ],
    'tack-not-wanted': [
      [{}, film('tacky-film')],
      [{ wants: { ...NO_WANTS, trialPlacing: true } }, film('tacky-film')],
    ],
    'cannot-be-steamed': [
      [{ fabric: of('wool-felt'), schools: { ...USUAL_SCHOOLS, steam: 'steam-on-wool' } }, film('low-melt-grid')],
      [{ fabric: of('wool-felt'), schools: { ...USUAL_SCHOOLS, steam: 'steam-on-wool' } }, open],
    ],
    'clings-to-the-mat': [
      [{ route: 'cutter-fabric-up' }, film('open-light')],
      [{ route: 'cutter-liner-up' }, film('open-light')],
    ],
    'two-liners-to-peel': [
      [{}, film('tacky-film')],
      [{}, light],
    ],
    'liner-for-the-whole-cloth': [
      [{ schools: { ...USUAL_SCHOOLS, first: 'fuse-first' } }, film('open-light')],
      [{}, film('open-light')],
    ],
    'clumsy-powder': [
      [{}, film('powder')],
      [{}, light],
    ],
    'wider-than-the-roll': [
      [{ narrowMm: 433 }, light],
      [{ narrowMm: 431 }, light],
    ],
    'not-enough-left': [
      [{ fabricAreaMm2: 432_001 }, light],
      [{ fabricAreaMm2: 431_999 }, light],
    ],
    'too-little-adhesive': [
      [{ edge: 'none' }, film('open-light')],
      [{}, light],
    ],
    'right-amount': [
      [{}, light],
      [{}, film('extra-firm-film')],
    ],
    'holds-alone': [
      [{ edge: 'none' }, firm],
      [{ edge: 'none' }, light],
    ],
    'too-slight-alone': [
      [{ edge: 'none' }, light],
      [{ edge: 'none' }, firm],
    ],
    'cannot-soak-in': [
      [{ fabric: of('leather', { maxIronC: 150 }) }, open],
      [{ fabric: of('leather', { maxIronC: 150 }) }, light],
    ],
    'foil-needs-a-film': [
      [{ wants: { ...NO_WANTS, foil: true } }, open],
      [{ wants: { ...NO_WANTS, foil: true } }, firm],
    ],
    'carries-foil': [
      [{ wants: { ...NO_WANTS, foil: true } }, firm],
      [{ wants: { ...NO_WANTS, foil: true } }, light],
    ],
    'peels-in-the-wash': [
      [{ edge: 'none', intent: washed }, light],
      [{ edge: 'blanket', intent: washed }, light],
    ],
    'loosens-in-hot-water': [
      [{ intent: washed }, film('low-melt-film')],
      [{ intent: washed }, light],
    ],
    'gums-in-satin-stitch': [
      [{ edge: 'satin' }, firm],
      [{ edge: 'satin' }, light],
    ],
    'gums-the-needle': [
      [{ edge: 'blanket' }, firm],
      [{ edge: 'hand' }, firm],
    ],
    'sews-with-care': [
      [{}, film('open-heavy')],
      [{}, light],
    ],
    'sews-easily': [
      [{}, light],
      [{ edge: 'none' }, light],
    ],
    'hard-by-hand': [
      [{ edge: 'hand' }, light],
      [{ edge: 'hand' }, open],
    ],
    'passes-a-hand-needle': [
      [{ edge: 'hand' }, open],
      [{ edge: 'hand' }, light],
    ],
    'more-than-needed': [
      [{}, firm],
      [{}, light],
    ],
    'too-limp': [
      [{ intent: { ...washed, hand: 'firm' } }, light],
      [{ intent: { ...washed, hand: 'firm' } }, firm],
    ],
    'stands-like-a-board': [
      [{ intent: { ...washed, hand: 'soft' } }, firm],
      [{ intent: { ...washed, hand: 'soft' }, fabric: of('canvas') }, firm],
    ],
    'stops-the-stretch': [
      [{ fabric: of('jersey') }, light],
      [{ fabric: of('jersey') }, open],
    ],
    'gives-with-the-cloth': [
      [{ fabric: of('jersey') }, open],
      [{}, open],
    ],
    'strikes-through': [
      [{ fabric: of('lawn') }, firm],
      [{ fabric: of('denim') }, firm],
    ],
    'comes-through-the-gaps': [
      [{ fabric: of('gauze') }, light],
      [{}, light],
    ],
    'shadow-of-the-web': [
      [{ fabric: of('voile', { colour: '#fffaf0' }) }, light],
      [{ fabric: of('voile', { colour: '#203040' }) }, light],
    ],
    'shows-on-a-smooth-face': [
      [{ fabric: of('satin') }, open],
      [{}, open],
    ],
    'bubbles-under-steam': [
      [{ fabric: of('wool-felt'), schools: { ...USUAL_SCHOOLS, steam: 'steam-on-wool' } }, light],
      [{ fabric: of('wool-felt') }, light],
    ],
    'what-it-costs': [
      [{}, film('light-film', { pricePerM: 9 })],
      [{}, light],
    ],
  };
  const speaks = (code: RuleCode, [w, one]: Case): boolean => {
    const j = judge(situationOf(wish(w)), one);
    return j.forbiddenBy.some((r) => r.code === code) || j.weighed.some((r) => r.rule.code === code);
  };
  for (const code of Object.keys(CASES) as RuleCode[])
    it(code, () => {
      const [yes, no] = CASES[code];
      expect(speaks(code, yes), 'speaks').to.equal(true);
      expect(speaks(code, no), 'is silent').to.equal(false);
    });

  it('the less room, the more it costs: nothing from 15 °C on, six points at none', () => {
    const points = (maxIronC: number): number =>
      RULES['little-room'].points(situationOf(wish({ fabric: cotton({ maxIronC }) })), light);
    expect([118, 123, 128, 133].map((c) => Math.round(points(c) * 10) / 10)).to.deep.equal([6, 4, 2, 0]);
  });
  it('what speaks for a web is worth at most what decides between two that would do: ten points', () => {
    for (const rule of Object.values(RULES))
      if (rule.does === 'favours')
        for (const edge of ['none', 'hand', 'blanket'] as const)
          for (const w of [light, firm, open, film('tacky-film'), film('printable-film')])
            expect(
              rule.points(situationOf(wish({ edge, wants: { trialPlacing: true, printLiner: true, foil: true } })), w),
            ).to.be.at.most(10);
  });
  it('a price counts by what the pieces of a fabric take: half a point for each unit of money, at most six', () => {
    const points = (pricePerM: number, fabricAreaMm2: number): number =>
      RULES['what-it-costs'].points(situationOf(wish({ fabricAreaMm2 })), film('light-film', { pricePerM }));
    // 432 mm wide: a tenth of a metre is 43,200 mm².
    expect(points(40, 43_200)).to.be.closeTo((40 / 432) * 43.2 * 0.5, 1e-9);
    expect(points(400, 432_000)).to.equal(6);
  });
});
