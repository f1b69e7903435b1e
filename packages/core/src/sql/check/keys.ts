import { scriptFinding, type Finding } from '../../findings'
import {
  DIALECT,
  declaredKeys,
  findColumn,
  isRequired,
  sameColumns,
  sameName,
  type Column,
  type Dialect,
  type Table,
} from '../../schema'
import type { ScriptToCheck } from './input'

/**
 * Which keys a server does not make over texts without a length. MySQL: error 1170 (MariaDB takes UNIQUE over
 * them); SQL Server: error 1919; Oracle: ORA-02329 (from memory).
 */
const NO_LONG_TEXT: Readonly<Partial<Record<Dialect, 'primary' | 'all'>>> = {
  mysql: 'primary',
  sqlserver: 'all',
  oracle: 'all',
}

/** NULL, written beside a column of the primary key, where the server refuses that. */
function saidToBeEmpty(script: string, dialect: Dialect, table: Table): Finding[] {
  const { name: server, refusesNullInKeys } = DIALECT[dialect]
  if (!refusesNullInKeys) return []
  return (table.primaryKey?.columns ?? []).flatMap(name => {
    const column = findColumn(table, name)
    const place = column?.saysNull
    if (!column || !place) return []
    const from = place.start - (script.slice(0, place.start).match(/[ \t]*$/)?.[0].length ?? 0)
    return [
      scriptFinding(
        'keys.nullable-primary',
        place,
        { table: table.name, column: column.name, server },
        { span: { start: from, end: place.end }, text: '', label: 'Take NULL out' },
      ),
    ]
  })
}

/** Keys with more than they need, whose columns may be empty, or are texts without a length. */
export function checkKeyShapes(
  { dialect, script }: Pick<ScriptToCheck, 'dialect' | 'script'>,
  table: Table,
): Finding[] {
  const keys = declaredKeys(table)
  return [
    ...longTexts(),
    ...saidToBeEmpty(script, dialect, table),
    ...keys.flatMap(key => {
      const within = keys.find(
        ({ columns }) =>
          columns.length < key.columns.length &&
          columns.every(
            column => key.columns.some(name => sameName(name, column)) && isRequired(table, column),
          ),
      )
      if (within)
        return [
          scriptFinding('keys.larger-than-needed', key.span, {
            table: table.name,
            columns: inMarks(key.columns),
            smaller: inMarks(within.columns),
          }),
        ]
      return key === table.primaryKey ? optionalPrimary(dialect, table) : optionalUnique(table, key.columns)
    }),
  ]

  function longTexts(): Finding[] {
    const refused = NO_LONG_TEXT[dialect]
    if (refused === undefined) return []
    const concerned = refused === 'all' ? keys : keys.filter(key => key === table.primaryKey)
    return concerned
      .flatMap(({ columns }) => columns)
      .flatMap(name => {
        const column = findColumn(table, name)
        return column?.type.family === 'text' ? [longText({ dialect, script }, table, column)] : []
      })
  }

  function optionalUnique(owner: Table, columns: readonly string[]): Finding[] {
    const isOnlyNatural =
      owner.primaryKey?.columns.length === 1 &&
      findColumn(owner, owner.primaryKey.columns[0]!)?.numbering &&
      owner.uniques.length === 1
    const optional = columns.filter(column => findColumn(owner, column) && !isRequired(owner, column))
    const key = owner.uniques.find(other => sameColumns(other.columns, columns))!
    return isOnlyNatural && optional.length > 0
      ? [scriptFinding('keys.optional-column', key.span, { table: owner.name, column: optional[0]! })]
      : []
  }
}

function longText(
  { dialect, script }: Pick<ScriptToCheck, 'dialect' | 'script'>,
  { name: table }: Table,
  { name, type, nameSpan, span }: Column,
): Finding {
  const at = script.slice(nameSpan.end, span.end).indexOf(type.text)
  const place = { start: nameSpan.end + at, end: nameSpan.end + at + type.text.length }
  const text = dialect === 'oracle' ? 'VARCHAR2(255)' : 'VARCHAR(255)'
  return scriptFinding(
    'keys.long-text',
    at < 0 ? span : place,
    { table, column: name, type: type.text, here: DIALECT[dialect].name },
    at < 0 ? undefined : { span: place, text, label: `Write ${text}` },
  )
}

/**
 * SQLite lets the columns of a primary key be empty, unless it is the only one and INTEGER (its manual, from
 * memory).
 */
function optionalPrimary(dialect: Dialect, table: Table): Finding[] {
  const { columns, span } = table.primaryKey!
  if (
    dialect !== 'sqlite' ||
    (columns.length === 1 && findColumn(table, columns[0]!)?.type.family === 'integer')
  )
    return []
  return columns
    .flatMap(name => {
      const column = findColumn(table, name)
      return column && !column.notNull && !column.numbering
        ? [scriptFinding('keys.optional-column', span, { table: table.name, column: name })]
        : []
    })
    .slice(0, 1)
}

const inMarks = (columns: readonly string[]): string => columns.map(column => `"${column}"`).join(', ')
