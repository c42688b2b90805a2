import { lastOf, nth } from '../../base/lists';
import {
  type Area,
  areaMm2,
  areasOver,
  band,
  boundsOf,
  crossesItself,
  difference,
  EdgeGrid,
  edgesOf,
  holesOf,
  intersection,
  isClosed,
  isInside,
  joinedLines,
  type Line,
  lineMm,
  linesOutside,
  linesWithin,
  offset,
  openRings,
  type Point,
  placesAlong,
  type Region,
  type Ring,
  ringsOf,
  stretchOf,
  union,
} from '../../base/shape';

/** An upper piece that a lower one joins. */
export interface Upper {
  readonly region: Region;
  /** Their edges only meet. */
  readonly meets: boolean;
}

/** Edges that come this near to one another are taken to meet, mm. */
const MEET_MM = 1;
/** What is added stays this far inside an upper piece's other edges, mm: cut a little askew it still does not peep out. */
export const INSIDE_MM = 1.5;
/** Near the join itself that distance is reached in as many steps, each as long as it, mm. */
const TAPER_STEPS = 3;
/** An overlap that was drawn is kept as it is from so much of the underlap on, and from so many mm: it bears a slip of 2 mm. */
const ENOUGH = { ofUnderlap: 0.5, leastMm: 3 } as const;
/** So far apart an edge is looked at for whether the lower piece runs on, mm. */
const LOOK_MM = 1;
/** What is missing over no more than this is the lower piece's own side running in under the upper one, mm; and so many times the underlap where it lies at the end of a join. */
const OWN_SIDE = { mm: 1.5, times: 1.5 } as const;
/** A tip no wider than this that was drawn to run in under an upper piece, be it by this little, stays as it was drawn: a lobe on it would be no work for scissors, mm. */
const TIP_MM = 10;
const TUCKED_MM = 0.4;
/** Corners of what is added are rounded by this, and hollows narrower than twice that are filled, mm. */
const SMOOTH = { cornerMm: 1, hollowMm: 3 } as const;
/** Holes that are left beneath an upper piece are closed when they are narrower than this, mm: nobody cuts them. Common practice, no source. */
export const CLOSED_BELOW_MM = 20;
/** Hidden edges need not be round to a hair, mm. */
const HIDDEN_TOLERANCE_MM = 0.25;
/** Edges shorter than this are no work for scissors, mm. */
const SHORTEST_MM = 1;
/** Strips added that are narrower than twice this are left out, mm. */
const SCRAP_MM = 0.2;
/** A stretch this short at the end of a join is none of it, mm: a few times the hair. */
const HOOK_MM = 0.15;
/** The clipper's rounding, mm and mm². */
const HAIR_MM = 0.02;
const NOTHING_MM2 = 0.05;

/** Dilates and erodes by the same distance, corners kept: what is narrower than twice it is filled. */
export const closed = (region: Region, byMm: number, corners: 'round' | 'miter' = 'miter'): Region =>
  offset(offset(region, byMm, corners, HIDDEN_TOLERANCE_MM), -byMm, corners, HIDDEN_TOLERANCE_MM);

/** What is filled when gaps narrower than this are closed, without the slivers that the clipper's rounding leaves along every edge. */
function gapsIn(region: Region, widthMm: number): Region {
  const gap = difference(closed(region, widthMm / 2), region);
  return gap.length === 0 ? gap : offset(offset(gap, -SLIVER_MM, 'miter'), 2 * SLIVER_MM, 'miter');
}
const SLIVER_MM = 0.005;

/** Several pieces as one, hairs between them closed. */
function asOne(regions: readonly Region[]): Region {
  const all = union(...regions);
  const boxes = all.map((a) => boundsOf([a.outer]));
  const near = boxes.some((a, i) =>
    boxes.some(
      (b, k) =>
        k < i &&
        a.minX < b.maxX + MEET_MM &&
        b.minX < a.maxX + MEET_MM &&
        a.minY < b.maxY + MEET_MM &&
        b.minY < a.maxY + MEET_MM,
    ),
  );
  if (!near) return all;
  const gaps = gapsIn(all, MEET_MM);
  return gaps.length > 0 ? union(all, gaps) : all;
}

