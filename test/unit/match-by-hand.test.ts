// Choosing a web: each rule's points worked by hand at its very limits. The points are ours; the rules are common practice, no source.
import { expect } from 'chai';
import { chooseWebs, RULES, type Situation, situationOf } from '~/core/choose/match';
import type { RuleCode, Web } from '~/core/keep/model';
import { cotton, intent, web, wish } from './helpers';

/** One rule asked about one web: what is changed of a plain piece and of a light film, and what it counts. */
type Row = readonly [code: RuleCode, piece: Partial<Situation>, of: Partial<Web>, points: number];

const plain = situationOf(wish());
const leaflet = (fuseC: number, bondC: number): Pick<Web, 'leaflet'> => {
  const { leaflet: usual } = web();
  return { leaflet: { fuse: { ...usual.fuse, heatC: fuseC }, bond: { ...usual.bond, heatC: bondC } } };
};
const pressed = (seconds: number | null): Pick<Situation, 'pressed'> => ({ pressed: () => ({ seconds }) });
const layered = (hand: 'soft' | 'medium' | 'firm', layers: number): Partial<Situation> => ({
  intent: intent({ hand }),
  layers,
  wantedGsm: 20,
});
const washed = (
  laundering: 'never' | 'gentle' | 'often',
  stitch: Situation['schools']['stitch'],
): Partial<Situation> => ({
  intent: intent({ laundering }),
  schools: { ...plain.schools, stitch },
});
const cloth = (more: Partial<Situation['cloth']>): Partial<Situation> => ({ cloth: { ...plain.cloth, ...more } });
const bonded = (meltC: number, maxC: number): Partial<Situation> => ({ bonded: [web({ meltC, maxC })] });
const stock = (stockMm: number, offcuts: readonly [number, number, number][] = []): Partial<Web> => ({
  stockMm,
  widthMm: 300,
  offcuts: offcuts.map(([widthMm, heightMm, count]) => ({ widthMm, heightMm, count, outline: null })),
});

