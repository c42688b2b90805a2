import { expect } from 'chai';
import fc from 'fast-check';
import { areaMm2, difference, distanceBetween, intersection, regionOf } from '~/core/base/shape';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { howManyFit, type Mat, matsOf, patchesOf, putCloth, putShape, WEB_INSIDE_MM } from '~/core/cut/layout';
import { makingOf } from '~/core/hands/making';
import { clothBox, readCutFile, runCutter } from '~/core/intake/standin';
import { newArticle, newGround, newPiece, newProject, type Project, parseProject } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { planProject } from '~/core/plan';
import { matFile, shapesOnMat } from '~/core/print/sheet';
import { DEMO_IRONS } from '~/demo/drawer';
import { howManyWords, snagWords, stepWords } from '~/words';

const cloth = (id: string, colour: string) => fabricFrom('quilting-cotton', { id, name: id, colour });
const film = webFrom('light-film', { id: 'film', name: 'Film', widthMm: 432, stockMm: 5000 });

const square = (mm: number): string => `M0 0h${mm}v${mm}h${-mm}Z`;
/** A ring, so that there is something to be cut inside first. */
const ring = (mm: number): string => `${square(mm)}M10 10h${mm - 20}v${mm - 20}h${20 - mm}Z`;

const machined = (more: Partial<Project> = {}): Project =>
  newProject({
    id: 'm',
    name: 'Machine',
    route: 'cutter-fabric-up',
    fabrics: [cloth('red', '#b03a2e'), cloth('blue', '#2e5fb0'), cloth('ground', '#efe6d2')],
    webs: [film],
    irons: [...DEMO_IRONS],
    bench: { ironId: 'household' },
    articles: [
      newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'ground', widthMm: 600, heightMm: 600 }) }),
    ],
    pieces: [
      newPiece({
        id: 'a',
        label: 'Ring',
        fabricId: 'red',
        outline: ring(60),
        count: 3,
        at: { xMm: 20, yMm: 20, rotateDeg: 0 },
      }),
      newPiece({
        id: 'b',
        label: 'Tile',
        fabricId: 'blue',
        outline: square(70),
        count: 2,
        at: { xMm: 150, yMm: 20, rotateDeg: 0 },
      }),
    ],
    order: ['a', 'b'],
    ...more,
  });
const matsFor = (p: Project): { mats: Mat[]; plan: ReturnType<typeof planProject> } => {
  const plan = planProject(p);
  return { plan, mats: matsOf(p, patchesOf(p, plan).patches) };
};

/** What has to hold on any mat, whatever lies on it. */
function sound(p: Project): void {
  const { plan, mats } = matsFor(p);
  const { widthMm, heightMm, apartMm, edgeMm } = p.mat;
  for (const mat of mats) {
    const boxes = mat.cloths.map((c) => regionOf(`M${c.xMm} ${c.yMm}h${c.widthMm}v${c.heightMm}h${-c.widthMm}Z`));
    const board = regionOf(`M0 0H${widthMm}V${heightMm}H0Z`);
    boxes.forEach((box, i) => {
      expect(areaMm2(difference(box, board)), 'off the mat').to.be.below(0.1);
      for (const other of boxes.slice(0, i))
        expect(areaMm2(intersection(box, other)), 'fabric over fabric').to.be.below(0.1);
    });
    for (const c of mat.cloths) {
      const inner = WEB_INSIDE_MM + edgeMm - 0.02;
      const web = regionOf(
        `M${c.xMm + inner} ${c.yMm + inner}h${c.widthMm - 2 * inner}v${c.heightMm - 2 * inner}h${2 * inner - c.widthMm}Z`,
      );
      const shapes = shapesOnMat(p, plan, c);
      shapes.forEach((s, i) => {
        expect(areaMm2(difference(s.region, web)), `${s.label} from the edge of its web`).to.be.below(0.5);
        for (const o of shapes.slice(0, i)) expect(distanceBetween(s.region, o.region)).to.be.at.least(apartMm - 0.05);
      });
    }
  }
  const copies = mats.flatMap((m) => m.cloths.flatMap((c) => c.patch.placements.map((x) => `${x.id} ${x.copy}`)));
  expect(new Set(copies).size, 'no copy twice').to.equal(copies.length);
  expect(copies.length, 'every copy').to.equal(p.pieces.reduce((n, x) => n + x.count, 0));
}

