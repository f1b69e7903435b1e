import { declaredKeys, foldName, sameColumns, sameName, type Column, type Table } from '../schema'
import type { EntityPlacement, Part, Step } from './alignment'
import { isReferring, stepOf, typeLikeness, type AlignmentDraft } from './draft'
import { isSurrogate } from './surrogates'
import { pairColumns } from './pair-columns'
import { columnsLike, pairImpliedRoles, pairReferences } from './pair-roles'
import { nameLikeness, nameWords } from './names'
import type { WorldAttribute, WorldEntity, WorldRole } from './world'
import { LAYOUT } from './weights'

/**
 * Facts of an entity in further tables, row for row: a table whose key refers to the entity's table, or the
 * other way round (a split).
 */
export function placeParts(draft: AlignmentDraft): void {
  for (const placement of [...draft.entities]) {
    const entity = draft.world.entities.find(({ name }) => name === placement.entity)!
    const [, ...more] = draft.pinned(entity.name) ?? []
    for (const table of draft.schema.tables) {
      const isPinned = more.some(name => sameName(name, table.name)) || holdsPinned(draft, entity.name, table)
      if (placement.inside || table.given) continue
      const step = partStep(draft, draft.table(placement.table), table)
      if (!step || (draft.isAnchored(table) && !isPinned && !isAbove(draft, step, table))) continue
      if (isPinned || holdsFacts(draft, entity, table) || holdsRole(draft, entity, table, step))
        addPart(draft, entity, table, step)
    }
  }
}

/**
 * Whether the table is a further one of other entities alone, each of which leads to it: what several kinds have
 * in common stands there, and may be a part of each.
 */
function isAbove(draft: AlignmentDraft, { fromTable }: Step, table: Table): boolean {
  return (
    !sameName(fromTable, table.name) &&
    draft.entities.every(
      other =>
        !sameName(other.table, table.name) &&
        other.parts.every(
          part => !sameName(part.table, table.name) || !sameName(part.step.fromTable, table.name),
        ),
    )
  )
}

/** Whether a fact of the entity was said by hand to stand in the table. */
function holdsPinned(draft: AlignmentDraft, entity: string, table: Table): boolean {
  return (
    !sameName(draft.placement(entity)?.table ?? '', table.name) &&
    draft.attributes.some(other => other.entity === entity && sameName(other.table, table.name))
  )
}

function addPart(draft: AlignmentDraft, entity: WorldEntity, table: Table, step: Step): void {
  const at = draft.entities.findIndex(other => other.entity === entity.name)
  const before: EntityPlacement = draft.entities[at]!
  const part: Part = { table: table.name, step }
  draft.entities[at] = {
    ...before,
    parts: [...before.parts, part],
    reasons: before.reasons.includes('split') ? before.reasons : [...before.reasons, 'split'],
  }
  if (sameName(step.fromTable, table.name)) draft.use(table, ...step.columns.map(([column]) => column))
  // What joins the two is no link to another one.
  const joining = draft.table(step.fromTable).references.find(
    ({ table: target, columns }) =>
      sameName(target, step.toTable) &&
      sameColumns(
        columns,
        step.columns.map(([column]) => column),
      ),
  )
  if (joining) draft.usedReferences.add(joining)
  // Where several kinds have a table in common, what the one has there is no less the other's.
  const shared = draft.attributes.filter(
    other => other.entity !== entity.name && sameName(other.table, table.name),
  )
  for (const { column } of shared) draft.free(table, column)
  pairReferences(draft, entity, table)
  pairImpliedRoles(draft, entity, table)
  pairColumns(draft, entity, table)
  draft.use(table, ...shared.map(({ column }) => column))
}

/**
 * One row for one row: the columns that refer are a key of their table; or, undeclared, both have a key of
 * the same names.
 */
export function partStep(draft: AlignmentDraft, own: Table, part: Table): Step | undefined {
  const unique = (table: Table, columns: readonly string[]): boolean =>
    declaredKeys(table).some(key => sameColumns(key.columns, columns))
  const toOwn = part.references.find(
    reference => sameName(reference.table, own.name) && unique(part, reference.columns),
  )
  if (toOwn) return stepOf(part, toOwn)
  const toPart = own.references.find(
    reference =>
      sameName(reference.table, part.name) &&
      unique(own, reference.columns) &&
      !draft.usedReferences.has(reference),
  )
  if (toPart) return stepOf(own, toPart)
  const key = own.primaryKey?.columns
  if (!key || part.references.length > 0 || !part.primaryKey || !sameColumns(key, part.primaryKey.columns))
    return undefined
  return { fromTable: part.name, toTable: own.name, columns: key.map(name => [name, name] as const) }
}

