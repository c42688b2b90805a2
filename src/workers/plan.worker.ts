import { expose, transfer } from 'comlink';
import { type BookTells, bookTells, type SwatchSeen, swatchOfPress, type Tells, tellsOf } from '~/core/choose/learn';
import { type Compared, compareWebs } from '~/core/choose/match';
import { type Look, type LookAs, lookInto } from '~/core/choose/press';
import type { Iron, Project, Swatch, Web } from '~/core/keep/model';
import { layDown } from '~/core/lay/laid';
import {
  asPlanned,
  behindOf,
  costIf,
  type EveningCost,
  type Otherwise,
  type Planned,
  type PressedColumns,
  planWithPicture,
  pressedOn,
  type StitchPicture,
  stitchPicture,
  type Taken,
  takenFor,
  wishOf,
} from '~/core/plan';
import { correctedFor, type Paper, type SheetDocument, tracingSheets } from '~/core/print/sheet';
import { stitchGuideOf } from '~/words/stitch-guide';
import { type Crossing, Telling, Told } from './crossing';
import type { OwnFace } from './drawing.worker';
import { keepWorkedOut } from './planned';
import { speakAsPage } from './speaking';

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

/** The plan the page was told last: what is drawn of it is drawn here, and no plan crosses back. */
let answered: Planned | undefined;
const planOf = (project: Project): Planned['plan'] =>
  (answered?.plan.projectId === project.id ? answered : planned(asPlanned(project))).plan;
const webIdsOf = (project: Project): Record<string, string | null> =>
  Object.fromEntries(planOf(project).choices.map((c) => [c.pieceId, c.webId]));

/** What is printed of a plan. */
export type PrintedSheets =
  | { readonly kind: 'tracing'; readonly paper: Paper; readonly by: 'cloth' | 'unit' }
  | { readonly kind: 'stitch-guide'; readonly paper: Paper };
const drawn = (project: Project, sheets: PrintedSheets): SheetDocument =>
  sheets.kind === 'tracing'
    ? tracingSheets(project, planOf(project), sheets.paper, sheets.by)
    : stitchGuideOf(project, webIdsOf(project), sheets.paper);

// Every call names the project it is about; only what changed of it since the call before crosses over.
const api = {
  plan: async (about: Crossing<Project>): Promise<Crossing<Planned>> => {
    const project = asPlanned(asked.take(about));
    answered = await remember('plan', project.id, project, () => planned(project));
    return told.tell(answered);
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
  /** Which pieces a web could be for, and what rules it out for the others. */
  takenFor: (about: Crossing<Project>, web: Web): Taken[] => takenFor(layDown(asked.take(about)), web),
  /** What the evening would cost done another way. */
  costIf: (about: Crossing<Project>, otherwise: Otherwise): EveningCost => costIf(asked.take(about), otherwise),
  /** The ground that could be cut away behind an article, path data. */
  behind: (about: Crossing<Project>, articleId: string): string => behindOf(layDown(asked.take(about)), articleId),
  /** Every stitch, and advice for each cloth. */
  stitches: (about: Crossing<Project>, webIds: Readonly<Record<string, string | null>>): StitchPicture =>
    stitchPicture(asked.take(about), webIds),
  /** Sheets as they are before the printer's own error is allowed for. */
  sheets: (about: Crossing<Project>, sheets: PrintedSheets): SheetDocument => drawn(asked.take(about), sheets),
  /** The same as a PDF, true on this printer: only its bytes cross. */
  sheetsPdf: async (
    about: Crossing<Project>,
    sheets: PrintedSheets,
    printer: Project['printer'],
    given: readonly OwnFace[],
  ): Promise<ArrayBuffer> => {
    const doc = correctedFor(drawn(asked.take(about), sheets), printer);
    const { writePdf } = await import('./write-pdf');
    const bytes = await writePdf(doc, given);
    return transfer(bytes, [bytes]);
  },
  /** What a ticket is worked out from. */
  pressedOn: (about: Crossing<Project>, ticketId: string): PressedColumns | null =>
    pressedOn(asPlanned(asked.take(about)), ticketId),
  /** What a book teaches of irons and webs. */
  bookTells: (swatches: readonly Swatch[], irons: readonly Iron[]): BookTells => bookTells(swatches, irons),
  /** What one more scrap would tell, before it is pressed. */
  scrapTells: (swatches: readonly Swatch[], next: Swatch, irons: readonly Iron[]): Tells | null =>
    tellsOf(swatches, next, irons),
  /** A press of the plan as a swatch of it, with what was seen. */
  swatchOf: (about: Crossing<Project>, ticketId: string, seen: SwatchSeen): Swatch | null => {
    const project = asPlanned(asked.take(about));
    const press = pressedOn(project, ticketId);
    const ticket = planOf(project).press.find((t) => t.id === ticketId);
    const column = press?.columns[press.deciding];
    return press && ticket && column ? swatchOfPress(press.request, column, ticket, seen) : null;
  },
  /** One press looked into with something changed. */
  lookInto: (press: PressedColumns, as: LookAs): Look => lookInto(press.request, press.columns, as),
};
export type PlanWorker = typeof api;
speakAsPage();
expose(api);
