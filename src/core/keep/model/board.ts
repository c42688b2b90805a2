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
  'lay-paper-back',
  'rub-by-hand',
  'glide-again',
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

/** What a board may hold of each. What is older gives way: src/core/hands/board/kept.ts. */
export const BOARD_MOST = {
  facts: 60_000,
  trail: 12_000,
  timers: 500,
  mends: 500,
  looked: 500,
  evidence: 2000,
  times: 5000,
  diary: 500,
  cutAs: 2000,
} as const;
/** The longest that anything is timed, s. */
export const MOST_SECONDS = 1_000_000;
/** Letters of a note in the diary. */
export const MOST_NOTE = 4000;

const short = z.string().max(400);
const ids = z.array(z.string().min(1).max(100)).max(5000);
const momentMs = z.number().min(0).max(8.64e15);
const seconds = z.number().min(0).max(MOST_SECONDS);

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

/** What an act of the trail was: a step done, pieces that are made once more, or everything begun all over. */
export const TRAIL_ACTS = ['done', 'again', 'anew'] as const;

const copies = z.number().int().min(1).max(999_999);
const doneSchema = z.array(z.object({ fact: short, copies })).max(BOARD_MOST.facts);

export const boardSchema = z.object({
  /** How many copies of what is done: facts of pieces, by what was done to them. It follows from the two lists below. */
  done: doneSchema,
  /** What was done before the first act of the trail that has an id; null: all that is done, as files of older versions say it. */
  doneBefore: doneSchema.nullable().default(null),
  /** Acts that took place up to here are in `doneBefore` and no longer in the trail, ms. */
  foldedMs: momentMs.default(0),
  /** Acts in the order in which they were done, so that the last can be taken back, and two devices brought together. */
  trail: z
    .array(
      z.object({
        /** '': of an older version, and in `doneBefore`. */
        id: z.string().max(100).default(''),
        atMs: momentMs.default(0),
        act: z.enum(TRAIL_ACTS).default('done'),
        facts: z.array(short).max(60_000),
        copies,
        /** Of pieces that are made once more: the copies that are wanted of each fact. */
        wanted: z.array(copies).max(60_000).default([]),
        /** It was taken back. */
        back: z.boolean().default(false),
      }),
    )
    .max(BOARD_MOST.trail),
  /** How often the iron was set down in the press that is under way. */
  at: z
    .object({
      fact: short,
      setDowns: z.number().int().min(0).max(1_000_000),
      /** When the iron stands, or will stand once the hand is there; null: it is lifted. */
      downMs: momentMs.nullable(),
      /** The clock jumped ahead while it stood: nobody can know how long it has. */
      unsure: z.boolean().default(false),
    })
    .nullable(),
  timers: z.array(timerSchema).max(BOARD_MOST.timers),
  mends: z.array(mendSchema).max(BOARD_MOST.mends),
  /** What was looked at once and held, by what was done. */
  looked: z.array(short).max(BOARD_MOST.looked),
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
    .max(BOARD_MOST.evidence),
  /** Presses that were counted here: by how much longer than counted the iron stood, s; null: nobody can know. */
  counted: z
    .array(z.object({ fact: short, overS: seconds.nullable() }))
    .max(BOARD_MOST.facts)
    .default([]),
  /** What each step took against what was planned, s. An empty id: of an older version. */
  times: z
    .array(z.object({ id: z.string().max(100).default(''), kind: short, plannedS: seconds, tookS: seconds }))
    .max(BOARD_MOST.times),
  diary: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        atMs: momentMs,
        tookS: seconds,
        plannedS: seconds,
        note: z.string().max(MOST_NOTE),
        pictureId: z.string().max(100).nullable(),
      }),
    )
    .max(BOARD_MOST.diary),
  /** Pieces whose pattern was changed after they were cut: what they were cut from, and for which change it was said that they stay so. */
  cutAs: z
    .array(
      z.object({
        pieceId: z.string().min(1).max(100),
        fabricId: z.string().min(1).max(100),
        outline: z.string().max(400_000),
        /** The fingerprint of cloth and outline as changed, once it was said that the piece stays as it was cut; null: not yet. */
        leftFor: z.string().max(40).nullable(),
      }),
    )
    .max(BOARD_MOST.cutAs)
    .default([]),
  /** When the iron was last set down; null: it is cold, or was unplugged. */
  hotSinceMs: momentMs.nullable(),
});
export type Board = z.infer<typeof boardSchema>;
export type BoardTimer = z.infer<typeof timerSchema>;
export type BoardMend = z.infer<typeof mendSchema>;

export const EMPTY_BOARD: Board = {
  done: [],
  doneBefore: [],
  foldedMs: 0,
  trail: [],
  at: null,
  timers: [],
  mends: [],
  looked: [],
  evidence: [],
  counted: [],
  times: [],
  diary: [],
  cutAs: [],
  hotSinceMs: null,
};
