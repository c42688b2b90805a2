import { expect } from 'chai';
import fc from 'fast-check';
import { deltaE } from '~/core/base/colour';
import { CLOTHS } from '~/core/choose/material';
import { dialFor, marksOf, steamFromC } from '~/core/choose/press';
import {
  ownIron,
  type StartAnswers,
  startedProject,
  THING_IDS,
  THINGS,
  type ThingId,
  type UsedLast,
  usedLast,
  usualGround,
  usualIron,
  usualPieceCloth,
} from '~/core/intake/start';
import { newCloth, newCloths } from '~/core/keep/drawer';
import { type Fabric, newPiece, newProject, parseProject, QUESTIONS } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { demoDrawer } from '~/demo';
import { cotton, iron } from './helpers';

const NOTHING: UsedLast = { groundId: null, bench: null };
const drawer = demoDrawer();
const answers = (more: Partial<StartAnswers> = {}): StartAnswers => ({
  thing: 'picture',
  name: 'Mine',
  units: 'mm',
  widthMm: 500,
  heightMm: 700,
  seamMm: 0,
  source: 'cut',
  ground: usualGround('picture', drawer, NOTHING),
  laundering: null,
  edge: null,
  ironId: null,
  newIron: null,
  ...more,
});

describe('starting a project', () => {
  it('takes an iron that the Drawer does not have, with marks that nobody measured; one that was not chosen stays out', () => {
    const mine = ownIron('mine', 'My iron', 'travel', 'hottest');
    const p = startedProject('x', answers({ newIron: mine, ironId: 'mine' }), drawer, NOTHING);
    expect(p.bench.ironId).to.equal('mine');
    expect(p.irons.find((i) => i.id === 'mine')!.dial).to.deep.equal([
      { mark: 'I', measuredC: null },
      { mark: 'II', measuredC: null },
    ]);
    expect(parseProject(structuredClone(p)).ok).to.equal(true);
    // It steams at its hottest mark, whatever that comes to, and every setting names one of its marks.
    expect(steamFromC(mine)).to.equal(marksOf(mine).at(-1)!.c);
    for (const c of [110, 150, 195]) expect(JSON.stringify(dialFor(mine, c).place)).to.match(/"(I|II)"/);
    const without = startedProject('x', answers({ newIron: mine, ironId: null }), drawer, NOTHING);
    expect(without.irons.some((i) => i.id === 'mine')).to.equal(false);
  });
  it('of a heat press nobody knows marks: it shows degrees', () => {
    const press = ownIron('p', 'Press', 'press', 'middle');
    expect([press.steam, press.dial.length, dialFor(press, 150).place]).to.deep.equal([false, 0, null]);
  });
  it('stands on plain cotton under a household iron, not on what comes first by the alphabet', () => {
    const p = startedProject('x', answers(), drawer, NOTHING);
    const ground = p.fabrics.find((f) => f.id === p.articles[0]!.ground!.fabricId)!;
    expect(ground.clothId).to.equal('solid-cotton');
    expect(p.irons.find((i) => i.id === p.bench.ironId)!.kind).to.equal('household');
    // By name the heat press and the cloud felt come first.
    expect([...drawer.irons].sort((a, b) => a.name.localeCompare(b.name))[0]!.kind).to.equal('heat-press');
  });

  it('is sound for every thing, and works out once something lies on it', () => {
    for (const thing of THING_IDS) {
      const { sizes, recipe } = THINGS[thing];
      for (const size of sizes) {
        const p = startedProject('x', answers({ ...size, name: size.name, thing }), drawer, NOTHING);
        const parsed = parseProject(JSON.parse(JSON.stringify(p)));
        expect(parsed.ok ? [] : parsed.problems, thing).to.deep.equal([]);
        expect(p.recipe.id).to.equal(recipe);
        // What a recipe lays out begins sound; on everything else nothing lies yet.
        const first: { readonly [T in ThingId]?: readonly string[] } = {
          pennant: ['front-back', 'front'],
          tag: ['back', 'patch', 'frame'],
          mend: ['patch'],
          chain: ['front-back', 'front'],
          ornament: ['front-backing', 'front'],
          shine: ['front-foil', 'front'],
          cover: ['front-paper', 'front'],
          hem: ['turning'],
        };
        expect(p.pieces.map((x) => x.id)).to.deep.equal(first[thing] ?? []);
        const stops = planProject(p).snags.flatMap((s) =>
          s.severity === 'stop' || s.code === 'no-pieces' ? [s.code] : [],
        );
        expect(stops, `${thing} ${size.name}`).to.deep.equal(first[thing] ? [] : ['no-pieces']);
      }
    }
  });

  it('a chain begins with two pairs of sheets for twelve links, ruled and cut through both at once, not twenty-four pieces to trace', () => {
    const p = startedProject(
      'x',
      answers({ ...THINGS.chain.sizes[0], name: 'Links', thing: 'chain' }),
      drawer,
      NOTHING,
    );
    const { steps } = planProject(p).making;
    // 300 × 300 mm hold seven strips of 40 × 240: twelve take two.
    expect(steps.filter((s) => s.does.code === 'bond-sheets')).to.have.length(2);
    expect(steps.filter((s) => s.does.code === 'rule-on-sheets')).to.have.length(1);
    expect(steps.some((s) => s.kind === 'rough-cut')).to.equal(false);
  });

  it('cuts the first piece from a cloth pieces are cut from, one that is seen on its ground; then goes on with it', () => {
    const on = (clothId: string, colour: string): Fabric => {
      const ground = newCloth('ground', { clothId, colour, use: 'ground' }, []);
      const p = startedProject('x', answers({ ground }), drawer, NOTHING);
      const id = usualPieceCloth(p, 'ground');
      return p.fabrics.find((f) => f.id === id)!;
    };
    for (const colour of ['#1d2b57', '#fbfaf6', '#c3272b']) {
      const piece = on('denim', colour);
      expect(['quilting-cotton', 'solid-cotton', 'batik', 'linen']).to.include(piece.clothId);
      expect(deltaE(piece.colour, colour), `${piece.name} on ${colour}`).to.be.above(30);
    }
    expect(on('wool-felt', '#8a8d90').kind).to.match(/felt/);
    const p = startedProject('x', answers(), drawer, NOTHING);
    const laid = {
      ...p,
      pieces: [
        newPiece({ id: 'a', label: 'A', outline: 'M0 0H9V9H0Z', fabricId: 'mine', articleId: p.articles[0]!.id }),
      ],
    };
    expect(usualPieceCloth(laid, null)).to.equal('mine');
    expect(usualPieceCloth({ fabrics: [], pieces: [] }, 'ground')).to.equal('ground');
  });

  it('keeps what was left for later among its open questions, and nothing else', () => {
    const open = (more: Partial<StartAnswers>) => startedProject('x', answers(more), drawer, NOTHING).open;
    expect(open({})).to.deep.equal([...QUESTIONS]);
    expect(open({ laundering: 'often', edge: 'none', ironId: 'small' })).to.deep.equal([]);
    expect(open({ edge: 'satin' })).to.deep.equal(['laundering', 'iron']);
  });

  it('takes answers as given, and what is usual of the thing for the rest', () => {
    const shirt = startedProject('x', answers({ thing: 'garment' }), drawer, NOTHING);
    expect(shirt.intent).to.deep.equal({ laundering: 'often', hand: 'soft', edge: 'zigzag' });
    const mine = startedProject('x', answers({ thing: 'garment', laundering: 'never', edge: 'none' }), drawer, NOTHING);
    expect(mine.intent).to.deep.equal({ laundering: 'never', hand: 'soft', edge: 'none' });
  });

  it('knows what it is stitched on: a pocket comes off first, a knee is in a leg, a front is single', () => {
    const on = (widthMm: number, heightMm: number, thing: StartAnswers['thing'] = 'garment') =>
      startedProject('x', answers({ thing, widthMm, heightMm }), drawer, NOTHING).edging.on;
    expect([on(300, 350), on(130, 140), on(110, 140), on(380, 420)]).to.deep.equal([
      'garment-front',
      'pocket',
      'sleeve-or-leg',
      'garment-front',
    ]);
    // A picture of a pocket's size is flat work.
    expect(on(130, 140, 'picture')).to.equal('flat');
  });

  it('goes on from what was used last: ground, iron, cover, surface', () => {
    const before = newProject({
      id: 'before',
      name: 'Before',
      fabrics: [...drawer.fabrics],
      webs: [...drawer.webs],
      irons: [...drawer.irons],
      ground: { fabricId: 'sail' },
      bench: { ironId: 'small', surface: 'wool-mat', covers: { fuse: 'parchment', bond: 'press-cloth' } },
    });
    const last = usedLast([before]);
    const p = startedProject('x', answers({ ground: usualGround('picture', drawer, last) }), drawer, last);
    expect(p.articles[0]!.ground!.fabricId).to.equal('sail');
    expect(p.bench).to.include({ ironId: 'small', surface: 'wool-mat' });
    expect(p.bench.covers).to.deep.equal({ fuse: 'parchment', bond: 'press-cloth' });
    // A linen is no garment's usual cloth: there the kind that suits best is taken.
    expect(usualGround('garment', drawer, last).clothId).to.equal('denim');
    // What is gone from the Drawer is not gone on with.
    expect(
      usualIron(
        drawer.irons.filter((i) => i.id !== 'small'),
        last,
      )!.id,
    ).to.equal('household');
  });

  it('prefers a measured household iron, and says null where there is none', () => {
    const bare = iron({ id: 'bare', dial: [] });
    const measured = iron({ id: 'measured' });
    expect(usualIron([bare, measured], NOTHING)!.id).to.equal('measured');
    expect(usualIron([], NOTHING)).to.equal(null);
    expect(usualIron([iron({ id: 'p', kind: 'heat-press' })], NOTHING)).to.equal(null);
  });

  it('stands from an empty Drawer, on a plain cotton and an iron nobody measured', () => {
    const empty = { fabrics: [], webs: [], threads: [], irons: [], covers: [], surfaces: [], pictures: [] };
    const p = startedProject('x', answers({ ground: usualGround('word', empty, NOTHING) }), empty, NOTHING);
    expect(parseProject(JSON.parse(JSON.stringify(p))).ok).to.equal(true);
    expect(p.irons[0]!.dial).to.deep.equal([]);
  });

  it('the most of a cloth in stock decides between two of a kind', () => {
    const little = cotton({ id: 'little', clothId: 'solid-cotton', stock: [] });
    const much = cotton({
      id: 'much',
      clothId: 'solid-cotton',
      stock: [{ widthMm: 900, heightMm: 900, count: 1, outline: null }],
    });
    expect(usualGround('picture', { fabrics: [little, much] }, NOTHING).id).to.equal('much');
  });
});

