// Eighty situations of choosing, written down before the plan was looked at; common practice, no source (the trade handbook, Choosing a web, and what people do).
import { expect } from 'chai';
import { fabricFrom, WEB_KINDS, webFrom } from '~/core/choose/material';
import type { Edge, Fabric, Intent, Project, Route, Schools, Wants, Web } from '~/core/keep/model';
import { NO_WANTS } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import { planProject, takenFor } from '~/core/plan';
import { cotton, piece, project, square, web } from './helpers';

const all: readonly Web[] = WEB_KINDS.map((k) => webFrom(k.id, { id: k.id, name: k.name, stockMm: 20_000 }));
const cloth = (id: string, as: string, more: Partial<Fabric> = {}): Fabric =>
  fabricFrom(id, { id: as, name: as, ...more });

interface Case {
  readonly top: string;
  readonly ground?: string;
  readonly edge?: Edge;
  readonly hand?: Intent['hand'];
  readonly wash?: Intent['laundering'];
  readonly wants?: Partial<Wants>;
  readonly schools?: Partial<Schools>;
  readonly route?: Route;
  readonly topMore?: Partial<Fabric>;
}
/** The webs that practice would take: any of them is right. */
type Situation = readonly [what: Case, right: readonly string[]];

const LIGHT = ['light-film', 'open-lined', 'dot-grid'];
const SEWN = [...LIGHT, 'medium-film'];
const FIRM = ['firm-film', 'extra-firm-film'];
const MORE = ['medium-film', 'open-heavy', 'firm-film'];
const COOL = ['low-melt-film', 'low-melt-grid'];
const SOFT = ['open-lined', 'open-light', 'dot-grid', 'light-film'];
const SITUATIONS: readonly Situation[] = [
  // Edge will be stitched: light film or open web.
  ...(['blanket', 'zigzag', 'straight', 'satin'] as const).flatMap((edge): Situation[] => [
    [{ top: 'quilting-cotton', edge }, SEWN],
    [{ top: 'batik', edge }, SEWN],
    [{ top: 'linen', edge, wash: 'often' }, [...SEWN, 'open-heavy']],
    [{ top: 'lawn', edge, hand: 'soft' }, SOFT],
  ]),
  // Hand stitching: lightest, unlined or open.
  [{ top: 'quilting-cotton', edge: 'hand' }, ['open-lined', 'dot-grid', 'open-light', 'low-melt-grid']],
  [{ top: 'linen', edge: 'hand', hand: 'soft' }, ['open-lined', 'dot-grid', 'open-light', 'low-melt-grid']],
  [
    { top: 'wool-felt', ground: 'wool-felt', edge: 'hand' },
    ['open-lined', 'open-heavy', 'dot-grid', 'open-light', 'low-melt-grid'],
  ],
  [{ top: 'silk', edge: 'hand', hand: 'soft' }, ['open-lined', 'dot-grid', 'open-light', 'low-melt-grid']],
  // No stitching: firm film, made to hold alone.
  [{ top: 'quilting-cotton', edge: 'none' }, FIRM],
  [{ top: 'batik', edge: 'none' }, FIRM],
  [{ top: 'linen', edge: 'none' }, FIRM],
  [{ top: 'canvas', edge: 'none', ground: 'canvas' }, FIRM],
  [{ top: 'denim', edge: 'none', ground: 'denim' }, FIRM],
  [{ top: 'craft-felt-polyester', ground: 'craft-felt-polyester', edge: 'none', hand: 'firm' }, FIRM],
  [{ top: 'quilting-cotton', edge: 'none', hand: 'firm' }, FIRM],
  [{ top: 'canvas', edge: 'none', hand: 'firm' }, FIRM],
  [{ top: 'quilting-cotton', edge: 'none', wash: 'often', schools: { stitch: 'film-alone' } }, FIRM],
  [{ top: 'poplin', edge: 'none', hand: 'firm', ground: 'canvas' }, FIRM],
  // Dimensional paint holds the edge; no needle goes through.
  [{ top: 'quilting-cotton', edge: 'paint' }, [...FIRM, 'medium-film', 'light-film']],
  // Washed often, stitched.
  [{ top: 'quilting-cotton', edge: 'zigzag', wash: 'often' }, SEWN],
  [{ top: 'flannel', ground: 'flannel', edge: 'zigzag', wash: 'often' }, [...MORE, 'open-lined']],
  [{ top: 'jersey', ground: 'jersey', edge: 'zigzag', wash: 'often' }, SOFT],
  [{ top: 'towelling', ground: 'towelling', edge: 'zigzag', wash: 'often' }, MORE],
  // Thin or soft, garment, drape.
  [{ top: 'silk', hand: 'soft' }, SOFT],
  [{ top: 'voile', hand: 'soft' }, SOFT],
  [{ top: 'lawn', hand: 'soft', ground: 'lawn' }, SOFT],
  [{ top: 'jersey', ground: 'jersey', hand: 'soft' }, SOFT],
  [{ top: 'lining', hand: 'soft' }, SOFT],
  [{ top: 'organza', hand: 'soft' }, SOFT],
  [{ top: 'gauze', hand: 'soft' }, SOFT],
  [{ top: 'satin' }, SEWN],
  // Heavy, hairy or thick: more adhesive.
  [{ top: 'wool-felt', ground: 'wool-felt' }, MORE],
  [{ top: 'denim', ground: 'denim' }, [...MORE, 'open-lined', 'light-film']],
  [{ top: 'corduroy', ground: 'canvas' }, MORE],
  [{ top: 'flannel', ground: 'flannel' }, [...MORE, 'open-lined']],
  [{ top: 'boiled-wool', ground: 'wool-felt' }, MORE],
  [{ top: 'canvas', ground: 'canvas' }, [...MORE, 'open-lined', 'light-film']],
  [{ top: 'sweatshirt', ground: 'sweatshirt' }, [...MORE, 'open-lined']],
  [{ top: 'velvet', ground: 'quilting-cotton' }, MORE],
  // Fabric cannot take heat: low-melting.
  [{ top: 'craft-felt', ground: 'craft-felt' }, COOL],
  [{ top: 'craft-felt', ground: 'quilting-cotton' }, COOL],
  [{ top: 'fleece', ground: 'fleece' }, COOL],
  [{ top: 'acetate-satin', ground: 'quilting-cotton' }, COOL],
  [{ top: 'quilting-cotton', ground: 'fleece' }, COOL],
  [{ top: 'quilting-cotton', ground: 'acetate-satin' }, COOL],
  [{ top: 'ripstop', ground: 'ripstop' }, COOL],
  [{ top: 'net', ground: 'quilting-cotton' }, COOL],
  [{ top: 'leather', ground: 'canvas' }, COOL],
  // What was tried on a scrap takes what its label would not.
  [
    {
      top: 'craft-felt',
      ground: 'quilting-cotton',
      edge: 'none',
      hand: 'firm',
      topMore: { testedC: 150, testedS: 20 },
    },
    FIRM,
  ],
  // Trial placing: the two-liner tacky web; and never without.
  [{ top: 'quilting-cotton', wants: { trialPlacing: true } }, ['tacky-film']],
  [{ top: 'batik', wants: { trialPlacing: true }, edge: 'straight' }, ['tacky-film']],
  [{ top: 'linen', wants: { trialPlacing: true }, edge: 'blanket' }, ['tacky-film']],
  // Printing the shapes.
  [{ top: 'quilting-cotton', wants: { printLiner: true } }, ['printable-film']],
  [{ top: 'batik', wants: { printLiner: true }, edge: 'none' }, ['printable-film']],
  // Foil.
  [{ top: 'quilting-cotton', wants: { foil: true }, edge: 'none' }, ['foil-film', 'firm-film', 'extra-firm-film']],
  // On a machine's mat, cloth up: not without a liner.
  [{ top: 'quilting-cotton', route: 'cutter-fabric-up' }, SEWN],
  [
    { top: 'batik', route: 'cutter-fabric-up', edge: 'hand', hand: 'soft' },
    ['open-lined', 'dot-grid', 'low-melt-grid'],
  ],
  [{ top: 'quilting-cotton', route: 'cutter-liner-up' }, SEWN],
  // Steam.
  [{ top: 'wool-felt', ground: 'wool-felt', schools: { steam: 'steam-on-wool' } }, ['open-heavy', 'open-lined']],
  [{ top: 'boiled-wool', ground: 'boiled-wool', schools: { steam: 'steam-on-wool' } }, ['open-heavy', 'open-lined']],
  [{ top: 'wool-suiting', ground: 'wool-suiting', schools: { steam: 'steam-on-wool' } }, [...SOFT, 'open-heavy']],
  // Whole cloths first.
  [{ top: 'quilting-cotton', schools: { first: 'fuse-first' } }, SEWN],
  [{ top: 'quilting-cotton', schools: { first: 'fuse-first' }, edge: 'none' }, FIRM],
  [{ top: 'calico', ground: 'calico', edge: 'blanket' }, SEWN],
  [{ top: 'poplin', ground: 'calico', edge: 'zigzag', wash: 'gentle' }, SEWN],
  [{ top: 'solid-cotton', edge: 'satin', wash: 'often' }, SEWN],
  // Wanted stiff.
  [{ top: 'canvas', hand: 'firm', edge: 'zigzag' }, ['medium-film', 'open-heavy', 'light-film']],
  [{ top: 'quilting-cotton', hand: 'firm', edge: 'pinked' }, FIRM],
];

