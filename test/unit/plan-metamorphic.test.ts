import { expect } from 'chai';
import fc from 'fast-check';
import { areaMm2, boundsOf, mirrorAt, regionOf, scaling, transformPath } from '~/core/base/shape';
import { allAsks, webAsk } from '~/core/cut/layout';
import { nest } from '~/core/cut/nest';
import { type Piece, type Plan, type Project, ROUTES } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { planSchema, spokenPlan } from '~/words';
import { sweep } from '../cases';
import { cotton, groundOf, iron, piece, project, square, web } from './helpers';

// What must not change, or must change in a known way, when a project is moved, turned round, renamed or enlarged. No outside values are needed: the answers are compared with one another.

const L = 'M0 0H20V60H50V80H0Z';
const moon = 'M40 0A40 40 0 1 0 40 80A46 46 0 0 1 40 0Z';

const felt = cotton({
  id: 'felt',
  name: 'Felt',
  kind: 'wool-felt',
  fibre: 'wool',
  maxIronC: 150,
  massGsm: 290,
  thicknessMm: 1.5,
  colour: '#7a3b2e',
});
const base = (): Project =>
  project(
    [
      piece('sea', 'M0 0H260V70H0Z', { at: { xMm: 40, yMm: 250, rotateDeg: 0 } }),
      piece('rock', 'M0 40L30 0L110 10L130 60L60 80Z', { at: { xMm: 90, yMm: 210, rotateDeg: 0 }, fabricId: 'felt' }),
      piece('moon', moon, { at: { xMm: 230, yMm: 40, rotateDeg: 20 } }),
      piece('post', L, { at: { xMm: 130, yMm: 150, rotateDeg: 0 }, count: 2 }),
    ],
    {
      fabrics: [cotton(), felt],
      webs: [
        web(),
        web({ id: 'firm', name: 'Firm', massGsm: 45, sewing: 'avoid' }),
        web({ id: 'open', name: 'Open', form: 'open', massGsm: 19, liners: 1 }),
      ],
    },
  );

const webOf = (plan: Plan): Record<string, string | null> =>
  Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId]));
const settingOf = (plan: Plan): Record<string, unknown> =>
  Object.fromEntries(
    plan.press.flatMap((t) =>
      t.pieceIds.map((id) => [
        `${id} ${t.stage}`,
        [t.heat.soleplateC, t.dwell.seconds, t.dwell.minS, t.dwell.maxS, t.pressure.kPa, t.steam, t.cover, t.stop],
      ]),
    ),
  );
const facingOf = (plan: Plan): Record<string, unknown> =>
  Object.fromEntries(plan.tracings.map((t) => [t.pieceId, [t.mirrored, t.code]]));
const near = (a: number, b: number, share = 1e-6): void => {
  expect(Math.abs(a - b)).to.be.at.most(share * Math.max(1, Math.abs(a)));
};

