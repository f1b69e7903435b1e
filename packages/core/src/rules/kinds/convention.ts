import { z } from 'zod'
import { sameName, type Schema, type Table } from '../../schema'
import { phrase, type Phrase } from '../../words'
import { becauseOf } from '../because'
import type { Reading } from '../reading'
import { absent, says, type Result } from '../result'
import type { RuleModule } from './module'
import { Name } from './shapes'

const Convention = z.object({
  kind: z.literal('convention'),
  entity: Name,
  of: z.enum(['table', 'primary key', 'unique', 'foreign key', 'check']),
  pattern: z.string().min(1).max(200),
})
type Convention = z.infer<typeof Convention>

/**
 * Names follow a pattern, in which {table}, {columns} and {target} stand for names. `entity` is only its
 * place on the sheet.
 */
export const convention: RuleModule<Convention> = {
  shape: Convention,
  sheets: ['script'],
  weight: 'other',
  names: 'elements',
  words: ({ pattern, of }) => `called ${pattern}: every ${of}`,
  elements: () => [],
  evaluate,
  unplaced: true,
  ofNames: true,
}

interface Named {
  readonly what: Phrase
  readonly name: string | null
  readonly wanted: string
  readonly place: Table['span']
}

/**
 * Names of tables or constraints against a pattern in which {table}, {columns} and {target} stand for names;
 * capitals do not matter.
 */
function evaluate(reading: Reading, { of, pattern }: Convention): Result {
  const named = namedThings(reading.schema, of, pattern)
  if (named.length === 0) return absent('nothing-to-name', { what: of })
  const wrong = named.filter(({ name, wanted }) => name === null || !sameName(name, wanted))
  if (wrong.length === 0)
    return says('upheld', [becauseOf('names-follow', { count: named.length, pattern })], [])
  return says(
    'broken',
    wrong
      .slice(0, 5)
      .map(({ what, name, wanted, place }) =>
        becauseOf(
          'name-differs',
          { what, name: name ?? phrase('without-name', {}), wanted },
          { span: place },
        ),
      ),
    [],
  )
}

function namedThings({ tables }: Schema, of: Convention['of'], pattern: string): Named[] {
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
          return [
            {
              what: phrase('named-table', {}),
              name: table.name,
              wanted: wanted(table),
              place: table.nameSpan,
            },
          ]
        case 'primary key':
          return table.primaryKey
            ? [
                {
                  what: phrase('named-primary-key', { table: table.name }),
                  name: table.primaryKey.name,
                  wanted: wanted(table, table.primaryKey.columns),
                  place: table.primaryKey.span,
                },
              ]
            : []
        case 'unique':
          return table.uniques.map(key => ({
            what: phrase('named-unique', { table: table.name }),
            name: key.name,
            wanted: wanted(table, key.columns),
            place: key.span,
          }))
        case 'foreign key':
          return table.references.map(reference => ({
            what: phrase('named-reference', { table: table.name }),
            name: reference.name,
            wanted: wanted(table, reference.columns, reference.table),
            place: reference.span,
          }))
        case 'check':
          return table.checks.map(check => ({
            what: phrase('named-check', { table: table.name }),
            name: check.name,
            wanted: wanted(table),
            place: check.span,
          }))
      }
    })
}
