import { expect } from 'chai';
import { areaMm2, boundsOf, regionOf } from '~/core/base/shape';
import { fabricFrom, webFrom } from '~/core/choose/material';
import { gatherOf } from '~/core/cut/gather';
import { allAsks, outsidePatch, patchesOf } from '~/core/cut/layout';
import { makingOf } from '~/core/hands/making';
import { newArticle, newGround, newPiece, newProject, type Project, type RecipeId } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { gridOn, laidByRecipe, RECIPE_FACTS, tapeFor } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { DEMO_IRONS, DEMO_WEBS } from '~/demo/drawer';
import { snagWords, stepWords, tellWords } from '~/words';
import { runJob } from '~/workers/job';

const night = fabricFrom('solid-cotton', { id: 'night', name: 'Night', colour: '#232a4d' });
const denim = fabricFrom('denim', { id: 'denim', name: 'Denim', colour: '#35507a' });
const CROOKED = 'M0 0H60L20 80Z';

const thing = (recipe: RecipeId, answers: Project['recipe']['answers'], more: Partial<Project> = {}): Project =>
  laidByRecipe(
    newProject({
      id: 'x',
      name: 'X',
      recipe: { id: recipe, answers },
      intent: { laundering: 'never', hand: 'firm', edge: 'none' },
      fabrics: [denim, night],
      webs: [...DEMO_WEBS],
      irons: [...DEMO_IRONS],
      bench: { ironId: 'household' },
      articles: [
        newArticle({ id: 'main', name: '', ground: newGround({ fabricId: 'denim', widthMm: 300, heightMm: 300 }) }),
      ],
      pieces: [
        newPiece({
          id: 'p',
          label: 'Kite',
          fabricId: 'night',
          outline: CROOKED,
          at: { xMm: 20, yMm: 20, rotateDeg: 0 },
        }),
      ],
      order: ['p'],
      ...more,
    }),
  );
const bare = { pieces: [], order: [] };
const steps = (p: Project): string[] =>
  planProject(p).making.steps.map((s) => `${s.kind}${s.pieceIds.length ? ` ${s.pieceIds.join('+')}` : ''}`);
const said = (p: Project): string[] => {
  const plan = planProject(p);
  expect(makingOf(layDown(p), plan).impossible, 'hands would have to stop').to.equal(null);
  return plan.making.steps.map(stepWords(p, plan));
};

