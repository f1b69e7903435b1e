import { describe, expect, it } from 'vitest'
import { checkExample, dictionaryFromCsv, readType } from '../../src/dictionary'
import { NEW_ENTRY } from '../../src/dictionary/document'

const said = (type: string, size: string, format: string, example: string): string[] =>
  checkExample({ ...NEW_ENTRY, type, size, format, example }, 0, {
    name: 'field',
    type: readType(type, size).type,
  }).map(({ code }) => code)

describe('a dictionary as classrooms write it', () => {
  it.each([
    ['DD/MM/YYYY', '31/01/2001', []],
    ['D.M.YYYY', '5.6.2010', []],
    ['MM-DD-YY', '12-24-03', []],
    ['', '24/12/2003', []],
    ['', '12/24/2003', []],
    ['YYYY-MM-DD', '2003-12-24', []],
    ['DD/MM/YYYY', '31/02/2001', ['dictionary.example-refused']],
    ['DD/MM/YYYY', 'yesterday', ['dictionary.example-refused']],
  ])('a date as %s: %s', (format, example, wanted) => {
    expect(said('date', '', format, example)).toEqual(wanted)
  })

  it.each([
    ['LLLNNN', 'PUP001', []],
    ['LL-nnn', 'AB-123', []],
    ['###-###', '555-123', []],
    ['NNN', '12', ['dictionary.example-other-format']],
    // Letters that stand for themselves still do.
    ['SKV-99999', 'SKV-00417', []],
    ['NL-99', 'NL-12', []],
  ])('the mask %s: %s', (format, example, wanted) => {
    expect(said('text', '12', format, example)).toEqual(wanted)
  })

  it('headings as forms have them, and null the right way round', () => {
    const { entries } = dictionaryFromCsv(
      'table name,field name,data type,field size,data format,null,key\nworkshop,name,text,30,,no,PK\nworkshop,fax,text,20,,yes,',
    )!
    expect(
      entries.map(({ entity, field, size, required, key }) => [entity, field, size, required, key]),
    ).toEqual([
      ['workshop', 'name', '30', 'yes', 'primary'],
      ['workshop', 'fax', '20', 'no', ''],
    ])
    const written = dictionaryFromCsv('field,null\na,NOT NULL\nb,NULL\nc,')!
    expect(written.entries.map(({ required }) => required)).toEqual(['yes', 'no', ''])
    expect(dictionaryFromCsv('field,required\na,no\nb,yes')!.entries.map(({ required }) => required)).toEqual(
      ['no', 'yes'],
    )
  })
})
