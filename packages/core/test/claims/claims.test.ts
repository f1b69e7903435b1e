import { reasonInWords, say } from '../../src/words'
import { describe, expect, it } from 'vitest'
import {
  NO_CLAIMS,
  RelationTask,
  judgeClaim,
  judgedFindings,
  ownFindings,
  proposeClaimRules,
  readClaims,
  workingOf,
  type DependencyClaims,
} from '../../src/claims'
import type { ClaimQuestion, Verdict } from '../../src/rules'

/**
 * A small ledger: an accession comes from one trip, a trip visits one site, a site has one altitude; each
 * accession is weighed many times.
 */
const TASK: RelationTask = {
  name: 'ledger',
  attributes: ['accession', 'weighing', 'grams', 'trip', 'site', 'altitude'],
  dependencies: 'accession, weighing -> grams\naccession -> trip\ntrip -> site\nsite -> altitude',
  isGiven: false,
  isFresh: false,
  asks: { keys: true, prime: true, form: true, split: 'BCNF', closures: [['trip']] },
}
const claims = (part: Partial<DependencyClaims>): DependencyClaims => ({ ...NO_CLAIMS, ...part })
const RIGHT = claims({
  dependencies: TASK.dependencies,
  keys: 'accession, weighing',
  prime: 'accession weighing',
  form: '1NF',
  reason: 'accession -> trip',
  closures: ['trip, site, altitude'],
  split:
    'weighing: accession, weighing, grams key accession, weighing\naccession: accession, trip key accession\ntrip: trip, site key trip\nsite: site, altitude key site',
})
const judge = (part: Partial<DependencyClaims>, about: ClaimQuestion, task = TASK) =>
  judgeClaim(readClaims(task, { ...RIGHT, ...part }), about)

const GOLDEN: readonly [
  name: string,
  about: ClaimQuestion,
  part: Partial<DependencyClaims>,
  verdict: Verdict,
][] = [
  ['written so', { ask: 'dependency', from: ['trip'], to: ['site'] }, {}, 'upheld'],
  ['implied', { ask: 'dependency', from: ['accession'], to: ['altitude'] }, {}, 'upheld'],
  [
    'another, equivalent list',
    { ask: 'dependency', from: ['trip'], to: ['altitude'] },
    {
      dependencies: 'trip -> site altitude; accession -> trip; site -> altitude; accession weighing -> grams',
    },
    'upheld',
  ],
  [
    'missing',
    { ask: 'dependency', from: ['trip'], to: ['site'] },
    { dependencies: 'accession -> trip' },
    'broken',
  ],
  ['nothing written', { ask: 'dependency', from: ['trip'], to: ['site'] }, { dependencies: '' }, 'not shown'],
  [
    'only what cannot be read',
    { ask: 'dependency', from: ['trip'], to: ['site'] },
    { dependencies: 'trip site' },
    'not shown',
  ],
  ['nothing more', { ask: 'nothing more' }, {}, 'upheld'],
  ['surplus', { ask: 'nothing more' }, { dependencies: 'trip -> site; site -> trip' }, 'too strict'],
  ['the key', { ask: 'key', of: ['accession', 'weighing'] }, { keys: '{weighing, accession}' }, 'upheld'],
  [
    'a superkey in its place',
    { ask: 'key', of: ['accession', 'weighing'] },
    { keys: 'accession weighing trip' },
    'broken',
  ],
  ['no key', { ask: 'key', of: ['accession', 'weighing'] }, { keys: '' }, 'not shown'],
  ['all keys are keys', { ask: 'no other key' }, {}, 'upheld'],
  ['fixes too little', { ask: 'no other key' }, { keys: 'accession' }, 'too strict'],
  ['more than is needed', { ask: 'no other key' }, { keys: 'accession weighing trip' }, 'broken'],
  ['prime', { ask: 'prime' }, { prime: 'weighing, accession' }, 'upheld'],
  ['prime, one missing', { ask: 'prime' }, { prime: 'weighing' }, 'broken'],
  ['prime, one too many', { ask: 'prime' }, { prime: 'weighing accession trip' }, 'broken'],
  ['form', { ask: 'form' }, {}, 'upheld'],
  ['form too high', { ask: 'form' }, { form: '2NF' }, 'broken'],
  ['form too low', { ask: 'form' }, { form: 'UNF' }, 'too strict'],
  ['no form', { ask: 'form' }, { form: '' }, 'not shown'],
  ['reason', { ask: 'reason' }, { reason: 'accession -> site' }, 'upheld'],
  ['reason of a higher form only', { ask: 'reason' }, { reason: 'trip -> site' }, 'broken'],
  ['reason that does not hold', { ask: 'reason' }, { reason: 'weighing -> grams' }, 'broken'],
  ['reason that breaks nothing', { ask: 'reason' }, { reason: 'accession weighing -> trip' }, 'broken'],
  ['trivial reason', { ask: 'reason' }, { reason: 'trip -> trip' }, 'broken'],
  ['closure', { ask: 'closure', of: ['trip'] }, { closures: ['altitude site'] }, 'upheld'],
  ['closure, one missing', { ask: 'closure', of: ['trip'] }, { closures: ['trip site'] }, 'broken'],
  [
    'closure, one too many',
    { ask: 'closure', of: ['trip'] },
    { closures: ['trip site altitude accession'] },
    'broken',
  ],
  ['lossless', { ask: 'lossless' }, {}, 'upheld'],
  [
    'lossy',
    { ask: 'lossless' },
    { split: 'accession trip; weighing grams; trip site; site altitude' },
    'broken',
  ],
  [
    'an attribute left out',
    { ask: 'lossless' },
    { split: 'accession weighing grams; accession trip; trip site' },
    'broken',
  ],
  ['preserving', { ask: 'preserving' }, {}, 'upheld'],
  [
    'one dependency lost',
    { ask: 'preserving' },
    { split: 'accession weighing grams; accession trip; accession site; site altitude' },
    'broken',
  ],
  ['parts in form', { ask: 'parts in form', form: 'BCNF' }, {}, 'upheld'],
  [
    'one part below',
    { ask: 'parts in form', form: 'BCNF' },
    { split: 'accession weighing grams; accession trip; trip site altitude' },
    'broken',
  ],
  ['as few as can be', { ask: 'no part too many', form: 'BCNF' }, {}, 'upheld'],
  [
    'one within another',
    { ask: 'no part too many', form: 'BCNF' },
    { split: `${RIGHT.split}\nsite` },
    'broken',
  ],
  [
    'two that could be one',
    { ask: 'no part too many', form: 'BCNF' },
    {
      dependencies: '',
      split: 'accession weighing; accession weighing grams; accession trip; trip site; site altitude',
    },
    'broken',
  ],
  ['keys of parts', { ask: 'keys of parts' }, {}, 'upheld'],
  [
    'a wrong key of a part',
    { ask: 'keys of parts' },
    { split: RIGHT.split.replace('key trip', 'key site') },
    'broken',
  ],
  ['no keys of parts', { ask: 'keys of parts' }, { split: 'trip site' }, 'not shown'],
]

