import { expect } from 'chai';
import fc from 'fast-check';
import { areaMm2, exclusive, regionOf } from '~/core/base/shape';
import {
  boxOnGround,
  finishedOutline,
  LIMITS,
  migrate,
  type Project,
  parseProject,
  parseProjectText,
  projectSchema,
  turnedAboutMiddle,
} from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { harbourLight } from '~/demo';
import { planSchema } from '~/words';
import { asVersion1, piece, project, spoken, square } from './helpers';

/** The first problem found in a project that was spoiled by `spoil`. */
function problem(
  spoil: (p: Record<string, any>) => void,
  from: Project = project([piece('door', square(40))]),
): { code: string; message: string; path: string } {
  const raw = structuredClone(from) as Record<string, any>;
  spoil(raw);
  const result = parseProject(raw);
  if (result.ok) throw new Error('was taken');
  return result.problems[0]!;
}

describe('model: projects', () => {
  it('takes the demo and gives it back unchanged', () => {
    const demo = harbourLight();
    const result = parseProject(structuredClone(demo));
    expect(result.ok && result.project).to.deep.equal(demo);
  });

  it('survives JSON, and keeps fields it does not know', () => {
    const raw = {
      ...harbourLight(),
      notes: 'by the window',
      pieces: harbourLight().pieces.map((p) => ({ ...p, mood: { calm: 1 } })),
    };
    const result = parseProjectText(JSON.stringify(raw));
    if (!result.ok) throw new Error(result.problems[0]!.message);
    expect((result.project as any).notes).to.equal('by the window');
    expect((result.project.pieces[3] as any).mood).to.deep.equal({ calm: 1 });
  });

  it('fills in what may be left out', () => {
    const raw = structuredClone(project([piece('door', square(40))])) as any;
    raw.pieces[0] = { id: 'door', label: 'Door', fabricId: 'cotton', outline: square(40) };
    const result = parseProject(raw);
    expect(result.ok && result.project.pieces[0]).to.include({ count: 1, webId: null, preReversed: false });
  });

  const cases: [string, (p: Record<string, any>) => void, string, RegExp][] = [
    ['another format', (p) => (p.format = 'picture'), 'format', /format/],
    ['a newer version', (p) => (p.version = 4), 'version', /Update the application/],
    ['no version', (p) => delete p.version, 'version', /whole number from 1 to 3/],
    [
      'an unknown fabric',
      (p) => (p.pieces[0].fabricId = 'velvet'),
      'pieces[0].fabricId',
      /Piece 1 “door”, fabric is “velvet”.*known are cotton/,
    ],
    ['an unknown web', (p) => (p.pieces[0].webId = 'glue'), 'pieces[0].webId', /Piece 1 “door”, web is “glue”/],
    ['an unknown background', (p) => (p.articles[0].ground.fabricId = 'sky'), 'articles[0].ground.fabricId', /“sky”/],
    ['an unknown iron', (p) => (p.bench.ironId = 'x'), 'bench.ironId', /irons/],
    ['an order that leaves one out', (p) => (p.order = []), 'order', /leaves out piece “door”/],
    ['an order with a stranger', (p) => (p.order = ['door', 'cat']), 'order[1]', /not a piece/],
    ['an order that says one twice', (p) => (p.order = ['door', 'door']), 'order[1]', /second time/],
    [
      'two pieces of one id',
      (p) => [p.pieces.push(structuredClone(p.pieces[0])), p.order.push('door')],
      'pieces[1].id',
      /another one has already/,
    ],
    [
      'broken path data',
      (p) => (p.pieces[0].outline = 'M0 0 L'),
      'pieces[0].outline',
      /Piece 1 “door”, outline cannot be used/,
    ],
    ['empty path data', (p) => (p.pieces[0].outline = ''), 'pieces[0].outline', /is empty/],
    [
      'a line that encloses nothing',
      (p) => (p.pieces[0].outline = 'M0 0L50 50Z'),
      'pieces[0].outline',
      /encloses no fabric/,
    ],
    [
      'an outline of kilometres',
      (p) => (p.pieces[0].outline = 'M0 0H2000000V10H0Z'),
      'pieces[0].outline',
      /farther than 10 m/,
    ],
    ['NaN', (p) => (p.pieces[0].at.xMm = Number.NaN), 'pieces[0].at.xMm', /must be a number/],
    [
      'null where a number belongs',
      (p) => (p.articles[0].ground.widthMm = null),
      'articles[0].ground.widthMm',
      /must be a number/,
    ],
    [
      'a background of no width',
      (p) => (p.articles[0].ground.widthMm = 0),
      'articles[0].ground.widthMm',
      /at least 10/,
    ],
    [
      'a background of a kilometre',
      (p) => (p.articles[0].ground.heightMm = 1e6),
      'articles[0].ground.heightMm',
      /at most 10,000/,
    ],
    [
      'a fabric kind there is not',
      (p) => (p.fabrics[0].kind = 'lace'),
      'fabrics[0].kind',
      /Fabric 1 “Test cotton”, kind is “lace”, but must be one of quilting-cotton/,
    ],
    [
      'a heat limit beyond any iron',
      (p) => (p.fabrics[0].maxIronC = 900),
      'fabrics[0].maxIronC',
      /heat limit in °C is 900, but must be at most 300/,
    ],
    [
      'a web that may not get as hot as it melts',
      (p) => (p.webs[0].maxC = 90),
      'webs[0].maxC',
      /below the 105 °C at which it melts/,
    ],
    ['a bad colour', (p) => (p.fabrics[0].colour = 'red'), 'fabrics[0].colour', /#a1b2c3/],
    ['text for a list', (p) => (p.pieces = 'many'), 'pieces', /must be a list/],
    ['control characters in a name', (p) => (p.name = 'a\u0000b'), 'name', /control characters/],
  ];
  for (const [what, spoil, path, message] of cases)
    it(`says what is wrong: ${what}`, () => {
      const found = problem(spoil);
      expect(found.path).to.equal(path);
      expect(found.message).to.match(message);
    });

  it('refuses 10,000 pieces in words', () => {
    const found = problem((p) => {
      p.pieces = Array.from({ length: 10_000 }, (_, i) => ({ ...p.pieces[0], id: `p${i}` }));
      p.order = p.pieces.map((q: any) => q.id).slice(0, LIMITS.pieces);
    });
    expect(found.message).to.match(/holds 10,000 entries, but at most 2,000/);
  });

  it('tells at most 20 problems and says that there are more', () => {
    const many = project(Array.from({ length: 60 }, (_, i) => piece(`p${i}`, square(10), { fabricId: 'gone' })));
    const result = parseProject(many);
    expect(result.ok).to.equal(false);
    if (!result.ok) {
      expect(result.problems).to.have.length(21);
      expect(result.problems.at(-1)!.message).to.equal('And there are more like these.');
    }
  });

  it('does not take what is no JSON or no object', () => {
    for (const text of ['', '{', '[1]', 'null', '"x"', '<svg/>']) {
      const result = parseProjectText(text);
      expect(result.ok, text).to.equal(false);
    }
  });

  it('never throws on any JSON value', () => {
    fc.assert(fc.property(fc.jsonValue(), (value) => typeof parseProject(value).ok === 'boolean'));
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom('pieces', 'articles', 'recipe', 'fabrics', 'order', 'bench'),
        (value, key) => typeof parseProject({ ...harbourLight(), [key]: value }).ok === 'boolean',
      ),
    );
  });

  it('does not let a __proto__ field reach an object’s prototype', () => {
    const result = parseProjectText(JSON.stringify(project()).replace('{', '{"__proto__":{"polluted":1},'));
    expect(result.ok && (result.project as any).polluted).to.equal(undefined);
  });
});

