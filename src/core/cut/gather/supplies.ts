import { lightness } from '../../base/colour';
import { paperOfPlace } from '../../base/units';
import { SHEET_IS } from '../../choose/material';
import {
  type Amount,
  lookup,
  madeUpNeedId,
  type Need,
  needKey,
  ownNeedId,
  type Plan,
  type Project,
  type StepDoing,
  type Supply,
  type ThreadUse,
} from '../../keep/model';
import { RECIPE_FACTS } from '../../lay/recipe';
import { backingWideMm, joinedOf, sizesOf } from '../../lay/size';
import { PAPER_FACTS, templateSheets, tracingSheets } from '../../print/sheet';
import { rectangle } from '../layout';
import { bagsOf } from './cloth';
import { BLADE_MM, NEEDLE_MIN, WORTH_MM } from './data';
import { layAndBuy, layoutOf, mixOf, type ToCut } from './lay';
import { cheapestMixes } from './mixes';
import { kindOfSupply, singleOffers, supplyOffers, threadOffers } from './offers';
import { buyMeasured } from './web';

const haveOf = (project: Project, key: string): number =>
  project.gathering.have.find((h) => h.key === key)?.amount ?? 0;
const isTaken = (project: Project, key: string): boolean => project.gathering.taken?.keys.includes(key) ?? false;

type Bought = Pick<Need, 'buy' | 'others' | 'troubles'>;

/** So many of something that is counted: the cheapest packets. */
function buyCounted(offers: ReturnType<typeof supplyOffers>, short: number): Bought {
  if (short <= 0) return { buy: null, others: [], troubles: [] };
  const sold = offers.filter((o) => o.sold);
  const priced = sold.filter((o) => o.price !== null);
  const asked = priced.length > 0 ? priced : sold;
  if (asked.length === 0) return { buy: null, others: [], troubles: [{ code: 'none-sold' }] };
  const { mixes } = cheapestMixes(
    asked.map((o) => ({ cost: o.price ?? o.holds, amount: o.holds, most: Math.ceil(short / o.holds) })),
    null,
    short,
    () => 0,
  );
  const [buy = null, ...others] = mixes.map((m) => mixOf(m, asked, null));
  return {
    buy,
    others,
    troubles: priced.length === 0 ? [{ code: 'no-price', as: sold.map((o) => o.as) }] : [],
  };
}

const counted = (project: Project, supply: Supply, count: number): Need | null =>
  countedNeed(project, kindOfSupply(supply), supply, count, supplyOffers(project, supply));

/** @param here how many are here, where that stands in no list of what is here */
function countedNeed(
  project: Project,
  kind: Need['kind'],
  id: string,
  count: number,
  offers: ReturnType<typeof supplyOffers>,
  here?: number,
): Need | null {
  if (count <= 0) return null;
  const key = needKey(kind, id);
  const taken = isTaken(project, key);
  const have = here ?? haveOf(project, key);
  const short = taken ? 0 : Math.max(0, count - have);
  return {
    key,
    kind,
    id,
    need: { count },
    have: { count: have },
    short: short > 0 ? { count: short } : {},
    ...buyCounted(offers, short),
    layout: null,
    left: [],
    grounds: [],
    taken,
  };
}

interface Flat {
  /** null: of all blocks together. */
  readonly articleId: string | null;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly count: number;
}

