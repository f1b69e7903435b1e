import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wording } from '../../src/findings'
import { isRequired } from '../../src/schema'
import { checksOn, reviewScript } from '../../src/sql'
import {
  EMPTY_DICTIONARY,
  NEW_ENTRY,
  SLOTS,
  checkDictionary,
  describedAsKeys,
  dictionaryFromCsv,
  dictionaryFromRows,
  dictionaryFromSchema,
  dictionaryToComment,
  dictionaryToCsv,
  pasteCells,
  placeInField,
  readDictionary,
  readType,
  type Dictionary,
  type DictionaryEntry,
} from '../../src/dictionary'

const field = (
  entity: string,
  name: string,
  type: string,
  size = '',
  more: Partial<DictionaryEntry> = {},
): DictionaryEntry => ({
  ...NEW_ENTRY,
  entity,
  field: name,
  type,
  size,
  required: 'yes',
  example: 'x',
  meaning: 'm',
  ...more,
})
const TRIP = field('trip', 'trip_no', 'whole number', '', { key: 'primary', example: '31' })
const ACCESSION = field('accession', 'accession_no', 'code', '9', {
  key: 'primary',
  format: 'AAA-99999',
  example: 'SKV-00417',
})
const FROM = field('accession', 'trip_no', 'whole number', '', { refersTo: 'trip.trip_no', example: '31' })
const dictionary = (...entries: DictionaryEntry[]): Dictionary => ({ entries })
const codes = (...entries: DictionaryEntry[]): string[] => {
  const read = readDictionary(dictionary(...entries))
  return [...read.findings, ...checkDictionary(dictionary(...entries), read)].map(
    ({ code, field: at }) => `${code} ${at}`,
  )
}

describe('a dictionary as a schema', () => {
  it('has a table for each entity, with types, keys, references and checks', () => {
    const { schema, findings } = readDictionary(
      dictionary(
        TRIP,
        ACCESSION,
        FROM,
        field('accession', 'viable', 'number', '4,1', { required: 'no', rule: '0 to 100' }),
      ),
    )
    expect(findings).toEqual([])
    const [trip, accession] = schema.tables
    expect(trip).toMatchObject({ name: 'trip', primaryKey: { columns: ['trip_no'] } })
    expect(accession!.columns.map(({ name, type }) => `${name} ${type.text}`)).toEqual([
      'accession_no char(9)',
      'trip_no integer',
      'viable numeric(4,1)',
    ])
    expect(accession!.references).toMatchObject([
      { columns: ['trip_no'], table: 'trip', targetColumns: ['trip_no'] },
    ])
    expect(accession!.checks.map(({ expression }) => expression)).toEqual([
      '"accession_no" ~ \'^[A-Z]{3}-[0-9]{5}$\'',
      '"viable" BETWEEN 0 AND 100',
    ])
    expect([isRequired(accession!, 'viable'), isRequired(accession!, 'trip_no')]).toEqual([false, true])
  })

  it('reads a key of two parts that is referred to by two fields as one reference, and two references to one field as two', () => {
    const bay = [
      field('bay', 'hall', 'code', '1', { key: 'primary' }),
      field('bay', 'number', 'whole number', '', { key: 'primary', example: '3' }),
    ]
    const drawer = [
      field('drawer', 'hall', 'code', '1', { refersTo: 'bay.hall' }),
      field('drawer', 'bay', 'whole number', '', { refersTo: 'bay.number', example: '3' }),
    ]
    expect(readDictionary(dictionary(...bay, ...drawer)).schema.tables[1]!.references).toMatchObject([
      { columns: ['hall', 'bay'], targetColumns: ['hall', 'number'] },
    ])
    const loan = [
      field('loan', 'from_trip', 'whole number', '', { refersTo: 'trip' }),
      field('loan', 'to_trip', 'whole number', '', { refersTo: 'trip' }),
    ]
    expect(
      readDictionary(dictionary(TRIP, ...loan)).schema.tables[1]!.references.map(({ columns }) => columns),
    ).toEqual([['from_trip'], ['to_trip']])
  })

  it('an entry without an entity belongs to the one above; groups of unique fields are keys', () => {
    const { schema } = readDictionary(
      dictionary(
        TRIP,
        { ...field('', 'day', 'date', '', { key: 'unique 1' }) },
        field('', 'site', 'text', '40', { key: 'unique 1' }),
        field('', 'log', 'code', '4', { key: 'unique' }),
      ),
    )
    expect(schema.tables).toHaveLength(1)
    expect(schema.tables[0]!.uniques.map(({ columns }) => columns)).toEqual([['day', 'site'], ['log']])
  })

  it('a schema that is drafted as a dictionary and read again is the same', () => {
    const { schema } = reviewScript(
      'CREATE TABLE trip (trip_no integer PRIMARY KEY, day date NOT NULL, log char(4) UNIQUE);\nCREATE TABLE accession (no varchar(9) PRIMARY KEY, trip_no integer REFERENCES trip, price numeric(6,2), UNIQUE (trip_no, price));',
    )
    const again = readDictionary(dictionaryFromSchema(schema)).schema
    const plain = ({ tables }: typeof schema): unknown =>
      tables.map(({ name, columns, primaryKey, uniques, references }) => ({
        name,
        columns: columns.map(({ name: column, type }) => [
          column,
          type.family,
          type.length,
          type.precision,
          type.scale,
        ]),
        key: primaryKey?.columns,
        uniques: uniques.map(key => key.columns),
        references: references.map(({ columns: own, table, targetColumns }) => [own, table, targetColumns]),
      }))
    expect(plain(again)).toEqual(plain(schema))
    expect(
      again.tables.every((table, i) =>
        table.columns.every(({ name }) => isRequired(table, name) === isRequired(schema.tables[i]!, name)),
      ),
    ).toBe(true)
  })

  it('whatever is written, it is read, every finding has a place that is there, and words', () => {
    const slot = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom(
        'trip',
        'trip.trip_no',
        'text',
        '9',
        '6,2',
        '→ trip',
        '(',
        'AAA',
        '0 to',
        'one of a',
        '',
      ),
    )
    const entry = fc.record({
      ...Object.fromEntries(SLOTS.map(name => [name, slot])),
      required: fc.constantFrom('', 'yes', 'no'),
      key: fc.constantFrom('', 'primary', 'unique', 'unique 1'),
    } as unknown as Record<keyof DictionaryEntry, fc.Arbitrary<string>>)
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 8 }), entries => {
        const written = { entries } as Dictionary
        const read = readDictionary(written)
        for (const finding of [...read.findings, ...checkDictionary(written, read)]) {
          expect(placeInField(finding.field!)!.entry).toBeLessThan(entries.length)
          expect(wording(finding).message).not.toContain('undefined')
        }
      }),
      { numRuns: 600 },
    )
  })
})

