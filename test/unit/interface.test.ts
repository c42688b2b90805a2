import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import fc from 'fast-check';
import { INK_ON_CLOTH, MARK, PAPER_ON_CLOTH, readableOn } from '~/components/on-cloth';
import type { Plan, Question, Snag, Step } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { harbourLight } from '~/demo';
import { readied } from '~/islands/board/readied';
import { groupChoices } from '~/islands/match/groups';
import { answer } from '~/islands/project/answers';
import { addressOf, openAt, readAddress, STATION_LIST, stationStretch } from '~/islands/project/stations';
import { pictureSize } from '~/store/pictures';
import { png } from '../e2e/png';
import { cotton, piece, project, square, web } from './helpers';

const snag = (more: Partial<Pick<Snag, 'severity' | 'pieceIds' | 'at' | 'station'>> = {}): Snag => ({
  code: 'hidden',
  severity: 'warn',
  pieceIds: [],
  at: null,
  station: 'match',
  ...more,
});
const planWith = (snags: Snag[]): Plan => ({ ...planProject(project([piece('a', square(40))])), snags });

describe('the seam', () => {
  const every = STATION_LIST.map((x) => x.id);
  const all = { looked: every, decided: every, open: [] };

  it('is open before anything is planned, and while there is nothing to plan', () => {
    expect(stationStretch('match', null, all)).to.equal('open');
    expect(stationStretch('match', planProject(project()), all)).to.equal('open');
  });

  it('is stitched only where it was looked at and nothing snags, knotted only at the station that snags', () => {
    const plan = planWith([snag()]);
    expect(stationStretch('match', plan, all)).to.equal('knot');
    expect(stationStretch('press', plan, all)).to.equal('stitched');
    expect(stationStretch('press', plan, { ...all, looked: ['match'] })).to.equal('open');
    // Who has only looked has decided nothing: a thin thread.
    expect(stationStretch('press', plan, { ...all, decided: ['match'] })).to.equal('seen');
    // What snags is told whether one has been there or not.
    expect(stationStretch('match', plan, { ...all, looked: [] })).to.equal('knot');
  });

  it('stays open where a question was left open, at its own station only', () => {
    const plan = planWith([]);
    const open = ['laundering', 'iron'] as const;
    expect(stationStretch('match', plan, { ...all, open: ['edge'] })).to.equal('open');
    expect(stationStretch('press', plan, { ...all, open })).to.equal('open');
    expect(stationStretch('trace', plan, { ...all, open })).to.equal('stitched');
    expect(openAt('match', open)).to.deep.equal(['laundering']);
    expect(openAt('press', open)).to.deep.equal(['iron']);
  });

  it('an answer takes its question off, and sets what it asks', () => {
    const p = { ...project(), open: ['laundering', 'edge', 'iron'] as Question[] };
    answer(p, 'laundering', 'often');
    expect(p.open).to.deep.equal(['edge', 'iron']);
    expect(p.intent.laundering).to.equal('often');
    answer(p, 'edge', 'satin');
    answer(p, 'iron', 'small');
    expect(p.open).to.deep.equal([]);
    expect([p.intent.edge, p.bench.ironId]).to.deep.equal(['satin', 'small']);
  });

  it('takes a note for no knot', () => {
    expect(stationStretch('match', planWith([snag({ severity: 'note' })]), all)).to.equal('stitched');
    expect(stationStretch('match', planWith([snag({ severity: 'stop' })]), all)).to.equal('knot');
  });
});

describe('addresses', () => {
  it('lead to a project and a station, and back', () => {
    for (const { id } of STATION_LIST) {
      const address = addressOf('a b/ü', id);
      expect(readAddress(address)).to.deep.equal({ id: 'a b/ü', station: id });
    }
  });

  it('that name no station open the first', () => {
    expect(readAddress('/project/x')).to.deep.equal({ id: 'x', station: 'pattern' });
    expect(readAddress('/project/x/attic')).to.deep.equal({ id: 'x', station: 'pattern' });
  });

  it('survive any id', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 40 }), (id) => {
        expect(readAddress(addressOf(id, 'press')).id).to.equal(id);
      }),
    );
  });
});

describe('match, in groups', () => {
  it('puts pieces of one cloth with one web together, in the order of bonding', () => {
    const demo = harbourLight();
    const groups = groupChoices(demo, planProject(demo));
    expect(
      groups
        .flatMap((g) => g.pieceIds)
        .slice()
        .sort(),
    ).to.deep.equal(demo.pieces.map((p) => p.id).sort());
    const keys = groups.map((g) => `${g.fabricId} ${g.webId}`);
    expect(new Set(keys).size).to.equal(keys.length);
    for (const g of groups) {
      const places = g.pieceIds.map((id) => demo.order.indexOf(id));
      expect(places).to.deep.equal([...places].sort((a, b) => a - b));
    }
  });

  it('keeps what was overruled apart from what was not', () => {
    const p = project([piece('a', square(40)), piece('b', square(40), { webId: 'web' })]);
    const groups = groupChoices(p, planProject(p));
    expect(groups.map((g) => [g.overruled, g.pieceIds])).to.deep.equal([
      [false, ['a']],
      [true, ['b']],
    ]);
  });

  it('bears a plan that is a moment older than the project', () => {
    const p = project([piece('a', square(40)), piece('b', square(40))]);
    const plan = planProject(p);
    const newer = { ...p, pieces: [p.pieces[1]!, piece('c', square(20))], order: ['b', 'c'] };
    expect(groupChoices(newer, plan).flatMap((g) => g.pieceIds)).to.deep.equal(['b']);
  });
});

