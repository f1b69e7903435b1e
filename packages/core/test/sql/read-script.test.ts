import { readFileSync, readdirSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isRequired, type Table } from '../../src/schema'
import { applyFix, fixAll, readScript, reviewScript, tokenize } from '../../src/sql'

const codes = (script: string): string[] =>
  reviewScript(script)
    .findings.filter(({ code }) => code.startsWith('syntax.'))
    .map(({ code }) => code)
const shape = ({ name, columns, primaryKey, uniques, references, checks }: Table) => ({
  name,
  columns: columns.map(column => column.name),
  key: primaryKey?.columns ?? null,
  uniques: uniques.map(key => key.columns),
  references: references.map(reference => [reference.columns, reference.table, reference.targetColumns]),
  checks: checks.length,
})
const shapes = (script: string) => readScript(script).schema.tables.map(shape)

const FROZEN = readdirSync('tests/reference/frozen')
  .filter(name => name.endsWith('.sql'))
  .map(name => readFileSync(`tests/reference/frozen/${name}`, 'utf8'))
const VAULT = `CREATE TABLE bay (
  hall varchar(10) NOT NULL,
  bay_no integer NOT NULL,
  keeper char(3) REFERENCES keeper (code) ON DELETE SET NULL,
  PRIMARY KEY (hall, bay_no)
);
CREATE TABLE drawer (
  hall varchar(10) NOT NULL,
  bay_no integer NOT NULL,
  drawer_no integer NOT NULL CHECK (drawer_no > 0),
  label text DEFAULT 'none, yet',
  PRIMARY KEY (hall, bay_no, drawer_no),
  CONSTRAINT fk_drawer_bay FOREIGN KEY (hall, bay_no) REFERENCES bay (hall, bay_no)
);`

