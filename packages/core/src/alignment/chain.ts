import { scriptFinding, type Finding } from '../findings'
import {
  findColumn,
  isRequired,
  sameColumns,
  sameName,
  typesMatch,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { nameWords } from './names'

export interface ChainOptions {
  /** Whether the earlier sheet says what must be there: a diagram below the physical level is not asked. @defaultValue true */
  readonly saysRequired?: boolean
}

/**
 * What a script does not have of an earlier sheet, has besides, or has otherwise: what changed on the way.
 * `sheet` names the earlier one in words.
 */
export function chainFindings(
  earlier: Schema,
  script: Schema,
  sheet: string,
  { saysRequired = true }: ChainOptions = {},
): Finding[] {
  const own = script.tables.filter(({ given }) => !given)
  const before = earlier.tables.filter(({ given }) => !given)
  if (own.length === 0 || before.length === 0) return []
  const pairs = new Map(
    before.map(table => [table, own.find(other => isCalled(other.name, table.name))] as const),
  )
  const start = { start: 0, end: 0 }
  const taken = new Set(pairs.values())
  return [
    ...before.flatMap(table =>
      pairs.get(table) ? [] : [scriptFinding('chain.table-missing', start, { table: table.name, sheet })],
    ),
    ...own.flatMap(table =>
      taken.has(table)
        ? []
        : [scriptFinding('chain.table-more', table.nameSpan, { table: table.name, sheet })],
    ),
    ...before.flatMap(table => {
      const other = pairs.get(table)
      return other
        ? [
            ...columnFindings(table, other, sheet, saysRequired),
            ...keyFindings(table, other, sheet),
            ...referenceFindings(table, other, sheet, pairs),
          ]
        : []
    }),
  ]
}

const isCalled = (a: string, b: string): boolean =>
  sameName(a, b) || nameWords(a).join(' ') === nameWords(b).join(' ')

function columnFindings(table: Table, other: Table, sheet: string, saysRequired: boolean): Finding[] {
  const isOfReference = (owner: Table, name: string): boolean =>
    owner.references.some(({ columns }) => columns.some(column => sameName(column, name)))
  const missing = table.columns.filter(
    ({ name }) => !isOfReference(table, name) && !other.columns.some(column => isCalled(column.name, name)),
  )
  const more = other.columns.filter(
    ({ name }) => !isOfReference(other, name) && !table.columns.some(column => isCalled(column.name, name)),
  )
  const changed = table.columns.flatMap(column => {
    const now = other.columns.find(({ name }) => isCalled(name, column.name))
    if (!now || column.type.text.startsWith('no type')) return []
    const isType = column.type.family !== 'other' && typesMatch(column.type, now.type) === 'not'
    const isNeed = saysRequired && isRequired(table, column.name) !== isRequired(other, now.name)
    const params = { table: other.name, column: now.name, sheet }
    if (isType)
      return [
        scriptFinding('chain.type-changed', now.span, {
          ...params,
          was: column.type.text,
          is: now.type.text,
        }),
      ]
    return isNeed
      ? [
          scriptFinding('chain.required-changed', now.span, {
            ...params,
            was: isRequired(table, column.name) ? 'must be there' : 'may be missing',
          }),
        ]
      : []
  })
  return [
    ...missing.map(({ name }) =>
      scriptFinding('chain.column-missing', other.nameSpan, { table: other.name, column: name, sheet }),
    ),
    ...more.map(({ name, nameSpan }) =>
      scriptFinding('chain.column-more', nameSpan, { table: other.name, column: name, sheet }),
    ),
    ...changed,
  ]
}

function keyFindings(table: Table, other: Table, sheet: string): Finding[] {
  const was = table.primaryKey?.columns ?? []
  const is = other.primaryKey?.columns ?? []
  if (
    was.length === 0 ||
    sameColumns(was.map(plain), is.map(plain)) ||
    [other.primaryKey, ...other.uniques].some(
      key => key && sameColumns(key.columns.map(plain), was.map(plain)),
    )
  )
    return []
  if (
    was.length === is.length &&
    was.every(name => table.references.some(({ columns }) => columns.includes(name)))
  )
    return []
  return [
    scriptFinding('chain.key-changed', other.primaryKey?.span ?? other.nameSpan, {
      table: other.name,
      was: was.join(', '),
      is: is.length === 0 ? 'nothing' : is.join(', '),
      sheet,
    }),
  ]
}

const plain = (name: string): string => nameWords(name).join(' ')

function referenceFindings(
  table: Table,
  other: Table,
  sheet: string,
  pairs: ReadonlyMap<Table, Table | undefined>,
): Finding[] {
  const counts = (references: readonly Reference[], target: string): number =>
    references.filter(reference => isCalled(reference.table, target)).length
  const targets = [
    ...new Set([...table.references, ...other.references].map(({ table: target }) => plain(target))),
  ]
  return targets.flatMap(target => {
    const was = counts(table.references, target)
    const is = counts(other.references, target)
    const paired = [...pairs].find(([before]) => plain(before.name) === target)
    const name =
      paired?.[1]?.name ??
      [...table.references, ...other.references].find(reference => plain(reference.table) === target)!.table
    if (is < was)
      return [
        scriptFinding('chain.reference-missing', other.nameSpan, { table: other.name, target: name, sheet }),
      ]
    const reference = other.references.find(({ table: to }) => isCalled(to, target))
    return is > was && findColumn(other, reference?.columns[0] ?? '')
      ? [scriptFinding('chain.reference-more', reference!.span, { table: other.name, target: name, sheet })]
      : []
  })
}
