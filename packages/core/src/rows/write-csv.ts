import { Papa } from './separated'

/** What a spreadsheet would take for a formula; a number below zero is none. */
const FORMULA = /^(?!-\d+(\.\d+)?$)[=+\-@\t\r]/

/**
 * Rows as CSV by RFC 4180 with lines ended by CR LF; what a spreadsheet would take for a formula gets an
 * apostrophe in front.
 */
export function toCsv(header: readonly string[], rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse([header, ...rows], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`
}
