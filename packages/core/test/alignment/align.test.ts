import { describe, expect, it } from 'vitest'
import { align, nameLikeness, nameWords, worldFromSchema, type GlossaryEntry } from '../../src/alignment'
import { readScript } from '../../src/sql'

const MODEL = readScript(`
  CREATE TABLE garden (code char(4) PRIMARY KEY, name text NOT NULL);
  CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name text NOT NULL);
  CREATE TABLE shipment (shipment_no integer PRIMARY KEY, from_garden char(4) NOT NULL REFERENCES garden, to_garden char(4) NOT NULL REFERENCES garden, left_on date);
  CREATE TABLE shipment_line (shipment_no integer REFERENCES shipment, accession_no char(9) REFERENCES accession, seeds integer NOT NULL, PRIMARY KEY (shipment_no, accession_no));`).schema
const world = worldFromSchema(MODEL)

function pairs(script: string, glossary: readonly GlossaryEntry[] = []) {
  const alignment = align(world, readScript(script).schema, { glossary })
  return {
    tables: Object.fromEntries(alignment.entities.map(({ entity, table }) => [entity, table])),
    columns: Object.fromEntries(
      alignment.attributes.map(({ entity, attribute, table, column }) => [
        `${entity}.${attribute}`,
        `${table}.${column}`,
      ]),
    ),
    roles: Object.fromEntries(
      alignment.roles.map(({ entity, role, layout }) => [
        `${entity}.${role}`,
        layout.kind === 'forward' ? layout.step.columns.map(([column]) => column).join() : layout.kind,
      ]),
    ),
    surplus: alignment.surplus.map(({ table, column }) => (column === null ? table : `${table}.${column}`)),
    confidence: Object.fromEntries(alignment.entities.map(({ entity, confidence }) => [entity, confidence])),
  }
}

describe('the world of a model answer', () => {
  it('has entities with attributes, roles and identifiers; references are roles, not attributes', () => {
    const line = world.entities.find(({ name }) => name === 'shipment_line')!
    expect(line).toMatchObject({
      identifier: ['shipment', 'accession'],
      attributes: [{ name: 'seeds', required: true }],
      roles: [
        { name: 'shipment', target: 'shipment' },
        { name: 'accession', target: 'accession' },
      ],
    })
    expect(world.entities.find(({ name }) => name === 'shipment')!.roles.map(({ name }) => name)).toEqual([
      'from_garden',
      'to_garden',
    ])
  })
  it('takes a self-numbering key beside a natural one for a surrogate', () => {
    const [entity] = worldFromSchema(
      readScript(
        'CREATE TABLE bay (id serial PRIMARY KEY, hall text NOT NULL, no int NOT NULL, UNIQUE (hall, no));',
      ).schema,
    ).entities
    expect(entity).toMatchObject({
      surrogate: 'id',
      identifier: ['hall', 'no'],
      attributes: [{ name: 'hall' }, { name: 'no' }],
    })
  })
})

describe('names', () => {
  it.each([
    ['trip_no', 'TripNumber', 1],
    ['trip_id', 'trip_code', 1],
    ['TBL_GARDENS', 'garden', 1],
    ['dispatches', 'dispatch', 1],
    ['taxa', 'bay', 0],
    ['GDN_NAME', 'garden_name', 0.85],
    ['acc', 'accession', 0.85],
    ['accesion', 'accession', 0.8],
    ['SpeciesList', 'species', 0.66],
  ])('%s and %s', (a, b, expected) => {
    expect(nameLikeness(nameWords(a), nameWords(b))).toBeCloseTo(expected, 1)
    expect(nameLikeness(nameWords(b), nameWords(a))).toBeCloseTo(expected, 1)
  })
})