describe('model: version 1 is lifted', () => {
  const whole = (): Project => project([piece('door', square(30)), piece('sill', square(50), { count: 2 })]);
  it('its ground and pieces become the article “main”, its kind the recipe, its cover that of both presses', () => {
    const p = whole();
    p.bench.covers = { fuse: 'press-cloth', bond: 'press-cloth' };
    for (const [kind, recipe] of [
      ['applique', 'applique'],
      ['window', 'window'],
      ['layered', 'applique'],
    ] as const) {
      const lifted = parseProject(asVersion1(p, kind));
      expect(lifted.ok && lifted.project).to.deep.equal({
        ...p,
        recipe: { id: recipe, answers: {} },
        articles: [{ ...p.articles[0], name: p.name }],
      });
    }
  });
  it('plans as its lifted self does, and is written again as version 3', () => {
    const lifted = parseProject(asVersion1(whole()));
    if (!lifted.ok) throw new Error(lifted.problems[0]?.message);
    expect(planProject(lifted.project).press).to.deep.equal(
      planProject({ ...whole(), bench: lifted.project.bench }).press,
    );
    expect(parseProject(JSON.parse(JSON.stringify(lifted.project))).ok).to.equal(true);
    expect(lifted.project.version).to.equal(3);
  });
  it('tells what is wrong with it by the places that it has', () => {
    const paths = (change: (doc: any) => void): string[] => {
      const doc = asVersion1(whole());
      change(doc);
      const read = parseProject(doc);
      return read.ok ? [] : read.problems.map((q) => q.path);
    };
    expect(paths((d) => (d.ground.widthMm = 0))).to.deep.equal(['ground.widthMm']);
    expect(paths((d) => (d.ground.fabricId = 'sky'))).to.deep.equal(['ground.fabricId']);
    expect(paths((d) => (d.intent.kind = 'quilt'))).to.deep.equal(['intent.kind']);
    expect(paths((d) => (d.bench.cover = 'towel'))).to.deep.equal(['bench.cover']);
    expect(paths((d) => (d.bench.coverId = 'mine'))).to.deep.equal(['bench.coverId']);
    expect(paths((d) => delete d.ground)).to.deep.equal(['ground']);
    expect(paths((d) => delete d.bench)).to.deep.equal(['bench']);
  });
  it('an article that a piece names and nobody has is told; two of one id too', () => {
    const p = whole();
    p.pieces[1]!.articleId = 'back';
    const read = parseProject(p);
    expect(read.ok ? [] : read.problems.map((q) => [q.code, q.path])).to.deep.equal([
      ['unknown-article', 'pieces[1].articleId'],
    ]);
    const twice = whole();
    twice.articles.push(structuredClone(twice.articles[0]!));
    expect(parseProject(twice).ok).to.equal(false);
    expect(parseProject({ ...whole(), articles: [] }).ok).to.equal(false);
  });
});

