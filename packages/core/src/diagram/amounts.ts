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
