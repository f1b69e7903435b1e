import fc from 'fast-check'
import { expect, it } from 'vitest'
import { compareRows, type TableRows } from '../../src/row-trial'

const tableOf = (rows: (string | null)[][]): TableRows => ({
  namespace: 'public',
  table: 'part',
  columns: ['singer', 'piece', 'role'],
  rows,
  isCut: false,
})

it('keeps places, marks what is new, changed and gone', () => {
  const before = tableOf([
    ['1', 'Dawn', 'solo'],
    ['2', 'Dawn', null],
    ['1', 'Mill', null],
  ])
  const after = tableOf([
    ['1', 'Mill', null],
    ['1', 'First light', 'solo'],
    ['3', 'Ash', 'duet'],
  ])
  expect(compareRows(before, after, ['singer', 'piece'])).toEqual([
    { cells: ['1', 'First light', 'solo'], mark: 'changed', was: ['1', 'Dawn', 'solo'] },
    { cells: ['2', 'Dawn', null], mark: 'gone', was: null },
    { cells: ['1', 'Mill', null], mark: 'stands', was: null },
    { cells: ['3', 'Ash', 'duet'], mark: 'new', was: null },
  ])
})

it('pairs a row by its key, whatever else is changed', () => {
  const before = tableOf([['1', 'Dawn', 'solo']])
  const after = tableOf([
    ['2', 'Dawn', 'solo'],
    ['1', 'Mill', 'duet'],
  ])
  expect(compareRows(before, after, ['singer']).map(({ mark, cells }) => [mark, cells[0]])).toEqual([
    ['changed', '1'],
    ['new', '2'],
  ])
})

it('loses no row and makes none up', () => {
  const row = fc.tuple(
    fc.constantFrom('1', '2', '3'),
    fc.constantFrom('a', 'b', null),
    fc.constantFrom('x', null),
  )
  const rows = fc.array(row, { maxLength: 8 })
  const sorted = (list: readonly (readonly (string | null)[])[]): string[] =>
    list.map(cells => JSON.stringify(cells)).toSorted()
  fc.assert(
    fc.property(rows, rows, fc.constantFrom([], ['singer'], ['singer', 'piece']), (a, b, key) => {
      const compared = compareRows(tableOf(a), tableOf(b), key)
      expect(sorted(compared.filter(({ mark }) => mark !== 'gone').map(({ cells }) => cells))).toEqual(
        sorted(b),
      )
      const olds = compared.filter(({ mark }) => mark !== 'new').map(({ cells, was }) => was ?? cells)
      expect(sorted(olds)).toEqual(sorted(a))
      for (const { mark, cells, was } of compared)
        expect(was !== null && JSON.stringify(was) !== JSON.stringify(cells)).toBe(mark === 'changed')
    }),
    { numRuns: 500 },
  )
})
