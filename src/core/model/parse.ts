import { areaMm2, boundsOf, flatten, parsePath } from '../shape';
import { LIMITS } from './limits';
import { migrate } from './migrate';
import { type Problem, placeInWords, printPath, problemsFrom } from './problems';
import { type Project, projectSchema } from './project';

export type ParsedProject = { ok: true; project: Project } | { ok: false; problems: Problem[] };

/** At most this many problems are told at once; the last line counts the rest. */
const TELL = 20;

/** Puts back the fields we do not know, so that a file with more in it than we read goes out as it came in. */
function keepUnknown<T>(raw: unknown, parsed: T): T {
  if (Array.isArray(parsed) && Array.isArray(raw)) return parsed.map((p, i) => keepUnknown(raw[i], p)) as T;
  if (typeof parsed !== 'object' || parsed === null || typeof raw !== 'object' || raw === null) return parsed;
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(raw)) if (key !== '__proto__' && !(key in parsed)) out[key] = value;
  for (const [key, value] of Object.entries(parsed))
    out[key] = keepUnknown((raw as Record<string, unknown>)[key], value);
  return out as T;
}

function twice(ids: readonly string[]): number {
  const seen = new Set<string>();
  return ids.findIndex((id) => seen.size === seen.add(id).size);
}

type Say = (code: string, path: PropertyKey[], what: string) => void;

function checkOutline(outline: string, where: PropertyKey[], say: Say): void {
  const path = parsePath(outline);
  if (!path.ok) {
    say('broken-outline', where, `cannot be used: ${path.message}; draw or import it again`);
    return;
  }
  const region = flatten(path.segments);
  const b = boundsOf(region);
  if (Math.max(-b.minX, -b.minY, b.maxX, b.maxY) > LIMITS.reachMm)
    say('huge-outline', where, `reaches farther than ${LIMITS.reachMm / 1000} m; outlines are in millimetres`);
  else if (areaMm2(region) < LIMITS.areaMinMm2)
    say('empty-outline', where, 'encloses no cloth; it needs at least three corners that do not lie on one line');
}

