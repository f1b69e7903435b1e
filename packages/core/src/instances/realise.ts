import { findEntity, type Step } from '../alignment'
import { findTable, foldName, sameName, type Table } from '../schema'
import type { Reading } from '../rules'
import { sharedRoles } from './populate'
import { identityOf, linksOf, thingIn, valueOf, type State, type Thing } from './things'

/**
 * What stands in a column of a row: a value, or what another row has in one of its columns. `also` is what else
 * is to stand there, by another path: where it is not the same the row cannot be written.
 */
export type RowCell = { readonly of: string; readonly also?: RowCell } & (
  | { readonly is: 'value'; readonly value: string | null }
  | { readonly is: 'of'; readonly thing: number; readonly table: string; readonly column: string }
)

/** A row that says something of a thing, before numbers are given and gaps filled. Columns by folded name. */
export interface DraftRow {
  readonly key: string
  readonly table: Table
  readonly thing: number
  readonly cells: ReadonlyMap<string, RowCell>
}

type Cells = ReadonlyMap<string, RowCell>
const NO_CELLS: Cells = new Map()

/** No state of an exercise is so large; what is, is not realised. */
const MOST_ROWS = 200

/**
 * A state of the world as rows of an answer's tables (semantics, section 6): each table is a query over the
 * world, its anchor's things joined along the paths of its columns.
 */
export class Realising {
  /** Those that stand for something: the others have no rows but those that are only needed. */
  private readonly tables: readonly Table[]

  constructor(private readonly reading: Reading) {
    const { entities, roles } = reading.alignment
    const named = new Set([
      ...entities.flatMap(({ table, parts }) => [table, ...parts.map(part => part.table)]),
      ...roles.flatMap(({ layout }) => (layout.kind === 'via' ? [layout.table] : [])),
    ])
    this.tables = [...named].flatMap(name => findTable(reading.schema, name) ?? [])
  }

  rows(state: State): DraftRow[] {
    return this.tables.flatMap(table => this.rowsOf(table, state)).slice(0, MOST_ROWS)
  }

  /** The row in which a thing would stand that is only named. */
  rowOfMissing(thing: Thing, table: Table, state: State): DraftRow | undefined {
    return this.rowsOfThing(thing, table, state)[0]
  }

  private rowsOf(table: Table, state: State): DraftRow[] {
    const own = [...state.things.values()].flatMap(thing => this.rowsOfThing(thing, table, state))
    const isAnchored = this.reading.alignment.entities.some(
      ({ table: name, inside, parts }) =>
        (sameName(name, table.name) && !inside) || parts.some(part => sameName(part.table, table.name)),
    )
    return isAnchored ? own : [...own, ...this.rowsBetween(table, state)]
  }

  private rowsOfThing(thing: Thing, table: Table, state: State): DraftRow[] {
    const placement = this.reading.placement(thing.entity)
    if (!placement) return []
    if (!placement.inside && sameName(placement.table, table.name))
      return this.asRows(thing, table, this.withWhole(thing, table, state))
    const part = placement.parts.find(other => sameName(other.table, table.name))
    if (!part) return []
    const alternatives = this.withPart(thing, table, part.step, state)
    const isNamed = sameName(part.step.toTable, table.name)
    const hasFacts = (cells: Cells): boolean =>
      [...cells.values()].some(cell => cell.of !== HANDLE && (cell.is === 'of' || cell.value !== null))
    return this.asRows(thing, table, isNamed ? alternatives : alternatives.filter(hasFacts))
  }

  private asRows(thing: Thing, table: Table, alternatives: readonly Cells[]): DraftRow[] {
    return alternatives.map((cells, i) => ({
      key: `${foldName(table.name)} ${thing.id} ${i}`,
      table,
      thing: thing.id,
      cells,
    }))
  }

  /** All that stands in the thing's own table. */
  private withWhole(thing: Thing, table: Table, state: State): Cells[] {
    let found = this.factsIn(thing, table, state)
    const placement = this.reading.placement(thing.entity)!
    for (const { step } of placement.parts)
      if (sameName(step.fromTable, table.name))
        found = found.map(cells => joined(cells, handle(step, thing.id, HANDLE)))
    for (const guest of this.guestsOf(thing, table, state)) found = product(found, guest)
    return found
  }

  private withPart(thing: Thing, table: Table, step: Step, state: State): Cells[] {
    const own = sameName(step.fromTable, table.name)
      ? handle(step, thing.id, HANDLE)
      : new Map<string, RowCell>()
    return this.factsIn(thing, table, state).map(cells => joined(cells, own))
  }

