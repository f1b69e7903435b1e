import type { FindingCode } from '../../../src/findings'
import type { Dialect } from '../../../src/schema'

/**
 * One fault each: in the whole script of a dialect, `from` is replaced by `to`. The finding must have the
 * code and stand on the line of the replacement (`line`: so many lines further). What is read must be what
 * the whole script says, and after its fix nothing is wrong any more.
 */
export interface Fault {
  readonly dialect: Dialect
  readonly from: string
  readonly to: string
  readonly code: FindingCode
  readonly line?: number
  /**
   * What is meant is another thing than the whole script says, or is not to be known: only the finding and,
   * where there is one, its fix are looked at.
   */
  readonly isOther?: boolean
}

type Row = readonly [from: string, to: string, code: FindingCode, extra?: Partial<Fault>]

const faults = (dialect: Dialect, rows: readonly Row[]): Fault[] =>
  rows.map(([from, to, code, extra = {}]) => ({ dialect, from, to, code, ...extra }))

const POSTGRESQL: readonly Row[] = [
  // Commas
  ['name varchar(80) NOT NULL,', 'name varchar(80) NOT NULL', 'syntax.missing-comma'],
  ['code char(4) PRIMARY KEY,', 'code char(4) PRIMARY KEY', 'syntax.missing-comma'],
  ['trip_no integer NOT NULL,', 'trip_no integer NOT NULL', 'syntax.missing-comma'],
  ['taxon text UNIQUE,', 'taxon text UNIQUE', 'syntax.missing-comma'],
  ['weight numeric(6,2),', 'weight numeric(6,2)', 'syntax.missing-comma'],
  ['days smallint CHECK (days > 0),', 'days smallint CHECK (days > 0)', 'syntax.missing-comma'],
  ['(accession_no, trip_no),', '(accession_no, trip_no)', 'syntax.missing-comma'],
  ['(accession_no, trip_no)', '(accession_no trip_no)', 'syntax.missing-comma'],
  ['DEFAULT CURRENT_DATE,', 'DEFAULT CURRENT_DATE', 'syntax.missing-comma'],
  ['IDENTITY,', 'IDENTITY', 'syntax.missing-comma'],
  ['ON UPDATE CASCADE,', 'ON UPDATE CASCADE', 'syntax.missing-comma'],
  ['ON DELETE CASCADE,', 'ON DELETE CASCADE', 'syntax.missing-comma'],
  ["'Alva'), ('SKAR'", "'Alva') ('SKAR'", 'syntax.missing-comma'],
  ["('ALVA', 'Alva')", "('ALVA' 'Alva')", 'syntax.missing-comma'],
  ['PRIMARY KEY (trip_no)\n', 'PRIMARY KEY (trip_no),\n', 'syntax.trailing-comma'],
  ['(accession_no, trip_no)', '(accession_no, trip_no,)', 'syntax.trailing-comma'],
  ['NOT NULL,\n  country', 'NOT NULL,,\n  country', 'syntax.trailing-comma'],
  ["('SKAR', 'Skarholm');", "('SKAR', 'Skarholm'),;", 'syntax.trailing-comma'],
  ['(weight > 0)\n', '(weight > 0),\n', 'syntax.trailing-comma'],
  // Brackets
  ['CREATE TABLE garden (', 'CREATE TABLE garden', 'syntax.missing-bracket'],
  ['PRIMARY KEY (trip_no)\n);', 'PRIMARY KEY (trip_no)\n;', 'syntax.missing-bracket'],
  ['PRIMARY KEY (accession_no, trip_no),', 'PRIMARY KEY (accession_no, trip_no,', 'syntax.missing-bracket'],
  ['PRIMARY KEY (trip_no)\n', 'PRIMARY KEY (trip_no\n', 'syntax.missing-bracket'],
  ['varchar(80) NOT', 'varchar(80 NOT', 'syntax.missing-bracket'],
  ['varchar(9) NOT', 'varchar 9 NOT', 'syntax.missing-bracket'],
  ['PRIMARY KEY (trip_no)', 'PRIMARY KEY trip_no', 'syntax.missing-bracket'],
  ['FOREIGN KEY (trip_no)', 'FOREIGN KEY trip_no', 'syntax.missing-bracket'],
  ['PRIMARY KEY (accession_no, trip_no)', 'PRIMARY KEY accession_no, trip_no', 'syntax.missing-bracket'],
  ['REFERENCES garden (code)', 'REFERENCES garden (code', 'syntax.missing-bracket'],
  ['CHECK (days > 0)', 'CHECK days > 0', 'syntax.missing-bracket'],
  ["('SKAR', 'Skarholm');", "('SKAR', 'Skarholm';", 'syntax.missing-bracket'],
  ['numeric(6,2),', 'numeric(6,2)),', 'syntax.surplus-bracket'],
  ['taxon text UNIQUE,', 'taxon text UNIQUE),', 'syntax.surplus-bracket'],
  ['PRIMARY KEY (trip_no)\n);', 'PRIMARY KEY (trip_no)\n));', 'syntax.surplus-bracket', { line: 1 }],
  ['CREATE TABLE trip (', 'CREATE TABLE trip ((', 'syntax.surplus-bracket'],
  ['CREATE TABLE trip (', 'CREATE TABLE trip {', 'syntax.wrong-character'],
  ['varchar(80)', 'varchar[80]', 'syntax.wrong-character'],
  ['numeric(6,2)', 'numeric(6.2)', 'syntax.wrong-character'],
  ['name varchar(80) NOT NULL,', 'name varchar(80) NOT NULL;', 'syntax.wrong-character'],
  ['days smallint CHECK (days > 0),', 'days smallint CHECK (days > 0).', 'syntax.wrong-character'],
  ['REFERENCES trip (trip_no)', 'REFERENCES trip.trip_no', 'syntax.wrong-character'],
  [');\nCREATE TABLE trip', '),\nCREATE TABLE trip', 'syntax.wrong-character'],
  ['taxon text UNIQUE,', 'taxon text UNIQUE，', 'syntax.wrong-character'],
  // Semicolons
  [');\nCREATE TABLE trip', ')\nCREATE TABLE trip', 'syntax.missing-semicolon'],
  [');\nINSERT', ')\nINSERT', 'syntax.missing-semicolon'],
  ["'Skarholm');\nALTER", "'Skarholm')\nALTER", 'syntax.missing-semicolon'],
  // Misspelt
  ['CREATE TABLE trip', 'CRAETE TABLE trip', 'syntax.misspelt-keyword'],
  ['CREATE TABLE trip', 'CREATE TABEL trip', 'syntax.misspelt-keyword'],
  ['PRIMARY KEY (trip_no)', 'PRIMAY KEY (trip_no)', 'syntax.misspelt-keyword'],
  ['PRIMARY KEY (trip_no)', 'PRIMARY KYE (trip_no)', 'syntax.misspelt-keyword'],
  ['FOREIGN KEY', 'FORIEGN KEY', 'syntax.misspelt-keyword'],
  ['REFERENCES trip', 'REFRENCES trip', 'syntax.misspelt-keyword'],
  ['REFERENCES garden', 'REFERENCE garden', 'syntax.misspelt-keyword'],
  ['begun date NOT NULL', 'begun date NOT NUL', 'syntax.misspelt-keyword'],
  ['begun date NOT NULL', 'begun date NTO NULL', 'syntax.misspelt-keyword'],
  ['DEFAULT CURRENT_DATE', 'DEFUALT CURRENT_DATE', 'syntax.misspelt-keyword'],
  ['text UNIQUE', 'text UNIQE', 'syntax.misspelt-keyword'],
  ['smallint CHECK', 'smallint CHEKC', 'syntax.misspelt-keyword'],
  ['CONSTRAINT fk_trip', 'CONSTRIANT fk_trip', 'syntax.misspelt-keyword'],
  ['ON DELETE CASCADE', 'ON DELTE CASCADE', 'syntax.misspelt-keyword'],
  ['ON DELETE CASCADE', 'ON DELETE CASCASE', 'syntax.misspelt-keyword'],
  ['name varchar', 'name varcahr', 'syntax.misspelt-keyword'],
  ['weight numeric', 'weight numerc', 'syntax.misspelt-keyword'],
  ['integer GENERATED', 'integer GENARATED', 'syntax.misspelt-keyword'],
  ['INSERT INTO', 'INSRET INTO', 'syntax.misspelt-keyword'],
  ['VALUES', 'VALEUS', 'syntax.misspelt-keyword'],
  ['ALTER TABLE', 'ALTER TABEL', 'syntax.misspelt-keyword'],
  // Words that are missing, or glued
  ['CREATE TABLE trip (', 'CREATE trip (', 'syntax.missing-keyword'],
  ['CREATE TABLE trip (', 'TABLE trip (', 'syntax.missing-keyword'],
  ['PRIMARY KEY (trip_no)', 'PRIMARY (trip_no)', 'syntax.missing-keyword'],
  ['FOREIGN KEY (trip_no)', 'FOREIGN (trip_no)', 'syntax.missing-keyword'],
  ['FOREIGN KEY (trip_no) REFERENCES trip', 'FOREIGN KEY (trip_no) trip', 'syntax.missing-keyword'],
  ['ON DELETE CASCADE', 'DELETE CASCADE', 'syntax.missing-keyword'],
  ['ON DELETE CASCADE', 'ON CASCADE', 'syntax.missing-keyword'],
  ['ON DELETE SET NULL', 'ON DELETE NULL', 'syntax.missing-keyword'],
  ['INSERT INTO garden', 'INSERT garden', 'syntax.missing-keyword'],
  ['(code, name) VALUES (', '(code, name) (', 'syntax.missing-keyword'],
  ['begun date NOT NULL', 'begun date NOT', 'syntax.missing-keyword'],
  ['begun date NOT NULL', 'begun date NOTNULL', 'syntax.missing-blank'],
  ['FOREIGN KEY', 'FOREIGNKEY', 'syntax.missing-blank'],
  ['ON DELETE CASCADE', 'ONDELETE CASCADE', 'syntax.missing-blank'],
  // Quotation marks and comments
  ["'none, yet'", '‘none, yet’', 'syntax.smart-quote'],
  ["'none, yet'", '"none, yet"', 'syntax.wrong-quotes'],
  ["'Alva'", '"Alva"', 'syntax.wrong-quotes'],
  ["('ALVA'", '(ALVA', 'syntax.wrong-quotes'],
  ['CREATE TABLE trip', "CREATE TABLE 'trip'", 'syntax.wrong-quotes'],
  ['  days smallint', "  'days' smallint", 'syntax.wrong-quotes'],
  ["DEFAULT 'none, yet'", "DEFAULT 'none, yet", 'syntax.unclosed-string'],
  ['-- The vault', '/* The vault', 'syntax.unclosed-comment'],
  // Names, order of words, what is too much
  ['  accession_no varchar(9)', '  accession-no varchar(9)', 'syntax.name-needs-quotes'],
  ['  accession_no varchar(9)', '  accession no varchar(9)', 'syntax.name-needs-quotes'],
  ['  trip_no integer NOT NULL', '  integer trip_no NOT NULL', 'syntax.swapped'],
  ['begun date NOT NULL', 'begun date IS NOT NULL', 'syntax.unexpected'],
  ['begun date NOT NULL', 'begun date NULL NOT', 'syntax.unexpected'],
  ['DEFAULT CURRENT_DATE', 'DEFAULT = CURRENT_DATE', 'syntax.unexpected'],
  ['CREATE TABLE trip (', 'CREATE TABLE trip AS (', 'syntax.unexpected'],
  ['REFERENCES trip', 'REFERENCES TABLE trip', 'syntax.unexpected'],
  // Other dialects
  ['integer GENERATED ALWAYS AS IDENTITY', 'integer AUTO_INCREMENT', 'syntax.other-dialect'],
  ['integer GENERATED ALWAYS AS IDENTITY', 'integer IDENTITY(1,1)', 'syntax.other-dialect'],
  ['integer GENERATED ALWAYS AS IDENTITY', 'integer AUTO INCREMENT', 'syntax.misspelt-keyword'],
  ['CREATE TABLE trip', 'CREATE TABLE `trip`', 'syntax.other-dialect'],
  ['CREATE TABLE trip', 'CREATE TABLE [trip]', 'syntax.other-dialect'],
  ['varchar(80)', 'VARCHAR2(80)', 'syntax.other-dialect'],
  [
    'PRIMARY KEY (trip_no)\n);',
    'PRIMARY KEY (trip_no)\n) ENGINE=InnoDB;',
    'syntax.other-dialect',
    { line: 1 },
  ],
  ['weight numeric(6,2),', "weight numeric(6,2) COMMENT 'in grams',", 'syntax.other-dialect'],
  ['smallint CHECK', 'smallint UNSIGNED CHECK', 'syntax.other-dialect'],
  ['DEFAULT CURRENT_DATE', 'DEFAULT SYSDATE', 'syntax.other-dialect', { isOther: true }],
  [');\nCREATE TABLE trip', ');\nGO\nCREATE TABLE trip', 'syntax.other-dialect', { line: 1 }],
  ['-- The vault', '# The vault', 'syntax.other-dialect'],
  ['PRIMARY KEY (trip_no)\n', 'PRIMARY KEY CLUSTERED (trip_no)\n', 'syntax.other-dialect'],
]