describe('foil motifs', () => {
  const p = thing('foil-motif', {});

  it('are of foil, drawn as seen on the liner, and cut on the line without a rim', () => {
    expect(p.pieces[0]).to.include({ route: 'web-on-right-side' });
    expect(p.fabrics.at(-1)).to.include({ clothId: 'foil' });
    const [t] = planProject(p).tracings;
    expect(t).to.include({ mirrored: false, code: 'as-seen' });
    const web = allAsks(p, planProject(p)).find((a) => a.kind === 'web')!;
    expect(web.request.spacingMm).to.equal(0);
    // Foil is cut larger, so that all of the adhesive is covered: 5 mm a side, figured by Steiner’s formula for a convex outline.
    const foil = allAsks(p, planProject(p)).find((a) => a.kind === 'cloth' && a.ofId === 'foil')!;
    const { perimeterMm, areaMm2: mm2 } = t!;
    const grown = areaMm2(regionOf(foil.request.parts[0]!.outline));
    expect(grown).to.be.closeTo(mm2 + 5 * perimeterMm + Math.PI * 25, 0.01 * grown);
  });

  it('are made in this order: cut, laid rough side down, fused through the liner, peeled, foil metal side up, pressed moving, peeled cold', () => {
    expect(steps(p)).to.deep.equal([
      'ready',
      'trace p',
      'cut p',
      'ready',
      'lay p',
      'fuse p',
      'cool p',
      'peel p',
      'lay p',
      'foil p',
      'cool p',
      'peel p',
      'finish',
    ]);
    const words = said(p);
    expect(words[2]).to.match(/exactly on the line/);
    expect(words[4]).to.match(/on the right side \(front\) where it belongs, glue side down, paper up/);
    expect(words[8]).to.match(/^Place Gold foil over all of the glue of Kite \(1\), metal side up/);
    expect(words[9]).to.match(/by small moves/);
    expect(words[11]).to.match(/cold, a corner first/);
  });

  it('lie on all there is: the web alone first, then the foil on it', () => {
    const columns = planProject(p)
      .making.steps.filter((s) => s.kind === 'fuse' || s.kind === 'foil')
      .map((s) => s.columns.map((c) => c.layers.join(' ')));
    expect(columns).to.deep.equal([['denim firm-film liner'], ['denim firm-film foil']]);
  });

  it('foil on a picture comes after all that is bonded, onto what lies beneath it, and is not stitched', () => {
    const foil = fabricFrom('foil', { id: 'gold', name: 'Gold', colour: '#d4b048' });
    const picture = thing(
      'applique',
      {},
      {
        fabrics: [denim, night, foil],
        intent: { laundering: 'never', hand: 'medium', edge: 'zigzag' },
        pieces: [
          newPiece({
            id: 'star',
            label: 'Star',
            fabricId: 'gold',
            outline: 'M0 0h20v20h-20Z',
            at: { xMm: 50, yMm: 50, rotateDeg: 0 },
          }),
          newPiece({
            id: 'sky',
            label: 'Sky',
            fabricId: 'night',
            outline: 'M0 0h120v120h-120Z',
            at: { xMm: 20, yMm: 20, rotateDeg: 0 },
          }),
        ],
        order: ['sky', 'star'],
      },
    );
    const all = planProject(picture).making.steps;
    expect(
      all.filter((s) => ['bond', 'turn', 'foil', 'stitch'].includes(s.kind)).map((s) => `${s.kind} ${s.pieceIds}`),
    ).to.deep.equal(['bond sky', 'turn sky', 'foil star', 'stitch sky']);
    expect(all.find((s) => s.kind === 'foil')!.columns[0]!.layers[0]).to.equal('denim');
    expect(all.find((s) => s.kind === 'foil')!.columns[0]!.layers).to.include('night');
    // Of cloth again it goes the project’s way.
    const cloth = laidByRecipe({ ...picture, pieces: picture.pieces.map((x) => ({ ...x, fabricId: 'night' })) });
    expect(cloth.pieces.map((x) => x.route)).to.deep.equal([null, null]);
  });

  it('foil that bears too little for any web stops there, at its piece', () => {
    const tender = { ...fabricFrom('foil', { id: 'gold', name: 'Gold', colour: '#d4b048' }), maxIronC: 90 };
    const plan = planProject(thing('foil-motif', { foilId: 'gold' }, { fabrics: [denim, night, tender] }));
    expect(plan.snags.filter((s) => s.severity === 'stop').map((s) => `${s.code} ${s.pieceIds}`)).to.deep.equal([
      'no-web p',
    ]);
  });
});

describe('stiff ornament', () => {
  const p = thing('one-sided', {}, { articles: [newArticle({ id: 'main', name: '', ground: null })] });

  it('backing cut to shape beneath, glue up, a scrap over it; both without web; cut again through both', () => {
    expect(p.order).to.deep.equal(['p-backing', 'p']);
    expect(steps(p)).to.deep.equal([
      'ready p-backing',
      'trace p-backing',
      'cut p-backing',
      'ready',
      'lay p-backing',
      'lay p',
      'bond p-backing+p',
      'cool p-backing+p',
      'cut p',
      'finish',
    ]);
    const words = said(p);
    expect(words[1]).to.match(/on the plain side of the backing/);
    expect(words[2]).to.equal('Cut Kite, backing (1) out of Stiff backing on the line.');
    expect(words[5]).to.equal(
      'Place a scrap of Night over it, right side up. It stands out all around: turn it as it fits.',
    );
    const plan = planProject(p);
    expect(plan.webUse).to.deep.equal([]);
    expect(plan.choices.map((c) => c.reasons[0]!.code)).to.deep.equal(['own-adhesive', 'webless']);
    expect(plan.tracings.find((t) => t.pieceId === 'p-backing')!.mirrored).to.equal(true);
  });

  it('on cotton takes the practised 10 s or so at about 190 °C (trade handbook, what people do)', () => {
    const [t] = planProject(p).press;
    expect(t!.stop).to.equal(null);
    expect(t!.heat.soleplateC).to.be.within(175, 200);
    expect(t!.dwell.seconds).to.be.within(7, 13);
  });

  it('asks for backing where something else was chosen', () => {
    const set = laidByRecipe({ ...p, pieces: p.pieces.map((x) => (x.part ? { ...x, fabricId: 'night' } : x)) });
    const [snag] = planProject(set).snags.filter((s) => s.code === 'other-material');
    expect(snagWords(set)(snag!).mend).to.equal(
      'Choose a stiff backing for it in Pattern, at the piece it belongs to.',
    );
  });
});