describe('claims, judged by meaning', () => {
  it.each(GOLDEN)('%s', (_, about, part, verdict) => {
    expect(judge(part, about).verdict).toBe(verdict)
  })

  it('shows two rows that the case allows and a surplus claim refuses', () => {
    const { witness, because } = judge(
      { dependencies: 'trip -> site; site -> trip' },
      { ask: 'nothing more' },
    )
    expect(because.map(reasonInWords)).toEqual(['site → trip does not follow from the case.'])
    expect(because.map(({ place }) => place)).toEqual([{ field: 'dependencies', start: 14, end: 26 }])
    const [first, second] = witness!.tables[0]!.rows
    const column = (name: string): number => witness!.tables[0]!.columns.indexOf(name)
    expect(witness!.tables[0]!.columns.slice(0, 2)).toEqual(['site', 'trip'])
    expect(first!.cells[column('site')]).toBe(second!.cells[column('site')])
    expect(first!.cells[column('trip')]).not.toBe(second!.cells[column('trip')])
    expect(witness!.outcome).toBe('refused')
    expect(say(witness!.by)).toBe('site → trip')
  })

  it('shows the rows that a join makes up', () => {
    const { exhibits } = judge(
      { split: 'accession trip; weighing grams; trip site; site altitude' },
      { ask: 'lossless' },
    )
    expect(exhibits.map(({ kind }) => kind)).toEqual(['tableau', 'rows'])
    expect(exhibits[1]).toMatchObject({
      rows: expect.arrayContaining([expect.objectContaining({ label: 'made up by the join' })]) as unknown,
    })
  })

  it('tells the anomalies on rows that all dependencies allow', () => {
    const {
      exhibits: [rows],
    } = judge({}, { ask: 'reason' })
    expect(rows).toMatchObject({
      kind: 'rows',
      notes: [
        expect.stringMatching(/^Change/),
        expect.stringMatching(/^Insert/),
        expect.stringMatching(/^Delete/),
      ] as unknown,
    })
  })

  it('cannot tell what a limit of steps stopped', () => {
    const pairs = Array.from({ length: 17 }, (_, i) => [`a${i}`, `b${i}`] as const)
    const many: RelationTask = {
      ...TASK,
      attributes: pairs.flat(),
      dependencies: pairs.map(([a, b]) => `${a} -> ${b}\n${b} -> ${a}`).join('\n'),
      asks: { ...TASK.asks, closures: [] },
    }
    const read = readClaims(many, claims({ prime: 'a0', form: '2NF', keys: 'a0' }))
    expect(judgeClaim(read, { ask: 'prime' }).verdict).not.toBe('upheld')
    expect(judgeClaim(read, { ask: 'no other key' }).verdict).toBe('too strict')
    expect(read.relation.keys.complete).toBe(false)
  })

  it('does not tell fourth form from Boyce-Codd where no multivalued dependency is given, and does where one is', () => {
    const whole: RelationTask = {
      ...TASK,
      attributes: ['taxon', 'genus', 'family'],
      dependencies: 'taxon -> genus, family',
      asks: { ...TASK.asks, closures: [] },
    }
    const asked = (task: RelationTask, part: Partial<DependencyClaims>, about: ClaimQuestion) =>
      judgeClaim(readClaims(task, claims(part)), about).verdict
    expect((['BCNF', '4NF', '3NF'] as const).map(form => asked(whole, { form }, { ask: 'form' }))).toEqual([
      'upheld',
      'upheld',
      'too strict',
    ])
    expect(asked(whole, { split: 'taxon genus family' }, { ask: 'parts in form', form: '4NF' })).toBe(
      'upheld',
    )
    const mixed: RelationTask = {
      ...whole,
      attributes: ['trip', 'collector', 'site'],
      dependencies: 'trip ->> collector',
    }
    expect((['BCNF', '4NF'] as const).map(form => asked(mixed, { form }, { ask: 'form' }))).toEqual([
      'upheld',
      'broken',
    ])
    expect(asked(mixed, { split: 'trip collector site' }, { ask: 'parts in form', form: '4NF' })).toBe(
      'broken',
    )
    expect(asked(mixed, { split: 'trip collector; trip site' }, { ask: 'parts in form', form: '4NF' })).toBe(
      'upheld',
    )
    expect(asked(mixed, { reason: 'trip ->> collector' }, { ask: 'reason' })).toBe('upheld')
    expect(
      asked(
        mixed,
        { dependencies: 'trip ->> site' },
        { ask: 'dependency', from: ['trip'], to: ['collector'], multi: true },
      ),
    ).toBe('upheld')
  })

  it('says on its own what is trivial, redundant and superfluous, and by the case what is surplus or no key', () => {
    const read = readClaims(
      TASK,
      claims({
        dependencies:
          'trip -> trip; trip -> site; site -> altitude; trip -> altitude; accession, site -> trip; accession -> trip',
        keys: 'accession; accession weighing site',
      }),
    )
    expect(ownFindings(read).map(({ code }) => code)).toEqual([
      'dependencies.trivial',
      'dependencies.redundant',
      'dependencies.redundant',
    ])
    expect(judgedFindings(read).map(({ code, place }) => [code, place.start])).toEqual([
      ['dependencies.key-not-unique', 0],
      ['dependencies.key-not-minimal', 11],
    ])
    expect(
      ownFindings(readClaims(TASK, claims({ dependencies: 'trip -> site; trip, site -> altitude' }))).map(
        ({ code, params }) => [code, params['attribute']],
      ),
    ).toEqual([['dependencies.superfluous-attribute', 'site']])
  })
})

