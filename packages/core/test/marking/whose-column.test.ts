import { describe, expect, it } from 'vitest'
import type { Rule } from '../../src/rules'
import { cellsOf, judged } from './judged'

/** The world of a mountain hut; verdicts were written down before the engine was run. */
const mustHave = (entity: string, path: string): Rule => ({ kind: 'mustHave', entity, path })
const mayLack = (entity: string, path: string): Rule => ({ kind: 'mayLack', entity, path })
const identifies = (entity: string, ...by: string[]): Rule => ({ kind: 'identifies', entity, by })
const role = (
  kind: 'manyAllowed' | 'atMostOne' | 'refersTo' | 'mayHaveNone',
  entity: string,
  name: string,
): Rule => ({
  kind,
  entity,
  role: name,
})

describe('what is left over is doubtful, not absent', () => {
  const WAX = `CREATE TABLE wax (label varchar(8) PRIMARY KEY, melts numeric(4,1) NOT NULL, grip numeric(4,1) NOT NULL);`

  it('two facts under other names are judged under both pairings', () => {
    judged({
      model: WAX,
      rules: [{ kind: 'determines', entity: 'wax', from: ['label'], to: ['melts'] }, mustHave('wax', 'grip')],
      answer: `CREATE TABLE wax (label varchar(8) PRIMARY KEY, t1 numeric(4,1) NOT NULL, feel numeric(4,1) NOT NULL);`,
      wanted: ['upheld', 'upheld'],
    })
  })
  it('where the pairings disagree nothing can be told', () => {
    judged({
      model: WAX,
      rules: [mustHave('wax', 'melts'), mustHave('wax', 'grip'), identifies('wax', 'label')],
      answer: `CREATE TABLE wax (label varchar(8) PRIMARY KEY, t1 numeric(4,1) NOT NULL, feel numeric(4,1));`,
      wanted: ['cannot tell', 'cannot tell', 'upheld'],
    })
  })
  it('what has no candidate at all is not shown', () => {
    judged({
      model: WAX,
      rules: [mustHave('wax', 'melts')],
      answer: `CREATE TABLE wax (label varchar(8) PRIMARY KEY, comment_text varchar(30));`,
      wanted: ['not shown'],
    })
  })
  it('what stands in the only place that is left is shown as open', () => {
    const [cell] = cellsOf({
      model: WAX,
      rules: [mustHave('wax', 'grip')],
      answer:
        'CREATE TABLE wax (label varchar(8) PRIMARY KEY, melts numeric(4,1) NOT NULL, feel real NOT NULL, note varchar(9));',
      wanted: [],
    })
    expect([cell!.verdict, cell!.confidence]).toEqual(['upheld', 'weak'])
  })
  it('a fact in a further table of the rows is found under any name', () => {
    judged({
      model: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL, rope varchar(9) UNIQUE);`,
      rules: [mayLack('guide', 'rope'), identifies('guide', 'rope')],
      answer: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
        CREATE TABLE guide_kit (guide_no integer PRIMARY KEY REFERENCES guide, tagged varchar(9) NOT NULL UNIQUE);`,
      wanted: ['upheld', 'upheld'],
    })
  })
  it('an entity may stand in any table that is left', () => {
    judged({
      model: `CREATE TABLE hut (hut_no integer PRIMARY KEY, height integer NOT NULL);
        CREATE TABLE night (night_no integer PRIMARY KEY, slept date NOT NULL, beds integer NOT NULL);`,
      rules: [identifies('night', 'night_no'), mustHave('night', 'slept')],
      answer: `CREATE TABLE hut (hut_no integer PRIMARY KEY, height integer NOT NULL);
        CREATE TABLE xq (a integer PRIMARY KEY, b date NOT NULL, c integer NOT NULL, d varchar(9));`,
      wanted: ['upheld', 'upheld'],
    })
  })
})

