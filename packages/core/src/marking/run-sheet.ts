import type { Evaluation, Rule } from '../rules'
import { combined, planRun, ranThrough, readReport, type Plan, type SandboxReport } from '../instances'
import type { ReasonedSheet } from './mark-sheet'

/** What is to be run of a sheet; undefined where nothing of it can be. */
export function planSheet({ sheet, parts, under }: ReasonedSheet): Plan | undefined {
  const { runnable } = sheet
  const judged = parts.flat().map((rule, i) => ({ rule, reading: under[i]! }))
  return runnable && planRun(judged, runnable())
}

/** The sheet with what running it says. */
export function withReport(reasoned: ReasonedSheet, plan: Plan, report: SandboxReport): ReasonedSheet {
  const { sheet, parts, evaluations } = reasoned
  const run = sheet.runnable?.()
  if (!run) return reasoned
  const rules: readonly Rule[] = parts.flat()
  const isUnmodelled = (part: number): boolean => run.isUnmodelled(evaluations[part]!.tables)
  const executed = readReport(plan, rules, report, isUnmodelled)
  const together = evaluations.map((evaluation, i): Evaluation => {
    if (rules[i]!.kind === 'scriptRuns') return ranThrough(evaluation, run.script, report)
    return combined(evaluation, executed[i], {
      isUnmodelled: isUnmodelled(i),
      isTranslated: run.script.translated !== null,
    })
  })
  return { ...reasoned, evaluations: together }
}
