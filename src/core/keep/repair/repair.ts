import { boundsOf, regionOf, scaling, transformPath } from '../../base/shape';
import { fabricFrom } from '../../choose/material';
import { DRAWER_KINDS, type DrawerKind, usualThing } from '../drawer';
import {
  CONTROL,
  LIMITS,
  meaningProblems,
  migrate,
  mmIfInches,
  newArticle,
  newGround,
  newId,
  newPiece,
  newProject,
  type Problem,
  type Project,
  parseCapped,
  parseProject,
  problemsFrom,
  projectSchema,
} from '../model';

/** Something wrong with a stored or imported project, and what is done about it. */
export interface Fault {
  /** What it is about, the same for the same fault of the same document. */
  readonly id: string;
  /** What is wrong, in words. */
  readonly message: string;
  /** What mending does, in words; null when it can only be left out. */
  readonly mend: string | null;
  /** What is lost when it is left out; null when it cannot be, since a project needs it. */
  readonly drop: string | null;
}

export type Repaired =
  | { readonly ok: true; readonly project: Project; readonly faults: readonly Fault[] }
  /** Nothing of it can be read: it is no project, or one of a newer version. */
  | { readonly ok: false; readonly problem: Problem };

type Doc = Record<string, unknown>;
type Path = readonly (string | number)[];
const LISTS = [
  'articles',
  'pieces',
  'fabrics',
  'webs',
  'irons',
  'covers',
  'surfaces',
  'threads',
  'words',
  'pictures',
  'layouts',
] as const;
type List = (typeof LISTS)[number];
const isList = (key: unknown): key is List => (LISTS as readonly unknown[]).includes(key);
const ONE: Readonly<Record<List, string>> = {
  articles: 'the article',
  pieces: 'the piece',
  fabrics: 'the fabric',
  webs: 'the web',
  irons: 'the iron',
  covers: 'the cover',
  surfaces: 'the surface',
  threads: 'the thread',
  words: 'the word',
  pictures: 'the picture',
  layouts: 'the layout: it can be nested again',
};

/** Faults looked at in one go, and rounds of looking: a document that needs more is given up item by item. */
const MOST = 500;
const ROUNDS = 12;

const isDoc = (v: unknown): v is Doc => typeof v === 'object' && v !== null && !Array.isArray(v);

const at = (doc: unknown, path: Path): unknown =>
  path.reduce<unknown>((o, key) => (typeof o === 'object' && o !== null ? (o as Doc)[key] : undefined), doc);

function put(doc: Doc, path: Path, value: unknown): void {
  const holder = at(doc, path.slice(0, -1));
  if (typeof holder === 'object' && holder !== null) (holder as Doc)[path.at(-1) as string] = value;
}

/** A project with everything at its usual start, to take from what a broken one lacks. */
const usualProject = (id: string, name: string): Project => {
  const cloth = fabricFrom('solid-cotton', { id: 'mended-cotton', name: 'Cotton' });
  return newProject({
    id,
    name,
    fabrics: [cloth],
    webs: [],
    irons: [usualThing('irons', 'mended-iron', {})],
    ground: { fabricId: cloth.id },
    bench: { ironId: 'mended-iron' },
  });
};

/** A thing of a list with everything usual, for what is missing in a broken one; undefined where nothing is usual. */
const usualItem = (list: List, item: Doc, doc: Doc): Doc | undefined => {
  if (list === 'pieces') {
    const { outline: _, ...rest } = newPiece({
      id: newId(),
      label: '',
      fabricId: String(at(doc, ['articles', 0, 'ground', 'fabricId']) ?? at(doc, ['fabrics', 0, 'id']) ?? ''),
      outline: '',
    });
    return rest;
  }
  if (list === 'articles') {
    const cloth = at(doc, ['fabrics', 0, 'id']);
    const ground = typeof cloth === 'string' ? newGround({ fabricId: cloth }) : null;
    return newArticle({ id: newId(), name: '', ground });
  }
  if ((DRAWER_KINDS as readonly string[]).includes(list))
    return usualThing(list as DrawerKind, newId(), {
      name: typeof item['name'] === 'string' ? item['name'] : '',
    }) as unknown as Doc;
  return undefined;
};

