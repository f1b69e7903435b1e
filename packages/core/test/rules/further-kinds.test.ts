import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reasonInWords } from '../../src/words'
import { align, worldFromSchema } from '../../src/alignment'
import { Reading, Rule, dependenciesInWords, evaluate, partsAsked, type Verdict } from '../../src/rules'
import { checksOn, readExpression, readScript, reviewScript } from '../../src/sql'

const MODEL = `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);
  CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden_code char(4) NOT NULL REFERENCES garden ON UPDATE CASCADE, left_on date);`
const world = worldFromSchema(readScript(MODEL).schema)
const readingOf = (script: string): Reading => {
  const { schema } = reviewScript(script)
  return new Reading(world, schema, align(world, schema))
}
const judge = (script: string, rule: Rule) => evaluate(readingOf(script), Rule.parse(rule))
const words = (script: string, rule: Rule): string => judge(script, rule).because.map(reasonInWords).join(' ')

describe('given rows', () => {
  const garden = (code: string | null, name: string | null, accept: boolean) => ({
    entity: 'garden',
    accept,
    values: { code, name },
  })
  const dispatch = (no: string, to: string | null, accept: boolean) => ({
    entity: 'dispatch',
    accept,
    values: { dispatch_no: no, garden: to },
  })
  const rule: Rule = {
    kind: 'givenRows',
    entity: 'dispatch',
    rows: [
      garden('ALVA', 'Alvastrand Garden', true),
      garden('ALVA', 'Another', false),
      garden('MOSS', null, false),
      dispatch('204', 'ALVA', true),
      dispatch('205', 'NONE', false),
      dispatch('206', 'ALVA', true),
    ],
  }
  const surrogate = `CREATE TABLE garden (id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, code char(4) NOT NULL UNIQUE, name varchar(80) NOT NULL);
    CREATE TABLE dispatch (id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, dispatch_no integer NOT NULL UNIQUE, garden_id integer NOT NULL REFERENCES garden, left_on date NOT NULL);`
  it.each<[string, string, Verdict]>([
    ['the model', MODEL, 'upheld'],
    ['surrogates, and a day that is demanded', surrogate, 'upheld'],
    [
      'no key',
      MODEL.replace('char(4) PRIMARY KEY', 'char(4)').replace(' REFERENCES garden ON UPDATE CASCADE', ''),
      'broken',
    ],
    ['a name may be missing', MODEL.replace('name varchar(80) NOT NULL', 'name varchar(80)'), 'broken'],
    [
      'a garden receives once',
      MODEL.replace('garden_code char(4) NOT NULL', 'garden_code char(4) NOT NULL UNIQUE'),
      'too strict',
    ],
    ['codes of three letters', MODEL.replaceAll('char(4)', 'char(3)'), 'too strict'],
    [
      'a CHECK that refuses one',
      MODEL.replace('name varchar(80) NOT NULL', "name varchar(80) NOT NULL CHECK (name LIKE 'M%')"),
      'too strict',
    ],
    [
      'no dispatches',
      'CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);',
      'not shown',
    ],
    [
      'gardens inside dispatches',
      'CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden_code char(4) NOT NULL, garden_name varchar(80) NOT NULL, left_on date);',
      'cannot tell',
    ],
  ])('%s', (_, script, verdict) => expect(judge(script, rule).verdict).toBe(verdict))
  it('say which row, and what refuses it', () => {
    expect(
      words(MODEL.replace('garden_code char(4) NOT NULL', 'garden_code char(4) NOT NULL UNIQUE'), rule),
    ).toBe('Row 6 (dispatch_no 206, garden ALVA) is refused: UNIQUE (garden_code).')
  })
})

