import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DIALECTS, type Dialect } from '../../src/schema'
import { mentionsIn, readScript, reviewScript, renameThing, thingAt } from '../../src/sql'
import { WHOLE } from './broken/whole'

const SCRIPT = `-- the garden and its dispatches
CREATE TABLE vault.garden (
  code char(4) PRIMARY KEY,
  date date DEFAULT CURRENT_DATE,
  CHECK (code <> 'code' AND length(code) = 4)
);
CREATE TABLE dispatch (
  no integer PRIMARY KEY,
  code char(4) REFERENCES garden (code),
  FOREIGN KEY (code) REFERENCES vault.garden (code)
);
CREATE INDEX by_code ON dispatch (code);
ALTER TABLE garden ALTER COLUMN code SET NOT NULL;
COMMENT ON COLUMN garden.code IS 'the code of a garden';
INSERT INTO garden (code, date) VALUES ('code', NULL);
`
const rename = (
  script: string,
  table: string,
  column: string | undefined,
  to: string,
  dialect: Dialect = 'postgresql',
) =>
  renameThing(
    script,
    readScript(script, { dialect }).schema,
    dialect,
    { table, ...(column === undefined ? {} : { column }) },
    to,
  )

describe('names of a script', () => {
  it('a table is renamed wherever it is named, and nothing else is touched', () => {
    const { text, places } = rename(SCRIPT, 'garden', undefined, 'partner')
    expect(places).toBe(6)
    expect(text).toBe(SCRIPT.replaceAll(/(?<=vault\.|REFERENCES |TABLE |COLUMN |INTO )garden/g, 'partner'))
  })

  it('a column is renamed in its own table, in references to it, keys, conditions, rows and comments; one of the same name elsewhere stays', () => {
    const { text, places } = rename(SCRIPT, 'garden', 'code', 'short name')
    expect(places).toBe(8)
    expect(text).toContain('"short name" char(4) PRIMARY KEY')
    expect(text).toContain('CHECK ("short name" <> \'code\' AND length("short name") = 4)')
    expect(text).toContain('code char(4) REFERENCES garden ("short name")')
    expect(text).toContain('FOREIGN KEY (code) REFERENCES vault.garden ("short name")')
    expect(text).toContain('ON dispatch (code)')
    expect(text).toContain('COLUMN garden."short name" IS \'the code of a garden\'')
    expect(text).toContain('INSERT INTO garden ("short name", date) VALUES (\'code\', NULL)')
  })

  it('a column called like a type is not taken for the type', () => {
    expect(rename(SCRIPT, 'garden', 'date', 'since').text).toContain('since date DEFAULT CURRENT_DATE')
  })

  it('what stands at a place is known, and a name that is taken changes nothing', () => {
    const { schema } = reviewScript(SCRIPT)
    const at = (text: string, shift = 1) =>
      thingAt(SCRIPT, schema, 'postgresql', SCRIPT.indexOf(text) + shift)
    expect(at('garden (\n')).toEqual({ table: 'garden' })
    expect(at('no integer')).toEqual({ table: 'dispatch', column: 'no' })
    expect(at('(code);', 2)).toEqual({ table: 'dispatch', column: 'code' })
    expect(at('the garden')).toBeUndefined()
    expect(rename(SCRIPT, 'garden', undefined, 'Dispatch')).toMatchObject({ taken: true, text: SCRIPT })
    expect(rename(SCRIPT, 'garden', 'code', 'date')).toMatchObject({ taken: true, text: SCRIPT })
  })

  it.each(DIALECTS)(
    'in %s a renamed script says the same with the new name, and renamed back it is the old one',
    dialect => {
      const script = WHOLE[dialect]
      const { schema } = reviewScript(script, { dialect })
      const things = schema.tables.flatMap(table => [
        { table: table.name },
        ...table.columns.map(({ name }) => ({ table: table.name, column: name })),
      ])
      fc.assert(
        fc.property(fc.constantFrom(...things), thing => {
          const renamed = renameThing(script, schema, dialect, thing, 'quite_new').text
          const read = reviewScript(renamed, { dialect })
          expect(read.findings.filter(({ severity }) => severity === 'error')).toEqual([])
          const swapped = (text: string) =>
            text.replaceAll('quite_new', 'column' in thing ? thing.column! : thing.table)
          const bones = (of: typeof schema) =>
            JSON.stringify(
              of.tables.map(table => [
                table.name,
                table.columns.map(({ name }) => name),
                table.primaryKey?.columns,
                table.uniques.map(({ columns }) => columns),
                table.references.map(({ columns, table: target, targetColumns }) => [
                  columns,
                  target,
                  targetColumns,
                ]),
              ]),
            )
          expect(swapped(bones(read.schema))).toBe(bones(schema))
          expect(
            bones(
              readScript(
                renameThing(
                  renamed,
                  read.schema,
                  dialect,
                  { ...thing, ...('column' in thing ? { column: 'quite_new' } : { table: 'quite_new' }) },
                  'column' in thing ? thing.column! : thing.table,
                ).text,
                { dialect },
              ).schema,
            ),
          ).toBe(bones(schema))
        }),
        { numRuns: 40 },
      )
    },
  )

  it('whatever the text, places lie in it, in order and apart', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom(
            'CREATE',
            'TABLE',
            'garden',
            '(',
            ')',
            ',',
            ';',
            '.',
            'code',
            'char',
            'REFERENCES',
            'COLUMN',
            'KEY',
            'CHECK',
            'ON',
            'INTO',
            '"',
            "'",
            'ALTER',
          ),
          { maxLength: 40 },
        ),
        words => {
          const script = words.join(' ')
          const mentions = mentionsIn(script, readScript(script).schema, 'postgresql')
          mentions.forEach(({ token }, i) =>
            expect(token.start).toBeGreaterThanOrEqual(mentions[i - 1]?.token.end ?? 0),
          )
          expect(mentions.at(-1)?.token.end ?? 0).toBeLessThanOrEqual(script.length)
        },
      ),
    )
  })
})
