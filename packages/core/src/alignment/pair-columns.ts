import {
  findColumn,
  foldName,
  isRequired,
  sameColumns,
  sameName,
  typesMatch,
  type Column,
  type Table,
} from '../schema'
import type { Confidence, PairReason } from './alignment'
import { assign } from './assignment'
import { impliedStep, isReferring, typeLikeness, type AlignmentDraft } from './draft'
import { isSurrogate, standsForRow } from './surrogates'
import type { WorldAttribute, WorldEntity } from './world'
import { COLUMN } from './weights'

/** The pins of the attributes: `table.column`. */
export function pairPinnedColumns(draft: AlignmentDraft): void {
  for (const entity of draft.world.entities) {
    for (const attribute of entity.attributes) {
      const [place] = draft.pinned(`${entity.name}.${attribute.name}`) ?? []
      const [tableName = '', columnName = ''] = place?.split('.') ?? []
      const table = draft.schema.tables.find(({ name }) => sameName(name, tableName))
      const column = table && findColumn(table, columnName)
      if (table && column)
        draft.addAttribute(entity, attribute, table, column, {
          score: 1,
          confidence: 'sure',
          reasons: ['pinned'],
        })
    }
  }
}

interface Scored {
  readonly score: number
  readonly reason: PairReason | null
}

/**
 * Attributes to columns of one table by names, helped by types: the optimal assignment. Columns of a paired
 * reference are taken already.
 */
export function pairColumns(draft: AlignmentDraft, entity: WorldEntity, table: Table): void {
  const attributes = draft.openAttributes(entity)
  const columns = table.columns.filter(column => !draft.isUsed(table, column.name))
  const field = attributes.map(attribute =>
    columns.map(column => scoreOf(draft, entity, attribute, table, column)),
  )
  const scores = field.map(row => row.map(({ score }) => score))
  assign(scores, COLUMN.least).forEach((c, a) => {
    if (c < 0) return
    const { score, reason } = field[a]![c]!
    // A name that is just the same is made doubtful by no other (semantics, section 9).
    const rival = sameName(attributes[a]!.name, columns[c]!.name) ? -1 : rivalOf(scores, a, c)
    const reasons: PairReason[] = reason ? [reason] : []
    if (typeLikeness(attributes[a]!, columns[c]!) === 1) reasons.push('same-type')
    if (rival >= 0) {
      reasons.push('rival')
      draft.rivals.push({
        element: `${entity.name}.${attributes[a]!.name}`,
        to: [`${table.name}.${columns[rival]!.name}`],
      })
    }
    const confidence = rival >= 0 ? 'likely' : confidenceOf(score)
    draft.addAttribute(entity, attributes[a]!, table, columns[c]!, {
      score: Math.min(1, score),
      confidence,
      reasons,
    })
  })
}

function confidenceOf(score: number): Confidence {
  if (score >= COLUMN.sure) return 'sure'
  return score >= COLUMN.likely ? 'likely' : 'weak'
}

function scoreOf(
  draft: AlignmentDraft,
  entity: WorldEntity,
  attribute: WorldAttribute,
  table: Table,
  column: Column,
): Scored {
  const { score, reason } = draft.comparer.attribute(entity, attribute, table, column)
  const asRole = Math.max(
    0,
    ...draft.openRoles(entity).map(role => draft.comparer.role(entity, role, column.name).score),
  )
  if (score < COLUMN.least || asRole > score) return { score: 0, reason: null }
  // In a further table of the entity, and where it refers elsewhere, a number is no number of this entity.
  if (reason === 'bare-number' && (isElsewhere(draft, entity, table) || isReferring(table, column.name)))
    return { score: 0, reason: null }
  const isSame = sameName(attribute.name, column.name)
  const isExact =
    isSame ||
    (reason === 'glossary' &&
      draft.comparer.isExactly(`${entity.name}.${attribute.name}`, attribute.name, column.name))
  // A number that the table makes up beside a key of its own stands for the row, not for a fact.
  if (!isSame && standsForRow(table, column)) return { score: 0, reason: null }
  const fits = typeLikeness(attribute, column)
  return {
    score:
      score +
      COLUMN.type * fits -
      (fits === 0 ? COLUMN.type : 0) +
      (isExact ? COLUMN.exactName : 0) -
      (isSurrogate(table, column) ? COLUMN.surrogate : 0),
    reason,
  }
}

const isElsewhere = (draft: AlignmentDraft, { name }: WorldEntity, table: Table): boolean =>
  !sameName(draft.placement(name)?.table ?? table.name, table.name)

/** Another column, left over or hardly better for its own, that fits nearly as well; -1 when none does. */
function rivalOf(scores: readonly (readonly number[])[], a: number, c: number): number {
  const score = scores[a]![c]!
  return scores[a]!.findIndex(
    (other, d) =>
      d !== c &&
      other >= COLUMN.least &&
      score - other < COLUMN.margin &&
      scores.every((row, b) => b === a || row[d]! < other),
  )
}

/**
 * What no name pairs, by what is left: the one column of exactly the type, or the one column of a type that
 * can mean it. Weak always.
 */
