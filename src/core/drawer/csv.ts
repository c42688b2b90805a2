import Papa from 'papaparse';
import { inMap, sure } from '../lists';
import { problemsFrom } from '../model';
import { COLUMNS, type Column, usualThing } from './columns';
import { DRAWER_LIMIT, type DrawerKind, KIND_WORDS, THING_SCHEMAS, type Things } from './kinds';

export type Read<T> =
  | { readonly ok: true; readonly things: readonly T[] }
  | { readonly ok: false; readonly problems: readonly string[] };

const TELL = 12;
const few = (problems: readonly string[]): string[] =>
  problems.length > TELL
    ? [...problems.slice(0, TELL), `And ${(problems.length - TELL).toLocaleString('en')} more like these.`]
    : [...problems];

const at = (thing: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>(
      (o, key) => (typeof o === 'object' && o !== null ? (o as Record<string, unknown>)[key] : undefined),
      thing,
    );

function put(thing: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = sure(keys.pop(), 'every path has a last key');
  let o = thing;
  for (const key of keys) {
    o[key] = { ...(o[key] as Record<string, unknown>) };
    o = o[key] as Record<string, unknown>;
  }
  o[last] = value;
}

interface Size {
  widthMm: number;
  heightMm: number;
  count: number;
  outline: string | null;
}

function write(value: unknown, { type }: Column): string {
  if (value === null || value === undefined) return '';
  if (type.is === 'yes-no') return value ? 'yes' : 'no';
  if (type.is === 'sizes')
    return (value as Size[])
      .map(
        (s) =>
          `${s.widthMm} x ${s.heightMm}${s.count === 1 ? '' : ` x ${s.count}`}${s.outline ? ` [${s.outline}]` : ''}`,
      )
      .join('; ');
  if (type.is === 'marks')
    return (value as { mark: string; measuredC: number }[]).map((d) => `${d.mark} = ${d.measuredC}`).join('; ');
  if (type.is === 'steps') return (value as string[]).join(' | ');
  return String(value);
}

const YES = ['yes', 'y', 'true', '1', 'x'];
const NO = ['no', 'n', 'false', '0', ''];
const aNumber = (cell: string): number => Number(cell.replace(',', '.').replace(/\s/g, ''));

/** @returns the value, or what is wrong with the cell */
function read(cell: string, { type, heading }: Column): { ok: true; value: unknown } | { ok: false; why: string } {
  const bad = (wanted: string) => ({
    ok: false as const,
    why: `“${heading}” is “${cell.slice(0, 40)}”, but must be ${wanted}`,
  });
  if (type.is === 'number') {
    const n = aNumber(cell);
    return Number.isFinite(n) ? { ok: true, value: n } : bad('a number');
  }
  if (type.is === 'yes-no') {
    const low = cell.toLowerCase();
    return YES.includes(low)
      ? { ok: true, value: true }
      : NO.includes(low)
        ? { ok: true, value: false }
        : bad('yes or no');
  }
  if (type.is === 'one-of') {
    const value = type.values.find((v) => String(v) === cell.toLowerCase());
    return value === undefined ? bad(`one of ${type.values.join(', ')}`) : { ok: true, value };
  }
  if (type.is === 'sizes') {
    const sizes: Size[] = [];
    for (const part of cell
      .split(';')
      .map((p) => p.trim())
      .filter(Boolean)) {
      const m = /^([\d.,]+)\s*[x×]\s*([\d.,]+)(?:\s*[x×]\s*(\d+))?(?:\s*\[(.*)\])?$/i.exec(part);
      if (!m) return bad('sizes like 559 x 457, or 559 x 457 x 2 for two, with ; between');
      sizes.push({
        widthMm: aNumber(m[1] ?? ''),
        heightMm: aNumber(m[2] ?? ''),
        count: m[3] ? Number(m[3]) : 1,
        outline: m[4] || null,
      });
    }
    return { ok: true, value: sizes };
  }
  if (type.is === 'marks') {
    const marks: { mark: string; measuredC: number }[] = [];
    for (const part of cell
      .split(';')
      .map((p) => p.trim())
      .filter(Boolean)) {
      const i = part.lastIndexOf('=');
      const measuredC = aNumber(part.slice(i + 1));
      if (i < 1 || !Number.isFinite(measuredC)) return bad('marks with their degrees, like • = 104; •• = 147');
      marks.push({ mark: part.slice(0, i).trim(), measuredC });
    }
    return { ok: true, value: marks };
  }
  if (type.is === 'steps')
    return {
      ok: true,
      value: cell
        .split('|')
        .map((s) => s.trim())
        .filter(Boolean),
    };
  return { ok: true, value: cell };
}

/** What a spreadsheet would run, line breaks and all. */
const FORMULA = /^[=+\-@\t\r][\s\S]*$/;

/** Things as CSV with a heading row. A cell that a spreadsheet would take for a formula is written with an apostrophe before it. */
export function toCsv<K extends DrawerKind>(kind: K, things: readonly Things[K][]): string {
  return Papa.unparse(
    {
      fields: COLUMNS[kind].map((c) => c.heading),
      data: things.map((t) => COLUMNS[kind].map((c) => write(at(t, c.path), c))),
    },
    { escapeFormulae: FORMULA, newline: '\n' },
  );
}

/**
 * Reads things from CSV with a heading row; comma, semicolon or tab apart. All or nothing.
 * @param newId an id for each thing
 * @returns the things, or every problem with its line
 */
export function fromCsv<K extends DrawerKind>(kind: K, csv: string, newId: () => string): Read<Things[K]> {
  const words = KIND_WORDS[kind];
  const { data, meta } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const columns = COLUMNS[kind];
  const known = new Map(columns.map((c) => [c.heading.toLowerCase(), c]));
  const headings = (meta.fields ?? []).filter((f) => f !== '');
  if (!headings.includes('name'))
    return {
      ok: false,
      problems: [
        `The first line must hold headings, “name” among them. Headings for ${words.many}: ${columns.map((c) => c.heading).join(', ')}.`,
      ],
    };
  const strange = headings.filter((h) => !known.has(h));
  if (strange.length > 0)
    return {
      ok: false,
      problems: [
        `${strange.map((s) => `“${s.slice(0, 40)}”`).join(', ')} ${strange.length === 1 ? 'is no heading' : 'are no headings'} for ${words.many}. Rename or delete ${strange.length === 1 ? 'that column' : 'those columns'}; known are ${columns.map((c) => c.heading).join(', ')}.`,
      ],
    };
  if (data.length > DRAWER_LIMIT)
    return {
      ok: false,
      problems: [
        `This file holds ${data.length.toLocaleString('en')} ${words.many}; up to ${DRAWER_LIMIT.toLocaleString('en')} can be taken in at once. Split it, or leave out what you no longer have.`,
      ],
    };
  if (data.length === 0) return { ok: false, problems: [`There is no ${words.one} in this file, only headings.`] };

  const problems: string[] = [];
  const things: Things[K][] = [];
  data.forEach((row, i) => {
    // The heading is line 1; a line in a spreadsheet counts from there.
    const line = `Line ${i + 2}`;
    const values: Record<string, unknown> = {};
    const own: { column: Column; value: unknown }[] = [];
    let bad = false;
    for (const heading of headings) {
      const column = inMap(known, heading);
      const cell = (row[heading] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
      if (cell === '') continue;
      const got = read(cell, column);
      if (!got.ok) {
        problems.push(`${line}: ${got.why}.`);
        bad = true;
      } else {
        values[column.path] = got.value;
        own.push({ column, value: got.value });
      }
    }
    if (bad) return;
    if (typeof values['name'] !== 'string') {
      problems.push(`${line}: “name” is empty. Give each ${words.one} a name.`);
      return;
    }
    const thing = usualThing(kind, newId(), values) as unknown as Record<string, unknown>;
    for (const { column, value } of own) put(thing, column.path, value);
    const checked = THING_SCHEMAS[kind].safeParse(thing);
    if (checked.success) things.push(checked.data as Things[K]);
    else
      for (const p of problemsFrom(checked.error, thing))
        problems.push(`${line}, “${values['name'].slice(0, 40)}”: ${p.message}`);
  });
  return problems.length > 0 ? { ok: false, problems: few(problems) } : { ok: true, things };
}
