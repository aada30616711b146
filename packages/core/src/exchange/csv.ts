import Papa from 'papaparse';

/** What a spreadsheet would compute instead of showing; a number with its sign is only a number. */
const formula = /^(?![+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$)[=+\-@\t\r]/i;
const defused = /^'(?=[=+\-@\t\r])/;

/**
 * The text of a CSV file. A cell that a spreadsheet would take for a formula gets an apostrophe before it, which the
 * spreadsheet does not show (OWASP, CSV injection).
 */
export const writeCsv = (fields: readonly string[], data: readonly Readonly<Record<string, string>>[]): string =>
  Papa.unparse({ fields: [...fields], data: [...data] }, { escapeFormulae: formula });

/** A cell as it was before it was written. */
export const readCell = (cell: string): string => cell.replace(defused, '');
