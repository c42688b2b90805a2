import type { Project } from '../../keep/model';
import { tablePages } from './lists';
import { box, line, type Mark, type SheetDocument, type SheetPage, words } from './marks';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper } from './paper';
import { clipped, wrapped } from './type';

/** A row of the list, worded where words are made. */
export interface ShoppingRow {
  readonly ticked: boolean;
  readonly what: string;
  readonly takes: string;
  readonly here: string;
  readonly buy: string;
  readonly price: string;
}

/** The list for the shop: on one page as far as it has room. @param lead what stands beneath the title */
export function shoppingList(
  project: Project,
  rows: readonly ShoppingRow[],
  lead: readonly string[],
  paper: Paper,
): SheetDocument {
  const columns = [
    { heading: '', share: 0.3 },
    { heading: 'What', share: 2.4 },
    { heading: 'You need', share: 1.1 },
    { heading: 'You have', share: 1.1 },
    { heading: 'To buy', share: 2.6 },
    { heading: 'Price', share: 0.8 },
  ];
  const cells = rows.map((r) => [r.ticked ? '☑' : '☐', r.what, r.takes, r.here, r.buy, r.price]);
  return {
    title: `${project.name} · shopping list`,
    pages: tablePages('Shopping list', lead, columns, cells, paper, project),
  };
}

/** The sheet for whoever leads a class: the bags, what each holds, what lies on the table for all. */
export function leaderSheet(
  project: Project,
  bags: readonly string[],
  holds: readonly string[],
  shared: readonly string[],
  paper: Paper,
): SheetDocument {
  const columns = [
    { heading: 'Bag', share: 0.5 },
    { heading: 'For', share: 2 },
    { heading: 'Packed', share: 0.8 },
    { heading: 'Given', share: 0.8 },
    { heading: '', share: 2 },
  ];
  return {
    title: `${project.name} · bags`,
    pages: [
      ...tablePages(
        'The bags',
        [`${bags.length} bags, all alike.`],
        columns,
        bags.map((name, i) => [String(i + 1), name, '☐', '☐', '']),
        paper,
        project,
      ),
      ...tablePages(
        'What each bag holds',
        [],
        [{ heading: 'Cut and put in', share: 1 }],
        holds.map((h) => [h]),
        paper,
        project,
      ),
      ...tablePages(
        'On the table for all',
        [],
        [{ heading: 'What', share: 1 }],
        shared.map((h) => [h]),
        paper,
        project,
      ),
    ].map((p, i) => ({ ...p, id: `page-${i + 1}` })),
  };
}

/** Labels across a page and down. */
const ACROSS = 2;
const LABEL_H_MM = 68;
const LINE_MM = 4.6;
const TEXT_MM = 3;

/** A label for each bag: whom it is for and what it holds, to cut out along the lines. What is too long for a label goes on to the next. */
export function bagLabels(
  project: Project,
  bags: readonly string[],
  holds: readonly string[],
  paper: Paper,
): SheetDocument {
  const facts = PAPER_FACTS[paper];
  const w = facts.heightMm === null ? PAPER_FACTS.a4.widthMm : facts.widthMm;
  const h = facts.heightMm ?? PAPER_FACTS.a4.heightMm ?? w;
  const wide = (w - 2 * PAGE_MARGIN_MM) / ACROSS;
  const lines = Math.floor((LABEL_H_MM - 18) / LINE_MM);
  const room = wide - 8;
  const rows = holds.flatMap((text) => wrapped(text, room, TEXT_MM));
  const parts = Array.from({ length: Math.max(1, Math.ceil(rows.length / lines)) }, (_, i) =>
    rows.slice(i * lines, (i + 1) * lines),
  );
  const labels = bags.flatMap((name, bag) => parts.map((part, i) => ({ name, bag, part, more: i > 0 })));
  const perPage = ACROSS * Math.max(1, Math.floor((h - 2 * PAGE_MARGIN_MM) / LABEL_H_MM));
  const pages: SheetPage[] = [];
  for (let from = 0; from < labels.length; from += perPage) {
    const marks = labels.slice(from, from + perPage).flatMap((l, i): Mark[] => {
      const x = PAGE_MARGIN_MM + (i % ACROSS) * wide;
      const y = PAGE_MARGIN_MM + Math.floor(i / ACROSS) * LABEL_H_MM;
      return [
        box('fold', x, y, wide, LABEL_H_MM),
        words(x + 4, y + 8, 4.4, clipped(`${l.bag + 1} · ${l.name}`, room, 4.4, true), 'start', true),
        words(x + 4, y + 13, TEXT_MM, clipped(l.more ? `${project.name}, more` : project.name, room, TEXT_MM)),
        line('fine', x + 4, y + 15, x + wide - 4, y + 15),
        ...l.part.map((text, k) => words(x + 4, y + 20 + k * LINE_MM, TEXT_MM, text)),
      ];
    });
    pages.push({
      id: `page-${pages.length + 1}`,
      widthMm: w,
      heightMm: h,
      title: 'Labels',
      webId: null,
      pieceIds: [],
      marks,
    });
  }
  return { title: `${project.name} · labels`, pages };
}
