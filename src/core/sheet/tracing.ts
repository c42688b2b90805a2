import { ROUTE_FACTS } from '../facing';
import { patchesOf, ROUGH_CUT_MM } from '../layout';
import { inMap, nth } from '../lists';
import { lookup, type Plan, type Project, pieceName } from '../model';
import { type Boxed, layInRows } from '../nest';
import {
  applyTo,
  boundsOf,
  composed,
  distanceToEdge,
  isInside,
  labelSpot,
  linesOf,
  type Point,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringsOf,
  rotation,
  transformRegion,
  translation,
} from '../shape';
import { line, type Mark, type SheetDocument, type SheetPage, words } from './marks';
import { nothingPage } from './nothing';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper, TITLE_BLOCK_MM } from './paper';
import { drawingArea, pageMap, tileDrawing } from './tile';
import { titleBlock } from './title-block';

interface Item extends Boxed {
  readonly pieceId: string;
  readonly region: Region;
  /** Edges of what is seen that lie inside the outline, drawn dotted. */
  readonly dotted: readonly Point[][];
  /** The middle of the web that may be cut out, drawn fine. */
  readonly middle: Region;
  readonly number: number;
  readonly label: string;
  readonly fabric: string;
  readonly note: string;
  /** Which of how many copies it is; nothing where there is one. */
  readonly copies: string;
  /** Height reserved beneath the outline for a label that has no room inside. */
  readonly tagMm: number;
}

const NUMBER_MM = 6;
const SMALL_MM = 2.8;
const TAG_MM = 5;
/** Length of the tick where the peel starts, mm. */
const PEEL_MM = 3;
/** Below this distance to the edge no number can be read inside the shape. */
const ROOM_INSIDE_MM = 4;

/**
 * Every copy that is drawn on one web's liner, grouped by fabric.
 * @param drawn false: only its box is wanted, and what is drawn inside the outline is left out
 */
