import { findBadSign } from '@nomenklatura/core/language'
import { Refusal } from './problem'

/**
 * The one check of every text that comes in: well-formed, without U+0000, since neither text nor jsonb can
 * hold others. `what` names the document for a person.
 */
export function refuseBadSigns(value: unknown, what = ''): void {
  const found = findBadSign(value)
  if (!found) return
  const place = [what, found.path.join('.')].filter(part => part !== '').join(': ')
  throw new Refusal(
    422,
    'bad-signs',
    `${place === '' ? 'This' : `“${place}”`} holds a sign that cannot be stored, in line ${found.line}: part of a text in another encoding, or half of a sign. Take it out.`,
    { path: found.path, line: found.line, offset: found.offset },
  )
}
