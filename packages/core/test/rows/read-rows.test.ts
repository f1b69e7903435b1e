import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wording } from '../../src/findings'
import { LONGEST_TEXT, MOST_ROWS, decodeText, readRows, toCsv } from '../../src/rows'

const codes = (text: string, options = {}) =>
  readRows(text, options).findings.map(({ code, params }) => (params.line ? `${code} ${params.line}` : code))

describe('reading rows', () => {
  it.each([
    ['no,taxon\n1,Poa\n2,Carex', ','],
    ['no;taxon\n1;Poa\n2;Carex', ';'],
    ['no\ttaxon\n1\tPoa\n2\tCarex', '\t'],
    ['\uFEFFno,taxon\r\n1,Poa\r\n\r\n2,Carex\r\n', ','],
    ['"no","taxon"\n"1","Poa"\n2,Carex', ','],
    ['no|taxon\n1|Poa\n2|Carex\n\n', '|'],
  ])('%j', (text, delimiter) => {
    expect(readRows(text)).toEqual({
      table: {
        columns: ['no', 'taxon'],
        rows: [
          ['1', 'Poa'],
          ['2', 'Carex'],
        ],
      },
      format: 'CSV',
      delimiter,
      findings: [],
    })
  })

  it.each(['[{"no":1,"taxon":"Poa"},{"taxon":"Carex","no":2}]', '[["no","taxon"],["1","Poa"],[2,"Carex"]]'])(
    'JSON: %s',
    text => {
      expect(readRows(text)).toMatchObject({
        table: {
          columns: ['no', 'taxon'],
          rows: [
            ['1', 'Poa'],
            ['2', 'Carex'],
          ],
        },
        format: 'JSON',
        findings: [],
      })
    },
  )

  it('quotation marks hold commas, line breaks and themselves', () => {
    expect(readRows('a,b\n"x, y","say ""so""\nagain"').table?.rows).toEqual([['x, y', 'say "so"\nagain']])
  })

  it('ragged lines are named by number and lose nothing', () => {
    const text = 'no,taxon,seeds\n1,Poa\n2,Carex,80,extra\n3,Silene,9'
    expect(codes(text)).toEqual(['rows.line-short 2', 'rows.line-long 3', 'rows.name-missing'])
    expect(readRows(text).table).toEqual({
      columns: ['no', 'taxon', 'seeds', 'column_4'],
      rows: [
        ['1', 'Poa', '', ''],
        ['2', 'Carex', '80', 'extra'],
        ['3', 'Silene', '9', ''],
      ],
    })
  })

  it('names are made plain and told apart', () => {
    expect(readRows('Accession No.,taxon,Taxon,,2nd\n1,2,3,4,5').table?.columns).toEqual([
      'Accession_No',
      'taxon',
      'Taxon_2',
      'column_4',
      'c_2nd',
    ])
    expect(codes('a,A\n1,2')).toEqual(['rows.name-twice'])
  })

  it('without a header the columns are numbered', () => {
    expect(readRows('1,Poa\n2,Carex', { hasHeader: false }).table).toEqual({
      columns: ['column_1', 'column_2'],
      rows: [
        ['1', 'Poa'],
        ['2', 'Carex'],
      ],
    })
  })

  it.each([
    ['', 'rows.empty'],
    [' \n\n', 'rows.empty'],
    ['a,b', 'rows.no-rows'],
    ['PK\u0003\u0004\u0000\u0000\u0008\u0000', 'rows.not-text'],
    ['{"no": 1}', 'rows.not-a-list'],
    ['[{"no": 1}, 3]', 'rows.not-a-list'],
    ['[{"no": 1,]', 'rows.not-a-list'],
    [Array.from({ length: 60 }, (_, i) => `c${i}`).join(',') + '\n' + '1,'.repeat(59) + '1', 'rows.too-wide'],
    ['a\n' + '1\n'.repeat(MOST_ROWS + 1), 'rows.too-many'],
    ['a'.repeat(LONGEST_TEXT + 1), 'rows.too-long'],
  ])('a clear refusal', (text, code) => {
    const { table, findings } = readRows(text)
    expect(table).toBe(null)
    expect(findings.map(finding => finding.code)).toContain(code)
    expect(wording(findings[0]!).message.length).toBeGreaterThan(20)
  })

  it('what is written is read back, whatever stands in it', () => {
    const cell = fc
      .string({ unit: 'grapheme', maxLength: 8 })
      .map(text => text.trim())
      .filter(text => !/^[=+\-@]/.test(text))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('x', 'y,', '"z', 'a\nb'), cell), { minLength: 1, maxLength: 6 }),
        rows => {
          expect(readRows(toCsv(['one', 'two'], rows), { delimiter: ',' }).table).toEqual({
            columns: ['one', 'two'],
            rows: rows.map(([a, b]) => [a, b]),
          })
        },
      ),
    )
  })

  it('a cell that a spreadsheet would take for a formula is written harmless', () => {
    const rows = [['=1+1'], ['@x'], ['-2+3'], ['-2'], ['-0.5']]
    expect(toCsv(['a'], rows)).toBe('a\r\n"\'=1+1"\r\n"\'@x"\r\n"\'-2+3"\r\n-2\r\n-0.5\r\n')
  })

  it('any text and any bytes give an answer, with a table of full rows or a reason', () => {
    const answers = (text: string): void => {
      const { table, findings } = readRows(text)
      if (table) expect(table.rows.every(row => row.length === table.columns.length)).toBe(true)
      else expect(findings.some(({ severity }) => severity === 'error')).toBe(true)
      for (const finding of findings) expect(wording(finding).message).not.toContain('undefined')
    }
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom(',', ';', '\t', '"', '\n', '\r', 'a', '1', ' ', '[', '{', '\u0000', '\uFEFF'),
          maxLength: 80,
        }),
        answers,
      ),
      { numRuns: 1500 },
    )
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), bytes => answers(decodeText(bytes).text)),
      { numRuns: 500 },
    )
  })
})

describe('bytes', () => {
  it.each([
    [[0xef, 0xbb, 0xbf, 0x61], 'a', 'UTF-8'],
    [[0xff, 0xfe, 0x61, 0x00], 'a', 'UTF-16'],
    [[0xfe, 0xff, 0x00, 0x61], 'a', 'UTF-16'],
    [[0x53, 0xf8, 0x72], 'Sør', 'Windows-1252'],
    [[0xc3, 0xb8], 'ø', 'UTF-8'],
  ])('%j are %s', (bytes, text, encoding) => {
    expect(decodeText(Uint8Array.from(bytes))).toEqual({ text, encoding })
  })
})