describe('mending patch', () => {
  const p = thing('patch', { holeWidthMm: 40, holeHeightMm: 20, marginMm: 15 }, bare);

  it('is the hole and a margin, its corners round, its web a ring', () => {
    const [piece] = p.pieces;
    const b = boundsOf(regionOf(piece!.outline));
    expect([b.maxX - b.minX, b.maxY - b.minY]).to.deep.equal([70, 50]);
    // A rectangle less what four quarter circles of 12 mm leave of their squares.
    expect(areaMm2(regionOf(piece!.outline))).to.be.closeTo(70 * 50 - (4 - Math.PI) * 12 * 12, 1);
    expect(piece!.at).to.include({ xMm: 150, yMm: 150 });
    const middle = boundsOf(regionOf(planProject(p).tracings[0]!.webMiddle));
    expect(middle.maxX - middle.minX).to.be.closeTo(40, 0.1);
    expect(middle.maxY - middle.minY).to.be.closeTo(20, 0.1);
    expect(RECIPE_FACTS.patch.tells(p).map((t) => tellWords(t, p))[0]).to.match(/^The patch is cut 7 × 5 cm/);
  });

  it('is made in this order: web on its right side, laid from behind, bonded, darned', () => {
    expect(steps(p)).to.deep.equal([
      'trace patch',
      'rough-cut patch',
      'ready',
      'fuse patch',
      'cool patch',
      'cut patch',
      'ready',
      'peel patch',
      'lay patch',
      'bond patch',
      'cool patch',
      'stitch patch',
      'finish',
    ]);
    const words = said(p);
    expect(words[3]).to.match(/^Place the web of Patch \(1\) glue side down on the right side \(front\) of Denim/);
    expect(words[8]).to.match(/^Turn the work wrong side up.*right side down/);
    expect(words[11]).to.match(/^Darn to and fro/);
    // It is sewn through, so no web that gums the needle.
    expect(p.webs.find((w) => w.id === planProject(p).choices[0]!.webId)!.sewing).to.not.equal('avoid');
    expect(planProject(p).snags.filter((s) => s.code === 'vanishes')).to.deep.equal([]);
  });

  it('leaves the project’s own rim of web alone', () => {
    const soft = laidByRecipe({ ...p, layering: { ...p.layering, webRimMm: 25 } });
    expect(soft.layering.webRimMm).to.equal(25);
  });

  it('stays where it was moved to, and says when it is larger than its cloth', () => {
    const moved = { ...p, pieces: p.pieces.map((x) => ({ ...x, at: { xMm: 60, yMm: 70, rotateDeg: 0 } })) };
    expect(
      laidByRecipe({ ...moved, recipe: { id: 'patch', answers: { holeWidthMm: 10 } } }).pieces[0]!.at.xMm,
    ).to.equal(60);
    const large = thing('patch', { holeWidthMm: 290 }, bare);
    const [snag] = planProject(large).snags.filter((s) => s.code === 'patch-past-its-cloth');
    expect(snagWords(large)(snag!).text).to.equal('A patch of 32 × 6 cm is larger than the thing it mends.');
  });
});