describe('mats of a cutting machine', () => {
  it('one patch a cloth, web smaller than its cloth, shapes apart and off the edges; several cloths on one mat', () => {
    const p = machined();
    sound(p);
    const { mats } = matsFor(p);
    expect(mats.map((m) => m.cloths.map((c) => c.patch.fabricId))).to.deep.equal([['red', 'blue']]);
    const [red] = mats[0]!.cloths;
    // Three rings of 60 mm, 3 mm apart, web 5 mm beyond, cloth 2 mm more: in a row, or as a corner of three.
    const row = [3 * 60 + 2 * 3 + 2 * 5, 60 + 2 * 5];
    const corner = [2 * 60 + 3 + 2 * 5, 2 * 60 + 3 + 2 * 5];
    const got = [red!.patch.widthMm, red!.patch.heightMm].sort((x, y) => y - x);
    expect(
      [row, corner].some((w) => Math.abs(got[0]! - w[0]!) < 1 && Math.abs(got[1]! - w[1]!) < 1),
      String(got),
    ).to.equal(true);
    expect(red!.widthMm - red!.patch.widthMm).to.equal(2 * WEB_INSIDE_MM);
  });

  it('hold for any shapes, counts and mats (16 cases)', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            mm: fc.integer({ min: 22, max: 120 }),
            count: fc.integer({ min: 1, max: 6 }),
            red: fc.boolean(),
          }),
          {
            minLength: 1,
            maxLength: 5,
          },
        ),
        fc.constantFrom([305, 305], [610, 305], [200, 260]),
        fc.integer({ min: 0, max: 8 }),
        fc.integer({ min: 0, max: 10 }),
        (list, [widthMm, heightMm], apartMm, edgeMm) => {
          const pieces = list.map(({ mm, count, red }, i) =>
            newPiece({ id: `p${i}`, label: '', fabricId: red ? 'red' : 'blue', outline: ring(mm), count }),
          );
          const base = machined({ pieces, order: pieces.map((x) => x.id) });
          sound({ ...base, mat: { ...base.mat, widthMm: widthMm!, heightMm: heightMm!, apartMm, edgeMm } });
        },
      ),
      { numRuns: 16, seed: 7 },
    );
  });

  it('are cut by the machine, not traced or rough-cut: web on whole patches first, then a mat at a time', () => {
    const p = machined();
    const plan = planProject(p);
    const kinds = plan.making.steps.map((s) => s.kind);
    expect(kinds).to.not.include.members(['trace']);
    expect(kinds.slice(0, 9)).to.deep.equal([
      'ready',
      'patch',
      'patch',
      'ready',
      'fuse',
      'cool',
      'fuse',
      'cool',
      'machine-cut',
    ]);
    const step = plan.making.steps.find((s) => s.kind === 'machine-cut')!;
    expect(stepWords(p, plan)(step)).to.equal(
      'Place patch A of red and patch B of blue on the mat, right side up, where its plan shows. Have its 5 shapes cut.',
    );
    expect(makingOf(layDown(p), plan).impossible).to.equal(null);
    // A piece whose copies lie on two mats is cut once, as far as its state goes.
    const many = machined({
      pieces: [newPiece({ id: 'a', label: 'Ring', fabricId: 'red', outline: ring(120), count: 9 })],
      order: ['a'],
    });
    const two = planProject(many);
    expect(two.making.steps.filter((s) => s.kind === 'machine-cut').length).to.be.above(1);
    expect(makingOf(layDown(many), two).impossible).to.equal(null);
  });

  it('the file of a mat is what the machine reads: every shape, inside before outside, on its cloth, nothing crossing', () => {
    const p = machined();
    const { plan, mats } = matsFor(p);
    for (const format of ['dxf', 'svg'] as const) {
      const read = readCutFile(matFile(p, plan, mats[0]!, format).text);
      if (!read.ok) throw new Error(read.message);
      expect(read.shapes).to.have.length(5);
      const cloths = mats[0]!.cloths.map((c) => ({
        name: c.patch.fabricId,
        corner: 'upper left' as const,
        at: { xMm: c.xMm, yMm: c.yMm },
        widthMm: c.widthMm,
        heightMm: c.heightMm,
      }));
      const run = runCutter(read.shapes, p.mat, cloths);
      expect(run.problems, format).to.deep.equal([]);
      expect([...run.clothOf.values()].sort()).to.deep.equal(['blue', 'blue', 'red', 'red', 'red']);
      expect(clothBox(cloths[1]!, p.mat)).to.include({ x: cloths[1]!.at.xMm, y: cloths[1]!.at.yMm });
    }
    // In the file itself a ring’s hole comes before its outside.
    const dxf = matFile(p, plan, mats[0]!, 'dxf').text.split('\n');
    const lines: number[][] = [];
    for (let i = 0; i + 1 < dxf.length; i += 2) {
      if (dxf[i] === '0' && dxf[i + 1] === 'POLYLINE') lines.push([]);
      if (dxf[i] === '10') lines.at(-1)!.push(Number(dxf[i + 1]));
    }
    const wide = lines.map((xs) => Math.max(...xs) - Math.min(...xs));
    expect(wide[0]).to.be.closeTo(40, 0.1);
    expect(wide[1]).to.be.closeTo(60, 0.1);
  });

  it('what hands move stays where it was put, survives a file, and is let go of when its patch changes', () => {
    const p = structuredClone(machined());
    const { plan, mats } = matsFor(p);
    const [red, blue] = mats[0]!.cloths;
    expect(
      putCloth(p, mats[0]!, blue!, { xMm: p.mat.widthMm, yMm: p.mat.heightMm }),
      'off the mat it snaps to its corner',
    ).to.equal(true);
    expect(putCloth(p, mats[0]!, red!, { xMm: blue!.xMm, yMm: 200 })).to.equal(false);
    const moved = matsFor(p).mats[0]!.cloths.find((c) => c.patch.fabricId === 'blue')!;
    expect(moved.xMm + moved.widthMm).to.be.closeTo(305, 0.001);
    expect(moved.yMm + moved.heightMm).to.be.closeTo(305, 0.001);
    sound(p);
    const first = matsFor(p).mats[0]!.cloths.find((c) => c.patch.fabricId === 'blue')!;
    const one = first.patch.placements[0]!;
    expect(putShape(p, plan, first, { id: 'b', copy: one.copy }, { xMm: 4, yMm: 3, turnDeg: 90 })).to.equal(true);
    sound(p);
    const read = parseProject(JSON.parse(JSON.stringify(p)));
    if (!read.ok) throw new Error(read.problems[0]?.message);
    expect(matsFor(read.project).mats).to.deep.equal(matsFor(p).mats);
    p.pieces[1]!.count = 4;
    sound(p);
    expect(
      matsFor(p)
        .mats.flatMap((m) => m.cloths)
        .find((c) => c.patch.fabricId === 'blue')!.patch.placements,
    ).to.have.length(4);
  });

  it('says what does not go: a shape larger than the mat takes, a web without liner cloth up', () => {
    const large = machined({
      pieces: [newPiece({ id: 'a', label: 'Sea', fabricId: 'red', outline: square(300) })],
      order: ['a'],
    });
    const said = (p: Project): string[] =>
      planProject(p)
        .snags.filter((s) => s.code === 'mat-too-small' || s.code === 'unlined-on-mat')
        .map((s) => snagWords(p)(s).text);
    // 305 − 2 × (5 + 2) = 291 mm.
    expect(said(large)).to.deep.equal([
      'Sea (1) does not fit on the mat. With web and fabric around it, it holds shapes up to 29.1 × 29.1 cm.',
    ]);
    const bare = webFrom('open-web-unlined', { id: 'bare', name: 'Bare', liners: 0 });
    const p = machined({ webs: [bare] });
    const withBare = { ...p, pieces: p.pieces.map((x) => ({ ...x, webId: 'bare' })) };
    expect(said(withBare)).to.deep.equal([
      'Bare has no paper: with the fabric up, the glue of Ring (1) and Tile (2) would cling to the mat.',
    ]);
    expect(said(machined())).to.deep.equal([]);
  });
});

