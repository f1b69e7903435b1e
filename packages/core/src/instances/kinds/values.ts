import type { Rule } from '../../rules'
import { findAttribute } from '../../alignment'
import { BY_ANYTHING, BY_VALUE, type Populate, type Probe, type ProbesOf } from '../probe'
import { membersNamed, touching } from '../members'
import { without } from '../things'

type OfKind<K extends Rule['kind']> = Extract<Rule, { kind: K }>

/** More values say no more. */
const MOST_VALUES = 12

/** Each value is accepted and read back as it was. */
export const stores: ProbesOf<OfKind<'stores'>> = (populate, { entity, attribute, values }) =>
  values.slice(0, MOST_VALUES).flatMap(value => {
    const probe = withValue(populate, entity, attribute, value)
    return probe ? [{ ...probe, wants: 'accepted' as const, refusedBy: BY_ANYTHING, kept: probe.kept }] : []
  })

export const admitsValue: ProbesOf<OfKind<'admitsValue'>> = (populate, { entity, attribute, values }) =>
  values.slice(0, MOST_VALUES).flatMap(value => {
    const probe = withValue(populate, entity, attribute, value)
    return probe ? [{ ...without_(probe), wants: 'accepted' as const, refusedBy: BY_ANYTHING }] : []
  })

export const refusesValue: ProbesOf<OfKind<'refusesValue'>> = (populate, { entity, attribute, values }) =>
  values.slice(0, MOST_VALUES).flatMap(value => {
    const probe = withValue(populate, entity, attribute, value)
    return probe
      ? [{ ...without_(probe), wants: 'refused' as const, refusedBy: BY_VALUE, unlisted: probe.touches[0]! }]
      : []
  })

type Drawn = Omit<Probe, 'wants' | 'refusedBy' | 'kept'> & { readonly kept: NonNullable<Probe['kept']> }

const without_ = ({ kept: _, ...probe }: Drawn): Omit<Drawn, 'kept'> => probe

/** A thing with the value; a role's value is what identifies its target. */
function withValue(populate: Populate, entity: string, attribute: string, value: string): Drawn | undefined {
  const populating = populate()
  const found = populating.entity(entity)
  const fact = findAttribute(found, attribute)
  if (!fact) return undefined
  const own = populating.make(entity, { values: { [attribute]: value } })
  return {
    about: 'value',
    before: without(populating.state, own.id),
    after: populating.state,
    touches: [...membersNamed(entity, [attribute]), ...touching(populating.reading, entity, [attribute])],
    kept: { thing: own.id, attribute, value },
    isOfToday: fact.byToday || /^today/i.test(value),
  }
}
