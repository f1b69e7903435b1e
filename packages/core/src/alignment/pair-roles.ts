import {
  declaredKeys,
  findColumn,
  findTable,
  sameColumns,
  sameName,
  type Reference,
  type Table,
} from '../schema'
import type { Confidence, PairReason, RoleLayout, Step } from './alignment'
import { assign } from './assignment'
import { impliedStep, stepOf, type AlignmentDraft } from './draft'
import { nameLikeness, nameWords } from './names'
import { identifierColumns } from './pair-columns'
import type { WorldEntity, WorldRole } from './world'
import { ROLE } from './weights'

/** The pins of the roles: `table.column+column`, or the name of a table between. */
export function pairPinnedRoles(draft: AlignmentDraft): void {
  for (const entity of draft.world.entities) {
    for (const role of entity.roles) {
      const [place] = draft.pinned(`${entity.name}.${role.name}`) ?? []
      const layout = place === undefined ? undefined : layoutOf(draft, entity, role, place)
      if (!layout) continue
      draft.addRole(entity, role, layout, { score: 1, confidence: 'sure', reasons: ['pinned'] })
      if (layout.kind === 'forward')
        draft.use(draft.table(layout.step.fromTable), ...layout.step.columns.map(([column]) => column))
    }
  }
}

function layoutOf(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  place: string,
): RoleLayout | undefined {
  const [tableName = '', columnNames] = place.split('.')
  const table = findTable(draft.schema, tableName)
  const own = draft.tableOf(entity.name)
  const target = draft.tableOf(role.target)
  if (!table || !own) return undefined
  if (columnNames === undefined) return target && between(draft, entity, role, [own, target], table)?.layout
  const columns = columnNames.split('+')
  if (columns.some(name => !findColumn(table, name))) return undefined
  const reference = table.references.find(
    other =>
      other.columns.length === columns.length &&
      columns.every(name => other.columns.some(column => sameName(column, name))),
  )
  if (reference) draft.usedReferences.add(reference)
  if (!sameName(table.name, own.name))
    return (
      reference &&
      (viaEnd(own, target, table, reference) ?? { kind: 'backward', step: stepOf(table, reference) })
    )
  const step = reference
    ? stepOf(table, reference)
    : target && impliedStep(table, columns, target, identifierColumns(draft, role.target))
  return step ? { kind: 'forward', step } : { kind: 'columns', table: table.name, columns }
}

/**
 * Declared references to the right table; where several lead there, the assignment by the likeness of their
 * columns' names.
 */
export function pairReferences(draft: AlignmentDraft, entity: WorldEntity, table: Table): void {
  const roles = draft.openRoles(entity)
  const references = table.references.filter(reference => !draft.usedReferences.has(reference))
  const likeness = roles.map(role => {
    const target = draft.tableOf(role.target)
    return references.map(reference =>
      target && (sameName(target.name, reference.table) || isToKindOf(draft, target, reference))
        ? Math.max(
            ROLE.anyName,
            ...reference.columns.map(column => draft.comparer.role(entity, role, column).score),
          ) + (isWrittenAlike(role, reference) ? ROLE.margin : 0)
        : -1,
    )
  })
  const assignment = assign(likeness, 0)
  assignment.forEach((r, i) => {
    if (r < 0) return
    const twin = assignment.findIndex(
      (other, j) =>
        j !== i &&
        other >= 0 &&
        likeness[j]![r]! >= 0 &&
        likeness[i]![other]! >= 0 &&
        likeness[i]![r]! + likeness[j]![other]! - likeness[i]![other]! - likeness[j]![r]! < ROLE.margin,
    )
    const spare = likeness[i]!.findIndex(
      (other, s) =>
        s !== r && other >= 0 && !assignment.includes(s) && likeness[i]![r]! - other < ROLE.margin,
    )
    const rival = twin >= 0 ? assignment[twin]! : spare
    takeReference(
      draft,
      entity,
      table,
      roles[i]!,
      references[r]!,
      Math.min(1, likeness[i]![r]!),
      references[rival],
    )
  })
}

/**
 * Whether a reference has the very columns of the model's, by their names: then it is that one of several.
 * Names that a drawing was given by its mapping say nothing.
 */
