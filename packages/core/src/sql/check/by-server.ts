import { scriptFinding, type Finding } from '../../findings'
import {
  DIALECT,
  declaredKeys,
  findColumn,
  foldName,
  sameName,
  type Column,
  type ReferentialAction,
  type Schema,
  type Table,
} from '../../schema'
import { tokenize, type SqlToken } from '../text/tokens'
import type { ScriptToCheck } from './input'

/**
 * What one server refuses, or reads over, where others do not. MySQL: errors 1075 and 1170, its manual on
 * FOREIGN KEY; SQL Server: error 1785; Oracle: ORA-00907. From memory.
 */
export function checkByServer(input: ScriptToCheck, table: Table): Finding[] {
  switch (input.dialect) {
    case 'mysql':
      return [
        ...countersWithoutKey(input, table),
        ...longKeys(table),
        ...readOver(table),
        ...bareDefaults(input, table),
      ]
    case 'sqlserver':
      return twoCascades(input, table)
    case 'oracle':
      return defaultsAfter(input, table)
    default:
      return []
  }
}

function countersWithoutKey({ dialect, script }: ScriptToCheck, table: Table): Finding[] {
  const server = DIALECT[dialect].name
  const led = [...declaredKeys(table), ...(table.indexes ?? [])].flatMap(({ columns }) => columns.slice(0, 1))
  return table.columns
    .filter(
      ({ name, numbering, span }) =>
        numbering &&
        /AUTO_?INCREMENT/i.test(script.slice(span.start, span.end)) &&
        !led.some(other => sameName(other, name)),
    )
    .map(({ name, span }) =>
      scriptFinding('keys.counter-no-key', span, { table: table.name, column: name, server }),
    )
}

const LONG = /^(?:TINY|MEDIUM|LONG)?(?:TEXT|BLOB)$/i

function longKeys(table: Table): Finding[] {
  return table.uniques.flatMap(({ columns, span }) =>
    columns.flatMap(name => {
      const column = findColumn(table, name)
      return column && LONG.test(column.type.text.trim())
        ? [scriptFinding('keys.long-text-elsewhere', span, { column: column.name, type: column.type.text })]
        : []
    }),
  )
}

function readOver(table: Table): Finding[] {
  return table.references.flatMap(({ columns, span }) => {
    const beside = table.columns.find(
      column =>
        span.start >= column.span.start && span.end <= column.span.end && sameName(columns[0]!, column.name),
    )
    return beside ? [scriptFinding('references.read-over', span, { column: beside.name })] : []
  })
}

const RECKONED = /^(?:CURRENT_DATE|CURDATE|CURRENT_TIME|CURTIME|UUID|RAND|UTC_DATE)\b/i
const NOW = /^(?:CURRENT_TIMESTAMP|NOW|LOCALTIMESTAMP)\b/i

function bareDefaults({ script }: ScriptToCheck, table: Table): Finding[] {
  return table.columns.flatMap(column => {
    const value = column.default?.trim() ?? ''
    const isBare = RECKONED.test(value) || (NOW.test(value) && column.type.family === 'date')
    const at = isBare ? script.indexOf(value, column.span.start) : -1
    if (at < 0 || at >= column.span.end) return []
    // With its brackets it is read without them.
    if (/\(\s*$/.test(script.slice(column.span.start, at))) return []
    const span = { start: at, end: at + value.length }
    const fix = { span, text: `(${value})`, label: `Write (${value})` }
    return [scriptFinding('types.default-needs-brackets', span, { value }, fix)]
  })
}

const ACTS: ReadonlySet<ReferentialAction> = new Set(['cascade', 'set null', 'set default'])

/** References by which a table is reached a second time, or again from itself. */
function twoCascades({ schema, dialect }: ScriptToCheck, table: Table): Finding[] {
  const server = DIALECT[dialect].name
  const acting = table.references.filter(({ onDelete, onUpdate }) => ACTS.has(onDelete) || ACTS.has(onUpdate))
  const reached = new Set<string>()
  return acting.flatMap(reference => {
    const above = everyAbove(schema, reference.table)
    const again = [...above].find(name => reached.has(name))
    for (const name of above) reached.add(name)
    const top = above.has(foldName(table.name)) ? table.name : again
    return top === undefined
      ? []
      : [
          scriptFinding('references.two-cascades', reference.span, {
            table: table.name,
            top: schema.tables.find(({ name }) => sameName(name, top))?.name ?? top,
            ways: top === table.name ? 'a chain that leads back to it' : 'two ways',
            server,
          }),
        ]
  })
}

/** The table and all from which an action comes down to it. */
function everyAbove(schema: Schema, from: string): ReadonlySet<string> {
  const found = new Set([foldName(from)])
  for (const name of found) {
    const table = schema.tables.find(other => sameName(other.name, name))
    for (const { table: target, onDelete, onUpdate } of table?.references ?? [])
      if (ACTS.has(onDelete) || ACTS.has(onUpdate)) found.add(foldName(target))
  }
  return found
}

const CONSTRAINTS: ReadonlySet<string> = new Set([
  'NOT',
  'PRIMARY',
  'UNIQUE',
  'CHECK',
  'REFERENCES',
  'CONSTRAINT',
])

function defaultsAfter({ script, dialect }: ScriptToCheck, table: Table): Finding[] {
  return table.columns
    .filter((column): column is Column & { default: string } => column.default !== null)
    .flatMap(column => {
      const { start } = column.nameSpan
      const text = script.slice(start, column.span.end)
      const { tokens } = tokenize(text, dialect)
      const at = tokens.findIndex(({ upper, kind }) => kind === 'word' && upper === 'DEFAULT')
      const before = tokens
        .slice(1, Math.max(0, at))
        .find(({ upper, kind }) => kind === 'word' && CONSTRAINTS.has(upper))
      if (at < 0 || !before) return []
      const place = { start: start + tokens[at]!.start, end: start + tokens[at]!.end }
      const params = {
        column: column.name,
        server: DIALECT[dialect].name,
        after: before.upper === 'NOT' ? 'NOT NULL' : before.upper,
      }
      const fix = defaultFirst(text, tokens, at, start)
      return [scriptFinding('syntax.default-after', place, params, fix)]
    })
}

/** NOT NULL DEFAULT 'x' as DEFAULT 'x' NOT NULL, where no more stands there. */
function defaultFirst(text: string, tokens: readonly SqlToken[], at: number, start: number): Finding['fix'] {
  const [not, word] = [tokens[at - 2], tokens[at - 1]]
  const isSimple = not?.upper === 'NOT' && word?.upper === 'NULL' && tokens.length - at <= 3
  if (!isSimple) return undefined
  const value = text.slice(tokens[at]!.start).trimEnd()
  return {
    span: { start: start + not.start, end: start + text.length },
    text: `${value} NOT NULL`,
    label: 'Put DEFAULT first',
  }
}
