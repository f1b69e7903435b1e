import { lowestConfidence } from '../alignment'
import type { Evaluation, Verdict } from './verdict'

/** What one part does to the sentence: the first of these that any part has is the sentence's verdict. */
const ORDER: readonly Verdict[] = ['broken', 'cannot tell', 'too strict', 'not shown', 'upheld']

/** The part that decides for all: of those with the gravest verdict the first with rows that show it. */
export function leadingPart<P extends { readonly verdict: Verdict; readonly witness: unknown }>(
  parts: readonly P[],
): P {
  const verdict = ORDER.find(wanted => parts.some(part => part.verdict === wanted))!
  const deciding = parts.filter(part => part.verdict === verdict)
  return deciding.find(part => part.witness) ?? deciding[0]!
}

/**
 * One verdict for a sentence of several parts: upheld when all are; the evidence is that of the part which
 * decides, before it what else is wrong.
 */
export function combineParts(parts: readonly Evaluation[]): Evaluation {
  const [only, ...more] = parts
  if (more.length === 0) return only!
  const lead = leadingPart(parts)
  const { verdict } = lead
  const deciding = parts.filter(part => part.verdict === verdict)
  return {
    ...lead,
    because:
      verdict === 'upheld'
        ? parts.flatMap(({ because }) => because.slice(-1))
        : deciding.flatMap(({ because }) => because),
    tables: [...new Set(parts.flatMap(({ tables }) => tables))],
    confidence: lowestConfidence(parts),
  }
}

/**
 * The entry from which entry `i` follows, or -1: each broken part of it follows from a part of another entry,
 * or from another part of its own that does. `entries` gives the entry of each part, `follows` the part from
 * which each follows.
 */
export function combineFollows(
  entries: readonly number[],
  evaluations: readonly Evaluation[],
  follows: readonly number[],
  i: number,
): number {
  const broken = entries.flatMap((entry, part) =>
    entry === i && evaluations[part]!.verdict === 'broken' ? [part] : [],
  )
  const causes = broken.map(part => follows[part]!).filter(cause => cause < 0 || entries[cause] !== i)
  return causes.length > 0 && causes.every(cause => cause >= 0) ? entries[causes[0]!]! : -1
}
