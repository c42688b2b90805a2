import { inMap, nth } from '../../base/lists';
import {
  type Affine,
  applyTo,
  type Bounds,
  boundsOf,
  composed,
  distanceToEdge,
  isBox,
  isInside,
  labelSpot,
  linesOf,
  openLines,
  type Point,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringsOf,
  rotation,
  strokedRing,
  transformRegion,
  translation,
} from '../../base/shape';
import { formatMass } from '../../base/units';
import { notMade, patchesOf, ROUGH_CUT_MM, roughCutOf, stripsInFold } from '../../cut/layout';
import { type Boxed, layInFewestRows, layInRows } from '../../cut/nest';
import { type DrawnMark, type LineUse, lookup, type Plan, type Project, pieceName } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { line, type Mark, type SheetDocument, type SheetPage, type Stroke, words } from './marks';
import { nothingPage } from './nothing';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper, TITLE_BLOCK_MM } from './paper';
import { drawingArea, tileDrawing } from './tile';
import { pageFoot, SNIP_LINE, titleBlock, wholeArea } from './title-block';
import { textWidthMm, wrapped } from './type';

interface Item extends Boxed {
  readonly pieceId: string;
  readonly region: Region;
  /** Edges of what is seen that lie inside the outline, drawn dotted. */
  readonly dotted: readonly Point[][];
  /** Lines and dots on it, each with how it is drawn. */
  readonly marks: readonly { readonly line: readonly Point[]; readonly closed: boolean; readonly stroke: Stroke }[];
  /** The middle of the web that may be cut out, drawn fine. */
  readonly middle: Region;
  readonly number: number;
  readonly label: string;
  readonly fabric: string;
  readonly note: string;
  /** Which of how many copies it is; nothing where there is one. */
  readonly copies: string;
}

const NUMBER_MM = 6;
const SMALL_MM = 2.8;
/** From one line of a callout beneath an outline to the next, mm. */
const TAG_LINE_MM = 3.5;
/** Length of the tick where the peel starts, mm. */
const PEEL_MM = 3;
/** Below this distance to the edge not even a number can be read inside the shape, mm. */
const NUMBER_ROOM_MM = 3;
/** Below this distance to the edge lines of text have no room beneath the number, mm. */
const TEXT_ROOM_MM = 8;

/**
 * Every copy that is drawn on one web's liner, grouped by fabric.
 * @param drawn false: only its box is wanted, and what is drawn inside the outline is left out
 */
function itemsOf(
  project: Project,
  plan: Plan,
  webId: string | null,
  keep: (pieceId: string) => boolean,
  by: 'cloth' | 'unit',
  drawn = true,
): Item[] {
  const look = lookup(project);
  const byPiece = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const ruled = drawn ? ruledIn(project, plan) : new Set<string>();
  const items = plan.tracings
    .filter((t) => (byPiece.get(t.pieceId) ?? null) === webId && keep(t.pieceId))
    .flatMap((t) => {
      const piece = look.piece(t.pieceId);
      const region = regionOf(t.outline, ROUGH_TOLERANCE_MM);
      const b = boundsOf(region);
      const number = look.number(piece.id);
      // What is ruled is drawn once, as a template.
      const cut = look.copiesOf(piece);
      const copies = ruled.has(piece.id) ? 1 : cut;
      const told = {
        number,
        label: pieceName(piece, number),
        fabric: look.fabricOf(piece).name,
        note: t.code === 'no-care' ? 'either way round' : t.mirrored ? 'reversed' : 'as seen',
      };
      const tag = tagOf(
        { ...told, copies: copies < cut ? `template, cut ${cut}` : copies > 1 ? `${copies} of ${copies}` : '' },
        region,
      );
      const item: Item = {
        ...told,
        pieceId: piece.id,
        region: transformRegion(region, translation(-b.minX, -b.minY)),
        dotted: drawn
          ? dottedLines(t.dotted, region).map((line) => line.map((p) => ({ x: p.x - b.minX, y: p.y - b.minY })))
          : [],
        marks: drawn ? markLines(t.marks, translation(-b.minX, -b.minY)) : [],
        middle:
          t.webMiddle === '' || !drawn
            ? []
            : transformRegion(regionOf(t.webMiddle, ROUGH_TOLERANCE_MM), translation(-b.minX, -b.minY)),
        copies: copies < cut ? `template, cut ${cut}` : '',
        ...labelledBox(b, tag),
      };
      return Array.from({ length: copies }, (_, i) =>
        copies === 1 ? item : { ...item, copies: `${i + 1} of ${copies}` },
      );
    });
  const groupOf = (i: Item): string => (by === 'cloth' ? i.fabric : (look.piece(i.pieceId).unit ?? '\uffff'));
  // Larger ones first within each group.
  return items.sort((a, b) => groupOf(a).localeCompare(groupOf(b)) || b.heightMm - a.heightMm || a.number - b.number);
}

