import { listInWords } from '../../../../language'
import type { Names } from '../../../param'
import { later, own } from '../../../reason'
import { braces } from '../../forms'

/** Dependencies and closures that are claimed of a relation. */
export const CLAIMED_DEPENDENCIES = {
  'dependency-stands': own<{ dependency: string }>(p => `It stands there: ${p.dependency}.`),
  'dependency-follows': own<{ dependency: string }>(p => `${p.dependency} follows from what is claimed.`),
  'dependency-missing': later<{ dependency: string }>(
    p =>
      `${p.dependency} does not follow from what is claimed: rows that agree on the left and differ on the right would be accepted.`,
    () => 'What you wrote would accept these rows, and the case forbids them.',
  ),
  'dependency-free': own<{ dependency: string }>(p => `Nothing that is claimed says that ${p.dependency}.`),
  'dependency-forbidden': own<{ dependency: string }>(
    p => `What is claimed says that ${p.dependency}: rows that the case allows would be refused.`,
  ),
  'dependencies-right': own<object>(() => 'Everything claimed follows from the case.'),
  'dependency-too-many': own<{ dependency: string }>(p => `${p.dependency} does not follow from the case.`),
  'closure-right': own<{ of: Names }>(p => `Just these are determined by ${braces(p.of)}.`),
  'closure-missing': later<{ of: Names; missing: Names }>(
    p => `${listInWords(p.missing)} is missing: ${braces(p.of)} determines it.`,
    p => `Something that ${braces(p.of)} determines is missing.`,
  ),
  'closure-too-many': own<{ of: Names; surplus: Names }>(
    p => `${listInWords(p.surplus)} is not determined by ${braces(p.of)}.`,
  ),
}
