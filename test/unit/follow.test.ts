// A remedy is only offered where the plan that follows it works: every one of them is followed.
import { expect } from 'chai';
import { CLOTHS, fabricFrom, WEB_KINDS, webFrom } from '~/core/choose/material';
import { marksOf, settingFor } from '~/core/choose/press';
import { seeded } from '~/core/cut/nest';
import { makingOf } from '~/core/hands/making';
import { COVERS, type PressTicket, type Project, type Remedy, SURFACES } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { asTried, following, planProject, triedS } from '~/core/plan';
import { cases } from '../cases';
import { piece, project, square } from './helpers';
import { IRONS } from './practice';

const roll = seeded(39);
const one = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!;
const KINDS = CLOTHS.filter((c) => c.material === 'fabric');
const WEBS = WEB_KINDS.filter((w) => w.form !== 'powder' && w.form !== 'tape' && w.liners === 1);

const some = (): Project => {
  const irons = [one(Object.values(IRONS))];
  const web = webFrom(one(WEBS).id, { id: 'w', name: 'The web', stockMm: 9000 });
  const p = project([piece('p', square(80), { fabricId: 'top', webId: 'w', at: { xMm: 40, yMm: 40, rotateDeg: 0 } })], {
    fabrics: [
      fabricFrom(one(KINDS).id, { id: 'cotton', name: 'Ground' }),
      fabricFrom(one(KINDS).id, { id: 'top', name: 'Top' }),
    ],
    webs: [web],
    irons,
    bench: { ironId: irons[0]!.id, surface: one(SURFACES), covers: { fuse: one(COVERS), bond: one(COVERS) } },
  });
  p.schools.steam = one(['dry', 'steam-to-bond', 'steam-on-wool'] as const);
  return p;
};
const sameIn = (p: Project, t: PressTicket): PressTicket =>
  planProject(p).press.find((x) => x.stage === t.stage && x.pieceIds.join() === t.pieceIds.join())!;

/** What comes of it: the ticket, or the setting at the heat it says. */
function followedTo(p: Project, t: PressTicket, m: Remedy): Pick<PressTicket, 'stop' | 'dwell' | 'heat'> | null {
  const after = structuredClone(p);
  const change = following(m, t);
  if (change) {
    change(after);
    return sameIn(after, t);
  }
  if (m.code === 'try-hotter') {
    for (const f of after.fabrics)
      if (m.cloths.includes(f.name)) asTried(f, after.irons[0]!, { soleplateC: m.toC, seconds: triedS(m) });
    return sameIn(after, t);
  }
  if (m.code === 'measure-iron') {
    // Measured, its marks turn out to be what such irons usually come to.
    const iron = after.irons[0]!;
    iron.dial = marksOf(iron).map((k) => ({ mark: k.mark, measuredC: k.c }));
    return sameIn(after, t);
  }
  if (m.code === 'hotter') {
    const press = [...makingOf(layDown(p), planProject(p)).presses.values()].find((x) => x.stage === t.stage)!;
    return settingFor(press.request, press.columns, Math.floor(m.toC));
  }
  return null;
}

