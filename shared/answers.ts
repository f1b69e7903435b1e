import type { RowTrialDocument } from '@nomenklatura/core/row-trial'
import type { Exhibit, Finding, Sheet } from '@nomenklatura/core/findings'
import type { Level } from '@nomenklatura/core/diagram'
import type {
  CaseMark,
  Criterion,
  ExerciseDocument,
  ExercisePicture,
  ExerciseRows,
  GivenPoints,
  HelpLevel,
  SheetsOfAnswer,
} from '@nomenklatura/core/exercise'
import type { Pin } from '@nomenklatura/core/alignment'
import type { RelationTask } from '@nomenklatura/core/claims'
import type { MarkedCell } from '@nomenklatura/core/sheets'
import type {
  Agreement,
  CourseMark,
  CourseScheme,
  Override,
  PairingLine,
  Points,
  Ran,
  SharedChoice,
} from '@nomenklatura/core/marking'
import type { Verdict, Witness } from '@nomenklatura/core/rules'
import type { Dialect } from '@nomenklatura/core/schema'
import type { Habits } from '@nomenklatura/core/sql'

/** What the server answers. Times are ISO strings. */
export type Role = 'instructor' | 'assistant' | 'student'

export interface Person {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly mayBeginCourses: boolean
}

export interface SessionAnswer {
  readonly person: Person | null
  /** Whether nobody exists yet: the first page then makes the first person. */
  readonly needsFirstPerson: boolean
  /** In the demo only: people one click away. */
  readonly demoPeople: readonly { readonly name: string; readonly email: string; readonly what: string }[]
}

export interface CourseLine {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly timeZone: string
  readonly exercises: number
  readonly students: number
}

export interface Schedule {
  readonly opensAt: string | null
  readonly dueAt: string | null
  readonly attempts: number
  readonly lateDays: number
  readonly lateLoss: number
  readonly collectsAtDue: boolean
  /** Whether students are told that their work can be read while they write it. */
  readonly saysWorkIsRead: boolean
  /** Which model answer is told with the marks, once the exercise is closed; null tells none. */
  readonly toldModel: number | null
  /** Whether hand-ins show a number in the place of a name until their marks are told. */
  readonly isAnonymous: boolean
  /** Which hand-in of a student counts: the last, or the one that comes to most. */
  readonly counted: 'last' | 'best'
}

export interface ExerciseLine extends Schedule {
  readonly id: string
  readonly title: string
  readonly state: 'draft' | 'published'
  readonly helpLevel: HelpLevel
  readonly points: number
  /** Staff only. */
  readonly counts?: {
    readonly begun: number
    readonly handedIn: number
    readonly marked: number
    readonly lookedAt: number
    readonly released: number
  }
  /** Students only: what stands with this student. */
  readonly mine?: MyState
}

export interface MyState {
  readonly begun: boolean
  readonly attemptsUsed: number
  readonly attempts: number
  readonly dueAt: string | null
  readonly handedInAt: string | null
  readonly handInId: string | null
  /** The number on its receipt. */
  readonly handInNumber: number | null
  readonly isAutomatic: boolean
  /** It could not be marked by itself: the instructor is looking at it. */
  readonly isAtInstructor: boolean
  readonly points: { readonly got: number; readonly open: number; readonly of: number } | null
  readonly takenBack: boolean
}

export interface CourseAnswer {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly timeZone: string
  readonly students: number
  readonly exercises: readonly ExerciseLine[]
}

export interface MemberLine {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly role: Role
  /** The part of the course that a student is in. */
  readonly section: string | null
  readonly mayBeginCourses: boolean
}

/** Students by the exercises of a course, and what comes of them. */
export interface CourseMarksAnswer {
  readonly role: Role
  readonly course: { readonly id: string; readonly name: string; readonly timeZone: string }
  readonly scheme: CourseScheme
  /** Of the save of the scheme, to change it on top of. */
  readonly number: number
  readonly exercises: readonly {
    readonly id: string
    readonly title: string
    readonly of: number
    readonly dueAt: string | null
    /** Whether it is closed, and so counts. */
    readonly counts: boolean
  }[]
  readonly students: readonly ({
    readonly id: string
    readonly name: string
    readonly email: string
    readonly section: string | null
    /** By exercise, in their order; null where nothing is marked. */
    readonly marks: readonly (Totals | null)[]
  } & CourseMark)[]
}