describe('on update', () => {
  const follows: Rule = { kind: 'onUpdate', entity: 'dispatch', role: 'garden', outcome: 'follows' }
  it.each<[string, string, Verdict]>([
    ['CASCADE', MODEL, 'upheld'],
    ['nothing said', MODEL.replace(' ON UPDATE CASCADE', ''), 'too strict'],
    [
      'SET NULL',
      MODEL.replace('ON UPDATE CASCADE', 'ON UPDATE SET NULL').replace(
        'garden_code char(4) NOT NULL',
        'garden_code char(4)',
      ),
      'broken',
    ],
    ['not declared', MODEL.replace(' REFERENCES garden ON UPDATE CASCADE', ''), 'broken'],
    [
      'by a surrogate there is nothing to follow',
      'CREATE TABLE garden (id serial PRIMARY KEY, code char(4) NOT NULL UNIQUE, name varchar(80) NOT NULL); CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden_id integer NOT NULL REFERENCES garden, left_on date);',
      'upheld',
    ],
  ])('%s', (_, script, verdict) => expect(judge(script, follows).verdict).toBe(verdict))
})

describe('conventions', () => {
  const rule: Rule = { kind: 'convention', entity: 'garden', of: 'primary key', pattern: 'pk_{table}' }
  it('are upheld by names that follow the pattern, capitals or not', () => {
    expect(judge('CREATE TABLE garden (code char(4) CONSTRAINT PK_Garden PRIMARY KEY);', rule).verdict).toBe(
      'upheld',
    )
  })
  it('are broken by other names and by none, and say what would be right', () => {
    expect(words(MODEL, rule)).toContain(
      'the primary key of garden (without a name) should be called pk_garden.',
    )
    const key: Rule = {
      kind: 'convention',
      entity: 'garden',
      of: 'foreign key',
      pattern: 'fk_{table}_{target}',
    }
    expect(
      judge('CREATE TABLE a (x int PRIMARY KEY); CREATE TABLE b (x int CONSTRAINT fk_b_a REFERENCES a);', key)
        .verdict,
    ).toBe('upheld')
    expect(
      judge('CREATE TABLE a (x int PRIMARY KEY); CREATE TABLE b (x int CONSTRAINT b_to_a REFERENCES a);', key)
        .verdict,
    ).toBe('broken')
  })
  it('are not shown where nothing of the kind stands', () =>
    expect(judge('CREATE TABLE garden (code char(4));', rule).verdict).toBe('not shown'))
})

describe('what stands for an entity', () => {
  const rule: Rule = { kind: 'called', entity: 'garden', name: 'partner_garden' }
  it.each([
    ['CREATE TABLE partner_garden (code char(4) PRIMARY KEY, name varchar(80));', 'upheld'],
    ['CREATE TABLE Partner_Garden (code char(4) PRIMARY KEY, name varchar(80));', 'upheld'],
    ['CREATE TABLE "partner garden" (code char(4) PRIMARY KEY, name varchar(80));', 'upheld'],
    ['CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80));', 'broken'],
    ['CREATE TABLE partner_gardens (code char(4) PRIMARY KEY, name varchar(80));', 'broken'],
    ['CREATE TABLE tray (number integer PRIMARY KEY, depth integer);', 'not shown'],
  ])('bears the name that is asked for: %s', (script, verdict) =>
    expect(judge(script, rule).verdict).toBe(verdict),
  )
  it('is told by which name it should be called', () =>
    expect(words(MODEL, rule)).toContain('garden should be called partner_garden.'))
})

describe('once only', () => {
  const model = `CREATE TABLE place (street varchar(40), town varchar(40), postcode char(5) NOT NULL, keeper varchar(40) NOT NULL, PRIMARY KEY (street, town));`
  const places = worldFromSchema(readScript(model).schema)
  const rules: Rule[] = [{ kind: 'determines', entity: 'place', from: ['postcode'], to: ['town'] }]
  const judged = (form: '3NF' | 'BCNF'): Verdict => {
    const { schema } = reviewScript(model)
    return evaluate(new Reading(places, schema, align(places, schema), rules), {
      kind: 'onceOnly',
      entity: 'place',
      from: ['postcode'],
      to: ['town'],
      form,
    }).verdict
  }
  it('by 3NF a part of a key may stand with what fixes it, by BCNF not (street, town and postcode: a textbook case, from memory)', () => {
    expect([judged('3NF'), judged('BCNF')]).toEqual(['upheld', 'broken'])
  })
})

