import type { InjectionKey } from 'vue'
import type { CaseMark, CaseMarks } from '@nomenklatura/core/exercise'
import type { BoundPhrase } from './brief'
import type { CheckedRule } from '#shared/answers'

/** What a case is told of its phrases, and tells them. */
export interface CasePhrases {
  /** The phrase that Tab reaches: from it the arrows go to the others. */
  readonly inTurn: () => string
  /** The phrase that is pointed at or has the focus; undefined when none is any more. */
  readonly pointAt: (bound: BoundPhrase | undefined) => void
}
export const CASE_PHRASES: InjectionKey<CasePhrases> = Symbol('phrases of the case')

/** What the exercise tells of words of its case. */
export const namedPhrases = (marks: readonly CaseMark[]): BoundPhrase[] =>
  marks.map(({ phrase, as }) => ({
    phrase,
    mark: 'named',
    say: as === 'entity' ? 'speaks of an entity' : 'speaks of a fact',
  }))

/** What the student marked, to be shown where it stands. */
export const ownPhrases = ({ marks }: CaseMarks): BoundPhrase[] =>
  marks.map(({ phrase, as }) => ({
    phrase,
    mark: `own-${as}`,
    say: as === 'entity' ? 'marked as an entity' : 'marked as a fact',
  }))

const WORST = ['broken', 'too strict', 'not shown', 'cannot tell', 'upheld'] as const

/**
 * What a check says of the phrases that its rules come from: of a phrase that several rules or sheets speak of, the worst.
 * Nothing where the help level tells no verdicts.
 */
export function checkedPhrases(verdicts: readonly CheckedRule[], isStale: boolean): BoundPhrase[] {
  const byPhrase = new Map<string, CheckedRule[]>()
  for (const rule of verdicts)
    if (rule.phrase !== null) byPhrase.set(rule.phrase, [...(byPhrase.get(rule.phrase) ?? []), rule])
  const since = isStale ? ', before your last change' : ''
  return [...byPhrase].map(([phrase, rules]) => {
    const [worst] = rules.toSorted((a, b) => WORST.indexOf(a.verdict) - WORST.indexOf(b.verdict))
    return {
      phrase,
      mark: worst!.verdict.replace(' ', '-'),
      say: `${worst!.verdict}${since}: ${worst!.sentence}`,
    }
  })
}
