import type { Sheet } from '@nomenklatura/core/findings'
import type { CheckedRule } from '#shared/answers'

/** What marks an element of a drawing: never "not shown", which is about nothing there. */
export type Mark = Exclude<CheckedRule['verdict'], 'upheld' | 'not shown'>

/** The elements of a sheet that verdicts rest on, with the gravest of each; what is upheld marks nothing. */
export function marksOn(
  sheet: Sheet,
  rules: readonly (Pick<CheckedRule, 'sheet' | 'verdict'> & {
    readonly because: readonly { readonly place: { readonly field?: string | undefined } | null }[]
  })[],
): Map<string, Mark> {
  const told = rules.filter(rule => rule.sheet === sheet).toSorted(byUrgency)
  return new Map(
    told
      .toReversed()
      .flatMap(({ verdict, because }) =>
        verdict === 'upheld' || verdict === 'not shown'
          ? []
          : because.flatMap(({ place }) => (place?.field ? [[place.field, verdict] as const] : [])),
      ),
  )
}
