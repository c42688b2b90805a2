import Papa from 'papaparse';
import { parseColour } from '../../base/colour';
import { asWrittenIn, csvText } from '../../base/csv';
import { assertThere, inMap } from '../../base/lists';
import { parseLength, parseSize, parseTemperature } from '../../base/units';
import { problemsFrom } from '../model';
import type { CellType, CsvColumn } from './column';
import { COLUMNS, DRAWER_LIMIT, type DrawerKind, KIND_WORDS, THING_SCHEMAS, type Things, usualThing } from './kinds';

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
  const last = assertThere(keys.pop(), 'every path has a last key');
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

function write(value: unknown, { type }: CsvColumn): string {
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
    return (value as { mark: string; measuredC: number | null }[])
      .map((d) => (d.measuredC === null ? d.mark : `${d.mark} = ${d.measuredC}`))
      .join('; ');
  if (type.is === 'steps') return (value as string[]).join(' | ');
  return String(value);
}

const YES = ['yes', 'y', 'true', '1', 'x'];
const NO = ['no', 'n', 'false', '0', ''];
/** "0,3", "1 250" and "1.250,5" as well as "0.3": where both stand, the last is the decimal one. */
function aNumber(cell: string): number {
  const plain = cell.replace(/\s/g, '');
  const decimal = Math.max(plain.lastIndexOf(','), plain.lastIndexOf('.'));
  if (decimal < 0) return Number(plain);
  return Number(`${plain.slice(0, decimal).replace(/[.,]/g, '')}.${plain.slice(decimal + 1)}`);
}

const parts = (cell: string, by: string): string[] =>
  cell
    .split(by)
    .map((p) => p.trim())
    .filter(Boolean);

type Got = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly wanted: string };
const got = (value: unknown): Got => ({ ok: true, value });
const bad = (wanted: string): Got => ({ ok: false, wanted });

/** A size as it is written to the file, with the outline of a scrap behind it. */
function aSize(part: string): Size | null {
  const [, text = part, shape] = /^(.*?)\s*\[(.*)\]$/.exec(part) ?? [];
  // Files write bare numbers in mm, with a comma or a point.
  const parsed = parseSize(text, 'mm');
  return parsed.ok ? { ...parsed.value, outline: shape || null } : null;
}

/** How each type of cell is read: the value, or what would be understood. */
const READERS: { readonly [T in CellType['is']]: (cell: string, type: CellType) => Got } = {
  text: got,
  number: (cell) => (Number.isFinite(aNumber(cell)) ? got(aNumber(cell)) : bad('a number, like 0.3 or 140')),
  length: (cell) => {
    const n = aNumber(cell);
    if (Number.isFinite(n)) return got(n);
    const parsed = parseLength(cell, 'mm');
    return parsed.ok ? got(parsed.value) : bad('a length in mm, or with its unit, like 17 in');
  },
  temperature: (cell) => {
    const parsed = parseTemperature(cell, 'mm');
    return parsed.ok ? got(parsed.value) : bad('a temperature in °C, or with its scale, like 300 °F');
  },
  colour: (cell) => {
    const parsed = parseColour(cell);
    return parsed.ok ? got(parsed.value) : bad('a colour’s name like teal, or a code like #a1b2c3');
  },
  'yes-no': (cell) => {
    const low = cell.toLowerCase();
    if (YES.includes(low)) return got(true);
    return NO.includes(low) ? got(false) : bad('yes or no');
  },
  'one-of': (cell, type) => {
    const values = type.is === 'one-of' ? type.values : [];
    const low = cell.toLowerCase();
    const value = values.find((v) => String(v) === low || String(v) === low.replace(/\s+/g, '-'));
    return value === undefined ? bad(`one of ${values.join(', ')}`) : got(value);
  },
  sizes: (cell) => {
    const sizes = parts(cell, ';').map(aSize);
    return sizes.includes(null)
      ? bad('sizes like 559 x 457, 18 x 22 in, or 559 x 457 x 2 for two, with ; between')
      : got(sizes);
  },
  marks: (cell) => {
    const marks = parts(cell, ';').map((part) => {
      const i = part.lastIndexOf('=');
      if (i < 0) return { mark: part, measuredC: null };
      const heat = parseTemperature(part.slice(i + 1), 'mm');
      return i > 0 && heat.ok ? { mark: part.slice(0, i).trim(), measuredC: heat.value } : null;
    });
    return marks.includes(null)
      ? bad('marks with their degrees, like • = 104; •• = 147; one that was not measured stands alone')
      : got(marks);
  },
  steps: (cell) => got(parts(cell, '|')),
};