describe('hem', () => {
  const tape = webFrom('hem-tape', { id: 'tape', name: 'Hem tape' });
  const p = thing('hem', { hemLengthMm: 900, turnUpMm: 30 }, { ...bare, webs: [...DEMO_WEBS, tape] });

  it('folds, lays tape of the seam’s length in, bonds it at once and stitches if wished; nothing is traced or fused', () => {
    expect(steps(p)).to.deep.equal([
      'ready',
      'ready turning',
      'patch turning',
      'lay turning',
      'bond turning',
      'cool turning',
      'finish',
    ]);
    const words = said(p);
    expect(words[1]).to.match(/^Fold it up by 3 cm/);
    expect(words[2]).to.equal('Cut 90 cm of Hem tape.');
    expect(words[3]).to.match(/^Place Hem tape in the fold/);
    const plan = planProject(p);
    expect(plan.webUse.map((u) => `${u.webId} ${u.lengthMm}`)).to.deep.equal(['tape 900']);
    expect(plan.making.steps.find((s) => s.kind === 'bond')!.columns.map((c) => c.layers)).to.deep.equal([
      ['denim', 'tape', 'denim'],
    ]);
    // A soleplate of some 20 cm goes along 90 cm in five to eight places.
    expect(plan.making.steps.find((s) => s.kind === 'bond')!.setDowns).to.be.within(5, 8);
    expect(allAsks(p, plan).map((a) => `${a.kind} ${a.ofId} ${a.parts.size}`)).to.deep.equal(['web tape 1']);
    expect(RECIPE_FACTS.hem.tells(p).map((t) => tellWords(t, p))).to.deep.equal(['90 cm of Hem tape.']);
  });

  it('takes the widest tape that stays inside, else strips of web, and says so', () => {
    const narrow = { ...tape, id: 'narrow', widthMm: 8 };
    expect(tapeFor({ recipe: { id: 'hem', answers: { turnUpMm: 30 } }, webs: [narrow, tape] })!.id).to.equal('tape');
    expect(tapeFor({ recipe: { id: 'hem', answers: { turnUpMm: 20 } }, webs: [narrow, tape] })!.id).to.equal('narrow');
    const none = thing('hem', { hemLengthMm: 500, turnUpMm: 20 }, bare);
    const plan = planProject(none);
    expect(plan.snags.filter((s) => s.code === 'no-tape').map((s) => snagWords(none)(s).text)).to.deep.equal([
      'You have no tape narrower than 1.6 cm: a strip of web 1 cm wide is cut instead.',
    ]);
    expect(said(none)[2]).to.match(/, in strips 1 cm wide\.$/);
  });
});

