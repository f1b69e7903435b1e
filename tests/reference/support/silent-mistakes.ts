import type { Dialect } from '@nomenklatura/core/schema'

/** A mistake that a teacher would name, and the code of the finding that names it. */
export interface Mistake {
  readonly note: string
  readonly dialect?: Dialect
  readonly script: string
  /** One of these is told. */
  readonly code: readonly string[]
}

const ticket = (column: string): string => `CREATE TABLE ticket (no integer PRIMARY KEY, ${column});`

/** Written before the checks were. */
export const SILENT_MISTAKES: readonly Mistake[] = [
  {
    note: 'a chain of comparisons',
    script: ticket('price decimal(6,2) CHECK (0 <= price <= 9999.99)'),
    code: ['checks.chained'],
  },
  {
    note: 'the same at the other end',
    script: ticket('price integer, CHECK (1 < price < 5)'),
    code: ['checks.chained'],
  },
  {
    note: 'a text as a condition',
    script: ticket("role varchar(9) CHECK (role = 'a' OR 'b')"),
    code: ['checks.no-condition'],
  },
  {
    note: 'several of them',
    script: ticket("role varchar(9), CHECK (role = 'a' OR 'b' OR 'c')"),
    code: ['checks.no-condition'],
  },
  {
    note: 'a number as a condition',
    script: ticket('n integer CHECK (n = 1 OR 2)'),
    code: ['checks.no-condition'],
  },
  {
    note: 'a function that no server has',
    script: ticket('code varchar(9) CHECK (is_capital(code))'),
    code: ['checks.unknown-function'],
  },
  {
    note: 'one of another server',
    script: ticket('code varchar(9) CHECK (len(code) = 4)'),
    code: ['checks.foreign-function'],
  },
  {
    note: 'a text compared with a number',
    script: ticket('code varchar(9) CHECK (code > 5)'),
    code: ['checks.types-differ'],
  },
  {
    note: 'a number compared with a text',
    script: ticket("seats integer CHECK (seats > 'many')"),
    code: ['checks.types-differ'],
  },
  {
    note: 'a day compared with a number',
    script: ticket('held date CHECK (held > 2020)'),
    code: ['checks.types-differ'],
  },
  {
    note: 'a list of the other type',
    script: ticket("seats integer CHECK (seats IN ('few', 'many'))"),
    code: ['checks.types-differ'],
  },
  {
    note: 'a default that is no number',
    script: ticket("seats integer DEFAULT 'none'"),
    code: ['types.default-does-not-fit'],
  },
  {
    note: 'a default longer than its column',
    script: ticket("code char(3) DEFAULT 'NONE'"),
    code: ['types.default-too-long'],
  },
  {
    note: 'a default that is no day',
    script: ticket("held date DEFAULT 'soon'"),
    code: ['types.default-does-not-fit'],
  },
  {
    note: 'a default that its check refuses',
    script: ticket("kind varchar(6) DEFAULT 'none' CHECK (kind IN ('open', 'closed'))"),
    code: ['checks.refuses-default'],
  },
  {
    note: 'a day without quotes',
    script: `${ticket('held date')} INSERT INTO ticket VALUES (1, 2024-05-01);`,
    code: ['rows.date-unquoted'],
  },
  {
    note: 'a day without quotes, in a check',
    script: ticket('held date CHECK (held > 2024-05-01)'),
    code: ['checks.date-unquoted'],
  },
  {
    note: 'a day without quotes, as a default',
    script: ticket('held date DEFAULT 2024-05-01'),
    code: ['types.default-does-not-fit', 'checks.date-unquoted'],
  },
  {
    note: 'a check that never lets pass',
    script: ticket('seats integer CHECK (seats > 10 AND seats < 5)'),
    code: ['checks.never'],
  },
  {
    note: 'two values at once',
    script: ticket("kind varchar(6) CHECK (kind = 'open' AND kind = 'closed')"),
    code: ['checks.never'],
  },
  {
    note: 'bounds the wrong way round',
    script: ticket('seats integer CHECK (seats BETWEEN 50 AND 1)'),
    code: ['checks.never'],
  },
  {
    note: 'a check that refuses nothing',
    script: ticket('seats integer CHECK (seats > 0 OR seats <= 0)'),
    code: ['checks.always'],
  },
  {
    note: 'different from either',
    script: ticket("kind varchar(6) CHECK (kind <> 'open' OR kind <> 'closed')"),
    code: ['checks.always'],
  },
  {
    note: 'the column with itself',
    script: ticket('seats integer CHECK (seats = seats)'),
    code: ['checks.always'],
  },
  {
    note: 'compared with NULL',
    script: ticket('held date CHECK (held != NULL)'),
    code: ['checks.null-compared'],
  },
  {
    note: 'equal to NULL',
    script: ticket('held date CHECK (held = NULL OR no > 1)'),
    code: ['checks.null-compared'],
  },
  {
    note: 'SET NULL where a value must be',
    script:
      'CREATE TABLE a (x integer PRIMARY KEY); CREATE TABLE b (y integer PRIMARY KEY, x integer NOT NULL REFERENCES a ON DELETE SET NULL);',
    code: ['references.set-null-required'],
  },
  {
    note: 'SET DEFAULT without one',
    script:
      'CREATE TABLE a (x integer PRIMARY KEY); CREATE TABLE b (y integer PRIMARY KEY, x integer NOT NULL REFERENCES a ON DELETE SET DEFAULT);',
    code: ['references.set-default-without'],
  },
  {
    note: 'money without digits after the point',
    script: ticket('price decimal NOT NULL'),
    code: ['types.no-digits'],
    dialect: 'mysql',
  },
  {
    note: 'a price in whole numbers',
    script: ticket('price numeric(5) NOT NULL'),
    code: ['types.no-digits'],
  },
  {
    note: 'a reference that is read over',
    dialect: 'mysql',
    script: 'CREATE TABLE a (x INT PRIMARY KEY); CREATE TABLE b (y INT PRIMARY KEY, x INT REFERENCES a (x));',
    code: ['references.read-over'],
  },
  {
    note: 'a default that is reckoned, without brackets',
    dialect: 'mysql',
    script: ticket('held date DEFAULT CURRENT_DATE'),
    code: ['types.default-needs-brackets'],
  },
  {
    note: 'a key over TEXT',
    dialect: 'mysql',
    script: ticket('code TEXT UNIQUE'),
    code: ['keys.long-text', 'keys.long-text-elsewhere'],
  },
  {
    note: 'a counter that is no key',
    dialect: 'mysql',
    script: 'CREATE TABLE t (a INT PRIMARY KEY, b INT AUTO_INCREMENT);',
    code: ['keys.counter-no-key'],
  },
  {
    note: 'two ways to delete',
    dialect: 'sqlserver',
    script:
      'CREATE TABLE a (x INT PRIMARY KEY); CREATE TABLE b (y INT PRIMARY KEY, x INT REFERENCES a ON DELETE CASCADE); CREATE TABLE c (z INT PRIMARY KEY, y INT REFERENCES b ON DELETE CASCADE, x INT REFERENCES a ON DELETE CASCADE);',
    code: ['references.two-cascades'],
  },
  {
    note: 'a chain to itself',
    dialect: 'sqlserver',
    script: 'CREATE TABLE a (x INT PRIMARY KEY, up INT REFERENCES a ON DELETE CASCADE);',
    code: ['references.two-cascades'],
  },
  {
    note: 'a number given that numbers itself',
    dialect: 'sqlserver',
    script:
      "CREATE TABLE t (a INT IDENTITY PRIMARY KEY, b VARCHAR(5)); INSERT INTO t (a, b) VALUES (1, 'x');",
    code: ['rows.number-given'],
  },
  {
    note: 'NOT NULL before DEFAULT',
    dialect: 'oracle',
    script: "CREATE TABLE t (a NUMBER PRIMARY KEY, b VARCHAR2(5) NOT NULL DEFAULT 'x');",
    code: ['syntax.default-after'],
  },
  {
    note: 'an age that is stored',
    script:
      'CREATE TABLE player (no integer PRIMARY KEY, name varchar(40) NOT NULL, born_on date, age integer);',
    code: ['types.stored-age'],
  },
  {
    note: 'an age alone',
    script: 'CREATE TABLE player (no integer PRIMARY KEY, age integer);',
    code: ['types.stored-age'],
  },
  {
    note: 'an action that the server does not have',
    dialect: 'oracle',
    script:
      'CREATE TABLE a (x NUMBER PRIMARY KEY); CREATE TABLE b (y NUMBER PRIMARY KEY, x NUMBER REFERENCES a ON UPDATE CASCADE);',
    code: ['syntax.not-in-dialect', 'syntax.other-dialect'],
  },
  { note: 'no length', dialect: 'mysql', script: ticket('code VARCHAR'), code: ['syntax.length-needed'] },
  { note: 'a length of nothing', script: ticket('code varchar(0)'), code: ['types.size-out-of-range'] },
  {
    note: 'a percentage in a text',
    script: `${ticket('share decimal(4,1)')} INSERT INTO ticket VALUES (1, '12 %');`,
    code: ['rows.value-does-not-fit'],
  },
]
