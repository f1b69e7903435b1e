import type { Rule, RuleKind } from '../../rules'
import type { Populate, Probe, ProbesOf } from '../probe'
import { onDelete, onUpdate } from './deeds'
import { givenRows } from './given-rows'
import { atMostOne, determines, manyAllowed, mayHaveNone, mayLack, mustHave, refersTo } from './links'
import { identifies, pairMayRepeat, pairOnce } from './told-apart'
import { admitsValue, refusesValue, stores } from './values'

/** What is tried for each kind of rule; kinds that are not here are not decided by rows (semantics, section 2). */
const PROBES: { readonly [K in RuleKind]?: ProbesOf<Extract<Rule, { kind: K }>> } = {
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
  refusesValue,
  admitsValue,
  onDelete,
  onUpdate,
  givenRows,
}

/** What is tried for a rule; nothing where its kind is not tried. */
export function probesFor(populate: Populate, rule: Rule): Probe[] {
  const probes = PROBES[rule.kind] as ProbesOf<Rule> | undefined
  return probes?.(populate, rule) ?? []
}
