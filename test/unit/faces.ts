import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { type AxisSettings, type Face, readFace } from '~/core/intake/lettering';

import { FACE_FILES } from '~/workers/faces';

/** The path of a package's file. */
export const packaged = (file: string): string => createRequire(import.meta.url).resolve(file);

export const bytesOf = (path: string): ArrayBuffer => new Uint8Array(readFileSync(path)).buffer;

/** A face from a package's file. */
export async function faceOf(file: string, axes: AxisSettings = {}): Promise<Face> {
  const read = await readFace(bytesOf(packaged(file)), file, axes);
  if (!read.ok) throw new Error(read.problem.code);
  return read.face;
}

/** A shipped face by its id. */
export const shipped = (id: string): Promise<Face> => faceOf(FACE_FILES[id] ?? id);

/** The outline of one character alone; null where the face lacks it. */
export const outlineOf = (face: Face, char: string): string | null => {
  const line = face.line(char);
  return line.missing.length > 0 ? null : (line.letters[0]?.outline ?? null);
};
