import { expect } from 'chai';
import fc from 'fast-check';
import { regionOf } from '~/core/base/shape';
import { fabricFrom, hidesGsm, webFrom, webKindOf } from '~/core/choose/material';
import {
  contactM2KW,
  coolingS,
  dialFor,
  leanAt,
  type PressAsk,
  type PressColumn,
  placementPlan,
  plugFor,
  remediesFor,
  resetS,
  runAt,
  sameHeat,
  settingFor,
  simulate,
  soleplateAt,
  stackOf,
  strikeDepthMm,
  viscosityPaS,
  wettingMm2S,
  windowOf,
  windowOver,
  windowsIn,
} from '~/core/choose/press';
import { heldShare } from '~/core/choose/press/column';
import type { Fabric, Iron } from '~/core/keep/model';
import { columnsOn, cotton, iron, pressAsk, square, web } from './helpers';

// What each figure of the press does: a margin that is not kept, a share that is not halved, a guard that lets through.

const bench = { cover: 'none', surface: 'ironing-board', coverId: null, surfaceId: null } as const;
const ask = pressAsk;
const dial = (...marks: number[]): Iron['dial'] => marks.map((measuredC, i) => ({ mark: String(i + 1), measuredC }));

describe('press: guards', () => {
  it('an iron whose lowest mark is more than a swing of 8 °C above the limit is not used; at 8 °C it is', () => {
    const at = (lowest: number) =>
      settingFor(ask({ fabric: cotton({ maxIronC: 140 }), iron: iron({ dial: dial(lowest, 190) }) }));
    expect(at(148).stop).to.equal(null);
    expect(at(149).stop).to.deep.include({ code: 'iron-too-hot', lowestC: 149, limitC: 140 });
  });
  it('an iron that does not reach 10 °C above the melting point is too cool; one that does is not', () => {
    const at = (highest: number) =>
      settingFor(ask({ web: web({ meltC: 120 }), iron: iron({ dial: dial(90, highest) }) }));
    expect(at(129).stop?.code).to.equal('iron-too-cool');
    expect(at(131).stop?.code).to.not.equal('iron-too-cool');
  });
  it('a cloth that bears 10 °C more than the melting point may be pressed; 1 °C less stops it', () => {
    const at = (maxIronC: number) =>
      settingFor(ask({ fabric: cotton({ maxIronC }), web: web({ meltC: 120 }) })).stop?.code;
    expect(at(129)).to.equal('melts-above-limit');
    expect(at(130)).to.not.equal('melts-above-limit');
  });
  it('steam to fuse is never; a damp cloth scalds', () => {
    expect(settingFor(ask({ bench: { ...bench, cover: 'damp-cloth' } })).cautions.map((c) => c.code)).to.include(
      'steam',
    );
    expect(settingFor(ask()).cautions.map((c) => c.code)).to.not.include('steam');
  });
  it('more than 180 °C is told of, 180 is not', () => {
    const at = (heatC: number) =>
      settingFor(
        ask({
          web: web({
            maxC: 300,
            leaflet: { fuse: { heatC, dwellS: 5, steam: false }, bond: { heatC, dwellS: 5, steam: false } },
          }),
          fabric: cotton({ maxIronC: 250 }),
          onto: [cotton({ maxIronC: 250 })],
          iron: iron({ dial: dial(100, 240) }),
        }),
      ).cautions.map((c) => c.code);
    expect(at(180)).to.not.include('hot');
    expect(at(182)).to.include('hot');
  });
});