describe('names as people write them', () => {
  it.each([
    ['wks', 'weeks'],
    ['nm', 'name'],
    ['kgs', 'kilograms'],
  ])('%s is %s', (written, meant) => {
    judged({
      model: `CREATE TABLE tour (tour_no integer PRIMARY KEY, ${meant} integer NOT NULL, spare integer);`,
      rules: [mustHave('tour', meant)],
      answer: `CREATE TABLE tour (tour_no integer PRIMARY KEY, ${written} integer NOT NULL, other integer, spare integer);`,
      wanted: ['upheld'],
    })
  })
  it('the first letter of the table may be glued to a name', () => {
    judged({
      model: `CREATE TABLE hut (hut_no integer PRIMARY KEY, name varchar(30) NOT NULL, uplink_no integer REFERENCES hut);
        CREATE TABLE night (slept date NOT NULL, hut_no integer NOT NULL REFERENCES hut, PRIMARY KEY (slept, hut_no));`,
      rules: [identifies('hut', 'hut_no'), identifies('night', 'slept', 'hut'), mustHave('hut', 'name')],
      answer: `CREATE TABLE hut (hno integer PRIMARY KEY, hname varchar(30) NOT NULL);
        CREATE TABLE hut_uplink (hno integer PRIMARY KEY REFERENCES hut, uplink_no integer NOT NULL REFERENCES hut);
        CREATE TABLE night (slept date NOT NULL, hno integer NOT NULL REFERENCES hut, PRIMARY KEY (slept, hno));`,
      wanted: ['upheld', 'upheld', 'upheld'],
    })
  })
  it('a key may be called like its table', () => {
    judged({
      model: `CREATE TABLE trail (mark varchar(8) PRIMARY KEY, metres integer NOT NULL, note varchar(30) NOT NULL);`,
      rules: [identifies('trail', 'mark'), mustHave('trail', 'metres')],
      answer: `CREATE TABLE trails (trail varchar(10) PRIMARY KEY, len smallint NOT NULL, said varchar(40) NOT NULL);`,
      wanted: ['upheld', 'upheld'],
    })
  })
  it('a number that counts itself beside a key that may be empty is what tells rows apart', () => {
    judged({
      model: `CREATE TABLE mule (mule_no integer PRIMARY KEY, name varchar(20) NOT NULL, follows integer UNIQUE REFERENCES mule);`,
      rules: [identifies('mule', 'mule_no'), { kind: 'pairOnce', entity: 'mule', by: ['follows'] }],
      answer: `CREATE TABLE mule (mule_id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, name varchar(20) NOT NULL,
        ear varchar(4) NOT NULL, follows integer UNIQUE REFERENCES mule);`,
      wanted: ['upheld', 'upheld'],
    })
  })
  it('a longer name beside the very same one makes nothing doubtful', () => {
    judged({
      model: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
        CREATE TABLE tour (tour_no integer PRIMARY KEY, leads date NOT NULL);
        CREATE TABLE pay (tour_no integer NOT NULL REFERENCES tour, guide_no integer NOT NULL REFERENCES guide,
          amount numeric(6,2) NOT NULL, PRIMARY KEY (tour_no, guide_no));`,
      rules: [role('refersTo', 'pay', 'guide'), identifies('pay', 'tour', 'guide')],
      answer: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
        CREATE TABLE tour (tour_no integer PRIMARY KEY, leads date NOT NULL);
        CREATE TABLE guide_pay (tour_no integer NOT NULL REFERENCES tour, guide_no integer NOT NULL,
          amount numeric(6,2) NOT NULL, PRIMARY KEY (tour_no, guide_no));`,
      wanted: ['broken', 'upheld'],
    })
  })
})

describe('which end is which', () => {
  const MODEL = `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL, mentor_no integer REFERENCES guide);`
  const RULES = [role('manyAllowed', 'guide', 'mentor'), role('atMostOne', 'guide', 'mentor')]
  const between = (first: string, second: string): string =>
    `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
     CREATE TABLE mentoring (${first} integer NOT NULL REFERENCES guide, ${second} integer PRIMARY KEY REFERENCES guide);`

  it('of a table between two rows of one table the names say', () => {
    judged({
      model: MODEL,
      rules: RULES,
      answer: between('mentor_no', 'novice_no'),
      wanted: ['upheld', 'upheld'],
    })
    judged({
      model: MODEL,
      rules: RULES,
      answer: between('novice_no', 'mentor_no'),
      wanted: ['too strict', 'broken'],
    })
  })
  it('where they do not, nothing can be told', () => {
    judged({
      model: MODEL,
      rules: RULES,
      answer: between('a_no', 'b_no'),
      wanted: ['cannot tell', 'cannot tell'],
    })
  })
})

