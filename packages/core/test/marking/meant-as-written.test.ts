import { describe, it } from 'vitest'
import type { Rule } from '../../src/rules'
import { judged } from './judged'

/** Own worlds, none of which the engine was written with; verdicts were written down before it was run. */
describe('what a script says is judged as a server would take it', () => {
  const HIRE = `CREATE TABLE hire (
    hire_no integer PRIMARY KEY, boat varchar(20) NOT NULL, out_on date NOT NULL, back_on date,
    CHECK (back_on >= out_on));`
  const row = (back: string | null, accept: boolean) => ({
    entity: 'hire',
    accept,
    values: {
      hire_no: back === null ? '3' : back.slice(-1),
      boat: 'Tern',
      out_on: '2025-05-04',
      back_on: back,
    },
  })
  const HIRES: Rule = {
    kind: 'givenRows',
    entity: 'hire',
    rows: [row('2025-05-02', false), row('2025-05-06', true), row(null, true)],
  }

  it('given rows are tried against checks over the whole row', () => {
    judged({ model: HIRE, rules: [HIRES], wanted: ['upheld'] })
    judged({ model: HIRE, answer: HIRE.replace('>=', '<'), rules: [HIRES], wanted: ['broken'] })
    judged({
      model: HIRE,
      answer: HIRE.replace('back_on >= out_on', 'back_on IS NOT NULL AND back_on >= out_on'),
      rules: [HIRES],
      wanted: ['too strict'],
    })
    judged({
      model: HIRE,
      answer: HIRE.replace('back_on >= out_on', 'weather(out_on) = back_on'),
      rules: [HIRES],
      wanted: ['cannot tell'],
    })
  })

  it('a column that takes its default makes no given row doubtful', () => {
    judged({
      model: HIRE,
      answer: HIRE.replace(
        'back_on date,',
        "back_on date, state varchar(4) DEFAULT 'out' CHECK (state IN ('out', 'back')),",
      ),
      rules: [HIRES],
      wanted: ['upheld'],
    })
  })

  const BOAT = (check: string): string =>
    `CREATE TABLE boat (boat_no integer PRIMARY KEY, kind varchar(10) NOT NULL${check});`
  const KINDS: Rule[] = [
    { kind: 'refusesValue', entity: 'boat', attribute: 'kind', values: ['raft'] },
    { kind: 'admitsValue', entity: 'boat', attribute: 'kind', values: ['punt'] },
  ]
  it.each([
    ["kind = ANY (ARRAY['punt', 'skiff'])", ['upheld', 'upheld']],
    [
      "(kind)::text = ANY ((ARRAY['punt'::character varying, 'skiff'::character varying])::text[])",
      ['upheld', 'upheld'],
    ],
    ["kind <> ALL (ARRAY['raft'::text, 'tub'::text])", ['upheld', 'upheld']],
    ["kind = ANY (ARRAY['raft', 'tub'])", ['broken', 'too strict']],
    ['kind = ANY (SELECT kind FROM kinds)', ['cannot tell', 'cannot tell']],
  ] as const)('%s is read as the list that it is', (check, wanted) => {
    judged({ model: BOAT(''), answer: BOAT(` CHECK (${check})`), rules: KINDS, wanted })
  })

  const ROWER =
    'CREATE TABLE rower (rower_no integer PRIMARY KEY, locker integer UNIQUE, name varchar(40) NOT NULL);'
  const LOCKER: Rule[] = [
    { kind: 'identifies', entity: 'rower', by: ['locker'] },
    { kind: 'mayLack', entity: 'rower', path: 'locker' },
  ]
  it.each([
    ['locker IS NOT NULL', ['upheld', 'upheld']],
    ['(locker IS NOT NULL)', ['upheld', 'upheld']],
    ['name IS NOT NULL', ['cannot tell', 'upheld']],
    ['locker IS NOT NULL AND locker > 5', ['cannot tell', 'upheld']],
  ] as const)('a unique index over the rows where %s', (where, wanted) => {
    judged({
      model: ROWER,
      answer: `${ROWER.replace(' UNIQUE', '')}\nCREATE UNIQUE INDEX ux_locker ON rower (locker) WHERE ${where};`,
      dialect: 'sqlserver',
      rules: LOCKER,
      wanted,
    })
  })

  it('once only knows every way in which the rule sheet tells things apart', () => {
    const model =
      'CREATE TABLE coach (coach_no integer PRIMARY KEY, badge varchar(8) NOT NULL UNIQUE, name varchar(40) NOT NULL);'
    const once: Rule = { kind: 'onceOnly', entity: 'coach', from: ['badge'], to: ['name'], form: 'BCNF' }
    judged({
      model,
      rules: [{ kind: 'identifies', entity: 'coach', by: ['badge'] }, once],
      wanted: ['upheld', 'upheld'],
    })
    judged({
      model: `${model}\nCREATE TABLE lesson (lesson_no integer PRIMARY KEY, coach_no integer NOT NULL REFERENCES coach);`,
      answer: `CREATE TABLE lesson (lesson_no integer PRIMARY KEY, coach_no integer NOT NULL, badge varchar(8) NOT NULL, name varchar(40) NOT NULL);`,
      rules: [{ kind: 'identifies', entity: 'coach', by: ['badge'] }, once],
      wanted: ['broken', 'broken'],
    })
  })

  it('once only looks at each of several facts where it stands', () => {
    const model =
      'CREATE TABLE member (member_no integer PRIMARY KEY, name varchar(40) NOT NULL, phone varchar(15));'
    const split = `CREATE TABLE member (member_no integer PRIMARY KEY, name varchar(40) NOT NULL);
      CREATE TABLE member_phone (member_no integer PRIMARY KEY REFERENCES member, phone varchar(15) NOT NULL);`
    const once: Rule = {
      kind: 'onceOnly',
      entity: 'member',
      from: ['member_no'],
      to: ['name', 'phone'],
      form: 'BCNF',
    }
    judged({ model, answer: split, rules: [once], wanted: ['upheld'] })
    judged({
      model,
      answer: 'CREATE TABLE member (member_no integer PRIMARY KEY, name varchar(40) NOT NULL);',
      rules: [once],
      wanted: ['not shown'],
    })
  })

  const SEATS = `CREATE TABLE rower (rower_no char(4) PRIMARY KEY);
    CREATE TABLE outing (outing_no integer PRIMARY KEY);
    CREATE TABLE seat (outing_no integer REFERENCES outing, seat smallint,
      rower_no char(4) NOT NULL REFERENCES rower, PRIMARY KEY (outing_no, seat));`
  const OF_A_ROLE: Rule[] = [
    { kind: 'atomic', entity: 'seat', attribute: 'rower' },
    { kind: 'stores', entity: 'seat', attribute: 'rower', values: ['0042'] },
  ]
  it('a role is one value, and is kept as written, by the columns that lead to its target', () => {
    judged({ model: SEATS, rules: OF_A_ROLE, wanted: ['upheld', 'upheld'] })
    judged({
      model: SEATS,
      answer: SEATS.replace(
        'rower_no char(4) NOT NULL REFERENCES rower',
        'rower_no integer NOT NULL REFERENCES rower',
      ),
      rules: OF_A_ROLE,
      wanted: ['upheld', 'broken'],
    })
  })

  it('a reference whose type cannot hold a key that is known is too strict', () => {
    const exists: Rule = { kind: 'refersTo', entity: 'seat', role: 'rower' }
    const answer = SEATS.replace(
      'rower_no char(4) NOT NULL REFERENCES',
      'rower_no integer NOT NULL REFERENCES',
    )
    const samples = { 'rower.rower_no': ['0042'] }
    judged({ model: SEATS, answer, rules: [exists], wanted: ['too strict'], samples, dialect: 'sqlite' })
    judged({ model: SEATS, rules: [exists], wanted: ['upheld'], samples })
    judged({
      model: SEATS,
      answer,
      rules: [exists],
      wanted: ['upheld'],
      samples: { 'rower.rower_no': ['4242'] },
      dialect: 'sqlite',
    })
  })

  it('a link that may be missing is a key for those who have one, through a number too', () => {
    const model = `CREATE TABLE rower (rower_no char(4) PRIMARY KEY);
      CREATE TABLE hook (hook_no integer PRIMARY KEY, rower_no char(4) UNIQUE REFERENCES rower);`
    const answer = (
      unique: string,
    ): string => `CREATE TABLE rower (id integer PRIMARY KEY, rower_no char(4) NOT NULL UNIQUE);
      CREATE TABLE hook (hook_no integer PRIMARY KEY, rower_id integer ${unique} REFERENCES rower);`
    const rules: Rule[] = [
      { kind: 'pairOnce', entity: 'hook', by: ['rower'] },
      { kind: 'mayLack', entity: 'hook', path: 'rower' },
    ]
    judged({ model, rules, wanted: ['upheld', 'upheld'] })
    judged({ model, answer: answer('UNIQUE'), rules, wanted: ['upheld', 'upheld'] })
    judged({ model, answer: answer(''), rules, wanted: ['broken', 'upheld'] })
  })
  it('what is not modelled counts only where rows must agree in its columns', () => {
    const model = `CREATE TABLE oar (oar_no integer PRIMARY KEY, mark varchar(9) NOT NULL, boat_no integer);
CREATE TABLE loan (oar_no integer NOT NULL REFERENCES oar, day date NOT NULL, who varchar(20) NOT NULL, PRIMARY KEY (oar_no, day));`
    const rules: Rule[] = [
      { kind: 'manyAllowed', entity: 'loan', role: 'oar' },
      { kind: 'identifies', entity: 'loan', by: ['oar', 'day'] },
      { kind: 'identifies', entity: 'oar', by: ['mark'] },
    ]
    const answer = `${model}
CREATE UNIQUE INDEX one_mark ON oar (lower(mark));
CREATE UNIQUE INDEX one_a_day ON loan (day, lower(who));`
    judged({ model, rules, answer, wanted: ['upheld', 'upheld', 'cannot tell'] })
    judged({
      model,
      rules: rules.slice(0, 1),
      answer: `${model}CREATE UNIQUE INDEX once ON loan (oar_no) WHERE day > DATE '2025-01-01';`,
      wanted: ['cannot tell'],
    })
  })

  it('a number that a rule calls the identifier is not blamed as a surrogate', () => {
    const model =
      'CREATE TABLE hire (hire_no integer GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY, boat varchar(20) NOT NULL);'
    const keys: Rule = { kind: 'wellMade', entity: 'script', about: 'keys' }
    const by = (members: string[]): Rule => ({ kind: 'identifies', entity: 'hire', by: members })
    const answer = 'CREATE TABLE hire (hire_id serial PRIMARY KEY, boat varchar(20) NOT NULL);'
    judged({ model, answer, rules: [by(['hire_no']), keys], wanted: ['upheld', 'upheld'] })
    judged({ model, answer, rules: [by(['boat']), keys], wanted: ['broken', 'broken'] })
  })
})