describe('press: margins', () => {
  /** A leaflet far off our window, so that our seconds rule. */
  const ours = (dwellS: number, more: Partial<PressAsk> = {}) => {
    const w = web({
      leaflet: { fuse: { heatC: 150, dwellS, steam: false }, bond: { heatC: 150, dwellS, steam: false } },
    });
    const r = ask({ web: w, ...more });
    return { setting: settingFor(r), r };
  };
  it('our seconds are a tenth past what the cold end of the dial needs, to what a person counts', () => {
    for (const fabric of [
      cotton(),
      cotton({ thicknessMm: 0.6, massGsm: 250 }),
      fabricFrom('linen', { id: 'l', name: '' }),
    ]) {
      const { setting, r } = ours(0.5, { fabric });
      const cold = windowOf(runAt(r, setting.heat.soleplateC - setting.unsureC))!.minS;
      expect(setting.leaflet.rules).to.equal(false);
      expect(setting.dwell.seconds).to.be.within(1.1 * cold - 0.001, 1.1 * cold + 1);
    }
  });
  it('a leaflet that is too long for the hot end of the dial is kept a tenth below its harm', () => {
    const { setting, r } = ours(55, { fabric: fabricFrom('lawn', { id: 'l', name: '' }) });
    const hot = runAt(r, setting.heat.soleplateC + setting.unsureC).harm!.atS;
    expect(setting.leaflet.rules).to.equal(false);
    expect(setting.dwell.seconds).to.be.within(hot / 1.1 - 1, hot / 1.1 + 0.5);
  });
  it('over several piles the seconds are the intersection, and the slowest decides', () => {
    const thick = [
      cotton({ id: 'g' }),
      fabricFrom('flannel', { id: 'f', name: '' }),
      fabricFrom('flannel', { id: 'f2', name: '' }),
    ];
    const thin = [cotton({ id: 'g' })];
    const each = [thin, thick].map((onto) => windowOf(runAt(ask({ onto }), 150))!);
    const { window, deciding } = windowOver(ask(), columnsOn(ask(), [thin, thick]), 150);
    expect(window!.minS).to.equal(Math.max(...each.map((w) => w.minS)));
    expect(window!.maxS).to.equal(Math.min(...each.map((w) => w.maxS)));
    expect(deciding).to.equal(each[0]!.minS > each[1]!.minS ? 0 : 1);
  });
});

