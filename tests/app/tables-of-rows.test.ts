import fc from 'fast-check'
import { expect, it } from 'vitest'
import { ExerciseDocument, emptyExercise } from '@nomenklatura/core/exercise'
import { namedApart } from '../../app/utils/tables-of-rows'

const called = (names: readonly string[]) => names.map(name => ({ name, columns: ['a'], rows: [] }))
const namesOf = (names: readonly string[]): string[] => namedApart(called(names)).map(({ name }) => name)

it('tables of rows that are called alike are numbered, the first keeps its name', () => {
  expect(namesOf(['rows', 'Rows', 'bays', 'rows'])).toEqual(['rows', 'Rows 2', 'bays', 'rows 3'])
  expect(namesOf(['rows 2', 'rows', 'rows'])).toEqual(['rows 2', 'rows', 'rows 3'])
})

it('any tables that are named apart are tables of an exercise', () => {
  const name = fc.string({ minLength: 1, maxLength: 60 }).filter(text => text.trim() === text && text !== '')
  fc.assert(
    fc.property(
      fc.array(fc.oneof(name, fc.constantFrom('rows', 'x'.repeat(60))), { maxLength: 12 }),
      names => {
        const rows = namedApart(called(names))
        expect(ExerciseDocument.safeParse({ ...emptyExercise('Rows'), rows }).success).toBe(true)
      },
    ),
  )
})