describe('types', () => {
  it.each([
    ['text', '30', 'varchar(30)'],
    ['text', '', 'text'],
    ['code', '9', 'char(9)'],
    ['Whole  Number', '', 'integer'],
    ['number', '6,2', 'numeric(6,2)'],
    ['number', '6.2', 'numeric(6,2)'],
    ['money', '8, 2', 'numeric(8,2)'],
    ['varchar(12)', '', 'varchar(12)'],
    ['CHAR', '4 characters', 'char(4)'],
    ['integer', '4', 'integer'],
    ['date', 'YYYY-MM-DD', 'date'],
    ['yes/no', '', 'boolean'],
    ['date and time', '', 'timestamp'],
    ['decimal(5)', '', 'decimal(5)'],
  ])('%s of size "%s" is %s', (type, size, text) => expect(readType(type, size).type.text).toBe(text))
  it('what needs a size says so, what is unknown as well', () => {
    expect(readType('code', '')).toMatchObject({ lacksSize: true, isKnown: true })
    expect(readType('varchar', '')).toMatchObject({ lacksSize: true })
    expect(readType('text', '')).toMatchObject({ lacksSize: false })
    expect(readType('blurb', '')).toMatchObject({ isKnown: false })
  })
})

describe('rules and formats', () => {
  const outcome = (entry: DictionaryEntry, value: string): string =>
    checksOn(readDictionary(dictionary(entry)).schema.tables[0]!, entry.field, value).outcome
  const viable = (rule: string) => field('trial', 'viable', 'number', '4,1', { rule })
  it.each([
    ['0 to 100', '100', '100.1'],
    ['between 0 and 100 %', '0', '-1'],
    ['0–100', '55', '101'],
    ['at least 0', '0', '-0.5'],
    ['>= 0', '3', '-3'],
    ['more than 0', '1', '0'],
    ['at most 5', '5', '6'],
    ['less than 5', '4', '5'],
    ['positive', '1', '0'],
    ['one of 10, 20 or 30', '20', '25'],
    ['10 | 20', '10', '11'],
    ['viable > 2 AND viable < 9', '5', '9'],
    ['From 1 to 3.', '2', '4'],
  ])('"%s" admits %s and refuses %s', (rule, good, bad) => {
    expect([outcome(viable(rule), good), outcome(viable(rule), bad)]).toEqual(['passes', 'refuses'])
  })
  it('words are a list, in quotation marks or not', () => {
    const kind = field('lot', 'kind', 'text', '9', { rule: 'one of "seed", spore or cutting' })
    expect(['seed', 'spore', 'cutting', 'leaf'].map(value => outcome(kind, value))).toEqual([
      'passes',
      'passes',
      'passes',
      'refuses',
    ])
  })
  it.each([
    ['AAA-99999', 'SKV-00417', 'SKV-0417'],
    ['99999 999999', '12345 123456', '12345123456'],
    ['aa.99', 'no.47', 'nox47'],
    ['XX/9', 'a7/3', 'a-/3'],
    ['(999)', '(123)', '123'],
  ])('%s admits %s and refuses %s', (format, good, bad) => {
    const entry = field('x', 'c', 'text', '40', { format })
    expect([outcome(entry, good), outcome(entry, bad)]).toEqual(['passes', 'refuses'])
  })
  it('the format of a date or number is how it is shown', () => {
    expect(
      readDictionary(
        dictionary(
          field('t', 'd', 'date', '', { format: 'YYYY-MM-DD' }),
          field('t', 'n', 'number', '4,1', { format: '999.9' }),
        ),
      ).schema.tables[0]!.checks,
    ).toEqual([])
  })
})

