import { nth } from '../../base/lists';
import {
  applyTo,
  boundsOf,
  centreOf,
  composed,
  isBox,
  labelSpot,
  linesOfPath,
  mirrorAt,
  normalise,
  pathOf,
  printPath,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringsOf,
  scaling,
  strokedRing,
  transformRegion,
  translation,
} from '../../base/shape';
import { formatLength, formatSize } from '../../base/units';
import { layInFewestRows } from '../../cut/nest';
import { letterPlaces } from '../../intake/arrange';
import {
  type ArticleView,
  beyondMm,
  boxOnGround,
  cutSize,
  lookup,
  movedMarks,
  type Plan,
  type Project,
  pieceName,
  type Tracing,
  viewOf,
} from '../../keep/model';
import { ROUTE_FACTS, turnOver } from '../../lay/facing';
import { placePieces } from '../../lay/laid';
import { backedIn, isSheetwise } from '../../lay/recipe';
import { box, line, type Mark, type SheetDocument, type SheetPage, words } from './marks';
import { nothingPage } from './nothing';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper, TITLE_BLOCK_MM } from './paper';
import { drawingArea, type TilePlace, tileDrawing } from './tile';
import { articleTitle, pageFoot, titleBlock, wholeArea } from './title-block';
import { labelledBox, labelMarks, layOnPage, markLines, tagOf } from './tracing';
import { wrapped } from './type';

const LINE_MM = 5.2;
const SMALL_MM = 3;
/** From one line to the next within a cell, mm, and how many it has at most. */
const CELL_LINE_MM = 3.8;
const CELL_ROWS = 6;

const page = (paper: Paper): { w: number; h: number } => {
  const f = PAPER_FACTS[paper];
  return { w: f.heightMm === null ? 210 : f.widthMm, h: f.heightMm ?? 297 };
};

/** Rows of text under headings, as many pages as they take. */
export function tablePages(
  title: string,
  lead: readonly string[],
  columns: readonly { heading: string; share: number }[],
  rows: readonly (readonly string[])[],
  paper: Paper,
  project: Project,
): SheetPage[] {
  const { w, h } = page(paper);
  const width = w - 2 * PAGE_MARGIN_MM;
  const total = columns.reduce((s, c) => s + c.share, 0);
  const xs = columns.map(
    (_, i) => PAGE_MARGIN_MM + (width * columns.slice(0, i).reduce((s, c) => s + c.share, 0)) / total,
  );
  const top = PAGE_MARGIN_MM + 8;
  const room = (i: number): number => (i + 1 < xs.length ? nth(xs, i + 1) : w - PAGE_MARGIN_MM) - nth(xs, i) - 2;
  const bottom = h - TITLE_BLOCK_MM - PAGE_MARGIN_MM - 3;
  // A cell that is too long for its column goes on beneath.
  const broken = rows.map((row) => row.map((cell, i) => wrapped(cell, room(i), SMALL_MM).slice(0, CELL_ROWS)));
  const highMm = (row: readonly (readonly string[])[]): number =>
    LINE_MM + (Math.max(1, ...row.map((c) => c.length)) - 1) * CELL_LINE_MM;
  const pages: SheetPage[] = [];
  for (let from = 0; from === 0 || from < broken.length; ) {
    const marks: Mark[] = columns.map((c, i) => words(nth(xs, i), top, SMALL_MM, c.heading, 'start', true));
    marks.push(line('fold', PAGE_MARGIN_MM, top + 2, w - PAGE_MARGIN_MM, top + 2));
    let y = top + 7;
    let next = from;
    for (; next < broken.length; next++) {
      const row = nth(broken, next);
      if (next > from && y + highMm(row) > bottom) break;
      for (const [i, cell] of row.entries())
        for (const [k, text] of cell.entries()) marks.push(words(nth(xs, i), y + k * CELL_LINE_MM, SMALL_MM, text));
      y += highMm(row);
    }
    from = Math.max(next, from + 1);
    pages.push({
      id: `page-${pages.length + 1}`,
      widthMm: w,
      heightMm: h,
      title,
      webId: null,
      pieceIds: [],
      marks: [...marks, ...titleBlock(w, h, project.units, [project.name, title, ...lead])],
    });
  }
  return pages;
}

const wayOf = (t: Tracing): string => (t.code === 'no-care' ? 'either way' : t.mirrored ? 'reversed' : 'as seen');

