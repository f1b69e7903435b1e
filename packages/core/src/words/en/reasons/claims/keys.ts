import { listInWords } from '../../../../language'
import type { Names } from '../../../param'
import { later, own } from '../../../reason'
import { braces } from '../../forms'

/** Keys that are claimed of a relation, and the attributes in them. */
export const CLAIMED_KEYS = {
  'key-named': own<{ key: Names }>(
    p => `${braces(p.key)} is named: it determines every attribute, and nothing in it is superfluous.`,
  ),
  'key-missing': later<{ key: Names }>(
    p => `${braces(p.key)} is a key and is not named: it determines every attribute, and no part of it does.`,
    () => 'There is a key that is not named.',
  ),
  'key-in-larger': later<{ larger: Names; superfluous: Names }>(
    p => `${braces(p.larger)} holds it, with more than is needed: ${listInWords(p.superfluous)}.`,
    null,
  ),
  'keys-right': own<object>(() => 'Every key that is named is one.'),
  'key-not-unique': later<{ claimed: Names; missing: Names }>(
    p => `${braces(p.claimed)} is no key: it does not determine ${listInWords(p.missing)}.`,
    p => `${braces(p.claimed)} is no key: it does not determine everything.`,
  ),
  'key-not-minimal': later<{ claimed: Names; key: Names; superfluous: Names }>(
    p =>
      `${braces(p.claimed)} is more than a key: ${braces(p.key)} determines everything without ${listInWords(p.superfluous)}.`,
    p => `${braces(p.claimed)} is more than a key: something in it is superfluous.`,
  ),
  'prime-right': own<{ prime: Names }>(p => `${listInWords(p.prime)}: just these stand in a key.`),
  'prime-missing': later<{ attribute: string; key: Names }>(
    p => `${p.attribute} is missing: it stands in the key ${braces(p.key)}.`,
    () => 'An attribute that stands in a key is missing.',
  ),
  'prime-too-many': own<{ attribute: string }>(p => `${p.attribute} stands in no key.`),
}
