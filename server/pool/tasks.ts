import { proposeClaimRules, type RelationTask } from '@nomenklatura/core/claims'
import type { Finding } from '@nomenklatura/core/findings'
import type { Pin } from '@nomenklatura/core/alignment'
import type {
  ExerciseDocument,
  HelpLevel,
  MarkableAnswer,
  PreparedExercise,
} from '@nomenklatura/core/exercise'
import { personalExercise, prepareExercise, toldAt } from '@nomenklatura/core/exercise'
import {
  boundedCells,
  boundedFindings,
  boundedMarking,
  explainRule,
  likePairs,
  markAnswer,
  missingBeforePublishing,
  planAnswer,
  readingFindings,
  proposeSheet,
  type Likenable,
  type LikePair,
  type Marking,
  type Ran,
} from '@nomenklatura/core/marking'
import type { SandboxReport, SandboxWork } from '@nomenklatura/core/instances'
import type { RuleEntry } from '@nomenklatura/core/rules'
import { sameName } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'
import type { CheckedRule } from '#shared/answers'
import { toldBefore } from '../services/told'

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

interface ToRun {
  readonly exercise: ExerciseRef
  readonly answer: MarkableAnswer
  readonly pins?: readonly Pin[]
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
  readonly ran: Ran | null
}

/**
 * All computation of the server: each task a function of its input alone, run in a worker thread (`compute`).
 */
export const TASKS = {
  mark: ({ exercise, answer, pins = [], report }: ToRun & { report?: SandboxReport | undefined }): Marking =>
    boundedMarking(markAnswer(preparedFor(exercise), answer, { pins, report })),

  /** What is to be run of an answer before it is marked. */
  plan: ({ exercise, answer, pins = [] }: ToRun): SandboxWork | null =>
    planAnswer(preparedFor(exercise), answer, { pins })?.work ?? null,

  /** What a check tells at a help level. */
  check: ({
    exercise,
    answer,
    helpLevel,
    tellsVerdicts,
    report,
  }: ToCheck & { tellsVerdicts: boolean; report?: SandboxReport | undefined }): Checked => {
    const prepared = preparedFor(exercise)
    const { cells, findings, ran } = markAnswer(prepared, answer, { report })
    const { kept, left } = boundedFindings(toldAt(helpLevel, findings))
    const { rules } = prepared.document
    const hidden = new Set(rules.filter(rule => rule.hidden).map(({ id }) => id))
    const shown = cells.filter(({ rule }) => !hidden.has(rule))
    return {
      findings: kept,
      findingsLeft: left,
      ran: (tellsVerdicts && ran) || null,
      verdicts: tellsVerdicts ? boundedCells(shown).map(cell => toldBefore(rules, cell, helpLevel)) : [],
    }
  },

  /** What a sheet's own reading says, without a verdict: quick, whatever is written. */
  findings: ({ exercise, answer, helpLevel }: ToCheck): Omit<Checked, 'verdicts' | 'ran'> => {
    const { kept, left } = boundedFindings(toldAt(helpLevel, readingFindings(preparedFor(exercise), answer)))
    return { findings: kept, findingsLeft: left }
  },

  personal: ({ document, seed }: { document: ExerciseDocument; seed: string }): ExerciseDocument =>
    personalExercise(document, seed),

  proposeRules: ({ document }: { document: ExerciseDocument }): RuleEntry[] => proposeSheet(document),

  proposeClaims: ({ relation }: { relation: RelationTask }): RuleEntry[] => proposeClaimRules(relation),

  missing: ({ document }: { document: ExerciseDocument }): string[] =>
    missingBeforePublishing(document).map(({ sentence }) => sentence),

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

  /** Hand-ins of a class that are alike beyond what the exercise explains. */
  likeness: ({ handIns, document }: { handIns: Likenable[]; document: ExerciseDocument }): LikePair[] =>
    likePairs(handIns, document),

  /** Whether a script has a table or column of that name. */
  usesName: ({ script, name }: { script: string; name: string }): boolean =>
    readScript(script).schema.tables.some(
      table => sameName(table.name, name) || table.columns.some(column => sameName(column.name, name)),
    ),
} as const

export type TaskName = keyof typeof TASKS
export type TaskInput<Name extends TaskName> = Parameters<(typeof TASKS)[Name]>[0]
export type TaskOutput<Name extends TaskName> = ReturnType<(typeof TASKS)[Name]>