describe('press: formulas, with the numbers worked by hand', () => {
  it('a web touches its neighbours all over once it softens: its contacts count half a cloth’s, and only its', () => {
    const { contactsM2KW, bonds } = stackOf(ask(), 2);
    const at = bonds[0]!;
    const cloth = contactM2KW('cloth', 2);
    contactsM2KW.forEach((c, i) => {
      expect(c, String(i)).to.be.closeTo(i === at || i === at - 1 ? cloth / 2 : cloth, 1e-12);
    });
    expect(contactM2KW('cloth', 1)).to.be.closeTo(0.0004, 1e-12);
    expect(contactM2KW('plate', 1)).to.be.closeTo(0.0006, 1e-12);
    // R = R₁·P^−0.4, and never less pressure than the layer's own mass.
    expect(contactM2KW('plate', 10) / contactM2KW('plate', 1)).to.be.closeTo(10 ** -0.4, 1e-9);
    expect(contactM2KW('cloth', 0)).to.equal(contactM2KW('cloth', 0.15));
  });
  it('Washburn: r²·(2γcosθ/r + P)/(4η)', () => {
    const { flow } = webKindOf(web());
    const [r, kPa, eta] = [0.02, 3, 250];
    const capillary = (2 * 0.032 * 0.9) / 2e-5;
    expect(wettingMm2S(flow, r, kPa, eta)).to.be.closeTo((r * r * (capillary + 3000)) / (4 * eta), 1e-12);
    expect(wettingMm2S(flow, r, kPa, Number.POSITIVE_INFINITY)).to.equal(0);
  });
  it('Arrhenius: at the reference the reference, by exp(E/R·(1/T − 1/T₀)) elsewhere, and thicker through the melting range', () => {
    const { flow } = webKindOf(webFrom('light-film', { id: 'l', name: '' }));
    const well = 60;
    expect(viscosityPaS(flow, well, 130)).to.be.closeTo(320, 1e-9);
    const times = Math.exp((60_000 / 8.314462618) * (1 / 433.15 - 1 / 403.15));
    expect(viscosityPaS(flow, well, 160)).to.be.closeTo(320 * times, 1e-6);
    expect(viscosityPaS(flow, 124, 130) / viscosityPaS(flow, well, 130)).to.be.closeTo(4, 1e-9);
    expect(viscosityPaS(flow, 130, 130)).to.equal(Number.POSITIVE_INFINITY);
  });
  it('adhesive shows a tenth past the cloth, deeper the scarcer it is, at most six times', () => {
    const f = cotton({ massGsm: 100, thicknessMm: 0.3 });
    expect(hidesGsm(f)).to.be.closeTo(36, 1e-9);
    const at = (massGsm: number) => strikeDepthMm(f, web({ massGsm }), 0.3);
    expect(at(40)).to.be.closeTo(0.33, 1e-9);
    expect(at(36)).to.be.closeTo(0.33, 1e-9);
    expect(at(24)).to.be.closeTo(0.3 * (1.1 + 2.5 * 0.5), 1e-9);
    expect(at(2)).to.be.closeTo(1.8, 1e-9);
  });
  it('a dial between its marks: monotone cubic through 100, 150, 180 (Fritsch & Carlson 1980, worked by hand)', () => {
    // Slopes 50, 40, 30; halfway by Hermite: (100 + 150)/2 + (50 − 40)/8 and (150 + 180)/2 + (40 − 30)/8.
    expect(soleplateAt([100, 150, 180], 0.5)).to.be.closeTo(126.25, 1e-9);
    expect(soleplateAt([100, 150, 180], 1.5)).to.be.closeTo(166.25, 1e-9);
    // A flat stretch stays flat, and no hump comes before it.
    for (let k = 0; k <= 20; k++) expect(soleplateAt([100, 150, 150], k / 10)).to.be.within(100, 150);
  });
  it('between marks a dial is the less sure the farther from both: 8 °C at a mark, 11 halfway', () => {
    const i = iron({ dial: dial(100, 160) });
    expect(dialFor(i, 130).unsureC).to.be.closeTo(11, 0.01);
    expect(dialFor(i, 103).unsureC).to.equal(8);
    expect(dialFor(i, 107).unsureC).to.be.within(8.5, 9);
  });
  it('a dial reaches a swing of 8 °C beyond its last mark and short of its first, no further', () => {
    const i = iron({ dial: dial(100, 160) });
    for (const c of [92, 100, 155, 160, 168]) expect(dialFor(i, c).problem, String(c)).to.equal(null);
    expect(dialFor(i, 169)).to.deep.include({ place: { at: '2' }, unsureC: 8 });
    expect(dialFor(i, 169).problem).to.deep.include({ code: 'dial-out-of-reach', mark: '2', markC: 160, wantedC: 169 });
    expect(dialFor(i, 91)).to.deep.include({ place: null, unsureC: 8 });
    expect(dialFor(i, 91).problem).to.deep.include({ code: 'dial-out-of-reach', mark: '1', markC: 100, wantedC: 91 });
  });
  it('the heat is a whole degree, never below what the web flows at', () => {
    // It flows 10 °C above its melting point, and a thick cloth is pressed no hotter than it must.
    for (const meltC of [134.1, 134.4, 134.6, 134.9])
      expect(
        settingFor(ask({ fabric: cotton({ maxIronC: 150, thicknessMm: 2 }), web: web({ meltC }) })).heat.soleplateC,
        String(meltC),
      ).to.equal(145);
  });
  it('a plug is as thick as the frame stands above its window, to a tenth, from 0.8 mm on; only windows wider than 15 mm count', () => {
    expect(plugFor(1.76, 0.5)).to.deep.equal({ code: 'plug', thicknessMm: 1.3 });
    expect(plugFor(1.3, 0.5)).to.deep.equal({ code: 'plug', thicknessMm: 0.8 });
    expect(plugFor(1.2, 0.5)).to.equal(null);
    const framed = (hole: number) => regionOf(`M0 0H80V80H0ZM20 20V${20 + hole}H${20 + hole}V20Z`);
    expect(windowsIn(framed(14))).to.have.length(0);
    expect(windowsIn(framed(17))).to.have.length(1);
  });
});

