import { expect } from 'chai';
import { areaMm2, boundsOf, difference, intersection, regionOf } from '~/core/base/shape';
import { fabricFrom } from '~/core/choose/material';
import { runAt } from '~/core/choose/press';
import { allAsks, patchesOf } from '~/core/cut/layout';
import { placedRegion } from '~/core/cut/nest';
import { makingOf } from '~/core/hands/making';
import { newArticle, newPiece, newProject, type Piece, type Project, parseProject } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { blockOf, type Grid, gridOn, laidByRecipe, makeBy, RECIPE_FACTS, tileOf } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import { DEMO } from '~/demo';
import { DEMO_IRONS, DEMO_WEBS } from '~/demo/drawer';
import { snagWords, stepWords, tellWords } from '~/words';
import { sweep } from '../cases';

const felt = (id: string): Project['fabrics'][number] =>
  fabricFrom('craft-felt-polyester', { id, name: id, colour: '#5f7a4c', thicknessMm: 0.6, massGsm: 115 });
const cotton = fabricFrom('quilting-cotton', { id: 'cotton', name: 'Print', colour: '#c24b3c' });

const framed = (answers: Project['recipe']['answers'], pieces: Piece[] = []): Project =>
  laidByRecipe(
    newProject({
      id: 'f',
      name: 'Tiles',
      recipe: { id: 'framed', answers: { frontId: 'moss', backId: 'bark', patchIds: ['cotton'], ...answers } },
      intent: { laundering: 'never', hand: 'firm', edge: 'none' },
      fabrics: [felt('moss'), felt('bark'), cotton],
      webs: [...DEMO_WEBS],
      irons: [...DEMO_IRONS],
      bench: { ironId: 'press' },
      articles: [newArticle({ id: 'main', name: 'Tile', ground: null })],
      pieces,
      order: pieces.map((p) => p.id),
    }),
  );
const outlines = (p: Project) =>
  Object.fromEntries(p.pieces.map((x) => [x.part?.role ?? x.id, boundsOf(regionOf(x.outline))]));

/** Every way to lay rectangles into a sheet of whole units, cell by cell. */
function bruteForce(W: number, H: number, w: number, h: number): number {
  const taken = new Uint8Array(W * H);
  const bound = Math.floor((W * H) / (w * h));
  let best = 0;
  const fill = (x: number, y: number, a: number, b: number, v: 0 | 1): void => {
    for (let i = 0; i < b; i++) taken.fill(v, (y + i) * W + x, (y + i) * W + x + a);
  };
  const search = (from: number, count: number, free: number): void => {
    best = Math.max(best, count);
    if (best === bound || count + Math.floor(free / (w * h)) <= best) return;
    let at = from;
    while (at < W * H && taken[at]) at++;
    if (at >= W * H) return;
    const [x, y] = [at % W, Math.floor(at / W)];
    for (const [a, b] of [
      [w, h],
      [h, w],
    ] as const) {
      if (x + a > W || y + b > H || taken.subarray(at, at + a).some(Boolean)) continue;
      fill(x, y, a, b, 1);
      search(at + a, count + 1, free - a * b);
      fill(x, y, a, b, 0);
    }
    taken[at] = 1;
    search(at + 1, count, free - 1);
    taken[at] = 0;
  };
  search(0, 0, W * H);
  return best;
}

