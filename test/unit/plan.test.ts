import { expect } from 'chai';
import fc from 'fast-check';
import { planProject, planWithPicture } from '~/core/plan';
import { harbourLight } from '~/demo';
import { cotton, piece, project, spoken, square, web } from './helpers';

const at = (xMm: number, yMm: number) => ({ at: { xMm, yMm, rotateDeg: 0 } });
const codes = (p: Parameters<typeof planProject>[0]): string[] => planProject(p).snags.map((s) => s.code);

describe('plan: the demo', () => {
  const demo = harbourLight();
  const { plan, picture } = planWithPicture(demo);

  it('answers for every piece: web, tracing, fuse and bond', () => {
    const ids = demo.pieces.map((p) => p.id).sort();
    expect(
      plan.choices
        .filter((c) => c.webId !== null)
        .map((c) => c.pieceId)
        .sort(),
    ).to.deep.equal(ids);
    expect(plan.tracings.map((t) => t.pieceId).sort()).to.deep.equal(ids);
    for (const stage of ['fuse', 'bond'])
      expect(
        plan.press
          .filter((t) => t.stage === stage)
          .flatMap((t) => t.pieceIds)
          .sort(),
      ).to.deep.equal(ids);
    expect(Object.keys(picture.spots).sort()).to.deep.equal(ids);
  });

  it('bonds in the layer order', () => {
    expect(plan.order).to.deep.equal(demo.order);
    const bonds = plan.press.filter((t) => t.stage === 'bond');
    // The crab is built first; then everything goes to the ground, after what it lies on.
    expect(bonds.map((t) => t.on)[0]).to.equal('sheet');
    const built = new Set(bonds[0]!.pieceIds);
    const rest = bonds.slice(1).flatMap((t) => t.pieceIds);
    expect([...rest].sort()).to.deep.equal(demo.order.filter((id) => !built.has(id)).sort());
    const mine = plan.overlaps.filter((o) => rest.includes(o.under) && rest.includes(o.over));
    expect(mine.length).to.be.above(15);
    for (const { under, over } of mine) expect(rest.indexOf(under)).to.be.below(rest.indexOf(over));
    // Letters lie side by side: all twelve in one press.
    expect(plan.press.some((t) => t.pieceIds.filter((id) => id.startsWith('letter-')).length === 12)).to.equal(true);
    expect([...built]).to.deep.equal(['crab', 'eye-left', 'eye-right']);
  });

  it('draws the lettering reversed, and tells no one to care about the O', () => {
    const of = (id: string) => plan.tracings.find((t) => t.pieceId === id)!;
    const letter = (c: string) => of(demo.pieces.find((p) => p.label === `Letter ${c}`)!.id);
    expect(letter('R')).to.include({ mirrored: true, code: 'reversed' });
    expect(letter('O').code).to.equal('no-care');
  });

  it('never stops, and is the same each time', () => {
    expect(plan.snags.filter((s) => s.severity === 'stop')).to.deep.equal([]);
    expect(planProject(harbourLight())).to.deep.equal(plan);
  });

  it('gives acrylic felt the low-melting web and one dot', () => {
    expect(plan.choices.find((c) => c.pieceId === 'door')!.webId).to.equal('cool-grid');
    expect(plan.press.find((t) => t.pieceIds.includes('door'))!.heat).to.include({ dots: 1 });
  });

  it('follows a change of fabric through to the press', () => {
    const changed = harbourLight();
    changed.pieces.find((p) => p.id === 'crab')!.fabricId = 'harbour';
    const after = planProject(changed);
    expect(after.choices.find((c) => c.pieceId === 'crab')!.webId).to.equal('cool-grid');
    expect(after.press.find((t) => t.stage === 'fuse' && t.pieceIds.includes('crab'))!.heat.soleplateC).to.be.at.most(
      110,
    );
  });
});