describe('what is read', () => {
  it('constraints inline and out of line are the same', () => {
    const [inline] = shapes(
      'CREATE TABLE a (x int PRIMARY KEY, y int UNIQUE REFERENCES b (z), CHECK (x > y));',
    )
    const [outOfLine] = shapes(
      'CREATE TABLE a (x int, y int, PRIMARY KEY (x), UNIQUE (y), FOREIGN KEY (y) REFERENCES b (z), CONSTRAINT c CHECK (x > y));',
    )
    expect(inline).toEqual(outOfLine)
  })

  it('ALTER TABLE says the same as CREATE TABLE', () => {
    const [altered] =
      shapes(`CREATE TABLE a (x int, y int); ALTER TABLE a ADD PRIMARY KEY (x), ADD CONSTRAINT u UNIQUE (y);
      ALTER TABLE ONLY a ADD FOREIGN KEY (y) REFERENCES b (z); ALTER TABLE a ADD CHECK (x > y);`)
    expect(altered).toEqual(
      shapes('CREATE TABLE a (x int PRIMARY KEY, y int UNIQUE REFERENCES b (z), CHECK (x > y));')[0],
    )
  })

  it('a reference without columns means the primary key, also one that is added later', () => {
    const { schema } = reviewScript(
      'CREATE TABLE b (k int); CREATE TABLE a (x int REFERENCES b); ALTER TABLE b ADD PRIMARY KEY (k);',
    )
    expect(schema.tables[1]!.references[0]!.targetColumns).toEqual(['k'])
  })

  it('columns can be added, changed, renamed and dropped', () => {
    const {
      schema: {
        tables: [a, b],
      },
    } = reviewScript(`CREATE TABLE a (x int PRIMARY KEY, y int); CREATE TABLE b (x int REFERENCES a (x));
      ALTER TABLE a ADD COLUMN z text NOT NULL, DROP COLUMN y; ALTER TABLE a RENAME COLUMN x TO no; ALTER TABLE a ALTER COLUMN z DROP NOT NULL; ALTER TABLE a RENAME TO acc;`)
    expect(shape(a!)).toMatchObject({ columns: ['x'], references: [[['x'], 'acc', ['no']]] })
    expect(shape(b!)).toMatchObject({ name: 'acc', columns: ['no', 'z'], key: ['no'] })
    expect(isRequired(b!, 'z')).toBe(false)
  })

  it('domains bring NOT NULL and their type, enumerations their members', () => {
    const {
      schema: {
        tables: [t],
      },
    } =
      reviewScript(`CREATE DOMAIN code AS char(4) NOT NULL CHECK (VALUE <> ''); CREATE TYPE habitat AS ENUM ('bog', 'dune');
      CREATE TABLE t (c code, h habitat);`)
    expect(t!.columns.map(({ type, notNull }) => [type.family, type.length, type.members, notNull])).toEqual([
      ['char', 4, [], true],
      ['enum', null, ['bog', 'dune'], false],
    ])
    expect(t!.checks).toHaveLength(1)
  })

  it('a unique index over plain columns is a key; one over a part of the rows is not, and is marked', () => {
    const {
      schema: {
        tables: [t],
      },
    } = reviewScript(
      'CREATE TABLE t (a int, b int); CREATE UNIQUE INDEX i ON t (a, b); CREATE UNIQUE INDEX j ON t (a) WHERE b IS NULL; CREATE UNIQUE INDEX k ON t (lower(a));',
    )
    expect(t!.uniques.map(({ columns }) => columns)).toEqual([['a', 'b']])
    expect(t!.unmodelled).toHaveLength(2)
  })

  it('names may be words of SQL, quoted, accented, and qualified', () => {
    expect(
      shapes('CREATE TABLE vault."Größe" ("order" int, key text, date date, año int, "a""b" int);'),
    ).toMatchObject([{ name: 'Größe', columns: ['order', 'key', 'date', 'año', 'a"b'] }])
  })

  it('the spelling of MySQL is read as MySQL without a word, and elsewhere translated', () => {
    const script =
      "CREATE TABLE `a` (`x` INT UNSIGNED AUTO_INCREMENT, `y` ENUM('p','q') COMMENT 'c', KEY `i` (`y`), PRIMARY KEY (`x`)) ENGINE=InnoDB DEFAULT CHARSET=utf8;"
    const { schema, findings } = reviewScript(script)
    expect(schema.tables.map(shape)).toMatchObject([{ columns: ['x', 'y'], key: ['x'] }])
    expect(schema.tables[0]!.columns[0]).toMatchObject({
      numbering: { start: '1' },
      type: { unsigned: true },
    })
    expect([...new Set(findings.map(({ code }) => code))]).toEqual([
      'syntax.other-dialect',
      'keys.surrogate-only',
    ])
    expect(reviewScript(script, { dialect: 'mysql' }).findings.map(({ code }) => code)).toEqual([
      'keys.surrogate-only',
    ])
    expect(fixAll(script).text).toBe(
      "CREATE TABLE a (x INT GENERATED BY DEFAULT AS IDENTITY, y VARCHAR(1) CHECK (y IN ('p', 'q')), PRIMARY KEY (x));",
    )
  })

  it('a default may be any expression', () => {
    const {
      schema: {
        tables: [t],
      },
    } = reviewScript(
      "CREATE TABLE t (a int DEFAULT 1 + 2 NOT NULL, b text DEFAULT 'x, y', c timestamptz DEFAULT now() UNIQUE, d numeric(4,2) DEFAULT -1.5::numeric(4,2), e date DEFAULT CURRENT_DATE);",
    )
    expect(t!.columns.map(column => column.default)).toEqual([
      '1 + 2',
      "'x, y'",
      'now()',
      '-1.5::numeric(4,2)',
      'CURRENT_DATE',
    ])
    expect(t!.columns.map(column => column.notNull)).toEqual([true, false, false, false, false])
    expect(t!.uniques).toHaveLength(1)
  })

  it('tables that are given keep their place and are not blamed', () => {
    const given = readScript('CREATE TABLE trip (x int);').schema
    const { schema, findings } = reviewScript(
      'CREATE TABLE a (t int PRIMARY KEY REFERENCES trip (x)); ALTER TABLE trip ADD PRIMARY KEY (x);',
      { given },
    )
    expect(schema.tables.map(({ name, given: isGiven }) => [name, isGiven])).toEqual([
      ['trip', true],
      ['a', false],
    ])
    expect(findings).toEqual([])
  })
})

