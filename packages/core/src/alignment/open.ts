import {
  declaredKeys,
  findColumn,
  foldName,
  sameColumns,
  sameName,
  typesMatch,
  type Column,
  type Table,
} from '../schema'
import type { OpenElement } from './alignment'
import { isReferring, typeLikeness, type AlignmentDraft } from './draft'
import { nameWords, withoutPrefix } from './names'
import { identifierColumns } from './pair-columns'
import { partStep } from './pair-layouts'
import { standsForRow } from './surrogates'
import type { WorldAttribute, WorldEntity, WorldRole } from './world'

/** So many places are more than can be tried. */
const MOST_PLACES = 12

/**
 * What is left over is doubtful, not absent (semantics, section 9): in a table that is paired by more than its
 * shape each column left over of a possible type may stand for each element of its entity without a pair, and
 * so may a table left over for each entity.
 */
export function openElements(draft: AlignmentDraft): OpenElement[] {
  const tables = tablesLeftOver(draft).slice(0, MOST_PLACES)
  return draft.world.entities
    .flatMap(entity => [
      openEntity(draft, entity, tables),
      ...openMembers(draft, entity, tables),
      ...pairedInParts(draft, entity),
    ])
    .filter(({ places, parts }) => places.length > 0 || parts !== undefined)
}

function openEntity(draft: AlignmentDraft, { name }: WorldEntity, left: readonly Table[]): OpenElement {
  const isOpen =
    !draft.placement(name) &&
    draft.pinned(name) === undefined &&
    !draft.repetitions.some(({ entity }) => entity === name)
  return { element: name, places: isOpen ? left.map(table => table.name) : [] }
}

/** Tables that stand for nothing, and hold no link between two that do. */
function tablesLeftOver(draft: AlignmentDraft): Table[] {
  const taken = new Set(
    [
      ...draft.entities.flatMap(({ table, parts }) => [table, ...parts.map(part => part.table)]),
      ...draft.roles.flatMap(({ layout }) => (layout.kind === 'via' ? [layout.table] : [])),
    ].map(foldName),
  )
  return draft.schema.tables.filter(table => !table.given && !taken.has(foldName(table.name)))
}

interface Left {
  readonly table: Table
  readonly column: Column
}

function openMembers(draft: AlignmentDraft, entity: WorldEntity, left: readonly Table[]): OpenElement[] {
  const own = draft.tableOf(entity.name)
  if (!own || draft.placement(entity.name)?.confidence === 'weak') return []
  const columns = columnsLeftOver(draft, entity, own, left)
  const attributes = draft.openAttributes(entity).map((attribute): OpenElement => ({
    element: `${entity.name}.${attribute.name}`,
    places: isCopied(draft, entity, attribute)
      ? []
      : [
          ...withAnother(draft, entity, attribute),
          ...columns.filter(({ column }) => typeLikeness(attribute, column) > 0).map(placeOf),
        ],
    ...inParts(entity, attribute, own, columns),
  }))
  const roles = draft.openRoles(entity).map((role): OpenElement => ({
    element: `${entity.name}.${role.name}`,
    places: columns
      .filter(({ table, column }) => table === own && mayRefer(draft, role, column))
      .map(placeOf),
  }))
  return [...attributes, ...roles]
}

/** What alone identifies the entity, in a table whose key is several columns that are left over: `letter, digit`. */
function inParts(
  { identifier }: WorldEntity,
  { name }: WorldAttribute,
  own: Table,
  left: readonly Left[],
): Pick<OpenElement, 'parts'> {
  const isFree = (column: string): boolean =>
    left.some(other => other.table === own && sameName(other.column.name, column))
  const key = declaredKeys(own).find(({ columns }) => columns.length > 1 && columns.every(isFree))
  return key && sameColumns(identifier, [name]) ? { parts: key.columns } : {}
}

