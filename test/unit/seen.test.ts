import { expect } from 'chai';
import fc from 'fast-check';
import { deltaE } from '~/core/base/colour';
import { nth } from '~/core/base/lists';
import { type Point, ringsOf } from '~/core/base/shape';
import { fabricFrom } from '~/core/choose/material';
import type { Fabric, Piece, Project } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { colourOfStack, greyed, overCloth, type Vanishing, vanishing } from '~/core/lay/layer';
import { planProject } from '~/core/plan';
import { cases } from '../cases';
import { cotton, piece, project, spoken, square } from './helpers';

const at = (xMm: number, yMm: number, rotateDeg = 0) => ({ at: { xMm, yMm, rotateDeg } });
const disc = (r: number): string => `M${-r} 0A${r} ${r} 0 1 1 ${r} 0A${r} ${r} 0 1 1 ${-r} 0Z`;
const WHITE = cotton({ id: 'white', name: 'White', colour: '#fbfaf4' });
const NAVY = cotton({ id: 'navy', name: 'Navy', colour: '#14213d' });
const RUST = cotton({ id: 'rust', name: 'Rust', colour: '#a4512f' });
const OTHER_WHITE = cotton({ id: 'other-white', name: 'Chalk', colour: '#f6f6f2' });
const on = (groundId: string, pieces: Piece[], fabrics: Fabric[] = [WHITE, NAVY, RUST, OTHER_WHITE]): Project =>
  project(pieces, { fabrics, ground: { fabricId: groundId, widthMm: 300, heightMm: 300 } });
const lost = (p: Project): Vanishing[] => {
  const laid = layDown(p);
  return laid.articles.flatMap((a) => vanishing(a, laid.look));
};
const snag = (p: Project) => spoken(p).snags.filter((s) => s.code === 'vanishes');