/** An invitation that is not taken up yet. */
export interface InvitationLine {
  readonly name: string
  readonly email: string
  readonly role: Role
  readonly expiresAt: string
}

/** Somebody who was just invited, with the secret of the link; null where they are in the course already. */
export interface InvitedLine {
  readonly name: string
  readonly email: string
  readonly role: Role
  readonly token: string | null
}

/** What the link of an invitation opens. */
export interface InvitationAnswer {
  readonly courseName: string
  readonly role: Role
  readonly name: string
  readonly email: string
  readonly hasAccount: boolean
}

/** What somebody is asked to take part in. */
export interface MyInvitation {
  readonly courseId: string
  readonly courseName: string
  readonly role: Role
}

/** A ready exercise on the shelf. */
export interface ShelfLine {
  readonly name: string
  readonly title: string
  /** The invented world that it is about. */
  readonly world: string
  /** The worlds in which it can be told: its own first. */
  readonly worlds: readonly string[]
  readonly difficulty: 'easy' | 'medium' | 'hard'
  readonly about: string
  /** Per cent of typical mistakes that its rules notice. */
  readonly noticed: number
  readonly sheets: readonly Sheet[]
  /** What a diagram is to reach; null where none is asked. */
  readonly level: Level | null
  readonly rules: number
}

/** An exercise as staff sets it. */
export interface ExerciseSetting {
  readonly id: string
  /** What the reader is in the course: only an instructor changes anything. */
  readonly role: Role
  readonly course: {
    readonly id: string
    readonly name: string
    readonly timeZone: string
    readonly students: number
  }
  readonly state: 'draft' | 'published'
  readonly revision: number
  /** Whether the document is prepared only: students and marks see the one before, until it is taken. */
  readonly isPrepared: boolean
  readonly document: ExerciseDocument
  readonly schedule: Schedule
  readonly begun: number
  readonly handIns: number
  readonly allowances: readonly {
    readonly personId: string
    readonly name: string
    readonly dueAt: string | null
    readonly attempts: number | null
  }[]
}

/** A course or an exercise that is put away: nobody finds it until it is taken out again. */
export interface PutAway {
  readonly id: string
  readonly name: string
  readonly at: string
}

/**
 * An exercise as a student may see it: no model answer, no rules but those the help level shows after a
 * check.
 */
export interface WorksheetAnswer {
  /** Whose worksheet it is: each save says so. */
  readonly personId: string
  readonly exerciseId: string
  readonly course: { readonly id: string; readonly name: string; readonly timeZone: string }
  readonly title: string
  readonly brief: string
  /** What the brief shows beside its words. */
  readonly pictures: readonly ExercisePicture[]
  readonly starter: string | null
  readonly helpLevel: HelpLevel
  readonly schedule: Schedule
  readonly closedAt: string | null
  readonly isOpen: boolean
  readonly points: number
  readonly mine: MyState
  readonly isPreview: boolean
  /** Whether a version is tried that is prepared and not yet taken. */
  readonly triesPrepared: boolean
  /** The sheets that are asked, in the order of work. */
  readonly asked: readonly Sheet[]
  /** The level that a diagram is to reach. */
  readonly level: Level
  /**
   * How scripts are read: the exercise's dialect, those that may be chosen besides, the course's conventions.
   */
  readonly script: {
    readonly dialect: Dialect
    readonly dialects: readonly Dialect[]
    readonly habits: Habits | null
  }
  readonly relation: StudentRelation | null
  /** What the student begins with, to be changed. */
  readonly begins: NonNullable<ExerciseDocument['begins']> | null
  /** Words of the brief that speak of an entity or of a fact; none where students do not practise. */
  readonly named: readonly CaseMark[]
  /** The rows that the brief gives. */
  readonly rows: readonly ExerciseRows[]
  /** What is saved of each asked sheet; null before the exercise is begun. */
  readonly sheets: Readonly<Partial<Record<Sheet, SheetContent>>> | null
  /** What is kept of the row trial, as text; empty where nothing is. */
  readonly rowTrial: SheetContent
  /** What was marked in the case. */
  readonly caseMarks: SheetContent
  /** What the student takes for granted where the brief is open. */
  readonly assumptions: SheetContent
}

export interface SheetContent {
  readonly content: string
  readonly number: number
  readonly savedAt: string | null
}

