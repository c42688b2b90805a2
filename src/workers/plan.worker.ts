import { expose } from 'comlink';
import { layDown } from '~/core/laid';
import { type Compared, compareWebs } from '~/core/match';
import type { Plan, Project } from '~/core/model';
import {
  behindOf,
  type Pressed,
  planWithPicture,
  pressedOn,
  type StitchPicture,
  stitchPicture,
  wishOf,
} from '~/core/plan';
import { type Look, type LookAs, lookInto } from '~/core/press';
import { type Paper, type SheetDocument, tracingSheets } from '~/core/sheet';
import { stitchGuideOf } from '~/words/stitch-guide';
import { keepWorkedOut } from './planned';

// While one edits the program, its name stays and it does not: then nothing is kept.
const { remember } = keepWorkedOut(import.meta.env.PROD ? self.location.pathname : null);

/** Nothing was worked out here yet: the plan that is shown, if any, was put by. */
let cold = true;
const planned = (project: Project) => {
  cold = false;
  return planWithPicture(project);
};

const api = {
  plan: (project: Project) => remember('plan', project.id, project, () => planned(project)),
  /** Works out what the next change will need of this project, where that was not done yet. */
  warmUp: (project: Project): void => {
    if (cold) planned(project);
  },
  /** Two webs side by side for one piece; empty when one of them is gone. */
  compare: (project: Project, pieceId: string, webIds: readonly [string, string]): Compared[] => {
    const wish = wishOf(layDown(project), pieceId);
    const [a, b] = webIds.map((id) => project.webs.find((w) => w.id === id));
    return wish && a && b ? compareWebs(wish, a, b) : [];
  },
  /** The ground that could be cut away behind an article, path data. */
  behind: (project: Project, articleId: string): string => behindOf(layDown(project), articleId),
  /** Every stitch, and advice for each cloth. */
  stitches: (project: Project, webIds: Readonly<Record<string, string | null>>): StitchPicture =>
    stitchPicture(project, webIds),
  /** The stitch guide, worded and drawn. */
  stitchGuide: (project: Project, webIds: Readonly<Record<string, string | null>>, paper: Paper): SheetDocument =>
    stitchGuideOf(project, webIds, paper),
  /** The sheets to trace, as they are before the printer's own error is allowed for. */
  tracingSheets: (project: Project, plan: Plan, paper: Paper, by: 'cloth' | 'unit'): SheetDocument =>
    tracingSheets(project, plan, paper, by),
  /** What a ticket is worked out from. */
  pressedOn: (project: Project, ticketId: string): Pressed | null => pressedOn(project, ticketId),
  /** One press looked into with something changed. */
  lookInto: (press: Pressed, as: LookAs): Look => lookInto(press.request, press.columns, as),
};
export type PlanWorker = typeof api;
expose(api);
