import fc from 'fast-check'
import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { DIALECTS, foldName, type Dialect, type Schema } from '../../src/schema'
import { fixAll, readScript, reviewScript, tokenize, writeScript } from '../../src/sql'
import { WHOLE } from './broken/whole'

const FROZEN = readdirSync('tests/reference/frozen')
  .filter(name => name.endsWith('.sql'))
  .map(name => readFileSync(`tests/reference/frozen/${name}`, 'utf8'))
  .sort((a, b) => b.length - a.length)
/** The whole scripts of the six dialects, and the four longest of the frozen ones. */
const TEN: readonly (readonly [Dialect, string])[] = [
  ...DIALECTS.map(dialect => [dialect, WHOLE[dialect]] as const),
  ...FROZEN.slice(0, 4).map(script => ['postgresql', script] as const),
]

/** What a table's own statements say of it; not what follows from other tables. */
function own({ tables }: Schema): Map<string, string> {
  return new Map(
    tables.map(table => [
      foldName(table.name),
      JSON.stringify({
        columns: table.columns.map(({ name, type, notNull, default: value }) => [
          name,
          type.family,
          type.length,
          type.precision,
          notNull,
          value,
        ]),
        key: table.primaryKey?.columns,
        uniques: table.uniques.map(({ columns }) => columns),
        references: table.references.map(({ columns, table: target, onDelete }) => [
          columns,
          target,
          onDelete,
        ]),
        checks: table.checks.map(({ expression }) => expression),
      }),
    ]),
  )
}

describe.each(TEN.map(([dialect, script], i) => [`${i + 1}. ${dialect}`, dialect, script] as const))(
  '%s',
  (_, dialect, script) => {
    const whole = reviewScript(script, { dialect })
    const tables = own(whole.schema)

    /**
     * The tables that a cut from one place to another may touch: of the statements it lies in, and of the one
     * after.
     */
    function touched(start: number, end: number): Set<string> {
      const first = whole.statements.findIndex(({ span }) => span.end >= start)
      const last = whole.statements.findLastIndex(({ span }) => span.start < end)
      const near = whole.statements.slice(
        Math.max(0, Math.min(first < 0 ? whole.statements.length - 1 : first, last)),
        Math.max(first, last) + 2,
      )
      return new Set(near.flatMap(({ table }) => (table === null ? [] : [foldName(table)])))
    }

    function othersAreWhole(damaged: string, start: number, end: number): void {
      const read = own(readScript(damaged, { dialect }).schema)
      const spared = touched(start, end)
      for (const [name, text] of tables)
        if (!spared.has(name))
          expect(read.get(name), `${name}, without "${script.slice(start, end)}" at ${start}`).toBe(text)
    }

    it('without any one token, every other table is read as before', () => {
      for (const { start, end, kind } of tokenize(script, dialect).tokens)
        if (kind !== 'end') othersAreWhole(script.slice(0, start) + script.slice(end), start, end)
    })

    it('cut off anywhere, every table before the cut is read as before', () => {
      for (let cut = 0; cut < script.length; cut++) {
        const read = own(readScript(script.slice(0, cut), { dialect }).schema)
        const changedLater = new Set(
          whole.statements.filter(({ span }) => span.end >= cut).map(({ table }) => foldName(table ?? '')),
        )
        for (const [name, text] of tables)
          if (!changedLater.has(name)) expect(read.get(name), `${name}, cut at ${cut}`).toBe(text)
      }
    })

    it('with any two neighbouring tokens swapped, the reader and the fixes come to an end', () => {
      const { tokens } = tokenize(script, dialect)
      for (let i = 0; i + 2 < tokens.length; i += 5) {
        const [a, b] = [tokens[i]!, tokens[i + 1]!]
        const damaged =
          script.slice(0, a.start) +
          script.slice(b.start, b.end) +
          script.slice(a.end, b.start) +
          script.slice(a.start, a.end) +
          script.slice(b.end)
        expect(fixAll(damaged, { dialect }).text.length).toBeGreaterThan(0)
      }
    })
  },
)