describe('what else layers are held with', () => {
  it('powder for five bags is five times the powder', () => {
    const powder = webFrom('powder', { id: 'powder', name: 'Powder', massGsm: 25, stockMm: 0 });
    const p = thing('applique', {}, { webs: [powder], route: 'template-right-side' });
    const grams = (bags: number): number => {
      const of = {
        ...structuredClone(p),
        gathering: {
          ...p.gathering,
          kits: Array.from({ length: bags }, (_, i) => `Bag ${i}`),
        },
      };
      const { need } = gatherOf(of, planProject(of)).needs.find((n) => n.kind === 'web' && n.id === 'powder')!;
      return need.grams ?? 0;
    };
    expect(grams(0)).to.be.above(0);
    expect(grams(5) / grams(0)).to.be.closeTo(5, 1e-9);
  });

  it('powder is sprinkled by weight over the wrong side, and melted under a sheet', () => {
    const powder = webFrom('powder', { id: 'powder', name: 'Powder', massGsm: 25 });
    const p = thing('applique', {}, { webs: [powder], route: 'template-right-side' });
    expect(steps(p).slice(0, 6)).to.deep.equal(['ready p', 'ready', 'patch p', 'ready', 'fuse p', 'cool p']);
    // 60 × 80 / 2 = 2400 mm² at 25 g/m² are 0.06 g; ten times as long and wide a hundred times that.
    expect(said(p)[2]).to.match(/^Sprinkle a pinch of Powder/);
    const large = thing(
      'applique',
      {},
      {
        webs: [powder],
        route: 'template-right-side',
        pieces: [newPiece({ id: 'p', label: 'Kite', fabricId: 'night', outline: 'M0 0H600L200 800Z' })],
      },
    );
    expect(said(large)[2]).to.match(/^Sprinkle about 6 g of Powder evenly over the wrong side of Night/);
    expect(said(p)[4]).to.match(/^Cover Kite \(1\) with a non-stick pressing sheet/);
  });

  it('a sheet with two carriers is bonded one face at a time: the first comes off before the fuse, the second cold', () => {
    const double = webFrom('double-sheet', { id: 'double', name: 'Double sheet', tacky: false, liners: 2 });
    const p = thing(
      'cloth-and-foil',
      {},
      { webs: [double], articles: [newArticle({ id: 'main', name: '', ground: null })] },
    );
    const list = steps(p);
    expect(list.slice(0, list.indexOf('lay p'))).to.deep.equal([
      'patch p',
      'patch p',
      'ready',
      'peel p',
      'fuse p',
      'cool p',
      'peel p',
    ]);
    said(p);
  });

  it('wadding and backing that lie beneath from the start are laid with their sizes', () => {
    const p = thing('applique', {});
    const quilted = { ...p, layering: { ...p.layering, quilted: true, waddingFirst: true } };
    const words = said(quilted);
    // 25–50 mm larger all round (trade handbook, layers).
    const at = words.findIndex((w) => w.startsWith('Place the backing'));
    // It comes when it is needed: right before anything is laid on it.
    expect(words[at + 1]).to.match(/^(?:Peel|Fold the background)/);
    const sizes = [...words[at]!.matchAll(/([\d.]+) × ([\d.]+) cm/g)].map((m) => [Number(m[1]), Number(m[2])]);
    expect(words[at]).to.match(/^Place the backing right side down/);
    for (const [w, h] of sizes) {
      expect(w).to.be.within(35, 40);
      expect(h).to.be.within(35, 40);
    }
    expect(sizes).to.have.length(2);
    expect(words.at(-2)).to.match(/^Quilt through all layers, from the middle out/);
  });

  it('a piece without web of its own is held by what lies over it; with nothing over it that is said', () => {
    const net = newPiece({ id: 'net', label: 'Net', fabricId: 'night', outline: 'M0 0h50v50h-50Z', webless: true });
    const over = newPiece({ id: 'over', label: 'Over', fabricId: 'night', outline: 'M0 0h70v70h-70Z' });
    const held = thing('applique', {}, { pieces: [net, over], order: ['net', 'over'] });
    expect(planProject(held).snags.filter((s) => s.code === 'nothing-holds-it')).to.deep.equal([]);
    const alone = thing('applique', {}, { pieces: [net], order: ['net'] });
    expect(
      planProject(alone)
        .snags.filter((s) => s.code === 'nothing-holds-it')
        .map((s) => snagWords(alone)(s).text),
    ).to.deep.equal(['Net (1) has no web, and nothing over it to hold it.']);
    // It stays so, whatever the recipe lays out.
    expect(laidByRecipe(alone).pieces[0]!.webless).to.equal(true);
  });

  it('a pinked edge is cut so, and no needle goes near it', () => {
    const p = thing(
      'two-sided',
      { otherSideId: 'night' },
      { intent: { laundering: 'never', hand: 'firm', edge: 'pinked' } },
    );
    const words = said(p);
    expect(words.filter((w) => w.includes('with pinking shears'))).to.deep.equal([
      'Lay the template of Kite (2) face up on the front, clear of the edges of the web. Cut around it, through both layers at once, with pinking shears.',
    ]);
    expect(steps(p).some((s) => s.startsWith('stitch'))).to.equal(false);
  });

  it('a line is as long as its flags, what lies between, and its ends; a chain as its rings', () => {
    const flags = thing(
      'two-sided',
      { strung: 'line', apartMm: 40, endsMm: 200 },
      {
        pieces: [newPiece({ id: 'p', label: 'Flag', fabricId: 'night', outline: 'M0 0h160v220h-160Z', count: 9 })],
      },
    );
    // 9 × 160 + 8 × 40 + 2 × 200 = 2160 mm.
    expect(RECIPE_FACTS['two-sided'].tells(flags)).to.deep.equal([{ code: 'line', parts: 9, lengthMm: 2160 }]);
    const strips = thing(
      'two-sided',
      { strung: 'chain', lapMm: 15 },
      {
        pieces: [newPiece({ id: 'p', label: 'Link', fabricId: 'night', outline: 'M0 0h20v172.0796h-20Z', count: 10 })],
      },
    );
    // Rings of 157.08 mm are 50 mm across: ten of them half a metre, and 78.5 mm each pulled flat.
    const [chain] = RECIPE_FACTS['two-sided'].tells(strips);
    expect(chain).to.include({ code: 'chain', parts: 10 });
    if (chain?.code !== 'chain') throw new Error('no chain');
    expect(chain.lengthMm).to.be.closeTo(500, 0.1);
    expect(chain.tautMm).to.be.closeTo(785.4, 0.1);
  });
});