interface Mend {
  readonly words: string;
  readonly value: unknown;
}

const shown = (v: unknown): string => (typeof v === 'number' ? v.toLocaleString('en') : `“${String(v)}”`);

type Issue = Parameters<typeof problemsFrom>[0]['issues'][number];

/** What the field may be instead, as near to what it was as can be. */
function mendOf(issue: Issue, value: unknown, usual: unknown): Mend | null {
  if (issue.code === 'too_big' && issue.origin === 'number')
    return { words: `it becomes ${shown(Number(issue.maximum))}`, value: Number(issue.maximum) };
  const inches = issue.code === 'too_small' ? mmIfInches(issue, value) : null;
  if (inches !== null) return { words: `it is read as inches: it becomes ${shown(inches)} mm`, value: inches };
  if (issue.code === 'too_small' && issue.origin === 'number' && issue.inclusive)
    return { words: `it becomes ${shown(Number(issue.minimum))}`, value: Number(issue.minimum) };
  if (issue.code === 'too_big' && issue.origin === 'string' && typeof value === 'string')
    return { words: 'it is cut off there', value: value.slice(0, Number(issue.maximum)) };
  if (issue.code === 'custom' && typeof value === 'string') {
    const clean = [...value].filter((c) => !CONTROL.test(c)).join('');
    if (clean !== value) return { words: 'they are taken out', value: clean };
  }
  if (usual === undefined) return null;
  if (usual === null) return { words: 'it is left to the project', value: null };
  if (usual === '' || (Array.isArray(usual) && usual.length === 0))
    return { words: 'it is left empty', value: structuredClone(usual) };
  if (typeof usual === 'object') return { words: 'it becomes what is usual', value: structuredClone(usual) };
  return { words: `it becomes ${shown(usual)}, as is usual`, value: usual };
}

/** A list that holds too much: what nothing uses goes first, then the last ones. */
function shorten(doc: Doc, key: string, most: number): void {
  const list = doc[key] as unknown[];
  if (key !== 'fabrics') {
    doc[key] = list.slice(0, most);
    return;
  }
  const grounds = ((doc['articles'] as unknown[]) ?? []).map((a) => (isDoc(a) ? a['ground'] : null));
  const wanted = [...grounds, ...((doc['pieces'] as unknown[]) ?? []), ...((doc['words'] as unknown[]) ?? [])];
  const used = new Set(wanted.map((t) => (isDoc(t) ? t['fabricId'] : null)));
  const uses = (f: unknown): boolean => isDoc(f) && used.has(f['id']);
  const kept = new Set([...list.filter(uses), ...list.filter((f) => !uses(f))].slice(0, most));
  doc[key] = list.filter((f) => kept.has(f));
}