describe('plan: what must stay the same', () => {
  const before = planProject(base());

  it('is a plan by the contract', () => {
    expect(planSchema.safeParse(spokenPlan(before, base())).error?.issues ?? []).to.deep.equal([]);
  });

  it('the picture moved over the ground as a whole: nothing but places', () => {
    const p = base();
    groundOf(p).widthMm = 600;
    groundOf(p).heightMm = 600;
    const here = planProject(p);
    const there = planProject({
      ...p,
      pieces: p.pieces.map((q) => ({ ...q, at: { ...q.at, xMm: q.at.xMm + 83.25, yMm: q.at.yMm + 41.5 } })),
    });
    expect(webOf(there)).to.deep.equal(webOf(here));
    expect(settingOf(there)).to.deep.equal(settingOf(here));
    expect(facingOf(there)).to.deep.equal(facingOf(here));
    expect(there.overlaps.map((o) => [o.under, o.over])).to.deep.equal(here.overlaps.map((o) => [o.under, o.over]));
    there.overlaps.forEach((o, i) => near(o.areaMm2, here.overlaps[i]!.areaMm2, 1e-3));
  });

  it('names and ids changed: the same answers under other names', () => {
    const p = base();
    const renamed: Project = {
      ...p,
      name: 'Else',
      pieces: p.pieces.map((q) => ({ ...q, id: `x-${q.id}`, label: 'Nameless' })),
      order: p.order.map((id) => `x-${id}`),
    };
    const after = planProject(renamed);
    const strip = (r: Record<string, unknown>): Record<string, unknown> =>
      Object.fromEntries(Object.entries(r).map(([k, v]) => [k.replace(/^x-/, ''), v]));
    expect(strip(webOf(after))).to.deep.equal(webOf(before));
    expect(strip(settingOf(after))).to.deep.equal(settingOf(before));
    expect(strip(facingOf(after))).to.deep.equal(facingOf(before));
  });

  it('pieces listed in another order, stacked as before: the same answers', () => {
    const p = base();
    const after = planProject({ ...p, pieces: [...p.pieces].reverse() });
    expect(after.order).to.deep.equal(before.order);
    expect(webOf(after)).to.deep.equal(webOf(before));
    expect(settingOf(after)).to.deep.equal(settingOf(before));
  });

  it('inches instead of millimetres: other words, the same numbers', () => {
    const after = planProject({ ...base(), units: 'in' });
    expect(webOf(after)).to.deep.equal(webOf(before));
    expect(settingOf(after)).to.deep.equal(settingOf(before));
    expect(after.webUse.map((u) => u.lengthMm)).to.deep.equal(before.webUse.map((u) => u.lengthMm));
    expect(JSON.stringify(after.choices)).to.not.equal('');
  });

  it('things in the drawer that nobody uses: nothing', () => {
    const p = base();
    const after = planProject({
      ...p,
      fabrics: [...p.fabrics, cotton({ id: 'spare', name: 'Spare' })],
      irons: [...p.irons, iron({ id: 'second', name: 'Second' })],
    });
    expect(webOf(after)).to.deep.equal(webOf(before));
    expect(settingOf(after)).to.deep.equal(settingOf(before));
    expect(after.snags).to.deep.equal(before.snags);
  });

  it('planned twice, planned after something else: the same to the last digit', () => {
    const other = base();
    other.intent.laundering = 'often';
    planProject(other);
    expect(planProject(base())).to.deep.equal(before);
  });
});