describe('strips from a ruled sheet', () => {
  const strips = (
    outline: string,
    [sheetWidthMm, sheetHeightMm]: readonly [number, number] = [300, 450],
    more: Partial<Project> = {},
  ) =>
    thing(
      'two-sided',
      { backId: 'denim', ruled: 'sheet', sheetWidthMm, sheetHeightMm },
      {
        ...more,
        articles: [newArticle({ id: 'main', name: '', ground: null })],
        pieces: [newPiece({ id: 'p', label: 'Strip', fabricId: 'night', outline, count: 20 })],
      },
    );
  it('lie edge to edge: ten of 30 × 300 mm on 300 × 450 mm along a print, none lost to the blade, through both cloths at once', () => {
    const p = strips('M0 0h30v300h-30Z', [300, 450], { fabrics: [denim, night].map((f) => ({ ...f, oneWay: true })) });
    const { patches } = patchesOf(p, planProject(p));
    expect(patches.map((x) => `${x.fabricId} ${x.over?.fabricId} ${x.placements.length} ${x.flush}`)).to.deep.equal([
      'night denim 10 true',
      'night denim 10 true',
    ]);
    expect(said(p)).to.include(
      'Rule 20 tiles of 3 × 30 cm lightly in pencil on the front of sheets A and B, edge to edge. One cut along a shared line parts two.',
    );
    // Both cloths are needed, as large as the sheets.
    const asks = allAsks(p, planProject(p)).filter((a) => a.kind === 'cloth');
    expect(asks.map((a) => `${a.ofId} ${a.request.parts.map((x) => x.outline).join(' ')}`)).to.deep.equal([
      'denim M0 0H300V300H0Z M0 0H300V300H0Z',
      'night M0 0H300V300H0Z M0 0H300V300H0Z',
    ]);
  });
  it('turn where no print forbids it: of 7 × 1½ in on 18 × 22 in 36, and within a web of 17 in no fewer than by hand (12 × 3, 11 × 3)', () => {
    const inch = 25.4;
    const many = (rollMm: number): number => {
      const p = strips(`M0 0h${7 * inch}v${1.5 * inch}h${-7 * inch}Z`, [18 * inch, 22 * inch], {
        webs: [webFrom('firm-film', { id: 'firm', name: 'Firm', widthMm: rollMm, stockMm: 5000 })],
      });
      const q = { ...p, pieces: p.pieces.map((x) => ({ ...x, count: 50 })) };
      return Math.max(...patchesOf(q, planProject(q)).patches.map((x) => x.placements.length));
    };
    expect(many(20 * inch)).to.equal(36);
    // By hand 33; rows laid both ways hold two more.
    expect(many(17 * inch)).to.equal(35);
  });
  it('of two sizes each lies on sheets of its own; a print keeps its way', () => {
    const p = strips('M0 0h30v300h-30Z', [300, 450], { fabrics: [denim, night].map((f) => ({ ...f, oneWay: true })) });
    const other = newPiece({
      id: 'q',
      label: 'Short',
      fabricId: 'night',
      outline: 'M0 0h40v100h-40Z',
      at: { xMm: 100, yMm: 0, rotateDeg: 0 },
      count: 3,
    });
    const both = laidByRecipe({ ...p, pieces: [...p.pieces, other], order: [...p.order, 'q'] });
    const { patches } = patchesOf(both, planProject(both));
    for (const x of patches) {
      expect(new Set(x.placements.map((at) => at.id)).size).to.equal(1);
      expect(x.placements.every((at) => at.rotateDeg === 0)).to.equal(true);
    }
    // 450 mm high, not turned: ten beside one another where fifteen lie across.
    expect(gridOn(300, 450, 30, 300, false).count).to.equal(10);
    expect(gridOn(300, 450, 30, 300).count).to.equal(15);
  });
  it('only what is a rectangle is ruled: a pennant is cut round its template, well inside the web', () => {
    const p = strips(CROOKED);
    const plan = planProject(p);
    const { patches } = patchesOf(p, plan);
    expect(patches.every((x) => !x.flush)).to.equal(true);
    expect(patches.reduce((n, x) => n + x.placements.length, 0)).to.equal(20);
    for (const x of patches) expect(outsidePatch(x, () => CROOKED)).to.deep.equal([]);
    expect(said(p).some((w) => /^Lay the template of Strip \(2\) face up on the front/.test(w))).to.equal(true);
  });
  it('cloth that is heavy and close is told to need no paper, light cloth is not', () => {
    const tells = (fabricId: string): string[] =>
      RECIPE_FACTS['paper-backed']
        .tells(thing('paper-backed', {}, { pieces: [newPiece({ id: 'p', label: '', fabricId, outline: CROOKED })] }))
        .map((t) => t.code);
    expect(tells('denim')).to.deep.equal(['needs-no-paper']);
    expect(tells('night')).to.deep.equal([]);
  });
});