/** Nearer to the outline than this a seen edge is the outline itself, mm. */
const ON_OUTLINE_MM = 0.3;

/** Where an upper piece's edge will lie on this one: the edges of what is seen that are not the outline itself. */
function dottedLines(visible: string, outline: Region): Point[][] {
  if (visible === '') return [];
  const lines: Point[][] = [];
  for (const ring of linesOf(visible, ROUGH_TOLERANCE_MM)) {
    let run: Point[] = [];
    const flush = (): void => {
      if (run.length > 1) lines.push(run);
      run = [];
    };
    for (let i = 0; i < ring.length; i++) {
      const a = nth(ring, i);
      const b = nth(ring, (i + 1) % ring.length);
      if (distanceToEdge(outline, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }) > ON_OUTLINE_MM) {
        if (run.length === 0) run.push(a);
        run.push(b);
      } else flush();
    }
    flush();
  }
  return lines;
}

const MARK_STROKES: Readonly<Record<LineUse, Stroke>> = {
  stitch: 'dotted',
  cut: 'outline',
  paint: 'fine',
  crease: 'fold',
};
/** Corners of a dot drawn as a polygon: round to the eye. */
const DOT_CORNERS = 24;

/** Lines and dots of a piece as they are drawn on a sheet. */
export function markLines(marks: readonly DrawnMark[], move: Affine): Item['marks'] {
  return marks.flatMap((mark): Item['marks'] => {
    if (mark.is === 'line')
      return openLines(mark.path, ROUGH_TOLERANCE_MM).map((line) => ({
        line: line.map((p) => applyTo(move, p)),
        closed: false,
        stroke: MARK_STROKES[mark.use],
      }));
    const round = Array.from({ length: DOT_CORNERS }, (_, i): Point => {
      const a = (2 * Math.PI * i) / DOT_CORNERS;
      return applyTo(move, {
        x: mark.xMm + (mark.acrossMm / 2) * Math.cos(a),
        y: mark.yMm + (mark.acrossMm / 2) * Math.sin(a),
      });
    });
    return [{ line: round, closed: true, stroke: mark.use === 'hole' ? 'outline' : 'fine' }];
  });
}

/** Where the peel starts: a tick at the middle of the longest edge, for a snip into the liner before fusing. */
export function peelTick(region: Region): Mark[] {
  let longest = 0;
  let tick: Mark[] = [];
  for (const ring of ringsOf(region))
    for (let i = 0; i < ring.length; i++) {
      const a = nth(ring, i);
      const b = nth(ring, (i + 1) % ring.length);
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      if (length <= longest) continue;
      longest = length;
      const x = (a.x + b.x) / 2;
      const y = (a.y + b.y) / 2;
      const nx = (b.y - a.y) / length;
      const ny = (a.x - b.x) / length;
      // Inwards, so that it never leaves the page.
      const inwards = isInside(region, { x: x + nx * 0.05, y: y + ny * 0.05 }) ? 1 : -1;
      tick = [line('fine', x, y, x + inwards * nx * PEEL_MM, y + inwards * ny * PEEL_MM)];
    }
  return tick;
}

