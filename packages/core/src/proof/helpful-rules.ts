import type { RuleEntry } from '../rules'
import type { ProofLine } from './line'

/** A rule that would notice what passes, and how much of it. */
export interface Help {
  readonly entry: RuleEntry
  readonly notices: readonly ProofLine[]
}

/**
 * Rules that together notice everything that is missed: each time the one that notices most of what is left, of equals
 * the first.
 */
export function helpfulRules(lines: readonly ProofLine[]): readonly Help[] {
  const found: Help[] = []
  let left = lines.filter(({ outcome }) => outcome === 'missed')
  while (left.length > 0) {
    const counts = new Map<string, number>()
    for (const { id } of left.flatMap(({ helps }) => helps)) counts.set(id, (counts.get(id) ?? 0) + 1)
    const most = Math.max(...counts.values())
    const [best] = [...counts].find(([, count]) => count === most)!
    const notices = left.filter(({ helps }) => helps.some(({ id }) => id === best))
    found.push({ entry: notices[0]!.helps.find(({ id }) => id === best)!, notices })
    left = left.filter(line => !notices.includes(line))
  }
  return found
}
