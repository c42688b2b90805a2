/** Whether everything is tried in all its cases: `npm run thorough`. */
export const THOROUGH = process.env['THOROUGH'] === '1';

/** How many of `all` cases a test takes: all of them when thorough; else a fifth, or as `few` as are said, so that `npm test` stays short. */
export function cases(all: number, few = Math.ceil(all / 5)): number {
  return THOROUGH ? all : few;
}