describe('seen: pieces that vanish', () => {
  it('a white figure on white cloth of the same fabric, and what mends it', () => {
    const p = on('white', [piece('a', disc(40), { ...at(100, 100), fabricId: 'white' })]);
    const [v] = lost(p);
    expect(v).to.deep.include({ ids: ['a'], against: null, share: 1, own: true });
    // Doubled, a white is a hair whiter.
    expect(v!.deltaE).to.be.below(1);
    const [s] = snag(p);
    expect(s!.severity).to.equal('warn');
    expect(s!.text).to.match(/the background is the same fabric, and its edge will not be seen/);
    expect(s!.mend)
      .to.match(/Rust|Navy/)
      .and.to.match(/outline/)
      .and.to.match(/shadow/);
  });

  it('a round piece of the ground’s cloth half over another: half its edge is lost', () => {
    const p = on('white', [
      piece('a', 'M0 0H200V100H0Z', { ...at(20, 100), fabricId: 'rust' }),
      piece('b', disc(40), { ...at(120, 99), fabricId: 'white' }),
    ]);
    const [v] = lost(p);
    expect(v!.ids).to.deep.equal(['b']);
    expect(v!.share).to.be.closeTo(0.5, 0.03);
    // Laid wholly on the other it is seen.
    const further = structuredClone(p);
    further.pieces[1]!.at.yMm = 150;
    expect(lost(further)).to.deep.equal([]);
  });

  it('nothing is said of one fabric laid beside itself, but of a piece that lies on its own fabric', () => {
    const beside = on('navy', [
      piece('a', square(60), { ...at(20, 20), fabricId: 'white' }),
      piece('b', square(60), { ...at(80, 20), fabricId: 'white' }),
    ]);
    expect(lost(beside)).to.deep.equal([]);
    const upon = on('navy', [
      piece('a', square(120), { ...at(20, 20), fabricId: 'white' }),
      piece('b', square(60), { ...at(50, 50), fabricId: 'white' }),
    ]);
    // Doubled, the white is a little whiter over navy: not enough to be seen.
    const [v] = lost(upon);
    expect(v).to.include({ against: 'a', own: true, share: 1 });
    expect(v!.deltaE).to.be.within(2, 8);
  });

  it('two whites of different fabrics side by side do not count as one cloth', () => {
    const p = on('navy', [
      piece('a', square(120), { ...at(20, 20), fabricId: 'white' }),
      piece('b', square(60), { ...at(50, 50), fabricId: 'other-white' }),
    ]);
    expect(lost(p)[0]).to.include({ against: 'a', own: false });
  });

  it('an edge that meets the edge of the ground, square or shaped, is nobody’s: nothing lies past it', () => {
    // The whole ground covered by its own cloth's twin: no edge is seen against it at all.
    const covered = on('white', [piece('a', 'M0 0H300V300H0Z', { fabricId: 'other-white' })]);
    expect(lost(covered)).to.deep.equal([]);
    const pennant = 'M0 0H160L80 220Z';
    const shaped = project([piece('a', pennant, { fabricId: 'other-white' })], {
      fabrics: [WHITE, OTHER_WHITE],
      ground: { fabricId: 'white', widthMm: 160, heightMm: 220, outline: pennant },
    });
    expect(lost(shaped)).to.deep.equal([]);
    // A smaller one on the same pennant is lost all round.
    const smaller = project([piece('a', 'M0 0H80L40 110Z', { ...at(40, 20), fabricId: 'other-white' })], {
      fabrics: [WHITE, OTHER_WHITE],
      ground: { fabricId: 'white', widthMm: 160, heightMm: 220, outline: pennant },
    });
    expect(lost(smaller)[0]).to.include({ share: 1, against: null });
  });

  it('in a window picture only what the windows show has an edge: what the top covers is not taken for the top', () => {
    const felt = fabricFrom('wool-felt', { id: 'felt', name: 'Felt', colour: '#5f7a4c' });
    const tag = project(
      [
        piece('sky', 'M10 10H90V90H10Z', { fabricId: 'white' }),
        piece('top', 'M0 0H100V100H0ZM20 20H80V80H20Z', { fabricId: 'felt' }),
      ],
      {
        recipe: { id: 'window', answers: {} },
        fabrics: [WHITE, NAVY, felt],
        ground: { fabricId: 'navy', widthMm: 100, heightMm: 100 },
      },
    );
    expect(lost(tag)).to.deep.equal([]);
    // A top of the picture's own white does hide it.
    const white = { ...tag, pieces: tag.pieces.map((p) => ({ ...p, fabricId: 'white' })) };
    expect(lost(white).map((v) => v.own)).to.include(true);
  });

  it('the letters of a word are one snag, and so are twenty dots', () => {
    const letters = 'SEA'
      .split('')
      .map((c, i) => piece(c, square(20), { ...at(30 + 30 * i, 30), fabricId: 'white', wordId: 'w' }));
    const word = on('white', letters);
    word.words = [
      {
        id: 'w',
        articleId: 'main',
        text: 'SEA',
        faceId: 'plain-bold',
        fabricId: 'white',
        size: { by: 'cap', capMm: 20 },
        gaps: 'equal',
        gapMm: 0,
        arc: null,
        at: { xMm: 30, yMm: 50, rotateDeg: 0 },
      } as Project['words'][number],
    ];
    expect(snag(word).map((s) => s.pieceIds)).to.deep.equal([['S', 'E', 'A']]);
    const dots = on(
      'white',
      Array.from({ length: 20 }, (_, i) =>
        piece(`d${i}`, disc(8), { ...at(20 + 25 * (i % 10), 40 + 40 * Math.floor(i / 10)), fabricId: 'white' }),
      ),
    );
    expect(snag(dots)).to.have.length(1);
    expect(snag(dots)[0]!.pieceIds).to.have.length(20);
  });

  it('agrees with a rendered picture, whose colours are sampled on both sides of every edge, on random scenes', () => {
    const STEP = 0.5;
    const N = 400;
    const fabrics = [WHITE, NAVY, RUST, OTHER_WHITE];
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom(square(50), disc(30), 'M0 0H80V30H0Z'),
            fc.integer({ min: 40, max: 130 }),
            fc.integer({ min: 40, max: 130 }),
            fc.nat(359),
            fc.nat(3),
          ),
          { minLength: 1, maxLength: 4 },
        ),
        fc.nat(3),
        (list, g) => {
          const p = on(
            fabrics[g]!.id,
            list.map(([o, x, y, deg, k], i) => piece(`p${i}`, o, { ...at(x, y, deg), fabricId: fabrics[k]!.id })),
          );
          const laid = layDown(p);
          // Painted by scan lines, back-most first, each cloth over what is there: no clipper, no pile.
          const canvas: { top: number; colour: string; below: number[] }[] = Array.from({ length: N * N }, () => ({
            top: -1,
            colour: fabrics[g]!.colour,
            below: [],
          }));
          laid.cuts.forEach((cut, k) => {
            const cloth = laid.look.fabricOf(laid.look.piece(cut.id));
            for (let row = 0; row < N; row++) {
              const y = (row + 0.5) * STEP;
              const xs: number[] = [];
              for (const ring of ringsOf(cut.outline))
                ring.forEach((q, i) => {
                  const r = ring[(i + 1) % ring.length]!;
                  if (q.y > y !== r.y > y) xs.push(q.x + ((r.x - q.x) * (y - q.y)) / (r.y - q.y));
                });
              xs.sort((a, b) => a - b);
              for (let i = 0; i + 1 < xs.length; i += 2)
                for (
                  let col = Math.max(0, Math.ceil(xs[i]! / STEP - 0.5));
                  col < N && (col + 0.5) * STEP < xs[i + 1]!;
                  col++
                ) {
                  const cell = canvas[row * N + col]!;
                  canvas[row * N + col] = { top: k, colour: overCloth(cloth, cell.colour), below: [...cell.below, k] };
                }
            }
          });
          const look = (q: Point) => {
            const [col, row] = [Math.floor(q.x / STEP), Math.floor(q.y / STEP)];
            return col < 0 || row < 0 || col >= N || row >= N ? null : canvas[row * N + col]!;
          };
          const found = lost(p);
          laid.placed.forEach((_, k) => {
            let whole = 0;
            let same = 0;
            let unsure = false;
            for (const ring of ringsOf(laid.cuts[k]!.visible)) {
              let run = 0;
              let against = -2;
              const end = (): void => {
                if (run > 16) same += run;
                else if (run > 8) unsure = true;
                run = 0;
              };
              ring.forEach((a, i) => {
                const b = ring[(i + 1) % ring.length]!;
                const length = Math.hypot(b.x - a.x, b.y - a.y);
                const n = Math.max(1, Math.round(length));
                for (let s = 0; s < n; s++) {
                  const t = (s + 0.5) / n;
                  const off = (mm: number): Point => ({
                    x: a.x + (b.x - a.x) * t - ((b.y - a.y) / length) * mm,
                    y: a.y + (b.y - a.y) * t + ((b.x - a.x) / length) * mm,
                  });
                  const inside = look(off(0.8));
                  const beyond = look(off(-0.8));
                  if (inside?.top !== k || !beyond) continue;
                  // Its own cloth beside it: whether that runs on beneath is told apart above, by hand.
                  if (beyond.top >= 0 && p.pieces[beyond.top]!.fabricId === p.pieces[k]!.fabricId) unsure = true;
                  whole += length / n;
                  const d = deltaE(inside.colour, beyond.colour);
                  if (Math.abs(d - 8) < 1) unsure = true;
                  if (d >= 8 || beyond.top !== against) end();
                  against = beyond.top;
                  if (d < 8) run += length / n;
                }
              });
              end();
            }
            if (whole === 0 || unsure) return;
            const share = same / whole;
            const told = found.some((v) => v.ids.includes(`p${k}`));
            // Stretches shorter than 12 mm do not count, and a cell is in or out by chance: no verdict near the half.
            if (share > 0.58) expect(told, `p${k}: ${share}`).to.equal(true);
            if (share < 0.42) expect(told, `p${k}: ${share}`).to.equal(false);
          });
        },
      ),
      { numRuns: cases(40), seed: 7 },
    );
  }).timeout(60_000);
});

