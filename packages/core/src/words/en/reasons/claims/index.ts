import { CLAIMED_DEPENDENCIES } from './dependencies'
import { CLAIMED_FORM } from './forms'
import { CLAIMED_KEYS } from './keys'
import { NOT_CLAIMED } from './open'
import { CLAIMED_SPLIT } from './split'

export const CLAIMS = {
  ...CLAIMED_DEPENDENCIES,
  ...CLAIMED_KEYS,
  ...CLAIMED_FORM,
  ...CLAIMED_SPLIT,
  ...NOT_CLAIMED,
}
export type { ClaimPart, OpenQuestion } from './open'
