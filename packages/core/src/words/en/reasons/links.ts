import type { Names } from '../../param'
import { guarded, own } from '../../reason'
import { say } from '../say'

/** Whether there must be a value, a link, or something on the far side. */
export const LINKS = {
  'required': own<{ columns: Names; table: string }>(
    p => `${say(p.columns)} of ${p.table} must have a value.`,
  ),
  'optional': own<{ columns: Names; table: string }>(p => `${say(p.columns)} of ${p.table} may be empty.`),
  'detour-optional': own<{ between: string; table: string }>(
    p => `The link stands in ${p.between}: a row of ${p.table} without one there is accepted.`,
  ),
  'not-total-part': own<{ columns: Names; part: string; table: string }>(
    p => `${say(p.columns)} stands in ${p.part}, and a row of ${p.table} without one there is accepted.`,
  ),
  'check-demands': own<{ check: string; columns: Names; table: string }>(
    p => `CHECK (${p.check}) is false where ${say(p.columns)} of ${p.table} is empty.`,
  ),
  'reference-declared': own<{ columns: Names; table: string; target: string }>(
    p => `${say(p.columns)} of ${p.table} is declared to refer to ${p.target}.`,
  ),
  'reference-missing': own<{ columns: Names; table: string; target: string }>(
    p =>
      `${say(p.columns)} of ${p.table} is not declared to refer to ${p.target}: a value that stands nowhere there is accepted.`,
  ),
  'reference-misses-part': own<{ columns: Names; missed: Names; table: string; target: string }>(
    p =>
      `${say(p.missed)} of ${p.target} is not in the reference from ${p.table} (${say(p.columns)}): which row of ${p.target} is meant is not checked by it.`,
  ),
  'reference-other-side': own<{ columns: Names; table: string; target: string }>(
    p =>
      `The foreign key ${say(p.columns)} is drawn at ${p.target}: there each has room for one ${p.table} only. It belongs to ${p.table}.`,
  ),
  'reference-undrawn': own<{ table: string; target: string }>(
    p => `At physical level ${p.table} says by which columns it refers to ${p.target}; none are drawn.`,
  ),
  'reference-cannot-hold': own<{
    column: string
    table: string
    target: string
    type: string
    value: string
  }>(
    p =>
      `${p.column} of ${p.table} is ${p.type}: the row of ${p.target} with ${p.value} cannot be referred to.`,
  ),
  'reference-differs': own<{ column: string; is: string; table: string; target: string; targetIs: string }>(
    p =>
      `${p.column} of ${p.table} is ${p.is}, and ${p.target}, which it refers to, is ${p.targetIs}: it is not described as that key.`,
  ),
  'reference-nowhere': own<{ columns: Names; table: string }>(
    p =>
      `${say(p.columns)} of ${p.table} is not declared to refer to anything, and no table was found for what it names.`,
  ),
  'by-layout': own<{ table: string }>(
    p => `Both stand in one row of ${p.table}, so there is nothing that could be missing.`,
  ),
  'far-side-free': own<{ near: string; table: string }>(
    p => `A row of ${p.table} needs no row of ${p.near}.`,
  ),
  'far-side-inside': guarded<{ table: string; target: string }>(
    p =>
      `The facts about ${p.target} stand only in rows of ${p.table}: without such a row there is no place for them.`,
    p =>
      `What the rule speaks of stands only in rows of ${p.table}: without such a row there is no place for it.`,
  ),
  'far-side-required': own<{ columns: Names; table: string }>(
    p => `${say(p.columns)} of ${p.table} must have a value, so a row of it cannot stand alone.`,
  ),
}
