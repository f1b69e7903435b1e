import { findTable, sameColumns, sameName, type Schema, type Table } from '../schema'
import { evaluate } from './evaluate'
import { Reading } from './reading'
import { newTree } from './result'
import type { Rule } from './rule'
import type { Evaluation } from './verdict'

/** Rules are granted in this order: an earlier one can explain a later one, never the reverse. */
const RANK: Partial<Record<Rule['kind'], number>> = { identifies: 0, pairOnce: 1, atMostOne: 2, refersTo: 3 }
const rank = ({ kind }: Rule): number => RANK[kind] ?? 4

/**
 * For each broken cell the broken cell it follows from, by position: granting the constraint of the earlier
 * one to the answer would make the later one upheld (semantics, section 8). The first such cell in order
 * counts. -1 where there is none.
 */
export function consequences(
  reading: Reading,
  rules: readonly Rule[],
  evaluations: readonly Evaluation[],
): number[] {
  const broken = evaluations
    .flatMap(({ verdict }, i) => (verdict === 'broken' ? [i] : []))
    .sort((a, b) => rank(rules[a]!) - rank(rules[b]!) || a - b)
  const follows = evaluations.map(() => -1)
  for (const q of broken) {
    const later = broken.filter(r => follows[r] === -1 && rank(rules[r]!) > rank(rules[q]!))
    if (follows[q] !== -1 || later.length === 0) continue
    const granted = grant(reading, rules[q]!)
    if (!granted) continue
    for (const r of later) if (evaluate(granted, rules[r]!).verdict === 'upheld') follows[r] = q
  }
  return follows
}

/**
 * The reading of the answer with the rule's constraint added to its schema; undefined when the answer's
 * layout has no place for it.
 */
function grant(reading: Reading, rule: Rule): Reading | undefined {
  switch (rule.kind) {
    case 'identifies':
    case 'pairOnce':
      return grantKey(reading, rule.entity, rule.by, rule.kind === 'identifies')
    case 'atMostOne': {
      const layout = reading.rolePlacement(rule.entity, rule.role)?.layout
      return layout?.kind === 'via'
        ? withKey(
            reading,
            layout.table,
            layout.toEntity.columns.map(([column]) => column),
            false,
          )
        : undefined
    }
    case 'refersTo':
      return grantReference(reading, rule.entity, rule.role)
    default:
      return undefined
  }
}

function grantKey(
  reading: Reading,
  entity: string,
  by: readonly string[],
  required: boolean,
): Reading | undefined {
  const tree = newTree(reading)
  const placement = reading.placement(entity)
  if (!placement || placement.inside) return undefined
  const at = tree.root(placement.table)
  const columns = by.flatMap(member => {
    const layout = reading.rolePlacement(entity, member)?.layout
    if (layout?.kind === 'forward') return layout.step.columns.map(([column]) => column)
    return (
      reading
        .columns(tree, at, entity, [member])
        ?.filter(column => column.at === at)
        .map(({ column }) => column) ?? []
    )
  })
  return columns.length > 0 ? withKey(reading, placement.table, columns, required) : undefined
}

function withKey(reading: Reading, name: string, columns: readonly string[], required: boolean): Reading {
  return withTable(reading, name, table => ({
    ...table,
    uniques: [...table.uniques, { name: null, columns, nullsNotDistinct: true, span: table.span }],
    columns: table.columns.map(column =>
      required && columns.some(other => sameName(other, column.name)) ? { ...column, notNull: true } : column,
    ),
  }))
}

function grantReference(reading: Reading, entity: string, role: string): Reading | undefined {
  const layout = reading.rolePlacement(entity, role)?.layout
  const step = layout?.kind === 'forward' ? layout.step : layout?.kind === 'via' ? layout.toTarget : undefined
  if (!step || !findTable(reading.schema, step.toTable)) return undefined
  const columns = step.columns.map(([column]) => column)
  return withTable(reading, step.fromTable, table => ({
    ...table,
    references: [
      ...table.references.filter(other => !sameColumns(other.columns, columns)),
      {
        name: null,
        columns,
        table: step.toTable,
        targetColumns: step.columns.map(([, key]) => key),
        onDelete: 'no action' as const,
        onUpdate: 'no action' as const,
        deferrable: false,
        span: table.span,
      },
    ],
  }))
}

function withTable(reading: Reading, name: string, change: (table: Table) => Table): Reading {
  const schema: Schema = {
    tables: reading.schema.tables.map(table => (sameName(table.name, name) ? change(table) : table)),
  }
  return new Reading(reading.world, schema, reading.alignment, reading.rules)
}