/** The hair between a piece and upper ones whose edges only meet it; nothing past the ends of the hair, nor where a lower piece is seen in it: no ground shows there. */
function hairTo(region: Region, uppers: readonly Upper[], lowers: readonly Region[]): Region {
  const meeting = uppers.filter((u) => u.meets).map((u) => u.region);
  if (meeting.length === 0) return [];
  const upper = union(...meeting);
  const near = intersection(offset(region, MEET_MM), offset(upper, MEET_MM));
  const hair = intersection(gapsIn(union(region, upper), MEET_MM), near);
  return areasOver(lowers.length > 0 ? difference(hair, ...lowers) : hair, NOTHING_MM2);
}

/** The edge along which a piece is seen to join what lies over it, as lines. */
function joinLines(visible: Region, upper: Region): Line[] {
  return joinedLines(linesWithin(openRings(visible), offset(upper, HAIR_MM, 'miter')))
    .map(withoutHooks)
    .filter((line) => lineMm(line) > LOOK_MM / 2);
}

/** Where a join ends the piece's own side begins, a hair of which was caught too: it would turn the end of the join round the corner. */
function withoutHooks(line: Line): Line {
  if (isClosed(line)) return line;
  const points = [...line];
  const short = (a: Point | undefined, b: Point | undefined): boolean =>
    a !== undefined && b !== undefined && Math.hypot(a.x - b.x, a.y - b.y) < HOOK_MM;
  while (points.length > 2 && short(points[0], points[1])) points.shift();
  while (points.length > 2 && short(points.at(-1), points.at(-2))) points.pop();
  return points;
}

/** Those stretches of a join at which the lower piece does not run on far enough. */
function lackingOf(line: Line, region: Region, upper: Region, underlapMm: number): Line[] {
  const enoughMm = Math.min(underlapMm, Math.max(ENOUGH.leastMm, ENOUGH.ofUnderlap * underlapMm));
  const places = placesAlong(line, LOOK_MM);
  const lacks = places.map(({ x, y, dx, dy }): boolean => {
    const at = (way: number, mm: number): Point => ({ x: x - way * dy * mm, y: y + way * dx * mm });
    const way = isInside(upper, at(1, 3 * HAIR_MM)) ? 1 : -1;
    // Under a narrow piece as far as it goes without peeping out.
    let needMm = enoughMm;
    while (needMm >= LOOK_MM / 2 && !isInside(upper, at(way, needMm + INSIDE_MM))) needMm -= LOOK_MM / 2;
    return needMm >= LOOK_MM / 2 && !isInside(region, at(way, needMm));
  });
  if (lineMm(line) <= TIP_MM && !isClosed(line)) {
    const { x, y, dx, dy } = nth(places, places.length >> 1);
    const beside = (way: number): Point => ({ x: x - way * dy * TUCKED_MM, y: y + way * dx * TUCKED_MM });
    if (isInside(region, beside(1)) && isInside(region, beside(-1))) return [];
  }
  if (lacks.every((l) => l)) return [line];
  const whole = lineMm(line);
  const stepMm = whole / places.length;
  const runs: { from: number; to: number }[] = [];
  lacks.forEach((lack, i) => {
    const last = runs.at(-1);
    if (!lack) return;
    if (last && last.to === i) last.to = i + 1;
    else runs.push({ from: i, to: i + 1 });
  });
  const round = isClosed(line);
  const first = runs[0];
  // On a closed line the last run goes on with the first.
  if (round && first && runs.length > 1 && first.from === 0 && lastOf(runs).to === lacks.length) {
    const last = lastOf(runs);
    runs.splice(-1, 1);
    runs[0] = { from: last.from - lacks.length, to: first.to };
  }
  return runs.flatMap(({ from, to }): Line[] => {
    const length = (to - from) * stepMm;
    const atEnd = !round && (from === 0 || to === lacks.length);
    if (length <= (atEnd ? Math.max(OWN_SIDE.mm, OWN_SIDE.times * enoughMm) : OWN_SIDE.mm)) return [];
    if (from >= 0) return [stretchOf(line, from * stepMm, to * stepMm)];
    return [[...stretchOf(line, whole + from * stepMm, whole), ...stretchOf(line, 0, to * stepMm).slice(1)]];
  });
}

