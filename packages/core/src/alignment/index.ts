export {
  findAttribute,
  findEntity,
  findRole,
  worldFromSchema,
  type Samples,
  type World,
  type WorldAttribute,
  type WorldEntity,
  type WorldRole,
} from './world'
export type {
  Alignment,
  AttributePlacement,
  Confidence,
  Copy,
  EntityPlacement,
  GlossaryEntry,
  OpenElement,
  Pair,
  PairReason,
  Part,
  Pin,
  Repetition,
  RoleLayout,
  RolePlacement,
  Step,
} from './alignment'
export { lowestConfidence } from './alignment'
export { Aligner, align, type AlignOptions } from './align'
export { assign, totalOf } from './assignment'
export { nameLikeness, nameWords } from './names'
export { pairReasonInWords } from './wording'
