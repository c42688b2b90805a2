import { expect } from 'chai';
import {
  CLOTH_PROPERTIES,
  CLOTHS,
  COVER_FACTS,
  clothOf,
  FIBRE_FACTS,
  fabricFrom,
  factsOf,
  SURFACE_FACTS,
  WEB_KINDS,
  webFrom,
  webKindOf,
  weightOf,
} from '~/core/choose/material';
import { fabricSchema, webSchema } from '~/core/keep/model';

const GRAVITY = 9.81;

describe('material: fibres against handbooks', () => {
  // Commercial moisture regain by ASTM D1909, and the regain at 65 % humidity in Morton & Hearle, "Physical Properties of Textile Fibres"; both from memory, %.
  const REGAIN: Readonly<Record<string, readonly [number, number]>> = {
    cotton: [7, 8.5],
    linen: [7, 12],
    wool: [13.6, 18.25],
    silk: [10, 11],
    polyester: [0.2, 0.5],
    acrylic: [1, 2.5],
    nylon: [4, 4.6],
    viscose: [11, 14],
    acetate: [6, 6.9],
    pvc: [0, 0.1],
  };
  for (const [fibre, [low, high]] of Object.entries(REGAIN))
    it(`${fibre} takes up ${low}–${high} % of water`, () => {
      const percent = FIBRE_FACTS[fibre as keyof typeof FIBRE_FACTS].regain.value * 100;
      expect(percent).to.be.within(low, high);
    });

  // Densities, kg/m³: Morton & Hearle, table of fibre densities, from memory.
  const DENSITY: Readonly<Record<string, number>> = {
    cotton: 1520,
    linen: 1500,
    wool: 1310,
    silk: 1340,
    polyester: 1390,
    acrylic: 1170,
    nylon: 1140,
    viscose: 1520,
    acetate: 1320,
  };
  it('are as dense as the handbook says, to 2 %', () => {
    for (const [fibre, density] of Object.entries(DENSITY))
      expect(FIBRE_FACTS[fibre as keyof typeof FIBRE_FACTS].densityKgM3.value, fibre).to.be.closeTo(
        density,
        0.02 * density,
      );
  });

  it('hold 1.0–1.7 J a gram and degree, as dry polymers do (handbook range, from memory)', () => {
    for (const f of Object.values(FIBRE_FACTS)) expect(f.specificHeatJKgK.value, f.name).to.be.within(1000, 1700);
  });

  it('take an iron of one, two or three dots of ISO 3758: 110, 150, 200 °C; vinyl, which is not ironed, less', () => {
    for (const { name, maxIronC } of Object.values(FIBRE_FACTS))
      expect(maxIronC.value, name).to.be.oneOf(name === 'vinyl' ? [90] : [110, 150, 200]);
    expect(FIBRE_FACTS.cotton.maxIronC.value).to.equal(200);
    expect(FIBRE_FACTS.wool.maxIronC.value).to.equal(150);
    expect(FIBRE_FACTS.acrylic.maxIronC.value).to.equal(110);
  });
});

