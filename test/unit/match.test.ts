import { expect } from 'chai';
import fc from 'fast-check';
import { chooseWebs, EXTRA_WEB_POINTS, fewestWebs, RULES, type Wish, weightOf } from '~/core/match';
import { EDGES, FABRIC_KINDS, type Fabric, type Web } from '~/core/model';
import { DEMO_WEBS } from '~/demo/drawer';
import { cotton, web } from './helpers';

const wish = (more: Partial<Wish> = {}): Wish => ({
  pieceId: 'p',
  overruledWith: null,
  fabric: cotton(),
  beneath: [cotton({ id: 'ground' })],
  edge: 'blanket',
  route: 'trace-on-liner',
  intent: { kind: 'applique', laundering: 'never', hand: 'medium', edge: 'blanket' },
  layers: 2,
  narrowMm: 80,
  longMm: 120,
  areaMm2: 8000,
  ...more,
});
const choose = (w: Partial<Wish>, webs: readonly Web[] = DEMO_WEBS) => chooseWebs([wish(w)], webs)[0]!;
const washed = (laundering: 'never' | 'gentle' | 'often', edge: Wish['edge']): Partial<Wish> => ({
  edge,
  intent: { kind: 'applique', laundering, hand: 'medium', edge },
});

const felt = (more: Partial<Fabric> = {}) =>
  cotton({ kind: 'craft-felt', fibre: 'acrylic', massGsm: 180, maxIronC: 110, thicknessMm: 1.2, ...more });

describe('match: what a practised hand would take (common practice, no source)', () => {
  const cases: [string, Partial<Wish>, string | null][] = [
    ['cotton with a blanket stitch: light film', {}, 'light-film'],
    ['cotton, no stitch, not washed: firm film', washed('never', 'none'), 'firm-film'],
    ['cotton, no stitch, washed often: firm film', washed('often', 'none'), 'firm-film'],
    [
      'silk with a zigzag: light film',
      { fabric: cotton({ kind: 'silk', massGsm: 70, maxIronC: 150 }), edge: 'zigzag' },
      'light-film',
    ],
    ['denim on cotton, stitched: more adhesive', { fabric: cotton({ kind: 'denim', massGsm: 330 }) }, 'middle-film'],
    [
      'wool felt, stitched: more adhesive',
      { fabric: cotton({ kind: 'wool-felt', fibre: 'wool', massGsm: 290, maxIronC: 150 }) },
      'middle-film',
    ],
    ['acrylic felt: the web that melts low', { fabric: felt() }, 'cool-grid'],
    ['cotton on acrylic felt: the ground’s limit counts too', { beneath: [felt()] }, 'cool-grid'],
    ['hand stitching from a template: the open web', { edge: 'hand', route: 'template-right-side' }, 'open-web'],
    [
      'satin stitch: never the film that gums the needle',
      { edge: 'satin', fabric: cotton({ kind: 'denim', massGsm: 330 }) },
      'middle-film',
    ],
    ['cloth that takes less heat than any web melts at: none', { fabric: felt({ maxIronC: 70 }) }, null],
  ];
  for (const [what, w, expected] of cases) it(what, () => expect(choose(w).webId).to.equal(expected));

  it('traces only on a web that has a liner', () => {
    expect(choose({ edge: 'hand' }).rejected.find((r) => r.webId === 'open-web')?.code).to.equal('needs-a-liner');
  });
});

describe('match: answers', () => {
  it('give a reason for the choice and one for every other web', () => {
    for (const kind of FABRIC_KINDS)
      for (const edge of EDGES) {
        const c = choose({ fabric: cotton({ kind }), edge });
        expect(c.reasons, `${kind} ${edge}`).to.not.have.length(0);
        expect(c.rejected.map((r) => r.webId).sort()).to.deep.equal(
          DEMO_WEBS.map((w) => w.id)
            .filter((id) => id !== c.webId)
            .sort(),
        );
        for (const r of [...c.reasons, ...c.rejected]) expect(r.text).to.match(/\.$|[a-z]$/);
      }
  });

  it('say what to buy when nothing suits', () => {
    const none = choose({ fabric: felt({ maxIronC: 95 }) }, [web()]);
    expect(none.webId).to.equal(null);
    expect(none.buy?.text).to.match(/with a liner.*melts below 85 °C and can be sewn/);
    expect(choose({ fabric: felt({ maxIronC: 40 }) }, []).buy?.code).to.equal('no-heat-at-all');
    expect(choose({}, []).buy?.code).to.equal('buy');
  });

  it('let a person overrule, and keep the rule that forbids it in sight', () => {
    const mine = choose({ overruledWith: 'light-film', fabric: felt() });
    expect(mine).to.include({ webId: 'light-film', overruled: true });
    expect(mine.forbiddenBy[0]?.code).to.equal('too-hot-for-fabric');
    expect(choose({ overruledWith: 'middle-film' }).forbiddenBy).to.deep.equal([]);
  });

  it('weigh by mass: light up to 22, medium up to 36 g/m²', () => {
    expect([10, 22, 23, 36, 37, 60].map(weightOf)).to.deep.equal([
      'light',
      'light',
      'medium',
      'medium',
      'firm',
      'firm',
    ]);
  });
});

