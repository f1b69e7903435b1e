import { describe, expect, it } from 'vitest'
import { chainFindings, chainSheet, lostInWords, rightBefore, type ChainSheet } from '../../src/chain'
import { NO_CLAIMS, readClaims, type DependencyClaims, type RelationTask } from '../../src/claims'
import type { Diagram } from '../../src/diagram'
import { NEW_ENTRY, type Dictionary } from '../../src/dictionary'
import { wording, type Finding, type TableSheetName } from '../../src/findings'
import { tableSheetModule } from '../../src/sheets'
import { cards } from '../support/cards'

const read = (name: TableSheetName, content: unknown, level?: Diagram['level']): ChainSheet =>
  chainSheet(
    name,
    tableSheetModule(name).describes(content, {
      given: { tables: [] },
      dialect: 'postgresql',
      withSurrogates: true,
    }),
    level,
  )
const script = (text: string): ChainSheet => read('script', text)
const diagram = (drawn: Diagram): ChainSheet => read('diagram', drawn, drawn.level)
const dictionary = (...lines: readonly string[]): ChainSheet => {
  const entries = lines.map(line => {
    const [entity = '', field = '', type = '', key = '', required = '', refersTo = ''] = line.split(' ')
    return { ...NEW_ENTRY, entity, field, type, key, required, refersTo } as Dictionary['entries'][number]
  })
  return read('dictionary', { entries })
}
const said = (sheets: readonly ChainSheet[]): string[] =>
  chainFindings(sheets).map(finding => wording(finding).message)
const codes = (sheets: readonly ChainSheet[]): string[] => chainFindings(sheets).map(({ code }) => code)

/** A mill grinds sacks; a sack is of one grain; bakers fetch sacks, many of many. */
const DRAWN = cards(
  {
    grain: ['*grain_code', 'harvested'],
    sack: ['*sack_no', 'weight'],
    baker: ['*baker_no', 'full_name'],
  },
  [
    { verb: 'holds', from: ['grain', '1 1'], to: ['sack', '0 many'] },
    { verb: 'fetches', from: ['baker', '0 many'], to: ['sack', '0 many'] },
  ],
  { level: 'logical' },
)
const GRAIN = 'CREATE TABLE grain (grain_code char(3) PRIMARY KEY, harvested date);\n'
const SACK =
  'CREATE TABLE sack (sack_no int PRIMARY KEY, weight int, grain_code char(3) NOT NULL REFERENCES grain (grain_code));\n'
const BAKER = 'CREATE TABLE baker (baker_no int PRIMARY KEY, full_name text);\n'
const FETCH =
  'CREATE TABLE fetch (baker_no int REFERENCES baker (baker_no), sack_no int REFERENCES sack (sack_no), PRIMARY KEY (baker_no, sack_no));\n'

