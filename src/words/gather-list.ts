import Papa from 'papaparse';
import type { GatherPlan, Need, Plan, Project } from '~/core/model';
import { bagLabels, leaderSheet, type Paper, type SheetDocument, type ShoppingRow, shoppingList } from '~/core/sheet';
import { amountWords, bagLines, hereWords, mixWords, needName, needNote, priceWords } from './gather';

// The list on paper and as a table. Kept out of the words' index, since the sheets come along with it.

const rowOf = (need: Need, plan: Plan, project: Project): ShoppingRow => {
  const note = needNote(need, project, plan.edge.settings);
  return {
    ticked: project.gathering.ticked.includes(need.key),
    what: `${needName(need, project)}${note && need.kind === 'other' ? ` (${note})` : ''}`,
    takes: amountWords(need.need, need.kind, project.units),
    here: hereWords(need, project.units),
    buy: need.buy ? mixWords(need.buy, project.units, need.kind) : need.taken ? 'cut and booked' : 'nothing',
    price: need.buy ? priceWords(need.buy.price) : '',
  };
};

const inOrder = (gather: GatherPlan): Need[] => [
  ...gather.needs.filter((n) => n.buy !== null),
  ...gather.needs.filter((n) => n.buy === null),
];

const leadOf = ({ cost, saved, unpriced }: GatherPlan): string[] => [
  `${cost.toFixed(2)} in all${saved > 0 ? `, ${saved.toFixed(2)} off by the voucher` : ''}.`,
  ...(unpriced > 0 ? [`${unpriced} without a price, not counted.`] : []),
];

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

/** The list as a table for a spreadsheet. A cell that one would take for a formula is written with an apostrophe before it. */
export function gatherCsv(project: Project, plan: Plan, gather: GatherPlan): string {
  const rows = inOrder(gather).map((n) => rowOf(n, plan, project));
  return Papa.unparse(
    {
      fields: ['what', 'it takes', 'here', 'to buy', 'price', 'in the basket'],
      data: rows.map((r) => [
        r.what,
        r.takes,
        r.here,
        r.buy,
        r.price === 'no price' ? '' : r.price,
        r.ticked ? 'yes' : 'no',
      ]),
    },
    { escapeFormulae: true, newline: '\n' },
  );
}