describe('material: cloths are physically possible', () => {
  for (const c of CLOTHS) {
    it(c.name, () => {
      const bulk = c.massGsm / c.thicknessMm; // g/m² over mm is kg/m³
      const solid = bulk / FIBRE_FACTS[c.fibre].densityKgM3.value;
      // Foil is a solid film; wadding is nearly all air.
      const [least, most] =
        c.material === 'foil'
          ? [0.9, 1]
          : c.material === 'wadding'
            ? [0.02, 0.05]
            : [0.04, c.hard || c.fibre === 'leather' ? 0.8 : 0.6];
      expect(solid, 'share of fibre; the rest is air').to.be.within(least, most);

      // A mixture conducts better than still air (0.026) and worse than its parts side by side; fibres and hides conduct at most 0.5 W/(m·K) (handbook range, from memory).
      expect(c.conductivityWmK, 'conducts').to.be.above(0.026);
      expect(c.conductivityWmK, 'conducts').to.be.below(solid * 0.5 + (1 - solid) * 0.026 + 1e-9);

      // Peirce 1930, ASTM D1388: bending length c = (G / weight)^⅓; cloths from limp to board lie between 7 and 65 mm (from memory); paper, card and stiff backing stand farther out.
      const bendingMm = 1000 * Math.cbrt((c.stiffnessUNm * 1e-6) / ((c.massGsm / 1000) * GRAVITY));
      const stands = ['paper', 'card', 'backing'].includes(c.material) && c.massGsm > 60;
      expect(bendingMm, 'bending length').to.be.within(stands ? 65 : 7, stands ? 210 : 65);

      expect(c.roughnessMm, 'roughness').to.be.below(c.thicknessMm);
      expect(c.opacity).to.be.within(0, 1);
      expect(c.gripGsm).to.be.within(5, 60);
      // Foil lies on a film that is no cloth: polyester film melts near 255 °C (handbook, from memory), and is pressed at the cotton mark in practice.
      if (c.material !== 'foil')
        expect(c.maxIronC, 'no hotter than its fibre').to.be.at.most(FIBRE_FACTS[c.fibre].maxIronC.value);
      if (c.pile) expect(c.hairyOrThick, 'pile is hairy').to.equal(true);
      if (c.open) expect(c.poreMm, 'gaps that are seen').to.be.at.least(0.1);
      if (c.hard) expect(c.poreMm, 'too tight to soak in').to.be.at.most(0.02);
    });
  }

  it('lighter cloth of one fibre and weave lets more light through', () => {
    const plain = ['voile', 'lawn', 'poplin', 'quilting-cotton'].map((id) => CLOTHS.find((c) => c.id === id)!);
    for (let i = 1; i < plain.length; i++) {
      expect(plain[i]!.massGsm).to.be.above(plain[i - 1]!.massGsm);
      expect(plain[i]!.opacity).to.be.above(plain[i - 1]!.opacity);
    }
  });

  it('hairy and thick ones ask for more adhesive than any smooth one (common practice, no source)', () => {
    const smooth = CLOTHS.filter((c) => !c.hairyOrThick && !c.hard).map((c) => c.gripGsm);
    const hairy = CLOTHS.filter((c) => c.hairyOrThick && !c.hard).map((c) => c.gripGsm);
    expect(Math.min(...hairy)).to.be.at.least(Math.max(...smooth));
  });

  it('every figure says where it comes from', () => {
    for (const p of Object.values(CLOTH_PROPERTIES)) {
      expect(p.from).to.match(/memory|estimated|common practice/);
      expect(p.name).to.not.equal('');
    }
  });

  it('become fabrics that a project takes, and know themselves again', () => {
    for (const c of CLOTHS) {
      const fabric = fabricFrom(c.id, { id: c.id, name: c.name });
      expect(fabricSchema.safeParse(fabric).success, c.id).to.equal(true);
      expect(clothOf(fabric).id).to.equal(c.id);
    }
  });

  it('what is typed rules over what is typical; what follows from it follows', () => {
    const typical = factsOf(fabricFrom('quilting-cotton', { id: 'a', name: 'a' }));
    const thick = factsOf(fabricFrom('quilting-cotton', { id: 'b', name: 'b', opacity: 0.4, stiffnessUNm: 50 }));
    expect(thick.opacity).to.equal(0.4);
    expect(thick.stiffnessUNm).to.equal(50);
    expect(thick.gripGsm).to.equal(typical.gripGsm);
  });
});

