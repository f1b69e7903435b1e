import { declaredKeys, findColumn, findTable, foldName, sameName, typesMatch, type Column, type Reference, type Schema, type Table } from '../schema'
import type {
  Alignment, AttributePlacement, Confidence, EntityPlacement, GlossaryEntry, Pair, PairReason, RoleLayout, RolePlacement, Step,
} from './alignment'
import { NameComparer, referenceScores, tableScores, type Scores } from './likeness'
import { findEntity, type World, type WorldAttribute, type WorldEntity, type WorldRole } from './world'

export interface AlignOptions {
  readonly glossary?: readonly GlossaryEntry[]
}

const LOWEST = 0.34
const SURE = 0.62

/**
 * Which table, column and reference of the answer stands for which entity, attribute and role of the world. Tables by name, columns and
 * the references around them, best pair first; then references, then columns within the paired tables, then entities written inside
 * another's table. What stays below the threshold is left unpaired. Time O(entities · tables · columns²) for the names.
 */
export function align(world: World, schema: Schema, { glossary = [] }: AlignOptions = {}): Alignment {
  return new Aligner(world, schema, new NameComparer(glossary)).run()
}

class Aligner {
  private readonly entities: EntityPlacement[] = []
  private readonly attributes: AttributePlacement[] = []
  private readonly roles: RolePlacement[] = []
  private readonly usedColumns = new Set<string>()
  private readonly usedReferences = new Set<Reference>()

  constructor(private readonly world: World, private readonly schema: Schema, private readonly comparer: NameComparer) {}

  run(): Alignment {
    this.pairTables()
    for (const placement of [...this.entities]) this.pairReferences(placement)
    for (const placement of [...this.entities]) this.pairOwnColumns(placement)
    for (const placement of [...this.entities]) this.pairImpliedRoles(placement)
    for (const placement of [...this.entities]) this.pairLastColumns(placement)
    this.placeInside()
    this.pairDetours()
    return { entities: this.entities, attributes: this.attributes, roles: this.roles, surplus: this.surplus() }
  }

  /** Best pair first; a junction whose references all fit may be paired by its references alone, as a weak pair. */
  private pairTables(): void {
    const scores = tableScores(this.world, this.schema, this.comparer)
    const references = referenceScores(this.world, this.schema, scores)
    const pairs = this.world.entities.flatMap((entity, e) => this.schema.tables.map((table, t) =>
      ({ entity, table, e, t, score: scores[e]![t]! + (table.given && sameName(entity.name, table.name) ? 1 : 0) })))
    pairs.sort((a, b) => b.score - a.score || a.e - b.e || a.t - b.t)
    const done = { entities: new Set<number>(), tables: new Set<number>() }
    const take = (pair: typeof pairs[number]): void => {
      done.entities.add(pair.e)
      done.tables.add(pair.t)
      this.entities.push({ entity: pair.entity.name, table: pair.table.name, inside: null, ...this.tablePair(pair, scores, references) })
    }
    for (const pair of pairs) {
      if (!done.entities.has(pair.e) && !done.tables.has(pair.t) && pair.score >= LOWEST) take(pair)
    }
    for (const pair of pairs) {
      const fits = pair.entity.roles.length >= 2 && references[pair.e]![pair.t]! >= 0.6
      if (fits && !done.entities.has(pair.e) && !done.tables.has(pair.t)) take(pair)
    }
    this.entities.sort((a, b) => this.order(a.entity) - this.order(b.entity))
  }

  private order(entity: string): number {
    return this.world.entities.findIndex(({ name }) => name === entity)
  }

  private tablePair(pair: { entity: WorldEntity, table: Table, e: number, t: number, score: number }, scores: Scores, references: Scores): Pair {
    const name = this.comparer.entity(pair.entity, pair.table)
    const reasons: PairReason[] = []
    if (pair.table.given) reasons.push('given')
    if (name.reason && name.score >= 0.5) reasons.push(name.reason)
    const rest = scores[pair.e]![pair.t]! - 0.42 * name.score - 0.22 * references[pair.e]![pair.t]!
    if (rest > 0.18) reasons.push('same-columns')
    if (references[pair.e]![pair.t]! >= 0.6) reasons.push('same-references')
    const structural = !reasons.some(reason => reason === 'given' || reason === 'same-name' || reason === 'glossary' || reason === 'like-name' || reason === 'same-columns')
    return { score: Math.min(1, pair.score), confidence: structural ? 'weak' : confidence(pair.score), reasons }
  }