// A light film melts at 105 °C and flows at 115.
const ROWS: readonly Row[] = [
  ['too-hot-for-fabric', { fabric: cotton({ maxIronC: 116 }) }, {}, -1],
  ['too-hot-for-fabric', { fabric: cotton({ maxIronC: 113 }) }, {}, 2],
  ['too-hot-for-what-lies-beneath', { beneath: [cotton(), cotton({ maxIronC: 114 })] }, {}, 1],
  ['too-hot-for-what-lies-beneath', { beneath: [cotton(), cotton({ maxIronC: 115 })] }, {}, 0],
  ['leaflet-hotter-than-cloth', { limitC: 150 }, leaflet(150, 140), 0],
  ['leaflet-hotter-than-cloth', { limitC: 150 }, leaflet(140, 160), 6],
  ['leaflet-hotter-than-cloth', { limitC: 150 }, leaflet(230, 140), 14],
  ['little-room', { limitC: 114 }, {}, 0],
  ['little-room', { limitC: 115 }, {}, 6],
  ['little-room', { limitC: 125 }, {}, 2],
  ['little-room', { limitC: 130 }, {}, 0],
  ['softens-early', {}, { meltC: 94 }, 5],
  ['softens-early', {}, { meltC: 95 }, 0],
  ['spoils-what-is-bonded', bonded(100, 114), {}, 12],
  ['spoils-what-is-bonded', bonded(89, 150), {}, 3],
  ['spoils-what-is-bonded', bonded(90, 150), {}, 0],
  ['cannot-be-pressed', pressed(null), {}, 1],
  ['cannot-be-pressed', pressed(9), {}, 0],
  ['slow-to-press', pressed(30), {}, 0],
  ['slow-to-press', pressed(40), {}, 5.5],
  ['not-enough-left', { fabricAreaMm2: 60_000 }, stock(200), 0],
  ['not-enough-left', { fabricAreaMm2: 60_001 }, stock(200), 12],
  ['not-enough-left', { fabricAreaMm2: 60_001 }, stock(0), 12],
  ['not-enough-left', { fabricAreaMm2: 60_000 }, stock(100, [[100, 100, 3]]), 0],
  ['wider-than-the-roll', { narrowMm: 301 }, { widthMm: 300 }, 5],
  ['wider-than-the-roll', { narrowMm: 300 }, { widthMm: 300 }, 0],
  ['wider-than-the-roll', { narrowMm: 301 }, { widthMm: 300, form: 'tape' }, 0],
  ['no-sheet', { narrowMm: 26 }, { widthMm: 25, form: 'tape' }, 1],
  ['no-sheet', { narrowMm: 25 }, { widthMm: 25, form: 'tape' }, 0],
  ['too-little-adhesive', { wantedGsm: 30 }, { massGsm: 20 }, 9],
  ['too-little-adhesive', { wantedGsm: 23.9 }, { massGsm: 20 }, 0],
  ['right-amount', { wantedGsm: 25.9 }, { massGsm: 20 }, 3],
  ['right-amount', { wantedGsm: 26 }, { massGsm: 20 }, 0],
  ['right-amount', { wantedGsm: 14 }, { massGsm: 20 }, 0],
  ['holds-alone', {}, { massGsm: 60 }, 6],
  ['holds-alone', {}, { massGsm: 20 }, 0],
  ['too-slight-alone', {}, { massGsm: 60 }, 0],
  ['too-slight-alone', {}, { massGsm: 20 }, 5],
  ['too-slight-alone', {}, { massGsm: 60, form: 'open' }, 12],
  ['carries-foil', {}, { massGsm: 20, liners: 1 }, 0],
  ['carries-foil', {}, { massGsm: 20, liners: 2 }, 6],
  ['carries-foil', {}, { massGsm: 60, liners: 1 }, 6],
  ['peels-in-the-wash', washed('gentle', 'film-alone'), { massGsm: 20 }, 10],
  ['peels-in-the-wash', washed('often', 'film-alone'), { massGsm: 60 }, 0],
  ['peels-in-the-wash', washed('often', 'stitch-if-washed'), { massGsm: 60 }, 4.5],
  ['loosens-in-hot-water', washed('often', 'stitch-if-washed'), { meltC: 94 }, 18],
  ['loosens-in-hot-water', washed('often', 'stitch-if-washed'), { meltC: 95 }, 0],
  ['sews-with-care', { edge: 'satin' }, { sewing: 'with-care' }, 10],
  ['sews-with-care', { edge: 'blanket' }, { sewing: 'with-care' }, 5],
  ['hard-by-hand', {}, { sewing: 'avoid', form: 'open' }, 30],
  ['hard-by-hand', {}, { sewing: 'easy', form: 'film' }, 10],
  ['hard-by-hand', {}, { sewing: 'easy', form: 'open' }, 0],
  ['passes-a-hand-needle', {}, { sewing: 'easy', form: 'open' }, 5],
  ['passes-a-hand-needle', {}, { sewing: 'avoid', form: 'open' }, 0],
  ['more-than-needed', layered('soft', 2), { massGsm: 30 }, 11],
  ['more-than-needed', layered('medium', 2), { massGsm: 30 }, 7],
  ['more-than-needed', layered('firm', 2), { massGsm: 30 }, 2],
  ['more-than-needed', layered('medium', 4), { massGsm: 30 }, 9.1],
  ['more-than-needed', layered('medium', 1), { massGsm: 23.9 }, 0],
  ['adds-up', { layers: 6 }, { massGsm: 28 }, 2.4],
  ['adds-up', { layers: 6 }, { massGsm: 10 }, 0],
  ['stands-like-a-board', {}, { massGsm: 28 }, 3],
  ['stands-like-a-board', {}, { massGsm: 28, form: 'open' }, 0],
  ['stops-the-stretch', { stretchPercent: 20 }, {}, 6],
  ['stops-the-stretch', { stretchPercent: 90 }, {}, 9],
  ['stops-the-stretch', { stretchPercent: 20 }, { form: 'open' }, 0],
  ['strikes-through', { hidesGsm: 20 }, { massGsm: 30 }, 11],
  ['strikes-through', { hidesGsm: 30 }, { massGsm: 30 }, 0],
  ['comes-through-the-gaps', {}, { massGsm: 22 }, 5],
  ['shadow-of-the-web', cloth({ opacity: 0.5 }), { massGsm: 20 }, 2.3],
  ['shows-on-a-smooth-face', cloth({ hard: false }), { form: 'open' }, 5],
  ['shows-on-a-smooth-face', cloth({ hard: true }), { form: 'open', massGsm: 60 }, 4],
  ['shows-on-a-smooth-face', cloth({ hard: true }), { form: 'open', massGsm: 20 }, 0],
  ['what-it-costs', { fabricAreaMm2: 90_000 }, { pricePerM: 6, widthMm: 300 }, 0.9],
  ['what-it-costs', { fabricAreaMm2: 9_000_000 }, { pricePerM: 6, widthMm: 300 }, 6],
  ['what-it-costs', { fabricAreaMm2: 90_000 }, { pricePerM: null }, 0],
];