/** Everything that is cut, as a list: number, name, cloth, web, copies, way round and size. */
export function cutList(project: Project, plan: Plan, paper: Paper): SheetDocument {
  const look = lookup(project);
  const webOf = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const rows = plan.tracings.map((t) => {
    const piece = look.piece(t.pieceId);
    const b = boundsOf(regionOf(t.outline, ROUGH_TOLERANCE_MM));
    const webId = webOf.get(t.pieceId) ?? null;
    const number = look.number(t.pieceId);
    return [
      String(number),
      pieceName(piece, number),
      look.fabricOf(piece).name,
      webId ? look.web(webId).name : 'no web',
      `× ${look.copiesOf(piece)}`,
      wayOf(t),
      formatSize(b.maxX - b.minX, b.maxY - b.minY, project.units),
    ];
  });
  const columns = [
    { heading: 'No.', share: 0.5 },
    { heading: 'Piece', share: 2 },
    { heading: 'Fabric', share: 1.6 },
    { heading: 'Web', share: 1.4 },
    { heading: 'Cut', share: 0.6 },
    { heading: 'Drawn', share: 1 },
    { heading: 'Size', share: 1.7 },
  ];
  return {
    title: `${project.name} · cut list`,
    pages: tablePages(
      'Cut list',
      ['Grain runs up and down the piece unless its arrow says otherwise.'],
      columns,
      rows,
      paper,
      project,
    ),
  };
}

/** Each article's picture made smaller to fit a page, and where each piece lies: from the left and the top edge, and its middle from the centre creases. */
export function placementOverview(project: Project, paper: Paper): SheetDocument {
  const pages = project.articles.flatMap((a) => overviewPages(viewOf(project, a.id), paper));
  return {
    title: `${project.name} · placement overview`,
    pages: pages.map((p, i) => ({ ...p, id: `page-${i}` })),
  };
}

function overviewPages(project: ArticleView, paper: Paper): SheetPage[] {
  const called = articleTitle(project);
  const { w, h } = page(paper);
  const { ground } = project;
  const cut = cutSize(ground);
  const beyond = beyondMm(ground);
  const area = drawingArea(w, h);
  const scale = Math.min(area.widthMm / cut.widthMm, area.heightMm / cut.heightMm, 1);
  const [widthMm, heightMm] = [cut.widthMm, cut.heightMm];
  const inset = PAGE_MARGIN_MM + beyond * scale;
  const move = composed(scaling(scale), translation(inset, inset));
  const placed = placePieces(project);
  const cx = PAGE_MARGIN_MM + (widthMm * scale) / 2;
  const cy = PAGE_MARGIN_MM + (heightMm * scale) / 2;
  const marks: Mark[] = [
    box('outline', PAGE_MARGIN_MM, PAGE_MARGIN_MM, widthMm * scale, heightMm * scale),
    ...(beyond > 0 ? [box('dotted', inset, inset, ground.widthMm * scale, ground.heightMm * scale)] : []),
    line('fold', cx, PAGE_MARGIN_MM, cx, PAGE_MARGIN_MM + heightMm * scale),
    line('fold', PAGE_MARGIN_MM, cy, PAGE_MARGIN_MM + widthMm * scale, cy),
  ];
  for (const { id, region } of placed) {
    const small = transformRegion(region, move);
    for (const ring of ringsOf(small)) marks.push({ type: 'line', points: ring, closed: true, stroke: 'fine' });
    const spot = labelSpot(small);
    const size = Math.max(2, Math.min(5, spot.roomMm));
    marks.push(words(spot.x, spot.y + size * 0.35, size, String(project.numberOf(id)), 'middle', true));
  }
  const title = `Placement overview${called}, 1 : ${Math.round(10 / scale) / 10}`;
  const first: SheetPage = {
    id: 'page-0',
    widthMm: w,
    heightMm: h,
    title,
    webId: null,
    pieceIds: [],
    marks: [
      ...marks,
      ...titleBlock(w, h, project.units, [
        project.name,
        title,
        `Seen from the right side. Broken lines are the folds through the middle${finishedNote(project.ground)}.`,
        'Distances are on the next page.',
      ]),
    ],
  };
  const u = project.units;
  const side = (d: number, less: string, more: string): string =>
    Math.abs(d) < 0.5 ? 'on the fold' : `${formatLength(Math.abs(d), u)} ${d < 0 ? less : more}`;
  const rows = project.pieces.map((piece) => {
    const b = boxOnGround(piece);
    const c = centreOf(b);
    const n = project.numberOf(piece.id);
    return [
      String(n),
      pieceName(piece, n),
      formatLength(b.minX + beyond, u),
      formatLength(b.minY + beyond, u),
      side(c.x - ground.widthMm / 2, 'left', 'right'),
      side(c.y - ground.heightMm / 2, 'above', 'below'),
    ];
  });
  const columns = [
    { heading: 'No.', share: 0.5 },
    { heading: 'Piece', share: 2 },
    { heading: 'From the left edge', share: 1.4 },
    { heading: 'From the top edge', share: 1.4 },
    { heading: 'Middle, from the upright fold', share: 2 },
    { heading: 'Middle, from the level fold', share: 2 },
  ];
  return [
    first,
    ...wordTables(project, paper),
    ...tablePages(
      `Distances${called}`,
      [
        `Measured to the edges and the middle of each piece.${beyond > 0 ? ' The background is measured as it is cut.' : ''}`,
      ],
      columns,
      rows,
      paper,
      project,
    ),
  ];
}