describe('pictures, before they are decoded', () => {
  const sizeOf = (bytes: Uint8Array) => pictureSize(new Blob([bytes as BlobPart]));

  it('tell their size from a PNG’s head (ISO 15948)', async () => {
    expect(await sizeOf(png(123, 45, () => 0))).to.deep.equal({ width: 123, height: 45 });
  });

  const frame = [0xff, 0xc2, 0x00, 0x0b, 8, 0x17, 0x70, 0x1f, 0x40, 1, 1, 0x11, 0]; // progressive, 8000 × 6000
  it('tell their size from a JPEG’s frame, whatever comes before it (ITU-T T.81)', async () => {
    const jpeg = Uint8Array.from([
      ...[0xff, 0xd8], // start of image
      ...[0xff, 0xe0, 0x00, 0x06, 1, 2, 3, 4], // an application segment
      ...[0xff, 0xff, 0xc4, 0x00, 0x04, 9, 9], // a fill byte, and a Huffman table, which is no frame though its marker lies near
      ...frame,
      ...Array<number>(12).fill(0),
    ]);
    expect(await sizeOf(jpeg)).to.deep.equal({ width: 8000, height: 6000 });
  });

  it('tell it behind megabytes of metadata, too', async () => {
    const segment = new Uint8Array(65_537);
    segment.set([0xff, 0xe1, 0xff, 0xff]);
    const jpeg = new Blob([
      Uint8Array.from([0xff, 0xd8]),
      ...Array.from({ length: 40 }, () => segment as BlobPart),
      Uint8Array.from([...frame, 0, 0]),
    ]);
    expect(jpeg.size).to.be.above(2_600_000);
    expect(await pictureSize(jpeg)).to.deep.equal({ width: 8000, height: 6000 });
  });

  it('say so when it is neither', async () => {
    for (const bytes of [
      new Uint8Array(),
      Uint8Array.from([1, 2, 3]),
      new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'),
      Uint8Array.from([0xff, 0xd8, ...Array<number>(40).fill(0)]),
    ])
      expect(await sizeOf(bytes)).to.equal(null);
  });

  it('never throw, never hang', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 200 }), async (bytes) => {
        await sizeOf(bytes);
        await sizeOf(Uint8Array.from([0xff, 0xd8, ...bytes]));
      }),
    );
  });
});

describe('the made-up drawer', () => {
  it('carries no price or name that could be a product’s: names say what a thing is', () => {
    const demo = harbourLight();
    for (const w of demo.webs) expect(w.name).to.match(/^(Light|Middle|Firm) film$|^Open web$|^Low-heat grid$/);
    expect(new Set(demo.fabrics.map((f) => f.kind)).size).to.be.at.least(7);
    expect(new Set(demo.webs.map((w) => w.form)).size).to.be.at.least(3);
    expect(demo.irons.map((i) => i.kind).sort()).to.deep.equal(['heat-press', 'household', 'mini']);
  });

  it('gives a project of its own each time', () => {
    const a = harbourLight();
    a.fabrics[0]!.name = 'spoiled';
    a.pieces[0]!.at.xMm = 999;
    expect(harbourLight().fabrics[0]!.name).to.not.equal('spoiled');
    expect(harbourLight().pieces[0]!.at.xMm).to.not.equal(999);
  });
});

