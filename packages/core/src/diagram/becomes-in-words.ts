import type { ReferentialAction } from '../schema'

/** What becomes of those that refer, when what they refer to is deleted. */
export const DELETED: Readonly<Record<ReferentialAction, string>> = {
  'no action': 'must be gone by then',
  'restrict': 'prevent it',
  'cascade': 'are deleted too',
  'set null': 'name none any more',
  'set default': 'take their default',
}
/** And when its key changes. */
export const UPDATED: Readonly<Record<ReferentialAction, string>> = {
  ...DELETED,
  'no action': 'must name it no more by then',
  'cascade': 'follow',
}
