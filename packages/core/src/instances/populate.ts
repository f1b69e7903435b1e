import { findEntity, type WorldEntity, type WorldRole } from '../alignment'
import { foldName, sameName } from '../schema'
import type { Reading, Rule } from '../rules'
import { checksOnRow } from '../sql'
import { placesOf, type FreshValues } from './fresh-values'
import { EMPTY_STATE, linksOf, thingIn, withThing, type State, type Thing } from './things'

/** What a thing is to be like; the rest is made up as it must be. */
export interface Wanted {
  readonly values?: Readonly<Record<string, string>>
  readonly links?: Readonly<Record<string, readonly number[]>>
  /** Members that it does not have. */
  readonly lacks?: readonly string[]
  /** Members that it has, though it might lack them. */
  readonly has?: readonly string[]
  /** Copies in its row, by `role.attribute`. */
  readonly copies?: Readonly<Record<string, string>>
  /** Nothing leads to it, not even where its row should say what does. */
  readonly isAlone?: boolean
}

/** So many values are tried in place of one, and their square in all. */
const MOST_TRIED = 10
/** How far things lead to others that must be there. */
const MOST_DEPTH = 8

/**
 * Makes states of the world that are legal but for what is wanted: with each thing those it must have, and as
 * little else as the answer at hand lets be. Every value is another one, unless it is given.
 */
export class Populating {
  state: State = EMPTY_STATE
  private next = 1
  private readonly making: Thing[] = []

  constructor(
    readonly reading: Reading,
    private readonly rules: readonly Rule[],
    private readonly values: FreshValues,
  ) {
    values.restart()
  }

  /** A new thing and what it must have; it is put into the state after what it leads to. */
  make(entity: string, wanted: Wanted = {}): Thing {
    const found = this.entity(entity)
    const own: { -readonly [K in keyof Thing]: Thing[K] } = {
      id: this.next++,
      entity,
      values: new Map(),
      links: new Map(),
    }
    this.making.push(own)
    for (const [name, value] of Object.entries(wanted.values ?? {})) this.values.take(entity, name, value)
    own.links = this.linksFor(found, wanted)
    own.values = this.suited(found, this.valuesFor(found, wanted), wanted)
    if (wanted.copies)
      own.copies = new Map(Object.entries(wanted.copies).map(([path, value]) => [foldName(path), value]))
    this.making.pop()
    this.state = withThing(this.state, own)
    this.lodge(own)
    if (!wanted.isAlone) this.leadTo(own)
    return own
  }

  /** A thing that is only named: like one that is there, and not in the state. */
  missing(entity: string, wanted: Wanted = {}): Thing {
    const made = this.make(entity, wanted)
    const { things, missing } = this.state
    this.state = {
      things: new Map([...things].filter(([id]) => id !== made.id)),
      missing: new Map([...missing, [made.id, made]]),
    }
    return made
  }

  change(thing: Thing, wanted: Wanted): Thing {
    const changed: Thing = {
      ...thing,
      links: new Map([...thing.links, ...folded(wanted.links ?? {})]),
      values: new Map([...thing.values, ...folded(wanted.values ?? {})]),
    }
    this.state = withThing(this.state, changed)
    return changed
  }

  fresh(entity: string, attribute: string): string {
    return this.values.next(entity, attribute)
  }

  /** The values that the exercise and its rules name for a fact. */
  given(entity: string, attribute: string): readonly string[] {
    return this.values.given(entity, attribute)
  }

  entity(name: string): WorldEntity {
    const found = findEntity(this.reading.world, name)
    if (!found) throw new RangeError(`The world has no "${name}".`)
    return found
  }

  thing(id: number): Thing {
    return thingIn(this.state, id)!
  }

  private valuesFor(entity: WorldEntity, wanted: Wanted): ReadonlyMap<string, string> {
    const values = new Map(folded(wanted.values ?? {}))
    for (const { name, required } of entity.attributes) {
      const key = foldName(name)
      if (values.has(key) || isAmong(wanted.lacks, name)) continue
      const isNeeded =
        required ||
        isAmong(wanted.has, name) ||
        isAmong(entity.identifier, name) ||
        this.demandsAttribute(entity.name, name, wanted.lacks)
      if (isNeeded) values.set(key, this.values.next(entity.name, name))
    }
    return values
  }

  /** The values with others in place of those that are not wanted so, until the checks of the table let them pass. */
  private suited(
    { name, identifier }: WorldEntity,
    values: ReadonlyMap<string, string>,
    wanted: Wanted,
  ): ReadonlyMap<string, string> {
    const placed = this.reading.alignment.attributes.filter(({ entity }) => sameName(entity, name))
    const table = this.reading.placement(name) && this.reading.table(this.reading.placement(name)!.table)
    if (!table || table.checks.length === 0) return values
    const passes = (found: ReadonlyMap<string, string>): boolean => {
      const row = placed
        .filter(place => sameName(place.table, table.name))
        .map(({ attribute, column }) => [foldName(column), found.get(foldName(attribute)) ?? null] as const)
      return checksOnRow(table, new Map(row)).outcome !== 'refuses'
    }
    if (passes(values)) return values
    const fixed = folded(wanted.values ?? {}).map(([key]) => key)
    const free = [...values.keys()]
      .filter(key => !fixed.includes(key))
      .toSorted((a, b) => Number(isAmong(identifier, a)) - Number(isAmong(identifier, b)))
    let tried: ReadonlyMap<string, string>[] = [values]
    for (const key of free) {
      const others = this.values.candidates(name, key, MOST_TRIED)
      tried = tried
        .flatMap(before => [before, ...others.map(value => new Map([...before, [key, value]]))])
        .slice(0, MOST_TRIED ** 2)
      const found = tried.find(passes)
      if (!found) continue
      for (const changed of free) this.values.take(name, changed, found.get(changed)!)
      return found
    }
    return values
  }

