import type { Column } from '../schema'
import { quoteText } from '../sql'

/** From which number on, and by which step, a column counts on by itself. */
export interface Numbering {
  readonly start: number
  readonly step: number
}

/** The words for a number that the database counts on by itself: "numbers itself from 100 by 5". */
export function numberingInWords({ start, step }: Numbering): string {
  if (start === 1 && step === 1) return 'numbers itself'
  return step === 1 ? `numbers itself from ${start}` : `numbers itself from ${start} by ${step}`
}

/** What those words say, and what people write in a slot: "from 100 by 5", "100, 5", "yes"; undefined where they say none. */
export function numberingFrom(written: string): Numbering | undefined {
  const text = written
    .trim()
    .toLowerCase()
    .replace(/^(?:numbers itself|yes|automatic(?:ally)?|identity|auto ?-?(?:number|increment))\b/, '')
    .trim()
  if (text === '') return written.trim() === '' ? undefined : { start: 1, step: 1 }
  const [, start, step = '1'] =
    /^\(?(?:from |start(?:s|ing)? (?:at |with )?)?(-?\d{1,15})(?:(?: by | step | in steps of |[,;] ?| )(-?\d{1,9}))?\)?$/.exec(
      text,
    ) ?? []
  return start === undefined || Number(step) === 0 ? undefined : { start: Number(start), step: Number(step) }
}

/** A default as people write it, as SQL: a text in quotes where it is none yet, "today" as the current date. */
export function defaultFrom(written: string, { family }: Column['type']): string | null {
  const text = written.trim()
  if (text === '') return null
  if (/^(?:today|current date)$/i.test(text)) return 'CURRENT_DATE'
  if (/^now$/i.test(text)) return 'CURRENT_TIMESTAMP'
  if (family === 'boolean' && /^(?:yes|no)$/i.test(text)) return /^y/i.test(text) ? 'TRUE' : 'FALSE'
  const isExpression =
    /^'(?:[^']|'')*'$/.test(text) ||
    /^(?:null|true|false|current_\w+|-?\d+(?:\.\d+)?)$/i.test(text) ||
    /\(.*\)$/.test(text)
  const isNumber = family === 'integer' || family === 'decimal' || family === 'float'
  const isText = family === 'char' || family === 'varchar' || family === 'text'
  if (isText && !text.startsWith("'") && !/^(?:null|current_\w+)$|\(.*\)$/i.test(text)) return quoteText(text)
  return isExpression || isNumber ? text : quoteText(text)
}

/** A default of SQL as a person writes it. */
export function defaultInWords(expression: string | null): string {
  if (expression === null) return ''
  const [, text] = /^'((?:[^']|'')*)'$/.exec(expression) ?? []
  return text === undefined ? expression : text.replaceAll("''", "'")
}
