import { describe, expect, it } from 'vitest'
import { readLine, type Diagram } from '../../src/diagram'
import { cards } from '../support/cards'

const KNOWN = cards({
  Rower: ['*number', 'name'],
  Oar: ['*oar no'],
  Boat: ['*sail'],
  Berth: ['*berth no'],
})

/** What a line makes: of each new line least and most at both ends; else what it says, or that it is refused. */
function made(line: string): string {
  const read = readLine(KNOWN, line)
  if (!read.ok) return 'refused'
  const amount = ({ least, most }: Diagram['relationships'][number]['ends'][number]): string =>
    `${least ?? '?'}..${most ?? '?'}`
  const nameOf = (id: string): string => read.diagram.entities.find(card => card.id === id)!.name
  const lines = read.diagram.relationships.map(
    ({ ends: [a, b] }) => `${nameOf(a!.entity)} ${amount(a!)} ${nameOf(b!.entity)} ${amount(b!)}`,
  )
  const fresh = read.diagram.entities.slice(KNOWN.entities.length).map(({ name }) => `new ${name}`)
  return [...lines, ...fresh, ...(lines.length === 0 && fresh.length === 0 ? read.made : [])].join('; ')
}

/** In other words than the grammar's own; what is meant was written down before they were read. */
describe('ways of saying how many', () => {
  it.each([
    ['Each rower has one and only one oar', 'Rower ?..? Oar 1..one'],
    ['A rower can have zero or more oars', 'Rower ?..? Oar 0..many'],
    ['A rower may have zero, one or many oars', 'Rower ?..? Oar 0..many'],
    ['A rower pulls up to one oar', 'Rower ?..? Oar 0..one'],
    ['A rower pulls no more than one oar', 'Rower ?..? Oar 0..one'],
    ['A rower pulls a maximum of 1 oar', 'Rower ?..? Oar 0..one'],
    ['A rower pulls exactly 1 oar', 'Rower ?..? Oar 1..one'],
    ['A rower pulls 0..1 oars', 'Rower ?..? Oar 0..one'],
    ['A rower pulls 1..n oars', 'Rower ?..? Oar 1..many'],
    ['A rower pulls zero to many oars', 'Rower ?..? Oar 0..many'],
    ['A rower pulls at least two oars', 'Rower ?..? Oar 2..many'],
    ['A rower pulls two or more oars', 'Rower ?..? Oar 2..many'],
    ['A rower pulls at most 3 oars', 'Rower ?..? Oar 0..3'],
    ['A rower pulls exactly two oars', 'Rower ?..? Oar 2..2'],
    ['A rower pulls several oars', 'Rower ?..? Oar ?..many'],
    ['A rower pulls some oars', 'Rower ?..? Oar 1..many'],
    ['An oar is lent to a single rower', 'Oar ?..? Rower ?..one'],
    ['An oar belongs to only one rower', 'Oar ?..? Rower ?..one'],
    ['Every oar must belong to a rower', 'Oar ?..? Rower 1..one'],
    ['An oar may belong to a rower', 'Oar ?..? Rower 0..one'],
    ['Each berth is used by any number of boats (including none)', 'Berth ?..? Boat 0..many'],
    ['Many rowers share one boat', 'Rower ?..many Boat ?..one'],
    ['Many rowers use many berths', 'Rower ?..many Berth ?..many'],
    ['A rower can row in many boats, and a boat can carry many rowers', 'Rower ?..many Boat ?..many'],
    ['A rower is in one boat, a boat has many rowers', 'Rower ?..many Boat ?..one'],
    ['Boat 1:N Oar', 'Boat ?..one Oar ?..many'],
    ['Rower M:N Berth', 'Rower ?..many Berth ?..many'],
    ['The relationship between boat and oar is one-to-many', 'Boat ?..one Oar ?..many'],
    ['A rower and a berth are related many to many', 'Rower ?..many Berth ?..many'],
  ])('%s', (line, wanted) => {
    expect(made(line)).toBe(wanted)
  })

  it.each([
    ['A rower cannot have many oars', 'Rower ?..? Oar ?..one'],
    ['A rower must not pull more than one oar', 'Rower ?..? Oar 0..one'],
    ['A rower never has more than one oar', 'Rower ?..? Oar 0..one'],
    ['No rower has more than one oar', 'Rower ?..? Oar 0..one'],
    ['A rower does not have to have an oar', 'Rower ?..? Oar 0..?'],
    ['Not every rower has an oar', 'Rower ?..? Oar 0..?'],
    ['A rower must not pull exactly one oar', 'refused'],
    ['A rower does not pull one oar', 'refused'],
    ['No rower pulls one oar', 'refused'],
  ])('a negation is read rightly or refused: %s', (line, wanted) => {
    expect(made(line)).toBe(wanted)
  })

  it.each([
    'Each oar belongs to exactly one rower or one boat',
    'A rower hires many oars for many days',
    'A rower and a boat have many oars',
    'A rower hires an oar on a day',
    'Rowers have oars',
    'Rower has no oars',
    'A rower has one mate, who is also a rower',
  ])('what cannot be read makes no card of half a sentence: %s', line => {
    const before = made(line)
    expect(before === 'refused', before).toBe(true)
  })

  it.each([
    ['Boat is identified by sail', 'Boat is identified by sail'],
    ['A boat is uniquely identified by its sail', 'Boat is identified by sail'],
    ['The primary key of Boat is sail', 'Boat is identified by sail'],
    ['Berth is identified by berth no and boat', 'Boat 1..one Berth ?..?'],
    ['A hire is identified by rower and boat', 'Rower 1..one Hire ?..?; Boat 1..one Hire ?..?; new Hire'],
    [
      'Hire is identified by day within rower and boat',
      'Rower 1..one Hire ?..?; Boat 1..one Hire ?..?; new Hire',
    ],
    ['A rower is either a coach or a novice', 'new Coach; new Novice'],
    ['A cox is a rower', 'new Cox'],
  ])('%s', (line, wanted) => {
    expect(made(line)).toBe(wanted)
  })

  it.each([
    ['nickname (optional)', { required: false }],
    ['nickname (required)', { required: true }],
    ['nickname (alphanumeric 20)', { type: 'alphanumeric', size: '20' }],
    ['fee (currency)', { type: 'currency' }],
    ['born (date/time)', { type: 'date/time' }],
    ['code (autonumber)', { type: 'autonumber' }],
    ['code (varchar(30))', { type: 'varchar', size: '30' }],
  ])('a fact is marked in words of the classroom: %s', (fact, wanted) => {
    const read = readLine(KNOWN, `Rower has ${fact}`)
    if (!read.ok) throw new Error(read.fault.message)
    expect(read.diagram.entities[0]!.attributes.at(-1)).toMatchObject(wanted)
  })
})
