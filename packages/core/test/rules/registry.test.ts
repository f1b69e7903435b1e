import { describe, expect, it } from 'vitest'
import { KINDS, Rule, moduleOf } from '../../src/rules'

/** One rule of each kind, as a document holds it. */
const ONE_OF_EACH = {
  identifies: { by: ['no'] },
  pairOnce: { by: ['trip', 'collector'] },
  pairMayRepeat: { by: ['trip'] },
  determines: { from: ['no'], to: ['taxon.genus'] },
  atMostOne: { role: 'trip' },
  manyAllowed: { role: 'trip' },
  mustHave: { path: 'trip' },
  mayLack: { path: 'trip' },
  mayHaveNone: { role: 'trip' },
  refersTo: { role: 'trip' },
  stores: { attribute: 'no', values: ['0042'] },
  hasSome: { role: 'trip' },
  refusesValue: { attribute: 'no', values: ['x'] },
  admitsValue: { attribute: 'no', values: ['1'] },
  onDelete: { role: 'trip', outcome: 'refused' },
  onUpdate: { role: 'trip', outcome: 'follows' },
  atomic: { attribute: 'no' },
  onceOnly: { from: ['no'], to: ['genus'], form: '3NF' },
  called: { name: 'accession' },
  convention: { of: 'table', pattern: '{table}' },
  claim: { about: { ask: 'prime' } },
  drawn: { about: 'types' },
  wellMade: { about: 'names' },
  scriptRuns: {},
  nothingMore: {},
  givenRows: { rows: [{ entity: 'accession', accept: true, values: { no: '1' } }] },
} satisfies Record<keyof typeof KINDS, object>

const kinds = Object.keys(KINDS) as (keyof typeof KINDS)[]

describe('each kind of rule', () => {
  it.each(kinds)('%s is read as what it is, and as nothing else', kind => {
    const rule = Rule.parse({ kind, entity: 'accession', ...ONE_OF_EACH[kind] })
    expect(rule.kind).toBe(kind)
    expect(moduleOf(rule)).toBe(KINDS[kind])
    expect(KINDS[kind].shape.safeParse({ ...rule, kind: 'another' }).success).toBe(false)
    expect(Rule.safeParse({ kind, entity: '' }).success).toBe(false)
  })

  it.each(kinds)('%s says where it is asked and what it asks', kind => {
    const rule = Rule.parse({ kind, entity: 'accession', ...ONE_OF_EACH[kind] })
    const { sheets, words, elements } = moduleOf(rule)
    expect(sheets.length).toBeGreaterThan(0)
    expect(words(rule).trim()).not.toBe('')
    const named = JSON.stringify(ONE_OF_EACH[kind])
    for (const element of elements(rule)) expect(named).toContain(element)
  })

  it('is not read under a name that no kind has', () => {
    expect(Rule.safeParse({ kind: 'atLeastSome', entity: 'accession', role: 'trip' }).success).toBe(false)
  })
})
