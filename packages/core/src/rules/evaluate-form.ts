import { closure, keysOfPart } from '../dependencies'
import { sameName, type Schema, type Table } from '../schema'
import { becauseOf } from './because'
import { listInWords } from '../findings'
import { dependenciesAround, factName, factsIn, factsOfPath } from './facts'
import type { Reading } from './reading'
import { absent, says, type Of, type Result } from './result'
import type { Because } from './verdict'

/**
 * Broken where a table writes both sides of `from → to` under the same path, and `from` does not fix all that
 * the table says under the exercise's own dependencies. 3NF lets a part of a key stand.
 */
export function onceOnly(reading: Reading, rule: Of<'onceOnly'>): Result {
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
  if (!isWritten) return absent('attribute-absent', { entity: rule.entity, attribute: listInWords(rule.to) })
  return says(
    'upheld',
    [stands ?? becauseOf('written-once', { from: listInWords(rule.from), to: listInWords(rule.to) })],
    [reading.placement(rule.entity)!.table],
  )
}

type Judged =
  | { readonly kind: 'absent' | 'once' }
  | { readonly kind: 'again' | 'in a key' | 'undecided'; readonly because: Because }

function judgeTable(
  reading: Reading,
  { entity, from, to, form }: Of<'onceOnly'>,
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
          because: becauseOf(
            'unmodelled',
            { what: `Whether ${listInWords(to)} is part of a key of ${table}` },
            place,
          ),
        }
      const prime = right.every(name => keys.keys.some(key => key.has(universe.position(name))))
      if (prime)
        return { kind: 'in a key', because: becauseOf('in-a-key', { table, to: listInWords(to) }, place) }
    }
    return {
      kind: 'again',
      because: becauseOf('written-again', { table, from: listInWords(from), to: listInWords(to) }, place),
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

interface Named {
  readonly what: string
  readonly name: string | null
  readonly wanted: string
  readonly place: Table['span']
}

/**
 * Names of tables or constraints against a pattern in which {table}, {columns} and {target} stand for names;
 * capitals do not matter.
 */
export function convention(reading: Reading, { of, pattern }: Of<'convention'>): Result {
  const named = namedThings(reading.schema, of, pattern)
  if (named.length === 0) return absent('nothing-to-name', { what: of })
  const wrong = named.filter(({ name, wanted }) => name === null || !sameName(name, wanted))
  if (wrong.length === 0)
    return says(
      'upheld',
      [
        becauseOf('names-follow', {
          count: `${named.length} ${named.length === 1 ? 'name is' : 'names are'}`,
          pattern,
        }),
      ],
      [],
    )
  return says(
    'broken',
    wrong.slice(0, 5).map(({ what, name, wanted, place }) => ({
      code: 'name-differs' as const,
      params: { what, name: name ?? '(without a name)', wanted },
      place,
    })),
    [],
  )
}

function namedThings({ tables }: Schema, of: Of<'convention'>['of'], pattern: string): Named[] {
  const wanted = (table: Table, columns: readonly string[] = [], target = ''): string =>
    pattern
      .replaceAll('{table}', table.name)
      .replaceAll('{columns}', columns.join('_'))
      .replaceAll('{target}', target)
  return tables
    .filter(({ given }) => !given)
    .flatMap((table): Named[] => {
      switch (of) {
        case 'table':
          return [{ what: 'the table', name: table.name, wanted: wanted(table), place: table.nameSpan }]
        case 'primary key':
          return table.primaryKey
            ? [
                {
                  what: `the primary key of ${table.name}`,
                  name: table.primaryKey.name,
                  wanted: wanted(table, table.primaryKey.columns),
                  place: table.primaryKey.span,
                },
              ]
            : []
        case 'unique':
          return table.uniques.map(key => ({
            what: `the UNIQUE of ${table.name}`,
            name: key.name,
            wanted: wanted(table, key.columns),
            place: key.span,
          }))
        case 'foreign key':
          return table.references.map(reference => ({
            what: `the reference of ${table.name}`,
            name: reference.name,
            wanted: wanted(table, reference.columns, reference.table),
            place: reference.span,
          }))
        case 'check':
          return table.checks.map(check => ({
            what: `the CHECK of ${table.name}`,
            name: check.name,
            wanted: wanted(table),
            place: check.span,
          }))
      }
    })
}