describe('from the diagram to the script', () => {
  const chain = (text: string): string[] => codes([diagram(DRAWN), script(text)])
  it('nothing is said where the script says the same, in its own words and layout', () => {
    expect(chain(GRAIN + SACK + BAKER + FETCH)).toEqual([])
    expect(
      chain(
        `CREATE TABLE Grains (id serial PRIMARY KEY, code char(3) NOT NULL UNIQUE, harvest_date date);
         CREATE TABLE Sacks (SackNumber int PRIMARY KEY, weight int, grain_id int NOT NULL REFERENCES Grains (id));
         CREATE TABLE Bakers (BakerID int PRIMARY KEY, fullname text);
         CREATE TABLE BakerSack (BakerID int REFERENCES Bakers (BakerID), SackNumber int REFERENCES Sacks (SackNumber), PRIMARY KEY (BakerID, SackNumber));`,
      ),
    ).toEqual([])
  })
  it.each([
    ['chain.table-missing', GRAIN + SACK, 'a card without a table'],
    ['chain.link-missing', GRAIN + SACK + BAKER, 'a line of many to many without a table'],
    [
      'chain.table-more',
      `${GRAIN}${SACK}${BAKER}${FETCH}CREATE TABLE oven (oven_no int PRIMARY KEY, heat int);`,
      'a table of its own',
    ],
    [
      'chain.column-missing',
      GRAIN + SACK + 'CREATE TABLE baker (baker_no int PRIMARY KEY);' + FETCH,
      'a fact without a column',
    ],
    [
      'chain.column-more',
      GRAIN + SACK + BAKER.replace('text', 'text, born date') + FETCH,
      'a column of its own',
    ],
    [
      'chain.required-changed',
      GRAIN + SACK.replace(' NOT NULL', '') + BAKER + FETCH,
      'a line that must be there',
    ],
    [
      'chain.reference-missing',
      GRAIN + SACK.replace(' REFERENCES grain (grain_code)', '') + BAKER + FETCH,
      'a line without a reference',
    ],
    [
      'chain.reference-more',
      GRAIN + SACK + BAKER.replace('text', 'text, first_sack int REFERENCES sack (sack_no)') + FETCH,
      'a reference without a line',
    ],
    [
      'chain.key-changed',
      GRAIN +
        SACK +
        BAKER.replace('int PRIMARY KEY, full_name text', 'int, full_name text PRIMARY KEY') +
        FETCH.replace(
          'baker_no int REFERENCES baker (baker_no)',
          'baker_no text REFERENCES baker (full_name)',
        ),
      'another key',
    ],
    [
      'chain.line-widened',
      `${GRAIN}${SACK.replace(', grain_code char(3) NOT NULL REFERENCES grain (grain_code)', '')}${BAKER}${FETCH}
       CREATE TABLE sack_grain (sack_no int REFERENCES sack (sack_no), grain_code char(3) REFERENCES grain (grain_code), PRIMARY KEY (sack_no, grain_code));`,
      'a table between where one was drawn',
    ],
  ])('%s', (code, text) => expect(chain(text)).toEqual([code]))
  it('what is left over may be it, and is named', () => {
    const [finding] = said([
      diagram(DRAWN),
      script(GRAIN + SACK + BAKER.replace('full_name', 'called') + FETCH),
    ])
    expect(finding ?? '').toMatch(/^$|unless it is baker\.called/)
  })
  it('at logical level nobody is asked whether a fact may be missing', () => {
    const text = GRAIN + SACK.replace('weight int', 'weight int NOT NULL') + BAKER + FETCH
    expect(chain(text)).toEqual([])
    const physical = cards({ grain: ['*grain_code', 'harvested?'] }, [], { level: 'physical' })
    const must = script(GRAIN.replace('date', 'date NOT NULL'))
    expect(codes([diagram(physical), must])).toEqual(['chain.required-changed'])
    expect(codes([diagram({ ...physical, level: 'logical' }), must])).toEqual([])
  })
  it('two references between the same tables are told by their names', () => {
    const drawn = cards(
      { grain: ['*grain_code'], sack: ['*sack_no'] },
      [
        { verb: 'fills', from: ['grain', '1 1', { role: 'filling' }], to: ['sack', '0 many'] },
        { verb: 'dusts', from: ['grain', '0 1', { role: 'dusting' }], to: ['sack', '0 many'] },
      ],
      { level: 'logical' },
    )
    const text = (filling: string, dusting: string): ChainSheet =>
      script(
        `CREATE TABLE grain (grain_code char(3) PRIMARY KEY);
         CREATE TABLE sack (sack_no int PRIMARY KEY, filling char(3) ${filling} REFERENCES grain, dusting char(3) ${dusting} REFERENCES grain);`,
      )
    expect(codes([diagram(drawn), text('NOT NULL', '')])).toEqual([])
    expect(codes([diagram(drawn), text('', 'NOT NULL')])).toEqual([
      'chain.required-changed',
      'chain.required-changed',
    ])
  })
})

describe('from the dictionary on', () => {
  const described = dictionary(
    'grain grain_code text primary yes',
    'grain harvested date',
    'sack sack_no number primary yes',
    'sack weight number',
    'sack grain_code text - yes grain',
  )
  const WITHOUT_BAKER = cards(
    { grain: ['*grain_code', 'harvested'], sack: ['*sack_no', 'weight'] },
    [{ verb: 'holds', from: ['grain', '1 1'], to: ['sack', '0 many'] }],
    { level: 'logical' },
  )
  it('the diagram that says the same is not blamed, at any level', () => {
    for (const level of ['conceptual', 'logical'] as const)
      expect(codes([described, diagram({ ...WITHOUT_BAKER, level })])).toEqual([])
  })
  it('a blank slot is not contrary to a script', () => {
    expect(codes([described, script(GRAIN.replace('date', 'date NOT NULL') + SACK)])).toEqual([])
  })
  it('what both sheets before have is said once, of both', () => {
    expect(
      said([described, diagram(WITHOUT_BAKER), script(GRAIN + SACK.replace('weight int, ', ''))]),
    ).toEqual(['"weight" of sack is in your dictionary and your diagram, not in your script.'])
  })
  it('places are those of the later sheet', () => {
    const more = cards({ grain: ['*grain_code', 'harvested', 'colour'], sack: ['*sack_no', 'weight'] }, [
      { verb: 'holds', from: ['grain', '1 1'], to: ['sack', '0 many'] },
    ])
    const [found] = chainFindings([described, diagram({ ...more, level: 'logical' })])
    expect(found).toMatchObject({ code: 'chain.column-more', sheet: 'diagram' })
    const ids = more.entities[0]!.attributes.map(({ id }) => id)
    expect(ids).toContain(found!.field)
  })
})

