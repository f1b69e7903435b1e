import type { DiagramEnd } from './document'

type Amount = Pick<DiagramEnd, 'least' | 'most'>

/** Whether there must be one at least. */
export function isDemanded({ least }: Pick<Amount, 'least'>): boolean {
  return least !== null && least >= 1
}

/** Whether there may be more than one. */
export function areMany({ most }: Pick<Amount, 'most'>): boolean {
  return most !== null && most !== 'one'
}

/**
 * The end of a line of two that the other end's table refers to; -1 where a table between does, or nobody
 * knows yet.
 */
export function referredEnd({
  ends,
}: {
  readonly ends: readonly Pick<DiagramEnd, 'least' | 'most' | 'identifies'>[]
}): number {
  const [a, b] = ends
  if (!a || !b || ends.length > 2) return -1
  if (a.identifies || b.identifies) return a.identifies ? 0 : 1
  if (a.most === 'one' && b.most === 'one') return isDemanded(b) && !isDemanded(a) ? 1 : 0
  return ends.findIndex(({ most }) => most === 'one')
}

/** How many, in the words of the two questions; what is not answered is left open. */
export function amountInWords({ least, most }: Amount): string {
  if (most === null) return least === null || least === 0 ? 'an open number of' : `at least ${counted(least)}`
  if (most === 'one') {
    if (least === null) return 'one'
    return least === 0 ? 'at most one' : 'exactly one'
  }
  if (most === 'many') {
    if (least === null) return 'many'
    return least === 0 ? 'any number of' : `${counted(least)} or more`
  }
  if (least === null || least === 0) return `at most ${most}`
  return least === most ? `exactly ${most}` : `${counted(least)} to ${most}`
}

const counted = (number: number): string => (number === 1 ? 'one' : String(number))