/** Rectangles of something that lies behind: stabiliser, wadding, backing. */
function flat(project: Project, supply: 'stabiliser' | 'wadding' | 'quilt-backing', of: readonly Flat[]): Need | null {
  if (of.length === 0) return null;
  const kind = kindOfSupply(supply);
  const key = needKey(kind, supply);
  const taken = isTaken(project, key);
  const offers = supplyOffers(project, supply);
  const parts = of.map(
    (f, i): ToCut => ({
      id: `${supply}-${i + 1}`,
      is: supply === 'stabiliser' ? 'strip' : supply,
      pieceIds: [],
      articleId: f.articleId,
      outline: rectangle(f.widthMm, f.heightMm),
      count: f.count * bagsOf(project),
      rotations: [0, 90],
    }),
  );
  const haveMm = haveOf(project, key);
  const wideMm = Math.max(1, ...offers.filter((o) => o.as === 'by-length').map((o) => o.widthMm));
  const got = layAndBuy({
    parts,
    spacingMm: 0,
    here: haveMm > 0 ? [{ id: 'here', outline: rectangle(haveMm, wideMm), count: 1 }] : [],
    offers,
    spare: project.gathering.sparePercent / 100,
    shrink: { along: 0, across: 0 },
    worthMm: WORTH_MM.cloth.value,
  });
  return {
    key,
    kind,
    id: supply,
    need: { areaMm2: got.areaMm2, ...(got.shortMm === null ? {} : { lengthMm: got.shortMm }) },
    have: { lengthMm: haveMm },
    short: taken || got.shortMm2 === 0 ? {} : { areaMm2: got.shortMm2 },
    buy: taken ? null : got.buy,
    others: taken ? [] : got.others,
    layout: layoutOf(parts, got.strips),
    left: got.left,
    grounds: [],
    troubles: taken ? [] : got.troubles,
    taken,
  };
}

/** Threads, each by how much of it all stitches take, above and below together. */
export function threadNeeds(project: Project, uses: readonly ThreadUse[]): Need[] {
  return uses.flatMap((u): Need[] => {
    const needMm = (u.topMm + u.bobbinMm) * bagsOf(project);
    if (needMm <= 0) return [];
    const thread = project.threads.find((t) => t.id === u.threadId) ?? null;
    const id = u.threadId ?? `${u.kind} ${u.colour}`;
    const key = needKey('thread', id);
    const taken = isTaken(project, key);
    const haveMm = thread?.stockMm ?? 0;
    // Edge has counted its tenth for safety already.
    const short = taken ? 0 : Math.max(0, needMm - haveMm);
    const amount = (mm: number): Amount => (mm > 0 ? { lengthMm: mm } : {});
    return [
      {
        key,
        kind: 'thread',
        id,
        need: { lengthMm: needMm },
        have: { lengthMm: haveMm },
        short: amount(short),
        ...buyMeasured(
          threadOffers(project, id, thread).filter((o) => o.sold),
          short,
        ),
        layout: null,
        left: [],
        grounds: [],
        taken,
      },
    ];
  });
}

const has = (plan: Plan, codes: readonly StepDoing['code'][]): boolean =>
  plan.making.steps.some((s) => codes.includes(s.does.code));

/** Pages that are printed: what is traced or printed on the liner, and templates. */
function pages(project: Project, plan: Plan): number {
  const paper = paperOfPlace(project.units).paper;
  const drawn = plan.making.steps.some((s) => s.kind === 'trace' || s.kind === 'print');
  if (!drawn || PAPER_FACTS[paper].heightMm === null) return 0;
  const look = lookup(project);
  const templates = project.pieces.some((p) => look.routeOf(p).startsWith('template'));
  return [tracingSheets(project, plan, paper), ...(templates ? [templateSheets(project, plan, paper)] : [])].reduce(
    (n, { pages: list }) => n + list.filter((page) => !page.isNothing).length,
    0,
  );
}

/** What a blade cuts, over all copies, mm. */
function machineCutMm(project: Project, plan: Plan): number {
  const look = lookup(project);
  const cut = new Set(plan.making.steps.filter((s) => s.kind === 'machine-cut').flatMap((s) => s.pieceIds));
  return plan.tracings.reduce(
    (sum, t) => sum + (cut.has(t.pieceId) ? t.perimeterMm * look.copiesOf(look.piece(t.pieceId)) : 0),
    0,
  );
}

/** Steps at which something is drawn by hand on paper. */
const DRAWN: readonly StepDoing['code'][] = [
  'draw-on-liner',
  'draw-on-liner-that-stays',
  'draw-on-patch',
  'rule-on-patch',
  'draw-on-backing',
];
/** Cloth this light shows what a soft pencil leaves, CIE L*. */
const PALE_L = 75;
/** What draws: a pencil, but a fine permanent pen where a soft one would dirty pale wool. Source: the trade handbook, trace, at the board; common practice, no source. */
function marker(project: Project, plan: Plan): 'pencil' | 'fine-pen' | null {
  if (!has(plan, DRAWN)) return null;
  const used = new Set(project.pieces.map((p) => p.fabricId));
  const paleWool = project.fabrics.some((f) => used.has(f.id) && f.fibre === 'wool' && lightness(f.colour) > PALE_L);
  return paleWool ? 'fine-pen' : 'pencil';
}