const MYSQL: readonly Row[] = [
  ['NOT NULL,\n  kind', 'NOT NULL\n  kind', 'syntax.missing-comma'],
  ['AUTO_INCREMENT,', 'AUTO_INCREMENT', 'syntax.missing-comma'],
  ['KEY begun_idx (begun),', 'KEY begun_idx (begun)', 'syntax.missing-comma'],
  ['PRIMARY KEY (accession_no),', 'PRIMARY KEY (accession_no)', 'syntax.missing-comma'],
  ["COMMENT 'in grams',", "COMMENT 'in grams'", 'syntax.missing-comma'],
  ['REFERENCES trip (trip_no)\n', 'REFERENCES trip (trip_no),\n', 'syntax.trailing-comma'],
  ['INT UNSIGNED NOT NULL AUTO_INCREMENT', 'INT UNSIGNED NOT NULL AUTO_INCREMNT', 'syntax.misspelt-keyword'],
  ['INT UNSIGNED NOT NULL AUTO_INCREMENT', 'INT UNSIGNED NOT NULL AUTO INCREMENT', 'syntax.misspelt-keyword'],
  ['DATETIME DEFAULT', 'DATETIEM DEFAULT', 'syntax.misspelt-keyword'],
  ['FOREIGN KEY (trip_no)', 'FOREIGN KEY (trip_no', 'syntax.missing-bracket'],
  ['DECIMAL(6,2)', 'DECIMAL(6.2)', 'syntax.wrong-character'],
  ["ENUM('field', 'glass')", "ENUM('field', 'glass'", 'syntax.missing-bracket'],
  ['name VARCHAR(80)', "'name' VARCHAR(80)", 'syntax.wrong-quotes'],
  ['name VARCHAR(80)', '"name" VARCHAR(80)', 'syntax.wrong-quotes'],
  ['name VARCHAR(80)', '[name] VARCHAR(80)', 'syntax.other-dialect'],
  ['name VARCHAR(80)', 'name VARCHAR2(80)', 'syntax.other-dialect'],
  ['# The vault', '--The vault', 'syntax.other-dialect'],
  ['NOT NULL AUTO_INCREMENT', 'NOT NULL IDENTITY(1,1)', 'syntax.other-dialect'],
  ['NOT NULL AUTO_INCREMENT', 'GENERATED ALWAYS AS IDENTITY', 'syntax.other-dialect'],
  [';\nCREATE TABLE trip', '\nCREATE TABLE trip', 'syntax.missing-semicolon'],
  [
    'ENGINE=InnoDB;\nCREATE TABLE trip',
    'ENGINE=InnoDB;\nGO\nCREATE TABLE trip',
    'syntax.other-dialect',
    { line: 1 },
  ],
  ["DEFAULT 'field'", 'DEFAULT ‘field’', 'syntax.smart-quote'],
  ['DEFAULT CURRENT_TIMESTAMP', 'DEFAULT GETDATE()', 'syntax.other-dialect'],
  ['DATETIME DEFAULT', 'TIMESTAMPTZ DEFAULT', 'syntax.other-dialect', { isOther: true }],
  ['ON DELETE CASCADE', 'ON DELETE CASCADE ON DELETE', 'syntax.missing-name', { isOther: true }],
  ["('SKAR', 'Skarholm', 'field');", "('SKAR', 'Skarholm', field);", 'syntax.wrong-quotes'],
]

