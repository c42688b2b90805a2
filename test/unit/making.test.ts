import { expect } from 'chai';
import fc from 'fast-check';
import { areaMm2, boundsOf, difference, isInside, offset, regionOf } from '~/core/base/shape';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { outsidePatch, patchesOf, stripsOf, webAsk } from '~/core/cut/layout';
import { nest } from '~/core/cut/nest';
import { foldSteps, makingOf, type PieceFacts, placesUnder, STEP_FACTS, startOf } from '~/core/hands/making';
import { newArticle, newGround, type Piece, type Plan, type Project, type Step } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { cutList, tracingSheets } from '~/core/print/sheet';
import { DEMO, harbourLight } from '~/demo';
import { stepWords } from '~/words';
import { cases } from '../cases';
import { cotton, iron, piece, project, square } from './helpers';

const at = (xMm: number, yMm = 0, rotateDeg = 0) => ({ at: { xMm, yMm, rotateDeg } });
const bonds = (plan: Plan): Step[] => plan.making.steps.filter((s) => s.kind === 'bond');
const kinds = (plan: Plan): string[] => plan.making.steps.map((s) => s.kind);
const lined = (more: Partial<Project['webs'][number]> = {}) =>
  webFrom('light-film', { id: 'web', name: 'Film', meltC: 105, maxC: 170, stockMm: 20_000, ...more });
const ticketOf = (plan: Plan, step: Step) => plan.press.find((t) => t.id === step.ticketId)!;
/** The whole of a plan's steps played through, as hands would. */
function played(p: Project): ReturnType<typeof foldSteps> {
  const plan = planProject(p);
  const webs = new Map(plan.choices.map((c) => [c.pieceId, p.webs.find((w) => w.id === c.webId) ?? null]));
  const unbonded = new Set(plan.making.troubles.flatMap((t) => (t.code === 'no-ground' ? t.pieceIds : [])));
  const facts = new Map<string, PieceFacts>(
    p.pieces.map((q) => [q.id, { liners: webs.get(q.id)?.liners ?? 0, bare: !webs.get(q.id) || unbonded.has(q.id) }]),
  );
  return foldSteps(facts, plan.making.steps);
}

