import type { Kind } from '../kind'
import { CHECK_MISTAKES } from './checks'
import { FACT_MISTAKES } from './facts'
import { JUNCTION_MISTAKES } from './junctions'
import { KEY_MISTAKES } from './keys'
import type { Design } from './places'
import { REFERENCE_MISTAKES } from './references'
import { REQUIRED_MISTAKES } from './required'
import { TYPE_MISTAKES } from './types'

/** The typical mistakes of tables. */
export const DESIGN_MISTAKES: readonly Kind<Design>[] = [
  ...KEY_MISTAKES,
  ...REQUIRED_MISTAKES,
  ...REFERENCE_MISTAKES,
  ...JUNCTION_MISTAKES,
  ...FACT_MISTAKES,
  ...TYPE_MISTAKES,
  ...CHECK_MISTAKES,
]
