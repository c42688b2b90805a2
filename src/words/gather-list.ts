import { csvText } from '~/core/base/csv';
import type { GatherPlan, Need, Plan, Project } from '~/core/keep/model';
import {
  bagLabels,
  leaderSheet,
  type Paper,
  type SheetDocument,
  type ShoppingRow,
  shoppingList,
} from '~/core/print/sheet';
import {
  amountWords,
  bagLines,
  cannotBeHad,
  hereWords,
  mixWords,
  needName,
  needNote,
  priceWords,
  sumWords,
} from './gather';
import { counted } from './table';

// The list on paper and as a table. Kept out of the words' index, since the sheets come along with it.

function buyWords(need: Need, project: Project): string {
  if (need.taken) return 'cut and booked';
  if (!need.buy) return cannotBeHad(need) ? 'can’t be bought in these sizes' : 'nothing';
  return `${mixWords(need.buy, project.units, need.kind)}${cannotBeHad(need) ? '; not all of it fits' : ''}`;
}

const rowOf = (need: Need, plan: Plan, project: Project): ShoppingRow => {
  const note = needNote(need, project, plan.edge.settings);
  return {
    ticked: project.gathering.ticked.includes(need.key),
    what: `${needName(need, project)}${note && need.kind === 'other' ? ` (${note})` : ''}`,
    takes: amountWords(need.need, need.kind, project.units),
    here: hereWords(need, project),
    buy: buyWords(need, project),
    price: need.buy ? priceWords(need.buy.price) : '',
  };
};

/** What is to be done about a need in the shop comes first. */
const inOrder = (gather: GatherPlan): Need[] => {
  const asked = (n: Need): boolean => n.buy !== null || cannotBeHad(n);
  return [...gather.needs.filter(asked), ...gather.needs.filter((n) => !asked(n))];
};

function leadOf(gather: GatherPlan): string[] {
  const lost = gather.needs.filter(cannotBeHad).length;
  const { total, counts } = sumWords(gather);
  const bought = gather.needs.some((n) => n.buy !== null);
  return [
    ...(total !== null ? [`${total} in all. ${counts}`] : bought ? ['No prices were entered.'] : []),
    ...(lost > 0 ? [`${counted(lost, 'line')} can’t be bought in the sizes that are sold: Gather says why.`] : []),
    ...(bought || lost > 0 ? [] : ['Nothing to buy.']),
  ];
}

/** The list for the shop, a label for each bag, or the sheet for whoever leads the class. */
export type GatherSheet = 'list' | 'labels' | 'leader';

export function gatherSheet(
  kind: GatherSheet,
  project: Project,
  plan: Plan,
  gather: GatherPlan,
  paper: Paper,
): SheetDocument {
  if (kind === 'list')
    return shoppingList(
      project,
      inOrder(gather).map((n) => rowOf(n, plan, project)),
      leadOf(gather),
      paper,
    );
  const bags = project.gathering.kits;
  const holds = bagLines(gather, project);
  if (kind === 'labels') return bagLabels(project, bags, holds, paper);
  const shared = gather.needs
    .filter((n) => n.kind === 'other' && n.id !== 'printer-paper' && n.id !== 'quilt-backing')
    .map((n) => needName(n, project));
  return leaderSheet(project, bags, holds, ['Iron and board', 'Scissors kept for paper and web', ...shared], paper);
}

/** The list as a table for a spreadsheet. */
export const gatherCsv = (project: Project, plan: Plan, gather: GatherPlan): string =>
  csvText(
    ['what', 'needed', 'here', 'to buy', 'price', 'in the basket'],
    inOrder(gather)
      .map((n) => rowOf(n, plan, project))
      .map((r) => [r.what, r.takes, r.here, r.buy, r.price === 'no price' ? '' : r.price, r.ticked ? 'yes' : 'no']),
  );
