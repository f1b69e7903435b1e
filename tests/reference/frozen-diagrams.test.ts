import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { EMPTY_DIAGRAM, givenDiagram } from '@nomenklatura/core/diagram'
import { ExerciseDocument, prepareExercise } from '@nomenklatura/core/exercise'
import { markAnswer } from '@nomenklatura/core/marking'
import { readScript } from '@nomenklatura/core/sql'
import { draw } from '../../db/demo/draw'

/**
 * Twenty diagrams written from the brief and the rule sheet alone, and committed before the first of them was
 * marked; ten are right.
 */
const FOLDER = 'tests/reference/frozen-diagrams'

describe('the frozen diagrams', () => {
  const files = readdirSync(FOLDER).sort()
  it('are twenty, ten of them right', () => {
    expect(files.length).toBe(20)
    expect(files.filter(file => readFileSync(`${FOLDER}/${file}`, 'utf8').includes('# right')).length).toBe(
      10,
    )
  })

  it.each(files)('%s', file => {
    const text = readFileSync(`${FOLDER}/${file}`, 'utf8')
    const document = ExerciseDocument.parse(
      JSON.parse(readFileSync(`db/demo/exercises/${/# exercise: (.*)/.exec(text)![1]}.json`, 'utf8')),
    )
    const level = document.level ?? 'logical'
    const from = document.starter
      ? givenDiagram(readScript(document.starter).schema, level)
      : { ...EMPTY_DIAGRAM, level }
    const diagram = draw(
      text.split('\n').filter(line => line.trim() !== '' && !line.startsWith('#')),
      from,
    )
    const expected = Object.fromEntries(
      [...text.matchAll(/# expect: (r\d+) (.*)/g)].map(match => [match[1], match[2]]),
    )
    const { cells } = markAnswer(prepareExercise({ ...document, sheets: ['diagram'] }), {
      script: '',
      diagram,
    })
    expect(
      Object.fromEntries(
        cells.filter(({ verdict }) => verdict !== 'upheld').map(({ rule, verdict }) => [rule, verdict]),
      ),
    ).toEqual(expected)
  })
})
