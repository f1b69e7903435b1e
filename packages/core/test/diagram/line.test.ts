import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawn as made } from '../support/drawn'
import {
  Diagram,
  EMPTY_DIAGRAM,
  aloud,
  pasteInto,
  partOf,
  changeFacts,
  completions,
  putCardBetween,
  readLine,
  removeElements,
  schemaFromDiagram,
} from '../../src/diagram'

const spoken = (...lines: string[]): string[] => aloud(made(...lines)).map(({ text }) => text)
const ends = (diagram: Diagram) =>
  diagram.relationships.map(({ name, back, ends: [a, b] }) => [
    name,
    b!.least,
    b!.most,
    back,
    a!.least,
    a!.most,
  ])
function refused(line: string, diagram = EMPTY_DIAGRAM): string {
  const read = readLine(diagram, line)
  if (read.ok) throw new Error(`${line} was read as: ${read.made.join(' · ')}`)
  return `${line.slice(read.fault.start, read.fault.end)}| ${read.fault.message}`
}

describe('the sentences of the entry line', () => {
  it('asks a relationship both ways in one line', () => {
    expect(ends(made('Trip brings in many accessions; each accession comes from at most one trip'))).toEqual([
      ['brings in', null, 'many', 'comes from', 0, 'one'],
    ])
  })
  it('takes the other way from a later line as well', () => {
    expect(
      ends(made('Trip brings in any number of accessions', 'an accession comes from exactly one trip')),
    ).toEqual([['brings in', 0, 'many', 'comes from', 1, 'one']])
  })
  it('makes a second relationship where both ways are said already, or the verb is another', () => {
    const both = 'Trip brings in many accessions; accession comes from one trip'
    expect(made(both, 'Accession is repeated on one trip').relationships).toHaveLength(2)
    expect(made(both, 'Trip brings in one or more accessions').relationships).toHaveLength(1)
  })
  it.each([
    ['exactly one', 1, 'one'],
    ['at most one', 0, 'one'],
    ['one or more', 1, 'many'],
    ['many, at least one', 1, 'many'],
    ['any number of', 0, 'many'],
    ['one', null, 'one'],
    ['many', null, 'many'],
  ] as const)('%s says at least %s and at most %s', (amount, least, most) => {
    expect(ends(made(`A trip brings in ${amount} accession`))[0]).toEqual([
      'brings in',
      least,
      most,
      '',
      null,
      null,
    ])
  })
  it('may says there can be none, must that there is one', () => {
    expect(ends(made('Trip may bring in many accessions'))[0]!.slice(0, 3)).toEqual(['bring in', 0, 'many'])
    expect(ends(made('Trip must bring in many accessions'))[0]!.slice(0, 3)).toEqual(['bring in', 1, 'many'])
    expect(refused('Trip may bring in exactly one accession')).toMatch(/^exactly one\| "may" says/)
    expect(refused('Trip may bring in one or more accessions')).toMatch(/^one or more\|/)
  })
  it('facts: the first tells apart, marks and types in brackets', () => {
    const [drawer] = made(
      'Drawer has number, width (may lack, decimal 6 2), labels (several), area (worked out), place (parts row + shelf), code (text 9, told apart)',
    ).entities
    expect(
      drawer!.attributes.map(({ name, identifies, several, derived, parts, required, type, size }) => [
        name,
        identifies,
        several,
        derived,
        parts.join('+'),
        required,
        `${type} ${size}`.trim(),
      ]),
    ).toEqual([
      ['number', true, false, false, '', null, ''],
      ['width', false, false, false, '', false, 'decimal 6,2'],
      ['labels', false, true, false, '', null, ''],
      ['area', false, false, true, '', null, ''],
      ['place', false, false, false, 'row+shelf', null, ''],
      ['code', true, false, false, '', null, 'text 9'],
    ])
  })
  it('told apart within: weak, with exactly one owner', () => {
    expect(
      spoken('Bay has hall, number', 'Drawer has width', 'Drawer is told apart by number within Bay'),
    ).toContain('Drawer is identified by number within bay.')
    const { relationships } = made('Drawer is told apart by number within Bay')
    expect(relationships[0]!.ends.map(({ identifies, least, most }) => [identifies, least, most])).toEqual([
      [true, 1, 'one'],
      [false, null, null],
    ])
  })
  it('one entity with itself needs roles, and its other question swaps them', () => {
    const {
      relationships: [relationship],
    } = made(
      'Taxon as parent includes any number of taxa as child; taxon as child belongs to at most one taxon as parent',
    )
    expect(relationship!.ends.map(({ role, least, most }) => [role, least, most])).toEqual([
      ['parent', 0, 'one'],
      ['child', 0, 'many'],
    ])
    expect(refused('Taxon includes many taxa', made('Taxon has name'))).toMatch(/needs roles/)
  })
  it('three meet, kinds, what a relationship carries', () => {
    expect(spoken('Garden, Accession and Keeper meet in loan', 'loan carries day')).toEqual(
      expect.arrayContaining(['Garden, accession and keeper meet in loan.', 'It carries day.']),
    )
    expect(made('Partner is one of Garden, Museum').kinds[0]).toMatchObject({
      isTotal: true,
      isDisjoint: true,
    })
    expect(made('Partner may be any of Garden, Museum').kinds[0]).toMatchObject({
      isTotal: false,
      isDisjoint: false,
    })
  })
  it('a further key is said in the ways of a course, with facts and with what lines lead to', () => {
    const before = [
      'Crate has number, colour, size',
      'A crate stands in exactly one hall',
      'A crate is lent to at most one person',
    ]
    const expected = [['e1.2', 'e1.3']]
    for (const line of [
      'No two crates have the same colour and size',
      'no two crates share colour and size',
      'An alternate key of crate is colour and size',
      'the candidate key of Crate is colour, size',
      'colour and size of a crate are unique together',
    ])
      expect(made(...before, line).entities[0]!.uniques, line).toEqual(expected)
    expect(made(...before, 'No two crates have the same hall and colour').entities[0]!.uniques).toEqual([
      ['r1', 'e1.2'],
    ])
    expect(refused('No two crates share hall', made('Crate has number', 'Hall has number'))).toMatch(
      /No line leads from Crate to Hall yet/,
    )
    expect(refused('No two crates differ', made(...before))).toMatch(/no two trips have the same/)
    const twice = made(...before, 'A crate was made in exactly one hall')
    expect(refused('No two crates have the same hall and colour', twice)).toMatch(/add "it" and the verb/)
    const read = readLine(twice, 'No two crates have the same hall it was made in and colour')
    expect(read.ok && read.diagram.entities[0]!.uniques).toEqual([['r3', 'e1.2']])
  })
  it('what becomes of those that refer is said, and by which line where there are several', () => {
    const before = ['A crate stands in exactly one hall']
    const on = (line: string, ...more: readonly string[]): unknown =>
      made(...before, ...more, line).relationships.flatMap(({ ends }) =>
        ends.flatMap(({ onDelete, onUpdate }) => onDelete ?? (onUpdate ? `update ${onUpdate}` : [])),
      )
    expect(on('When a hall is deleted, its crates are deleted too')).toEqual(['cascade'])
    expect(on('If a hall is removed, the crates prevent it')).toEqual(['restrict'])
    expect(on('When a hall is deleted, its crates name none any more')).toEqual(['set null'])
    expect(on('When the key of a hall changes, its crates follow')).toEqual(['update cascade'])
    const twice = made(...before, 'Crate was made in one hall; hall makes many crates')
    expect(refused('When a hall is deleted, its crates go too', twice)).toMatch(/Several lines lead/)
    const read = readLine(twice, 'When a hall is deleted, the crates it makes go too')
    expect(read.ok && read.diagram.relationships[1]!.ends[1]!.onDelete).toBe('cascade')
    expect(refused('When a hall is deleted, its crates sing', made(...before))).toMatch(/are deleted too, or/)
    expect(refused('When a hall burns, its crates go too', made(...before))).toMatch(/a trip is deleted/)
  })
  it('where three meet the ends are answered one by one', () => {
    const before = 'Garden, Accession and Keeper meet in loan'
    const { ends } = made(
      before,
      'For one garden and one accession: at most one keeper in loan',
      'For each keeper and garden there are many accessions',
      'Every keeper takes part in loan',
      'a garden need not take part in loan',
    ).relationships[0]!
    expect(ends.map(({ least, most }) => [least, most])).toEqual([
      [0, null],
      [null, 'many'],
      [1, 'one'],
    ])
    expect(refused('For one garden and one crate: one keeper', made(before))).toMatch(/meet nowhere yet/)
    expect(refused('For one garden and one accession: keeper', made(before))).toMatch(/how many/)
    expect(refused('For one garden', made(before))).toMatch(/for one garden and one accession: at most/)
  })
  it('each thing is taken away by a sentence, and a fact is renamed', () => {
    const before = [
      'Crate has number, colour, size',
      'A crate stands in exactly one hall; a hall holds many crates',
      'Hall is one of Shed, Cellar',
      'No two crates have the same colour and size',
    ]
    expect(made(...before, 'remove the size of crate').entities[0]).toMatchObject({
      attributes: [{ name: 'number' }, { name: 'colour' }],
      uniques: [],
    })
    expect(made(...before, 'remove colour from Crate').entities[0]!.attributes).toHaveLength(2)
    for (const line of ['crate stands in hall', 'a hall holds crates', 'stands in'])
      expect(made(...before, `remove ${line}`).relationships, line).toEqual([])
    expect(made(...before, 'remove the kinds of hall').kinds).toEqual([])
    expect(
      made(...before, 'remove no two crates have the same size and colour').entities[0]!.uniques,
    ).toEqual([])
    expect(made(...before, 'rename colour of crate to paint').entities[0]!.attributes[1]!.name).toBe('paint')
    expect(refused('rename colour of crate to size', made(...before))).toMatch(/is there already/)
    expect(refused('remove weight of crate', made(...before))).toMatch(/no fact called weight/)
    expect(refused('remove kinds of crate', made(...before))).toMatch(/has no kinds/)
  })
  it('what a line carries is renamed and taken away by a sentence, and so is its verb phrase', () => {
    const before = ['A trip brings in many sacks; a sack comes with many trips; it carries day, weight']
    const [line] = made(...before, 'remove weight of brings in').relationships
    expect(line!.attributes.map(({ name }) => name)).toEqual(['day'])
    expect(made(...before, 'remove the day of comes with').relationships[0]!.attributes).toHaveLength(1)
    expect(made(...before, 'rename day of brings in to date').relationships[0]!.attributes[0]!.name).toBe(
      'date',
    )
    expect(made(...before, 'rename comes with to was carried by').relationships[0]).toMatchObject({
      name: 'brings in',
      back: 'was carried by',
    })
    expect(refused('remove depth of brings in', made(...before))).toMatch(/carries no fact called depth/)
    expect(refused('rename day of brings in to weight', made(...before))).toMatch(/is there already/)
    expect(refused('rename trip brings in sacks to delivers', made(...before))).toMatch(/verb phrase alone/)
  })
  it('what has nothing of its own is identified within others', () => {
    const told = spoken('Keeper has code', 'Key has number', 'Lending is identified within keeper and key')
    expect(told).toContain('Lending is identified within keeper and key.')
    expect(spoken('Hall has letter', 'Bay is identified only within hall')).toContain(
      'Bay is identified within hall.',
    )
  })
  it('a relation as it is written is a card with its facts', () => {
    const read = readLine(EMPTY_DIAGRAM, 'Dispatch line (number, quantity (decimal 6 2, may lack))')
    expect(read.ok && read.made).toEqual([
      'new entity Dispatch line',
      'Dispatch line has number (identifier), quantity (may lack, decimal 6 2)',
    ])
    expect(refused('Trip (number, (tasty)')).toMatch(/fact|bracket/)
  })
  it('completes names, amounts, phrases, facts and marks; nothing that is written whole', () => {
    const diagram = made('"Dispatch line" has number, quantity', 'Drawer has width')
    const offered = (line: string): string[] => completions(diagram, line).map(({ text }) => text)
    expect(offered('d')).toEqual(['"Dispatch line"', 'Drawer'])
    expect(offered('Drawer holds a')).toEqual(['at most one', 'any number of'])
    expect(completions(diagram, 'Drawer holds at m')).toEqual([{ text: 'at most one', start: 13 }])
    expect(offered('Drawer is id')).toEqual(['is identified by'])
    expect(offered('Drawer is identified by w')).toEqual(['width', 'within'])
    expect(offered('Drawer has depth (m')).toEqual(['may lack'])
    expect(offered('Drawer has depth (may lack, d')).toEqual(['default', 'decimal 8 2', 'date'])
    expect(offered('Drawer has width; n')).toEqual(['no two'])
    for (const line of ['', 'Drawer', 'Drawer ', 'Drawer holds many', '"Dispatch line"', 'Drawer has ('])
      expect(offered(line), line).toEqual([])
  })
  it('"it" is what the line spoke of last, of two or of three', () => {
    const of = (line: string): string[] =>
      made(line).relationships.flatMap(({ name, attributes }) =>
        attributes.map(fact => `${name} ${fact.name}`),
      )
    expect(of('Trip has many crates; Garden, Crate and Keeper meet in loan; it carries day')).toEqual([
      'loan day',
    ])
    expect(of('Garden, Crate and Keeper meet in loan; Trip holds many crates; it carries day')).toEqual([
      'holds day',
    ])
    expect(refused('it carries day')).toMatch(/which relationship/)
  })
  it('the longest known name wins, without regard to case and number', () => {
    const diagram = made('"Dispatch line" has number', 'Dispatch has number')
    const read = readLine(diagram, 'a dispatch LINES belongs to exactly one dispatch')
    expect(read.ok && read.diagram.entities).toHaveLength(2)
    expect(read.ok && read.diagram.relationships[0]!.ends.map(({ entity }) => entity)).toEqual(['e1', 'e2'])
  })
  it('changes: rename and remove, with what goes along', () => {
    const diagram = made('Trip brings in many accessions', 'rename trips to Journey')
    expect(diagram.entities.map(({ name }) => name)).toEqual(['Journey', 'Accession'])
    const read = readLine(diagram, 'remove the journey')
    expect(read.ok && read.made).toEqual(['Journey and 1 relationship removed'])
    expect(refused('rename Journey to accession', diagram)).toMatch(/is there already/)
  })
  it('says what was expected, and where', () => {
    expect(refused('Trip brings in')).toBe(
      '| After Trip brings in I look for how many: exactly one, at most one, one or more, many.',
    )
    expect(refused('Trip has number (tasty)')).toMatch(/^tasty\| In brackets I look for/)
    expect(refused('Trip has number (text 9')).toMatch(/bracket is not closed/)
    expect(refused('Garden and Keeper meet in loan')).toMatch(/Three or more/)
    expect(refused('remove Nothing')).toMatch(/^Nothing\| Nothing is called/)
  })
  it('makes all of a line or nothing, and leaves what is given', () => {
    expect(readLine(EMPTY_DIAGRAM, 'Trip brings in many accessions; what').ok).toBe(false)
    const given: Diagram = {
      ...made('Trip has number'),
      entities: made('Trip has number').entities.map(entity => ({ ...entity, given: true })),
    }
    expect(refused('Trip has weather', given)).toMatch(/given/)
    expect(refused('remove Trip', given)).toMatch(/given/)
    expect(removeElements(given, ['e1', 'e1.1']).diagram).toEqual(given)
  })
  it('whatever is typed, the answer is a valid diagram or a place within the line', () => {
    const word = fc.constantFrom(
      'Trip',
      'accessions',
      'has',
      'brings in',
      'exactly one',
      'many',
      'may',
      'is told apart by',
      'within',
      'meet in',
      'is one of',
      'as',
      'and',
      ',',
      ';',
      '(',
      ')',
      '"',
      'carries',
      'rename',
      'remove',
      'to',
      'taxa',
      'ø',
      'parts',
      '+',
    )
    fc.assert(
      fc.property(
        fc.array(
          fc.array(word, { maxLength: 12 }).map(words => words.join(' ')),
          { maxLength: 4 },
        ),
        lines => {
          let diagram = EMPTY_DIAGRAM
          for (const line of lines) {
            const read = readLine(diagram, line)
            if (read.ok) diagram = read.diagram
            else
              expect(
                read.fault.start >= 0 && read.fault.end <= line.length && read.fault.start <= read.fault.end,
              ).toBe(true)
          }
          expect(Diagram.safeParse(diagram).success).toBe(true)
          schemaFromDiagram(diagram)
          aloud(diagram)
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('editing', () => {
  const PAIR = made(
    'Trip has number',
    'Collector has code',
    'Trip takes along one or more collectors; collector goes on any number of trips',
    'takes along carries role',
  )
  const tables = (diagram: Diagram) =>
    schemaFromDiagram(diagram).schema.tables.map(
      ({ name, primaryKey, uniques, references }) =>
        `${name}(${primaryKey?.columns.join(', ') ?? ''})${uniques.map(({ columns }) => ` unique ${columns.join('+')}`).join('')} →${references.length}`,
    )
  it('a card between: both references together are the key', () => {
    const { diagram } = putCardBetween(PAIR, 'r1', { name: 'Taking part', key: 'both', repeatsBy: null })
    expect(tables(diagram)).toEqual([
      'Trip(number) →0',
      'Collector(code) →0',
      'Taking part(trip_number, collector_code) →2',
    ])
    expect(aloud(diagram).map(({ text }) => text)).toContain('One trip takes along one or more taking parts.')
    expect(diagram.entities[2]!.attributes.map(({ name }) => name)).toEqual(['role'])
  })
  it('facts that a card between is given by a sentence stay out of its key', () => {
    const { diagram } = putCardBetween(PAIR, 'r1', { name: 'Taking part', key: 'both', repeatsBy: null })
    const bare = changeFacts(diagram, diagram.entities[2]!.id, [])
    for (const sentence of ['Taking part has seeds', 'Taking part has seeds, remark (may lack)']) {
      const read = readLine(bare, sentence)
      expect(read.ok && tables(read.diagram)[2]).toBe('Taking part(trip_number, collector_code) →2')
    }
  })
  it('a card between that may repeat, and one with a number and the pair once', () => {
    expect(
      tables(putCardBetween(PAIR, 'r1', { name: 'Turn', key: 'both', repeatsBy: 'on' }).diagram)[2],
    ).toBe('Turn(trip_number, collector_code, on) →2')
    expect(
      aloud(putCardBetween(PAIR, 'r1', { name: 'Turn', key: 'own number', repeatsBy: null }).diagram).map(
        ({ text }) => text,
      ),
    ).toContain('No two turns have the same trip and collector.')
    expect(
      tables(putCardBetween(PAIR, 'r1', { name: 'Turn', key: 'own number', repeatsBy: null }).diagram)[2],
    ).toBe('Turn(turn no) unique trip_number+collector_code →2')
    expect(
      tables(putCardBetween(PAIR, 'r1', { name: 'Turn', key: 'own number', repeatsBy: 'on' }).diagram)[2],
    ).toBe('Turn(turn no) →2')
  })
  it('copies carry facts and the relationships within, and change nothing that was there', () => {
    const { diagram, ids } = pasteInto(PAIR, partOf(PAIR, ['e1', 'e2']))
    expect(ids).toEqual(['e3', 'e4'])
    expect(diagram.entities.map(({ name }) => name)).toEqual(['Trip', 'Collector', 'Trip 2', 'Collector 2'])
    expect(diagram.relationships[1]!.ends.map(({ entity }) => entity)).toEqual(['e3', 'e4'])
    expect(partOf(diagram, ['e1', 'e2'])).toEqual(PAIR)
  })
  it('removing an entity takes its relationships along and says how many', () => {
    const { diagram, relationships, entities } = removeElements(PAIR, ['e1'])
    expect([relationships, entities, diagram.entities.length, diagram.relationships.length]).toEqual([
      1,
      ['Trip'],
      1,
      0,
    ])
  })
})

describe('own facts of a card between', () => {
  function seeds(line: string): boolean {
    const diagram = made(
      'Dispatch has number',
      'Accession has number',
      'Dispatch holds many accessions; each accession goes out in many dispatches',
    )
    const between = putCardBetween(diagram, diagram.relationships[0]!.id, {
      name: 'Dispatch line',
      key: 'both',
      repeatsBy: null,
    }).diagram
    const read = readLine(between, line)
    if (!read.ok) throw new Error(read.fault.message)
    return read.diagram.entities
      .find(({ name }) => name === 'Dispatch line')!
      .attributes.find(({ name }) => name === 'seeds')!.identifies
  }

  it('do not become part of its key: it is told apart by its two references', () =>
    expect(seeds('"Dispatch line" has seeds')).toBe(false))

  it('but where it is said that they tell it apart', () =>
    expect(seeds('"Dispatch line" is told apart by seeds')).toBe(true))
})
