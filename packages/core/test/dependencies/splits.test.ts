import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  Relation,
  Universe,
  bcnfTree,
  candidateKeys,
  closure,
  keysOneByOne,
  leavesOf,
  losslessJoin,
  repeatedFact,
  splitInPairs,
  type AttributeSet,
  type Dependency,
  type SplitTree,
} from '../../src/dependencies'
import { relationFromSchema, relationOf } from '../../src/claims'
import { reviewScript } from '../../src/sql'
import { SIZE, closureByDefinition, fds, small, subsets } from '../support/dependencies'

/** Boyce-Codd by its definition: whatever fixes something more of the part fixes all of it. */
const isInBcnf = (part: AttributeSet, dependencies: readonly Dependency[]): boolean =>
  subsets
    .filter(set => set.isSubsetOf(part))
    .every(set => {
      const fixed = closureByDefinition(set, dependencies).intersect(part)
      return fixed.equals(set) || fixed.equals(part)
    })
const keysByDefinition = (
  dependencies: readonly Dependency[],
  part: AttributeSet = small.all,
): AttributeSet[] => {
  const superkeys = subsets.filter(
    set => set.isSubsetOf(part) && part.isSubsetOf(closureByDefinition(set, dependencies)),
  )
  return superkeys.filter(set => !superkeys.some(other => other.isSubsetOf(set) && !other.equals(set)))
}
const sorted = (sets: Iterable<AttributeSet>): string[] => [...sets].map(({ key }) => key).sort()

describe('keys, one by one', () => {
  it('are all keys, each once', () => {
    fc.assert(
      fc.property(fds(), dependencies => {
        expect(sorted(keysOneByOne(SIZE, dependencies))).toEqual(sorted(keysByDefinition(dependencies)))
      }),
    )
  })

  it('end at a limit of steps and at a cancel, and say so; the first is always given', () => {
    const pairs = Array.from({ length: 12 }, (_, i) => [`a${i}`, `b${i}`] as const)
    const universe = new Universe(pairs.flat())
    const dependencies = pairs.flatMap(([a, b]) => [
      universe.dependency([a], [b]),
      universe.dependency([b], [a]),
    ])
    expect([...keysOneByOne(24, dependencies)].length).toBe(4096)
    expect(candidateKeys(24, dependencies, { limit: 100 })).toMatchObject({ complete: false })
    expect(candidateKeys(24, dependencies, { limit: 1 }).keys.length).toBe(1)
    let asked = 0
    const some = [...keysOneByOne(24, dependencies, { cancelled: () => ++asked > 50 })]
    expect(some.length).toBeGreaterThan(0)
    expect(some.length).toBeLessThan(60)
    const first = keysOneByOne(24, dependencies).next()
    expect(first.done).toBe(false)
  })
})

describe('splits into Boyce-Codd normal form', () => {
  const lossless = (parts: readonly AttributeSet[], functional: readonly Dependency[]) =>
    losslessJoin(SIZE, parts, { functional, multivalued: [] }).lossless

  it('by violations: a tree whose leaves are in the form and lose nothing, each node split by what breaks the form there', () => {
    fc.assert(
      fc.property(fds(), dependencies => {
        const tree = bcnfTree(SIZE, dependencies)!
        const leaves = leavesOf(tree)
        expect(leaves.every(leaf => isInBcnf(leaf, dependencies))).toBe(true)
        expect(lossless(leaves, dependencies)).toBe(true)
        const visit = ({ attributes, by, parts }: SplitTree): void => {
          if (!by || !parts) return
          const fixed = closureByDefinition(by.from, dependencies)
          expect(by.to.isSubsetOf(fixed)).toBe(true)
          expect(attributes.isSubsetOf(fixed)).toBe(false)
          parts.forEach(visit)
        }
        visit(tree)
      }),
    )
  })

  it('in pairs: every part in the form, nothing lost', () => {
    fc.assert(
      fc.property(fds(), dependencies => {
        const parts = splitInPairs(SIZE, dependencies)
        expect(parts.every(part => isInBcnf(part, dependencies))).toBe(true)
        expect(lossless(parts, dependencies)).toBe(true)
      }),
    )
  })
})

describe('a relation', () => {
  const relation = (functional: readonly Dependency[]): Relation =>
    new Relation(small, { functional, multivalued: [] })

  it('knows keys and form of its parts', () => {
    fc.assert(
      fc.property(fds(), fc.constantFrom(...subsets.filter(set => !set.isEmpty())), (dependencies, part) => {
        const found = relation(dependencies).part(part)!
        expect(sorted(found.keys)).toEqual(sorted(keysByDefinition(dependencies, part)))
        expect(found.form === 'BCNF').toBe(isInBcnf(part, dependencies))
        if (found.violation)
          expect(found.violation.to.isSubsetOf(closure(SIZE, found.violation.from, dependencies))).toBe(true)
      }),
    )
  })

  it('shows each violation on rows that every dependency allows, with the fact written twice', () => {
    fc.assert(
      fc.property(fds(), dependencies => {
        const own = relation(dependencies)
        for (const { dependency } of own.violations) {
          const { rows, fact } = repeatedFact(own, dependency)!
          for (const { from, to } of dependencies)
            for (const a of rows)
              for (const b of rows) {
                if ([...from].every(at => a[at] === b[at]))
                  expect([...to].every(at => a[at] === b[at])).toBe(true)
              }
          expect(rows.filter(row => [...fact].every(at => row[at] === rows[0]![at])).length).toBeGreaterThan(
            1,
          )
        }
      }),
    )
  })
})

describe('a relation from a script', () => {
  it('takes columns that refer for what they refer to', () => {
    const { schema } = reviewScript(
      'CREATE TABLE trip (no integer PRIMARY KEY, site text); CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer REFERENCES trip (no), seeds integer);',
    )
    const taken = relationFromSchema(schema, 'ledger')
    expect(taken).toEqual({
      name: 'ledger',
      attributes: ['trip_no', 'site', 'accession_no', 'seeds'],
      dependencies: 'trip_no -> site\naccession_no -> trip_no, seeds',
    })
    const { universe, keys } = relationOf(taken)
    expect(keys.keys.map(key => universe.list(key))).toEqual([['accession_no']])
  })

  it('tells two references to one table apart', () => {
    const { schema } = reviewScript(
      'CREATE TABLE garden (code char(4) PRIMARY KEY); CREATE TABLE loan (no integer PRIMARY KEY, lender char(4) REFERENCES garden, borrower char(4) REFERENCES garden);',
    )
    expect(relationFromSchema(schema).attributes).toEqual(['code', 'no', 'lender', 'borrower'])
  })
})
