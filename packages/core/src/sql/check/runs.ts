import type { Finding, FindingCode } from '../../findings'
import { DIALECT, type Dialect } from '../../schema'
import type { ReadScript } from '../read/read-script'

/** Errors of a design that the server takes all the same, or refuses only later. */
const isTaken = (code: FindingCode, dialect: Dialect): boolean =>
  code === 'references.self-numbering' ||
  (code === 'references.set-null-required' && !DIALECT[dialect].refusesEmptying)

/**
 * What the server of the script's dialect would refuse as it is written, in the order of the text: by what is
 * read, nothing is run.
 */
export function refusals({ findings, dialect }: Pick<ReadScript, 'findings' | 'dialect'>): Finding[] {
  return findings.filter(({ severity, code }) => severity === 'error' && !isTaken(code, dialect))
}
