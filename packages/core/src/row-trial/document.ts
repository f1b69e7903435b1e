import { z } from 'zod'
import { MOST_STEPS } from './work'

/** So much of a row trial is kept with a worksheet. */
export const LONGEST_TRIAL = 400_000
/** So many lines wait, or are entered by one step. */
export const MOST_LINES = 2000

/** So long may a cell and a name be, and a statement. */
export const LONGEST_CELL = 20_000
export const LONGEST_STATEMENT = 100_000

const Name = z.string().max(LONGEST_CELL)
const CellText = z.string().max(LONGEST_CELL)

/** A line as it was typed, by the names of its columns: what is not typed is not said. */
const TypedLine = z.strictObject({ table: Name, cells: z.record(Name, CellText) })
export type TypedLine = z.infer<typeof TypedLine>

/** With a number of its own, by which it keeps its place. */
const Line = TypedLine.extend({ id: z.int().min(1) })
export type Line = z.infer<typeof Line>

/** A row as the engine has it. */
const EngineRow = z.strictObject({
  table: Name,
  /** Where it is not the usual one. */
  namespace: Name.optional(),
  cells: z.record(Name, CellText.nullable()),
})
export type EngineRow = z.infer<typeof EngineRow>

/** A line of a step that enters; `isTaken` once it was taken up again to be changed or tried anew. */
const EnteredLine = Line.extend({ isTaken: z.literal(true).optional() })

/** It was stopped since it took too long, and is not run again. */
const isStopped = z.literal(true).optional()
const Statements = z.array(z.string().max(LONGEST_STATEMENT)).max(400)

const Step = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('enter'), lines: z.array(EnteredLine).max(MOST_LINES), isStopped }),
  z.strictObject({ is: z.literal('strike'), row: EngineRow, isStopped }),
  z.strictObject({ is: z.literal('change'), row: EngineRow, to: z.record(Name, CellText), isStopped }),
  /** A statement; `title` where it answers a ready question. */
  z.strictObject({
    is: z.literal('ask'),
    statement: z.string().max(LONGEST_STATEMENT),
    title: z.string().max(500).optional(),
    isStopped,
  }),
  /** The rows of a witness, and what was tried on them. */
  z.strictObject({
    is: z.literal('witness'),
    title: z.string().max(500),
    before: Statements,
    tried: Statements,
    isStopped,
  }),
])
export type Step = z.infer<typeof Step>

/**
 * A row trial as it is kept: lines that wait to be entered, and the steps that were made, in their order. All
 * else follows from these and the script: the engine runs them anew on other tables.
 */
export const RowTrialDocument = z.strictObject({
  waiting: z.array(Line).max(MOST_LINES),
  steps: z.array(Step).max(MOST_STEPS),
})
export type RowTrialDocument = z.infer<typeof RowTrialDocument>

export const EMPTY_TRIAL: RowTrialDocument = { waiting: [], steps: [] }

/** As it was kept, an empty one where nothing was; null where this version cannot read it. */
export function parseTrial(text: string): RowTrialDocument | null {
  if (text === '') return EMPTY_TRIAL
  try {
    return RowTrialDocument.parse(JSON.parse(text))
  } catch {
    return null
  }
}
