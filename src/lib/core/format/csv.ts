import Papa from 'papaparse';

/** Rows as CSV (RFC 4180): quoted where needed, every line ended by CR LF. */
export function toCsv(rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse(rows as string[][], { newline: '\r\n' })}\r\n`;
}
