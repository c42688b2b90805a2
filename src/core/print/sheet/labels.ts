import { nth } from '../../base/lists';
import { type Face, isShaped, readFace, runsOf } from '../../intake/lettering';
import type { SheetDocument } from './marks';

/** The type that labels are drawn in where the writer of a document cannot set them itself: scripts that join or run from right to left, and letters that its own type lacks. */
export interface LabelFaces {
  readonly regular: Face;
  readonly bold: Face;
  /** Faces that were brought in, asked after those. */
  readonly given: readonly Face[];
}

/** What the sheets' own type can be trusted to set as it stands: the scripts of Europe and the signs between them. */
const PLAIN =
  /^[\u0020-\u007e\u00a0-\u024f\u0370-\u03ff\u0400-\u052f\u0531-\u058a\u10a0-\u10ff\u1e00-\u1fff\u2010-\u2027\u2030-\u205e\u20ac\u2190-\u2193\u2212\u2215\u2032\u2033\u2153-\u215e\u25a1\u2248\u2260\u2264\u2265]*$/u;
const isPlain = (text: string): boolean => PLAIN.test(text) && !isShaped(text);

/** Whether a text has to be drawn, since the writer would drop or turn about some of it. */
export const isDrawn = (text: string): boolean => !isPlain(text);

/** Whether any label of a document has to be drawn: only then its faces are loaded. */
export const needsFaces = (doc: SheetDocument): boolean =>
  doc.pages.some((page) => page.marks.some((m) => m.type === 'text' && isDrawn(m.text)));

/** Reads the faces that labels are drawn in. @returns null where the sheets' own type cannot be read; a given face that cannot is left out */
export async function labelFaces(
  regular: ArrayBuffer,
  bold: ArrayBuffer,
  given: readonly { readonly name: string; readonly bytes: ArrayBuffer }[],
): Promise<LabelFaces | null> {
  const [plain, heavy, ...others] = await Promise.all([
    readFace(regular, 'regular'),
    readFace(bold, 'bold'),
    ...given.map((g) => readFace(g.bytes, g.name)),
  ]);
  if (!plain?.ok || !heavy?.ok) return null;
  return { regular: plain.face, bold: heavy.face, given: others.flatMap((o) => (o.ok ? [o.face] : [])) };
}

/** Stands for a letter that no face has. */
export const NO_LETTER = '□';

export interface DrawnLabel {
  /** Outlines at 1000 units the em, y down, each from its own origin at x on the baseline. */
  readonly letters: readonly { readonly outline: string; readonly x: number }[];
  readonly widthEm: number;
  /** Letters that no face has; each is shown as {@link NO_LETTER}. */
  readonly missing: readonly string[];
}

/** Sets a label stretch by stretch from left to right, each in the first face that has all of it; where none has, and its letters stand by themselves, letter by letter. */
export function drawLabel(text: string, faces: readonly Face[]): DrawnLabel {
  const letters: { outline: string; x: number }[] = [];
  const missing = new Set<string>();
  let pen = 0;
  for (const run of runsOf(text)) {
    const hasAll = (part: string): Face | undefined => faces.find((f) => f.line(part).missing.length === 0);
    const apart = !run.joined && !run.rightToLeft && !hasAll(run.text);
    for (const part of apart ? run.text : [run.text]) {
      const face = hasAll(part) ?? nth(faces, 0);
      let said = part;
      for (const char of face.line(part).missing) {
        missing.add(char);
        said = said.replaceAll(char, NO_LETTER);
      }
      const line = face.line(said);
      for (const l of line.letters) if (l.outline !== null) letters.push({ outline: l.outline, x: pen + l.x });
      const last = line.letters.at(-1);
      if (last) pen += last.x + last.advance;
    }
  }
  return { letters, widthEm: pen, missing: [...missing] };
}