describe('tiles on a sheet', () => {
  const sound = ({ count, tiles }: Grid, W: number, H: number): void => {
    expect(tiles).to.have.length(count);
    tiles.forEach((a, i) => {
      expect(a.xMm).to.be.at.least(0);
      expect(a.yMm).to.be.at.least(0);
      expect(a.xMm + a.widthMm).to.be.at.most(W + 1e-6);
      expect(a.yMm + a.heightMm).to.be.at.most(H + 1e-6);
      for (const b of tiles.slice(0, i))
        expect(
          a.xMm + a.widthMm <= b.xMm + 1e-6 ||
            b.xMm + b.widthMm <= a.xMm + 1e-6 ||
            a.yMm + a.heightMm <= b.yMm + 1e-6 ||
            b.yMm + b.heightMm <= a.yMm + 1e-6,
        ).to.equal(true);
    });
  };

  it('are as many as there can be, in 200 cases found by trying every way', () => {
    const tiles = [
      [2, 2],
      [3, 2],
      [3, 3],
      [4, 3],
      [5, 2],
      [5, 3],
      [5, 4],
    ] as const;
    let cases = 0;
    for (let W = 3; W <= 11 && cases < 200; W++)
      for (let H = 2; H <= W && cases < 200; H++)
        for (const [w, h] of tiles) {
          if ((W * H) / (w * h) > 12 || cases >= 200) continue;
          cases += 1;
          const grid = gridOn(W * 10, H * 10, w * 10, h * 10);
          sound(grid, W * 10, H * 10);
          expect(grid.count, `${w} × ${h} on ${W} × ${H}`).to.equal(bruteForce(W, H, w, h));
        }
    expect(cases).to.equal(200);
  });

  it('a pinwheel holds four tiles of 3 × 4 on 7 × 7, where straight cuts hold three', () => {
    expect(gridOn(70, 70, 40, 30).count).to.equal(4);
  });

  sweep('on a large sheet lie in two strips: 702 of at most 705, and at once', () => {
    const grid = gridOn(600, 1000, 23, 37);
    sound(grid, 600, 1000);
    expect(grid.count).to.equal(702);
    expect(gridOn(5000, 5000, 20, 31).count).to.be.at.least(0.99 * Math.floor((5000 * 5000) / 620));
    expect(gridOn(50, 50, 60, 10).count).to.equal(0);
  });

  it('the last sheet is cut in a plain block, the one that takes least of it', () => {
    const block = blockOf(6, 300, 450, 70, 120)!;
    sound(block, 300, 450);
    const used =
      Math.max(...block.tiles.map((t) => t.xMm + t.widthMm)) * Math.max(...block.tiles.map((t) => t.yMm + t.heightMm));
    expect(used).to.equal(6 * 70 * 120);
    expect(blockOf(20, 300, 450, 70, 120)).to.equal(null);
  });
});

