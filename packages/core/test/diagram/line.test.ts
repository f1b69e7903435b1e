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
