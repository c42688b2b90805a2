import { expect } from 'chai';
import fc from 'fast-check';
import { abuttingPairs, coversOf, deepestChain, moveInOrder, overlapsOf, placePieces } from '~/core/layer';
import { areaMm2 } from '~/core/shape';
import { piece, project, square } from './helpers';

const at = (xMm: number, yMm: number) => ({ at: { xMm, yMm, rotateDeg: 0 } });
const three = project([
  piece('low', square(40)),
  piece('mid', square(40), at(30, 0)),
  piece('top', square(40), at(60, 30)),
]);

describe('layer: overlaps', () => {
  it('name under and over by the order, with the shared area', () => {
    expect(overlapsOf(placePieces(three))).to.deep.equal([
      { under: 'low', over: 'mid', areaMm2: 400 },
      { under: 'mid', over: 'top', areaMm2: 100 },
    ]);
    const turned = { ...three, order: ['top', 'mid', 'low'] };
    expect(overlapsOf(placePieces(turned))[0]).to.include({ under: 'mid', over: 'low' });
  });

  it('count a piece inside a hole as not overlapping', () => {
    const p = project([piece('ring', `${square(60)}${square(20, 20, 20)}`), piece('in', square(18), at(21, 21))]);
    expect(overlapsOf(placePieces(p))).to.deep.equal([]);
  });

  it('find identical copies, and nothing between pieces that touch in a point', () => {
    const same = project([piece('a', square(30)), piece('b', square(30))]);
    expect(overlapsOf(placePieces(same))[0]!.areaMm2).to.be.closeTo(900, 0.01);
    const corner = project([piece('a', square(30)), piece('b', square(30), at(30, 30))]);
    expect(overlapsOf(placePieces(corner))).to.deep.equal([]);
    expect(abuttingPairs(placePieces(corner), [])).to.deep.equal([]);
  });

  it('find edges that only meet', () => {
    const p = project([piece('a', square(30)), piece('b', square(30), at(30.4, 0)), piece('c', square(30), at(64, 0))]);
    const placed = placePieces(p);
    expect(abuttingPairs(placed, overlapsOf(placed))).to.deep.equal([{ under: 'a', over: 'b' }]);
  });

  it('collect what covers a piece', () => {
    const placed = placePieces(three);
    const covers = coversOf(placed, overlapsOf(placed));
    expect(areaMm2(covers.get('low')!)).to.be.closeTo(1600, 0.01);
    expect(covers.has('top')).to.equal(false);
  });

  it('never depend on where the whole picture lies', () => {
    fc.assert(
      fc.property(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 }), (dx, dy) => {
        const moved = {
          ...three,
          pieces: three.pieces.map((p) => ({ ...p, at: { ...p.at, xMm: p.at.xMm + dx, yMm: p.at.yMm + dy } })),
        };
        expect(overlapsOf(placePieces(moved)).map((o) => Math.round(o.areaMm2))).to.deep.equal([400, 100]);
      }),
      { numRuns: 20 },
    );
  });
});

describe('layer: order', () => {
  const overlaps = overlapsOf(placePieces(three));

  it('raises past the next piece that is met', () => {
    expect(moveInOrder(['low', 'top', 'mid'], 'low', 'up', overlaps)).to.deep.equal(['top', 'mid', 'low']);
    expect(moveInOrder(['low', 'mid', 'top'], 'top', 'down', overlaps)).to.deep.equal(['low', 'top', 'mid']);
  });

  it('moves by one where nothing is met, and not past the ends', () => {
    expect(moveInOrder(['low', 'mid', 'top'], 'low', 'up', [])).to.deep.equal(['mid', 'low', 'top']);
    const order = ['low', 'mid', 'top'];
    expect(moveInOrder(order, 'top', 'up', overlaps)).to.equal(order);
    expect(moveInOrder(order, 'low', 'down', overlaps)).to.equal(order);
    expect(moveInOrder(order, 'stranger', 'up', overlaps)).to.equal(order);
  });

  it('keeps every piece exactly once', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(['low', 'mid', 'top', 'x', 'y'], { minLength: 5 }),
        fc.constantFrom('up', 'down'),
        fc.nat(4),
        (order, way, i) => {
          expect([...moveInOrder(order, order[i]!, way as 'up' | 'down', overlaps)].sort()).to.deep.equal(
            [...order].sort(),
          );
        },
      ),
    );
  });

  it('counts the layers in a chain', () => {
    expect(Object.fromEntries(deepestChain(three.order, overlaps))).to.deep.equal({ low: 1, mid: 2, top: 3 });
  });
});
