export {
  DependencyClaims,
  NEW_TASK,
  NO_CLAIMS,
  RelationTask,
  SPLIT_FORMS,
  isEmptyClaims,
  readTask,
  relationFrom,
  relationOf,
  samplesOf,
} from './task'
export { readClaims, type ReadClaims } from './read'
export { dependencyOfRule, judgeRuleDependency, type RuleDependency } from './rule-dependency'
export { Meanings } from './meanings'
export { fieldsOf, judgeClaim, unknownNames } from './judge'
export type { ClaimVerdict } from './verdicts'
export { openSentence } from './guided'
export { judgedFindings, ownFindings } from './findings'
export { claimSentence, proposeClaimRules } from './propose'
export { relationFromSchema } from './from-schema'
export { difficultyOf, freshTask } from './fresh'
export { PRACTICE_LEVELS, practiceTask, type PracticeLevel } from './practice'
export { workingOf, type SplitJudgement, type SplitNode, type Working } from './working'
