import { colourWord } from '../../base/colour';
import { CLOTHS, fabricFrom } from '../../choose/material';
import { type Fabric, LIMITS } from '../model';

/** What is asked of a cloth that is new: all else is typical of its kind, and can be changed later. */
export interface NewCloth {
  readonly clothId: string;
  readonly colour: string;
  /** What it is for, in a word or two; it is called by that. Empty: by its colour and kind. */
  readonly use: string;
}

/** A name nobody has yet: with a number behind it where it is taken. */
export function freeName(wanted: string, taken: readonly string[]): string {
  let name = wanted;
  for (let n = 2; taken.includes(name); n++) name = `${wanted} ${n}`;
  return name;
}

const upper = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** What a cloth is called that was given no name. */
type Called = (clothId: string, colour: string) => string;
const byColourAndKind: Called = (clothId, colour) =>
  `${colourWord(colour)} ${(CLOTHS.find((c) => c.id === clothId)?.name ?? 'fabric').toLowerCase()}`;

/** A fabric of three answers. @param taken names that are in use @param calledBy names what was given no name, in the words of the place */
export function newCloth(
  id: string,
  { clothId, colour, use }: NewCloth,
  taken: readonly string[],
  calledBy: Called = byColourAndKind,
): Fabric {
  const called = use.trim().slice(0, LIMITS.nameChars - 8) || calledBy(clothId, colour);
  return fabricFrom(clothId, { id, name: freeName(upper(called), taken), colour });
}

/** Several new cloths of one kind, one for each colour. */
export function newCloths(
  ids: readonly string[],
  clothId: string,
  colours: readonly string[],
  taken: readonly string[],
  calledBy: Called = byColourAndKind,
): Fabric[] {
  const names = [...taken];
  return colours.flatMap((colour, i) => {
    const id = ids[i];
    if (id === undefined) return [];
    const cloth = newCloth(id, { clothId, colour, use: '' }, names, calledBy);
    names.push(cloth.name);
    return [cloth];
  });
}
