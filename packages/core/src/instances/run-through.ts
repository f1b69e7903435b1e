import { shorten } from '../language'
import { becauseOf, type Evaluation } from '../rules'
import { DIALECT } from '../schema'
import type { SandboxReport } from './engine'
import type { Runnable, RunnableStatement } from './runnable'

const LONGEST = 60

/**
 * Whether the script runs, by an engine that ran it: the first statement that was refused tells why, in the
 * engine's own words before what reasoning says. Where it is written for another server, or nothing came of
 * it, what reasoning says stands; so it does where a statement was left out that is not run here.
 */
export function ranThrough(evaluation: Evaluation, script: Runnable, report: SandboxReport): Evaluation {
  if (script.translated || evaluation.verdict === 'not shown') return evaluation
  const server = DIALECT.postgresql.name
  const at = report.statements.findIndex(
    (refusal, i) => refusal !== null && script.statements[i]?.span !== null,
  )
  if (at >= 0) {
    const statement = script.statements[at]!
    const names = { server, statement: inWords(statement), words: report.statements[at]!.message }
    const because = becauseOf('statement-refused', names, placeOf(statement))
    const reasons = evaluation.verdict === 'broken' ? evaluation.because : []
    return { ...evaluation, verdict: 'broken', because: [because, ...reasons] }
  }
  if (report.statements.length < script.statements.length)
    return report.stopped === 'time'
      ? endless(evaluation, script.statements[report.statements.length]!)
      : evaluation
  if (script.isPartly || evaluation.verdict !== 'upheld') return evaluation
  return { ...evaluation, because: [becauseOf('script-ran', { server })] }
}

function endless(evaluation: Evaluation, statement: RunnableStatement): Evaluation {
  const because = becauseOf('statement-endless', { statement: inWords(statement) }, placeOf(statement))
  return { ...evaluation, verdict: 'cannot tell', doubt: 'limit', because: [because] }
}

const placeOf = ({ span }: RunnableStatement) => (span ? { span } : undefined)

/** Its first words. */
const inWords = ({ text }: RunnableStatement): string =>
  shorten(text.replace(/\s+/g, ' ').split('(')[0]!.trim(), LONGEST)