/** One of the versions of a sheet: saved, set aside when two windows differed, or handed in. */
export interface SheetVersion {
  readonly key: string
  readonly is: 'saved' | 'set aside' | 'handed in'
  readonly at: string
  readonly handIn: {
    readonly id: string
    readonly number: number
    /** Whether its marks are told. */
    readonly hasFeedback: boolean
  } | null
}

export interface SheetVersionContent {
  readonly key: string
  readonly content: string
}

/** A relation as a student may see it; `given` are its dependencies, where they are told. */
export type StudentRelation = Pick<RelationTask, 'name' | 'attributes' | 'asks' | 'isFresh'> & {
  readonly given: string | null
}

/** What a student wrote after closing: it does not count, and is not lost. */
export interface LateSave {
  readonly personId: string
  readonly name: string
  readonly sheet: Sheet
  readonly content: string
  readonly at: string
}

export interface SavedAnswer {
  readonly number: number
  readonly savedAt: string
}

export interface CheckAnswer {
  readonly helpLevel: HelpLevel
  readonly checkedAt: string
  readonly findings: readonly Finding[]
  /** How many more there are than are told. */
  readonly findingsLeft: number
  /** What could not be looked at, in words: it would have taken too long. */
  readonly tooMuch: string | null
  /** Empty where the help level tells no verdicts. */
  readonly verdicts: readonly CheckedRule[]
  /** On which tables rows were run; null where nothing was. */
  readonly ran: Ran | null
  /** The verdicts are those of reasoning, since rows are still being run: asked again it says more. */
  readonly isBeingRun: boolean
}

export interface CheckedRule {
  readonly sheet: Sheet
  readonly rule: string
  readonly sentence: string
  readonly phrase: string | null
  readonly verdict: Verdict
  readonly because: readonly {
    readonly sentence: string
    readonly place: { readonly start: number; readonly end: number; readonly field?: string } | null
  }[]
  readonly witness: Witness | null
  readonly exhibits?: readonly Exhibit[]
}

export interface HandInReceipt {
  readonly id: string
  readonly number: number
  readonly attempt: number
  readonly attempts: number
  readonly handedInAt: string
  readonly lateBySeconds: number
}

export type QueueState =
  'could not be marked' | 'being marked' | 'to decide' | 'ready' | 'looked at' | 'flagged' | 'released'

export interface QueueLine {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly attempt: number
  readonly handedInAt: string
  readonly lateBySeconds: number
  readonly isAutomatic: boolean
  readonly state: QueueState
  readonly lookedAtBy: string | null
  readonly points: Totals | null
  /** The points that the student was told, while they are told. */
  readonly told: Totals | null
  readonly toDecide: number
  /** Criteria that nobody has judged yet. */
  readonly toGive: number
  /** Verdicts that the student asks about. */
  readonly asks: number
  /** Pairs that are weak: worth a look before the verdicts are believed. */
  readonly toPair: number
}

/** A hand-in in the queue of the desk. */
export interface DeskLine extends QueueLine {
  /** Who is to mark it, where the class is shared out. */
  readonly sharedTo: { readonly id: string; readonly name: string } | null
}

/** Points that were given by hand. */
export interface GivenLine extends GivenPoints {
  readonly by: string
  readonly at: string
}

/** How a class is shared out to those who mark it. */
export interface SharingAnswer {
  readonly graders: readonly {
    readonly id: string
    readonly name: string
    /** The students whose hand-ins are theirs, and of how many something is handed in. */
    readonly students: number
    readonly handIns: number
  }[]
  /** The sections of the course; null are those in none. */
  readonly sections: readonly { readonly name: string | null; readonly students: number }[]
}

/** Who has what in hand at the desk. */
export interface TakingAnswer {
  /** Who has the hand-in in the place of the one who asks; null where it is theirs. */
  readonly holder: string | null
  /** What others have in hand: names by hand-in. */
  readonly others: Readonly<Record<string, string>>
}

/** Hand-ins alike beyond what the exercise explains, the most alike first. */
export interface LikenessAnswer {
  /** How many were compared. */
  readonly compared: number
  readonly pairs: readonly {
    readonly handIns: readonly [
      { readonly id: string; readonly name: string },
      { readonly id: string; readonly name: string },
    ]
    readonly shared: readonly SharedChoice[]
  }[]
}