  private tableOf(entity: string): Table | undefined {
    const placement = this.entities.find(other => other.entity === entity && !other.inside)
    return placement && findTable(this.schema, placement.table)
  }

  private column(table: Table, name: string): string {
    return `${foldName(table.name)}.${foldName(name)}`
  }

  /** Declared references: to the right table, and where several lead there, by the likeness of their columns' names. */
  private pairReferences({ entity: name, table: tableName }: EntityPlacement): void {
    const entity = findEntity(this.world, name)!
    const table = findTable(this.schema, tableName)!
    const pairs = entity.roles.flatMap((role, r) => table.references.flatMap((reference, i) => {
      const target = this.tableOf(role.target)
      if (!target || !sameName(target.name, reference.table)) return []
      const likeness = Math.max(...reference.columns.map(column => this.comparer.role(entity, role, column).score))
      return [{ role, reference, r, i, likeness }]
    }))
    pairs.sort((a, b) => b.likeness - a.likeness || a.r - b.r || a.i - b.i)
    for (const { role, reference, likeness } of pairs) {
      if (this.placedRole(name, role.name) || this.usedReferences.has(reference)) continue
      this.usedReferences.add(reference)
      const alone = pairs.filter(other => other.role === role).length === 1
      this.addRole(entity, role, { kind: 'forward', step: stepOf(table, reference) }, {
        score: Math.max(likeness, alone ? 0.9 : 0.5), confidence: alone || likeness >= 0.6 ? 'sure' : 'weak', reasons: ['same-references'],
      })
      for (const column of reference.columns) this.usedColumns.add(this.column(table, column))
    }
  }

  private addRole(entity: WorldEntity, role: WorldRole, layout: RoleLayout, pair: Pair): void {
    this.roles.push({ entity: entity.name, role: role.name, layout, ...pair })
  }

  private placedRole(entity: string, role: string): boolean {
    return this.roles.some(other => other.entity === entity && other.role === role)
  }

  /** Attributes to columns by name, helped by type; best pair first. Columns of a paired reference are taken already. */
  private pairOwnColumns({ entity: name, table: tableName }: EntityPlacement): void {
    const entity = findEntity(this.world, name)!
    const table = findTable(this.schema, tableName)!
    const pairs = entity.attributes.flatMap((attribute, a) => table.columns.flatMap((column, c) => {
      const { score, reason } = this.comparer.attribute(entity, attribute, table, column)
      const rival = Math.max(0, ...entity.roles.filter(role => !this.placedRole(name, role.name)).map(role => this.comparer.role(entity, role, column.name).score))
      if (score < 0.5 || rival > score || this.usedColumns.has(this.column(table, column.name))) return []
      return [{ attribute, column, a, c, score: score + 0.1 * typeLikeness(attribute, column) - (isSurrogate(table, column) ? 0.15 : 0), reason }]
    }))
    pairs.sort((a, b) => b.score - a.score || a.a - b.a || a.c - b.c)
    for (const { attribute, column, score, reason } of pairs) this.addAttribute(entity, attribute, table, column, score, reason)
  }

  private addAttribute(entity: WorldEntity, attribute: WorldAttribute, table: Table, column: Column, score: number, reason: PairReason | null): void {
    const taken = this.attributes.some(other => other.entity === entity.name && other.attribute === attribute.name)
    if (taken || this.usedColumns.has(this.column(table, column.name))) return
    this.usedColumns.add(this.column(table, column.name))
    const reasons: PairReason[] = reason ? [reason] : []
    if (typeLikeness(attribute, column) === 1) reasons.push('same-type')
    this.attributes.push({
      entity: entity.name, attribute: attribute.name, table: table.name, column: column.name,
      score: Math.min(1, score), confidence: reason === 'only-one-left' ? 'weak' : confidence(score), reasons,
    })
  }

