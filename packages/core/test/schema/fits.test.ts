import { describe, expect, it } from 'vitest'
import { editDistance, nearest } from '../../src/language'
import { dataType, fit, typesMatch, type DataType } from '../../src/schema'

const type = (name: string, ...args: string[]): DataType => dataType(name, args, name)

/** What becomes of a value; the agreement with a real server is tested in tests/server/values.test.ts. */
describe('values in columns', () => {
  it.each([
    ['0417', 'INTEGER', [], 'changed'],
    ['417', 'INTEGER', [], 'kept'],
    ['SKV-00417', 'INTEGER', [], 'refused'],
    ['12.50', 'INTEGER', [], 'changed'],
    ['3000000000', 'INTEGER', [], 'refused'],
    ['3000000000', 'BIGINT', [], 'kept'],
    ['40000', 'SMALLINT', [], 'refused'],
    ['-32768', 'SMALLINT', [], 'kept'],
    ['9999.99', 'NUMERIC', ['6', '2'], 'kept'],
    ['9999.99', 'NUMERIC', ['5', '2'], 'refused'],
    ['12.505', 'NUMERIC', ['6', '2'], 'changed'],
    ['12.5', 'NUMERIC', ['6', '2'], 'kept'],
    ['9999.99', 'NUMERIC', [], 'kept'],
    ['12.50', 'NUMERIC', ['6'], 'changed'],
    ['12.00', 'NUMERIC', ['6'], 'kept'],
    ['9999.99', 'NUMERIC', ['4'], 'refused'],
    ['0.004', 'NUMERIC', ['2', '2'], 'changed'],
    ['9999.99', 'REAL', [], 'changed'],
    ['abc', 'REAL', [], 'refused'],
    ['ALVA', 'CHAR', ['4'], 'kept'],
    ['ALVA', 'CHAR', ['3'], 'refused'],
    ['ALVA', 'CHAR', [], 'refused'],
    ['ALVA', 'TEXT', [], 'kept'],
    ['2025-02-29', 'DATE', [], 'refused'],
    ['2024-02-29', 'DATE', [], 'kept'],
    ['x', 'JSON', [], 'unknown'],
  ] as const)('%s in %s(%s) is %s', (value, name, args, expected) => {
    expect(fit(value, type(name, ...args))).toBe(expected)
  })
})

describe('types of references', () => {
  it('match exactly, compatibly or not at all', () => {
    expect(typesMatch(type('CHAR', '4'), type('CHAR', '4'))).toBe('exactly')
    expect(typesMatch(type('VARCHAR', '9'), type('CHAR', '4'))).toBe('compatibly')
    expect(typesMatch(type('INT'), type('BIGINT'))).toBe('compatibly')
    expect(typesMatch(type('INT'), type('SERIAL'))).toBe('exactly')
    expect(typesMatch(type('INT'), type('CHAR', '4'))).toBe('not')
  })
})

describe('near words', () => {
  it('swaps count once, and far words are not near', () => {
    expect(editDistance('TABEL', 'TABLE')).toBe(1)
    expect(nearest('acession', ['trip', 'accession'])).toBe('accession')
    expect(nearest('garden', ['dispatch'])).toBeUndefined()
    expect(nearest('trip', ['trip'])).toBeUndefined()
  })
})
