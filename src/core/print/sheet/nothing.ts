import type { Project } from '../../keep/model';
import type { SheetPage } from './marks';
import { PAGE_MARGIN_MM, PAPER_FACTS, type Paper, TITLE_BLOCK_MM } from './paper';
import { titleBlock } from './title-block';

/** The one page of a document that has nothing to show, saying why. */
export function nothingPage(project: Project, paper: Paper, title: string, why: string): SheetPage {
  const { widthMm, heightMm } = PAPER_FACTS[paper];
  const high = heightMm ?? 2 * PAGE_MARGIN_MM + TITLE_BLOCK_MM;
  return {
    id: 'page-1',
    widthMm,
    heightMm: high,
    title,
    webId: null,
    pieceIds: [],
    isNothing: true,
    marks: titleBlock(widthMm, high, project.units, [project.name, title, why]),
  };
}
