import { touching } from '../members'
import type { Populating } from '../populate'

/** What roles lead to that is written again for each that leads to it, and all that is written so. */
export interface WrittenAgain {
  readonly links: Readonly<Record<string, readonly number[]>>
  readonly touches: readonly string[]
}

/**
 * Where the link of a role stands in the row of what it leads to, that row is written again for each that leads to
 * it: with all its facts, since any of them may be held back the second time.
 */
export function writtenAgain(populating: Populating, entity: string, roles: readonly string[]): WrittenAgain {
  const { reading } = populating
  const found = roles.flatMap(role => {
    const target = reading.role(entity, role)?.target
    if (target === undefined || reading.rolePlacement(entity, role)?.layout.kind !== 'backward') return []
    const { attributes, roles: links } = populating.entity(target)
    const all = [...attributes, ...links].map(({ name }) => name)
    const { id } = populating.make(target, { has: all })
    return [{ link: [role, [id]] as const, touches: touching(reading, target, all) }]
  })
  return {
    links: Object.fromEntries(found.map(({ link }) => link)),
    touches: found.flatMap(({ touches }) => touches),
  }
}
