import { describe, expect, it } from 'vitest'
import { nameReferences, type Diagram, type Level } from '../../src/diagram'
import { emptyExercise, prepareExercise } from '../../src/exercise'
import { markAnswer } from '../../src/marking'
import type { Rule, Verdict } from '../../src/rules'
import { reasonInWords } from '../../src/words'
import { cards, type Line } from '../support/cards'
import { entriesOf } from './judged'

/** Own worlds; what is wanted was written down before the engine was run. */
function judged(
  model: Diagram,
  answer: Diagram,
  rules: readonly Rule[],
  wanted: readonly Verdict[],
  level: Level = 'conceptual',
): void {
  const exercise = prepareExercise({
    ...emptyExercise('The drawing'),
    dialect: 'postgresql',
    sheets: ['diagram'],
    level,
    models: [{ name: 'model', script: '', diagram: model }],
    rules: entriesOf(rules),
  })
  const { cells } = markAnswer(exercise, { script: '', diagram: answer })
  expect(
    cells.map(({ verdict }) => verdict),
    cells.map(({ verdict, because }) => `${verdict}: ${because.map(reasonInWords).join(' ')}`).join('\n'),
  ).toEqual(wanted)
}

describe('a line of a card to itself', () => {
  const CLIMBER = { Climber: ['*pass', 'name'] }
  const line = (leader: string, follower: string, names: Partial<Line> = {}): Diagram =>
    cards(CLIMBER, [
      {
        verb: 'belays',
        back: 'trusts',
        from: ['Climber', leader, { role: 'leader' }],
        to: ['Climber', follower, { role: 'second' }],
        ...names,
      },
    ])
  const RULES: readonly Rule[] = [
    { kind: 'atMostOne', entity: 'climber', role: 'leader_pass' },
    { kind: 'manyAllowed', entity: 'climber', role: 'leader_pass' },
    { kind: 'mayLack', entity: 'climber', path: 'leader_pass' },
  ]
  const model = line('0 1', '0 many')

  it('is right from either end, and under other names', () => {
    judged(model, model, RULES, ['upheld', 'upheld', 'upheld'])
    judged(
      model,
      cards(CLIMBER, [
        {
          verb: 'trusts',
          back: 'belays',
          from: ['Climber', '0 many', { role: 'second' }],
          to: ['Climber', '0 1', { role: 'leader' }],
        },
      ]),
      RULES,
      ['upheld', 'upheld', 'upheld'],
    )
    judged(
      model,
      cards(CLIMBER, [
        { from: ['Climber', '0 1', { role: 'guide' }], to: ['Climber', '0 many', { role: 'pupil' }] },
      ]),
      RULES,
      ['upheld', 'upheld', 'upheld'],
    )
  })
  it('with one and many swapped is wrong on both questions, by roles or by verbs', () => {
    judged(model, line('0 many', '0 1'), RULES, ['broken', 'too strict', 'upheld'])
    judged(
      model,
      cards(CLIMBER, [
        { verb: 'belays', back: 'trusts', from: ['Climber', '0 many'], to: ['Climber', '0 1'] },
      ]),
      RULES,
      ['broken', 'too strict', 'upheld'],
    )
  })
  it('with one end left open is not shown there, and judged at the other', () => {
    judged(model, line('0 ?', '0 many'), RULES, ['not shown', 'upheld', 'upheld'])
  })
})

describe('two lines between the same cards', () => {
  const FACTS = { Band: ['*name', 'town'], Hall: ['*hall_code'] }
  const model = cards(FACTS, [
    { verb: 'plays in', back: 'hears', from: ['Band', '0 many'], to: ['Hall', '1 1', { role: 'stage' }] },
    { verb: 'cleans', back: 'is cleaned by', from: ['Band', '0 1'], to: ['Hall', '0 many'] },
  ])
  const RULES: readonly Rule[] = [
    { kind: 'atMostOne', entity: 'band', role: 'hall' },
    { kind: 'manyAllowed', entity: 'band', role: 'hall' },
    { kind: 'atMostOne', entity: 'hall', role: 'band' },
    { kind: 'manyAllowed', entity: 'hall', role: 'band' },
  ]
  it('are known by their verbs, also where the amounts of one or of both are swapped', () => {
    judged(model, model, RULES, ['upheld', 'upheld', 'upheld', 'upheld'])
    const swapped = cards(FACTS, [
      { verb: 'plays in', back: 'hears', from: ['Band', '0 1'], to: ['Hall', '0 many', { role: 'stage' }] },
      { verb: 'cleans', back: 'is cleaned by', from: ['Band', '0 many'], to: ['Hall', '0 1'] },
    ])
    judged(model, swapped, RULES, ['broken', 'too strict', 'broken', 'too strict'])
  })
})

