import { identifies } from './identifies'
import { pairOnce } from './pair-once'
import { pairMayRepeat } from './pair-may-repeat'
import { determines } from './determines'
import { atMostOne } from './at-most-one'
import { manyAllowed } from './many-allowed'
import { mustHave } from './must-have'
import { mayLack } from './may-lack'
import { mayHaveNone } from './may-have-none'
import { refersTo } from './refers-to'
import { stores } from './stores'
import { hasSome } from './has-some'
import { refusesValue } from './refuses-value'
import { admitsValue } from './admits-value'
import { onDelete } from './on-delete'
import { onUpdate } from './on-update'
import { atomic } from './atomic'
import { onceOnly } from './once-only'
import { called } from './called'
import { convention } from './convention'
import { claim } from './claim'
import { drawn } from './drawn'
import { nothingMore } from './nothing-more'
import { scriptRuns } from './script-runs'
import { wellMade } from './well-made'
import { givenRows } from './given-rows'
import type { RuleOf } from './module'

/** The kinds of rules, in the order in which they are listed. One that is written under another name does not compile. */
export const KINDS = {
  identifies,
  pairOnce,
  pairMayRepeat,
  determines,
  atMostOne,
  manyAllowed,
  mustHave,
  mayLack,
  mayHaveNone,
  refersTo,
  stores,
  hasSome,
  refusesValue,
  admitsValue,
  onDelete,
  onUpdate,
  atomic,
  onceOnly,
  called,
  convention,
  claim,
  drawn,
  wellMade,
  scriptRuns,
  nothingMore,
  givenRows,
}

/** Kinds that stand above under another name than their own: there are none, or this does not compile. */
type Misnamed = {
  [K in keyof typeof KINDS]: RuleOf<(typeof KINDS)[K]>['kind'] extends K ? never : K
}[keyof typeof KINDS]
export type Kinds = [Misnamed] extends [never] ? typeof KINDS : never
