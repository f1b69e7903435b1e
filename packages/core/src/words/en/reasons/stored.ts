import { guarded, later } from '../../reason'

/** Sentences of markings that were stored before codes were: as they were made then. */
export const STORED = {
  'as-stored': guarded<{ full: string; told: string }>(
    p => p.full,
    p => p.told,
  ),
  'as-stored-claim': later<{ full: string; before: string }>(
    p => p.full,
    p => (p.before === '' ? null : p.before),
  ),
}
