import type { AnswerPlace, MarkedCell } from '@nomenklatura/core/sheets'
import type { DeskAnswer, HandInAnswer } from '#shared/answers'

/** What the sides of a verdict are shown from. */
export interface EvidenceProps {
  readonly desk: DeskAnswer
  readonly handIn: HandInAnswer
  readonly rule: DeskAnswer['rules'][number]
  readonly cell: MarkedCell
  /** Where the reasons are about. */
  readonly places: readonly AnswerPlace[]
  /** The tables of the model answer that stand for what the rule is about. */
  readonly modelTables: readonly string[]
}
