import { expect } from 'chai';
import { areaMm2, boundsOf, difference } from '~/core/base/shape';
import { clothAsk } from '~/core/cut/layout';
import { nest } from '~/core/cut/nest';
import { behindWindows, placePieces, windowsOf } from '~/core/lay/laid';
import { planProject } from '~/core/plan';
import { cotton, piece, project, spoken, square } from './helpers';

const at = (xMm: number, yMm: number) => ({ at: { xMm, yMm, rotateDeg: 0 } });
const stock = (widthMm: number, heightMm: number, count = 1) => [{ widthMm, heightMm, count, outline: null }];
const short = (p: Parameters<typeof spoken>[0]) =>
  spoken(structuredClone(p)).snags.filter(
    (s) => /cloth|ground-too|grounds-no/.test(s.code) && s.code !== 'patch-too-large',
  );

describe('enough cloth', () => {
  it('at once by areas: pieces and ground with their copies; what nobody counted is not counted', () => {
    const p = project([piece('a', square(100), { count: 3, fabricId: 'red' })], {
      fabrics: [cotton(), cotton({ id: 'red', name: 'Red', stock: stock(150, 150) })],
    });
    const [s] = short(p);
    expect(s).to.include({ code: 'short-of-cloth', severity: 'warn' });
    expect(s!.text).to.equal('Red: by area alone you need 300 cm², and you have 225 cm².');
    p.fabrics[1]!.stock = stock(150, 150, 2);
    expect(short(p)).to.deep.equal([]);
    p.fabrics[1]!.stock = [];
    expect(short(p)).to.deep.equal([]);
  });

  it('a ground larger than any piece of its cloth, turned or not; a one-way cloth is not turned', () => {
    const p = project([piece('a', square(40), { fabricId: 'red' })], {
      fabrics: [cotton({ name: 'Sand', stock: stock(420, 600) }), cotton({ id: 'red' })],
      ground: { fabricId: 'cotton', widthMm: 580, heightMm: 400 },
    });
    expect(short(p)).to.deep.equal([]);
    p.fabrics[0]!.oneWay = true;
    const [s] = short(p);
    expect(s!.code).to.equal('ground-too-large');
    expect(s!.text).to.match(/58 × 40 cm; your largest piece of Sand is 42 × 60 cm/);
  });

  it('each piece of cloth holds its own ground once: two of 300 × 400 on 310 × 410 and a scrap that is large enough by area only', () => {
    const p = project([piece('a', square(40), { fabricId: 'red' })], {
      fabrics: [
        cotton({ name: 'Sand', stock: [...stock(310, 410), ...stock(290, 500)] }),
        cotton({ id: 'red', name: 'Red' }),
      ],
      ground: { fabricId: 'cotton', widthMm: 300, heightMm: 400 },
    });
    expect(short(p)).to.deep.equal([]);
    p.articles[0]!.count = 2;
    const [s] = short(p);
    expect(s!.code).to.equal('grounds-no-room');
    expect(s!.text).to.equal('The Sand you have holds 1 of the 2 backgrounds: each fits by itself, not all of them.');
    p.fabrics[0]!.stock = [...stock(410, 310), ...stock(310, 410)];
    expect(short(p)).to.deep.equal([]);
  });

  it('exactly, once the cloth was laid out: how many find no room', () => {
    const p = project([piece('a', square(100), { count: 3, fabricId: 'red', label: 'Sail' })], {
      fabrics: [cotton(), cotton({ id: 'red', name: 'Red', stock: stock(260, 130) })],
    });
    // 300 of 338 cm²: by area alone it would do.
    expect(short(p)).to.deep.equal([]);
    const ask = clothAsk(p, planProject(structuredClone(p)), 'red')!;
    const laid = nest({ ...ask.request, seconds: 0.05, seed: 1 });
    p.layouts = [
      {
        kind: 'cloth',
        ofId: 'red',
        key: ask.key,
        lengthMm: 0,
        rowsLengthMm: 0,
        placements: [...laid.placements],
        locked: [],
        unplaced: [...laid.unplaced],
      },
    ];
    const [s] = short(p);
    expect(s!.code).to.equal('no-room-on-cloth');
    expect(s!.text).to.match(/^(One piece does|[23] pieces do) not fit on the Red you have: Sail \(1\)\.$/);
    // Something has changed since: the layout tells nothing any more.
    p.pieces[0]!.count = 2;
    expect(short(p)).to.deep.equal([]);
  });
});

