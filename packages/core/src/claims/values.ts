import type { Row, Universe } from '../dependencies'

/** Makes cells of the symbols of rows: the exercise's samples first, then made-up ones that say what they are. */
export class Values {
  constructor(private readonly universe: Universe, private readonly samples: Readonly<Record<string, readonly string[]>> = {}) {}

  cells(row: Row): string[] {
    return row.map((symbol, at) => this.cell(at, symbol))
  }

  /** Equal symbols of an attribute are equal cells, others are not: samples are used only as far as they differ. */
  private cell(at: number, symbol: number): string {
    const name = this.universe.names[at]!
    const samples = [...new Set(this.samples[name] ?? [])]
    return samples[symbol] ?? `${name.split('_')[0]} ${symbol + 1}`
  }
}
