import { inManner, type Manner } from '~/core/base/units';
import { CLOTHS, fabricFrom, WEB_KINDS, webFrom } from '~/core/choose/material';
import { gatherOf } from '~/core/cut/gather';
import { UNMEASURED_IRON } from '~/core/intake/start';
import { doubtsOf } from '~/core/keep/drawer';
import {
  EDGES,
  MEND_DOINGS,
  newPiece,
  newProject,
  type Piece,
  type Project,
  ROUTES,
  USUAL_SCHOOLS,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import {
  boardBooklet,
  cutList,
  placementOverview,
  placementSheets,
  type SheetDocument,
  templateSheets,
  tracingSheets,
} from '~/core/print/sheet';
import { DEMO } from '~/demo';
import { DEMO_IDS } from '~/demo/ids';
import {
  amountWords,
  bagLines,
  careWords,
  doubtWords,
  gateWords,
  groundWords,
  leftWords,
  lookWords,
  mendingWords,
  mendWords,
  mixWords,
  needNote,
  needTroubleWords,
  needWords,
  placeWords,
  spokenPlan,
  stepWords,
  wrongWords,
} from '~/words';
import { gatherCsv, gatherSheet } from '~/words/gather-list';
import { stitchGuideOf } from '~/words/stitch-guide';
import { iron } from './helpers';

/** A small generator, so that the same seed gives the same project. Source: mulberry32, public domain. */
export function seededRandom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const star = (r: number, points: number): string =>
  `M${Array.from({ length: points * 2 }, (_, i) => {
    const a = (i * Math.PI) / points;
    const at = i % 2 === 0 ? r : r * 0.4;
    return `${(at * Math.sin(a)).toFixed(2)} ${(-at * Math.cos(a)).toFixed(2)}`;
  }).join('L')}Z`;
const disc = (r: number): string => `M${-r} 0A${r} ${r} 0 1 1 ${r} 0A${r} ${r} 0 1 1 ${-r} 0Z`;

/** A project as odd as people make them: any cloths, webs, routes, edges, schools, sizes, copies and benches. */
export function oddProject(seed: number, units: Project['units']): Project {
  const random = seededRandom(seed);
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const between = (a: number, b: number): number => a + random() * (b - a);
  const hex = (): string =>
    `#${Math.floor(random() * 0xffffff)
      .toString(16)
      .padStart(6, '0')}`;
  const fabrics = Array.from({ length: 4 }, (_, i) => {
    const cloth = any(CLOTHS);
    return fabricFrom(cloth.id, {
      id: `f${i}`,
      name: cloth.name,
      colour: hex(),
      oneWay: random() < 0.3,
      prewashed: random() < 0.5,
      stock: random() < 0.6 ? [{ widthMm: between(60, 560), heightMm: between(60, 460), count: 1, outline: null }] : [],
      ...(random() < 0.15 ? { maxIronC: between(60, 110) } : {}),
      ...(random() < 0.1 ? { testedC: 180, testedS: 6 } : {}),
    });
  });
  const webs = Array.from({ length: 1 + Math.floor(random() * 4) }, (_, i) => {
    const kind = any(WEB_KINDS);
    return webFrom(kind.id, { id: `w${i}`, name: kind.name, stockMm: any([0, 30, 500, 3000]) });
  });
  const irons = [iron({ id: 'iron', leanN: any([0, 20, 120]) }), { ...UNMEASURED_IRON, id: 'bare' }];
  const pieces: Piece[] = Array.from({ length: 1 + Math.floor(random() * 7) }, (_, i) =>
    newPiece({
      id: `p${i}`,
      label: any(['Door', 'Sun', 'Left leg', '', 'Wave']),
      fabricId: any(fabrics).id,
      outline: any([
        disc(between(4, 70)),
        star(between(20, 80), 5),
        'M0 0H120V8H0Z',
        'M0 0H700V40H0Z',
        'M0 0H60V90H0ZM20 20H40V60H20Z',
      ]),
      at: { xMm: between(-20, 320), yMm: between(-20, 320), rotateDeg: any([0, 0, 90, 180]) },
      count: any([1, 1, 1, 3, 24]),
      route: random() < 0.3 ? any(ROUTES) : null,
      edge: random() < 0.2 ? any(EDGES) : null,
      unit: random() < 0.25 ? 'Group' : null,
      webId: random() < 0.15 ? any(webs).id : null,
    }),
  );
  return newProject({
    id: `odd-${seed}`,
    name: 'Odd',
    units,
    fabrics,
    webs,
    irons,
    pieces,
    intent: { laundering: any(['never', 'gentle', 'often']), hand: any(['soft', 'medium', 'firm']), edge: any(EDGES) },
    recipe: { id: random() < 0.15 ? 'window' : 'applique', answers: {} },
    route: any(ROUTES),
    wants: { trialPlacing: random() < 0.15, printLiner: random() < 0.15, foil: random() < 0.1 },
    schools: {
      ...USUAL_SCHOOLS,
      stitch: any(['stitch-if-washed', 'film-alone']),
      steam: any(['dry', 'steam-to-bond', 'steam-on-wool']),
      move: any(['still', 'small-moves']),
      first: any(['trace-first', 'fuse-first']),
      lay: any(['piece-by-piece', 'all-laid']),
      side: any(['face', 'back', 'both']),
      webs: any(['fewest', 'best-each']),
    },
    ground: { fabricId: 'f0', widthMm: between(120, 500), heightMm: between(120, 500) },
    bench: {
      ironId: any(irons).id,
      covers: {
        fuse: any(['none', 'parchment']),
        bond: any(['none', 'parchment', 'press-cloth', 'damp-cloth', 'coated-sheet']),
      },
      surface: any(['ironing-board', 'wool-mat', 'wood', 'glass']),
      warm: { ground: random() < 0.3, board: random() < 0.3 },
    },
  });
}

export interface Sentence {
  /** Where it is said: of which kind, and by what code. */
  readonly of: string;
  readonly text: string;
}

/** Every sentence that is said of a project. */
export function sentencesOf(project: Project): Sentence[] {
  const plan = planProject(project);
  const said = spokenPlan(plan, project);
  const step = stepWords(project, plan);
  const list = (of: string, found: readonly { code: string; text: string }[]): Sentence[] =>
    found.map((f) => ({ of: `${of} ${f.code}`, text: f.text }));
  return [
    ...said.choices.flatMap((c) => [...list('reason', c.reasons), ...list('rejected', c.rejected)]),
    ...said.tracings.map((t) => ({ of: `facing ${t.code}`, text: t.text })),
    ...said.press.flatMap((t) => list('caution', t.cautions)),
    ...said.snags.flatMap((s) => [
      { of: `snag ${s.code}`, text: s.text },
      { of: `mend ${s.code}`, text: (s as unknown as { mend?: string }).mend ?? '' },
    ]),
    ...plan.making.steps.map((s) => ({ of: `step ${s.does.code}`, text: step(s) })),
    ...plan.making.steps.flatMap((s) => s.ifNot.map((m) => ({ of: `if not ${m}`, text: mendWords(m) }))),
    ...[...project.fabrics].flatMap((f) =>
      doubtsOf('fabrics', f, project).map((d) => ({ of: `doubt ${d.code}`, text: doubtWords(d, project.units) })),
    ),
    ...[...project.webs].flatMap((w) =>
      doubtsOf('webs', w, project).map((d) => ({ of: `doubt ${d.code}`, text: doubtWords(d, project.units) })),
    ),
  ].filter((s) => s.text !== '');
}

/** What the board asks and answers, step by step: before it, after it, and where something went wrong. */
export function boardSentences(project: Project): Sentence[] {
  const plan = planProject(project);
  return [
    ...plan.making.steps.flatMap((s) => [
      ...s.gates.map((g) => ({ of: `gate ${g.code}`, text: gateWords(g) })),
      ...s.wrong.map((w) => ({ of: `wrong ${w}`, text: `${wrongWords(w)}.` })),
      { of: `place ${s.kind}`, text: placeWords(s.place, project.units) ?? '' },
      ...(s.look === null ? [] : [{ of: `look ${s.look}`, text: lookWords(s.look) }]),
      ...s.care.map((c) => ({ of: `care ${c}`, text: careWords(c) })),
    ]),
    ...MEND_DOINGS.map((doing) => ({
      of: `doing ${doing}`,
      text: mendingWords({ doing, heatC: 150, dwellS: 12, coolS: 40 }, project.units),
    })),
  ];
}

/** What stands on the papers of a project. Names of its own are left as they are. */
export function printedTexts(project: Project): Sentence[] {
  const laid = laidByRecipe({ ...project, gathering: { ...project.gathering, kits: ['Ada', 'Bo'] } });
  const plan = planProject(laid);
  const gather = gatherOf(laid, plan);
  const webIds = Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId]));
  const papers: Record<string, SheetDocument> = {
    tracing: tracingSheets(laid, plan, 'a4'),
    placement: placementSheets(laid, 'letter'),
    overview: placementOverview(laid, 'a4'),
    templates: templateSheets({ ...laid, route: 'template-on-liner' }, plan, 'a4'),
    'cut list': cutList(laid, plan, 'a4'),
    'stitch guide': stitchGuideOf(laid, webIds, 'a4'),
    booklet: boardBooklet(laid, plan, stepWords(laid, plan), 'a4'),
    'shopping list': gatherSheet('list', laid, plan, gather, 'a4'),
    labels: gatherSheet('labels', laid, plan, gather, 'a4'),
    leader: gatherSheet('leader', laid, plan, gather, 'a4'),
  };
  return Object.entries(papers).flatMap(([name, doc]) =>
    doc.pages.flatMap((page) =>
      page.marks.flatMap((m) => (m.type === 'text' ? [{ of: `print ${name}`, text: m.text }] : [])),
    ),
  );
}