/** The rim of an upper piece that nothing is added to: along its edges other than the join, growing from nothing where the join ends. */
function rimOf(upper: Region, joins: readonly Line[]): Region {
  const along = band(joins, 4 * HAIR_MM, 'butt');
  const far = joinedLines(linesOutside(openRings(upper), along));
  const rims: Region[] = [];
  for (let step = 1; step <= TAPER_STEPS; step++) {
    const byMm = (2 * INSIDE_MM * step) / TAPER_STEPS;
    const lines = far.flatMap((line): Line[] => {
      if (isClosed(line)) return step === TAPER_STEPS ? [line] : [];
      const whole = lineMm(line);
      const cut = step * INSIDE_MM;
      return whole > 2 * cut ? [stretchOf(line, cut, whole - cut)] : [];
    });
    if (lines.length > 0) rims.push(band(lines, byMm, 'round', HIDDEN_TOLERANCE_MM));
  }
  return union(...rims);
}

/**
 * What a piece is made larger by so that it runs on beneath the upper pieces that it joins: only where it does not run on far enough as drawn,
 * its sides continued, its corners rounded, never within {@link INSIDE_MM} of an upper piece's other edges.
 * @param region the piece with any hair to what it meets
 * @param visible what of it is seen
 * @param upper everything over it, as one region
 */
function growthOf(region: Region, visible: Region, upper: Region, underlapMm: number): Region {
  const joins = joinLines(visible, upper);
  const lacking = joins.flatMap((line) => lackingOf(line, region, upper, underlapMm));
  if (lacking.length === 0) return [];
  const bands = [
    band(
      lacking.filter((l) => !isClosed(l)),
      2 * underlapMm,
      'butt',
      HIDDEN_TOLERANCE_MM,
    ),
    band(
      lacking.filter(isClosed).map((l) => l.slice(0, -1)),
      2 * underlapMm,
      'closed',
      HIDDEN_TOLERANCE_MM,
    ),
  ];
  const room = difference(upper, rimOf(upper, joins));
  const added = intersection(union(...bands), room);
  const rough = union(region, added);
  const filled = union(rough, intersection(closed(rough, SMOOTH.hollowMm, 'round'), room));
  const opened = offset(
    offset(filled, -SMOOTH.cornerMm, 'round', HIDDEN_TOLERANCE_MM),
    SMOOTH.cornerMm,
    'round',
    HIDDEN_TOLERANCE_MM,
  );
  const growth = intersection(difference(intersection(filled, opened), region), room);
  // What is next to nothing wide runs along the piece's own hidden edge: no work for scissors.
  return offset(offset(growth, -SCRAP_MM, 'miter'), SCRAP_MM + HAIR_MM, 'miter');
}

/** Holes that what was added has left beneath upper pieces, and that nobody would cut. */
function leftHoles(region: Region, drawn: Region, upper: Region): Region {
  const own = holesOf(drawn).map((h) => areaMm2([h]));
  return holesOf(region).filter((hole) => {
    const area = areaMm2([hole]);
    if (own.some((a) => Math.abs(a - area) < 10 * NOTHING_MM2)) return false;
    const b = boundsOf([hole]);
    const narrow = Math.min(b.maxX - b.minX, b.maxY - b.minY) < CLOSED_BELOW_MM;
    return narrow && areaMm2(difference([hole], upper)) < NOTHING_MM2;
  });
}

const spot = (p: Point): string => `${Math.round(p.x * 1000)} ${Math.round(p.y * 1000)}`;

