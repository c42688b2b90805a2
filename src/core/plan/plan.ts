import { freeze } from 'immer';
import QuickLRU from 'quick-lru';
import { derive, share } from '../base/derive';
import { type Path, printPath, printRegion } from '../base/shape';
import { believed, withBelief } from '../choose/learn';
import type { PressColumn, PressRequest } from '../choose/press';
import { freshLayout, webAsk } from '../cut/layout';
import { glueOf, type Made, makingOf } from '../hands/making';
import { PLAN_FORMAT, PLAN_VERSION, type Plan, type Project, type Tracing, type Web } from '../keep/model';
import { type Drawn, drawnOf, mixedFacing } from '../lay/facing';
import { type Laid, layDown } from '../lay/laid';
import { orderWith, type StackMap, stackMap } from '../lay/layer';
import { isSheetwise, laidByRecipe } from '../lay/recipe';
import { sizesOf } from '../lay/size';
import { webUseInRows } from '../print/sheet';
import { choicesOf } from './choices';
import { type PlanPicture, pictureOf } from './picture';
import { snagsOf } from './snags';

const write = derive((path: Path): string => printPath(path));

/** A piece as it is drawn, as the plan tells it. */
const tracingOf = ({ path, visible, webMiddle, ...drawn }: Drawn): Tracing => ({
  ...drawn,
  outline: write(path),
  dotted: printRegion(visible),
  webMiddle: printRegion(webMiddle),
});

/** What a plan is worked out from and with, for what else is worked out of it. */
interface Worked {
  readonly laid: Laid;
  readonly plan: Plan;
  readonly made: Made;
  /** How stiff each pile is, article by article. */
  readonly stacks: ReadonlyMap<string, StackMap>;
}

/** Projects whose last state is kept, so that the next one shares with it what did not change. */
const LATELY = 16;
const lately = new QuickLRU<string, Project>({ maxSize: LATELY });

/**
 * A project with the very objects of its last state wherever they are the same: a copy of it is nothing new. It is not to be changed any more.
 * @param as what of a project it is: as it was asked about, or with what its recipe lays out
 */
function known(project: Project, as: 'asked' | 'laid'): Project {
  const name = `${as} ${project.id}`;
  const shared = freeze(share(lately.get(name), project), true);
  lately.set(name, shared);
  return shared;
}

const workOut = (asked: Project): Worked => worked(known(asked, 'asked'));

const worked = derive((asked: Project): Worked => {
  const laidOut = laidByRecipe(asked);
  const project = known(withBelief(laidOut, believed(laidOut.swatches, laidOut.irons)), 'laid');
  const laid = layDown(project);
  const { look, overlaps } = laid;
  const choices = choicesOf(laid);
  // A line that is drawn on whole sheets is drawn on their front.
  const sheetwise = isSheetwise(project);
  const drawn = project.pieces.map((p) =>
    drawnOf(p, look.routeOf(p), laid.cutPiece(p), project.limits.mirrorMm, p.faceDown && !sheetwise),
  );
  const tracings = drawn.map(tracingOf);
  const made = makingOf(laid, { choices, tracings });
  const draft: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    projectId: project.id,
    articles: sizesOf(project).articles,
    choices,
    order: orderOf(laid),
    overlaps: overlaps.map((o) => ({ ...o, areaMm2: Math.round(o.areaMm2 * 100) / 100 })),
    tracings,
    press: made.tickets,
    making: made.making,
    edge: made.edged.plan,
    webUse: [],
    snags: [],
  };
  const webUse = webUseInRows(project, draft).map((use) => {
    const wanted = project.layouts.length > 0 ? webAsk(project, draft, use.webId) : null;
    const layout = wanted && freshLayout(project, wanted);
    return layout && layout.unplaced.length === 0
      ? { ...use, lengthMm: Math.ceil(layout.lengthMm), how: 'nested' as const }
      : use;
  });
  const webOf = new Map<string, Web | null>(
    choices.map((c) => [c.pieceId, c.webId === null ? null : look.web(c.webId)]),
  );
  const clothOf = (id: string) => glueOf(laid, (pieceId) => webOf.get(pieceId) ?? null, id);
  const stacks = new Map(laid.articles.map((a) => [a.article.id, stackMap(a.ground, a.pile, clothOf)]));
  const plan: Plan = {
    ...draft,
    webUse,
    snags: snagsOf({
      laid,
      plan: { ...draft, webUse },
      mixed: mixedFacing(project, drawn),
      circles: orderWith(project.order, project.layering.pairs, overlaps).circles,
      stacks,
    }),
  };
  return { laid, plan, made, stacks };
});

/** Pieces in the order in which they are laid down: as the order has them, but a unit whole where its lowest piece stands. */
function orderOf({ project, look }: Laid): string[] {
  const unitOf = (id: string): string | null => look.piece(id).unit?.split('/')[0] ?? null;
  const seen = new Set<string>();
  return project.order.flatMap((id) => {
    if (seen.has(id)) return [];
    const unit = unitOf(id);
    const { articleId } = look.piece(id);
    const whole =
      unit === null
        ? [id]
        : project.order.filter((other) => unitOf(other) === unit && look.piece(other).articleId === articleId);
    for (const other of whole) seen.add(other);
    return whole;
  });
}

/**
 * The one function: a parsed project in, its whole plan out. Pure; the same project always gives the same plan.
 * @throws Error only for a project that did not come from {@link parseProject}
 */
export const planProject = (project: Project): Plan => workOut(project).plan;

/** The plan together with what only the screen needs. */
export const planWithPicture = (project: Project): Planned => pictured(workOut(project));

/** A plan and what is shown of it. */
export interface Planned {
  readonly plan: Plan;
  readonly picture: PlanPicture;
}
const pictured = derive(
  ({ laid, plan, made, stacks }: Worked): Planned => ({ plan, picture: pictureOf(laid, made, stacks) }),
);

/** A ticket's press for looking into: each of its columns, and which of them decides. */
export interface PressedColumns {
  readonly request: PressRequest;
  readonly columns: readonly PressColumn[];
  readonly deciding: number;
}

/** What a ticket is worked out from; null when the plan has no such ticket any more. */
export function pressedOn(project: Project, ticketId: string): PressedColumns | null {
  const { made } = workOut(project);
  const ticket = made.tickets.find((t) => t.id === ticketId);
  const press = ticket && made.presses.get(ticket.decides.stepId);
  return press ? { request: press.request, columns: press.columns, deciding: press.setting.deciding } : null;
}
