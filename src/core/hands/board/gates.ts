import { lookup, type Plan, type Project, type Step } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';

/** What is asked before a step that can go wrong so, in this project. */
export type Gate =
  | 'liner-off'
  | 'web-down'
  | 'right-way-round'
  | 'sheet-on-top'
  | 'sheet-beneath'
  | 'cover-on'
  | 'iron-on-heel'
  | 'foil-covers'
  | 'parchment-under-plug';

/**
 * The gates of a step: only where this step can go wrong so.
 * @param iron whether an iron stands there: a press has no heel
 */
export function gatesOf(project: Project, plan: Pick<Plan, 'choices' | 'tracings' | 'press'>, step: Step): Gate[] {
  const look = lookup(project);
  const webIds = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const webs = step.pieceIds.flatMap((id) => {
    const webId = webIds.get(id) ?? null;
    return webId === null ? [] : [look.web(webId)];
  });
  const lined = webs.some((w) => w.liners > 0);
  const tracings = plan.tracings.filter((t) => step.pieceIds.includes(t.pieceId));
  const turns = tracings.some((t) => t.mirrored && t.code !== 'no-care');
  const ticket = plan.press.find((t) => t.id === step.ticketId);
  const household = look.iron.kind === 'household' || look.iron.kind === 'mini';
  switch (step.kind) {
    case 'trace':
      return turns && ROUTE_FACTS[look.routeOf(look.piece(step.pieceIds[0] ?? ''))].drawnOn === 'liner'
        ? ['right-way-round']
        : [];
    case 'machine-cut':
      return turns ? ['right-way-round'] : [];
    case 'fuse': {
      const flush = step.does.code === 'fuse-patch' && webs.length > 0;
      return [
        'web-down',
        ...(lined ? [] : ['sheet-on-top' as const]),
        ...(flush && project.recipe.id === 'framed' ? ['sheet-beneath' as const] : []),
      ];
    }
    case 'bond':
    case 'steam-pass': {
      if (!ticket || ticket.stop) return [];
      const sheet = step.on === 'sheet';
      return [
        ...(lined && !sheet ? ['liner-off' as const] : []),
        ...(ticket.cover !== 'none' ? ['cover-on' as const] : []),
      ];
    }
    case 'foil':
      return ['foil-covers'];
    case 'cool':
      return household ? ['iron-on-heel'] : [];
    case 'lay':
      return step.does.code === 'lay-piece' && turns ? ['right-way-round'] : [];
    case 'plug':
      return ['parchment-under-plug'];
    default:
      return [];
  }
}