describe('slips of the pen cost one diagnostic each, and nothing is lost', () => {
  const whole = shapes(VAULT)
  it.each([
    [
      'a missing comma after a column',
      VAULT.replace('bay_no integer NOT NULL,', 'bay_no integer NOT NULL'),
      ['syntax.missing-comma'],
    ],
    [
      'a missing comma before a constraint',
      VAULT.replace('ON DELETE SET NULL,', 'ON DELETE SET NULL'),
      ['syntax.missing-comma'],
    ],
    [
      'a missing comma before CONSTRAINT',
      VAULT.replace('drawer_no),\n', 'drawer_no)\n'),
      ['syntax.missing-comma'],
    ],
    [
      'a missing comma within a key',
      VAULT.replace('KEY (hall, bay_no)\n', 'KEY (hall bay_no)\n'),
      ['syntax.missing-comma'],
    ],
    [
      'a trailing comma',
      VAULT.replace('(hall, bay_no)\n);\nCREATE', '(hall, bay_no),\n);\nCREATE'),
      ['syntax.trailing-comma'],
    ],
    [
      'a comma twice',
      VAULT.replace('bay_no integer NOT NULL,', 'bay_no integer NOT NULL,,'),
      ['syntax.trailing-comma'],
    ],
    [
      'a missing closing bracket of a table',
      VAULT.replace('bay_no)\n);\nCREATE', 'bay_no)\n;\nCREATE'),
      ['syntax.missing-bracket'],
    ],
    [
      'a missing closing bracket and semicolon',
      VAULT.replace('bay_no)\n);\nCREATE', 'bay_no)\nCREATE'),
      ['syntax.missing-bracket', 'syntax.missing-semicolon'],
    ],
    [
      'a missing opening bracket of a table',
      VAULT.replace('TABLE bay (', 'TABLE bay'),
      ['syntax.missing-bracket'],
    ],
    [
      'a missing closing bracket of a key',
      VAULT.replace('PRIMARY KEY (hall, bay_no)\n)', 'PRIMARY KEY (hall, bay_no\n)'),
      ['syntax.missing-bracket'],
    ],
    ['a missing semicolon', VAULT.replace(');\nCREATE', ')\nCREATE'), ['syntax.missing-semicolon']],
    [
      'CREATE misspelt',
      VAULT.replace('CREATE TABLE drawer', 'CRAETE TABLE drawer'),
      ['syntax.misspelt-keyword'],
    ],
    [
      'TABLE misspelt',
      VAULT.replace('CREATE TABLE drawer', 'CREATE TABEL drawer'),
      ['syntax.misspelt-keyword'],
    ],
    [
      'PRIMARY misspelt',
      VAULT.replace('PRIMARY KEY (hall, bay_no)', 'PRIMRAY KEY (hall, bay_no)'),
      ['syntax.misspelt-keyword'],
    ],
    ['FOREIGN misspelt', VAULT.replace('FOREIGN', 'FORIEGN'), ['syntax.misspelt-keyword']],
    [
      'REFERENCES misspelt',
      VAULT.replace('REFERENCES keeper', 'REFRENCES keeper'),
      ['syntax.misspelt-keyword'],
    ],
    ['NULL misspelt', VAULT.replace('integer NOT NULL,', 'integer NOT NUL,'), ['syntax.misspelt-keyword']],
    ['DEFAULT misspelt', VAULT.replace('DEFAULT', 'DEFUALT'), ['syntax.misspelt-keyword']],
    ['a type misspelt', VAULT.replace('keeper char(3)', 'keeper varcahr(3)'), ['syntax.misspelt-keyword']],
    ['curved quotation marks', VAULT.replace("'none, yet'", '‘none, yet’'), ['syntax.smart-quote']],
    ['an unclosed text', VAULT.replace("'none, yet'", "'none yet"), ['syntax.unclosed-string']],
    [
      'an unclosed comment',
      VAULT.replace('label text', '/* what stands on it\n  label text'),
      ['syntax.unclosed-comment'],
    ],
  ])('%s', (_, script, expected) => {
    expect(script).not.toBe(VAULT)
    expect(codes(script)).toEqual(expected)
    expect(shapes(script)).toEqual(whole)
  })

  it('every fix, taken in turn, leads to a script without such a finding that says the same', () => {
    let script = FROZEN.find(text => text.includes('TABEL'))!
    const before = shapes(script)
    for (let taken = 0; taken < 30; taken++) {
      const finding = reviewScript(script).findings.find(({ code, fix }) => code.startsWith('syntax.') && fix)
      if (!finding) break
      script = applyFix(script, finding.fix!)
    }
    expect(codes(script)).toEqual([])
    expect(shapes(script)).toEqual(before)
  })

  it('prose is passed over in peace', () => {
    const { schema, findings } = reviewScript(
      'I would make a table with the trips, and then for every trip\na list of collectors.',
    )
    expect(schema.tables).toEqual([])
    expect(findings.length).toBeLessThanOrEqual(2)
  })
})

