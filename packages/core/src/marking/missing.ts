import { readTask, unknownNames } from '../claims'
import { SHEET_NAMES, wording, type Sheet } from '../findings'
import { partsOf, unknownElements, type RuleEntry, type Verdict } from '../rules'
import { markAnswer } from './mark'
import { prepareExercise, type MarkableExercise, type PreparedExercise } from '../exercise'

/** One thing that keeps an exercise from being published: what it is in a few words, and a whole sentence. */
export interface Missing {
  readonly part: string
  /** In which part of the exercise it is to be mended. */
  readonly about: 'brief' | 'answer' | 'rules'
  readonly sentence: string
}

/** What must be there before students may see an exercise; empty when nothing is missing. */
export function missingBeforePublishing(
  document: MarkableExercise & { readonly brief: string },
  prepared: PreparedExercise = prepareExercise(document),
): Missing[] {
  const missing = [
    ...missingBrief(document.brief),
    ...missingRelation(document),
    ...missingModel(prepared),
    ...missingRules(prepared),
  ]
  return missing.length > 0 ? missing : modelsAgainstRules(prepared)
}

const missingBrief = (brief: string): Missing[] =>
  brief.trim() === '' ? [{ part: 'the brief', about: 'brief', sentence: 'The brief is empty.' }] : []

const DOES: Readonly<Partial<Record<Verdict, string>>> = {
  'broken': 'breaks',
  'too strict': 'is too strict for',
  'not shown': 'does not show what is asked by',
}

/**
 * The model answers marked by their own rule sheet: what one of them does not uphold would cost whoever wrote
 * just that. What cannot be told waits for nobody.
 */
function modelsAgainstRules(prepared: PreparedExercise): Missing[] {
  const { models, rules } = prepared.document
  return models.flatMap(model => {
    const which = models.length > 1 ? `The model answer “${model.name}”` : 'The model answer'
    return markAnswer(prepared, model).cells.flatMap(({ rule, sheet, verdict }) => {
      const does = hasSheet(model, sheet) ? DOES[verdict] : undefined
      const sentence = rules.find(({ id }) => id === rule)?.sentence ?? ''
      return does === undefined
        ? []
        : [
            {
              part: 'a model answer that upholds its rules',
              about: 'answer',
              sentence: `${which} ${does} rule ${rule.slice(1)} (${SHEET_NAMES[sheet]}): ${sentence}`,
            },
          ]
    })
  })
}

/** Only what a model has itself: the sheets that it leaves empty are made from nothing. */
function hasSheet(model: MarkableExercise['models'][number], sheet: Sheet): boolean {
  if (sheet === 'script') return model.script.trim() !== ''
  if (sheet === 'diagram') return model.diagram !== undefined
  return sheet === 'dictionary' && model.dictionary !== undefined
}

const sheetsOf = ({ sheets = ['script'] }: MarkableExercise): NonNullable<MarkableExercise['sheets']> =>
  sheets

/** What keeps a relation from being asked about. */
function missingRelation(document: MarkableExercise): Missing[] {
  if (!sheetsOf(document).includes('dependencies')) return []
  const { relation } = document
  const part = 'a relation with its dependencies'
  if (!relation || relation.attributes.length < 2)
    return [{ part, about: 'answer', sentence: 'The relation has no attributes yet.' }]
  if (relation.dependencies.trim() === '')
    return [{ part, about: 'answer', sentence: 'The relation has no dependency yet.' }]
  return readTask(relation).findings.map(finding => ({
    part: 'dependencies that can be read',
    about: 'answer',
    sentence: `The dependencies: ${wording(finding).message}`,
  }))
}

function missingModel({ document, model }: PreparedExercise): Missing[] {
  if (sheetsOf(document).every(sheet => sheet === 'dependencies')) return []
  if (model.schema.tables.every(({ given }) => given))
    return [{ part: 'a model answer', about: 'answer', sentence: 'There is no model answer with a table.' }]
  return model.findings.some(({ severity }) => severity === 'error')
    ? [{ part: 'a model answer without errors', about: 'answer', sentence: 'The model answer has errors.' }]
    : []
}

function missingRules({ document, world, model }: PreparedExercise): Missing[] {
  const asked = document.rules.filter(({ off }) => !off)
  if (asked.length === 0) return [{ part: 'a rule', about: 'rules', sentence: 'No rule is switched on.' }]
  return asked.flatMap(entry => {
    const unknown = [...unknownElements(world, entry, model.schema), ...unknownInClaims(document, entry)]
    return unknown.length === 0
      ? []
      : [
          {
            part: 'rules that fit the model answer',
            about: 'rules',
            sentence: `Rule ${entry.id.slice(1)}: ${unknown.join(' ')}`,
          },
        ]
  })
}

function unknownInClaims({ relation }: MarkableExercise, entry: RuleEntry): string[] {
  const names = relation
    ? partsOf(entry).flatMap(rule => (rule.kind === 'claim' ? unknownNames(relation, rule.about) : []))
    : []
  return names.length > 0 ? [`The relation has no ${names.join(', ')}.`] : []
}
