import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fit } from '../../src/schema'
import { fitsMask, numberedColumns, profileColumn } from '../../src/rows'

const of = (...cells: string[]) => profileColumn('column', cells)

describe('what a column holds', () => {
  it('is kept by its type, whatever it is', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.integer().map(String),
      fc.constantFrom(
        '',
        '0417',
        '12.50',
        '-3',
        '2026-03-04',
        '12:30',
        'true',
        '007',
        'SKV-00417',
        '-0',
        '1e5',
        '00',
        '.5',
      ),
    )
    fc.assert(
      fc.property(
        fc.array(
          cell.map(text => text.trim()),
          { minLength: 1, maxLength: 12 },
        ),
        cells => {
          const { type } = profileColumn('column', cells)
          for (const value of cells)
            if (value !== '') expect([value, type.text, fit(value, type)]).toEqual([value, type.text, 'kept'])
        },
      ),
      { numRuns: 2000 },
    )
  })

  it.each([
    [['417', '80', '1200'], 'integer'],
    [['4000000000', '1'], 'bigint'],
    [['23.5', '4', '19.25'], 'numeric(4,2)'],
    [['007', '012', '031'], 'char(3)'],
    [['2026-03-04', '2026-11-25'], 'date'],
    [['08:30', '17:05'], 'time'],
    [['true', 'false'], 'boolean'],
    [['North Skerry', 'Lamp Hill'], 'varchar(12)'],
    [['ALVA', 'BRYN'], 'char(4)'],
    [['0.75', '-12.5'], 'numeric(4,2)'],
  ])('%j is %s', (cells, type) => {
    expect(of(...cells).type.text).toBe(type)
  })

  it('a code with leading zeros is no number, and says so', () => {
    expect(of('007', '012')).toMatchObject({ leadingZeros: true, format: '999' })
    expect(of('7', '12')).toMatchObject({ leadingZeros: false, format: null })
  })

  it('a mask is told where all values share it, and fits just those', () => {
    expect(of('SKV-00417', 'SKV-00502').format).toBe('AAA-99999')
    expect(of('SKV-00417', 'SKV-502').format).toBe(null)
    expect(fitsMask('SKV-00417', 'AAA-99999')).toBe(true)
    expect(fitsMask('SKV-0417', 'AAA-99999')).toBe(false)
    expect([fitsMask('SKV-1', 'SKV-9'), fitsMask('ABC-1', 'SKV-9'), fitsMask('a7', 'XX')]).toEqual([
      true,
      false,
      true,
    ])
    expect(of('ÅLVA', 'BRYN').format).toBe(null)
  })

  it.each([
    [['2026-03-04', '2026-12-31'], ['YYYY-MM-DD'], false],
    [['04.03.2026', '25.11.2026'], ['DD.MM.YYYY'], false],
    [['03/25/2026', '11/02/2026'], ['MM/DD/YYYY'], false],
    [['04/03/2026', '05/11/2026'], ['DD/MM/YYYY'], true],
    [['4 Mar 2026', '25 November 2026'], ['D Month YYYY'], false],
    [['25/03/2026', '03/25/2026'], ['DD/MM/YYYY', 'MM/DD/YYYY'], true],
  ])('dates %j are written %j', (cells, formats, isAmbiguous) => {
    expect(of(...cells).dates).toEqual({ formats, isAmbiguous })
    if (isAmbiguous) expect(of(...cells).type.family).not.toBe('date')
  })

  it.each([['13.13.2026'], ['2026-02-30x'], ['0417']])('%s is no date', cell =>
    expect(of(cell).dates).toBe(null),
  )

  it.each([
    [['M. Torvund; S. Aalto', 'J. Pell', 'S. Aalto; J. Pell'], ';', 2],
    [['red,blue', 'red', 'blue,green,red'], ',', 3],
    [['007/012', '031', '012/031'], '/', 2],
  ])('%j are lists', (cells, separator, most) => {
    expect(of(...cells).list).toMatchObject({ separator, most })
  })

  it.each([
    [['12 Quay Lane, Alvik', '3 Mill Road, Bryn', '40 Hill Street, Norrhavn']],
    [['1,200', '3,500']],
    [['2026/03/04', '2026/11/25']],
    [['A small, damp wood; north side', 'Open shore']],
  ])('%j are none', cells => {
    expect(of(...cells).list).toBe(null)
  })

  it('several facts in one cell, values spelled alike, and strangers are named', () => {
    expect(profileColumn('keeper_name', ['Maja Torvund', 'Samu Aalto', 'Jo Pell']).several).toBe('full name')
    expect(
      profileColumn('where_to', ['12 Quay Lane, Alvik', '3 Mill Road, Bryn', '40 Hill Street, Norrhavn'])
        .several,
    ).toBe('address')
    expect(profileColumn('keeper', ['007 Maja Torvund', '012 Samu Aalto', '031 Ines Moreau']).several).toBe(
      'code with words',
    )
    expect(of('12 Quay', '3 Mill', '40 Hill').several).toBe(null)
    expect(profileColumn('taxon', ['Poa litorea', 'Carex nivalis', 'Silene pallida']).several).toBe(null)
    expect(of('Cyperaceae', 'cyperaceae', 'Poaceae').alike).toEqual([['Cyperaceae', 'cyperaceae']])
    expect(of('Cyperaceae', 'Cyperacae', 'Poaceae').alike).toEqual([['Cyperaceae', 'Cyperacae']])
    expect(of('SKV-00417', 'SKV-00418').alike).toEqual([])
    expect(of('12', '188', '94', 'high', '7').strangers).toEqual(['high'])
  })

  it('what is made of digits and never reckoned with is a text by its name', () => {
    expect(profileColumn('phone', ['5551234', '5559876']).type.text).toBe('char(7)')
    expect(profileColumn('zip code', ['90210', '10001'])).toMatchObject({
      leadingZeros: false,
      type: { text: 'char(5)' },
    })
    expect(profileColumn('seats', ['5551234', '5559876']).type.text).toBe('integer')
  })

  it('few values that come again and again are an enumeration', () => {
    expect(of(...Array.from({ length: 12 }, (_, i) => ['seed', 'spore', 'cutting'][i % 3]!)).members).toEqual(
      ['cutting', 'seed', 'spore'],
    )
    expect(of('seed', 'spore').members).toBe(null)
    const often = (...values: string[]): string[] =>
      Array.from({ length: 12 }, (_, i) => values[i % values.length]!)
    // Of people and places there will be others, of codes as well; of kinds there are none.
    expect(profileColumn('keeper', often('Ada Brandvold', 'Bo Achterberg')).members).toBe(null)
    expect(profileColumn('port', often('Alva', 'Skar')).members).toBe(null)
    expect(profileColumn('garden_code', often('ALVA', 'SKAR')).members).toBe(null)
    expect(profileColumn('weekday', often('Monday', 'Friday')).members).toEqual(['Friday', 'Monday'])
  })

  it('required is a column without an empty cell', () => {
    expect(of('a', '', 'b')).toMatchObject({ required: false, empty: 1, distinct: 2 })
    expect(of('a', 'b').required).toBe(true)
    expect(of().required).toBe(false)
  })
})

describe('numbered columns', () => {
  it.each([
    [['no', 'phone_1', 'phone_2', 'name'], [['phone_1', 'phone_2']]],
    [['phone1', 'phone2', 'phone3'], [['phone1', 'phone2', 'phone3']]],
    [['line_1_text', 'line_2_text'], [['line_1_text', 'line_2_text']]],
    [['altitude', 'site_2'], []],
    [['column_4', 'column_7'], []],
    [['c1', 'd1'], []],
  ])('in %j are %j', (columns, groups) => expect(numberedColumns(columns)).toEqual(groups))
})
