import { findRole } from '../../alignment'
import type { Rule } from '../../rules'
import { touching } from '../members'
import type { Populating } from '../populate'
import { BY_ANYTHING, type Populate, type Probe, type ProbesOf } from '../probe'
import { identityOf, without } from '../things'

type GivenRows = Extract<Rule, { kind: 'givenRows' }>
type GivenRow = GivenRows['rows'][number]

/** Each row on top of those before it that are to be accepted. */
export const givenRows: ProbesOf<GivenRows> = (populate, { rows }) =>
  rows.flatMap((_, i) => rowProbe(populate, rows.slice(0, i + 1)) ?? [])

function rowProbe(populate: Populate, rows: readonly GivenRow[]): Probe | undefined {
  const populating = populate()
  const { reading } = populating
  if (rows.some(({ entity }) => !reading.entity(entity) || !reading.placement(entity))) return undefined
  for (const row of rows.slice(0, -1)) if (row.accept) enter(populating, row)
  const last = rows.at(-1)!
  const own = enter(populating, last)
  return {
    wants: last.accept ? 'accepted' : 'refused',
    before: without(populating.state, own),
    after: populating.state,
    touches: touching(reading, last.entity, Object.keys(last.values)),
    areAllOwn: true,
    refusedBy: BY_ANYTHING,
  }
}

/** The row as a thing: its facts, and what it leads to by what tells that apart, parts joined by "|". */
function enter(populating: Populating, { entity, values }: GivenRow): number {
  const found = populating.entity(entity)
  const facts: Record<string, string> = {}
  const links: Record<string, readonly number[]> = {}
  const lacks: string[] = []
  for (const [member, value] of Object.entries(values)) {
    const role = findRole(found, member)
    if (value === null) lacks.push(member)
    else if (!role) facts[member] = value
    else links[member] = [named(populating, role.target, value)]
  }
  return populating.make(entity, { values: facts, links, lacks, isAlone: true }).id
}

/** What is there with these parts; else one that is only named. */
function named(populating: Populating, entity: string, value: string): number {
  const there = [...populating.state.things.values()].find(
    thing =>
      thing.entity === entity &&
      identityOf(populating.reading.world, populating.state, thing.id).join('|') === value,
  )
  if (there) return there.id
  const parts = value.split('|')
  const { identifier, attributes } = populating.entity(entity)
  const own = identifier.filter(member => attributes.some(({ name }) => name === member))
  const values = Object.fromEntries(
    own.flatMap((member, i) => (parts[i] === undefined ? [] : [[member, parts[i]] as const])),
  )
  return populating.missing(entity, { values }).id
}
