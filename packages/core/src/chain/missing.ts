import type { RoleLayout, Step, WorldEntity } from '../alignment'
import type { Finding } from '../findings'
import { findColumn, foldName, sameColumns, sameName, type Reference, type Table } from '../schema'
import { endsOf, type Way } from './way'

/** Something of the earlier sheet without a pair. */
export function missingTable(way: Way, { name }: WorldEntity): Finding[] {
  if (way.alignment.repetitions.some(({ entity }) => entity === name)) return []
  const table = way.was(name)
  const ends = endsOf(table)
  // Where an end is missing itself, that is what there is to say.
  if (ends && !ends.every(end => way.placement(foldName(end)))) return []
  if (ends) return [way.say('chain.link-missing', null, { a: way.called(ends[0]), b: way.called(ends[1]) })]
  return [way.say('chain.table-missing', null, { table: table.name, perhaps: way.perhaps(name) })]
}

/** What the later sheet has without a pair. */
export function moreTables(way: Way): Finding[] {
  return way.alignment.surplus.flatMap(({ table: name, column }) => {
    if (column !== null || way.isPerhaps(name)) return []
    const table = way.table(name)
    const ends = endsOf(table)
    return ends
      ? [way.say('chain.link-more', table.nameSpan, { table: name, a: ends[0], b: ends[1] })]
      : [way.say('chain.table-more', table.nameSpan, { table: name })]
  })
}

export function moreFacts(way: Way): Finding[] {
  return way.alignment.surplus.flatMap(({ table: name, column }) => {
    if (column === null || way.isPerhaps(`${name}.${column}`)) return []
    const table = way.table(name)
    const isOfReference = table.references.some(({ columns }) =>
      columns.some(other => sameName(other, column)),
    )
    return isOfReference
      ? []
      : [way.say('chain.column-more', findColumn(table, column)!.nameSpan, { table: name, column })]
  })
}

function stepsOf(layout: RoleLayout): readonly Step[] {
  if (layout.kind === 'via') return [layout.toEntity, layout.toTarget]
  return 'step' in layout ? [layout.step] : []
}

/** References between tables that are paired, and that no line was. */
export function moreLines(way: Way): Finding[] {
  const { entities, roles } = way.alignment
  const paired = (name: string): boolean => entities.some(({ table }) => sameName(table, name))
  const steps = [
    ...roles.flatMap(({ layout }) => stepsOf(layout)),
    ...entities.flatMap(({ parts }) => parts.map(({ step }) => step)),
  ]
  const isMeant = (table: Table, { columns, table: target }: Reference): boolean =>
    steps.some(step => {
      const [own, other] = [step.columns.map(([from]) => from), step.columns.map(([, to]) => to)]
      return (
        (sameName(step.fromTable, table.name) && sameColumns(own, columns)) ||
        (sameName(step.toTable, table.name) &&
          sameName(step.fromTable, target) &&
          sameColumns(other, columns))
      )
    })
  return way.now.tables
    .filter(({ name, given }) => !given && paired(name))
    .flatMap(table =>
      table.references
        .filter(reference => paired(reference.table) && !isMeant(table, reference))
        .map(reference =>
          way.say('chain.reference-more', reference.span, { table: table.name, target: reference.table }),
        ),
    )
}
