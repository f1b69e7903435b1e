import type { Finding, FindingCode } from '../../findings'
import type { ReadScript } from '../read/read-script'

/** Errors of a design that every server takes all the same, or that it refuses only later. */
const TAKEN: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'references.self-numbering',
  'references.set-null-required',
])

/**
 * What the server of the script's dialect would refuse as it is written, in the order of the text: by what is
 * read, nothing is run.
 */
export function refusals({ findings }: Pick<ReadScript, 'findings'>): Finding[] {
  return findings.filter(({ severity, code }) => severity === 'error' && !TAKEN.has(code))
}
