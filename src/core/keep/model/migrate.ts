import { areaMm2, offset, parsePath, printRegion, regionOf, transformPath, translation } from '../../base/shape';
import { LIMITS } from './limits';
import type { Problem } from './problems';
import { MAIN_ARTICLE, PROJECT_FORMAT, PROJECT_VERSION } from './project';

type Doc = Record<string, unknown>;
/** Lifts a document from the version of its key to the next. */
export type Migrations = Readonly<Record<number, (doc: Doc) => Doc>>;

const isDoc = (v: unknown): v is Doc => typeof v === 'object' && v !== null && !Array.isArray(v);

/**
 * Version 1 knew one ground, one cover for every press, and its kind among what was intended.
 * Its ground and pieces become the article “main”; its kind becomes the recipe (layered craft was worked out as appliqué); its cover serves both presses, as it did.
 */
function articlesFromGround(doc: Doc): Doc {
  const { ground, intent, bench, ...rest } = doc;
  const { kind, ...intended } = isDoc(intent) ? intent : ({} as Doc);
  const { cover, coverId, ...board } = isDoc(bench) ? bench : ({} as Doc);
  return {
    ...rest,
    intent: isDoc(intent) ? intended : intent,
    // What is not one of version 1's kinds stays as it is, to be told of.
    recipe: { id: kind === 'layered' ? 'applique' : kind, answers: {} },
    articles: [{ id: MAIN_ARTICLE, name: typeof doc['name'] === 'string' ? doc['name'] : '', count: 1, ground }],
    bench: isDoc(bench)
      ? {
          ...board,
          covers: { fuse: cover, bond: cover },
          ...(coverId === undefined ? {} : { coverIds: { fuse: coverId, bond: coverId } }),
        }
      : bench,
  };
}

/** Where version 1 had what a later version has elsewhere: problems of a lifted file are told in its own terms. */
const PLACES_BEFORE: readonly (readonly [RegExp, string])[] = [
  [/^articles\[0\]\.ground/, 'ground'],
  [/^articles\[0\]\.name/, 'name'],
  [/^recipe(\.id)?/, 'intent.kind'],
  [/^bench\.covers(\.\w+)?/, 'bench.cover'],
  [/^bench\.coverIds(\.\w+)?/, 'bench.coverId'],
];
/** The place of a problem in the file as it came. @param version of that file */
export function placeAsItCame(path: string, version: unknown): string {
  if (version !== 1) return path;
  const [from, to] = PLACES_BEFORE.find(([now]) => now.test(path)) ?? [];
  return from && to ? path.replace(from, to) : path;
}

const listOf = (v: unknown): readonly unknown[] => (Array.isArray(v) ? v : []);
const numberOf = (v: unknown, usual = 0): number => (typeof v === 'number' ? v : usual);
/** A place moved to the left and up. */
const movedPlace = (at: unknown, byMm: number): unknown => {
  const place = isDoc(at) ? at : {};
  return {
    rotateDeg: 0,
    ...place,
    xMm: numberOf(place['xMm']) - byMm,
    yMm: numberOf(place['yMm']) - byMm,
  };
};
/** A path moved to the left and up; one that cannot be read stays, to be told of. */
const movedPath = (path: unknown, byMm: number): unknown =>
  typeof path === 'string' && parsePath(path).ok ? transformPath(path, translation(-byMm, -byMm)) : path;

/** A ground as version 2 had it, its seams inside; null: it has none, or they ate it all and nobody could sew it. */
function sewnIn(ground: unknown): { readonly ground: Doc; readonly byMm: number } | null {
  if (!isDoc(ground)) return null;
  const byMm = numberOf(ground['seamAllowanceMm']);
  const widthMm = numberOf(ground['widthMm']) - 2 * byMm;
  const heightMm = numberOf(ground['heightMm']) - 2 * byMm;
  if (byMm <= 0 || Math.min(widthMm, heightMm) < LIMITS.groundMinMm) return null;
  const { outline } = ground;
  if (typeof outline !== 'string' || !parsePath(outline).ok) return { ground: { ...ground, widthMm, heightMm }, byMm };
  const inside = offset(regionOf(outline), -byMm, 'miter');
  if (areaMm2(inside) < LIMITS.areaMinMm2) return null;
  return { ground: { ...ground, widthMm, heightMm, outline: movedPath(printRegion(inside), byMm) }, byMm };
}

/** What one stitches on that is made up: nobody cuts it out of cloth for that. */
const ON_GARMENTS = ['garment-front', 'sleeve-or-leg', 'pocket'];
const madeUp = (article: Doc, ground: unknown): unknown =>
  isDoc(ground) ? { ...ground, readyMade: { have: article['count'] ?? 1, washed: false } } : ground;