/** For each finding a dictionary that has it and a near twin that has it not. */
describe('findings', () => {
  it.each<[string, DictionaryEntry[], DictionaryEntry[]]>([
    ['dictionary.no-entity 0 entity', [{ ...TRIP, entity: '' }], [TRIP]],
    [
      'dictionary.no-field 1 field',
      [TRIP, { ...FROM, entity: 'trip', field: '' }],
      [TRIP, { ...FROM, entity: 'trip', field: 'day', refersTo: '' }],
    ],
    [
      'dictionary.field-twice 1 field',
      [TRIP, { ...TRIP, field: 'TRIP_NO' }],
      [TRIP, { ...TRIP, entity: 'other' }],
    ],
    ['dictionary.no-type 0 type', [{ ...TRIP, type: '' }], [TRIP]],
    ['dictionary.type-unknown 0 type', [{ ...TRIP, type: 'blurb' }], [{ ...TRIP, type: 'int' }]],
    ['dictionary.no-size 0 size', [{ ...ACCESSION, size: '' }], [ACCESSION]],
    [
      'dictionary.unknown-target 2 refersTo',
      [TRIP, ACCESSION, { ...FROM, refersTo: 'trips.trip_no' }],
      [TRIP, ACCESSION, FROM],
    ],
    [
      'dictionary.rule-unread 0 rule',
      [{ ...TRIP, rule: 'given out by the office' }],
      [{ ...TRIP, rule: 'at least 1' }],
    ],
    [
      'dictionary.reference-differs 2 type',
      [TRIP, ACCESSION, { ...FROM, type: 'text', size: '9' }],
      [TRIP, ACCESSION, { ...FROM, required: 'no' }],
    ],
    [
      'dictionary.reference-differs 2 size',
      [
        ACCESSION,
        TRIP,
        field('trial', 'accession_no', 'code', '8', {
          refersTo: 'accession',
          format: 'AAA-99999',
          example: 'SKV-0041',
        }),
      ],
      [
        ACCESSION,
        TRIP,
        field('trial', 'accession_no', 'char(9)', '', {
          refersTo: 'accession',
          format: 'AAA-99999',
          example: 'SKV-00417',
        }),
      ],
    ],
    [
      'dictionary.reference-differs 1 format',
      [
        ACCESSION,
        field('trial', 'accession_no', 'code', '9', {
          refersTo: 'accession',
          format: 'AAA/99999',
          example: 'SKV/00417',
        }),
      ],
      // Blank is not contrary.
      [
        ACCESSION,
        field('trial', 'accession_no', 'code', '9', { refersTo: 'accession', example: 'SKV-00417' }),
      ],
    ],
    ['dictionary.optional-key 0 required', [{ ...TRIP, required: 'no' }], [{ ...TRIP, required: '' }]],
    [
      'dictionary.required-open 1 required',
      [TRIP, { ...FROM, entity: 'trip', field: 'day', refersTo: '', required: '' }],
      [TRIP, { ...FROM, entity: 'trip', field: 'day', refersTo: '', required: 'no' }],
    ],
    ['dictionary.no-meaning 0 meaning', [{ ...TRIP, meaning: ' ' }], [TRIP]],
    ['dictionary.no-example 0 example', [{ ...TRIP, example: '' }], [TRIP]],
    ['dictionary.example-refused 0 example', [{ ...ACCESSION, example: 'SKV-004170' }], [ACCESSION]],
    ['dictionary.example-changed 0 example', [{ ...TRIP, example: '007' }], [{ ...TRIP, example: '7' }]],
    [
      'dictionary.example-other-format 0 example',
      [{ ...ACCESSION, example: 'skv-00417' }],
      [{ ...ACCESSION, format: 'XXX-99999' }],
    ],
    ['keys.no-primary 0 entity', [{ ...TRIP, key: '' }], [TRIP]],
    [
      'types.money-as-float 1 type',
      [TRIP, field('trip', 'price', 'real', '', { example: '2' })],
      [TRIP, field('trip', 'price', 'number', '6,2', { example: '2' })],
    ],
    [
      'references.not-a-key 2 refersTo',
      [
        TRIP,
        field('trip', 'day', 'date', '', { example: '2026-07-02' }),
        field('trial', 'day', 'date', '', { refersTo: 'trip.day', key: 'primary', example: '2026-07-02' }),
      ],
      [
        TRIP,
        field('trip', 'day', 'date', '', { example: '2026-07-02', key: 'unique' }),
        field('trial', 'day', 'date', '', { refersTo: 'trip.day', key: 'primary', example: '2026-07-02' }),
      ],
    ],
  ])('%s', (code, has, twin) => {
    expect(codes(...has)).toContain(code)
    expect(codes(...twin)).not.toContain(code)
  })

  it('a dictionary in which all is said and fits has none', () => {
    expect(codes(TRIP, ACCESSION, FROM)).toEqual([])
  })
})