describe('model: migration', () => {
  it('lifts step by step and stamps the version', () => {
    const steps = { 1: (d: any) => ({ ...d, a: 1 }), 2: (d: any) => ({ ...d, b: d.a + 1 }) };
    const lifted = migrate({ format: 'apple-seam.project', version: 1 }, steps, 3);
    expect(lifted.ok && lifted.doc).to.include({ version: 3, a: 1, b: 2 });
  });

  it('says so when a step is missing', () => {
    const lifted = migrate({ format: 'apple-seam.project', version: 1 }, {}, 2);
    expect(lifted.ok).to.equal(false);
  });
});

describe('model: places', () => {
  it('turns a piece that came reversed about its own middle, so that it keeps its place', () => {
    const p = piece('flag', 'M10 10L60 20L10 40Z', { at: { xMm: 30, yMm: 0, rotateDeg: 0 } });
    const turned = { ...p, preReversed: true };
    expect(boxOnGround(turned)).to.deep.equal(boxOnGround(p));
    expect(areaMm2(exclusive(regionOf(finishedOutline(turned)), regionOf(p.outline)))).to.be.above(100);
  });

  it('turns about the middle: the middle of the box stays', () => {
    const p = piece('flag', square(40), { at: { xMm: 30, yMm: 20, rotateDeg: 0 } });
    const at = turnedAboutMiddle(p, 90);
    const box = boxOnGround({ ...p, at });
    expect((box.minX + box.maxX) / 2).to.be.closeTo(50, 1e-6);
    expect((box.minY + box.maxY) / 2).to.be.closeTo(40, 1e-6);
  });
});

describe('model: plans', () => {
  it('keep to the contract', () => {
    expect(planSchema.safeParse(spoken(harbourLight())).error?.issues).to.equal(undefined);
    expect(projectSchema.safeParse(harbourLight()).success).to.equal(true);
  });
});
