import { jsPDF } from 'jspdf';
import { parsePath } from '../../base/shape';
import { drawLabel, isDrawn, type LabelFaces } from './labels';
import { type Mark, type SheetDocument, STROKES } from './marks';
import { PAGE_MARGIN_MM } from './paper';

/** TrueType files as base64: the PDF carries its own type, so that every letter of a label prints. */
export interface PdfFonts {
  readonly regular: string;
  readonly bold: string;
  /** null: no label of the document has to be drawn. */
  readonly labels: LabelFaces | null;
}

const MISSING_MM = 2.4;
/** What stands at the head of a page on which letters are missing. */
export const MISSING_WORDS =
  '□ stands for letters that no typeface here has. Import a font file that has them, under “Word”, and print again.';

type Text = Extract<Mark, { type: 'text' }>;

/** Draws a label as outlines. @returns whether letters of it are missing */
function drawn(pdf: jsPDF, mark: Text, faces: LabelFaces): boolean {
  const own = mark.bold ? faces.bold : faces.regular;
  const label = drawLabel(mark.text, [own, ...faces.given]);
  const k = mark.sizeMm / 1000;
  const share = { start: 0, middle: 0.5, end: 1 }[mark.anchor];
  const left = mark.x - share * label.widthEm * k;
  pdf.setFillColor('#000000');
  for (const letter of label.letters) {
    const parsed = parsePath(letter.outline);
    if (!parsed.ok) continue;
    const x = (u: number): number => left + (letter.x + u) * k;
    const y = (u: number): number => mark.y + u * k;
    let pen = { x: 0, y: 0 };
    for (const s of parsed.segments) {
      if (s.type === 'Z') pdf.close();
      else if (s.type === 'M') pdf.moveTo(x(s.to.x), y(s.to.y));
      else if (s.type === 'C') pdf.curveTo(x(s.c1.x), y(s.c1.y), x(s.c2.x), y(s.c2.y), x(s.to.x), y(s.to.y));
      else if (s.type === 'Q') {
        // A quadratic curve as the cubic that it is.
        const c1 = { x: pen.x + (2 / 3) * (s.c.x - pen.x), y: pen.y + (2 / 3) * (s.c.y - pen.y) };
        const c2 = { x: s.to.x + (2 / 3) * (s.c.x - s.to.x), y: s.to.y + (2 / 3) * (s.c.y - s.to.y) };
        pdf.curveTo(x(c1.x), y(c1.y), x(c2.x), y(c2.y), x(s.to.x), y(s.to.y));
      } else pdf.lineTo(x(s.to.x), y(s.to.y));
      if (s.type !== 'Z') pen = s.to;
    }
    pdf.fillEvenOdd();
  }
  return label.missing.length > 0;
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
    let missing = false;
    for (const mark of page.marks) {
      if (mark.type === 'text') {
        if (fonts.labels && isDrawn(mark.text)) {
          missing = drawn(pdf, mark, fonts.labels) || missing;
          continue;
        }
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
    if (missing) {
      pdf.setFont('sheet', 'normal');
      pdf.setFontSize(MISSING_MM * POINTS_PER_MM);
      pdf.text(MISSING_WORDS, PAGE_MARGIN_MM, PAGE_MARGIN_MM - 1);
    }
  });
  return pdf.output('arraybuffer');
}
