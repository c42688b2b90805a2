import { expect } from 'chai';
import fc from 'fast-check';
import Papa from 'papaparse';
import { CARE_LIMIT_C } from '~/core/base/units';
import {
  CLOTH_PROPERTIES,
  CLOTHS,
  clothOf,
  FIBRE_FACTS,
  fabricFrom,
  factsOf,
  typicalFigure,
  WEB_KINDS,
  webFrom,
  webKindOf,
} from '~/core/choose/material';
import {
  COLUMNS,
  DRAWER_KINDS,
  DRAWER_LIMIT,
  type DrawerContents,
  differences,
  doubtsOf,
  drawerFromJson,
  drawerToJson,
  THING_SCHEMAS,
  takeIn,
  usualThing,
} from '~/core/keep/drawer';
import { fromCsv, toCsv } from '~/core/keep/drawer/csv';
import { FABRIC_KINDS, type Fabric, fabricSchema, webSchema } from '~/core/keep/model';
import { demoDrawer, harbourLight } from '~/demo';
import { doubtWords } from '~/words';
import { cotton, iron, web } from './helpers';

let n = 0;
const newId = (): string => `id-${++n}`;
const nothing: DrawerContents = {
  fabrics: [],
  webs: [],
  threads: [],
  irons: [],
  covers: [],
  surfaces: [],
  pictures: [],
};

describe('material: kinds to start from', () => {
  it('24 or more cloths and ten or more webs, each sound and each figure with its origin', () => {
    expect(CLOTHS.length).to.be.at.least(24);
    expect(WEB_KINDS.length).to.be.at.least(10);
    expect(new Set(CLOTHS.map((c) => c.id)).size).to.equal(CLOTHS.length);
    for (const c of CLOTHS) {
      expect(fabricSchema.safeParse(fabricFrom(c.id, { id: 'x', name: c.name })).success, c.id).to.equal(true);
      for (const p of Object.keys(CLOTH_PROPERTIES) as (keyof typeof CLOTH_PROPERTIES)[]) {
        const f = typicalFigure(c, p);
        expect(f.value, `${c.id} ${p}`).to.be.at.least(0);
        expect(f.from).to.match(/memory|common practice|estimated/);
        if (p !== 'opacity' && p !== 'frays') expect(f.unit).to.not.equal('');
      }
    }
    for (const k of WEB_KINDS)
      expect(webSchema.safeParse(webFrom(k.id, { id: 'x', name: k.name })).success, k.id).to.equal(true);
  });

  it('are physically possible: no cloth is denser than its fibre (fibre densities: Morton & Hearle, from memory)', () => {
    for (const c of CLOTHS) {
      const kgM3 = c.massGsm / c.thicknessMm;
      expect(kgM3, c.id).to.be.below(FIBRE_FACTS[c.fibre].densityKgM3.value);
      expect(kgM3, c.id).to.be.above(c.material === 'wadding' ? 40 : 50);
      expect(c.conductivityWmK, c.id).to.be.within(0.024, 0.2);
    }
  });

  it('have heat limits by the care dots of ISO 3758 (110, 150, 200 °C); vinyl, which is not ironed, less than one dot', () => {
    const dots = Object.values(CARE_LIMIT_C);
    const vinyl = CLOTHS.filter((c) => c.fibre === 'pvc');
    expect(vinyl.map((c) => c.maxIronC)).to.deep.equal([90, 90]);
    for (const c of CLOTHS) if (!vinyl.includes(c)) expect(dots, c.id).to.include(c.maxIronC);
    for (const [name, f] of Object.entries(FIBRE_FACTS))
      expect(name === 'pvc' ? [90] : dots, name).to.include(f.maxIronC.value);
  });

  it('every kind of the contract has a cloth of its own', () => {
    for (const kind of FABRIC_KINDS) {
      const c = clothOf({ kind, clothId: null });
      expect(c.kind).to.equal(kind);
    }
    expect(clothOf({ kind: 'silk', clothId: 'gone' }).kind).to.equal('silk');
  });

  it('own figures rule, typical ones fill in and are listed as such', () => {
    const f = factsOf(fabricFrom('denim', { id: 'd', name: '', opacity: 0.5 }));
    expect(f.opacity).to.equal(0.5);
    expect(f.typical).to.include.members(['conductivityWmK', 'stretchPercent']).and.not.include('opacity');
    const light = factsOf(fabricFrom('batik', { id: 'b', name: '', massGsm: 65 }));
    expect(light.opacity).to.be.below(factsOf(fabricFrom('batik', { id: 'c', name: '' })).opacity);
  });

  it('an unnamed web is known by form, mass and melting point', () => {
    expect(webKindOf(web({ kindId: null, form: 'film', massGsm: 46, meltC: 112 })).id).to.equal('firm-film');
    expect(webKindOf(web({ kindId: null, form: 'grid', massGsm: 30, meltC: 83 })).id).to.equal('low-melt-grid');
    expect(webKindOf(web({ kindId: 'powder' })).id).to.equal('powder');
  });
});

