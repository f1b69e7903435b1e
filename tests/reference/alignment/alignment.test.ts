import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { align, assign, totalOf, worldFromSchema } from '@nomenklatura/core/alignment'
import { readScript, reviewScript } from '@nomenklatura/core/sql'
import { LABELLED, modelScript } from './labelled'
import { scoreOf, summary } from './score'

const scores = LABELLED.map(labelled => ({ ...scoreOf(labelled), aside: labelled.aside }))
const inAll = (pick: (score: (typeof scores)[number]) => number): number =>
  scores.reduce((sum, score) => sum + pick(score), 0)

describe('labelled answers', () => {
  it('are at least sixty, a third of them set aside', () => {
    expect(LABELLED.length).toBeGreaterThanOrEqual(60)
    expect(LABELLED.filter(({ aside }) => aside).length).toBeGreaterThanOrEqual(
      Math.floor(LABELLED.length / 3),
    )
    expect(new Set(LABELLED.map(({ name }) => name)).size).toBe(LABELLED.length)
  })

  it('what is said surely is right in at least 99 of 100', () => {
    const wrong = scores.flatMap(({ sureWrong }) => sureWrong)
    expect(wrong.length * 100, wrong.join('\n')).toBeLessThanOrEqual(inAll(({ sure }) => sure))
  })

  it('what is there is found: nearly all where names help, most where they mislead', () => {
    const { misleading, ...others } = summary(scores)
    expect(misleading!.recall).toBeGreaterThanOrEqual(85)
    for (const [kind, { recall }] of Object.entries(others)) expect(recall, kind).toBeGreaterThanOrEqual(95)
  })

  it('by shape alone nothing is sure', () => {
    expect(summary(scores)['other language']!.sure).toBe(0)
  })

  it('the same text gives the same pairing, and so do its statements in another order', () => {
    for (const { base, script, glossary } of LABELLED.filter(({ kind }) => kind === 'renamed')) {
      const world = worldFromSchema(readScript(modelScript(base)).schema)
      const pairs = (text: string) =>
        align(world, readScript(text).schema, { glossary })
          .attributes.map(({ entity, attribute, column }) => `${entity}.${attribute} ${column}`)
          .sort()
      const statements = script.split(/(?<=;)\n/)
      const creates = statements.filter(statement => statement.startsWith('CREATE'))
      expect(
        pairs(
          [...creates.reverse(), ...statements.filter(statement => !statement.startsWith('CREATE'))].join(
            '\n',
          ),
        ),
      ).toEqual(pairs(script))
    }
  })
})

/** Every way to give rows different columns or none. */
function* assignments(rows: number, columns: number, taken: readonly number[] = []): Generator<number[]> {
  if (taken.length === rows) return yield [...taken]
  for (let column = -1; column < columns; column++)
    if (column < 0 || !taken.includes(column)) yield* assignments(rows, columns, [...taken, column])
}

describe('assignment', () => {
  it('is as good as the best of all on small cases', () => {
    const matrix = fc
      .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
      .chain(([rows, columns]) =>
        fc.array(
          fc.array(
            fc.integer({ min: 0, max: 20 }).map(n => n / 20),
            { minLength: columns, maxLength: columns },
          ),
          { minLength: rows, maxLength: rows },
        ),
      )
    fc.assert(
      fc.property(matrix, fc.constantFrom(0, 0.3, 0.5), (scores, floor) => {
        const found = assign(scores, floor)
        const best = Math.max(
          ...[...assignments(scores.length, scores[0]!.length)]
            .filter(candidate =>
              candidate.every((column, row) => column < 0 || scores[row]![column]! >= floor),
            )
            .map(candidate => totalOf(scores, candidate, floor)),
        )
        expect(found.every((column, row) => column < 0 || scores[row]![column]! >= floor)).toBe(true)
        expect(totalOf(scores, found, floor)).toBeCloseTo(best, 6)
      }),
    )
  })
})

describe('pins', () => {
  const world = worldFromSchema(readScript(modelScript('loans')).schema)
  const { schema } = reviewScript(LABELLED.find(({ name }) => name === 'loans: misleading 1')!.script)
  it('take precedence, and "none" leaves an element out', () => {
    const { roles, attributes, entities } = align(world, schema, {
      pins: [
        { element: 'loan.from_garden', to: ['loan.garden_b'] },
        { element: 'garden.name', to: [] },
      ],
    })
    expect(roles.find(({ role }) => role === 'from_garden')).toMatchObject({
      confidence: 'sure',
      reasons: ['pinned'],
      layout: { step: { columns: [['garden_b', 'code']] } },
    })
    expect(roles.find(({ role }) => role === 'to_garden')).toMatchObject({
      layout: { step: { columns: [['garden_a', 'code']] } },
    })
    expect(attributes.some(({ attribute, entity }) => entity === 'garden' && attribute === 'name')).toBe(
      false,
    )
    expect(entities.find(({ entity }) => entity === 'garden')!.table).toBe('garden')
  })
  it('two references that nothing tells apart are weak, each the rival of the other', () => {
    const { roles, rivals } = align(world, schema)
    expect(roles.filter(({ entity }) => entity === 'loan').map(({ confidence }) => confidence)).toEqual([
      'weak',
      'weak',
    ])
    expect(rivals.map(({ element }) => element)).toContain('loan.from_garden')
  })
})
