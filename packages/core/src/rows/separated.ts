// @ts-expect-error: the package's types ask for those of Node, which the core does without; what is used of it is typed below
import papaparse from 'papaparse'

interface ParseError {
  readonly type: string
  readonly row?: number
}
interface ParseResult {
  readonly data: string[][]
  readonly errors: readonly ParseError[]
  readonly meta: { readonly delimiter: string }
}

/** The little of papaparse that is used here. */
export const Papa = papaparse as {
  readonly parse: (
    text: string,
    config: { readonly delimiter: string; readonly preview: number },
  ) => ParseResult
  readonly unparse: (
    rows: readonly (readonly string[])[],
    config: { readonly newline: string; readonly escapeFormulae: RegExp },
  ) => string
}
