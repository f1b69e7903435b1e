import type { Finding, FindingCode } from '../../findings'
import { DIALECT, type Dialect } from '../../schema'
import type { ReadScript } from '../read/read-script'

/** Errors that some servers take without a word, and do what was not meant. */
const TAKEN_BY: Readonly<Partial<Record<FindingCode, readonly Dialect[]>>> = {
  'checks.chained': ['mysql', 'sqlite'],
  'checks.no-condition': ['mysql', 'sqlite'],
  'checks.types-differ': ['mysql', 'sqlserver', 'oracle', 'sqlite'],
  'checks.date-unquoted': ['mysql', 'sqlserver', 'oracle', 'sqlite'],
  'types.default-does-not-fit': ['sqlserver', 'oracle', 'sqlite'],
  'types.default-too-long': ['iso', 'postgresql', 'sqlserver', 'oracle', 'sqlite'],
  'types.size-out-of-range': ['mysql', 'sqlite'],
}

/** Errors of a design that the server takes all the same, or refuses only later. */
const isTaken = (code: FindingCode, dialect: Dialect): boolean =>
  code === 'references.self-numbering' ||
  (TAKEN_BY[code]?.includes(dialect) ?? false) ||
  (code === 'references.set-null-required' && !DIALECT[dialect].refusesEmptying)

/**
 * What the server of the script's dialect would refuse as it is written, in the order of the text: by what is
 * read, nothing is run.
 */
export function refusals({ findings, dialect }: Pick<ReadScript, 'findings' | 'dialect'>): Finding[] {
  return findings.filter(({ severity, code }) => severity === 'error' && !isTaken(code, dialect))
}
