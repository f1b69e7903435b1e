import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  AttributeSet,
  Universe,
  candidateKeys,
  closure,
  compareSets,
  decomposeToBcnf,
  derivationSteps,
  equivalent,
  implies,
  keysOfPart,
  losslessJoin,
  lostDependencies,
  minimalCover,
  normalForm,
  primeAttributes,
  project,
  refuteKey,
  synthesis,
  type Dependency,
} from '../../src/dependencies'
import {
  SIZE,
  aSet,
  closureByDefinition,
  fd,
  fds,
  letters,
  set,
  small,
  subsets,
} from '../support/dependencies'

const keysByDefinition = (dependencies: readonly Dependency[]): AttributeSet[] => {
  const superkeys = subsets.filter(subset => closureByDefinition(subset, dependencies).equals(small.all))
  return superkeys
    .filter(key => !superkeys.some(other => other !== key && other.isSubsetOf(key)))
    .sort(compareSets)
}

describe('attribute sets', () => {
  it('keep more than 32 attributes apart', () => {
    const many = AttributeSet.of(100, [0, 31, 32, 64, 99])
    expect([...many]).toEqual([0, 31, 32, 64, 99])
    expect(many.without(64).size).toBe(4)
    expect(AttributeSet.full(100).minus(many).size).toBe(95)
  })

  it('agree with sets of numbers', () => {
    const numbers = fc.uniqueArray(fc.nat(69))
    fc.assert(
      fc.property(numbers, numbers, (a, b) => {
        const [x, y] = [AttributeSet.of(70, a), AttributeSet.of(70, b)]
        expect([...x.union(y)]).toEqual([...new Set([...a, ...b])].sort((p, q) => p - q))
        expect([...x.minus(y)]).toEqual(a.filter(n => !b.includes(n)).sort((p, q) => p - q))
        expect(x.isSubsetOf(y)).toBe(a.every(n => b.includes(n)))
        expect(x.meets(y)).toBe(a.some(n => b.includes(n)))
      }),
    )
  })

  it('refuse an attribute that is listed twice, by name', () => {
    expect(() => new Universe(['a', 'b', 'a'])).toThrow('"a" is listed twice')
  })
})

describe('closure', () => {
  it('follows dependencies transitively: A⁺ under A→B, B→C is ABC', () => {
    expect(letters.list(closure(10, set('A'), [fd('A->B'), fd('B->C')]))).toEqual(['A', 'B', 'C'])
  })
  it('ignores a dependency whose left side is only partly covered', () => {
    expect(letters.list(closure(10, set('A'), [fd('AB->C')]))).toEqual(['A'])
  })
  it('fires a dependency with an empty left side at once', () => {
    expect(letters.list(closure(10, set(''), [fd('->A'), fd('A->B')]))).toEqual(['A', 'B'])
  })
  it('is what the definition says', () => {
    fc.assert(
      fc.property(aSet(), fds(), (start, given) =>
        closure(SIZE, start, given).equals(closureByDefinition(start, given)),
      ),
    )
  })
  it('is monotone and idempotent', () => {
    fc.assert(
      fc.property(aSet(), aSet(), fds(), (x, y, given) => {
        const cx = closure(SIZE, x, given)
        return cx.isSubsetOf(closure(SIZE, x.union(y), given)) && closure(SIZE, cx, given).equals(cx)
      }),
    )
  })
})

describe('derivation steps', () => {
  it('lead from the start to the goal, and none can be left out', () => {
    fc.assert(
      fc.property(aSet(), aSet(), fds(), (start, goal, given) => {
        const steps = derivationSteps(SIZE, start, goal, given)
        if (!steps) return !goal.isSubsetOf(closureByDefinition(start, given))
        const used = steps.map(({ dependency }) => given[dependency]!)
        const reaches = (list: readonly Dependency[]): boolean =>
          goal.isSubsetOf(closureByDefinition(start, list))
        return reaches(used) && new Set(steps.map(s => s.dependency)).size === steps.length
      }),
    )
  })
})

describe('minimal cover', () => {
  it('is equivalent, with single right sides, nothing superfluous and nothing redundant', () => {
    fc.assert(
      fc.property(fds(), given => {
        const { cover } = minimalCover(SIZE, given)
        expect(equivalent(SIZE, given, cover)).toBe(true)
        for (const dependency of cover) {
          expect(dependency.to.size).toBe(1)
          expect(
            implies(
              SIZE,
              cover.filter(other => other !== dependency),
              dependency,
            ),
          ).toBe(false)
          for (const a of dependency.from)
            expect(implies(SIZE, cover, { from: dependency.from.without(a), to: dependency.to })).toBe(false)
        }
      }),
    )
  })
  it('logs what it dropped', () => {
    expect(
      minimalCover(10, [fd('A->B'), fd('B->C'), fd('A->C'), fd('AB->D'), fd('A->A')]).log.map(
        ({ kind, dependency }) => `${kind} ${dependency}`,
      ),
    ).toEqual(['superfluous-attribute 3', 'trivial 4', 'redundant 2'])
  })
})

