import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wording } from '../../src/findings'
import {
  EMPTY_DIAGRAM,
  aloud,
  checkDiagram,
  diagramFromSchema,
  schemaFromDiagram,
  type Diagram,
  type DiagramAttribute,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramRelationship,
} from '../../src/diagram'
import { isRequired, type Schema, type Table } from '../../src/schema'
import { readScript, reviewScript } from '../../src/sql'

/**
 * The little language of these tests. A fact in capitals identifies; a star has several values, a question
 * mark may be missing.
 */
const attribute = (entity: string, text: string): DiagramAttribute => ({
  id: `${entity}.${text}`,
  name: text.replace(/[*?]/g, '').toLowerCase(),
  identifies: /^[A-Z_0-9]+$/.test(text),
  several: text.endsWith('*'),
  derived: false,
  parts: [],
  required: text.endsWith('?') ? false : null,
  type: 'integer',
  size: '',
})
const card = (name: string, ...facts: string[]): DiagramEntity => ({
  id: name.toLowerCase(),
  name,
  attributes: facts.map(fact => attribute(name, fact)),
  uniques: [],
  description: '',
})
const AMOUNTS = {
  '0..1': { least: 0, most: 'one' },
  '1..1': { least: 1, most: 'one' },
  '0..n': { least: 0, most: 'many' },
  '1..n': { least: 1, most: 'many' },
  '?': { least: null, most: null },
} as const
const end = (entity: string, amount: keyof typeof AMOUNTS, more: Partial<DiagramEnd> = {}): DiagramEnd => ({
  entity,
  role: '',
  ...AMOUNTS[amount],
  identifies: false,
  ...more,
})
const line = (id: string, name: string, ends: DiagramEnd[], ...facts: string[]): DiagramRelationship => ({
  id,
  name,
  back: `is ${name}`,
  ends,
  attributes: facts.map(fact => attribute(id, fact)),
})
const diagram = (
  entities: DiagramEntity[],
  relationships: DiagramRelationship[] = [],
  more: Partial<Diagram> = {},
): Diagram => ({ ...EMPTY_DIAGRAM, entities, relationships, ...more })

/**
 * "name(key; other?) refs" for each table: a key part before the semicolon, a question mark where a value may
 * be missing.
 */
function shown({ tables }: Schema): string[] {
  return tables.map(table => {
    const key = table.primaryKey?.columns ?? []
    const rest = table.columns
      .filter(({ name }) => !key.includes(name))
      .map(({ name }) => `${name}${isRequired(table, name) ? '' : '?'}`)
    const unique = table.uniques.map(({ columns }) => ` unique ${columns.join('+')}`).join('')
    const refs = table.references
      .map(
        ({ columns, table: target, targetColumns }) =>
          ` ${columns.join('+')}→${target}.${targetColumns.join('+')}`,
      )
      .sort()
      .join('')
    return `${table.name}(${key.join(', ')}; ${rest.join(', ')})${unique}${refs}`
  })
}
const mapped = (of: Diagram): string[] => shown(schemaFromDiagram(of).schema)

const TRIP = card('trip', 'TRIP_NO', 'day')
const ACCESSION = card('accession', 'ACCESSION_NO', 'taxon?')