/** Things as CSV with a heading row. */
export const toCsv = <K extends DrawerKind>(kind: K, things: readonly Things[K][]): string =>
  csvText(
    headingsOf(kind),
    things.map((t) => cellsOf(kind, t)),
  );

/** The heading row of a kind. */
export const headingsOf = (kind: DrawerKind): string[] => COLUMNS[kind].map((c) => c.heading);

/** A thing as the cells of its row. */
export const cellsOf = <K extends DrawerKind>(kind: K, thing: Things[K]): string[] =>
  COLUMNS[kind].map((c) => write(at(thing, c.path), c));

/** Names as people compare them: without regard to capitals and spaces around. */
export const plainName = (name: string): string => name.trim().toLowerCase();

/**
 * Reads things from CSV with a heading row; comma, semicolon or tab apart. All or nothing.
 * @param newId an id for each thing
 * @param known things that a row of the same name changes instead of adding to: only what its cells say
 * @returns the things, or every problem with its line, its column, what stood there and what is understood
 */
export function fromCsv<K extends DrawerKind>(
  kind: K,
  csv: string,
  newId: () => string,
  known: readonly Things[K][] = [],
): Read<Things[K]> {
  const words = KIND_WORDS[kind];
  const { data, meta } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const columns = COLUMNS[kind];
  const byHeading = new Map(columns.map((c) => [c.heading.toLowerCase(), c]));
  const byName = new Map(known.map((t) => [plainName(t.name), t]));
  const headings = (meta.fields ?? []).filter((f) => f !== '');
  if (!headings.includes('name'))
    return {
      ok: false,
      problems: [
        `The first line must hold headings, “name” among them. Headings for ${words.many}: ${columns.map((c) => c.heading).join(', ')}.`,
      ],
    };
  const strange = headings.filter((h) => !byHeading.has(h));
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
    const own: { column: CsvColumn; value: unknown }[] = [];
    let wrong = false;
    if (row['__parsed_extra'] !== undefined) {
      problems.push(
        `${line} has more cells than there are headings. If its numbers are written with a comma, put ; between the columns, or write the numbers with a point.`,
      );
      return;
    }
    for (const heading of headings) {
      const column = inMap(byHeading, heading);
      const cell = asWrittenIn((row[heading] ?? '').trim());
      if (cell === '') continue;
      const read = READERS[column.type.is](cell, column.type);
      if (!read.ok) {
        problems.push(`${line}, column “${column.heading}”: “${cell.slice(0, 40)}” must be ${read.wanted}.`);
        wrong = true;
      } else {
        values[column.path] = read.value;
        own.push({ column, value: read.value });
      }
    }
    if (wrong) return;
    if (typeof values['name'] !== 'string') {
      problems.push(`${line}: “name” is empty. Give each ${words.one} a name.`);
      return;
    }
    const there = byName.get(plainName(values['name']));
    const thing = structuredClone(there ?? usualThing(kind, newId(), values)) as unknown as Record<string, unknown>;
    for (const { column, value } of own) put(thing, column.path, value);
    const checked = THING_SCHEMAS[kind].safeParse(thing);
    if (checked.success) things.push(checked.data as Things[K]);
    else
      for (const p of problemsFrom(checked.error, thing))
        problems.push(`${line}, “${values['name'].slice(0, 40)}”: ${p.message}`);
  });
  return problems.length > 0 ? { ok: false, problems: few(problems) } : { ok: true, things };
}
