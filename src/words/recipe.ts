import { formatLength, formatRun, formatSize } from '~/core/base/units';
import type { Project } from '~/core/keep/model';
import type { RecipeTell } from '~/core/lay/recipe';
import { counted, say, type Words } from './table';

const TELLS: Words<RecipeTell, [Project]> = {
  'tiles-on-sheets': ({ perSheet, tiles, sheets }) =>
    `One sheet gives ${counted(perSheet, 'tile')}, cut along shared lines. You need ${counted(sheets, 'sheet')} of felt for ${counted(tiles, 'back or frame', 'backs and frames')}.`,
  'needs-no-paper': ({ fabricId }, { fabrics }) =>
    `${fabrics.find((f) => f.id === fabricId)?.name ?? 'This fabric'} is heavy and close. Glue hardly seeps through it, so it would do without paper.`,
  'patch-size': ({ widthMm, heightMm }, { units }) =>
    `The patch is cut ${formatSize(widthMm, heightMm, units)}, with rounded corners. Its web is a ring, with none in the hole.`,
  'tape-length': ({ lengthMm, wideMm, webId }, { units, webs }) =>
    webId === null
      ? `${formatRun(lengthMm, units)} of web in strips ${formatLength(wideMm, units)} wide.`
      : `${formatRun(lengthMm, units)} of ${webs.find((w) => w.id === webId)?.name ?? 'tape'}.`,
  'book-size': ({ bookWidthMm, spineMm, turnInMm, widthMm, heightMm }, { units }) =>
    `Cut to ${formatSize(widthMm, heightMm, units)}: two boards of ${formatLength(bookWidthMm, units)}, a spine of ${formatLength(spineMm, units)}, and ${formatLength(turnInMm, units)} to turn in all around.`,
  line: ({ parts, lengthMm }, { units }) =>
    `${parts} on a line: you need ${formatRun(lengthMm, units)} of line, ends included.`,
  ring: ({ parts, lengthMm, apartMm }, { units }) =>
    `${parts} around a ring of ${formatRun(lengthMm, units)}: ${formatLength(apartMm, units)} from middle to middle.`,
  stem: ({ parts, lengthMm, apartMm }, { units }) =>
    `${parts} along a stem of ${formatRun(lengthMm, units)}: ${formatLength(apartMm, units)} from middle to middle.`,
  chain: ({ parts, lengthMm, tautMm }, { units }) =>
    `${counted(parts, 'link')}: about ${formatRun(lengthMm, units)} hanging, ${formatRun(tautMm, units)} pulled straight.`,
};

/** What a recipe works out of its answers, in words. */
export const tellWords = (t: RecipeTell, project: Project): string => say(TELLS, t, project);
