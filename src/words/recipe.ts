import { formatLength, formatRun } from '~/core/base/units';
import type { Project } from '~/core/keep/model';
import type { RecipeTell } from '~/core/lay/recipe';
import { one, say, type Words } from './table';

const TELLS: Words<RecipeTell, [Project]> = {
  'tiles-on-sheets': ({ perSheet, tiles, sheets }) =>
    `A sheet gives ${perSheet} ${one(perSheet, 'tile', 'tiles')}, cut along common lines: ${sheets} ${one(sheets, 'sheet', 'sheets')} of felt for ${tiles} ${one(tiles, 'back or frame', 'backs and frames')}.`,
  'needs-no-paper': ({ fabricId }, { fabrics }) =>
    `${fabrics.find((f) => f.id === fabricId)?.name ?? 'This cloth'} is heavy and close: glue hardly seeps through it, and it would do without paper.`,
  'patch-size': ({ widthMm, heightMm }, { units }) =>
    `The patch is cut ${formatLength(widthMm, units)} × ${formatLength(heightMm, units)}, its corners rounded; its web is a ring, none in the hole.`,
  'tape-length': ({ lengthMm, wideMm, webId }, { units, webs }) =>
    webId === null
      ? `${formatRun(lengthMm, units)} of web in strips ${formatLength(wideMm, units)} wide.`
      : `${formatRun(lengthMm, units)} of ${webs.find((w) => w.id === webId)?.name ?? 'tape'}.`,
  line: ({ parts, lengthMm }, { units }) =>
    `${parts} on a line: it has to be ${formatRun(lengthMm, units)} long, its ends included.`,
  chain: ({ parts, lengthMm, tautMm }, { units }) =>
    `${parts} ${one(parts, 'link', 'links')}: about ${formatRun(lengthMm, units)} hanging, ${formatRun(tautMm, units)} pulled straight.`,
};

/** What a recipe works out of its answers, in words. */
export const tellWords = (t: RecipeTell, project: Project): string => say(TELLS, t, project);