describe('hostile texts', () => {
  it.each(DIALECTS)(
    '%s: no input makes it throw; places lie within; what is read can be written',
    dialect => {
      const pieces = fc.constantFrom(
        'CREATE TABLE t (',
        ')',
        '(',
        ',',
        ';',
        "'",
        '"',
        '`',
        '[',
        ']',
        '/*',
        '*/',
        '--',
        '#',
        '\n',
        '\nGO\n',
        '\n/\n',
        'DELIMITER //\n',
        '//',
        '$$',
        "q'[",
        'PRIMARY KEY',
        'REFERENCES',
        'INSERT INTO t VALUES (',
        'NULL',
        'a int',
        'ALTER TABLE t ADD',
        'MODIFY',
        'BEGIN',
        'END;',
        'CREATE PROCEDURE p AS',
        'DEFAULT',
        '‘',
        '，',
        '\\',
        '\u0000',
        '😀',
        'vault=# ',
        '\n```\n',
        '\n1. CREATE',
        'IN ("x", y)',
        'Here is text',
        '"A"',
        'AS (a)',
        'AUTO_INCREMENT PRIMARY KEY',
        'ENUM(',
        'GENERATED',
        '/*!40101 ',
        'COPY t FROM stdin;\n',
        '\\.\n',
        'CHECK',
        'É',
        ' ',
      )
      fc.assert(
        fc.property(fc.array(pieces, { maxLength: 40 }), parts => {
          const script = parts.join(' ')
          const { schema, findings, inserts } = reviewScript(script, { dialect })
          for (const { place, fix } of findings) {
            expect(place.start >= 0 && place.start <= place.end && place.end <= script.length).toBe(true)
            if (fix)
              expect(
                fix.span.start >= 0 && fix.span.start <= fix.span.end && fix.span.end <= script.length,
              ).toBe(true)
          }
          expect(typeof writeScript(schema, { to: dialect, inserts }).text).toBe('string')
        }),
        { numRuns: 400 },
      )
    },
  )

  it.each([
    ['100,000 opening brackets', 'CREATE TABLE t (a int CHECK ' + '('.repeat(100_000)],
    [
      '100,000 brackets, closed',
      `CREATE TABLE t (a int CHECK ${'('.repeat(100_000)}1${')'.repeat(100_000)});`,
    ],
    ['100,000 opening comments', '/*'.repeat(100_000)],
    ['30,000 quotation marks on lines', "'a,\n".repeat(30_000)],
    ['100,000 dollars', '$'.repeat(100_001)],
    ['20,000 statements that are none', 'CRAETE TABEL\n'.repeat(20_000)],
    ['100,000 commas', `CREATE TABLE t (a int${','.repeat(100_000)});`],
    ['100,000 BEGINs', 'CREATE PROCEDURE p AS ' + 'BEGIN '.repeat(100_000)],
    [
      '20,000 rows',
      `CREATE TABLE t (a int PRIMARY KEY, b text);\nINSERT INTO t VALUES ${Array.from({ length: 20_000 }, (_, i) => `(${i}, 'x')`).join(',\n')};`,
    ],
    ['30,000 prompts and fences', 'vault=# \n```\n1. CREATE TABLE\n'.repeat(10_000)],
    ['prompts within a comment', `/* ${'vault=# x\n'.repeat(20_000)} */ CREATE TABLE t (a int);`],
    [
      'a condition over 20,000 names',
      `CREATE TABLE t (a text CHECK (a IN (${Array.from({ length: 20_000 }, (_, i) => `n${i}`).join(', ')})));`,
    ],
    [
      'a condition of 20,000 brackets',
      `CREATE TABLE t (a text CHECK (${'(a = "x") AND '.repeat(20_000)} true));`,
    ],
    ['20,000 sentences', 'This is a sentence\nCREATE TABLE\n'.repeat(20_000)],
    [
      '20,000 names in quotes',
      `CREATE TABLE "T" ("A" int PRIMARY KEY);\n${'INSERT INTO T (A) VALUES (1);\n'.repeat(20_000)}`,
    ],
    [
      '2,000 tables that refer to the next',
      Array.from(
        { length: 2_000 },
        (_, i) => `CREATE TABLE t${i} (a int PRIMARY KEY, b int REFERENCES t${i + 1} (a));`,
      ).join('\n'),
    ],
  ])('%s are answered', (_, script) => {
    const read = (['postgresql', 'mysql'] as const).map(dialect => reviewScript(script, { dialect }))
    expect(read.every(({ findings }) => findings.every(({ place }) => place.end <= script.length))).toBe(true)
  })
})
