/**
 * Something that shows a verdict and can be read step by step. Cells are values of rows, or symbols of a
 * tableau.
 */
export type Exhibit = (
  | {
      readonly kind: 'proof'
      readonly title: string
      readonly lines: readonly { readonly text: string; readonly why: string }[]
    }
  | {
      readonly kind: 'closure'
      readonly title: string
      readonly start: readonly string[]
      readonly steps: readonly { readonly by: string; readonly added: readonly string[] }[]
      readonly missing: readonly string[]
    }
  | {
      readonly kind: 'tableau'
      readonly title: string
      readonly columns: readonly string[]
      readonly frames: readonly Frame[]
      readonly outcome: string
    }
  | {
      readonly kind: 'rows'
      readonly title: string
      readonly columns: readonly string[]
      readonly rows: readonly ExhibitRow[]
      readonly notes: readonly string[]
    }
) & {
  /**
   * It gives the answer away: shown only once marks are released, or where the help level supplies answers.
   */
  readonly later?: boolean
}

export interface Frame {
  readonly note: string
  readonly rows: readonly {
    readonly label: string
    readonly cells: readonly { readonly text: string; readonly isCommon: boolean; readonly isNew: boolean }[]
  }[]
}

export interface ExhibitRow {
  readonly cells: readonly string[]
  /** Positions of cells that repeat a fact, or make a row spurious. */
  readonly marked: readonly number[]
  /** What the row is, where that is to be said: "spurious". */
  readonly label?: string
}