/** Lines of one's own, and articles that are bought made up. */
function countedLines(project: Project): (Need | null)[] {
  const one = (id: string, count: number, here?: number): Need | null =>
    countedNeed(project, 'other', id, count, singleOffers(project, id), here);
  const bags = bagsOf(project);
  return [
    ...project.articles.map((a) =>
      a.ground?.readyMade ? one(madeUpNeedId(a.id), a.count * bags, a.ground.readyMade.have) : null,
    ),
    ...project.gathering.own.map((line) => one(ownNeedId(line.id), line.count * bags)),
  ];
}

/** What finished parts are put together with: a line, a ring or a stem for each, and glue. */
function assemblyNeeds(project: Project): (Need | null)[] {
  const a = RECIPE_FACTS[project.recipe.id].assembly(project);
  if (!a) return [];
  const bags = bagsOf(project);
  const on = { line: 'cord', ring: 'ring', stem: 'stem', chain: null } as const;
  const onto = on[a.how];
  return [onto && counted(project, onto, bags), a.by === 'glue' ? counted(project, 'fabric-glue', 1) : null];
}

/** Everything that is used beside cloth, web and thread, as the steps of the making use it. */
export function supplyNeeds(project: Project, plan: Plan): Need[] {
  const { edge } = plan;
  const bags = bagsOf(project);
  const articleOf = new Map(project.articles.map((a) => [a.id, a]));
  // Layered before the bonds or once they are done: what lies beneath is the same.
  const beneath = sizesOf(project).sewn;
  const layered = (of: 'wadding' | 'backing'): Flat[] =>
    beneath.flatMap((s) => {
      const size = s[of];
      return size ? [{ articleId: s.articleId, count: s.copies, ...size }] : [];
    });
  const sewn = edge.settings.filter((s) => s.needle.point !== 'hand' && s.edge !== 'paint');
  const machine = new Set(sewn.map((s) => `${s.needle.point} ${s.needle.size}`)).size;
  const byHand = edge.settings.some((s) => s.needle.point === 'hand');
  const worn = Math.ceil((edge.minutes * bags) / NEEDLE_MIN.value);
  const { covers } = project.bench;
  const parchment = covers.fuse === 'parchment' || covers.bond === 'parchment';
  const pen = marker(project, plan);
  const taped = plan.making.steps.some(({ does }) => does.code === 'join-strips' && does.taped);
  const onSheet = has(plan, ['lay-on-sheet']) || covers.fuse === SHEET_IS || covers.bond === SHEET_IS;
  return [
    flat(project, 'wadding', layered('wadding')),
    flat(
      project,
      'quilt-backing',
      // Wider than its cloth it is joined of widths.
      layered('backing').flatMap((f) => joinedOf(f, backingWideMm(project)).map((size) => ({ ...f, ...size }))),
    ),
    flat(
      project,
      'stabiliser',
      edge.stabilisers.map((s) => ({ ...s, count: articleOf.get(s.articleId)?.count ?? 1 })),
    ),
    counted(project, 'machine-needle', machine === 0 ? 0 : Math.max(machine, worn)),
    counted(project, 'hand-needle', byHand ? bags : 0),
    counted(project, 'blade', Math.ceil((machineCutMm(project, plan) * bags) / BLADE_MM.value)),
    counted(project, 'parchment', parchment && plan.press.length > 0 ? 1 : 0),
    counted(project, 'release-sheet', onSheet ? 1 : 0),
    counted(project, 'paint', edge.paint === null ? 0 : Math.ceil(edge.paint.bottles * bags)),
    counted(project, 'printer-paper', pages(project, plan) * bags),
    pen && counted(project, pen, 1),
    counted(project, 'tape', taped ? 1 : 0),
    counted(project, 'pins', has(plan, ['pin-to-mat']) ? 1 : 0),
    ...assemblyNeeds(project),
    ...countedLines(project),
  ].filter((n) => n !== null);
}
