import { deltaE } from '../../base/colour';
import { fabricFrom } from '../../choose/material';
import { type DrawerContents, usualThing } from '../../keep/drawer';
import {
  type Bench,
  type Edge,
  type Fabric,
  type Intent,
  type Iron,
  LIMITS,
  newPiece,
  newProject,
  type Project,
  QUESTIONS,
  type Question,
  stockMm2,
  TABLE_ROOM_MM,
} from '../../keep/model';
import { laidByRecipe, RECIPE_FACTS } from '../../lay/recipe';
import { type Source, THINGS, type ThingId } from './things';

/** What was answered when a project was begun; null: left for later. */
export interface StartAnswers {
  readonly thing: ThingId;
  readonly name: string;
  readonly units: Project['units'];
  readonly widthMm: number;
  readonly heightMm: number;
  /** Outside its finished size. */
  readonly seamMm: number;
  /** How what it lies on comes about. */
  readonly source: Source;
  /** The ground's cloth: one of the Drawer's, or a new one. */
  readonly ground: Fabric;
  readonly laundering: Intent['laundering'] | null;
  readonly edge: Edge | null;
  readonly ironId: string | null;
  /** An iron that the Drawer does not have yet. */
  readonly newIron: Iron | null;
}

/** Whether it lies on something that is cut for it or made up. */
export const asksSource = (thing: ThingId): boolean => THINGS[thing].source !== null;
/** The seam outside its size, mm; null where nobody is asked, since nothing is cut to be sewn up. */
export const seamAsked = ({
  thing,
  source,
  seamMm,
}: Pick<StartAnswers, 'thing' | 'source' | 'seamMm'>): number | null =>
  asksSource(thing) && source === 'cut' ? seamMm : null;

/** What is on the bench, from the project that was worked on last. */
export interface UsedLast {
  readonly groundId: string | null;
  readonly bench: Bench | null;
}

/**
 * What was used last, to start from.
 * @param projects the newest first; only those of one's own count
 */
export function usedLast(projects: readonly Project[]): UsedLast {
  const last = projects.find((p) => p.articles.some((a) => a.ground));
  return {
    groundId: last?.articles.find((a) => a.ground)?.ground?.fabricId ?? null,
    bench: last?.bench ?? null,
  };
}

/** A household iron nobody has measured, for who has none in the Drawer yet. */
export const UNMEASURED_IRON: Iron = usualThing('irons', 'some-household-iron', { name: 'Household iron' });
const PLAIN_GROUND = (): Fabric =>
  fabricFrom('solid-cotton', { id: 'plain-cotton', name: 'Plain cotton', colour: '#efe6d2' });

/**
 * The cloth a ground starts from: the one used last where it is of a kind that suits, else the kind that suits best, the most of it in stock; a plain cotton where the Drawer has none.
 */
export function usualGround(thing: ThingId, drawer: Pick<DrawerContents, 'fabrics'>, last: UsedLast): Fabric {
  const { grounds } = THINGS[thing];
  const suits = (f: Fabric): number => {
    const place = grounds.indexOf(f.clothId ?? f.kind);
    return place < 0 ? Number.POSITIVE_INFINITY : place;
  };
  const mine = drawer.fabrics.find((f) => f.id === last.groundId);
  if (mine && Number.isFinite(suits(mine))) return mine;
  const [best] = drawer.fabrics
    .filter((f) => Number.isFinite(suits(f)))
    .sort((a, b) => suits(a) - suits(b) || stockMm2(b) - stockMm2(a));
  return best ?? PLAIN_GROUND();
}

/** What pieces are usually cut from, on felt and on everything else. Common practice, no source. */
const PIECE_KINDS = {
  felt: ['wool-felt', 'boiled-wool', 'craft-felt', 'craft-felt-polyester'],
  other: ['quilting-cotton', 'solid-cotton', 'batik', 'poplin', 'calico', 'linen'],
} as const;

/**
 * The fabric a new piece starts from: that of the piece laid last, else a cloth of a kind pieces are usually cut from, the one that stands out most from its ground (CIEDE2000).
 * @param groundId the fabric it will lie on; null where it lies on nothing
 * @returns the fabric's id; the ground's own where there is no other
 */
export function usualPieceCloth(project: Pick<Project, 'fabrics' | 'pieces'>, groundId: string | null): string {
  const last = project.pieces.at(-1)?.fabricId;
  if (last) return last;
  const ground = project.fabrics.find((f) => f.id === groundId);
  const clothOf = (f: Fabric): string => f.clothId ?? f.kind;
  const felt: readonly string[] = PIECE_KINDS.felt;
  const kinds: readonly string[] = ground && felt.includes(clothOf(ground)) ? felt : PIECE_KINDS.other;
  const away = (f: Fabric): number => (ground ? deltaE(f.colour, ground.colour) : 0);
  const [best] = project.fabrics
    .filter((f) => f.id !== groundId)
    .sort((a, b) => Number(kinds.includes(clothOf(b))) - Number(kinds.includes(clothOf(a))) || away(b) - away(a));
  return best?.id ?? groundId ?? '';
}

