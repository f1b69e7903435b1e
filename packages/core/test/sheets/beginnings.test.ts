import { describe, expect, it } from 'vitest'
import { NO_CLAIMS } from '../../src/claims'
import { SHEETS } from '../../src/findings'
import { NEW_ENTRY } from '../../src/dictionary'
import { readScript } from '../../src/sql'
import { SHEET, beginningOf, contentFrom, isOwnWork } from '../../src/sheets'
import { drawn } from '../support/drawn'

const begins = {
  script: 'CREATE TABLE trip (\n);',
  dictionary: { entries: [{ ...NEW_ENTRY, entity: 'trip', field: 'no' }] },
  diagram: drawn('Trip has no'),
  claims: { ...NO_CLAIMS, dependencies: 'trip_no -> day' },
}
const given = { tables: readScript('').schema, level: 'logical' as const, begins }

describe.each(SHEETS)('what a student begins with on the %s', sheet => {
  it('stands there until something is saved, and is nobody’s own work', () => {
    expect(contentFrom(sheet, '', given)).toEqual(begins[SHEET[sheet].field])
    expect(isOwnWork(sheet, contentFrom(sheet, '', given), begins)).toBe(false)
    expect(isOwnWork(sheet, SHEET[sheet].empty, begins)).toBe(false)
  })

  it('is own work once it is changed, and where nothing was to begin with', () => {
    const changed = {
      script: `${begins.script} -- mine`,
      dictionary: { entries: [{ ...begins.dictionary.entries[0]!, type: 'integer' }] },
      diagram: drawn('Trip has no, day'),
      dependencies: { ...begins.claims, keys: 'trip_no' },
    }[sheet]
    expect(isOwnWork(sheet, changed, begins)).toBe(true)
    expect(isOwnWork(sheet, begins[SHEET[sheet].field], undefined)).toBe(true)
  })
})

it('is nothing where nothing stands', () => {
  for (const sheet of SHEETS) expect(beginningOf(sheet, { script: ' ' }), sheet).toBeUndefined()
})
