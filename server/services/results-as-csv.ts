import { zipSync, strToU8 } from 'fflate'
import { FREELY } from '@nomenklatura/core/exercise'
import type { ResultsDocument } from '@nomenklatura/core/marking'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { toCsv } from '@nomenklatura/core/rows'

type Results = Pick<ResultsDocument, 'results' | 'exercise'>
const text = (value: number | undefined): string => (value === undefined ? '' : String(value))

/** A line for each student: what they came to, and what they were told. */
export function marksCsv({ results, exercise }: Results): string {
  const criteria = exercise.rubric.criteria ?? []
  const head = [
    'name',
    'e-mail',
    'points',
    'open',
    'of',
    'told',
    'attempt',
    'handed in',
    'late by seconds',
    'collected',
    ...criteria.map(({ sentence }) => sentence),
    'given freely',
  ]
  return toCsv(
    head,
    results.map(({ name, email, points, told, attempt, handedInAt, lateBySeconds, isAutomatic, given }) => [
      name,
      email,
      text(points?.got),
      text(points?.open),
      text(points?.of),
      text(told?.got),
      String(attempt),
      handedInAt,
      String(lateBySeconds),
      isAutomatic ? 'yes' : 'no',
      ...[...criteria.map(({ id }) => id), FREELY].map(id =>
        text(given.find(({ criterion }) => criterion === id)?.points),
      ),
    ]),
  )
}

/** A line for each rule and sheet of each student, and for each criterion somebody gave points by. */
export function verdictsCsv({ results, exercise }: Results): string {
  const sentences = new Map(exercise.rules.map(({ id, sentence }) => [id, sentence]))
  const criteria = new Map((exercise.rubric.criteria ?? []).map(criterion => [criterion.id, criterion]))
  const head = [
    'name',
    'e-mail',
    'rule',
    'sentence',
    'sheet',
    'verdict',
    'follows',
    'points',
    'open',
    'of',
    'decided by',
    'reason',
  ]
  return toCsv(
    head,
    results.flatMap(({ name, email, cells, given }) => [
      ...cells.map(({ rule, sheet, verdict, follows, points, decided }) => [
        name,
        email,
        rule.slice(1),
        sentences.get(rule) ?? '',
        SHEET_NAMES[sheet],
        verdict,
        follows?.slice(1) ?? '',
        text(points.got),
        text(points.open),
        text(points.of),
        decided?.by ?? '',
        decided?.reason ?? '',
      ]),
      ...given.map(({ criterion, points, reason, by }) => [
        name,
        email,
        '',
        criteria.get(criterion)?.sentence ?? 'given freely',
        '',
        '',
        '',
        text(points),
        '',
        text(criteria.get(criterion)?.points),
        by,
        reason,
      ]),
    ]),
  )
}

/** Whose results they are, as the other system knows it. */
export interface GradebookPlace {
  readonly exerciseId: string
  readonly courseId: string
  readonly dueAt: string | null
}

const FILES = [
  'academicSessions',
  'categories',
  'classes',
  'classResources',
  'courses',
  'courseResources',
  'demographics',
  'enrollments',
  'lineItems',
  'orgs',
  'resources',
  'results',
  'users',
]

/**
 * Results as the CSV tables of OneRoster 1.1 (IMS Global, "OneRoster v1.1 CSV Tables"; columns from memory): a zip of
 * manifest, line item and results, in bulk. Students are named by their e-mail address, which both systems know. What
 * is open or not marked is "partially graded" or "submitted", without a score.
 */
export function oneRosterZip(
  document: Results & Pick<ResultsDocument, 'writtenAt'>,
  place: GradebookPlace,
): Uint8Array {
  const tables = {
    'manifest.csv': manifest(),
    'lineItems.csv': lineItems(document, place),
    'results.csv': scores(document, place),
  }
  return zipSync(Object.fromEntries(Object.entries(tables).map(([name, csv]) => [name, strToU8(csv)])))
}

function manifest(): string {
  const given = ['lineItems', 'results']
  return toCsv(
    ['propertyName', 'value'],
    [
      ['manifest.version', '1.0'],
      ['oneroster.version', '1.1'],
      ...FILES.map(name => [`file.${name}`, given.includes(name) ? 'bulk' : 'absent']),
      ['source.systemName', 'Nomenklatura'],
      ['source.systemCode', 'nomenklatura'],
    ],
  )
}

const dayOf = (moment: string): string => moment.slice(0, 10)

function lineItems(
  { exercise, results, writtenAt }: Results & Pick<ResultsDocument, 'writtenAt'>,
  { exerciseId, courseId, dueAt }: GradebookPlace,
): string {
  const most = results.find(({ points }) => points !== null)?.points?.of
  return toCsv(
    [
      'sourcedId',
      'status',
      'dateLastModified',
      'title',
      'description',
      'assignDate',
      'dueDate',
      'classSourcedId',
      'categorySourcedId',
      'gradingPeriodSourcedId',
      'resultValueMin',
      'resultValueMax',
    ],
    [
      [
        exerciseId,
        '',
        '',
        exercise.title,
        '',
        dayOf(writtenAt),
        dayOf(dueAt ?? writtenAt),
        courseId,
        '',
        '',
        '0',
        text(most),
      ],
    ],
  )
}

function scores({ results }: Results, { exerciseId }: GradebookPlace): string {
  return toCsv(
    [
      'sourcedId',
      'status',
      'dateLastModified',
      'lineItemSourcedId',
      'studentSourcedId',
      'scoreStatus',
      'score',
      'scoreDate',
      'comment',
    ],
    results.map(({ email, points, handedInAt }) => {
      const isWhole = points !== null && points.open === 0
      const open = points === null ? 'submitted' : 'partially graded'
      return [
        `${exerciseId} ${email}`,
        '',
        '',
        exerciseId,
        email,
        isWhole ? 'fully graded' : open,
        isWhole ? text(points.got) : '',
        dayOf(handedInAt),
        '',
      ]
    }),
  )
}
