import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  armstrongRows,
  borders,
  candidateKeys,
  chase,
  closure,
  decomposeToFourthForm,
  dependencyBasis,
  derivation,
  fourthFormViolations,
  functionalPart,
  implies,
  impliesMixed,
  isProof,
  leavesOf,
  losslessJoin,
  mixedClosure,
  mixedKeys,
  refutingRows,
  spuriousRows,
  type AttributeSet,
  type Constraints,
  type Dependency,
  type Multivalued,
  type Row,
} from '../../src/dependencies'
import { SIZE, aSet, fds, losslessByTableau, small, subsets } from '../support/dependencies'

const mvds = (): fc.Arbitrary<Multivalued[]> =>
  fc.array(fc.record({ from: aSet(), to: aSet(), multi: fc.constant(true as const) }), { maxLength: 3 })
const constraints = (): fc.Arbitrary<Constraints> => fc.record({ functional: fds(), multivalued: mvds() })

/** Implication by its definition: two rows that agree on the left side, chased, show what must hold. */
function followsByChase(
  { functional, multivalued }: Constraints,
  dependency: Dependency | Multivalued,
): boolean {
  const [a, b]: [Row, Row] = [
    Array.from({ length: SIZE }, () => 0),
    Array.from({ length: SIZE }, (_, at) => (dependency.from.has(at) ? 0 : 1)),
  ]
  const { rows, complete } = chase([a, b], { functional, multivalued })
  expect(complete).toBe(true)
  if (!('multi' in dependency))
    return [...dependency.to].every(at => rows.every(row => row[at] === rows[0]![at]))
  const wanted = a.map((symbol, at) =>
    dependency.from.has(at) || dependency.to.has(at) ? symbol : rows[1]![at]!,
  )
  return rows.some(row => row.every((symbol, at) => symbol === wanted[at]))
}

function satisfies(rows: readonly Row[], { functional, multivalued }: Constraints): boolean {
  const agree = (a: Row, b: Row, set: AttributeSet): boolean => [...set].every(at => a[at] === b[at])
  return rows.every(a =>
    rows.every(
      b =>
        functional.every(({ from, to }) => !agree(a, b, from) || agree(a, b, to)) &&
        multivalued.every(
          ({ from, to }) =>
            !agree(a, b, from) ||
            rows.some(row =>
              row.every((symbol, at) => symbol === (from.has(at) || to.has(at) ? a[at] : b[at])),
            ),
        ),
    ),
  )
}

const given = (functional: string[], multivalued: string[] = []): Constraints => {
  const read = (text: string): [string[], string[]] =>
    text.split(/->>?/).map(side => [...side.trim()]) as [string[], string[]]
  return {
    functional: functional.map(text => small.dependency(...read(text))),
    multivalued: multivalued.map(text => small.multivalued(...read(text))),
  }
}
const shown = (sets: readonly AttributeSet[]): string[] => sets.map(set => small.list(set).join(''))

describe('the dependency basis', () => {
  it('A →→ B, C → B gives A → B: a functional dependency that follows only through a multivalued one (coalescence)', () => {
    const both = given(['C->B'], ['A->>B'])
    expect(shown([mixedClosure(SIZE, small.set('A'), both)])).toEqual(['AB'])
    expect(impliesMixed(SIZE, both, small.dependency('A', 'B'))).toBe(true)
    expect(implies(SIZE, both.functional, small.dependency('A', 'B'))).toBe(false)
  })
  it('A →→ B in ABCDE splits into B and CDE; A →→ CDE by complementation', () => {
    const one = given([], ['A->>B'])
    expect(shown(dependencyBasis(SIZE, small.set('A'), one))).toEqual(['B', 'CDE'])
    expect(impliesMixed(SIZE, one, small.multivalued('A', 'CDE'))).toBe(true)
    expect(impliesMixed(SIZE, one, small.multivalued('A', 'CD'))).toBe(false)
  })
  it('agrees with the chase, for both kinds', () => {
    fc.assert(
      fc.property(constraints(), aSet(), aSet(), (all, from, to) => {
        expect(impliesMixed(SIZE, all, { from, to })).toBe(followsByChase(all, { from, to }))
        expect(impliesMixed(SIZE, all, { from, to, multi: true })).toBe(
          followsByChase(all, { from, to, multi: true }),
        )
      }),
      { numRuns: 300 },
    )
  })
  it('without multivalued dependencies its closure is the closure', () => {
    fc.assert(
      fc.property(fds(), aSet(), (functional, start) => {
        expect(small.list(mixedClosure(SIZE, start, { functional, multivalued: [] }))).toEqual(
          small.list(closure(SIZE, start, functional)),
        )
      }),
    )
  })
})

