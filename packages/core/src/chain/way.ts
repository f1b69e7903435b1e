import {
  align,
  type Alignment,
  type EntityPlacement,
  type RolePlacement,
  type World,
  type WorldEntity,
} from '../alignment'
import type { Finding, FindingCode, Params, Span } from '../findings'
import { findTable, isRequired, sameName, soundPart, type Column, type Schema, type Table } from '../schema'
import { chainFinding, type ChainSheet } from './sheet'

/** Two sheets paired: the earlier one is the world, the later one the answer. */
export class Way {
  readonly alignment: Alignment
  readonly now: Schema
  /** What the student described, not what the exercise gives. */
  readonly entities: readonly WorldEntity[]

  constructor(
    readonly earlier: ChainSheet,
    private readonly later: ChainSheet,
    private readonly before: Schema,
    world: World,
  ) {
    this.now = soundPart(later.schema)
    this.alignment = align(world, this.now)
    this.entities = world.entities.filter(({ name }) => !this.was(name).given)
  }

  placement(entity: string): EntityPlacement | undefined {
    return this.alignment.entities.find(placed => placed.entity === entity)
  }

  role(entity: string, role: string): RolePlacement | undefined {
    return this.alignment.roles.find(placed => placed.entity === entity && placed.role === role)
  }

  was(entity: string): Table {
    return findTable(this.before, entity)!
  }

  table(name: string): Table {
    return findTable(this.now, name)!
  }

  /** What an entity is called now, or was where it is no more. */
  called(entity: string): string {
    return this.placement(entity)?.table ?? findTable(this.before, entity)?.name ?? entity
  }

  /** Where something that has no pair may stand all the same, in words; empty where nothing is left over. */
  perhaps(element: string): string {
    const places = this.alignment.open.find(open => open.element === element)?.places ?? []
    return places.slice(0, 3).join(', ')
  }

  isPerhaps(place: string): boolean {
    return this.alignment.open.some(({ places }) => places.some(other => sameName(other, place)))
  }

  /** The columns that an entity's own table has for some of its attributes and roles; nothing where one is elsewhere. */
  columns(entity: string, members: readonly string[]): string[] | undefined {
    const table = this.placement(entity)?.table ?? ''
    const all = members.map(member => {
      const fact = this.alignment.attributes.find(
        placed => placed.entity === entity && placed.attribute === member && sameName(placed.table, table),
      )
      if (fact) return [fact.column]
      const layout = this.role(entity, member)?.layout
      return layout?.kind === 'forward' && sameName(layout.step.fromTable, table)
        ? layout.step.columns.map(([column]) => column)
        : undefined
    })
    return all.every(columns => columns !== undefined) ? all.flat() : undefined
  }

  say(code: FindingCode, span: Span | null, params: Params): Finding {
    return chainFinding(this.later, code, span, { ...params, sheet: this.earlier.name })
  }

  /**
   * Whether one sheet says that a value must be there, and the other that it may be missing. A script says so
   * by saying nothing; a line says so at every level, a fact where that is asked.
   */
  isTurned(was: Table, before: Column, now: Table, column: Column, isLine: boolean): boolean {
    if (!isLine && !(this.earlier.saysRequired && this.later.saysRequired)) return false
    const [must, still] = [isRequired(was, before.name), isRequired(now, column.name)]
    if (must === still) return false
    return must ? mayLack(this.later, column) : mayLack(this.earlier, before)
  }
}

const mayLack = ({ name }: ChainSheet, { saysNull }: Column): boolean =>
  name === 'script' || saysNull !== undefined

/** The two ends of a table that holds nothing but pairs. */
export function endsOf(table: Table): readonly [string, string] | undefined {
  const [a, b, ...more] = table.references
  const isOfReference = (column: string): boolean =>
    table.references.some(({ columns }) => columns.some(other => sameName(other, column)))
  return a && b && more.length === 0 && table.columns.every(({ name }) => isOfReference(name))
    ? [a.table, b.table]
    : undefined
}