/** Mends what a meaning problem names. @returns what was done in words, or null when the item can only be left out */
function mendMeaning(doc: Project, problem: Problem): string | null {
  const path: Path = [...problem.path.matchAll(/([A-Za-z]\w*)|\[(\d+)\]/g)].map((m) => m[1] ?? Number(m[2]));
  const raw = doc as unknown as Doc;
  switch (problem.code) {
    case 'duplicate-id':
      put(raw, path, newId());
      return 'it gets an id of its own';
    case 'unknown-fabric': {
      const known = (id: string | undefined) => doc.fabrics.find((f) => f.id === id);
      const grounds = doc.articles.flatMap((a) => a.ground?.fabricId ?? []);
      let cloth = grounds.map(known).find(Boolean) ?? doc.fabrics[0];
      if (!cloth) {
        cloth = fabricFrom('solid-cotton', { id: newId(), name: 'Cotton' });
        doc.fabrics.push(cloth);
      }
      put(raw, path, cloth.id);
      return path[0] === 'articles'
        ? `it becomes “${cloth.name}”`
        : 'it becomes the background’s fabric: choose another afterwards';
    }
    case 'unknown-article':
      put(raw, path, doc.articles[0]?.id);
      return `it goes to ${doc.articles[0]?.name ? `“${doc.articles[0].name}”` : 'the first article'}`;
    case 'unknown-iron':
      if (doc.irons.length === 0) doc.irons.push(usualThing('irons', newId(), { name: 'An iron' }));
      put(raw, path, doc.irons[0]?.id);
      return `it becomes “${doc.irons[0]?.name ?? 'An iron'}”`;
    case 'unknown-picture':
      put(raw, path[0] === 'underlay' ? ['underlay'] : path[2] === 'photo' ? path.slice(0, 3) : path, null);
      return 'it goes without the photo';
    case 'unknown-web':
    case 'unknown-word':
    case 'unknown-bench':
      put(raw, path, null);
      return 'it is left to the project';
    case 'web-limits': {
      const web = doc.webs[Number(path[1])];
      if (web) web.maxC = web.meltC;
      return 'it becomes the heat at which it melts';
    }
    case 'iron-pressure':
      put(raw, path, 0);
      return 'the lean becomes none';
    case 'huge-outline': {
      const outline = String(at(raw, path));
      const b = boundsOf(regionOf(outline));
      const reach = Math.max(-b.minX, -b.minY, b.maxX, b.maxY);
      put(raw, path, transformPath(outline, scaling((LIMITS.reachMm * 0.99) / reach)));
      return `it is made smaller until it fits ${LIMITS.reachMm / 1000} m`;
    }
    case 'broken-outline':
    case 'intricate-outline':
    case 'tangled-outline':
    case 'empty-outline':
      if (path[0] === 'pieces') return null;
      put(raw, path, null);
      return 'it counts as a whole rectangle';
    case 'unknown-piece':
      doc.layering.pairs = doc.layering.pairs.filter((_, i) => i !== path[2]);
      return 'the pair is forgotten';
    case 'too-much-cloth':
      for (const piece of doc.pieces) piece.count = 1;
      return 'each is made once';
    case 'order':
      return 'the order is made good: what it leaves out lies on top';
    default:
      return null;
  }
}

/** Every piece once, back-most first; what the order leaves out comes on top. */
function mendOrder(doc: Project): void {
  const ids = new Set(doc.pieces.map((p) => p.id));
  const kept = [...new Set(doc.order)].filter((id) => ids.has(id));
  const there = new Set(kept);
  doc.order = [...kept, ...doc.pieces.map((p) => p.id).filter((id) => !there.has(id))];
  doc.layering.pairs = doc.layering.pairs.filter((p) => ids.has(p.under) && ids.has(p.over));
}

/**
 * Makes the best of a document that is no sound project any more: what can be mended is, what cannot is left out, and each is told.
 * Never throws.
 * @param leaveOut ids of faults that are to be left out rather than mended
 * @returns a sound project with what was wrong, or why nothing of it can be used
 */
