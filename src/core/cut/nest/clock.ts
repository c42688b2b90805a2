import type { NestHooks } from './request';

/** Work in a second on a middling machine: a fixed amount of work for a number of seconds gives the same answer everywhere. */
const WORK_PER_SECOND = 800_000;
/** On a slow machine the work is cut off after so much more time; then the answer may differ from a fast one's. */
const SLOW = { factor: 1.5, plusMs: 2000, mostMs: 19_000 } as const;
/** Progress is told, and whether to stop is asked, once in so many looks. */
const ASKS = 16;

/** How long to look for something better: so much work, less on a slow machine, and until someone says stop. */
export class Clock {
  /** All the work there is to do. */
  readonly budget: number;
  private readonly startedMs: number;
  private readonly limitMs: number;
  private asked = 0;
  private ended = false;

  constructor(
    private readonly seconds: number,
    private readonly hooks: NestHooks,
  ) {
    this.budget = seconds * WORK_PER_SECOND;
    this.startedMs = hooks.now?.() ?? 0;
    this.limitMs = Math.min(SLOW.mostMs, seconds * 1000 * SLOW.factor + SLOW.plusMs);
  }

  /** Whether the time is over; progress is told on the way. */
  isOver(work: number): boolean {
    const { hooks } = this;
    if (this.ended || work > this.budget) return true;
    // The clock is looked at every time, since one part of thousands of corners takes a second; the rest is not asked so often.
    this.ended = hooks.now !== undefined && hooks.now() - this.startedMs > this.limitMs;
    if (++this.asked % ASKS !== 0) return this.ended;
    hooks.onProgress?.(Math.min(1, work / this.budget));
    this.ended ||= hooks.stop?.() ?? false;
    return this.ended;
  }

  /** How much of the work or of the time is spent, 0 … 1. */
  spent(work: number): number {
    if (this.isOver(work)) return 1;
    const { hooks } = this;
    return Math.min(1, Math.max(work / this.budget, hooks.now ? (hooks.now() - this.startedMs) / this.limitMs : 0));
  }

  /** Whether a share of the time from now on is over: for what is counted in no work. */
  isOverAfter(share: number): () => boolean {
    const { now, stop } = this.hooks;
    const untilMs = (now?.() ?? 0) + share * this.seconds * 1000;
    return () => (stop?.() ?? false) || (now !== undefined && now() > untilMs);
  }
}
