import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { RuleEntry } from '@nomenklatura/core/rules'
import type { ReadScript } from '@nomenklatura/core/sql'

/** What the model answer of a sheet is set from. */
export interface SettingProps {
  readonly document: ExerciseDocument
  readonly readonly: boolean
  /** The given tables, and the model script above them, read. */
  readonly given: ReadScript
  readonly read: ReadScript
}

export interface SettingEmits {
  change: [part: Partial<ExerciseDocument>]
  proposed: [rules: readonly RuleEntry[]]
}
