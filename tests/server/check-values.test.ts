import createKnex, { type Knex } from 'knex'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { checksOn, reviewScript } from '@nomenklatura/core/sql'

/**
 * What we say a CHECK does with a value, against what PostgreSQL does with it: generated expressions of one
 * column, of numbers and of text.
 */
let db: Knex
beforeAll(() => {
  db = createKnex({ client: 'pg', connection: process.env.DATABASE_URL! })
})
afterAll(() => db.destroy())

const number = fc.integer({ min: -3, max: 12 }).map(String)
const decimal = fc
  .tuple(fc.integer({ min: -3, max: 12 }), fc.constantFrom('', '.5', '.25'))
  .map(([whole, part]) => `${whole}${part}`)
const word = fc.constantFrom('shore', 'meadow', 'SKV-1', '', 'Bay', 'bay ')
const text = word.map(value => `'${value}'`)
const comparison = fc.constantFrom('=', '<>', '!=', '<', '<=', '>', '>=')

function logic(leaf: fc.Arbitrary<string>): fc.Arbitrary<string> {
  return fc.letrec<{ all: string }>(tie => ({
    all: fc.oneof(
      { maxDepth: 3, depthSize: 'small' },
      leaf,
      fc
        .tuple(tie('all'), fc.constantFrom('AND', 'OR'), tie('all'))
        .map(([a, operator, b]) => `(${a}) ${operator} (${b})`),
      tie('all').map(of => `NOT (${of})`),
      fc
        .tuple(tie('all'), fc.constantFrom('IS TRUE', 'IS NOT TRUE', 'IS NOT FALSE'))
        .map(([of, suffix]) => `(${of}) ${suffix}`),
    ),
  })).all
}

const ofNumbers = logic(
  fc.oneof(
    fc.tuple(comparison, decimal).map(([operator, value]) => `n ${operator} ${value}`),
    fc.tuple(decimal, comparison).map(([value, operator]) => `${value} ${operator} n`),
    fc.tuple(decimal, decimal).map(([low, high]) => `n BETWEEN ${low} AND ${high}`),
    fc.tuple(decimal, decimal).map(([low, high]) => `n NOT BETWEEN ${low} AND ${high}`),
    fc.array(decimal, { minLength: 1, maxLength: 3 }).map(values => `n IN (${values.join(', ')})`),
    fc.array(decimal, { minLength: 1, maxLength: 3 }).map(values => `n NOT IN (${values.join(', ')}, NULL)`),
    fc.constantFrom(
      'n IS NULL',
      'n IS NOT NULL',
      'n * 2 + 1 > 7',
      'abs(n) = n',
      '-n < 2',
      'n - 1 >= 0 - 1',
      'NULL = n',
      'n + NULL > 0',
    ),
  ),
)
const ofTexts = logic(
  fc.oneof(
    fc.tuple(fc.constantFrom('=', '<>', '!='), text).map(([operator, value]) => `t ${operator} ${value}`),
    fc.array(text, { minLength: 1, maxLength: 3 }).map(values => `t IN (${values.join(', ')})`),
    fc.constantFrom(
      "t LIKE '%o%'",
      "t NOT LIKE 'SKV-_'",
      "t LIKE 's%e'",
      "t ILIKE 'B%'",
      'length(t) = 5',
      'char_length(t) > 0',
      "lower(t) = 'bay'",
      'upper(t) = t',
      "trim(t) = 'bay'",
      't IS NOT NULL',
      "t = ''",
    ),
  ),
)

async function agree(
  expressions: readonly string[],
  column: 'n' | 't' | 'd',
  type: string,
  values: readonly (string | null)[],
): Promise<string[]> {
  const rows = values.map(value => `(${value === null ? 'NULL' : `'${value}'`}::${type})`).join(', ')
  const differences: string[] = []
  for (const expression of expressions) {
    const { schema } = reviewScript(`CREATE TABLE probe (${column} ${type} CHECK (${expression}));`)
    const { rows: said } = (await db.raw(
      `SELECT coalesce((${expression.replaceAll('?', '\\?')}), true) AS passes FROM (VALUES ${rows}) AS v(${column})`,
    )) as { rows: { passes: boolean }[] }
    values.forEach((value, i) => {
      const { outcome } = checksOn(schema.tables[0]!, column, value)
      if (outcome !== (said[i]!.passes ? 'passes' : 'refuses'))
        differences.push(
          `${expression} with ${value}: ours ${outcome}, the server's ${said[i]!.passes ? 'passes' : 'refuses'}`,
        )
    })
  }
  return differences
}