describe('drawer: CSV', () => {
  it('takes back what it wrote, for every kind', () => {
    const drawer = demoDrawer();
    for (const kind of DRAWER_KINDS) {
      const read = fromCsv(kind, toCsv(kind, drawer[kind] as never), newId);
      expect(read.ok, kind).to.equal(true);
      if (!read.ok) return;
      const plain = (list: readonly object[]) => list.map((t) => ({ ...t, id: '' }));
      expect(plain(read.things)).to.deep.equal(plain(drawer[kind]));
    }
  });

  it('takes back any name and note, quotes, commas, line breaks and formulas among them', () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 30 }),
        fc.constantFrom(...CLOTHS.map((c) => c.id)),
        (s, clothId) => {
          const name =
            s
              .replace(/\p{Cc}/gu, '')
              .trim()
              .replace(/^'+/, '') || 'x';
          const f = fabricFrom(clothId, { id: 'a', name, note: name });
          const read = fromCsv('fabrics', toCsv('fabrics', [f]), () => 'a');
          expect(read.ok && read.things[0]).to.deep.equal(f);
        },
      ),
    );
  });

  it('is read by the parser the same way as a spreadsheet would (reference: papaparse on its own output)', () => {
    const text = toCsv('webs', [web({ name: '=1+1', note: 'a, "b"' })]);
    const rows = Papa.parse<string[]>(text).data;
    expect(rows[0]).to.deep.equal(COLUMNS.webs.map((c) => c.heading));
    expect(rows[1]?.[0]).to.equal("'=1+1");
  });

  it('fills in what is left out from the usual kind', () => {
    const read = fromCsv('fabrics', 'name;cloth;colour\nSea;batik;#102030\nHill;;#204010', newId);
    expect(read.ok).to.equal(true);
    if (!read.ok) return;
    expect(read.things[0]).to.include({ name: 'Sea', kind: 'batik', massGsm: 130, colour: '#102030' });
    expect(read.things[1]).to.include({ kind: 'other' });
  });

  it('reads sizes, marks, steps, and numbers with a comma', () => {
    const read = fromCsv(
      'fabrics',
      'name,stock mm,thickness mm\nA,"559 x 457; 300 × 200 x 3 [M0 0H300V200Z]","0,35"',
      newId,
    );
    expect(read.ok && read.things[0]?.stock).to.deep.equal([
      { widthMm: 559, heightMm: 457, count: 1, outline: null },
      { widthMm: 300, heightMm: 200, count: 3, outline: 'M0 0H300V200Z' },
    ]);
    expect(read.ok && read.things[0]?.thicknessMm).to.equal(0.35);
    const irons = fromCsv('irons', 'name,dial\nOld,"• = 104; •• = 147,5; •••"', newId);
    expect(irons.ok && irons.things[0]?.dial).to.deep.equal([
      { mark: '•', measuredC: 104 },
      { mark: '••', measuredC: 147.5 },
      { mark: '•••', measuredC: null },
    ]);
  });

  it('understands units, scales, names of colours and another language’s numbers in any cell', () => {
    const read = fromCsv(
      'fabrics',
      'name;stock mm;thickness mm;heat limit C;colour;price per m2\nA;18 x 22 in x 2;0,3;380 °F;teal;1.250,5',
      newId,
    );
    const [a] = read.ok ? read.things : [];
    expect(a?.stock).to.deep.equal([{ widthMm: 457.2, heightMm: 558.8, count: 2, outline: null }]);
    // 380 °F = (380 − 32) · 5/9 °C.
    expect(a?.maxIronC).to.be.closeTo(193.33, 0.01);
    expect(a).to.include({ thicknessMm: 0.3, colour: '#008080', pricePerM2: 1250.5 });
    const web = fromCsv('webs', 'name;roll width mm;left mm\nB;17 in;2 1/2 yd', newId);
    expect(web.ok && web.things[0]).to.include({ widthMm: 431.8, stockMm: 2286 });
  });

  it('one wrong word is one line', () => {
    const good = 'A,batik,teal\n'.repeat(30);
    const read = fromCsv('fabrics', `name,cloth,colour\n${good}B,batick,navy\n${good}`, newId);
    expect(!read.ok && read.problems).to.have.length(1);
    expect(!read.ok && read.problems[0]).to.match(/^Line 32, column “cloth”: “batick” must be one of .*batik/);
  });

  it('changes a thing of the same name by what its cells say, and nothing else of it', () => {
    const mine = cotton({ id: 'mine', name: 'Sea Blue', note: 'from the market', massGsm: 151 });
    const read = fromCsv('fabrics', 'name,colour,heat limit C\n sea blue ,navy,\nHill,green,150', newId, [mine]);
    expect(read.ok && read.things[0]).to.deep.equal({ ...mine, name: 'sea blue', colour: '#000080' });
    expect(read.ok && read.things[1]).to.include({ name: 'Hill', colour: '#008000', maxIronC: 150 });
    expect(read.ok && read.things[1]?.id).to.not.equal('mine');
  });

  const refusals: [string, string, RegExp][] = [
    ['no headings', '1,2,3\n4,5,6', /first line must hold headings.*name.*fabric/s],
    ['wrong columns', 'name,colr,tog\nA,#fff,1', /“colr”, “tog” are no headings for fabrics.*known are name/],
    ['only headings', 'name,colour\n', /no fabric in this file/],
    ['an empty name', 'name,cloth\n,batik', /Line 2: “name” is empty/],
    ['negative stock', 'name,stock mm\nA,-5 x 10', /^Line 2, column “stock mm”: “-5 x 10” must be sizes like/],
    ['a number that is none', 'name,mass g/m2\nA,heavy', /^Line 2, column “mass g\/m2”: “heavy” must be a number/],
    [
      'an unknown fabric',
      'name,cloth\nA,moonsilk',
      /^Line 2, column “cloth”: “moonsilk” must be one of quilting-cotton, /,
    ],
    [
      'a thickness of nothing',
      'name,thickness mm\nA,0',
      /Line 2, “A”: thickness in mm is 0, but must be at least 0.02/,
    ],
    [
      'a colour that is none',
      'name,colour\nA,teal-ish',
      /^Line 2, column “colour”: “teal-ish” must be a colour’s name/,
    ],
    [
      'numbers with a comma between commas',
      'name,thickness mm,mass g/m2\nA,0,35,140',
      /^Line 2 has more cells than there are headings. If its numbers are written with a comma, put ; between/,
    ],
  ];
  for (const [what, csv, expected] of refusals)
    it(`refuses ${what}, in words, and takes nothing`, () => {
      const read = fromCsv('fabrics', csv, newId);
      expect(read.ok).to.equal(false);
      if (!read.ok) expect(read.problems.join(' ')).to.match(expected);
    });

  it('writes nothing that a spreadsheet would run, line breaks and all', () => {
    for (const name of ['=1+1', '=1\n+1', '@x\r\n=2', '+a', '-b', '\tc']) {
      const csv = toCsv('fabrics', [cotton({ name })]);
      for (const cell of Papa.parse<string[]>(csv).data.flat()) expect(cell).to.not.match(/^[=+\-@\t\r]/);
    }
  });

  it('refuses a web with negative length left', () => {
    const read = fromCsv('webs', 'name,left mm\nA,-20', newId);
    expect(!read.ok && read.problems[0]).to.match(/length left in mm is -20, but must be at least 0/);
  });

  it('tells at most a dozen problems and counts the rest', () => {
    const read = fromCsv('fabrics', `name,mass g/m2\n${'A,x\n'.repeat(40)}`, newId);
    expect(!read.ok && read.problems).to.have.length(13);
    expect(!read.ok && read.problems.at(-1)).to.equal('And 28 more like these.');
  });

  it('answers 20,000 rows in words, and takes 10,000 in', function () {
    this.timeout(60_000);
    const rows = (count: number): string =>
      `name,cloth\n${Array.from({ length: count }, (_, i) => `Fabric ${i},batik`).join('\n')}`;
    const many = fromCsv('fabrics', rows(20_000), newId);
    expect(!many.ok && many.problems[0]).to.include('20,000 fabrics; up to 10,000');
    const full = fromCsv('fabrics', rows(DRAWER_LIMIT), newId);
    expect(full.ok && full.things.length).to.equal(DRAWER_LIMIT);
  });

  it('never throws, whatever comes', () => {
    fc.assert(fc.property(fc.string(), fc.constantFrom(...DRAWER_KINDS), (s, kind) => void fromCsv(kind, s, newId)));
    fc.assert(fc.property(fc.string(), (s) => void drawerFromJson(s)));
  });
});

