import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dictionaryFromRows } from '../../src/dictionary'
import {
  analyseRows,
  couldIdentify,
  discover,
  doesFix,
  meantDependencies,
  findInRows,
  projectRows,
  proposeSplit,
  rejoin,
  repeatingFacts,
  profile,
  surrogateIn,
  type FlatTable,
} from '../../src/rows'

const LEDGER: FlatTable = {
  columns: ['no', 'taxon', 'family', 'trip', 'site', 'collectors', 'phone_1', 'phone_2'],
  rows: [
    ['1', 'Poa', 'Poaceae', '31', 'Skerry', '007; 012', '11', '12'],
    ['2', 'Poa', 'Poaceae', '31', 'Skerry', '007; 012', '11', '12'],
    ['3', 'Carex', 'Cyperaceae', '32', 'Hill', '012', '12', ''],
    ['4', 'Poa', 'Poaceae', '32', 'Hill', '012', '12', ''],
    ['5', 'Carex', 'Cyperaceae', '33', 'Skerry', '031; 007', '13', '11'],
    ['6', 'Carex', 'Cyperaceae', '33', 'Skerry', '031; 007', '13', '11'],
  ],
}
const aTable = (): fc.Arbitrary<FlatTable> =>
  fc
    .array(fc.tuple(...Array.from({ length: 4 }, () => fc.constantFrom('', 'x', 'y', 'z'))), {
      minLength: 1,
      maxLength: 9,
    })
    .map(rows => ({ columns: ['a', 'b', 'c', 'd'], rows }))

describe('questions to rows', () => {
  it('what cannot identify is shown by two rows that share it', () => {
    expect(couldIdentify(LEDGER, ['trip'])).toMatchObject({ isUnique: false, refuting: [0, 1], sharing: 6 })
    expect(couldIdentify(LEDGER, ['no'])).toMatchObject({ isUnique: true, refuting: null, isSurrogate: true })
    expect(couldIdentify(LEDGER, ['no', 'trip'])).toMatchObject({ isUnique: true, superfluous: 'trip' })
    expect(couldIdentify(LEDGER, ['phone_2']).empty).toEqual(['phone_2'])
  })

  it('a row that stands twice speaks against nobody, and is counted', () => {
    expect(
      couldIdentify(
        {
          columns: ['a', 'b'],
          rows: [
            ['1', 'x'],
            ['1', 'x'],
            ['2', 'x'],
          ],
        },
        ['a'],
      ),
    ).toMatchObject({ isUnique: true, duplicates: 1 })
  })

  it('a number that only counts rows hides that facts stand there twice', () => {
    expect(
      surrogateIn({
        columns: ['id', 'taxon', 'site'],
        rows: [
          ['1', 'Poa', 'Skerry'],
          ['2', 'Poa', 'Skerry'],
          ['3', 'Carex', 'Hill'],
        ],
      }),
    ).toEqual({ column: 'id', repeated: 1 })
    expect(
      surrogateIn({
        columns: ['id', 'taxon', 'site'],
        rows: [
          ['1', 'Poa', 'Skerry'],
          ['2', 'Poa', 'Hill'],
          ['3', 'Carex', 'Hill'],
        ],
      }),
    ).toBe(null)
    expect(
      surrogateIn({
        columns: ['id', 'taxon'],
        rows: [
          ['1', 'Poa'],
          ['3', 'Poa'],
          ['4', 'Carex'],
        ],
      }),
    ).toBe(null)
  })

  it('what does not fix is shown by two rows, with all that speak against it', () => {
    expect(doesFix(LEDGER, ['taxon'], ['family'])).toMatchObject({
      holds: true,
      refuting: null,
      support: 6,
      error: 0,
      mostRepeated: { values: ['Poa'], rows: 3 },
    })
    expect(doesFix(LEDGER, ['site'], ['trip'])).toMatchObject({
      holds: false,
      refuting: [0, 4],
      error: 2 / 6,
      offending: [4, 5],
    })
  })

  it('agree with what is discovered', () => {
    fc.assert(
      fc.property(aTable(), fc.subarray([0, 1, 2, 3]), fc.integer({ min: 0, max: 3 }), (table, from, to) => {
        const { dependencies, keys } = discover(table)
        const names = from.map(at => table.columns[at]!)
        const follows =
          from.includes(to) ||
          dependencies.some(found => found.to === to && found.from.every(at => from.includes(at)))
        expect(doesFix(table, names, [table.columns[to]!]).holds).toBe(follows)
        expect(couldIdentify(table, names).isUnique).toBe(
          keys.some(key => key.every(at => from.includes(at))),
        )
      }),
      { numRuns: 400 },
    )
  })
})

