import { isEmptyClaims } from '../claims'
import { diagramFromSchema, isEmptyDiagram } from '../diagram'
import { dictionaryFromSchema, isEmptyDictionary } from '../dictionary'
import { readModel, type MarkableAnswer, type PreparedExercise } from '../exercise'
import type { Sheet } from '../findings'
import { soundPart } from '../schema'
import { writeScript } from '../sql'
import { rightClaims } from './claims/right'
import type { Design } from './schema/places'

/** A model answer on one of the sheets that are asked. */
export interface ModelSheet {
  readonly sheet: Sheet
  /** Position of the model answer. */
  readonly model: number
  readonly answer: MarkableAnswer
}

/**
 * Each model answer on each asked sheet; what it does not have of a sheet is made of what it has. Claims follow from
 * the relation, so there is one answer of them.
 */
export function modelSheets(exercise: PreparedExercise): readonly ModelSheet[] {
  const { sheets = ['script'], models } = exercise.document
  return sheets.flatMap(sheet => {
    const count = sheet === 'dependencies' ? 1 : models.length
    return Array.from({ length: count }, (_, model) => model).flatMap(model => {
      const answer = answerOn(exercise, sheet, model)
      return answer ? [{ sheet, model, answer }] : []
    })
  })
}

function answerOn(exercise: PreparedExercise, sheet: Sheet, model: number): MarkableAnswer | undefined {
  if (sheet === 'dependencies') return claimed(exercise)
  const design = designOf(exercise, model)
  if (design.schema.tables.every(({ given }) => given)) return undefined
  const { script = '', dictionary, diagram } = exercise.document.models[model]!
  switch (sheet) {
    case 'script':
      return { script: script.trim() === '' ? written(exercise, design) : script }
    case 'dictionary':
      return {
        script: '',
        dictionary:
          dictionary && !isEmptyDictionary(dictionary) ? dictionary : dictionaryFromSchema(design.schema),
      }
    case 'diagram':
      return {
        script: '',
        diagram:
          diagram && !isEmptyDiagram(diagram)
            ? diagram
            : diagramFromSchema(design.schema, exercise.document.level ?? 'logical'),
      }
  }
}

function claimed({ document: { relation } }: PreparedExercise): MarkableAnswer | undefined {
  if (!relation || relation.attributes.length === 0) return undefined
  const claims = rightClaims(relation)
  return isEmptyClaims(claims) ? undefined : { script: '', claims }
}

/** The tables of a model answer, with the values that the exercise knows of their columns. */
export function designOf({ document, given, world }: PreparedExercise, model: number): Design {
  const { dialect = 'postgresql' } = document
  const { schema } = readModel(document.models[model], given, dialect)
  const samples = Object.fromEntries(
    world.entities.flatMap(entity =>
      entity.attributes.map(({ name, samples: values }) => [`${entity.name}.${name}`, values]),
    ),
  )
  return { schema: soundPart(schema), samples }
}

/** Tables as a script in the exercise's dialect. */
export function written(
  { document: { dialect = 'postgresql' } }: PreparedExercise,
  { schema }: Design,
): string {
  return writeScript(schema, { to: dialect, from: dialect }).text
}