const SQLSERVER: readonly Row[] = [
  ['[name] NVARCHAR(80) NOT NULL,', '[name] NVARCHAR(80) NOT NULL', 'syntax.missing-comma'],
  ['IDENTITY(1,1) NOT NULL,', 'IDENTITY(1,1) NOT NULL', 'syntax.missing-comma'],
  ['[weight] DECIMAL(6,2),', '[weight] DECIMAL(6,2)', 'syntax.missing-comma'],
  ['PRIMARY KEY ([trip_no]),', 'PRIMARY KEY ([trip_no],', 'syntax.missing-bracket'],
  ['IDENTITY(1,1)', 'IDENTTY(1,1)', 'syntax.misspelt-keyword'],
  ['IDENTITY(1,1)', 'AUTO_INCREMENT', 'syntax.other-dialect'],
  ['INT IDENTITY(1,1) NOT NULL', 'SERIAL NOT NULL', 'syntax.other-dialect'],
  ['[name] NVARCHAR', '`name` NVARCHAR', 'syntax.other-dialect'],
  ['[name] NVARCHAR(80)', '[name] VARCHAR2(80)', 'syntax.other-dialect'],
  ['[open] BIT DEFAULT 1', '[open] BOOLEAN DEFAULT 1', 'syntax.other-dialect'],
  ['[begun] DATETIME2', '[begun] TIMESTAMPTZ', 'syntax.other-dialect', { isOther: true }],
  ['DEFAULT GETDATE()', 'DEFAULT NOW()', 'syntax.other-dialect', { isOther: true }],
  ['[note] NVARCHAR(MAX)', '[note] NVARCAHR(MAX)', 'syntax.misspelt-keyword'],
  ['CREATE TABLE [trip]', 'CREATE TABLE IF NOT EXISTS [trip]', 'syntax.other-dialect'],
  ['REFERENCES [garden]', 'REFERENECS [garden]', 'syntax.misspelt-keyword'],
  ['ON DELETE CASCADE', 'ON DELETE RESTRICT', 'syntax.other-dialect', { isOther: true }],
  ['CREATE TABLE [accession] (', 'CREATE TABLE [accession]', 'syntax.missing-bracket'],
  ["(N'ALVA', N'Alva')", "(N'ALVA' N'Alva')", 'syntax.missing-comma'],
  ["(N'ALVA', N'Alva')", "(N'ALVA', ‘Alva’)", 'syntax.smart-quote'],
  [
    ');\nGO\nCREATE TABLE [accession]',
    ');\n/\nCREATE TABLE [accession]',
    'syntax.other-dialect',
    { line: 1 },
  ],
]

