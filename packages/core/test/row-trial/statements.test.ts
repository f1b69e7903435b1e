import { describe, expect, it } from 'vitest'
import { isTriable, joinSentences, refusalInWords, trialTables, writeStep } from '../../src/row-trial'
import { readScript } from '../../src/sql'

const SCRIPT = `CREATE TABLE "Reading Room" ("Room No" integer PRIMARY KEY, name varchar(20) NOT NULL);
CREATE TABLE reader (card char(4) PRIMARY KEY, name varchar(40), sponsor char(4) REFERENCES reader);
CREATE TABLE seat (room integer REFERENCES "Reading Room", card char(4) REFERENCES reader, PRIMARY KEY (room, card));`
const tables = trialTables(SCRIPT, readScript(SCRIPT), { starter: '' })

describe('statements', () => {
  it('enter lines in the order of references, of a table that refers to itself as well', () => {
    const { statements, lines } = writeStep(
      {
        is: 'enter',
        lines: [
          { id: 1, table: 'seat', cells: { room: '1', card: 'B002' } },
          { id: 2, table: 'reader', cells: { card: 'B002', sponsor: 'A001' } },
          { id: 3, table: 'reader', cells: { card: 'A001', name: '= upper(name)' } },
          { id: 4, table: 'Reading Room', cells: { 'Room No': '1', 'name': 'East' } },
        ],
      },
      tables,
    )
    expect(statements).toEqual([
      `INSERT INTO "Reading Room" ("Room No", name) VALUES (1, 'East')`,
      `INSERT INTO reader (card, name) VALUES ('A001', (upper(name)))`,
      `INSERT INTO reader (card, sponsor) VALUES ('B002', 'A001')`,
      `INSERT INTO seat (room, card) VALUES (1, 'B002')`,
    ])
    expect(lines).toEqual([[3], [2], [1], [0]])
  })

  it('strike a row out and change it by its key', () => {
    const row = { table: 'Reading Room', cells: { 'Room No': '1', 'name': 'East' } }
    expect(writeStep({ is: 'strike', row }, tables).statements).toEqual([
      `DELETE FROM "Reading Room" WHERE "Room No" = 1`,
    ])
    expect(writeStep({ is: 'change', row, to: { 'Room No': '2', 'name': '' } }, tables).statements).toEqual([
      `UPDATE "Reading Room" SET "Room No" = 2, name = NULL WHERE "Room No" = 1`,
    ])
  })

  it('mean a table by its namespace, where it is not the usual one', () => {
    const row = { table: 'shelf', namespace: 'Attic', cells: { no: '1' } }
    expect(writeStep({ is: 'strike', row }, tables).statements).toEqual([
      `DELETE FROM "Attic".shelf WHERE ctid = (SELECT ctid FROM "Attic".shelf WHERE no::text = '1' LIMIT 1)`,
    ])
  })

  it('leave out the rows that a script enters itself: they are tried like others', () => {
    const script = `${SCRIPT} INSERT INTO reader VALUES ('A001', 'a', NULL); CREATE INDEX ON reader (name);`
    const { statements } = trialTables(script, readScript(script), {
      starter: 'CREATE TABLE given (x integer); INSERT INTO given VALUES (1);',
    })
    expect(statements.map(text => text.slice(0, 12))).toEqual([
      'CREATE TABLE',
      'INSERT INTO ',
      'CREATE TABLE',
      'CREATE TABLE',
      'CREATE TABLE',
      'CREATE INDEX',
    ])
  })
})

it.each([
  ['SELECT 1', true],
  ['  (VALUES (1))', true],
  ['with a as (select 1) select * from a', true],
  ['UPDATE t SET a = 1', true],
  ['/* why */ DELETE FROM t', true],
  ['DROP TABLE t', false],
  ['COMMIT', false],
  ['SET ROLE postgres', false],
  ['DO $$ BEGIN END $$', false],
  ["COPY t FROM PROGRAM 'ls'", false],
  ['', false],
])('%j is tried: %j', (statement, isTried) => {
  expect(isTriable(statement)).toBe(isTried)
})

describe('ready questions', () => {
  const sentences = joinSentences(tables.schema, SCRIPT)
  it('go through a junction from either side first, then along each reference both ways', () => {
    expect(sentences.map(({ words }) => words.join(' …'))).toEqual([
      'All readers of Reading Room …, through seat',
      'All Reading Rooms of reader …, through seat',
      'All readers of reader … (as sponsor)',
      'The reader of reader … (as sponsor)',
      'All seats of Reading Room …',
      'The Reading Room of seat …',
      'All seats of reader …',
      'The reader of seat …',
    ])
  })
  it('spell names as the script does', () => {
    expect(sentences[1]!.statement(["A'01"])).toBe(
      [
        'SELECT "Reading Room".*',
        'FROM seat',
        'JOIN "Reading Room" ON "Reading Room"."Room No" = seat.room',
        "WHERE seat.card = 'A''01'",
      ].join('\n'),
    )
  })
})

it('has words for what the engine says, and else the engine its own', () => {
  const refusal = { table: 'seat', column: null, constraint: null, columns: [] }
  const said = (state: string, more = {}) =>
    refusalInWords({ ...refusal, state, message: 'the engine said so', ...more }, tables.schema)
  expect(said('23503', { detail: 'Key (card)=(B2) is not present in table "reader".' })).toBe(
    'No row of reader is there that card B2 could refer to.',
  )
  expect(said('23503', { detail: 'Key (card)=(B2) is still referenced from table "seat".' })).toBe(
    'Rows of seat still refer to card B2.',
  )
  expect(
    said('23505', {
      constraint: 'seat_pkey',
      detail: 'Key (room, card)=(1, B2) already exists.',
    }),
  ).toBe('Another row of seat has room and card 1, B2 already: the primary key tells rows apart.')
  expect(
    said('23505', { constraint: 'seat_lower', detail: 'Key (lower(card::text))=(b2) already exists.' }),
  ).toBe('Another row of seat is the same by seat_lower: it is UNIQUE.')
  expect(said('XX000')).toBe('the engine said so')
})
