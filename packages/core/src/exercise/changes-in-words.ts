import { SHEET_NAMES } from '../findings'
import { listInWords } from '../language'
import type { RuleEntry } from '../rules'
import { DIALECT } from '../schema'
import type { ExerciseDocument } from './document'

/** The parts of an exercise that are told by name alone. */
const PARTS: readonly (readonly [key: keyof ExerciseDocument, words: string])[] = [
  ['brief', 'the brief'],
  ['pictures', 'the pictures of the brief'],
  ['named', 'the words of the brief that name something'],
  ['dialects', 'the dialects that may be chosen'],
  ['habits', 'the conventions for scripts'],
  ['sheets', 'the sheets that are asked'],
  ['level', 'the level of the diagram'],
  ['relation', 'the relation of the Dependencies sheet'],
  ['rows', 'the rows that are given'],
  ['starter', 'what stands on the sheet from the beginning'],
  ['begins', 'what students begin with'],
  ['glossary', 'the glossary'],
  ['samples', 'the sample values'],
  ['rubric', 'how verdicts become points'],
]

/**
 * What a later version of an exercise has otherwise than an earlier one, a line each: "rule 4: 3 points instead of
 * 2", "the brief". Empty where they say the same.
 */
export function changesInWords(before: ExerciseDocument, after: ExerciseDocument): string[] {
  return [
    ...(before.title === after.title ? [] : [`the title: ${after.title}`]),
    ...PARTS.filter(([key]) => !saysTheSame(before[key], after[key])).map(([, words]) => words),
    ...(before.dialect === after.dialect
      ? []
      : [`the dialect: ${DIALECT[after.dialect].name} instead of ${DIALECT[before.dialect].name}`]),
    ...(before.helpLevel === after.helpLevel
      ? []
      : [`the help level: ${after.helpLevel} instead of ${before.helpLevel}`]),
    ...changedModels(before.models, after.models),
    ...changedRules(before.rules, after.rules),
  ]
}

type Models = ExerciseDocument['models']
function changedModels(before: Models, after: Models): string[] {
  const called = (models: Models, i: number): string =>
    models.length > 1 ? `the model answer ${models[i]!.name || i + 1}` : 'the model answer'
  return [
    ...after.flatMap((model, i) => {
      if (!before[i]) return [`${called(after, i)} is new`]
      return saysTheSame(before[i], model) ? [] : [called(after, i)]
    }),
    ...before.slice(after.length).map((_, i) => `${called(before, after.length + i)} is left out`),
  ]
}

function changedRules(before: readonly RuleEntry[], after: readonly RuleEntry[]): string[] {
  const known = new Map(before.map(entry => [entry.id, entry]))
  const kept = new Set(after.map(({ id }) => id))
  return [
    ...after.flatMap(entry => {
      const old = known.get(entry.id)
      return old ? changedRule(old, entry) : [`rule ${entry.id.slice(1)} is new: ${entry.sentence}`]
    }),
    ...before
      .filter(({ id }) => !kept.has(id))
      .map(({ id, sentence }) => `rule ${id.slice(1)} is left out: ${sentence}`),
    ...(isSameOrder(before, after) ? [] : ['the order of the rules']),
  ]
}

function changedRule(old: RuleEntry, entry: RuleEntry): string[] {
  const changes = [
    ...(old.points === entry.points
      ? []
      : [`${entry.points} ${entry.points === 1 ? 'point' : 'points'} instead of ${old.points}`]),
    ...(Boolean(old.off) === Boolean(entry.off) ? [] : [entry.off ? 'switched off' : 'asked again']),
    ...(old.sentence === entry.sentence ? [] : [`says “${entry.sentence}”`]),
    ...(saysTheSame([old.rule, old.and ?? []], [entry.rule, entry.and ?? []])
      ? []
      : ['means something else']),
    ...(old.group === entry.group ? [] : [`stands under ${entry.group}`]),
    ...(Boolean(old.readMe) === Boolean(entry.readMe)
      ? []
      : [entry.readMe ? 'to be read over' : 'read over']),
    ...(saysTheSame(old.sheets ?? null, entry.sheets ?? null)
      ? []
      : [
          entry.sheets
            ? `asked in ${listInWords(entry.sheets.map(sheet => SHEET_NAMES[sheet]))} alone`
            : 'asked in every sheet',
        ]),
    ...(Boolean(old.hidden) === Boolean(entry.hidden)
      ? []
      : [entry.hidden ? 'told with the marks only' : 'told by Check']),
    ...((old.phrase ?? '') === (entry.phrase ?? '') ? [] : ['its phrase of the brief']),
  ]
  return changes.length > 0 ? [`rule ${entry.id.slice(1)}: ${changes.join(', ')}`] : []
}

function isSameOrder(before: readonly RuleEntry[], after: readonly RuleEntry[]): boolean {
  const ids = (entries: readonly RuleEntry[], others: readonly RuleEntry[]): string =>
    entries
      .map(({ id }) => id)
      .filter(id => others.some(other => other.id === id))
      .join(' ')
  return ids(before, after) === ids(after, before)
}

/** Whether two values are the same once written as JSON, in whatever order their fields stand. */
export function saysTheSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(inOrder(a)) === JSON.stringify(inOrder(b))
}

function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, field]) => field !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, field]) => [key, inOrder(field)]),
  )
}