/** Some pieces on a ground, some of them in units, drawn at random. */
const scene = fc
  .array(
    fc.record({
      x: fc.integer({ min: 0, max: 220 }),
      y: fc.integer({ min: 0, max: 220 }),
      w: fc.integer({ min: 15, max: 140 }),
      h: fc.integer({ min: 15, max: 140 }),
      turn: fc.integer({ min: 0, max: 90 }),
      unit: fc.constantFrom(null, null, 'u', 'u/inner', 'v'),
      fabric: fc.constantFrom('cotton', 'flannel'),
      count: fc.integer({ min: 1, max: 3 }),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((list) =>
    project(
      list.map((r, i) =>
        piece(`p${i}`, `M0 0H${r.w}V${r.h}H0Z`, {
          ...at(r.x, r.y, r.turn),
          unit: r.unit,
          fabricId: r.fabric,
          count: r.count,
        }),
      ),
      { fabrics: [cotton(), fabricFrom('flannel', { id: 'flannel', name: 'Flannel' })], webs: [lined()] },
    ),
  );

describe('making: what lies where under a press', () => {
  it('columns are those of a raster of half a millimetre: the same stacks, areas within 1 % (random piles)', () => {
    const stepMm = 0.5;
    fc.assert(
      fc.property(scene, (p) => {
        p.layering.underlapMm = 50;
        const laid = layDown(p);
        const [article] = laid.articles;
        const order = laid.placed.map((q) => q.id);
        const top = order.at(-1)!;
        const places = placesUnder(article!, [top], () => true);
        const counts = new Map<string, number>();
        const outlines = new Map(laid.cuts.map((c) => [c.id, { region: c.outline, b: boundsOf(c.outline) }]));
        const { b, region } = outlines.get(top)!;
        for (let x = b.minX + stepMm / 2; x < b.maxX; x += stepMm)
          for (let y = b.minY + stepMm / 2; y < b.maxY; y += stepMm) {
            if (!isInside(region, { x, y })) continue;
            const there = order.filter((id) => {
              const o = outlines.get(id)!;
              return x >= o.b.minX && x <= o.b.maxX && y >= o.b.minY && y <= o.b.maxY && isInside(o.region, { x, y });
            });
            counts.set(there.join(), (counts.get(there.join()) ?? 0) + stepMm * stepMm);
          }
        const whole = areaMm2(region);
        for (const [ids, area] of counts) {
          // Slivers are counted to the largest place, and a raster cannot tell less than its own cells along an edge.
          if (area < 60) continue;
          const place = places.find((q) => q.pieceIds.join() === ids);
          expect(place, ids).to.not.equal(undefined);
          expect(Math.abs(place!.areaMm2 - area), ids).to.be.below(0.01 * whole + 0.5 * Math.sqrt(area) + 30);
        }
        for (const place of places)
          if (place.areaMm2 > 60) expect(counts.has(place.pieceIds.join()), place.pieceIds.join()).to.equal(true);
        expect(places.reduce((sum, q) => sum + q.areaMm2, 0)).to.be.closeTo(whole, 0.002 * whole + 1);
      }),
      { numRuns: cases(200) },
    );
  });

  it('wadding and backing are in the column when they lie there, and not when they do not', () => {
    const p = project([piece('a', square(60), at(20, 20))], { webs: [lined()] });
    // What was planned is frozen: each is planned of a copy.
    const layers = (): string => bonds(planProject(structuredClone(p)))[0]!.columns[0]!.layers.join('>');
    expect(layers()).to.equal('cotton>web>cotton');
    p.layering.quilted = true;
    expect(layers()).to.equal('cotton>web>cotton');
    p.layering.waddingFirst = true;
    expect(layers()).to.equal('backing>wadding>cotton>web>cotton');
  });

  it('a frame over six patches side by side is never pressed through more than one of them', () => {
    const patches = Array.from({ length: 6 }, (_, i) =>
      piece(`q${i}`, square(30), at(10 + 50 * (i % 3), 10 + 50 * Math.floor(i / 3))),
    );
    const p = project([...patches, piece('frame', 'M0 0H160V110H0Z', at(0, 0))], { webs: [lined()] });
    p.layering.underlapMm = 50;
    const frame = bonds(planProject(p)).find((s) => s.pieceIds.includes('frame'))!;
    expect(new Set(frame.columns.map((c) => c.layers.length))).to.deep.equal(new Set([3, 5]));
  });

  it('a layer more under the iron never shortens a bond, nor does the order in which fabrics are listed matter', () => {
    const stack = (n: number, flip = false): Plan => {
      const p = project(
        Array.from({ length: n }, (_, i) => piece(`p${i}`, square(60), { ...at(20, 20), fabricId: 'flannel' })),
        { fabrics: [cotton(), fabricFrom('flannel', { id: 'flannel', name: 'Flannel' })], webs: [lined()] },
      );
      p.layering.underlapMm = 50;
      return planProject(flip ? { ...p, fabrics: [...p.fabrics].reverse() } : p);
    };
    let before = 0;
    for (let n = 1; n <= 4; n++) {
      const plan = stack(n);
      const ticket = ticketOf(plan, bonds(plan).at(-1)!);
      // Hotter it goes quicker: as many seconds as they would be at one heat, by the chemistry of wear and flow about half for 25 °C.
      const minS = ticket.dwell.minS * 2 ** ((ticket.heat.soleplateC - 150) / 25);
      expect(minS).to.be.at.least(before);
      before = minS;
      expect(stack(n, true).press).to.deep.equal(plan.press);
    }
  });
});

describe('making: units', () => {
  const crab = (): Project => {
    const p = harbourLight();
    for (const q of p.pieces) if (/^(crab|legs|claw|eye)/.test(q.id)) q.unit = 'crab';
    return p;
  };
  it('are built on the release sheet with the lowest liners on, cooled and lifted, and go to the ground as one press', () => {
    const plan = planProject(crab());
    const mine = plan.making.steps.filter((s) => s.unit === 'crab');
    expect(mine.map((s) => `${s.kind} ${s.on}`)).to.deep.equal([
      'peel hand',
      'lay sheet',
      'bond sheet',
      'cool sheet',
      'peel hand',
      'lay ground',
      'bond ground',
      'cool ground',
    ]);
    const [onSheet, onGround] = mine.filter((s) => s.kind === 'bond');
    const lay = mine.find((s) => s.kind === 'lay')!;
    // Legs and claws lie on the sheet itself; body and eyes lie on them.
    expect(lay.does).to.deep.include({ keepLiners: ['legs-left', 'legs-right', 'claw-left', 'claw-right'] });
    expect(onSheet!.pieceIds).to.deep.equal(['crab', 'eye-left', 'eye-right']);
    expect(onGround!.pieceIds).to.deep.equal(['legs-left', 'legs-right', 'claw-left', 'claw-right']);
    expect(onGround!.members).to.have.length(7);
    for (const c of onSheet!.columns) expect(c.layers[0]).to.equal('sheet');
    expect(onSheet!.columns.some((c) => c.layers[1] === 'liner')).to.equal(true);
    for (const c of onGround!.columns) expect(c.layers[0]).to.equal('dusk');
    expect(onGround!.columns.some((c) => c.layers.includes('liner'))).to.equal(false);
    // Through the thickest place: eye on body on leg, all of it cloth.
    expect(Math.max(...onGround!.columns.map((c) => c.layers.length))).to.be.at.least(7);
    expect(plan.press.filter((t) => t.unit === 'crab').map((t) => t.on)).to.deep.equal(['sheet', 'ground']);
    const words = stepWords(crab(), plan);
    expect(words(onGround!)).to.match(
      /^Bond the unit “crab” as one\. [A-Z•][^()]* on the dial \(1[56]\d °C\), \d+ s, press/,
    );
    expect(words(mine[3]!)).to.match(/cool on the sheet.*lift it off as one/);
  });

  it('a unit within a unit is built first, and is then laid as one thing', () => {
    const unit: Record<string, string> = { body: 'crab', eye: 'crab/face', lid: 'crab/face' };
    const p = project(
      [
        piece('sea', square(300)),
        piece('body', square(120), at(40, 40)),
        piece('rock', square(60), at(220, 220)),
        piece('eye', square(50), at(60, 60)),
        piece('lid', square(20), at(70, 70)),
      ].map((q) => ({ ...q, unit: unit[q.id] ?? null })),
      { webs: [lined()] },
    );
    const plan = planProject(p);
    expect(bonds(plan).map((s) => [s.on, s.unit, s.pieceIds.join()])).to.deep.equal([
      ['sheet', 'crab/face', 'lid'],
      ['sheet', 'crab', 'eye'],
      ['ground', null, 'sea'],
      ['ground', 'crab', 'body'],
      ['ground', null, 'rock'],
    ]);
    expect(plan.order).to.deep.equal(['sea', 'body', 'eye', 'lid', 'rock']);
    expect(played(p)).to.have.property('state');
  });

  it('what lies on none of the unit, nor under it, goes to the ground by itself; a stranger between is told', () => {
    const apart = project(
      [
        piece('a', square(60), { ...at(10, 10), unit: 'u' }),
        piece('b', square(30), { ...at(20, 20), unit: 'u' }),
        piece('c', square(30), { ...at(200, 200), unit: 'u' }),
      ],
      { webs: [lined()] },
    );
    expect(bonds(planProject(apart)).map((s) => [s.on, s.pieceIds.join()])).to.deep.equal([
      ['sheet', 'b'],
      ['ground', 'a'],
      ['ground', 'c'],
    ]);
    const woven = project(
      [
        piece('a', square(60), { ...at(10, 10), unit: 'u' }),
        piece('x', square(60), at(40, 10)),
        piece('b', square(60), { ...at(60, 10), unit: 'u' }),
      ],
      { webs: [lined()] },
    );
    const plan = planProject(woven);
    expect(plan.making.troubles).to.deep.include({ code: 'unit-interleaved', unit: 'u', pieceId: 'x' });
    expect(plan.snags.some((s) => s.code === 'unit-interleaved' && s.pieceIds[0] === 'x')).to.equal(true);
    expect(played(woven)).to.have.property('state');
  });
});

describe('making: copies and loads', () => {
  const tag = (count: number, press = false): Plan =>
    planProject(
      project([piece('tag', square(40), { ...at(20, 20), count })], {
        webs: [lined()],
        irons: [press ? iron({ kind: 'heat-press', soleplate: { widthMm: 380, lengthMm: 380 } }) : iron()],
      }),
    );
  it('24 copies take 24 set-downs where one fills the plate, and loads where several fit: their number times the place is the copies', () => {
    const large = (count: number): Plan =>
      planProject(project([piece('tag', square(100), { ...at(20, 20), count })], { webs: [lined()], irons: [iron()] }));
    expect(bonds(large(24))[0]).to.include({ copies: 24, setDowns: 24, loads: 24 });
    expect(bonds(large(1))[0]).to.include({ copies: 1, setDowns: 1, loads: 1 });
    const step = bonds(tag(24, true))[0]!;
    // 380 mm hold eight of 40 mm and their gaps of 3 mm in a row, so one load is enough.
    expect(step).to.include({ copies: 24, setDowns: 1, loads: 1 });
    expect(bonds(tag(100, true))[0]!.loads).to.equal(2);
    // The even part of a household soleplate is 115 × 154 mm: two across, three along.
    const household = bonds(tag(24))[0]!;
    expect(household.loads).to.be.within(4, 6);
    expect(household.setDowns).to.equal(household.loads);
  });
  it('minutes, web and cloth follow the copies', () => {
    const minutes = (plan: Plan): number => plan.making.handsS;
    const [one, many] = [tag(1), tag(24)];
    expect(minutes(many)).to.be.above(8 * minutes(one) - 8 * 90);
    expect(many.webUse[0]!.usedAreaMm2).to.be.closeTo(24 * one.webUse[0]!.usedAreaMm2, 24);
    expect(many.making.steps.find((s) => s.kind === 'cut')!.handsS).to.be.closeTo(
      24 * one.making.steps.find((s) => s.kind === 'cut')!.handsS,
      1e-6,
    );
  });
  it('six place mats are six of everything on them', () => {
    const p = project([piece('a', square(60), at(20, 20)), piece('b', square(30), { ...at(120, 20), count: 2 })], {
      webs: [lined()],
    });
    p.articles[0]!.count = 6;
    const plan = planProject(p);
    expect(bonds(plan).map((s) => s.copies)).to.deep.equal([6, 12]);
    const sheets = tracingSheets(p, plan, 'roll');
    const outlines = sheets.pages.flatMap((g) => g.marks.filter((m) => m.type === 'line' && m.stroke === 'outline'));
    expect(outlines).to.have.length(18);
    const texts = (doc: typeof sheets): string =>
      doc.pages.flatMap((g) => g.marks.flatMap((m) => (m.type === 'text' ? [m.text] : []))).join('|');
    expect(texts(sheets)).to.include('1 of 6').and.include('6 of 6').and.not.include('6 copies');
    expect(texts(cutList(p, plan, 'a4')))
      .to.include('× 6')
      .and.include('× 12');
  });
  it('n copies cost n set-downs or the loads they fit into, never less', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 20, max: 130 }), (count, side) => {
        const p = project([piece('t', square(side), { ...at(10, 10), count })], { webs: [lined()], irons: [iron()] });
        for (const s of planProject(p).making.steps.filter((x) => x.ticketId !== null)) {
          const perLoad = Math.ceil(count / s.loads);
          expect(s.setDowns % s.loads).to.equal(0);
          // As many as lie there have room there.
          expect(perLoad * side * side).to.be.at.most(Math.max(115 * 154, side * side) * (s.setDowns / s.loads));
          expect(s.loads * perLoad).to.be.at.least(count);
        }
      }),
      { numRuns: cases(25, 10) },
    );
  });
});