describe('the borders of a monotone predicate', () => {
  it('are the minimal sets that hold and the maximal ones that do not', () => {
    fc.assert(
      fc.property(fds(), aSet(), (functional, goal) => {
        const holds = (set: AttributeSet): boolean => goal.isSubsetOf(closure(SIZE, set, functional))
        const { minimal, maximal, complete } = borders(SIZE, holds)
        const isMinimal = (set: AttributeSet): boolean =>
          holds(set) && [...set].every(at => !holds(set.without(at)))
        const isMaximal = (set: AttributeSet): boolean =>
          !holds(set) && [...small.all.minus(set)].every(at => holds(set.with(at)))
        expect(complete).toBe(true)
        expect(shown(minimal).sort()).toEqual(shown(subsets.filter(isMinimal)).sort())
        expect(shown(maximal).sort()).toEqual(shown(subsets.filter(isMaximal)).sort())
      }),
    )
  })
  it('say when the limit stopped them, and stop at the same place again', () => {
    const holds = (set: AttributeSet): boolean => set.size >= 3
    const first = borders(SIZE, holds, { limit: 12 })
    expect(first.complete).toBe(false)
    expect(shown(first.maximal)).toEqual(shown(borders(SIZE, holds, { limit: 12 }).maximal))
  })
})

describe('keys under both kinds', () => {
  it('are the minimal sets whose closure is everything', () => {
    fc.assert(
      fc.property(constraints(), all => {
        const isSuper = (set: AttributeSet): boolean => small.all.isSubsetOf(mixedClosure(SIZE, set, all))
        expect(shown(mixedKeys(SIZE, all).keys).sort()).toEqual(
          shown(
            subsets.filter(set => isSuper(set) && [...set].every(at => !isSuper(set.without(at)))),
          ).sort(),
        )
      }),
    )
  })
  it('without multivalued dependencies are those of Lucchesi and Osborn', () => {
    fc.assert(
      fc.property(fds(), functional => {
        expect(shown(mixedKeys(SIZE, { functional, multivalued: [] }).keys)).toEqual(
          shown(candidateKeys(SIZE, functional).keys),
        )
      }),
    )
  })
})

describe('the chase of a split', () => {
  const split = (): fc.Arbitrary<AttributeSet[]> =>
    fc
      .array(
        aSet().filter(set => set.size > 0),
        { minLength: 1, maxLength: 3 },
      )
      .map(parts => {
        const rest = small.all.minus(parts.reduce((all, part) => all.union(part)))
        return rest.isEmpty() ? parts : [...parts, rest]
      })
  it('is lossless exactly when the tableau shows no spurious row', () => {
    fc.assert(
      fc.property(constraints(), split(), (all, parts) => {
        const { lossless: isLossless, rows, complete } = losslessJoin(SIZE, parts, all)
        expect(complete).toBe(true)
        expect(satisfies(rows, all)).toBe(true)
        expect(spuriousRows(rows, parts, SIZE).length === 0 || !isLossless).toBe(true)
        expect(spuriousRows(rows, parts, SIZE).some(row => row.every(symbol => symbol === 0))).toBe(
          !isLossless,
        )
      }),
      { numRuns: 150 },
    )
  })
  it('agrees with the test for functional dependencies alone', () => {
    fc.assert(
      fc.property(fds(), split(), (functional, parts) => {
        expect(losslessJoin(SIZE, parts, { functional, multivalued: [] }).lossless).toBe(
          losslessByTableau(parts, functional),
        )
      }),
    )
  })
  it('in two parts is lossless exactly when the common part multidetermines one of them (Fagin 1977)', () => {
    fc.assert(
      fc.property(constraints(), aSet(), aSet(), (all, left, common) => {
        const [a, b] = [left.union(common), small.all.minus(left).union(common)]
        expect(losslessJoin(SIZE, [a, b], all).lossless).toBe(
          impliesMixed(SIZE, all, { from: a.intersect(b), to: a, multi: true }),
        )
      }),
      { numRuns: 200 },
    )
  })
  it('says what was equated and added, and when its limit stopped it', () => {
    const { steps, rows } = losslessJoin(SIZE, [small.set('AB'), small.set('ACDE')], given(['A->B']))
    expect(steps).toEqual([{ kind: 'equated', dependency: 0, attribute: 1, kept: 0, replaced: 2 }])
    expect(rows[1]).toEqual([0, 0, 0, 0, 0])
    expect(
      losslessJoin(
        SIZE,
        [small.set('AB'), small.set('BC'), small.set('CDE')],
        given([], ['A->>B', 'B->>C']),
        { limit: 2 },
      ).lossless,
    ).toBeUndefined()
  })
})

