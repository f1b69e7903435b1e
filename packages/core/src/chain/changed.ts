import type { EntityPlacement, RolePlacement, WorldEntity, WorldRole } from '../alignment'
import type { Finding } from '../findings'
import {
  declaredKeys,
  findColumn,
  findTable,
  isRequired,
  sameColumns,
  sameName,
  typesMatch,
  type Table,
} from '../schema'
import type { Way } from './way'

/** The facts of what is paired: each must have a place, of the same type, as needed as before. */
export function factFindings(way: Way, entity: WorldEntity, placement: EntityPlacement): Finding[] {
  const was = way.was(entity.name)
  const now = way.table(placement.table)
  const { attributes, copies, repetitions } = way.alignment
  return entity.attributes
    .filter(({ name }) => !isOwnNumber(was, name))
    .flatMap(attribute => {
      const isIt = (other: { entity: string; attribute: string }): boolean =>
        other.entity === entity.name && other.attribute === attribute.name
      const placed = attributes.find(isIt)
      const column = findColumn(was, attribute.name)!
      if (!placed)
        return copies.some(isIt) || repetitions.some(({ owner }) => owner === entity.name)
          ? []
          : [
              way.say('chain.column-missing', now.nameSpan, {
                table: now.name,
                column: column.name,
                perhaps: way.perhaps(`${entity.name}.${attribute.name}`),
              }),
            ]
      return sameName(placed.table, now.name) ? changed(way, was, column.name, now, placed.column) : []
    })
}

function changed(way: Way, was: Table, before: string, now: Table, name: string): Finding[] {
  const [old, column] = [findColumn(was, before)!, findColumn(now, name)!]
  const params = { table: now.name, column: column.name }
  const isKnown = old.type.family !== 'other' && column.type.family !== 'other'
  if (isKnown && typesMatch(old.type, column.type) === 'not')
    return [
      way.say('chain.type-changed', column.span, { ...params, was: old.type.text, is: column.type.text }),
    ]
  return way.isTurned(was, old, now, column, false)
    ? [
        way.say('chain.required-changed', column.span, {
          ...params,
          was: isRequired(was, before) ? 'must be there' : 'may be missing',
        }),
      ]
    : []
}

/** A number that a table makes up for its rows is nothing that anybody described. */
const isOwnNumber = (table: Table, column: string): boolean => {
  const { numbering = null } = findColumn(table, column) ?? {}
  return numbering !== null && declaredKeys(table).some(({ columns }) => sameColumns(columns, [column]))
}

/** The identifier and the other keys: each must still be one. */
export function keyFindings(way: Way, entity: WorldEntity, placement: EntityPlacement): Finding[] {
  if (placement.inside) return []
  const now = way.table(placement.table)
  const declared = declaredKeys(now)
  return entity.keys.flatMap(members => {
    if (members.every(member => isOwnNumber(way.was(entity.name), member))) return []
    const columns = way.columns(entity.name, members)
    if (!columns || declared.some(key => sameColumns(key.columns, columns))) return []
    const isFirst = sameColumns(members, entity.identifier)
    const [primary] = declared
    const params = { table: now.name, was: members.join(', ') }
    if (isFirst)
      return [
        way.say('chain.key-changed', primary?.span ?? now.nameSpan, {
          ...params,
          is: primary ? primary.columns.join(', ') : 'nothing',
        }),
      ]
    const isImplied = declared.some(key => key.columns.every(column => columns.includes(column)))
    return isImplied ? [] : [way.say('chain.unique-missing', now.nameSpan, params)]
  })
}

/** The lines of what is paired. */
export function lineFindings(way: Way, entity: WorldEntity): Finding[] {
  return entity.roles.flatMap(role => {
    if (!way.placement(role.target)) return []
    const placed = way.role(entity.name, role.name)
    const names = { table: way.called(entity.name), target: way.called(role.target) }
    const now = findTable(way.now, names.table)
    if (!placed) return [way.say('chain.reference-missing', now?.nameSpan ?? null, names)]
    return otherwise(way, entity, role, placed, names)
  })
}

/** What a line has become that is there in another form, or with other amounts. */
function otherwise(
  way: Way,
  entity: WorldEntity,
  role: WorldRole,
  { layout }: RolePlacement,
  names: { readonly table: string; readonly target: string },
): Finding[] {
  if (layout.kind === 'via') {
    const between = way.table(layout.table)
    const own = layout.toEntity.columns.map(([column]) => column)
    return declaredKeys(between).some(({ columns }) => columns.every(column => own.includes(column)))
      ? []
      : [way.say('chain.line-widened', between.nameSpan, { ...names, between: between.name })]
  }
  if (layout.kind !== 'forward') return []
  const now = way.table(layout.step.fromTable)
  const columns = layout.step.columns.map(([column]) => column)
  if (!now.references.some(reference => sameColumns(reference.columns, columns)))
    return [way.say('chain.reference-missing', findColumn(now, columns[0]!)?.span ?? now.nameSpan, names)]
  const was = way.was(entity.name)
  const before = findColumn(was, role.columns[0]!)
  const column = findColumn(now, columns[0]!)
  return before && column && !isWeak(entity, role) && way.isTurned(was, before, now, column, true)
    ? [
        way.say('chain.required-changed', column.span, {
          table: now.name,
          column: column.name,
          was: role.required ? 'must be there' : 'may be missing',
        }),
      ]
    : []
}

/** Whether a line belongs to what tells apart: that it must be there is said with the key. */
const isWeak = ({ identifier }: WorldEntity, { name }: WorldRole): boolean => identifier.includes(name)