describe('making: copies in batches', () => {
  const banners = (count: number, batch: number | null = null): Project => {
    const p = structuredClone(DEMO['comet-pennants']());
    p.articles = p.articles.map((a) => ({ ...a, count }));
    p.bench = { ...p.bench, batch };
    return p;
  };
  const batches = (p: Project): string[] =>
    planProject(laidByRecipe(p))
      .making.steps.filter((s) => s.kind === 'bond' && s.batch)
      .map((s) => `${s.articleId} ${s.batch!.n}/${s.batch!.of} ${s.copies}`);
  it('of a layered thing a dozen at most are laid, pressed and cooled before the next; every copy once, all as it can be done', () => {
    expect(batches(banners(12))).to.deep.equal([]);
    const p = laidByRecipe(banners(25));
    const plan = planProject(p);
    const mine = batches(banners(25)).filter((b) => b.startsWith(p.articles[0]!.id));
    // By hand: 25 are three batches of at most 12.
    expect(mine.map((b) => b.split(' ').slice(1).join(' '))).to.deep.equal(['1/3 8', '2/3 8', '3/3 9']);
    expect(makingOf(layDown(p), plan).impossible).to.equal(null);
    const words = stepWords(p, plan);
    expect(plan.making.steps.map(words).filter((w) => / 8 copies, batch 2 of 3\./.test(w)).length).to.be.above(2);
    // Every batch is peeled, laid, pressed and cooled; set-downs and minutes are those of all of them.
    const one = planProject(laidByRecipe(banners(25, 999)));
    const sum = (q: Plan, of: (s: Step) => number): number => q.making.steps.reduce((n, s) => n + of(s), 0);
    expect(sum(plan, (s) => s.handsS)).to.be.closeTo(
      sum(one, (s) => s.handsS),
      1,
    );
    expect(sum(plan, (s) => s.setDowns)).to.be.at.least(sum(one, (s) => s.setDowns));
  });
  it('as many as whoever makes them says', () => {
    expect(batches(banners(20, 10)).filter((b) => / 1\/2 10$/.test(b)).length).to.be.above(0);
  });
});

