import Papa from 'papaparse';

/** What a spreadsheet takes for a formula at the beginning of a cell, or of a line within it. */
const STARTS_FORMULA = /(^|[\r\n])(?=[=+\-@\t])/g;

/** A cell in which nothing is run: an apostrophe stands before what would be. */
export const disarmed = (cell: string): string => cell.replace(STARTS_FORMULA, "$1'");

/** What a cell said before it was disarmed. */
export const asWrittenIn = (cell: string): string => cell.replace(/(^|[\r\n])'(?=[=+\-@\t])/g, '$1');

/**
 * A table as CSV: RFC 4180, with newlines of one character. Nothing in it is taken for a formula.
 * @param headings the first row
 */
export const csvText = (headings: readonly string[], rows: readonly (readonly string[])[]): string =>
  Papa.unparse({ fields: headings.map(disarmed), data: rows.map((r) => r.map(disarmed)) }, { newline: '\n' });
