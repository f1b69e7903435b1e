import type { RoleLayout, Step } from '../alignment'
import { becauseOf, type Evaluation, type Rule } from '../rules'

type ActionRule = Extract<Rule, { kind: 'onDelete' | 'onUpdate' }>

/** Whether a rule asks what becomes of those that refer. */
export function isAction(rule: Rule): rule is ActionRule {
  return rule.kind === 'onDelete' || rule.kind === 'onUpdate'
}

/** The reference whose action a rule about a role asks for. */
export function stepOf(layout: RoleLayout | undefined): Step | undefined {
  if (layout?.kind === 'via') return layout.toTarget
  return layout?.kind === 'forward' ? layout.step : undefined
}

/** What a sheet does not say is not shown, whatever a server would do by itself. */
export function actionUnsaid({ kind }: ActionRule, evaluation: Evaluation): Evaluation {
  if (evaluation.verdict === 'not shown') return evaluation
  const { doubt: _, ...rest } = evaluation
  return {
    ...rest,
    verdict: 'not shown',
    witness: null,
    because: [becauseOf('action-unsaid', { isUpdate: kind === 'onUpdate' })],
  }
}
