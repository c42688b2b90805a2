// A remedy is only offered where the plan that follows it works: every one of them is followed.
import { expect } from 'chai';
import { CLOTHS, fabricFrom, WEB_KINDS, webFrom } from '~/core/choose/material';
import { settingFor } from '~/core/choose/press';
import { makingOf } from '~/core/hands/making';
import { COVERS, type PressTicket, type Project, type Remedy, SURFACES } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { asTried, following, planProject, triedS } from '~/core/plan';
import { cases } from '../cases';
import { piece, project, square } from './helpers';
import { IRONS } from './practice';

/** Seeded: the same on every run. Source: mulberry32, public domain. */
function dice(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
const roll = dice(39);
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
});
