// What it takes, what is here, what to buy: against layouts, hand-worked cuts and the trade’s own tables.
import { expect } from 'chai';
import { inMap, nth } from '~/core/base/lists';
import { areaMm2, boundsOf, difference, intersection, regionOf } from '~/core/base/shape';
import { shrinkOf } from '~/core/choose/material';
import {
  articleCosts,
  costOf,
  gatherOf,
  nearCloths,
  needOf,
  onPrint,
  swapAll,
  swapped,
  takeAll,
} from '~/core/cut/gather';
import { nest, placedRegion, seeded } from '~/core/cut/nest';
import {
  type Fabric,
  type Gathering,
  type GatherPlan,
  type Need,
  NOTHING_AROUND,
  type Offer,
  type Project,
  parseProject,
  USUAL_GATHERING,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { DEMO, demoDrawer } from '~/demo';
import { amountWords, needTroubleWords, planSchema, spokenGather, spokenPlan } from '~/words';
import { gatherCsv, gatherSheet } from '~/words/gather-list';
import { cases, sweep, THOROUGH } from '../cases';
import { cotton, piece, project, square, web } from './helpers';

const gathering = (more: Partial<Gathering> = {}): Gathering => ({ ...structuredClone(USUAL_GATHERING), ...more });
const gather = (p: Project): { project: Project; gather: GatherPlan } => {
  const laid = laidByRecipe(p);
  return { project: laid, gather: gatherOf(laid, planProject(laid)) };
};
const needs = (p: Project, kind: Need['kind'], id: string): Need => {
  const need = needOf(gather(p).gather, kind, id);
  if (!need) throw new Error(`nothing is needed of ${kind} ${id}`);
  return need;
};
const offer = (more: Partial<Offer>): Offer => ({
  key: 'fabric:cotton',
  id: 'x',
  as: 'sheet',
  widthMm: 559,
  lengthMm: 457,
  holds: 1,
  price: 1,
  sold: true,
  ...more,
});
/** Sold only so: what is usual besides is not. */
const only = (...offers: Offer[]): Offer[] => [
  ...(['by-length', 'fat-quarter', 'long-quarter', 'square-pack', 'strip-pack'] as const)
    .filter((id) => !offers.some((o) => o.id === id))
    .map((id) => offer({ id, as: id, sold: false })),
  ...offers,
];

/** A ground of this size so often, of cloth of which nothing is here; nothing kept in case. */
const grounds = (widthMm: number, heightMm: number, count: number, more: Partial<Gathering> = {}): Project => {
  const p = project([], { ground: { widthMm, heightMm }, gathering: gathering({ sparePercent: 0, ...more }) });
  return { ...p, articles: p.articles.map((a) => ({ ...a, count })) };
};

/** Nothing over an edge, nothing on anything else, everything there: cut as it is shown, it is never short. */
function canBeCut(need: Need, spare: number, count: (partId: string) => number): void {
  const { layout } = need;
  if (!layout) throw new Error('it has no layout');
  const outlines = new Map(layout.parts.map((p) => [p.id, p.outline]));
  const placed = new Map<string, number>();
  for (const strip of layout.strips) {
    const whole = regionOf(strip.outline);
    const laid = strip.placements.map((p) => placedRegion(inMap(outlines, p.partId), p));
    laid.forEach((region, i) => {
      const over = areaMm2(difference(region, whole));
      expect(over, `${need.key} over the edge`).to.be.below(0.5);
      for (const other of laid.slice(0, i))
        expect(areaMm2(intersection(region, other)), `${need.key} one on another`).to.be.below(0.5);
    });
    if (strip.from === 'bought' && laid.length > 0)
      expect(boundsOf(laid.flat()).maxX, `${need.key} spare`).to.be.at.most(strip.lengthMm / (1 + spare) + 0.01);
    for (const p of strip.placements) placed.set(p.partId, (placed.get(p.partId) ?? 0) + 1);
  }
  for (const p of layout.parts) expect(placed.get(p.id) ?? 0, `${need.key} ${p.id}`).to.equal(count(p.id));
}

describe('cloth to buy', () => {
  sweep(
    'is never short when it is cut as it is shown, with 5 % in case: the demos, without anything here',
    function () {
      this.timeout(120_000);
      for (const make of Object.values(DEMO))
        for (const empty of THOROUGH ? [false, true] : [true]) {
          const base = make();
          const p = empty
            ? {
                ...base,
                fabrics: base.fabrics.map((f) => ({ ...f, stock: [] })),
                webs: base.webs.map((w) => ({ ...w, stockMm: 0, offcuts: [] })),
              }
            : base;
          const { project: laid, gather: g } = gather(p);
          const plan = planProject(laid);
          const counts = new Map(
            laid.pieces.map((x) => [x.id, x.count * (laid.articles.find((a) => a.id === x.articleId)?.count ?? 1)]),
          );
          for (const need of g.needs.filter((n) => n.layout && (n.kind === 'fabric' || n.kind === 'web'))) {
            canBeCut(need, 0.05, (id) => {
              const part = need.layout?.parts.find((x) => x.id === id);
              if (part?.is === 'piece' || part?.is === 'strip') return inMap(counts, nth(part.pieceIds, 0));
              return part?.is === 'ground' ? (laid.articles.find((a) => a.id === part.articleId)?.count ?? 0) : 1;
            });
          }
          expect(plan.choices.length).to.be.above(0);
        }
    },
  );

  it('is as long as its layout, to the millimetre; what is bought is that in steps', () => {
    const p = project(
      [piece('a', square(90)), piece('b', square(60), { at: { xMm: 200, yMm: 0, rotateDeg: 0 }, count: 7 })],
      {
        fabrics: [
          cotton(),
          cotton({ id: 'ground', stock: [{ widthMm: 900, heightMm: 900, count: 1, outline: null }] }),
        ],
        ground: { fabricId: 'ground' },
      },
    );
    const need = needs(p, 'fabric', 'cotton');
    const [strip] = need.layout?.strips ?? [];
    if (!strip) throw new Error('nothing is cut');
    const outlines = new Map(need.layout?.parts.map((x) => [x.id, x.outline]));
    const reach = boundsOf(strip.placements.flatMap((x) => placedRegion(inMap(outlines, x.partId), x))).maxX;
    expect(need.short.lengthMm).to.be.closeTo(reach, 1);
    expect(need.need.lengthMm).to.be.closeTo(reach, 1);
    // A hand lays eight squares of at most 106 mm side by side on 1060 mm: one row.
    expect(reach).to.be.within(90, 107);
    expect(nth(need.buy?.lines ?? [], 0).lengthMm).to.equal(200);
  });

  it('squares from a fat quarter, as the trade’s own tables count them', () => {
    // Common practice, tables of cutting yields, from memory: a fat quarter of 18 × 22 in gives 56 squares of 2½ in, 12 of 5 in, 2 of 10 in.
    for (const [inches, squares] of [
      [2.5, 56],
      [5, 12],
      [10, 2],
    ] as const) {
      const offers = only(offer({ id: 'fat-quarter', as: 'fat-quarter', widthMm: 22 * 25.4, lengthMm: 18 * 25.4 }));
      const mm = inches * 25.4;
      const fits = needs(grounds(mm, mm, squares, { offers }), 'fabric', 'cotton');
      expect(nth(fits.buy?.lines ?? [], 0).count, `${squares} of ${inches} in`).to.equal(1);
      const one = needs(grounds(mm, mm, squares + 1, { offers }), 'fabric', 'cotton');
      expect(nth(one.buy?.lines ?? [], 0).count, `${squares + 1} of ${inches} in`).to.equal(2);
    }
  });

  it('a binding round 60 × 80 in takes eight strips of 42 in cloth', () => {
    // Common practice, the usual formula from memory: (2 · 60 + 2 · 80 + 10) in / 42 in = 6.9, and each slanted join takes a strip’s width: 7.3, so 8.
    const base = grounds(60 * 25.4, 80 * 25.4, 1);
    const p: Project = {
      ...base,
      fabrics: [...base.fabrics, cotton({ id: 'edge' })],
      articles: base.articles.map((a) => ({
        ...a,
        around: { ...NOTHING_AROUND, binding: { fabricId: 'edge', wideMm: 2.5 * 25.4, run: 'across' } },
      })),
      gathering: gathering({
        offers: [
          offer({ key: 'fabric:edge', id: 'by-length', as: 'by-length', widthMm: 42 * 25.4, lengthMm: 25.4, price: 9 }),
        ],
        sparePercent: 0,
      }),
    };
    const need = needs(p, 'fabric', 'edge');
    expect(need.layout?.strips.flatMap((s) => s.placements).length).to.equal(8);
    expect(need.short.lengthMm).to.be.closeTo(8 * 2.5 * 25.4, 1);
  });

  it('a border’s four strips are as long as the ground, and the ends longer by both borders', () => {
    const base = grounds(500, 700, 1);
    const p: Project = {
      ...base,
      fabrics: [...base.fabrics, cotton({ id: 'edge' })],
      articles: base.articles.map((a) => ({
        ...a,
        around: { ...NOTHING_AROUND, border: { fabricId: 'edge', wideMm: 60, run: 'along' } },
      })),
    };
    const sizes = needs(p, 'fabric', 'edge').layout?.parts.map((x) => {
      const b = boundsOf(regionOf(x.outline));
      return [Math.round(b.maxX), Math.round(b.maxY)];
    });
    // 60 mm and two allowances of 6.4 mm; 700 at the sides, 500 + 2 · 60 at the ends.
    expect(sizes).to.deep.equal([
      [73, 700],
      [73, 620],
    ]);
  });

  it('a long ground: along the cloth, or across it in two widths with a seam, as reckoned by hand', () => {
    const long = grounds(1500, 900, 1);
    const along = needs(long, 'fabric', 'cotton');
    const [cut] = along.grounds;
    // Along: 1500 mm. Across: two panels of 1500 / 2 + 12.7 = 762.7 mm along and 900 across, one after the other.
    expect(cut?.alongMm).to.be.closeTo(1500, 0.5);
    expect(cut?.seamedMm).to.be.closeTo(2 * 762.7, 0.5);
    expect(cut?.panels).to.equal(2);
    expect(along.short.lengthMm).to.be.closeTo(1500, 0.5);
    const seamed = needs(
      { ...long, gathering: { ...long.gathering, seamed: [{ articleId: 'main', seamed: true }] } },
      'fabric',
      'cotton',
    );
    expect(seamed.short.lengthMm).to.be.closeTo(1525.4, 0.5);
    expect(seamed.layout?.strips.flatMap((s) => s.placements).length).to.equal(2);
    // Wider than the cloth both ways it has to have a seam.
    const wide = needs(grounds(1500, 1200, 1), 'fabric', 'cotton');
    expect(wide.grounds[0]?.alongMm).to.equal(null);
    expect(wide.buy).to.not.equal(null);
    expect(wide.layout?.strips.flatMap((s) => s.placements).length).to.equal(2);
  });

  it('a print with one way up keeps it: upright along the selvedge', () => {
    const p = grounds(900, 300, 1);
    const free = needs(p, 'fabric', 'cotton');
    const oneWay = needs({ ...p, fabrics: [cotton({ oneWay: true })] }, 'fabric', 'cotton');
    expect(free.short.lengthMm).to.be.closeTo(300, 0.5);
    // 900 wide lies across 1060, so 300 along; turned it would print sideways.
    expect(oneWay.short.lengthMm).to.be.closeTo(300, 0.5);
    expect(oneWay.layout?.strips[0]?.placements[0]?.rotateDeg).to.equal(90);
    const tall = grounds(300, 900, 1);
    expect(needs({ ...tall, fabrics: [cotton({ oneWay: true })] }, 'fabric', 'cotton').short.lengthMm).to.be.closeTo(
      900,
      0.5,
    );
    expect(needs(tall, 'fabric', 'cotton').short.lengthMm).to.be.closeTo(300, 0.5);
  });

  it('cloth that is washed first is bought longer by what it shrinks', () => {
    const base = grounds(500, 1000, 1, {
      offers: only(offer({ id: 'by-length', as: 'by-length', widthMm: 600, lengthMm: 10, price: 10 })),
    });
    const dry = needs(base, 'fabric', 'cotton');
    const washed = { ...base, intent: { ...base.intent, laundering: 'often' as const } };
    const wet = needs(washed, 'fabric', 'cotton');
    const { alongPercent } = shrinkOf(cotton());
    expect(nth(dry.buy?.lines ?? [], 0).lengthMm).to.equal(1000);
    expect(nth(wet.buy?.lines ?? [], 0).lengthMm).to.equal(Math.ceil(100 / (1 - alongPercent / 100)) * 10);
    expect(wet.troubles.map((t) => t.code)).to.include('shrinks');
    // Washed already it does not shrink again.
    const done = needs({ ...washed, fabrics: [cotton({ prewashed: true })] }, 'fabric', 'cotton');
    expect(nth(done.buy?.lines ?? [], 0).lengthMm).to.equal(1000);
  });

  it('scraps that are here come first, and only what they do not hold is bought', () => {
    const base = grounds(200, 200, 4);
    const here = needs(
      { ...base, fabrics: [cotton({ stock: [{ widthMm: 410, heightMm: 410, count: 1, outline: null }] })] },
      'fabric',
      'cotton',
    );
    expect(here.buy).to.equal(null);
    expect(here.short).to.deep.equal({});
    const half = needs(
      { ...base, fabrics: [cotton({ stock: [{ widthMm: 410, heightMm: 210, count: 1, outline: null }] })] },
      'fabric',
      'cotton',
    );
    expect(half.short.areaMm2).to.equal(2 * 200 * 200);
    expect(half.short.lengthMm).to.be.closeTo(200, 0.5);
    expect(half.layout?.strips.map((s) => [s.from, s.placements.length])).to.deep.equal([
      ['here', 2],
      ['bought', 2],
    ]);
  });

  it('many alike lie the way that fills the width, as anyone would lay them', () => {
    // 500 × 700 mm on 1060: two side by side upright, and an odd one lying across.
    for (const [count, mm] of [
      [2, 700],
      [9, 4 * 700 + 500],
      [200, 100 * 700],
    ] as const)
      expect(needs(grounds(500, 700, count), 'fabric', 'cotton').short.lengthMm, String(count)).to.be.closeTo(mm, 1);
  });

  it('copies and bags multiply what it takes', () => {
    const one = needs(grounds(300, 300, 1), 'fabric', 'cotton');
    const bags = needs(grounds(300, 300, 1, { kits: ['Ada', 'Ben', 'Cleo'] }), 'fabric', 'cotton');
    expect(bags.need.areaMm2).to.equal(3 * (one.need.areaMm2 ?? 0));
    expect(needs(grounds(300, 300, 3), 'fabric', 'cotton').short.lengthMm).to.equal(bags.short.lengthMm);
  });
});

describe('cutting from a print', () => {
  const motif = { id: 'm', outline: square(40, 0, 0), print: { xMm: 0, yMm: 0, rotateDeg: 0 } };

  it('lays each where the print comes round: columns and rows counted by hand', () => {
    // Repeats of 100 across: pieces of 40 from 0 fit at 0, 100, 200 … 900 and 1000 of 1060 mm, eleven in a row.
    const { placements } = onPrint([{ ...motif, count: 23 }], { acrossMm: 100, alongMm: 150 }, 1060, 0);
    const rows = new Map<number, number>();
    for (const p of placements) {
      const b = boundsOf(placedRegion(motif.outline, p));
      expect(((b.minY % 100) + 100) % 100).to.be.closeTo(0, 1e-6);
      rows.set(Math.round(b.minX), (rows.get(Math.round(b.minX)) ?? 0) + 1);
    }
    const xs = [...rows.keys()].sort((a, b) => a - b);
    expect([...rows.values()].sort((a, b) => b - a)).to.deep.equal([11, 11, 1]);
    expect(nth(xs, 1) - nth(xs, 0)).to.equal(150);
    expect(nth(xs, 2) - nth(xs, 1)).to.equal(150);
  });

  it('a piece as large as its repeat, or larger, takes every second one', () => {
    const { placements } = onPrint(
      [{ ...motif, outline: square(110), count: 6 }],
      { acrossMm: 100, alongMm: 100 },
      1060,
      0,
    );
    const ys = placements.map((p) => Math.round(boundsOf(placedRegion(square(110), p)).minY)).sort((a, b) => a - b);
    // Five in a row of 1060 mm, and the sixth begins the next.
    expect(ys).to.deep.equal([0, 0, 200, 400, 600, 800]);
  });

  it('two places on the same print never lie on each other, and what is wider than the cloth is told', () => {
    const random = seeded(3);
    for (let n = 0; n < 30; n++) {
      const pieces = [0, 1, 2].map((i) => ({
        id: `p${i}`,
        outline: square(20 + random() * 80),
        count: 1 + Math.floor(random() * 4),
        print: { xMm: random() * 90 - 45, yMm: random() * 90 - 45, rotateDeg: [0, 90, 30][i] ?? 0 },
      }));
      const { placements } = onPrint(pieces, { acrossMm: 60 + random() * 90, alongMm: 60 + random() * 90 }, 700, 4);
      const boxes = placements.map((p) => boundsOf(placedRegion(nth(pieces, Number(p.id.slice(1))).outline, p)));
      boxes.forEach((a, i) => {
        expect(a.minX).to.be.at.least(-1e-6);
        expect(a.minY).to.be.at.least(-1e-6);
        expect(a.maxY).to.be.at.most(700 + 1e-6);
        for (const b of boxes.slice(0, i))
          expect(
            a.minX < b.maxX + 3.99 && b.minX < a.maxX + 3.99 && a.minY < b.maxY + 3.99 && b.minY < a.maxY + 3.99,
          ).to.equal(false);
      });
      expect(placements.length).to.equal(pieces.reduce((sum, p) => sum + p.count, 0));
    }
    expect(
      onPrint([{ ...motif, outline: square(300), count: 1 }], { acrossMm: 50, alongMm: 50 }, 250, 0).tooWide,
    ).to.deep.equal(['m']);
  });

  it('takes more cloth than pieces from anywhere; unknown or too large repeats are told and the list stands', () => {
    const fussy = (more: Partial<Gathering>): Need =>
      needs(
        project([piece('a', square(60), { route: 'cut-from-print', count: 12 })], {
          fabrics: [
            cotton(),
            cotton({ id: 'ground', stock: [{ widthMm: 900, heightMm: 900, count: 1, outline: null }] }),
          ],
          ground: { fabricId: 'ground' },
          gathering: gathering(more),
        }),
        'fabric',
        'cotton',
      );
    const unknown = fussy({});
    expect(unknown.troubles.map((t) => t.code)).to.include('repeat-unknown');
    const known = fussy({ repeats: [{ fabricId: 'cotton', acrossMm: 200, alongMm: 200 }] });
    expect(known.troubles.map((t) => t.code)).to.not.include('repeat-unknown');
    // With a repeat left free beside the selvedge four in a row of 1060 mm: three rows 200 apart, the last piece with its margins of 8 mm, and a repeat more.
    expect(known.short.lengthMm).to.be.closeTo(2 * 200 + 76 + 200, 0.1);
    expect(known.short.lengthMm ?? 0).to.be.above(2 * (unknown.short.lengthMm ?? 0));
    const beyond = fussy({ repeats: [{ fabricId: 'cotton', acrossMm: 1500, alongMm: 300 }] });
    expect(beyond.troubles.map((t) => t.code)).to.include('repeat-beyond-cloth');
    expect(beyond.buy).to.not.equal(null);
  });
});

describe('the rest of the list', () => {
  sweep('web is what Trace counts where a roll is long enough, and copies take more', () => {
    const base = project([piece('a', square(90)), piece('b', square(60), { at: { xMm: 200, yMm: 0, rotateDeg: 0 } })]);
    const need = needs(base, 'web', 'web');
    const plan = planProject(base);
    const rows = nth(plan.webUse, 0);
    expect(need.need.lengthMm).to.be.at.most(rows.rowsLengthMm + 0.01);
    expect(need.short).to.deep.equal({});
    const many = needs({ ...base, articles: base.articles.map((a) => ({ ...a, count: 60 })) }, 'web', 'web');
    expect(many.need.lengthMm ?? 0).to.be.above(20 * (need.need.lengthMm ?? 0));
    expect(many.buy).to.not.equal(null);
  });

  sweep('a roll is cheaper than a packet when there is much to do, and a packet when there is little', () => {
    const key = 'web:web';
    const offers = [
      offer({ key, id: 'by-length', as: 'by-length', sold: false }),
      offer({ key, id: 'packet', as: 'packet', widthMm: 432, lengthMm: 914.4, price: 6 }),
      offer({ key, id: 'roll', as: 'roll', widthMm: 432, lengthMm: 9144, price: 30 }),
    ];
    const of = (count: number): string[] => {
      const base = project([piece('a', square(180), { count })], {
        webs: [web({ stockMm: 0 })],
        gathering: gathering({ offers }),
      });
      return needs(base, 'web', 'web').buy?.lines.map((l) => `${l.count} ${l.as}`) ?? [];
    };
    expect(of(4)).to.deep.equal(['1 packet']);
    expect(of(60)).to.deep.equal(['1 roll']);
  });

  it('thread is what Edge counts, above and below, and spools cover what is short', () => {
    const p = laidByRecipe(DEMO['harbour-light']());
    const plan = planProject(p);
    const g = gatherOf(p, plan);
    for (const t of plan.edge.threads) {
      const need = needOf(g, 'thread', t.threadId ?? `${t.kind} ${t.colour}`);
      if (t.topMm + t.bobbinMm > 0) expect(need?.need.lengthMm).to.be.closeTo(t.topMm + t.bobbinMm, 1e-6);
      if (t.threadId === null) expect(need?.buy?.lines).to.have.length(1);
    }
    expect(g.needs.filter((n) => n.kind === 'thread').length).to.be.above(8);
  });

  sweep('needles, paint, parchment and pages come from the steps, and what is here of them counts', () => {
    const painted = project([piece('a', square(90))], { intent: { laundering: 'often', hand: 'soft', edge: 'paint' } });
    expect(needs(painted, 'other', 'paint').need.count).to.equal(1);
    const sewn = project([piece('a', square(90))]);
    expect(needs(sewn, 'other', 'machine-needle').short.count).to.equal(1);
    const have = gathering({ have: [{ key: 'other:machine-needle', amount: 3 }] });
    const need = needs({ ...sewn, gathering: have }, 'other', 'machine-needle');
    expect(need.short).to.deep.equal({});
    expect(need.buy).to.equal(null);
    expect(needs(sewn, 'other', 'parchment').need.count).to.equal(1);
    expect(needs(sewn, 'other', 'printer-paper').need.count ?? 0).to.be.above(0);
    expect(needOf(gather(sewn).gather, 'other', 'blade')).to.equal(undefined);
    const machine = project([piece('a', square(90), { count: 200 })], { route: 'cutter-liner-up' });
    // 200 × 360 mm are 72 m: a blade does for 60.
    expect(needs(machine, 'other', 'blade').need.count).to.equal(2);
  });

  it('a quilt takes wadding and a backing larger than its ground all round', () => {
    const p = project([piece('a', square(90))]);
    const quilted = { ...p, layering: { ...p.layering, quilted: true } };
    const wadding = needs(quilted, 'wadding', 'wadding');
    // 25 mm beyond the ground on every side, 50 mm of the backing: the trade handbook’s figures.
    expect(wadding.need.areaMm2).to.equal(450 * 450);
    expect(needs(quilted, 'other', 'quilt-backing').need.areaMm2).to.equal(500 * 500);
    expect(needOf(gather(p).gather, 'wadding', 'wadding')).to.equal(undefined);
  });

  it('tape is counted by its length, and bought by it', () => {
    const base = laidByRecipe({
      ...project([]),
      recipe: { id: 'hem', answers: { hemLengthMm: 1800, turnUpMm: 40 } },
      webs: [web({ id: 'tape', form: 'tape', widthMm: 20, stockMm: 500 })],
    });
    const plan = planProject(base);
    const need = needOf(gatherOf(base, plan), 'web', 'tape');
    const cut = plan.making.steps.flatMap((s) => (s.does.code === 'cut-tape' ? [s.does.lengthMm * s.copies] : []));
    expect(cut.length).to.be.above(0);
    expect(need?.need.lengthMm).to.be.closeTo(
      cut.reduce((a, b) => a + b, 0),
      1e-6,
    );
    expect(need?.buy).to.not.equal(null);
  });
});

describe('a roll that is only so long', () => {
  sweep('bears nothing beyond its end, however many parts there are and however little time', () => {
    for (const count of [3, 60, 400, 900]) {
      const result = nest({
        widthMm: 432,
        lengthMm: 1000,
        spacingMm: 12,
        rotations: 'free',
        seconds: 0.02,
        seed: 1,
        parts: [{ id: 'a', outline: square(90), count }],
      });
      expect(result.lengthMm, String(count)).to.be.at.most(1000 + 1e-6);
      // Four rows of 102 mm across 432, nine along 1000, the last of them without its gap.
      expect(result.placements.length, String(count)).to.equal(Math.min(count, 36));
      expect(result.unplaced.reduce((n, u) => n + u.copies, 0)).to.equal(count - result.placements.length);
    }
  });
});

describe('what it costs', () => {
  const priced = (count: number, more: Partial<Gathering> = {}): Project =>
    grounds(500, 400, count, {
      offers: only(offer({ id: 'by-length', as: 'by-length', widthMm: 1060, lengthMm: 100, price: 12 })),
      ...more,
    });

  it('is the price of what is bought, in steps of the bolt', () => {
    // Two side by side on 1060 mm: 400 mm of it at 12.00 a metre.
    expect(gather(priced(2)).gather.cost).to.be.closeTo(4.8, 1e-9);
    expect(gather(priced(3)).gather.cost).to.be.closeTo(9.6, 1e-9);
  });

  it('a voucher takes its share off all, or off one thing', () => {
    expect(gather(priced(2, { voucher: { percent: 25, on: null } })).gather.cost).to.be.closeTo(3.6, 1e-9);
    expect(gather(priced(2, { voucher: { percent: 25, on: 'fabric:cotton' } })).gather.saved).to.be.closeTo(1.2, 1e-9);
    expect(gather(priced(2, { voucher: { percent: 25, on: 'web:other' } })).gather.saved).to.equal(0);
    expect(costOf([], { percent: 50, on: null })).to.deep.equal({ cost: 0, saved: 0, unpriced: 0 });
  });

  it('one more costs what its cloth costs: nothing where there is room beside the first', () => {
    const one = priced(1);
    const two = priced(2);
    const [first] = articleCosts(one, planProject(one));
    expect(first?.alone).to.be.closeTo(4.8, 1e-9);
    expect(first?.oneMore).to.be.closeTo(0, 1e-9);
    expect(articleCosts(two, planProject(two))[0]?.oneMore).to.be.closeTo(4.8, 1e-9);
  });

  it('without prices what buys least is proposed, and told', () => {
    const need = needs(grounds(400, 400, 1), 'fabric', 'cotton');
    expect(need.troubles.map((t) => t.code)).to.include('no-price');
    expect(need.buy?.price).to.equal(null);
    // A fat quarter is 0.255 m², 400 mm of a bolt 0.424 m².
    expect(need.buy?.lines.map((l) => l.as)).to.deep.equal(['fat-quarter']);
    // One that has a price goes before what has none.
    const offers = [offer({ id: 'by-length', as: 'by-length', widthMm: 1060, lengthMm: 100, price: 12 })];
    expect(needs(grounds(400, 400, 1, { offers }), 'fabric', 'cotton').buy?.lines.map((l) => l.as)).to.deep.equal([
      'by-length',
    ]);
  });
});

describe('what stands in for what is short', () => {
  const stock = [{ widthMm: 500, heightMm: 500, count: 1, outline: null }];
  const cloth = (id: string, colour: string, more: Partial<Fabric> = {}): Fabric =>
    cotton({ id, name: id, colour, stock, ...more });
  const base = project(
    [
      piece('a', square(200), { fabricId: 'red' }),
      piece('b', square(200), { fabricId: 'pink', at: { xMm: 0, yMm: 200, rotateDeg: 0 } }),
    ],
    {
      ground: { fabricId: 'white' },
      fabrics: [
        cloth('white', '#f4f0e8'),
        cloth('red', '#b02030', { stock: [] }),
        cloth('pink', '#c04050', { stock: [] }),
        cloth('near', '#b22232'),
        cloth('next', '#bc3a4a'),
        cloth('blue', '#2040a0'),
      ],
    },
  );
  const plan = planProject(base);
  const list = gatherOf(base, plan);

  it('is the nearest colour of which there is enough, and never one that vanishes on its ground', () => {
    const near = nearCloths(base, plan, list, []);
    expect(near.get('fabric:red')?.map((s) => s.to.id)).to.deep.equal(['near', 'next']);
    expect(near.get('fabric:pink')?.map((s) => s.to.id)).to.deep.equal(['next', 'near']);
    const small = {
      ...base,
      fabrics: base.fabrics.map((f) => (f.id === 'near' ? { ...f, stock: [{ ...nth(stock, 0), widthMm: 100 }] } : f)),
    };
    expect(
      nearCloths(small, plan, gatherOf(small, plan), [])
        .get('fabric:red')
        ?.map((s) => s.to.id),
    ).to.deep.equal(['next']);
    const onRed = {
      ...base,
      articles: base.articles.map((a) => ({ ...a, ground: a.ground && { ...a.ground, fabricId: 'next' } })),
    };
    expect(
      nearCloths(onRed, plan, gatherOf(onRed, plan), [])
        .get('fabric:red')
        ?.map((s) => s.to.id) ?? [],
    ).to.not.include('next');
  });

  it('all together: the least change of look that what is here allows, as every choice would say', () => {
    const all = swapAll(base, plan, list, []);
    expect(all?.map((s) => [s.fromId, s.to.id])).to.deep.equal([
      ['red', 'near'],
      ['pink', 'next'],
    ]);
    const then = swapped(base, all ?? []);
    expect(gatherOf(then, planProject(then)).needs.filter((n) => n.kind === 'fabric' && n.buy)).to.deep.equal([]);
    expect(parseProject(then).ok).to.equal(true);
    // Only one is left, and it holds one of the two: it cannot be done.
    const one = {
      ...base,
      fabrics: base.fabrics
        .filter((f) => f.id !== 'next')
        .map((f) =>
          f.id === 'near' ? { ...f, stock: [{ widthMm: 230, heightMm: 230, count: 1, outline: null }] } : f,
        ),
    };
    expect(swapAll(one, plan, gatherOf(one, plan), [])).to.equal(null);
  });

  it('comes from the drawer as well, and into the project with its pieces', () => {
    const drawer = [cloth('drawer-red', '#b02131')];
    const [first] = nearCloths(base, plan, list, drawer).get('fabric:red') ?? [];
    expect(first?.to.id).to.equal('drawer-red');
    const next = swapped(base, first ? [first] : []);
    expect(next.fabrics.some((f) => f.id === 'drawer-red')).to.equal(true);
    expect(next.pieces.find((x) => x.id === 'a')?.fabricId).to.equal('drawer-red');
    expect(next.pieces.find((x) => x.id === 'b')?.fabricId).to.equal('pink');
  });
});

describe('once it is cut', () => {
  const area = (f: Pick<Fabric, 'stock'>): number =>
    f.stock.reduce((sum, s) => sum + s.count * (s.outline ? areaMm2(regionOf(s.outline)) : s.widthMm * s.heightMm), 0);

  it('what was cut from is gone and its rest is there with its size, by hand', () => {
    const p = {
      ...grounds(300, 200, 1),
      fabrics: [cotton({ stock: [{ widthMm: 500, heightMm: 400, count: 2, outline: null }] })],
    };
    const { stock } = inMap(takeAll(p, gather(p).gather).fabrics, 'cotton');
    // One of the two is left whole; of the other a strip as wide as it, and a rest beside the ground.
    expect(stock[0]).to.deep.equal({ widthMm: 500, heightMm: 400, count: 1, outline: null });
    const rest = stock.slice(1).map((s) => [s.widthMm, s.heightMm].sort((a, b) => a - b));
    expect(rest).to.have.length(2);
    expect(rest.reduce((sum, [a = 0, b = 0]) => sum + a * b, 0)).to.be.closeTo(500 * 400 - 300 * 200, 500);
  });

  it('nothing comes out of nothing: what is left and what was cut is no more than there was, on all demos', () => {
    for (const make of Object.values(DEMO)) {
      const { project: p, gather: g } = gather(make());
      const taken = takeAll(p, g);
      for (const [id, after] of taken.fabrics) {
        const need = g.needs.find((n) => n.id === id && n.layout);
        const before = p.fabrics.find((f) => f.id === id);
        if (!need || !before) throw new Error(id);
        const bought =
          need.layout?.strips.filter((s) => s.from === 'bought').reduce((sum, s) => sum + s.lengthMm * s.widthMm, 0) ??
          0;
        expect(area(after) + (need.need.areaMm2 ?? 0), id).to.be.at.most(area(before) + bought + 1);
      }
      for (const [id, after] of taken.webs) {
        const before = p.webs.find((w) => w.id === id);
        expect(after.stockMm, id).to.be.at.most(before?.stockMm ?? 0);
      }
      for (const [id, after] of taken.threads) {
        const before = p.threads.find((t) => t.id === id);
        expect(after.stockMm, id).to.be.below(before?.stockMm ?? 0);
      }
      // The project bears what was booked.
      const booked = {
        ...p,
        fabrics: p.fabrics.map((f) => ({ ...f, ...taken.fabrics.get(f.id) })),
        webs: p.webs.map((w) => ({ ...w, ...taken.webs.get(w.id) })),
      };
      expect(parseProject(booked).ok, p.name).to.equal(true);
    }
  });

  it('a roll is shorter by what was laid on it; what is booked is not asked for again', () => {
    const p = project([piece('a', square(90))]);
    const g = gather(p).gather;
    const need = needOf(g, 'web', 'web');
    expect(inMap(takeAll(p, g).webs, 'web').stockMm).to.be.closeTo(2000 - (need?.need.lengthMm ?? 0), 1e-6);
    const after = {
      ...p,
      gathering: gathering({
        taken: { at: 1, keys: [...takeAll(p, g).keys], before: { fabrics: [], webs: [], threads: [] } },
      }),
    };
    const again = gather(after).gather;
    expect(again.needs.every((n) => n.taken && n.buy === null)).to.equal(true);
    expect(takeAll(after, again).keys).to.deep.equal([]);
  });
});

describe('what cannot be had', () => {
  it('a bolt narrower than a piece: said by name and size, the rest of the list stands', () => {
    const p = project([piece('Mast', 'M0 0h300v320h-300z')], {
      ground: { widthMm: 200, heightMm: 200 },
      gathering: gathering({
        offers: only(offer({ id: 'by-length', as: 'by-length', widthMm: 250, lengthMm: 100, price: 5 })),
      }),
    });
    const { project: laid, gather: g } = gather(p);
    const need = needOf(g, 'fabric', 'cotton');
    expect(need?.troubles.map((t) => t.code)).to.include('no-room');
    const [said] = need?.troubles.filter((t) => t.code === 'no-room').map((t) => needTroubleWords(t, need, laid)) ?? [];
    expect(said).to.match(/^Mast \(1\) is 31\.6 cm across\. Nothing you have or can buy is wider than 25 cm\./);
    expect(need?.buy?.lines[0]?.as).to.equal('by-length');
    expect(g.needs.some((n) => n.kind === 'web')).to.equal(true);
  });

  it('nothing sold, and nothing here at all', () => {
    const p = grounds(300, 300, 1, { offers: only() });
    const need = needs(p, 'fabric', 'cotton');
    expect(need.troubles.map((t) => t.code).sort()).to.deep.equal(['none-sold', 'nothing-here']);
    expect(need.buy).to.equal(null);
    expect(need.short.areaMm2).to.equal(90_000);
  });

  it('what cannot be had stands on the printed list as that, never as nothing to buy, and no sum is said of it', () => {
    const p = grounds(300, 300, 1, { offers: only() });
    const { project: laid, gather: g } = gather(p);
    const plan = planProject(laid);
    const page = gatherSheet('list', laid, plan, g, 'a4').pages.flatMap((x) =>
      x.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])),
    );
    expect(page).to.include('1 line can’t be bought in the sizes that are sold: Gather says why.');
    expect(page.filter((t) => /in all/.test(t))).to.deep.equal([]);
    const [head, first] = gatherCsv(laid, plan, g).split('\n');
    expect(head).to.equal('what,needed,here,to buy,price,in the basket');
    expect(first).to.match(/^Test cotton,.*,none here,can’t be bought in these sizes,,no$/);
  });

  it('tells the sum only of what has a price', () => {
    const lead = (priced: (number | null)[], lost: Need['troubles'] = []): string[] => {
      const { project: laid, gather: g } = gather(grounds(300, 300, 1));
      const [need] = g.needs.filter((n) => n.buy !== null);
      if (!need?.buy) throw new Error('nothing is bought');
      const bought = priced.map((price): Need => ({ ...need, buy: need.buy && { ...need.buy, price } }));
      const sums = {
        needs: lost.length > 0 ? [...bought, { ...need, buy: null, troubles: lost }] : bought,
        cost: priced.reduce<number>((sum, x) => sum + (x ?? 0), 0),
        saved: 0,
        unpriced: priced.filter((x) => x === null).length,
      };
      return gatherSheet('list', laid, planProject(laid), sums, 'a4').pages.flatMap((x) =>
        x.marks.flatMap((m) => (m.type === 'text' ? [m.text] : [])),
      );
    };
    expect(lead([4, 2.5])).to.include('6.50 in all. Everything counted.');
    const lost = lead([4, 2.5], [{ code: 'none-sold' }]);
    expect(lost).to.include('6.50 in all. What can’t be bought is not counted.');
    expect(lead([4, null])).to.include('4.00 in all. 1 line without a price, not counted.');
    expect(lead([null, null])).to.include('No prices were entered.');
    expect(lead([])).to.include('Nothing to buy.');
  });

  it('odd projects give a list and never throw: random ones, spoken as the endpoint answers', function () {
    this.timeout(60_000);
    const random = seeded(77);
    for (let n = 0; n < cases(20); n++) {
      const pieces = Array.from({ length: 1 + Math.floor(random() * 6) }, (_, i) =>
        piece(`p${i}`, square(5 + random() * 300), {
          count: 1 + Math.floor(random() * 4),
          at: { xMm: random() * 300, yMm: random() * 300, rotateDeg: random() * 360 },
        }),
      );
      const p = project(pieces, {
        units: random() < 0.5 ? 'in' : 'mm',
        fabrics: [
          cotton({
            oneWay: random() < 0.5,
            stock:
              random() < 0.5
                ? []
                : [{ widthMm: 100 + random() * 600, heightMm: 100 + random() * 600, count: 2, outline: null }],
          }),
        ],
        gathering: gathering({ sparePercent: random() * 50, kits: random() < 0.3 ? ['a', 'b'] : [] }),
      });
      const plan = planProject(p);
      const g = gatherOf(p, plan);
      const said = { ...spokenPlan(plan, p), gather: spokenGather(g, p) };
      expect(planSchema.safeParse(said).error?.issues ?? []).to.deep.equal([]);
      expect(JSON.stringify(said.gather)).to.not.match(/NaN|undefined|Infinity/);
      for (const need of g.needs) expect(amountWords(need.need, need.kind, p.units)).to.not.match(/NaN|none/);
    }
  });
});

