import {
  refutingRows,
  inFront,
  type Dependency,
  type Multivalued,
  type Relation,
  type Values,
} from '../dependencies'
import type { Exhibit, Span } from '../findings'
import type { Doubt, Verdict, Witness } from '../rules'

/** What one question about the claims comes to, with all that shows it. */
export interface ClaimVerdict {
  readonly verdict: Verdict
  readonly because: readonly ClaimReason[]
  readonly witness: Witness | null
  readonly exhibits: readonly Exhibit[]
  readonly doubt?: Doubt
}

export interface ClaimReason {
  readonly sentence: string
  /** What is said instead while the answer is not to be given away; empty says nothing. */
  readonly hint?: string
  readonly place: (Span & { readonly field: string }) | null
}

export const at = (field: string, { start, end }: Span): ClaimReason['place'] => ({ field, start, end })

export function say(
  verdict: Verdict,
  because: readonly (ClaimReason | string)[],
  {
    witness = null,
    exhibits = [],
  }: { witness?: Witness | null; exhibits?: readonly (Exhibit | undefined)[] } = {},
): ClaimVerdict {
  return {
    verdict,
    witness,
    exhibits: exhibits.filter(exhibit => exhibit !== undefined),
    because: because.map(reason => (typeof reason === 'string' ? { sentence: reason, place: null } : reason)),
  }
}

/** The same, kept until answers may be given away. */
export function later<E extends Exhibit | undefined>(exhibit: E): E {
  return exhibit && { ...exhibit, later: true }
}

export const notShown = (what: string): ClaimVerdict => say('not shown', [`The sheet claims no ${what}.`])

/** What cannot be decided within the limit of steps. */
export const undecided = (what: string): ClaimVerdict => ({
  ...say('cannot tell', [`${what} was not decided within the limit of steps.`]),
  doubt: 'limit',
})

/** Two rows that a relation's dependencies allow and the dependency forbids, in a table of its name. */
export function twoRows(
  relation: Relation,
  refuted: Dependency | Multivalued,
  {
    name,
    values,
    outcome,
    by,
  }: { name: string; values: Values; outcome: Witness['outcome']; by: string | null },
): Witness | null {
  const rows = refutingRows(relation.size, relation.constraints, refuted)
  const order = inFront(relation.universe, refuted.from, refuted.to)
  return rows
    ? {
        outcome,
        by,
        tables: [
          {
            table: name,
            columns: order.map(at => relation.universe.names[at]!),
            rows: rows.map((row, r) => ({ cells: values.cells(row, order), bad: r === 1 })),
          },
        ],
      }
    : null
}
