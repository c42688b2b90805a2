import { type Change, changesBetween, share, withChanges } from '~/core/base/derive';

/** A state of a document as it crosses from one thread to another: all of it, or what changed since the state that crossed before. */
export type Crossing<T> = { readonly whole: T } | { readonly changes: readonly Change[] };

/** The side that tells. Whatever it hands out has to cross, in that order. */
export class Telling<T> {
  private last: T | undefined;

  /** @param of tells documents apart: of another all of it crosses */
  constructor(private readonly of: (doc: T) => string) {}

  tell(doc: T): Crossing<T> {
    const { last } = this;
    this.last = doc;
    return last !== undefined && this.of(last) === this.of(doc)
      ? { changes: changesBetween(last, doc) }
      : { whole: doc };
  }
}

/** The side that is told: what did not change are the very objects of the state before. */
export class Told<T> {
  private last: T | undefined;

  take(crossing: Crossing<T>): T {
    if ('whole' in crossing) this.last = share(this.last, crossing.whole);
    else if (this.last === undefined) throw new Error('What changed was told before what it is a change of.');
    else this.last = withChanges(this.last, crossing.changes);
    return this.last;
  }
}
