export {
  Rule,
  RuleEntry,
  elementsOf,
  isDemand,
  isPermission,
  moduleOf,
  partsAsked,
  partsOf,
  ruleInWords,
  ruleKey,
  type RuleKind,
} from './rule'
export { KINDS } from './kinds'
export { ClaimQuestion } from './kinds/claim'
export type { EndQuestion } from './kinds/module'
export {
  VERDICTS,
  type Because,
  type Doubt,
  type Evaluation,
  type Verdict,
  type Witness,
  type WitnessTable,
} from './verdict'
export { Reading } from './reading'
export { dayMeant, speaksOfToday, valueToRun } from './by-today'
export { dependenciesInWords, evaluate } from './evaluate'
export { Readings } from './readings'
export { factName, factsIn } from './facts'
export { consequences } from './follows'
export { becauseOf } from './because'
export { surplusConstraints, surplusFindings } from './surplus'
export { stepToTarget } from './kinds/deeds'
export { placesOf as placesOfMember } from './kinds/values'
export { valueWitness } from './witness'
export { witnessInWords, type WitnessInWords } from './witness-words'
export { combineFollows, combineParts, leadingPart } from './parts'
export { emptyFarSide } from './far-side'
export { proposeRules, shareEvenly } from './propose'
export { nameInWords, one, plural, thing } from './sentences'
export { canonicalRule } from './canonical'
export { unknownElements } from './unknown-elements'
export { checkSamples } from './check-samples'
export { RULE_FORMS, formOf, slotsOf, type RuleForm, type RuleSlot } from './form/forms'
export { beginRule, choicesFor, ruleFrom, sentenceFrom, slotsFrom, type SlotValues } from './form/write-rule'
export { ruleFromWords } from './form/from-words'
export { rulesOfSize, type RulesOfSize } from './form/rules-of-size'
export { fittingValues, misfits, sizeFromWords, type SaidSize } from './form/size-from-words'
export { speaksOtherwise } from './form/speaks-otherwise'
