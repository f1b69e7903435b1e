import { describe, it } from 'vitest'
import type { Rule } from '../../src/rules'
import { judged } from './judged'

const BERTH = `CREATE TABLE berth (berth_no integer PRIMARY KEY, mooring varchar(9) NOT NULL UNIQUE, length integer);`
const RULES: readonly Rule[] = [
  { kind: 'identifies', entity: 'berth', by: ['mooring'] },
  { kind: 'mustHave', entity: 'berth', path: 'length' },
]
const ANSWER =
  'CREATE TABLE berth (berth_no integer PRIMARY KEY, mooring varchar(9) NOT NULL, length integer);'
const MODEL = BERTH.replace('length integer', 'length integer NOT NULL')

/** A trigger may keep a rule that no constraint keeps: whether it does is not read out of its body. */
describe('a trigger that may refuse a row', () => {
  it('makes what it looks at doubtful, and nothing else', () => {
    judged({ model: MODEL, answer: ANSWER, rules: RULES, wanted: ['broken', 'broken'] })
    judged({
      model: MODEL,
      answer: `${ANSWER}
        CREATE FUNCTION moored() RETURNS trigger AS $$
        BEGIN
          IF EXISTS (SELECT 1 FROM berth WHERE mooring = NEW.mooring) THEN RAISE EXCEPTION 'taken'; END IF;
          RETURN NEW;
        END $$ LANGUAGE plpgsql;
        CREATE TRIGGER one_mooring BEFORE INSERT ON berth FOR EACH ROW EXECUTE FUNCTION moored();`,
      rules: RULES,
      wanted: ['cannot tell', 'broken'],
    })
    judged({
      model: MODEL,
      answer: `${ANSWER}
        CREATE TRIGGER has_length BEFORE INSERT ON berth FOR EACH ROW
        BEGIN
          IF NEW.length IS NULL THEN SIGNAL SQLSTATE '45000'; END IF;
        END;`,
      rules: RULES,
      wanted: ['broken', 'cannot tell'],
      dialect: 'mysql',
    })
  })

  it('is doubtful as a whole where its function stands elsewhere', () => {
    judged({
      model: MODEL,
      answer: `${ANSWER} CREATE TRIGGER t BEFORE INSERT ON berth FOR EACH ROW EXECUTE FUNCTION elsewhere();`,
      rules: RULES,
      wanted: ['cannot tell', 'cannot tell'],
    })
  })

  it('leaves alone what only writes down elsewhere, and other tables', () => {
    judged({
      model: MODEL,
      answer: `${ANSWER}
        CREATE TABLE log (line integer PRIMARY KEY, what varchar(40));
        CREATE TRIGGER noted AFTER INSERT ON berth FOR EACH ROW
        BEGIN INSERT INTO log VALUES (NEW.berth_no, NEW.mooring); END;
        CREATE TRIGGER other BEFORE INSERT ON log FOR EACH ROW
        BEGIN IF NEW.what IS NULL THEN SIGNAL SQLSTATE '45000'; END IF; END;`,
      rules: RULES,
      wanted: ['broken', 'broken'],
      dialect: 'mysql',
    })
  })
})