/** A callout’s lines are no longer than this, mm. */
const TAG_MM = 70;

/** What stands in a callout beneath an outline: number and name, cloth, way round, copy; nothing where all of it has room inside. */
export function tagOf(item: Pick<Item, 'number' | 'label' | 'fabric' | 'note' | 'copies'>, region: Region): string[] {
  const { roomMm } = labelSpot(region);
  const lines = [item.label, item.fabric, item.note, item.copies].filter((text) => text !== '');
  const fits = lines.every((text) => textWidthMm(text, SMALL_MM) / 2 < roomMm);
  if (roomMm > TEXT_ROOM_MM && fits) return [];
  return [`${item.label} (${item.number})`, ...lines.slice(1)].flatMap((text) => wrapped(text, TAG_MM, SMALL_MM));
}

/** What an outline takes up with its callout beneath, as it lies and turned a quarter. */
export function labelledBox(b: Bounds, tag: readonly string[]): Boxed {
  const [w, h] = [b.maxX - b.minX, b.maxY - b.minY];
  const wide = Math.max(0, ...tag.map((text) => textWidthMm(text, SMALL_MM)));
  const tagMm = tag.length * TAG_LINE_MM;
  return {
    widthMm: Math.max(w, wide),
    heightMm: h + tagMm,
    turned: { widthMm: Math.max(h, wide), heightMm: w + tagMm },
  };
}

/** A shape where it lies on a page, turned a quarter or not. @param region from its own upper left corner */
export const layOnPage = (region: Region, x: number, y: number, turned: boolean): Affine => {
  const b = boundsOf(region);
  const turn = turned ? composed(rotation(90), translation(b.maxY - b.minY, 0)) : translation(0, 0);
  return composed(turn, translation(PAGE_MARGIN_MM + x, PAGE_MARGIN_MM + y));
};

/** Number, name, fabric and way round, reading right whichever way the outline lies; a grain arrow where there is room. */
export function labelMarks(
  item: Pick<Item, 'number' | 'label' | 'fabric' | 'note' | 'copies'>,
  region: Region,
  turned: boolean,
): Mark[] {
  const b = boundsOf(region);
  const spot = labelSpot(region);
  const marks: Mark[] = [];
  if (spot.roomMm >= NUMBER_ROOM_MM) {
    const size = Math.min(NUMBER_MM, spot.roomMm);
    marks.push(words(spot.x, spot.y + size * 0.1, size, String(item.number), 'middle', true));
  }
  const tag = tagOf(item, region);
  const inside = tag.length > 0 ? [] : [item.label, item.fabric, item.note, item.copies].filter((text) => text !== '');
  tag.forEach((text, i) => {
    marks.push(words(b.minX, b.maxY + (i + 1) * TAG_LINE_MM - 0.6, SMALL_MM, text));
  });
  inside.forEach((text, i) => {
    marks.push(words(spot.x, spot.y + 4.2 + i * 3.6, SMALL_MM, text, 'middle'));
  });
  if (spot.roomMm > 14) {
    const [dx, dy] = turned ? [1, 0] : [0, 1];
    const r = Math.min(spot.roomMm - 2, 18);
    const at = (along: number, across: number): [number, number] => [
      spot.x + dx * along + dy * across - (turned ? 0 : spot.roomMm * 0.62),
      spot.y + dy * along + dx * across - (turned ? spot.roomMm * 0.62 : 0),
    ];
    const reach = r * 0.45;
    marks.push(
      line('fine', ...at(-reach, 0), ...at(reach, 0)),
      line('fine', ...at(-reach + 2.5, -1.2), ...at(-reach, 0), ...at(-reach + 2.5, 1.2)),
      line('fine', ...at(reach - 2.5, -1.2), ...at(reach, 0), ...at(reach - 2.5, 1.2)),
    );
  }
  return marks;
}