describe('plans under every purpose', () => {
  const purposes = fc.record({
    laundering: fc.constantFrom('never' as const, 'gentle' as const, 'often' as const),
    hand: fc.constantFrom('soft' as const, 'medium' as const, 'firm' as const),
    edge: fc.constantFrom('none' as const, 'blanket' as const, 'satin' as const, 'hand' as const, 'paint' as const),
    kind: fc.constantFrom('applique' as const, 'window' as const, 'layered' as const),
  });
  const small = (): ReturnType<typeof project> =>
    project(
      [
        piece('low', square(80)),
        piece('mid', square(50), { at: { xMm: 30, yMm: 20, rotateDeg: 12 } }),
        piece('top', `${square(90)}${square(30, 30, 30)}`, { fabricId: 'felt' }),
      ],
      {
        fabrics: [
          cotton(),
          cotton({ id: 'felt', kind: 'craft-felt', fibre: 'acrylic', maxIronC: 110, massGsm: 180, colour: '#2f6f73' }),
        ],
        webs: [
          web(),
          web({ id: 'cool', meltC: 80, maxC: 130, massGsm: 32 }),
          web({ id: 'firm', massGsm: 45, sewing: 'avoid' }),
        ],
      },
    );

  it('answer for every piece, within every limit, with a reason for each choice', () => {
    fc.assert(
      fc.property(purposes, (intent) => {
        const p = small();
        p.intent = intent;
        const plan = planProject(p);
        for (const c of plan.choices) {
          expect(c.webId === null ? c.buy : c.reasons[0]).to.be.an('object');
          if (c.webId !== null) expect(c.rejected).to.have.length(2);
        }
        for (const t of plan.press.filter((q) => q.stop === null)) {
          for (const id of t.pieceIds)
            expect(t.heat.soleplateC).to.be.at.most(
              p.fabrics.find((f) => f.id === p.pieces.find((q) => q.id === id)!.fabricId)!.maxIronC,
            );
        }
        expect(plan.order.slice().sort()).to.deep.equal(['low', 'mid', 'top']);
        expect(plan.tracings.every((t) => t.areaMm2 > 0)).to.equal(true);
      }),
      { numRuns: 40 },
    );
  });

  it('make of a window picture only what the window shows', () => {
    const p = small();
    p.recipe.id = 'window';
    const whole = planProject({ ...p, recipe: { id: 'applique', answers: {} } });
    const behind = planProject(p);
    const area = (plan: Plan, id: string): number => plan.tracings.find((t) => t.pieceId === id)!.areaMm2;
    expect(area(behind, 'low')).to.be.below(area(whole, 'low'));
    // The window is 30 mm square and the margin 10: what is made behind it is at most 50 mm square.
    expect(area(behind, 'low')).to.be.at.most(2500);
    expect(area(behind, 'top')).to.be.closeTo(90 * 90 - 900, 1);
  });

  it('bond a unit’s pieces together and say whose liner stays on', () => {
    const p = small();
    p.pieces[0]!.unit = 'pair';
    p.pieces[2]!.unit = 'pair';
    const plan = planProject(p);
    const built = plan.making.steps.find((s) => s.kind === 'lay' && s.on === 'sheet')!;
    expect(built).to.deep.include({ unit: 'pair', members: ['low', 'top'] });
    expect(built.does).to.deep.equal({ code: 'lay-on-sheet', keepLiners: ['low'] });
    expect(plan.order).to.deep.equal(['low', 'top', 'mid']);
    expect(plan.snags.map((s) => s.code)).to.include('unit-interleaved');
  });

  it('cut the middle out of large webs only where a rim is asked for', () => {
    const p = small();
    expect(planProject(p).tracings.every((t) => t.webMiddle === '')).to.equal(true);
    p.layering.webRimMm = 15;
    const middles = planProject(p)
      .tracings.filter((t) => t.webMiddle !== '')
      .map((t) => t.pieceId);
    expect(middles).to.include('low');
  });

  it('draw underlaps on the pieces that came reversed as on the others', () => {
    const p = project([
      piece('a', 'M0 0H60V40L20 60H0Z', { preReversed: true }),
      piece('b', square(50), { at: { xMm: 45, yMm: 0, rotateDeg: 0 } }),
    ]);
    const plan = planProject(p);
    const there = plan.tracings.find((t) => t.pieceId === 'a')!;
    // It came reversed, so it is drawn as it came; its lap, right on the ground, lies left on the pattern.
    expect(there).to.include({ mirrored: false, code: 'as-printed' });
    expect(there.dotted).to.not.equal('');
  });
});

describe('cloths to make ready', () => {
  const p = project([piece('a', square(40), { fabricId: 'lawn' })], {
    fabrics: [
      cotton({ id: 'unused' }),
      cotton({ id: 'lawn', prewashed: true }),
      cotton({ id: 'linen', prewashed: false }),
    ],
    ground: { fabricId: 'linen' },
  });
  const ids = (does: Step['does']): string[] | undefined => readied(p, { does })?.map((f) => f.id);

  it('are those that the step names', () => {
    expect(ids({ code: 'press-smooth', fabricIds: ['lawn', 'linen'], limits: [] })).to.deep.equal(['lawn', 'linen']);
    expect(ids({ code: 'wash-first', laundering: 'often', fabricIds: ['linen'] })).to.deep.equal(['linen']);
  });

  it('are shown at no other step', () => {
    const [other] = planProject(p).making.steps.filter((s) => s.kind === 'trace');
    expect(other && readied(p, other)).to.equal(null);
  });
});

describe('colours drawn on cloth', () => {
  it('are the same by script as by style', () => {
    const tokens = readFileSync('src/styles/tokens.css', 'utf8');
    const token = (name: string): string | undefined => tokens.match(new RegExp(`--${name}: (#[0-9a-f]{6});`))?.[1];
    expect([token('ink-on-cloth'), token('paper-on-cloth'), token('mark')]).to.deep.equal([
      INK_ON_CLOTH,
      PAPER_ON_CLOTH,
      MARK,
    ]);
  });

  it('are ink on light cloth and paper on dark, whichever has more contrast', () => {
    expect(['#ffffff', '#f2d34f', '#2a5580', '#000000'].map(readableOn)).to.deep.equal([
      INK_ON_CLOTH,
      INK_ON_CLOTH,
      PAPER_ON_CLOTH,
      PAPER_ON_CLOTH,
    ]);
  });
});