describe('press: what is told', () => {
  it('the window is rounded outwards to a tenth, the seconds to halves up to ten and to whole ones beyond', () => {
    const w = web({
      leaflet: { fuse: { heatC: 150, dwellS: 0.5, steam: false }, bond: { heatC: 150, dwellS: 0.5, steam: false } },
    });
    for (const thicknessMm of [0.25, 0.35, 0.45, 0.55, 0.7, 0.9]) {
      const r = ask({ web: w, fabric: cotton({ thicknessMm, massGsm: thicknessMm * 460 }) });
      const { dwell, heat } = settingFor(r);
      const window = windowOf(runAt(r, heat.soleplateC))!;
      expect(window.minS - dwell.minS).to.be.within(0, 0.1);
      expect(dwell.maxS - window.maxS).to.be.within(0, 0.1);
      const step = dwell.seconds < 10 ? 0.5 : 1;
      expect(Math.abs(dwell.seconds / step - Math.round(dwell.seconds / step)), String(dwell.seconds)).to.be.below(
        1e-9,
      );
    }
  });
  it('fused from the cloth, a slow press is offered the liner’s side; from the liner, and to bond, it is not', () => {
    const felt = fabricFrom('wool-felt', { id: 'w', name: '', maxIronC: 200 });
    const slow = ask({ stage: 'fuse', onto: [], fabric: felt, web: webFrom('medium-film', { id: 'm', name: '' }) });
    const codes = (r: ReturnType<typeof pressAsk>) => remediesFor(r, 150, null).map((m) => m.code);
    expect(codes(ask({ ...slow, side: 'cloth' }))).to.include('through-liner');
    expect(codes(ask({ ...slow, side: 'liner' }))).to.not.include('through-liner');
    expect(codes(ask({ side: 'cloth' }))).to.not.include('through-liner');
  });
  it('only what helps by a tenth or more is offered as quicker', () => {
    const r = ask({ bench: { ...bench, cover: 'press-cloth' } });
    const now = windowOf(runAt(r, 150))!;
    for (const m of remediesFor(r, 150, now)) expect(m.minS, m.code).to.be.below(now.minS * 0.9);
    const bare = ask();
    expect(remediesFor(bare, 150, windowOf(runAt(bare, 150))).map((m) => m.code)).to.not.include('bare');
  });
  it('a section lies layer under layer, from the soleplate down', () => {
    const { section } = runAt(ask(), 150, { sectionAtS: 3 });
    section.forEach((l, i) => {
      const above = section[i - 1];
      expect(l.topMm).to.be.closeTo(above ? above.topMm + above.thicknessMm : 0, 1e-9);
    });
  });
  it('a lean is told by what it feels like: rest to 0.8 kPa, lightly to 3, firmly to 8', () => {
    expect([0.8, 0.81, 3, 3.1, 8, 8.1].map(leanAt)).to.deep.equal([
      'rest',
      'lightly',
      'lightly',
      'firmly',
      'firmly',
      'full',
    ]);
  });
});

describe('press: the order of hands', () => {
  const flat = iron({ kind: 'heat-press', soleplate: { widthMm: 60, lengthMm: 60 } });
  it('set-downs go from the centre outwards, ring by ring', () => {
    const { footprints } = placementPlan(regionOf(square(300)), flat);
    const far = footprints.map((f) => Math.hypot(f.centre.x - 150, f.centre.y - 150));
    expect(far[0]).to.equal(Math.min(...far));
    // Never back inwards by more than a ring of six tenths of the soleplate.
    for (let i = 1; i < far.length; i++) expect(far[i]!).to.be.at.least(Math.max(...far.slice(0, i)) - 36 - 1e-6);
    expect(far.at(-1)).to.be.above(0.8 * Math.max(...far));
  });
  it('the way of holding that touches less of what is pressed already is taken, one set-down more or not', () => {
    // 160 × 100 mm under 60 × 120: held upright three set-downs, each 10 mm past the lower edge; held across four, none past it.
    const long = iron({ kind: 'heat-press', soleplate: { widthMm: 60, lengthMm: 120 } });
    const shape = regionOf('M0 0H160V100H0Z');
    expect(placementPlan(shape, long).count).to.equal(3);
    const plan = placementPlan(shape, long, regionOf('M0 104H160V120H0Z'));
    expect(plan.count).to.equal(4);
    expect(plan.footprints.filter((f) => f.touchesAvoided)).to.have.length(0);
  });
  it('an iron takes 0.8 s a degree to get hotter and 2.5 to get cooler; within 2 °C nothing is set, and before the first nothing is waited for', () => {
    expect(resetS(null, 150)).to.equal(0);
    expect(resetS(150, 160)).to.be.closeTo(8, 1e-9);
    expect(resetS(160, 140)).to.be.closeTo(50, 1e-9);
    expect([148, 152].map((c) => resetS(150, c))).to.deep.equal([0, 0]);
    expect([sameHeat(150, 152), sameHeat(150, 153)]).to.deep.equal([true, false]);
  });
  it('turned over, the work keeps its heat, the right way up', () => {
    const thick = ask({
      fabric: fabricFrom('wool-felt', { id: 'w', name: '' }),
      onto: [fabricFrom('canvas', { id: 'c', name: '' })],
      web: webFrom('firm-film', { id: 'x', name: '' }),
    });
    const as = { soleplateC: 150, kPa: 1, steam: false, untilS: 6.01, sectionAtS: 6.01 };
    const before = simulate(thick, as).section.filter((l) => ['fabric', 'web', 'onto'].includes(l.role));
    const after = simulate(thick, { ...as, turnAtS: 6 }).section.filter((l) =>
      ['fabric', 'web', 'onto'].includes(l.role),
    );
    const flat_ = (s: typeof before) => s.flatMap((l) => l.c);
    expect(after.map((l) => l.role)).to.deep.equal([...before].reverse().map((l) => l.role));
    const turned = flat_(after).reverse();
    flat_(before).forEach((c, i) => {
      // A hundredth of a second at the plate warms only the outermost cells.
      if (i > 1 && i < turned.length - 2) expect(turned[i]!, String(i)).to.be.closeTo(c, 1.5);
    });
  });
  it('what was pressed hotter cools longer, and under a cold weight sooner than in the air', () => {
    fc.assert(
      fc.property(fc.integer({ min: 130, max: 170 }), (c) => {
        const at = (soleplateC: number, way: 'on-the-board' | 'under-a-weight') =>
          coolingS(ask(), { soleplateC, kPa: 2, steam: false }, 8, way);
        expect(at(c + 20, 'on-the-board')).to.be.above(at(c, 'on-the-board'));
        expect(at(c, 'under-a-weight')).to.be.below(at(c, 'on-the-board'));
      }),
      { numRuns: 8 },
    );
  });
});