const measuredMarks = (i: Iron): number => i.dial.filter((d) => d.measuredC !== null).length;
/** The iron one starts with: the one used last, else a household iron, a measured one first; null where the Drawer has none of them. */
export function usualIron(irons: readonly Iron[], last: UsedLast): Iron | null {
  const mine = irons.find((i) => i.id === last.bench?.ironId);
  const household = irons.filter((i) => i.kind === 'household').sort((a, b) => measuredMarks(b) - measuredMarks(a));
  return mine ?? household[0] ?? null;
}

/** A new project brings so many of the Drawer's fabrics along; the rest can be taken in at any time. */
const FABRICS_TO_START = 60;

/**
 * The project that the answers of a start make: nothing lies on it yet. What was left for later stands as usual for such a thing, and among the project's open questions.
 * @param drawer its fabrics, webs, irons and bench come along as copies; photos only of the cloths taken
 */
export function startedProject(id: string, answers: StartAnswers, drawer: DrawerContents, last: UsedLast): Project {
  const { thing, ground, units } = answers;
  const { usual, recipe, draws, answers: answersOf } = THINGS[thing];
  const fabrics = [ground, ...drawer.fabrics.filter((f) => f.id !== ground.id)].slice(0, FABRICS_TO_START);
  const shown = new Set(fabrics.map((f) => f.photo?.pictureId));
  const pictures = drawer.pictures.filter((p) => shown.has(p.id)).slice(0, LIMITS.pictures);
  const carried = new Set(pictures.map((p) => p.id));
  const fresh = answers.newIron?.id === answers.ironId ? answers.newIron : null;
  const irons = [...(fresh ? [fresh] : []), ...drawer.irons].slice(0, LIMITS.irons);
  const iron = irons.find((i) => i.id === answers.ironId) ?? usualIron(irons, last) ?? UNMEASURED_IRON;
  const covers = drawer.covers.slice(0, LIMITS.benchThings);
  const surfaces = drawer.surfaces.slice(0, LIMITS.benchThings);
  const has = (list: readonly { id: string }[], wanted: string | null): string | null =>
    list.some((t) => t.id === wanted) ? wanted : null;
  const answered: { readonly [Q in Question]: boolean } = {
    laundering: answers.laundering !== null,
    edge: answers.edge !== null,
    iron: answers.ironId !== null,
  };
  const bench = last.bench;
  const project = newProject({
    id,
    name: answers.name,
    units,
    recipe: { id: recipe, answers: {} },
    intent: {
      laundering: answers.laundering ?? usual.laundering,
      hand: usual.hand,
      edge: answers.edge ?? usual.edge,
    },
    open: QUESTIONS.filter((q) => !answered[q]),
    fabrics: fabrics.map((f) => (f.photo && !carried.has(f.photo.pictureId) ? { ...f, photo: null } : f)),
    webs: drawer.webs.slice(0, LIMITS.webs).map((w) => ({ ...w, leafletPhotoId: null })),
    irons: irons.includes(iron) ? irons : [iron, ...irons.slice(0, LIMITS.irons - 1)],
    covers,
    surfaces,
    threads: drawer.threads.slice(0, LIMITS.threads),
    pictures,
    ground: {
      fabricId: ground.id,
      widthMm: answers.widthMm,
      heightMm: answers.heightMm,
      ...(asksSource(thing) && answers.source !== 'cut'
        ? { readyMade: { have: answers.source === 'here' ? 1 : 0, washed: false } }
        : { seamAllowanceMm: seamAsked(answers) ?? 0 }),
    },
    bench: bench
      ? {
          ...bench,
          ironId: iron.id,
          coverIds: { fuse: has(covers, bench.coverIds.fuse), bond: has(covers, bench.coverIds.bond) },
          surfaceId: has(surfaces, bench.surfaceId),
        }
      : { ironId: iron.id },
  });
  const size = THINGS[thing].sizes.find((s) => s.widthMm === answers.widthMm && s.heightMm === answers.heightMm);
  project.edging.on = size?.stitchedOn ?? THINGS[thing].stitchedOn ?? 'flat';
  const [article] = project.articles;
  if (answersOf) project.recipe.answers = answersOf(answers.widthMm, answers.heightMm, ground.id);
  // What it is of on its back was asked in place of a ground, where its back is of cloth; its front starts as the same.
  else if (draws && RECIPE_FACTS[recipe].otherSide?.material === 'fabric')
    project.recipe.answers = { otherSideId: ground.id };
  if (!draws || !article) return answersOf ? laidByRecipe(project) : project;
  article.count = THINGS[thing].count ?? 1;
  project.pieces = [
    newPiece({
      at: { xMm: TABLE_ROOM_MM, yMm: TABLE_ROOM_MM, rotateDeg: 0 },
      id: 'front',
      label: 'Front',
      fabricId: ground.id,
      outline: draws(answers.widthMm, answers.heightMm),
      articleId: article.id,
    }),
  ];
  project.order = ['front'];
  return laidByRecipe(project);
}
