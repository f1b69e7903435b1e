import type { Pin } from '@nomenklatura/core/alignment'
import type { AnswerDocument } from '@nomenklatura/core/exercise'
import type { Sheet } from '@nomenklatura/core/findings'
import type { SandboxReport } from '@nomenklatura/core/instances'
import type { CourseScheme, StoredMarking } from '@nomenklatura/core/marking'
import type { Verdict } from '@nomenklatura/core/rules'
import type { Knex } from 'knex'
import type { QuestionLine, Role, StoredOverride } from '#shared/answers'

/**
 * A row of each table as the driver reads it: timestamps are dates, jsonb is what it holds, bigint is a text.
 * Documents were checked when they came in. What is written is `Given`.
 */
export interface PersonRow {
  id: string
  email: string
  name: string
  password_hash: string
  may_begin_courses: boolean
  created_at: Date
}

export interface TryRow {
  id: string
  subject: string
  at: Date
}

export interface SessionRow {
  token_hash: string
  person_id: string
  begun_at: Date
  seen_at: Date
  expires_at: Date
}

export interface InvitationRow {
  course_id: string
  email: string
  name: string
  role: Role
  token_hash: string
  invited_by: string
  invited_at: Date
  expires_at: Date
}

export interface PasswordLinkRow {
  person_id: string
  token_hash: string
  made_by: string | null
  made_at: Date
  expires_at: Date
}

export interface CourseRow {
  id: string
  name: string
  time_zone: string
  created_at: Date
  archived_at: Date | null
  marks_scheme: CourseScheme | null
  marks_scheme_number: number
}

export interface MembershipRow {
  course_id: string
  person_id: string
  role: Role
  since: Date
  section: string | null
}

export interface ExerciseRow {
  id: string
  course_id: string
  position: number
  state: 'draft' | 'published'
  opens_at: Date | null
  due_at: Date | null
  attempts: number
  late_days: number
  late_loss: number
  collects_at_due: boolean
  says_work_is_read: boolean
  told_model: number | null
  is_anonymous: boolean
  counted: 'last' | 'best'
  collected_at: Date | null
  marking_stopped_at: Date | null
  published_at: Date | null
  created_at: Date
  archived_at: Date | null
}

export interface RevisionRow {
  id: string
  exercise_id: string
  number: number
  document: unknown
  saved_by: string
  saved_at: Date
  is_prepared: boolean
}

export interface AllowanceRow {
  exercise_id: string
  person_id: string
  due_at: Date | null
  attempts: number | null
}

export interface WorksheetRow {
  id: string
  exercise_id: string
  person_id: string
  begun_at: Date
  /** A bigint: as the driver gives it. */
  stored_bytes: string
  assumptions: string
  assumptions_number: number
  assumptions_at: Date | null
}

export interface QuestionLineRow {
  hand_in_id: string
  rule: string
  sheet: Sheet
  number: number
  said_by: string
  said_at: Date
  is_answer: boolean
  text: string
  trial: QuestionLine['trial']
  moved: QuestionLine['moved']
}

export interface WorksheetRevisionRow {
  worksheet_id: string
  sheet: Sheet
  number: number
  content: string
  saved_at: Date
}

export interface StaleSaveRow {
  id: string
  worksheet_id: string
  sheet: Sheet
  base_number: number
  content: string
  refused_at: Date
}

export interface LateSaveRow {
  worksheet_id: string
  sheet: Sheet
  number: number
  base_number: number
  content: string
  arrived_at: Date
}

/** What is kept of a worksheet beside its sheets: of row trials, and of marks in the case. */
export interface KeptBesideRow {
  worksheet_id: string
  content: string
  saved_at: Date
  number: number
}

export interface CollectingFailureRow {
  worksheet_id: string
  reason: string
  failed_at: Date
}

export interface HandInRow {
  id: string
  number: number
  exercise_id: string
  person_id: string
  attempt: number
  exercise_revision_id: string
  answer: AnswerDocument
  handed_in_at: Date
  late_by_seconds: number
  is_automatic: boolean
  brought_in_by: string | null
}

export interface ExportRow {
  exercise_id: string
  asked_by: string
  asked_at: Date
  state: 'waiting' | 'making' | 'made' | 'stopped' | 'failed'
  done: number
  total: number
  reason: string | null
  file: Buffer | null
}

