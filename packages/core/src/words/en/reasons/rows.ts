import type { Phrase } from '../../param'
import { guarded, own } from '../../reason'
import { say } from '../say'

/** Given rows, tried. */
export const ROWS = {
  'row-accepted': guarded<{ row: number; values: string }>(
    p => `Row ${p.row} (${p.values}) is accepted.`,
    p => `Row ${p.row} is accepted.`,
  ),
  'row-refused': guarded<{ by: Phrase; row: number; values: string }>(
    p => `Row ${p.row} (${p.values}) is refused: ${say(p.by)}.`,
    p => `Row ${p.row} is refused: ${say(p.by)}.`,
  ),
  'rows-as-wanted': own<{ accepted: number; refused: number }>(
    p => `${p.accepted} rows are accepted and ${p.refused} refused, as they should be.`,
  ),
  'layout-outside': guarded<{ entity: string }>(
    p =>
      `How "${p.entity}" is laid out here is outside what can be said about given rows without running them.`,
    () => 'How this is laid out is outside what can be said about given rows without running them.',
  ),
}