describe('remedies', () => {
  it('work when they are followed, in about the seconds that they promised', () => {
    const codes = new Map<string, number>();
    for (let k = 0; k < cases(400, 60); k++) {
      const p = some();
      const plan = planProject(p);
      for (const t of plan.press)
        for (const m of t.remedies) {
          const then = followedTo(p, t, m);
          if (!then) continue;
          codes.set(m.code, (codes.get(m.code) ?? 0) + 1);
          const what = JSON.stringify([
            p.fabrics.map((f) => f.clothId),
            p.webs[0]!.kindId,
            p.irons[0]!.id,
            p.bench.covers,
            p.bench.surface,
            p.schools.steam,
            t.stage,
            m,
            then.dwell,
            then.stop,
          ]);
          expect(then.stop, what).to.equal(null);
          // Shorter, where the heat stays; cooler it may also get.
          if (t.stop === null && then.heat.soleplateC >= t.heat.soleplateC - 1)
            expect(then.dwell.minS, what).to.be.below(t.dwell.minS * 1.02);
        }
    }
    expect([...codes.keys()]).to.include.members(['from-back', 'bare']);
  });

  it('felt that only a scrap allows is chosen, asks for one at each press, and is pressed once it was written down', () => {
    const p = project([piece('p', square(80), { fabricId: 'top', at: { xMm: 40, yMm: 40, rotateDeg: 0 } })], {
      fabrics: [
        fabricFrom('craft-felt', { id: 'cotton', name: 'Ground' }),
        fabricFrom('craft-felt', { id: 'top', name: 'Top' }),
      ],
      webs: [webFrom('firm-film', { id: 'firm', name: 'Firm film', stockMm: 9000 })],
      irons: [{ ...IRONS.measured, leanN: 80 }],
      intent: { laundering: 'never', hand: 'firm', edge: 'none' },
    });
    const plan = planProject(p);
    expect(plan.choices[0]).to.include({ webId: 'firm' });
    expect(plan.choices[0]!.reasons[0]).to.deep.equal({ code: 'on-a-scrap' });
    const after = structuredClone(p);
    for (const t of plan.press) {
      expect(t.stop?.code).to.equal('melts-above-limit');
      const tried = t.remedies.find((m) => m.code === 'try-hotter')!;
      // What lies there is told by its ids, so that no other fabric of that name is taken for it.
      const layers = plan.making.steps
        .filter((s) => s.ticketId === t.id)
        .flatMap((s) => s.columns.flatMap((c) => c.layers));
      for (const f of after.fabrics)
        if (layers.includes(f.id)) asTried(f, after.irons[0]!, { soleplateC: tried.toC, seconds: triedS(tried) });
    }
    expect(after.fabrics.every((f) => f.testedIronId === after.irons[0]!.id)).to.equal(true);
    expect(planProject(after).press.map((t) => t.stop)).to.deep.equal([null, null]);
    // Vinyl is no felt: nothing is chosen for it.
    const vinyl = { ...p, fabrics: [p.fabrics[0]!, fabricFrom('vinyl', { id: 'top', name: 'Top' })] };
    expect(planProject(vinyl).choices[0]!.webId).to.equal(null);
  });
});

describe('small places', () => {
  const corner = (overMm: number): Project =>
    project(
      [
        piece('low', square(90), { fabricId: 'thick', at: { xMm: 20, yMm: 20, rotateDeg: 0 } }),
        piece('side', square(120), { at: { xMm: 110 - overMm, yMm: 110 - overMm, rotateDeg: 0 } }),
      ],
      {
        fabrics: [
          fabricFrom('quilting-cotton', { id: 'cotton', name: 'C' }),
          fabricFrom('canvas', { id: 'thick', name: 'D', thicknessMm: 0.35, massGsm: 160 }),
        ],
        webs: [webFrom('light-film', { id: 'w', name: 'W', stockMm: 9000 })],
        irons: [IRONS.measured],
      },
    );
  const upper = (p: Project): PressTicket => {
    // Everything laid and pressed at once: where both lie, heat has to get through both to the lower web.
    p.schools.lay = 'all-laid';
    return planProject(p).press.find((t) => t.stage === 'bond')!;
  };
  const told = (t: PressTicket) => t.cautions.find((c) => c.code === 'small-place');
  it('do not set the time of the rest; they are told, with their own seconds', () => {
    const [apart, touching, half] = [corner(-20), corner(12), corner(60)].map(upper) as [
      PressTicket,
      PressTicket,
      PressTicket,
    ];
    expect(told(apart)).to.equal(undefined);
    expect(told(half), 'a large place is no small one').to.equal(undefined);
    expect(half.dwell.minS).to.be.above(1.5 * apart.dwell.minS);
    const small = told(touching);
    expect(small, JSON.stringify(touching.cautions)).to.include({ code: 'small-place' });
    if (small?.code !== 'small-place') return;
    expect(small.areaMm2).to.be.closeTo(12 * 12, 1);
    expect(touching.dwell.minS).to.be.closeTo(apart.dwell.minS, 0.2);
    expect(small.needsS).to.be.above(touching.dwell.seconds);
  });
});
