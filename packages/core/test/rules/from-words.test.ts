import { describe, expect, it } from 'vitest'
import { worldFromSchema } from '../../src/alignment'
import { ruleFrom, ruleFromWords } from '../../src/rules'
import { readScript } from '../../src/sql'

const WORLD = worldFromSchema(
  readScript(`CREATE TABLE quay (quay_code char(3) PRIMARY KEY, name varchar(40) NOT NULL);
    CREATE TABLE boat (sail_no char(5) PRIMARY KEY, seats integer, quay_code char(3) REFERENCES quay);`)
    .schema,
)

describe('a rule begun from words of a brief', () => {
  it.each([
    ['Each boat is known by a sail number', { kind: 'identifies', entity: 'boat' }],
    ['a boat lies at exactly one quay', { kind: 'atMostOne', entity: 'boat', role: 'quay' }],
    ['several boats lie at a quay', { kind: 'manyAllowed', entity: 'boat', role: 'quay' }],
    ['a new boat may have no seats', { kind: 'mayLack', entity: 'boat', path: 'seats' }],
    ['Call the table of boats fleet', { kind: 'called', entity: 'boat' }],
    ['every quay has a name', { kind: 'mustHave', entity: 'quay', path: 'name' }],
    ['a quay is never deleted while boats lie there', { kind: 'onDelete', entity: 'boat', role: 'quay' }],
  ])('%s', (words, rule) => {
    const begun = ruleFromWords(WORLD, words)!
    const made = ruleFrom(begun.kind, begun.values)
    expect('rule' in made && made.rule).toMatchObject(rule)
  })

  it('is about something of the world, whatever the words are', () => {
    for (const words of ['', '???', '(.*', 'nothing that is here', 'BOAT'])
      expect(ruleFromWords(WORLD, words)?.values['entity']).toMatch(/^(?:boat|quay)$/)
    expect(ruleFromWords({ entities: [] }, 'Each boat has a name')).toBeUndefined()
  })
})
