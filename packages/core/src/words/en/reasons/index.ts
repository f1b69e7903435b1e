import { CLAIMS } from './claims'
import { DEEDS } from './deeds'
import { LINKS } from './links'
import { NAMES } from './names'
import { ONCE } from './once'
import { PAIRING } from './pairing'
import { REASONING } from './reasoning'
import { ROWS } from './rows'
import { SHEETS } from './sheets'
import { STORED } from './stored'
import { VALUES } from './values'

/**
 * Every reason that a verdict can have, one file for each group. Which names it takes, and what a student is
 * told of it, is said there or it does not compile. Codes are stored: never rename or reuse one.
 */
export const REASONS = {
  ...REASONING,
  ...LINKS,
  ...VALUES,
  ...DEEDS,
  ...ONCE,
  ...NAMES,
  ...ROWS,
  ...PAIRING,
  ...SHEETS,
  ...CLAIMS,
  ...STORED,
}
export type ReasonCode = keyof typeof REASONS
/** The names that a reason takes. */
export type ReasonNames<C extends ReasonCode> = Parameters<(typeof REASONS)[C]['full']>[0]
