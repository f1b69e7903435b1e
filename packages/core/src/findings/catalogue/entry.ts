import type { Params, Severity } from '../finding'

/**
 * What a finding is about, and so when it is told. writing: how it is written, as one types · form: what is
 * well formed, with every check, in assessed exercises too · design: where the help level tells of it.
 */
export type Concern = 'writing' | 'form' | 'design'

export interface Entry {
  readonly severity: Severity
  readonly concerns: Concern
  /** What is there, what follows, what to do; in the student's own names. */
  readonly message: (p: Params) => string
  /** What a good teaching assistant would add, with an example from the Skarholm Seed Vault. */
  readonly why: string
}
