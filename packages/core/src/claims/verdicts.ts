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
import {
  reason,
  type ClaimPart,
  type OpenQuestion,
  type Phrase,
  type Reason,
  type ReasonCode,
  type ReasonNames,
} from '../words'

/** What one question about the claims comes to, with all that shows it. */
export interface ClaimVerdict {
  readonly verdict: Verdict
  readonly because: readonly ClaimReason[]
  readonly witness: Witness | null
  readonly exhibits: readonly Exhibit[]
  readonly doubt?: Doubt
}

export interface ClaimReason extends Reason {
  readonly place: (Span & { readonly field: string }) | null
}

/** A reason of a verdict, with the place of what is claimed where it is about one. */
export function because<C extends ReasonCode>(
  code: C,
  names: ReasonNames<C>,
  place: ClaimReason['place'] = null,
): ClaimReason {
  return { ...reason(code, names), place }
}

export const at = (field: string, { start, end }: Span): ClaimReason['place'] => ({ field, start, end })

export function say(
  verdict: Verdict,
  reasons: readonly ClaimReason[],
  {
    witness = null,
    exhibits = [],
  }: { witness?: Witness | null; exhibits?: readonly (Exhibit | undefined)[] } = {},
): ClaimVerdict {
  return {
    verdict,
    witness,
    exhibits: exhibits.filter(exhibit => exhibit !== undefined),
    because: reasons,
  }
}

/** The same, kept until answers may be given away. */
export function later<E extends Exhibit | undefined>(exhibit: E): E {
  return exhibit && { ...exhibit, later: true }
}

export const notShown = (of: ClaimPart): ClaimVerdict =>
  say('not shown', [because('nothing-claimed', { of })])

/** What cannot be decided within the limit of steps. */
export const undecided = (question: OpenQuestion, part = ''): ClaimVerdict => ({
  ...say('cannot tell', [because('not-decided', { question, part })]),
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
  }: { name: string; values: Values; outcome: Witness['outcome']; by: Phrase | null },
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
            spoken: refuted.from.union(refuted.to).size,
          },
        ],
      }
    : null
}
