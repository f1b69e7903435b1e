import { isRequired } from '../../schema'
import type { Kind } from '../kind'
import { isInPrimaryKey, ownTables, withColumn, withTable, type Design } from './places'

const mayBeMissing: Kind<Design> = {
  id: 'not-null-missing',
  title: 'A NOT NULL left out',
  make: design =>
    ownTables(design).flatMap(table =>
      table.columns
        .filter(
          ({ name, notNull, numbering }) => notNull && numbering === null && !isInPrimaryKey(table, name),
        )
        .map(({ name }) => ({
          said: `${name} of ${table.name} may be missing.`,
          content: withTable(design, table.name, of => withColumn(of, name, { notNull: false })),
        })),
    ),
}

const mustBeThere: Kind<Design> = {
  id: 'not-null-too-many',
  title: 'NOT NULL where it may be missing',
  make: design =>
    ownTables(design).flatMap(table =>
      table.columns
        .filter(({ name }) => !isRequired(table, name))
        .map(({ name }) => ({
          said: `${name} of ${table.name} must be there.`,
          content: withTable(design, table.name, of => withColumn(of, name, { notNull: true })),
        })),
    ),
}

export const REQUIRED_MISTAKES: readonly Kind<Design>[] = [mayBeMissing, mustBeThere]
