import { declaredKeys, findTable, foldName, sameColumns, sameName, type Table } from '../schema'
import type { Pair, PairReason } from './alignment'
import { assign } from './assignment'
import { confidenceOf, type AlignmentDraft } from './draft'
import { referenceScores, tableScores } from './likeness'
import { shapeScores } from './shape'
import type { WorldEntity } from './world'
import { COLUMN, FACT_OF_TABLE, NAME, SHAPE, TABLE } from './weights'

/**
 * Entities to tables: pins first, then the optimal assignment by names, columns and references, repeated with
 * the neighbours it gave until it stays; last, by shape alone, where one table fits clearly better than all
 * others. Shape and references alone are never sure.
 */
export function pairTables(draft: AlignmentDraft): void {
  pairPinned(draft)
  const open = draft.world.entities.filter(
    ({ name }) => !draft.placement(name) && draft.pinned(name) === undefined,
  )
  const tables = draft.schema.tables.filter(table => !draft.isAnchored(table))
  const { scores, names } = scoresOf(draft, open, tables)
  const assignment = settle(draft, open, tables, { scores, names })
  assignment.forEach((t, e) => {
    if (t >= 0) place(draft, open[e]!, tables[t]!, pairOf(draft, { scores, names, open, tables }, e, t))
  })
  pairByShape(draft)
  const order = new Map(draft.world.entities.map(({ name }, i) => [name, i]))
  draft.entities.sort((a, b) => order.get(a.entity)! - order.get(b.entity)!)
}

function place(draft: AlignmentDraft, { name }: WorldEntity, table: Table, pair: Pair): void {
  draft.entities.push({ entity: name, table: table.name, inside: null, parts: [], ...pair })
}

function pairPinned(draft: AlignmentDraft): void {
  for (const entity of draft.world.entities) {
    const table = findTable(draft.schema, draft.pinned(entity.name)?.[0] ?? '')
    if (table) place(draft, entity, table, { score: 1, confidence: 'sure', reasons: ['pinned'] })
  }
}

interface Scored {
  readonly scores: number[][]
  /** Likeness of the names alone. */
  readonly names: readonly (readonly number[])[]
}

function scoresOf(
  { world, schema, comparer }: AlignmentDraft,
  open: readonly WorldEntity[],
  tables: readonly Table[],
): Scored {
  const all = tableScores(world, schema, comparer)
  const rowOf = positions(world.entities)
  const columnOf = positions(schema.tables)
  const names = open.map(entity => tables.map(table => comparer.entity(entity, table).score))
  const scores = open.map(entity =>
    tables.map(
      table =>
        all[rowOf.get(entity)!]![columnOf.get(table)!]! +
        (table.given && sameName(entity.name, table.name) ? 1 : 0) +
        (comparer.isExactly(entity.name, entity.name, table.name) ? TABLE.exactName : 0),
    ),
  )
  return { scores: firstTablesFirst(scores, names, tables), names }
}

/**
 * A table that leads row for row to another, which is nearer by its name, holds further facts of the same:
 * it is not the first table of an entity, whatever else it holds.
 */
function firstTablesFirst(
  scores: readonly number[][],
  names: readonly (readonly number[])[],
  tables: readonly Table[],
): number[][] {
  const at = new Map(tables.map((table, i) => [foldName(table.name), i]))
  const firsts = tables.map((table, i) => {
    const own = table.references.find(({ columns }) =>
      declaredKeys(table).some(key => sameColumns(key.columns, columns)),
    )
    const first = own ? (at.get(foldName(own.table)) ?? -1) : -1
    return first === i ? -1 : first
  })
  return scores.map((row, e) =>
    row.map((score, t) => {
      const first = firsts[t]!
      const isFurther = first >= 0 && names[e]![first]! > names[e]![t]! && row[first]! >= TABLE.least
      return isFurther ? Math.min(score, row[first]! - TABLE.margin) : score
    }),
  )
}

function positions<T>(items: readonly T[]): ReadonlyMap<T, number> {
  return new Map(items.map((item, i) => [item, i]))
}