describe('far side: has at least one', () => {
  it('is not asked of scripts', () => {
    expect(partsAsked({ rule: { kind: 'hasSome', entity: 'dispatch', role: 'garden' } }, 'script')).toEqual(
      [],
    )
  })
})

describe('the dependencies of a rule', () => {
  it('can be read: what is given, then each with where it comes from', () => {
    const lines = dependenciesInWords(readingOf(MODEL), {
      kind: 'atMostOne',
      entity: 'dispatch',
      role: 'garden',
    })
    expect(lines).toEqual([
      'given: dispatch.dispatch_no',
      'row of dispatch → dispatch.dispatch_no, dispatch.garden_code, dispatch.left_on   a row fixes its columns',
      'dispatch.dispatch_no → row of dispatch   PRIMARY KEY (dispatch_no)',
      'row of garden → garden.code, garden.name   a row fixes its columns',
      'garden.code → row of garden   PRIMARY KEY (code)',
      'dispatch.garden_code → garden.code   equal by a reference',
      'garden.code → dispatch.garden_code   equal by a reference',
      'row of dispatch → row of garden   a reference leads to one row',
      'dispatch.garden_code → row of garden   a reference leads to one row',
    ])
  })
})

describe('expressions of CHECKs', () => {
  it('whatever the text, reading ends and throws nothing; what is not read is opaque', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), text => {
        readExpression(text)
      }),
    )
    const token = fc.constantFrom(
      '(',
      ')',
      'a',
      '1',
      "'x'",
      'AND',
      'OR',
      'NOT',
      'IN',
      'BETWEEN',
      'LIKE',
      'IS',
      'NULL',
      '=',
      '<',
      '>',
      '-',
      '+',
      '*',
      ',',
      'length',
      '::',
      'text',
    )
    fc.assert(
      fc.property(fc.array(token, { maxLength: 25 }), tokens => {
        const { schema } = reviewScript('CREATE TABLE t (a integer);')
        checksOn(
          {
            ...schema.tables[0]!,
            checks: [{ name: null, expression: tokens.join(' '), span: { start: 0, end: 0 } }],
          },
          'a',
          '1',
        )
      }),
    )
    expect(readExpression('('.repeat(5000)).kind).toBe('opaque')
    expect(readExpression('a IN (SELECT x FROM y)').kind).toBe('opaque')
    expect(readExpression('lower(a) = upper(b) COLLATE "C"').kind).toBe('opaque')
  })
})

describe('a circle of demanded references', () => {
  const circle = (keeper: string, home: string): string[] =>
    reviewScript(`CREATE TABLE bay (bay_no integer PRIMARY KEY, keeper_no integer ${keeper});
    CREATE TABLE keeper (keeper_no integer PRIMARY KEY, home_bay_no integer ${home}); ALTER TABLE bay ADD FOREIGN KEY (keeper_no) REFERENCES keeper;`).findings.map(
      ({ code }) => code,
    )
  it('is said once, as long as nothing may be put off', () => {
    expect(circle('NOT NULL', 'NOT NULL REFERENCES bay')).toEqual(['references.closed-circle'])
    expect(circle('', 'NOT NULL REFERENCES bay')).toEqual([])
    expect(circle('NOT NULL', 'NOT NULL REFERENCES bay DEFERRABLE')).toEqual([])
  })
  it('is none where a table demands a reference to itself: its first row may name itself', () => {
    expect(
      reviewScript('CREATE TABLE taxon (name text PRIMARY KEY, parent text NOT NULL REFERENCES taxon);')
        .findings,
    ).toEqual([])
  })
})