/** Whether a role that no reference of the entity's own table leads by is named by columns of its own there. */
function holdsRole(draft: AlignmentDraft, entity: WorldEntity, table: Table, step: Step): boolean {
  const joins = step.columns.flatMap(names => names.map(foldName))
  return draft.openRoles(entity).some(role => {
    const columns = columnsLike(draft, entity, role, table)
    return columns.length === role.columns.length && !columns.some(name => joins.includes(foldName(name)))
  })
}

function holdsFacts(draft: AlignmentDraft, entity: WorldEntity, table: Table): boolean {
  return draft
    .openAttributes(entity)
    .some(attribute =>
      table.columns.some(
        column => draft.comparer.attribute(entity, attribute, table, column).score >= LAYOUT.fact,
      ),
    )
}

/**
 * Entities without a table whose facts stand in the table of an entity that leads to them: the identifier and
 * at least one more fact.
 */
export function placeInside(draft: AlignmentDraft): void {
  for (let depth = 0; depth < 3; depth++) {
    for (const target of draft.world.entities) {
      if (draft.placement(target.name) || draft.pinned(target.name) !== undefined) continue
      for (const host of draft.world.entities) {
        const table = draft.placement(host.name) && draft.table(draft.placement(host.name)!.table)
        const role = host.roles.find(
          other => other.target === target.name && !draft.isPinnedAway(host.name, other.name),
        )
        if (table && role && !draft.placement(target.name)) tryInside(draft, target, host, role, table)
      }
    }
  }
}

interface Found {
  readonly attribute: WorldAttribute
  readonly column: Column
  readonly score: number
}

function tryInside(
  draft: AlignmentDraft,
  target: WorldEntity,
  host: WorldEntity,
  role: WorldRole,
  table: Table,
): void {
  const before = draft.roles.find(other => other.entity === host.name && other.role === role.name)
  if (before && before.layout.kind !== 'columns') return
  const own = new Set(before?.layout.kind === 'columns' ? before.layout.columns.map(foldName) : [])
  /** The one column that is named after the role holds what identifies its target. */
  const stands = ({ name }: WorldAttribute, column: Column): boolean =>
    own.size === 1 && own.has(foldName(column.name)) && sameColumns(target.identifier, [name])
  const found = target.attributes.flatMap((attribute): Found[] => {
    const candidates = table.columns.filter(
      column =>
        own.has(foldName(column.name)) || (!draft.isUsed(table, column.name) && !isSurrogate(table, column)),
    )
    const scored = candidates.map(column => ({
      attribute,
      column,
      score: stands(attribute, column) ? 1 : insideLikeness(draft, host, target, role, attribute, column),
    }))
    const [best] = scored.sort((a, b) => b.score - a.score)
    return best && best.score >= LAYOUT.fact ? [best] : []
  })
  const isIdentifier = ({ attribute }: Found): boolean => target.identifier.includes(attribute.name)
  const distinct = new Set(found.map(({ column }) => foldName(column.name))).size === found.length
  if (!distinct || !found.some(isIdentifier) || found.every(isIdentifier)) return
  for (const { column } of found) draft.free(table, column.name)
  draft.entities.push({
    entity: target.name,
    table: table.name,
    inside: { entity: host.name, role: role.name },
    parts: [],
    score: LAYOUT.inside,
    confidence: 'sure',
    reasons: ['inside'],
  })
  for (const { attribute, column, score } of found)
    draft.addAttribute(target, attribute, table, column, { score, confidence: 'sure', reasons: ['inside'] })
  if (before) draft.roles.splice(draft.roles.indexOf(before), 1)
  draft.addRole(
    host,
    role,
    { kind: 'inside', table: table.name },
    { score: LAYOUT.inside, confidence: 'sure', reasons: ['inside'] },
  )
}

/**
 * The name with its entity or role before it; the bare name where it is none of the host's and exactly the
 * same.
 */
function insideLikeness(
  draft: AlignmentDraft,
  host: WorldEntity,
  target: WorldEntity,
  role: WorldRole,
  attribute: WorldAttribute,
  column: Column,
): number {
  const qualified = Math.max(
    draft.comparer.qualified(target, attribute, column.name).score,
    draft.comparer.qualifiedBy(role.name, target, attribute, column.name).score,
  )
  const isBare =
    sameName(attribute.name, column.name) &&
    !host.attributes.some(other => sameName(other.name, attribute.name))
  return isBare ? 1 : qualified
}

/**
 * Columns left over that repeat a fact of an entity which the host leads to, by at most two roles: copies,
 * or where the entity's own table is without it the only place where it is written.
 */