/**
 * Version 2 called the cloth as it is cut the ground's size, its seams inside; now the size is the finished thing's, its seams outside.
 * The cloth stays what it was: the size becomes smaller by the seams, and what lies on it moves so that it stays where it was on the cloth.
 * A garment that it was stitched on was one already, and no cloth to be cut.
 * Borders and bindings move from the list of things to gather to the thing that they go round.
 */
function finishedFromCut(doc: Doc): Doc {
  const gathering = isDoc(doc['gathering']) ? doc['gathering'] : null;
  const trims = new Map(listOf(gathering?.['trims']).flatMap((t) => (isDoc(t) ? [[t['articleId'], t] as const] : [])));
  const moved = new Map<unknown, number>();
  const on = isDoc(doc['edging']) ? doc['edging']['on'] : undefined;
  const isGarment = ON_GARMENTS.some((garment) => garment === on);
  const articles = listOf(doc['articles']).map((a): unknown => {
    if (!isDoc(a)) return a;
    const trim = trims.get(a['id']);
    const sewn = isGarment ? null : sewnIn(a['ground']);
    // Seams that ate it all were never sewn: the cloth stays.
    const unsewn =
      isDoc(a['ground']) && numberOf(a['ground']['seamAllowanceMm']) > 0
        ? { ...a['ground'], seamAllowanceMm: 0 }
        : a['ground'];
    if (sewn) moved.set(a['id'], sewn.byMm);
    return {
      ...a,
      ground: isGarment ? madeUp(a, unsewn) : (sewn?.ground ?? unsewn),
      ...(trim ? { around: { border: trim['border'] ?? null, binding: trim['binding'] ?? null } } : {}),
      ...(sewn && Array.isArray(a['marks'])
        ? {
            marks: a['marks'].map((m: unknown) =>
              !isDoc(m)
                ? m
                : m['is'] === 'dot'
                  ? { ...m, xMm: numberOf(m['xMm']) - sewn.byMm, yMm: numberOf(m['yMm']) - sewn.byMm }
                  : { ...m, path: movedPath(m['path'], sewn.byMm) },
            ),
          }
        : {}),
    };
  });
  const along = (thing: unknown): unknown => {
    const byMm = isDoc(thing) ? moved.get(thing['articleId'] ?? MAIN_ARTICLE) : undefined;
    return isDoc(thing) && byMm !== undefined ? { ...thing, at: movedPlace(thing['at'], byMm) } : thing;
  };
  const { trims: _, ...rest } = gathering ?? {};
  return {
    ...doc,
    ...(Array.isArray(doc['articles']) ? { articles } : {}),
    ...(Array.isArray(doc['pieces']) ? { pieces: doc['pieces'].map(along) } : {}),
    ...(Array.isArray(doc['words']) ? { words: doc['words'].map(along) } : {}),
    ...(isDoc(doc['underlay']) ? { underlay: along(doc['underlay']) } : {}),
    ...(gathering ? { gathering: rest } : {}),
  };
}

/** A change of meaning adds its step here and raises PROJECT_VERSION. */
const MIGRATIONS: Migrations = { 1: articlesFromGround, 2: finishedFromCut };

/**
 * Checks that a document is one of ours and lifts it to the current version.
 * @returns the document at version `to`, or a problem that says what to do
 */
export function migrate(
  raw: unknown,
  steps: Migrations = MIGRATIONS,
  to: number = PROJECT_VERSION,
): { ok: true; doc: Doc } | { ok: false; problem: Problem } {
  const fail = (code: string, message: string, path = ''): { ok: false; problem: Problem } => ({
    ok: false,
    problem: { code, message, path },
  });
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return fail(
      'not-a-project',
      'This is not a project file: it should hold one object. Choose a file that ends in .seam.json.',
    );
  let doc = raw as Doc;
  if (doc['format'] !== PROJECT_FORMAT)
    return fail(
      'not-a-project',
      `This is not a project file: its “format” should be “${PROJECT_FORMAT}”. Choose a file that was exported here.`,
      'format',
    );
  let version = doc['version'];
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return fail('wrong-version', `The project's “version” should be a whole number from 1 to ${to}.`, 'version');
  if (version > to)
    return fail(
      'newer-version',
      `The project is of version ${version}, newer than this application knows (${to}). Update the application, then open it again.`,
      'version',
    );
  while ((version as number) < to) {
    const step = steps[version as number];
    if (!step) return fail('wrong-version', `Projects of version ${version} can no longer be opened.`, 'version');
    version = (version as number) + 1;
    doc = { ...step(doc), version };
  }
  return { ok: true, doc };
}
