import { type Drawn, drawnOf, mixedFacing } from '../facing';
import { type Laid, layDown } from '../laid';
import { bondSteps, orderOfSteps, orderWith, type StackMap, shadowsOf, stackMap, vanishing } from '../layer';
import { freshLayout, webAsk } from '../layout';
import { type Fabric, PLAN_FORMAT, PLAN_VERSION, type Plan, type Project, type Stage, type Tracing } from '../model';
import { windowOver } from '../press';
import { type Path, printPath, printRegion } from '../shape';
import { webUseInRows } from '../sheet';
import { choicesOf } from './choices';
import { type Picture, pictureOf } from './picture';
import { snagsOf } from './snags';
import { type PressOf, pressOf, ticketsOf } from './tickets';

const written = new WeakMap<Path, string>();
/** Path data of a path; written once, since most pieces stay the same from one plan to the next. */
function write(path: Path): string {
  let text = written.get(path);
  if (text === undefined) {
    text = printPath(path);
    written.set(path, text);
  }
  return text;
}

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
  readonly stack: StackMap;
}

function workOut(project: Project): Worked {
  const laid = layDown(project);
  const { look, overlaps, abutting, cuts } = laid;
  const choices = choicesOf(laid);
  const drawn = project.pieces.map((p) => drawnOf(p, look.routeOf(p), laid.cutPiece(p), project.limits.mirrorMm));
  const { steps, troubles } = bondSteps(project.order, (id) => look.piece(id).unit, overlaps);
  const order = orderOfSteps(steps);
  const draft: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    projectId: project.id,
    choices,
    order,
    steps,
    overlaps: overlaps.map((o) => ({ ...o, areaMm2: Math.round(o.areaMm2 * 100) / 100 })),
    tracings: drawn.map(tracingOf),
    press: ticketsOf(laid, order, choices),
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
  const fabricOf = (id: string): Fabric => look.fabricOf(look.piece(id));
  const webOf = new Map(choices.map((c) => [c.pieceId, c.webId === null ? null : look.web(c.webId)]));
  const stack = stackMap(look.ground, laid.pile, (id) => ({ fabric: fabricOf(id), web: webOf.get(id) ?? null }));
  const plan: Plan = {
    ...draft,
    webUse,
    snags: snagsOf({
      laid,
      plan: { ...draft, webUse },
      mixed: mixedFacing(project, drawn),
      circles: orderWith(project.order, project.layering.pairs, overlaps).circles,
      troubles,
      stack,
      shadows: shadowsOf(overlaps, fabricOf, look.ground.colour),
      vanishing: vanishing(cuts, [...overlaps, ...abutting], fabricOf, look.ground),
    }),
  };
  return { laid, plan, stack };
}

/**
 * The one function: a parsed project in, its whole plan out. Pure; the same project always gives the same plan.
 * @throws Error only for a project that did not come from {@link parseProject}
 */
export const planProject = (project: Project): Plan => workOut(project).plan;

/** The plan together with what only the screen needs. */
export function planWithPicture(project: Project): { plan: Plan; picture: Picture } {
  const { laid, plan, stack } = workOut(project);
  return { plan, picture: pictureOf(laid, plan.press, stack) };
}

/** A piece's press, and which of the piles beneath decides about its seconds. */
export interface Pressed extends PressOf {
  readonly deciding: number;
}

/**
 * What one piece's press is worked out from, for looking into its stack; null when piece or web are gone.
 * @param soleplateC the heat it is pressed at
 */
export function pressRequestOf(
  project: Project,
  pieceId: string,
  stage: Stage,
  webId: string,
  soleplateC: number,
): Pressed | null {
  const piece = project.pieces.find((p) => p.id === pieceId);
  const web = project.webs.find((w) => w.id === webId);
  if (!piece || !web) return null;
  const press = pressOf(layDown(project), piece, stage, web);
  return { ...press, deciding: windowOver(press.request, press.piles, soleplateC).deciding };
}
