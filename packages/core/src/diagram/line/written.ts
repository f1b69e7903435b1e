import type { Diagram } from '../document'

/** What a sentence made of a diagram: in words, and which elements; or why nothing. */
export type Written =
  | { readonly diagram: Diagram; readonly said: readonly string[]; readonly touched: readonly string[] }
  | { readonly refusal: string }
