import { describe, expect, it } from 'vitest'
import {
  ExerciseDocument,
  LONGEST_PICTURE,
  MOST_PICTURES,
  emptyExercise,
  shownPictures,
  type ExercisePicture,
} from '../../src/exercise'

/** The first bytes of a PNG, filled up. */
const png = (name: string, length = 40): ExercisePicture => ({
  name,
  type: 'image/png',
  data: 'iVBORw0KGgo'.padEnd(length, 'A'),
})
const holds = (pictures: readonly unknown[]): boolean =>
  ExerciseDocument.safeParse({ ...emptyExercise('Pictures'), pictures }).success

describe('pictures of a case', () => {
  it('are of few types, as their bytes say', () => {
    expect(holds([png('plan')])).toBe(true)
    expect(holds([{ ...png('plan'), type: 'image/jpeg' }])).toBe(false)
    expect(holds([{ ...png('plan'), type: 'image/svg+xml', data: 'PHN2Zz48L3N2Zz4=' }])).toBe(false)
    expect(holds([{ ...png('plan'), data: 'iVBORw0KGgo<script>' }])).toBe(false)
  })

  it('are named so that the case can say them, each by a name of its own', () => {
    expect(holds([png('plan'), png('plan-2')])).toBe(true)
    expect(holds([png('plan'), png('plan')])).toBe(false)
    for (const name of ['', 'a b', 'a)b', '../plan', 'Plan', 'x'.repeat(41)])
      expect(holds([png(name)])).toBe(false)
  })

  it('are bounded, each and all together', () => {
    expect(holds([png('plan', LONGEST_PICTURE)])).toBe(true)
    expect(holds([png('plan', LONGEST_PICTURE + 4)])).toBe(false)
    expect(holds(['a', 'b', 'c'].map(name => png(name, LONGEST_PICTURE)))).toBe(false)
    expect(holds(Array.from({ length: MOST_PICTURES + 1 }, (_, i) => png(`p${i}`)))).toBe(false)
  })

  it('are shown where the case names them', () => {
    const all = [png('plan'), png('plan-2')]
    expect(shownPictures('As ![a plan](picture:plan-2) shows', all)).toEqual([all[1]])
    expect(shownPictures('As picture:plan shows', all)).toEqual([])
  })
})