describe('how many can be made of what is here', () => {
  const tags = (stock: { widthMm: number; heightMm: number; count: number }[], stockMm = 100_000): Project =>
    machined({
      route: 'template-right-side',
      fabrics: [
        { ...cloth('red', '#b03a2e'), stock: stock.map((s) => ({ ...s, outline: null })) },
        cloth('ground', '#efe6d2'),
      ],
      webs: [{ ...film, stockMm }],
      articles: [
        newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'ground', widthMm: 100, heightMm: 100 }) }),
      ],
      pieces: [newPiece({ id: 'a', label: 'Tile', fabricId: 'red', outline: square(50) })],
      order: ['a'],
    });
  const ask = (p: Project) => howManyFit(p, planProject(p), 'main');

  it('as many as lie on the cloth: each takes 8 mm a side more, by hand', () => {
    // 50 mm and 6 + 2 mm all round are 66 mm, half a millimetre apart: 3 × 2 on 200 × 133 mm, and one less across on 199 less.
    expect(ask(tags([{ widthMm: 200, heightMm: 134, count: 1 }])).times).to.equal(6);
    expect(ask(tags([{ widthMm: 190, heightMm: 134, count: 1 }])).times).to.equal(4);
    expect(ask(tags([{ widthMm: 200, heightMm: 134, count: 2 }])).times).to.equal(12);
    expect(ask(tags([{ widthMm: 40, heightMm: 40, count: 3 }])).times).to.equal(0);
  });

  it('no more than the web gives, and says what runs out first', () => {
    // Shapes of 50 mm, 12 mm apart, on a roll of 432 mm: seven across, so 50 mm of roll are seven.
    const p = tags([{ widthMm: 1000, heightMm: 1000, count: 1 }], 51);
    const many = ask(p);
    expect(many.times).to.equal(7);
    expect(many.each.map((e) => `${e.kind} ${e.ofId}`)).to.deep.equal(['web film', 'cloth red']);
    expect(many.uncounted).to.deep.equal(['ground']);
    const words = howManyWords(many, p);
    expect(words[0]).to.equal('You have enough for 7. Film runs out first.');
    expect(words[1]).to.equal('red is enough for 14 or more.');
    expect(words[2]).to.match(/^ground: not counted, since nobody noted/);
  });

  it('grounds count too', () => {
    const p = tags([{ widthMm: 1000, heightMm: 1000, count: 1 }]);
    const grounded = {
      ...p,
      fabrics: p.fabrics.map((f) =>
        f.id === 'ground' ? { ...f, stock: [{ widthMm: 250, heightMm: 110, count: 2, outline: null }] } : f,
      ),
    };
    expect(ask(grounded).times).to.equal(4);
  });
});
