import { AttributeSet } from './attribute-set'
import type { Constraints } from './universe'

/**
 * A row of symbols, one for each attribute. Equal numbers in a column are the same value; 0 is the value that
 * the rows have in common.
 */
export type Row = readonly number[]

export type ChaseStep =
  | {
      readonly kind: 'equated'
      readonly dependency: number
      readonly attribute: number
      readonly kept: number
      readonly replaced: number
    }
  | {
      readonly kind: 'added'
      readonly dependency: number
      readonly rows: readonly [number, number]
      readonly row: Row
    }

export interface Chased {
  readonly rows: readonly Row[]
  /** What was done, in order; `dependency` is the position among the functional, or the multivalued ones. */
  readonly steps: readonly ChaseStep[]
  /** False when the limit of rows stopped it. */
  readonly complete: boolean
}

/**
 * Makes rows satisfy the constraints: values that a functional dependency says are equal are made so (the
 * smaller symbol stays), rows that a multivalued one demands are added. It always ends; with multivalued
 * dependencies the rows can become exponentially many, so `limit` bounds them. Source: Maier, Mendelzon &
 * Sagiv, Testing implications of data dependencies, TODS 4(4), 1979.
 */
export function chase(start: readonly Row[], constraints: Constraints, { limit = 2000 } = {}): Chased {
  const rows = start.map(row => [...row])
  const steps: ChaseStep[] = []
  for (;;) {
    if (equate(rows, constraints, steps)) continue
    const added = demanded(rows, constraints)
    if (!added) return { rows, steps, complete: true }
    if (rows.length >= limit) return { rows, steps, complete: false }
    steps.push(added)
    rows.push([...added.row])
  }
}

const agreeOn = (a: Row, b: Row, attributes: readonly number[]): boolean =>
  attributes.every(at => a[at] === b[at])

function equate(rows: number[][], { functional }: Constraints, steps: ChaseStep[]): boolean {
  let changed = false
  functional.forEach(({ from, to }, dependency) => {
    const left = [...from]
    const first = new Map<string, number[]>()
    for (const row of rows) {
      const key = left.map(at => row[at]).join()
      const other = first.get(key)
      if (!other) {
        first.set(key, row)
        continue
      }
      for (const attribute of to) {
        const [kept, replaced] = [
          Math.min(row[attribute]!, other[attribute]!),
          Math.max(row[attribute]!, other[attribute]!),
        ]
        if (kept === replaced) continue
        for (const each of rows) if (each[attribute] === replaced) each[attribute] = kept
        steps.push({ kind: 'equated', dependency, attribute, kept, replaced })
        changed = true
      }
    }
  })
  return changed
}

/** The first row that a multivalued dependency demands and that is not there. */
function demanded(
  rows: readonly number[][],
  { multivalued }: Constraints,
): Extract<ChaseStep, { kind: 'added' }> | undefined {
  const present = new Set(rows.map(row => row.join()))
  for (const [dependency, { from, to }] of multivalued.entries()) {
    const left = [...from]
    for (const [i, a] of rows.entries()) {
      for (const [j, b] of rows.entries()) {
        if (i === j || !agreeOn(a, b, left)) continue
        const row = b.map((symbol, at) => (from.has(at) || to.has(at) ? a[at]! : symbol))
        if (!present.has(row.join())) return { kind: 'added', dependency, rows: [i, j], row }
      }
    }
  }
  return undefined
}

export interface LosslessTest extends Chased {
  /** Undefined when the limit stopped the chase before it was decided. */
  readonly lossless: boolean | undefined
}

/**
 * Whether joining the parts always gives the original rows back (n-ary, both kinds): the tableau of the
 * parts, chased; a row of the common value only shows that it does. If not, the tableau is a counterexample:
 * rows that satisfy every constraint, while the join of their parts also has the row that is 0 throughout.
 * Parts that do not cover every attribute lose some. Source: Aho, Beeri & Ullman, The theory of joins in
 * relational databases, TODS 4(3), 1979.
 */
export function losslessJoin(
  size: number,
  parts: readonly AttributeSet[],
  constraints: Constraints,
  options: { limit?: number } = {},
): LosslessTest {
  const tableau = parts.map((part, r) => Array.from({ length: size }, (_, a) => (part.has(a) ? 0 : r + 1)))
  const chased = chase(tableau, constraints, options)
  const covered = parts.reduce((all, part) => all.union(part), AttributeSet.empty(size)).size === size
  const isFound = chased.rows.some(row => row.every(symbol => symbol === 0))
  if (covered && isFound) return { ...chased, lossless: true }
  return { ...chased, lossless: chased.complete || !covered ? false : undefined }
}

/** The rows of the join of the parts' projections that are not among the rows: the spurious ones. */
export function spuriousRows(rows: readonly Row[], parts: readonly AttributeSet[], size: number): Row[] {
  const blank: (number | undefined)[] = Array.from({ length: size })
  let joined: (number | undefined)[][] = [blank]
  for (const part of parts) {
    const positions = [...part]
    const projected = [...new Map(rows.map(row => [positions.map(at => row[at]).join(), row])).values()]
    joined = joined.flatMap(before =>
      projected
        .filter(row => positions.every(at => before[at] === undefined || before[at] === row[at]))
        .map(row => before.map((symbol, at) => (part.has(at) ? row[at] : symbol))),
    )
  }
  const present = new Set(rows.map(row => row.join()))
  const distinct = new Map(joined.map(row => [row.join(), row as Row]))
  return [...distinct].filter(([key]) => !present.has(key)).map(([, row]) => row)
}
