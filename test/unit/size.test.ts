// One meaning of size: finished, cut, sewn up, what lies beneath; what is cut for it; and old files that meant the cloth. Sums are made by hand beside each.
import { expect } from 'chai';
import fc from 'fast-check';
import { assertThere, nth } from '~/core/base/lists';
import { areaMm2, boundsOf, difference, intersection, regionOf } from '~/core/base/shape';
import { fabricFrom } from '~/core/choose/material';
import { gatherOf, needOf } from '~/core/cut/gather';
import { patchesOf } from '~/core/cut/layout';
import {
  type Around,
  cutOutline,
  cutRegion,
  type Gathering,
  type GatherPlan,
  type Ground,
  migrate,
  type Need,
  NOTHING_AROUND,
  newGround,
  type Piece,
  type Project,
  parseProject,
  type SewingUp,
  type Step,
  USUAL_GATHERING,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { joinedOf, partsOf, sizesOf, stockWashed, widthsOf } from '~/core/lay/size';
import { planProject } from '~/core/plan';
import { DEMO } from '~/demo';
import { planSchema, spokenPlan, stepWords } from '~/words';
import { cases } from '../cases';
import { cotton, piece, project, square } from './helpers';

const IN = 25.4;
const at = (xMm: number, yMm: number): Partial<Piece> => ({ at: { xMm, yMm, rotateDeg: 0 } });
const around = (more: Partial<Around>): Around => ({ ...NOTHING_AROUND, ...more });
const gathering = (more: Partial<Gathering> = {}): Gathering => ({
  ...structuredClone(USUAL_GATHERING),
  sparePercent: 0,
  ...more,
});
/** One thing on a ground of plain cotton, of which nothing is here; its edges of another. */
const thing = (
  ground: Partial<Ground>,
  more: { count?: number; around?: Partial<Around>; gathering?: Partial<Gathering> } & Partial<
    Omit<Project, 'gathering' | 'bench'>
  > = {},
): Project => {
  const { count = 1, around: round = {}, gathering: gathers = {}, ...rest } = more;
  const p = project([], { ground, gathering: gathering(gathers), ...rest });
  return {
    ...p,
    fabrics: [...p.fabrics.map((f) => ({ ...f, stock: [] })), cotton({ id: 'edge', name: 'Edge', stock: [] })],
    articles: p.articles.map((a) => ({ ...a, count, around: around(round) })),
  };
};
const sizes = (p: Project) => assertThere(sizesOf(p).articles[0], 'an article');
const gathered = (p: Project): GatherPlan => gatherOf(laidByRecipe(p), planProject(laidByRecipe(p)));
const need = (p: Project, kind: Need['kind'], id: string): Need | undefined => needOf(gathered(p), kind, id);
/** Parts as they are cut, each as [what, across, along, how many], to a tenth of a millimetre. */
const strips = (p: Project): (readonly [string, number, number, number])[] =>
  partsOf(p).map((x) => [x.is, round(x.wideMm), round(x.longMm), x.count] as const);
const round = (mm: number): number => Math.round(mm * 10) / 10;
const inch = (n: number): number => round(n * IN);
const box = (w: number, h: number) => ({ widthMm: w, heightMm: h });
const near = (got: { widthMm: number; heightMm: number } | null, w: number, h: number): void => {
  expect(got?.widthMm).to.be.closeTo(w, 0.01);
  expect(got?.heightMm).to.be.closeTo(h, 0.01);
};
const doings = (p: Project): SewingUp['code'][] =>
  planProject(laidByRecipe(p)).making.steps.map((s) => s.does.code as SewingUp['code']);
const said = (p: Project, code: SewingUp['code']): string => {
  const plan = planProject(laidByRecipe(p));
  const step = assertThere(
    plan.making.steps.find((s: Step) => s.does.code === code),
    code,
  );
  return stepWords(p, plan)(step);
};

describe('size: ten things worked out by hand, to the millimetre and the unit that is sold', () => {
  it('a row of 36 × 9 in: finished so, half an inch more of cloth each way', () => {
    const p = thing({ widthMm: 36 * IN, heightMm: 9 * IN, seamAllowanceMm: IN / 4 }, { units: 'in' });
    near(sizes(p).finished, 36 * IN, 9 * IN);
    near(sizes(p).cut, 36.5 * IN, 9.5 * IN);
    near(sizes(p).top, 36.5 * IN, 9.5 * IN);
    expect(sizes(p).wadding).to.equal(null);
    // Off a bolt of 1060 mm it lies across: 927.1 mm; so along the bolt 241.3 mm, sold by the quarter yard: two of 228.6.
    const cotton = need(p, 'fabric', 'cotton');
    expect(cotton?.need.areaMm2).to.be.closeTo(36.5 * 9.5 * IN * IN, 1);
    expect(cotton?.buy?.lines).to.have.length(1);
    expect(said(p, 'cut-ground')).to.equal(
      'Cut the background from Test cotton, 36 1/2" × 9 1/2". That is 36" × 9" finished, with a seam of 1/4" all round.',
    );
  });

  it('a cushion of 40 cm with a seam of 1 cm and a back of two panels: front 42, panels 31 × 42 cm', () => {
    const p = thing(
      { widthMm: 400, heightMm: 400, seamAllowanceMm: 10 },
      { around: { back: { fabricId: 'edge', how: 'envelope', gapMm: 0 } } },
    );
    near(sizes(p).cut, 420, 420);
    // Half of 420, 75 past the middle, 25 of hem: 310. They lie 150 over one another.
    expect(strips(p)).to.deep.equal([['back', 310, 420, 2]]);
    expect(need(p, 'fabric', 'edge')?.need.areaMm2).to.be.closeTo(2 * 310 * 420, 1);
    expect(doings(p)).to.include.ordered.members(['cut-ground', 'cut-around', 'sew-back']);
  });

  it('a banner of 60 × 18 in with a binding of 2½ in: in one piece along the cloth, five strips across it', () => {
    const p = thing(
      { widthMm: 60 * IN, heightMm: 18 * IN, seamAllowanceMm: IN / 4 },
      { units: 'in', around: { binding: { fabricId: 'edge', wideMm: 2.5 * IN, run: 'across' } } },
    );
    near(sizes(p).top, 60.5 * IN, 18.5 * IN);
    const widths = assertThere(widthsOf(p, nth(p.articles, 0)), 'it is longer than the cloth is wide');
    expect(widths).to.deep.include({ can: true, seamed: false, panels: 2 });
    // Round the raw edge 158 in and 250 mm more: 4263.2 mm. (4263.2 − 63.5) / (1060 − 63.5) = 4.2: five strips.
    expect(strips(p)).to.deep.equal([['binding', inch(2.5), round(158 * IN + 250), 1]]);
    const edge = assertThere(need(p, 'fabric', 'edge'), 'a binding');
    expect(edge.layout?.strips.flatMap((s) => s.placements).length).to.equal(5);
    expect(edge.short.lengthMm).to.be.closeTo(5 * 2.5 * IN, 1);
  });

  it('a quilt of twelve blocks of 12 in, three to a row, sashing 2 in, border 4 in: 48½ × 62½ in as sewn', () => {
    const p = thing(
      { widthMm: 12 * IN, heightMm: 12 * IN, seamAllowanceMm: IN / 4 },
      {
        count: 12,
        top: {
          columns: 3,
          sashing: { fabricId: 'edge', wideMm: 2 * IN },
          around: around({ border: { fabricId: 'edge', wideMm: 4 * IN, run: 'along' } }),
        },
      },
    );
    p.layering.quilted = true;
    // Across 3 · 12 + 2 · 2 = 40, down 4 · 12 + 3 · 2 = 54; with borders 48 × 62; with its outer seams half an inch more.
    near(sizes(p).finished, 12 * IN, 12 * IN);
    near(sizes(p).cut, 12.5 * IN, 12.5 * IN);
    near(sizes(p).top, 48.5 * IN, 62.5 * IN);
    near(sizes(p).wadding, 48.5 * IN + 50, 62.5 * IN + 50);
    near(sizes(p).backing, 48.5 * IN + 100, 62.5 * IN + 100);
    expect(strips(p)).to.deep.equal([
      ['sashing', inch(2.5), inch(12.5), 8],
      ['sashing', inch(2.5), inch(40.5), 3],
      ['border', inch(4.5), inch(54.5), 2],
      ['border', inch(4.5), inch(48.5), 2],
    ]);
    // One wadding and one backing for all twelve, not twelve.
    const wadding = assertThere(need(p, 'wadding', 'wadding'), 'wadding');
    expect(wadding.layout?.parts).to.have.length(1);
    expect(wadding.need.areaMm2).to.be.closeTo((48.5 * IN + 50) * (62.5 * IN + 50), 1);
    expect(doings(p)).to.include.ordered.members([
      'cut-ground',
      'cut-around',
      'join-blocks',
      'sew-border',
      'layer-sandwich',
      'quilt-it',
    ]);
  });

  it('two towels, one here: one to buy, no cloth off the bolt, nothing to cut', () => {
    const p = thing({ widthMm: 500, heightMm: 700, readyMade: { have: 1, washed: true } }, { count: 2 });
    expect(need(p, 'fabric', 'cotton')).to.equal(undefined);
    const towel = assertThere(need(p, 'other', 'made-up main'), 'a towel');
    expect([towel.need.count, towel.have.count, towel.short.count]).to.deep.equal([2, 1, 1]);
    expect(doings(p)).not.to.include('cut-ground');
  });

  it('one shirt that is here: nothing to buy for it, and nothing sewn round it that was asked for before', () => {
    const p = thing(
      { widthMm: 300, heightMm: 350, readyMade: { have: 1, washed: false } },
      { around: { border: { fabricId: 'edge', wideMm: 60, run: 'along' } } },
    );
    expect(strips(p)).to.deep.equal([]);
    expect(doings(p)).not.to.include('sew-border');
    expect(need(p, 'other', 'made-up main')?.buy).to.equal(null);
    expect(need(p, 'fabric', 'cotton')).to.equal(undefined);
  });

  it('an ornament from scraps, a link of a chain, a cover for a book: no ground, and the size they are drawn in', () => {
    for (const recipe of ['one-sided', 'two-sided', 'paper-backed'] as const) {
      const p = project([piece('a', 'M0 0H120V40H0Z', at(20, 20))], { recipe: { id: recipe, answers: {} } });
      const bare = laidByRecipe({ ...p, articles: p.articles.map((a) => ({ ...a, ground: null })) });
      const got = sizes(bare);
      near(got.finished, 120, 40);
      expect(got.cut, recipe).to.deep.equal(got.finished);
      expect([got.wadding, got.backing], recipe).to.deep.equal([null, null]);
      expect(doings(bare), recipe).not.to.include('cut-ground');
    }
  });

  it('a cushion of 16 in with a plain back, turned through a gap, cut 1 in larger and squared: 18½, trimmed to 16½', () => {
    const p = thing(
      { widthMm: 16 * IN, heightMm: 16 * IN, seamAllowanceMm: IN / 4, squaringMm: IN },
      { units: 'in', around: { back: { fabricId: 'edge', how: 'plain', gapMm: 5 * IN } } },
    );
    near(sizes(p).cut, 18.5 * IN, 18.5 * IN);
    near(sizes(p).top, 16.5 * IN, 16.5 * IN);
    expect(strips(p)).to.deep.equal([['back', inch(16.5), inch(16.5), 1]]);
    expect(doings(p)).to.include.ordered.members(['cut-ground', 'square-up', 'cut-around', 'sew-back']);
    expect(said(p, 'square-up')).to.equal(
      'Trim it to 16 1/2" × 16 1/2", seams included. Measure from the middle, so that the picture stays there.',
    );
    expect(said(p, 'sew-back')).to.equal(
      'Lay the back on the front, right sides facing. Sew around with a seam of 1/4", leaving 5" open in the bottom edge. Clip the corners and turn it. Close the gap by hand.',
    );
  });

  it('lines of one’s own stand in the list with what they cost', () => {
    const p = thing(
      { widthMm: 400, heightMm: 400 },
      {
        gathering: {
          own: [{ id: 'zip', name: 'Zip, 40 cm', count: 1 }],
          have: [],
          offers: [
            {
              key: 'other:own zip',
              id: 'single',
              as: 'single',
              widthMm: 0,
              lengthMm: 0,
              holds: 1,
              price: 2.5,
              sold: true,
            },
          ],
        },
      },
    );
    expect(need(p, 'other', 'own zip')?.buy).to.deep.include({ price: 2.5 });
  });
});

describe('size: a seam that nobody has given', () => {
  it('is the usual quarter inch: cut with it, said with it, and told as a problem', () => {
    const p = thing(
      { widthMm: 500, heightMm: 700 },
      { units: 'in', around: { border: { fabricId: 'edge', wideMm: 60, run: 'along' } } },
    );
    // 60 + 2 · 6.35, along 700; at the ends 500 + 2 · 60. What the seams take of the ground they give back outside the border.
    expect(strips(p)).to.deep.equal([
      ['border', 72.7, 700, 2],
      ['border', 72.7, 620, 2],
    ]);
    expect(said(p, 'sew-border')).to.match(/The seam is 1\/4"\./);
    expect(planProject(laidByRecipe(p)).snags.some((s) => s.code === 'no-seam')).to.equal(true);
  });
  it('what is of cloth that is gone is neither cut nor sewn', () => {
    const p = thing({ widthMm: 20, heightMm: 30 }, { around: { sleeve: { fabricId: 'gone', deepMm: 40 } } });
    expect([strips(p).length, doings(p).includes('sew-sleeve')]).to.deep.equal([0, false]);
  });
});

describe('size: long grounds', () => {
  const long = (pieces: Parameters<typeof project>[0], widthMm = 1500): Project => {
    const p = project(pieces, { ground: { widthMm, heightMm: 900 } });
    return { ...p, gathering: gathering({ seamed: [{ articleId: 'main', seamed: true }] }) };
  };
  it('two widths of 1500 mm meet in the middle where nothing lies there', () => {
    const w = assertThere(widthsOf(long([]), nth(long([]).articles, 0)), 'widths');
    expect(w.atMm).to.deep.equal([750]);
    expect(w.sizes.map((s) => round(s.widthMm))).to.deep.equal([762.7, 762.7]);
    expect(w.over).to.deep.equal([]);
  });
  it('the seam keeps clear of what lies there, as far as the width of the cloth allows', () => {
    // A piece from 700 to 800: its allowance of 12.7 and 5 mm beside it leave nothing between 682.3 and 817.7.
    const p = long([piece('a', square(100), at(700, 300))]);
    const w = assertThere(widthsOf(p, nth(p.articles, 0)), 'widths');
    const [seam] = w.atMm;
    expect(seam).to.satisfy((mm: number) => mm <= 682.3 || mm >= 817.7);
    expect(Math.abs((seam ?? 0) - 750)).to.be.at.most(73);
    expect(w.sizes.reduce((s, x) => s + x.widthMm, 0)).to.be.closeTo(1500 + 2 * 12.7, 0.01);
    expect(Math.max(...w.sizes.map((s) => s.widthMm))).to.be.at.most(1060);
    expect(w.over).to.deep.equal([]);
  });
  it('what cannot be kept clear is told', () => {
    const p = long([piece('a', 'M0 0H1300V100H0Z', at(100, 300))]);
    expect(widthsOf(p, nth(p.articles, 0))?.over).to.deep.equal(['a']);
    expect(planProject(p).snags.some((s) => s.code === 'over-a-seam')).to.equal(true);
  });
  it('are cut, joined and pressed before anything is laid', () => {
    const p = long([piece('a', square(100), at(100, 300))]);
    const order = doings(p);
    expect(order).to.include.ordered.members(['cut-panels', 'join-panels']);
    expect(order.indexOf('join-panels')).to.be.below(order.indexOf('press-ground' as SewingUp['code']));
    expect(said(p, 'join-panels')).to.equal(
      'Sew the widths together, right sides facing, with a seam of 1.3 cm. Press it open. Together they measure 150 × 90 cm.',
    );
  });
});

describe('size: a backing wider than its cloth', () => {
  it('is joined of two widths, cut the way that takes less of the bolt', () => {
    // 1200 × 1500 on 1060: upright two panels of 600 + 12.7 and 1500 long, 3000 in all; level two of 750 + 12.7, 2400 in all.
    expect(joinedOf(box(1200, 1500), 1060)).to.deep.equal([box(1200, 762.7), box(1200, 762.7)]);
    expect(joinedOf(box(1060, 1500), 1060)).to.deep.equal([box(1060, 1500)]);
    // 2200: two outer of 1060 − 12.7 hold 2094.6, so a third with two seams.
    expect(joinedOf(box(2200, 2200), 1060).map((s) => round(s.widthMm))).to.deep.equal([746, 758.7, 746]);
  });
  it('and can be bought', () => {
    const p = thing({ widthMm: 1000, heightMm: 1100 });
    p.layering.quilted = true;
    const backing = assertThere(need(p, 'other', 'quilt-backing'), 'a backing');
    // 1100 × 1200: two panels of 550 + 12.7 across, 1200 long each, or two of 600 + 12.7 and 1100 long: 2200 off the bolt.
    expect(backing.short.areaMm2).to.be.closeTo(1100 * (1200 + 25.4), 1);
    expect(backing.troubles.some((t) => t.code === 'no-room')).to.equal(false);
    expect(said(p, 'layer-sandwich' as SewingUp['code'])).to.match(/^Sew the backing together of 2 widths/);
  });
});

describe('size: every size follows from the finished one', () => {
  const mm = (least: number, most: number) => fc.integer({ min: least * 10, max: most * 10 }).map((n) => n / 10);
  it('for whatever is set', () => {
    fc.assert(
      fc.property(
        fc.record({
          w: mm(60, 900),
          h: mm(60, 900),
          seam: mm(0, 25),
          squaring: mm(0, 30),
          border: fc.option(mm(5, 200)),
          sashing: fc.option(mm(5, 80)),
          count: fc.integer({ min: 1, max: 12 }),
          columns: fc.option(fc.integer({ min: 1, max: 5 })),
        }),
        ({ w, h, seam, squaring, border, sashing, count, columns }) => {
          const ring = around(border === null ? {} : { border: { fabricId: 'edge', wideMm: border, run: 'along' } });
          const p = thing(
            { widthMm: w, heightMm: h, seamAllowanceMm: seam, squaringMm: squaring },
            {
              count,
              around: ring,
              top:
                columns === null
                  ? null
                  : {
                      columns,
                      sashing: sashing === null ? null : { fabricId: 'edge', wideMm: sashing },
                      around: ring,
                    },
            },
          );
          p.layering.quilted = true;
          const got = sizes(p);
          near(got.cut, w + 2 * (seam + squaring), h + 2 * (seam + squaring));
          const across = columns === null ? 1 : Math.min(columns, count);
          const down = columns === null ? 1 : Math.ceil(count / across);
          const between = columns === null ? 0 : (sashing ?? 0);
          const beyond = 2 * (border ?? 0) + 2 * seam;
          const top = [across * w + (across - 1) * between + beyond, down * h + (down - 1) * between + beyond] as const;
          near(got.top, ...top);
          near(got.wadding, top[0] + 50, top[1] + 50);
          near(got.backing, top[0] + 100, top[1] + 100);
          // Border strips meet round the top: two sides and two ends less the corners that they share are the ring itself.
          const ringMm2 = partsOf(p)
            .filter((x) => x.is === 'border')
            .reduce((mm2, x) => mm2 + (x.count / (columns === null ? count : 1)) * (border ?? 0) * x.longMm, 0);
          const inner = (top[0] - 2 * (border ?? 0)) * (top[1] - 2 * (border ?? 0));
          expect(ringMm2).to.be.closeTo(top[0] * top[1] - inner, 0.5);
        },
      ),
      { numRuns: cases(60) },
    );
  });

  it('no patch is larger than its cloth once that is washed', () => {
    const felt = (widthMm: number, heightMm: number) =>
      fabricFrom('quilting-cotton', {
        id: 'scrap',
        name: 'Scrap',
        stock: [{ widthMm, heightMm, count: 1, outline: null }],
      });
    for (const [w, h] of [
      [300, 260],
      [294, 250],
      [457, 559],
    ] as const) {
      const p = project([piece('a', square(60), { ...at(20, 20), fabricId: 'scrap' })], {
        intent: { laundering: 'often', hand: 'soft', edge: 'zigzag' },
      });
      p.fabrics = [...p.fabrics, felt(w, h)];
      p.schools = { ...p.schools, first: 'fuse-first' };
      const plan = planProject(p);
      const [here] = stockWashed(p, felt(w, h));
      // Cotton: 4 % along, 2 % across (estimated).
      expect(here).to.deep.include({ widthMm: w * 0.98, heightMm: h * 0.96 });
      for (const patch of patchesOf(p, plan).patches) {
        const long = Math.max(patch.widthMm, patch.heightMm);
        const short = Math.min(patch.widthMm, patch.heightMm);
        expect(long).to.be.below(Math.max(w * 0.98, h * 0.96));
        expect(short).to.be.below(Math.min(w * 0.98, h * 0.96));
      }
    }
  });
});

describe('size: files of before', () => {
  const old = (ground: object, version: 1 | 2 = 2): unknown => {
    const p = project([piece('a', square(50), at(120, 90))], {});
    const { swatches: _, top: __, ...doc } = structuredClone(p) as unknown as Record<string, unknown>;
    const cloth = { fabricId: 'cotton', widthMm: 500, heightMm: 400, ...ground };
    if (version === 2) return { ...doc, version, articles: [{ id: 'main', name: 'It', ground: cloth }] };
    const { articles: ___, recipe: ____, ...one } = doc;
    return {
      ...one,
      version,
      ground: cloth,
      intent: { ...p.intent, kind: 'applique' },
      bench: { ironId: p.bench.ironId, cover: 'none', surface: 'ironing-board' },
    };
  };
  const opened = (doc: unknown): Project => {
    const got = parseProject(doc);
    if (!got.ok) throw new Error(got.problems.map((x) => x.message).join('\n'));
    return got.project;
  };

  it('keep their cloth: the seams lay inside it, and what lies on it stays where it was on the cloth', () => {
    for (const version of [1, 2] as const) {
      const p = opened(old({ seamAllowanceMm: 12.5 }, version));
      const ground = assertThere(nth(p.articles, 0).ground, 'a ground');
      expect(ground).to.deep.include({ widthMm: 475, heightMm: 375, seamAllowanceMm: 12.5, squaringMm: 0 });
      near(sizes(p).cut, 500, 400);
      expect(nth(p.pieces, 0).at).to.deep.include({ xMm: 107.5, yMm: 77.5 });
    }
  });

  it('keep the shape of their cloth to two parts in ten thousand: curves are flattened once', () => {
    const shape = 'M40 400V120C60 20 220 0 250 0S440 20 460 120V400Z';
    const p = opened(old({ outline: shape, seamAllowanceMm: 10 }));
    const ground = assertThere(nth(p.articles, 0).ground, 'a ground');
    const before = regionOf(shape);
    const now = cutRegion(ground).map((a) => ({
      outer: a.outer.map((q) => ({ x: q.x + 10, y: q.y + 10 })),
      holes: a.holes,
    }));
    const off = areaMm2(difference(before, now)) + areaMm2(difference(now, before));
    expect(off / areaMm2(before)).to.be.below(2e-4);
    expect(areaMm2(regionOf(cutOutline(ground)))).to.be.closeTo(areaMm2(before), 2e-4 * areaMm2(before));
  });

  it('without seams are what they were; seams that ate it all were never sewn', () => {
    expect(nth(opened(old({})).articles, 0).ground).to.deep.include({ widthMm: 500, seamAllowanceMm: 0 });
    const eaten = nth(opened(old({ heightMm: 60, seamAllowanceMm: 40 })).articles, 0).ground;
    expect(eaten).to.deep.include({ widthMm: 500, heightMm: 60, seamAllowanceMm: 0 });
  });

  it('bring their border along, to the thing that it goes round', () => {
    const doc = old({}) as Record<string, unknown>;
    const p = opened({
      ...doc,
      gathering: { trims: [{ articleId: 'main', border: { fabricId: 'cotton', wideMm: 60 }, binding: null }] },
    });
    expect(nth(p.articles, 0).around).to.deep.equal(
      around({ border: { fabricId: 'cotton', wideMm: 60, run: 'along' } }),
    );
    expect(sizes(p).top).to.deep.equal(box(620, 520));
  });

  it('a garment that it was stitched on is one already: nobody is told to cut it out', () => {
    const doc = old({ seamAllowanceMm: 10 }) as Record<string, unknown>;
    for (const on of ['garment-front', 'sleeve-or-leg', 'pocket', 'flat'] as const) {
      const p = opened({ ...doc, edging: { on } });
      expect(doings(p).includes('cut-ground'), on).to.equal(on === 'flat');
      expect(nth(p.articles, 0).ground?.readyMade !== null, on).to.equal(on !== 'flat');
      if (on !== 'flat') expect(nth(p.pieces, 0).at, on).to.deep.include({ xMm: 120, yMm: 90 });
    }
  });

  it('what cannot be read is told and never guessed', () => {
    for (const ground of [{ widthMm: 'wide' }, { seamAllowanceMm: 'much' }, { outline: 'Q', seamAllowanceMm: 10 }]) {
      const lifted = migrate(old(ground));
      expect(lifted.ok).to.equal(true);
      expect(parseProject(old(ground)).ok, JSON.stringify(ground)).to.equal(false);
    }
  });
});

describe('size: the plan as others read it', () => {
  it('tells of every article what it measures', () => {
    const p = laidByRecipe(DEMO['lemon-pot']());
    const told = planSchema.parse(spokenPlan(planProject(p), p));
    expect(told.articles.map((a) => a.id)).to.deep.equal(p.articles.map((a) => a.id));
    for (const a of told.articles) {
      const ground = assertThere(p.articles.find((x) => x.id === a.id)?.ground, 'a ground');
      near(a.finished, ground.widthMm, ground.heightMm);
      near(a.cut, ground.widthMm + 25.4, ground.heightMm + 25.4);
    }
  });
  it('a piece that is caught in a seam is on its cloth, one beyond it is not', () => {
    const on = (x: number) => {
      const p = project([piece('a', square(40), at(x, 60))], {
        ground: { ...newGround({ fabricId: 'cotton' }), widthMm: 300, heightMm: 300, seamAllowanceMm: 10 },
      });
      return planProject(p).snags.some((s) => s.code === 'off-the-ground');
    };
    expect([on(-9), on(-12), on(269), on(272)]).to.deep.equal([false, true, false, true]);
  });
  it('its cloth as it is cut covers the finished thing', () => {
    const g = newGround({
      fabricId: 'x',
      widthMm: 200,
      heightMm: 100,
      outline: 'M0 50A100 50 0 1 1 200 50A100 50 0 1 1 0 50Z',
      seamAllowanceMm: 6,
    });
    const finished = regionOf(assertThere(g.outline, 'a shape'));
    expect(areaMm2(intersection(cutRegion(g), finished))).to.be.closeTo(areaMm2(finished), 0.5);
    const b = boundsOf(cutRegion(g));
    expect([b.minX, b.maxX].map(round)).to.deep.equal([-6, 206]);
  });
});
