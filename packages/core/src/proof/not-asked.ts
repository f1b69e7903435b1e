import { prepareExercise, type ExerciseDocument } from '../exercise'
import { nextRuleNumber, proposeSheet, wellDrawnRules, wellMadeRules } from '../marking'
import { partsOf, ruleKey, type RuleEntry } from '../rules'
import { furtherRules } from './further-rules'

/**
 * What could be asked of an exercise and is not: what would be proposed for it, its sheets' own checks, and more that
 * notices what a proposal lets pass. Numbered after the rules that there are.
 */
export function rulesNotAsked(document: ExerciseDocument): readonly RuleEntry[] {
  const asked = new Set(
    document.rules.filter(({ off }) => !off).flatMap(entry => partsOf(entry).map(ruleKey)),
  )
  const possible = [
    ...proposeSheet({ ...document, rules: [] }),
    ...furtherRules(prepareExercise({ ...document, rules: [] })),
    ...(document.sheets.includes('script') ? wellMadeRules() : []),
    ...(document.sheets.includes('diagram') ? wellDrawnRules() : []),
  ]
  const fresh = possible.flatMap(entry => {
    const isNew = partsOf(entry).some(part => !asked.has(ruleKey(part)))
    for (const part of partsOf(entry)) asked.add(ruleKey(part))
    return isNew ? [entry] : []
  })
  const next = nextRuleNumber(document.rules)
  return fresh.map((entry, i) => ({ ...entry, id: `r${next + i}`, points: 1 }))
}
