import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { NEW_TASK } from '../../src/claims'
import {
  checkDictionary,
  dictionaryFromRows,
  dictionaryToComment,
  readDictionary,
} from '../../src/dictionary'
import { DEFAULT_RUBRIC, ExerciseDocument, emptyExercise, prepareExercise } from '../../src/exercise'
import { markAnswer, markedPoints, proposeSheet } from '../../src/marking'
import { analyseRows, findInRows, meantDependencies, type FlatTable } from '../../src/rows'

const LEDGER = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/the-intake-ledger.json', 'utf8')),
).rows![0]!

/** What the composer makes of rows: the relation, the draft of a dictionary, the rules. */
function exerciseFrom(table: FlatTable): ExerciseDocument {
  const { proposal, repeating, ...found } = analyseRows(table)
  const meant = meantDependencies(found, repeating)
  const attributes = table.columns.filter(name =>
    meant.some(({ from, to }) => from.includes(name) || to.includes(name)),
  )
  const document: ExerciseDocument = {
    ...emptyExercise('From rows'),
    sheets: ['dependencies', 'dictionary'],
    rows: [{ name: 'ledger', columns: [...table.columns], rows: table.rows.map(row => [...row]) }],
    rubric: DEFAULT_RUBRIC,
    relation: {
      ...NEW_TASK,
      name: 'ledger',
      attributes,
      dependencies: meant.map(({ from, to }) => `${from.join(', ')} -> ${to.join(', ')}`).join('\n'),
    },
    models: [{ name: 'Model answer', script: '', dictionary: dictionaryFromRows(table, proposal) }],
  }
  return { ...document, rules: proposeSheet(document) }
}

describe('an exercise made of somebody’s rows', () => {
  const exercise = exerciseFrom(LEDGER)

  it('is a document, with rules about the relation, the tables and what the rows repeat', () => {
    expect(ExerciseDocument.safeParse(exercise).success).toBe(true)
    const asked = exercise.rules.map(({ rule }) => rule.kind)
    expect(asked).toContain('claim')
    expect(asked).toContain('identifies')
    expect(
      exercise.rules
        .filter(({ rule }) => rule.kind === 'atomic')
        .map(({ rule }) => rule.kind === 'atomic' && rule.attribute)
        .sort(),
    ).toEqual(['phone', 'speaks'])
    expect(exercise.rules.map(({ id }) => id)).toEqual(exercise.rules.map((_, i) => `r${i + 1}`))
    expect(exercise.rules.reduce((sum, { points }) => sum + points, 0)).toBe(40)
  })

  it('has a model dictionary that upholds every rule it is asked', () => {
    const prepared = prepareExercise(exercise)
    const { cells } = markAnswer(prepared, { script: '', dictionary: exercise.models[0]!.dictionary })
    const described = cells.filter(({ sheet }) => sheet === 'dictionary')
    expect(
      described
        .filter(({ verdict }) => verdict !== 'upheld')
        .map(({ rule, verdict }) => `${rule} ${verdict}`),
    ).toEqual([])
    expect(markedPoints(prepared, described).got).toBe(20_000)
  })

  it('keeps what the rows say of each column: zeros, masks, what may be empty, what refers where', () => {
    const entries = exercise.models[0]!.dictionary!.entries
    const of = (entity: string, field: string) =>
      entries.find(entry => entry.entity === entity && entry.field === field)
    expect(of('collector', 'collector_code')).toMatchObject({
      type: 'code',
      size: '3',
      format: '999',
      key: 'primary',
      required: 'yes',
    })
    expect(of('accession', 'accession_no')).toMatchObject({ format: 'AAA-99999', example: 'SKV-00417' })
    expect(of('accession', 'taxon')).toMatchObject({ refersTo: 'taxon.taxon' })
    expect(of('collector_speaks', 'speaks')).toMatchObject({ key: 'primary', type: 'code', size: '2' })
    expect(dictionaryToComment({ entries })).toContain('collector_code; code 3 as 999; primary key; required')
  })

  it('only asks for one value to a row where the model answer has the fact', () => {
    const without = {
      ...exercise,
      models: [
        {
          name: 'Model answer',
          script: '',
          dictionary: {
            entries: exercise.models[0]!.dictionary!.entries.filter(({ field }) => field !== 'phone'),
          },
        },
      ],
    }
    expect(proposeSheet(without).filter(({ rule }) => rule.kind === 'atomic')).toHaveLength(1)
    expect(
      proposeSheet({ ...exercise, sheets: ['dependencies'] }).every(({ rule }) => rule.kind === 'claim'),
    ).toBe(true)
    expect(proposeSheet({ ...emptyExercise('Nothing'), sheets: ['dictionary'] })).toEqual([])
  })
})

describe('drafts from any rows', () => {
  const cell = fc.constantFrom(
    '',
    'x',
    'yy',
    '007',
    '12',
    '3.5',
    'SKV-00417',
    '2026-11-25',
    'a; b',
    'a; c',
    '12:30',
    'true',
  )
  const table = fc.integer({ min: 1, max: 5 }).chain(width =>
    fc
      .array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 10 })
      .map((rows): FlatTable => ({
        columns: ['no', 'name_1', 'name_2', 'kind', 'when'].slice(0, width),
        rows,
      })),
  )

  it('are read without an error, and each example fits its own description', () => {
    fc.assert(
      fc.property(table, rows => {
        const draft = dictionaryFromRows(rows, analyseRows(rows).proposal)
        const read = readDictionary(draft)
        const wrong = [...read.findings, ...checkDictionary(draft, read)]
          .filter(({ severity }) => severity === 'error')
          .map(({ code, field }) => `${code} ${field}`)
        expect(wrong).toEqual([])
      }),
      { numRuns: 300 },
    )
  })

  it('what looks meant is a cover: nothing in it follows from the rest', () => {
    fc.assert(
      fc.property(table, rows => {
        const meant = meantDependencies(findInRows(rows), [])
        for (const { from, to } of meant) expect(to.some(name => from.includes(name))).toBe(false)
        expect(new Set(meant.map(({ from }) => from.join())).size).toBe(meant.length)
      }),
    )
  })
})
