import { describe, expect, it } from 'vitest'
import { chainFindings } from '../../src/alignment'
import { Universe } from '../../src/dependencies'
import { CATALOGUE, invariant, wording, type FindingCode } from '../../src/findings'
import { FINDING_EXAMPLES, Habits, applyFix, dialectNamed, formatScript, groupOf, nameByPattern, readScript, scriptAloud, tokenize, withDialect, type ReadOptions } from '../../src/sql'
import { WHOLE } from './broken/whole'

const codes = (script: string, options: ReadOptions = {}): string[] => readScript(script, options).findings.map(({ code }) => code)
const PARENT = 'CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date NOT NULL);\n'
const GARDEN = 'CREATE TABLE garden (code char(4) PRIMARY KEY, city varchar(40) NOT NULL);\n'

/** A script that has the finding, and a near twin that does not. */
const TWINS: readonly (readonly [code: string, bad: string, good: string, options?: ReadOptions])[] = [
  ['names.reserved', 'CREATE TABLE user (id int PRIMARY KEY);', 'CREATE TABLE users (id int PRIMARY KEY);'],
  ['names.risky', 'CREATE TABLE "user" (id int PRIMARY KEY);', 'CREATE TABLE person (id int PRIMARY KEY);'],
  ['names.too-long', `CREATE TABLE ${'a'.repeat(64)} (id int PRIMARY KEY);`, `CREATE TABLE ${'a'.repeat(63)} (id int PRIMARY KEY);`],
  ['names.style', 'CREATE TABLE SeedLot (id int PRIMARY KEY);', 'CREATE TABLE seed_lot (id int PRIMARY KEY);', { habits: { tables: 'snake_case' } }],
  ['names.number', 'CREATE TABLE trips (id int PRIMARY KEY);', 'CREATE TABLE trip (id int PRIMARY KEY);', { habits: { number: 'singular' } }],
  ['names.number', 'CREATE TABLE trip (id int PRIMARY KEY);', 'CREATE TABLE trips (id int PRIMARY KEY);', { habits: { number: 'plural' } }],
  ['names.unnamed', 'CREATE TABLE trip (id int PRIMARY KEY);', 'CREATE TABLE trip (id int CONSTRAINT trip_key PRIMARY KEY);', { habits: { named: true } }],
  ['names.pattern', 'CREATE TABLE trip (id int CONSTRAINT trip_key PRIMARY KEY);', 'CREATE TABLE trip (id int CONSTRAINT PK_trip PRIMARY KEY);', { habits: { primaryKey: 'PK_{table}' } }],
  ['names.constraint-table', 'CREATE TABLE trip (id int CONSTRAINT the_key PRIMARY KEY);', 'CREATE TABLE trip (id int CONSTRAINT trip_key PRIMARY KEY);', { habits: { named: true } }],
  ['names.capitals', 'CREATE TABLE "Garden" (code char(4) PRIMARY KEY); CREATE TABLE t (a int PRIMARY KEY, g char(4) REFERENCES Garden (code));', 'CREATE TABLE "Garden" (code char(4) PRIMARY KEY); CREATE TABLE t (a int PRIMARY KEY, g char(4) REFERENCES "Garden" (code));'],
  ['names.capitals', 'CREATE TABLE garden ("Code" char(4), PRIMARY KEY (code));', 'CREATE TABLE garden ("code" char(4), PRIMARY KEY (Code)); CREATE TABLE "A" (x int PRIMARY KEY);'],
  ['names.capitals', 'CREATE TABLE garden (code char(4) PRIMARY KEY); INSERT INTO "Garden" ("CODE") VALUES (\'ALVA\');', 'CREATE TABLE garden (code char(4) PRIMARY KEY); INSERT INTO Garden (CODE) VALUES (\'ALVA\');'],
  ['names.capitals', 'CREATE TABLE garden (code char(4) PRIMARY KEY); INSERT INTO "garden" (code) VALUES (\'ALVA\');', 'CREATE TABLE garden (code char(4) PRIMARY KEY); INSERT INTO "GARDEN" (code) VALUES (\'ALVA\');', { dialect: 'oracle' }],
  ['names.unknown-in-check', 'CREATE TABLE t (a int PRIMARY KEY, quantity int CHECK (quantty > 0));', 'CREATE TABLE t (a int PRIMARY KEY, quantity int CHECK (quantity > 0));'],
  ['keys.long-text', 'CREATE TABLE t (a TEXT PRIMARY KEY);', 'CREATE TABLE t (a VARCHAR(80) PRIMARY KEY);', { dialect: 'mysql' }],
  ['keys.long-text', 'CREATE TABLE t (a int PRIMARY KEY, b VARCHAR(MAX) UNIQUE);', 'CREATE TABLE t (a int PRIMARY KEY, b VARCHAR(80) UNIQUE);', { dialect: 'sqlserver' }],
  ['types.counter-not-time', 'CREATE TABLE t (a int PRIMARY KEY, seen TIMESTAMP);', 'CREATE TABLE t (a int PRIMARY KEY, seen ROWVERSION);', { dialect: 'sqlserver' }],
  ['references.type-differs', 'CREATE TABLE a (x BIGINT PRIMARY KEY); CREATE TABLE b (y INT PRIMARY KEY, x INT REFERENCES a (x));', 'CREATE TABLE a (x INT PRIMARY KEY); CREATE TABLE b (y INT PRIMARY KEY, x INT REFERENCES a (x));', { dialect: 'mysql' }],
  ['references.type-differs', 'CREATE TABLE a (x integer PRIMARY KEY); CREATE TABLE b (y integer PRIMARY KEY, x numeric REFERENCES a (x));', 'CREATE TABLE a (x numeric PRIMARY KEY); CREATE TABLE b (y integer PRIMARY KEY, x integer REFERENCES a (x));'],
  ['references.type-differs', 'CREATE TABLE a (x VARCHAR(10) PRIMARY KEY); CREATE TABLE b (y INT PRIMARY KEY, x VARCHAR(12) REFERENCES a (x));', 'CREATE TABLE a (x VARCHAR(10) PRIMARY KEY); CREATE TABLE b (y INT PRIMARY KEY, x VARCHAR(10) REFERENCES a (x));', { dialect: 'sqlserver' }],
  ['references.type-differs', 'CREATE TABLE a (x VARCHAR2(10) PRIMARY KEY); CREATE TABLE b (y INTEGER PRIMARY KEY, x CHAR(10) REFERENCES a (x));', 'CREATE TABLE a (x VARCHAR2(10) PRIMARY KEY); CREATE TABLE b (y INTEGER PRIMARY KEY, x VARCHAR2(12) REFERENCES a (x));', { dialect: 'oracle' }],
  ['keys.larger-than-needed', 'CREATE TABLE t (a int NOT NULL UNIQUE, b int, PRIMARY KEY (a, b));', 'CREATE TABLE t (a int NOT NULL, b int, PRIMARY KEY (a, b));'],
  ['keys.optional-column', 'CREATE TABLE t (id serial PRIMARY KEY, a int UNIQUE);', 'CREATE TABLE t (id serial PRIMARY KEY, a int NOT NULL UNIQUE);'],
  ['references.circular', 'CREATE TABLE a (x int PRIMARY KEY, y int REFERENCES b (y)); CREATE TABLE b (y int PRIMARY KEY, x int REFERENCES a (x));', 'CREATE TABLE a (x int PRIMARY KEY, y int); CREATE TABLE b (y int PRIMARY KEY, x int REFERENCES a (x)); ALTER TABLE a ADD FOREIGN KEY (y) REFERENCES b (y);'],
  ['references.later-table', `CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no));\n${PARENT}`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no));`],
  ['references.later-table', `CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no));\n${PARENT}`, `CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no));\n${PARENT}-- sqlite`],
  ['references.missing', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, trip_no integer NOT NULL);`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip (trip_no));`],
  ['references.self-numbering', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t serial REFERENCES trip (trip_no));`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t integer REFERENCES trip (trip_no));`],
  ['references.cascade-chain', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no) ON DELETE CASCADE); CREATE TABLE b (y int PRIMARY KEY, x int REFERENCES a (x) ON DELETE CASCADE);`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no)); CREATE TABLE b (y int PRIMARY KEY, x int REFERENCES a (x) ON DELETE CASCADE);`],
  ['references.no-index', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no));`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no)); CREATE INDEX i ON a (t);`, { habits: { indexes: true } }],
  ['junction.no-key', `${PARENT}${GARDEN}CREATE TABLE visit (t int REFERENCES trip (trip_no), g char(4) REFERENCES garden (code));`, `${PARENT}${GARDEN}CREATE TABLE visit (t int REFERENCES trip (trip_no), g char(4) REFERENCES garden (code), PRIMARY KEY (t, g));`],
  ['junction.surrogate-only', `${PARENT}${GARDEN}CREATE TABLE visit (id serial PRIMARY KEY, t int NOT NULL REFERENCES trip (trip_no), g char(4) NOT NULL REFERENCES garden (code));`, `${PARENT}${GARDEN}CREATE TABLE visit (id serial PRIMARY KEY, t int NOT NULL REFERENCES trip (trip_no), g char(4) NOT NULL REFERENCES garden (code), UNIQUE (t, g));`],
  ['junction.key-lacks-part', `${PARENT}${GARDEN}CREATE TABLE trip_garden (t int PRIMARY KEY REFERENCES trip (trip_no), g char(4) NOT NULL REFERENCES garden (code));`, `${PARENT}${GARDEN}CREATE TABLE trip_garden (t int REFERENCES trip (trip_no), g char(4) NOT NULL REFERENCES garden (code), PRIMARY KEY (t, g));`],
  ['junction.one-reference', `${PARENT}${GARDEN}CREATE TABLE trip_garden (t int REFERENCES trip (trip_no), g char(4), PRIMARY KEY (t, g));`, `${PARENT}${GARDEN}CREATE TABLE trip_garden (t int REFERENCES trip (trip_no), g char(4) REFERENCES garden (code), PRIMARY KEY (t, g));`],
  ['junction.numbered-references', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, trip_1 int REFERENCES trip (trip_no), trip_2 int REFERENCES trip (trip_no));`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, first_trip int REFERENCES trip (trip_no), last_trip int REFERENCES trip (trip_no));`],
  ['types.leading-zeros', 'CREATE TABLE t (a int PRIMARY KEY, phone integer);', 'CREATE TABLE t (a int PRIMARY KEY, phone varchar(20));'],
  ['types.date-as-text', 'CREATE TABLE t (a int PRIMARY KEY, sown_on varchar(10));', 'CREATE TABLE t (a int PRIMARY KEY, sown_on date);'],
  ['types.number-as-text', 'CREATE TABLE t (a int PRIMARY KEY, quantity varchar(10));', 'CREATE TABLE t (a int PRIMARY KEY, quantity integer);'],
  ['types.scale-above-total', 'CREATE TABLE t (a int PRIMARY KEY, w numeric(2,6));', 'CREATE TABLE t (a int PRIMARY KEY, w numeric(6,2));'],
  ['atomicity.list', 'CREATE TABLE t (a int PRIMARY KEY, phones varchar(80));', 'CREATE TABLE t (a int PRIMARY KEY, phone varchar(80));'],
  ['atomicity.list', 'CREATE TABLE t (a int PRIMARY KEY, b text); INSERT INTO t VALUES (1, \'red, blue\'), (2, \'red, green\');', 'CREATE TABLE t (a int PRIMARY KEY, b text); INSERT INTO t VALUES (1, \'red, blue\'), (2, \'green\');'],
  ['atomicity.array', 'CREATE TABLE t (a int PRIMARY KEY, b int[]);', 'CREATE TABLE t (a int PRIMARY KEY, b int);'],
  ['atomicity.numbered', 'CREATE TABLE t (a int PRIMARY KEY, phone1 text, phone2 text);', 'CREATE TABLE t (a int PRIMARY KEY, phone text, fax text);'],
  ['atomicity.several-facts', 'CREATE TABLE t (a int PRIMARY KEY, full_name text);', 'CREATE TABLE t (a int PRIMARY KEY, given_name text);'],
  ['rows.unknown-table', `${PARENT}INSERT INTO tripp VALUES (1, '2025-05-04');`, `${PARENT}INSERT INTO trip VALUES (1, '2025-05-04');`],
  ['rows.unknown-column', `${PARENT}INSERT INTO trip (trip_no, begin) VALUES (1, '2025-05-04');`, `${PARENT}INSERT INTO trip (trip_no, begun) VALUES (1, '2025-05-04');`],
  ['rows.count-differs', `${PARENT}INSERT INTO trip VALUES (1);`, `${PARENT}INSERT INTO trip VALUES (1, '2025-05-04');`],
  ['rows.null-as-text', 'CREATE TABLE t (a int PRIMARY KEY, b text); INSERT INTO t VALUES (1, \'NULL\');', 'CREATE TABLE t (a int PRIMARY KEY, b text); INSERT INTO t VALUES (1, NULL);'],
  ['rows.null-in-required', `${PARENT}INSERT INTO trip VALUES (1, NULL);`, `${PARENT}INSERT INTO trip VALUES (1, '2025-05-04');`],
  ['rows.required-left-out', `${PARENT}INSERT INTO trip (trip_no) VALUES (1);`, `${PARENT}INSERT INTO trip (trip_no, begun) VALUES (1, '2025-05-04');`],
  ['rows.value-does-not-fit', `${GARDEN}INSERT INTO garden VALUES ('ALVAR', 'Alva');`, `${GARDEN}INSERT INTO garden VALUES ('ALVA', 'Alva');`],
  ['rows.value-changes', 'CREATE TABLE t (a int PRIMARY KEY); INSERT INTO t VALUES (\'0417\');', 'CREATE TABLE t (a char(4) PRIMARY KEY); INSERT INTO t VALUES (\'0417\');'],
  ['rows.before-parent', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no)); INSERT INTO a VALUES (1, 7); INSERT INTO trip VALUES (7, '2025-05-04');`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no)); INSERT INTO trip VALUES (7, '2025-05-04'); INSERT INTO a VALUES (1, 7);`],
  ['rows.no-parent', `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no)); INSERT INTO trip VALUES (7, '2025-05-04'); INSERT INTO a VALUES (1, 8);`, `${PARENT}CREATE TABLE a (x int PRIMARY KEY, t int REFERENCES trip (trip_no)); INSERT INTO trip VALUES (7, '2025-05-04'); INSERT INTO a VALUES (1, 7);`],
  ['rows.case-differs', `${GARDEN}CREATE TABLE a (x int PRIMARY KEY, g char(4) REFERENCES garden (code)); INSERT INTO garden VALUES ('ALVA', 'Alva'); INSERT INTO a VALUES (1, 'alva');`, `${GARDEN}CREATE TABLE a (x int PRIMARY KEY, g char(4) REFERENCES garden (code)); INSERT INTO garden VALUES ('ALVA', 'Alva'); INSERT INTO a VALUES (1, 'ALVA');`],
  ['rows.same-key', `${GARDEN}INSERT INTO garden VALUES ('ALVA', 'Alva'), ('ALVA', 'Skar');`, `${GARDEN}INSERT INTO garden VALUES ('ALVA', 'Alva'), ('SKAR', 'Skar');`],
]

describe('what is said of a script by itself, and not of its near twin', () => {
  it.each(TWINS.map(twin => [twin[0], twin] as const))('%s', (code, [, bad, good, options = {}]) => {
    expect(codes(bad, options)).toContain(code)
    expect(codes(good, good.endsWith('-- sqlite') ? { ...options, dialect: 'sqlite' } : options)).not.toContain(code)
    for (const finding of readScript(bad, options).findings) expect(wording(finding).message).not.toContain('undefined')
  })

  it('what a course does not want said is not said', () => {
    const script = 'CREATE TABLE "user" (id int PRIMARY KEY);'
    expect(codes(script, { habits: { quiet: ['names.risky'] } })).toEqual([])
    expect(codes(script, { checks: false })).toEqual([])
  })

  it('every finding of a script belongs to a group of the rubric', () => {
    for (const [code] of TWINS) expect(groupOf({ code: code as keyof typeof CATALOGUE })).toBeDefined()
  })

  it('opinions that circulate are no findings', () => {
    expect(codes(`${GARDEN}CREATE TABLE bed (garden char(4) REFERENCES garden (code), bed_no integer, city varchar(40), PRIMARY KEY (garden, bed_no));`)).toEqual([])
  })
})

describe('examples for the pages of help', () => {
  const OF_OTHERS = /^rows\.(?:empty|no-rows|not-|too-|quote-open|line-|more-|name-)|^junction\.unresolved|^syntax\.too-deep|^names\.too-many/
  it('there is one for each finding of a script', () => {
    const all = Object.keys(CATALOGUE).filter(code => groupOf({ code: code as FindingCode }) && !OF_OTHERS.test(code))
    expect(all.filter(code => !(code in FINDING_EXAMPLES))).toEqual([])
  })
  it.each(Object.entries(FINDING_EXAMPLES))('%s is told in its example, and gone from it after its fix', (code, { script, options = {} }) => {
    const found = readScript(script, options).findings.filter(finding => finding.code === code)
    expect(found.length).toBeGreaterThan(0)
    const fixed = found.reduceRight((text, { fix }) => fix ? applyFix(text, fix) : text, script)
    if (found.every(({ fix }) => fix)) expect(codes(fixed, options)).not.toContain(code)
  })
})

describe('what the exercise says fixes what', () => {
  const attributes = ['trip_no', 'garden', 'city', 'days', 'collector', 'tool', 'accession_no']
  const universe = new Universe(attributes)
  const dependencies = { attributes, dependencies: [universe.dependency(['garden'], ['city']), universe.dependency(['trip_no'], ['garden', 'days']), universe.dependency(['accession_no'], ['trip_no'])], multivalued: [universe.multivalued(['trip_no'], ['collector'])] }
  const TRIP = 'CREATE TABLE trip (trip_no int PRIMARY KEY, garden char(4), city text, days int);'
  it('a fact about what is no key is told, and gone when the table is split', () => {
    expect(codes(TRIP, { dependencies })).toContain('normal-form.transitive')
    expect(codes('CREATE TABLE garden (garden char(4) PRIMARY KEY, city text); CREATE TABLE trip (trip_no int PRIMARY KEY, garden char(4) REFERENCES garden (garden), days int);', { dependencies }).filter(code => code.startsWith('normal'))).toEqual([])
  })
  it('is shown on rows that keep to all that is given, the repeated fact marked', () => {
    const { exhibit } = readScript(TRIP, { dependencies: { ...dependencies, samples: { city: ['Skarholm', 'Alva'] } } }).findings.find(({ code }) => code === 'normal-form.transitive')!
    invariant(exhibit?.kind === 'rows', 'rows are shown')
    const of = (name: string) => exhibit.rows.filter(({ marked }) => marked.length > 0).map(({ cells }) => cells[exhibit.columns.indexOf(name)])
    expect(of('city').length).toBeGreaterThan(1)
    expect(new Set(of('trip_no')).size).toBe(of('city').length)
    expect([new Set(of('garden')).size, [...new Set(of('city'))]]).toEqual([1, ['Skarholm']])
    expect(exhibit.notes.map(note => note.split(':')[0])).toEqual(['Change', 'Insert', 'Delete'])
  })
  it('a part of the key that fixes something, and a left side that is no key while its right side is part of one', () => {
    expect(codes('CREATE TABLE visit (trip_no int, collector text, days int, PRIMARY KEY (trip_no, collector));', { dependencies })).toContain('normal-form.partial')
    const pair = { attributes: ['a', 'b', 'c'], dependencies: [new Universe(['a', 'b', 'c']).dependency(['a', 'b'], ['c']), new Universe(['a', 'b', 'c']).dependency(['c'], ['b'])] }
    expect(codes('CREATE TABLE t (a int, b int, c int, PRIMARY KEY (a, b));', { dependencies: pair })).toContain('normal-form.determinant')
    expect(codes('CREATE TABLE t (a int, b int, c int, PRIMARY KEY (a, b));', { dependencies: { ...pair, dependencies: pair.dependencies.slice(0, 1) } }).filter(code => code.startsWith('normal'))).toEqual([])
  })
  it('two lists of one thing in one table, also where a further attribute of the exercise stands elsewhere', () => {
    const [finding] = readScript('CREATE TABLE crew (trip_no int, collector text, tool text, PRIMARY KEY (trip_no, collector, tool));', { dependencies }).findings.filter(({ code }) => code.startsWith('normal'))
    expect(finding!.code).toBe('normal-form.multivalued')
    expect(wording(finding!).message).toContain('"tool"')
    expect(finding!.exhibit).toMatchObject({ kind: 'rows', columns: ['trip_no', 'collector', 'tool'] })
    expect(codes('CREATE TABLE crew (trip_no int, collector text, PRIMARY KEY (trip_no, collector)); CREATE TABLE kit (trip_no int, tool text, PRIMARY KEY (trip_no, tool));', { dependencies }).filter(code => code.startsWith('normal'))).toEqual([])
  })
  it('a reference on the side where there is no room, and the same on the right one', () => {
    const accession = (extra: string): string => `CREATE TABLE accession (accession_no int PRIMARY KEY${extra});`
    const trip = (extra: string): string => `CREATE TABLE trip (trip_no int PRIMARY KEY${extra});`
    expect(codes(`${accession('')}${trip(', accession_no int REFERENCES accession (accession_no)')}`, { dependencies })).toContain('references.wrong-side')
    expect(codes(`${trip('')}${accession(', trip_no int REFERENCES trip (trip_no)')}`, { dependencies })).not.toContain('references.wrong-side')
    // A table between the two allows more than is said, and is another matter.
    expect(codes(`${accession('')}${trip('')}CREATE TABLE brought (trip_no int REFERENCES trip (trip_no), accession_no int REFERENCES accession (accession_no), PRIMARY KEY (trip_no, accession_no));`, { dependencies })).not.toContain('references.wrong-side')
  })
})

describe('fixes of references', () => {
  it('a reference to a later table is added afterwards, inline or as a line of its own, and then all is well', () => {
    for (const line of ['t int REFERENCES trip (trip_no) ON DELETE CASCADE', 't int, FOREIGN KEY (t) REFERENCES trip (trip_no) ON DELETE CASCADE']) {
      const script = `CREATE TABLE a (x int PRIMARY KEY, ${line});\n${PARENT}`
      const finding = readScript(script).findings.find(({ code }) => code === 'references.later-table')!
      const { schema, findings } = readScript(applyFix(script, finding.fix!))
      expect(findings.filter(({ severity }) => severity === 'error')).toEqual([])
      expect(schema.tables[0]!.references).toMatchObject([{ columns: ['t'], table: 'trip', onDelete: 'cascade' }])
    }
  })
})

describe('layout', () => {
  it.each(Object.entries(WHOLE))('of %s changes no word and no comment, and is the same when done again', (dialect, script) => {
    const flat = script.replace(/\n {2}/g, '  ')
    for (const text of [script, flat]) {
      const laid = formatScript(text, dialect as keyof typeof WHOLE)
      const words = (of: string) => tokenize(of, dialect as keyof typeof WHOLE).tokens.filter(({ kind }) => kind !== 'end').map(({ kind, text: word }) => [kind, word])
      expect(words(laid)).toEqual(words(text))
      expect(formatScript(laid, dialect as keyof typeof WHOLE)).toBe(laid)
    }
  })
  it('puts each column on a line and keeps comments where they were', () => {
    expect(formatScript('CREATE TABLE t (a int PRIMARY KEY, -- the key\n b numeric( 6,2 )   NOT NULL,/* last */ CHECK (b>0));\n\n\n\nSELECT 1;')).toBe('CREATE TABLE t (\n  a int PRIMARY KEY, -- the key\n  b numeric(6,2) NOT NULL, /* last */\n  CHECK (b>0)\n);\n\nSELECT 1;\n')
  })
})

describe('the dialect that a script names', () => {
  it('is its first line, and can be put, changed and taken out', () => {
    const named = withDialect(PARENT, 'mysql')
    expect(dialectNamed(named)).toBe('mysql')
    expect(withDialect(withDialect(named, 'oracle'), undefined)).toBe(PARENT)
    expect(dialectNamed('-- dialect: cobol\n')).toBeUndefined()
  })
})

describe('habits', () => {
  it('patterns are checked when they are written', () => {
    expect(Habits.safeParse({ primaryKey: 'PK_{table}' }).success).toBe(true)
    expect(Habits.safeParse({ primaryKey: 'PK {tabel}' }).success).toBe(false)
    expect(nameByPattern('FK_{table}_{target}', { table: 'trip', target: 'garden' })).toBe('FK_trip_garden')
  })
})

describe('the reading', () => {
  it('says each table in the order in which it is made, with places', () => {
    const script = `${GARDEN}CREATE TABLE trip (trip_no integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, garden char(4) NOT NULL REFERENCES garden (code) ON DELETE CASCADE, days smallint DEFAULT 3 CHECK (days > 0));\nINSERT INTO garden VALUES ('ALVA', 'Alva');`
    const aloud = scriptAloud(readScript(script))
    expect(aloud.map(({ table }) => table)).toEqual(['garden', 'trip'])
    expect(aloud[1]!.sentences.map(({ text }) => text)).toEqual([
      'Told apart by trip_no.', 'trip_no: a whole number; numbers itself', 'garden: exactly 4 characters', 'days: a small whole number; may be empty; 3 where nothing is said',
      'garden refers to exactly one garden, by its code; each may have many trips; if that goes, this goes with it.', 'Every row keeps to: days > 0.',
    ])
    expect(aloud[0]!.sentences.at(-1)!.text).toBe('1 row is entered.')
  })
})

describe('what changed on the way from an earlier sheet', () => {
  const before = readScript(`${GARDEN}CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date NOT NULL, garden char(4) REFERENCES garden (code));`).schema
  const chain = (script: string): string[] => chainFindings(before, readScript(script).schema, 'diagram').map(({ code }) => code)
  it('is nothing where the script says the same in other words', () => {
    expect(chain('CREATE TABLE Gardens (code char(4) PRIMARY KEY, city text NOT NULL); CREATE TABLE trip (id serial PRIMARY KEY, trip_number integer NOT NULL UNIQUE, begun date NOT NULL, garden_code char(4) REFERENCES Gardens (code));').filter(code => code !== 'chain.column-more')).toEqual([])
  })
  it.each([
    ['chain.table-missing', PARENT], ['chain.table-more', `${GARDEN}${PARENT}CREATE TABLE extra (a int PRIMARY KEY);`], ['chain.reference-missing', `${GARDEN}CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date NOT NULL);`],
    ['chain.column-missing', `CREATE TABLE garden (code char(4) PRIMARY KEY);${PARENT}`], ['chain.type-changed', `${GARDEN}CREATE TABLE trip (trip_no integer PRIMARY KEY, begun boolean NOT NULL, garden char(4) REFERENCES garden (code));`],
    ['chain.required-changed', `${GARDEN}CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date, garden char(4) REFERENCES garden (code));`], ['chain.key-changed', `${GARDEN}CREATE TABLE trip (trip_no integer, begun date PRIMARY KEY, garden char(4) REFERENCES garden (code));`],
    ['chain.column-more', `${GARDEN}CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date NOT NULL, weather text, garden char(4) REFERENCES garden (code));`],
    ['chain.reference-more', `${GARDEN}CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date NOT NULL, garden char(4) REFERENCES garden (code), via char(4) REFERENCES garden (code));`],
  ])('%s', (code, script) => expect(chain(script)).toContain(code))
})
