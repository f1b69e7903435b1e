import { listInWords } from '../../../../language'
import type { Names } from '../../../param'
import { later, own } from '../../../reason'
import { braces, formInWords, type Form } from '../../forms'

/** A split that is claimed: its parts by their titles, or as sets of attributes. */
export const CLAIMED_SPLIT = {
  'split-lossless': own<object>(() => 'Joining the parts gives back just the rows there were.'),
  'split-spurious': own<object>(() => 'Joining the parts can make up rows that were never there.'),
  'split-lacks': own<{ attributes: Names }>(p => `${listInWords(p.attributes)} stands in none of the parts.`),
  'split-preserving': own<object>(() => 'Each dependency can be checked within the parts.'),
  'dependency-lost': later<{ dependency: string; count: number }>(
    p => lost(p.dependency),
    p =>
      `${p.count === 1 ? 'One dependency is' : `${p.count} dependencies are`} lost: no parts together can check it without a join.`,
  ),
  'given-dependency-lost': own<{ dependency: string }>(p => lost(p.dependency)),
  'parts-in-form': own<{ form: Form; orHigher: boolean }>(
    p => `Each part is in ${formInWords(p.form)}${p.orHigher ? ' or higher' : ''}.`,
  ),
  'part-below-form': later<{ part: string; form: Form; broken: { dependency: string; left: Names } | null }>(
    p =>
      `${p.part} is only in ${formInWords(p.form)}${p.broken ? `: ${p.broken.dependency} holds in it, and ${braces(p.broken.left)} is no key of it` : ''}.`,
    p => `${p.part} is below that form.`,
  ),
  'part-in-part': own<{ inner: string; outer: string }>(
    p => `${p.inner} holds nothing that ${p.outer} does not hold already.`,
  ),
  'parts-are-one': own<{ part: string; other: string }>(
    p => `${p.part} and ${p.other} have the same key and could be one table.`,
  ),
  'no-part-too-many': own<object>(() => 'No part could be left out, and no two could be one.'),
  'part-without-key': own<{ part: string; keys: number }>(
    p => `${p.part} has no key named: it has ${p.keys === 1 ? 'one' : p.keys}.`,
  ),
  'part-key-too-large': own<{ part: string; key: Names }>(
    p => `${braces(p.key)} is no key of ${p.part}: it holds more than is needed.`,
  ),
  'part-key-too-small': own<{ part: string; key: Names; missing: Names }>(
    p => `${braces(p.key)} is no key of ${p.part}: it does not determine ${listInWords(p.missing)}.`,
  ),
  'part-key-elsewhere': own<{ part: string; key: Names }>(
    p => `${braces(p.key)} does not stand in ${p.part}.`,
  ),
  'parts-keyed': own<object>(() => 'Each part has a key of its own named.'),
}

function lost(dependency: string): string {
  return `${dependency} is lost: no part, and no parts together, can check it without a join.`
}
