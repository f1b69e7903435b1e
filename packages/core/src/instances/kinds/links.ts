import { foldName, sameName } from '../../schema'
import type { Rule } from '../../rules'
import {
  BY_ANYTHING,
  BY_KEY,
  BY_REFERENCE,
  BY_VALUE_MISSING,
  type Populate,
  type Probe,
  type ProbesOf,
} from '../probe'
import { membersNamed, sameAs, touching } from '../members'
import type { Populating } from '../populate'
import { linksOf, unified, without } from '../things'
import { writtenAgain } from './written-again'

type OfKind<K extends Rule['kind']> = Extract<Rule, { kind: K }>

/**
 * One that leads to two at once; and what is told by the same identifier to be one, and leads to two: where the
 * link does not stand in its own row, that row is asked, whatever identifies it.
 */
export const atMostOne: ProbesOf<OfKind<'atMostOne'>> = (populate, rule) => {
  const populating = populate()
  const { reading } = populating
  if (reading.linksElsewhere(rule.entity, rule.role)) return twoAtOnce(populate, rule)
  // A second row of its own is known as the same only by what stands in it.
  const isKnown = !populating
    .entity(rule.entity)
    .identifier.some(part => reading.linksElsewhere(rule.entity, part))
  return [...(isKnown ? twoAtOnce(populate, rule) : []), ...toldAsOne(populate, rule)]
}

function toldAsOne(populate: Populate, { entity, role }: OfKind<'atMostOne'>): Probe[] {
  const { identifier } = populate().entity(entity)
  if (identifier.length === 0 || identifier.some(member => sameName(member, role))) return []
  const populating = populate()
  const one = populating.make(entity, { has: [...identifier, role] })
  const other = populating.make(entity, { ...sameAs(one, identifier), has: [role] })
  const after = populating.state
  return [
    {
      wants: 'refused',
      before: without(after, other.id),
      after,
      instead: unified(after, one.id, other.id),
      touches: touching(populating.reading, entity, [...identifier, role]),
      refusedBy: BY_KEY,
    },
  ]
}

function twoAtOnce(populate: Populate, { entity, role }: OfKind<'atMostOne'>): Probe[] {
  const populating = populate()
  const one = populating.make(entity, { has: [role] })
  const [first] = linksOf(one, role)
  const target = populating.reading.role(entity, role)!.target
  const second = populating.make(target, { isAlone: true })
  const before = populating.state
  populating.change(one, { links: { [role]: [first!, second.id] } })
  return [
    {
      wants: 'refused',
      before,
      after: populating.state,
      instead: before,
      touches: [
        ...touching(populating.reading, entity, [role]),
        ...touching(populating.reading, entity, populating.entity(entity).identifier),
      ],
      refusedBy: BY_KEY,
    },
  ]
}

/** Two that lead to the same. */
export const manyAllowed: ProbesOf<OfKind<'manyAllowed'>> = (populate, { entity, role }) => {
  const populating = populate()
  const again = writtenAgain(populating, entity, [role])
  const one = populating.make(entity, { has: [role], links: again.links })
  const other = populating.make(entity, { links: { [role]: linksOf(one, role) } })
  const target = populating.reading.role(entity, role)!.target
  return [
    {
      wants: 'accepted',
      before: without(populating.state, other.id),
      after: populating.state,
      touches: [
        ...touching(populating.reading, entity, [role]),
        ...touching(populating.reading, target, populating.entity(target).identifier),
        ...again.touches,
      ],
      refusedBy: BY_KEY,
    },
  ]
}

/** One without the fact, or without what it should lead to. */
export const mustHave: ProbesOf<OfKind<'mustHave'>> = (populate, { entity, path }) => [
  { ...lackingProbe(populate, entity, path), wants: 'refused', refusedBy: BY_VALUE_MISSING },
]

export const mayLack: ProbesOf<OfKind<'mayLack'>> = (populate, { entity, path }) => [
  { ...lackingProbe(populate, entity, path), wants: 'accepted', refusedBy: BY_ANYTHING },
]

function lackingProbe(populate: Populate, entity: string, path: string): Omit<Probe, 'wants' | 'refusedBy'> {
  const populating = populate()
  const own = populating.make(entity, { lacks: [path] })
  return {
    before: without(populating.state, own.id),
    after: populating.state,
    touches: membersNamed(entity, [path]),
  }
}

/** One that nothing leads to. */
export const mayHaveNone: ProbesOf<OfKind<'mayHaveNone'>> = (populate, { entity, role }) => {
  const populating = populate()
  const { target } = populating.reading.role(entity, role)!
  const { inside } = populating.reading.placement(target) ?? {}
  // What stands in the rows of those that lead to it is not said without them.
  if (inside) return []
  const own = populating.make(target, { isAlone: true })
  return [
    {
      wants: 'accepted',
      before: without(populating.state, own.id),
      after: populating.state,
      touches: membersNamed(entity, [role]),
      refusedBy: BY_ANYTHING,
    },
  ]
}

/** One that names what is not there; and one that names what is. */
export const refersTo: ProbesOf<OfKind<'refersTo'>> = (populate, { entity, role }) => {
  const layout = populate().reading.rolePlacement(entity, role)?.layout
  const isExpressible = layout?.kind === 'forward' || layout?.kind === 'via' || layout?.kind === 'columns'
  return [
    ...(isExpressible
      ? [namingNothing(populate, entity, role), ...namingPartly(populate, entity, role)]
      : []),
    naming(populate(), entity, role),
    ...namingGiven(populate, entity, role),
  ]
}