  private linksFor(entity: WorldEntity, wanted: Wanted): ReadonlyMap<string, readonly number[]> {
    const links = new Map(folded(wanted.links ?? {}))
    for (const role of entity.roles) {
      const key = foldName(role.name)
      if (links.has(key) || isAmong(wanted.lacks, role.name)) continue
      const isNeeded =
        role.required ||
        isAmong(wanted.has, role.name) ||
        isAmong(entity.identifier, role.name) ||
        this.demandsRole(entity.name, role.name)
      const target = isNeeded ? this.targetFor(role) : undefined
      if (target !== undefined) links.set(key, [target])
    }
    return links
  }

  /** In a circle that which is being made, else a new one. */
  private targetFor({ name, target, required }: WorldRole): number | undefined {
    const own = this.making.at(-1)
    if (own && sameName(own.entity, target) && !required) return this.make(target, { lacks: [name] }).id
    const above = this.making.findLast(thing => sameName(thing.entity, target))
    if (above) return above.id
    return this.making.length > MOST_DEPTH ? undefined : this.make(target).id
  }

  /** What has no table of its own is written with what leads to it: one such thing is made. */
  private lodge(thing: Thing): void {
    const placement = this.reading.placement(thing.entity)
    const { inside } = placement ?? {}
    if (!inside || this.making.length > MOST_DEPTH) return
    if (inside.role === null) {
      this.lodgeGuest(thing, inside.entity)
      return
    }
    const isLedTo = [...this.state.things.values(), ...this.making].some(
      other => sameName(other.entity, inside.entity) && linksOf(other, inside.role!).includes(thing.id),
    )
    const isBeingMade = this.making.some(other => sameName(other.entity, inside.entity))
    if (!isLedTo && !isBeingMade) this.make(inside.entity, { links: { [inside.role]: [thing.id] } })
  }

  /** Where a thing's own row must name what leads to it, something does. */
  private leadTo(thing: Thing): void {
    if (this.making.length > MOST_DEPTH) return
    for (const { entity, role, layout } of this.reading.alignment.roles) {
      if (layout.kind !== 'backward' || !this.reading.isStepRequired(layout.step)) continue
      if (!sameName(this.reading.role(entity, role)?.target ?? '', thing.entity)) continue
      const isLedTo = [...this.state.things.values()].some(
        other => sameName(other.entity, entity) && linksOf(other, role).includes(thing.id),
      )
      // What is being made leads to it when it is made.
      const isBeingMade = this.making.some(other => sameName(other.entity, entity))
      if (!isLedTo && !isBeingMade) this.make(entity, { links: { [role]: [thing.id] } })
    }
  }

  /** A guest that is left in the rows of a table that leads to all its ends needs such a row. */
  private lodgeGuest(guest: Thing, host: string): void {
    const shared = sharedRoles(this.reading, guest.entity, host)
    if (shared.length === 0) return
    this.make(host, {
      links: Object.fromEntries(shared.map(({ own, theirs }) => [theirs, linksOf(guest, own)])),
    })
  }

  /** In a further table only where nothing is lacked there: without a fact its row is not there either. */
  private demandsAttribute(entity: string, attribute: string, lacks: readonly string[] = []): boolean {
    return placesOf(this.reading, entity, attribute).some(
      ({ table, column }) =>
        this.reading.isRequired(table, column.name) &&
        column.default === null &&
        !column.numbering &&
        !(
          this.reading.part(entity, table.name) &&
          lacks.some(member => this.standsIn(entity, member, table.name))
        ),
    )
  }

  private standsIn(entity: string, member: string, table: string): boolean {
    const layout = this.reading.rolePlacement(entity, member)?.layout
    return (
      placesOf(this.reading, entity, member).some(place => sameName(place.table.name, table)) ||
      (layout?.kind === 'forward' && sameName(layout.step.fromTable, table))
    )
  }

  private demandsRole(entity: string, role: string): boolean {
    if (
      this.rules.some(
        rule => rule.kind === 'mustHave' && sameName(rule.entity, entity) && sameName(rule.path, role),
      )
    )
      return true
    const layout = this.reading.rolePlacement(entity, role)?.layout
    switch (layout?.kind) {
      case 'forward':
        return (
          this.reading.isStepRequired(layout.step) &&
          sameName(layout.step.fromTable, this.reading.placement(entity)?.table ?? '')
        )
      case 'columns':
        return layout.columns.some(column =>
          this.reading.isRequired(this.reading.table(layout.table), column),
        )
      default:
        return false
    }
  }
}

/** The roles of a guest with those of its host that lead the same way. */
export function sharedRoles(
  reading: Reading,
  guest: string,
  host: string,
): { readonly own: string; readonly theirs: string }[] {
  const layoutOf = (entity: string, role: string): string =>
    JSON.stringify(reading.rolePlacement(entity, role)?.layout ?? null)
  const own = reading.entity(guest)?.roles ?? []
  if (own.some(({ name }) => reading.rolePlacement(guest, name)?.layout.kind === 'inside')) return []
  return own.flatMap(({ name }) => {
    const theirs = reading
      .entity(host)
      ?.roles.find(
        other => layoutOf(host, other.name) === layoutOf(guest, name) && layoutOf(guest, name) !== 'null',
      )
    return theirs ? [{ own: name, theirs: theirs.name }] : []
  })
}

const isAmong = (names: readonly string[] | undefined, name: string): boolean =>
  names?.some(other => sameName(other, name)) ?? false

const folded = <Value>(record: Readonly<Record<string, Value>>): [string, Value][] =>
  Object.entries(record).map(([name, value]) => [foldName(name), value])