describe('a new cloth in three answers', () => {
  it('is typical of its kind, in its colour, called by what it is for or by what it is', () => {
    const door = newCloth('a', { clothId: 'wool-felt', colour: '#008080', use: ' the door ' }, []);
    expect(door).to.include({ name: 'The door', colour: '#008080', kind: 'wool-felt', fibre: 'wool', maxIronC: 150 });
    expect(newCloth('a', { clothId: 'batik', colour: '#0f7a7c', use: '' }, []).name).to.equal('Teal batik');
    expect(newCloth('a', { clothId: 'batik', colour: '#0f7a7c', use: '' }, ['Teal batik']).name).to.equal(
      'Teal batik 2',
    );
  });
  it('several at once have names of their own', () => {
    const made = newCloths(
      ['a', 'b', 'c'],
      'quilting-cotton',
      ['#c3272b', '#c4282c', '#1d2b57'],
      ['Navy quilting cotton'],
    );
    expect(made.map((f) => f.name)).to.deep.equal([
      'Red quilting cotton',
      'Red quilting cotton 2',
      'Navy quilting cotton 2',
    ]);
  });
  it('is sound whatever is typed', () => {
    const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
    fc.assert(
      fc.property(fc.constantFrom(...CLOTHS.map((c) => c.id)), hex, fc.string(), (clothId, colour, use) => {
        const fabric: Fabric = newCloth('a', { clothId, colour, use }, []);
        const p = startedProject('x', answers({ ground: fabric }), drawer, NOTHING);
        const parsed = parseProject(JSON.parse(JSON.stringify(p)));
        expect(parsed.ok ? [] : parsed.problems).to.deep.equal([]);
      }),
      { numRuns: 60 },
    );
  });
});
