import { declaredKeys, findColumn, findTable, sameName, type Reference, type Table } from '../schema'
import type { RoleLayout, Step } from './alignment'
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
  if (columnNames === undefined) return target && between(draft, own, target, table)
  const columns = columnNames.split('+')
  if (columns.some(name => !findColumn(table, name))) return undefined
  const reference = table.references.find(
    other =>
      other.columns.length === columns.length &&
      columns.every(name => other.columns.some(column => sameName(column, name))),
  )
  if (reference) draft.usedReferences.add(reference)
  if (!sameName(table.name, own.name))
    return reference && { kind: 'backward', step: stepOf(table, reference) }
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
      target && sameName(target.name, reference.table)
        ? Math.max(
            ROLE.anyName,
            ...reference.columns.map(column => draft.comparer.role(entity, role, column).score),
          )
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
    takeReference(draft, entity, table, roles[i]!, references[r]!, likeness[i]![r]!, references[rival])
  })
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
    { kind: 'forward', step: stepOf(table, reference) },
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
    if (columns.length === 0) continue
    const target = draft.tableOf(role.target)
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

/**
 * Unused columns that are named like the role, like the table that stands for its target, or one by one like
 * the columns of the model's reference or of the target's key here; as many as the model's reference has at
 * most. A column that refers to where that part of the target's key refers to stands for the part as well.
 */
function columnsLike(draft: AlignmentDraft, entity: WorldEntity, role: WorldRole, table: Table): string[] {
  const isFree = (name: string): boolean =>
    !draft.isUsed(table, name) &&
    !table.references.some(({ columns }) => columns.some(column => sameName(column, name)))
  const target = draft.tableOf(role.target)
  const keys = identifierColumns(draft, role.target)
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
      const declared = backward(draft, own, target) ?? anyBetween(draft, own, target)
      const layout = declared ?? backwardByName(draft, own, target)
      if (layout)
        draft.addRole(entity, role, layout, {
          score: ROLE.detour,
          confidence: declared ? 'sure' : 'likely',
          reasons: declared ? ['same-references'] : ['like-name'],
        })
    }
  }
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

function anyBetween(draft: AlignmentDraft, own: Table, target: Table): RoleLayout | undefined {
  for (const table of draft.schema.tables) {
    const layout = draft.isAnchored(table) ? undefined : between(draft, own, target, table)
    if (layout) return layout
  }
  return undefined
}

/** A table with a reference, or columns named like one, to both ends. */
function between(draft: AlignmentDraft, own: Table, target: Table, table: Table): RoleLayout | undefined {
  const isSelf = sameName(own.name, target.name)
  const declared = [own, target].map((end, i): Step | undefined => {
    const references = table.references.filter(reference => sameName(reference.table, end.name))
    const reference = references[isSelf ? i : 0]
    return reference && stepOf(table, reference)
  })
  const [toEntity, toTarget] = declared.map(
    (step, i) => step ?? (isSelf ? undefined : stepByName(draft, table, i === 0 ? own : target)),
  )
  return toEntity && toTarget ? { kind: 'via', table: table.name, toEntity, toTarget } : undefined
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