describe('how long the list takes', () => {
  it('each need is looked up once: 60 pieces of 10 cloths give 10 needs of cloth', function () {
    this.timeout(60_000);
    const fabrics = Array.from({ length: 10 }, (_, i) => cotton({ id: `c${i}`, name: `Fabric ${i}` }));
    const pieces = Array.from({ length: 60 }, (_, i) =>
      piece(`p${i}`, square(20 + (i % 9) * 5), {
        fabricId: `c${i % 10}`,
        at: { xMm: (i * 37) % 900, yMm: (i * 53) % 900, rotateDeg: 0 },
      }),
    );
    const p = project(pieces, { fabrics, ground: { fabricId: 'c0', widthMm: 1000, heightMm: 1000 } });
    const plan = planProject(p);
    const shares: number[] = [];
    const g = gatherOf(p, plan, { onProgress: (s) => shares.push(s) });
    expect(g.needs.filter((n) => n.kind === 'fabric')).to.have.length(10);
    expect(shares.at(-1)).to.equal(1);
    expect(shares).to.have.length.above(10);
    expect(() => gatherOf(p, plan, { stop: () => true })).to.throw(/^$/);
  });

  it('the drawer of the demo holds what its lists ask for', () => {
    const { fabrics } = demoDrawer();
    expect(fabrics.length).to.be.above(10);
  });
});