describe('the proposed rule sheet', () => {
  it('is upheld whole by the right answer', () => {
    const rules = proposeClaimRules(TASK)
    const read = readClaims(TASK, RIGHT)
    expect(
      rules.map(({ rule }) => (rule.kind === 'claim' ? judgeClaim(read, rule.about).verdict : '')),
    ).toEqual(rules.map(() => 'upheld'))
    expect(rules.reduce((sum, { points }) => sum + points, 0)).toBe(20)
  })

  it('asks for no dependencies where they are given', () => {
    expect(
      proposeClaimRules({ ...TASK, isGiven: true }).some(
        ({ rule }) => rule.kind === 'claim' && rule.about.ask === 'dependency',
      ),
    ).toBe(false)
  })
})

describe('the working of a relation', () => {
  it('has everything that follows, the rule sheet with it, and tells of its steps', () => {
    let steps = 0
    const working = workingOf({ ...TASK }, RIGHT.split, () => steps++)
    expect(working).toMatchObject({
      keys: [['accession', 'weighing']],
      keysComplete: true,
      prime: ['accession', 'weighing'],
      form: '1NF',
      difficulty: { keys: 1, form: '1NF' },
    })
    expect(working.rules).toEqual(proposeClaimRules(TASK))
    expect(working.split).toMatchObject({ lossless: true, lost: [] })
    expect(working.violations.length).toBeGreaterThan(0)
    expect(steps).toBeGreaterThan(0)
  })

  it('writes its splits as they are read: both are lossless, and in their forms', () => {
    const { synthesis, bcnf } = workingOf(TASK, '')
    for (const [split, form] of [
      [synthesis, '3NF'],
      [bcnf.text, 'BCNF'],
    ] as const) {
      for (const about of [
        { ask: 'lossless' },
        { ask: 'parts in form', form },
        { ask: 'no part too many', form },
        { ask: 'keys of parts' },
      ] as const)
        expect(judge({ split }, about).verdict).toBe('upheld')
    }
  })

  it('keeps a fresh task to those whose dependencies are given', () => {
    expect(RelationTask.safeParse({ ...TASK, isFresh: true }).error?.issues[0]?.path).toEqual(['isFresh'])
    expect(RelationTask.safeParse({ ...TASK, isGiven: true, isFresh: true }).success).toBe(true)
  })
})
