import type { Rule } from '../../rules'
import { sameName } from '../../schema'
import { BY_ANYTHING, type Populate, type Probe, type ProbesOf } from '../probe'
import { sameAs, touching } from '../members'
import type { Populating } from '../populate'
import { linksOf } from '../things'

type OfKind<K extends Rule['kind']> = Extract<Rule, { kind: K }>

/** What the thing leads to is taken away. */
export const onDelete: ProbesOf<OfKind<'onDelete'>> = (populate, { entity, role, outcome }) =>
  deedProbe(populate, entity, role, 'delete', outcome === 'refused')

/** What tells the thing apart that is led to becomes something else. */
export const onUpdate: ProbesOf<OfKind<'onUpdate'>> = (populate, { entity, role, outcome }) =>
  deedProbe(populate, entity, role, 'update', outcome === 'refused')

function deedProbe(
  populate: Populate,
  entity: string,
  role: string,
  what: 'delete' | 'update',
  isToBeRefused: boolean,
): Probe[] {
  const populating = populate()
  const own = populating.make(entity, { has: [role] })
  const [target] = linksOf(own, role)
  if (target === undefined || target === own.id) return []
  leadElsewhere(populating, target, own.id)
  return [
    {
      wants: isToBeRefused ? 'refused' : 'accepted',
      before: populating.state,
      after: populating.state,
      touches: touching(populating.reading, entity, [role]),
      refusedBy: BY_ANYTHING,
      deed: { what, thing: target, other: own.id, entity, role },
    },
  ]
}

/** Whatever else leads to the thing leads to another one in its place: then it is the rule's own link that decides. */
function leadElsewhere(populating: Populating, target: number, own: number): void {
  const thing = populating.thing(target)
  const others = [...populating.state.things.values()].filter(
    other => other.id !== own && [...other.links.values()].some(ids => ids.includes(target)),
  )
  if (others.length === 0) return
  const roles = populating.entity(thing.entity).roles.map(({ name }) => name)
  const { links = {} } = sameAs(thing, roles)
  const kept = Object.entries(links).filter(([, ids]) => !ids.includes(target))
  const another = populating.make(thing.entity, {
    links: Object.fromEntries(withoutWhatTellsApart(populating, thing.entity, kept)),
  })
  for (const { id } of others) {
    const other = populating.thing(id)
    const moved = [...other.links].filter(([, ids]) => ids.includes(target))
    populating.change(other, { links: Object.fromEntries(moved.map(([role]) => [role, [another.id]])) })
  }
}

/** Links that no two may have alike are not those of another thing. */
function withoutWhatTellsApart<Link extends readonly [role: string, ids: readonly number[]]>(
  { reading }: Populating,
  entity: string,
  links: readonly Link[],
): readonly Link[] {
  const isIn = (names: readonly string[], name: string): boolean => names.some(other => sameName(other, name))
  const roles = links.map(([role]) => role)
  const apart = reading.rules.flatMap(rule =>
    (rule.kind === 'identifies' || rule.kind === 'pairOnce') &&
    sameName(rule.entity, entity) &&
    rule.by.every(member => isIn(roles, member))
      ? rule.by
      : [],
  )
  return links.filter(([role]) => !isIn(apart, role))
}
