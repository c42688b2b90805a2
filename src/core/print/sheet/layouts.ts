import {
  applyTo,
  boundsOf,
  composed,
  labelSpot,
  type Region,
  regionOf,
  ringsOf,
  rotation,
  transformRegion,
  transformRings,
  translation,
} from '../../base/shape';
import { formatLength } from '../../base/units';
import { drawnOutline, type LayoutAsk, shapesOnPatch, stripsOf } from '../../cut/layout';
import { placedRegion } from '../../cut/nest';
import { type DrawnMark, type Layout, lookup, movedMarks, type Plan, type Project, pieceName } from '../../keep/model';
import type { Mark, SheetDocument, SheetPage } from './marks';
import { words } from './marks';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper, TILE_OVERLAP_MM, TITLE_BLOCK_MM } from './paper';
import { stripName, stripSize } from './strip';
import { drawingArea, type SheetDrawing, tileDrawing } from './tile';
import { titleBlock } from './title-block';

/** A part of a layout where it lies: what is cut, what is rough-cut around it, and what it is called. */
export interface LaidPart {
  readonly partId: string;
  readonly pieceId: string | null;
  readonly copy: number;
  readonly region: Region;
  /** Lines and dots drawn on it; none on a strip or a patch. */
  readonly marks: readonly DrawnMark[];
  /** The rough cut around it on cloth; empty on web. */
  readonly rough: Region;
  readonly number: number;
  readonly label: string;
  /** A patch's letter, where there is no room for its label; empty for anything else. */
  readonly letter: string;
  /** The cloth it is for. */
  readonly fabricId: string;
  /** Of a patch, the shapes that are cut from it later. */
  readonly inner: readonly { readonly pieceId: string; readonly number: number; readonly region: Region }[];
}

/** Every part of one strip of a layout, in the strip's own coordinates. */
export function laidParts(
  project: Project,
  plan: Plan,
  wanted: LayoutAsk,
  placements: readonly { id: string; copy: number; xMm: number; yMm: number; rotateDeg: number }[],
): LaidPart[] {
  const look = lookup(project);
  const outlines = new Map(wanted.request.parts.map((p) => [p.id, p.outline]));
  const known = new Set(project.pieces.map((p) => p.id));
  const marksOf = new Map(plan.tracings.map((t) => [t.pieceId, t.marks]));
  return placements.flatMap((p): LaidPart[] => {
    const outline = outlines.get(p.id);
    if (outline === undefined) return [];
    const part = wanted.parts.get(p.id);
    if (!part) return [];
    const pieceId = part.what !== 'patch' && known.has(part.pieceId) ? part.pieceId : null;
    const move = composed(rotation(p.rotateDeg), translation(p.xMm, p.yMm));
    const number = pieceId === null ? 0 : look.number(pieceId);
    const name = pieceId === null ? '' : pieceName(look.piece(pieceId), number);
    const label =
      part.what === 'patch'
        ? `patch ${part.patch.name} of ${project.fabrics.find((f) => f.id === part.patch.fabricId)?.name ?? 'cloth'}${part.strip === null ? '' : `, strip ${part.strip}`}`
        : part.what === 'strip'
          ? `${name}, strip ${part.strip}`
          : name;
    return [
      {
        partId: p.id,
        pieceId,
        copy: p.copy,
        region: transformRegion(drawnOutline(plan, wanted, p.id), move),
        marks: part.what === 'piece' ? movedMarks(marksOf.get(part.pieceId) ?? [], move) : [],
        rough: wanted.kind === 'cloth' ? placedRegion(outline, p) : [],
        number,
        label,
        letter: part.what === 'patch' ? part.patch.name : '',
        fabricId:
          part.what === 'patch'
            ? part.patch.fabricId
            : (project.pieces.find((q) => q.id === part.pieceId)?.fabricId ?? ''),
        inner: shapesOnPatch(plan, wanted, p.id).map((s) => ({
          pieceId: s.pieceId,
          number: look.number(s.pieceId),
          region: transformRegion(s.region, move),
        })),
      },
    ];
  });
}

const SIDE_WORDS: Readonly<Record<LayoutAsk['side'], string>> = {
  liner: 'Seen from the paper side of the web.',
  'cloth side': 'Seen from the fabric side, through the web: turn it over to see the paper.',
  'wrong side': 'Fabric wrong side up.',
  'right side': 'Fabric right side up.',
};