describe('plan: snags', () => {
  it('nothing to buy: stop, with what to buy', () => {
    const p = project([piece('a', square(40))], { webs: [] });
    const snag = spoken(p).snags[0]!;
    expect(snag).to.include({ code: 'no-web', severity: 'stop', station: 'match' });
    expect(snag.mend).to.match(/^Buy a/);
  });

  it('no pieces', () => expect(codes(project())).to.deep.equal(['no-pieces']));
  it('an outline that crosses itself, with the place', () => {
    const p = project([piece('bow', 'M0 0L60 60L60 0L0 60Z')]);
    const snag = spoken(p).snags.find((s) => s.code === 'crosses-itself')!;
    expect(snag.text).to.include('3 cm from the left and 3 cm from the top');
  });
  it('a piece off the ground', () =>
    expect(codes(project([piece('a', square(40), at(380, 0))]))).to.include('off-the-ground'));
  it('a piece hidden under another', () =>
    expect(codes(project([piece('a', square(30), at(5, 5)), piece('b', square(60))]))).to.include('hidden'));
  it('a circle of decisions, with the pair to give up', () => {
    const p = project([piece('a', square(60)), piece('b', square(60), at(40, 0)), piece('c', square(60), at(55, 30))]);
    p.layering.pairs = [
      { under: 'a', over: 'b', underlapMm: null },
      { under: 'b', over: 'c', underlapMm: null },
      { under: 'c', over: 'a', underlapMm: null },
    ];
    const snag = spoken(p).snags.find((q) => q.code === 'order-circle')!;
    expect(snag.severity).to.equal('stop');
    expect([...snag.pieceIds].sort()).to.deep.equal(['a', 'b', 'c']);
    expect(snag.mend).to.match(/Unpin a \(1\) from over c \(3\)/);
  });
  it('a piece of nearly the colour of the one it lies on, with what would work', () => {
    const p = project([piece('a', square(60)), piece('b', square(30), { ...at(15, 15), fabricId: 'near' })], {
      fabrics: [
        cotton({ colour: '#224466' }),
        cotton({ id: 'near', colour: '#264869' }),
        cotton({ id: 'far', name: 'Straw', colour: '#e8d27a' }),
      ],
    });
    expect(spoken(p).snags.find((q) => q.code === 'vanishes')!.mend).to.include('Straw');
  });
  it('a dark cloth that shows through a thin pale one', () => {
    const p = project(
      [piece('a', square(60), { fabricId: 'navy' }), piece('b', square(60), { ...at(20, 0), fabricId: 'white' })],
      {
        fabrics: [
          cotton({ colour: '#d8d2c4' }),
          cotton({ id: 'navy', colour: '#101c33' }),
          cotton({ id: 'white', colour: '#ffffff', massGsm: 80 }),
        ],
      },
    );
    expect(codes(p)).to.include('shows-through');
    p.fabrics[2] = { ...p.fabrics[2]!, massGsm: 400 };
    expect(codes(p)).to.not.include('shows-through');
  });
  it('a place stiffer than the hand asked for, marked', () => {
    const p = project(Array.from({ length: 7 }, (_, i) => piece(`p${i}`, square(60 - 6 * i), at(3 * i, 3 * i))));
    p.intent.hand = 'soft';
    const snag = spoken(p).snags.find((q) => q.code === 'stiff-place')!;
    expect(snag.text).to.include('8 layers of fabric and 7 of web');
    expect(snag.at!.xMm).to.be.within(18, 42);
  });
  it('a very small piece', () => expect(codes(project([piece('a', square(9))]))).to.include('tiny'));
  it('names that look like code', () =>
    expect(codes(project([piece('a', square(30), { label: '<img src=x onerror=alert(1)>' })]))).to.include(
      'name-holds-markup',
    ));
  it('too little web left', () =>
    expect(codes(project([piece('a', square(300))], { webs: [web({ stockMm: 100 })] }))).to.include('short-of-web'));
  it('a web overruled against a rule', () => {
    const p = project([piece('a', square(40), { webId: 'web', fabricId: 'felt' })], {
      fabrics: [cotton(), cotton({ id: 'felt', maxIronC: 100 })],
    });
    expect(codes(p)).to.include.members(['overruled-against-a-rule', 'press-unworkable']);
  });
  it('an unmeasured dial', () => {
    const p = project([piece('a', square(40))]);
    p.irons[0]!.dial = [];
    expect(codes(p)).to.include('dial-untrusted');
  });
  it('worst first', () => {
    const rank = { stop: 0, warn: 1, note: 2 };
    const snags = planProject(
      project([piece('a', square(9), { fabricId: 'felt' }), piece('b', square(50), at(390, 0))], {
        fabrics: [cotton(), cotton({ id: 'felt', maxIronC: 60 })],
      }),
    ).snags;
    expect(snags.map((s) => rank[s.severity])).to.deep.equal(snags.map((s) => rank[s.severity]).sort());
    expect(snags.length).to.be.above(2);
  });
});

