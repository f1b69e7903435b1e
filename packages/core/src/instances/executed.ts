import type { Rule, Verdict } from '../rules'
import type { SandboxReport } from './engine'
import { judgeProbe, type Becomes, type JudgedProbe, type JudgeOptions } from './judge-probe'
import type { Plan } from './plan'

/** What running says of a part of a rule; without a verdict where no trial says anything. */
export interface Executed {
  readonly verdict: Extract<Verdict, 'upheld' | 'broken' | 'too strict'> | null
  /** The trial that shows it best. */
  readonly shown: JudgedProbe | null
  /** Where an answer is both broken and too strict, the trial for the second. */
  readonly also: JudgedProbe | null
  /** Everything forbidden that was to be tried was refused; everything allowed accepted. */
  readonly refusesAll: boolean
  readonly acceptsAll: boolean
}

/** What the report says of each part of the plan. */
export function readReport(
  plan: Plan,
  rules: readonly Rule[],
  report: SandboxReport,
  isUnmodelled: (part: number) => boolean,
): Executed[] {
  return plan.parts.map(({ planned, notRun }, i) => {
    const options: JudgeOptions = { isUnmodelled: isUnmodelled(i), ...wantedOf(rules[i]!) }
    const judged = planned.flatMap(probe => {
      const outcome = report.trials[probe.at]
      return outcome ? [judgeProbe(probe, outcome, options)] : []
    })
    const allAre = (wants: 'accepted' | 'refused'): boolean =>
      notRun.every(why => why === 'inexpressible') &&
      judged.length === planned.length &&
      judged.every(({ probe, said }) => probe.wants !== wants || (said === 'as wanted' && !probe.isOfToday))
    return {
      ...verdictOf(judged),
      refusesAll: allAre('refused'),
      acceptsAll: allAre('accepted'),
    }
  })
}

function wantedOf(rule: Rule): { wanted?: Becomes } {
  return rule.kind === 'onDelete' || rule.kind === 'onUpdate' ? { wanted: rule.outcome } : {}
}

function verdictOf(judged: readonly JudgedProbe[]): Pick<Executed, 'verdict' | 'shown' | 'also'> {
  const otherwise = judged.filter(({ said }) => said === 'otherwise')
  const broken = otherwise.find(isBroken)
  const strict = otherwise.find(probe => !isBroken(probe))
  const wanted = judged.filter(({ said }) => said === 'as wanted')
  // What is forbidden and refused shows more than what is allowed and accepted.
  const best = wanted.find(({ probe }) => probe.wants === 'refused') ?? wanted[0] ?? null
  if (broken) return { verdict: 'broken', shown: broken, also: strict ?? null }
  if (strict) return { verdict: 'too strict', shown: strict, also: null }
  return { verdict: best ? 'upheld' : null, shown: best, also: null }
}

/** Accepted though forbidden, or with another outcome than is wanted: not only refused. */
function isBroken({ outcome }: JudgedProbe): boolean {
  return outcome.is === 'accepted'
}
