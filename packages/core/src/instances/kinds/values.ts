import { speaksOfToday, valueToRun, type Rule } from '../../rules'
import { findAttribute } from '../../alignment'
import { BY_ANYTHING, BY_VALUE, type Kept, type Populate, type Probe, type ProbesOf } from '../probe'
import { membersNamed, touching } from '../members'
import { without } from '../things'

type OfKind<K extends Rule['kind']> = Extract<Rule, { kind: K }>

/** More values say no more. */
const MOST_VALUES = 12

/** Each value is accepted and read back as it was. */
export const stores: ProbesOf<OfKind<'stores'>> = (populate, rule) =>
  withEach(populate, rule).map(probe => ({
    ...probe,
    wants: 'accepted' as const,
    refusedBy: BY_ANYTHING,
    kept: { ...probe.kept, decides: true },
  }))

export const admitsValue: ProbesOf<OfKind<'admitsValue'>> = (populate, rule) =>
  withEach(populate, rule).map(probe => ({ ...probe, wants: 'accepted' as const, refusedBy: BY_ANYTHING }))

export const refusesValue: ProbesOf<OfKind<'refusesValue'>> = (populate, rule) =>
  withEach(populate, rule).map(probe => ({
    ...probe,
    wants: 'refused' as const,
    refusedBy: BY_VALUE,
    unlisted: probe.touches[0]!,
  }))

type Drawn = Omit<Probe, 'wants' | 'refusedBy' | 'kept'> & { readonly kept: Kept }
type ValueRule = OfKind<'stores' | 'admitsValue' | 'refusesValue'>

const withEach = (populate: Populate, { entity, attribute, values }: ValueRule): Drawn[] =>
  values.slice(0, MOST_VALUES).flatMap(value => withValue(populate, entity, attribute, value) ?? [])

/** A thing with the value; a role's value is what identifies its target. */
function withValue(populate: Populate, entity: string, attribute: string, value: string): Drawn | undefined {
  const populating = populate()
  const found = populating.entity(entity)
  const fact = findAttribute(found, attribute)
  if (!fact) return undefined
  const isOfToday = fact.byToday || speaksOfToday(value)
  const tried = isOfToday ? valueToRun(value, fact.byToday) : value
  const own = populating.make(entity, { values: { [attribute]: tried } })
  return {
    before: without(populating.state, own.id),
    after: populating.state,
    touches: [...membersNamed(entity, [attribute]), ...touching(populating.reading, entity, [attribute])],
    kept: { thing: own.id, attribute, value: tried, decides: false },
    isOfToday,
  }
}