export function pairLeftColumns(draft: AlignmentDraft, entity: WorldEntity, table: Table): void {
  pairLastRole(draft, entity, table)
  pairLastKey(draft, entity, table)
  for (const fits of FITS) {
    const attributes = draft.openAttributes(entity)
    const columns = leftColumns(draft, table)
    for (const attribute of attributes) {
      const [column, ...more] = columns.filter(other => fits(attribute, other, table))
      if (
        !column ||
        more.length > 0 ||
        draft.isUsed(table, column.name) ||
        attributes.some(other => other !== attribute && fits(other, column, table))
      )
        continue
      if (fits === mayMean && (attributes.length > 1 || columns.length > 1)) continue
      draft.addAttribute(entity, attribute, table, column, {
        score: COLUMN.leftOver,
        confidence: 'weak',
        reasons: [fits === mayMean ? 'only-one-left' : 'same-type'],
      })
    }
  }
}

type Fits = (attribute: WorldAttribute, column: Column, table: Table) => boolean
const isExact: Fits = (attribute, column) =>
  typeLikeness(attribute, column) === 1 && attribute.type.family !== 'text'
const isAsRequired: Fits = (attribute, column, table) =>
  isExact(attribute, column, table) && attribute.required === isRequired(table, column.name)
const mayMean: Fits = (attribute, column) => typeLikeness(attribute, column) > 0
/** From the closest to the loosest. */
const FITS: readonly Fits[] = [isAsRequired, isExact, mayMean]

/** What alone tells the entity apart, and what alone is the key of its table, of just the same type. */
function pairLastKey(draft: AlignmentDraft, entity: WorldEntity, table: Table): void {
  const attribute = draft.openAttributes(entity).find(({ name }) => sameColumns(entity.identifier, [name]))
  const column = leftColumns(draft, table).find(({ name }) =>
    sameColumns(table.primaryKey?.columns ?? [], [name]),
  )
  if (attribute && column && typeLikeness(attribute, column) === 1)
    draft.addAttribute(entity, attribute, table, column, {
      score: COLUMN.leftOver,
      confidence: 'weak',
      reasons: ['same-type'],
    })
}

function leftColumns(draft: AlignmentDraft, table: Table): Column[] {
  return table.columns.filter(
    column =>
      !draft.isUsed(table, column.name) && !isSurrogate(table, column) && !isReferring(table, column.name),
  )
}

/** The one role of the identifier that is open, and the one column whose type can refer to its target. */
function pairLastRole(draft: AlignmentDraft, entity: WorldEntity, table: Table): void {
  const open = draft.openRoles(entity).filter(({ name }) => entity.identifier.includes(name))
  const [role] = open
  const target = role && draft.tableOf(role.target)
  const [key, ...more] = role ? identifierColumns(draft, role.target) : []
  const type = target && key !== undefined && more.length === 0 ? findColumn(target, key)?.type : undefined
  if (!role || open.length > 1 || !target || !type) return
  const [column, ...others] = leftColumns(draft, table).filter(
    other => typesMatch(other.type, type) !== 'not',
  )
  const step = column && others.length === 0 ? impliedStep(table, [column.name], target, [key!]) : undefined
  if (!step) return
  draft.use(table, column!.name)
  draft.addRole(
    entity,
    role,
    { kind: 'forward', step },
    { score: COLUMN.leftOver, confidence: 'weak', reasons: ['only-one-left'] },
  )
}

/** The columns in which the identifier of an entity stands, as far as it is placed. */
export function identifierColumns(draft: AlignmentDraft, entity: string): string[] {
  const identifier = draft.world.entities.find(({ name }) => name === entity)?.identifier ?? []
  return identifier.flatMap(member => {
    const placed = draft.attributes.find(other => other.entity === entity && other.attribute === member)
    if (placed) return [placed.column]
    const layout = draft.roles.find(other => other.entity === entity && other.role === member)?.layout
    return layout?.kind === 'forward' ? layout.step.columns.map(([column]) => column) : []
  })
}

/**
 * Columns of the answer's own tables that stand for nothing; numbers that only tell rows apart are not
 * counted.
 */
export function surplusOf(draft: AlignmentDraft): { table: string; column: string | null }[] {
  const between = new Set(
    draft.roles.flatMap(({ layout }) => (layout.kind === 'via' ? [foldName(layout.table)] : [])),
  )
  const anchored = new Set(
    draft.entities.flatMap(({ table, parts }) => [table, ...parts.map(part => part.table)].map(foldName)),
  )
  const steps = draft.entities.flatMap(({ parts }) => parts.map(({ step }) => step))
  return draft.schema.tables
    .filter(table => !table.given)
    .flatMap((table): { table: string; column: string | null }[] => {
      const name = foldName(table.name)
      if (!anchored.has(name)) return between.has(name) ? [] : [{ table: table.name, column: null }]
      const joins = new Set(
        steps.flatMap(step =>
          foldName(step.fromTable) === name ? step.columns.map(([own]) => foldName(own)) : [],
        ),
      )
      return table.columns
        .filter(
          column =>
            !draft.isUsed(table, column.name) &&
            !isSurrogate(table, column) &&
            !joins.has(foldName(column.name)),
        )
        .map(column => ({ table: table.name, column: column.name }))
    })
}