describe('making: every order that is told can be done', () => {
  it('folding the steps never reaches an impossible state, and every piece is bonded exactly once', () => {
    const first = fc.constantFrom('trace-first' as const, 'fuse-first' as const);
    const lay = fc.constantFrom('apart-together' as const, 'piece-by-piece' as const, 'all-laid' as const);
    fc.assert(
      fc.property(scene, first, lay, fc.boolean(), (p, f, l, tacky) => {
        p.schools.first = f;
        p.schools.lay = l;
        if (tacky) p.webs = [lined({ tacky: true, liners: 2 })];
        const plan = planProject(p);
        expect(played(p)).to.have.property('state');
        const times = new Map<string, number>();
        for (const s of bonds(plan)) for (const id of s.pieceIds) times.set(id, (times.get(id) ?? 0) + 1);
        expect(times).to.deep.equal(new Map(p.pieces.map((q) => [q.id, 1])));
        expect(layDown(p).articles).to.have.length(1);
        expect(makingOf(layDown(p), plan).impossible).to.equal(null);
      }),
      { numRuns: cases(40, 14) },
    );
  });
  it('refuses what hands cannot do, and says with which piece', () => {
    const facts = new Map([['a', { liners: 1, bare: false }]]);
    const step = (kind: Step['kind'], more: Partial<Step> = {}): Step =>
      ({ id: kind, kind, pieceIds: ['a'], members: ['a'], on: 'ground', does: { code: kind }, ...more }) as Step;
    const codeOf = (...steps: Step[]): string => {
      const end = foldSteps(facts, steps);
      return 'impossible' in end ? end.impossible.code : 'done';
    };
    const ready = [step('fuse'), step('cool'), step('cut'), step('peel'), step('lay')];
    expect(codeOf(...ready, step('bond'))).to.equal('done');
    expect(codeOf(...ready)).to.equal('not-bonded');
    expect(codeOf(step('cut'))).to.equal('no-web-on');
    expect(codeOf(step('fuse'), step('cut'))).to.equal('still-warm');
    expect(codeOf(step('fuse'), step('fuse'))).to.equal('web-already-on');
    expect(codeOf(step('fuse'), step('peel'))).to.equal('still-warm');
    expect(codeOf(step('peel'), step('peel'))).to.equal('no-liner-to-take-off');
    expect(codeOf(step('fuse'), step('cool'), step('lay'))).to.equal('not-cut');
    expect(codeOf(step('fuse'), step('cool'), step('cut'), step('lay'), step('bond'))).to.equal('liner-in-the-way');
    expect(codeOf(step('fuse'), step('cool'), step('cut'), step('peel'), step('bond'))).to.equal('not-laid');
    expect(codeOf(...ready, step('bond'), step('bond'))).to.equal('bonded-twice');
    expect(codeOf(...ready, step('stitch'))).to.equal('not-bonded');
    expect(codeOf(step('trace'), step('trace'))).to.equal('drawn-twice');
    expect(codeOf(step('fuse'), step('cool'), step('cut'), step('cut'))).to.equal('cut-twice');
    const two = new Map([['a', { liners: 2, bare: false }]]);
    expect(foldSteps(two, [step('stick')])).to.have.nested.property('impossible.code', 'liner-in-the-way');
    expect(startOf(two).get('a')).to.include({ liners: 2, web: 'none', bonded: false });
  });
  it('says at every step that can hurt how, and what to look at', () => {
    for (const kind of ['fuse', 'bond', 'tack', 'turn'] as const) expect(STEP_FACTS[kind].care).to.include('hot-iron');
    for (const kind of ['cut', 'rough-cut', 'machine-cut'] as const) expect(STEP_FACTS[kind].care).to.include('blades');
    const steps = planProject(harbourLight()).making.steps;
    // The eyes are larger than 15 mm, so no small part is told of; a vinyl piece gives off fumes.
    expect(steps.some((s) => s.care.includes('small-parts'))).to.equal(false);
    const vinyl = project([piece('v', square(10), { ...at(9, 9), fabricId: 'vinyl' })], {
      fabrics: [cotton(), fabricFrom('vinyl', { id: 'vinyl', name: 'Vinyl', maxIronC: 150 })],
      webs: [lined()],
    });
    const care = planProject(vinyl).making.steps.flatMap((s) => s.care);
    expect(care).to.include('fumes').and.include('small-parts');
  });
  it('waits only for what cools while hands have nothing else to do with it', () => {
    const waits = (n: number): number =>
      planProject(
        project(
          Array.from({ length: n }, (_, i) => piece(`p${i}`, square(40), at(10 + 50 * i, 10))),
          { webs: [lined()] },
        ),
      )
        .making.steps.filter((s) => s.kind === 'cool')
        .reduce((sum, s) => sum + s.waitS, 0);
    // What lies apart cools while the next is laid; only the last bond, and the one fuse, are waited for.
    expect(waits(5)).to.be.closeTo(waits(1), 1);
    const pile = planProject(
      project(
        Array.from({ length: 3 }, (_, i) => piece(`p${i}`, square(60 - 10 * i), at(10 + 5 * i, 10 + 5 * i))),
        { webs: [lined()] },
      ),
    ).making.steps.filter((s) => s.kind === 'cool');
    expect(pile.every((s) => s.waitS >= 0)).to.equal(true);
  });
});

