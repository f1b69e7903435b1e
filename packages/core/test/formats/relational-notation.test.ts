import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { exerciseFromPlain, looksLikeRelations, readPlainExercise, readRelations } from '../../src/formats'
import { ExerciseDocument } from '../../src/exercise'
import { readScript, writeScript } from '../../src/sql'

const shape = (text: string) =>
  readRelations(text).schema.tables.map(({ name, columns, primaryKey, references }) => ({
    name,
    columns: columns.map(column => column.name),
    key: primaryKey?.columns,
    leads: references.map(({ columns: own, table }) => `${own.join('+')} ${table}`),
  }))

describe('relations as courses write them', () => {
  it('have attributes, a key and what leads where', () => {
    const text =
      'SITE(_grid_ref_, altitude)\nTRIP(trip_no#, day, site → SITE)\nGOES(#trip → TRIP, #badge, role)'
    expect(shape(text)).toEqual([
      { name: 'SITE', columns: ['grid_ref', 'altitude'], key: ['grid_ref'], leads: [] },
      { name: 'TRIP', columns: ['trip_no', 'day', 'site'], key: ['trip_no'], leads: ['site SITE'] },
      { name: 'GOES', columns: ['trip', 'badge', 'role'], key: ['trip', 'badge'], leads: ['trip TRIP'] },
    ])
  })

  it.each([
    ['combining underlines', 'SITE(g\u0332r\u0332i\u0332d\u0332, altitude)'],
    ['HTML underlines', 'SITE(<u>grid</u>, altitude)'],
    ['a star', 'SITE(grid*, altitude)'],
    ['PK in brackets', 'SITE(grid (PK), altitude)'],
    ['nothing: the first is taken', 'SITE(grid, altitude)'],
    ['a colon for the bracket', 'SITE: grid, altitude'],
    ['several lines', 'SITE(grid,\n  altitude)'],
  ])('mark keys by %s', (_, text) => {
    expect(shape(text)).toEqual([{ name: 'SITE', columns: ['grid', 'altitude'], key: ['grid'], leads: [] }])
  })

  it('lead by several attributes together, with the types of what they lead to', () => {
    const text = 'BAY(_hall_, _bay_no_)\nDRAWER(_drawer_no_, (hall, bay_no) -> BAY, label)'
    expect(shape(text)[1]).toMatchObject({
      columns: ['drawer_no', 'hall', 'bay_no', 'label'],
      leads: ['hall+bay_no BAY'],
    })
    const [bay, drawer] = readRelations(text).schema.tables
    expect(drawer!.columns.slice(1, 3).map(({ type }) => type.text)).toEqual(
      bay!.columns.map(({ type }) => type.text),
    )
  })

  it.each([
    ['TRIP(trip_no, site → SITE)', 'TRIP leads to SITE, which is not there.'],
    ['BAY(_hall_, _no_)\nDRAWER(no, bay → BAY)', 'Write (hall, no) → BAY.'],
    ['TRIP(trip_no, trip_no)', 'trip_no stands twice in TRIP.'],
    ['TRIP()', 'TRIP has no attribute.'],
    ['TRIP(a)\nTRIP(b)', 'TRIP is written twice.'],
    ['once upon a time', 'A relation is written as NAME(attribute, attribute).'],
  ])('that cannot be so are told with the line: %s', (text, message) => {
    const { faults } = readRelations(text)
    expect(faults.map(fault => fault.message).join(' ')).toContain(message)
    expect(faults.every(({ line }) => line >= 1 && line <= text.split('\n').length)).toBe(true)
    expect(looksLikeRelations(text)).toBe(false)
  })

  it('become a script that is read as the same tables', () => {
    const text =
      'SITE(_grid_ref_, altitude)\nTRIP(_trip_no_, day, site → SITE)\nTRIAL(_trip → TRIP, _no_, weight)'
    const { schema } = readRelations(text.replace('_trip → TRIP', '#trip → TRIP'))
    const script = writeScript(schema, { to: 'postgresql' }).text
    const read = readScript(script).schema
    const told = ({ tables }: typeof schema) =>
      tables.map(({ name, columns, primaryKey, references }) => [
        name.toLowerCase(),
        columns.map(column => column.name),
        primaryKey?.columns,
        references.map(({ columns: own, table }) => [own, table.toLowerCase()]),
      ])
    expect(told(read)).toEqual(told(schema))
  })

  it('never fail, whatever is written', () => {
    const sign = fc.constantFrom(
      '(',
      ')',
      ',',
      '→',
      '->',
      '_',
      '#',
      '\n',
      ' ',
      'A',
      'b',
      ':',
      '*',
      'PK',
      '\u0332',
    )
    const text = fc.oneof(
      fc.string(),
      fc.array(sign, { maxLength: 60 }).map(signs => signs.join('')),
    )
    fc.assert(
      fc.property(text, written => {
        const { schema, understood } = readRelations(written)
        expect(understood).toHaveLength(schema.tables.length)
        for (const { primaryKey, columns } of schema.tables)
          for (const name of primaryKey!.columns) expect(columns.map(column => column.name)).toContain(name)
        readPlainExercise(written)
      }),
    )
  })
})

const OLD = `Lamps and keepers

A lighthouse has a name and a height. Each lamp burns in exactly one lighthouse; a lighthouse may have several lamps.

Solution:
LIGHTHOUSE(_name_, height)
LAMP(_lamp_no_, lighthouse → LIGHTHOUSE, since)

Keys: 4 points
References: 6 points
Total: 10 points`

describe('an exercise kept as plain text', () => {
  it('is read by one paste: title, case, solution, points', () => {
    const plain = readPlainExercise(OLD)
    expect(plain).toMatchObject({ title: 'Lamps and keepers', points: 10 })
    expect(plain.brief).toBe(
      'A lighthouse has a name and a height. Each lamp burns in exactly one lighthouse; a lighthouse may have several lamps.',
    )
    expect(plain.understood).toEqual([
      'LIGHTHOUSE: 2 attributes, told apart by name.',
      'LAMP: 3 attributes, told apart by lamp_no; lighthouse leads to LIGHTHOUSE.',
      '10 points in all.',
    ])
  })

  it('becomes an exercise whose rules come to its points', () => {
    const document = exerciseFromPlain(readPlainExercise(OLD), 'Lamps')
    expect(ExerciseDocument.safeParse(document).success).toBe(true)
    expect(document.rules.reduce((sum, { points }) => sum + points, 0)).toBe(10)
    expect(document.rules.map(({ sentence }) => sentence)).toContain('A lamp is identified by its number.')
  })

  it('with statements has them as its solution, from the first to the last', () => {
    const text =
      'Boats\n\nA boat has a sail.\n\nCREATE TABLE boat (\n  sail char(6) PRIMARY KEY\n);\n\nGood luck.'
    const plain = readPlainExercise(text)
    expect(plain.script).toBe('CREATE TABLE boat (\n  sail char(6) PRIMARY KEY\n);')
    expect(plain.brief).toBe('A boat has a sail.\n\nGood luck.')
    expect(plain.understood).toEqual(['A solution of 1 table: boat.'])
  })

  it('without a solution says so, and loses no word', () => {
    const plain = readPlainExercise('A case. With two sentences (in all).')
    expect(plain).toMatchObject({ title: '', script: '', points: null })
    expect(plain.brief).toBe('A case. With two sentences (in all).')
    expect(plain.understood).toEqual(['No solution was found in it.'])
  })
})
