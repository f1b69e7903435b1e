import { nameInWords } from '../rules'
import type { AccountLine, Points, Thousandths } from './points'

/** 31500 thousandths are written "31.5". */
export function pointsInWords(thousandths: Thousandths): string {
  return String(thousandths / 1000)
}

/** The account as sentences, from what one begins with to what is left. `sentenceOf` gives a rule's number and sentence. */
export function accountInWords({ got, open, of, late, account }: Points, sentenceOf: (rule: string) => string): string[] {
  return [
    `${pointsInWords(of)} to begin with`,
    ...account.map(line => accountLine(line, sentenceOf(line.rule))),
    ...late > 0 ? [`less ${pointsInWords(late)}: handed in late`] : [],
    open > 0 ? `${pointsInWords(got)}, and ${pointsInWords(open)} more if all open points are given` : pointsInWords(got),
  ]
}

function accountLine({ kind, thousandths, overridden, sheet }: AccountLine, sentence: string): string {
  const by = overridden ? ' (decided by hand)' : ''
  const amount = pointsInWords(thousandths)
  switch (kind) {
    case 'open': return `${amount} open, ${sheet}: ${sentence}`
    case 'follows': return `nothing off, ${sheet}: ${sentence} follows from another mistake`
    case 'carried over': return `nothing off, ${sheet}: ${sentence} carried over from an earlier sheet, counted once`
    case 'needs constraint': return `less ${amount}, ${sheet}: ${sentence} counts only beside a rule that demands something of the same`
    default: return `less ${amount}, ${nameInWords(sheet)}: ${sentence} ${kind}${by}`
  }
}
