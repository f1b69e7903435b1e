export { findAttribute, findEntity, findRole, worldFromSchema, type Samples, type World, type WorldAttribute, type WorldEntity, type WorldRole } from './world'
export type {
  Alignment, AttributePlacement, Confidence, EntityPlacement, GlossaryEntry, Pair, PairReason, RoleLayout, RolePlacement, Step,
} from './alignment'
export { align, type AlignOptions } from './align'
export { nameLikeness, nameWords } from './names'
export { pairReasonInWords } from './wording'
