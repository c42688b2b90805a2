/** How a cell is written and read. */
export type CellType =
  | { readonly is: 'text' | 'number' | 'length' | 'temperature' | 'colour' | 'yes-no' | 'sizes' | 'marks' | 'steps' }
  | { readonly is: 'one-of'; readonly values: readonly (string | number)[] };

export interface CsvColumn {
  /** The heading in the file; units stand in it. */
  readonly heading: string;
  /** Where in the thing, with dots. */
  readonly path: string;
  readonly type: CellType;
  /** An empty cell is null rather than what is usual. */
  readonly optional?: boolean;
}

/** Text as it stands. */
export const text = (heading: string, path: string): CsvColumn => ({ heading, path, type: { is: 'text' } });
/** A plain number. */
export const number = (heading: string, path: string, optional = false): CsvColumn => ({
  heading,
  path,
  type: { is: 'number' },
  optional,
});
/** In mm, unless the cell says otherwise. */
export const length = (heading: string, path: string): CsvColumn => ({ heading, path, type: { is: 'length' } });
/** In °C, unless the cell says otherwise. */
export const temperature = (heading: string, path: string, optional = false): CsvColumn => ({
  heading,
  path,
  type: { is: 'temperature' },
  optional,
});
/** Yes or no. */
export const yesNo = (heading: string, path: string): CsvColumn => ({ heading, path, type: { is: 'yes-no' } });
/** One of some words or numbers. */
export const oneOf = (heading: string, path: string, values: readonly (string | number)[]): CsvColumn => ({
  heading,
  path,
  type: { is: 'one-of', values },
});