describe('proofs by the rules of Armstrong', () => {
  it('exist exactly where the dependency follows, hold line by line, end in the goal and leave no line unused', () => {
    fc.assert(
      fc.property(fds(), aSet(), aSet(), (functional, from, to) => {
        const lines = derivation(SIZE, functional, { from, to })
        expect(lines !== undefined).toBe(implies(SIZE, functional, { from, to }))
        if (!lines) return
        expect(isProof(lines, functional)).toBe(true)
        expect(lines.at(-1)!.dependency.from.equals(from) && lines.at(-1)!.dependency.to.equals(to)).toBe(
          true,
        )
        const used = new Set(lines.flatMap(line => line.from))
        expect(lines.slice(0, -1).every((_, i) => used.has(i))).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
  it('a line that does not follow is no proof', () => {
    const functional = given(['A->B']).functional
    expect(
      isProof([{ rule: 'reflexivity', dependency: small.dependency('A', 'B'), from: [] }], functional),
    ).toBe(false)
    expect(
      isProof([{ rule: 'transitivity', dependency: small.dependency('A', 'B'), from: [0, 1] }], functional),
    ).toBe(false)
  })
})

describe('rows that show', () => {
  it('two rows refute what does not follow, and satisfy all that is given', () => {
    fc.assert(
      fc.property(constraints(), aSet(), aSet(), fc.boolean(), (all, from, to, isMulti) => {
        const dependency = isMulti ? { from, to, multi: true as const } : { from, to }
        const rows = refutingRows(SIZE, all, dependency)
        expect(rows === undefined).toBe(impliesMixed(SIZE, all, dependency))
        if (!rows) return
        expect(satisfies(rows, all)).toBe(true)
        expect(
          satisfies(
            rows,
            isMulti
              ? { functional: [], multivalued: [{ from, to, multi: true }] }
              : { functional: [{ from, to }], multivalued: [] },
          ),
        ).toBe(false)
      }),
      { numRuns: 300 },
    )
  })
  it('Armstrong rows satisfy exactly what follows', () => {
    fc.assert(
      fc.property(fds(), functional => {
        const rows = armstrongRows(SIZE, functional)!
        for (const from of subsets)
          for (let at = 0; at < SIZE; at++) {
            const to = small.set([small.names[at]!])
            expect(satisfies(rows, { functional: [{ from, to }], multivalued: [] })).toBe(
              implies(SIZE, functional, { from, to }),
            )
          }
      }),
      { numRuns: 60 },
    )
    expect(armstrongRows(SIZE, given(['A->B']).functional, { limit: 3 })).toBeUndefined()
  })
})

describe('fourth normal form', () => {
  /** By the definition: an implied multivalued dependency, not trivial, from what is no superkey. */
  const isInFourthForm = (all: Constraints): boolean =>
    subsets.every(
      from =>
        small.all.isSubsetOf(mixedClosure(SIZE, from, all)) || dependencyBasis(SIZE, from, all).length <= 1,
    )
  it('is broken exactly where a violation is named', () => {
    fc.assert(
      fc.property(constraints(), all => {
        expect(fourthFormViolations(SIZE, all).length === 0).toBe(isInFourthForm(all))
      }),
      { numRuns: 200 },
    )
  })
  it('is reached by splitting, without loss, in parts that cannot be split further', () => {
    fc.assert(
      fc.property(constraints(), all => {
        const tree = decomposeToFourthForm(SIZE, all)!
        const leaves = leavesOf(tree)
        expect(losslessJoin(SIZE, leaves, all).lossless).toBe(true)
        for (const leaf of leaves) {
          for (const from of subsets.filter(
            set => set.isSubsetOf(leaf) && !leaf.isSubsetOf(mixedClosure(SIZE, set, all)),
          )) {
            expect(
              dependencyBasis(SIZE, from, all)
                .map(block => block.intersect(leaf))
                .filter(block => !block.isEmpty()).length,
            ).toBeLessThanOrEqual(1)
          }
        }
      }),
      { numRuns: 150 },
    )
  })
  it('keeps what one side fixes in one part', () => {
    const leaves = leavesOf(decomposeToFourthForm(SIZE, given(['A->BC'], ['A->>D']))!)
    expect(leaves.some(leaf => ['A', 'B', 'C'].every(name => small.list(leaf).includes(name)))).toBe(true)
  })
  it('says that its limit stopped it', () =>
    expect(decomposeToFourthForm(SIZE, given([]), { limit: 3 })).toBeUndefined())
})

describe('the functional part of both kinds', () => {
  it('has the closures of both together, and is a minimal cover', () => {
    fc.assert(
      fc.property(constraints(), all => {
        const part = functionalPart(SIZE, all)!
        for (const set of subsets)
          expect(small.list(closure(SIZE, set, part))).toEqual(small.list(mixedClosure(SIZE, set, all)))
      }),
      { numRuns: 100 },
    )
  })
  it('says that its limit stopped it', () =>
    expect(functionalPart(SIZE, given([], ['A->>B']), { limit: 2 })).toBeUndefined())
})
