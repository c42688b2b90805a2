import {
  areaMm2,
  boundsOf,
  isTangled,
  isTooIntricate,
  linesOf,
  MOST_POINTS,
  normalise,
  parsePath,
  regionOf,
} from '../../base/shape';
import { STANDARD_GRAVITY_N_KG } from '../../base/units';
import { LIMITS } from './limits';
import { type Problem, placeInWords, problemPath } from './problems';
import type { Project } from './project';
import type { Iron } from './things';

// What Zod cannot see: names that point nowhere, an order that is not one, outlines that enclose nothing.
// Problems come one by one, so that whoever asks can stop after the first few.

type Found = Generator<Problem, void, undefined>;
type Path = readonly PropertyKey[];

function twice(ids: readonly string[]): number {
  const seen = new Set<string>();
  return ids.findIndex((id) => seen.size === seen.add(id).size);
}

/** What is wrong with an outline, or null. */
export function outlineFault(outline: string): { readonly code: string; readonly what: string } | null {
  const path = parsePath(outline);
  if (!path.ok) return { code: 'broken-outline', what: `cannot be used: ${path.message}; draw or import it again` };
  if (isTooIntricate(path.segments))
    return {
      code: 'intricate-outline',
      what: `has more than ${MOST_POINTS.toLocaleString('en')} points, which nothing could cut; simplify it in the program it was drawn with`,
    };
  const lines = linesOf(outline);
  const b = boundsOf(lines);
  if (Math.max(-b.minX, -b.minY, b.maxX, b.maxY) > LIMITS.reachMm)
    return {
      code: 'huge-outline',
      what: `reaches farther than ${LIMITS.reachMm / 1000} m; outlines are in millimetres`,
    };
  if (isTangled(lines, LIMITS.crossings))
    return {
      code: 'tangled-outline',
      what: `crosses itself more than ${LIMITS.crossings.toLocaleString('en')} times, so that nobody can tell what is fabric; draw it again, or unite its shapes first`,
    };
  if (areaMm2(normalise(lines)) < LIMITS.areaMinMm2)
    return {
      code: 'empty-outline',
      what: 'encloses no fabric; it needs at least three corners that do not lie on one line',
    };
  return null;
}

/** kPa under an iron: its mass and the lean, over the soleplate. */
export const ironPressureKPa = (iron: Pick<Iron, 'soleplate' | 'massKg' | 'leanN'>): number =>
  (iron.massKg * STANDARD_GRAVITY_N_KG + iron.leanN) /
  ((iron.soleplate.widthMm * iron.soleplate.lengthMm) / 1e6) /
  1000;

/**
 * What single things of a project say that cannot be, each looked at by itself.
 * @param changed whether a thing has to be looked at; by default all of them
 */
export function* thingProblems(project: Project, changed: (thing: object) => boolean = () => true): Found {
  const problem = (code: string, path: Path, what: string): Problem => ({
    code,
    message: `${placeInWords(path, project)} ${what}.`,
    path: problemPath(path),
  });
  for (const [i, w] of project.webs.entries()) {
    if (!changed(w)) continue;
    if (w.maxC < w.meltC)
      yield problem(
        'web-limits',
        ['webs', i, 'maxC'],
        `is ${w.maxC}, below the ${w.meltC} °C at which it melts; check the leaflet`,
      );
    yield* scraps(['webs', i, 'offcuts'], w.offcuts);
  }
  for (const [i, f] of project.fabrics.entries()) if (changed(f)) yield* scraps(['fabrics', i, 'stock'], f.stock);
  for (const [i, iron] of project.irons.entries()) {
    const kPa = changed(iron) ? ironPressureKPa(iron) : 0;
    if (kPa > LIMITS.pressureMaxKPa)
      yield problem(
        'iron-pressure',
        ['irons', i, 'leanN'],
        `makes ${Math.round(kPa).toLocaleString('en')} kPa with its mass on that soleplate, more than any press; check lean, mass and soleplate`,
      );
  }
  for (const [i, { ground }] of project.articles.entries()) {
    const fault = ground && ground.outline !== null && changed(ground) ? outlineFault(ground.outline) : null;
    if (fault) yield problem(fault.code, ['articles', i, 'ground', 'outline'], fault.what);
  }
  for (const [i, piece] of project.pieces.entries()) {
    const fault = changed(piece) ? outlineFault(piece.outline) : null;
    if (fault) yield problem(fault.code, ['pieces', i, 'outline'], fault.what);
  }

  function* scraps(path: Path, list: readonly { outline: string | null }[]): Found {
    for (const [k, scrap] of list.entries()) {
      const fault = scrap.outline === null ? null : outlineFault(scrap.outline);
      if (fault) yield problem(fault.code, [...path, k, 'outline'], fault.what);
    }
  }
}

