import { describe, expect, it } from 'vitest'
import {
  ANSWER_FORMAT,
  AnswerDocument,
  EXERCISE_FORMAT,
  ExerciseDocument,
  documentFaults,
  emptyExercise,
  isWholePath,
  upgradeDocument,
  type Format,
} from '../../src/exercise'

/** A format that has come far: a field was named anew, then became a list. */
const BAY: Format = {
  name: 'bay',
  version: 3,
  upgrades: {
    1: ({ lable, ...rest }) => ({ ...rest, label: lable }),
    2: ({ label, ...rest }) => ({ ...rest, labels: [label] }),
  },
}

describe('the version of a document', () => {
  it('is walked up step by step, from wherever it stands', () => {
    const newest = { format: 'bay', version: 3, number: 4, labels: ['seeds'] }
    expect(upgradeDocument(BAY, { format: 'bay', version: 1, number: 4, lable: 'seeds' })).toEqual(newest)
    expect(upgradeDocument(BAY, { format: 'bay', version: 2, number: 4, label: 'seeds' })).toEqual(newest)
    expect(upgradeDocument(BAY, newest)).toBe(newest)
  })

  it.each([
    ['of another format', { format: 'hall', version: 1 }],
    ['of a version yet to come', { format: 'bay', version: 4, labels: [] }],
    ['without a version', { format: 'bay' }],
    ['no document', 'bay'],
    ['nothing', null],
  ])('is left as it is where it is %s', (_, document) => {
    expect(upgradeDocument(BAY, document)).toBe(document)
  })

  it.each([EXERCISE_FORMAT, ANSWER_FORMAT])('$name has a way up from every version there was', format => {
    expect(isWholePath(format)).toBe(true)
    expect(isWholePath({ ...format, version: format.version + 1 })).toBe(false)
  })

  it('of an exercise is what a new one is written in, and another one is refused with its reason', () => {
    const exercise = emptyExercise('A drawer and its bay')
    expect(exercise).toMatchObject({ format: EXERCISE_FORMAT.name, version: EXERCISE_FORMAT.version })
    const newer = ExerciseDocument.safeParse(upgradeDocument(EXERCISE_FORMAT, { ...exercise, version: 3 }))
    expect(newer.success ? [] : documentFaults(newer.error)).toEqual([
      'version: This document is of another version than 2, the newest that is known here.',
    ])
    const answer = AnswerDocument.safeParse({ format: ANSWER_FORMAT.name, version: 7, script: '' })
    expect(answer.success ? [] : documentFaults(answer.error)).toEqual([
      'version: This document is of another version than 1, the newest that is known here.',
    ])
  })

  it('of an exercise that showed one table of rows shows a list of one today', () => {
    const { rows: _, ...exercise } = emptyExercise('A ledger')
    const table = { name: 'ledger', columns: ['packet', 'bay'], rows: [['12', 'B']] }
    const read = (document: object): unknown =>
      ExerciseDocument.parse(upgradeDocument(EXERCISE_FORMAT, { ...document, version: 1 })).rows
    expect(read({ ...exercise, rows: table })).toEqual([table])
    expect(read(exercise)).toBeUndefined()
  })
})
