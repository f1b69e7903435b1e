import { worldFromSchema, type GlossaryEntry, type Samples, type World } from '../alignment'
import type { RuleEntry } from '../rules'
import type { Schema } from '../schema'
import { readScript, type ReadScript } from '../sql'
import type { Policy } from './points'

/** What marking needs of an exercise; an exercise document is one. */
export interface MarkableExercise {
  readonly starter: string | null
  readonly models: readonly { readonly name: string, readonly script: string }[]
  readonly glossary: readonly GlossaryEntry[]
  readonly samples: Samples
  readonly rules: readonly RuleEntry[]
  readonly rubric: Policy
}

/** What follows from an exercise for every answer to it: read once, used for all. */
export interface PreparedExercise {
  readonly document: MarkableExercise
  readonly given: Schema
  readonly model: ReadScript
  readonly world: World
}

/** Reads the starter and the first model answer. An exercise without a model answer has an empty world. */
export function prepareExercise(document: MarkableExercise): PreparedExercise {
  const starter = readScript(document.starter ?? '').schema
  const given: Schema = { tables: starter.tables.map(table => ({ ...table, given: true })) }
  const model = readScript(document.models[0]?.script ?? '', { given })
  return { document, given, model, world: worldFromSchema(model.schema, document.samples) }
}
