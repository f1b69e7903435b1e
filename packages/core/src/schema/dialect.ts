/** The kinds of SQL that are read and written. `mysql` stands for MySQL and MariaDB. */
export const DIALECTS = ['postgresql', 'mysql', 'sqlserver', 'oracle', 'sqlite', 'iso'] as const
export type Dialect = (typeof DIALECTS)[number]

export interface DialectFacts {
  /** What people call it. */
  readonly name: string
  /**
   * The most characters of a name; null where there is no limit. Sources: the makers' manuals, from memory.
   */
  readonly longestName: number | null
  /** Marks around a name that is no plain word. */
  readonly quotes: readonly [open: string, close: string]
  /** Whether a statement must end in a semicolon when another follows. */
  readonly needsSemicolon: boolean
  /** Whether a reference may name a table that is created later. */
  readonly allowsLaterTables: boolean
  /**
   * Whether alva and ALVA are one where nothing else is said. Sources: the makers' manuals on default
   * collations, from memory.
   */
  readonly ignoresCase: boolean
  /** Whether SET NULL on what must have a value is refused with the table. Sources: as above, from memory. */
  readonly refusesEmptying: boolean
  /** Whether a CHECK that looks at the current date is refused. Sources: as above, from memory. */
  readonly refusesTodayInChecks: boolean
  /** Whether NULL, said of a column of the primary key, is refused. Sources: as above; PostgreSQL was asked. */
  readonly refusesNullInKeys: boolean
  /** Text types whose length must be written, or is one character where it is not. */
  readonly needsLength: readonly string[]
}

export const DIALECT: Readonly<Record<Dialect, DialectFacts>> = {
  iso: {
    name: 'ISO SQL',
    longestName: 128,
    quotes: ['"', '"'],
    needsSemicolon: true,
    allowsLaterTables: false,
    ignoresCase: false,
    refusesEmptying: false,
    refusesTodayInChecks: true,
    refusesNullInKeys: true,
    needsLength: ['CHAR', 'CHARACTER', 'NCHAR', 'VARCHAR', 'CHARACTER VARYING'],
  },
  postgresql: {
    name: 'PostgreSQL',
    longestName: 63,
    quotes: ['"', '"'],
    needsSemicolon: true,
    allowsLaterTables: false,
    ignoresCase: false,
    refusesEmptying: false,
    refusesTodayInChecks: false,
    refusesNullInKeys: false,
    needsLength: ['CHAR', 'CHARACTER', 'NCHAR', 'BPCHAR'],
  },
  mysql: {
    name: 'MySQL',
    longestName: 64,
    quotes: ['`', '`'],
    needsSemicolon: true,
    allowsLaterTables: false,
    ignoresCase: true,
    refusesEmptying: true,
    refusesTodayInChecks: true,
    refusesNullInKeys: true,
    needsLength: ['CHAR', 'CHARACTER', 'NCHAR', 'VARCHAR', 'CHARACTER VARYING', 'NVARCHAR', 'VARBINARY'],
  },
  sqlserver: {
    name: 'SQL Server',
    longestName: 128,
    quotes: ['[', ']'],
    needsSemicolon: false,
    allowsLaterTables: false,
    ignoresCase: true,
    refusesEmptying: true,
    refusesTodayInChecks: false,
    refusesNullInKeys: true,
    needsLength: ['CHAR', 'CHARACTER', 'NCHAR', 'VARCHAR', 'CHARACTER VARYING', 'NVARCHAR', 'VARBINARY'],
  },
  oracle: {
    name: 'Oracle',
    longestName: 128,
    quotes: ['"', '"'],
    needsSemicolon: true,
    allowsLaterTables: false,
    ignoresCase: false,
    refusesEmptying: false,
    refusesTodayInChecks: true,
    refusesNullInKeys: false,
    needsLength: [
      'CHAR',
      'CHARACTER',
      'NCHAR',
      'VARCHAR',
      'VARCHAR2',
      'NVARCHAR2',
      'CHARACTER VARYING',
      'RAW',
    ],
  },
  sqlite: {
    name: 'SQLite',
    longestName: null,
    quotes: ['"', '"'],
    needsSemicolon: true,
    allowsLaterTables: true,
    ignoresCase: false,
    refusesEmptying: false,
    refusesTodayInChecks: true,
    refusesNullInKeys: false,
    needsLength: [],
  },
}

export function isDialect(text: string): text is Dialect {
  return (DIALECTS as readonly string[]).includes(text)
}