/** A summary as it is kept: short, since lists read hundreds. The fourth of a cell is the rule it follows from. */
export interface StoredSummary {
  readonly cells: readonly (readonly [rule: string, sheet: Sheet, verdict: Verdict, follows?: string])[]
  readonly weakPairs: number
}

/** What is not upheld, in short. */
export type StoredMissed = readonly (readonly [
  rule: string,
  sheet: Sheet,
  verdict: Verdict,
  reasons: readonly string[],
])[]

export interface MarkingRow {
  id: string
  hand_in_id: string
  exercise_revision_id: string
  engine_version: string
  pins_version: number
  verdicts: StoredMarking
  summary: StoredSummary
  missed: StoredMissed
  marked_at: Date
}

export interface RunRow {
  work_hash: string
  report: SandboxReport
  ran_at: Date
}

export interface MarkingFailureRow {
  hand_in_id: string
  exercise_revision_id: string
  engine_version: string
  pins_version: number
  tries: number
  reason: string
  failed_at: Date
}

export interface PinningRow {
  hand_in_id: string
  version: number
  pins: readonly Pin[]
  pinned_by: string
  pinned_at: Date
}

export interface OverrideRow {
  hand_in_id: string
  rule: string
  sheet: 'script'
  version: number
  verdict: StoredOverride['verdict'] | null
  reason: string | null
  decided_by: string
  decided_at: Date
}

export interface GivenPointsRow {
  hand_in_id: string
  criterion: string
  version: number
  thousandths: number | null
  reason: string
  given_by: string
  given_at: Date
}

export interface GradingShareRow {
  exercise_id: string
  person_id: string
  grader_id: string
}

export interface TakingRow {
  hand_in_id: string
  taken_by: string
  seen_at: Date
}

export interface CommentRow {
  id: string
  hand_in_id: string
  rule: string | null
  text: string
  written_by: string
  written_at: Date
  deleted_at: Date | null
}

export interface ReviewRow {
  hand_in_id: string
  looked_at_by: string | null
  looked_at: Date | null
  is_flagged: boolean
}

export interface ReleaseRow {
  hand_in_id: string
  marking_id: string
  points: { got: number; open: number; of: number }
  told: unknown
  released_by: string
  released_at: Date
  taken_back_at: Date | null
}

export interface AuditRow {
  id: string
  course_id: string | null
  person_id: string | null
  action: string
  subject: string
  detail: unknown
  at: Date
}

/** What may be written into a column: the value, an expression of the database, or its text (dates, jsonb). */
type Given<Row> = {
  [Name in keyof Row]?: Exclude<Row[Name], undefined> extends string | number | boolean | null
    ? Row[Name] | Knex.Raw
    : Row[Name] | string | Knex.Raw
}

type Table<Row> = Knex.CompositeTableType<Row, Given<Row>, Given<Row>>

declare module 'knex/types/tables.js' {
  interface Tables {
    people: Table<PersonRow>
    sign_in_failures: Table<TryRow>
    sessions: Table<SessionRow>
    invitations: Table<InvitationRow>
    password_links: Table<PasswordLinkRow>
    first_words: Table<{ word_hash: string; made_at: Date }>
    courses: Table<CourseRow>
    memberships: Table<MembershipRow>
    exercises: Table<ExerciseRow>
    exercise_revisions: Table<RevisionRow>
    allowances: Table<AllowanceRow>
    worksheets: Table<WorksheetRow>
    worksheet_revisions: Table<WorksheetRevisionRow>
    stale_saves: Table<StaleSaveRow>
    late_saves: Table<LateSaveRow>
    collecting_failures: Table<CollectingFailureRow>
    hand_ins: Table<HandInRow>
    markings: Table<MarkingRow>
    marking_failures: Table<MarkingFailureRow>
    runs: Table<RunRow>
    exports: Table<ExportRow>
    question_lines: Table<QuestionLineRow>
    row_trials: Table<KeptBesideRow>
    case_marks: Table<KeptBesideRow>
    pinnings: Table<PinningRow>
    overrides: Table<OverrideRow>
    given_points: Table<GivenPointsRow>
    grading_shares: Table<GradingShareRow>
    takings: Table<TakingRow>
    comments: Table<CommentRow>
    reviews: Table<ReviewRow>
    releases: Table<ReleaseRow>
    audit_entries: Table<AuditRow>
    migrations: Table<{ id: number; name: string }>
  }
}