describe('making: whole cloths first', () => {
  const strip = (): Project => {
    const p = project(
      [
        piece('strip', 'M0 0H927V18H0Z', at(10, 10)),
        piece('disc', 'M0 30A30 30 0 1 1 60 30A30 30 0 1 1 0 30Z', at(50, 100)),
        piece('other', square(70), { ...at(200, 100), fabricId: 'red' }),
      ],
      {
        fabrics: [cotton({ stock: [] }), cotton({ id: 'red', colour: '#aa2222', stock: [] })],
        webs: [lined({ widthMm: 432 })],
        ground: { widthMm: 1000, heightMm: 400 },
      },
    );
    p.schools.first = 'fuse-first';
    return p;
  };
  it('a patch is the box of what is nested on it: a strip 927 mm long has a patch as long', () => {
    const plan = planProject(strip());
    const { patches } = patchesOf(strip(), plan);
    const mine = patches.find((q) => q.pieceIds.includes('strip'))!;
    expect(Math.max(mine.widthMm, mine.heightMm)).to.be.within(927, 935);
    expect(new Set(patches.map((q) => q.name)).size).to.equal(patches.length);
    const fuses = plan.press.filter((t) => t.stage === 'fuse');
    // One ticket a cloth, in set-downs over the patch: 930 mm take more than six of a sole of 154.
    expect(fuses.map((t) => t.pieceIds.join()).sort()).to.deep.equal(['other', 'strip,disc']);
    expect(fuses.find((t) => t.pieceIds.includes('strip'))!.setDowns).to.be.at.least(7);
    expect(kinds(plan)).to.include('patch').and.not.include('rough-cut');
    const traced = plan.making.steps.find((s) => s.kind === 'trace')!;
    expect(traced.does.code).to.equal('draw-on-patch');
    expect(kinds(plan).indexOf('trace')).to.be.above(kinds(plan).indexOf('fuse'));
  });
  it('every shape lies inside its web, every web inside its cloth, never two cloths on one patch (random shapes and scraps)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 12, max: 160 }), fc.integer({ min: 12, max: 90 })), {
          minLength: 1,
          maxLength: 7,
        }),
        fc.integer({ min: 100, max: 500 }),
        fc.boolean(),
        (sizes, stockMm, inStock) => {
          const stock = inStock ? [{ widthMm: stockMm, heightMm: 320, count: 2, outline: null }] : [];
          const p = project(
            sizes.map(([w, h], i) =>
              piece(`p${i}`, `M0 0H${w}L${w - 8} ${h}H6Z`, {
                ...at(10 * i, 5 * i),
                fabricId: i % 2 ? 'red' : 'cotton',
                count: 1 + (i % 2),
              }),
            ),
            { fabrics: [cotton({ stock }), cotton({ id: 'red', stock })], webs: [lined({ widthMm: 300 })] },
          );
          p.schools.first = 'fuse-first';
          const plan = planProject(p);
          const { patches, tooLarge } = patchesOf(p, plan);
          const outlineOf = (id: string): string => plan.tracings.find((t) => t.pieceId === id)!.outline;
          const laidOut = new Map<string, number>();
          for (const patch of patches) {
            expect(outsidePatch(patch, outlineOf)).to.deep.equal([]);
            for (const { id } of patch.placements) {
              expect(p.pieces.find((q) => q.id === id)!.fabricId).to.equal(patch.fabricId);
              laidOut.set(id, (laidOut.get(id) ?? 0) + 1);
            }
            if (patch.bin === null) continue;
            // Web and its free rim of 2 mm lie on the cloth.
            const withRim = boundsOf(offset(regionOf(patch.outline), 2, 'miter'));
            expect(withRim.maxX - withRim.minX).to.be.at.most(stockMm + 0.1);
            expect(withRim.maxY - withRim.minY).to.be.at.most(320 + 0.1);
          }
          for (const q of p.pieces) expect(laidOut.get(q.id), q.id).to.equal(q.count);
          if (!inStock) expect(tooLarge).to.deep.equal([]);
        },
      ),
      { numRuns: cases(15, 6) },
    );
  });
  it('patches are what is laid out on the web, and as much web is told as they take', () => {
    const p = strip();
    const plan = planProject(p);
    const wanted = webAsk(p, plan, 'web')!;
    expect([...wanted.parts.values()].every((q) => q.what === 'patch')).to.equal(true);
    const found = nest({ ...wanted.request, seconds: 0.02, seed: 1 });
    const layout = { lengthMm: found.lengthMm, placements: [...found.placements] };
    expect(found.unplaced).to.deep.equal([]);
    const strips = stripsOf(wanted, layout);
    expect(strips.flatMap((s) => s.placements)).to.have.length(wanted.request.parts.length);
    const { patches } = patchesOf(p, plan);
    const area = patches.reduce((sum, q) => sum + q.widthMm * q.heightMm, 0);
    expect(plan.webUse[0]!.usedAreaMm2).to.be.closeTo(area, 2);
    expect(areaMm2(difference(regionOf(patches[0]!.outline), regionOf(patches[0]!.outline)))).to.equal(0);
  });
  it('a shape that no scrap holds is told with what to do, and has its patch and its steps all the same', () => {
    const p = strip();
    p.fabrics[0]!.stock = [{ widthMm: 300, heightMm: 200, count: 1, outline: null }];
    const plan = planProject(p);
    const snag = plan.snags.find((s) => s.code === 'patch-too-large')!;
    expect(snag.pieceIds).to.deep.equal(['strip']);
    expect(played(p)).to.have.property('state');
  });
});

