import { findEntity, findRole } from '../alignment'
import {
  declaredKeys,
  findTable,
  isRequired,
  sameColumns,
  sameName,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { checksOn } from '../sql'
import type { ColumnAt, Implication, Occurrence, OccurrenceTree } from './occurrences'
import type {
  Alignment,
  AttributePlacement,
  Copy,
  EntityPlacement,
  Part,
  Repetition,
  RolePlacement,
  Step,
  World,
  WorldEntity,
  WorldRole,
} from '../alignment'
import type { Rule } from './rule'

/** Who is told what a verdict rests on. */
export interface Watch {
  /** Each question of implication that is put, for display. */
  readonly onAsk?: (asked: Implication) => void
  /** Each element of the world whose place is asked for, as pins name it, whether or not it has one. */
  readonly onLook?: (element: string) => void
}

/** An answer read through an alignment: where the elements of the world stand in it. */
export class Reading {
  /**
   * `rules` are those of the exercise: what they determine counts where a table is asked whether it writes a
   * fact once only.
   */
  constructor(
    readonly world: World,
    readonly schema: Schema,
    readonly alignment: Alignment,
    readonly rules: readonly Rule[] = [],
    readonly watch: Watch = {},
  ) {}

  /** The same answer under the same pairing, looked at by somebody else. */
  watched(watch: Watch): Reading {
    return new Reading(this.world, this.schema, this.alignment, this.rules, watch)
  }

  entity(name: string): WorldEntity | undefined {
    return findEntity(this.world, name)
  }

  role(entity: string, name: string): WorldRole | undefined {
    const found = this.entity(entity)
    return found && findRole(found, name)
  }

  placement(entity: string): EntityPlacement | undefined {
    this.watch.onLook?.(entity)
    return this.alignment.entities.find(other => sameName(other.entity, entity))
  }

  attribute(entity: string, attribute: string): AttributePlacement | undefined {
    this.watch.onLook?.(`${entity}.${attribute}`)
    return this.alignment.attributes.find(
      other => sameName(other.entity, entity) && sameName(other.attribute, attribute),
    )
  }

  rolePlacement(entity: string, role: string): RolePlacement | undefined {
    this.watch.onLook?.(`${entity}.${role}`)
    return this.alignment.roles.find(other => sameName(other.entity, entity) && sameName(other.role, role))
  }

  /** Says that a verdict rests on where the first element of a path stands, though it is not asked for. */
  lookFor(entity: string, path: string): void {
    this.watch.onLook?.(`${entity}.${path.split('.')[0]}`)
  }

  /** The further table of a split entity, if the table is one. */
  part(entity: string, table: string): Part | undefined {
    return this.placement(entity)?.parts.find(part => sameName(part.table, table))
  }

  copies(entity: string, attribute: string): Copy[] {
    return this.alignment.copies.filter(
      copy => sameName(copy.entity, entity) && sameName(copy.attribute, attribute),
    )
  }

  /** Whether the entity has no table of its own and is told apart by what rows of another lead to. */
  isGuest(entity: string): boolean {
    return this.placement(entity)?.inside?.role === null
  }

  repetition(entity: string): Repetition | undefined {
    return this.alignment.repetitions.find(other => sameName(other.entity, entity))
  }

  table(name: string): Table {
    return findTable(this.schema, name)!
  }

  /**
   * The declared reference that a step goes along, if there is one: to a key, since no database takes a
   * reference to anything else.
   */
  declared(step: Step): Reference | undefined {
    const target = findTable(this.schema, step.toTable)
    const isToKey = ({ targetColumns }: Reference): boolean =>
      target !== undefined && declaredKeys(target).some(({ columns }) => sameColumns(columns, targetColumns))
    // One that leads to a kind of the target leads to it as well: its key refers there.
    const isThere = ({ table, targetColumns }: Reference): boolean =>
      sameName(table, step.toTable) ||
      (findTable(this.schema, table)?.references.some(
        other => sameName(other.table, step.toTable) && sameColumns(other.columns, targetColumns),
      ) ??
        false)
    const isDirect = ({ table }: Reference): boolean => sameName(table, step.toTable)
    return findTable(this.schema, step.fromTable)?.references.find(
      reference =>
        isThere(reference) &&
        sameColumns(
          reference.columns,
          step.columns.map(([column]) => column),
        ) &&
        (!isDirect(reference) || isToKey(reference)),
    )
  }

  /**
   * Whether every row of the table must have a value in the column: declared, or by a CHECK that is false
   * without one.
   */
  isRequired(table: Table, column: string): boolean {
    return isRequired(table, column) || checksOn(table, column, null).outcome === 'refuses'
  }

  isStepRequired(step: Step): boolean {
    const table = this.table(step.fromTable)
    return step.columns.every(([column]) => this.isRequired(table, column))
  }

  /** From a row of the entity's first table to its row in a further one. */
  toPart(tree: OccurrenceTree, at: Occurrence, part: Part): Occurrence {
    return sameName(part.step.fromTable, part.table)
      ? tree.backward(at, part.step)
      : tree.forward(at, part.step)
  }

  private fromPart(tree: OccurrenceTree, at: Occurrence, part: Part): Occurrence {
    return sameName(part.step.fromTable, part.table)
      ? tree.forward(at, part.step)
      : tree.backward(at, part.step)
  }

  /**
   * From a row of `entity` to the row of the role's target; undefined when the target has no row of its own
   * there.
   */
  follow(tree: OccurrenceTree, at: Occurrence, entity: string, role: string): Occurrence | undefined {
    const layout = this.rolePlacement(entity, role)?.layout
    switch (layout?.kind) {
      case 'forward': {
        const part = this.part(entity, layout.step.fromTable)
        return tree.forward(part ? this.toPart(tree, at, part) : at, layout.step)
      }
      case 'backward':
        return tree.backward(at, layout.step)
      case 'via':
        return tree.forward(tree.backward(at, layout.toEntity), layout.toTarget)
      case 'inside':
        return at
      default:
        return undefined
    }
  }

  /** From a row of the role's target back to a row of `entity`. */
  followBack(tree: OccurrenceTree, at: Occurrence, entity: string, role: string): Occurrence | undefined {
    const layout = this.rolePlacement(entity, role)?.layout
    switch (layout?.kind) {
      case 'forward': {
        const part = this.part(entity, layout.step.fromTable)
        const row = tree.backward(at, layout.step)
        return part ? this.fromPart(tree, row, part) : row
      }
      case 'backward':
        return tree.forward(at, layout.step)
      case 'via':
        return tree.forward(tree.backward(at, layout.toTarget), layout.toEntity)
      case 'inside':
        return at
      default:
        return undefined
    }
  }

  /** Whether the link of a role stands in another row than the entity's own. */
  linksElsewhere(entity: string, role: string): boolean {
    const layout = this.rolePlacement(entity, role)?.layout
    if (layout?.kind === 'forward') return this.part(entity, layout.step.fromTable) !== undefined
    return layout?.kind === 'via' || layout?.kind === 'backward'
  }

  /**
   * The columns, at a row of `entity`, of these attributes and of the identifiers of these roles' targets;
   * undefined when one is not placed.
   */
  columns(
    tree: OccurrenceTree,
    at: Occurrence,
    entity: string,
    members: readonly string[],
    depth = 0,
  ): ColumnAt[] | undefined {
    const found: ColumnAt[] = []
    for (const member of members) {
      const part = this.member(tree, at, entity, member, depth)
      if (!part || part.length === 0) return undefined
      found.push(...part)
    }
    return found
  }

  private member(
    tree: OccurrenceTree,
    at: Occurrence,
    entity: string,
    member: string,
    depth: number,
  ): ColumnAt[] | undefined {
    const role = this.role(entity, member)
    if (!role) {
      const placed = this.attribute(entity, member)
      if (!placed) return undefined
      if (sameName(placed.table, at.table.name)) return [{ at, column: placed.column }]
      const part = this.part(entity, placed.table)
      return part && [{ at: this.toPart(tree, at, part), column: placed.column }]
    }
    const target = this.entity(role.target)
    const row = depth < 5 ? this.follow(tree, at, entity, member) : undefined
    const identifier =
      row && target && target.identifier.length > 0
        ? this.columns(tree, row, role.target, target.identifier, depth + 1)
        : undefined
    return identifier ?? this.roleColumns(tree, at, entity, member)
  }

  /** The role's own columns in the entity's table. */
  private roleColumns(
    tree: OccurrenceTree,
    at: Occurrence,
    entity: string,
    role: string,
  ): ColumnAt[] | undefined {
    const layout = this.rolePlacement(entity, role)?.layout
    if (layout?.kind === 'columns') return layout.columns.map(column => ({ at, column }))
    if (layout?.kind !== 'forward') return undefined
    const part = this.part(entity, layout.step.fromTable)
    const row = part ? this.toPart(tree, at, part) : at
    return layout.step.columns.map(([column]) => ({ at: row, column }))
  }

  /** A path such as "taxon.genus" from a row of `entity`: the columns it ends in. */
  path(tree: OccurrenceTree, at: Occurrence, entity: string, path: string): ColumnAt[] | undefined {
    const [first, ...rest] = path.split('.')
    if (rest.length === 0) return this.columns(tree, at, entity, [first!])
    const role = this.role(entity, first!)
    const next = role && this.follow(tree, at, entity, first!)
    return next && this.path(tree, next, role.target, rest.join('.'))
  }
}