/** Pieces that are ruled edge to edge on whole sheets: one template shows what is cut into each of them. */
const ruledIn = (project: Project, plan: Plan): ReadonlySet<string> =>
  new Set(patchesOf(project, plan).patches.flatMap((p) => (p.flush && !p.over ? p.pieceIds : [])));

/** Whether a piece’s line is drawn on the web’s liner at all: what is cut from its right side, by a machine or in straight lines by a ruler is not traced, nor what no window shows. */
function tracedOnLiner(project: Project, plan: Plan): (pieceId: string) => boolean {
  const look = lookup(project);
  const unseen = notMade(plan);
  const ruled = ruledIn(project, plan);
  const isPlain = (id: string): boolean => {
    const t = plan.tracings.find((x) => x.pieceId === id);
    return t !== undefined && t.marks.length === 0 && isBox(regionOf(t.outline, ROUGH_TOLERANCE_MM));
  };
  // Tape that is laid into a turning has no shape to draw.
  return (id) =>
    ROUTE_FACTS[look.routeOf(look.piece(id))].drawnOn === 'liner' &&
    look.piece(id).part?.role !== 'turning' &&
    !unseen.has(id) &&
    !(ruled.has(id) && isPlain(id));
}

type Rows = readonly { readonly item: Item; readonly x: number; readonly y: number; readonly turned: boolean }[];
/** Pages that bear the very same lines are one page, used several times. */
interface Alike {
  readonly rows: Rows;
  readonly usedMm: number;
  /** What is drawn from it in place of each row's own item, the first time included. */
  readonly items: readonly (readonly Item[])[];
}
const linesKey = ({ item, x, y, turned }: Rows[number]): string =>
  JSON.stringify([item.region, item.dotted, item.marks, item.middle, item.note, x, y, turned], (_, v) =>
    typeof v === 'number' ? Math.round(v * 100) : v,
  );
/** Gathers pages that are alike, in the order of the first of each. */
function alikePages(strips: readonly { readonly rows: Rows; readonly usedMm: number }[]): Alike[] {
  const found = new Map<string, Alike & { items: Item[][] }>();
  for (const { rows, usedMm } of strips) {
    const key = rows.map(linesKey).join(' ');
    const there = found.get(key);
    if (there) rows.forEach(({ item }, i) => void there.items[i]?.push(item));
    else found.set(key, { rows, usedMm, items: rows.map(({ item }) => [item]) });
  }
  return [...found.values()];
}
/** More numbers than these are counted. */
const NUMBERS_TOLD = 6;
/** What stands in a shape that is drawn for several: one piece by its name, several by their numbers. */
function labelOfAll(items: readonly Item[]): Item {
  const first = nth(items, 0);
  if (items.length === 1) return first;
  const numbers = [...new Set(items.map((i) => i.number))];
  const rest = numbers.filter((n) => n !== first.number);
  const told = rest.slice(0, NUMBERS_TOLD).join(', ') + (rest.length > NUMBERS_TOLD ? ' and more' : '');
  return rest.length === 0 ? { ...first, copies: '' } : { ...first, label: `also for ${told}`, fabric: '', copies: '' };
}

const WAY_LINE = 'Trace as drawn here: what must be reversed is reversed already.';

/**
 * The outlines as they are drawn, one run of pages a web, at true size. Shapes larger than a page are tiled.
 * @param plan the plan of this very project
 * @param by what is drawn together: pieces of one cloth, which are rough-cut and fused together, or pieces of one unit
 */
