import { labelSpot, type Rings, ringsOf, strokedRing, translation } from '../../base/shape';
import { formatLength } from '../../base/units';
import { type ArticleView, beyondMm, movedMarks, type Project, viewOf } from '../../keep/model';
import { coversOf, overlapsOf, placePieces } from '../../lay/laid';
import { finishedNote, wordTables } from './lists';
import type { SheetDocument, SheetPage } from './marks';
import { words } from './marks';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper, TILE_OVERLAP_MM, TITLE_BLOCK_MM } from './paper';
import { drawingArea, type SheetDrawing, tileDrawing } from './tile';
import { articleTitle, titleBlock } from './title-block';
import { markLines } from './tracing';

/** The picture of each article as seen from the right side, at true size, tiled: every outline at its place with its number, the ground's edge and its centre creases. */
export function placementSheets(project: Project, paper: Paper): SheetDocument {
  const pages = project.articles.flatMap((a) => placementPages(viewOf(project, a.id), paper));
  return { title: `${project.name} · placement guide`, pages: pages.map((p, i) => ({ ...p, id: `page-${i + 1}` })) };
}

function placementPages(project: ArticleView, paper: Paper): SheetPage[] {
  const { widthMm: w, heightMm: h } = project.ground;
  const beyond = beyondMm(project.ground);
  const placed = placePieces(project);
  const covers = coversOf(placed, overlapsOf(placed));
  const rect = (x0: number, y0: number, x1: number, y1: number): Rings => [
    [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 },
    ],
  ];
  const drawing: SheetDrawing = {
    bounds: { minX: -beyond, minY: -beyond, maxX: w + beyond, maxY: h + beyond },
    lines: [
      { rings: rect(-beyond, -beyond, w + beyond, h + beyond), stroke: 'fine' },
      ...(beyond > 0 ? [{ rings: rect(0, 0, w, h), stroke: 'dotted' as const }] : []),
      { rings: rect(w / 2, -beyond, w / 2, h + beyond), stroke: 'fold' },
      { rings: rect(-beyond, h / 2, w + beyond, h / 2), stroke: 'fold' },
      ...placed.map(({ region }) => ({ rings: ringsOf(region), stroke: 'outline' as const })),
      ...[...placed.map((p) => movedMarks(p.piece.marks, p.ontoGround)), project.article.marks].flatMap((marks) =>
        markLines(marks, translation(0, 0)).map((m) => ({
          rings: [strokedRing(m.line, m.closed)],
          stroke: m.stroke === 'outline' ? ('fine' as const) : m.stroke,
        })),
      ),
    ],
    texts: placed.map(({ id, region }) => {
      const spot = labelSpot(region, covers.get(id));
      const size = Math.max(2.5, Math.min(7, spot.roomMm));
      const mark = words(spot.x, spot.y + size * 0.35, size, String(project.numberOf(id)), 'middle', true);
      return mark as Extract<typeof mark, { type: 'text' }>;
    }),
  };
  const facts = PAPER_FACTS[paper];
  const pageW = facts.heightMm === null ? Math.max(facts.widthMm, w + 2 * beyond + 2 * PAGE_MARGIN_MM) : facts.widthMm;
  const pageH = facts.heightMm ?? h + 2 * beyond + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
  const area = drawingArea(pageW, pageH);
  const tiles = tileDrawing(drawing, area.widthMm, area.heightMm);
  const guide = tiles.map(
    (tile, i): SheetPage => ({
      id: `page-${i + 1}`,
      widthMm: pageW,
      heightMm: pageH,
      title: 'Placement guide',
      webId: null,
      pieceIds: [],
      marks: [
        ...tile.marks,
        ...titleBlock(
          pageW,
          pageH,
          project.units,
          [
            project.name,
            `Placement guide${articleTitle(project)}, seen from the right side`,
            tiles.length > 1
              ? `Page ${tile.name}, one of ${tiles.length}${tiles.some((t) => tiles.length < t.rows * t.columns) ? ' with something on them' : ''}. Match the crosses of the pages; they overlap by ${formatLength(TILE_OVERLAP_MM, project.units)}.`
              : 'All on one page.',
            `Broken lines are the folds through the middle${finishedNote(project.ground)}.`,
          ],
          tile,
        ),
      ],
    }),
  );
  return [...guide, ...wordTables(project, paper)];
}