/** Which line is the finished edge, where it is not the cut one. */
export const finishedNote = (ground: Parameters<typeof beyondMm>[0]): string =>
  beyondMm(ground) > 0 ? '; the dotted line is the finished edge, the outer one the cut' : '';

/** For each word where its letters stand: left edge, bottom, and the gap to the next, ink to ink, as they are laid by a ruler. */
export function wordTables(project: ArticleView, paper: Paper): SheetPage[] {
  const u = project.units;
  const columns = [
    { heading: 'Letter', share: 0.8 },
    { heading: 'No.', share: 0.6 },
    { heading: 'Left edge from the left', share: 2 },
    { heading: 'Bottom from the bottom edge', share: 2 },
    { heading: 'Gap to the next letter', share: 2 },
  ];
  return project.words.flatMap((word) => {
    const places = letterPlaces(project, word, project.ground);
    if (places.length === 0) return [];
    const rows = places.map((l) => [
      l.char,
      String(project.numberOf(l.pieceId)),
      formatLength(l.leftMm, u, 1),
      formatLength(l.bottomMm, u, 1),
      l.gapMm === null ? '' : formatLength(l.gapMm, u, 1),
    ]);
    const clear = word.text.length > 24 ? `${word.text.slice(0, 23)}…` : word.text;
    return tablePages(
      `Letters of “${clear}”${articleTitle(project)}`,
      ['Seen from the right side, measured on the background as it is cut.'],
      columns,
      rows,
      paper,
      project,
    );
  });
}

interface Template {
  readonly region: Region;
  /** Holes, slits and folds, as they lie on it. */
  readonly marks: ReturnType<typeof markLines>;
  readonly numbers: number[];
  readonly label: string;
  /** How many are cut of each cloth. */
  readonly cloths: ReadonlyMap<string, number>;
  readonly note: string;
  readonly copies: number;
}

/** What is written on a template. */
const labelOf = (t: Template): Parameters<typeof labelMarks>[0] => ({
  number: nth(t.numbers, 0),
  label: t.label,
  fabric:
    t.cloths.size === 1
      ? [...t.cloths.keys()].join()
      : [...t.cloths].map(([cloth, n]) => `${n} of ${cloth}`).join(', '),
  note: t.note,
  copies: t.copies > 1 ? `cut ${t.copies}` : '',
});

const withMore = (there: ReadonlyMap<string, number> | undefined, cloth: string, n: number): Map<string, number> =>
  new Map([...(there ?? []), [cloth, (there?.get(cloth) ?? 0) + n]]);

/** One template for each different shape, with what is drawn on it and what is cut by it. */
function shapesOf(project: Project, plan: Plan): Template[] {
  const look = lookup(project);
  const byShape = new Map<string, Template>();
  const sheetwise = isSheetwise(project);
  const backed = backedIn(project);
  for (const t of plan.tracings) {
    const piece = look.piece(t.pieceId);
    const route = look.routeOf(piece);
    // A machine needs no template, nor does what is cut along the edge of its backing, what is cut along with its front, or in straight lines by a ruler.
    if (ROUTE_FACTS[route].drawnOn === 'cutting mat') continue;
    if (backed.has(piece.id)) continue;
    if (sheetwise && (piece.part !== null || (t.marks.length === 0 && isBox(regionOf(t.outline))))) continue;
    // Laid face down, a right-reading template draws a reversed line by itself.
    const drawn = pathOf(t.outline);
    const over = route === 'template-on-liner' && t.mirrored;
    const path = over ? turnOver(drawn) : drawn;
    const region = normalise(linesOfPath(path, ROUGH_TOLERANCE_MM));
    const b = boundsOf(region);
    const shape = linesOfPath(drawn, ROUGH_TOLERANCE_MM);
    const marks = over ? movedMarks(t.marks, mirrorAt(centreOf(boundsOf(shape)).x)) : t.marks;
    const key = `${printPath(path)} ${JSON.stringify(marks)}`;
    const there = byShape.get(key);
    const number = look.number(piece.id);
    byShape.set(key, {
      region: transformRegion(region, translation(-b.minX, -b.minY)),
      marks: markLines(marks, translation(-b.minX, -b.minY)),
      numbers: [...(there?.numbers ?? []), number],
      label: there?.label ?? pieceName(piece, number),
      cloths: withMore(there?.cloths, look.fabricOf(piece).name, look.copiesOf(piece)),
      note:
        route === 'template-on-liner' && t.code !== 'no-care'
          ? 'place face down'
          : t.code === 'no-care'
            ? 'either way round'
            : t.mirrored
              ? 'reversed'
              : 'place as seen',
      copies: (there?.copies ?? 0) + look.copiesOf(piece),
    });
  }
  return [...byShape.values()];
}

