import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { couldIdentify, doesFix, rowsForDependency, rowsForIdentifier } from '../../src/rows'

const table = {
  columns: ['quay', 'berth', 'ship', 'flag'],
  rows: [
    ['north', '1', 'Tern', 'blue'],
    ['north', '2', 'Skua', 'red'],
    ['south', '1', 'Auk', 'blue'],
    ['south', '2', 'Tern', 'blue'],
  ],
}

describe('rows that show a yes', () => {
  it('of an identifier of several columns: that each is needed', () => {
    expect(rowsForIdentifier(table, couldIdentify(table, ['quay', 'berth']))).toEqual([0, 2, 1])
  })
  it('of one column: the two rows that are the most alike besides', () => {
    const numbered = { columns: ['no', ...table.columns], rows: table.rows.map((row, i) => [`${i}`, ...row]) }
    expect(rowsForIdentifier(numbered, couldIdentify(numbered, ['no']))).toEqual([0, 2])
  })
  it('of a dependency: rows that repeat it', () => {
    expect(rowsForDependency(table, doesFix(table, ['ship'], ['flag']))).toEqual([0, 3])
    expect(rowsForDependency(table, doesFix(table, ['flag'], ['ship']))).toEqual([])
  })
  it('they agree and differ as they are to, in any table', () => {
    const cell = fc.constantFrom('a', 'b', 'c')
    const rows = fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 8 })
    fc.assert(
      fc.property(rows, all => {
        const any = { columns: ['x', 'y', 'z'], rows: all }
        const shown = rowsForDependency(any, doesFix(any, ['x'], ['y']))
        expect(new Set(shown.map(i => all[i]![0])).size).toBeLessThanOrEqual(1)
        expect(new Set(shown.map(i => all[i]![1])).size).toBeLessThanOrEqual(1)
        const identified = rowsForIdentifier(any, couldIdentify(any, ['x', 'y']))
        expect(new Set(identified.map(i => `${all[i]![0]} ${all[i]![1]}`)).size).toBe(identified.length)
      }),
    )
  })
})