describe('in and out', () => {
  it('CSV that is written is read back, by other heads as well', () => {
    const written = dictionary(TRIP, ACCESSION, { ...FROM, rule: 'one of "a", b', meaning: 'line\nbreak' })
    expect(dictionaryFromCsv(dictionaryToCsv(written))).toEqual(written)
    expect(
      dictionaryFromCsv('table,column,data type,length,required\ntrip,trip_no,int,,mandatory\n'),
    ).toEqual(dictionary({ ...NEW_ENTRY, entity: 'trip', field: 'trip_no', type: 'int', required: 'yes' }))
    expect(dictionaryFromCsv('a,b\n1,2\n')).toBe(undefined)
  })
  it('takes pasted headings as headings, and keys by all the words for them', () => {
    const pasted = [
      'Entity\tField\tKey\tNullable',
      'trip\ttrip_no\tPK\tno',
      'collector\tcode\tprimary key\tno',
      'taking\ttrip_no\tPK, FK\tno',
      'taking\tcode\tPK/FK\tno',
      'taking\trole\tforeign\tyes',
      'taking\tseat\tAK\tyes',
    ].join('\n')
    const { entries } = pasteCells(EMPTY_DICTIONARY, { entry: 0, slot: 'entity' }, pasted)
    expect(entries.map(({ field, key, refersTo, required }) => [field, key, refersTo, required])).toEqual([
      ['trip_no', 'primary', '', 'yes'],
      ['code', 'primary', '', 'yes'],
      ['trip_no', 'primary', 'trip.trip_no', 'yes'],
      ['code', 'primary', 'collector.code', 'yes'],
      ['role', '', '', 'no'],
      ['seat', 'unique', '', 'no'],
    ])
    // A first line that is no headings is an entry.
    expect(
      pasteCells(EMPTY_DICTIONARY, { entry: 0, slot: 'entity' }, 'trip\tname\ttext').entries,
    ).toHaveLength(1)
  })
  it('an example that is a list is noticed, an address or a number is not', () => {
    const codes = (field: string, example: string, type = 'text'): string[] => {
      const dictionary: Dictionary = {
        entries: [
          {
            ...NEW_ENTRY,
            entity: 'lot',
            field,
            type,
            size: '80',
            example,
            key: 'primary',
            required: 'yes',
            meaning: 'x',
          },
        ],
      }
      return checkDictionary(dictionary, readDictionary(dictionary)).map(({ code }) => code)
    }
    for (const [field, example] of [
      ['kept as', 'seed; spore'],
      ['habitat', 'bog, heath, dune'],
      ['languages', 'Norse, Finnish'],
      ['kept as', 'seed|bulb'],
    ] as const)
      expect(codes(field, example), example).toContain('dictionary.list-example')
    for (const [field, example] of [
      ['address', '12 Quay Road, Skarholm'],
      ['name', 'Brandvold, Ada'],
      ['remark', 'found by the lake, under a stone, in bad weather'],
      ['status', 'dried, stored'],
      ['weight', '3,5', 'number'],
    ] as const)
      expect(codes(field, example, field === 'weight' ? 'number' : 'text'), example).not.toContain(
        'dictionary.list-example',
      )
  })
  it('references are described as their keys in one step', () => {
    const entry = (entity: string, field: string, more: Partial<DictionaryEntry>): DictionaryEntry => ({
      ...NEW_ENTRY,
      entity,
      field,
      ...more,
    })
    const dictionary: Dictionary = {
      entries: [
        entry('trip', 'code', { type: 'text', size: '9', format: 'AAA-99999', key: 'primary' }),
        entry('lot', 'no', { type: 'whole number', key: 'primary' }),
        entry('lot', 'trip', { type: 'number', refersTo: 'trip', meaning: 'from where it came' }),
        entry('lot', 'other', { type: 'text', size: '9', format: 'AAA-99999', refersTo: 'trip.code' }),
      ],
    }
    const { dictionary: described, fields } = describedAsKeys(dictionary, readDictionary(dictionary))
    expect(fields).toBe(1)
    expect(described.entries[2]).toMatchObject({
      type: 'text',
      size: '9',
      format: 'AAA-99999',
      meaning: 'from where it came',
    })
    expect(describedAsKeys(described, readDictionary(described)).fields).toBe(0)
  })

  it('cells of a spreadsheet are put in from where one stands, and make entries as they need them', () => {
    const { entries } = pasteCells(
      dictionary(TRIP),
      { entry: 1, slot: 'field' },
      'day\tdate\t\t\tyes\r\nlog\tcode\t4\tAAAA\toptional\tunique\n',
    )
    expect(entries.slice(1)).toEqual([
      { ...NEW_ENTRY, field: 'day', type: 'date', required: 'yes' },
      { ...NEW_ENTRY, field: 'log', type: 'code', size: '4', format: 'AAAA', required: 'no', key: 'unique' },
    ])
  })

  it('the short form is a comment that a script can carry', () => {
    const comment = dictionaryToComment(
      dictionary(TRIP, ACCESSION, { ...FROM, meaning: 'where it came from */ DROP TABLE trip;' }),
    )
    expect(comment).toContain(
      'accession\n  accession_no; code 9 as AAA-99999; primary key; required; e.g. SKV-00417; m',
    )
    expect(reviewScript(`${comment}\nCREATE TABLE t (a integer PRIMARY KEY);`)).toMatchObject({
      schema: { tables: [{ name: 't' }] },
      findings: [],
    })
  })

  it('a draft from rows describes each column as the rows show it', () => {
    const rows = Array.from({ length: 8 }, (_, i) => [`SKV-0000${i}`, String(i % 3), `site ${i % 3}`])
    const parts = [
      { name: 'accession', columns: ['accession_no', 'trip_no'], keys: [['accession_no']], rows: 8 },
      { name: 'trip', columns: ['trip_no', 'site'], keys: [['trip_no']], rows: 3 },
    ]
    const draft = dictionaryFromRows(
      { columns: ['accession_no', 'trip_no', 'site'], rows },
      { parts, unfolded: [], lost: [], spurious: 0, missing: 0 },
    )
    expect(
      draft.entries.map(({ entity, field: name, type, size, format, key, refersTo }) =>
        [entity, name, type, size, format, key, refersTo].join(' ').trim(),
      ),
    ).toEqual([
      'accession accession_no code 9 AAA-99999 primary',
      'accession trip_no whole number    trip.trip_no',
      'trip trip_no whole number   primary',
      'trip site text 6 aaaa 9',
    ])
  })
})
