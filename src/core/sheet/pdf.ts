import { jsPDF } from 'jspdf';
import { type SheetDocument, STROKES } from './marks';

/** TrueType files as base64: the PDF carries its own type, so that every letter of a label prints. */
export interface PdfFonts {
  readonly regular: string;
  readonly bold: string;
}

const POINTS_PER_MM = 72 / 25.4;

/**
 * Sheets as a PDF at true size, one page each, lines as vectors.
 * Kept out of the module's index, since the writer is large: import it where a PDF is asked for.
 * @returns the file's bytes
 */
export function sheetsToPdf(doc: SheetDocument, fonts: PdfFonts): ArrayBuffer {
  const first = doc.pages[0] ?? { widthMm: 210, heightMm: 297 };
  const shape = (p: { widthMm: number; heightMm: number }): 'p' | 'l' => (p.widthMm > p.heightMm ? 'l' : 'p');
  const pdf = new jsPDF({
    unit: 'mm',
    format: [first.widthMm, first.heightMm],
    orientation: shape(first),
    compress: true,
    putOnlyUsedFonts: true,
  });
  pdf.setProperties({ title: doc.title, creator: 'Apple Seam' });
  for (const [weight, data] of [
    ['normal', fonts.regular],
    ['bold', fonts.bold],
  ] as const) {
    pdf.addFileToVFS(`sheet-${weight}.ttf`, data);
    pdf.addFont(`sheet-${weight}.ttf`, 'sheet', weight);
  }
  doc.pages.forEach((page, i) => {
    if (i > 0) pdf.addPage([page.widthMm, page.heightMm], shape(page));
    for (const mark of page.marks) {
      if (mark.type === 'text') {
        pdf.setFont('sheet', mark.bold ? 'bold' : 'normal');
        pdf.setFontSize(mark.sizeMm * POINTS_PER_MM);
        pdf.text(mark.text, mark.x, mark.y, {
          align: mark.anchor === 'start' ? 'left' : mark.anchor === 'end' ? 'right' : 'center',
        });
        continue;
      }
      const [start, ...rest] = mark.points;
      if (!start || rest.length === 0) continue;
      const style = STROKES[mark.stroke];
      pdf.setLineWidth(style.widthMm);
      pdf.setDrawColor(Math.round(style.grey * 255));
      pdf.setLineDashPattern([...style.dashMm], 0);
      pdf.setLineCap(style.dashMm.length > 0 ? 'round' : 'butt');
      pdf.moveTo(start.x, start.y);
      for (const p of rest) pdf.lineTo(p.x, p.y);
      if (mark.closed) pdf.close();
      pdf.stroke();
    }
  });
  return pdf.output('arraybuffer');
}