/** How two people agree over the same mistakes, where both decided by hand. */
export interface AgreementLine extends Agreement {
  readonly who: readonly [string, string]
  /** What they decided differently. */
  readonly apart: readonly {
    readonly rule: string
    readonly sheet: Sheet
    readonly because: string
    readonly said: readonly [string, string]
  }[]
}

export interface DeskAnswer {
  /** Of whoever asks: what their role may not do is not offered. */
  readonly role: Role
  readonly exercise: {
    readonly id: string
    readonly title: string
    readonly courseId: string
    readonly courseName: string
    readonly timeZone: string
    readonly revision: number
    readonly dueAt: string | null
    readonly toldModel: number | null
  }
  readonly rules: readonly {
    readonly id: string
    readonly sentence: string
    readonly phrase: string | null
    readonly points: number
    readonly group: string
    readonly entity: string
    readonly fields: readonly string[]
  }[]
  readonly sheets: readonly Sheet[]
  /** The first model answer. */
  readonly model: SheetsOfAnswer
  /** The dialect of the exercise: of its model answers and given tables. */
  readonly dialect: Dialect
  /** What people judge, not the engine. */
  readonly criteria: readonly Criterion[]
  /** How many an earlier version of the engine marked. */
  readonly byEarlierEngine: number
  /** Whether nothing is marked until somebody lets it go on. */
  readonly isMarkingStopped: boolean
  readonly queue: readonly DeskLine[]
  /** Students of whom something arrived after closing. */
  readonly lateSaves: number
  /** Whose work could not be collected at the due moment, and why. */
  readonly uncollected: readonly {
    readonly personId: string
    readonly name: string
    readonly reason: string
  }[]
  readonly begun: number
  readonly reasons: readonly string[]
  /** Comments that were written before, the newest first: those on a rule are offered where it is missed again. */
  readonly said: readonly { readonly rule: string | null; readonly text: string }[]
}

export interface StoredOverride extends Override {
  readonly version: number
  readonly by: string
  readonly at: string
}

/** A line of what is asked and answered about a verdict that was told. */
export interface QuestionLine {
  readonly rule: string
  readonly sheet: Sheet
  readonly number: number
  readonly by: string
  readonly at: string
  readonly isAnswer: boolean
  readonly text: string
  /** Rows that were tried on the tables that were handed in. */
  readonly trial: RowTrialDocument | null
  /** What the answer moved: verdicts, and points of the whole. */
  readonly moved: {
    readonly from: Verdict
    readonly to: Verdict
    readonly before: number
    readonly after: number
  } | null
}

export interface CommentLine {
  readonly id: string
  readonly rule: string | null
  readonly text: string
  readonly by: string
  readonly at: string
}

export interface HandInAnswer {
  readonly id: string
  readonly personId: string
  readonly number: number
  readonly name: string
  readonly attempt: number
  readonly handedInAt: string
  readonly lateBySeconds: number
  readonly isAutomatic: boolean
  /** What stands on the sheets. */
  readonly answer: SheetsOfAnswer
  /** What the student took for granted. */
  readonly assumptions: string
  /** The dialect that the script is read in. */
  readonly dialect: Dialect
  /** What the Dependencies sheet is about: with this student's own names. */
  readonly relation: RelationTask | null
  readonly starter: string | null
  readonly state: QueueState
  readonly isFlagged: boolean
  /** Why it could not be marked, after three tries. */
  readonly markingFault: string | null
  readonly marking: {
    readonly cells: readonly MarkedCell[]
    readonly pairing: readonly PairingLine[]
    readonly surplus: readonly string[]
    readonly findings: readonly Finding[]
    readonly ran?: Ran
  } | null
  readonly pinning: { readonly version: number; readonly pins: readonly Pin[] }
  readonly overrides: readonly StoredOverride[]
  /** Versions of cells that were decided once and are the engine's own again. */
  readonly versions: Readonly<Record<string, number>>
  readonly given: readonly GivenLine[]
  /** Of what was given last for each criterion, taken back or not. */
  readonly givenVersions: Readonly<Record<string, number>>
  readonly points: Points | null
  readonly account: readonly string[]
  readonly comments: readonly CommentLine[]
  readonly questions: readonly QuestionLine[]
  readonly releasedAt: string | null
  /** The points that the student was told, while they are told. */
  readonly told: Totals | null
}