/** A layout at true size, strip by strip, tiled onto pages. */
export function layoutSheets(
  project: Project,
  plan: Plan,
  wanted: LayoutAsk,
  layout: Layout,
  paper: Paper,
): SheetDocument {
  const facts = PAPER_FACTS[paper];
  const name =
    (wanted.kind === 'web' ? project.webs : project.fabrics).find((t) => t.id === wanted.ofId)?.name ?? 'Layout';
  const pages: SheetPage[] = [];
  for (const strip of stripsOf(wanted, layout)) {
    const parts = laidParts(project, plan, wanted, strip.placements);
    const edge = regionOf(strip.outline);
    const drawing: SheetDrawing = {
      bounds: strip.bounds,
      lines: [
        { rings: ringsOf(edge), stroke: 'fine' },
        ...parts.flatMap((p) => [
          { rings: ringsOf(p.region), stroke: 'outline' as const },
          ...(p.rough.length > 0 ? [{ rings: ringsOf(p.rough), stroke: 'dotted' as const }] : []),
          ...p.inner.map((s) => ({ rings: ringsOf(s.region), stroke: 'fine' as const })),
        ]),
      ],
      texts: parts.flatMap((p) => {
        if (p.inner.length > 0) return patchTexts(p);
        const spot = labelSpot(p.region);
        const size = Math.max(2.5, Math.min(6, spot.roomMm));
        const text = (m: Mark) => m as Extract<Mark, { type: 'text' }>;
        return [
          text(words(spot.x, spot.y + size * 0.2, size, p.number > 0 ? String(p.number) : '', 'middle', true)),
          ...(spot.roomMm > 8 ? [text(words(spot.x, spot.y + size * 0.2 + 4, 2.8, p.label, 'middle'))] : []),
        ];
      }),
    };
    const width = strip.bounds.maxX - strip.bounds.minX;
    const height = strip.bounds.maxY - strip.bounds.minY;
    // On a roll of paper the layout lies along it.
    const turned = facts.heightMm === null;
    const pageW = turned ? Math.max(facts.widthMm, height + 2 * PAGE_MARGIN_MM) : facts.widthMm;
    const pageH = facts.heightMm ?? width + 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
    const area = drawingArea(pageW, pageH);
    const tiles = tileDrawing(turned ? quarter(drawing) : drawing, area.widthMm, area.heightMm);
    const where = stripName(wanted, strip);
    for (const tile of tiles)
      pages.push({
        id: `page-${pages.length + 1}`,
        widthMm: pageW,
        heightMm: pageH,
        title: `Layout on ${name}`,
        webId: wanted.kind === 'web' ? wanted.ofId : null,
        pieceIds: [...new Set(parts.flatMap((p) => (p.pieceId ? [p.pieceId] : [])))],
        marks: [
          ...tile.marks,
          ...titleBlock(
            pageW,
            pageH,
            project.units,
            [
              project.name,
              `Layout on ${name}, ${where}, ${stripSize(strip, project.units)}`,
              SIDE_WORDS[wanted.side],
              tiles.length > 1
                ? `Page ${tile.name} of ${tiles.length}. Match the crosses of the pages; they overlap by ${formatLength(TILE_OVERLAP_MM, project.units)}.`
                : 'All on one page.',
            ],
            tile,
          ),
        ],
      });
  }
  return { title: `${project.name} · layout on ${name}`, pages };
}

/** A patch's name at its upper left corner, and the numbers of its shapes. */
function patchTexts(p: LaidPart): SheetDrawing['texts'] {
  const text = (m: Mark) => m as Extract<Mark, { type: 'text' }>;
  const b = boundsOf(p.region);
  return [
    text(words(b.minX + 2, b.minY + 4, 2.8, p.label.length * 1.6 < b.maxX - b.minX ? p.label : p.letter)),
    ...p.inner.map((s) => {
      const spot = labelSpot(s.region);
      return text(
        words(spot.x, spot.y + 1.5, Math.max(2.5, Math.min(5, spot.roomMm)), String(s.number), 'middle', true),
      );
    }),
  ];
}

/** A drawing turned a quarter clockwise; its words stay upright. */
function quarter(d: SheetDrawing): SheetDrawing {
  const turn = rotation(90);
  const lines = d.lines.map((l) => ({ ...l, rings: transformRings(l.rings, turn) }));
  const corner = (x: number, y: number) => applyTo(turn, { x, y });
  const box = boundsOf([[corner(d.bounds.minX, d.bounds.minY), corner(d.bounds.maxX, d.bounds.maxY)]]);
  return { bounds: box, lines, texts: d.texts.map((t) => ({ ...t, ...corner(t.x, t.y) })) };
}
