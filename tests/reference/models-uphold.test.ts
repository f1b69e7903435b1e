import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { diagramFromSchema, type Diagram } from '@nomenklatura/core/diagram'
import { dictionaryFromSchema } from '@nomenklatura/core/dictionary'
import { ExerciseDocument, prepareExercise, type MarkableAnswer } from '@nomenklatura/core/exercise'
import { markAnswer } from '@nomenklatura/core/marking'
import { partsOf } from '@nomenklatura/core/rules'
import { writeScript } from '@nomenklatura/core/sql'
import { WORLDS, MORE_WORLDS, exerciseOf } from './four-worlds'

const DEMO = readdirSync('db/demo/exercises').map(file =>
  ExerciseDocument.parse(JSON.parse(readFileSync(`db/demo/exercises/${file}`, 'utf8'))),
)

/** What is not upheld, but for what the sheet that is made of the answer has no place for. */
function lost(
  document: ExerciseDocument,
  sheet: 'script' | 'diagram' | 'dictionary',
  answer: Partial<MarkableAnswer>,
): string[] {
  const exercise = prepareExercise({ ...document, sheets: [sheet] })
  const { cells } = markAnswer(exercise, { script: '', ...answer })
  // That there is one at least on the far side no schema says, and no diagram made of one.
  const isSaid = (rule: string): boolean => {
    const entry = document.rules.find(({ id }) => id === rule)!
    return sheet !== 'diagram' || !partsOf(entry).some(({ kind }) => kind === 'hasSome')
  }
  return cells
    .filter(({ rule, verdict }) => verdict !== 'upheld' && isSaid(rule))
    .map(
      ({ rule, verdict }) => `${rule} ${verdict} ${document.rules.find(({ id }) => id === rule)?.rule.kind}`,
    )
}

/** Kinds that a dictionary made of a script shows nothing of: its sheet has no place for a format or a CHECK of rows. */
const NO_PLACE = /refusesValue|admitsValue|givenRows|onDelete|onUpdate|stores|convention|drawn/

describe('a model answer upholds its own rules', () => {
  const withModel = DEMO.filter(({ models }) => (models[0]?.script ?? '').trim() !== '')

  it.each(withModel.map(document => [document.title, document] as const))('%s', (_, document) => {
    const [model] = document.models
    const { model: read } = prepareExercise(document)
    const own = { tables: read.schema.tables.filter(({ given }) => !given) }
    const tell = (sheet: 'script' | 'diagram' | 'dictionary', answer: Partial<MarkableAnswer>): string[] =>
      lost(document, sheet, answer)
    expect(tell('script', { script: model!.script })).toEqual([])
    const { text } = writeScript(own, { to: document.dialect, from: document.dialect })
    expect(tell('script', { script: text })).toEqual([])
    for (const level of ['conceptual', 'logical', 'physical'] as const) {
      const diagram: Diagram = diagramFromSchema(read.schema, level)
      expect(lost({ ...document, level }, 'diagram', { diagram }), level).toEqual([])
    }
    const described = tell('dictionary', { dictionary: dictionaryFromSchema(own) }).filter(
      line => !NO_PLACE.test(line),
    )
    expect(described).toEqual([])
  })

  it.each([...WORLDS, ...MORE_WORLDS].map(world => [world.name, world] as const))(
    '%s, drawn at each level',
    (_, world) => {
      const { document, model } = exerciseOf(world)
      for (const level of ['conceptual', 'logical', 'physical'] as const) {
        const diagram = diagramFromSchema(model.schema, level)
        expect(lost({ ...(document as ExerciseDocument), level }, 'diagram', { diagram }), level).toEqual([])
      }
    },
  )
})