describe('references written into the cards', () => {
  const bay = (level: Level, own: readonly string[], identifies: boolean, more = {}): Diagram =>
    cards(
      { Hall: ['*hall_code:char:3!', 'area:decimal:6,1!'], Bay: own },
      [{ from: ['Hall', '1 1', { identifies, ...more }], to: ['Bay', '0 many'] }],
      { level },
    )
  const model = bay('logical', ['*bay_no:integer!', 'width:integer!'], true)
  const RULES: readonly Rule[] = [
    { kind: 'identifies', entity: 'bay', by: ['hall', 'bay_no'] },
    { kind: 'mustHave', entity: 'bay', path: 'hall' },
    { kind: 'refersTo', entity: 'bay', role: 'hall' },
  ]
  it.each(['hall_code', 'hall', 'hallCode', 'fk_hall', 'hall_hall_code', 'HALL_CODE_FK'])(
    '%s is the reference of the line',
    name => {
      judged(
        model,
        bay('logical', [`*${name}:char:3!`, '*bay_no:integer!', 'width:integer!'], false),
        RULES,
        ['upheld', 'upheld', 'upheld'],
        'logical',
      )
    },
  )
  it('on the wrong card is a mistake; at physical level it must be there', () => {
    const physical = bay('physical', ['*bay_no:integer!', 'width:integer!'], true, { columns: ['hall_code'] })
    const asked = RULES.slice(2)
    judged(physical, physical, asked, ['upheld'], 'physical')
    judged(
      physical,
      bay('physical', ['*bay_no:integer!', 'width:integer!'], true),
      asked,
      ['not shown'],
      'physical',
    )
    const wrong = cards(
      { Hall: ['*hall_code:char:3!', 'bay_no:integer!'], Bay: ['*bay_no:integer!'] },
      [{ from: ['Hall', '1 1'], to: ['Bay', '0 many'] }],
      { level: 'physical' },
    )
    judged(physical, wrong, asked, ['broken'], 'physical')
  })
  it('are written by the board itself as lines are drawn at physical level', () => {
    const before = bay('physical', ['*bay_no:integer!'], false)
    const line = before.relationships[0]!
    const after = nameReferences({ ...before, relationships: [] }, before)
    expect(after.relationships[0]!.ends.map(({ columns }) => columns)).toEqual([['hall_code'], undefined])
    // Swapped amounts take the reference to the other card; what is not touched stays as the file says.
    const turned = {
      ...line,
      ends: [
        { ...line.ends[0]!, most: 'many' as const, columns: ['hall_code'] },
        { ...line.ends[1]!, most: 'one' as const },
      ],
    }
    expect(
      nameReferences(before, { ...before, relationships: [turned] }).relationships[0]!.ends.map(
        ({ columns }) => columns,
      ),
    ).toEqual([undefined, ['bay_no']])
    expect(nameReferences(before, before)).toBe(before)
  })
})

describe('kinds, marks and lists', () => {
  const DOGS = { Dog: ['*chip', 'name'], Handler: ['*badge'] }
  const service = (isTotal: boolean): Diagram =>
    cards(
      { ...DOGS, 'Service dog': ['since'] },
      [{ from: ['Handler', '1 1'], to: ['Service dog', '0 many'] }],
      {
        kinds: [{ id: 'k', general: 'Dog', special: ['Service dog'], isDisjoint: true, isTotal }],
      },
    )
  it('a line at a kind that is not all of them may be missing', () => {
    const optional = cards(DOGS, [{ from: ['Handler', '0 1'], to: ['Dog', '0 many'] }])
    judged(optional, service(false), [{ kind: 'mayLack', entity: 'dog', path: 'handler' }], ['upheld'])
    const must = cards(DOGS, [{ from: ['Handler', '1 1'], to: ['Dog', '0 many'] }])
    judged(must, service(false), [{ kind: 'mustHave', entity: 'dog', path: 'handler' }], ['broken'])
    judged(must, service(true), [{ kind: 'mustHave', entity: 'dog', path: 'handler' }], ['upheld'])
  })
  it('what is within another and there once at most allows no many', () => {
    const weak = (amount: string): Diagram =>
      cards({ Street: ['*street'], House: ['*house_no'] }, [
        { from: ['Street', '1 1', { identifies: true }], to: ['House', amount] },
      ])
    judged(
      weak('0 many'),
      weak('0 1'),
      [{ kind: 'manyAllowed', entity: 'house', role: 'street' }],
      ['too strict'],
    )
  })
  it('a mark that is not said, and sizes without a type, show nothing', () => {
    const mast = (...facts: string[]): Diagram =>
      cards({ mast: ['*mast_no:integer!', ...facts] }, [], { level: 'physical' })
    const RULES: readonly Rule[] = [
      { kind: 'mustHave', entity: 'mast', path: 'height' },
      { kind: 'mayLack', entity: 'mast', path: 'colour' },
      { kind: 'drawn', entity: 'diagram', about: 'sizes' },
    ]
    judged(
      mast('height:decimal:4,1!', 'colour:varchar:9?'),
      mast('height:decimal:4,1', 'colour:varchar:9'),
      RULES,
      ['not shown', 'not shown', 'upheld'],
      'physical',
    )
    judged(
      mast('height:decimal:4,1!'),
      cards({ mast: ['*mast_no!', 'height!'] }, [], { level: 'physical' }),
      RULES.slice(2),
      ['not shown'],
      'physical',
    )
  })
  it.each(['medals', 'list of medals', 'all medals'])('%s is a list in one fact', name => {
    const model = cards({ Baker: ['*badge', 'medal'] })
    const several = {
      ...model,
      entities: model.entities.map(card => ({
        ...card,
        attributes: card.attributes.map(fact => ({ ...fact, several: fact.name === 'medal' })),
      })),
    }
    judged(
      several,
      cards({ Baker: ['*badge', name] }),
      [{ kind: 'atomic', entity: 'baker_medal', attribute: 'medal' }],
      ['broken'],
    )
  })
  it('a rule may call a role by its column, or by what it leads to', () => {
    const model = cards({ Baker: ['*badge no'], Cake: ['*cake no'] }, [
      { from: ['Baker', '1 1'], to: ['Cake', '0 many'] },
    ])
    judged(
      model,
      model,
      ['baker', 'baker_badge', 'baker_badge ', 'baker_badge no'].map(role => ({
        kind: 'atMostOne',
        entity: 'cake',
        role,
      })),
      ['upheld', 'upheld', 'upheld', 'upheld'],
    )
  })
})
