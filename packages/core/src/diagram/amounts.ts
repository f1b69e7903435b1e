import type { DiagramEnd } from './document'

/** How many, in the words of the two questions; what is not answered is left open. */
export function amountInWords({ least, most }: Pick<DiagramEnd, 'least' | 'most'>): string {
  if (most === null) return least === 1 ? 'at least one' : 'an open number of'
  if (most === 'one') return least === null ? 'one' : least === 0 ? 'at most one' : 'exactly one'
  return least === null ? 'many' : least === 0 ? 'any number of' : 'one or more'
}
