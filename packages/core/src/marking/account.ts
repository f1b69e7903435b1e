import type { RuleEntry } from '../rules'
import { isCellLine, type CellLine, type Points } from './points'
import type { Sum, SumLine, Thousandths } from './sum'

/** 31500 thousandths are written "31.5". */
export function pointsInWords(thousandths: Thousandths): string {
  return String(thousandths / 1000)
}

/** In whole and part points, as files have them. */
export const inWholePoints = ({ got, open, of }: Readonly<Sum>) => ({
  got: got / 1000,
  open: open / 1000,
  of: of / 1000,
})

/**
 * The account as sentences, from what one begins with to what is left: "less 2, rule 20, script, broken: An
 * accession stands at most once in a dispatch."
 */
export function accountInWords(
  { got, open, of, late, account }: Points,
  rules: readonly RuleEntry[],
): string[] {
  const sentences = new Map(rules.map(({ id, sentence }) => [id, sentence]))
  return [
    `${pointsInWords(of)} to begin with`,
    ...account.map(line =>
      isCellLine(line) ? cellLineInWords(line, sentences.get(line.rule) ?? '') : sumLineInWords(line),
    ),
    ...(late > 0 ? [`less ${pointsInWords(late)}: handed in late`] : []),
    open > 0
      ? `${pointsInWords(got)}, and ${pointsInWords(open)} more if all open points are given`
      : pointsInWords(got),
  ]
}

const KIND: Readonly<Record<CellLine['kind'], string>> = {
  'broken': 'broken',
  'too strict': 'too strict',
  'not shown': 'not shown',
  'open': 'to be decided',
  'follows': 'follows from another mistake',
  'carried over': 'carried over from an earlier sheet',
  'needs constraint': 'counts only beside a rule that demands something of the same',
}

function cellLineInWords({ rule, kind, thousandths, overridden, sheet }: CellLine, sentence: string): string {
  const amount = pointsInWords(thousandths)
  const changes = kind === 'open' ? `${amount} open` : `less ${amount}`
  const begin = thousandths === 0 ? 'nothing off' : changes
  return `${begin}, rule ${rule.slice(1)}, ${sheet}, ${KIND[kind]}${overridden ? ' (decided by hand)' : ''}: ${sentence}`
}

const SUM_KIND: Readonly<Record<SumLine['kind'], string>> = {
  'group': 'the group as a whole',
  'criterion': 'judged by hand',
  'open criterion': 'to be judged by hand',
  'extra': 'given by hand',
  'bonus': 'bonus',
  'cap': 'more than can be got',
}

/** "1.5 more, bonus: The script is dated." */
export function sumLineInWords(line: SumLine): string {
  const says = [line.name, line.reason].filter(text => text).join(' ')
  return `${changeInWords(line)}, ${SUM_KIND[line.kind]}${says ? `: ${says}` : ''}`
}

function changeInWords({ kind, thousandths }: SumLine): string {
  const amount = pointsInWords(Math.abs(thousandths))
  if (kind === 'open criterion') return `${amount} open`
  if (thousandths === 0) return 'nothing off'
  return thousandths < 0 ? `${amount} more` : `less ${amount}`
}