  /** Roles without a declared reference: by the names of columns that no reference uses. */
  private pairImpliedRoles({ entity: name, table: tableName }: EntityPlacement): void {
    const entity = findEntity(this.world, name)!
    const table = findTable(this.schema, tableName)!
    for (const role of entity.roles) {
      if (this.placedRole(name, role.name)) continue
      const columns = this.columnsLike(entity, role, table)
      if (!columns) continue
      const target = this.tableOf(role.target)
      const step = target && impliedStep(table, columns, target, this.identifierColumns(role.target))
      const layout: RoleLayout = step ? { kind: 'forward', step } : { kind: 'columns', table: table.name, columns }
      for (const column of columns) this.usedColumns.add(this.column(table, column))
      this.addRole(entity, role, layout, { score: 0.8, confidence: 'sure', reasons: ['like-name'] })
    }
  }

  private columnsLike(entity: WorldEntity, role: WorldRole, table: Table): string[] | undefined {
    const found: string[] = []
    for (const column of table.columns) {
      if (this.usedColumns.has(this.column(table, column.name)) || table.references.some(({ columns }) => columns.includes(column.name))) continue
      if (this.comparer.role(entity, role, column.name).score >= 0.75) found.push(column.name)
    }
    return found.length >= 1 ? found.slice(0, role.columns.length) : undefined
  }

  private identifierColumns(entity: string): string[] {
    const identifier = findEntity(this.world, entity)?.identifier ?? []
    return identifier.flatMap(member => this.attributes.filter(other => other.entity === entity && other.attribute === member).map(({ column }) => column))
  }

  /** One attribute, or one role of the identifier, and one column left over, of types that can mean the same: most likely each other. */
  private pairLastColumns({ entity: name, table: tableName }: EntityPlacement): void {
    const entity = findEntity(this.world, name)!
    const table = findTable(this.schema, tableName)!
    this.pairLastRole(entity, table)
    const attributes = entity.attributes.filter(attribute => !this.attributes.some(other => other.entity === name && other.attribute === attribute.name))
    const columns = this.leftColumns(table)
    const pairs = attributes.flatMap(attribute => columns.filter(column => typeLikeness(attribute, column) > 0).map(column => ({ attribute, column })))
    if (pairs.length !== 1) return
    const [{ attribute, column }] = pairs as [typeof pairs[number]]
    this.addAttribute(entity, attribute, table, column, 0.45, 'only-one-left')
  }

  private leftColumns(table: Table): Column[] {
    return table.columns.filter(column => !this.usedColumns.has(this.column(table, column.name)) && !isSurrogate(table, column)
      && !table.references.some(reference => reference.columns.includes(column.name)))
  }

  private pairLastRole(entity: WorldEntity, table: Table): void {
    const open = entity.roles.filter(role => !this.placedRole(entity.name, role.name) && entity.identifier.includes(role.name))
    const [role] = open
    const target = role && this.tableOf(role.target)
    const [key, ...more] = role ? this.identifierColumns(role.target) : []
    const type = target && key !== undefined && more.length === 0 ? findColumn(target, key)?.type : undefined
    if (!role || open.length > 1 || !target || !type) return
    const [column, ...others] = this.leftColumns(table).filter(other => other.type.family === type.family || typesMatch(other.type, type) !== 'not')
    if (!column || others.length > 0) return
    this.usedColumns.add(this.column(table, column.name))
    this.addRole(entity, role, { kind: 'forward', step: impliedStep(table, [column.name], target, [key!])! }, { score: 0.4, confidence: 'weak', reasons: ['only-one-left'] })
  }

  /** Entities without a table whose facts stand in the table of an entity that leads to them: the identifier and at least one more fact. */
  private placeInside(): void {
    for (const target of this.world.entities) {
      if (this.entities.some(({ entity }) => entity === target.name)) continue
      for (const host of this.world.entities) {
        const table = this.tableOf(host.name)
        const role = host.roles.find(other => other.target === target.name)
        if (!table || !role || this.entities.some(({ entity }) => entity === target.name)) continue
        this.tryInside(target, host, role, table)
      }
    }
  }

