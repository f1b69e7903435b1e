import { z } from 'zod'
import { CourseScheme } from '@nomenklatura/core/marking'
import { RelationTask } from '@nomenklatura/core/claims'
import { SHEETS } from '@nomenklatura/core/findings'
import { MOST_STATEMENTS } from '@nomenklatura/core/instances'
import { LONGEST_TRIAL, MOST_STEPS, RowTrialDocument } from '@nomenklatura/core/row-trial'
import {
  EXERCISE_FORMAT,
  ExerciseDocument,
  LONGEST_ANSWER,
  LONGEST_ASSUMPTIONS,
  PinShape,
  SheetsOfAnswer,
  upgradeDocument,
} from '@nomenklatura/core/exercise'

/** What the browser may send. The server parses every body with one of these. */
const Text = (most: number) => z.string().trim().min(1, 'Write something here.').max(most)
/** The most that an integer of the database holds. */
const LONGEST_MARKS = 100_000
const MOST = 2_147_483_647
/** A moment that the database holds and a course can mean. */
const Moment = z.iso
  .datetime({ offset: true })
  .refine(
    text => Date.parse(text) >= Date.UTC(1970, 0) && Date.parse(text) < Date.UTC(3000, 0),
    'A date must lie between 1970 and 2999.',
  )
export const Id = z.uuid()
/** A course is put away only by who says so. */
export const PutAwayBody = z.strictObject({ away: z.literal(true) })

/** Says in whose name a page asks: refused where the session is somebody else's. */
export const PERSON_HEADER = 'x-nomenklatura-person'

export const SignInBody = z.strictObject({
  email: z.string().trim().toLowerCase().min(3).max(254),
  password: z.string().min(1).max(500),
  as: Id.optional(),
})
export const DemoSignInBody = z.strictObject({ email: z.string().trim().toLowerCase().max(254) })
const Email = z
  .email('This is not an e-mail address.')
  .max(254)
  .transform(email => email.toLowerCase())
const Password = z.string().min(10, 'Ten characters or more.').max(500)
const RoleName = z.enum(['instructor', 'assistant', 'student'])
export const FirstPersonBody = z.strictObject({
  name: Text(120),
  email: Email,
  password: Password,
  word: z.string().max(100),
})
export const CourseBody = z.strictObject({ name: Text(120) })
export const InviteBody = z.strictObject({
  people: z
    .array(z.strictObject({ name: Text(120), email: Email, role: RoleName }))
    .min(1)
    .max(500),
})
export const MemberChangeBody = z.strictObject({
  role: RoleName.optional(),
  mayBeginCourses: z.boolean().optional(),
  section: Text(60).nullable().optional(),
})
export const SchemeBody = z.strictObject({ scheme: CourseScheme, base: z.int().min(0).max(MOST) })
export const TakeUpBody = z.strictObject({ name: Text(120), password: Password.optional() })
export const PasswordBody = z.strictObject({ old: z.string().min(1).max(500), password: Password })
export const NewPasswordBody = z.strictObject({ password: Password })
const WholeExercise = z.preprocess(sent => upgradeDocument(EXERCISE_FORMAT, sent), ExerciseDocument)
export const DocumentBody = z.strictObject({
  document: WholeExercise,
  base: z.int().min(1).max(MOST),
})
export const ScheduleBody = z
  .strictObject({
    opensAt: Moment.nullable(),
    dueAt: Moment.nullable(),
    attempts: z.int().min(1).max(99),
    lateDays: z.int().min(0).max(365),
    lateLoss: z.int().min(0).max(100),
    collectsAtDue: z.boolean(),
    saysWorkIsRead: z.boolean().default(true),
    toldModel: z.int().min(0).max(20).nullable().default(null),
    isAnonymous: z.boolean().default(false),
    counted: z.enum(['last', 'best']).default('last'),
  })
  .refine(
    ({ opensAt, dueAt }) => !opensAt || !dueAt || Date.parse(opensAt) < Date.parse(dueAt),
    'An exercise cannot be due before it opens.',
  )
