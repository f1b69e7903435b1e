import { becauseOf, type Because, type Evaluation, type Verdict, type Witness } from '../rules'
import { witnessOf } from './evidence'
import type { Executed } from './executed'

export interface Together {
  /** What holds rows back there is not all read. */
  readonly isUnmodelled: boolean
  /** The script is written for another server than the one that ran it. */
  readonly isTranslated: boolean
}

/**
 * The verdict of reasoning and running together (the table of semantics, section 6): what was decided stands
 * where running agrees or says nothing; where what holds rows back is not all read, running decides; where they
 * contradict each other nothing can be told.
 */
export function combined(
  evaluation: Evaluation,
  executed: Executed | undefined,
  { isUnmodelled, isTranslated }: Together,
): Evaluation {
  if (!executed?.verdict || !executed.shown) return evaluation
  const { verdict } = evaluation
  if (verdict === 'not shown') return evaluation
  const witness: Witness = {
    ...witnessOf(executed.shown),
    ...(executed.also ? { also: witnessOf(executed.also) } : {}),
  }
  if (verdict === 'cannot tell')
    return isLeftToRunning(evaluation) ? decided(evaluation, executed.verdict, witness) : evaluation
  // Of two faults reasoning names one.
  if (verdict === executed.verdict || (verdict === 'too strict' && executed.also))
    return { ...evaluation, witness: { ...evaluation.witness, ...witness } }
  if (!isContrary(verdict, executed)) return evaluation
  // What the dialect has otherwise than PostgreSQL is known to reasoning, and lost in translation.
  if (isTranslated) return evaluation
  if (isUnmodelled) return decided(evaluation, executed.verdict, witness)
  return {
    ...evaluation,
    verdict: 'cannot tell',
    doubt: 'disagreement',
    because: [disagreement(evaluation, executed), ...evaluation.because],
    witness,
  }
}

/**
 * A proof stands against all else; that all went as wanted only against what was tried. What a value reckoned from
 * today leads to is one day's answer, and reasoning asked on several: it proves nothing against them.
 */
function isContrary(verdict: Verdict, executed: Executed): boolean {
  if (executed.shown?.probe.isOfToday) return false
  if (executed.verdict !== 'upheld') return true
  return verdict === 'broken' ? executed.refusesAll : executed.acceptsAll
}

/** What reasoning leaves open since it does not read all that holds rows back. */
function isLeftToRunning({ doubt, because }: Evaluation): boolean {
  return doubt === 'outside' && because.every(({ code }) => code !== 'other-notation')
}

function decided(evaluation: Evaluation, verdict: Verdict, witness: Witness): Evaluation {
  const { doubt: _, ...rest } = evaluation
  return {
    ...rest,
    verdict,
    because: [becauseOf('decided-by-running', { verdict }), ...evaluation.because],
    witness,
  }
}

function disagreement({ verdict }: Evaluation, executed: Executed): Because {
  return becauseOf('run-disagrees', { verdict, executed: executed.verdict! })
}