  private tryInside(target: WorldEntity, host: WorldEntity, role: WorldRole, table: Table): void {
    const before = this.roles.find(other => other.entity === host.name && other.role === role.name)
    const own = new Set(before?.layout.kind === 'columns' ? before.layout.columns.map(foldName) : [])
    const found = target.attributes.flatMap((attribute) => {
      const candidates = table.columns.filter(column => own.has(foldName(column.name)) || !this.usedColumns.has(this.column(table, column.name)))
      const scored = candidates.map(column => ({ attribute, column, score: this.comparer.qualified(target, attribute, column.name).score }))
      const [best] = scored.sort((a, b) => b.score - a.score)
      return best && best.score >= 0.7 ? [best] : []
    })
    const isIdentifier = (name: string): boolean => target.identifier.includes(name)
    if (!found.some(({ attribute }) => isIdentifier(attribute.name)) || !found.some(({ attribute }) => !isIdentifier(attribute.name))) return
    for (const { column } of found) this.usedColumns.delete(this.column(table, column.name))
    this.entities.push({ entity: target.name, table: table.name, inside: { entity: host.name, role: role.name }, score: 0.7, confidence: 'sure', reasons: ['inside'] })
    for (const { attribute, column, score } of found) this.addAttribute(target, attribute, table, column, score, 'inside')
    if (before) this.roles.splice(this.roles.indexOf(before), 1)
    this.addRole(host, role, { kind: 'inside', table: table.name }, { score: 0.7, confidence: 'sure', reasons: ['inside'] })
  }

  /** Roles still open: a reference the other way round, or a table between the two that stands for nothing else. */
  private pairDetours(): void {
    for (const entity of this.world.entities) {
      for (const role of entity.roles) {
        const own = this.tableOf(entity.name)
        const target = this.tableOf(role.target)
        if (!own || !target || this.placedRole(entity.name, role.name)) continue
        const layout = this.backward(own, target) ?? this.between(own, target)
        if (layout) this.addRole(entity, role, layout, { score: 0.7, confidence: 'sure', reasons: ['same-references'] })
      }
    }
  }

  private backward(own: Table, target: Table): RoleLayout | undefined {
    const reference = target.references.find(other => sameName(other.table, own.name) && !this.usedReferences.has(other))
    if (!reference) return undefined
    this.usedReferences.add(reference)
    return { kind: 'backward', step: stepOf(target, reference) }
  }

  private between(own: Table, target: Table): RoleLayout | undefined {
    for (const table of this.schema.tables) {
      if (this.entities.some(other => sameName(other.table, table.name))) continue
      const toEntity = table.references.find(({ table: other }) => sameName(other, own.name))
      const toTarget = table.references.find(reference => reference !== toEntity && sameName(reference.table, target.name))
      if (toEntity && toTarget) return { kind: 'via', table: table.name, toEntity: stepOf(table, toEntity), toTarget: stepOf(table, toTarget) }
    }
    return undefined
  }

  private surplus(): Alignment['surplus'][number][] {
    return this.schema.tables.filter(table => !table.given).flatMap((table): Alignment['surplus'][number][] => {
      const between = this.roles.some(({ layout }) => layout.kind === 'via' && sameName(layout.table, table.name))
      if (!this.entities.some(other => sameName(other.table, table.name))) return between ? [] : [{ table: table.name, column: null }]
      return table.columns.filter(column => !this.usedColumns.has(this.column(table, column.name)) && !isSurrogate(table, column))
        .map(column => ({ table: table.name, column: column.name }))
    })
  }
}

function confidence(score: number): Confidence {
  return score >= SURE ? 'sure' : score >= 0.45 ? 'likely' : 'weak'
}

function stepOf(table: Table, reference: Reference): Step {
  return {
    fromTable: table.name, toTable: reference.table,
    columns: reference.columns.map((column, i) => [column, reference.targetColumns[i] ?? column] as const),
  }
}

function impliedStep(table: Table, columns: readonly string[], target: Table, identifier: readonly string[]): Step | undefined {
  const keys = identifier.length === columns.length ? identifier : target.primaryKey?.columns ?? []
  if (keys.length !== columns.length) return undefined
  return { fromTable: table.name, toTable: target.name, columns: columns.map((column, i) => [column, keys[i]!] as const) }
}

function typeLikeness(attribute: WorldAttribute, column: Column): number {
  switch (typesMatch(attribute.type, column.type)) {
    case 'exactly': return 1
    case 'compatibly': return 0.7
    case 'not': return 0
  }
}

/** A column that numbers itself and is a key alone while the table has another key, or something else could identify its rows. */
function isSurrogate(table: Table, column: Column): boolean {
  return column.numbering !== null && declaredKeys(table).some(({ columns }) => columns.length === 1 && sameName(columns[0]!, column.name))
    && findColumn(table, column.name) !== undefined
}
