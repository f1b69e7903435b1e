import { describe, expect, it } from 'vitest'
import { PRACTICE_LEVELS, difficultyOf, practiceTask, readTask } from '../../src/claims'
import { ExerciseDocument, practiceExercise, prepareExercise } from '../../src/exercise'
import { markAnswer, markedPoints } from '../../src/marking'
import { modelSheets } from '../../src/proof'

describe('a task made up by a number', () => {
  it.each(PRACTICE_LEVELS)('is %s as it was wished, can be read, and is the same again', level => {
    const shapes = new Set<string>()
    for (let number = 1; number <= 40; number++) {
      const task = practiceTask(level, number)
      expect(practiceTask(level, number)).toEqual(task)
      expect(readTask(task).findings.filter(({ severity }) => severity === 'error')).toEqual([])
      const { keys = 0, form } = difficultyOf(task)
      if (level === 'easy') expect([keys, form]).toEqual([1, '2NF'])
      if (level === 'medium') expect([keys, form]).toEqual([1, '1NF'])
      if (level === 'hard') expect(keys).toBeGreaterThanOrEqual(2)
      shapes.add(task.dependencies)
    }
    expect(shapes.size).toBe(40)
  })

  it.each(PRACTICE_LEVELS)('makes an exercise that is %s and whose own answer has all its points', level => {
    for (const number of [1, 2, 3]) {
      const document = ExerciseDocument.parse(practiceExercise(level, number))
      const exercise = prepareExercise(document)
      const [sheet] = modelSheets(exercise)
      const { cells } = markAnswer(exercise, sheet!.answer)
      const { got, of } = markedPoints(exercise, cells)
      expect(got, JSON.stringify(cells.filter(({ verdict }) => verdict !== 'upheld'))).toBe(of)
    }
  })
})