const ORACLE: readonly Row[] = [
  ['name VARCHAR2(80) NOT NULL,', 'name VARCHAR2(80) NOT NULL', 'syntax.missing-comma'],
  ['IDENTITY,', 'IDENTITY', 'syntax.missing-comma'],
  ['note CLOB,', 'note CLOB', 'syntax.missing-comma'],
  ['PRIMARY KEY (accession_no),', 'PRIMARY KEY accession_no,', 'syntax.missing-bracket'],
  ['VARCHAR2(9 CHAR) NOT', 'VARCHAR2(9 CHAR NOT', 'syntax.missing-bracket'],
  ['name VARCHAR2(80)', 'name VARHCAR2(80)', 'syntax.misspelt-keyword'],
  ['GENERATED BY DEFAULT AS IDENTITY', 'AUTO_INCREMENT', 'syntax.other-dialect'],
  ['GENERATED BY DEFAULT AS IDENTITY', 'IDENTITY', 'syntax.other-dialect'],
  ['note CLOB', 'note TEXT', 'syntax.other-dialect'],
  ['note CLOB', 'note LONGTEXT', 'syntax.other-dialect'],
  [
    'founded DATE DEFAULT SYSDATE',
    'founded DATE DEFAULT GETDATE()',
    'syntax.other-dialect',
    { isOther: true },
  ],
  ['CREATE TABLE trip', 'CREATE TABLE IF NOT EXISTS trip', 'syntax.other-dialect'],
  ['ON DELETE SET NULL', 'ON DELETE SET NULL ON UPDATE CASCADE', 'syntax.other-dialect', { isOther: true }],
  [
    "COMMENT ON TABLE trip IS 'A journey'",
    "COMMENT ON TABLE trip IS 'A journey",
    'syntax.unclosed-string',
    { isOther: true },
  ],
  ['CREATE TABLE trip', 'CREATE TABLE `trip`', 'syntax.other-dialect'],
  [');\nALTER', ')\nALTER', 'syntax.missing-semicolon'],
  ['CONSTRAINT pk_trip', 'CONTSRAINT pk_trip', 'syntax.misspelt-keyword'],
  [');\nCREATE TABLE trip', ');\nGO\nCREATE TABLE trip', 'syntax.other-dialect', { line: 1 }],
]

