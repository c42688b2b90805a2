import { z } from 'zod';

// What was done at the ironing board, as a project keeps it: done steps, what runs, what went wrong, and the diary.

/** What can be wrong when a step is looked at, and leads on to a mend. */
export const MEND_CODES = [
  'adhesive-left-on-liner',
  'liner-left-on',
  'edge-lifts',
  'bubbles',
  'adhesive-on-the-face',
  'iron-marks',
  'adhesive-on-the-iron',
  'backwards',
  'slid',
  'foil-patchy',
  'furry-edge',
  'needle-gums',
] as const;
export type MendCode = (typeof MEND_CODES)[number];

/** What hands do to mend. */
export const MEND_DOINGS = [
  'take-liner-off',
  'press-again',
  'let-cool',
  'peel-from-another-corner',
  'lift-while-warm',
  'touch-up-face',
  'clean-the-iron',
  'make-again',
  'lay-foil-anew',
  'fresh-blade',
  'fresh-needle',
  'sheet-between',
] as const;
export type MendDoing = (typeof MEND_DOINGS)[number];

const short = z.string().max(400);
const ids = z.array(z.string().min(1).max(100)).max(5000);
const momentMs = z.number().min(0).max(8.64e15);
const seconds = z.number().min(0).max(1_000_000);

export const mendSchema = z.object({
  id: z.string().min(1).max(100),
  code: z.enum(MEND_CODES),
  doing: z.enum(MEND_DOINGS),
  pieceIds: ids,
  /** What is pressed again: so hot and so long. */
  heatC: z.number().min(20).max(300).nullable(),
  dwellS: seconds.nullable(),
  coolS: seconds.nullable(),
  done: z.boolean(),
});

export const TIMER_KINDS = ['cool', 'warm-up', 'dry'] as const;
export const timerSchema = z.object({
  id: z.string().min(1).max(100),
  kind: z.enum(TIMER_KINDS),
  pieceIds: ids,
  startedMs: momentMs,
  seconds,
});

export const boardSchema = z.object({
  /** How many copies of what is done: facts of pieces, by what was done to them. */
  done: z.array(z.object({ fact: short, copies: z.number().int().min(1).max(999_999) })).max(60_000),
  /** Steps in the order in which they were done, so that the last can be taken back. */
  trail: z.array(z.object({ facts: z.array(short).max(5000), copies: z.number().int().min(1).max(999_999) })).max(5000),
  /** How often the iron was set down in the press that is under way. */
  at: z
    .object({
      fact: short,
      setDowns: z.number().int().min(0).max(1_000_000),
      /** When the iron stands, or will stand once the hand is there; null: it is lifted. */
      downMs: momentMs.nullable(),
    })
    .nullable(),
  timers: z.array(timerSchema).max(500),
  mends: z.array(mendSchema).max(500),
  /** What was looked at once and held, by what was done. */
  looked: z.array(short).max(500),
  /** What went wrong, when, and how it was pressed: evidence for the figures. */
  evidence: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        atMs: momentMs,
        code: z.enum(MEND_CODES),
        kind: short,
        pieceIds: ids,
        heatC: z.number().min(0).max(400).nullable(),
        dwellS: seconds.nullable(),
      }),
    )
    .max(2000),
  /** What each step took against what was planned, s. */
  times: z.array(z.object({ kind: short, plannedS: seconds, tookS: seconds })).max(5000),
  diary: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        atMs: momentMs,
        tookS: seconds,
        plannedS: seconds,
        note: z.string().max(4000),
        pictureId: z.string().max(100).nullable(),
      }),
    )
    .max(500),
  /** When the iron was last set down; null: it is cold, or was unplugged. */
  hotSinceMs: momentMs.nullable(),
});
export type Board = z.infer<typeof boardSchema>;
export type BoardTimer = z.infer<typeof timerSchema>;
export type BoardMend = z.infer<typeof mendSchema>;

export const EMPTY_BOARD: Board = {
  done: [],
  trail: [],
  at: null,
  timers: [],
  mends: [],
  looked: [],
  evidence: [],
  times: [],
  diary: [],
  hotSinceMs: null,
};
