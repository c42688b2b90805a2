import { db } from '~/store';

/** A key that does something. Those of one letter or sign can be switched off, and never reach past a button, link or field that has the focus. */
interface KeyWay {
  /** What is pressed, as it stands on the keys. */
  readonly keys: readonly string[];
  readonly does: string;
  readonly where: 'everywhere' | 'pattern' | 'layers';
  readonly single: boolean;
}

/** Every key that does something of ours, and all that is told about them. */
export const KEYS = {
  undo: { keys: ['Ctrl', 'Z'], does: 'Undo', where: 'everywhere', single: false },
  redo: { keys: ['Ctrl', 'Y'], does: 'Redo', where: 'everywhere', single: false },
  flip: { keys: ['F'], does: 'Show the wrong side', where: 'everywhere', single: true },
  help: { keys: ['?'], does: 'Show these keys', where: 'everywhere', single: true },
  next: { keys: ['N'], does: 'Select the next piece', where: 'everywhere', single: true },
  before: { keys: ['B'], does: 'Select the piece before', where: 'everywhere', single: true },
  letGo: { keys: ['Esc'], does: 'Deselect', where: 'everywhere', single: false },
  all: { keys: ['Ctrl', 'A'], does: 'Select all pieces', where: 'pattern', single: false },
  copy: { keys: ['C'], does: 'Add a copy beside it', where: 'pattern', single: true },
  nudge: {
    keys: ['Arrows'],
    does: 'Move a little; with Shift ten times as much',
    where: 'pattern',
    single: false,
  },
  away: { keys: ['Delete'], does: 'Delete the piece', where: 'pattern', single: false },
  raise: {
    keys: ['Page ↑'],
    does: 'Move the piece up by one',
    where: 'layers',
    single: false,
  },
  lower: { keys: ['Page ↓'], does: 'Move it down by one', where: 'layers', single: false },
} as const satisfies Record<string, KeyWay>;
export type KeyId = keyof typeof KEYS;

/** What a keyboard says of a key that was pressed. */
export interface KeyPressed {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
  readonly target: EventTarget | null;
}

const NAMES: Readonly<Record<string, KeyId>> = {
  escape: 'letGo',
  delete: 'away',
  backspace: 'away',
  pageup: 'raise',
  pagedown: 'lower',
  arrowleft: 'nudge',
  arrowright: 'nudge',
  arrowup: 'nudge',
  arrowdown: 'nudge',
  f: 'flip',
  '?': 'help',
  n: 'next',
  b: 'before',
  c: 'copy',
};
const WITH_CONTROL: Readonly<Record<string, KeyId>> = { z: 'undo', y: 'redo', a: 'all' };

const CONTROL = 'button, a[href], input, select, textarea, summary, [contenteditable="true"]';
const FIELD = 'input, select, textarea, [contenteditable="true"]';
const within = (target: EventTarget | null, what: string): boolean =>
  target instanceof Element && target.closest(what) !== null;

/**
 * Which of our keys was pressed; null when it is none of ours, when it belongs to what has the focus, or when it is a single key and those are switched off.
 */
export function keyOf(e: KeyPressed, singleKeys: boolean): KeyId | null {
  const name = e.key.toLowerCase();
  if (e.ctrlKey || e.metaKey) {
    const id = WITH_CONTROL[name];
    if (!id || within(e.target, FIELD)) return null;
    return id === 'undo' && e.shiftKey ? 'redo' : id;
  }
  const id = NAMES[name];
  if (!id || e.altKey) return null;
  if (KEYS[id].single) return singleKeys && !within(e.target, CONTROL) ? id : null;
  return within(e.target, FIELD) ? null : id;
}

const SETTING = 'single-keys';
/** Whether keys of one letter do something; they do until they are switched off. */
export const singleKeysSetting = async (): Promise<boolean> => (await db.settings.get(SETTING))?.value !== false;
export const setSingleKeys = async (on: boolean): Promise<void> => {
  await db.settings.put({ key: SETTING, value: on });
};