describe('making: webs and schools with habits of their own', () => {
  const three = (more: Partial<Project['webs'][number]> = {}): Project => {
    const p = project(
      [piece('a', square(100), at(10, 10)), piece('b', square(60), at(60, 60)), piece('c', square(40), at(200, 200))],
      { webs: [lined(more)] },
    );
    return p;
  };
  it('a tacky web with two liners: drawn on the one that stays, stuck by hand, one bond for everything that is placed', () => {
    const plan = planProject(three({ tacky: true, liners: 2 }));
    expect(plan.press.some((t) => t.stage === 'fuse')).to.equal(false);
    expect(plan.press).to.have.length(1);
    expect(plan.press[0]!.pieceIds).to.deep.equal(['a', 'b', 'c']);
    expect(kinds(plan)).to.deep.equal([
      'ready',
      'trace',
      'ready',
      'rough-cut',
      'peel',
      'stick',
      'cut',
      'ready',
      'peel',
      'lay',
      'bond',
      'cool',
      'turn',
      'stitch',
      'finish',
    ]);
    const codes = plan.making.steps.map((s) => s.does.code);
    expect(codes).to.include('draw-on-liner-that-stays').and.include('take-first-liner-off');
    const words = stepWords(three({ tacky: true, liners: 2 }), plan);
    expect(words(plan.making.steps[1]!)).to.match(/the one that clings more stays/);
    // The one bond goes through every place there is.
    expect(
      bonds(plan)[0]!
        .columns.map((c) => c.layers.join('>'))
        .sort(),
    ).to.deep.equal(['cotton>web>cotton', 'cotton>web>cotton>web>cotton']);
  });
  it('all laid, tacked, pressed in one grid over the ground: one ticket with a time for every place', () => {
    const p = three();
    const each = planProject(p);
    p.schools.lay = 'all-laid';
    const plan = planProject(p);
    expect(kinds(plan)).to.include('tack');
    expect(kinds(each)).to.not.include('tack');
    expect(bonds(plan)).to.have.length(1);
    const [ticket] = plan.press.filter((t) => t.stage === 'bond');
    expect(bonds(plan)[0]!.does.code).to.equal('bond-whole-ground');
    // 400 × 400 mm in set-downs of 115 × 154, overlapping: 4 by 3 or so, where a piece lies.
    expect(bonds(plan)[0]!.setDowns).to.be.within(9, 16);
    const own = each.press.filter((t) => t.stage === 'bond').map((t) => t.dwell.minS);
    expect(ticket!.dwell.minS).to.be.at.least(Math.max(...own) - 0.11);
    expect(plan.making.handsS).to.not.be.closeTo(each.making.handsS, 5);
  });
  it('what wants another heat is laid and bonded by itself where it stands; the rest is pressed at once all the same', () => {
    const p = harbourLight();
    for (const q of p.pieces) q.unit = null;
    p.schools.lay = 'all-laid';
    const plan = planProject(p);
    expect(plan.press.every((t) => t.stop === null)).to.equal(true);
    const steps = bonds(plan);
    // The felt door takes no more than 110 °C: before it and after it one grid each.
    const door = steps.findIndex((s) => s.pieceIds.join() === 'door');
    expect(steps[door]!.does.code).to.equal('bond-piece');
    expect(steps.slice(0, door).some((s) => s.does.code === 'bond-together')).to.equal(true);
    expect(steps.slice(door + 1).some((s) => s.does.code === 'bond-together')).to.equal(true);
    expect(steps.length).to.be.below(36);
    expect(played(p)).to.have.property('state');
  });
  it('places that no common time suits are pressed by themselves afterwards', () => {
    const lawn = fabricFrom('lawn', { id: 'lawn', name: 'Lawn' });
    const p = project(
      [
        piece('thin', square(60), { ...at(10, 10), fabricId: 'lawn', webId: 'firm' }),
        piece('low', square(90), { ...at(150, 150), fabricId: 'canvas', webId: 'firm' }),
        piece('top', square(60), { ...at(165, 165), fabricId: 'canvas', webId: 'firm' }),
      ],
      {
        fabrics: [cotton(), lawn, fabricFrom('canvas', { id: 'canvas', name: 'Canvas' })],
        webs: [webFrom('firm-film', { id: 'firm', name: 'Firm', stockMm: 9000 })],
      },
    );
    p.layering.underlapMm = 50;
    p.schools.lay = 'all-laid';
    const plan = planProject(p);
    const codes = bonds(plan).map((s) => s.does.code);
    expect(codes[0]).to.equal('bond-whole-ground');
    expect(codes.slice(1).every((c) => c === 'bond-places')).to.equal(true);
    expect(codes.length).to.be.above(1);
    const whole = ticketOf(plan, bonds(plan)[0]!);
    const aside = ticketOf(plan, bonds(plan).at(-1)!);
    expect(aside.dwell.minS).to.be.above(whole.dwell.seconds);
    expect(played(p)).to.have.property('state');
  });
  it('small moves press longer, say so, and take more minutes', () => {
    const p = three();
    const still = planProject(p);
    p.schools.move = 'small-moves';
    const moved = planProject(p);
    const min = (plan: Plan): number => plan.press.find((t) => t.stage === 'bond')!.dwell.minS;
    expect(min(moved) / min(still)).to.be.closeTo(1.2, 0.05);
    expect(moved.making.handsS).to.be.above(still.making.handsS);
    expect(moved.press.every((t) => t.reasons.some((r) => r.code === 'small-moves'))).to.equal(true);
    expect(still.press.some((t) => t.reasons.some((r) => r.code === 'small-moves'))).to.equal(false);
  });
  it('dry throughout never says steam on; a leaflet that wants it is told of', () => {
    const steamy = three({
      leaflet: { fuse: { heatC: 150, dwellS: 3, steam: false }, bond: { heatC: 150, dwellS: 8, steam: true } },
    });
    const dry = planProject(steamy);
    expect(dry.press.some((t) => t.steam)).to.equal(false);
    const told = (plan: Plan): boolean =>
      plan.press.some((t) => t.cautions.some((c) => c.code === 'leaflet-wants-steam'));
    expect(told(dry)).to.equal(true);
    steamy.schools.steam = 'steam-to-bond';
    const wet = planProject(steamy);
    expect(wet.press.filter((t) => t.stage === 'bond').every((t) => t.steam)).to.equal(true);
    expect(told(wet)).to.equal(false);
    expect(told(planProject(three()))).to.equal(false);
  });
  it('each press has its own cover', () => {
    const p = three();
    p.bench.covers = { fuse: 'none', bond: 'press-cloth' };
    const plan = planProject(p);
    expect(new Set(plan.press.map((t) => `${t.stage} ${t.cover}`))).to.deep.equal(
      new Set(['fuse none', 'bond press-cloth']),
    );
  });
});