/** What Gather says of a project, as far as those are sentences. */
export function gatherSentences(project: Project): Sentence[] {
  const laid = laidByRecipe(project);
  return gatherOf(laid, planProject(laid)).needs.flatMap((n) => [
    ...n.troubles.map((t) => ({ of: `trouble ${t.code}`, text: needTroubleWords(t, n, laid) })),
    ...(n.layout ? [{ of: `left of ${n.kind}`, text: leftWords(n.left, laid.units) }] : []),
  ]);
}

/** The rest: what stands in a row of the list, in a bag or on the shopping list. */
export function gatherRows(project: Project): Sentence[] {
  const laid = laidByRecipe(project);
  const plan = planProject(laid);
  const gather = gatherOf(laid, plan);
  const csv = gatherCsv(laid, plan, gather);
  return [
    ...gather.needs.flatMap((n) => [
      { of: `takes ${n.kind}`, text: amountWords(n.need, n.kind, laid.units) },
      { of: `needed ${n.kind}`, text: needWords(n, laid) },
      { of: `note ${n.kind}`, text: needNote(n, laid, plan.edge.settings) ?? '' },
      ...[...(n.buy ? [n.buy] : []), ...n.others].map((m) => ({
        of: `buy ${n.kind}`,
        text: mixWords(m, laid.units, n.kind),
      })),
      ...n.grounds.flatMap((g) =>
        Object.values(groundWords(g, laid)).map((text) => ({ of: 'ground', text: text ?? '' })),
      ),
    ]),
    ...bagLines(gather, laid).map((text) => ({ of: 'bag', text })),
    ...csv.split('\n').map((text) => ({ of: 'list', text })),
  ].filter((s) => s.text !== '');
}

export const demoProjects = (): Project[] => DEMO_IDS.map((id) => DEMO[id]());

/** Every sentence that is said of these projects, in this manner, as often as it is said and in the order of its saying. */
export const eachSaid = (projects: readonly Project[], manner: Manner): Sentence[] =>
  inManner(manner, () =>
    projects.flatMap((p) => [
      ...sentencesOf(p),
      ...boardSentences(p),
      ...gatherSentences(p),
      ...gatherRows(p),
      ...printedTexts(p),
    ]),
  );

/** As {@link eachSaid}, each once. */
export function allSaid(projects: readonly Project[], manner: Manner): Sentence[] {
  const found = new Map<string, Sentence>();
  for (const s of eachSaid(projects, manner)) found.set(`${s.of} ${s.text}`, s);
  return [...found.values()];
}