  /** What of a thing stands in a table, in as many rows as its links make of it. */
  private factsIn(thing: Thing, table: Table, state: State, depth = 0): Cells[] {
    const { alignment } = this.reading
    const isHere = (name: string): boolean => sameName(name, table.name)
    let found: Cells[] = [new Map()]
    for (const placed of alignment.attributes)
      if (sameName(placed.entity, thing.entity) && isHere(placed.table))
        found = found.map(cells =>
          joined(
            cells,
            single(placed.column, valueOf(thing, placed.attribute), `${thing.entity}.${placed.attribute}`),
          ),
        )
    for (const { name } of findEntity(this.reading.world, thing.entity)?.roles ?? []) {
      const choices = this.linkIn(thing, name, table, state, depth)
      if (choices) found = product(found, choices)
    }
    for (const { entity, role, layout } of alignment.roles) {
      if (layout.kind !== 'backward' || !isHere(layout.step.fromTable)) continue
      if (!sameName(this.reading.role(entity, role)?.target ?? '', thing.entity)) continue
      const leading = [...state.things.values()].filter(
        other => sameName(other.entity, entity) && linksOf(other, role).includes(thing.id),
      )
      const of = `${entity}.${role}`
      found = product(
        found,
        leading.length === 0
          ? [this.nothing(layout.step, of)]
          : leading.map(other => handle(layout.step, other.id, of)),
      )
    }
    for (const cells of this.repeated(thing, table, state)) found = product(found, [cells])
    return found
  }

  /** How a role shows in a row of the table: a choice for each thing it leads to. Undefined where it does not. */
  private linkIn(thing: Thing, role: string, table: Table, state: State, depth: number): Cells[] | undefined {
    const layout = this.reading.rolePlacement(thing.entity, role)?.layout
    const of = `${thing.entity}.${role}`
    const targets = linksOf(thing, role)
    const copied = (target: number | undefined): Cells => this.copiesIn(thing, role, target, table, state)
    if (layout?.kind === 'forward' && sameName(layout.step.fromTable, table.name))
      return targets.length === 0
        ? [joined(this.nothing(layout.step, of), copied(undefined))]
        : targets.map(target => joined(handle(layout.step, target, of), copied(target)))
    if (layout?.kind === 'columns' && sameName(layout.table, table.name))
      return targets.length === 0
        ? [new Map(layout.columns.map(column => [foldName(column), empty(of)] as const))]
        : targets.map(target => joined(this.named(layout.columns, target, of, state), copied(target)))
    if (layout?.kind === 'inside' && sameName(layout.table, table.name) && depth < 4)
      return targets.length === 0
        ? [this.nothingInside(thing, role, table)]
        : targets.flatMap(target => {
            const found = thingIn(state, target)
            const isHost =
              found &&
              sameName(this.reading.placement(found.entity)?.table ?? '', table.name) &&
              !this.reading.placement(found.entity)?.inside
            return found && !isHost ? this.factsIn(found, table, state, depth + 1) : [NO_CELLS]
          })
    // The link stands elsewhere; what is copied of the target may stand here all the same.
    const copies = targets.map(copied).filter(cells => cells.size > 0)
    return copies.length > 0 ? copies : undefined
  }

  /** No link: a reference of which one column is empty leads nowhere, whatever stands in those that must be filled. */
  private nothing({ fromTable, columns }: Step, of: string): Cells {
    const table = this.reading.table(fromTable)
    const free = columns.filter(([own]) => !this.reading.isRequired(table, own))
    return new Map((free.length > 0 ? free : columns).map(([own]) => [foldName(own), empty(of)]))
  }

  /** No target: its facts in the row are empty. */
  private nothingInside(thing: Thing, role: string, table: Table): Cells {
    const target = this.reading.role(thing.entity, role)?.target ?? ''
    if (!this.reading.placement(target)?.inside) return new Map()
    return new Map(
      this.reading.alignment.attributes
        .filter(({ entity, table: name }) => sameName(entity, target) && sameName(name, table.name))
        .map(({ attribute, column }) => [foldName(column), empty(`${target}.${attribute}`)]),
    )
  }

  /** What tells the target apart, written out in columns that refer to nothing. */
  private named(columns: readonly string[], target: number, of: string, state: State): Cells {
    const values = identityOf(this.reading.world, state, target)
    const isComplete = values.length === columns.length
    return new Map(
      columns.map((column, i) => [
        foldName(column),
        { is: 'value', value: isComplete ? values[i]! : values.join(' '), of },
      ]),
    )
  }

  private copiesIn(
    thing: Thing,
    role: string,
    target: number | undefined,
    table: Table,
    state: State,
  ): Cells {
    const cells = new Map<string, RowCell>()
    for (const copy of this.reading.alignment.copies) {
      const [first, ...rest] = copy.path
      if (!sameName(copy.host, thing.entity) || !sameName(copy.table, table.name)) continue
      if (first === undefined || !sameName(first, role)) continue
      const other = thing.copies?.get(foldName([...copy.path, copy.attribute].join('.')))
      const end = target === undefined ? undefined : this.follow(target, rest, state)
      const value = other ?? (end ? valueOf(end, copy.attribute) : null)
      cells.set(foldName(copy.column), { is: 'value', value, of: `${copy.entity}.${copy.attribute}` })
    }
    return cells
  }