function namingNothing(populate: Populate, entity: string, role: string): Probe {
  const populating = populate()
  const { target } = populating.reading.role(entity, role)!
  const nobody = populating.missing(target)
  const own = populating.make(entity, { links: { [role]: [nobody.id] } })
  return {
    wants: 'refused',
    before: without(populating.state, own.id),
    after: populating.state,
    touches: touching(populating.reading, entity, [role]),
    refusedBy: BY_REFERENCE,
  }
}

/** One that names another in a part of what tells it apart, though each part stands somewhere. */
function namingPartly(populate: Populate, entity: string, role: string): Probe[] {
  const { target } = populate().reading.role(entity, role)!
  const identifier = populate().entity(target).identifier
  if (identifier.length < 2) return []
  return identifier.map((part): Probe => {
    const populating = populate()
    const there = populating.make(target, { has: identifier })
    const same = sameAs(
      there,
      identifier.filter(member => member !== part),
    )
    const nobody = populating.missing(target, { ...same, has: [part] })
    const own = populating.make(entity, { links: { [role]: [nobody.id] } })
    return {
      wants: 'refused',
      before: without(populating.state, own.id),
      after: populating.state,
      instead: unified(populating.state, there.id, nobody.id),
      touches: touching(populating.reading, entity, [role]),
      refusedBy: BY_REFERENCE,
    }
  })
}

/** So many values that the exercise names are tried for what tells a thing apart. */
const MOST_GIVEN = 4

/** One that names what has a value of the exercise. */
function namingGiven(populate: Populate, entity: string, role: string): Probe[] {
  const { target } = populate().reading.role(entity, role)!
  const [attribute, ...others] = populate().entity(target).identifier
  if (attribute === undefined || others.length > 0) return []
  if (populate().reading.role(target, attribute)) return []
  return populate()
    .given(target, attribute)
    .slice(0, MOST_GIVEN)
    .map(value => {
      const populating = populate()
      const there = populating.make(target, { values: { [attribute]: value } })
      return naming(populating, entity, role, there.id)
    })
}

/** One that names what is there: a certain one, or whichever is made for it. */
function naming(populating: Populating, entity: string, role: string, target?: number): Probe {
  const own = populating.make(
    entity,
    target === undefined ? { has: [role] } : { links: { [role]: [target] } },
  )
  return {
    wants: 'accepted',
    before: without(populating.state, own.id),
    after: populating.state,
    touches: touching(populating.reading, entity, [role]),
    refusedBy: [...BY_REFERENCE, '22'],
  }
}

/** Two that are equal in the one and unequal in the other: by themselves, and where they are written again. */
export const determines: ProbesOf<OfKind<'determines'>> = (populate, { entity, from, to }) => [
  ...equalAndUnequal(populate, entity, from, to),
  ...to.flatMap(attribute => copiedOtherwise(populate, entity, attribute)),
]

function equalAndUnequal(
  populate: Populate,
  entity: string,
  from: readonly string[],
  to: readonly string[],
): Probe[] {
  const populating = populate()
  const one = populating.make(entity, { has: [...from, ...to].map(path => path.split('.')[0]!) })
  const wanted = { values: {} as Record<string, string>, links: {} as Record<string, readonly number[]> }
  const shared = new Map<string, { values: Record<string, string> }>()
  for (const path of from) {
    const [first, ...rest] = path.split('.')
    const value = one.values.get(foldName(first!))
    const led = linksOf(one, first!)
    if (rest.length === 0 && value !== undefined) wanted.values[first!] = value
    else if (rest.length === 0) wanted.links[first!] = led
    else if (rest.length === 1 && led.length > 0) {
      const end = populating.thing(led[0]!)
      const same = end.values.get(foldName(rest[0]!))
      const values = shared.get(first!)?.values ?? {}
      if (same !== undefined) values[rest[0]!] = same
      shared.set(first!, { values })
    } else return []
  }
  // The ends of paths are others, equal in what the left side says of them.
  for (const [role, { values }] of shared) {
    if (wanted.links[role]) continue
    const target = populating.reading.role(entity, role)?.target
    if (target === undefined) return []
    const ends = to.filter(path => path.startsWith(`${role}.`)).map(path => path.split('.')[1]!)
    wanted.links[role] = [populating.make(target, { values, has: ends }).id]
  }
  const other = populating.make(entity, { ...wanted, has: to.map(path => path.split('.')[0]!) })
  return [
    {
      wants: 'refused',
      before: without(populating.state, other.id),
      after: populating.state,
      instead: unified(populating.state, one.id, other.id),
      touches: [
        ...touching(
          populating.reading,
          entity,
          from.map(path => path.split('.')[0]!),
        ),
        ...touching(populating.reading, entity, populating.entity(entity).identifier),
      ],
      refusedBy: BY_KEY,
    },
  ]
}

/** The same thing, of which a fact is written once so and once otherwise beside those that lead to it. */
function copiedOtherwise(populate: Populate, entity: string, attribute: string): Probe[] {
  const { alignment } = populate().reading
  return alignment.copies
    .filter(
      copy => foldName(copy.entity) === foldName(entity) && foldName(copy.attribute) === foldName(attribute),
    )
    .flatMap((copy): Probe[] => {
      if (copy.path.length !== 1) return []
      const populating = populate()
      const [role] = copy.path
      const thing = populating.make(entity, { has: [attribute] })
      populating.make(copy.host, { links: { [role!]: [thing.id] } })
      const other = populating.make(copy.host, {
        links: { [role!]: [thing.id] },
        copies: { [`${role}.${attribute}`]: populating.fresh(entity, attribute) },
      })
      return [
        {
          wants: 'refused',
          before: without(populating.state, other.id),
          after: populating.state,
          touches: [
            ...touching(populating.reading, copy.host, [role!]),
            ...membersNamed(entity, [attribute]),
          ],
          refusedBy: [...BY_KEY, ...BY_REFERENCE],
        },
      ]
    })
}