describe('match: metamorphic', () => {
  const fabrics = fc.record({
    kind: fc.constantFrom(...FABRIC_KINDS),
    massGsm: fc.integer({ min: 50, max: 400 }),
    maxIronC: fc.integer({ min: 90, max: 200 }),
  });

  it('a lower fabric limit never admits a web that melts hotter', () => {
    fc.assert(
      fc.property(fabrics, fc.integer({ min: 0, max: 60 }), (f, less) => {
        const allowed = (maxIronC: number) =>
          chooseWebs([wish({ fabric: cotton({ ...f, maxIronC }) })], DEMO_WEBS)[0]!.rejected.filter(
            (r) => r.code !== 'too-hot-for-fabric',
          ).length;
        expect(allowed(f.maxIronC - less)).to.be.at.most(allowed(f.maxIronC) + 1);
        const choice = choose({ fabric: cotton({ ...f, maxIronC: f.maxIronC - less }) });
        if (choice.webId) expect(DEMO_WEBS.find((w) => w.id === choice.webId)!.meltC).to.be.at.most(f.maxIronC - less);
      }),
      { numRuns: 60 },
    );
  });

  it('more washing never favours an unstitched light web', () => {
    fc.assert(
      fc.property(fabrics, (f) => {
        const massFor = (l: 'never' | 'gentle' | 'often') => {
          const c = choose({ ...washed(l, 'none'), fabric: cotton({ ...f, maxIronC: 200 }) });
          return DEMO_WEBS.find((w) => w.id === c.webId)?.massGsm ?? 0;
        };
        expect(massFor('gentle')).to.be.at.least(massFor('never'));
        expect(massFor('often')).to.be.at.least(massFor('gentle'));
      }),
      { numRuns: 60 },
    );
  });

  it('an unsuitable web more in the drawer changes nothing', () => {
    const useless = web({ id: 'tape', form: 'tape', widthMm: 10 });
    fc.assert(
      fc.property(fabrics, fc.constantFrom(...EDGES), (f, edge) => {
        expect(choose({ fabric: cotton(f), edge }, [...DEMO_WEBS, useless]).webId).to.equal(
          choose({ fabric: cotton(f), edge }).webId,
        );
      }),
      { numRuns: 60 },
    );
  });

  it('every rule has a code of its own and can speak', () => {
    expect(new Set(RULES.map((r) => r.code)).size).to.equal(RULES.length);
    const spoken = new Set<string>();
    const kinds = FABRIC_KINDS.map((kind) => cotton({ kind, massGsm: kind === 'silk' ? 60 : 250 }));
    const webs = [
      ...DEMO_WEBS,
      web({ id: 'tape', form: 'tape', widthMm: 8 }),
      web({ id: 'dust', form: 'powder', liners: 0, massGsm: 8, stockMm: 1 }),
      web({ id: 'care', sewing: 'with-care' }),
      web({
        id: 'low',
        massGsm: 60,
        leaflet: { fuse: { heatC: 190, dwellS: 2, steam: false }, bond: { heatC: 190, dwellS: 2, steam: false } },
      }),
    ];
    for (const rule of RULES)
      for (const fabric of [...kinds, felt()])
        for (const beneath of [[cotton()], [felt()]])
          for (const edge of EDGES)
            for (const hand of ['soft', 'firm'] as const)
              for (const w of webs)
                if (
                  rule.judge({
                    ...wish({
                      fabric,
                      beneath,
                      edge,
                      narrowMm: 600,
                      intent: { kind: 'applique', laundering: 'often', hand, edge },
                    }),
                    web: w,
                  })
                )
                  spoken.add(rule.code);
    expect([...spoken].sort()).to.deep.equal(RULES.map((r) => r.code).sort());
  });
});

describe('match: the fewest webs', () => {
  /** Every way to give each piece one of its webs. */
  function bruteForce(points: (number | null)[][], extra: number): number {
    let best = Number.POSITIVE_INFINITY;
    const go = (i: number, used: Set<number>, sum: number): void => {
      if (i === points.length) {
        best = Math.min(best, sum + used.size * extra);
        return;
      }
      const row = points[i]!;
      if (row.every((p) => p === null)) go(i + 1, used, sum);
      row.forEach((p, w) => {
        if (p !== null) go(i + 1, new Set([...used, w]), sum + p);
      });
    };
    go(0, new Set(), 0);
    return best;
  }

  it('is the optimum, against brute force', () => {
    const row = fc.array(fc.option(fc.integer({ min: -10, max: 40 }), { freq: 4 }), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 5 }), fc.integer({ min: 0, max: 20 }), (points, extra) => {
        const picks = fewestWebs(points, extra);
        const total =
          picks.reduce((sum, w, i) => sum + (w < 0 ? 0 : points[i]![w]!), 0) +
          new Set(picks.filter((w) => w >= 0)).size * extra;
        expect(total).to.equal(bruteForce(points, extra));
      }),
    );
  });

  it('prefers one web for all when the difference is small', () => {
    expect(
      fewestWebs([
        [0, 2],
        [EXTRA_WEB_POINTS - 1, 0],
      ]),
    ).to.deep.equal([1, 1]);
    expect(fewestWebs([])).to.deep.equal([]);
  });
});
