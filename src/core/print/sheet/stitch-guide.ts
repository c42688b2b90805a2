import { nth } from '../../base/lists';
import { boundsOf, centreOf, type Point, regionOf, ringsOf } from '../../base/shape';
import { type Edged, NEEDLE_DOES, type Stitching, type StripSample } from '../../hands/edge';
import { type ArticleView, groundOutline, type Project, viewOf } from '../../keep/model';
import { tablePages } from './lists';
import { box, line, type Mark, type SheetDocument, type SheetPage, words } from './marks';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper } from './paper';
import { drawingArea } from './tile';
import { articleTitle, titleBlock } from './title-block';

/** A table of the guide, worded where words are made. */
export interface GuideTable {
  readonly title: string;
  readonly lead: readonly string[];
  readonly columns: readonly { heading: string; share: number }[];
  readonly rows: readonly (readonly string[])[];
}

/** Ends of arrows that show where a line begins and which way it goes, and numbers beside them, mm. */
const ARROW_MM = 4;
const NUMBER_MM = 3.4;
/** Made smaller than this, stitches lie so close that a fine line shows them better. */
const FULL_STROKE = 0.7;
/** A cell of the test strip, mm. */
const CELL_MM = 56;

const pointsOf = ({ xy }: Pick<Stitching, 'xy'>): Point[] =>
  Array.from({ length: xy.length / 2 }, (_, i) => ({ x: nth(xy, 2 * i), y: nth(xy, 2 * i + 1) }));

/** A wedge at a line's beginning that points along it. */
function arrow(a: Point, b: Point): Mark[] {
  const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const u = { x: ((b.x - a.x) / d) * ARROW_MM, y: ((b.y - a.y) / d) * ARROW_MM };
  const tip = { x: a.x + u.x, y: a.y + u.y };
  const points = [tip, { x: a.x - u.y / 3, y: a.y + u.x / 3 }, { x: a.x + u.y / 3, y: a.y - u.x / 3 }];
  return [{ type: 'line', closed: true, stroke: 'outline', points }];
}

/**
 * The picture of each article with every line that is stitched, where it begins, which way it goes, how many-th it is and on which thread; the tables; and the strip to sew first.
 * @param edged as the plan was worked out from
 * @param say the caption of a sample of the strip
 */
export function stitchGuide(
  project: Project,
  edged: Edged,
  samples: readonly StripSample[],
  tables: readonly GuideTable[],
  say: (sample: StripSample) => string,
  paper: Paper,
): SheetDocument {
  const facts = PAPER_FACTS[paper];
  const w = facts.widthMm;
  const h = facts.heightMm ?? PAPER_FACTS.a4.heightMm ?? w;
  const pages = [
    ...project.articles.flatMap((a) => pictured(viewOf(project, a.id), edged, w, h)),
    ...tables.flatMap((t) => tablePages(t.title, t.lead, t.columns, t.rows, paper, project)),
    ...strip(project, samples, say, w, h),
  ];
  return { title: `${project.name} · stitch guide`, pages: pages.map((p, i) => ({ ...p, id: `page-${i + 1}` })) };
}

