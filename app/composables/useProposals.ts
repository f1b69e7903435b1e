import { SHEETS } from '@nomenklatura/core/findings'
import { proposeSheet } from '@nomenklatura/core/marking'
import { NEW_TASK } from '@nomenklatura/core/claims'
import type { RuleEntry } from '@nomenklatura/core/rules'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'

/** Rules that are proposed follow what they are proposed from, as long as nobody has worded them. */
export function useProposals(
  document: Readonly<Ref<ExerciseDocument | undefined>>,
  change: (part: Partial<ExerciseDocument>) => void,
) {
  /**
   * While nobody has changed a proposed sentence, the rules follow the relation: they are replaced as long as
   * they are those proposed last.
   */
  const lastProposed = ref('')
  function followProposal(rules: readonly RuleEntry[]): void {
    if (
      document.value?.sheets.some(sheet => sheet !== 'dependencies') ||
      rules.length === 0 ||
      !document.value
    )
      return
    const [current, next] = [JSON.stringify(document.value.rules), JSON.stringify(rules)]
    const follows = document.value.rules.length === 0 || current === lastProposed.value
    if (follows && current !== next) change({ rules: [...rules] })
    if (follows || current === next) lastProposed.value = next
  }
  /**
   * What is meant in the rows becomes the relation, the parts the draft of the dictionary; rules that nobody
   * has worded yet are proposed anew.
   */
  function takeRows({ name: called, dependencies, columns, dictionary: drafted }: TakenRows): void {
    if (!document.value) return
    const relation = document.value.relation ?? NEW_TASK
    const attributes = [
      ...new Set([
        ...columns.filter(name =>
          dependencies.some(({ from, to }) => from.includes(name) || to.includes(name)),
        ),
        ...drafted.entries.map(({ field }) => field),
      ]),
    ].filter(name => columns.includes(name))
    const written = dependencies.map(({ from, to }) => `${from.join(', ')} → ${to.join(', ')}`).join('\n')
    const name = called.replace(/[^\p{L}\p{N}]+/gu, '_').replace(/^[^\p{L}_]+/u, '') || 'relation'
    const next: ExerciseDocument = {
      ...document.value,
      relation: { ...relation, name, attributes, dependencies: written, isGiven: false, isFresh: false },
      sheets: SHEETS.filter(
        sheet => sheet === 'dependencies' || sheet === 'dictionary' || document.value!.sheets.includes(sheet),
      ),
      models: [
        { name: 'Model answer', script: '', ...document.value.models[0], dictionary: drafted },
        ...document.value.models.slice(1),
      ],
    }
    const isUnworded =
      document.value.rules.length === 0 || JSON.stringify(document.value.rules) === lastProposed.value
    const rules = isUnworded ? proposeSheet(next) : document.value.rules
    if (isUnworded) lastProposed.value = JSON.stringify(rules)
    change({ ...next, rules })
  }

  return { followProposal, takeRows }
}