/**
 * Assigns, scores the references anew with what was assigned, and assigns again until nothing changes; at
 * most four times.
 */
function settle(
  draft: AlignmentDraft,
  open: readonly WorldEntity[],
  tables: readonly Table[],
  { scores, names }: Scored,
): number[] {
  let assignment = assign(scores, TABLE.least)
  for (let round = 0; round < 4; round++) {
    const before = referencesAfter(draft, open, tables, assignment, scores)
    const next = scores.map((row, e) =>
      row.map((score, t) => score + TABLE.references * TABLE.again * before[e]![t]!),
    )
    const again = assign(
      firstTablesFirst(next, names, tables),
      TABLE.least + (TABLE.references * TABLE.again) / 2,
    )
    if (again.every((t, e) => t === assignment[e])) break
    assignment = again
  }
  return assignment
}

/** How well each entity's neighbours, as they are paired now, are the table's neighbours. */
function referencesAfter(
  { world, schema, entities }: AlignmentDraft,
  open: readonly WorldEntity[],
  tables: readonly Table[],
  assignment: readonly number[],
  scores: number[][],
): number[][] {
  const columnOf = positions(schema.tables)
  const openAt = positions(tables)
  const hard = world.entities.map(entity => {
    const e = open.indexOf(entity)
    const paired =
      e >= 0 ? tables[assignment[e]!]?.name : entities.find(other => other.entity === entity.name)?.table
    return schema.tables.map(table => {
      if (paired !== undefined) return sameName(paired, table.name) ? 1 : 0
      return e >= 0 ? (scores[e]![openAt.get(table) ?? -1] ?? 0) : 0
    })
  })
  const all = referenceScores(world, schema, hard)
  return open.map(entity => tables.map(table => all[world.entities.indexOf(entity)]![columnOf.get(table)!]!))
}

interface Field extends Scored {
  readonly open: readonly WorldEntity[]
  readonly tables: readonly Table[]
}

function pairOf(draft: AlignmentDraft, field: Field, e: number, t: number): Pair {
  const { scores, names, open, tables } = field
  const table = tables[t]!
  const entity = open[e]!
  const score = scores[e]![t]!
  const name = draft.comparer.entity(entity, table)
  const rest = score - TABLE.name * name.score
  const reasons: PairReason[] = []
  if (table.given && sameName(entity.name, table.name)) reasons.push('given')
  if (name.reason && name.score >= TABLE.reason) reasons.push(name.reason)
  const byColumns = draft.comparer.columnScore(entity, table)
  if (byColumns > TABLE.reason) reasons.push('same-columns')
  if (rest - draft.comparer.columnEvidence(entity, table) >= TABLE.references * TABLE.referencesReason)
    reasons.push('same-references')
  if (reasons.includes('given')) return { score: 1, confidence: 'sure', reasons }
  const isNamed = reasons.some(
    reason =>
      reason === 'same-name' || reason === 'glossary' || reason === 'like-name' || reason === 'same-columns',
  )
  let confidence = isNamed ? confidenceOf(score) : 'weak'
  const doubt =
    doubtOf(draft, field, e, t, names[e]![t]!) ??
    (leadsElsewhere(draft, entity, table, rest - draft.comparer.columnEvidence(entity, table))
      ? 'other-references'
      : undefined)
  if (doubt) {
    reasons.push(doubt)
    if (confidence === 'sure') confidence = 'likely'
  }
  return { score: Math.min(1, score), confidence, reasons }
}

