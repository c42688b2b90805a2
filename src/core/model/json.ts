/** JSON read with care: the place of a slip in words, and nothing nested deeper than any document of ours. */

/** Documents of ours nest less than ten levels; unknown fields may go deeper, up to this. */
const DEEPEST = 60;

export type JsonRead =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly message: string };

/** Where in the text the reader stopped, in words; empty when the engine does not tell. */
function placeOf(error: unknown, text: string): string {
  const message = error instanceof Error ? error.message : '';
  const given = /line (\d+),? column (\d+)/i.exec(message);
  if (given) return ` beyond line ${given[1]}, column ${given[2]}`;
  const position = /position (\d+)/.exec(message);
  const at = position ? Number(position[1]) : /end of (JSON input|data)/i.test(message) ? text.length : null;
  if (at === null) return '';
  const before = text.slice(0, at);
  const line = before.split('\n').length;
  return ` beyond line ${line}, column ${at - before.lastIndexOf('\n')}`;
}

/** Whether lists and objects nest deeper than `most`; walks without recursion, so that no depth can hurt it. */
function nestsDeeper(value: unknown, most: number): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > most) return true;
    level = level.flatMap((v) => (typeof v === 'object' && v !== null ? Object.values(v) : []));
    level = level.filter((v) => typeof v === 'object' && v !== null);
  }
  return false;
}

/**
 * Reads JSON text. Never throws.
 * @param what what the file should have been, to begin the message with: "This file is not JSON"
 * @returns the value, or the slip with line and column
 */
export function readJson(text: string, what = 'This file is not JSON'): JsonRead {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    if (text.trim() === '') return { ok: false, message: 'This file is empty.' };
    return { ok: false, message: `${what}: it cannot be read${placeOf(error, text)}.` };
  }
  if (nestsDeeper(value, DEEPEST))
    return { ok: false, message: `This file nests more than ${DEEPEST} levels deep, which no file of ours does.` };
  return { ok: true, value };
}
