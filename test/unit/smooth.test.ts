// A setting changes by little where anything does: 131 presses, each with 13 small changes.
import { expect } from 'chai';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { marksOf, type PressAsk, placeOnDial, requestOf, settingFor } from '~/core/choose/press';
import { seeded } from '~/core/cut/nest';
import type { Fabric, Iron, Web } from '~/core/keep/model';
import { cases } from '../cases';
import { IRONS } from './practice';

const CLOTHS = [
  'quilting-cotton',
  'lawn',
  'batik',
  'linen',
  'flannel',
  'denim',
  'canvas',
  'corduroy',
  'jersey',
  'silk',
  'satin',
  'wool-suiting',
  'craft-felt-polyester',
];
const WEBS = [
  'light-film',
  'medium-film',
  'firm-film',
  'low-melt-film',
  'open-lined',
  'open-heavy',
  'dot-grid',
  'tacky-film',
];
const STANDING: readonly Iron[] = [
  IRONS.measured,
  IRONS['steams at the top'],
  IRONS['two marks'],
  IRONS.craft,
  { ...IRONS.measured, leanN: 80 },
];

type Small = readonly [what: string, to: (ask: PressAsk) => PressAsk];
const thicker = (f: Fabric, by: number): Fabric => ({ ...f, thicknessMm: f.thicknessMm * by, massGsm: f.massGsm * by });
const web = (ask: PressAsk, more: (w: Web) => Partial<Web>): PressAsk => ({
  ...ask,
  web: { ...ask.web, ...more(ask.web) },
});
const leaflet = (ask: PressAsk, c: number, s: number): PressAsk =>
  web(ask, ({ leaflet: { fuse, bond } }) => ({
    leaflet: {
      fuse: { ...fuse, heatC: fuse.heatC + c, dwellS: fuse.dwellS + s },
      bond: { ...bond, heatC: bond.heatC + c, dwellS: bond.dwellS + s },
    },
  }));
const iron = (ask: PressAsk, more: (i: Iron) => Partial<Iron>): PressAsk => ({
  ...ask,
  iron: { ...ask.iron, ...more(ask.iron) },
});
const CHANGES: readonly Small[] = [
  ['ground 5 % thicker', (a) => ({ ...a, onto: a.onto.map((f) => thicker(f, 1.05)) })],
  ['ground 5 % thinner', (a) => ({ ...a, onto: a.onto.map((f) => thicker(f, 0.95)) })],
  ['cloth 5 % thicker', (a) => ({ ...a, fabric: thicker(a.fabric, 1.05) })],
  ['cloth 5 % thinner', (a) => ({ ...a, fabric: thicker(a.fabric, 0.95) })],
  ['cloth 3 % heavier', (a) => ({ ...a, fabric: { ...a.fabric, massGsm: a.fabric.massGsm * 1.03 } })],
  ['web 3 % heavier', (a) => web(a, (w) => ({ massGsm: w.massGsm * 1.03 }))],
  ['web melts 1 °C higher', (a) => web(a, (w) => ({ meltC: w.meltC + 1 }))],
  ['web stands 1 °C more', (a) => web(a, (w) => ({ maxC: w.maxC + 1 }))],
  ['leaflet 1 °C hotter', (a) => leaflet(a, 1, 0)],
  ['leaflet half a second longer', (a) => leaflet(a, 0, 0.5)],
  ['cloth stands 1 °C less', (a) => ({ ...a, fabric: { ...a.fabric, maxIronC: a.fabric.maxIronC - 1 } })],
  ['the lean 5 % harder', (a) => iron(a, (i) => ({ leanN: i.leanN * 1.05 }))],
  [
    'marks 1 °C hotter',
    (a) =>
      iron(a, (i) => ({
        dial: i.dial.map((d) => ({ ...d, measuredC: d.measuredC === null ? null : d.measuredC + 1 })),
      })),
  ],
];
/** No more than this, and what is counted. */
const MOST = 0.12;
const COUNT_S = 1;
const HALF_A_MARK = 0.5;
/** Two heats are as good for lawn on lawn with a heavy open web under a press cloth: it is set to either. */
const KNOWN = 1;

describe('press: small changes', () => {
  it('hardly one in two thousand moves the seconds by more than 12 % and one count, none passes over half the way between two marks', () => {
    const roll = seeded(131);
    const one = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!;
    const of = (id: string): Fabric => fabricFrom(id, { id, name: id });
    let presses = 0;
    const jumps: string[] = [];
    while (presses < cases(131, 40)) {
      const stage = roll() < 0.35 ? 'fuse' : 'bond';
      const ask: PressAsk = {
        stage,
        fabric: of(one(CLOTHS)),
        onto: stage === 'bond' ? [of(one(CLOTHS)), ...(roll() < 0.3 ? [of(one(CLOTHS))] : [])] : [],
        web: webFrom(one(WEBS), { id: 'w', name: 'w' }),
        iron: one(STANDING),
        bench: {
          cover: one(['none', 'parchment', 'press-cloth'] as const),
          surface: one(['ironing-board', 'wool-mat', 'wood'] as const),
          coverId: null,
          surfaceId: null,
        },
        steam: false,
      };
      const now = settingFor(requestOf(ask));
      if (now.stop) continue;
      presses += 1;
      for (const [what, to] of CHANGES) {
        const changed = to(ask);
        const then = settingFor(requestOf(changed));
        const place = (s: typeof now, i: Iron): number =>
          placeOnDial(
            marksOf(i).map((m) => m.c),
            s.heat.soleplateC,
          );
        const off = Math.abs(then.dwell.seconds - now.dwell.seconds);
        if (
          then.stop ||
          off > MOST * now.dwell.seconds + COUNT_S + 1e-9 ||
          Math.abs(place(now, ask.iron) - place(then, changed.iron)) > HALF_A_MARK
        )
          jumps.push(
            `${what}: ${ask.fabric.id} on ${ask.onto.map((f) => f.id)}, ${ask.web.kindId}, ${ask.iron.id}, ${ask.bench.cover}, ${ask.bench.surface}: ${now.heat.soleplateC} °C ${now.dwell.seconds} s → ${then.stop?.code ?? ''} ${then.heat.soleplateC} °C ${then.dwell.seconds} s`,
          );
      }
    }
    expect(jumps.length, jumps.join('\n')).to.be.at.most(KNOWN);
  });
});