/**
 * What helps to identify the entity and is paired with a column of the key, beside which another of the key is left
 * over that is called like it (`start_date`, `start_time`): it may be both.
 */
function pairedInParts(draft: AlignmentDraft, entity: WorldEntity): OpenElement[] {
  const own = draft.tableOf(entity.name)
  if (!own) return []
  return draft.attributes
    .filter(other => other.entity === entity.name && sameName(other.table, own.name))
    .filter(({ attribute, reasons }) => entity.identifier.includes(attribute) && !reasons.includes('pinned'))
    .flatMap(({ attribute, column }): OpenElement[] => {
      const key = declaredKeys(own).find(({ columns }) => columns.some(name => sameName(name, column)))
      const beside = (key?.columns ?? []).filter(
        name => !draft.isUsed(own, name) && !isReferring(own, name) && shareWord(name, column),
      )
      return beside.length === 0
        ? []
        : [{ element: `${entity.name}.${attribute}`, places: [], parts: [column, ...beside] }]
    })
}

function shareWord(a: string, b: string): boolean {
  const [own, other] = [nameWords(a), nameWords(b)]
  return own.some(word => word !== '#' && other.includes(word))
}

/** Words that say that a column holds the whole of what is elsewhere in parts. */
const WHOLE: ReadonlySet<string> = new Set(['full', 'whole', 'complete', 'entire'])

/**
 * The column of another fact of the entity whose name speaks of both: `name` or `full_name`, where the world has a
 * first and a last name.
 */
function withAnother(draft: AlignmentDraft, entity: WorldEntity, attribute: WorldAttribute): string[] {
  const own = nameWords(attribute.name)
  return draft.attributes
    .filter(other => other.entity === entity.name && other.attribute !== attribute.name)
    .filter(other => {
      const shared = nameWords(other.attribute).filter(word => word !== '#' && own.includes(word))
      const written = withoutPrefix(nameWords(other.column), nameWords(other.table))
      const bare = written.filter(word => !WHOLE.has(word))
      return bare.length > 0 && bare.every(word => shared.includes(word))
    })
    .map(({ table, column }) => `${table}.${column}`)
}

const placeOf = ({ table, column }: Left): string => `${table.name}.${column.name}`

const isCopied = (draft: AlignmentDraft, entity: WorldEntity, attribute: WorldAttribute): boolean =>
  draft.copies.some(other => other.entity === entity.name && other.attribute === attribute.name)

/** In the entity's tables, and in those that could be further ones of it, row for row. */
function columnsLeftOver(
  draft: AlignmentDraft,
  entity: WorldEntity,
  own: Table,
  left: readonly Table[],
): Left[] {
  const parts = draft.placement(entity.name)!.parts.map(part => draft.table(part.table))
  const mayBeParts = left.flatMap(table => {
    const step = partStep(draft, own, table)
    return step ? [{ table, joins: step.columns.map(([from]) => foldName(from)) }] : []
  })
  const isFree = (table: Table, column: Column): boolean =>
    !draft.isUsed(table, column.name) && !standsForRow(table, column) && !isReferring(table, column.name)
  return [
    ...[own, ...parts].flatMap(table =>
      table.columns.filter(column => isFree(table, column)).map(column => ({ table, column })),
    ),
    ...mayBeParts.flatMap(({ table, joins }) =>
      table.columns
        .filter(column => isFree(table, column) && !joins.includes(foldName(column.name)))
        .map(column => ({ table, column })),
    ),
  ]
}

/** Whether the column could refer to the role's target: by one column, of a type that can hold its key. */
function mayRefer(draft: AlignmentDraft, role: WorldRole, column: Column): boolean {
  const target = draft.tableOf(role.target)
  const [key, ...more] = identifierColumns(draft, role.target)
  const type = target && key !== undefined && more.length === 0 ? findColumn(target, key)?.type : undefined
  return type !== undefined && typesMatch(column.type, type) !== 'not'
}