const projectOf = ({
  top,
  ground = 'quilting-cotton',
  edge = 'blanket',
  hand = 'medium',
  wash = 'never',
  wants,
  schools,
  route,
  topMore,
}: Case): Project => {
  const p = project(
    [piece('p', square(80), { fabricId: 'top', at: { xMm: 60, yMm: 60, rotateDeg: 0 }, ...(route ? { route } : {}) })],
    {
      fabrics: [cloth(ground, 'cotton'), cloth(top, 'top', topMore)],
      webs: [...all],
      intent: { laundering: wash, hand, edge },
      wants: { ...NO_WANTS, ...wants },
    },
  );
  Object.assign(p.schools, schools);
  return p;
};

describe('choosing: situations', () => {
  it('at least 76 of 80 end with a web that practice would take, and none with a tacky or a printable one that nobody asked for', () => {
    const off: string[] = [];
    for (const [what, right] of SITUATIONS) {
      const plan = planProject(projectOf(what));
      const web = plan.choices[0]!.webId;
      if (web === null || !right.includes(web)) off.push(`${JSON.stringify(what)}: ${web}, not ${right}`);
      if (!what.wants)
        expect(['tacky-film', 'printable-film', 'foil-film', 'powder'], JSON.stringify(what)).to.not.include(web);
    }
    expect(SITUATIONS).to.have.length(80);

    expect(off.length, off.join('\n')).to.be.at.most(4);
  });
});

describe('a web that is new here', () => {
  it('is for every piece that no rule keeps it from, and the rest is told why', () => {
    const p = project([piece('a', square(60)), piece('b', square(60, 100), { fabricId: 'net' })], {
      fabrics: [cotton(), cotton({ id: 'net', name: 'Net', maxIronC: 80, clothId: null })],
    });
    const suits = takenFor(layDown(p), web({ id: 'new' }));
    expect(suits.map((t) => [t.pieceId, t.ruledOutBy?.code ?? null])).to.deep.equal([
      ['a', null],
      ['b', 'too-hot-for-fabric'],
    ]);
    // A tape is for seams: for no piece of this picture.
    const tape = takenFor(layDown(p), web({ id: 'tape', form: 'tape', widthMm: 15 }));
    expect(tape.map((t) => t.ruledOutBy?.code)).to.deep.equal(['too-hot-for-fabric', 'no-sheet'].reverse());
  });
});
