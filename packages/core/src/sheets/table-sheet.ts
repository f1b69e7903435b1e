import type { Finding, Span, TableSheetName } from '../findings'
import type { SheetRun } from '../instances'
import type { Evaluation, Reading, Rule } from '../rules'
import type { Schema } from '../schema'
import type { MarkedCell } from './marked-cell'

/** Tables, and where on the sheet they are described. */
export interface DescribedTables {
  readonly schema: Schema
  /** A place of the schema as a place of the sheet. */
  readonly placed: (span: Span) => MarkedCell['because'][number]['place']
}

/** A sheet that describes tables, read: what is common to scripts and dictionaries when they are marked. */
export interface TableSheet extends DescribedTables {
  readonly name: TableSheetName
  readonly findings: readonly Finding[]
  /** Whether the sheet is asked a rule that sheets of its kind can show. @defaultValue always */
  readonly asks?: (rule: Rule) => boolean
  /** Whether the rules themselves ask for what a finding blames. @defaultValue never */
  readonly excuses?: (finding: Finding, reading: Reading) => boolean
  /** What can be run of it on a database. @defaultValue nothing: its rows are reasoned */
  readonly runnable?: () => SheetRun
  /** What this sheet makes of an evaluation of the schema. */
  readonly judge: (rule: Rule, evaluation: Evaluation, reading: Reading) => Evaluation
}