describe('match, by hand', () => {
  for (const [i, [code, piece, of, points]] of ROWS.entries())
    it(`${code} counts ${points} (${i + 1})`, () => {
      expect(RULES[code].points({ ...plain, ...piece }, web(of))).to.be.closeTo(points, 1e-9);
    });

  it('rules look only at the pieces they are for', () => {
    const looks = (code: RuleCode, piece: Partial<Situation>): boolean =>
      RULES[code].when?.({ ...plain, ...piece }) ?? true;
    const edges = { blanket: 'blanket', satin: 'satin', hand: 'hand', none: 'none' } as const;
    for (const code of ['holds-alone', 'too-slight-alone'] as const) {
      expect(looks(code, { edge: edges.none })).to.equal(true);
      expect(looks(code, { edge: edges.satin })).to.equal(false);
    }
    expect(looks('gums-in-satin-stitch', { edge: edges.satin })).to.equal(true);
    expect(looks('gums-in-satin-stitch', { edge: edges.blanket })).to.equal(false);
    expect(looks('gums-the-needle', { edge: edges.satin })).to.equal(false);
    expect(looks('gums-the-needle', { edge: edges.blanket })).to.equal(true);
    expect(looks('hard-by-hand', { edge: edges.hand })).to.equal(true);
    expect(looks('peels-in-the-wash', { edge: edges.none, intent: intent({ laundering: 'never' }) })).to.equal(false);
    expect(looks('peels-in-the-wash', { edge: edges.none, intent: intent({ laundering: 'gentle' }) })).to.equal(true);
    expect(looks('adds-up', { layers: 4 })).to.equal(false);
    expect(looks('adds-up', { layers: 5 })).to.equal(true);
    expect(looks('adds-up', { layers: 5, intent: intent({ hand: 'firm' }) })).to.equal(false);
    expect(looks('stops-the-stretch', { stretchPercent: 11.9 })).to.equal(false);
    expect(looks('stops-the-stretch', { stretchPercent: 12 })).to.equal(true);
    const pale = { ...cloth({ opacity: 0.65 }), lightness: 71 };
    expect(looks('shadow-of-the-web', pale)).to.equal(true);
    expect(looks('shadow-of-the-web', { ...pale, lightness: 70 })).to.equal(false);
    expect(looks('shadow-of-the-web', { ...pale, ...cloth({ opacity: 0.67 }) })).to.equal(false);
  });

  it('the only one of several that can be used is told as that; where there is but one, or one was wished for, not', () => {
    const told = (webs: readonly Web[], overruledWith: string | null = null): boolean =>
      chooseWebs([wish({ fabric: cotton({ maxIronC: 130 }), overruledWith })], webs)[0]!.reasons.some(
        (r) => r.code === 'only-one',
      );
    const [cool, hot, cooler] = [web(), web({ id: 'hot', meltC: 150 }), web({ id: 'cooler', meltC: 100 })];
    expect(told([cool, hot])).to.equal(true);
    expect(told([cool])).to.equal(false);
    expect(told([cool, hot, cooler])).to.equal(false);
    expect(told([cool, hot], 'web')).to.equal(false);
  });
});
