/** Whether everything is tried in all its cases: `npm run thorough`. */
export const THOROUGH = process.env['THOROUGH'] === '1';

/** How many of `all` cases a test takes: all of them when thorough; else a fifth, or as `few` as are said, so that `npm test` stays short. */
export function cases(all: number, few = Math.ceil(all / 5)): number {
  return THOROUGH ? all : few;
}

/** A test that only `npm run thorough` runs: sweeps over widths and themes, long walks, storage that fails, machines under pressure, what only a hang would fail. */
export const sweep = (title: string, body: (this: Mocha.Context) => void | Promise<void>): void => {
  if (THOROUGH) it(title, body as Mocha.AsyncFunc);
};
