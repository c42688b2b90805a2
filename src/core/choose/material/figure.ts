/** A figure with its unit and where it comes from: a handbook with its name, "from memory", "common practice", "estimated", or "made up for the demo". */
export interface Figure {
  readonly value: number;
  readonly unit: string;
  readonly from: string;
}

export const figure = (value: number, unit: string, from: string): Figure => ({ value, unit, from });
