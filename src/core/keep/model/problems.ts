import type { z } from 'zod';
import { MM_PER } from '../../base/units';

/** Something wrong with what came in: data for a program, a message for a person, the place for both. */
export interface Problem {
  readonly code: string;
  readonly message: string;
  /** Where in the document, like `pieces[3].fabricId`; empty for the whole. */
  readonly path: string;
}

const COLLECTIONS: Record<string, string> = {
  articles: 'Article',
  pieces: 'Piece',
  fabrics: 'Fabric',
  webs: 'Web',
  irons: 'Iron',
  covers: 'Cover',
  surfaces: 'Surface',
  threads: 'Thread',
  words: 'Word',
  pictures: 'Picture',
};

const FIELDS: Record<string, string> = {
  articleId: 'article',
  ground: 'ground',
  covers: 'cover',
  fuse: 'to fuse',
  bond: 'to bond',
  fabricId: 'fabric',
  webId: 'web',
  ironId: 'iron',
  wordId: 'word',
  pictureId: 'picture',
  outline: 'outline',
  widthMm: 'width in mm',
  heightMm: 'height in mm',
  lengthMm: 'length in mm',
  at: '',
  count: 'how many are made',
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
  radiusMm: 'radius of the arc in mm',
  capMm: 'height of a capital in mm',
  // The lists themselves, when they hold too many.
  pieces: 'The list of pieces',
  fabrics: 'The list of fabrics',
  webs: 'The list of webs',
  irons: 'The list of irons',
  words: 'The list of words',
  pictures: 'The list of pictures',
};

export const problemPath = (path: readonly PropertyKey[]): string =>
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
      .map((k) => (typeof k === 'number' ? `no. ${k + 1}` : (FIELDS[String(k)] ?? String(k))))
      .filter(Boolean)
      .join(', ');
  if (singular && typeof index === 'number') {
    const item = at(at(raw, collection as string), index);
    const label = at(item, 'label') ?? at(item, 'name');
    const named = typeof label === 'string' && label.trim() ? ` “${shorten(label.trim())}”` : '';
    return [`${singular} ${index + 1}${named}`, fieldWords(rest)].filter(Boolean).join(', ');
  }
  if (path.length === 0) return 'The project';
  return path.length === 1 && path[0] === 'name' ? 'The project’s name' : fieldWords(path);
}

const shown = (value: unknown): string => {
  if (value === undefined) return 'nothing';
  if (typeof value === 'string') return value === '' ? 'empty' : `“${shorten(value)}”`;
  if (typeof value === 'number' && !Number.isFinite(value)) return 'no number';
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
  record: 'an object',
  tuple: 'a list',
  nonoptional: 'given',
  undefined: 'left out',
  null: 'empty',
};

/** What the members of a union would take, in words; empty when they are too many to tell. */
function allowedBy(issue: z.core.$ZodIssueInvalidUnion): string {
  const tags = 'options' in issue && Array.isArray(issue.options) ? issue.options.map(String) : [];
  const each = issue.errors.flatMap((member) => {
    const [only] = member;
    if (member.length !== 1 || !only || only.path.length > 0) return [];
    if (only.code === 'invalid_value') return only.values.map(String);
    if (only.code === 'invalid_type') return [EXPECTED[only.expected] ?? only.expected];
    return [];
  });
  const words = [...new Set([...tags, ...each])].slice(0, 12);
  return words.length > 1 ? `one of ${words.join(', ')}` : (words[0] ?? '');
}

/** A length below its least is often one that was typed in inches: what it is in mm then; null when that would be too little as well. */
export function mmIfInches(issue: z.core.$ZodIssueTooSmall, value: unknown): number | null {
  if (!String(issue.path?.at(-1) ?? '').endsWith('Mm') || typeof value !== 'number' || value <= 0) return null;
  const mm = value * MM_PER.in;
  return mm >= Number(issue.minimum) ? Number(mm.toFixed(2)) : null;
}

const inchesMeant = (issue: z.core.$ZodIssueTooSmall, value: unknown): string => {
  const mm = mmIfInches(issue, value);
  return mm === null ? '' : `. Were inches meant? ${value} in are ${mm} mm: type those`;
};

function explain(issue: z.core.$ZodIssue, value: unknown): string {
  switch (issue.code) {
    case 'invalid_type': {
      const wanted = EXPECTED[issue.expected] ?? issue.expected;
      return value === undefined ? `is missing; it must be ${wanted}` : `is ${shown(value)}, but must be ${wanted}`;
    }
    case 'invalid_value':
      return `is ${shown(value)}, but must be ${issue.values.length > 1 ? 'one of ' : ''}${issue.values.map((v) => String(v)).join(', ')}`;
    case 'invalid_union': {
      const allowed = allowedBy(issue);
      return `is ${shown(value)}, ${allowed ? `but must be ${allowed}` : 'which is not allowed here'}`;
    }
    case 'too_small':
      if (issue.origin === 'string') return 'is empty';
      return `is ${shown(value)}, but must be ${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}${inchesMeant(issue, value)}`;
    case 'too_big': {
      const most = issue.maximum.toLocaleString('en');
      if (issue.origin === 'array')
        return `holds ${Array.isArray(value) ? value.length.toLocaleString('en') : 'too many'} entries, but at most ${most} can be worked with; split the project`;
      if (issue.origin === 'string') return `is longer than the ${most} characters allowed`;
      return `is ${shown(value)}, but must be at most ${most}`;
    }
    // What a schema of ours says itself.
    case 'custom':
    case 'invalid_format':
      return issue.message;
    default:
      return 'cannot be used';
  }
}

/** Turns Zod's issues about `raw` into problems a person can act on. */
export function problemsFrom(error: Pick<z.ZodError, 'issues'>, raw: unknown): Problem[] {
  return error.issues.map((issue) => {
    const value = issue.path.reduce(at, raw);
    return {
      code: issue.code.replaceAll('_', '-'),
      message: `${placeInWords(issue.path, raw)} ${explain(issue, value)}.`,
      path: problemPath(issue.path),
    };
  });
}
