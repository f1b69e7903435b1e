import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MOST_COLUMNS, discover, findInRows, nearlyHolding, type FlatTable } from '../../src/rows'

const NAMES = ['a', 'b', 'c', 'd', 'e']
const table = (...rows: string[]): FlatTable => ({
  columns: NAMES.slice(0, rows[0]?.length ?? 0),
  rows: rows.map(row => [...row].map(cell => (cell === '.' ? '' : cell))),
})

/** Small tables in which much depends on much: few values, some cells empty, some rows twice. */
const aTable = (): fc.Arbitrary<FlatTable> =>
  fc.integer({ min: 1, max: 5 }).chain(width =>
    fc
      .array(fc.array(fc.constantFrom('', 'x', 'y', 'z'), { minLength: width, maxLength: width }), {
        maxLength: 9,
      })
      .map(rows => ({ columns: NAMES.slice(0, width), rows })),
  )

const subsets = (width: number): number[][] =>
  Array.from({ length: 1 << width }, (_, bits) =>
    NAMES.slice(0, width)
      .map((_, at) => at)
      .filter(at => (bits >> at) & 1),
  )
const agree = (a: readonly string[], b: readonly string[], columns: readonly number[]): boolean =>
  columns.every(at => a[at] === b[at])
const isWithin = (a: readonly number[], b: readonly number[]): boolean => a.every(at => b.includes(at))

/** X → b by its definition: any two rows. */
const holds = ({ rows }: FlatTable, from: readonly number[], to: number): boolean =>
  rows.every(a => rows.every(b => !agree(a, b, from) || a[to] === b[to]))
const isUnique = ({ rows, columns }: FlatTable, set: readonly number[]): boolean =>
  rows.every(a =>
    rows.every(
      b =>
        !agree(a, b, set) ||
        agree(
          a,
          b,
          columns.map((_, at) => at),
        ),
    ),
  )

function byDefinition(flat: FlatTable) {
  const sets = subsets(flat.columns.length)
  const minimal = (test: (set: readonly number[]) => boolean): string[] =>
    sets
      .filter(
        set =>
          test(set) && !sets.some(other => other.length < set.length && isWithin(other, set) && test(other)),
      )
      .map(String)
  return {
    dependencies: flat.columns
      .flatMap((_, to) =>
        minimal(set => !set.includes(to) && holds(flat, set, to)).map(from => `${from}>${to}`),
      )
      .sort(),
    keys: minimal(set => isUnique(flat, set)).sort(),
  }
}

/** g3 by its definition: the fewest rows that have to go, found by trying which to keep. */
function fewestToGo({ rows }: FlatTable, from: readonly number[], to: number): number {
  for (let go = 0; go <= rows.length; go++) {
    for (let bits = 0; bits < 1 << rows.length; bits++) {
      const kept = rows.filter((_, i) => (bits >> i) & 1)
      if (kept.length === rows.length - go && holds({ columns: [], rows: kept }, from, to)) return go
    }
  }
  return rows.length
}

