import type { Project } from '~/core/keep/model';
import type { SheetDocument } from '~/core/print/sheet';
import { db } from '~/store';
import { askPlanThread, withSheetWorker } from '~/workers';
import type { PrintedSheets } from '~/workers/plan.worker';

const LIMIT_MS = 60_000;

/** A document as a PDF, its labels drawn in the faces that were brought in where the sheets' own type lacks letters. */
export async function pdfOf(doc: SheetDocument): Promise<ArrayBuffer> {
  const given = await db.faces.toArray();
  return withSheetWorker(async (w) => await w.pdf(doc, given));
}

/** Sheets of a plan as a PDF, drawn and written where the plan is worked out: nothing but the file crosses. */
export async function planPdf(project: Project, sheets: PrintedSheets): Promise<ArrayBuffer> {
  const given = await db.faces.toArray();
  const { printer } = project;
  return askPlanThread(project, async (w, about) => await w.sheetsPdf(about, sheets, printer, given), LIMIT_MS);
}
