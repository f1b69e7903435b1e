import { describe, expect, it } from 'vitest'
import { drawn } from '../support/drawn'
import { AnswerDocument, emptyExercise, prepareExercise } from '../../src/exercise'
import { SHEETS, SHEET_NAMES, type Sheet } from '../../src/findings'
import { markAnswer, readingFindings } from '../../src/marking'
import { SHEET, sheetModule } from '../../src/sheets'

/** Something of the student's own on each sheet, as it is saved. */
const WRITTEN: Record<Sheet, string> = {
  dependencies: JSON.stringify({ ...SHEET.dependencies.empty, dependencies: 'a -> b' }),
  dictionary: JSON.stringify({
    entries: [
      {
        entity: 'trip',
        field: 'id',
        type: 'integer',
        size: '',
        format: '',
        required: 'yes',
        key: 'primary',
        refersTo: '',
        example: '1',
        rule: '',
        meaning: '',
      },
    ],
  }),
  diagram: JSON.stringify(drawn('Trip has id')),
  script: 'CREATE TABLE trip ( id integer PRIMARY KEY );',
}

describe('each sheet', () => {
  it.each(SHEETS)('%s is what its name says, in a field of its own', sheet => {
    expect(sheetModule(sheet).name).toBe(sheet)
    expect(SHEET_NAMES[sheet]).toMatch(/^[A-Z]/)
    const fields = SHEETS.map(other => sheetModule(other).field)
    expect(new Set(fields).size).toBe(SHEETS.length)
  })

  it.each(SHEETS)('%s has nothing of one’s own before it is written on, and something after', sheet => {
    const { empty, hasOwn, parse } = sheetModule(sheet)
    expect(hasOwn(empty)).toBe(false)
    expect(parse('')).toEqual(empty)
    expect(hasOwn(parse(WRITTEN[sheet]))).toBe(true)
  })

  it.each(SHEETS)('%s is part of an answer document as it was saved', sheet => {
    const { field, parse, shape } = sheetModule(sheet)
    const content = parse(WRITTEN[sheet])
    expect(shape.parse(content)).toEqual(content)
    const answer = AnswerDocument.parse({ format: 'nomenklatura-answer', version: 1, [field]: content })
    expect(answer[field]).toEqual(content)
  })

  it.each(SHEETS)('%s that is no such thing is refused', sheet => {
    if (sheet === 'script') return expect(() => sheetModule(sheet).shape.parse(1)).toThrow()
    expect(() => sheetModule(sheet).parse('{"no": 1}')).toThrow()
    expect(() => sheetModule(sheet).parse('{')).toThrow()
  })
})

describe('sheets together', () => {
  const exercise = prepareExercise({
    ...emptyExercise('All'),
    sheets: [...SHEETS].filter(name => name !== 'dependencies'),
  })

  it('are read and marked whichever are asked', () => {
    const answer = {
      script: WRITTEN.script,
      dictionary: SHEET.dictionary.parse(WRITTEN.dictionary),
      diagram: SHEET.diagram.parse(WRITTEN.diagram),
    }
    expect(readingFindings(exercise, answer).filter(({ severity }) => severity === 'error')).toEqual([])
    const sheets = new Set(markAnswer(exercise, answer).findings.map(({ sheet }) => sheet))
    for (const sheet of sheets) expect(SHEETS).toContain(sheet)
  })
})