function itemsOf(
  project: Project,
  plan: Plan,
  webId: string | null,
  keep: (pieceId: string) => boolean,
  drawn = true,
): Item[] {
  const look = lookup(project);
  const byPiece = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const items = plan.tracings
    .filter((t) => (byPiece.get(t.pieceId) ?? null) === webId && keep(t.pieceId))
    .flatMap((t) => {
      const piece = look.piece(t.pieceId);
      const region = regionOf(t.outline, ROUGH_TOLERANCE_MM);
      const b = boundsOf(region);
      const tagMm = labelSpot(region).roomMm < ROOM_INSIDE_MM ? TAG_MM : 0;
      const item: Item = {
        pieceId: piece.id,
        region: transformRegion(region, translation(-b.minX, -b.minY)),
        dotted: drawn
          ? dottedLines(t.dotted, region).map((line) => line.map((p) => ({ x: p.x - b.minX, y: p.y - b.minY })))
          : [],
        middle:
          t.webMiddle === '' || !drawn
            ? []
            : transformRegion(regionOf(t.webMiddle, ROUGH_TOLERANCE_MM), translation(-b.minX, -b.minY)),
        number: look.number(piece.id),
        label: pieceName(piece, look.number(piece.id)),
        fabric: look.fabricOf(piece).name,
        copies: '',
        note: t.code === 'no-care' ? 'either way round' : t.mirrored ? 'reversed' : 'as seen',
        tagMm,
        widthMm: Math.max(
          b.maxX - b.minX,
          tagMm > 0
            ? `${look.number(piece.id)} ${pieceName(piece, look.number(piece.id))}`.length * SMALL_MM * 0.58
            : 0,
        ),
        heightMm: b.maxY - b.minY + tagMm,
      };
      const copies = look.copiesOf(piece);
      return Array.from({ length: copies }, (_, i) =>
        copies === 1 ? item : { ...item, copies: `${i + 1} of ${copies}` },
      );
    });
  // Grouped by fabric, larger ones first, as they are rough-cut together.
  return items.sort((a, b) => a.fabric.localeCompare(b.fabric) || b.heightMm - a.heightMm || a.number - b.number);
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

/** Number, name, fabric and way round, reading right whichever way the outline lies; a grain arrow where there is room. */
export function labelMarks(
  item: Pick<Item, 'number' | 'label' | 'fabric' | 'note' | 'copies' | 'tagMm'>,
  region: Region,
  turned: boolean,
): Mark[] {
  const b = boundsOf(region);
  if (item.tagMm > 0) return [words(b.minX, b.maxY + TAG_MM - 1.2, SMALL_MM, `${item.number} ${item.label}`)];
  const spot = labelSpot(region);
  const fits = (text: string): boolean => text.length * SMALL_MM * 0.3 < spot.roomMm;
  const size = Math.min(NUMBER_MM, spot.roomMm);
  const marks: Mark[] = [words(spot.x, spot.y + size * 0.1, size, String(item.number), 'middle', true)];
  const lines = [item.label, item.fabric, item.note, item.copies].filter((text) => text !== '' && fits(text));
  if (spot.roomMm > 8)
    lines.forEach((text, i) => marks.push(words(spot.x, spot.y + 4.2 + i * 3.6, SMALL_MM, text, 'middle')));
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

/** Whether a piece's line is drawn on the web's liner at all: what is cut from its right side, or by a machine, is not traced. */
function tracedOnLiner(project: Project): (pieceId: string) => boolean {
  const look = lookup(project);
  return (id) => ROUTE_FACTS[look.routeOf(look.piece(id))].drawnOn === 'liner';
}

const WAY_LINE = 'Trace as drawn here: what must be reversed is reversed already.';

/**
 * The outlines as they are drawn, one run of pages a web, at true size. Shapes larger than a page are tiled.
 * @param plan the plan of this very project
 */
export function tracingSheets(project: Project, plan: Plan, paper: Paper): SheetDocument {
  const facts = PAPER_FACTS[paper];
  const traced = tracedOnLiner(project);
  const used = new Set(plan.choices.filter((c) => traced(c.pieceId)).map((c) => c.webId));
  const sections = [...project.webs.filter((w) => used.has(w.id)), ...(used.has(null) ? [null] : [])];
  const pages: SheetPage[] = [];
  for (const web of sections) {
    const title = web ? `Tracing sheet · ${web.name}, ${web.massGsm} g/m²` : 'Tracing sheet · no web chosen yet';
    const items = itemsOf(project, plan, web?.id ?? null, traced);
    const area = drawingArea(facts.widthMm, facts.heightMm ?? 0);
    const gap = 2 * ROUGH_CUT_MM;
    const { strips, tooLarge } = layInRows(items, area.widthMm, facts.heightMm === null ? null : area.heightMm, gap);
    const foot = (n: string, pieces: readonly Item[]): string[] => [
      project.name,
      title,
      WAY_LINE,
      `Pieces ${[...new Set(pieces.map((i) => i.number))].sort((a, b) => a - b).join(', ')}`,
      n,
    ];
    strips.forEach((strip, i) => {
      const heightMm = facts.heightMm ?? Math.ceil(strip.usedMm) + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
      const marks: Mark[] = [];
      for (const { item, x, y, turned } of strip.rows) {
        const turn = turned ? composed(rotation(90), translation(item.heightMm, 0)) : translation(0, 0);
        const move = composed(turn, translation(PAGE_MARGIN_MM + x, PAGE_MARGIN_MM + y));
        const region = transformRegion(item.region, move);
        for (const ring of ringsOf(region)) marks.push({ type: 'line', points: ring, closed: true, stroke: 'outline' });
        marks.push(...peelTick(region));
        for (const points of item.dotted)
          marks.push({ type: 'line', points: points.map((p) => applyTo(move, p)), closed: false, stroke: 'dotted' });
        for (const ring of ringsOf(transformRegion(item.middle, move)))
          marks.push({ type: 'line', points: ring, closed: true, stroke: 'fine' });
        marks.push(...labelMarks(item, region, turned));
      }
      marks.push(
        ...titleBlock(
          facts.widthMm,
          heightMm,
          foot(
            `Page ${i + 1} of ${strips.length} for this web`,
            strip.rows.map((r) => r.item),
          ),
        ),
      );
      pages.push({
        id: `page-${pages.length + 1}`,
        widthMm: facts.widthMm,
        heightMm,
        title,
        webId: web?.id ?? null,
        pieceIds: [...new Set(strip.rows.map((r) => r.item.pieceId))],
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
            ...item.dotted.map((line) => ({
              rings: [[...line, ...line.slice(1, -1).reverse()]],
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
        const note = `Piece ${item.number} ${item.label} runs over ${tiles.length} pages${copies > 1 ? `, ${copies} copies` : ''}: this is ${tile.name}. Lay them by the crosses.`;
        pages.push({
          id: `page-${pages.length + 1}`,
          widthMm: facts.widthMm,
          heightMm,
          title,
          webId: web?.id ?? null,
          pieceIds: [item.pieceId],
          marks: [
            ...tile.marks,
            ...pageMap(tile, facts.widthMm - PAGE_MARGIN_MM, heightMm - PAGE_MARGIN_MM - 14),
            ...titleBlock(facts.widthMm, heightMm, foot(note, [item])),
          ],
        });
      }
    }
  }
  const why = 'No piece is drawn on a liner: there is none yet, or they are cut from the right side or by a machine.';
  if (pages.length === 0) pages.push(nothingPage(project, paper, 'Nothing to trace', why));
  return { title: `${project.name} · tracing sheets`, pages };
}

/**
 * How much of a roll the traced shapes take when laid in rows with room to cut between, mm; and the area of web that is really used, mm².
 * Shapes wider than the roll count as strips joined edge to edge.
 */
export function webUseInRows(project: Project, plan: Plan): Plan['webUse'] {
  const { patches } = patchesOf(project, plan);
  const onPatch = new Set(patches.flatMap((p) => p.pieceIds));
  return project.webs.flatMap((web) => {
    const items = itemsOf(project, plan, web.id, (id) => !onPatch.has(id), false);
    const whole = patches.filter((p) => p.webId === web.id);
    if (items.length + whole.length === 0) return [];
    const grown = items.map((i) => ({
      ...i,
      widthMm: i.widthMm + 2 * ROUGH_CUT_MM,
      heightMm: i.heightMm - i.tagMm + 2 * ROUGH_CUT_MM,
    }));
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
      return sum + t.areaMm2 + t.perimeterMm * ROUGH_CUT_MM + Math.PI * ROUGH_CUT_MM ** 2;
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