/** What one person made of an exercise, to be read by those who teach. */
export interface WorkOfAnswer {
  readonly hasBegun: boolean
  readonly personId: string
  readonly name: string
  readonly exercise: {
    readonly id: string
    readonly title: string
    readonly courseId: string
    readonly courseName: string
    readonly timeZone: string
  }
  readonly sheets: readonly Sheet[]
  /** The sets whose closure was asked. */
  readonly closures: readonly (readonly string[])[]
  /** What was handed in, the first attempt first. */
  readonly attempts: readonly {
    readonly id: string
    readonly number: number
    readonly attempt: number
    readonly handedInAt: string
    readonly lateBySeconds: number
    readonly isAutomatic: boolean
    /** Who brought it in from files. */
    readonly broughtInBy: string | null
    readonly state: QueueState
    /** As the exercise counts now; null where it is not marked so: of attempts only the last is marked again. */
    readonly points: Totals | null
    readonly told: Totals | null
    readonly comments: readonly CommentLine[]
  }[]
}

export interface Totals {
  readonly got: number
  readonly open: number
  readonly of: number
}

/** What other pins would change. */
export interface PairingPreview {
  readonly before: Totals
  readonly after: Totals
  readonly changed: readonly string[]
  readonly pairing: readonly PairingLine[]
  readonly surplus: readonly string[]
}

/**
 * Who would move if a name were taken into the glossary; `using` counts the hand-ins in whose scripts it
 * stands.
 */
export interface GlossaryPreview {
  readonly element: string
  readonly name: string
  readonly using: number
  readonly moves: readonly {
    readonly handInId: string
    readonly name: string
    readonly before: Totals
    readonly after: Totals
  }[]
  readonly revision: number
}

/** A change to a published exercise that is not yet taken, and who moves by it. */
export interface PreparedAnswer {
  readonly revision: number
  /** What it changes, a line each. */
  readonly changes: readonly string[]
  /** Hand-ins that are marked under it, of all. */
  readonly marked: number
  readonly of: number
  readonly moves: readonly {
    readonly handInId: string
    readonly name: string
    readonly before: Totals
    readonly after: Totals
    /** Its marks are told: they stay as they were told. */
    readonly isReleased: boolean
    readonly rules: readonly MovedRule[]
  }[]
}

/** What a rule gave before, and what it gives after. */
export interface MovedRule {
  readonly rule: string
  readonly before: number
  readonly after: number
}

/** A revision that counted once, or counts now. */
export interface RevisionLine {
  readonly number: number
  readonly savedAt: string
  readonly savedBy: string
  /** What it changed, a line each; nothing for the first. */
  readonly changes: readonly string[]
}

export interface FeedbackAnswer {
  readonly exerciseId: string
  readonly title: string
  readonly course: { readonly id: string; readonly name: string; readonly timeZone: string }
  readonly number: number
  readonly attempt: number
  readonly handedInAt: string
  readonly lateBySeconds: number
  readonly sheets: readonly Sheet[]
  readonly answer: SheetsOfAnswer
  /** The sets whose closure was asked. */
  readonly closures: readonly (readonly string[])[]
  readonly starter: string | null
  readonly releasedAt: string
  readonly points: Points
  readonly account: readonly string[]
  readonly rules: readonly (CheckedRule & {
    readonly group: string
    readonly got: number
    readonly of: number
    readonly decidedBy: string | null
    readonly reason: string | null
    readonly follows: string | null
    /** What it was in the last earlier hand-in whose marks were told; null where there is none, or no such rule. */
    readonly before: Verdict | null
  })[]
  /** Earlier hand-ins of the same student whose marks were told, the first one first. */
  readonly earlier: readonly {
    readonly id: string
    readonly number: number
    readonly handedInAt: string
    readonly got: number
    readonly of: number
  }[]
  readonly findings: readonly Finding[]
  /** On which tables rows were run; null where nothing was. */
  readonly ran: Ran | null
  readonly comments: readonly CommentLine[]
  readonly questions: readonly QuestionLine[]
  /** What the student took for granted. */
  readonly assumptions: string
  /** A model answer, where it is told. */
  readonly model: { readonly name: string; readonly answer: SheetsOfAnswer } | null
}

