import { boxOnGround, type Project } from '../../keep/model';
import { measureOf, pickedOf } from './answers';
import type { Assembly, HeldBy, Strung } from './assembly';
import { handLaid } from './layers';
import { askLength, type RecipeQuestion, type RecipeTell } from './recipe';

// How finished parts are put together: on a line, in a chain of links, round a ring, along a stem.

const answered =
  (...values: readonly string[]) =>
  (p: Project): boolean =>
    values.some((v) => p.recipe.answers['strung'] === v);
const hung = (key: string, how: Strung, usualMm: number, maxMm: number) =>
  ({ ...askLength(key, usualMm, 0, maxMm), when: answered(how) }) as const;
const LOOSE = { value: 'loose' } as const;
const STITCH = { value: 'stitch' } as const;
const GLUE = { value: 'glue' } as const;

const strung = (...ways: readonly Strung[]) =>
  ({
    key: 'strung',
    is: 'one-of',
    usual: LOOSE,
    options: [LOOSE, ...ways.map((value) => ({ value }))],
  }) as const satisfies RecipeQuestion;
/** Starting values: ours. */
const ASKS = {
  apartMm: hung('apartMm', 'line', 30, 2000),
  endsMm: hung('endsMm', 'line', 300, 5000),
  lapMm: hung('lapMm', 'chain', 15, 200),
  ringMm: hung('ringMm', 'ring', 300, 2000),
  stemMm: hung('stemMm', 'stem', 600, 5000),
  closed: {
    key: 'closed',
    is: 'one-of',
    when: answered('chain'),
    usual: STITCH,
    options: [STITCH, GLUE, { value: 'web' }],
  },
  heldBy: {
    key: 'heldBy',
    is: 'one-of',
    when: answered('line', 'ring', 'stem'),
    usual: STITCH,
    options: [STITCH, GLUE],
  },
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

/** What two-sided parts are asked: flags for a line, links for a chain. */
export const FLAGS = [
  strung('line', 'chain'),
  ASKS.apartMm,
  ASKS.endsMm,
  ASKS.lapMm,
  ASKS.closed,
  ASKS.heldBy,
] as const;
/** What stiff ornaments are asked. */
export const ORNAMENTS = [
  strung('line', 'ring', 'stem'),
  ASKS.apartMm,
  ASKS.endsMm,
  ASKS.ringMm,
  ASKS.stemMm,
  ASKS.heldBy,
] as const;

/** The parts a recipe makes two layers of, each with its copies. */
function partsOf(project: Project) {
  const sided = new Set(project.pieces.flatMap((p) => (p.part?.role === 'other-side' ? [p.part.of] : [])));
  const made = new Map(project.articles.map((a) => [a.id, a.count]));
  return handLaid(project)
    .filter((p) => sided.has(p.id))
    .map((p) => {
      const b = boxOnGround(p);
      const [widthMm, heightMm] = [b.maxX - b.minX, b.maxY - b.minY];
      return { ...p, count: p.count * (made.get(p.articleId) ?? 1), widthMm, heightMm };
    });
}

/**
 * How a project's parts are put together; null: they stay by themselves, or there are none.
 * A line is as long as its parts side by side, what lies between them and its ends; of a chain each link is a ring of its strip; round a ring and along a stem parts lie evenly.
 * @param asks the questions of its recipe
 */
export function assemblyOf(
  project: Project,
  [asked]: readonly [ReturnType<typeof strung>, ...RecipeQuestion[]],
): Assembly | null {
  const how = pickedOf(project, asked);
  const parts = partsOf(project);
  const count = parts.reduce((n, p) => n + p.count, 0);
  if (count === 0 || how === LOOSE.value) return null;
  const sum = (of: (p: (typeof parts)[number]) => number): number => parts.reduce((mm, p) => mm + p.count * of(p), 0);
  const heldBy = pickedOf(project, ASKS.heldBy) as HeldBy;
  const about = {
    parts: count,
    fabricIds: [...new Set(parts.map((p) => p.fabricId))],
    by: heldBy,
    wideMm: 0,
    endsMm: 0,
  };
  switch (how as Strung) {
    case 'line': {
      const apartMm = measureOf(project, ASKS.apartMm);
      const endsMm = measureOf(project, ASKS.endsMm);
      const lengthMm = sum((p) => p.widthMm) + (count - 1) * apartMm + 2 * endsMm;
      return { ...about, how: 'line', apartMm, lengthMm, tautMm: lengthMm, endsMm };
    }
    case 'chain': {
      const lapMm = measureOf(project, ASKS.lapMm);
      const round = sum((p) => Math.max(0, Math.max(p.widthMm, p.heightMm) - lapMm));
      return {
        ...about,
        how: 'chain',
        by: pickedOf(project, ASKS.closed) as HeldBy,
        apartMm: lapMm,
        wideMm: Math.max(...parts.map((p) => Math.min(p.widthMm, p.heightMm))),
        lengthMm: round / Math.PI,
        tautMm: round / 2,
      };
    }
    case 'ring': {
      const lengthMm = Math.PI * measureOf(project, ASKS.ringMm);
      return { ...about, how: 'ring', apartMm: lengthMm / count, lengthMm, tautMm: lengthMm };
    }
    case 'stem': {
      const lengthMm = measureOf(project, ASKS.stemMm);
      return { ...about, how: 'stem', apartMm: lengthMm / count, lengthMm, tautMm: lengthMm };
    }
  }
}

/** What is told of it beside the answers. */
export function assemblyTells(a: Assembly | null): RecipeTell[] {
  if (!a) return [];
  const { parts, lengthMm, tautMm, apartMm } = a;
  switch (a.how) {
    case 'line':
      return [{ code: 'line', parts, lengthMm }];
    case 'chain':
      return [{ code: 'chain', parts, lengthMm, tautMm }];
    case 'ring':
    case 'stem':
      return [{ code: a.how, parts, lengthMm, apartMm }];
  }
}
