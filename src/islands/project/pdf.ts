import type { SheetDocument } from '~/core/print/sheet';
import { db } from '~/store';
import { withSheetWorker } from '~/workers';

/** A document as a PDF, its labels drawn in the faces that were brought in where the sheets' own type lacks letters. */
export async function pdfOf(doc: SheetDocument): Promise<ArrayBuffer> {
  const given = await db.faces.toArray();
  return withSheetWorker(async (w) => await w.pdf(doc, given));
}