describe('plan: any project', () => {
  it('answers without NaN for odd but lawful pieces', () => {
    const outline = fc.constantFrom(
      square(20),
      'M0 0L60 60L60 0L0 60Z',
      'M0 0H200V1H0Z',
      `${square(50)}${square(50)}M0 0H10V10H0Z`,
      'M0 0A30 10 20 1 1 40 40Z',
    );
    const place = fc.record({
      xMm: fc.integer({ min: -100, max: 500 }),
      yMm: fc.integer({ min: -100, max: 500 }),
      rotateDeg: fc.integer({ min: -360, max: 360 }),
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(outline, place, fc.boolean()), { maxLength: 6 }), (list) => {
        const p = project(list.map(([o, where, preReversed], i) => piece(`p${i}`, o, { at: where, preReversed })));
        const text = JSON.stringify(planProject(p));
        expect(text).to.not.match(/NaN|null,"maxS"|Infinity/);
      }),
      { numRuns: 30 },
    );
  });
});

describe('plan: what later presses do', () => {
  const at = (xMm: number) => ({ at: { xMm, yMm: 20, rotateDeg: 0 } });
  it('a plug only where something lies in a window that its frame stands 0.8 mm above, and as thick as that', () => {
    const plugs = (frameMm: number, patch: boolean): string[] => {
      const felt = cotton({ id: 'felt', name: 'Felt', thicknessMm: frameMm, massGsm: frameMm * 300 });
      const frame = piece('frame', 'M0 0H80V80H0ZM20 20V60H60V20Z', { ...at(20), fabricId: 'felt' });
      const behind = piece('patch', square(52), { at: { xMm: 34, yMm: 34, rotateDeg: 0 } });
      return spoken(project(patch ? [behind, frame] : [frame], { fabrics: [cotton(), felt] }))
        .press.flatMap((t) => t.cautions)
        .flatMap((c) => (c.code === 'plug' ? [c.text] : []));
    };
    expect(plugs(1.2, true)[0]).to.include('of card or felt, 1.2 mm thick');
    expect(plugs(0.7, true)).to.deep.equal([]);
    expect(plugs(1.2, false)).to.deep.equal([]);
  });
  it('an earlier bond beneath that bears little ends the window of a later press by the heat that gets there', () => {
    const over = (webId: string) => {
      const low = web({ id: 'low', name: 'Low', meltC: 80, maxC: 105 });
      const p = project(
        [piece('a', square(60), { ...at(20), webId }), piece('b', square(60), { ...at(30), webId: 'web' })],
        { webs: [web(), low] },
      );
      return planProject(p).press.find((t) => t.pieceIds.includes('b') && t.stage === 'bond')!;
    };
    const [hurt, free] = [over('low'), over('web')];
    expect(hurt.dwell.maxS).to.be.below(free.dwell.maxS);
    const harms = hurt.reasons.flatMap((r) => ('harm' in r && r.harm ? [r.harm] : []));
    expect(harms.map((h) => [h.code, h.who])).to.deep.include(['overheated', 'Low']);
  });
  it('pieces are set down on as often as their real outline takes', () => {
    const small = planProject(project([piece('a', square(60), at(20))])).press[0]!.placements;
    const large = planProject(project([piece('a', square(360), at(20))])).press[0]!.placements;
    expect(small).to.equal(1);
    expect(large).to.be.above(5);
  });
});