  private follow(start: number, path: readonly string[], state: State): Thing | undefined {
    let thing = thingIn(state, start)
    for (const role of path) {
      const [next] = thing ? linksOf(thing, role) : []
      thing = next === undefined ? undefined : thingIn(state, next)
    }
    return thing
  }

  /** What is written about other things in the rows of this one: for each guest a choice of cells. */
  private guestsOf(thing: Thing, table: Table, state: State): Cells[][] {
    return this.reading.alignment.entities
      .filter(
        ({ inside, table: name }) =>
          inside?.role === null && sameName(inside.entity, thing.entity) && sameName(name, table.name),
      )
      .flatMap(({ entity }) => {
        const guests = [...state.things.values()].filter(other => sameName(other.entity, entity))
        const shared = sharedRoles(this.reading, entity, thing.entity)
        const isOf = (guest: Thing): boolean =>
          shared.length > 0
            ? shared.every(({ own, theirs }) => sameLinks(linksOf(guest, own), linksOf(thing, theirs)))
            : (this.reading.entity(entity)?.roles ?? []).some(
                ({ name }) =>
                  this.reading.rolePlacement(entity, name)?.layout.kind === 'inside' &&
                  linksOf(guest, name).includes(thing.id),
              )
        const choices = guests.filter(isOf).flatMap(guest => this.factsIn(guest, table, state, 1))
        return choices.length > 0 ? [choices] : []
      })
  }

  /** Things that are written in numbered columns of their owner's row, as many as there is room for. */
  private repeated(thing: Thing, table: Table, state: State): Cells[] {
    return this.reading.alignment.repetitions
      .filter(
        ({ owner, table: name, as }) =>
          as === 'numbered columns' && sameName(owner, thing.entity) && sameName(name, table.name),
      )
      .map(({ entity, columns }) => {
        const values = [...state.things.values()]
          .filter(
            other =>
              sameName(other.entity, entity) && [...other.links.values()].some(ids => ids.includes(thing.id)),
          )
          .flatMap(other => [...other.values.values()].slice(0, 1))
        return new Map(
          columns.map((column, i) => [
            foldName(column),
            { is: 'value', value: values[i] ?? null, of: entity } as const,
          ]),
        )
      })
  }

  /** Rows of a table between, which stands for nothing else: one for each pair, with the facts that stand there. */
  private rowsBetween(table: Table, state: State): DraftRow[] {
    const links = this.reading.alignment.roles.flatMap(({ entity, role, layout }) =>
      layout.kind === 'via' && sameName(layout.table, table.name) ? [{ entity, role, layout }] : [],
    )
    const entities = [...new Set(links.map(({ entity }) => entity))]
    return entities.flatMap(entity =>
      [...state.things.values()]
        .filter(thing => sameName(thing.entity, entity))
        .flatMap(thing => {
          const own = links.filter(link => link.entity === entity)
          if (own.every(({ role }) => linksOf(thing, role).length === 0)) return []
          let found = this.factsIn(thing, table, state)
          for (const { role, layout } of own) {
            const of = `${entity}.${role}`
            const targets = linksOf(thing, role)
            const choices =
              targets.length === 0
                ? [this.nothing(layout.toTarget, of)]
                : targets.map(target => handle(layout.toTarget, target, of))
            found = product(
              found.map(cells => joined(cells, handle(layout.toEntity, thing.id, `${entity}`))),
              choices,
            )
          }
          return this.asRows(thing, table, found)
        }),
    )
  }
}

/** Says which row of the same thing stands beside this one: no fact of the world. */
const HANDLE = ''

/** Both, side by side. */
function joined(a: Cells, b: Cells): Cells {
  if (b.size === 0) return a
  const cells = new Map(a)
  for (const [column, cell] of b) {
    const before = cells.get(column)
    if (!before || isNothing(before)) cells.set(column, cell)
    else if (!isNothing(cell)) cells.set(column, { ...cell, also: before })
  }
  return cells
}

const isNothing = (cell: RowCell): boolean => cell.is === 'value' && cell.value === null

const product = (rows: readonly Cells[], choices: readonly Cells[]): Cells[] =>
  rows.flatMap(cells => choices.map(choice => joined(cells, choice))).slice(0, MOST_ROWS)

const single = (column: string, value: string | null, of: string): Cells =>
  new Map([[foldName(column), { is: 'value', value, of }]])

const empty = (of: string): RowCell => ({ is: 'value', value: null, of })

const handle = ({ columns, toTable }: Step, thing: number, of: string): Cells =>
  new Map(columns.map(([own, column]) => [foldName(own), { is: 'of', thing, table: toTable, column, of }]))

const sameLinks = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every(id => b.includes(id))