describe('snags ask for what is done', () => {
  const L = 'M0 0H10V12H3V12H3V4H0Z';
  const mend = (
    code: string,
    more: object,
    route: 'trace-on-liner' | 'cutter-fabric-up',
    edge: 'blanket' | 'none' | 'paint',
  ) => {
    const p = project([piece('a', 'M0 0H60V60H30V30H0Z', more), piece('b', L, at(80, 0))], { route });
    p.intent.edge = edge;
    return spoken(p).snags.find((s) => s.code === code)?.mend ?? null;
  };
  it('scissors only where scissors cut, stitches only where it is stitched, nothing where neither', () => {
    const corners = (route: 'trace-on-liner' | 'cutter-fabric-up', edge: 'blanket' | 'none' | 'paint') =>
      mend('inside-corners', {}, route, edge);
    expect(corners('trace-on-liner', 'blanket')).to.match(/scissors.*Stitch 2–3/);
    expect(corners('trace-on-liner', 'none'))
      .to.match(/scissors/)
      .and.not.match(/titch/);
    expect(corners('cutter-fabric-up', 'blanket'))
      .to.match(/^Stitch/)
      .and.not.match(/scissors/);
    expect(corners('cutter-fabric-up', 'paint')).to.equal(null);
  });

  it('small parts and children only where something can come off', () => {
    const tiny = (route: 'trace-on-liner' | 'cutter-fabric-up', edge: 'blanket' | 'none') =>
      mend('tiny', {}, route, edge);
    expect(tiny('trace-on-liner', 'blanket'))
      .to.match(/paper/)
      .and.not.match(/children/);
    expect(tiny('trace-on-liner', 'none')).to.match(/children/);
    expect(tiny('cutter-fabric-up', 'none'))
      .to.match(/mat/)
      .and.match(/children/)
      .and.not.match(/paper/);
  });

  it('thin strokes are stitched, painted or neither, as the edge is', () => {
    const thin = (edge: 'blanket' | 'none' | 'paint') => {
      const p = project([piece('a', 'M0 0H60V1.5H0Z')]);
      p.intent.edge = edge;
      return spoken(p).snags.find((s) => s.code === 'thin-stroke')!.mend;
    };
    expect(thin('blanket')).to.match(/stitch that line/);
    expect(thin('paint')).to.match(/paint that line/);
    expect(thin('none')).to.match(/wide\.$/);
  });
});

describe('window pictures', () => {
  const top = `${square(300)}M40 40h60v60h-60ZM112 40h60v60h-60ZM220 200h40v40h-40Z`;
  const laid = (pieces: ReturnType<typeof piece>[], plain = false) => {
    const placed = placePieces(project([...pieces, piece('top', top)]));
    return { placed, behind: behindWindows(placed, placed.at(-1)!, 8, () => plain) };
  };
  it('gaps of less than 20 mm that the top hides are closed, corners stay square', () => {
    const { behind } = laid([piece('sky', square(200))]);
    const sky = behind.get('sky')!;
    // Two windows 12 mm apart: one piece, from margin to margin.
    expect(sky).to.have.length(1);
    expect(areaMm2(sky)).to.be.closeTo((60 + 12 + 60 + 16) * 76, 0.5);
    expect(sky[0]!.outer).to.have.length(4);
  });

  it('holes of less than 20 mm that the top hides are closed, those that a window shows are not', () => {
    const hidden = laid([piece('sky', `${square(200)}M101 60h10v10h-10Z`)]).behind.get('sky')!;
    expect(hidden[0]!.holes).to.have.length(0);
    const seen = laid([piece('sky', `${square(200)}M60 60h10v10h-10Z`)]).behind.get('sky')!;
    expect(seen[0]!.holes).to.have.length(1);
  });

  it('one plain outline reaches just past the windows that show it, and into no window that shows something else', () => {
    // The sea fills the first window, half of the second, and none of the third.
    const { placed, behind } = laid([piece('land', square(300)), piece('sea', 'M0 0H140V300H0Z')], true);
    const sea = behind.get('sea')!;
    expect(sea).to.have.length(1);
    expect(boundsOf(sea)).to.deep.equal({ minX: 32, minY: 32, maxX: 140, maxY: 108 });
    expect(areaMm2(sea)).to.be.closeTo(108 * 76, 0.5);
    const shown = windowsOf(placed.at(-1)!.region);
    expect(areaMm2(sea) - areaMm2(difference(sea, shown))).to.be.closeTo(60 * 60 + 28 * 60, 1);
    // The land is seen in all three: its plain outline goes round them.
    const land = behind.get('land')!;
    expect(land).to.have.length(1);
    expect(areaMm2(land)).to.be.closeTo((268 - 32) * (248 - 32), 1);
  });
});
