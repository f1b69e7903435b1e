export { AttributeSet, compareSets } from './attribute-set'
export { Universe, type Constraints, type Dependency, type Multivalued } from './universe'
export { closure, closureWithSteps, derivationSteps, equivalent, implies, type ClosureStep } from './closure'
export { derivation, isProof, type ProofLine } from './derivation'
export { minimalCover, type CoverStep } from './minimal-cover'
export {
  candidateKeys,
  keysOneByOne,
  primeAttributes,
  refuteKey,
  shrinkToKey,
  type KeyOptions,
  type KeyRefutation,
  type Keys,
} from './candidate-keys'
export {
  NORMAL_FORMS,
  normalForm,
  type NormalForm,
  type NormalFormResult,
  type Violation,
} from './normal-form'
export { project } from './projection'
export {
  bcnfTree,
  decomposeToBcnf,
  keysOfPart,
  lostDependencies,
  splitInPairs,
  synthesis,
} from './decomposition'
export { leavesOf, type SplitTree } from './split-tree'
export { dependencyBasis, impliesMixed, mixedClosure } from './basis'
export { borders, type Borders } from './dualize'
export {
  chase,
  losslessJoin,
  spuriousRows,
  type ChaseStep,
  type Chased,
  type LosslessTest,
  type Row,
} from './chase'
export { functionalPart } from './functional-part'
export { decomposeToFourthForm, fourthFormViolations, isInFourthForm, mixedKeys } from './fourth-form'
export {
  Relation,
  type FormViolation,
  type RelationForm,
  type RelationOptions,
  type RelationPart,
} from './relation'
export { braces, formInWords } from '../words'
export { dependencyInWords, violationInWords, violationNames } from './words'
export { repeatedFact, type RepeatedFact } from './repeated-facts'
export { closureExhibit, joinExhibits, proofExhibit, repeatedExhibit } from './exhibits'
export { Values, inFront } from './values'
export { armstrongRows, refutingRows } from './rows'
export {
  LONGEST_NOTATION,
  claimFinding,
  partInText,
  readDependencies,
  readParts,
  readSets,
  type ReadNotation,
  type WrittenDependency,
  type WrittenPart,
  type WrittenSet,
} from './notation'
export { analyse, DependencyQuestion, type DependencyAnswer } from './analyse'
