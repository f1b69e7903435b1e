import { foldName, sameName } from '../schema'
import type { Reading } from '../rules'
import { linksOf, valueOf, type Thing } from './things'
import type { Wanted } from './populate'

/** The first step of a path. */
export const memberOf = (path: string): string => path.split('.')[0]!

/** Another one with the same members. */
export function sameAs(thing: Thing, members: readonly string[]): Wanted {
  const values: Record<string, string> = {}
  const links: Record<string, readonly number[]> = {}
  const lacks: string[] = []
  for (const member of members) {
    const value = valueOf(thing, member)
    const led = linksOf(thing, member)
    if (value !== null) values[member] = value
    else if (led.length > 0) links[member] = led
    else lacks.push(member)
  }
  return { values, links, lacks }
}

export const membersNamed = (entity: string, members: readonly string[]): string[] =>
  members.map(member => foldName(`${entity}.${member}`))

/** The members, and what tells those apart that they lead to. */
export function touching(reading: Reading, entity: string, members: readonly string[], depth = 0): string[] {
  return members.flatMap(member => {
    const own = foldName(`${entity}.${member}`)
    const role = reading.role(entity, member)
    if (!role || depth > 3) return [own]
    const target = reading.entity(role.target)
    return [own, ...touching(reading, role.target, target?.identifier ?? [], depth + 1)]
  })
}

/** Whether a table of the answer stands for something in the world. */
export function standsFor({ alignment }: Reading, name: string): boolean {
  return alignment.entities.some(
    ({ table, parts }) => sameName(table, name) || parts.some(part => sameName(part.table, name)),
  )
}