function pictured(view: ArticleView, { plan, lines }: Edged, w: number, h: number): SheetPage[] {
  const mine = lines.filter((l) => l.articleId === view.article.id && l.runs.length > 0);
  if (mine.length === 0) return [];
  const area = drawingArea(w, h);
  const { widthMm, heightMm } = view.ground;
  // No larger than it is.
  const scale = Math.min(1, area.widthMm / widthMm, area.heightMm / heightMm);
  const at = (p: Point): Point => ({ x: PAGE_MARGIN_MM + p.x * scale, y: PAGE_MARGIN_MM + p.y * scale });
  const threads = plan.threads.filter((t) => t.topMm > 0).map((t) => t.threadId ?? t.colour);
  const byId = new Map(plan.lines.map((l) => [l.id, l]));
  const marks: Mark[] = ringsOf(regionOf(groundOutline(view.ground))).map((ring) => ({
    type: 'line',
    closed: true,
    stroke: 'fine',
    points: ring.map(at),
  }));
  for (const l of mine) {
    const place = plan.lines.findIndex((x) => x.id === l.id) + 1;
    const mark = byId.get(l.id);
    const thread = mark ? threads.indexOf(mark.threadId ?? mark.colour) + 1 : 0;
    l.runs.forEach((run, i) => {
      const points = pointsOf(run).map(at);
      const [a, b] = points;
      if (!a || !b) return;
      marks.push(
        { type: 'line', closed: false, stroke: scale < FULL_STROKE ? 'fine' : 'outline', points },
        ...arrow(a, nth(points, Math.min(points.length - 1, 6))),
      );
      if (i === 0)
        marks.push(
          words(
            a.x + 2.5,
            a.y - 2,
            NUMBER_MM,
            thread > 0 ? `${place}·${THREAD_LETTERS[thread - 1] ?? thread}` : String(place),
            'start',
            true,
          ),
        );
    });
  }
  return [
    {
      id: 'picture',
      widthMm: w,
      heightMm: h,
      title: 'Stitch guide',
      webId: null,
      pieceIds: mine.flatMap((l) => l.pieceId ?? []),
      marks: [
        ...marks,
        ...titleBlock(w, h, view.units, [
          view.name,
          `Stitch guide${articleTitle(view)}, seen from the right side`,
          scale < 1 ? `Drawn at ${Math.round(scale * 100)}% of its size.` : 'Drawn at its size.',
          'Each wedge: begin here, sew this way.',
          'Number: stitching order. Letter: thread.',
        ]),
      ],
    },
  ];
}
/** Threads by letter, so that nobody takes them for the order. */
export const THREAD_LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The project's own point, corner and curve at true size, side by side as room allows, with their stitches and where to turn. */
function strip(
  project: Project,
  samples: readonly StripSample[],
  say: (s: StripSample) => string,
  w: number,
  h: number,
): SheetPage[] {
  if (samples.length === 0) return [];
  const across = Math.max(1, Math.floor((w - 2 * PAGE_MARGIN_MM) / CELL_MM));
  const marks = samples.flatMap((s, i): Mark[] => {
    const left = PAGE_MARGIN_MM + (i % across) * CELL_MM;
    const top = PAGE_MARGIN_MM + Math.floor(i / across) * (CELL_MM + 12);
    const b = boundsOf([s.line]);
    const middle = centreOf(b);
    const move = (p: Point): Point => ({
      x: left + CELL_MM / 2 + p.x - middle.x,
      y: top + CELL_MM / 2 + p.y - middle.y,
    });
    const points = pointsOf(s.stitching).map(move);
    const turns = points.filter((_, k) => {
      const does = NEEDLE_DOES[nth(s.stitching.does, k)];
      return does === 'outside' || does === 'inside' || does === 'point';
    });
    return [
      box('fold', left, top, CELL_MM - 3, CELL_MM - 3),
      { type: 'line', closed: false, stroke: 'fine', points: s.line.map(move) },
      { type: 'line', closed: false, stroke: 'outline', points },
      ...turns.flatMap((p) => [
        line('check', p.x - 1.2, p.y - 1.2, p.x + 1.2, p.y + 1.2),
        line('check', p.x - 1.2, p.y + 1.2, p.x + 1.2, p.y - 1.2),
      ]),
      words(left, top + CELL_MM + 2, 3, say(s)),
    ];
  });
  return [
    {
      id: 'strip',
      widthMm: w,
      heightMm: h,
      title: 'Test strip',
      webId: null,
      pieceIds: samples.map((s) => s.pieceId),
      marks: [
        ...marks,
        ...titleBlock(w, h, project.units, [
          project.name,
          'Test strip, at true size',
          'Bond scraps of the same fabrics and web as they lie in the work,',
          'cut them along the fine lines, and sew these first.',
          'A cross: needle down, turn.',
        ]),
      ],
    },
  ];
}