describe('findings about the schema', () => {
  it.each([
    ['a table without a key', 'CREATE TABLE t (a int);', ['keys.no-primary']],
    ['two primary keys', 'CREATE TABLE t (a int PRIMARY KEY, b int PRIMARY KEY);', ['keys.two-primary']],
    [
      'a key over a column that is not there',
      'CREATE TABLE t (abc int, PRIMARY KEY (acb));',
      ['keys.column-missing'],
    ],
    [
      'a reference to nothing',
      'CREATE TABLE t (a int PRIMARY KEY REFERENCES u);',
      ['references.unknown-table'],
    ],
    [
      'a reference to what is no key',
      'CREATE TABLE u (k int PRIMARY KEY, x int); CREATE TABLE t (a int PRIMARY KEY REFERENCES u (x));',
      ['references.not-a-key'],
    ],
    [
      'types that cannot be compared',
      'CREATE TABLE u (k char(4) PRIMARY KEY); CREATE TABLE t (a int PRIMARY KEY REFERENCES u);',
      ['references.type-differs'],
    ],
    [
      'a table that comes later',
      'CREATE TABLE t (a int PRIMARY KEY REFERENCES u); CREATE TABLE u (k int PRIMARY KEY);',
      ['references.later-table'],
    ],
    [
      'a reference added by ALTER TABLE to a table that came later',
      'CREATE TABLE t (a int PRIMARY KEY); CREATE TABLE u (k int PRIMARY KEY); ALTER TABLE t ADD FOREIGN KEY (a) REFERENCES u;',
      [],
    ],
    [
      'counts that differ',
      'CREATE TABLE u (k int, l int, PRIMARY KEY (k, l)); CREATE TABLE t (a int PRIMARY KEY REFERENCES u);',
      ['references.count-differs'],
    ],
    ['a column twice', 'CREATE TABLE t (a int PRIMARY KEY, A text);', ['names.duplicate-column']],
    [
      'a table twice',
      'CREATE TABLE t (a int PRIMARY KEY); CREATE TABLE T (b int PRIMARY KEY);',
      ['names.duplicate-table'],
    ],
    ['money as a float', 'CREATE TABLE t (a int PRIMARY KEY, unit_price real);', ['types.money-as-float']],
    ['a surrogate alone', 'CREATE TABLE t (id serial PRIMARY KEY, name text);', ['keys.surrogate-only']],
    [
      'partly empty references',
      'CREATE TABLE u (k int, l int, PRIMARY KEY (k, l)); CREATE TABLE t (a int PRIMARY KEY, b int, c int NOT NULL, FOREIGN KEY (b, c) REFERENCES u);',
      ['references.partly-null'],
    ],
    [
      'the same column name in two tables, a one-to-one relationship, an optional reference',
      'CREATE TABLE u (name int PRIMARY KEY); CREATE TABLE t (name int PRIMARY KEY REFERENCES u, o int REFERENCES u);',
      [],
    ],
  ])('%s', (_, script, expected) => {
    expect(reviewScript(script).findings.map(({ code }) => code)).toEqual(expected)
  })
})

