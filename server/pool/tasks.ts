import { proposeClaimRules, readTask, unknownNames, type RelationTask } from '@nomenklatura/core/claims'
import { wording, type Finding } from '@nomenklatura/core/findings'
import type { Pin } from '@nomenklatura/core/alignment'
import type { ExerciseDocument, HelpLevel } from '@nomenklatura/core/formats'
import {
  boundedCells,
  boundedFindings,
  boundedMarking,
  explainRule,
  markAnswer,
  readingFindings,
  personalExercise,
  prepareExercise,
  proposeSheet,
  type MarkableAnswer,
  type Marking,
  type PreparedExercise,
} from '@nomenklatura/core/marking'
import { partsOf, unknownElements, type RuleEntry } from '@nomenklatura/core/rules'
import { sameName } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'
import type { CheckedRule } from '#shared/answers'
import { helpfulFindings, toldBefore } from '../services/told'

/**
 * An exercise as a thread knows it again: the same key is the same document. `seed` makes it one student's
 * own, where it is fresh for each.
 */
export interface ExerciseRef {
  readonly key: string
  readonly document: ExerciseDocument
  readonly seed?: string | undefined
}

const prepared = new Map<string, PreparedExercise>()
const MOST_PREPARED = 200

/** Reads an exercise once a thread. */
function preparedFor({ key, document, seed }: ExerciseRef): PreparedExercise {
  const name = document.relation?.isFresh && seed !== undefined ? `${key} ${seed}` : key
  const known = prepared.get(name)
  if (known) return known
  if (prepared.size >= MOST_PREPARED) prepared.clear()
  const result = prepareExercise(personalExercise(document, seed))
  prepared.set(name, result)
  return result
}

interface ToCheck {
  readonly exercise: ExerciseRef
  readonly answer: MarkableAnswer
  readonly helpLevel: HelpLevel
}
interface Checked {
  readonly findings: readonly Finding[]
  readonly findingsLeft: number
  readonly verdicts: readonly CheckedRule[]
}

/**
 * All computation of the server: each task a function of its input alone, run in a worker thread (`compute`).
 */
export const TASKS = {
  mark: ({
    exercise,
    answer,
    pins = [],
  }: {
    exercise: ExerciseRef
    answer: MarkableAnswer
    pins?: readonly Pin[]
  }): Marking => boundedMarking(markAnswer(preparedFor(exercise), answer, { pins })),

  /** What a check tells at a help level. */
  check: ({ exercise, answer, helpLevel, tellsVerdicts }: ToCheck & { tellsVerdicts: boolean }): Checked => {
    const prepared = preparedFor(exercise)
    const { cells, findings } = markAnswer(prepared, answer)
    const { kept, left } = boundedFindings(helpfulFindings(findings, helpLevel))
    const { rules } = prepared.document
    return {
      findings: kept,
      findingsLeft: left,
      verdicts: tellsVerdicts ? boundedCells(cells).map(cell => toldBefore(rules, cell, helpLevel)) : [],
    }
  },

  /** What a sheet's own reading says, without a verdict: quick, whatever is written. */
  findings: ({ exercise, answer, helpLevel }: ToCheck): Omit<Checked, 'verdicts'> => {
    const { kept, left } = boundedFindings(
      helpfulFindings(readingFindings(preparedFor(exercise), answer), helpLevel),
    )
    return { findings: kept, findingsLeft: left }
  },

  personal: ({ document, seed }: { document: ExerciseDocument; seed: string }): ExerciseDocument =>
    personalExercise(document, seed),

  proposeRules: ({ document }: { document: ExerciseDocument }): RuleEntry[] => proposeSheet(document),

  proposeClaims: ({ relation }: { relation: RelationTask }): RuleEntry[] => proposeClaimRules(relation),

  missing: ({ document }: { document: ExerciseDocument }): string[] => missingBeforePublishing(document),

  knowsElement: ({ exercise, element }: { exercise: ExerciseRef; element: string }): boolean => {
    const [entity, member] = element.split('.')
    const found = preparedFor(exercise).world.entities.find(({ name }) => name === entity)
    return (
      found !== undefined &&
      (member === undefined || [...found.attributes, ...found.roles].some(({ name }) => name === member))
    )
  },

  explain: ({
    exercise,
    script,
    rule,
    pins,
  }: {
    exercise: ExerciseRef
    script: string
    rule: string
    pins: readonly Pin[]
  }): string[] => explainRule(preparedFor(exercise), script, rule, { pins }),

  /** Whether a script has a table or column of that name. */
  usesName: ({ script, name }: { script: string; name: string }): boolean =>
    readScript(script, { checks: false }).schema.tables.some(
      table => sameName(table.name, name) || table.columns.some(column => sameName(column.name, name)),
    ),
} as const

export type TaskName = keyof typeof TASKS
export type TaskInput<Name extends TaskName> = Parameters<(typeof TASKS)[Name]>[0]
export type TaskOutput<Name extends TaskName> = ReturnType<(typeof TASKS)[Name]>

/** What must be there before students may see an exercise; empty when nothing is missing. */
export function missingBeforePublishing(document: ExerciseDocument): string[] {
  const missing: string[] = []
  if (document.brief.trim() === '') missing.push('The brief is empty.')
  const { model, world } = prepareExercise(document)
  const asksTables = document.sheets.some(sheet => sheet !== 'dependencies')
  if (asksTables && model.schema.tables.filter(table => !table.given).length === 0)
    missing.push('There is no model answer with a table.')
  if (document.sheets.includes('dependencies')) missing.push(...taskFaults(document))
  if (model.findings.some(({ severity }) => severity === 'error'))
    missing.push('The model answer has errors.')
  const rules = document.rules.filter(({ off }) => !off)
  if (rules.length === 0) missing.push('No rule is switched on.')
  for (const entry of rules) {
    const unknown = [...unknownElements(world, entry, model.schema), ...unknownInClaims(document, entry)]
    if (unknown.length > 0) missing.push(`Rule ${entry.id.slice(1)}: ${unknown.join(' ')}`)
  }
  return missing
}

function unknownInClaims({ relation }: ExerciseDocument, entry: RuleEntry): string[] {
  const names = relation
    ? partsOf(entry).flatMap(rule => (rule.kind === 'claim' ? unknownNames(relation, rule.about) : []))
    : []
  return names.length > 0 ? [`The relation has no ${names.join(', ')}.`] : []
}

/** What keeps a relation from being asked about: in words. */
function taskFaults({ relation }: ExerciseDocument): string[] {
  if (!relation || relation.attributes.length < 2) return ['The relation has no attributes yet.']
  const faults = readTask(relation).findings.map(finding => `The dependencies: ${wording(finding).message}`)
  return faults.length > 0
    ? faults
    : relation.dependencies.trim() === ''
      ? ['The relation has no dependency yet.']
      : []
}
