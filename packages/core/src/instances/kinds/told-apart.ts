import { sameName } from '../../schema'
import type { Reading, Rule } from '../../rules'
import { BY_ANYTHING, BY_KEY, BY_VALUE_MISSING, type Populate, type Probe, type ProbesOf } from '../probe'
import { memberOf, membersNamed, sameAs, touching } from '../members'
import type { Populating } from '../populate'
import { linksOf, unified, without, type Thing } from '../things'
import { writtenAgain } from './written-again'

type Identifies = Extract<Rule, { kind: 'identifies' }>
type PairOnce = Extract<Rule, { kind: 'pairOnce' }>
type PairMayRepeat = Extract<Rule, { kind: 'pairMayRepeat' }>

/** Two that are alike in what identifies, each that differs in one part of it only, and one without a part. */
export const identifies: ProbesOf<Identifies> = (populate, { entity, by }) => {
  const { reading } = populate()
  const first = reading.entity(entity)?.identifier ?? []
  const isFirst =
    first.length === by.length && first.every(member => by.some(other => sameName(other, member)))
  const isGuest = reading.isGuest(entity)
  const ownParts = by.filter(part => standsInOwnRow(reading, entity, part))
  return [
    twoAlike(populate(), entity, by),
    ...twinned(populate, entity, by),
    ...(isFirst && !isGuest ? ownParts.map(part => lacking(populate, entity, by, part)) : []),
    ...(by.length > 1 && !isGuest ? by.map(part => differingIn(populate, entity, by, part)) : []),
  ]
}

export const pairOnce: ProbesOf<PairOnce> = (populate, { entity, by }) => [
  twoAlike(populate(), entity, by),
  ...twinned(populate, entity, by),
]

/** The same pair twice, different in all else. */
export const pairMayRepeat: ProbesOf<PairMayRepeat> = (populate, { entity, by }) => {
  const populating = populate()
  const again = writtenAgain(populating, entity, by)
  const probe = twoAlike(populating, entity, by, again.links)
  const touches = [...probe.touches, ...again.touches]
  return [{ ...probe, touches, wants: 'accepted', refusedBy: BY_ANYTHING }]
}

function twoAlike(
  populating: Populating,
  entity: string,
  by: readonly string[],
  links: Readonly<Record<string, readonly number[]>> = {},
): Probe {
  const one = populating.make(entity, { has: by, links })
  const other = populating.make(entity, sameAs(one, by))
  const after = populating.state
  return {
    wants: 'refused',
    before: without(after, other.id),
    after,
    instead: unified(after, one.id, other.id),
    touches: touching(populating.reading, entity, by),
    refusedBy: BY_KEY,
  }
}

/** The same, where what they lead to is written twice with the same identifier. */
function twinned(populate: Populate, entity: string, by: readonly string[]): Probe[] {
  const roles = by.filter(member => populate().reading.role(entity, member))
  return roles.map((role): Probe => {
    const populating = populate()
    const one = populating.make(entity, { has: by })
    const [led] = linksOf(one, role)
    const first = populating.thing(led!)
    const second = populating.make(first.entity, sameAs(first, populating.entity(first.entity).identifier))
    const same = sameAs(one, by)
    const other = populating.make(entity, { ...same, links: { ...same.links, [role]: [second.id] } })
    const after = populating.state
    return {
      wants: 'refused',
      before: without(after, other.id, second.id),
      after,
      instead: unified(unified(after, first.id, second.id), one.id, other.id),
      touches: touching(populating.reading, entity, by),
      refusedBy: BY_KEY,
    }
  })
}

/** Whether the member stands in columns of the entity's own table. */
function standsInOwnRow(reading: Reading, entity: string, member: string): boolean {
  const table = reading.placement(entity)!.table
  const placed = reading.attribute(entity, member)
  if (placed) return sameName(placed.table, table)
  const layout = reading.rolePlacement(entity, member)?.layout
  if (layout?.kind === 'forward') return sameName(layout.step.fromTable, table)
  return layout?.kind === 'columns'
}

function differingIn(populate: Populate, entity: string, by: readonly string[], part: string): Probe {
  const populating = populate()
  const one = populating.make(entity, { has: by })
  const rest = by.filter(member => member !== part)
  const other: Thing = populating.make(entity, { ...sameAs(one, rest), has: [part] })
  return {
    wants: 'accepted',
    before: without(populating.state, other.id),
    after: populating.state,
    touches: touching(populating.reading, entity, by),
    refusedBy: BY_KEY,
  }
}

function lacking(populate: Populate, entity: string, by: readonly string[], part: string): Probe {
  const populating = populate()
  const own = populating.make(entity, { has: by.filter(member => member !== part), lacks: [part] })
  return {
    wants: 'refused',
    before: without(populating.state, own.id),
    after: populating.state,
    touches: membersNamed(entity, [memberOf(part)]),
    refusedBy: BY_VALUE_MISSING,
  }
}