describe('plan: what must change in a known way', () => {
  it('the whole picture drawn mirrored: what was reversed is drawn as its mirror image, area for area', () => {
    const p = base();
    // Without underlaps, which depend on what lies above.
    p.layering = { ...p.layering, underlapMm: 0 };
    const plain = planProject(p);
    const mirrored = planProject({
      ...p,
      pieces: p.pieces.map((q) => ({
        ...q,
        outline: transformPath(q.outline, mirrorAt(0)),
        at: { ...q.at, xMm: groundOf(p).widthMm - q.at.xMm, rotateDeg: -q.at.rotateDeg },
      })),
    });
    for (const t of plain.tracings) {
      const m = mirrored.tracings.find((q) => q.pieceId === t.pieceId)!;
      expect(m.code, t.pieceId).to.equal(t.code);
      near(m.areaMm2, t.areaMm2, 1e-3);
    }
  });

  it('everything twice as large: four times the area, twice the perimeter, the same webs', () => {
    const p = base();
    const one = planProject({ ...p, layering: { ...p.layering, underlapMm: 0 } });
    const two = planProject({
      ...p,
      layering: { ...p.layering, underlapMm: 0 },
      articles: p.articles.map((a) => ({
        ...a,
        ground: { ...groundOf(p), widthMm: groundOf(p).widthMm * 2, heightMm: groundOf(p).heightMm * 2 },
      })),
      pieces: p.pieces.map((q) => ({
        ...q,
        outline: transformPath(q.outline, scaling(2)),
        at: { ...q.at, xMm: q.at.xMm * 2, yMm: q.at.yMm * 2 },
      })),
    });
    for (const t of one.tracings) {
      const big = two.tracings.find((q) => q.pieceId === t.pieceId)!;
      near(big.areaMm2, t.areaMm2 * 4, 2e-3);
      near(big.perimeterMm, t.perimeterMm * 2, 2e-3);
    }
    expect(webOf(two)).to.deep.equal(webOf(one));
  });

  sweep('one copy more of a piece: more web, never less; the rest unchanged', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (count) => {
        const p = base();
        const set = (n: number): Plan =>
          planProject({ ...p, pieces: p.pieces.map((q) => (q.id === 'moon' ? { ...q, count: n } : q)) });
        const used = (plan: Plan): number => plan.webUse.reduce((s, u) => s + u.usedAreaMm2, 0);
        expect(used(set(count + 1))).to.be.above(used(set(count)));
        expect(facingOf(set(count))).to.deep.equal(facingOf(set(1)));
      }),
      { numRuns: 6 },
    );
  });

  it('a hotter iron limit on every cloth never makes a press slower', () => {
    const times = (limit: number): Record<string, number> => {
      const p = base();
      const plan = planProject({
        ...p,
        fabrics: p.fabrics.map((f) => ({ ...f, maxIronC: limit })),
        pieces: p.pieces.map((q) => ({ ...q, webId: 'web' })),
      });
      return Object.fromEntries(
        plan.press
          .filter((t) => t.stop === null)
          .flatMap((t) => t.pieceIds.map((id) => [`${id} ${t.stage}`, t.dwell.minS])),
      );
    };
    const cool = times(135);
    const hot = times(200);
    for (const [key, seconds] of Object.entries(cool)) expect(hot[key], key).to.be.at.most(seconds + 0.5);
  });

  it('a route of the other parity turns every shape over that has two sides, and says of the others that it is all the same', () => {
    const facing = (route: Piece['route']) => {
      const p = base();
      const plan = planProject({ ...p, pieces: p.pieces.map((q) => ({ ...q, route })) });
      return Object.fromEntries(plan.tracings.map((t) => [t.pieceId, t]));
    };
    const all = ROUTES.map((r) => [r, facing(r)] as const);
    for (const [route, f] of all) {
      expect(f['moon']!.code, `${route}: a crescent is its own mirror image`).to.equal('no-care');
      expect(f['sea']!.code, `${route}: a rectangle is too, and no join changes it`).to.equal('no-care');
      for (const id of ['post', 'rock']) {
        expect(f[id]!.code, `${route} ${id}`).to.not.equal('no-care');
        expect(f[id]!.mirrored, `${route} ${id}`).to.equal(f['post']!.mirrored);
      }
      // The outline that is drawn is the seen one or its mirror image, and says which.
      const signed = (d: string): number => boundsOf(regionOf(d)).maxX - boundsOf(regionOf(d)).minX;
      near(signed(f['post']!.outline), 50, 1e-3);
    }
    expect(new Set(all.map(([, f]) => f['post']!.mirrored)).size, 'both parities occur').to.equal(2);
  });
});

describe('plan and layouts together', () => {
  it('what is asked of the nesting is every piece, as often as it is wanted, with the area it is drawn with', () => {
    const p = base();
    const plan = planProject(p);
    const counts = new Map<string, number>();
    for (const w of p.webs) {
      const ask = webAsk(p, plan, w.id);
      for (const part of ask?.request.parts ?? []) {
        counts.set(part.id, (counts.get(part.id) ?? 0) + part.count);
        const t = plan.tracings.find((q) => q.pieceId === part.id)!;
        near(areaMm2(regionOf(part.outline)), t.areaMm2, 1e-3);
      }
    }
    expect(Object.fromEntries(counts)).to.deep.equal({ sea: 1, rock: 1, moon: 1, post: 2 });
  });

  it('no layout is ever longer than its rows, for any seed', () => {
    const p = base();
    for (const ask of allAsks(p, planProject(p)))
      for (const seed of [1, 2, 3]) {
        const r = nest({ ...ask.request, seconds: 0.05, seed });
        expect(r.unplaced, `${ask.kind} ${ask.ofId}`).to.deep.equal([]);
        expect(r.lengthMm).to.be.at.most(r.rowsLengthMm + 1e-6);
      }
  });

  it('fewer millimetres of web between parts never take more roll in rows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 1, max: 12 }), (spacing, more) => {
        const parts = [
          { id: 'a', outline: square(50), count: 5 },
          { id: 'b', outline: L, count: 3 },
        ];
        const ask = { widthMm: 300, rotations: [0], seconds: 0, seed: 1, parts };
        expect(nest({ ...ask, spacingMm: spacing }).rowsLengthMm).to.be.at.most(
          nest({ ...ask, spacingMm: spacing + more }).rowsLengthMm + 1e-6,
        );
      }),
      { numRuns: 25 },
    );
  });
});
