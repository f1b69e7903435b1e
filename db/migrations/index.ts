import type { Knex } from 'knex'
import * as begin from './0001-begin'
import * as pinnings from './0002-pinnings'
import * as summaries from './0003-marking-summaries'
import * as lateSaves from './0004-late-saves'
import * as failures from './0005-marking-failures'
import * as told from './0006-told'
import * as accounts from './0007-accounts'
import * as indexes from './0008-indexes'
import * as shortSummaries from './0009-short-summaries'
import * as recent from './0010-recent'
import * as collectingFailures from './0011-collecting-failures'
import * as decisions from './0012-decisions'
import * as runs from './0013-runs'
import * as rowTrials from './0014-row-trials'
import * as rowTrialNumbers from './0015-row-trial-numbers'
import * as preparedRevisions from './0016-prepared-revisions'
import * as workIsRead from './0017-work-is-read'
import * as inAndOut from './0018-in-and-out'
import * as missed from './0019-missed'
import * as questions from './0020-questions'
import * as courseMarks from './0021-course-marks'
import * as anonymous from './0022-anonymous'
import * as sharing from './0023-sharing'
import * as givenPoints from './0024-given-points'
import * as counted from './0025-counted'
import * as caseMarks from './0026-case-marks'

interface Migration {
  readonly up: (db: Knex) => Promise<void>
  readonly down: (db: Knex) => Promise<void>
}

/**
 * In order. Names without an extension, so that source and bundle agree; a migration that has run is never
 * changed.
 */
const MIGRATIONS: readonly (readonly [name: string, migration: Migration])[] = [
  ['0001-begin', begin],
  ['0002-pinnings', pinnings],
  ['0003-marking-summaries', summaries],
  ['0004-late-saves', lateSaves],
  ['0005-marking-failures', failures],
  ['0006-told', told],
  ['0007-accounts', accounts],
  ['0008-indexes', indexes],
  ['0009-short-summaries', shortSummaries],
  ['0010-recent', recent],
  ['0011-collecting-failures', collectingFailures],
  ['0012-decisions', decisions],
  ['0013-runs', runs],
  ['0014-row-trials', rowTrials],
  ['0015-row-trial-numbers', rowTrialNumbers],
  ['0016-prepared-revisions', preparedRevisions],
  ['0017-work-is-read', workIsRead],
  ['0018-in-and-out', inAndOut],
  ['0019-missed', missed],
  ['0020-questions', questions],
  ['0021-course-marks', courseMarks],
  ['0022-anonymous', anonymous],
  ['0023-sharing', sharing],
  ['0024-given-points', givenPoints],
  ['0025-counted', counted],
  ['0026-case-marks', caseMarks],
]

const source: Knex.MigrationSource<string> = {
  getMigrations: async () => MIGRATIONS.map(([name]) => name),
  getMigrationName: name => name,
  getMigration: async name => MIGRATIONS.find(([other]) => other === name)![1],
}

/** Brings the database to the newest shape; does nothing where it is there already. */
export async function migrate(db: Knex): Promise<void> {
  await db.migrate.latest({ migrationSource: source, tableName: 'migrations' })
}

/**
 * How the database's schema differs from what this version knows: migrations that it lacks, and those of a
 * newer version.
 */
export async function migrationsApart(
  db: Knex,
): Promise<{ readonly lacking: string[]; readonly unknown: string[] }> {
  const done: string[] = await db('migrations').pluck('name')
  const known = MIGRATIONS.map(([name]) => name)
  return {
    lacking: known.filter(name => !done.includes(name)),
    unknown: done.filter(name => !known.includes(name)),
  }
}

/** One migration up or down. */
export async function step(db: Knex, direction: 'up' | 'down'): Promise<string[]> {
  const [, names] = (await db.migrate[direction]({ migrationSource: source, tableName: 'migrations' })) as [
    number,
    string[],
  ]
  return names
}

/** Gives the lock back that a migration kept which was killed. */
export async function freeLock(db: Knex): Promise<void> {
  await db.migrate.forceFreeMigrationsLock({ migrationSource: source, tableName: 'migrations' })
}

export async function rollBack(db: Knex): Promise<void> {
  await db.migrate.rollback({ migrationSource: source, tableName: 'migrations' }, true)
}
