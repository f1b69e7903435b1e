import type { FixAnswer, IdentifyAnswer } from './questions'
import { columnAt, rowKey, type FlatTable } from './table'

/** As many rows as show a yes. */
const MOST_SHOWN = 4
/** Rows that are compared each with each: the first of them. */
const MOST_COMPARED = 400

/**
 * Rows that show why columns identify: where there are several, for each a pair of rows that agree on all the
 * others, so that it is needed; for one, the two rows that are the most alike besides. Empty where no two rows
 * are alike in anything. Linear in the rows but for the last, which compares the first few hundred.
 */
export function rowsForIdentifier(table: FlatTable, { columns, isUnique }: IdentifyAnswer): number[] {
  if (!isUnique || table.rows.length < 2) return []
  const at = columns.map(name => columnAt(table, name))
  if (at.length < 2) return mostAlike(table, at)
  const pairs = at.flatMap(own => {
    const others = at.filter(other => other !== own)
    return pairAgreeing(table, others, own) ?? []
  })
  return [...new Set(pairs)].slice(0, MOST_SHOWN)
}

/** The first rows that share the left side that is repeated the most: each of them says the same. */
export function rowsForDependency(table: FlatTable, { from, holds, mostRepeated }: FixAnswer): number[] {
  if (!holds || !mostRepeated || mostRepeated.rows < 2) return []
  const at = from.map(name => columnAt(table, name))
  const wanted = rowKey(mostRepeated.values)
  const found: number[] = []
  for (const [i, row] of table.rows.entries()) {
    if (rowKey(at.map(c => row[c]!)) === wanted) found.push(i)
    if (found.length === MOST_SHOWN) break
  }
  return found
}

function pairAgreeing({ rows }: FlatTable, others: readonly number[], own: number): number[] | undefined {
  const first = new Map<string, number>()
  for (const [i, row] of rows.entries()) {
    const key = rowKey(others.map(c => row[c]!))
    const before = first.get(key)
    if (before === undefined) first.set(key, i)
    else if (rows[before]![own] !== row[own]) return [before, i]
  }
  return undefined
}

function mostAlike({ rows, columns }: FlatTable, own: readonly number[]): number[] {
  const rest = columns.map((_, c) => c).filter(c => !own.includes(c))
  const compared = rows.slice(0, MOST_COMPARED)
  let best: number[] = []
  let most = 0
  for (const [i, row] of compared.entries())
    for (let j = 0; j < i; j++) {
      const alike = rest.filter(c => row[c] === compared[j]![c] && row[c] !== '').length
      const differs = own.some(c => row[c] !== compared[j]![c])
      if (differs && alike > most) [most, best] = [alike, [j, i]]
    }
  return best
}
