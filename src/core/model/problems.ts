import type { z } from 'zod';

/** Something wrong with what came in: data for a program, a message for a person, the place for both. */
export interface Problem {
  readonly code: string;
  readonly message: string;
  /** Where in the document, like `pieces[3].fabricId`; empty for the whole. */
  readonly path: string;
}

const COLLECTIONS: Record<string, string> = {
  pieces: 'Piece',
  fabrics: 'Fabric',
  webs: 'Web',
  irons: 'Iron',
  covers: 'Cover',
  surfaces: 'Surface',
  words: 'Word',
  pictures: 'Picture',
};

const FIELDS: Record<string, string> = {
  fabricId: 'fabric',
  webId: 'web',
  ironId: 'iron',
  wordId: 'word',
  pictureId: 'picture',
  outline: 'outline',
  widthMm: 'width in mm',
  heightMm: 'height in mm',
  lengthMm: 'length in mm',
  xMm: 'place across in mm',
  yMm: 'place down in mm',
  rotateDeg: 'turn in degrees',
  thicknessMm: 'thickness in mm',
  massGsm: 'mass in g/m²',
  maxIronC: 'heat limit in °C',
  meltC: 'melting point in °C',
  maxC: 'highest heat in °C',
  heatC: 'heat in °C',
  dwellS: 'dwell in seconds',
  measuredC: 'measured heat in °C',
  massKg: 'mass in kg',
  leanN: 'lean in newtons',
  stockMm: 'length left in mm',
  preReversed: '“already reversed”',
};

export const printPath = (path: readonly PropertyKey[]): string =>
  path.map((p, i) => (typeof p === 'number' ? `[${p}]` : `${i > 0 ? '.' : ''}${String(p)}`)).join('');

const at = (raw: unknown, key: PropertyKey): unknown =>
  typeof raw === 'object' && raw !== null ? (raw as Record<PropertyKey, unknown>)[key] : undefined;

const shorten = (s: string, max = 40): string => (s.length > max ? `${s.slice(0, max - 1)}…` : s);

/** "Piece 4 “Door”, fabric" for pieces[3].fabricId. */
export function placeInWords(path: readonly PropertyKey[], raw: unknown): string {
  const [collection, index, ...rest] = path;
  const singular = typeof collection === 'string' ? COLLECTIONS[collection] : undefined;
  const fieldWords = (keys: readonly PropertyKey[]): string =>
    keys
      .map((k, i) => (typeof k === 'number' ? `no. ${k + 1}` : (FIELDS[String(k)] ?? `${i > 0 ? '' : ''}${String(k)}`)))
      .join(', ');
  if (singular && typeof index === 'number') {
    const item = at(at(raw, collection as string), index);
    const label = at(item, 'label') ?? at(item, 'name');
    const named = typeof label === 'string' && label.trim() ? ` “${shorten(label.trim())}”` : '';
    return [`${singular} ${index + 1}${named}`, fieldWords(rest)].filter(Boolean).join(', ');
  }
  return path.length === 0 ? 'The project' : fieldWords(path);
}

const shown = (value: unknown): string => {
  if (value === undefined) return 'nothing';
  if (typeof value === 'string') return `“${shorten(value)}”`;
  if (typeof value === 'number' || typeof value === 'boolean' || value === null) return String(value);
  return Array.isArray(value) ? 'a list' : 'an object';
};

const EXPECTED: Record<string, string> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
};

function explain(issue: z.core.$ZodIssue, value: unknown): string {
  switch (issue.code) {
    case 'invalid_type': {
      const wanted = EXPECTED[issue.expected] ?? issue.expected;
      return value === undefined ? `is missing; it must be ${wanted}` : `is ${shown(value)}, but must be ${wanted}`;
    }
    case 'invalid_value':
      return `is ${shown(value)}, but must be ${issue.values.length > 1 ? 'one of ' : ''}${issue.values.map((v) => String(v)).join(', ')}`;
    case 'invalid_union':
      return `is ${shown(value)}, which is not allowed here`;
    case 'too_small':
      if (issue.origin === 'string') return 'is empty';
      return `is ${shown(value)}, but must be ${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}`;
    case 'too_big': {
      const most = issue.maximum.toLocaleString('en');
      if (issue.origin === 'array')
        return `holds ${Array.isArray(value) ? value.length.toLocaleString('en') : 'too many'} entries, but at most ${most} can be worked with; split the project`;
      if (issue.origin === 'string') return `is longer than the ${most} characters allowed`;
      return `is ${shown(value)}, but must be at most ${most}`;
    }
    default:
      return issue.message;
  }
}

/** Turns Zod's issues about `raw` into problems a person can act on. */
export function problemsFrom(error: z.ZodError, raw: unknown): Problem[] {
  return error.issues.map((issue) => {
    const value = issue.path.reduce(at, raw);
    return {
      code: issue.code.replaceAll('_', '-'),
      message: `${placeInWords(issue.path, raw)} ${explain(issue, value)}.`,
      path: printPath(issue.path),
    };
  });
}
