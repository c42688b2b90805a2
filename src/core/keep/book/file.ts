import { z } from 'zod';
import {
  MOST_SWATCHES,
  type Picture,
  pictureSchema,
  problemsFrom,
  readJson,
  type Swatch,
  swatchSchema,
} from '../model';

// A book as a file of its own. Told in docs/format.md.

export const BOOK_FORMAT = 'apple-seam.book';
export interface Book {
  readonly swatches: readonly Swatch[];
  readonly pictures: readonly Picture[];
}
const bookSchema = z.object({
  format: z.literal(BOOK_FORMAT),
  version: z.literal(1),
  swatches: z.array(swatchSchema).max(MOST_SWATCHES),
  pictures: z.array(pictureSchema).max(MOST_SWATCHES).default([]),
});

export const bookDoc = ({ swatches, pictures }: Book): z.input<typeof bookSchema> => ({
  format: BOOK_FORMAT,
  version: 1,
  swatches: [...swatches],
  pictures: [...pictures],
});

export type BookRead =
  | { readonly ok: true; readonly book: Book }
  | { readonly ok: false; readonly problems: readonly string[] };

/** A book from what stands in a file; the same swatch twice is one. */
export function bookFromRaw(raw: unknown): BookRead {
  const read = bookSchema.safeParse(raw);
  if (!read.success)
    return {
      ok: false,
      problems: problemsFrom(read.error, raw)
        .slice(0, 5)
        .map((p) => p.message),
    };
  const { swatches, pictures } = read.data;
  return { ok: true, book: { swatches: [...new Map(swatches.map((s) => [s.id, s])).values()], pictures } };
}

/** @param text of the file */
export function bookFromJson(text: string): BookRead {
  const json = readJson(text, 'This is no swatch book: it is not JSON. Choose a file that was exported from a book');
  return json.ok ? bookFromRaw(json.value) : { ok: false, problems: [json.message] };
}