describe('mapping by the textbook’s steps', () => {
  it('one to many: the reference stands on the many side', () => {
    expect(
      mapped(
        diagram([TRIP, ACCESSION], [line('r', 'brings in', [end('trip', '1..1'), end('accession', '0..n')])]),
      ),
    ).toEqual(['trip(trip_no; day?)', 'accession(accession_no; taxon?, trip_no) trip_no→trip.trip_no'])
    expect(
      mapped(
        diagram([TRIP, ACCESSION], [line('r', 'brings in', [end('accession', '0..n'), end('trip', '0..1')])]),
      ),
    ).toContain('accession(accession_no; taxon?, trip_no?) trip_no→trip.trip_no')
  })
  it('many to many: a table between, with both references as its key and the facts of the pair', () => {
    expect(
      mapped(
        diagram(
          [TRIP, card('collector', 'CODE')],
          [line('r', 'takes along', [end('trip', '0..n'), end('collector', '1..n')], 'role')],
        ),
      ),
    ).toContain(
      'trip_collector(trip_no, collector_code; role?) collector_code→collector.code trip_no→trip.trip_no',
    )
    expect(
      mapped(
        diagram(
          [TRIP, card('collector', 'CODE')],
          [line('r', 'takes along', [end('trip', '0..n'), end('collector', '1..n')], 'ON')],
        ),
      ),
    ).toContain(
      'trip_collector(trip_no, collector_code, on; ) collector_code→collector.code trip_no→trip.trip_no',
    )
  })
  it('one to one: the reference is unique, and stands where it is never empty', () => {
    const keys = mapped(
      diagram(
        [card('keeper', 'CODE'), card('badge', 'BADGE_NO')],
        [line('r', 'wears', [end('keeper', '1..1'), end('badge', '0..1')])],
      ),
    )
    expect(keys).toEqual([
      'keeper(code; )',
      'badge(badge_no; keeper_code) unique keeper_code keeper_code→keeper.code',
    ])
  })
  it('a weak entity has the owner’s key in its own; what it owns has both', () => {
    const of = diagram(
      [card('packet', 'PACKET_NO'), card('drawer', 'DRAWER_NO', 'width'), card('bay', 'HALL', 'BAY_NO')],
      [
        line('r1', 'holds', [end('bay', '1..1', { identifies: true }), end('drawer', '0..n')]),
        line('r2', 'keeps', [end('drawer', '1..1', { identifies: true }), end('packet', '0..n')]),
      ],
    )
    expect(mapped(of)).toEqual([
      'packet(bay_hall, bay_no, drawer_no, packet_no; ) bay_hall+bay_no+drawer_no→drawer.bay_hall+bay_no+drawer_no'
        .replace('packet(bay_hall', 'packet(drawer_bay_hall')
        .replace('bay_no, drawer_no, packet', 'drawer_bay_no, drawer_no, packet')
        .replace(' bay_hall+bay_no+drawer_no→', ' drawer_bay_hall+drawer_bay_no+drawer_no→'),
      'drawer(bay_hall, bay_no, drawer_no; width?) bay_hall+bay_no→bay.hall+bay_no',
      'bay(hall, bay_no; )',
    ])
  })
  it('an attribute with several values gets a row for each; a composite one stands by its parts, a derived one nowhere', () => {
    const collector = {
      ...card('collector', 'CODE', 'speaks*'),
      attributes: [
        ...card('collector', 'CODE', 'speaks*').attributes,
        { ...attribute('collector', 'name'), parts: ['first_name', 'last_name'] },
        { ...attribute('collector', 'age'), derived: true },
      ],
    }
    expect(mapped(diagram([collector]))).toEqual([
      'collector(code; first_name?, last_name?)',
      'collector_speaks(collector_code, speaks; ) collector_code→collector.code',
    ])
  })
  it('three ends meet in a table of their own; an end of which there is one for the others is no part of its key', () => {
    const of = diagram(
      [card('garden', 'CODE'), ACCESSION, card('keeper', 'BADGE')],
      [line('r', 'loan', [end('garden', '0..n'), end('accession', '0..n'), end('keeper', '0..1')])],
    )
    expect(mapped(of)).toContain(
      'loan(garden_code, accession_no; keeper_badge) accession_no→accession.accession_no garden_code→garden.code keeper_badge→keeper.badge',
    )
  })
  it('a special kind has the key of the general one, which it refers to', () => {
    expect(
      mapped(
        diagram([card('partner', 'CODE', 'name'), card('museum', 'halls')], [], {
          kinds: [{ id: 'k', general: 'partner', special: ['museum'], isDisjoint: true, isTotal: false }],
        }),
      ),
    ).toContain('museum(code; halls?) code→partner.code')
  })
  it('a line from a card to itself takes its roles as names', () => {
    const of = diagram(
      [card('taxon', 'NAME')],
      [
        line('r', 'includes', [
          end('taxon', '0..1', { role: 'parent' }),
          end('taxon', '0..n', { role: 'child' }),
        ]),
      ],
    )
    expect(mapped(of)).toEqual(['taxon(name; parent_name?) parent_name→taxon.name'])
  })
  it('the steps say what made what, and each place leads to an element', () => {
    const { steps, elements, schema } = schemaFromDiagram(
      diagram([TRIP, ACCESSION], [line('r', 'brings in', [end('trip', '1..1'), end('accession', '0..n')])]),
    )
    expect(steps.map(({ step, element }) => `${step} ${element}`)).toEqual(['1 trip', '1 accession', '4 r'])
    expect(elements[schema.tables[1]!.references[0]!.span.start]).toBe('r')
  })

  // COMPANY: Elmasri & Navathe, Fundamentals of Database Systems, figures of the ER schema and of the
  // relational schema it maps to (from memory; the names of foreign keys are ours).
  it('the COMPANY schema has the tables, keys and references of the book', () => {
    const company = diagram(
      [
        card('EMPLOYEE', 'SSN', 'name', 'bdate', 'address', 'sex', 'salary'),
        { ...card('DEPARTMENT', 'DNUMBER', 'dname', 'locations*'), uniques: [['DEPARTMENT.dname']] },
        { ...card('PROJECT', 'PNUMBER', 'pname', 'plocation'), uniques: [['PROJECT.pname']] },
        card('DEPENDENT', 'DEPENDENT_NAME', 'sex', 'bdate', 'relationship'),
      ],
      [
        line(
          'manages',
          'manages',
          [end('employee', '1..1', { role: 'mgr' }), end('department', '0..1')],
          'mgr_start_date',
        ),
        line('works_for', 'works for', [end('department', '1..1'), end('employee', '1..n')]),
        line('controls', 'controls', [end('department', '1..1'), end('project', '0..n')]),
        line('supervision', 'supervises', [
          end('employee', '0..1', { role: 'super' }),
          end('employee', '0..n'),
        ]),
        {
          ...line('works_on', 'works on', [end('employee', '1..n'), end('project', '0..n')], 'hours'),
          table: 'WORKS_ON',
        },
        line('dependents_of', 'has', [
          end('employee', '1..1', { identifies: true }),
          end('dependent', '0..n'),
        ]),
      ],
    )
    expect(mapped(company).map(text => text.toLowerCase())).toEqual([
      'employee(ssn; name?, bdate?, address?, sex?, salary?, department_dnumber, super_ssn?) department_dnumber→department.dnumber super_ssn→employee.ssn',
      'department(dnumber; dname?, mgr_ssn, mgr_start_date?) unique dname unique mgr_ssn mgr_ssn→employee.ssn',
      'project(pnumber; pname?, plocation?, department_dnumber) unique pname department_dnumber→department.dnumber',
      'dependent(employee_ssn, dependent_name; sex?, bdate?, relationship?) employee_ssn→employee.ssn',
      'works_on(employee_ssn, project_pnumber; hours?) employee_ssn→employee.ssn project_pnumber→project.pnumber',
      'department_locations(department_dnumber, locations; ) department_dnumber→department.dnumber',
    ])
  })
})

