// Looking up what is known to be there. The type checker cannot know that an index lies within a list; these say so, and fail loudly where it does not, instead of working on with nothing.

/** The element of a list at a place that it has. @throws RangeError when it has not */
export function at<T>(list: readonly T[], index: number): T {
  const item = list[index];
  if (item === undefined) throw new RangeError(`There is no element ${index} in a list of ${list.length}.`);
  return item;
}

/** The last element of a list that has some. @throws RangeError when it is empty */
export const last = <T>(list: readonly T[]): T => at(list, list.length - 1);

/** The element before or after a place in a list that closes on itself, like the corners of a ring. @throws RangeError when it is empty */
export const around = <T>(list: readonly T[], index: number): T =>
  at(list, ((index % list.length) + list.length) % list.length);

/** What a map holds for a key that it has. @throws RangeError when it has not */
export function of<K, V>(map: ReadonlyMap<K, V>, key: K): V {
  const value = map.get(key);
  if (value === undefined) throw new RangeError(`There is nothing under “${String(key)}”.`);
  return value;
}
