export {
  RUN_VERSION,
  SANDBOX_LIMITS,
  type Refusal,
  type SandboxEngine,
  type SandboxLimits,
  type SandboxReport,
  type SandboxWork,
  type Stopped,
  type Trial,
  type TrialOutcome,
} from './engine'
export { planRun, type Plan, type PlannedProbe } from './plan'
export {
  MOST_STATEMENTS,
  isAllowed,
  runnableScript,
  type Runnable,
  type RunnableStatement,
  type SheetRun,
  type Translated,
} from './runnable'
export { readReport, type Executed } from './executed'
export { combined } from './combine'
export { replayAsSql } from './replay'
export { ranThrough } from './run-through'
export { EntryOrder, StatementWriter, inEntryOrder, literal } from './statements'
export type { FilledCell, Row } from './fill'
export { translatedInWords } from './translated-words'
