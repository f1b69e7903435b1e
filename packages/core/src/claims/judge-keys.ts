import {
  braces,
  shrinkToKey,
  closureExhibit,
  inFront,
  type AttributeSet,
  type Relation,
  type WrittenSet,
} from '../dependencies'
import { phrase } from '../words'
import type { ReadClaims } from './read'
import { at, because, later, notShown, say, twoRows, type ClaimReason, type ClaimVerdict } from './verdicts'

/** Whether a key of the relation is among the claimed ones. */
export function keyVerdict({ universe, relation, keys }: ReadClaims, of: readonly string[]): ClaimVerdict {
  if (keys.length === 0) return notShown('key')
  const wanted = universe.set(of)
  const own = keys.find(({ names }) => universe.set(names).equals(wanted))
  if (own)
    return say('upheld', [because('key-named', { key: universe.list(wanted) }, at('keys', own.place))], {
      exhibits: [closureExhibit(relation, wanted)],
    })
  const larger = keys.find(({ names }) => wanted.isSubsetOf(universe.set(names)))
  const reasons: ClaimReason[] = [because('key-missing', { key: universe.list(wanted) })]
  if (larger)
    reasons.push(
      because(
        'key-in-larger',
        {
          larger: larger.names,
          superfluous: universe.list(universe.set(larger.names).minus(wanted)),
        },
        at('keys', larger.place),
      ),
    )
  return say('broken', reasons, { exhibits: [later(closureExhibit(relation, wanted))] })
}

type KeyFault =
  | { readonly kind: 'not unique'; readonly missing: AttributeSet }
  | { readonly kind: 'not minimal'; readonly key: AttributeSet; readonly superfluous: AttributeSet }

/** What is wrong with a claimed key; undefined where it is one. Under both kinds of dependencies. */
export function keyFault(relation: Relation, set: AttributeSet): KeyFault | undefined {
  const all = relation.universe.all
  const missing = all.minus(relation.closure(set))
  if (!missing.isEmpty()) return { kind: 'not unique', missing }
  const smaller = [...set].some(attribute => all.isSubsetOf(relation.closure(set.without(attribute))))
  if (!smaller) return undefined
  const key = shrink(relation, set)
  return { kind: 'not minimal', key, superfluous: set.minus(key) }
}

function shrink(relation: Relation, set: AttributeSet): AttributeSet {
  if (relation.functional) return shrinkToKey(relation.size, set, relation.universe.all, relation.functional)
  return [...set]
    .reverse()
    .reduce(
      (key, attribute) =>
        relation.universe.all.isSubsetOf(relation.closure(key.without(attribute)))
          ? key.without(attribute)
          : key,
      set,
    )
}

/**
 * A claimed key that is none is too strict where it fixes too little, and broken where it can do without a
 * part.
 */
export function otherKeysVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, keys } = read
  if (keys.length === 0) return notShown('key')
  const faults = keys.flatMap(written => {
    const fault = keyFault(relation, universe.set(written.names))
    return fault ? [{ written, fault }] : []
  })
  if (faults.length === 0) return say('upheld', [because('keys-right', {})])
  const reasons = faults.map(({ written, fault }) => faultReason(read, written, fault))
  const large = faults.find(({ fault }) => fault.kind === 'not minimal')
  if (large)
    return say('broken', reasons, {
      witness: acceptedTwice(read, large.written, large.fault),
      exhibits: [
        later(closureExhibit(relation, (large.fault as Extract<KeyFault, { kind: 'not minimal' }>).key)),
      ],
    })
  const { written, fault } = faults[0]!
  const set = universe.set(written.names)
  return say('too strict', reasons, {
    witness: twoRows(
      relation,
      { from: set, to: (fault as Extract<KeyFault, { kind: 'not unique' }>).missing },
      {
        name: read.task.name,
        values: read.values,
        outcome: 'refused',
        by: phrase('claimed-key', { columns: written.names }),
      },
    ),
    exhibits: [later(closureExhibit(relation, set))],
  })
}

function faultReason(
  { universe }: Pick<ReadClaims, 'universe'>,
  { names, place }: WrittenSet,
  fault: KeyFault,
): ClaimReason {
  const where = at('keys', place)
  return fault.kind === 'not unique'
    ? because('key-not-unique', { claimed: names, missing: universe.list(fault.missing) }, where)
    : because(
        'key-not-minimal',
        { claimed: names, key: universe.list(fault.key), superfluous: universe.list(fault.superfluous) },
        where,
      )
}

/** Two rows with the same real key, which the larger one would let in. */
function acceptedTwice(
  { universe, task, values }: ReadClaims,
  { names }: WrittenSet,
  fault: KeyFault,
): ReturnType<typeof twoRows> {
  if (fault.kind !== 'not minimal') return null
  const rows = [0, 1].map(symbol =>
    universe.names.map((_, position) => (fault.key.has(position) ? 0 : symbol)),
  )
  const order = inFront(universe, fault.key, fault.superfluous)
  return {
    outcome: 'accepted',
    by: null,
    tables: [
      {
        table: `${task.name}, with the key ${braces(names)}`,
        columns: order.map(position => universe.names[position]!),
        rows: rows.map((row, r) => ({ cells: values.cells(row, order), bad: r === 1 })),
        spoken: fault.key.union(fault.superfluous).size,
      },
    ],
  }
}