describe('candidate keys', () => {
  it('are exactly those of the definition', () => {
    fc.assert(
      fc.property(fds(), given => {
        const { keys, complete } = candidateKeys(SIZE, given)
        expect(complete).toBe(true)
        expect(keys.map(key => small.list(key).join(''))).toEqual(
          keysByDefinition(given).map(key => small.list(key).join('')),
        )
      }),
      { numRuns: 300 },
    )
  })
  it('of 14 pairs of equivalent attributes are 16,384', () => {
    const pairs = new Universe(Array.from({ length: 28 }, (_, i) => `a${i}`))
    const given = Array.from({ length: 14 }, (_, i) => [
      [2 * i, 2 * i + 1],
      [2 * i + 1, 2 * i],
    ])
      .flat()
      .map(([from, to]) => pairs.dependency([`a${from}`], [`a${to}`]))
    const { keys, complete } = candidateKeys(28, given)
    expect(keys.length).toBe(16_384)
    expect(complete).toBe(true)
  })
  it('stop at the limit and say so, always at the same place', () => {
    const given = [fd('A->B'), fd('B->A'), fd('C->D'), fd('D->C'), fd('ABCD->E'), fd('E->ABCD')]
    const first = candidateKeys(
      5,
      given.map(({ from, to }) => ({ from: small.set(letters.list(from)), to: small.set(letters.list(to)) })),
      { limit: 2 },
    )
    expect(first.complete).toBe(false)
    expect(primeAttributes(5, first).undecided.isEmpty()).toBe(false)
  })
  it('stop when cancelled', () => {
    expect(candidateKeys(10, [fd('A->BCDEFGHIJ'), fd('B->A')], { cancelled: () => true }).complete).toBe(
      false,
    )
  })
})

describe('refuting a key', () => {
  it('names what is missing, or what is superfluous', () => {
    const given = [fd('A->BCDEFGHIJ')]
    expect(refuteKey(10, set('B'), given)).toMatchObject({ kind: 'not-unique' })
    expect(refuteKey(10, set('AB'), given)).toEqual({ kind: 'not-minimal', superfluous: 1 })
    expect(refuteKey(10, set('A'), given)).toEqual({ kind: 'key' })
  })
})

describe('normal form', () => {
  it('agrees with the definitions over all implied dependencies', () => {
    fc.assert(
      fc.property(fds(), given => {
        expect(normalForm(SIZE, given).form).toBe(formByDefinition(given))
      }),
      { numRuns: 400 },
    )
  })
  it('names the part of the key, by a partial dependency that stands in no cover', () => {
    // AC is the key; A → D holds only through B, so it stands in no minimal cover.
    const { form, violations } = normalForm(
      4,
      [
        ['A', 'B'],
        ['B', 'D'],
      ].map(([from, to]) => new Universe([...'ABCD']).dependency(from!, to!)),
    )
    expect(form).toBe('1NF')
    expect(violations.filter(v => v.form === '2NF').map(v => [...v.dependency.to][0])).toEqual([1, 3])
  })
})

function formByDefinition(given: readonly Dependency[]): string {
  const keys = keysByDefinition(given)
  const prime = keys.reduce((all, key) => all.union(key), small.set([]))
  let bcnf = true
  let third = true
  let second = true
  for (const from of subsets) {
    const reached = closureByDefinition(from, given)
    if (reached.equals(small.all)) continue
    for (const a of reached.minus(from)) {
      bcnf = false
      if (prime.has(a)) continue
      third = false
      if (keys.some(key => from.isSubsetOf(key) && !from.equals(key))) second = false
    }
  }
  if (bcnf) return 'BCNF'
  if (third) return '3NF'
  if (second) return '2NF'
  return '1NF'
}

describe('decompositions', () => {
  it('synthesis loses nothing, keeps every dependency and is in third normal form', () => {
    fc.assert(
      fc.property(fds(), given => {
        const parts = synthesis(SIZE, given)
        expect(losslessJoin(SIZE, parts, { functional: given, multivalued: [] }).lossless).toBe(true)
        expect(lostDependencies(SIZE, parts, given)).toEqual([])
        for (const part of parts) expect(['3NF', 'BCNF']).toContain(formOfPart(part, given))
      }),
    )
  })
  it('decomposing to BCNF loses nothing and every part is in BCNF', () => {
    fc.assert(
      fc.property(fds(), given => {
        const parts = decomposeToBcnf(SIZE, given)!
        expect(losslessJoin(SIZE, parts, { functional: given, multivalued: [] }).lossless).toBe(true)
        for (const part of parts) expect(formOfPart(part, given)).toBe('BCNF')
      }),
    )
  })
  it('a projection implies exactly what holds within the part', () => {
    fc.assert(
      fc.property(aSet(), fds(), (part, given) => {
        const within = project(SIZE, part, given)!
        for (const from of subsets.filter(subset => subset.isSubsetOf(part))) {
          expect(
            closureByDefinition(from, within).equals(closureByDefinition(from, given).intersect(part)),
          ).toBe(true)
        }
      }),
    )
  })
  it('a lossy split gives rows that show it', () => {
    const abc = new Universe([...'ABC'])
    const { lossless: keeps, rows } = losslessJoin(3, [abc.set('AB'), abc.set('BC')], {
      functional: [],
      multivalued: [],
    })
    expect(keeps).toBe(false)
    expect(rows).toEqual([
      [0, 0, 1],
      [2, 0, 0],
    ])
  })
})

function formOfPart(part: AttributeSet, given: readonly Dependency[]): string {
  const { within } = keysOfPart(SIZE, part, given)!
  const names = new Universe(small.list(part))
  return normalForm(
    names.size,
    within.map(({ from, to }) => names.dependency(small.list(from), small.list(to))),
  ).form!
}