describe('there and back', () => {
  const script = (names: readonly string[]): fc.Arbitrary<string> =>
    fc
      .tuple(
        ...names.map((name, i) =>
          fc
            .record({
              key: fc.constantFrom('own', 'weak', 'junction', 'list'),
              optional: fc.boolean(),
              unique: fc.boolean(),
              target: fc.nat(),
              other: fc.nat(),
              facts: fc.subarray(['seeds integer', 'day date NOT NULL', 'remark varchar(80)']),
            })
            .map(({ key, optional, unique, target, other, facts }) => {
              const before = names.slice(0, i)
              const [a, b] = [before[target % Math.max(1, i)], before[other % Math.max(1, i)]]
              const more = facts.map(fact => `, ${fact}`).join('')
              if (!a || key === 'own')
                return {
                  name,
                  own: true,
                  sql: `CREATE TABLE ${name} (${name}_no integer PRIMARY KEY${more}${a ? `, ${a}_ref integer ${optional ? '' : 'NOT NULL '}${unique ? 'UNIQUE ' : ''}REFERENCES ${a}` : ''});`,
                }
              if (key === 'weak')
                return {
                  name,
                  own: false,
                  sql: `CREATE TABLE ${name} (${a}_of integer REFERENCES ${a}, part integer${more}, PRIMARY KEY (${a}_of, part));`,
                }
              if (key === 'junction' && b && a !== b)
                return {
                  name,
                  own: false,
                  sql: `CREATE TABLE ${name} (${a}_in integer REFERENCES ${a}, ${b}_in integer REFERENCES ${b}${more}, PRIMARY KEY (${a}_in, ${b}_in));`,
                }
              return {
                name,
                own: false,
                sql: `CREATE TABLE ${name} (${a}_has integer REFERENCES ${a}, word varchar(9), PRIMARY KEY (${a}_has, word));`,
              }
            }),
        ),
      )
      .map(tables => {
        // Only tables with a key of one column are referred to: the others would need references of two.
        const owned = new Set<string>()
        return tables
          .filter(({ name, own, sql }) => {
            const isWhole = [...sql.matchAll(/REFERENCES (\w+)/g)].every(([, target]) => owned.has(target!))
            if (isWhole && own) owned.add(name)
            return isWhole
          })
          .map(({ sql }) => sql)
          .join('\n')
      })
  const plainly = ({ tables }: Schema): unknown =>
    tables
      .map(({ name, columns, primaryKey, uniques, references }: Table) => ({
        name,
        columns: columns
          .map(column => `${column.name} ${column.type.text.replace('int4', 'integer')}`)
          .sort(),
        key: primaryKey?.columns.toSorted(),
        uniques: uniques.map(key => key.columns.join()).sort(),
        references: references
          .map(
            reference => `${reference.columns.join()}→${reference.table}.${reference.targetColumns.join()}`,
          )
          .sort(),
        required: columns
          .map(column => column.name)
          .filter(column => isRequired({ name, columns, primaryKey, checks: [] } as unknown as Table, column))
          .sort(),
      }))
      .sort((a, b) => a.name.localeCompare(b.name))

  it('a schema becomes a diagram and the same schema again, but for the names of tables that a list makes', () => {
    fc.assert(
      fc.property(script(['trip', 'accession', 'keeper', 'bay', 'loan']), sql => {
        const { schema } = reviewScript(sql)
        const again = schemaFromDiagram(diagramFromSchema(schema)).schema
        // A table of one reference and one value, both the key, is a list whatever it is called.
        const isList = ({ columns, primaryKey, references }: Table): boolean =>
          columns.length === 2 && references.length === 1 && primaryKey?.columns.length === 2
        const named = (of: Schema): Schema => ({
          tables: of.tables.map(table =>
            !isList(table)
              ? table
              : {
                  ...table,
                  name: `list of ${table.references[0]!.table}: ${table.columns
                    .map(({ name }) => name)
                    .filter(name => !table.references[0]!.columns.includes(name))
                    .join()}`,
                  primaryKey: null,
                  references: [],
                  columns: table.columns.map(column => ({
                    ...column,
                    notNull: true,
                    ...(table.references[0]!.columns.includes(column.name) ? { name: 'owner' } : {}),
                  })),
                },
          ),
        })
        expect(plainly(named(again))).toEqual(plainly(named(schema)))
      }),
      { numRuns: 300 },
    )
  })

  it('and the diagram made from that is the same', () => {
    fc.assert(
      fc.property(script(['trip', 'accession', 'keeper', 'bay']), sql => {
        const once = diagramFromSchema(readScript(sql).schema)
        const twice = diagramFromSchema(schemaFromDiagram(once).schema)
        const plain = (of: Diagram) => ({
          entities: of.entities.map(({ name, attributes, uniques }) => [
            name,
            attributes.map(other => `${other.name} ${other.identifies} ${other.several}`).sort(),
            uniques.length,
          ]),
          lines: of.relationships
            .map(({ ends, attributes }) => [
              ends
                .map(
                  ({ entity, least, most, identifies }) =>
                    `${of.entities.find(({ id }) => id === entity)!.name} ${least} ${most} ${identifies}`,
                )
                .sort(),
              attributes.length,
            ])
            .map(entry => JSON.stringify(entry))
            .sort(),
        })
        expect(plain(twice)).toEqual(plain(once))
      }),
      { numRuns: 200 },
    )
  })
})