describe('framed window', () => {
  it('lays out back, patch and frame: the patch 6 mm a side larger than the window (trade handbook, framed tiles), which stands in the middle', () => {
    const p = framed({ tileMm: 100, windowMm: 50, count: 4 });
    expect(p.order).to.deep.equal(['back', 'patch', 'frame']);
    const size = outlines(p);
    const wide = (role: string): number => size[role]!.maxX - size[role]!.minX;
    expect([wide('back'), wide('patch'), wide('frame')]).to.deep.equal([100, 62, 100]);
    const at = Object.fromEntries(p.pieces.map((x) => [x.id, x]));
    expect(at['patch']!.at).to.include({ xMm: 39, yMm: 39 });
    expect(areaMm2(regionOf(at['frame']!.outline))).to.be.closeTo(100 * 100 - 50 * 50, 1e-6);
    expect(at['patch']).to.include({ webless: true, faceDown: false });
    expect(at['back']).to.include({ webless: false, faceDown: true });
    expect(p.articles[0]).to.include({ count: 4, ground: null });
    // The patch lies wholly under the frame and the window together: none of its edge shows.
    const frame = placedRegion(at['frame']!.outline, at['frame']!.at);
    const patch = placedRegion(at['patch']!.outline, at['patch']!.at);
    expect(areaMm2(intersection(patch, frame))).to.be.closeTo(62 * 62 - 50 * 50, 0.01);
  });

  it('is made in this order: web on whole felts, ruled, cut, back glue up, patch, frame glue down, plug, both sides, cooled', () => {
    const p = framed({ tileMm: 100, windowMm: 50, count: 4, sheetWidthMm: 300, sheetHeightMm: 300 });
    const plan = planProject(p);
    expect(
      plan.making.steps.map((s) => `${s.kind}${s.pieceIds.length ? ` ${s.pieceIds.join('+')}` : ''}`),
    ).to.deep.equal([
      'ready patch',
      'patch back',
      'patch frame',
      'ready',
      'fuse back',
      'cool back',
      'fuse frame',
      'cool frame',
      'trace back',
      'trace frame',
      'cut back',
      'cut patch',
      'cut frame',
      'peel back+frame',
      'lay back',
      'lay patch',
      'lay frame',
      'plug frame',
      'bond back+patch+frame',
      'cool back+patch+frame',
      'trim frame',
      'finish',
    ]);
    const words = plan.making.steps.map(stepWords(p, plan));
    expect(words[8]).to.match(/^Rule 4 tiles of 10 × 10 cm on the paper of patch A, edge to edge/);
    expect(words[14]).to.equal('Place Back (1) on the board wrong side up, glue facing you. 4 copies.');
    expect(words[15]).to.equal(
      'Place Patch (2) in the middle of it, right side up: it reaches beyond the window all round. 4 copies.',
    );
    expect(words[17]).to.match(/its cut-out back in as a plug/);
    expect(words[18]).to.match(/s from the front, then turn over for as long again/);
    expect(makingOf(layDown(p), plan).impossible).to.equal(null);
    expect(plan.snags.filter((s) => s.severity === 'stop')).to.deep.equal([]);
  });

  it('a column at every place: both webs meet at the rim, the patch between them under the frame, the plug over it in the window', () => {
    const bond = planProject(framed({})).making.steps.find((s) => s.kind === 'bond')!;
    const short = bond.columns.map((c) => c.layers.map((l) => (l.includes('film') ? 'web' : l)).join(' '));
    expect(short).to.have.members(['bark web web moss', 'bark web cotton web moss', 'bark web cotton sheet moss']);
  });

  it('felt, cotton and felt under a heat press at 150 °C: bonded within the practised 8 s from each side (trade handbook, what people do), and nothing on the faces yet', () => {
    const p = framed({});
    const laid = layDown(p);
    const plan = planProject(p);
    const press = [...makingOf(laid, plan).presses.values()].at(-1)!;
    expect(press.request.from).to.equal('both');
    const runs = press.columns.map((column) => runAt({ ...press.request, column }, 150));
    const bondedS = Math.max(...runs.map((r) => r.bondedS ?? Number.POSITIVE_INFINITY));
    const harmedS = Math.min(...runs.map((r) => r.harm?.atS ?? Number.POSITIVE_INFINITY));
    // A press leans harder than hands do: it is bonded sooner than theirs.
    expect(bondedS / 2).to.be.within(8 / 2, 8);
    expect(harmedS).to.be.above(1.3 * bondedS);
  });

  it('the plug gives the window its press: bonded no more than 10 % later than the same patch under the frame itself', () => {
    const p = framed({});
    const press = [...makingOf(layDown(p), planProject(p)).presses.values()].at(-1)!;
    const secondsOf = (inWindow: boolean): number => {
      const column = press.columns.find(
        (c) =>
          c.some((l) => l.role === 'sheet') === inWindow &&
          c.some((l) => l.role === 'fabric' && l.fabric.id === 'cotton'),
      )!;
      return runAt({ ...press.request, column }, 150).bondedS!;
    };
    expect(secondsOf(true)).to.be.below(1.1 * secondsOf(false));
  });

  it('felts are fused whole, as large as the sheet, and ruled without a gap: every tile inside, none over another', () => {
    const p = framed({
      tileMm: 70,
      tileHeightMm: 120,
      windowMm: 30,
      windowHeightMm: 50,
      count: 20,
      sheetWidthMm: 300,
      sheetHeightMm: 450,
      shape: 'tag',
    });
    const plan = planProject(p);
    const { patches } = patchesOf(p, plan);
    expect(patches.map((x) => `${x.fabricId} ${x.placements.length} ${x.flush}`)).to.deep.equal([
      'bark 14 true',
      'bark 6 true',
      'moss 14 true',
      'moss 6 true',
    ]);
    for (const patch of patches) {
      const web = regionOf(patch.outline);
      const laid = patch.placements.map((at) =>
        placedRegion(plan.tracings.find((t) => t.pieceId === at.id)!.outline, at),
      );
      laid.forEach((tile, i) => {
        expect(areaMm2(difference(tile, web))).to.be.below(0.1);
        for (const other of laid.slice(0, i)) expect(areaMm2(intersection(tile, other))).to.be.below(0.1);
      });
    }
    expect(
      allAsks(p, plan)
        .filter((a) => a.kind === 'cloth' && a.ofId !== 'cotton')
        .map((a) => a.parts.size),
    ).to.deep.equal([2, 2]);
    expect(RECIPE_FACTS.framed.tells(p).map((t) => tellWords(t, p))).to.deep.equal([
      'One sheet gives 14 tiles, cut along shared lines. You need 4 sheets of felt for 20 backs and frames.',
    ]);
  });

  it('several patches: each its own article, the number shared out', () => {
    const p = framed({ count: 5, patchIds: ['cotton', 'bark'] });
    expect(p.articles.map((a) => `${a.name} ${a.count}`)).to.deep.equal(['Print 3', 'bark 2']);
    expect(p.order).to.deep.equal(['back', 'patch', 'frame', 'tile-2-back', 'tile-2-patch', 'tile-2-frame']);
    expect(parseProject(JSON.parse(JSON.stringify(p))).ok).to.equal(true);
    expect(laidByRecipe(p)).to.equal(p);
  });

  it('what is laid on the patch by hand is bonded to it first, and lies under the frame', () => {
    const star = newPiece({
      id: 's',
      label: 'Star',
      fabricId: 'moss',
      outline: 'M0 0h20v20h-20Z',
      at: { xMm: 40, yMm: 40, rotateDeg: 0 },
    });
    const p = framed({}, [star]);
    expect(p.order).to.deep.equal(['back', 'patch', 's', 'frame']);
    const kinds = planProject(p)
      .making.steps.filter((s) => s.kind === 'bond')
      .map((s) => `${s.on} ${s.pieceIds.join('+')}`);
    expect(kinds).to.deep.equal(['sheet s', 'ground back+patch+frame']);
  });

  it('says what cannot be, where and how it is mended: too large a window, too small a sheet, a piece that no window shows', () => {
    const said = (answers: Project['recipe']['answers'], pieces: Piece[] = []): string[] => {
      const p = framed(answers, pieces);
      return planProject(p)
        .snags.filter((s) => ['window-too-large', 'sheet-too-small', 'behind-no-window'].includes(s.code))
        .map((s) => `${s.pieceIds.join()} ${snagWords(p)(s).text} ${snagWords(p)(s).mend}`);
    };
    expect(said({})).to.deep.equal([]);
    expect(said({ tileMm: 74, windowMm: 50 })).to.deep.equal([]);
    expect(said({ tileMm: 73, windowMm: 50 })).to.deep.equal([
      'frame Only 1.15 cm of rim is left around the window: the patch’s edge would show, or not hold. Make the window smaller or the tile larger: 1.2 cm all round is the least.',
    ]);
    expect(said({ tileMm: 60, windowMm: 70 })[0]).to.match(/^frame No rim is left around the window/);
    expect(said({ sheetWidthMm: 90 })).to.deep.equal([
      'frame A tile of 10 × 10 cm does not fit on a sheet of 9 × 30 cm. Measure the sheet again, or make the tile smaller.',
    ]);
    const off = newPiece({ id: 's', label: 'Star', fabricId: 'moss', outline: 'M0 0h10v10h-10Z' });
    expect(said({}, [off])[0]).to.match(/^s /);
  });

  it('answers that are none are taken as usual', () => {
    const p = framed({ tileMm: 'wide', count: -3, windowMm: Number.NaN as never, shape: 'round' });
    expect(tileOf(p)).to.deep.include({ widthMm: 100, count: 1 });
    expect(tileOf(p).window).to.deep.include({ widthMm: 50 });
  });

  it('chosen for a picture, and left again: frame, patch and back are gone, what was laid by hand stays', () => {
    const p = structuredClone(DEMO['felt-tags']());
    makeBy(p, 'applique');
    expect(laidByRecipe(p).pieces.map((x) => x.id)).to.deep.equal(['hill', 'sun']);
  });
});