describe('dependencies in rows', () => {
  it('are all minimal ones and no other, as the definition has it', () => {
    fc.assert(
      fc.property(aTable(), flat => {
        const { dependencies, keys, complete } = discover(flat)
        expect(complete).toBe(true)
        expect({
          dependencies: dependencies.map(({ from, to }) => `${String(from)}>${to}`).sort(),
          keys: keys.map(String).sort(),
        }).toEqual(byDefinition(flat))
      }),
      { numRuns: 400 },
    )
  })

  it('with a bound on the left side are those within the bound', () => {
    fc.assert(
      fc.property(aTable(), fc.integer({ min: 0, max: 3 }), (flat, largest) => {
        const bounded = discover(flat, { largest }).dependencies.map(
          ({ from, to }) => `${String(from)}>${to}`,
        )
        expect(bounded).toEqual(
          discover(flat)
            .dependencies.filter(({ from }) => from.length <= largest)
            .map(({ from, to }) => `${String(from)}>${to}`),
        )
      }),
    )
  })

  it('stopped by a limit hold all the same', () => {
    fc.assert(
      fc.property(aTable(), fc.integer({ min: 0, max: 200 }), (flat, limit) => {
        const { dependencies } = discover(flat, { limit })
        const all = discover(flat).dependencies.map(({ from, to }) => `${String(from)}>${to}`)
        expect(dependencies.every(({ from, to }) => all.includes(`${String(from)}>${to}`))).toBe(true)
      }),
    )
  })

  it('an empty cell equals an empty cell, and a row that stands twice refutes nothing', () => {
    const { dependencies, duplicates } = discover(table('.1', '.2', '.2'))
    expect(duplicates).toBe(1)
    expect(dependencies.map(({ from, to }) => [from, to])).toEqual([[[], 0]])
    expect(discover(table('.1', '.2')).keys).toEqual([[1]])
  })

  it('one that many rows bear looks meant, one that hardly two rows share looks accidental', () => {
    const rows = Array.from({ length: 40 }, (_, i) => [
      String(i),
      `taxon ${i % 8}`,
      `genus ${(i % 8) % 4}`,
      i < 2 ? 'odd' : String(i * 7),
    ])
    const { dependencies } = findInRows({ columns: ['no', 'taxon', 'genus', 'seeds'], rows })
    const look = (from: string, to: string) =>
      dependencies.find(other => other.from.join() === from && other.to === to)?.look
    expect(look('taxon', 'genus')).toBe('meant')
    // What tells the row apart and is called a number is the key that is meant.
    expect(look('no', 'taxon')).toBe('meant')
    expect(look('taxon,seeds', 'no')).toBe('of a key')
    expect(look('seeds', 'genus')).toBe(undefined)
  })

  it('refuses a table that is too wide', () => {
    expect(() =>
      discover({ columns: Array.from({ length: MOST_COLUMNS + 1 }, (_, i) => `c${i}`), rows: [] }),
    ).toThrow(RangeError)
  })

  it('tells how far it is, and can be ended from there', () => {
    const rows = Array.from({ length: 300 }, (_, i) => [i % 7, i % 5, i % 3, i % 11].map(String))
    let told = 0
    expect(() =>
      discover(
        { columns: ['a', 'b', 'c', 'd'], rows },
        {
          onProgress: () => {
            if (++told === 3) throw new Error('stopped')
          },
        },
      ),
    ).toThrow('stopped')
  })
})

describe('dependencies that nearly hold', () => {
  it('have the error and the rows that the definition gives', () => {
    fc.assert(
      fc.property(aTable(), flat => {
        for (const { from, to, error, rows } of nearlyHolding(flat, [], { error: 0.4 })) {
          expect(Math.round(error * flat.rows.length)).toBe(fewestToGo(flat, from, to))
          expect(holds({ columns: [], rows: flat.rows.filter((_, i) => !rows.includes(i)) }, from, to)).toBe(
            true,
          )
        }
      }),
      { numRuns: 60 },
    )
  })

  it('finds the one slip among forty rows, and names its row', () => {
    const rows = Array.from({ length: 40 }, (_, i) => [
      `site ${i % 5}`,
      i === 17 ? 'LH 112 09' : `ref ${i % 5}`,
      String(i),
    ])
    const { nearly } = findInRows({ columns: ['site', 'grid_ref', 'no'], rows })
    expect(nearly.find(({ from, to }) => from.join() === 'site' && to === 'grid_ref')).toEqual({
      from: ['site'],
      to: 'grid_ref',
      error: 1 / 40,
      rows: [17],
    })
  })

  it('says nothing of a column that is nearly always the same', () => {
    const rows = Array.from({ length: 60 }, (_, i) => [`site ${i % 3}`, i === 5 ? 'yes' : 'no'])
    expect(findInRows({ columns: ['site', 'checked'], rows }).nearly).toEqual([])
  })
})
