import { declaredKeys, findColumn, sameName, type Key, type Table } from '../schema'
import { columnsOf, readExpression } from '../sql'
import type { Finding, Span } from '../findings'
import { scriptFinding } from '../findings'
import type { WorldEntity } from '../alignment'
import type { Reading } from './reading'
import { elementsOf, type Rule } from './rule'

/** A constraint of an answer that refuses what no rule forbids (semantics, section 9). */
export interface Surplus {
  readonly code: 'surplus.key' | 'surplus.required' | 'surplus.check'
  readonly table: string
  readonly columns: readonly string[]
  readonly check: string
  readonly span: Span
}

/**
 * What the answer refuses and no rule of the sheet speaks of: a key, a value that must be there, a CHECK. Only what
 * stands on columns that all have a counterpart in the world is looked at, and what a rule permits is left to that
 * rule.
 */
export function surplusConstraints(reading: Reading): Surplus[] {
  return reading.alignment.entities
    .filter(({ inside, confidence }) => !inside && confidence !== 'weak')
    .flatMap(({ entity, table: name, parts }) => {
      const rules = reading.rules.filter(rule => sameName(rule.entity, entity))
      const model = reading.entity(entity)!
      return [name, ...parts.map(part => part.table)]
        .map(each => reading.table(each))
        .filter(table => !table.given)
        .flatMap(table => surplusOfTable(membersAt(reading, entity, table), table, rules, model))
    })
}

export function surplusFindings(reading: Reading): Finding[] {
  return surplusConstraints(reading).map(({ code, table, columns, check, span }) =>
    scriptFinding(code, span, { table, columns: columns.join(', '), check }),
  )
}

/** The member of the world that stands in a column of the table. */
type Members = (column: string) => string | undefined

function membersAt({ alignment }: Reading, entity: string, table: Table): Members {
  const attribute = (column: string): string | undefined =>
    alignment.attributes.find(
      other =>
        sameName(other.entity, entity) && sameName(other.table, table.name) && sameName(other.column, column),
    )?.attribute
  const role = (column: string): string | undefined =>
    alignment.roles.find(
      ({ entity: own, layout }) =>
        sameName(own, entity) &&
        layout.kind === 'forward' &&
        sameName(layout.step.fromTable, table.name) &&
        layout.step.columns.some(([from]) => sameName(from, column)),
    )?.role
  return column => attribute(column) ?? role(column)
}

/** What the model answer has itself is never too much. */
function surplusOfTable(
  memberOf: Members,
  table: Table,
  rules: readonly Rule[],
  { attributes, roles, keys }: WorldEntity,
): Surplus[] {
  const isIn = (of: readonly { readonly name: string }[], column: string): boolean =>
    of.some(({ name }) => name === memberOf(column))
  const required = [...attributes, ...roles].filter(other => other.required)
  const checked = attributes.filter(other => other.checked)
  return [
    ...declaredKeys(table)
      .filter(({ columns }) => !keys.some(key => key.every(member => columns.map(memberOf).includes(member))))
      .flatMap(key => surplusKey(memberOf, table, key, rules)),
    ...surplusRequired(memberOf, table, rules, column => isIn(required, column)),
    ...surplusChecks(memberOf, table, rules, column => isIn(checked, column)),
  ]
}

const KEY_KINDS: readonly Rule['kind'][] = [
  'identifies',
  'pairOnce',
  'determines',
  'pairMayRepeat',
  'manyAllowed',
]

function surplusKey(memberOf: Members, table: Table, key: Key, rules: readonly Rule[]): Surplus[] {
  const members = key.columns.map(memberOf)
  if (members.includes(undefined)) return []
  // A rule about fewer of them keeps these unique already; one that permits is judged by itself.
  const isSpokenOf = rules.some(
    rule =>
      KEY_KINDS.includes(rule.kind) &&
      elementsOf(rule).some(name => members.includes(name)) &&
      (isAbout(rule, members) || (rule.kind === 'determines' && isWithin(rule.from, members))),
  )
  return isSpokenOf
    ? []
    : [{ code: 'surplus.key', table: table.name, columns: key.columns, check: '', span: key.span }]
}

const isWithin = (names: readonly string[], members: readonly (string | undefined)[]): boolean =>
  names.every(name => members.includes(name))
const isAbout = (rule: Rule, members: readonly (string | undefined)[]): boolean =>
  isWithin(elementsOf(rule), members)

const NEEDING: readonly Rule['kind'][] = ['mustHave', 'mayLack', 'identifies', 'pairOnce', 'determines']

function surplusRequired(
  memberOf: Members,
  table: Table,
  rules: readonly Rule[],
  isOfModel: (column: string) => boolean,
): Surplus[] {
  const columns = table.columns.filter(({ name, notNull, numbering, default: own }) => {
    const member = memberOf(name)
    return (
      notNull &&
      member !== undefined &&
      own === null &&
      !numbering &&
      !isOfModel(name) &&
      !isInPrimaryKey(table, name) &&
      !rules.some(rule => NEEDING.includes(rule.kind) && elementsOf(rule).includes(member))
    )
  })
  const [first] = columns
  return first
    ? [
        {
          code: 'surplus.required',
          table: table.name,
          columns: columns.map(({ name }) => name),
          check: '',
          span: first.span,
        },
      ]
    : []
}

const isInPrimaryKey = ({ primaryKey }: Table, column: string): boolean =>
  primaryKey?.columns.some(name => sameName(name, column)) ?? false

const OF_VALUES: readonly Rule['kind'][] = ['refusesValue', 'admitsValue', 'stores']

function surplusChecks(
  memberOf: Members,
  table: Table,
  rules: readonly Rule[],
  isOfModel: (column: string) => boolean,
): Surplus[] {
  if (rules.some(({ kind }) => kind === 'givenRows')) return []
  return table.checks.flatMap(({ expression, span }): Surplus[] => {
    const columns = [...columnsOf(readExpression(expression))]
    const members = columns.map(name => findColumn(table, name) && memberOf(name))
    const isSpokenOf =
      members.length === 0 ||
      columns.some(isOfModel) ||
      members.some(
        member =>
          member === undefined ||
          rules.some(rule => OF_VALUES.includes(rule.kind) && elementsOf(rule).includes(member)),
      )
    const demands = /^\s*\S+\s+is\s+not\s+null\s*$/i.test(expression)
    return isSpokenOf || demands
      ? []
      : [{ code: 'surplus.check', table: table.name, columns, check: expression, span }]
  })
}
