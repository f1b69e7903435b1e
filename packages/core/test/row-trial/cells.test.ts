import fc from 'fast-check'
import { expect, it } from 'vitest'
import { cellMeaning, linesFromPaste, linesOfScript, typedValue } from '../../src/row-trial'
import { readScript } from '../../src/sql'

it.each([
  ['', { is: 'nothing' }],
  ['  ', { is: 'nothing' }],
  ['default', { is: 'nothing' }],
  ['NULL', { is: 'value', value: null }],
  ["'NULL'", { is: 'value', value: 'NULL' }],
  ["''", { is: 'value', value: '' }],
  ["'it''s'", { is: 'value', value: "it's" }],
  ["it's", { is: 'value', value: "it's" }],
  ['007', { is: 'value', value: '007' }],
  ['= CURRENT_DATE', { is: 'expression', text: 'CURRENT_DATE' }],
  ['=', { is: 'value', value: '=' }],
])('%j says %j', (typed, meaning) => {
  expect(cellMeaning(typed)).toEqual(meaning)
})

it('types any value so that it is said', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string({ maxLength: 30 }),
        fc.constantFrom(null, 'NULL', "'", '=1', ' a ', 'default', "'a'", "''"),
      ),
      value => {
        expect(cellMeaning(typedValue(value))).toEqual({ is: 'value', value })
      },
    ),
    { numRuns: 500 },
  )
})

it("takes the script's own rows as lines, whatever columns they name", () => {
  const script = `CREATE TABLE bay (no integer PRIMARY KEY, hall varchar(5) DEFAULT 'A', seen date);
    INSERT INTO bay VALUES (1, 'B', CURRENT_DATE), (2, DEFAULT, NULL);
    INSERT INTO bay (hall, no) VALUES ('NULL', 3);
    INSERT INTO bay SELECT no + 10, hall, seen FROM bay;`
  expect(linesOfScript(readScript(script))).toEqual({
    lines: [
      { table: 'bay', cells: { no: '1', hall: 'B', seen: '= CURRENT_DATE' } },
      { table: 'bay', cells: { no: '2', seen: 'NULL' } },
      { table: 'bay', cells: { hall: "'NULL'", no: '3' } },
    ],
    queries: 1,
  })
})

it('takes what is pasted from the cell on; one value is left to the field', () => {
  expect(linesFromPaste('a value', 'bay', ['no'])).toBeUndefined()
  expect(linesFromPaste('1\tA\r\n2\t\r\n\r\n', 'bay', ['no', 'hall'])).toEqual([
    { table: 'bay', cells: { no: '1', hall: 'A' } },
    { table: 'bay', cells: { no: '2' } },
  ])
  expect(linesFromPaste('1\t"two\nlines"\n2\tB', 'bay', ['no', 'hall'])).toEqual([
    { table: 'bay', cells: { no: '1', hall: 'two\nlines' } },
    { table: 'bay', cells: { no: '2', hall: 'B' } },
  ])
  expect(linesFromPaste('1\t"open', 'bay', ['no', 'hall'])).toEqual([
    { table: 'bay', cells: { no: '1', hall: '"open' } },
  ])
  expect(linesFromPaste('A\tbeyond', 'bay', ['hall'])).toEqual([{ table: 'bay', cells: { hall: 'A' } }])
})
