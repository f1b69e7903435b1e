import { describe, expect, it } from 'vitest'
import { EMPTY_DIAGRAM } from '../../src/diagram'
import { EMPTY_DICTIONARY } from '../../src/dictionary'
import { MARKS_ON, type MarksOnSheet } from '../../src/sheets'
import { drawn } from '../support/drawn'

describe.each([
  ['diagram', MARKS_ON.diagram as MarksOnSheet<unknown>, EMPTY_DIAGRAM],
  ['dictionary', MARKS_ON.dictionary as MarksOnSheet<unknown>, EMPTY_DICTIONARY],
])('what is marked, on a %s', (_, on, empty) => {
  const withGarden = on.withFact(on.withEntity(empty, 'garden'), 'garden', 'code')

  it('becomes an entity and facts under it, in the order in which they come', () => {
    expect(on.entities(withGarden)).toEqual(['garden'])
    expect(on.hasEntity(withGarden, 'Garden')).toBe(true)
    expect(on.hasFact(withGarden, 'garden', 'code')).toBe(true)
    const more = on.withFact(on.withEntity(withGarden, 'dispatch'), 'GARDEN', 'name')
    expect(on.entities(more)).toEqual(['garden', 'dispatch'])
    expect([on.hasFact(more, 'garden', 'name'), on.hasFact(more, 'dispatch', 'name')]).toEqual([true, false])
  })

  it('is there once, and under nothing that is not there', () => {
    expect(on.withEntity(withGarden, ' Garden ')).toBe(withGarden)
    expect(on.withFact(withGarden, 'garden', 'CODE')).toBe(withGarden)
    expect(on.withFact(withGarden, 'trip', 'day')).toBe(withGarden)
  })
})

it('takes the open line of an entry, and comes after its last', () => {
  const { withEntity, withFact } = MARKS_ON.dictionary
  const two = withEntity(withEntity(EMPTY_DICTIONARY, 'garden'), 'trip')
  const full = withFact(withFact(withFact(two, 'garden', 'code'), 'garden', 'name'), 'trip', 'day')
  expect(full.entries.map(({ entity, field }) => [entity, field])).toEqual([
    ['garden', 'code'],
    ['garden', 'name'],
    ['trip', 'day'],
  ])
})

it('changes nothing of a card that the exercise gives', () => {
  const { entities } = drawn('Trip has no')
  const given = { ...EMPTY_DIAGRAM, entities: entities.map(entity => ({ ...entity, given: true })) }
  expect(MARKS_ON.diagram.entities(given)).toEqual([])
  expect(MARKS_ON.diagram.withFact(given, 'Trip', 'day').entities).toEqual(given.entities)
})