describe('drawer: JSON', () => {
  it('takes back what it wrote', () => {
    const read = drawerFromJson(drawerToJson(demoDrawer()));
    expect(read.ok && read.contents).to.deep.equal(demoDrawer());
  });

  it('says what a file is instead', () => {
    const project = drawerFromJson(JSON.stringify(harbourLight()));
    expect(!project.ok && project.problems[0]).to.include('a project, not a Drawer');
    expect(drawerFromJson('{').ok).to.equal(false);
    const bad = drawerFromJson(
      JSON.stringify({ format: 'apple-seam.drawer', version: 1, webs: [{ ...web(), stockMm: -1 }] }),
    );
    expect(!bad.ok && bad.problems[0]).to.match(/Web 1 “Test web”, length left in mm is -1/);
    const twice = drawerFromJson(JSON.stringify({ format: 'apple-seam.drawer', version: 1, webs: [web(), web()] }));
    expect(!twice.ok && twice.problems[0]).to.include('same id');
  });
});

describe('drawer: what does not fit is said, and kept', () => {
  const codes = (f: Partial<Fabric>, webs = [web()]): string[] =>
    doubtsOf('fabrics', cotton(f), { fabrics: [], webs }).map((d) => d.code);
  it('a cloth that melts below every web', () => {
    expect(codes({ maxIronC: 100 })).to.include('melts-below-every-web');
    expect(codes({ maxIronC: 100 }, [])).to.not.include('melts-below-every-web');
    expect(codes({})).to.deep.equal([]);
  });
  it('a limit above its fibre, a mass that cannot be', () => {
    expect(codes({ fibre: 'acrylic' })).to.include('hotter-than-its-fibre');
    expect(codes({ massGsm: 900 })).to.include('too-dense');
    expect(codes({ massGsm: 5 })).to.include('too-light');
  });
  it('a leaflet hotter than every fabric, hotter than the web bears, or too cool to melt it', () => {
    const all = { fabrics: [cotton({ maxIronC: 110 })], webs: [] };
    const press = (heatC: number) => ({ heatC, dwellS: 5, steam: false });
    const of = (w: Partial<ReturnType<typeof web>>): string[] => doubtsOf('webs', web(w), all).map((d) => d.code);
    expect(of({})).to.include('leaflet-hotter-than-every-fabric');
    expect(of({ leaflet: { fuse: press(190), bond: press(150) } })).to.include('leaflet-above-limit');
    expect(of({ leaflet: { fuse: press(90), bond: press(150) } })).to.include('leaflet-below-melting');
    expect(of({ meltC: 140, maxC: 145 })).to.include('no-room');
  });
  it('a dial with two marks swapped, and one that was never measured', () => {
    const of = (dial: { mark: string; measuredC: number }[]): string[] =>
      doubtsOf('irons', iron({ dial }), nothing).map((d) => d.code);
    expect(
      of([
        { mark: '•', measuredC: 150 },
        { mark: '••', measuredC: 110 },
      ]),
    ).to.deep.equal(['marks-swapped']);
    expect(of([])).to.deep.equal(['unmeasured']);
    expect(doubtsOf('irons', iron(), nothing)).to.deep.equal([]);
  });
  it('a coated sheet near the end of its coating', () => {
    const sheet = { ...usualThing('covers', 'c', { name: 'x' }), kind: 'coated-sheet' as const, maxC: 258 };
    const [doubt] = doubtsOf('covers', sheet, nothing);
    expect(doubt && doubtWords(doubt, 'mm')).to.include('to 260 °C');
    expect(doubt && doubtWords(doubt, 'in')).to.include('to 500 °F');
  });
});