describe('whatever the text', () => {
  const isSound = (script: string): void => {
    const { findings, schema, statements } = reviewScript(script)
    for (const { place, fix } of findings) {
      expect(place.start >= 0 && place.end <= script.length && place.start <= place.end).toBe(true)
      if (fix) expect(fix.span.start <= fix.span.end && fix.span.end <= script.length).toBe(true)
    }
    for (const { span } of [...schema.tables, ...statements]) expect(span.end <= script.length).toBe(true)
  }

  it('no input makes it throw, and every place lies within the text', () => {
    const pieces = fc.constantFrom(
      'CREATE TABLE ',
      'ALTER TABLE t ADD ',
      't',
      '"q',
      "'",
      ' (',
      ')',
      ',',
      ';',
      '\n',
      'PRIMARY KEY',
      ' REFERENCES u',
      'int',
      '/*',
      '*/',
      '--',
      '`',
      '$$',
      '‘',
      ' NOT',
      ' NULL',
      'CHECK',
      'DEFAULT',
      '.',
      '[',
      '\u0000',
      '😀',
      '1.5e',
      '::',
    )
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: 'binary' }),
          fc.array(pieces, { maxLength: 60 }).map(list => list.join('')),
        ),
        isSound,
      ),
      { numRuns: 1500 },
    )
  })

  it('every prefix and every deletion of one token of the sample scripts is read', () => {
    for (const script of FROZEN.slice(8, 16)) {
      for (let end = 0; end <= script.length; end += 7) isSound(script.slice(0, end))
      for (const { start, end } of tokenize(script).tokens)
        isSound(script.slice(0, start) + script.slice(end))
    }
  })

  it('leaving out one token never loses more than the table it stood in', () => {
    for (const script of FROZEN.slice(8, 14)) {
      const whole = readScript(script).schema.tables.length
      for (const { start, end } of tokenize(script).tokens) {
        expect(
          readScript(script.slice(0, start) + script.slice(end)).schema.tables.length,
          script.slice(start - 20, end + 20),
        ).toBeGreaterThanOrEqual(whole - 1)
      }
    }
  })

  it('300,000 characters of brackets, quotes or commas end', () => {
    for (const text of ['(', "'", ',', 'CREATE TABLE t (', '/*', '"', 'a ', '$$'])
      isSound(text.repeat(300_000 / text.length))
  })
})

describe('a table of very many columns', () => {
  const wide = (count: number, more = ''): string =>
    `CREATE TABLE t (${Array.from({ length: count }, (_, i) => `c${i} int`).join(', ')}${more});`
  it('is read up to what a database takes, and the rest is said once', () => {
    const { schema, findings } = reviewScript(wide(1700))
    expect(schema.tables[0]!.columns.length).toBe(1600)
    expect(findings.map(({ code }) => code).filter(code => code === 'names.too-many-columns')).toEqual([
      'names.too-many-columns',
    ])
  })
  it('still finds a column twice, also after it was renamed or added', () => {
    const codes = (script: string): string[] => reviewScript(script).findings.map(({ code }) => code)
    expect(codes(wide(20, ', C7 text'))).toContain('names.duplicate-column')
    expect(codes(`${wide(20)} ALTER TABLE t ADD COLUMN c7 int;`)).toContain('names.duplicate-column')
    expect(
      codes(`${wide(20)} ALTER TABLE t RENAME COLUMN c7 TO z; ALTER TABLE t ADD COLUMN c7 int;`),
    ).not.toContain('names.duplicate-column')
    expect(
      codes(`${wide(20)} ALTER TABLE t RENAME COLUMN c7 TO z; ALTER TABLE t ADD COLUMN z int;`),
    ).toContain('names.duplicate-column')
  })
})
