import { expose } from 'comlink';
import { type Compared, compareWebs } from '~/core/choose/match';
import { type Look, type LookAs, lookInto } from '~/core/choose/press';
import type { Plan, Project } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import {
  asPlanned,
  behindOf,
  type Planned,
  type PressedColumns,
  planWithPicture,
  pressedOn,
  type StitchPicture,
  stitchPicture,
  wishOf,
} from '~/core/plan';
import { type Paper, type SheetDocument, tracingSheets } from '~/core/print/sheet';
import { stitchGuideOf } from '~/words/stitch-guide';
import { type Crossing, Telling, Told } from './crossing';
import { keepWorkedOut } from './planned';

// While one edits the program, its name stays and it does not: then nothing is kept.
const { remember } = keepWorkedOut(import.meta.env.PROD ? self.location.pathname : null);

/** The project that is asked about, as the page last told it. */
const asked = new Told<Project>();
/** What the page was told last. */
const told = new Telling<Planned>(({ plan }) => plan.projectId);

/** Nothing was worked out here yet: the plan that is shown, if any, was put by. */
let cold = true;
const planned = (project: Project): Planned => {
  cold = false;
  return planWithPicture(project);
};

// Every call names the project it is about; only what changed of it since the call before crosses over.
const api = {
  plan: async (about: Crossing<Project>): Promise<Crossing<Planned>> => {
    const project = asPlanned(asked.take(about));
    return told.tell(await remember('plan', project.id, project, () => planned(project)));
  },
  /** Works out what the next change will need of this project, where that was not done yet. */
  warmUp: (about: Crossing<Project>): void => {
    const project = asPlanned(asked.take(about));
    if (cold) planned(project);
  },
  /** Two webs side by side for one piece; empty when one of them is gone. */
  compare: (about: Crossing<Project>, pieceId: string, webIds: readonly [string, string]): Compared[] => {
    const project = asked.take(about);
    const wish = wishOf(layDown(project), pieceId);
    const [a, b] = webIds.map((id) => project.webs.find((w) => w.id === id));
    return wish && a && b ? compareWebs(wish, a, b) : [];
  },
  /** The ground that could be cut away behind an article, path data. */
  behind: (about: Crossing<Project>, articleId: string): string => behindOf(layDown(asked.take(about)), articleId),
  /** Every stitch, and advice for each cloth. */
  stitches: (about: Crossing<Project>, webIds: Readonly<Record<string, string | null>>): StitchPicture =>
    stitchPicture(asked.take(about), webIds),
  /** The stitch guide, worded and drawn. */
  stitchGuide: (
    about: Crossing<Project>,
    webIds: Readonly<Record<string, string | null>>,
    paper: Paper,
  ): SheetDocument => stitchGuideOf(asked.take(about), webIds, paper),
  /** The sheets to trace, as they are before the printer's own error is allowed for. */
  tracingSheets: (about: Crossing<Project>, plan: Plan, paper: Paper, by: 'cloth' | 'unit'): SheetDocument =>
    tracingSheets(asked.take(about), plan, paper, by),
  /** What a ticket is worked out from. */
  pressedOn: (about: Crossing<Project>, ticketId: string): PressedColumns | null =>
    pressedOn(asPlanned(asked.take(about)), ticketId),
  /** One press looked into with something changed. */
  lookInto: (press: PressedColumns, as: LookAs): Look => lookInto(press.request, press.columns, as),
};
export type PlanWorker = typeof api;
expose(api);
