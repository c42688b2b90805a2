import QuickLRU from 'quick-lru';

// The one way in which the application remembers what it worked out. A derivation names everything it is worked out from as whole values;
// values that did not change are the same objects (immer shares them, and so does every derivation), so to be the same is to be the very same object.
// No key is written by hand: a field that comes to a value later is part of it at once. What nobody holds any more is forgotten with what was worked out from it.

/** Answers to texts and numbers alone, which nobody holds, and different numbers beside one and the same object: enough for two thousand pieces. */
const KEEP = 4000;

interface Node {
  objects?: WeakMap<object, Node>;
  values?: QuickLRU<unknown, Node>;
  answer?: { readonly is: unknown };
  fields?: { readonly is: unknown };
}

let made = 0;
/** How many answers were worked out since the program began: what a change costs, told without a clock. */
export const workedOut = (): number => made;

const isObject = (x: unknown): x is object => (typeof x === 'object' && x !== null) || typeof x === 'function';

function past(node: Node, input: unknown, keep: number): Node {
  if (isObject(input)) {
    node.objects ??= new WeakMap();
    let next = node.objects.get(input);
    if (!next) {
      next = {};
      node.objects.set(input, next);
    }
    return next;
  }
  node.values ??= new QuickLRU({ maxSize: keep });
  let next = node.values.get(input);
  if (!next) {
    next = {};
    node.values.set(input, next);
  }
  return next;
}

/** Where an answer to these inputs is kept: objects come first, so that it goes when the first of them does. */
function nodeOf(root: Node, inputs: readonly unknown[], keep: number): Node {
  let node = root;
  let where = 0;
  let plain = 0;
  for (const [i, input] of inputs.entries())
    if (isObject(input)) {
      node = past(node, input, keep);
      where |= 1 << i;
    } else plain += 1;
  if (plain === 0) return node;
  // Which of the inputs were objects tells apart those that stand in other places.
  if (where !== 0 && inputs.length > 1) node = past(node, where, keep);
  for (const input of inputs) if (!isObject(input)) node = past(node, input, keep);
  return node;
}

/**
 * A function that works each answer out once: as long as its inputs live and are the same, the answer is the same object.
 * @param work pure; it reads nothing but its inputs. All that it is called with are inputs: hand it to no `map` by its bare name, which adds place and list
 * @param keep so many answers to inputs that are texts and numbers alone, and to different ones beside the same objects
 * @__NO_SIDE_EFFECTS__
 */
export function derive<A extends readonly unknown[], R>(work: (...inputs: A) => R, keep = KEEP): (...inputs: A) => R {
  const root: Node = {};
  return (...inputs) => {
    const node = inputs.length === 1 ? past(root, inputs[0], keep) : nodeOf(root, inputs, keep);
    if (!node.answer) {
      made += 1;
      node.answer = { is: work(...inputs) };
    }
    return node.answer.is as R;
  };
}

const lists: Node = {};
/** The list of just these elements, in this order: the same list for the same ones, so that a derivation can name it as one of its inputs. */
export function listed<T>(items: readonly T[]): readonly T[] {
  let node = lists;
  for (const item of items) node = past(node, item, KEEP);
  node.answer ??= { is: items };
  return node.answer.is as readonly T[];
}

/** Longer texts are kept of far fewer: what is new with every nudge of three hundred pieces. */
const LONG_TEXT = 2000;
const alike = new QuickLRU<string, unknown>({ maxSize: KEEP });
const alikeAndLong = new QuickLRU<string, unknown>({ maxSize: 40 });
/**
 * The same object for the same content, by its JSON: for plain values that are put together anew each time, and for a value of which a part plays no role and was blanked.
 * @returns the first of its content that came by
 */
export function same<T>(value: T): T {
  const text = JSON.stringify(value);
  const kept = text.length > LONG_TEXT ? alikeAndLong : alike;
  const known = kept.get(text);
  if (known !== undefined) return known as T;
  kept.set(text, value);
  return value;
}

/** The same object for one with the very same fields: for a request that is put together anew each time from values that are kept. */
export function asOne<T extends object>(value: T): T {
  let node = lists;
  for (const [key, field] of Object.entries(value)) node = past(past(node, key, KEEP), field, KEEP);
  node.fields ??= { is: value };
  return node.fields.is as T;
}
