import { scriptFinding, type Finding } from '../../findings'
import { fit, type Column, type Table } from '../../schema'
import { tokenize } from '../text/tokens'
import { quoteText } from '../text/type-text'
import { checksOn } from '../values/check-values'
import type { ScriptToCheck } from './input'

const FAMILIES: ReadonlySet<string> = new Set([
  'char',
  'varchar',
  'integer',
  'decimal',
  'float',
  'date',
  'timestamp',
  'enum',
])
/** Words that stand for a moment, or are turned into one. */
const MOMENTS = /^(?:now|today|tomorrow|yesterday|epoch|-?infinity|0000-00-00.*)$/i
/** Defaults are not tried on a longer condition. */
const LONGEST_TRIED = 4000
const DAY = /^(\d{4})\s*-\s*(\d{1,2})\s*-\s*(\d{1,2})$/

/** Defaults that their column does not take, or that its own CHECK refuses. */
export function checkDefaults({ script, dialect }: ScriptToCheck, table: Table): Finding[] {
  return table.columns.flatMap(column => {
    if (column.default === null || column.generated) return []
    const written = column.default.trim()
    const params = { table: table.name, column: column.name, type: column.type.text, value: written }
    const isMoment = column.type.family === 'date' || column.type.family === 'timestamp'
    const day = DAY.exec(written)
    if (day && isMoment) {
      const text = quoteText(`${day[1]!}-${day[2]!.padStart(2, '0')}-${day[3]!.padStart(2, '0')}`)
      return [finding(script, column, params, text)]
    }
    const value = plainValue(written)
    if (!value || !FAMILIES.has(column.type.family)) return []
    if (dialect === 'sqlite' && !['char', 'varchar'].includes(column.type.family)) return []
    if (!fits(column, value))
      return isText(column)
        ? [scriptFinding('types.default-too-long', column.span, params)]
        : [finding(script, column, params)]
    if (table.checks.some(({ expression }) => expression.length > LONGEST_TRIED)) return []
    return checksOn(table, column.name, value.text).outcome === 'refuses'
      ? [scriptFinding('checks.refuses-default', column.span, params)]
      : []
  })
}

const isText = ({ type: { family } }: Column): boolean => family === 'char' || family === 'varchar'

interface PlainValue {
  readonly text: string
  readonly isNumber: boolean
}

/** A text or a number that stands alone; undefined for NULL and what is reckoned. */
function plainValue(written: string): PlainValue | undefined {
  const { tokens } = tokenize(written)
  const [first, second, third] = tokens
  if (first?.kind === 'string' && second?.kind === 'end') return { text: first.text, isNumber: false }
  if (first?.kind === 'number' && second?.kind === 'end') return { text: first.text, isNumber: true }
  return first?.text === '-' && second?.kind === 'number' && third?.kind === 'end'
    ? { text: `-${second.text}`, isNumber: true }
    : undefined
}

function fits({ type }: Column, { text, isNumber }: PlainValue): boolean {
  const { family } = type
  if (family === 'date' || family === 'timestamp') return !isNumber && (/\d/.test(text) || MOMENTS.test(text))
  if (family === 'integer' || family === 'decimal' || family === 'float')
    return isNumber ? fit(text, type) !== 'refused' : /^\s*[+-]?(?:\d|\.\d)/.test(text)
  return fit(text, type) !== 'refused'
}

function finding(
  script: string,
  column: Column,
  params: Readonly<Record<string, string>>,
  becomes?: string,
): Finding {
  const at = becomes === undefined ? -1 : script.indexOf(column.default!, column.span.start)
  if (becomes === undefined || at < 0 || at >= column.span.end)
    return scriptFinding('types.default-does-not-fit', column.span, params)
  const span = { start: at, end: at + column.default!.length }
  const fix = { span, text: becomes, label: `Write ${becomes}` }
  return scriptFinding('types.default-does-not-fit', column.span, params, fix)
}
