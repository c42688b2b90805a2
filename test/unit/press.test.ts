import { expect } from 'chai';
import fc from 'fast-check';
import { COVERS, SURFACES } from '~/core/model';
import { dialFor, type PressRequest, placementsFor, pressureKPa, settingFor } from '~/core/press';
import { dotsForSoleplate } from '~/core/units';
import { DEMO_FABRICS, DEMO_IRONS, DEMO_WEBS } from '~/demo/drawer';
import { cotton, iron, web } from './helpers';

const ask = (more: Partial<PressRequest> = {}): PressRequest => ({
  stage: 'bond',
  fabric: cotton(),
  onto: [cotton({ id: 'ground' })],
  web: web(),
  iron: iron(),
  bench: { ironId: 'iron', cover: 'none', surface: 'ironing-board', coverId: null, surfaceId: null },
  sizeMm: { widthMm: 80, heightMm: 60 },
  ...more,
});

describe('press: settings', () => {
  it('start from the leaflet for a bare iron on a board', () => {
    const s = settingFor(ask());
    expect(s.heat.soleplateC).to.equal(150);
    expect(s.dwell.seconds).to.equal(8);
    expect(s.workable).to.equal(true);
    expect(s.reasons[0]!.text).to.include('150 °C for 8 s');
  });

  it('take longer under a press cloth: about 10 s where bare takes 3–8 s (common practice, no source)', () => {
    const six = web({ leaflet: { fuse: web().leaflet.fuse, bond: { heatC: 150, dwellS: 6, steam: false } } });
    const s = settingFor(
      ask({
        web: six,
        bench: { ironId: 'iron', cover: 'press-cloth', surface: 'ironing-board', coverId: null, surfaceId: null },
      }),
    );
    expect(s.dwell.minS).to.be.below(10);
    expect(s.dwell.maxS).to.be.above(10);
    expect(s.dwell.seconds).to.be.closeTo(10, 1);
  });

  it('go cooler and longer for a cloth that takes less', () => {
    const s = settingFor(ask({ fabric: cotton({ maxIronC: 125 }) }));
    expect(s.heat.soleplateC).to.equal(125);
    expect(s.dwell.seconds).to.be.above(8);
    expect(s.reasons.some((r) => r.code === 'cooler')).to.equal(true);
  });

  it('will not press a web that melts above the cloth’s limit, and say what would', () => {
    const s = settingFor(ask({ fabric: cotton({ maxIronC: 105 }) }));
    expect(s.workable).to.equal(false);
    expect(s.cautions[0]!.text).to.match(/Choose a web that melts below 95 °C/);
    const beneath = settingFor(ask({ onto: [cotton({ name: 'Felt', maxIronC: 100 })] }));
    expect(beneath.cautions[0]!.text).to.include('Felt beneath');
  });

  it('say so when the iron cannot melt the web', () => {
    const weak = iron({ dial: [{ mark: 'only', measuredC: 95 }] });
    const s = settingFor(ask({ iron: weak }));
    expect(s.workable).to.equal(false);
    expect(s.cautions[0]!.code).to.equal('iron-too-cool');
  });

  it('use the highest mark when it is enough though less than wanted', () => {
    const small = iron({
      dial: [
        { mark: 'low', measuredC: 110 },
        { mark: 'high', measuredC: 135 },
      ],
    });
    const s = settingFor(ask({ iron: small }));
    expect(s).to.include({ workable: true });
    expect(s.heat).to.include({ soleplateC: 135, mark: 'high' });
    expect(s.dwell.seconds).to.be.above(8);
  });

  it('steam only to bond, only when the leaflet and the iron have it, and with a warning', () => {
    const open = web({
      leaflet: { fuse: { heatC: 140, dwellS: 3, steam: true }, bond: { heatC: 150, dwellS: 8, steam: true } },
    });
    expect(settingFor(ask({ web: open, stage: 'fuse', onto: [] })).steam).to.equal(false);
    expect(settingFor(ask({ web: open, iron: iron({ steam: false }) })).steam).to.equal(false);
    const s = settingFor(ask({ web: open }));
    expect(s.steam).to.equal(true);
    expect(s.cautions.some((c) => /scald/.test(c.text))).to.equal(true);
  });

  it('do not squash pile', () => {
    const s = settingFor(ask({ fabric: cotton({ kind: 'wool-felt', maxIronC: 150 }) }));
    expect(s.pressure.kPa).to.be.below(pressureKPa(iron()));
    expect(s.reasons.some((r) => r.code === 'no-lean')).to.equal(true);
  });

  it('warn of fumes from vinyl and of shine on synthetics', () => {
    expect(settingFor(ask({ fabric: cotton({ kind: 'vinyl', fibre: 'pvc' }) })).cautions.map((c) => c.code)).to.include(
      'fumes',
    );
    expect(settingFor(ask({ fabric: cotton({ fibre: 'polyester' }) })).cautions.map((c) => c.code)).to.include('shine');
  });

  it('hold for every cloth, web, iron, cover and surface: ordered windows, no heat above a limit, no NaN', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DEMO_FABRICS),
        fc.constantFrom(...DEMO_FABRICS),
        fc.constantFrom(...DEMO_WEBS),
        fc.constantFrom(...DEMO_IRONS),
        fc.constantFrom(...COVERS),
        fc.constantFrom(...SURFACES),
        fc.constantFrom('fuse' as const, 'bond' as const),
        (fabric, ground, w, i, cover, surface, stage) => {
          const onto = stage === 'bond' ? [ground] : [];
          const s = settingFor(
            ask({
              fabric,
              onto,
              web: w,
              iron: i,
              stage,
              bench: { ironId: i.id, cover, surface, coverId: null, surfaceId: null },
            }),
          );
          expect(s.dwell.minS).to.be.at.most(s.dwell.seconds);
          expect(s.dwell.seconds).to.be.at.most(s.dwell.maxS);
          expect(s.heat.dots).to.equal(dotsForSoleplate(s.heat.soleplateC));
          if (s.workable)
            expect(s.heat.soleplateC).to.be.at.most(Math.min(fabric.maxIronC, ...onto.map((f) => f.maxIronC), w.maxC));
          else expect(s.cautions[0]!.text).to.match(/Choose|Use/);
          for (const n of [s.heat.soleplateC, s.dwell.seconds, s.pressure.kPa, s.coolS, s.placements])
            expect(Number.isFinite(n)).to.equal(true);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('never get shorter when the cloth takes less heat', () => {
    fc.assert(
      fc.property(fc.integer({ min: 118, max: 200 }), fc.integer({ min: 0, max: 40 }), (limit, less) => {
        fc.pre(limit - less >= 118);
        const seconds = (maxIronC: number) => settingFor(ask({ fabric: cotton({ maxIronC }) })).dwell.seconds;
        expect(seconds(limit - less)).to.be.at.least(seconds(limit));
      }),
    );
  });
});

describe('press: the dial', () => {
  it('names the mark, or the place between two', () => {
    expect(dialFor(iron(), 150).mark).to.equal('••');
    expect(dialFor(iron(), 125).mark).to.equal('between • and ••');
    expect(dialFor(iron(), 118).mark).to.equal('a little above •');
    expect(dialFor(iron(), 182).mark).to.equal('a little below •••');
  });

  it('never trusts an unmeasured dial, or one with two marks swapped', () => {
    expect(dialFor(iron({ dial: [] }), 150)).to.deep.include({ mark: null });
    const swapped = iron({
      dial: [
        { mark: '•', measuredC: 148 },
        { mark: '••', measuredC: 105 },
      ],
    });
    expect(dialFor(swapped, 150).problem?.code).to.equal('not-rising');
  });

  it('says when the dial ends', () => {
    expect(dialFor(iron(), 230).problem?.code).to.equal('out-of-reach');
    expect(dialFor(iron(), 60)).to.deep.include({ mark: null });
  });
});

describe('press: pressure and placements', () => {
  it('is force over area', () => {
    // Newton's second law with standard gravity 9.80665 m/s²: 2 kg and 10 N on 0.01 m² press with 2.961 kPa.
    expect(pressureKPa(iron({ massKg: 2, leanN: 10, soleplate: { widthMm: 100, lengthMm: 100 } }))).to.be.closeTo(
      2.9613,
      1e-4,
    );
  });

  it('counts how often the iron is set down', () => {
    const i = iron({ soleplate: { widthMm: 100, lengthMm: 200 } });
    expect(placementsFor(90, 190, i)).to.equal(1);
    expect(placementsFor(190, 90, i)).to.equal(1);
    expect(placementsFor(180, 200, i)).to.equal(2);
    expect(placementsFor(500, 700, i)).to.be.within(24, 32);
  });

  it('covers: the placements’ own area, less the overlaps, is at least the piece', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 1500 }), fc.integer({ min: 10, max: 1500 }), (w, h) => {
        expect(placementsFor(w, h, iron()) * 115 * 220).to.be.at.least(w * h);
        expect(placementsFor(w + 50, h, iron())).to.be.at.least(placementsFor(w, h, iron()));
      }),
    );
  });
});
