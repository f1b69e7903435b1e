import type { Phrase } from '../../param'
import { own } from '../../reason'
import { say } from '../say'

/** What things are called. */
export const NAMES = {
  'names-follow': own<{ count: number; pattern: string }>(
    p => `${p.count} ${p.count === 1 ? 'name is' : 'names are'} as the pattern ${p.pattern} says.`,
  ),
  'name-differs': own<{ name: string | Phrase; wanted: string; what: Phrase }>(
    p => `${say(p.what)} ${say(p.name)} should be called ${p.wanted}.`,
  ),
  'called-so': own<{ table: string; entity: string }>(p => `${p.table} is what it is called.`),
  'nothing-to-name': own<{ what: string }>(p => `There is nothing of the kind: ${p.what}.`),
}