function isWrittenAlike({ columns: own }: WorldRole, { columns, line }: Reference): boolean {
  return (
    line === undefined &&
    columns.length === own.length &&
    columns.every((column, i) => sameName(column, own[i]!))
  )
}

/** Whether the reference leads to rows that are rows of the target as well: a table whose key refers to it. */
function isToKindOf(draft: AlignmentDraft, target: Table, reference: Reference): boolean {
  return kindReference(draft, target, reference) !== undefined
}

function kindReference(
  draft: AlignmentDraft,
  target: Table,
  { table, targetColumns }: Reference,
): Reference | undefined {
  const kind = findTable(draft.schema, table)
  return kind?.references.find(
    other =>
      sameName(other.table, target.name) &&
      sameColumns(other.columns, targetColumns) &&
      sameColumns(kind.primaryKey?.columns ?? [], other.columns),
  )
}

/** The step along a reference, to the target itself where it leads to a kind of it. */
function stepToTarget(draft: AlignmentDraft, role: WorldRole, table: Table, reference: Reference): Step {
  const target = draft.tableOf(role.target)
  const kind = target && kindReference(draft, target, reference)
  if (!target || !kind || sameName(target.name, reference.table)) return stepOf(table, reference)
  return {
    fromTable: table.name,
    toTable: target.name,
    columns: reference.columns.map((column, i) => {
      const at = kind.columns.findIndex(name => sameName(name, reference.targetColumns[i] ?? ''))
      return [column, kind.targetColumns[at] ?? column] as const
    }),
  }
}

function takeReference(
  draft: AlignmentDraft,
  entity: WorldEntity,
  table: Table,
  role: WorldRole,
  reference: Reference,
  likeness: number,
  rival: Reference | undefined,
): void {
  draft.usedReferences.add(reference)
  draft.use(table, ...reference.columns)
  const isAlone = entity.roles.filter(({ target }) => target === role.target).length === 1
  if (rival)
    draft.rivals.push({
      element: `${entity.name}.${role.name}`,
      to: [`${table.name}.${rival.columns.join('+')}`],
    })
  const unrivalled = isAlone || likeness >= ROLE.sure ? 'sure' : 'likely'
  draft.addRole(
    entity,
    role,
    { kind: 'forward', step: stepToTarget(draft, role, table, reference) },
    {
      score: Math.max(likeness, isAlone ? ROLE.alone : ROLE.oneOfSeveral),
      confidence: rival ? 'weak' : unrivalled,
      reasons: rival ? ['same-references', 'rival'] : ['same-references'],
    },
  )
}

/** Roles without a declared reference: by the names of columns that no reference uses. */
export function pairImpliedRoles(draft: AlignmentDraft, entity: WorldEntity, table: Table): void {
  for (const role of draft.openRoles(entity)) {
    const columns = columnsLike(draft, entity, role, table)
    const target = draft.tableOf(role.target)
    if (columns.length === 0 || isPartOnly(draft, role, target, columns)) continue
    const step = target && impliedStep(table, columns, target, identifierColumns(draft, role.target))
    draft.use(table, ...columns)
    draft.addRole(
      entity,
      role,
      step ? { kind: 'forward', step } : { kind: 'columns', table: table.name, columns },
      { score: ROLE.undeclared, confidence: 'sure', reasons: ['like-name'] },
    )
  }
}

/** Whether the columns are fewer than any key of the target has: a part of a reference is none. */
function isPartOnly(
  draft: AlignmentDraft,
  role: WorldRole,
  target: Table | undefined,
  columns: readonly string[],
): boolean {
  const identifier = identifierColumns(draft, role.target)
  const sizes = [identifier.length, target?.primaryKey?.columns.length ?? 0].filter(size => size > 0)
  return target !== undefined && sizes.length > 0 && sizes.every(size => size > columns.length)
}

/**
 * Unused columns that are named like the role, like the table that stands for its target, or one by one like
 * the columns of the model's reference or of the target's key here; as many as the model's reference has at
 * most. A column that refers to where that part of the target's key refers to stands for the part as well.
 */
