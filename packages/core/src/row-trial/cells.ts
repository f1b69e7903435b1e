import { quoteText, type InsertCell } from '../sql'

/** What is said by what is typed into a cell. */
export type CellMeaning =
  | { readonly is: 'nothing' }
  | { readonly is: 'value'; readonly value: string | null }
  | { readonly is: 'expression'; readonly text: string }

/**
 * Nothing typed leaves the column to its default; NULL is no value; a text in single quotes is that text,
 * whatever it looks like; what begins with = is reckoned by the engine.
 */
export function cellMeaning(typed: string): CellMeaning {
  const text = typed.trim()
  if (text === '' || /^default$/i.test(text)) return { is: 'nothing' }
  if (/^null$/i.test(text)) return { is: 'value', value: null }
  if (/^=\s*\S/.test(text)) return { is: 'expression', text: text.slice(1).trim() }
  const quoted = /^'((?:[^']|'')*)'$/.exec(text)
  return { is: 'value', value: quoted ? quoted[1]!.replaceAll("''", "'") : text }
}

/** How a value is typed so that it is said. */
export function typedValue(value: string | null): string {
  if (value === null) return 'NULL'
  const meant = cellMeaning(value)
  const isPlain = meant.is === 'value' && meant.value === value
  return isPlain ? value : quoteText(value)
}

/** A cell of an INSERT as it is typed into a line. */
export function typedInsertCell({ kind, text }: InsertCell): string {
  switch (kind) {
    case 'string':
      return typedValue(text)
    case 'number':
      return text
    case 'null':
      return 'NULL'
    case 'default':
      return ''
    case 'expression':
      return `= ${text}`
  }
}