/** Names of a project that point nowhere or stand twice, an order that is not one, and more cloth than there is. Quick: no outline is looked at. */
export function* referenceProblems(project: Project): Found {
  const problem = (code: string, path: Path, what: string): Problem => ({
    code,
    message: `${placeInWords(path, project)} ${what}.`,
    path: problemPath(path),
  });
  for (const list of [
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
  ] as const) {
    const i = twice(project[list].map((item) => item.id));
    if (i >= 0)
      yield problem(
        'duplicate-id',
        [list, i, 'id'],
        `is “${project[list][i]?.id}”, which another one has already; give each its own`,
      );
  }
  const ids = (list: readonly { id: string }[]): ReadonlySet<string> => new Set(list.map((t) => t.id));
  const known = (of: ReadonlySet<string>): string =>
    of.size === 0 ? 'there is none yet' : `known are ${[...of].slice(0, 8).join(', ')}${of.size > 8 ? ', …' : ''}`;
  const missing = (code: string, path: Path, id: string, of: ReadonlySet<string>, among: string): Problem =>
    problem(code, path, `is “${id}”, which is not among ${among}; ${known(of)}`);

  const fabrics = ids(project.fabrics);
  const webs = ids(project.webs);
  const irons = ids(project.irons);
  const words = ids(project.words);
  const pictures = ids(project.pictures);
  const articles = ids(project.articles);
  const { bench, underlay } = project;
  for (const [i, { ground }] of project.articles.entries())
    if (ground && !fabrics.has(ground.fabricId))
      yield missing('unknown-fabric', ['articles', i, 'ground', 'fabricId'], ground.fabricId, fabrics, 'the fabrics');
  const belongs: readonly (readonly [Path, string])[] = [
    ...project.pieces.map((p, i) => [['pieces', i, 'articleId'], p.articleId] as const),
    ...project.words.map((w, i) => [['words', i, 'articleId'], w.articleId] as const),
    ...(underlay ? [[['underlay', 'articleId'], underlay.articleId] as const] : []),
  ];
  for (const [path, articleId] of belongs)
    if (!articles.has(articleId)) yield missing('unknown-article', path, articleId, articles, 'the articles');
  if (!irons.has(bench.ironId)) yield missing('unknown-iron', ['bench', 'ironId'], bench.ironId, irons, 'the irons');
  for (const [i, w] of project.words.entries())
    if (!fabrics.has(w.fabricId))
      yield missing('unknown-fabric', ['words', i, 'fabricId'], w.fabricId, fabrics, 'the fabrics');
  for (const [i, f] of project.fabrics.entries())
    if (f.photo && !pictures.has(f.photo.pictureId))
      yield missing(
        'unknown-picture',
        ['fabrics', i, 'photo', 'pictureId'],
        f.photo.pictureId,
        pictures,
        'the pictures',
      );
  for (const [i, w] of project.webs.entries())
    if (w.leafletPhotoId !== null && !pictures.has(w.leafletPhotoId))
      yield missing('unknown-picture', ['webs', i, 'leafletPhotoId'], w.leafletPhotoId, pictures, 'the pictures');
  for (const [path, wanted, list] of [
    [['bench', 'coverIds', 'fuse'], bench.coverIds.fuse, project.covers],
    [['bench', 'coverIds', 'bond'], bench.coverIds.bond, project.covers],
    [['bench', 'surfaceId'], bench.surfaceId, project.surfaces],
  ] as const)
    if (wanted !== null && !list.some((t) => t.id === wanted))
      yield missing('unknown-bench', path, wanted, ids(list), "the project's own");
  if (underlay && !pictures.has(underlay.pictureId))
    yield missing('unknown-picture', ['underlay', 'pictureId'], underlay.pictureId, pictures, 'the pictures');

  for (const [i, piece] of project.pieces.entries()) {
    if (piece.wordId !== null && !words.has(piece.wordId))
      yield missing('unknown-word', ['pieces', i, 'wordId'], piece.wordId, words, 'the words');
    if (!fabrics.has(piece.fabricId))
      yield missing('unknown-fabric', ['pieces', i, 'fabricId'], piece.fabricId, fabrics, 'the fabrics');
    if (piece.webId !== null && !webs.has(piece.webId))
      yield missing('unknown-web', ['pieces', i, 'webId'], piece.webId, webs, 'the webs');
  }

  const pieces = ids(project.pieces);
  for (const [i, pair] of project.layering.pairs.entries())
    for (const key of ['under', 'over'] as const)
      if (!pieces.has(pair[key]))
        yield problem(
          'unknown-piece',
          ['layering', 'pairs', i, key],
          `is “${pair[key]}”, which is not a piece of this project`,
        );
  const stray = project.order.findIndex((id) => !pieces.has(id));
  if (stray >= 0)
    yield problem('order', ['order', stray], `is “${project.order[stray]}”, which is not a piece of this project`);
  const repeated = twice(project.order);
  if (repeated >= 0)
    yield problem(
      'order',
      ['order', repeated],
      `names “${project.order[repeated]}” a second time; each piece stands in the order once`,
    );
  const ordered = new Set(project.order);
  const left = project.pieces.find((p) => !ordered.has(p.id));
  if (left)
    yield problem('order', ['order'], `leaves out piece “${left.id}”; it must name every piece, back-most first`);
}

/** More cloth than a sewing room has ever seen: a count or a size has slipped. */
export function* clothProblems(project: Project): Found {
  let mm2 = 0;
  const made = new Map(project.articles.map((a) => [a.id, a.count]));
  for (const piece of project.pieces) {
    const b = boundsOf(regionOf(piece.outline));
    mm2 += piece.count * (made.get(piece.articleId) ?? 1) * (b.maxX - b.minX) * (b.maxY - b.minY);
    if (mm2 > LIMITS.clothMaxM2 * 1e6) {
      yield {
        code: 'too-much-cloth',
        message: `With all their copies these pieces take more than ${LIMITS.clothMaxM2.toLocaleString('en')} m² of fabric. Check the sizes and how many of each are made.`,
        path: 'pieces',
      };
      return;
    }
  }
}
