import { expect } from 'chai';
import fc from 'fast-check';
import {
  areaMm2,
  boundsOf,
  exclusive,
  linesOf,
  linesOfPath,
  normalise,
  pathOf,
  perimeterMm,
  regionOf,
  ringAreaMm2,
} from '~/core/base/shape';
import { type Piece, ROUTES, type Route } from '~/core/keep/model';
import { drawnOf, facingOf, mixedFacing, ROUTE_FACTS, reversedBy, turnOver } from '~/core/lay/facing';
import { layDown } from '~/core/lay/laid';
import { facingWords } from '~/words';
import { piece, project, square } from './helpers';

/** A piece by itself, with nothing cut from it. */
const drawn = (p: Piece, route: Route) => drawnOf(p, route, layDown(project([p])).cutPiece(p));

const FLAG = 'M0 0L50 10L0 40L12 20Z';

describe('facing: the route table', () => {
  // The trade handbook's table; common practice, no source.
  const table: Record<Route, 'reversed' | 'as seen'> = {
    'trace-on-liner': 'reversed',
    'template-on-liner': 'reversed',
    'template-right-side': 'as seen',
    'cut-from-print': 'as seen',
    'cutter-fabric-up': 'as seen',
    'cutter-liner-up': 'reversed',
    'web-on-right-side': 'as seen',
  };
  for (const route of ROUTES) {
    it(`${route}: drawn ${table[route]}`, () => {
      expect(reversedBy(ROUTE_FACTS[route].contacts)).to.equal(table[route] === 'reversed');
      expect(facingOf(route, false, false).mirrored).to.equal(table[route] === 'reversed');
    });
    it(`${route}: a pattern that came reversed is drawn the other way`, () => {
      expect(facingOf(route, true, false).mirrored).to.equal(table[route] !== 'reversed');
    });
  }

  it('a template goes face down on the liner (handbook)', () => {
    expect(facingWords(facingOf('template-on-liner', false, false))).to.match(/face down/);
  });

  it('says to trace an already reversed pattern as printed (handbook)', () => {
    const f = facingOf('trace-on-liner', true, false);
    expect(f).to.include({ mirrored: false, code: 'as-printed' });
  });

  it('tells nobody to care about a shape that is its own mirror image', () => {
    expect(facingOf('trace-on-liner', false, true).code).to.equal('no-care');
  });

  it('flips once for every face-to-face contact: parity', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 12 }), (flips) => {
        const contacts = flips.map((f) => ({ text: '', flips: f }));
        expect(reversedBy(contacts)).to.equal(flips.filter(Boolean).length % 2 === 1);
        expect(reversedBy([...contacts, { text: '', flips: true }])).to.equal(!reversedBy(contacts));
      }),
    );
  });
});

describe('facing: outlines as drawn', () => {
  it('are turned over in their own box, keep area and perimeter to 0.01 %, and have the opposite orientation', () => {
    const t = drawn(piece('flag', FLAG), 'trace-on-liner');
    const before = regionOf(FLAG);
    const after = linesOfPath(t.path);
    expect(t).to.include({ mirrored: true, code: 'reversed' });
    expect(t.areaMm2).to.be.closeTo(areaMm2(before), areaMm2(before) * 1e-4);
    expect(t.perimeterMm).to.be.closeTo(perimeterMm(before), perimeterMm(before) * 1e-4);
    expect(Math.sign(ringAreaMm2(after[0]!))).to.equal(-Math.sign(ringAreaMm2(linesOf(FLAG)[0]!)));
    expect(boundsOf(after).minX).to.be.closeTo(boundsOf(before).minX, 1e-6);
  });

  it('turned over twice are the original', () => {
    expect(areaMm2(exclusive(normalise(linesOfPath(turnOver(turnOver(pathOf(FLAG))))), regionOf(FLAG)))).to.be.below(
      0.01,
    );
  });

  it('are left as they are where the route sees the right side', () => {
    expect(drawn(piece('flag', FLAG), 'cut-from-print').path).to.equal(pathOf(FLAG));
  });

  it('warn when one picture mixes ways, symmetric shapes aside', () => {
    const p = project([
      piece('a', FLAG),
      piece('b', FLAG),
      piece('c', FLAG, { route: 'template-right-side' }),
      piece('d', square(30), { route: 'template-right-side' }),
      // A motif cut from its print is drawn nowhere.
      piece('e', FLAG, { route: 'cut-from-print' }),
    ]);
    const tracings = p.pieces.map((q) => drawn(q, q.route ?? p.route));
    expect(mixedFacing(p, tracings)?.pieceIds).to.deep.equal(['c']);
    expect(
      mixedFacing(
        p,
        tracings.filter((t) => t.pieceId !== 'c'),
      ),
    ).to.equal(null);
  });
});
