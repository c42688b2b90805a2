/** Something of a variable face that can be set between two ends, as its weight. */
export interface Axis {
  /** Four characters, as the file names it; `wght` is the weight (OpenType 1.9, registered axes). */
  readonly tag: string;
  /** null: the file has no name for it. */
  readonly name: string | null;
  readonly min: number;
  readonly max: number;
  /** What the face is drawn at. */
  readonly usual: number;
}

/** Where on its axes a variable face is set; an axis that is not named stays at its usual place. */
export type AxisSettings = Readonly<Record<string, number>>;

/** A letter as it stands in its text: what is cut as one piece. Of joined scripts it is all that hangs together. */
export interface Letter {
  /** The characters it stands for, as they are typed. */
  readonly text: string;
  /** Path data at 1000 units the em, y down, baseline at y = 0, drawn from its own origin; null for a space. The same form always has the same outline. */
  readonly outline: string | null;
  /** Where its origin stands along the line in print, kerning and all, from the line's left end; 1000 units the em. */
  readonly x: number;
  /** From its origin to that of the next. */
  readonly advance: number;
}

/** A text set in one line, from left to right as it is read by the eye. */
export interface FaceLine {
  readonly letters: readonly Letter[];
  /** Characters for which the face has nothing, or something that no letter is. */
  readonly missing: readonly string[];
}

/** A typeface ready to be set. All measures at 1000 units the em. */
export interface Face {
  readonly name: string;
  /** What the file calls its family, in small letters; empty: nothing. */
  readonly family: string;
  /** Height of a flat capital, measured on its outline (not taken from the file's tables); of a face that has no capitals that of its tallest letter. */
  readonly capHeight: number;
  /** The letter that was measured. */
  readonly measuredOn: string;
  /** Whether that is a capital. */
  readonly hasCapitals: boolean;
  /** Height of a flat small letter, measured on its x; of a face without small letters that of its capitals. */
  readonly xHeight: number;
  readonly axes: readonly Axis[];
  /** Some of its letters, by which it is known. */
  readonly sample: string;
  /** Sets a text in one line as the face itself says: kerning, marks, joined forms, right to left. */
  line(text: string): FaceLine;
}

export const EM = 1000;
