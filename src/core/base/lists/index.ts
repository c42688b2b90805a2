// Looking up what is known to be there. The type checker cannot know that an index lies within a list; these say so, and fail loudly where it does not, instead of working on with nothing.

/** The element of a list at a place that it has. @throws RangeError when it has not */
export function nth<T>(list: readonly T[], index: number): T {
  const item = list[index];
  if (item === undefined) throw new RangeError(`There is no element ${index} in a list of ${list.length}.`);
  return item;
}

/** The last element of a list that has some. @throws RangeError when it is empty */
export const lastOf = <T>(list: readonly T[]): T => nth(list, list.length - 1);

/** The element before or after a place in a list that closes on itself, like the corners of a ring. @throws RangeError when it is empty */
export const around = <T>(list: readonly T[], index: number): T =>
  nth(list, ((index % list.length) + list.length) % list.length);

/** What a map holds for a key that it has. @throws RangeError when it has not */
export function inMap<K, V>(map: ReadonlyMap<K, V>, key: K): V {
  const value = map.get(key);
  if (value === undefined) throw new RangeError(`There is nothing under “${String(key)}”.`);
  return value;
}

// Numbers packed side by side always hold a number at every place they have; these are read in the innermost loops, one function for each kind so that each stays quick.

/** A number of a packed list, at a place that it has: nothing is checked. */
export const f64 = (list: Float64Array, index: number): number => list[index] as number;
/** As {@link f64}. */
export const i32 = (list: Int32Array, index: number): number => list[index] as number;
/** As {@link f64}. */
export const u8 = (list: Uint8Array | Uint8ClampedArray, index: number): number => list[index] as number;
/** As {@link f64}. */
export const f32 = (list: Float32Array, index: number): number => list[index] as number;
/** As {@link f64}. */
export const i16 = (list: Int16Array, index: number): number => list[index] as number;

/**
 * Something that is known to be there for a reason the type checker cannot follow.
 * @param because the reason, told when it turns out wrong
 */
export function assertThere<T>(value: T | null | undefined, because: string): T {
  if (value === null || value === undefined) throw new Error(`Not there, although ${because}.`);
  return value;
}