/** What Zod cannot see: names that point nowhere, an order that is not one, outlines that enclose nothing. */
function checkMeaning(project: Project): Problem[] {
  const problems: Problem[] = [];
  const say: Say = (code, path, what) => {
    problems.push({ code, message: `${placeInWords(path, project)} ${what}.`, path: printPath(path) });
  };
  for (const list of ['pieces', 'fabrics', 'webs', 'irons', 'covers', 'surfaces', 'words', 'pictures'] as const) {
    const i = twice(project[list].map((item) => item.id));
    if (i >= 0)
      say(
        'duplicate-id',
        [list, i, 'id'],
        `is “${project[list][i]?.id}”, which another one has already; give each its own`,
      );
  }
  const fabrics = new Set(project.fabrics.map((f) => f.id));
  const webs = new Set(project.webs.map((w) => w.id));
  const known = (ids: Set<string>): string =>
    ids.size === 0 ? 'there is none yet' : `known are ${[...ids].slice(0, 8).join(', ')}${ids.size > 8 ? ', …' : ''}`;

  if (!fabrics.has(project.ground.fabricId))
    say(
      'unknown-fabric',
      ['ground', 'fabricId'],
      `is “${project.ground.fabricId}”, which is not among the fabrics; ${known(fabrics)}`,
    );
  if (!project.irons.some((iron) => iron.id === project.bench.ironId))
    say(
      'unknown-iron',
      ['bench', 'ironId'],
      `is “${project.bench.ironId}”, which is not among the irons; ${known(new Set(project.irons.map((i) => i.id)))}`,
    );

  project.webs.forEach((w, i) => {
    if (w.maxC < w.meltC)
      say(
        'web-limits',
        ['webs', i, 'maxC'],
        `is ${w.maxC}, below the ${w.meltC} °C at which it melts; check the leaflet`,
      );
  });

  const words = new Set(project.words.map((w) => w.id));
  const pictures = new Set(project.pictures.map((p) => p.id));
  project.words.forEach((w, i) => {
    if (!fabrics.has(w.fabricId))
      say(
        'unknown-fabric',
        ['words', i, 'fabricId'],
        `is “${w.fabricId}”, which is not among the fabrics; ${known(fabrics)}`,
      );
  });
  project.fabrics.forEach((f, i) => {
    if (f.photo && !pictures.has(f.photo.pictureId))
      say(
        'unknown-picture',
        ['fabrics', i, 'photo', 'pictureId'],
        `is “${f.photo.pictureId}”, which is not among the pictures; ${known(pictures)}`,
      );
  });
  project.webs.forEach((w, i) => {
    if (w.leafletPhotoId !== null && !pictures.has(w.leafletPhotoId))
      say(
        'unknown-picture',
        ['webs', i, 'leafletPhotoId'],
        `is “${w.leafletPhotoId}”, which is not among the pictures; ${known(pictures)}`,
      );
  });
  for (const [key, list] of [
    ['coverId', project.covers],
    ['surfaceId', project.surfaces],
  ] as const) {
    const wanted = project.bench[key];
    if (wanted !== null && !list.some((t) => t.id === wanted))
      say(
        'unknown-bench',
        ['bench', key],
        `is “${wanted}”, which is not among the project's own; ${known(new Set(list.map((t) => t.id)))}`,
      );
  }
  if (project.underlay && !pictures.has(project.underlay.pictureId))
    say(
      'unknown-picture',
      ['underlay', 'pictureId'],
      `is “${project.underlay.pictureId}”, which is not among the pictures; ${known(pictures)}`,
    );
  if (project.ground.outline !== null) checkOutline(project.ground.outline, ['ground', 'outline'], say);

  project.pieces.forEach((piece, i) => {
    if (piece.wordId !== null && !words.has(piece.wordId))
      say(
        'unknown-word',
        ['pieces', i, 'wordId'],
        `is “${piece.wordId}”, which is not among the words; ${known(words)}`,
      );
    if (!fabrics.has(piece.fabricId))
      say(
        'unknown-fabric',
        ['pieces', i, 'fabricId'],
        `is “${piece.fabricId}”, which is not among the fabrics; ${known(fabrics)}`,
      );
    if (piece.webId !== null && !webs.has(piece.webId))
      say('unknown-web', ['pieces', i, 'webId'], `is “${piece.webId}”, which is not among the webs; ${known(webs)}`);
    checkOutline(piece.outline, ['pieces', i, 'outline'], say);
  });

  const ids = new Set(project.pieces.map((p) => p.id));
  project.layering.pairs.forEach((pair, i) => {
    for (const key of ['under', 'over'] as const)
      if (!ids.has(pair[key]))
        say('unknown-piece', ['layering', 'pairs', i, key], `is “${pair[key]}”, which is not a piece of this project`);
  });
  const stray = project.order.findIndex((id) => !ids.has(id));
  if (stray >= 0) say('order', ['order', stray], `is “${project.order[stray]}”, which is not a piece of this project`);
  const repeated = twice(project.order);
  if (repeated >= 0)
    say(
      'order',
      ['order', repeated],
      `names “${project.order[repeated]}” a second time; each piece stands in the order once`,
    );
  const ordered = new Set(project.order);
  const missing = project.pieces.findIndex((p) => !ordered.has(p.id));
  if (missing >= 0)
    say(
      'order',
      ['order'],
      `leaves out piece “${project.pieces[missing]?.id}”; it must name every piece, back-most first`,
    );
  return problems;
}

/**
 * Reads anything as a project: checks format and version, migrates, validates, follows every reference.
 * Fields we do not know are kept. Never throws.
 * @returns the project, or at most 20 problems, each with a message that says which item, which field and what is allowed
 */
export function parseProject(raw: unknown): ParsedProject {
  const lifted = migrate(raw);
  if (!lifted.ok) return { ok: false, problems: [lifted.problem] };
  const result = projectSchema.safeParse(lifted.doc);
  const problems = result.success ? checkMeaning(result.data) : problemsFrom(result.error, lifted.doc);
  if (!result.success || problems.length > 0) {
    const told = problems.slice(0, TELL);
    const rest = problems.length - told.length;
    if (rest > 0) told.push({ code: 'more', message: `And ${rest} more like these.`, path: '' });
    return { ok: false, problems: told };
  }
  return { ok: true, project: keepUnknown(lifted.doc, result.data) };
}

/** Reads a project from JSON text. Never throws. */
export function parseProjectText(json: string): ParsedProject {
  try {
    return parseProject(JSON.parse(json));
  } catch {
    return {
      ok: false,
      problems: [
        {
          code: 'not-json',
          message: 'This file is not JSON, so it cannot be a project. Choose a file that ends in .seam.json.',
          path: '',
        },
      ],
    };
  }
}
