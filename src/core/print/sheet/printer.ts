import type { PrinterError } from '../../keep/model';
import type { SheetDocument } from './marks';

/** Printers are corrected by what so much comes out as, mm, whatever square it was measured on. */
export const PRINTER_MEASURED_MM = 50;

/**
 * Sheets made larger or smaller by what a printer gets wrong, so that they come out true: what the check square measured is all that is needed.
 * Each page is scaled about its middle.
 * @param printer what {@link PRINTER_MEASURED_MM} come out as, across and down; null: nothing is changed
 */
export function correctedFor(doc: SheetDocument, printer: PrinterError | null): SheetDocument {
  if (!printer) return doc;
  const sx = PRINTER_MEASURED_MM / printer.acrossMm;
  const sy = PRINTER_MEASURED_MM / printer.downMm;
  return {
    ...doc,
    pages: doc.pages.map((page) => {
      const x = (v: number): number => page.widthMm / 2 + (v - page.widthMm / 2) * sx;
      const y = (v: number): number => page.heightMm / 2 + (v - page.heightMm / 2) * sy;
      return {
        ...page,
        marks: page.marks.map((m) =>
          m.type === 'text'
            ? { ...m, x: x(m.x), y: y(m.y), sizeMm: m.sizeMm * Math.sqrt(sx * sy) }
            : { ...m, points: m.points.map((p) => ({ x: x(p.x), y: y(p.y) })) },
        ),
      };
    }),
  };
}