export function columnsLike(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  table: Table,
): string[] {
  const isFree = (name: string): boolean =>
    !draft.isUsed(table, name) &&
    !table.references.some(({ columns }) => columns.some(column => sameName(column, name)))
  const target = draft.tableOf(role.target)
  const placed = identifierColumns(draft, role.target)
  const keys = placed.length > 0 ? placed : (target?.primaryKey?.columns ?? [])
  const leadsTo = (of: Table, name: string): string | undefined =>
    of.references.find(({ columns }) => columns.some(column => sameName(column, name)))?.table
  const leadsAlike = (name: string, own: number): boolean => {
    const there = target && leadsTo(target, keys[own] ?? '')
    return role.columns.length > 1 && there !== undefined && sameName(there, leadsTo(table, name) ?? '')
  }
  const columns = table.columns.filter(
    ({ name }) => isFree(name) || role.columns.some((_, own) => leadsAlike(name, own)),
  )
  const asHere = (own: number, name: string): number => {
    const names =
      role.columns.length > 1 || !target
        ? [keys[own] ?? '']
        : [keys[own] ?? '', target.name, `${target.name}_no`]
    return Math.max(
      ...names.map(other =>
        nameWords(other).join() === '#' ? 0 : nameLikeness(nameWords(name), nameWords(other)),
      ),
    )
  }
  const scores = role.columns.map((own, i) =>
    columns.map(({ name }) =>
      !isFree(name) && !leadsAlike(name, i)
        ? 0
        : Math.max(draft.comparer.roleColumn(entity, role, own, name).score, asHere(i, name)),
    ),
  )
  return assign(scores, ROLE.undeclaredName).flatMap(c => (c >= 0 ? [columns[c]!.name] : []))
}

/**
 * Roles still open: a reference the other way round, or a table between the two that stands for nothing else.
 */
export function pairDetours(draft: AlignmentDraft): void {
  for (const entity of draft.world.entities) {
    for (const role of draft.openRoles(entity)) {
      const own = draft.tableOf(entity.name)
      const target = draft.tableOf(role.target)
      if (!own || !target) continue
      const declared = backward(draft, own, target)
      if (declared) takeDetour(draft, entity, role, { layout: declared, rival: undefined }, 'sure')
      else takeAnyBetween(draft, entity, role, [own, target])
    }
  }
}

/** A table between, else a reference the other way round by names alone. */
function takeAnyBetween(draft: AlignmentDraft, entity: WorldEntity, role: WorldRole, ends: Ends): void {
  const found = anyBetween(draft, entity, role, ends)
  if (found) return takeDetour(draft, entity, role, found, found.rival ? 'weak' : 'sure')
  const layout = backwardByName(draft, ...ends)
  if (layout) takeDetour(draft, entity, role, { layout, rival: undefined }, 'likely')
}

function takeDetour(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  { layout, rival }: Between,
  confidence: Confidence,
): void {
  const reasons: PairReason[] = [confidence === 'likely' ? 'like-name' : 'same-references']
  if (rival !== undefined) {
    reasons.push('rival')
    draft.rivals.push({ element: `${entity.name}.${role.name}`, to: [rival] })
  }
  draft.addRole(entity, role, layout, { score: ROLE.detour, confidence, reasons })
}

function backward(draft: AlignmentDraft, own: Table, target: Table): RoleLayout | undefined {
  if (sameName(own.name, target.name)) return undefined
  const reference = target.references.find(
    other => sameName(other.table, own.name) && !draft.usedReferences.has(other),
  )
  if (!reference) return undefined
  draft.usedReferences.add(reference)
  draft.use(target, ...reference.columns)
  return { kind: 'backward', step: stepOf(target, reference) }
}

function backwardByName(draft: AlignmentDraft, own: Table, target: Table): RoleLayout | undefined {
  const step = sameName(own.name, target.name) ? undefined : stepByName(draft, target, own)
  if (!step || step.columns.some(([column]) => draft.isUsed(target, column))) return undefined
  draft.use(target, ...step.columns.map(([column]) => column))
  return { kind: 'backward', step }
}

/** The tables of the entity and of the role's target. */
type Ends = readonly [own: Table, target: Table]

/** A table between two, and where its ends may be the other way round the place that says so. */
interface Between {
  readonly layout: RoleLayout
  readonly rival: string | undefined
}

function anyBetween(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  ends: Ends,
): Between | undefined {
  for (const table of draft.schema.tables) {
    const found = draft.isAnchored(table) ? undefined : between(draft, entity, role, ends, table)
    if (found) return found
  }
  return undefined
}