describe('making: settings that hands can tell apart', () => {
  const at2 = (id: string, c: number, x: number): [Piece, Project['fabrics'][number]] => [
    piece(id, square(40), { ...at(x, 20), fabricId: id }),
    cotton({ id, name: id, maxIronC: c }),
  ];
  it('heats that the dial cannot tell apart are one: 150, and 144 for what bears 152, within its swing', () => {
    const [a, fa] = at2('a', 200, 20);
    const [b, fb] = at2('b', 152, 120);
    const p = project([a, b], {
      fabrics: [cotton(), fa, fb],
      webs: [lined()],
      irons: [iron()],
    });
    const plan = planProject(p);
    for (const stage of ['fuse', 'bond'])
      expect(new Set(plan.press.filter((t) => t.stage === stage).map((t) => t.heat.soleplateC)).size, stage).to.equal(
        1,
      );
    // Nobody is pressed hotter than it bears.
    for (const t of plan.press) expect(t.heat.soleplateC).to.be.within(142, 145);
    expect(plan.making.settings).to.equal(1);
  });
  it('bonds next to each other that share a time are one ticket, at a time that is right for each', () => {
    const p = harbourLight();
    for (const q of p.pieces) q.unit = null;
    const plan = planProject(p);
    const tickets = plan.press.filter((t) => t.stage === 'bond');
    tickets.forEach((t, i) => {
      expect(t.dwell.seconds).to.be.within(t.dwell.minS, t.dwell.maxS);
      const next = tickets[i + 1];
      if (!next || next.heat.soleplateC !== t.heat.soleplateC || next.webId !== t.webId || next.unit || t.unit) return;
      // Had they shared a time they would be one.
      expect(
        Math.max(t.dwell.minS, next.dwell.minS) > Math.min(t.dwell.maxS, next.dwell.maxS) ||
          t.pressure.kPa !== next.pressure.kPa,
        `${t.id} ${next.id}`,
      ).to.equal(true);
    });
    // Flattened, the tickets are an order of bonding: everything once, and after what it lies on.
    const bonded = tickets.flatMap((t) => t.pieceIds);
    expect([...bonded].sort()).to.deep.equal([...plan.order].sort());
    for (const { under, over } of plan.overlaps) expect(bonded.indexOf(under)).to.be.below(bonded.indexOf(over));
    // Piece by piece it is the order itself.
    p.schools = { ...p.schools, lay: 'piece-by-piece' };
    const oneByOne = planProject(p).press.filter((t) => t.stage === 'bond');
    expect(oneByOne.flatMap((t) => t.pieceIds)).to.deep.equal(plan.order);
    for (const t of plan.press) expect(t.stepIds.length).to.be.at.least(1);
  });
  it('what cannot be pressed has words only: no seconds of its own, no cooling, no minutes', () => {
    const p = project([piece('a', square(40), { ...at(20, 20), fabricId: 'cold', webId: 'web' })], {
      fabrics: [cotton(), cotton({ id: 'cold', maxIronC: 100 })],
      webs: [lined({ meltC: 130, maxC: 170 })],
    });
    const plan = planProject(p);
    const stopped = plan.press.filter((t) => t.stop !== null);
    expect(stopped.length).to.be.above(0);
    for (const t of stopped) {
      expect(t.coolS).to.equal(0);
      expect(t.dwell.seconds).to.equal(t.leaflet.dwellS);
      for (const s of plan.making.steps.filter((x) => x.ticketId === t.id)) expect(s.handsS).to.equal(0);
    }
  });
  it('a pile of fifty is refused in words, with the rest of the making still there', () => {
    const p = project(
      [
        ...Array.from({ length: 50 }, (_, i) => piece(`p${i}`, square(60), { ...at(20, 20), unit: 'tower' })),
        piece('apart', square(40), at(200, 200)),
      ],
      { webs: [lined()] },
    );
    p.layering.underlapMm = 50;
    const plan = planProject(p);
    const tower = plan.press.find((t) => t.unit === 'tower' && t.on === 'ground')!;
    expect(tower.stop).to.include({ code: 'too-many-layers', layers: 50 });
    expect(plan.press.find((t) => t.pieceIds.includes('apart') && t.stage === 'bond')!.stop).to.equal(null);
  });
});