/** A table whose name speaks for another pairing, or another table that fits nearly as well. */
function doubtOf(
  draft: AlignmentDraft,
  { scores, names, open, tables }: Field,
  e: number,
  t: number,
  name: number,
): PairReason | undefined {
  const elsewhere =
    names[e]!.some((other, u) => u !== t && other >= NAME.speaks && name < NAME.speaks) ||
    names.some((row, f) => f !== e && row[t]! >= NAME.speaks && name < NAME.speaks)
  if (elsewhere) return 'name-elsewhere'
  const score = scores[e]![t]!
  const rival = scores[e]!.findIndex(
    (other, u) =>
      u !== t &&
      other >= TABLE.least &&
      score - other < TABLE.margin &&
      // A longer name beside the very same one is another thing: singer_fees is no singer.
      !(name >= NAME.same && names[e]![u]! < NAME.same) &&
      // Nor is the very same name made doubtful by one of the same words: guild_quarry, quarry_guild.
      !sameName(open[e]!.name, tables[t]!.name) &&
      !names.some((row, f) => f !== e && row[u]! >= NAME.speaks && row[u]! > names[e]![u]!),
  )
  if (rival < 0) return undefined
  draft.rivals.push({ element: open[e]!.name, to: [tables[rival]!.name] })
  return 'rival'
}

/**
 * Other references than the model's, in a script that declares references. `references` is their weighted
 * likeness.
 */
function leadsElsewhere(
  { world, schema }: AlignmentDraft,
  entity: WorldEntity,
  table: Table,
  references: number,
): boolean {
  const around =
    entity.roles.length +
    world.entities.flatMap(other => other.roles.filter(role => role.target === entity.name)).length
  const own =
    table.references.length +
    schema.tables.flatMap(other =>
      other.references.filter(reference => sameName(reference.table, table.name)),
    ).length
  return around >= 2 && own >= 1 && references < TABLE.references * TABLE.referencesElsewhere
}

const DOUBTS: readonly PairReason[] = ['name-elsewhere', 'other-references', 'rival']

/**
 * Once columns are paired: a table in which most facts were found by their names is sure, if nothing speaks
 * against it.
 */
export function confirmTables(draft: AlignmentDraft): void {
  draft.entities.forEach((placement, i) => {
    if (placement.confidence === 'sure' || placement.reasons.some(reason => DOUBTS.includes(reason))) return
    const entity = draft.world.entities.find(({ name }) => name === placement.entity)!
    const named =
      draft.attributes.filter(other => other.entity === entity.name && other.score >= COLUMN.sure).length +
      draft.roles.filter(
        other =>
          other.entity === entity.name &&
          other.score >= FACT_OF_TABLE.role &&
          draft.placement(roleTarget(entity, other.role))?.confidence === 'sure',
      ).length
    const all = entity.attributes.length + entity.roles.length
    const isNamed = named >= 2 && named * 3 >= all * 2
    if (isNamed)
      draft.entities[i] = {
        ...placement,
        confidence: 'sure',
        reasons: placement.reasons.includes('same-columns')
          ? placement.reasons
          : [...placement.reasons, 'same-columns'],
      }
  })
}

function roleTarget(entity: WorldEntity, role: string): string {
  return entity.roles.find(({ name }) => name === role)?.target ?? ''
}

/**
 * What no name pairs: by types, keys and neighbours, where one table fits clearly better than any other and
 * the other way round. Weak always.
 */
function pairByShape(draft: AlignmentDraft): void {
  for (;;) {
    const open = draft.world.entities.filter(
      ({ name }) => !draft.placement(name) && draft.pinned(name) === undefined,
    )
    const tables = draft.schema.tables.filter(table => !table.given && !draft.isAnchored(table))
    const scores = shapeScores(draft, open, tables)
    const best = clearest(scores)
    if (!best) return
    place(draft, open[best.e]!, tables[best.t]!, {
      score: best.score * SHAPE.counts,
      confidence: 'weak',
      reasons: ['same-shape'],
    })
  }
}

function clearest(
  scores: readonly (readonly number[])[],
): { e: number; t: number; score: number } | undefined {
  let best: { e: number; t: number; score: number } | undefined
  scores.forEach((row, e) =>
    row.forEach((score, t) => {
      if (score < SHAPE.least || score <= (best?.score ?? 0)) return
      const isRivalled =
        row.some((other, u) => u !== t && score - other < TABLE.margin) ||
        scores.some((others, f) => f !== e && score - others[t]! < TABLE.margin)
      if (!isRivalled) best = { e, t, score }
    }),
  )
  return best
}
