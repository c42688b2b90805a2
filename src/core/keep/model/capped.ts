import { z } from 'zod';

type Issue = z.core.$ZodIssue;
type Schema = z.core.$ZodType;
type Def = z.core.$ZodTypeDef & {
  readonly innerType?: Schema;
  readonly element?: Schema;
  readonly shape?: Readonly<Record<string, Schema>>;
  readonly defaultValue?: unknown;
  readonly checks?: readonly unknown[];
};

export type Capped<T> = { readonly ok: true; readonly data: T } | { readonly ok: false; readonly issues: Issue[] };

const defOf = (schema: Schema): Def => schema._zod.def as Def;
const isObject = (raw: unknown): raw is Record<string, unknown> =>
  typeof raw === 'object' && raw !== null && !Array.isArray(raw);

/**
 * Parses as the schema does, but stops at so many problems.
 * Zod collects every problem with its whole path, so that a file of a megabyte with a hundred thousand broken numbers takes gigabytes to be refused.
 * Objects and lists of objects are walked here, item by item; everything else is Zod's own.
 * @param most problems after which the rest is not looked at any more
 */
export function parseCapped<T>(schema: z.ZodType<T>, raw: unknown, most: number): Capped<T> {
  const issues: Issue[] = [];

  const byZod = (s: Schema, value: unknown, path: readonly PropertyKey[]): unknown => {
    const read = z.safeParse(s, value);
    if (read.success) return read.data;
    for (const issue of read.error.issues) issues.push({ ...issue, path: [...path, ...issue.path] });
    return undefined;
  };

  const walk = (s: Schema, value: unknown, path: readonly PropertyKey[]): unknown => {
    if (issues.length >= most) return undefined;
    const def = defOf(s);
    if (def.type === 'default' && def.innerType)
      return value === undefined ? byZod(s, undefined, path) : walk(def.innerType, value, path);
    if (def.type === 'nullable' && def.innerType) return value === null ? null : walk(def.innerType, value, path);
    if (def.type === 'object' && def.shape && !def.checks?.length && isObject(value)) {
      const out: Record<string, unknown> = {};
      for (const [key, inner] of Object.entries(def.shape)) out[key] = walk(inner, value[key], [...path, key]);
      return out;
    }
    const element = def.type === 'array' && def.element;
    if (element && defOf(element).type === 'object' && Array.isArray(value)) {
      // The list's own checks, such as its length, with its items left aside.
      const bare = z.core.clone(s, { ...def, element: z.any() } as never);
      if (byZod(bare, value, path) === undefined) return undefined;
      const out: unknown[] = [];
      for (let i = 0; i < value.length && issues.length < most; i++) out.push(walk(element, value[i], [...path, i]));
      return out;
    }
    return byZod(s, value, path);
  };

  const data = walk(schema, raw, []);
  return issues.length > 0 ? { ok: false, issues: issues.slice(0, most) } : { ok: true, data: data as T };
}
