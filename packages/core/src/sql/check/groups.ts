import type { Finding } from '../../findings'

/**
 * What a script's own checks are about, in the order in which they are told; each is a group of the rubric
 * where an instructor wants it.
 */
export const CHECK_GROUPS = [
  'syntax',
  'names',
  'keys',
  'references',
  'junction',
  'types',
  'checks',
  'atomicity',
  'normal form',
  'rows',
] as const
export type CheckGroup = (typeof CHECK_GROUPS)[number]

/** The group that a finding of a script belongs to; undefined for those of other sheets. */
export function groupOf({ code }: Pick<Finding, 'code'>): CheckGroup | undefined {
  const name = code.slice(0, code.indexOf('.')).replace('-', ' ')
  return CHECK_GROUPS.find(group => group === name)
}

/**
 * Whether a finding speaks against a script whose group is marked: remarks are worth knowing, and cost
 * nothing.
 */
export function speaksAgainst({ severity }: Finding): boolean {
  return severity !== 'remark'
}