describe('drawer and project', () => {
  it('the demo project and the demo drawer hold the same', () => {
    expect(differences(harbourLight(), demoDrawer())).to.deep.equal([]);
  });
  it('finds what is new, changed, and only in the project; order of keys does not matter', () => {
    const drawer = demoDrawer();
    const project = harbourLight();
    project.webs[0]!.massGsm = 22;
    project.fabrics = project.fabrics.filter((f) => f.id !== 'slate');
    project.irons.push(iron({ id: 'mine', name: 'Mine' }));
    project.webs[1] = Object.fromEntries(Object.entries(project.webs[1]!).reverse()) as never;
    expect(differences(project, drawer).map((d) => [d.kind, d.id, d.state])).to.deep.equal([
      ['fabrics', 'slate', 'new'],
      ['webs', 'light-film', 'changed'],
      ['irons', 'mine', 'own'],
    ]);
  });
  it('takes in what was chosen, with its photo, and leaves the drawer alone', () => {
    const picture = { id: 'pic', name: 'p', dataUrl: 'data:image/png;base64,AAAA', widthPx: 1, heightPx: 1 };
    const drawer: DrawerContents = {
      ...nothing,
      fabrics: [fabricFrom('linen', { id: 'new', name: 'New', photo: { pictureId: 'pic', widthMm: 100 } })],
      pictures: [picture],
    };
    const project = harbourLight();
    takeIn(project, drawer, [
      { kind: 'fabrics', id: 'new' },
      { kind: 'webs', id: 'gone' },
    ]);
    expect(project.fabrics.at(-1)?.id).to.equal('new');
    expect(project.pictures).to.deep.equal([picture]);
    project.fabrics.at(-1)!.name = 'Other';
    expect(drawer.fabrics[0]?.name).to.equal('New');
  });
  it('usual things are sound whatever little is known', () => {
    for (const kind of DRAWER_KINDS)
      for (const known of [
        {},
        { name: 'x', kind: 'denim' },
        { name: 'x', form: 'grid' },
        { kindId: 'no', clothId: 'no' },
      ])
        expect(THING_SCHEMAS[kind].safeParse(usualThing(kind, 'id', { name: 'n', ...known })).success, kind).to.equal(
          true,
        );
  });
});
