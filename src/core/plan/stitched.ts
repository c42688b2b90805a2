import { openRings, perimeterMm } from '../base/shape';
import { adviseEdges, type EdgeAdvice, edgePlan, isEdged, minutesOf, narrowOf, turnsOf } from '../hands/edge';
import { EDGES, type Edge, type Project, type Web } from '../keep/model';
import { layDown } from '../lay/laid';
import { laidByRecipe } from '../lay/recipe';

/** One run of stitches as the screen draws it: needle points x y x y …, mm on the article, and what happens at each ({@link NEEDLE_DOES}). */
export interface StitchRun {
  readonly xy: Float32Array;
  readonly does: Uint8Array;
}
/** A line with its stitches, in the order in which they are sewn. */
export interface StitchedLine {
  readonly id: string;
  readonly pieceId: string | null;
  readonly articleId: string;
  readonly colour: string;
  readonly edge: Edge;
  readonly widthMm: number;
  /** Every other stitch lies beneath. */
  readonly everyOther: boolean;
  readonly runs: readonly StitchRun[];
}

/** The pieces of one cloth, and which edges would suit them. */
export interface EdgeGroup {
  readonly fabricId: string;
  readonly pieceIds: readonly string[];
  /** The edges they have, the commonest first. */
  readonly edges: readonly Edge[];
  readonly advice: readonly EdgeAdvice[];
}

/** What the Edge station shows beside the plan. */
export interface StitchPicture {
  readonly lines: readonly StitchedLine[];
  readonly groups: readonly EdgeGroup[];
}

/** The stitches of a project, and advice for each of its cloths. @param webIds the web of each piece, as the plan chose it */
export function stitchPicture(asked: Project, webIds: Readonly<Record<string, string | null>>): StitchPicture {
  const project = laidByRecipe(asked);
  const laid = layDown(project);
  const { look } = laid;
  const webs = new Map(project.webs.map((w) => [w.id, w]));
  const webOf = (id: string): Web | null => webs.get(webIds[id] ?? '') ?? null;
  const { lines, plan } = edgePlan(laid, webOf);
  const colours = new Map(plan.lines.map((l) => [l.id, l.colour]));
  const fabricIds = [...new Set(project.pieces.filter((p) => isEdged(project, p)).map((p) => p.fabricId))];
  return {
    lines: lines
      .filter((l) => !l.hidden)
      .map((l) => ({
        id: l.id,
        pieceId: l.pieceId,
        articleId: l.articleId,
        colour: colours.get(l.id) ?? '#808080',
        edge: l.edge,
        widthMm: l.size.widthMm,
        everyOther: l.runs.some((r) => r.everyOther),
        runs: l.runs.map((r) => ({ xy: Float32Array.from(r.xy), does: Uint8Array.from(r.does) })),
      })),
    groups: fabricIds.map((fabricId): EdgeGroup => {
      const placed = laid.placed.filter((p) => p.piece.fabricId === fabricId && isEdged(project, p.piece));
      const around = placed.reduce((n, p) => n + perimeterMm(p.region), 0);
      const corners = placed.reduce(
        (n, p) => n + openRings(p.region).reduce((k, line) => k + turnsOf(line, true).length, 0),
        0,
      );
      const first = placed[0];
      const copied = placed.reduce((n, p) => n + perimeterMm(p.region) * look.copiesOf(p.piece), 0);
      const counts = new Map<Edge, number>();
      for (const p of placed) counts.set(look.edgeOf(p.piece), (counts.get(look.edgeOf(p.piece)) ?? 0) + 1);
      return {
        fabricId,
        pieceIds: placed.map((p) => p.id),
        edges: [...counts].sort(([, a], [, b]) => b - a).map(([edge]) => edge),
        advice: first
          ? adviseEdges({
              fabric: look.fabric(fabricId),
              web: webOf(first.id),
              intent: project.intent,
              on: project.edging.on,
              narrowMm: Math.min(...placed.map((p) => narrowOf(p.region))),
              cornersPerDm: around === 0 ? 0 : (100 * corners) / around,
              minutes: Object.fromEntries(EDGES.map((e) => [e, minutesOf(e, copied, corners)])) as Record<Edge, number>,
              spareMinutes: project.edging.spareMinutes,
            })
          : [],
      };
    }),
  };
}