export type ScheduleBody = z.infer<typeof ScheduleBody>
export const NewExerciseBody = z.strictObject({
  title: Text(120),
  script: z.string().max(LONGEST_ANSWER).optional(),
  relation: RelationTask.optional(),
  /** A whole exercise, under this title. */
  document: WholeExercise.optional(),
  /** Its dates, where they are known already. */
  schedule: ScheduleBody.optional(),
})
/** A class is dealt to who marks: in turn, or each section to one. */
export const ShareOutBody = z.discriminatedUnion('how', [
  z.strictObject({
    how: z.literal('evenly'),
    graders: z
      .array(Id)
      .min(1, 'Name at least one who marks.')
      .max(50)
      .refine(ids => new Set(ids).size === ids.length, 'Somebody is named twice.'),
  }),
  z.strictObject({
    how: z.literal('section'),
    sections: z
      .array(z.strictObject({ name: Text(60).nullable(), grader: Id }))
      .min(1, 'Name who marks which section.')
      .max(100),
  }),
])
export type ShareOutBody = z.infer<typeof ShareOutBody>
/** Points that are given by hand, for a criterion or freely; null takes them back. */
export const GivenBody = z.strictObject({
  points: z.number().min(-1000).max(1000).multipleOf(0.001).nullable(),
  reason: z.string().trim().max(500),
  version: z.int().min(0).max(MOST),
})
export type GivenBody = z.infer<typeof GivenBody>
/** `over`: from whoever has it in hand. */
export const TakingBody = z.strictObject({ over: z.boolean() })
/** Whose each brought in answer is, by its name; null leaves it out. */
export const BringInBody = z.strictObject({ people: z.record(z.string().max(400), Id.nullable()) })
/** Of a form that only carries a file. */
export const NothingBody = z.strictObject({})
export const AllowanceBody = z.strictObject({
  dueAt: Moment.nullable(),
  attempts: z.int().min(1).max(99).nullable(),
})
export const SaveBody = z.strictObject({
  content: z.string().max(LONGEST_ANSWER, 'A sheet may have 200,000 characters.'),
  base: z.int().min(0).max(MOST),
})
/** What a row trial keeps, on top of which save. */
export const RowTrialBody = z.strictObject({
  content: z.string().max(LONGEST_TRIAL, 'A row trial may have 400,000 characters.'),
  base: z.int().min(0).max(MOST),
})
/** What a student marks in the case, on top of which save. */
export const CaseMarksBody = z.strictObject({
  content: z.string().max(LONGEST_MARKS, 'Marks in the case may have 100,000 characters.'),
  base: z.int().min(0).max(MOST),
})
const Statements = (most: number) => z.array(z.string().max(100_000)).max(most)
export const TrialWorkBody = z.strictObject({
  tables: Statements(MOST_STATEMENTS),
  steps: z.array(z.strictObject({ statements: Statements(2000), isWhole: z.boolean() })).max(MOST_STEPS),
})
export const CheckBody = SheetsOfAnswer.strict()
/** For each sheet the revision that the student saw. */
/** `again`: the same as was handed in last is meant to be handed in once more. */
/** What a student takes for granted, on top of which save. */
export const AssumptionsBody = z.strictObject({
  content: z.string().max(LONGEST_ASSUMPTIONS, 'This may have 4,000 characters.'),
  base: z.int().min(0).max(MOST),
})
export const QuestionBody = z.strictObject({ text: Text(4000), trial: RowTrialDocument.nullable() })
/** `after`: so many lines were read before it. */
export const QuestionAnswerBody = z.strictObject({
  text: Text(4000),
  verdict: z.enum(['upheld', 'broken', 'too strict', 'not shown']).nullable(),
  after: z.int().min(1).max(1000),
})
export const HandInBody = z.strictObject({
  bases: z.partialRecord(z.enum(SHEETS), z.int().min(0).max(MOST)),
  again: z.boolean().optional(),
})
export const OverrideBody = z
  .strictObject({
    verdict: z.enum(['upheld', 'broken', 'too strict', 'not shown']).nullable(),
    reason: z.string().trim().max(500),
    version: z.int().min(0).max(MOST),
  })
  .refine(({ verdict, reason }) => verdict === null || reason !== '', {
    path: ['reason'],
    message: 'Say why: the student will read it.',
  })
export const GroupDecisionBody = z.strictObject({
  decisions: z
    .array(OverrideBody.safeExtend({ handInId: Id }))
    .min(1)
    .max(2000),
})
/** What a verdict would come to for some hand-ins; null is the engine's own. */
export const VerdictPreviewBody = z.strictObject({
  verdict: z.enum(['upheld', 'broken', 'too strict', 'not shown']).nullable(),
  handIns: z.array(Id).max(2000),
})
export const PairingPreviewBody = z.strictObject({ pins: z.array(PinShape).max(300) })
export const PairingBody = z.strictObject({
  pins: z.array(PinShape).max(300),
  base: z.int().min(0).max(MOST),
})
export const NameBody = z.strictObject({ element: Text(200), name: Text(200) })
export const TakeNameBody = z.strictObject({
  element: Text(200),
  name: Text(200),
  base: z.int().min(1).max(MOST),
})
export const CommentBody = z.strictObject({
  text: Text(4000),
  rule: z
    .string()
    .regex(/^r\d{1,4}$/)
    .nullable(),
})
export const ReviewBody = z.strictObject({
  lookedAt: z.boolean().optional(),
  flagged: z.boolean().optional(),
})
/** The prepared version that was looked at. */
export const PreparedBody = z.strictObject({ base: z.int().min(1).max(MOST) })
export const ReleaseBody = z.strictObject({ handIns: z.array(Id).max(2000).optional() })