describe('layouts in which an entity has no table', () => {
  const CREW = `CREATE TABLE hut (hut_no integer PRIMARY KEY, height integer NOT NULL);
    CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
    CREATE TABLE shift (hut_no integer NOT NULL REFERENCES hut, guide_no integer NOT NULL REFERENCES guide,
      duty varchar(9) NOT NULL CHECK (duty IN ('cook', 'warden')), PRIMARY KEY (hut_no, guide_no));`
  const RULES: Rule[] = [
    role('manyAllowed', 'shift', 'hut'),
    role('manyAllowed', 'shift', 'guide'),
    role('refersTo', 'shift', 'guide'),
    identifies('shift', 'hut', 'guide'),
    mustHave('shift', 'guide'),
    role('mayHaveNone', 'shift', 'hut'),
    { kind: 'refusesValue', entity: 'shift', attribute: 'duty', values: ['idle'] },
  ]

  it('a many-to-many folded into one end is too strict once', () => {
    judged({
      model: CREW,
      rules: RULES,
      answer: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
        CREATE TABLE hut (hut_no integer PRIMARY KEY, height integer NOT NULL, guide_no integer REFERENCES guide,
          duty varchar(9) CHECK (duty IN ('cook', 'warden')));`,
      wanted: ['too strict', 'upheld', 'upheld', 'upheld', 'upheld', 'upheld', 'upheld'],
    })
  })
  it('and one in numbered columns as well', () => {
    judged({
      model: CREW,
      rules: [...RULES.slice(0, 3), { kind: 'atomic', entity: 'shift', attribute: 'duty' }],
      answer: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
        CREATE TABLE hut (hut_no integer PRIMARY KEY, height integer NOT NULL,
          guide1 integer REFERENCES guide, duty1 varchar(9), guide2 integer REFERENCES guide, duty2 varchar(9));`,
      wanted: ['too strict', 'upheld', 'upheld', 'broken'],
    })
  })

  const FARE = `CREATE TABLE lift (lift_code char(3) PRIMARY KEY, fare numeric(5,2) NOT NULL);
    CREATE TABLE ride (ride_no integer PRIMARY KEY, taken date NOT NULL, lift_code char(3) NOT NULL REFERENCES lift);`
  const FARES: Rule[] = [
    { kind: 'determines', entity: 'lift', from: ['lift_code'], to: ['fare'] },
    { kind: 'onceOnly', entity: 'lift', from: ['lift_code'], to: ['fare'], form: 'BCNF' },
  ]
  it('a fact that is left in the table which leads there is written again and again', () => {
    judged({
      model: FARE,
      rules: [...FARES, mustHave('lift', 'fare')],
      answer: `CREATE TABLE lift (lift_code char(3) PRIMARY KEY);
        CREATE TABLE ride (ride_no integer PRIMARY KEY, taken date NOT NULL, lift_code char(3) NOT NULL REFERENCES lift,
          fare numeric(5,2) NOT NULL);`,
      wanted: ['broken', 'broken', 'broken'],
    })
  })
  it('also where there is no table but that', () => {
    judged({
      model: FARE,
      rules: FARES,
      answer: `CREATE TABLE ride (ride_no integer PRIMARY KEY, taken date NOT NULL, lift char(3) NOT NULL, fare numeric(5,2) NOT NULL);`,
      wanted: ['broken', 'broken'],
    })
  })
  it('and for a fact of two things in a table that leads to both', () => {
    judged({
      model: `CREATE TABLE season (season char(4) PRIMARY KEY, opens date NOT NULL);
        CREATE TABLE lift (lift_code char(3) PRIMARY KEY, metres integer NOT NULL);
        CREATE TABLE tariff (season char(4) NOT NULL REFERENCES season, lift_code char(3) NOT NULL REFERENCES lift,
          fare numeric(5,2) NOT NULL, PRIMARY KEY (season, lift_code));
        CREATE TABLE ride (ride_no integer PRIMARY KEY, season char(4) NOT NULL REFERENCES season,
          lift_code char(3) NOT NULL REFERENCES lift);`,
      rules: [
        { kind: 'determines', entity: 'tariff', from: ['season', 'lift'], to: ['fare'] },
        { kind: 'onceOnly', entity: 'tariff', from: ['season', 'lift'], to: ['fare'], form: 'BCNF' },
      ],
      answer: `CREATE TABLE season (season char(4) PRIMARY KEY, opens date NOT NULL);
        CREATE TABLE lift (lift_code char(3) PRIMARY KEY, metres integer NOT NULL);
        CREATE TABLE ride (ride_no integer PRIMARY KEY, season char(4) NOT NULL REFERENCES season,
          lift_code char(3) NOT NULL REFERENCES lift, fare numeric(5,2) NOT NULL);`,
      wanted: ['broken', 'broken'],
    })
  })
})

