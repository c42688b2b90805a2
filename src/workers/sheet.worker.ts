import { expose, transfer } from 'comlink';
import regularUrl from 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf?url';
import boldUrl from 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf?url';
import type { SheetDocument } from '~/core/sheet';
import { sheetsToPdf } from '~/core/sheet/pdf';

async function base64(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000) binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(binary);
}

const api = {
  pdf: async (doc: SheetDocument): Promise<ArrayBuffer> => {
    const [regular, bold] = await Promise.all([base64(regularUrl), base64(boldUrl)]);
    const bytes = sheetsToPdf(doc, { regular, bold });
    return transfer(bytes, [bytes]);
  },
};
export type SheetWorker = typeof api;
expose(api);
