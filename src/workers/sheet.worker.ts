import { expose, transfer } from 'comlink';
import type { SheetDocument } from '~/core/print/sheet';
import type { OwnFace } from './drawing.worker';
import { speakAsPage } from './speaking';
import { writePdf } from './write-pdf';

const api = {
  pdf: async (doc: SheetDocument, given: readonly OwnFace[]): Promise<ArrayBuffer> => {
    const bytes = await writePdf(doc, given);
    return transfer(bytes, [bytes]);
  },
};
export type SheetWorker = typeof api;
speakAsPage();
expose(api);