describe('making: routes by piece', () => {
  it('what is cut from a print or by a machine leaves the tracing sheets, and has its own steps', () => {
    const p = project(
      [
        piece('traced', square(60), at(10, 10)),
        piece('motif', square(60), { ...at(100, 10), route: 'cut-from-print' }),
        piece('machined', square(60), { ...at(200, 10), route: 'cutter-fabric-up' }),
      ],
      { webs: [lined()] },
    );
    const plan = planProject(p);
    expect(new Set(tracingSheets(p, plan, 'a4').pages.flatMap((g) => g.pieceIds))).to.deep.equal(new Set(['traced']));
    const of = (id: string): string[] =>
      plan.making.steps.filter((s) => s.pieceIds.includes(id)).map((s) => s.does.code);
    expect(of('traced').slice(0, 2)).to.deep.equal(['draw-on-liner', 'rough-cut']);
    expect(of('motif').slice(0, 4)).to.deep.equal(['cut-cover', 'fuse-shapes', 'let-cool', 'cut-from-print']);
    expect(of('machined')).to.include('cut-mat').and.not.include('draw-on-liner');
    expect(played(p)).to.have.property('state');
    const allMachined = structuredClone(p);
    allMachined.route = 'cutter-fabric-up';
    allMachined.pieces[0]!.route = null;
    allMachined.pieces[1]!.route = null;
    expect(tracingSheets(allMachined, planProject(allMachined), 'a4').pages[0]!.title).to.equal('Nothing to trace');
    expect(webAsk(allMachined, planProject(allMachined), 'web')!.side).to.equal('cloth side');
  });
});

describe('making: several articles', () => {
  const set = (): Project => {
    const p = project(
      [
        piece('a', square(60), at(20, 20)),
        piece('b', square(60), { ...at(20, 20), articleId: 'back' }),
        piece('c', square(30), { ...at(30, 30), articleId: 'back' }),
      ],
      { webs: [lined()], fabrics: [cotton(), fabricFrom('canvas', { id: 'canvas', name: 'Canvas' })] },
    );
    p.articles.push(
      newArticle({ id: 'back', name: 'Back', ground: newGround({ fabricId: 'canvas', widthMm: 200, heightMm: 200 }) }),
    );
    return p;
  };
  it('pieces of one never lie on those of another, and are bonded to their own ground', () => {
    const plan = planProject(set());
    expect(plan.overlaps.map((o) => [o.under, o.over])).to.deep.equal([['b', 'c']]);
    const ground = (id: string): string => bonds(plan).find((s) => s.pieceIds.includes(id))!.columns[0]!.layers[0]!;
    expect([ground('a'), ground('b')]).to.deep.equal(['cotton', 'canvas']);
    expect(bonds(plan).map((s) => s.articleId)).to.deep.equal(['main', 'back', 'back']);
    // One cloth is fused in one go, whichever article it is for.
    expect(plan.making.steps.filter((s) => s.kind === 'fuse')).to.have.length(1);
    expect(played(set())).to.have.property('state');
  });
  it('an article without pieces, or without a ground, is told, and the rest is made', () => {
    const p = set();
    p.articles.push(newArticle({ id: 'empty', name: 'Pocket', ground: null }));
    p.articles[1]!.ground = null;
    const plan = planProject(p);
    expect(plan.snags.find((s) => s.code === 'article-empty')).to.include({ articleId: 'empty' });
    const stop = plan.snags.find((s) => s.code === 'no-ground')!;
    expect(stop).to.deep.include({ severity: 'stop', articleId: 'back', pieceIds: ['b'] });
    // c lies on b and is bonded to it all the same.
    expect(bonds(plan).map((s) => s.pieceIds.join())).to.deep.equal(['a', 'c']);
    expect(played(p)).to.have.property('state');
  });
});