describe('seen: what comes through', () => {
  it('white quilting cotton of 90–140 g/m² over navy is seen to be greyed (common practice, no source); felt and a dark cloth are not', () => {
    const p = (massGsm: number, kind = 'quilting-cotton', colour = '#fbfaf4') =>
      on(
        'navy',
        [piece('a', square(80), { ...at(50, 50), fabricId: 'top' })],
        [WHITE, NAVY, fabricFrom(kind, { id: 'top', name: 'Top', colour, massGsm })],
      );
    const grey = (q: Project) => {
      const laid = layDown(q);
      return greyed(laid.articles[0]!, laid.look).map((x) => x.deltaE);
    };
    expect(grey(p(140))[0]).to.be.within(5, 7);
    expect(grey(p(115))[0]).to.be.within(6.5, 9);
    expect(grey(p(90))[0]).to.be.within(9, 12);
    expect(grey(p(220))).to.deep.equal([]);
    expect(grey(p(290, 'wool-felt'))).to.deep.equal([]);
    expect(grey(p(140, 'quilting-cotton', '#3b2a20')), 'a dark fabric').to.deep.equal([]);
    const s = spoken(p(90)).snags.find((q) => q.code === 'greyed')!;
    expect(s.text).to.match(/^The background shows through a \(1\)/);
    expect(s.severity).to.equal('warn');
    expect(spoken(p(115)).snags.find((q) => q.code === 'greyed')!.severity).to.equal('note');
    expect(planProject(p(90)).snags.filter((q) => q.code === 'greyed')).to.have.length(1);
  });

  it('a pale piece wholly on a dark one is greyed by it and shows no shadow; half on it, it shows one', () => {
    const thin = fabricFrom('lawn', { id: 'lawn', name: 'Lawn', colour: '#fbfaf4' });
    const p = (x: number) =>
      on(
        'white',
        [
          piece('a', square(100), { ...at(50, 50), fabricId: 'navy' }),
          piece('b', square(50), { ...at(x, 70), fabricId: 'lawn' }),
        ],
        [WHITE, NAVY, thin],
      );
    const codes = (x: number) => planProject(p(x)).snags.map((s) => s.code);
    expect(codes(70)).to.include('greyed').and.not.include('shows-through');
    expect(codes(125)).to.include('shows-through');
  });

  it('is greyed by what lies beneath most of it, not by what lies beneath a corner', () => {
    const thin = fabricFrom('lawn', { id: 'lawn', name: 'Lawn', colour: '#fbfaf4' });
    // The dark piece ends at 150 mm: of the pale one’s 50 mm so many lie on it.
    const by = (onDarkMm: number) => {
      const laid = layDown(
        on(
          'white',
          [
            piece('a', square(100), { ...at(50, 50), fabricId: 'navy' }),
            piece('b', square(50), { ...at(150 - onDarkMm, 70), fabricId: 'lawn' }),
          ],
          [WHITE, NAVY, thin],
        ),
      );
      return greyed(nth(laid.articles, 0), laid.look).map((g) => [g.id, g.by]);
    };
    expect(by(15)).to.deep.equal([]);
    expect(by(35)).to.deep.equal([['b', 'a']]);
  });

  it('over white every cloth has its own colour; each further layer hides what lies beneath it', () => {
    for (const f of [WHITE, NAVY, RUST]) expect(deltaE(overCloth(f, '#ffffff'), f.colour)).to.be.below(0.5);
    const once = deltaE(colourOfStack([WHITE], '#000000'), WHITE.colour);
    const twice = deltaE(colourOfStack([WHITE, WHITE], '#000000'), WHITE.colour);
    expect(twice).to.be.below(once / 2);
    // Through gaps in an open weave the lower colour is seen as it is, whatever the upper one's dye.
    const net = fabricFrom('net', { id: 'n', name: 'n', colour: '#101010' });
    const closed = fabricFrom('quilting-cotton', { id: 'q', name: 'q', colour: '#101010' });
    expect(deltaE(overCloth(net, '#ffffff'), '#101010')).to.be.above(20);
    expect(deltaE(overCloth(closed, '#ffffff'), '#101010')).to.be.below(1);
  });
});