export function placeCopies(draft: AlignmentDraft): void {
  for (const host of draft.world.entities) {
    const table = draft.tableOf(host.name)
    if (!table) continue
    for (const { path, entity } of pathsFrom(draft, host)) {
      for (const attribute of entity.attributes) {
        const placed = draft.attributes.find(
          other => other.entity === entity.name && other.attribute === attribute.name,
        )
        if (entity.identifier.includes(attribute.name) || sameName(placed?.table ?? '', table.name)) continue
        // Without an original a name that the host has for a fact of its own says nothing.
        if (!placed && host.attributes.some(({ name }) => sameName(name, attribute.name))) continue
        const column = table.columns.find(
          other =>
            !draft.isUsed(table, other.name) &&
            !isReferring(table, other.name) &&
            isCopyOf(draft, entity, attribute, placed?.column ?? attribute.name, other),
        )
        if (!column) continue
        draft.use(table, column.name)
        draft.copies.push({
          host: host.name,
          path,
          entity: entity.name,
          attribute: attribute.name,
          table: table.name,
          column: column.name,
          score: LAYOUT.copy,
          confidence: 'likely',
          reasons: ['like-name', 'same-type'],
        })
      }
    }
  }
}

function isCopyOf(
  draft: AlignmentDraft,
  entity: WorldEntity,
  attribute: WorldAttribute,
  original: string,
  column: Column,
): boolean {
  if (typeLikeness(attribute, column) === 0) return false
  return (
    sameName(column.name, original) ||
    draft.comparer.qualified(entity, attribute, column.name).score >= LAYOUT.copiedName
  )
}

function pathsFrom(draft: AlignmentDraft, host: WorldEntity): { path: string[]; entity: WorldEntity }[] {
  const find = (name: string): WorldEntity | undefined =>
    draft.world.entities.find(entity => entity.name === name)
  const placed = (entity: WorldEntity): WorldRole[] =>
    entity.roles.filter(({ name }) =>
      draft.roles.some(
        role => role.entity === entity.name && role.role === name && role.layout.kind === 'forward',
      ),
    )
  const first = placed(host).flatMap(role =>
    find(role.target) ? [{ path: [role.name], entity: find(role.target)! }] : [],
  )
  const second = first.flatMap(({ path, entity }) =>
    placed(entity).flatMap(role =>
      find(role.target) ? [{ path: [...path, role.name], entity: find(role.target)! }] : [],
    ),
  )
  return [...first, ...second]
}

/**
 * Entities that only list facts of an owner, written in the owner's table as numbered columns or as one list.
 */
export function placeRepetitions(draft: AlignmentDraft): void {
  for (const entity of draft.world.entities) {
    if (draft.placement(entity.name)) continue
    for (const role of entity.roles) {
      const owner = draft.tableOf(role.target)
      const [attribute] = entity.attributes
      if (!owner || !attribute) continue
      const columns = owner.columns.filter(
        column => !draft.isUsed(owner, column.name) && isRepeatOf(draft, entity, attribute, column),
      )
      const isList = columns.length === 1 && isListLike(columns[0]!, attribute)
      if (columns.length < 2 && !isList) continue
      draft.use(owner, ...columns.map(({ name }) => name))
      draft.repetitions.push({
        entity: entity.name,
        owner: role.target,
        table: owner.name,
        columns: columns.map(({ name }) => name),
        as: isList ? 'a list' : 'numbered columns',
      })
      break
    }
  }
}

function isRepeatOf(
  draft: AlignmentDraft,
  entity: WorldEntity,
  attribute: WorldAttribute,
  column: Column,
): boolean {
  const written = nameWords(column.name.replace(/_?\d+$/, ''))
  const bare = isCalledList(column) ? written.filter(word => !LIST_WORDS.has(word)) : written
  const own = [
    nameWords(attribute.name),
    nameWords(entity.name),
    ...draft.comparer.accepted(entity.name),
    ...draft.comparer.accepted(`${entity.name}.${attribute.name}`),
  ]
  return own.some(words => nameLikeness(bare, words) >= LAYOUT.repeatedName)
}

const LIST_WORDS: ReadonlySet<string> = new Set(['list', 'all', 'several', 'various'])
const isCalledList = ({ name }: Column): boolean => nameWords(name).some(word => LIST_WORDS.has(word))

/** An array, a document, or a text under a plural name or one that says list. */
function isListLike(column: Column, { name }: WorldAttribute): boolean {
  const { family, text } = column.type
  const isArray = /\[\]|\barray\b/i.test(text)
  const isPlural = /s$/i.test(column.name) && !/s$/i.test(name)
  const isText = family === 'text' || family === 'varchar' || family === 'char' || text.startsWith('no type')
  return isArray || family === 'json' || ((isPlural || isCalledList(column)) && isText)
}