/** Takes short edges out of a ring where they are new and hidden: a point that lies on no drawn line goes, if the line moves by next to nothing. */
function tidyRing(ring: Ring, isCorner: (p: Point) => boolean, isDrawn: (p: Point) => boolean): Ring {
  const points = [...ring];
  const drawn = points.map(isDrawn);
  const corner = points.map(isCorner);
  for (let i = 0; i < points.length && points.length > 4; ) {
    const n = points.length;
    const k = (i + 1) % n;
    const a = nth(points, i);
    const b = nth(points, k);
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    // A step of a hair beside the drawn line is none of it; a point of the drawing itself always stays.
    const step = length < HOOK_MM && !(corner[i] && corner[k]);
    if (length >= SHORTEST_MM || (drawn[i] && drawn[k] && !step)) {
      i += 1;
      continue;
    }
    const stays = (n: number): boolean => (step ? corner[n] : drawn[n]) ?? false;
    const gone = stays(k) ? i : stays(i) ? k : strays(points, i) <= strays(points, k) ? i : k;
    points.splice(gone, 1);
    drawn.splice(gone, 1);
    corner.splice(gone, 1);
    i = Math.max(0, i - 2);
  }
  return points;
}
/** How far a line moves when one of its points goes, mm. */
function strays(points: readonly Point[], i: number): number {
  const n = points.length;
  const a = nth(points, (i + n - 1) % n);
  const p = nth(points, i);
  const b = nth(points, (i + 1) % n);
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  return length === 0 ? 0 : Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length;
}

function tidied(outline: Region, drawn: Region): Region {
  const corners = new Set(openRings(drawn).flatMap((line) => line.map(spot)));
  const grid = new EdgeGrid(edgesOf(drawn), 4);
  const isCorner = (p: Point): boolean => corners.has(spot(p));
  const isDrawn = (p: Point): boolean => isCorner(p) || grid.nearest(p, HAIR_MM + SLIVER_MM) !== null;
  const tidy = outline.map(
    (area): Area => ({
      outer: tidyRing(area.outer, isCorner, isDrawn),
      holes: area.holes.map((hole) => tidyRing(hole, isCorner, isDrawn)),
    }),
  );
  // A line that would cross itself without its short edges keeps them.
  return crossesItself(ringsOf(tidy)) ? outline : tidy;
}

/** A piece joined to what lies over it. */
export interface Joined {
  /** What of it is seen, the hair to what it meets included. */
  readonly visible: Region;
  /** What is cut: the drawn outline itself where it runs on far enough everywhere. */
  readonly outline: Region;
  /** Everything over it. */
  readonly upper: Region;
}

/**
 * Joins a piece to the upper pieces that overlap or meet it. What was drawn is kept; where it does not run on beneath an upper piece far enough, it is made larger.
 * @param byUnderlap the upper pieces, by the underlap asked for, mm
 * @param lowers pieces that it lies on or meets
 */
export function joinedTo(
  region: Region,
  byUnderlap: ReadonlyMap<number, readonly Upper[]>,
  lowers: readonly Region[],
): Joined {
  const uppers = [...byUnderlap.values()].flat();
  const upper = asOne(uppers.map((u) => u.region));
  const hair = hairTo(region, uppers, lowers);
  const whole = hair.length > 0 ? union(region, hair) : region;
  const visible = difference(whole, upper);
  if (areaMm2(visible) < NOTHING_MM2) return { visible: [], outline: region, upper };
  const added: Region[] = [];
  for (const [underlapMm, list] of byUnderlap) {
    if (underlapMm <= 0) continue;
    const over = byUnderlap.size === 1 ? upper : asOne(list.map((u) => u.region));
    const growth = growthOf(whole, visible, over, underlapMm);
    if (areaMm2(growth) > NOTHING_MM2) added.push(growth);
  }
  if (added.length === 0 && hair.length === 0) return { visible, outline: region, upper };
  const grown = areasOver(union(whole, ...added), NOTHING_MM2).filter(
    (a) => areaMm2(intersection([a], region)) > NOTHING_MM2,
  );
  const holes = leftHoles(grown, region, upper);
  const outline = tidied(holes.length > 0 ? union(grown, holes) : grown, region);
  // What was added may have been so narrow that nothing of it is left: then the piece is as drawn.
  return { visible, outline: areaMm2(outline) - areaMm2(region) < NOTHING_MM2 ? region : outline, upper };
}

/** Holes of a piece that upper pieces fill: a whole base has none of them. */
export const filledHoles = (region: Region, upper: Region): Region =>
  holesOf(region).filter((hole) => areaMm2(difference([hole], offset(upper, MEET_MM / 2))) < NOTHING_MM2);