/** A table with a reference, or columns named like one, to both ends. */
function between(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  [own, target]: Ends,
  table: Table,
): Between | undefined {
  if (sameName(own.name, target.name)) return betweenItself(draft, entity, role, own, table)
  const [toEntity, toTarget] = [own, target].map(end => {
    const reference = table.references.find(other => sameName(other.table, end.name))
    return reference ? stepOf(table, reference) : stepByName(draft, table, end)
  })
  return toEntity && toTarget
    ? { layout: { kind: 'via', table: table.name, toEntity, toTarget }, rival: undefined }
    : undefined
}

/**
 * A table between two rows of one table: the end that is named like the role leads to its target; where
 * none is, or both are, either may.
 */
function betweenItself(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  own: Table,
  table: Table,
): Between | undefined {
  const references = table.references.filter(reference => sameName(reference.table, own.name))
  if (references.length < 2) return undefined
  const named = references
    .map((reference, i) => ({ reference, i, likeness: endLikeness(draft, entity, role, reference) }))
    .sort((a, b) => b.likeness - a.likeness || b.i - a.i)
  const [first, second] = named as [(typeof named)[number], (typeof named)[number]]
  // Of a kind that a line leads on from, the reference that was never drawn says whose kind it is.
  const joining = named.filter(({ reference }) => !reference.line && references.some(({ line }) => line))
  if (references.length === 2 && joining.length === 1) {
    const [own] = joining as [(typeof named)[number]]
    const other = own === first ? second : first
    return {
      layout: {
        kind: 'via',
        table: table.name,
        toEntity: stepOf(table, own.reference),
        toTarget: stepOf(table, other.reference),
      },
      rival: undefined,
    }
  }
  const isClear = references.length === 2 && first.likeness - second.likeness >= ROLE.margin
  return {
    layout: {
      kind: 'via',
      table: table.name,
      toEntity: stepOf(table, second.reference),
      toTarget: stepOf(table, first.reference),
    },
    rival: isClear ? undefined : `${table.name}.${second.reference.columns.join('+')}`,
  }
}

/** How alike an end is to the role's own name; the name of the table itself, which both ends carry, says nothing. */
function endLikeness(
  draft: AlignmentDraft,
  entity: WorldEntity,
  role: WorldRole,
  reference: Reference,
): number {
  return Math.max(...reference.columns.map(column => draft.comparer.end(entity, role, column).score))
}

/** A table that leads to both ends, by the reference that leads to the role's target. */
function viaEnd(
  own: Table,
  target: Table | undefined,
  table: Table,
  toTarget: Reference,
): RoleLayout | undefined {
  if (!target || sameName(table.name, target.name) || !sameName(toTarget.table, target.name)) return undefined
  const toEntity = table.references.find(other => other !== toTarget && sameName(other.table, own.name))
  return (
    toEntity && {
      kind: 'via',
      table: table.name,
      toEntity: stepOf(table, toEntity),
      toTarget: stepOf(table, toTarget),
    }
  )
}

/** Free columns of the table that are named like the key of the end, or like the end itself. */
function stepByName(draft: AlignmentDraft, table: Table, end: Table): Step | undefined {
  const entity = draft.entities.find(placement => !placement.inside && sameName(placement.table, end.name))
  const identifier = entity ? identifierColumns(draft, entity.entity) : []
  const keys = [identifier, ...declaredKeys(end).map(({ columns }) => columns)].filter(
    columns => columns.length > 0,
  )
  for (const key of keys) {
    const free = table.columns.filter(
      ({ name }) => !table.references.some(({ columns }) => columns.some(column => sameName(column, name))),
    )
    const likeness = (name: string, column: string): number => {
      const names = key.length === 1 ? [column, end.name, `${end.name}_no`] : [column]
      return Math.max(
        ...names.map(other =>
          nameWords(other).join() === '#' ? 0 : nameLikeness(nameWords(name), nameWords(other)),
        ),
      )
    }
    const found = assign(
      key.map(column => free.map(({ name }) => likeness(name, column))),
      ROLE.undeclaredName,
    )
    if (found.every(c => c >= 0))
      return {
        fromTable: table.name,
        toTable: end.name,
        columns: key.map((column, i) => [free[found[i]!]!.name, column] as const),
      }
  }
  return undefined
}
