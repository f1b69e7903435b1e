import type { Names, Phrase } from '../../param'
import { guarded, own } from '../../reason'
import { say } from '../say'

/** What becomes of rows when what they refer to is deleted or changed. */
export const DEEDS = {
  'update-refused': own<{ table: string; target: string }>(
    p =>
      `The reference of ${p.table} refuses to let the key of ${p.target} be changed while it is referred to.`,
  ),
  'update-follows': own<{ action: string; table: string }>(
    p => `ON UPDATE ${p.action}: the rows of ${p.table} follow.`,
  ),
  'update-surrogate': guarded<{ table: string; target: string }>(
    p => `${p.table} refers to ${p.target} by a number that never changes: there is nothing to follow.`,
    p => `${p.table} refers by a number that never changes: there is nothing to follow.`,
  ),
  'update-unlinked': own<{ action: string }>(
    p => `ON UPDATE ${p.action}: the change is done, and the link is gone.`,
  ),
  'update-dangling': own<{ table: string; target: string }>(
    p =>
      `No reference of ${p.table} is declared to ${p.target}: the change is done, and the rows of ${p.table} name what is no longer there.`,
  ),
  'delete-refused': own<{ table: string; target: string }>(
    p =>
      `The reference of ${p.table} refuses to let a row of ${p.target} be deleted while it is referred to.`,
  ),
  'delete-gone': own<{ action: string; table: string }>(
    p => `${p.action ? `ON DELETE ${p.action}: d` : 'D'}eleting it takes the rows of ${p.table} along.`,
  ),
  'delete-unlinked': own<{ action: string }>(
    p => `${p.action ? `ON DELETE ${p.action}: d` : 'D'}eleting it is done, and the link is gone.`,
  ),
  'delete-dangling': own<{ table: string; target: string }>(
    p =>
      `No reference of ${p.table} is declared to ${p.target}: deleting is done, and the rows of ${p.table} name something that is no longer there.`,
  ),
  'null-refused': own<{ action: Phrase; columns: Names; table: string }>(
    p =>
      `${say(p.action)} would empty ${say(p.columns)} of ${p.table}, which must have a value: the whole is refused.`,
  ),
}
