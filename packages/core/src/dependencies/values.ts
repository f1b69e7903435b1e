import type { Row } from './chase'
import type { Universe } from './universe'

/** The positions of all attributes with some in front: what is spoken of should be in sight. */
export function inFront(universe: Universe, ...sets: readonly Iterable<number>[]): number[] {
  return [...new Set([...sets.flatMap(set => [...set]), ...universe.names.keys()])]
}

/**
 * Makes cells of the symbols of rows: the exercise's samples first, then made-up ones that say what they are.
 */
export class Values {
  constructor(
    private readonly universe: Universe,
    private readonly samples: Readonly<Record<string, readonly string[]>> = {},
  ) {}

  /** The cells of a row at some positions; by default of all attributes as they are listed. */
  cells(row: Row, order: readonly number[] = row.map((_, at) => at)): string[] {
    return order.map(at => this.cell(at, row[at]!))
  }

  /**
   * Equal symbols of an attribute are equal cells, others are not: samples are used only as far as they
   * differ.
   */
  private cell(at: number, symbol: number): string {
    const name = this.universe.names[at]!
    const samples = [...new Set(this.samples[name] ?? [])]
    return samples[symbol] ?? `${name.split('_')[0]} ${symbol + 1}`
  }
}