it('numbers: 400 expressions, eight values each', async () => {
  expect(
    await agree(fc.sample(ofNumbers, { numRuns: 400, seed: 7 }), 'n', 'numeric(6,2)', [
      ...fc.sample(number, { numRuns: 5, seed: 3 }),
      '2.5',
      '0.25',
      null,
    ]),
  ).toEqual([])
})

it('texts: 300 expressions, seven values each', async () => {
  expect(
    await agree(fc.sample(ofTexts, { numRuns: 300, seed: 11 }), 't', 'text', [
      'shore',
      'meadow',
      'SKV-1',
      '',
      'Bay',
      'bay ',
      null,
    ]),
  ).toEqual([])
})

const day = fc
  .tuple(
    fc.constantFrom(2003, 2004, 2010, 2026),
    fc.integer({ min: 1, max: 12 }),
    fc.integer({ min: 1, max: 31 }),
  )
  .filter(([year, month, date]) => date <= new Date(Date.UTC(year, month, 0)).getUTCDate())
  .map(parts => parts.map(part => String(part).padStart(2, '0')).join('-'))
const span = fc
  .tuple(fc.integer({ min: 1, max: 22 }), fc.constantFrom('year', 'month', 'day'))
  .map(([count, unit]) => `interval '${count} ${unit}${count === 1 ? '' : 's'}'`)

it('days: 400 expressions, nine values each', async () => {
  const asked = fc.tuple(day, span, comparison, fc.constantFrom('d', 'age', 'sum', 'year'))
  const expressions = fc.sample(asked, { numRuns: 400, seed: 13 }).map(([today, by, operator, form]) => {
    if (form === 'd') return `d ${operator} DATE '${today}' - ${by}`
    if (form === 'sum') return `d + ${by} ${operator} DATE '${today}'`
    if (form === 'age') return `age(DATE '${today}', d) ${operator} ${by}`
    return `EXTRACT(YEAR FROM age(DATE '${today}', d)) ${operator} 16`
  })
  const values = [...fc.sample(day, { numRuns: 6, seed: 17 }), '2004-02-29', '2010-03-15', null]
  expect(await agree(expressions, 'd', 'date', values)).toEqual([])
})

const piece = fc.constantFrom(
  '[A-Z]',
  '[a-z]',
  '[0-9]',
  '[A-Z-]',
  '[^0-9]',
  's',
  'S',
  'K',
  '-',
  'o',
  '1',
  '\\d',
  '\\.',
  '[SB]',
  ' ',
)
const pattern = fc
  .tuple(
    fc.constantFrom('^', ''),
    fc.array(
      fc.tuple(piece, fc.constantFrom('', '', '{3}', '{1,2}', '+', '*', '?')).map(parts => parts.join('')),
      { minLength: 1, maxLength: 5 },
    ),
    fc.constantFrom('$', ''),
  )
  .map(([begin, pieces, end]) => `${begin}${pieces.join('')}${end}`)
  .filter(text => (text.match(/[+*?,]/g) ?? []).length <= 3)

it('regular expressions: 300 patterns, eight values each', async () => {
  const expressions = fc
    .sample(fc.tuple(pattern, fc.constantFrom('~', '~*')), { numRuns: 300, seed: 5 })
    .map(([text, operator]) => `t ${operator} '${text}'`)
  expect(
    await agree(expressions, 't', 'text', [
      'shore',
      'meadow',
      'SKV-1',
      'SKV-00417',
      'Bay',
      'bay ',
      '1.5',
      null,
    ]),
  ).toEqual([])
})