describe('from the dependencies on', () => {
  const TASK: RelationTask = {
    name: 'ledger',
    attributes: ['sack_no', 'weight', 'grain_code', 'harvested', 'mill_name'],
    dependencies: '',
    isGiven: false,
    isFresh: false,
    asks: { keys: true, prime: false, form: false, split: '3NF', closures: [] },
  }
  const chain = (part: Partial<DependencyClaims>, sheet: ChainSheet): Finding[] =>
    chainFindings([sheet], readClaims(TASK, { ...NO_CLAIMS, ...part }))
  const claimed = 'sack_no -> weight, grain_code\ngrain_code -> harvested, mill_name'
  const right = script(
    'CREATE TABLE grain (code char(3) PRIMARY KEY, harvested date, mill_name text); CREATE TABLE sack (id serial PRIMARY KEY, number int NOT NULL UNIQUE, weight int, grain char(3) REFERENCES grain (code));',
  )
  const flat = script(
    'CREATE TABLE sack (sack_no int PRIMARY KEY, weight int, grain_code char(3), harvested date, mill_name text);',
  )
  it('nothing is said where each determinant tells rows apart', () => {
    expect(chain({ dependencies: claimed }, right)).toEqual([])
  })
  it('a determinant that is no identifier anywhere', () => {
    expect(chain({ dependencies: claimed }, flat).map(finding => wording(finding).message)).toEqual([
      'By the dependencies grain_code → harvested, mill_name; in your script nothing is identified by grain_code, so it can be told twice and differently.',
    ])
  })
  it('a part of the split without a table', () => {
    const split =
      'sack: sack_no, weight, grain_code key sack_no\ngrain: grain_code, harvested, mill_name key grain_code'
    expect(chain({ dependencies: claimed, split }, flat).map(({ code }) => code)).toEqual([
      'chain.part-missing',
    ])
    expect(chain({ dependencies: claimed, split }, right)).toEqual([])
  })
  it('an attribute without a place; nothing at all where the sheets speak of other things', () => {
    const without = script(
      'CREATE TABLE grain (grain_code char(3) PRIMARY KEY, harvested date); CREATE TABLE sack (sack_no int PRIMARY KEY, weight int, grain_code char(3) REFERENCES grain (grain_code));',
    )
    expect(chain({ dependencies: claimed }, without).map(({ params }) => params['attribute'])).toEqual([
      'mill_name',
    ])
    expect(chain({ dependencies: claimed }, script('CREATE TABLE lantern (wick int PRIMARY KEY);'))).toEqual(
      [],
    )
  })
})

describe('a verdict that was right before', () => {
  const cell = (sheet: Finding['sheet'], verdict: 'upheld' | 'broken' | 'cannot tell') => ({
    rule: 'r1',
    sheet,
    verdict,
  })
  it('is named with the sheets that have it right', () => {
    const cells = [cell('dictionary', 'upheld'), cell('diagram', 'upheld'), cell('script', 'broken')]
    expect(lostInWords(rightBefore(cells, cells[2]!), 'script')).toBe(
      'Your dictionary and your diagram have it right; your script lost it.',
    )
    expect(rightBefore(cells, cells[1]!)).toEqual([])
    expect(lostInWords(['diagram'], 'script', 'the')).toBe('The diagram has it right; the script lost it.')
    const open = [cell('diagram', 'upheld'), cell('script', 'cannot tell')]
    expect(rightBefore(open, open[1]!)).toEqual([])
    const later = [cell('diagram', 'broken'), cell('script', 'upheld')]
    expect(rightBefore(later, later[0]!)).toEqual([])
  })
})