describe('a split of rows', () => {
  it('by what holds gives the same rows when joined, whatever the rows are', () => {
    fc.assert(
      fc.property(aTable(), table => {
        const { dependencies } = discover(table)
        const named = dependencies.map(({ from, to }) => ({
          from: from.map(at => table.columns[at]!),
          to: [table.columns[to]!],
        }))
        expect(proposeSplit(table, named)).toMatchObject({ spurious: 0, missing: 0 })
      }),
      { numRuns: 300 },
    )
  })

  it('by what does not hold gives rows that were not there, and says how many', () => {
    const table: FlatTable = {
      columns: ['a', 'b', 'c'],
      rows: [
        ['1', 'x', 'p'],
        ['1', 'y', 'q'],
      ],
    }
    expect(rejoin(table, [projectRows(table, ['a', 'b']), projectRows(table, ['a', 'c'])])).toMatchObject({
      spurious: [
        ['1', 'x', 'q'],
        ['1', 'y', 'p'],
      ],
      missing: [],
    })
  })

  it('takes lists and numbered columns out into tables of their own', () => {
    const columns = profile(LEDGER)
    const repeating = repeatingFacts(LEDGER.columns, columns)
    expect(repeating).toEqual([
      { columns: ['phone_1', 'phone_2'], separator: null },
      { columns: ['collectors'], separator: ';' },
    ])
    const meant = [
      { from: ['taxon'], to: ['family'] },
      { from: ['trip'], to: ['site', 'collectors'] },
      { from: ['no'], to: ['taxon', 'trip', 'phone_1', 'phone_2'] },
    ]
    const { parts, unfolded, spurious, missing } = proposeSplit(LEDGER, meant, repeating)
    expect(parts.map(({ name, columns: names }) => `${name}: ${names.join(' ')}`).sort()).toEqual([
      'no: no taxon trip',
      'taxon: taxon family',
      'trip: trip site',
    ])
    expect(unfolded.map(({ part, givesBack }) => [part.name, part.columns, part.rows, givesBack])).toEqual([
      ['no_phone', ['no', 'phone'], 10, true],
      ['trip_collectors', ['trip', 'collectors'], 5, true],
    ])
    expect([spurious, missing]).toEqual([0, 0])
  })

  it('no two parts have the same name, a repeating fact among them', () => {
    const table: FlatTable = {
      columns: ['no', 'tag', 'tag_1', 'tag_2'],
      rows: [
        ['1', 'a', 'x', 'y'],
        ['2', 'a', 'x', ''],
        ['3', 'b', 'y', 'z'],
      ],
    }
    const { parts, unfolded } = proposeSplit(
      table,
      [{ from: ['no', 'tag'], to: ['tag_1', 'tag_2'] }],
      [{ columns: ['tag_1', 'tag_2'], separator: null }],
    )
    const names = [...parts, ...unfolded.map(({ part }) => part)].map(({ name }) => name)
    expect(new Set(names).size).toBe(names.length)
  })

  it('a join that grows beyond the limit is given up', () => {
    const table: FlatTable = {
      columns: ['a', 'b'],
      rows: Array.from({ length: 30 }, (_, i) => [String(i), String(i)]),
    }
    expect(
      rejoin(table, [projectRows(table, ['a']), projectRows(table, ['b'])], { limit: 100 }),
    ).toMatchObject({ complete: false })
  })

  it('what belongs together by its number stays together', () => {
    const columns = ['basket_no', 'packed_on', 'product1', 'qty1', 'product2', 'qty2', 'product3', 'qty3']
    const rows = [
      ['1', '2025-05-01', 'pear', '4', 'plum', '2', '', ''],
      ['2', '2025-05-01', 'plum', '2', '', '', '', ''],
      ['3', '2025-05-02', 'fig', '9', 'pear', '1', 'plum', '2'],
    ]
    const { repeating, proposal } = analyseRows({ columns, rows })
    expect(repeating).toEqual([
      {
        columns: ['product1', 'product2', 'product3', 'qty1', 'qty2', 'qty3'],
        groups: [
          ['product1', 'product2', 'product3'],
          ['qty1', 'qty2', 'qty3'],
        ],
        separator: null,
      },
    ])
    expect(
      proposal.unfolded.map(({ part, givesBack }) => [part.columns, part.keys, part.rows, givesBack]),
    ).toEqual([[['basket_no', 'product', 'qty'], [['basket_no', 'product']], 6, true]])
    const entries = dictionaryFromRows({ columns, rows }, proposal).entries.filter(
      ({ entity }) => entity === proposal.unfolded[0]!.part.name,
    )
    expect(entries.map(({ field, type, example }) => [field, type, example])).toEqual([
      ['basket_no', 'whole number', '1'],
      ['product', 'text', 'pear'],
      ['qty', 'whole number', '4'],
    ])
  })
  it('other numbers are other facts, and so is one without a partner', () => {
    const facts = (...columns: string[]) => repeatingFacts(columns, []).map(({ columns: own }) => own)
    expect(facts('phone_1', 'phone_2', 'child1', 'child2', 'child3')).toEqual([
      ['phone_1', 'phone_2'],
      ['child1', 'child2', 'child3'],
    ])
  })

  it('is proposed from what looks meant', () => {
    const rows = Array.from({ length: 40 }, (_, i) => [
      String(i),
      `taxon ${i % 8}`,
      `genus ${i % 4}`,
      `note ${(i * 7) % 13} ${i % 3}`,
    ])
    const table = { columns: ['no', 'taxon', 'genus', 'note'], rows }
    expect(meantDependencies(findInRows(table), [])).toContainEqual({ from: ['taxon'], to: ['genus'] })
  })
})
