import { expect } from 'chai';
import { areaMm2, boundsOf, difference, regionOf } from '~/core/base/shape';
import { setWord } from '~/core/intake/lettering';
import { differences } from '~/core/keep/drawer';
import { parseProject, viewOf } from '~/core/keep/model';
import { planProject } from '~/core/plan';
import { DEMO, demoDrawer } from '~/demo';
import { DEMO_IDS } from '~/demo/ids';
import { LEMON_PRINT_MM, LEMONS } from '~/demo/lemon-print';
import { pictureSize } from '~/store/pictures';
import { stepWords } from '~/words';
import { shipped } from './faces';

describe('the demo’s projects', () => {
  for (const id of DEMO_IDS) {
    const project = DEMO[id]();
    const plan = planProject(project);
    it(`${project.name}: sound, its own id, a copy each time`, () => {
      const parsed = parseProject(JSON.parse(JSON.stringify(project)));
      expect(parsed.ok ? [] : parsed.problems).to.deep.equal([]);
      expect(project.id).to.equal(id);
      expect(DEMO[id]()).to.deep.equal(project);
      expect(DEMO[id]()).to.not.equal(project);
    });
    it(`${project.name}: says of nothing what the drawer says otherwise`, () => {
      expect(differences(project, demoDrawer()).filter((d) => d.state === 'changed')).to.deep.equal([]);
    });
    it(`${project.name}: every piece has a web, every press can be pressed, nothing stops`, () => {
      const webless = project.pieces.filter((p) => p.webless).map((p) => p.id);
      expect(plan.choices.filter((c) => c.webId === null).map((c) => c.pieceId)).to.deep.equal(webless);
      expect(plan.press.filter((t) => t.stop).map((t) => t.id)).to.deep.equal([]);
      expect(plan.snags.filter((s) => s.severity === 'stop')).to.deep.equal([]);
      for (const step of plan.making.steps) expect(stepWords(project, plan)(step)).to.match(/^[A-Z].*\.$/s);
    });
    it(`${project.name}: every piece lies on what it belongs to`, () => {
      for (const article of project.articles) {
        const view = viewOf(project, article.id);
        expect(view.pieces.length).to.be.greaterThan(0);
        expect(plan.snags.filter((s) => s.code === 'off-the-ground' || s.code === 'hidden')).to.deep.equal([]);
      }
    });
  }

  it('show different sides: units, washing, edges, recipes, articles, copies, photos, words', () => {
    const all = DEMO_IDS.map((id) => DEMO[id]());
    const kinds = (of: (p: (typeof all)[number]) => unknown): number => new Set(all.map(of)).size;
    expect(kinds((p) => p.units)).to.equal(2);
    expect(kinds((p) => p.intent.laundering)).to.equal(2);
    expect(kinds((p) => p.intent.edge)).to.equal(3);
    expect(all.map((p) => p.recipe.id)).to.deep.equal(['applique', 'applique', 'framed', 'two-sided']);
    expect(all.map((p) => p.articles.length)).to.deep.equal([1, 2, 1, 2]);
    expect(all.some((p) => p.articles.some((a) => a.count > 1))).to.equal(true);
    expect(all.filter((p) => p.pictures.length > 0)).to.have.length(1);
    expect(all.filter((p) => p.words.length > 0).map((p) => p.id)).to.deep.equal(['harbour-light', 'lemon-pot']);
  });

  it('their words are what the shipped face sets: retyping one as it is changes nothing', async () => {
    const face = await shipped('plain-heavy');
    for (const id of ['harbour-light', 'lemon-pot'] as const) {
      const project = DEMO[id]();
      const word = project.words[0]!;
      const set = setWord(face, word);
      if (!set.ok) throw new Error(set.problem.code);
      const pieces = project.pieces.filter((p) => p.wordId === word.id);
      expect(pieces.map((p) => p.outline)).to.deep.equal(set.word.letters.map((l) => l.outline));
      pieces.forEach((p, i) => {
        expect(p.at.xMm - word.at.xMm).to.be.closeTo(set.word.letters[i]!.at.xMm, 1e-3);
      });
      // In the middle of what it lies on, by its ink.
      const boxes = pieces
        .map((p) => boundsOf(regionOf(p.outline)))
        .map((b, i) => ({
          left: b.minX + pieces[i]!.at.xMm,
          right: b.maxX + pieces[i]!.at.xMm,
        }));
      const middle = (Math.min(...boxes.map((b) => b.left)) + Math.max(...boxes.map((b) => b.right))) / 2;
      const wide = viewOf(project, word.articleId).ground.widthMm;
      expect(middle).to.be.closeTo(wide / 2, 0.01);
    }
  });

  it('the lemons are cut where the print shows one, and show it the right way up', async () => {
    const project = DEMO['lemon-pot']();
    const cut = project.pieces.filter((p) => p.fabricId === 'lemon-cloth');
    expect(cut).to.have.length(2);
    cut.forEach((p, i) => {
      const lemon = LEMONS[i]!;
      // The print's own turn and the piece's cancel: the print hangs straight.
      expect(p.at.rotateDeg + p.print.rotateDeg).to.equal(0);
      // A point of cloth c lies at R(rotate)·c + (x, y) of the piece: the lemon's middle at its (0, 0).
      const a = (p.print.rotateDeg * Math.PI) / 180;
      const x = lemon.xMm * Math.cos(a) - lemon.yMm * Math.sin(a) + p.print.xMm;
      const y = lemon.xMm * Math.sin(a) + lemon.yMm * Math.cos(a) + p.print.yMm;
      expect(Math.hypot(x, y)).to.be.below(1e-9);
      const b = boundsOf(regionOf(p.outline));
      expect(b.maxX - b.minX).to.be.closeTo(lemon.longMm + 6, 0.5);
    });
    const [photo] = project.pictures;
    const bytes = Buffer.from(photo!.dataUrl.split(',')[1]!, 'base64');
    expect(await pictureSize(new Blob([bytes]))).to.deep.equal({ width: photo!.widthPx, height: photo!.heightPx });
    expect(photo!.widthPx).to.equal(LEMON_PRINT_MM * 2);
    // Small enough to lie in a project many times over.
    expect(photo!.dataUrl.length).to.be.below(60_000);
  });

  it('behind the tag’s window lies more than the window shows, on every side', () => {
    const project = DEMO['felt-tags']();
    const sky = regionOf('M10 38H60V106H10Z');
    const window = regionOf('M16 44H54V100H16Z');
    expect(areaMm2(difference(window, sky))).to.equal(0);
    expect(project.pieces.at(-1)!.id).to.equal('frame');
    // Common practice, no source: about 6 mm a side.
    const b = boundsOf(window);
    expect(b.minX - boundsOf(sky).minX).to.equal(6);
  });
});