export function tracingSheets(
  project: Project,
  plan: Plan,
  paper: Paper,
  by: 'cloth' | 'unit' = 'cloth',
): SheetDocument {
  const facts = PAPER_FACTS[paper];
  const traced = tracedOnLiner(project, plan);
  const used = new Set(plan.choices.filter((c) => traced(c.pieceId)).map((c) => c.webId));
  const sections = [...project.webs.filter((w) => used.has(w.id)), ...(used.has(null) ? [null] : [])];
  const pages: SheetPage[] = [];
  for (const web of sections) {
    const title = web
      ? `Tracing sheet · ${web.name}, ${formatMass(web.massGsm, project.units)}`
      : 'Tracing sheet · no web chosen yet';
    const items = itemsOf(project, plan, web?.id ?? null, traced, by);
    const area = wholeArea(facts.widthMm, facts.heightMm ?? 0);
    const gap = 2 * ROUGH_CUT_MM;
    const { strips, tooLarge } = layInFewestRows(
      items,
      area.widthMm,
      facts.heightMm === null ? null : area.heightMm,
      gap,
      // The first page has a title and a square to check the scale by.
      facts.heightMm === null ? null : drawingArea(facts.widthMm, facts.heightMm).heightMm,
    );
    const foot = (n: string, pieces: readonly Item[]): string[] => [
      project.name,
      title,
      WAY_LINE,
      SNIP_LINE,
      `Pieces ${[...new Set(pieces.map((i) => i.number))].sort((a, b) => a - b).join(', ')}`,
      n,
    ];
    const alike = alikePages(strips);
    alike.forEach((strip, i) => {
      const heightMm = facts.heightMm ?? Math.ceil(strip.usedMm) + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
      const marks: Mark[] = [];
      const times = strip.items[0]?.length ?? 1;
      strip.rows.forEach(({ item, x, y, turned }, row) => {
        const move = layOnPage(item.region, x, y, turned);
        const region = transformRegion(item.region, move);
        for (const ring of ringsOf(region)) marks.push({ type: 'line', points: ring, closed: true, stroke: 'outline' });
        marks.push(...peelTick(region));
        for (const points of item.dotted)
          marks.push({ type: 'line', points: points.map((p) => applyTo(move, p)), closed: false, stroke: 'dotted' });
        for (const m of item.marks)
          marks.push({ type: 'line', points: m.line.map((p) => applyTo(move, p)), closed: m.closed, stroke: m.stroke });
        for (const ring of ringsOf(transformRegion(item.middle, move)))
          marks.push({ type: 'line', points: ring, closed: true, stroke: 'fine' });
        marks.push(...labelMarks(labelOfAll(nth(strip.items, row)), region, turned));
      });
      marks.push(
        ...pageFoot(
          facts.widthMm,
          heightMm,
          strip.usedMm,
          project.units,
          foot(
            `Page ${i + 1} of ${alike.length} for this web${times > 1 ? `. Use it ${times} times.` : ''}`,
            strip.items.flat(),
          ),
        ),
      );
      pages.push({
        id: `page-${pages.length + 1}`,
        widthMm: facts.widthMm,
        heightMm,
        title,
        webId: web?.id ?? null,
        pieceIds: [...new Set(strip.items.flat().map((i) => i.pieceId))],
        ...(times > 1 ? { times } : {}),
        marks,
      });
    });
    // The copies of a large piece are all alike: it is drawn over its pages once.
    for (const item of tooLarge.filter((t, i) => tooLarge.findIndex((o) => o.pieceId === t.pieceId) === i)) {
      const heightMm = facts.heightMm ?? Math.ceil(item.heightMm) + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
      const tileArea = drawingArea(facts.widthMm, heightMm);
      const texts = labelMarks(item, item.region, false).filter((m) => m.type === 'text');
      const tiles = tileDrawing(
        {
          bounds: boundsOf(item.region),
          lines: [
            { rings: ringsOf(item.region), stroke: 'outline' },
            { rings: ringsOf(item.middle), stroke: 'fine' },
            ...item.marks.map((m) => ({
              rings: [strokedRing(m.line, m.closed)],
              stroke: m.stroke,
            })),
            ...item.dotted.map((line) => ({
              rings: [strokedRing(line, false)],
              stroke: 'dotted' as const,
            })),
          ],
          texts,
        },
        tileArea.widthMm,
        tileArea.heightMm,
      );
      const copies = tooLarge.filter((t) => t.pieceId === item.pieceId).length;
      for (const tile of tiles) {
        const note = `${item.label} (${item.number}) runs over ${tiles.length} pages${copies > 1 ? `, ${copies} copies` : ''}: this is ${tile.name}. Match the crosses.`;
        pages.push({
          id: `page-${pages.length + 1}`,
          widthMm: facts.widthMm,
          heightMm,
          title,
          webId: web?.id ?? null,
          pieceIds: [item.pieceId],
          marks: [...tile.marks, ...titleBlock(facts.widthMm, heightMm, project.units, foot(note, [item]), tile)],
        });
      }
    }
  }
  const why = 'Nothing is traced on web here: there is no piece yet, or they are cut another way.';
  if (pages.length === 0) pages.push(nothingPage(project, paper, 'Nothing to trace', why));
  return { title: `${project.name} · tracing sheets`, pages };
}

