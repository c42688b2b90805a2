import { expose } from 'comlink';
import { layDown } from '~/core/laid';
import { type Compared, compareWebs } from '~/core/match';
import type { Project } from '~/core/model';
import { type Pressed, planWithPicture, pressedOn, wishOf } from '~/core/plan';
import { type Look, type LookAs, lookInto } from '~/core/press';

const api = {
  plan: (project: Project) => planWithPicture(project),
  /** Two webs side by side for one piece; empty when one of them is gone. */
  compare: (project: Project, pieceId: string, webIds: readonly [string, string]): Compared[] => {
    const wish = wishOf(layDown(project), pieceId);
    const [a, b] = webIds.map((id) => project.webs.find((w) => w.id === id));
    return wish && a && b ? compareWebs(wish, a, b) : [];
  },
  /** What a ticket is worked out from. */
  pressedOn: (project: Project, ticketId: string): Pressed | null => pressedOn(project, ticketId),
  /** One press looked into with something changed. */
  lookInto: (press: Pressed, as: LookAs): Look => lookInto(press.request, press.columns, as),
};
export type PlanWorker = typeof api;
expose(api);
