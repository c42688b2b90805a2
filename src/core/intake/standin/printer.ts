import type { PrinterError } from '../../keep/model';
import { type Mark, PRINTER_MEASURED_MM, type SheetPage } from '../../print/sheet';

/** A printer that prints a little wrong, as real ones do: made up, to try the calibration on. */
export interface SimulatedPrinter {
  readonly name: string;
  /** What a millimetre comes out as, across and down. */
  readonly scaleX: number;
  readonly scaleY: number;
  /** Nearer to the paper's edge than this nothing is printed, mm. */
  readonly marginMm: number;
}

/** Made up. */
export const SIMULATED_PRINTERS: readonly SimulatedPrinter[] = [
  { name: 'the old inkjet', scaleX: 0.97, scaleY: 0.968, marginMm: 6 },
  { name: 'the office printer', scaleX: 1.004, scaleY: 1.009, marginMm: 4 },
  { name: 'an exact one', scaleX: 1, scaleY: 1, marginMm: 3 },
];

/** A page as it comes out: scaled about its middle, cut off at the margins. */
export function printPage(page: SheetPage, printer: SimulatedPrinter): SheetPage {
  const { widthMm: w, heightMm: h } = page;
  const x = (v: number): number => w / 2 + (v - w / 2) * printer.scaleX;
  const y = (v: number): number => h / 2 + (v - h / 2) * printer.scaleY;
  const on = (px: number, py: number): boolean =>
    px >= printer.marginMm && py >= printer.marginMm && px <= w - printer.marginMm && py <= h - printer.marginMm;
  return {
    ...page,
    marks: page.marks.flatMap((m): Mark[] => {
      if (m.type === 'text')
        return on(x(m.x), y(m.y)) ? [{ ...m, x: x(m.x), y: y(m.y), sizeMm: m.sizeMm * printer.scaleX }] : [];
      const points = m.points.map((p) => ({ x: x(p.x), y: y(p.y) }));
      return points.some((p) => on(p.x, p.y)) ? [{ ...m, points }] : [];
    }),
  };
}

/** What a ruler reads off a length, to a quarter of a millimetre. */
export const readOnRuler = (mm: number): number => Math.round(mm * 4) / 4;

/** What one measures on a check square of this side, mm, of a page that this printer printed with the correction that was already in it. */
export const measuredSquare = (
  printer: SimulatedPrinter,
  already: PrinterError | null,
  sideMm: number,
): PrinterError => ({
  acrossMm: readOnRuler(sideMm * printer.scaleX * (already ? PRINTER_MEASURED_MM / already.acrossMm : 1)),
  downMm: readOnRuler(sideMm * printer.scaleY * (already ? PRINTER_MEASURED_MM / already.downMm : 1)),
});