export interface LedgerAnswer {
  /** Of whoever asks: what their role may not do is not offered. */
  readonly role: Role
  readonly exercise: {
    readonly id: string
    readonly title: string
    readonly courseId: string
    readonly courseName: string
    readonly timeZone: string
    readonly dueAt: string | null
    /** What the whole is worth, bonus aside. */
    readonly of: number
  }
  readonly rules: readonly {
    readonly id: string
    readonly sentence: string
    readonly points: number
    /** Where it is asked, in the order of work. */
    readonly sheets: readonly Sheet[]
  }[]
  readonly lines: readonly {
    readonly handInId: string
    readonly name: string
    /** The part of the course that the student is in; not told where they are marked without names. */
    readonly section: string | null
    readonly attempt: number
    readonly handedInAt: string
    readonly isAutomatic: boolean
    readonly points: Totals
    /** By rule and sheet: "r4 script". */
    readonly cells: Readonly<Record<string, { readonly verdict: Verdict; readonly overridden: boolean }>>
  }[]
  /** Students who handed in nothing, and whether they have begun. */
  readonly without: readonly {
    readonly personId: string
    readonly name: string
    readonly hasBegun: boolean
  }[]
}

/** The same mistake, made by some: a verdict of a rule in a sheet, for the same reasons. */
export interface MistakeGroup {
  readonly sheet: Sheet
  readonly verdict: Verdict
  /** The reasons as one of them has them. */
  readonly because: readonly string[]
  readonly handIns: readonly {
    readonly id: string
    readonly name: string
    /** The decision that one of one's own would be made upon. */
    readonly version: number
    readonly decided: { readonly verdict: Verdict; readonly reason: string; readonly by: string } | null
    readonly isReleased: boolean
    readonly points: Totals
    /** What this rule gives in this sheet. */
    readonly ofRule: { readonly got: number; readonly of: number }
  }[]
}

/** What was decided by hand for others who made the same mistake. */
export interface Precedent {
  readonly rule: string
  readonly sheet: Sheet
  readonly verdict: Override['verdict']
  readonly reason: string
  readonly by: string
  /** For how many. */
  readonly times: number
}

/** A mistake that some made alike, as a list shows it. */
export interface MistakeLine {
  readonly rule: string
  readonly sheet: Sheet
  readonly verdict: Verdict
  /** The first reason, as one of them has it. */
  readonly because: string
  readonly handIns: number
  /** For how many it is decided by hand. */
  readonly decided: number
  /** What was decided, by whom, where it was not the same for all; empty where it was. */
  readonly differently: readonly { readonly verdict: Verdict; readonly by: readonly string[] }[]
  /** A hand-in that has it. */
  readonly first: string
}

/** A decision of one cell, of one hand-in among several; with verdict null the engine's own again. */
export interface GroupDecision {
  readonly handInId: string
  readonly version: number
  readonly verdict: Override['verdict'] | null
  readonly reason: string
}

/** Which of several decisions were made, and which were left, with why. */
export interface GroupDecisionAnswer {
  readonly decided: readonly string[]
  readonly left: readonly { readonly handInId: string; readonly why: string }[]
}

/** What is in the files that somebody brings in, and who each answer is taken for. */
export interface BroughtInPreview {
  readonly answers: readonly {
    readonly name: string
    readonly files: readonly string[]
    readonly sheets: readonly Sheet[]
    /** Why it cannot be handed in. */
    readonly fault: string | null
    /** Who it is taken for, and by what; null where that fits nobody, or several. */
    readonly person: { readonly id: string; readonly by: 'e-mail' | 'name' | 'family name' } | null
  }[]
  /** Files that are none of ours: the first of them, and how many there are. */
  readonly passedOver: readonly string[]
  readonly passedOverCount: number
  /** What could not be read, with why. */
  readonly faults: readonly string[]
  /** The students of the course, with what they handed in last. */
  readonly people: readonly {
    readonly id: string
    readonly name: string
    readonly email: string
    readonly handIn: { readonly number: number; readonly isTold: boolean } | null
  }[]
}

export interface BroughtInAnswer {
  readonly handedIn: number
  readonly leftOut: number
}

/** How far a file is that was asked for: everything of an exercise. */
export interface ExportAnswer {
  readonly state: 'none' | 'waiting' | 'making' | 'made' | 'stopped' | 'failed'
  readonly askedAt: string | null
  readonly done: number
  readonly of: number
  readonly reason: string | null
}

export interface ProgressAnswer {
  readonly marked: number
  readonly of: number
}

/** RFC 9457, with a stable code. */
export interface Problem {
  readonly type: string
  readonly title: string
  readonly status: number
  readonly code: string
  readonly detail?: string
  readonly faults?: readonly string[]
  readonly extra?: unknown
}
