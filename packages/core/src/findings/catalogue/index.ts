import { SYNTAX } from './syntax'
import { NAMES } from './names'
import { KEYS } from './keys'
import { REFERENCES } from './references'
import { TYPES } from './types'
import { CHECKS } from './checks'
import { ROWS } from './rows'
import { DICTIONARY } from './dictionary'
import { DIAGRAM } from './diagram'
import { JUNCTION } from './junction'
import { DEPENDENCIES } from './dependencies'
import { ATOMICITY } from './atomicity'
import { INSERTS } from './inserts'
import { NORMAL_FORM } from './normal-form'
import { CHAIN } from './chain'
import { SURPLUS } from './surplus'

/** Every finding there is, one file for each group. Codes are stored: never rename or reuse one. */
export const CATALOGUE = {
  ...SYNTAX,
  ...NAMES,
  ...KEYS,
  ...REFERENCES,
  ...TYPES,
  ...CHECKS,
  ...ROWS,
  ...DICTIONARY,
  ...DIAGRAM,
  ...JUNCTION,
  ...DEPENDENCIES,
  ...ATOMICITY,
  ...INSERTS,
  ...NORMAL_FORM,
  ...CHAIN,
  ...SURPLUS,
}
export type FindingCode = keyof typeof CATALOGUE
