import type { CustomPatternMatcherFunc } from 'chevrotain'
import { isTypeName } from '../../schema'

/** What looks like the end of a line of SQL: no text of one line goes on after it. */
const LINE_OF_SQL = /[,;(]\s*\n/

/**
 * A quoted form that may not be closed. It is matched up to its closing mark; where that is on another line
 * and looks like the opening mark of a later text, it was never closed, and ends with its own line.
 */
export function quotedForm(
  open: string,
  close: string,
  hasBackslashes = false,
  prefix?: RegExp,
): CustomPatternMatcherFunc {
  return (text, offset) => {
    if (prefix && !mayBePrefix(text, offset)) return null
    const plain = text[offset] === open ? offset : -1
    const from = prefix ? afterPrefix(prefix, text, offset) : plain
    if (from < 0) return null
    const end = hasBackslashes
      ? closingWithBackslashes(text, from + 1, close)
      : closingMark(text, from + 1, close)
    const line = lineEnd(text, from)
    if (end >= 0 && (end < line || !looksUnclosed(text, from, end)))
      return [text.slice(offset, end + 1)] as RegExpExecArray
    return [
      text.slice(offset, endOfUnclosed(text, from, line)).replace(/[\s,;)]+$/, '') ||
        text.slice(offset, from + 1),
    ] as RegExpExecArray
  }
}

const NEXT_COLUMN = /,\s*[\p{L}_"`[][\w$]*["`\]]?[ \t]+(\w+)/gu

/**
 * A text that is never closed ends with its line, or before the next column where one stands on the same
 * line.
 */
function endOfUnclosed(text: string, from: number, line: number): number {
  const column = [...text.slice(from, Math.min(line, from + 2000)).matchAll(NEXT_COLUMN)].find(([, type]) =>
    isTypeName(type!.toUpperCase()),
  )
  return column ? from + column.index : line
}

/** A quick look before the pattern is tried: N'...', U&'...', _utf8'...'. */
function mayBePrefix(text: string, offset: number): boolean {
  const next = text[offset + 1]
  return next === "'" || next === '&' || text[offset] === '_'
}

function afterPrefix(prefix: RegExp, text: string, offset: number): number {
  prefix.lastIndex = offset
  const match = prefix.exec(text)
  return match ? offset + match[0].length - 1 : -1
}

function looksUnclosed(text: string, from: number, end: number): boolean {
  const opensAnother = /[\s(,=]/.test(text[end - 1]!) && /[^\s,);:|]/.test(text[end + 1] ?? ' ')
  return opensAnother && LINE_OF_SQL.test(text.slice(from, end))
}

function closingMark(text: string, from: number, close: string): number {
  let at = text.indexOf(close, from)
  while (at >= 0 && text[at + 1] === close) at = text.indexOf(close, at + 2)
  return at
}

function closingWithBackslashes(text: string, from: number, close: string): number {
  const marks = close === "'" ? /\\[\s\S]|''|'/g : /\\[\s\S]|""|"/g
  marks.lastIndex = from
  for (let mark = marks.exec(text); mark; mark = marks.exec(text)) if (mark[0] === close) return mark.index
  return -1
}

export function lineEnd(text: string, from: number): number {
  const at = text.indexOf('\n', from)
  return at < 0 ? text.length : at
}

/** Whether only blanks stand between the place and the beginning of its line. */
export function beginsLine(text: string, offset: number): boolean {
  let at = offset - 1
  while (at >= 0 && (text[at] === ' ' || text[at] === '\t' || text[at] === '\r')) at--
  return at < 0 || text[at] === '\n'
}