const widthOf = (region: Region): number => boundsOf(region).maxX - boundsOf(region).minX;
const heightOf = (region: Region): number => boundsOf(region).maxY - boundsOf(region).minY;

/**
 * How much of a roll the traced shapes take when laid in rows with room to cut between, mm; and the area of web that is really used, mm².
 * Shapes wider than the roll count as strips joined edge to edge.
 */
export function webUseInRows(project: Project, plan: Plan): Plan['webUse'] {
  const { patches } = patchesOf(project, plan);
  const onPatch = new Set(patches.flatMap((p) => p.pieceIds));
  const inFold = new Set(project.pieces.flatMap((p) => (p.part?.role === 'turning' ? [p.id] : [])));
  return project.webs.flatMap((web) => {
    const items = itemsOf(project, plan, web.id, (id) => !onPatch.has(id), 'cloth', false);
    const whole = patches.filter((p) => p.webId === web.id);
    if (items.length + whole.length === 0) return [];
    const grown = items.flatMap((i) => {
      const rim = 2 * roughCutOf(project, i.pieceId);
      if (!inFold.has(i.pieceId)) return [{ widthMm: widthOf(i.region) + rim, heightMm: heightOf(i.region) + rim }];
      const { longMm, count } = stripsInFold(web, widthOf(i.region));
      return Array.from({ length: count }, () => ({ widthMm: longMm, heightMm: heightOf(i.region) }));
    });
    const boxes: Boxed[] = [...whole, ...grown];
    const { strips, tooLarge } = layInRows(boxes, web.widthMm, null, 0);
    const joined = tooLarge.reduce(
      (sum, i) => sum + Math.ceil(Math.min(i.widthMm, i.heightMm) / web.widthMm) * Math.max(i.widthMm, i.heightMm),
      0,
    );
    const areas = new Map(plan.tracings.map((t) => [t.pieceId, t]));
    // Steiner's formula for the rough-cut rim: exact for convex shapes, a little too much for others.
    const ofPatches = whole.reduce((sum, p) => sum + p.widthMm * p.heightMm, 0);
    const usedAreaMm2 = items.reduce((sum, i) => {
      const t = inMap(areas, i.pieceId);
      const rim = roughCutOf(project, i.pieceId);
      return sum + t.areaMm2 + t.perimeterMm * rim + Math.PI * rim ** 2;
    }, ofPatches);
    return [
      {
        webId: web.id,
        widthMm: web.widthMm,
        lengthMm: Math.ceil((strips[0]?.usedMm ?? 0) + joined),
        rowsLengthMm: Math.ceil((strips[0]?.usedMm ?? 0) + joined),
        how: 'rows' as const,
        usedAreaMm2: Math.round(usedAreaMm2),
      },
    ];
  });
}
