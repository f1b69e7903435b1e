import { Papa } from './separated'

/**
 * Rows as CSV by RFC 4180 with lines ended by CR LF; what a spreadsheet would take for a formula gets an
 * apostrophe in front.
 */
export function toCsv(header: readonly string[], rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse([header, ...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`
}