/**
 * Templates to cut from card or freezer paper: one for each different shape, with how often it is needed.
 * Right-reading where the template is laid as seen or face down, reversed where its outline is traced through.
 */
export function templateSheets(project: Project, plan: Plan, paper: Paper): SheetDocument {
  const facts = PAPER_FACTS[paper];
  const items = shapesOf(project, plan)
    .map((t) => ({ ...t, ...labelledBox(boundsOf(t.region), tagOf(labelOf(t), t.region)) }))
    .sort((a, b) => b.heightMm - a.heightMm);
  const area = wholeArea(facts.widthMm, facts.heightMm ?? 0);
  const { strips, tooLarge } = layInFewestRows(
    items,
    area.widthMm,
    facts.heightMm === null ? null : area.heightMm,
    6,
    facts.heightMm === null ? null : drawingArea(facts.widthMm, facts.heightMm).heightMm,
  );
  const pages: SheetPage[] = [];
  const add = (
    heightMm: number,
    usedMm: number,
    marks: readonly Mark[],
    note: string,
    tile: TilePlace | null = null,
  ): void => {
    pages.push({
      id: `page-${pages.length + 1}`,
      widthMm: facts.widthMm,
      heightMm,
      title: 'Templates',
      webId: null,
      pieceIds: [],
      marks: [
        ...marks,
        ...pageFoot(
          facts.widthMm,
          heightMm,
          usedMm,
          project.units,
          [
            project.name,
            project.route === 'template-on-liner'
              ? 'Templates, right-reading: place each face down'
              : 'Templates, one for each different shape',
            note,
          ],
          tile,
        ),
      ],
    });
  };
  const labelled = (item: Template, region: Region, turned: boolean): Mark[] =>
    labelMarks(labelOf(item), region, turned);
  strips.forEach((strip, i) => {
    const heightMm = facts.heightMm ?? Math.ceil(strip.usedMm) + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
    const marks = strip.rows.flatMap(({ item, x, y, turned }) => {
      const move = layOnPage(item.region, x, y, turned);
      const region = transformRegion(item.region, move);
      return [
        ...ringsOf(region).map((ring): Mark => ({ type: 'line', points: ring, closed: true, stroke: 'outline' })),
        ...item.marks.map(
          (m): Mark => ({
            type: 'line',
            points: m.line.map((p) => applyTo(move, p)),
            closed: m.closed,
            stroke: m.stroke,
          }),
        ),
        ...labelled(item, region, turned),
      ];
    });
    add(heightMm, strip.usedMm, marks, `Page ${i + 1} of ${strips.length}`);
  });
  for (const item of tooLarge) {
    const heightMm = facts.heightMm ?? Math.ceil(item.heightMm) + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
    const a = drawingArea(facts.widthMm, heightMm);
    const texts = labelled(item, item.region, false).filter((m) => m.type === 'text');
    for (const tile of tileDrawing(
      {
        bounds: boundsOf(item.region),
        lines: [
          { rings: ringsOf(item.region), stroke: 'outline' },
          ...item.marks.map((m) => ({ rings: [strokedRing(m.line, m.closed)], stroke: m.stroke })),
        ],
        texts,
      },
      a.widthMm,
      a.heightMm,
    ))
      add(
        heightMm,
        0,
        tile.marks,
        `Template ${item.label} (${item.numbers[0]}), page ${tile.name}: match the crosses.`,
        tile,
      );
  }
  if (pages.length === 0)
    pages.push(nothingPage(project, paper, 'No templates', 'There is no piece yet, or a machine cuts them all.'));
  return { title: `${project.name} · templates`, pages };
}
