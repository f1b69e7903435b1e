import {
  findTable,
  foldName,
  sameName,
  typesMatch,
  type Column,
  type Reference,
  type Schema,
  type Table,
  type TypeFamily,
} from '../schema'
import type {
  Alignment,
  AttributePlacement,
  Confidence,
  Copy,
  EntityPlacement,
  Pair,
  Pin,
  Repetition,
  RoleLayout,
  RolePlacement,
  Step,
} from './alignment'
import type { NameComparer } from './likeness'
import type { World, WorldAttribute, WorldEntity, WorldRole } from './world'
import { COLUMN, TABLE } from './weights'

/** An alignment while it is being made: what is placed so far, and which columns and references are taken. */
export class AlignmentDraft {
  readonly entities: EntityPlacement[] = []
  readonly attributes: AttributePlacement[] = []
  readonly roles: RolePlacement[] = []
  readonly copies: Copy[] = []
  readonly repetitions: Repetition[] = []
  readonly rivals: Pin[] = []
  private readonly usedColumns = new Set<string>()
  readonly usedReferences = new Set<Reference>()
  private readonly pins: ReadonlyMap<string, readonly string[]>

  constructor(
    readonly world: World,
    readonly schema: Schema,
    readonly comparer: NameComparer,
    pins: readonly Pin[],
  ) {
    this.pins = new Map(pins.map(({ element, to }) => [foldName(element), to]))
  }

  /** What was said by hand about the element: undefined for nothing, an empty list for "stands nowhere". */
  pinned(element: string): readonly string[] | undefined {
    return this.pins.get(foldName(element))
  }

  /** Whether it was said by hand that the role stands somewhere, or nowhere. */
  isPinnedAway(entity: string, role: string): boolean {
    return this.pinned(`${entity}.${role}`) !== undefined
  }

  table(name: string): Table {
    return findTable(this.schema, name)!
  }

  placement(entity: string): EntityPlacement | undefined {
    return this.entities.find(other => other.entity === entity)
  }

  /** The entity's own table, if it has one. */
  tableOf(entity: string): Table | undefined {
    const placement = this.placement(entity)
    return placement && !placement.inside ? findTable(this.schema, placement.table) : undefined
  }

  isAnchored(table: Table): boolean {
    return this.entities.some(
      other =>
        sameName(other.table, table.name) || other.parts.some(part => sameName(part.table, table.name)),
    )
  }

  isUsed(table: Table, column: string): boolean {
    return this.usedColumns.has(key(table, column))
  }

  use(table: Table, ...columns: readonly string[]): void {
    for (const column of columns) this.usedColumns.add(key(table, column))
  }

  free(table: Table, column: string): void {
    this.usedColumns.delete(key(table, column))
  }

  hasRole(entity: string, role: string): boolean {
    return this.roles.some(other => other.entity === entity && other.role === role)
  }

  hasAttribute(entity: string, attribute: string): boolean {
    return this.attributes.some(other => other.entity === entity && other.attribute === attribute)
  }

  openAttributes(entity: WorldEntity): WorldAttribute[] {
    return entity.attributes.filter(
      ({ name }) =>
        !this.hasAttribute(entity.name, name) && this.pinned(`${entity.name}.${name}`) === undefined,
    )
  }

  openRoles(entity: WorldEntity): WorldRole[] {
    return entity.roles.filter(
      ({ name }) => !this.hasRole(entity.name, name) && this.pinned(`${entity.name}.${name}`) === undefined,
    )
  }

  /** Places the attribute unless it, or the column, is taken. */
  addAttribute(
    entity: WorldEntity,
    attribute: WorldAttribute,
    table: Table,
    column: Column,
    pair: Pair,
  ): void {
    if (this.hasAttribute(entity.name, attribute.name) || this.isUsed(table, column.name)) return
    this.use(table, column.name)
    this.attributes.push({
      entity: entity.name,
      attribute: attribute.name,
      table: table.name,
      column: column.name,
      ...pair,
    })
  }

  addRole(entity: WorldEntity, role: WorldRole, layout: RoleLayout, pair: Pair): void {
    this.roles.push({ entity: entity.name, role: role.name, layout, ...pair })
  }

  finish({ surplus, open }: Pick<Alignment, 'surplus' | 'open'>): Alignment {
    const { entities, copies, repetitions, rivals } = this
    const { attributes, roles } = withinTables(this)
    return { entities, attributes, roles, copies, repetitions, rivals: rivals.slice(0, 5), open, surplus }
  }
}

/** What stands in a doubtful table is not sure itself, and neither is a role that leads to one; pins are. */
function withinTables({
  entities,
  attributes,
  roles,
}: AlignmentDraft): Pick<Alignment, 'attributes' | 'roles'> {
  const isSure = (entity: string): boolean =>
    entities.find(other => other.entity === entity)?.confidence !== 'likely' &&
    entities.find(other => other.entity === entity)?.confidence !== 'weak'
  const lower = <P extends Pair>(pair: P, ...around: readonly string[]): P =>
    pair.confidence === 'sure' && !pair.reasons.includes('pinned') && !around.every(isSure)
      ? { ...pair, confidence: 'likely' }
      : pair
  return {
    attributes: attributes.map(pair => lower(pair, pair.entity)),
    roles: roles.map(pair => lower(pair, pair.entity)),
  }
}

function key(table: Table, column: string): string {
  return `${foldName(table.name)}.${foldName(column)}`
}

export function confidenceOf(score: number): Confidence {
  if (score >= TABLE.sure) return 'sure'
  if (score >= TABLE.likely) return 'likely'
  return 'weak'
}

export function stepOf(table: Table, reference: Reference): Step {
  return {
    fromTable: table.name,
    toTable: reference.table,
    columns: reference.columns.map((column, i) => [column, reference.targetColumns[i] ?? column] as const),
  }
}

/**
 * A step that no reference declares: to the identifier as it is placed, else to the primary key. Undefined
 * when the counts differ.
 */
export function impliedStep(
  table: Table,
  columns: readonly string[],
  target: Table,
  identifier: readonly string[],
): Step | undefined {
  const keys = identifier.length === columns.length ? identifier : (target.primaryKey?.columns ?? [])
  if (keys.length !== columns.length) return undefined
  return {
    fromTable: table.name,
    toTable: target.name,
    columns: columns.map((column, i) => [column, keys[i]!] as const),
  }
}

export function typeLikeness(attribute: WorldAttribute, column: Column): number {
  switch (typesMatch(attribute.type, column.type)) {
    case 'exactly':
      return 1
    case 'compatibly':
      return COLUMN.compatibleType
    case 'not':
      return isOtherForm(attribute.type.family, column.type.family) ? COLUMN.compatibleType : 0
  }
}

const WORDS: readonly TypeFamily[] = ['char', 'varchar', 'text']
const TRUTHS: readonly TypeFamily[] = ['char', 'integer', 'enum']

/** What no reference could join and still keeps the same facts: a list of words as a text, yes and no as a letter. */
function isOtherForm(a: TypeFamily, b: TypeFamily): boolean {
  const either = (one: TypeFamily, others: readonly TypeFamily[]): boolean =>
    (a === one && others.includes(b)) || (b === one && others.includes(a))
  return either('enum', WORDS) || either('boolean', TRUTHS)
}

export function isReferring(table: Table, column: string): boolean {
  return table.references.some(({ columns }) => columns.some(other => sameName(other, column)))
}