describe('further tables of an entity', () => {
  it('may hold a reference beside a fact', () => {
    judged({
      model: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL, radio varchar(9), mentor_no integer REFERENCES guide);
        CREATE TABLE rope (rope_no integer PRIMARY KEY, metres integer NOT NULL, guide_no integer NOT NULL REFERENCES guide);`,
      rules: [mayLack('guide', 'mentor'), role('refersTo', 'guide', 'mentor'), mayLack('guide', 'radio')],
      answer: `CREATE TABLE guide (guide_no integer PRIMARY KEY, name varchar(30) NOT NULL);
        CREATE TABLE guide_extra (guide_no integer PRIMARY KEY REFERENCES guide, radio varchar(9), mentor_no integer REFERENCES guide);
        CREATE TABLE rope (rope_no integer PRIMARY KEY, metres integer NOT NULL, guide_no integer NOT NULL REFERENCES guide);`,
      wanted: ['upheld', 'upheld', 'upheld'],
    })
  })
  it('are not taken for the first, whatever they hold', () => {
    judged({
      model: `CREATE TABLE valley (valley_code char(3) PRIMARY KEY, canton varchar(30) NOT NULL);
        CREATE TABLE hut (hut_no integer PRIMARY KEY, beds integer NOT NULL, stove varchar(9), valley_code char(3) REFERENCES valley);`,
      rules: [mayLack('hut', 'valley'), mayLack('hut', 'stove'), mustHave('hut', 'beds')],
      answer: `CREATE TABLE valley (valley_code char(3) PRIMARY KEY, canton varchar(30) NOT NULL);
        CREATE TABLE hut (hut_no integer PRIMARY KEY, beds integer NOT NULL);
        CREATE TABLE hut_site (hut_no integer PRIMARY KEY REFERENCES hut, stove varchar(9) NOT NULL, valley_code char(3) NOT NULL REFERENCES valley);`,
      wanted: ['upheld', 'upheld', 'upheld'],
    })
  })
})

describe('keys and references over several columns', () => {
  const STORE = `CREATE TABLE hut (hut_code char(4) PRIMARY KEY, height integer NOT NULL);
    CREATE TABLE bunk (hut_code char(4) NOT NULL REFERENCES hut, bunk_no integer NOT NULL, wide integer NOT NULL, PRIMARY KEY (hut_code, bunk_no));
    CREATE TABLE guest (guest_no integer PRIMARY KEY, name varchar(30) NOT NULL);
    CREATE TABLE stay (hut_code char(4) NOT NULL, bunk_no integer NOT NULL, guest_no integer NOT NULL REFERENCES guest,
      nights integer NOT NULL, PRIMARY KEY (hut_code, bunk_no, guest_no), FOREIGN KEY (hut_code, bunk_no) REFERENCES bunk);
    CREATE TABLE bill (bill_no integer PRIMARY KEY, hut_code char(4) NOT NULL, bunk_no integer NOT NULL, guest_no integer NOT NULL,
      FOREIGN KEY (hut_code, bunk_no, guest_no) REFERENCES stay);`
  const RULES = [identifies('stay', 'bunk', 'guest'), role('refersTo', 'bill', 'stay')]

  it('every column that says which one is in them', () => {
    judged({ model: STORE, rules: RULES, wanted: ['upheld', 'upheld'] })
    judged({
      model: STORE,
      rules: RULES,
      answer: STORE.replace(
        ', PRIMARY KEY (hut_code, bunk_no, guest_no)',
        ', PRIMARY KEY (hut_code, guest_no)',
      ).replace(
        'FOREIGN KEY (hut_code, bunk_no, guest_no) REFERENCES stay',
        'FOREIGN KEY (hut_code, guest_no) REFERENCES stay',
      ),
      wanted: ['too strict', 'broken'],
    })
  })
})