const SQLITE: readonly Row[] = [
  ['code TEXT PRIMARY KEY NOT NULL,', 'code TEXT PRIMARY KEY NOT NULL', 'syntax.missing-comma'],
  ['AUTOINCREMENT,', 'AUTOINCREMENT', 'syntax.missing-comma'],
  [
    'INTEGER PRIMARY KEY AUTOINCREMENT',
    'INTEGER PRIMARY KEY AUTO_INCREMENT',
    'syntax.other-dialect',
    { isOther: true },
  ],
  ["DEFAULT 'none'", "DEFAULT 'none", 'syntax.unclosed-string'],
  ['FOREIGN KEY (trip_no)', 'FOREING KEY (trip_no)', 'syntax.misspelt-keyword'],
  ['CHECK (days > 0)', 'CHECK (days > 0', 'syntax.missing-bracket'],
  ['REFERENCES trip (trip_no)\n', 'REFERENCES trip (trip_no),\n', 'syntax.trailing-comma'],
  ['INSERT INTO garden', 'INSERT garden', 'syntax.missing-keyword'],
  ['CREATE TABLE trip (', 'CREATE TABLE trip {', 'syntax.wrong-character'],
  [');\nCREATE TABLE trip', ')\nCREATE TABLE trip', 'syntax.missing-semicolon'],
  ['weight NUMERIC(6,2),', "weight NUMERIC(6,2) COMMENT 'grams',", 'syntax.other-dialect'],
]