describe('recipes as they are posted', () => {
  const foil = fabricFrom('foil', { id: 'foil', name: 'Foil', colour: '#d4b048' });
  const tissue = fabricFrom('tissue', { id: 'tissue', name: 'Tissue', colour: '#f4f1e8' });
  const stiff = fabricFrom('stiff-backing', { id: 'stiff', name: 'Stiff', colour: '#ece7da' });
  const posted = async (id: RecipeId, answers: Project['recipe']['answers'], pieces = true) => {
    const whole = thing(
      'applique',
      {},
      { fabrics: [denim, night, foil, tissue, stiff], bench: thing('applique', {}).bench },
    );
    const body = JSON.stringify({
      ...whole,
      recipe: { id, answers },
      articles: [{ id: 'main', name: 'One', ground: id === 'foil-motif' ? whole.articles[0]!.ground : null }],
      ...(pieces ? {} : { pieces: [], order: [] }),
    });
    const answer = await runJob({ kind: 'plan', body }, () => Promise.reject(new Error('no sheet is asked for')));
    if (answer.status !== 200) throw new Error(String(answer.body));
    const plan = JSON.parse(answer.body as string) as {
      making: { steps: { kind: string; text: string; columns: { layers: string[] }[] }[] };
      snags: { code: string; severity: string }[];
    };
    expect(
      plan.snags.filter((x) => x.severity === 'stop').map((x) => x.code),
      id,
    ).to.deep.equal([]);
    const bonds = plan.making.steps.filter((x) => ['bond', 'foil'].includes(x.kind));
    const cloths = new Set(['denim', 'night', 'foil', 'tissue', 'stiff']);
    return bonds.map((b) => b.columns.map((c) => c.layers.filter((l) => cloths.has(l)).join(' ')).join(', '));
  };

  it('are answered as the contract names it, each piece cut from both', async () => {
    expect(await posted('two-sided', { frontId: 'denim', backId: 'night' })).to.deep.equal(['night denim']);
    expect(await posted('cloth-and-foil', { clothId: 'denim', foilId: 'foil' })).to.deep.equal(['denim foil']);
    expect(await posted('paper-backed', { clothId: 'denim', paperId: 'tissue' })).to.deep.equal(['denim tissue']);
    expect(await posted('one-sided', { clothId: 'night', backingId: 'stiff' })).to.deep.equal(['stiff night']);
    expect(await posted('foil-motif', { foilId: 'foil' })).to.deep.equal(['denim foil']);
  });

  it('framed: pieces may be empty, the recipe lays them out', async () => {
    const bonds = await posted(
      'framed',
      {
        tileMm: 90,
        windowMm: 40,
        count: 12,
        sheetWidthMm: 300,
        sheetHeightMm: 300,
        frontId: 'denim',
        backId: 'night',
        patchIds: ['night'],
      },
      false,
    );
    expect(bonds).to.have.length(1);
    expect(bonds[0]!.split(', ')).to.include.members(['night denim', 'night night denim']);
  });
});