describe('tables and columns are found', () => {
  it('by the same names, in any case and order', () => {
    const { tables, surplus, confidence } =
      pairs(`CREATE TABLE SHIPMENT_LINE (ACCESSION_NO char(9) REFERENCES ACCESSION, SHIPMENT_NO int REFERENCES SHIPMENT, SEEDS int);
      CREATE TABLE ACCESSION (TAXON_NAME text, ACCESSION_NO char(9) PRIMARY KEY); CREATE TABLE GARDEN (NAME text, CODE char(4) PRIMARY KEY);
      CREATE TABLE SHIPMENT (SHIPMENT_NO int PRIMARY KEY, FROM_GARDEN char(4) REFERENCES GARDEN, TO_GARDEN char(4) REFERENCES GARDEN, LEFT_ON date);`)
    expect(tables).toEqual({
      garden: 'GARDEN',
      accession: 'ACCESSION',
      shipment: 'SHIPMENT',
      shipment_line: 'SHIPMENT_LINE',
    })
    expect(surplus).toEqual([])
    expect(new Set(Object.values(confidence))).toEqual(new Set(['sure']))
  })

  it('by the glossary', () => {
    const { tables, columns } = pairs(
      'CREATE TABLE Sendung (Nummer int PRIMARY KEY, abgeschickt_am date); CREATE TABLE Garten (Kürzel char(4) PRIMARY KEY, Bezeichnung text);',
      [
        { element: 'shipment', names: ['Sendung'] },
        { element: 'garden', names: ['Garten'] },
        { element: 'garden.code', names: ['Kürzel'] },
        { element: 'garden.name', names: ['Bezeichnung'] },
        { element: 'shipment.left_on', names: ['abgeschickt_am'] },
      ],
    )
    expect(tables).toEqual({ garden: 'Garten', shipment: 'Sendung' })
    expect(columns).toMatchObject({
      'garden.code': 'Garten.Kürzel',
      'garden.name': 'Garten.Bezeichnung',
      'shipment.left_on': 'Sendung.abgeschickt_am',
    })
  })

  it('by structure where the names say nothing, and then never surely', () => {
    const { tables, confidence, columns } =
      pairs(`CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name text);
      CREATE TABLE shipment (shipment_no int PRIMARY KEY, left_on date);
      CREATE TABLE zzz (x int REFERENCES shipment, y char(9) REFERENCES accession, n int);`)
    expect(tables['shipment_line']).toBe('zzz')
    expect(confidence['shipment_line']).toBe('weak')
    expect(columns['shipment_line.seeds']).toBe('zzz.n')
  })

  it('two references to one table go to the roles their names say, whatever their order', () => {
    const { roles } = pairs(`CREATE TABLE garden (code char(4) PRIMARY KEY, name text);
      CREATE TABLE shipment (shipment_no int PRIMARY KEY, to_garden_code char(4) REFERENCES garden, from_garden_code char(4) REFERENCES garden);`)
    expect(roles).toMatchObject({
      'shipment.from_garden': 'from_garden_code',
      'shipment.to_garden': 'to_garden_code',
    })
  })

  it('a reference that is not declared is found by its column, one the other way round by its direction, one through a table between', () => {
    expect(
      pairs(
        'CREATE TABLE garden (code char(4) PRIMARY KEY, name text); CREATE TABLE shipment (shipment_no int PRIMARY KEY, from_garden char(4), left_on date);',
      ).roles,
    ).toMatchObject({ 'shipment.from_garden': 'from_garden' })
    const reversed = pairs(
      'CREATE TABLE shipment_line (line_no int PRIMARY KEY, seeds int); CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name text, line_no int REFERENCES shipment_line);',
    )
    expect(reversed.roles).toMatchObject({ 'shipment_line.accession': 'backward' })
    const between =
      pairs(`CREATE TABLE garden (code char(4) PRIMARY KEY, name text); CREATE TABLE shipment (shipment_no int PRIMARY KEY, left_on date);
      CREATE TABLE sent_from (s int PRIMARY KEY REFERENCES shipment, g char(4) REFERENCES garden);`)
    expect(Object.values(between.roles)).toContain('via')
  })

  it('the facts of an entity without a table are found inside another', () => {
    const { roles, columns } = pairs(
      'CREATE TABLE shipment_line (line int PRIMARY KEY, accession_no char(9), accession_taxon_name text, seeds int);',
    )
    expect(roles['shipment_line.accession']).toBe('inside')
    expect(columns).toMatchObject({
      'accession.accession_no': 'shipment_line.accession_no',
      'accession.taxon_name': 'shipment_line.accession_taxon_name',
    })
  })

  it('what stands for nothing is surplus, and a surrogate is not', () => {
    expect(
      pairs(
        'CREATE TABLE garden (id serial PRIMARY KEY, code char(4) UNIQUE, name text, motto text); CREATE TABLE weather (day date PRIMARY KEY, rain int);',
      ).surplus,
    ).toEqual(['garden.motto', 'weather'])
  })

  it('is the same for the same input, whatever is left out', () => {
    const script = 'CREATE TABLE a (x int); CREATE TABLE b (y int REFERENCES a); CREATE TABLE c (z int);'
    expect(pairs(script)).toEqual(pairs(script))
    expect(pairs('').tables).toEqual({})
  })
})
