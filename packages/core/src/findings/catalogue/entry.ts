import type { Params, Severity } from '../finding'

export interface Entry {
  readonly severity: Severity
  /** What is there, what follows, what to do; in the student's own names. */
  readonly message: (p: Params) => string
  /** What a good teaching assistant would add, with an example from the Skarholm Seed Vault. */
  readonly why: string
}