describe('press: what lies beneath', () => {
  const of = (id: string): Fabric => fabricFrom(id, { id, name: id });
  it('says how many piles there are and how high the deciding one is', () => {
    const piles = [[cotton()], [cotton(), of('flannel')], [cotton(), of('flannel'), of('denim')]];
    const reason = settingFor(ask({ onto: piles[0]! }), columnsOn(ask(), piles)).reasons.find(
      (r) => r.code === 'several-piles',
    );
    expect(reason).to.include({ piles: 3 });
    expect(settingFor(ask()).reasons.some((r) => r.code === 'several-piles')).to.equal(false);
  });
  it('a pile more never shortens the press nor lengthens what it may last', () => {
    const stuff = fc.array(fc.constantFrom('flannel', 'denim', 'linen', 'quilting-cotton', 'lawn'), { maxLength: 3 });
    fc.assert(
      fc.property(stuff, stuff, (a, b) => {
        const pile = (ids: string[]): Fabric[] => [cotton(), ...ids.map(of)];
        const one = windowOver(ask(), columnsOn(ask(), [pile(a)]), 150).window;
        const both = windowOver(ask(), columnsOn(ask(), [pile(a), pile(b)]), 150).window;
        if (!one) expect(both).to.equal(null);
        else if (both) {
          expect(both.minS).to.be.at.least(one.minS);
          expect(both.maxS).to.be.at.most(one.maxS);
        }
      }),
      { numRuns: 25 },
    );
  });
  it('no seconds that suit all: said with both places’ figures', () => {
    const r = ask({
      fabric: fabricFrom('lawn', { id: 'v', name: 'Lawn' }),
      web: webFrom('extra-firm-film', { id: 'x', name: '' }),
    });
    // Over one part of it two more cloths lie, bonded in the same press.
    const more = [
      { role: 'web', web: webFrom('medium-film', { id: 'm', name: '' }), bonds: true },
      { role: 'fabric', fabric: of('denim') },
    ] as const;
    const columns: PressColumn[] = [r.column, [...r.column, ...more, ...more]];
    for (const column of columns) expect(windowOver(r, [column], 150).window).to.not.equal(null);
    const over = windowOver(r, columns, 150);
    expect(over.window).to.equal(null);
    expect(over.clash!.harm).to.include({ code: 'strike-through', who: 'Lawn' });
    expect(over.clash!.slowS).to.be.at.least(over.clash!.harm.atS);
    expect(settingFor(r, columns).stop?.code).to.equal('no-common-window');
  });
});

describe('press, by hand: what cloth holds in steam', () => {
  it('is by the steam’s relative humidity: 1/0.65 of what it holds in a room at 100 °C, less the hotter', () => {
    // Pressure of saturation, bar: 1.013 at 100 °C, 1.985 at 120, 3.614 at 140. Source: steam tables (IAPWS), from memory.
    for (const [c, bar] of [
      [100, 1.013],
      [120, 1.985],
      [140, 3.614],
    ] as const)
      expect(heldShare(c) * 0.65, `${c} °C`).to.be.closeTo(1.013 / bar, 0.02 * (1.013 / bar));
  });
});