const ISO: readonly Row[] = [
  ['NOT NULL\n', 'NOT NULL,\n', 'syntax.trailing-comma'],
  ['IDENTITY,', 'IDENTITY', 'syntax.missing-comma'],
  ['CHARACTER VARYING(80)', 'TEXT', 'syntax.other-dialect', { isOther: true }],
  ['CHARACTER VARYING(80)', 'CHARACTER VARYIGN(80)', 'syntax.misspelt-keyword'],
  ['CREATE TABLE trip', 'CREATE TABLE IF NOT EXISTS trip', 'syntax.other-dialect'],
  ['INTEGER GENERATED ALWAYS AS IDENTITY', 'INTEGER AUTO_INCREMENT', 'syntax.other-dialect'],
  ['UNIQUE (garden, begun)', 'UNIQUE (garden begun)', 'syntax.missing-comma'],
  ['UNIQUE (garden, begun)', 'UNIQUE KEY g (garden, begun)', 'syntax.other-dialect'],
  ['is_open BOOLEAN DEFAULT TRUE', 'is_open BOOLAEN DEFAULT TRUE', 'syntax.misspelt-keyword'],
  ['DEFAULT CURRENT_DATE', 'DEFAULT', 'syntax.missing-name', { isOther: true }],
]

export const ONE_FAULT: readonly Fault[] = [
  ...faults('postgresql', POSTGRESQL),
  ...faults('mysql', MYSQL),
  ...faults('sqlserver', SQLSERVER),
  ...faults('oracle', ORACLE),
  ...faults('sqlite', SQLITE),
  ...faults('iso', ISO),
]