/** For each finding a diagram that has it and a near twin that has it not. */
describe('a diagram by itself', () => {
  const r = line('r', 'brings in', [end('trip', '1..1'), end('accession', '0..n')])
  const codes = (of: Diagram): string[] => checkDiagram(of).map(({ code, field }) => `${code} ${field}`)
  it.each<[string, Diagram, Diagram]>([
    ['diagram.no-name trip', diagram([{ ...TRIP, name: ' ' }]), diagram([TRIP])],
    ['diagram.no-identifier trip', diagram([card('trip', 'day')]), diagram([TRIP])],
    [
      'diagram.duplicate-entity trip2',
      diagram([TRIP, { ...card('trip2', 'NO'), name: 'Trip' }]),
      diagram([TRIP, card('trip2', 'NO')]),
    ],
    [
      'diagram.duplicate-attribute trip.Day',
      diagram([{ ...TRIP, attributes: [...TRIP.attributes, { ...attribute('trip', 'Day'), name: 'Day' }] }]),
      diagram([TRIP]),
    ],
    ['diagram.isolated trip', diagram([TRIP, ACCESSION]), diagram([TRIP, ACCESSION], [r])],
    [
      'diagram.no-verb r',
      diagram([TRIP, ACCESSION], [{ ...r, name: '', back: '' }]),
      diagram([TRIP, ACCESSION], [{ ...r, back: '' }]),
    ],
    [
      'diagram.no-role r',
      diagram([TRIP], [line('r', 'follows', [end('trip', '0..1'), end('trip', '0..n')])]),
      diagram(
        [TRIP],
        [
          line('r', 'follows', [
            end('trip', '0..1', { role: 'former' }),
            end('trip', '0..n', { role: 'later' }),
          ]),
        ],
      ),
    ],
    [
      'diagram.end-open r',
      diagram([TRIP, ACCESSION], [line('r', 'brings in', [end('trip', '?'), end('accession', '0..n')])]),
      diagram([TRIP, ACCESSION], [r]),
    ],
    ['diagram.end-missing r', diagram([TRIP], [r]), diagram([TRIP, ACCESSION], [r])],
    [
      'diagram.optional-identifier trip.TRIP_NO',
      diagram([{ ...TRIP, attributes: [{ ...TRIP.attributes[0]!, required: false }] }]),
      diagram([TRIP]),
    ],
    [
      'diagram.numbered-attributes trip.phone_1',
      diagram([card('trip', 'TRIP_NO', 'phone_1', 'phone_2')]),
      diagram([card('trip', 'TRIP_NO', 'phone_1')]),
    ],
    [
      'diagram.several-unresolved trip.speaks*',
      diagram([card('trip', 'TRIP_NO', 'speaks*')], [], { level: 'logical' }),
      diagram([card('trip', 'TRIP_NO', 'speaks*')]),
    ],
    [
      'diagram.no-type trip.TRIP_NO',
      diagram([{ ...TRIP, attributes: [{ ...TRIP.attributes[0]!, type: '' }] }], [], { level: 'logical' }),
      diagram([{ ...TRIP, attributes: [{ ...TRIP.attributes[0]!, type: '' }] }]),
    ],
    [
      'diagram.list-attribute trip.crew list',
      diagram([card('trip', 'TRIP_NO', 'crew list')]),
      diagram([card('trip', 'TRIP_NO', 'listed on')]),
    ],
    [
      'diagram.reference-attribute accession.trip_no',
      diagram([TRIP, card('accession', 'ACCESSION_NO', 'trip_no')]),
      diagram([TRIP, card('accession', 'ACCESSION_NO', 'trip_no')], [r]),
    ],
    [
      'diagram.no-size trip.TRIP_NO',
      diagram([{ ...TRIP, attributes: [{ ...TRIP.attributes[0]!, type: 'code' }] }], [], {
        level: 'physical',
      }),
      diagram([{ ...TRIP, attributes: [{ ...TRIP.attributes[0]!, type: 'code', size: '4' }] }], [], {
        level: 'physical',
      }),
    ],
    [
      'diagram.implied-line r3',
      diagram(
        [TRIP, ACCESSION, card('site', 'NO')],
        [
          r,
          line('r2', 'at', [end('site', '1..1'), end('trip', '0..n')]),
          line('r3', 'from', [end('site', '1..1'), end('accession', '0..n')]),
        ],
      ),
      diagram(
        [TRIP, ACCESSION, card('site', 'NO')],
        [
          r,
          line('r2', 'at', [end('site', '1..1'), end('trip', '0..n')]),
          line('r3', 'from', [end('site', '0..n'), end('accession', '0..n')]),
        ],
      ),
    ],
    [
      'junction.unresolved r',
      diagram([TRIP, ACCESSION], [line('r', 'brings in', [end('trip', '0..n'), end('accession', '0..n')])], {
        level: 'logical',
      }),
      diagram([TRIP, ACCESSION], [line('r', 'brings in', [end('trip', '0..n'), end('accession', '0..n')])]),
    ],
    [
      'diagram.circle-of-owners accession',
      diagram(
        [TRIP, ACCESSION],
        [
          line('r', 'a', [end('trip', '1..1', { identifies: true }), end('accession', '0..n')]),
          line('q', 'b', [end('accession', '1..1', { identifies: true }), end('trip', '0..n')]),
        ],
      ),
      diagram(
        [TRIP, ACCESSION],
        [line('r', 'a', [end('trip', '1..1', { identifies: true }), end('accession', '0..n')])],
      ),
    ],
  ])('%s', (code, has, twin) => {
    expect(codes(has)).toContain(code)
    expect(codes(twin)).not.toContain(code)
    for (const finding of checkDiagram(has)) expect(wording(finding).message).not.toContain('undefined')
  })

  it('read aloud says who is told apart by what, and each line both ways', () => {
    const of = diagram(
      [TRIP, ACCESSION],
      [{ ...line('r', 'brings in', [end('trip', '1..1'), end('accession', '0..n')]), back: 'comes from' }],
    )
    expect(aloud(of).map(({ text }) => text)).toEqual([
      'trip is identified by trip_no.',
      'trip has day.',
      'accession is identified by accession_no.',
      'accession has taxon (may lack).',
      'One trip brings in any number of accessions.',
      'One accession comes from exactly one trip.',
    ])
  })

  it('whatever it is, it is mapped, checked and read', () => {
    const id = fc.constantFrom('a', 'b', 'c', 'd')
    const anyAttribute = fc.record({
      id: fc.constantFrom('x', 'y', 'z'),
      name: fc.constantFrom('', 'no', 'No', 'name'),
      identifies: fc.boolean(),
      several: fc.boolean(),
      derived: fc.boolean(),
      parts: fc.constantFrom([], ['p', 'q']),
      required: fc.constantFrom(null, true, false),
      type: fc.constantFrom('', 'text', 'zzz'),
      size: fc.constantFrom('', '9'),
    })
    const anyEnd = fc.record({
      entity: id,
      role: fc.constantFrom('', 'parent'),
      least: fc.constantFrom(null, 0 as const, 1 as const),
      most: fc.constantFrom(null, 'one' as const, 'many' as const),
      identifies: fc.boolean(),
    })
    const any = fc.record({
      entities: fc.uniqueArray(
        fc.record({
          id,
          name: fc.constantFrom('', 'trip', 'Trip', 'bay'),
          attributes: fc.array(anyAttribute, { maxLength: 3 }),
          uniques: fc.constantFrom([], [['x']]),
          description: fc.constant(''),
        }),
        { selector: entity => entity.id, maxLength: 4 },
      ),
      relationships: fc.array(
        fc.record({
          id: fc.constantFrom('r', 's'),
          name: fc.constantFrom('', 'has'),
          back: fc.constant(''),
          ends: fc.array(anyEnd, { minLength: 2, maxLength: 3 }),
          attributes: fc.array(anyAttribute, { maxLength: 2 }),
        }),
        { maxLength: 4 },
      ),
      kinds: fc.array(
        fc.record({
          id: fc.constant('k'),
          general: id,
          special: fc.array(id, { minLength: 1, maxLength: 2 }),
          isDisjoint: fc.boolean(),
          isTotal: fc.boolean(),
        }),
        { maxLength: 2 },
      ),
    })
    fc.assert(
      fc.property(any, fc.constantFrom('conceptual' as const, 'logical' as const), (parts, level) => {
        const of = { ...EMPTY_DIAGRAM, ...parts, level } as unknown as Diagram
        const { schema } = schemaFromDiagram(of)
        for (const table of schema.tables)
          for (const reference of table.references)
            expect(reference.columns.length).toBe(reference.targetColumns.length)
        expect(checkDiagram(of).every(finding => wording(finding).message !== '')).toBe(true)
        expect(aloud(of).every(({ text }) => !text.includes('undefined'))).toBe(true)
      }),
      { numRuns: 800 },
    )
  })
})

describe('a table between, drawn from a script', () => {
  const { schema } = readScript(`CREATE TABLE singer (singer_no integer PRIMARY KEY);
    CREATE TABLE song (title varchar(40) PRIMARY KEY);
    CREATE TABLE part (singer_no integer REFERENCES singer, title varchar(40) REFERENCES song, voice varchar(9) NOT NULL, PRIMARY KEY (singer_no, title));`)
  it.each(['logical', 'physical'] as const)('stays a card with its facts at %s level', level => {
    const diagram = diagramFromSchema(schema, level)
    expect(diagram.entities.map(({ name }) => name)).toEqual(['singer', 'song', 'part'])
    expect(diagram.entities[2]!.attributes.map(({ name }) => name)).toEqual(['voice'])
    expect(checkDiagram(diagram).map(({ code }) => code)).not.toContain('junction.unresolved')
  })
  it('is one line at conceptual level', () => {
    const diagram = diagramFromSchema(schema, 'conceptual')
    expect(diagram.entities.map(({ name }) => name)).toEqual(['singer', 'song'])
    expect(diagram.relationships[0]!.ends.map(({ most }) => most)).toEqual(['many', 'many'])
  })
})
