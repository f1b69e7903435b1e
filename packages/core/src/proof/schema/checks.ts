import type { Check, Table } from '../../schema'
import type { Kind } from '../kind'
import { ownTables, withTable, type Design } from './places'

interface PlacedCheck {
  readonly table: Table
  readonly check: Check
}

const checksOf = (design: Design): readonly PlacedCheck[] =>
  ownTables(design).flatMap(table => table.checks.map(check => ({ table, check })))

/** The condition in other words; none where the check goes. */
const withCheck = (design: Design, { table, check }: PlacedCheck, expression: string | null): Design =>
  withTable(design, table.name, of => ({
    ...of,
    checks: of.checks.flatMap(other => {
      if (other !== check) return [other]
      return expression === null ? [] : [{ ...other, expression }]
    }),
  }))

const noCheck: Kind<Design> = {
  id: 'check-missing',
  title: 'A CHECK left out',
  make: design =>
    checksOf(design).map(placed => ({
      said: `${placed.table.name} lacks CHECK (${placed.check.expression}).`,
      content: withCheck(design, placed, null),
    })),
}

const changed = (
  id: string,
  title: string,
  others: (expression: string) => readonly string[],
): Kind<Design> => ({
  id,
  title,
  make: design =>
    checksOf(design).flatMap(placed =>
      others(placed.check.expression).map(expression => ({
        said: `${placed.table.name} has CHECK (${expression}) for (${placed.check.expression}).`,
        content: withCheck(design, placed, expression),
      })),
    ),
})

const BETWEEN = /([\p{L}_][\p{L}\p{N}_.]*)\s+between\s+(\S+)\s+and\s+(\S+)/iu

/** Both bounds written out, where BETWEEN says them. */
const spelledOut = (expression: string): string =>
  expression.replace(
    BETWEEN,
    (_, name: string, low: string, high: string) => `${name} >= ${low} AND ${name} <= ${high}`,
  )

/** The halves of an AND that stands outside brackets; the whole where there is none. */
function halves(expression: string): readonly string[] {
  const text = spelledOut(expression)
  let depth = 0
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '(') depth++
    else if (text[i] === ')') depth--
    else if (depth === 0 && /^\sand\s/i.test(text.slice(i, i + 5)))
      return [text.slice(0, i).trim(), text.slice(i + 5).trim()]
  }
  return [expression]
}

const oneBound = changed('bound-lost', 'One of two bounds lost', expression => {
  const parts = halves(expression)
  return parts.length === 2 ? parts : []
})

const EDGES: Readonly<Record<string, string>> = { '>=': '>', '<=': '<', '>': '>=', '<': '<=' }

const offByOne = changed('bound-off-by-one', 'The bound itself in, or out', expression => {
  const text = spelledOut(expression)
  return [...text.matchAll(/>=|<=|(?<![<>])>(?!=)|<(?![>=])/g)].map(
    ({ 0: sign, index }) => text.slice(0, index) + EDGES[sign]! + text.slice(index + sign.length),
  )
})

const LIST = /\bin\s*\(([^()]*)\)/i

const members = changed('member-lost', 'A value of a list lost, or one too many', expression => {
  const list = LIST.exec(expression)
  if (!list) return []
  const values = list[1]!.split(',').map(value => value.trim())
  const say = (next: readonly string[]): string => expression.replace(LIST, () => `IN (${next.join(', ')})`)
  const isText = values[0]!.startsWith("'")
  return [
    ...(values.length > 1 ? [say(values.slice(0, -1)), say(values.slice(1))] : []),
    say([...values, isText ? "'other'" : '999']),
  ]
})

export const CHECK_MISTAKES: readonly Kind<Design>[] = [noCheck, oneBound, offByOne, members]
