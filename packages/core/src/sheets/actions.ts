import { becauseOf, type Evaluation, type Rule } from '../rules'

type ActionRule = Extract<Rule, { kind: 'onDelete' | 'onUpdate' }>

/** Whether a rule asks what becomes of those that refer. */
export function isAction(rule: Rule): rule is ActionRule {
  return rule.kind === 'onDelete' || rule.kind === 'onUpdate'
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
