import { z } from 'zod';
import { clothProblems, referenceProblems, thingProblems } from './meaning';
import { type Problem, placeInWords, problemPath, problemsFrom } from './problems';
import { type Project, projectSchema } from './project';

type Key = keyof typeof projectSchema.shape;

const LISTS = Object.fromEntries(
  Object.entries(projectSchema.shape).flatMap(([key, schema]) => {
    let inner: z.core.$ZodType = schema;
    while ('innerType' in inner._zod.def) inner = inner._zod.def.innerType as z.core.$ZodType;
    const { element } = inner._zod.def as { element?: z.core.$ZodType };
    return inner._zod.def.type === 'array' && element
      ? [[key, { element, bare: z.core.clone(inner, { ...inner._zod.def, element: z.any() } as never) }]]
      : [];
  }),
) as Partial<Record<Key, { element: z.core.$ZodType; bare: z.core.$ZodType }>>;

/**
 * The first thing about an edit that would leave a project which cannot be opened again, or null.
 * Looks only at what the edit touched: whatever is the same object as before is sound already, so a nudge among two thousand pieces costs next to nothing.
 * @param before a sound project
 * @param after the same project changed, sharing what was not changed
 */
export function faultOfEdit(before: Project, after: Project): Problem | null {
  if (before === after) return null;
  const bad = (error: z.core.$ZodError, at: readonly PropertyKey[]): Problem => {
    const issues = error.issues.map((issue) => ({ ...issue, path: [...at, ...issue.path] }));
    const [first] = problemsFrom({ issues }, after);
    return first ?? { code: 'invalid', message: `${placeInWords(at, after)} cannot be used.`, path: problemPath(at) };
  };
  for (const key of Object.keys(projectSchema.shape) as Key[]) {
    const was = before[key];
    const now = after[key];
    if (was === now) continue;
    const list = LISTS[key];
    if (!list || !Array.isArray(now)) {
      const read = z.safeParse(projectSchema.shape[key], now);
      if (!read.success) return bad(read.error, [key]);
      continue;
    }
    const length = z.safeParse(list.bare, now);
    if (!length.success) return bad(length.error, [key]);
    const same = new Set<unknown>(was as readonly unknown[]);
    for (const [i, item] of now.entries()) {
      if (same.has(item)) continue;
      const read = z.safeParse(list.element, item);
      if (!read.success) return bad(read.error, [key, i]);
    }
  }
  const grounds = before.articles.flatMap((a) => a.ground ?? []);
  const old = new Set<object>([...before.fabrics, ...before.webs, ...before.irons, ...grounds]);
  const were = new Map(before.pieces.map((p) => [p.id, p]));
  for (const p of after.pieces) if (were.get(p.id)?.outline === p.outline) old.add(p);
  for (const problem of thingProblems(after, (thing) => !old.has(thing))) return problem;
  for (const problem of referenceProblems(after)) return problem;
  const made = new Map(before.articles.map((a) => [a.id, a.count]));
  const moreCloth =
    after.articles.some((a) => a.count > (made.get(a.id) ?? 0)) ||
    after.pieces.some((p) => !old.has(p) || p.count > (were.get(p.id)?.count ?? 0));
  if (moreCloth) for (const problem of clothProblems(after)) return problem;
  return null;
}