describe('material: webs', () => {
  const GAS = 8.314;
  for (const k of WEB_KINDS)
    it(`${k.name}: melts, flows and bears heat in that order`, () => {
      expect(k.maxC).to.be.above(k.meltC + 20);
      expect(k.leaflet.fuse.heatC, 'fuses above melting').to.be.above(k.meltC);
      expect(k.leaflet.bond.heatC, 'bonds below what it bears').to.be.at.most(k.maxC);
      expect(k.leaflet.bond.dwellS).to.be.at.least(k.leaflet.fuse.dwellS);
      expect(k.coverage).to.be.within(0.1, 1);
      if (k.form === 'film') expect(k.coverage).to.equal(1);
      // A film of 20 g/m² at 1,100 kg/m³ is 0.018 mm thick: between a cobweb and a card.
      expect(k.massGsm / 1100, 'thickness, mm').to.be.within(0.008, 0.1);
      // Hot melts for textiles: 50–1,000 Pa·s where they are used, thinning three- to twentyfold over 50 °C (technical literature, from memory).
      expect(k.flow.viscosityPaS.value).to.be.within(50, 1000);
      const t0 = k.flow.refC.value + 273.15;
      const thinning = Math.exp(((k.flow.activationKJMol.value * 1000) / GAS) * (1 / t0 - 1 / (t0 + 50)));
      expect(thinning).to.be.within(3, 20);
      expect(k.flow.surfaceTensionNM.value).to.be.within(0.025, 0.04);
      expect(k.flow.refC.value, 'known where it is molten').to.be.above(k.meltC);
    });

  it('light, middle and firm follow mass', () => {
    expect([12, 20, 26, 33, 45, 70].map(weightOf)).to.deep.equal(
      [...[12, 20, 26, 33, 45, 70].map(weightOf)].sort(
        (a, b) => ['light', 'medium', 'firm'].indexOf(a) - ['light', 'medium', 'firm'].indexOf(b),
      ),
    );
    expect(weightOf(15)).to.equal('light');
    expect(weightOf(60)).to.equal('firm');
  });

  it('become webs that a project takes, and know themselves again', () => {
    for (const k of WEB_KINDS) {
      const web = webFrom(k.id, { id: k.id, name: k.name });
      expect(webSchema.safeParse(web).success, k.id).to.equal(true);
      expect(webKindOf(web).id).to.equal(k.id);
    }
  });

  it('a web that is only known by its figures is taken for the nearest of its form', () => {
    const unknown = webFrom('light-film', { id: 'x', name: 'x', kindId: null, massGsm: 44, meltC: 111 });
    expect(webKindOf(unknown).id).to.equal('firm-film');
    const cool = webFrom('dot-grid', { id: 'y', name: 'y', kindId: null, massGsm: 30, meltC: 84 });
    expect(webKindOf(cool).id).to.equal('low-melt-grid');
  });
});

describe('material: the bench', () => {
  it('covers and surfaces are layers of their own, each figure with its origin', () => {
    for (const f of [...Object.values(COVER_FACTS), ...Object.values(SURFACE_FACTS)]) {
      for (const v of [f.thicknessMm, f.conductivityWmK, f.densityKgM3, f.specificHeatJKgK, f.limitC]) {
        expect(v.value, f.name).to.be.at.least(0);
        expect(v.from, f.name).to.not.equal('');
      }
      expect(f.limitC.value, f.name).to.be.above(110);
    }
  });

  it('a wool mat holds its heat longer than a wooden board: it diffuses more slowly (common practice, no source)', () => {
    const diffusivity = (f: {
      conductivityWmK: { value: number };
      densityKgM3: { value: number };
      specificHeatJKgK: { value: number };
    }): number => f.conductivityWmK.value / (f.densityKgM3.value * f.specificHeatJKgK.value);
    const effusivity = (f: typeof SURFACE_FACTS.wood): number =>
      Math.sqrt(f.conductivityWmK.value * f.densityKgM3.value * f.specificHeatJKgK.value);
    expect(effusivity(SURFACE_FACTS['wool-mat'])).to.be.below(effusivity(SURFACE_FACTS.wood));
    for (const f of Object.values(SURFACE_FACTS)) expect(diffusivity(f), f.name).to.be.within(1e-8, 2e-4);
  });
});
