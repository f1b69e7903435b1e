import { z } from 'zod'
import { TABLE_SHEETS } from '../../findings'
import { closure, keysOfPart } from '../../dependencies'
import { sameName } from '../../schema'
import { becauseOf } from '../because'
import { dependenciesAround, factName, factsIn, factsOfPath } from '../facts'
import type { Reading } from '../reading'
import { leadingPart } from '../parts'
import { absent, newTree, says, type Result } from '../result'
import type { Because } from '../verdict'
import type { RuleModule } from './module'
import { Name, Names, about } from './shapes'

const OnceOnly = z.object({
  kind: z.literal('onceOnly'),
  entity: Name,
  from: Names,
  to: Names,
  form: z.enum(['3NF', 'BCNF']),
})
type OnceOnly = z.infer<typeof OnceOnly>

/**
 * Where `from` fixes `to`, that is not written again with every row of something else. 3NF lets stand what
 * is part of a key.
 */
export const onceOnly: RuleModule<OnceOnly> = {
  shape: OnceOnly,
  sheets: TABLE_SHEETS,
  weight: 'other',
  names: 'elements',
  words: rule =>
    `written once, ${rule.form}: ${about(rule, `${rule.from.join(', ')} → ${rule.to.join(', ')}`)}`,
  elements: ({ from, to }) => [...from, ...to].map(path => path.split('.')[0]!),
  evaluate,
}

/**
 * Broken where a table writes both sides of `from → to` under the same path, and `from` does not fix all that
 * the table says under the exercise's own dependencies. 3NF lets a part of a key stand.
 */
function evaluate(reading: Reading, rule: OnceOnly): Result {
  for (const member of [...rule.from, ...rule.to]) reading.lookFor(rule.entity, member)
  const lodging = atLodging(reading, rule)
  if (lodging) return lodging
  const whole = evaluateWhole(reading, rule)
  if (whole.verdict !== 'not shown' || rule.to.length === 1) return whole
  // Facts that stand in several tables are each written once, or not.
  const parts = rule.to.map(to => evaluateWhole(reading, { ...rule, to: [to] }))
  return parts.every(({ verdict }) => verdict !== 'not shown') ? leadingPart(parts) : whole
}

/** An entity whose facts are left in the rows of another: written again with each, unless they are told apart by it. */
function atLodging(reading: Reading, { entity, from, to }: OnceOnly): Result | undefined {
  if (!reading.isGuest(entity) || !to.every(name => reading.attribute(entity, name))) return undefined
  const tree = newTree(reading)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, from)
  if (!left) return undefined
  return tree.ask(left).reachesRow(at)
    ? says('upheld', [becauseOf('written-once', { from, to })], [at.table])
    : says('broken', [becauseOf('written-again', { table: at.table.name, from, to }, at.table)], [at.table])
}

function evaluateWhole(reading: Reading, rule: OnceOnly): Result {
  const hosts = reading.alignment.entities
    .filter(({ inside }) => !inside)
    .flatMap(({ entity, table, parts }) =>
      [table, ...parts.map(part => part.table)].map(name => ({ entity, table: name })),
    )
  let isWritten = false
  let stands: Because | undefined
  for (const { entity, table } of hosts) {
    const judged = judgeTable(reading, rule, entity, table)
    if (judged.kind === 'again') return says('broken', [judged.because], [table])
    if (judged.kind === 'undecided')
      return { ...says('cannot tell', [judged.because], [table]), doubt: 'limit' }
    if (judged.kind === 'in a key') stands = judged.because
    isWritten ||= judged.kind !== 'absent'
  }
  if (!isWritten) return absent('attribute-absent', { attribute: rule.to })
  return says(
    'upheld',
    [stands ?? becauseOf('written-once', { from: rule.from, to: rule.to })],
    [reading.placement(rule.entity)!.table],
  )
}

type Judged =
  | { readonly kind: 'absent' | 'once' }
  | { readonly kind: 'again' | 'in a key' | 'undecided'; readonly because: Because }

function judgeTable(
  reading: Reading,
  { entity, from, to, form }: OnceOnly,
  anchor: string,
  table: string,
): Judged {
  const facts = factsIn(reading, table, reading.entity(anchor)!)
  const written = new Set(facts.map(factName))
  const { universe, dependencies } = dependenciesAround(reading, anchor)
  const known = [...written].filter(name => universe.names.includes(name))
  const all = universe.set(known)
  let kind: 'absent' | 'once' = 'absent'
  for (const path of pathsTo(reading, anchor, entity)) {
    const left = from.flatMap(member => factsOfPath(reading, entity, path, member))
    const right = to.flatMap(member => factsOfPath(reading, entity, path, member))
    if (!right.every(name => written.has(name))) continue
    kind = 'once'
    if (
      !left.every(name => written.has(name)) ||
      all.isSubsetOf(closure(universe.size, universe.set(left), dependencies))
    )
      continue
    const place = reading.table(table)
    if (form === '3NF') {
      const keys = keysOfPart(universe.size, all, dependencies, { limit: 20_000 })
      if (!keys)
        return {
          kind: 'undecided',
          because: becauseOf('key-undecided', { table, to }, place),
        }
      const prime = right.every(name => keys.keys.some(key => key.has(universe.position(name))))
      if (prime) return { kind: 'in a key', because: becauseOf('in-a-key', { table, to }, place) }
    }
    return {
      kind: 'again',
      because: becauseOf('written-again', { table, from, to }, place),
    }
  }
  return { kind }
}

/** The paths of roles, up to three long, by which an entity leads to another; the empty one for itself. */
function pathsTo(reading: Reading, start: string, entity: string): (readonly string[])[] {
  const found: (readonly string[])[] = []
  const visit = (name: string, path: readonly string[]): void => {
    if (sameName(name, entity)) found.push(path)
    if (path.length < 3)
      for (const role of reading.entity(name)?.roles ?? []) visit(role.target, [...path, role.name])
  }
  visit(start, [])
  return found
}
