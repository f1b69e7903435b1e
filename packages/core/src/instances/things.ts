import { findEntity, findRole, type World } from '../alignment'
import { foldName } from '../schema'

/**
 * An object of the world: its facts, and for each role what it leads to, by numbers. More than one at an end
 * where a rule allows one is a state that the rule forbids.
 */
export interface Thing {
  readonly id: number
  readonly entity: string
  /** By folded name; what is not there is not known. */
  readonly values: ReadonlyMap<string, string>
  readonly links: ReadonlyMap<string, readonly number[]>
  /** What is written about another thing beside this one, by `role.attribute`: a copy that says something else. */
  readonly copies?: ReadonlyMap<string, string>
}

/** A state of the world. `missing` are things that are named and are not there. */
export interface State {
  readonly things: ReadonlyMap<number, Thing>
  readonly missing: ReadonlyMap<number, Thing>
}

export const EMPTY_STATE: State = { things: new Map(), missing: new Map() }

export function valueOf(thing: Thing, attribute: string): string | null {
  return thing.values.get(foldName(attribute)) ?? null
}

export function linksOf(thing: Thing, role: string): readonly number[] {
  return thing.links.get(foldName(role)) ?? []
}

/** The thing of that number, there or only named. */
export function thingIn({ things, missing }: State, id: number): Thing | undefined {
  return things.get(id) ?? missing.get(id)
}

export function without(state: State, ...ids: readonly number[]): State {
  return { ...state, things: new Map([...state.things].filter(([id]) => !ids.includes(id))) }
}

export function withThing(state: State, thing: Thing): State {
  return { ...state, things: new Map([...state.things, [thing.id, thing]]) }
}

/** The state in which one thing stands in place of another. */
export function unified(state: State, kept: number, dropped: number): State {
  const things = [...state.things.values()]
    .filter(({ id }) => id !== dropped)
    .map(thing => ({
      ...thing,
      links: new Map(
        [...thing.links].map(([role, ids]) => [role, ids.map(id => (id === dropped ? kept : id))] as const),
      ),
    }))
  return { ...state, things: new Map(things.map(thing => [thing.id, thing])) }
}

/** The values that tell a thing apart, those of what it is told apart by included; at most five steps deep. */
export function identityOf(world: World, state: State, id: number, depth = 0): string[] {
  const thing = thingIn(state, id)
  const entity = thing && findEntity(world, thing.entity)
  if (!entity || depth > 4) return []
  return entity.identifier.flatMap(member =>
    findRole(entity, member)
      ? linksOf(thing, member)
          .slice(0, 1)
          .flatMap(target => identityOf(world, state, target, depth + 1))
      : (valueOf(thing, member) ?? []),
  )
}
