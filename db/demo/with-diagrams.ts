import { diagramFromSchema, type Diagram } from '../../packages/core/src/diagram'
import { readDictionary } from '../../packages/core/src/dictionary'
import { ExerciseDocument } from '../../packages/core/src/exercise'
import type { RuleEntry } from '../../packages/core/src/rules'
import { readScript } from '../../packages/core/src/sql'
import type { Schema } from '../../packages/core/src/schema'
import trials from './exercises/trial-by-trial.json'
import collected from './exercises/who-collected-what.json'
import { PAIR_HAND_INS, TRIAL_HAND_INS, type PlannedHandIn } from './plan'

/**
 * Exercises 2 and 4 as the demo sets them: beside what their files ask for, a diagram to the logical level,
 * which each student draws as the other sheet has it.
 */
const VERBS: Readonly<Record<string, readonly [string, string]>> = {
  trip: ['takes along', 'is on'],
  collector: ['goes along as', 'is'],
  accession: ['is tried in', 'tries'],
  keeper: ['lays out', 'is laid out by'],
  trial: ['is read in', 'is of'],
}

function drawn(schema: Schema): Diagram {
  const diagram = diagramFromSchema(schema)
  const nameOf = (id: string): string =>
    diagram.entities.find(entity => entity.id === id)?.name.toLowerCase() ?? ''
  return {
    ...diagram,
    level: 'logical',
    relationships: diagram.relationships.map(relationship => {
      const [name, back] = Object.entries(VERBS).find(([entity]) =>
        nameOf(relationship.ends[0]!.entity).startsWith(entity),
      )?.[1] ?? ['has', 'is of']
      return {
        ...relationship,
        name,
        back,
        ...(relationship.given === undefined ? {} : { given: relationship.given }),
      }
    }),
  }
}

const drawnRule = (id: string, sentence: string, about: 'answers' | 'between'): RuleEntry => ({
  id,
  group: 'The diagram',
  sentence,
  points: 1,
  rule: { kind: 'drawn', entity: 'diagram', about },
})

const PAIR_GIVEN = readScript(collected.starter).schema
const pairDrawn = (script: string): Diagram => drawn(readScript(script, { given: PAIR_GIVEN }).schema)

export const COLLECTED: ExerciseDocument = ExerciseDocument.parse({
  ...collected,
  sheets: ['diagram', 'script'],
  level: 'logical',
  brief: collected.brief.replace(
    'Write the CREATE TABLE statement, or statements, that are missing.',
    'Draw what is missing, to the logical level, and write the CREATE TABLE statement, or statements.',
  ),
  models: collected.models.map(model => ({ ...model, diagram: pairDrawn(model.script) })),
  rules: [...collected.rules, drawnRule('r13', 'Every line is answered both ways.', 'answers')],
})
export const COLLECTED_HAND_INS: readonly PlannedHandIn[] = PAIR_HAND_INS.map(plan =>
  plan.expects === 'unreadable' ? plan : { ...plan, diagram: pairDrawn(plan.script) },
)

export const TRIALS: ExerciseDocument = ExerciseDocument.parse({
  ...trials,
  sheets: ['dictionary', 'diagram'],
  level: 'logical',
  brief: trials.brief.replace(
    'Describe the fields: a data dictionary',
    'Draw the diagram, to the logical level, and describe the fields: a data dictionary',
  ),
  models: trials.models.map(model => ({
    ...model,
    diagram: drawn(readDictionary(model.dictionary as never).schema),
  })),
  rules: [...trials.rules, drawnRule('r24', 'Every line is answered both ways.', 'answers')],
})
export const TRIAL_DRAWN: readonly PlannedHandIn[] = TRIAL_HAND_INS.map(plan =>
  plan.dictionary && plan.expects !== 'unreadable'
    ? { ...plan, diagram: drawn(readDictionary(plan.dictionary).schema) }
    : plan,
)
