import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  EMPTY_TRIAL,
  RowTrialDocument,
  addLines,
  askStatement,
  changeRow,
  enterLines,
  fillLine,
  linesFromPaste,
  parseTrial,
  putBack,
  readableTrial,
  slipsOf,
  stepInWords,
  stopStep,
  strikeRow,
  trialTables,
  typeInto,
  writeStep,
  type TrialReport,
} from '../../src/row-trial'
import { pastedCells } from '../../src/rows'
import { readScript } from '../../src/sql'

const SCRIPT = `CREATE TABLE bay (no integer PRIMARY KEY, beside integer REFERENCES bay);
  CREATE TABLE "odd ""name" (no integer REFERENCES bay (no), "a b" text DEFAULT 'x', PRIMARY KEY (no, "a b"));`
const TABLES = trialTables(SCRIPT, readScript(SCRIPT), { starter: '' })

/** What people and programs put into cells: plain, half of something, and signs that are none. */
const text = fc.oneof(
  fc.string({ maxLength: 20 }),
  fc.string({ unit: 'binary', maxLength: 20 }),
  fc.constantFrom(
    "'",
    "'a''",
    '= ',
    '=1); DROP TABLE bay; --',
    '\0',
    '\uD800',
    'NULL',
    '$$',
    '\\',
    '\t',
    '"',
    '\r\n',
  ),
)
const name = fc.oneof(
  fc.constantFrom('bay', 'odd "name', 'no', 'a b', 'beside', '__proto__', 'constructor', '', 'gone'),
  text,
)
const typed = fc.oneof({ weight: 9, arbitrary: text }, fc.constant('x'.repeat(20_001)))
const cells = fc.dictionary(name, typed, { maxKeys: 4 })
const row = fc.record({ table: name, cells: fc.dictionary(name, fc.option(typed), { maxKeys: 3 }) })

type Edit = (trial: RowTrialDocument) => RowTrialDocument
const place = (trial: RowTrialDocument, at: number) =>
  ({ is: 'waiting', at: at % Math.max(1, trial.waiting.length) }) as const
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.tuple(name, name, text).map(
    ([table, column, typed]): Edit =>
      trial =>
        typeInto(trial, { is: 'empty', table }, column, typed),
  ),
  fc.tuple(fc.nat(9), cells).map(
    ([at, to]): Edit =>
      trial =>
        fillLine(trial, place(trial, at), to),
  ),
  fc.tuple(name, fc.array(name, { maxLength: 3 }), fc.array(text, { maxLength: 8 })).map(
    ([table, columns, pasted]): Edit =>
      trial =>
        addLines(trial, linesFromPaste(pasted.join('\t\n'), table, columns) ?? []),
  ),
  fc.constant<Edit>(trial =>
    enterLines(
      trial,
      trial.waiting.map((line, at) => ({ place: { is: 'waiting', at }, line })),
    ),
  ),
  row.map(
    (struck): Edit =>
      trial =>
        strikeRow(trial, struck),
  ),
  fc.tuple(row, cells).map(
    ([changed, to]): Edit =>
      trial =>
        changeRow(trial, changed, to),
  ),
  text.map(
    (statement): Edit =>
      trial =>
        askStatement(trial, statement),
  ),
  fc.nat(5).map(
    (to): Edit =>
      trial =>
        putBack(trial, to),
  ),
  fc.nat(5).map(
    (at): Edit =>
      trial =>
        stopStep(trial, at),
  ),
)

/** What edits make, one after the other; what one of them refuses, it refuses in words, and changes nothing. */
function edited(edits: readonly Edit[]): RowTrialDocument {
  return edits.reduce((trial, change) => {
    try {
      return change(trial)
    } catch (error) {
      expect(error).toBeInstanceOf(RangeError)
      return trial
    }
  }, EMPTY_TRIAL)
}

/** An engine that refuses every second statement, in words of any kind. */
function reportOf(trial: RowTrialDocument, said: string): TrialReport {
  const tables = [
    { table: 'bay', namespace: 'public', columns: ['no', 'beside'], rows: [['1', null]], isCut: false },
  ]
  return {
    tables: [],
    before: [],
    stopped: null,
    steps: trial.steps.map(step => ({
      tables,
      outcomes: writeStep(step, TABLES).statements.map((_, i) => ({
        told: null,
        refusal:
          i % 2 === 0
            ? null
            : { state: '23505', message: said, constraint: said, table: 'bay', column: said },
      })),
    })),
  } as unknown as TrialReport
}

describe('whatever is typed, pasted and done', () => {
  it('makes a trial that can be kept, read, run and shown, or is refused in words', () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), text, (edits, said) => {
        const trial = edited(edits)
        const kept = JSON.stringify(trial)
        expect(RowTrialDocument.safeParse(JSON.parse(kept)).error?.issues).toBeUndefined()
        expect(parseTrial(kept)).not.toBeNull()
        const report = reportOf(trial, said)
        for (let after = 0; after <= trial.steps.length; after++) slipsOf(trial, TABLES, report, after)
        for (const [i, step] of trial.steps.entries())
          expect(stepInWords(step, i, TABLES, report).done).toBeTypeOf('string')
        expect(readableTrial(kept)).not.toBe('')
      }),
      { numRuns: 400 },
    )
  })

  it('is read from any text, or is not a trial', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json(),
          fc.jsonValue().map(value => JSON.stringify({ waiting: [], steps: [value] })),
        ),
        kept => {
          const trial = parseTrial(kept)
          if (trial) expect(RowTrialDocument.safeParse(trial).success).toBe(true)
          expect(readableTrial(kept)).toBeTypeOf('string')
        },
      ),
      { numRuns: 500 },
    )
  })

  it('loses no cell of what is pasted, whatever stands in it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string({ unit: 'grapheme' }), { minLength: 2, maxLength: 4 }), {
          minLength: 1,
          maxLength: 4,
        }),
        rows => {
          const plain = rows.map(line => line.map(cell => cell.replace(/[\t\r\n"]/g, ' ')))
          expect(pastedCells(plain.map(line => line.join('\t')).join('\r\n'))).toEqual(plain)
          const quoted = rows
            .map(line => line.map(cell => `"${cell.replaceAll('"', '""')}"`).join('\t'))
            .join('\n')
          expect(pastedCells(quoted)).toEqual(
            rows.map(line => line.map(cell => cell.replace(/\r\n?/g, '\n'))),
          )
        },
      ),
      { numRuns: 300 },
    )
  })
})