export function repairProject(raw: unknown, leaveOut: ReadonlySet<string> = new Set()): Repaired {
  const lifted = migrate(raw);
  if (!lifted.ok) return lifted;
  const doc = structuredClone(lifted.doc) as Doc;
  const usual = usualProject(newId(), 'A mended project') as unknown as Doc;
  const faults = new Map<string, Fault>();
  const gone = new Set<unknown>();

  for (const list of LISTS) {
    if (Array.isArray(doc[list])) doc[list] = (doc[list] as unknown[]).map((item) => (isDoc(item) ? item : null));
  }

  /** @returns whether it is left out */
  const tell = (fault: Fault, item: unknown): boolean => {
    if (!faults.has(fault.id)) faults.set(fault.id, fault);
    const leave = fault.mend === null || (fault.drop !== null && leaveOut.has(fault.id));
    if (leave && item !== undefined) gone.add(item);
    return leave;
  };
  const sweep = (): void => {
    if (gone.size === 0) return;
    for (const list of LISTS)
      if (Array.isArray(doc[list])) doc[list] = (doc[list] as unknown[]).filter((item) => !gone.has(item));
    gone.clear();
  };

  let sound: Project | null = null;
  for (let round = 0; round < ROUNDS && !sound; round++) {
    const read = parseCapped(projectSchema, doc, MOST);
    if (read.ok) {
      sound = read.data;
      break;
    }
    const problems = problemsFrom(read, doc);
    read.issues.forEach((issue, i) => {
      const path = issue.path as Path;
      const [key, index] = path;
      const message = problems[i]?.message ?? '';
      const inItem = isList(key) && typeof index === 'number';
      const item = inItem ? at(doc, [key, index]) : undefined;
      if (item !== undefined && gone.has(item)) return;
      if (isList(key) && path.length === 1 && issue.code === 'too_big') {
        const most = Number(issue.maximum);
        tell({ id: key, message, mend: `the first ${shown(most)} that are used are kept`, drop: null }, undefined);
        shorten(doc, key, most);
        return;
      }
      const value = at(doc, path);
      const rest = inItem ? path.slice(2) : path;
      const from = inItem ? (isDoc(item) ? usualItem(key, item, doc) : undefined) : usual;
      // In the last rounds nothing is tried any more: an item goes, anything else becomes the usual.
      const mend = round < ROUNDS - 4 && item !== null ? mendOf(issue, value, at(from, rest)) : null;
      const id = `${path.join('.')} ${issue.code}`;
      if (inItem) {
        const leave = tell({ id, message, mend: mend?.words ?? null, drop: `${ONE[key]} is left out` }, item);
        if (!leave && mend) put(doc, path, mend.value);
        return;
      }
      const whole = mend ?? { words: 'it becomes what is usual', value: structuredClone(usual[String(key)]) };
      tell({ id, message, mend: whole.words, drop: null }, undefined);
      put(doc, mend ? path : [String(key)], whole.value);
    });
    sweep();
    // What was no object at all was made null above, and is not told twice.
    for (const list of LISTS)
      if (Array.isArray(doc[list])) doc[list] = (doc[list] as unknown[]).filter((item) => item !== null);
  }
  if (!sound)
    return {
      ok: false,
      problem: { code: 'beyond-repair', message: 'Nothing in this file holds together as a project.', path: '' },
    };

  for (let round = 0; round < MOST; round++) {
    const problems = meaningProblems(sound, MOST);
    if (problems.length === 0) break;
    const project: Project = sound;
    const out = new Set<unknown>();
    // Several of one kind shift places when one goes: those that name a place in a list are taken from the back.
    for (const problem of [...problems].reverse()) {
      const [, key, index] = /^(\w+)\[(\d+)\]/.exec(problem.path) ?? [];
      const item = isList(key) ? (project[key] as readonly unknown[])[Number(index)] : undefined;
      const id = `${problem.path} ${problem.code}`;
      const drop = item !== undefined && isList(key) ? `${ONE[key]} is left out` : null;
      if (drop && leaveOut.has(id)) {
        tell({ id, message: problem.message, mend: 'it is mended', drop }, undefined);
        out.add(item);
        continue;
      }
      const words = mendMeaning(project, problem);
      tell({ id, message: problem.message, mend: words, drop }, undefined);
      if (words === null) out.add(item);
    }
    for (const list of LISTS)
      (project as unknown as Record<List, unknown[]>)[list] = (project[list] as unknown[]).filter((t) => !out.has(t));
    mendOrder(project);
  }
  mendOrder(sound);
  const last = parseProject(sound);
  if (!last.ok) return { ok: false, problem: last.problems[0] as Problem };
  return { ok: true, project: last.project, faults: [...faults.values()] };
}
