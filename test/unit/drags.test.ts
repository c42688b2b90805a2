import './browser';
import { expect } from 'chai';
import { centreOf, mergeBounds } from '~/core/base/shape';
import { itemsOf, snapLines } from '~/core/intake/arrange';
import { viewOf } from '~/core/keep/model';
import { type Drag, moved, pinched, resized, turned, within } from '~/islands/pattern/drags';
import { piece, project, square } from './helpers';

// What a hand on the picture comes to, worked by hand: before anything is let go.

const at = (xMm: number, yMm: number) => ({ at: { xMm, yMm, rotateDeg: 0 } });
const view = viewOf(project([piece('a', square(40), at(100, 100)), piece('b', square(60), at(250, 100))]), null);
const drag = (ids: readonly string[], more: Partial<Drag> = {}): Drag => {
  const items = itemsOf(view, ids);
  const box = mergeBounds(items.map((i) => i.box));
  return {
    from: centreOf(box),
    ids,
    items,
    box,
    anchor: centreOf(box),
    lines: snapLines(view, ids),
    perPx: 0.5,
    side: 1,
    units: 'mm',
    ...more,
  };
};
const plain = { altKey: false, shiftKey: false };
const alt = { altKey: true, shiftKey: false };

describe('hands on the picture', () => {
  it('moved: follows to the pixel, says where it is, and catches the neighbour’s line within six pixels', () => {
    const d = drag(['a']);
    // Half a millimetre to the pixel: 30 mm are 60 px.
    const free = moved(d, { x: d.from.x + 30, y: d.from.y + 12.3 }, alt);
    expect(free.transform).to.equal('translate(60px, 25px)');
    expect(free.words).to.equal('13 cm from the left, 11.2 cm from the top');
    expect(free.guides).to.deep.equal([]);
    // 2 mm below b’s upper edge is 4 px off: it catches; with Alt it does not; 4 mm are 8 px: it does not.
    const down = (mm: number, keys: typeof plain) => moved(d, { x: d.from.x + 30, y: d.from.y + mm }, keys);
    expect(down(2, plain).words).to.match(/^1\d(\.\d)? cm from the left, 10 cm from the top, /);
    expect(down(2, plain).guides.some((g) => g.axis === 'down')).to.equal(true);
    expect(down(2, alt).words).to.equal('13 cm from the left, 10.2 cm from the top');
    expect(down(4, alt).words).to.equal('13 cm from the left, 10.4 cm from the top');
  });
  it('seen from behind it goes across the other way, not down', () => {
    const d = drag(['a'], { side: -1 });
    expect(moved(d, { x: d.from.x + 30, y: d.from.y + 10 }, alt).transform).to.equal('translate(-60px, 20px)');
    expect(turned(d, { x: d.anchor.x, y: d.anchor.y + 50 }, alt).transform).to.match(/^rotate\(-/);
  });
  it('turned: caught within 2.5° of a fifteenth, never with Alt, always with Shift', () => {
    const d = drag(['a'], { from: { x: 220, y: 120 }, anchor: { x: 120, y: 120 } });
    const by = (deg: number, keys: typeof plain): string => {
      const rad = (deg * Math.PI) / 180;
      return turned(d, { x: 120 + 80 * Math.cos(rad), y: 120 + 80 * Math.sin(rad) }, keys).words;
    };
    expect(by(32.4, plain)).to.equal('turned by 30°');
    expect(by(32.6, plain)).to.equal('turned by 32.6°');
    expect(by(32.4, alt)).to.equal('turned by 32.4°');
    expect(by(36, { altKey: false, shiftKey: true })).to.equal('turned by 30°');
    expect(by(38, { altKey: false, shiftKey: true })).to.equal('turned by 45°');
    // Told the short way round.
    expect(by(-160.2, alt)).to.equal('turned by -160.2°');
  });
  it('sized from its anchor, from a fiftieth to fifty times', () => {
    const d = drag(['a'], { anchor: { x: 100, y: 100 }, from: { x: 140, y: 140 } });
    const to = (mm: number) => resized(d, { x: 100 + mm, y: 100 + mm });
    expect(to(60)).to.include({ transform: 'scale(1.5)', words: '6 × 6 cm' });
    expect(to(0).transform).to.equal('scale(0.02)');
    expect(to(1e5).transform).to.equal('scale(50)');
  });
  it('two fingers move, turn and size at once', () => {
    const d = drag(['a']);
    const from = [
      { x: 100, y: 120 },
      { x: 140, y: 120 },
    ] as const;
    // Twice as far apart, a quarter turned, their middle 10 mm to the right and 5 down.
    const course = pinched(
      d,
      from,
      [
        { x: 130, y: 85 },
        { x: 130, y: 165 },
      ],
      alt,
    );
    expect(course.transform).to.equal('translate(20px, 10px) rotate(90deg) scale(2)');
    expect(course.words).to.equal('8 × 8 cm, turned by 90°');
    // Seen from behind it follows the fingers all the same: across and around are the other way round on the screen.
    const behind = pinched(
      drag(['a'], { side: -1 }),
      from,
      [
        { x: 130, y: 85 },
        { x: 130, y: 165 },
      ],
      alt,
    );
    expect(behind.transform).to.equal('translate(-20px, 10px) rotate(-90deg) scale(2)');
    expect(behind.words).to.equal(course.words);
  });
  it('a loop gathers what lies in it whole', () => {
    expect(within(view, { minX: 99, minY: 99, maxX: 311, maxY: 161 })).to.deep.equal(['a', 'b']);
    expect(within(view, { minX: 99, minY: 99, maxX: 309, maxY: 161 })).to.deep.equal(['a']);
    expect(within(view, { minX: 0, minY: 0, maxX: 130, maxY: 400 })).to.deep.equal([]);
  });
});
