import type { Names } from '../../param'
import { guarded, own } from '../../reason'
import { say } from '../say'

/** Whether a fact is written once. */
export const ONCE = {
  'written-once': guarded<{ from: Names; to: Names }>(
    p => `${say(p.to)} stands with ${say(p.from)} only where ${say(p.from)} tells the rows apart.`,
    () => 'It stands only where it belongs, once.',
  ),
  'written-again': guarded<{ from: Names; table: string; to: Names }>(
    p =>
      `${p.table} writes ${say(p.to)} again with every row of the same ${say(p.from)}, which does not tell its rows apart.`,
    p => `${p.table} writes it again with every row of the same kind.`,
  ),
  'in-a-key': guarded<{ table: string; to: Names }>(
    p => `${say(p.to)} is part of a key of ${p.table}, so 3NF lets it stand.`,
    p => `It is part of a key of ${p.table}, so 3NF lets it stand.`,
  ),
  'key-undecided': guarded<{ table: string; to: Names }>(
    p =>
      `Whether ${say(p.to)} is part of a key of ${p.table} is outside what can be said without running it.`,
    p => `Whether it is part of a key of ${p.table} is outside what can be said without running it.`,
  ),
  'copy-differs': own<{ column: string; table: string; to: string }>(
    p => `${p.column} of ${p.table} repeats ${p.to}, and nothing keeps the two alike.`,
  ),
}
