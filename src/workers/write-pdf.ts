import regularUrl from 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf?url';
import boldUrl from 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf?url';
import { labelFaces, needsFaces, type SheetDocument } from '~/core/print/sheet';
import { sheetsToPdf } from '~/core/print/sheet/pdf';
import type { OwnFace } from './drawing.worker';

const fileAt = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();

function base64(file: ArrayBuffer): string {
  const bytes = new Uint8Array(file);
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(binary);
}

/**
 * A document as a PDF. Loaded when it is asked for: the writer is large.
 * @param given faces that were brought in: labels are drawn in them where the sheets' own type lacks letters
 */
export async function writePdf(doc: SheetDocument, given: readonly OwnFace[]): Promise<ArrayBuffer> {
  const [regular, bold] = await Promise.all([fileAt(regularUrl), fileAt(boldUrl)]);
  const labels = needsFaces(doc) ? await labelFaces(regular, bold, given) : null;
  return sheetsToPdf(doc, { regular: base64(regular), bold: base64(bold), labels });
}
