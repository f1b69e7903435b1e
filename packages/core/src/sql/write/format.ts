import type { Dialect } from '../../schema'
import { readScript } from '../read/read-script'
import { tokenize, type SqlToken } from '../text/tokens'

/**
 * The script laid out: one column or constraint to a line within CREATE TABLE, an empty line between
 * statements, one blank where there were several. No word, no capital and no comment is changed; statements
 * that are not read as a whole stay as they are.
 */
export function formatScript(script: string, dialect: Dialect = 'postgresql'): string {
  const { statements, findings } = readScript(script, { dialect })
  const tables = statements.filter(
    ({ kind, span }) =>
      kind === 'create-table' &&
      !findings.some(
        ({ code, severity, place }) =>
          code.startsWith('syntax.') &&
          severity === 'error' &&
          place.start >= span.start &&
          place.start <= span.end,
      ),
  )
  let text = ''
  let last = 0
  for (const { span } of tables) {
    text += script.slice(last, span.start) + layTable(script.slice(span.start, span.end), dialect)
    last = span.end
  }
  return apart(text + script.slice(last))
}

/** At most one empty line between lines, none with blanks only, a line end at the end. */
function apart(text: string): string {
  const trimmed = text
    .replace(/[ \t]+$/gm, '')
    .replace(/\n{3,}/g, '\n\n')
    .replace(/\s+$/, '')
  return trimmed === '' ? '' : `${trimmed}\n`
}

function layTable(statement: string, dialect: Dialect): string {
  const { tokens } = tokenize(statement, dialect)
  const open = tokens.findIndex(({ kind, text }) => kind === 'punctuation' && text === '(')
  if (open < 0) return statement
  let depth = 0
  let text = ''
  tokens.forEach((token, i) => {
    if (token.kind === 'end') return
    const before = i === 0 ? undefined : tokens[i - 1]!
    const isMark = (mark: string): boolean => token.kind === 'punctuation' && token.text === mark
    if (isMark(')')) depth--
    text += gap(
      statement.slice(before?.end ?? token.start, token.start),
      lineBefore(before, depth, isMark(')'), i > open),
      blankBefore(before, token),
    )
    text += statement.slice(token.start, token.end)
    if (isMark('(')) depth++
  })
  return text
}

/**
 * Where a line must begin: after the bracket that opens the table, after its commas, before the bracket that
 * closes it.
 */
function lineBefore(
  before: SqlToken | undefined,
  depth: number,
  closes: boolean,
  isInside: boolean,
): string | undefined {
  if (!before || !isInside) return undefined
  if (closes && depth === 0) return '\n'
  if (depth === 1 && before.kind === 'punctuation' && (before.text === ',' || before.text === '('))
    return '\n  '
  return undefined
}

function blankBefore(before: SqlToken | undefined, token: SqlToken): string {
  if (!before) return ''
  if (token.kind === 'punctuation' && [',', ')', '.', ';', ']'].includes(token.text)) return ''
  if (before.kind === 'punctuation' && ['(', '.', '['].includes(before.text)) return ''
  if (token.kind === 'punctuation' && token.text === '(' && before.end === token.start) return ''
  if (token.start === before.end) return ''
  return ' '
}

/**
 * What stood between two tokens, laid out: comments stay, each on the line it was on or on a line of its own.
 */
function gap(between: string, line: string | undefined, blank: string): string {
  const comments = between.match(/--[^\n]*|\/\*[\s\S]*?\*\/|#[^\n]*/g)
  if (!comments) return line ?? blank
  const isSameLine = !/^\s*\n/.test(between)
  const indented = comments
    .map((comment, i) => `${i === 0 && isSameLine ? ' ' : '\n  '}${comment.trimEnd()}`)
    .join('')
  return indented + (line ?? (/^(?:--|#)/.test(comments.at(-1)!) ? '\n  ' : ' '))
}
