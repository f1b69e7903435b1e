export {
  ClaimQuestion,
  Rule,
  RuleEntry,
  elementsOf,
  isAskedInDiagrams,
  isAskedInDictionaries,
  isAskedInScripts,
  isPermission,
  partsAsked,
  partsOf,
  type RuleKind,
} from './rule'
export {
  VERDICTS,
  type Because,
  type BecauseCode,
  type Doubt,
  type Evaluation,
  type Verdict,
  type Witness,
  type WitnessTable,
} from './verdict'
export { Reading } from './reading'
export { dependenciesInWords, evaluate, evaluateUnanimously } from './evaluate'
export { checksOn, type CheckOutcome } from './check-values'
export { factName, factsIn } from './facts'
export { consequences } from './follows'
export { becauseForStudent, becauseInWords, becauseOf } from './because'
export { valueWitness } from './witness'
export { witnessInWords, type WitnessInWords } from './witness-words'
export { emptyFarSide } from './far-side'
export { proposeRules, shareEvenly } from './propose'
export { nameInWords, ruleInWords } from './sentences'
export { unknownElements } from './unknown-elements'
export { checkSamples } from './check-samples'
