import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import {
  proofFigures,
  type ModelFault,
  type Outcome,
  type ProofFigures,
  type ProofLine,
} from '@nomenklatura/core/proof'

/**
 * What `nomenklatura prove --json` prints for each exercise: public and stable, keys may be added. Points are whole and
 * part points of the case's sheet.
 */
export interface ProofReport {
  readonly file: string
  readonly title: string
  readonly executed: boolean
  readonly figures: ProofFigures
  /** What the model answers themselves do not uphold. */
  readonly faults: readonly ModelFault[]
  readonly cases: readonly {
    readonly sheet: string
    readonly model: number
    readonly is: 'mistake' | 'harmless'
    readonly kind: string
    readonly change: string
    readonly outcome: Outcome
    readonly by: readonly { readonly rule: string; readonly verdict: string }[]
    readonly lost: number
    readonly open: number
    /** Sentences of rules that would notice it. */
    readonly helps: readonly string[]
  }[]
}

export function proofReport(
  file: string,
  { title }: ExerciseDocument,
  lines: readonly ProofLine[],
  faults: readonly ModelFault[],
  executed: boolean,
): ProofReport {
  return {
    file,
    title,
    executed,
    figures: proofFigures(lines),
    faults,
    cases: lines.map(({ sheet, model, is, kind, said, outcome, by, lost, open, helps }) => ({
      sheet,
      model,
      is,
      kind,
      change: said,
      outcome,
      by,
      lost: lost / 1000,
      open: open / 1000,
      helps: helps.map(({ sentence }) => sentence),
    })),
  }
}

const HEADS: readonly (readonly [Outcome, string])[] = [
  ['punished', 'Punished, though nothing is wrong'],
  ['doubted', 'Left open, though nothing is wrong'],
  ['missed', 'Passes unnoticed'],
  ['asked', 'Left open for a person'],
  ['same', 'Told apart by no rule that could be asked'],
]

/** The figures, then what should be looked at, by kind; what is noticed is counted. */
export function proofInWords(
  { title, figures, faults, cases }: ProofReport,
  document: ExerciseDocument,
): string {
  const { mistakes, noticed, asked, missed, same, harmless, punished, doubted, strength } = figures
  const sentenceOf = (rule: string): string => document.rules.find(({ id }) => id === rule)?.sentence ?? ''
  const blocks = HEADS.flatMap(([outcome, head]) => {
    const found = cases.filter(one => one.outcome === outcome)
    return found.length === 0
      ? []
      : [
          `${head}:`,
          ...found.map(({ sheet, change, by, helps }) =>
            [
              `  ${SHEET_NAMES[sheet as keyof typeof SHEET_NAMES]}: ${change}`,
              by.length > 0
                ? ` By ${by.map(({ rule, verdict }) => `rule ${rule.slice(1)} (${verdict})`).join(', ')}.`
                : '',
              helps.length > 0 ? ` Would be noticed by: ${helps[0]}` : '',
            ].join(''),
          ),
        ]
  })
  return [
    title,
    [
      strength === null ? 'No mistake can be made in it' : `${strength} % of the mistakes are noticed`,
      `: of ${mistakes}, ${noticed} by a rule, ${asked} left open, ${missed} pass, ${same} told apart by nothing`,
      `; of ${harmless} harmless changes ${punished} punished, ${doubted} left open.`,
    ].join(''),
    ...faults.map(
      ({ rule, verdict, sheet }) =>
        `The model answer itself: rule ${rule.slice(1)} is ${verdict} in the ${SHEET_NAMES[sheet]}: ${sentenceOf(rule)}`,
    ),
    ...blocks,
  ].join('\n')
}
