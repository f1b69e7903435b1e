import { right, wrong, type World } from './world'

/** A second set, written when the first stood at full marks: 472 of 475 verdicts at first, all of them since. */
export const BAKERY: World = {
  name: 'a bakery',
  model: `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
  rules: [
    { kind: 'identifies', entity: 'baker', by: ['badge'] },
    { kind: 'mustHave', entity: 'baker', path: 'first_name' },
    { kind: 'refusesValue', entity: 'baker', attribute: 'born', values: ['today - 16 years + 1 day'] },
    { kind: 'admitsValue', entity: 'baker', attribute: 'born', values: ['today - 16 years'] },
    { kind: 'refusesValue', entity: 'oven', attribute: 'kind', values: ['brick'] },
    { kind: 'mayLack', entity: 'oven', path: 'litres' },
    { kind: 'identifies', entity: 'loaf', by: ['title'] },
    { kind: 'stores', entity: 'loaf', attribute: 'price', values: ['3.85'] },
    { kind: 'refusesValue', entity: 'loaf', attribute: 'price', values: ['0'] },
    { kind: 'identifies', entity: 'batch', by: ['oven', 'started'] },
    { kind: 'mustHave', entity: 'batch', path: 'badge' },
    { kind: 'refersTo', entity: 'batch', role: 'loaf' },
    { kind: 'onDelete', entity: 'batch', role: 'loaf', outcome: 'refused' },
    { kind: 'manyAllowed', entity: 'batch', role: 'loaf' },
    { kind: 'pairOnce', entity: 'skill', by: ['badge', 'loaf'] },
    { kind: 'manyAllowed', entity: 'skill', role: 'badge' },
    { kind: 'manyAllowed', entity: 'skill', role: 'loaf' },
    { kind: 'onDelete', entity: 'skill', role: 'badge', outcome: 'gone' },
    { kind: 'mayLack', entity: 'skill', path: 'since' },
  ],
  answers: [
    right(
      'surrogates, other words, mysql',
      `CREATE TABLE bakers (id INT AUTO_INCREMENT PRIMARY KEY, badge_no CHAR(4) NOT NULL UNIQUE, forename VARCHAR(40) NOT NULL, surname VARCHAR(40) NOT NULL, birthday DATE NOT NULL CHECK (TIMESTAMPDIFF(YEAR, birthday, CURDATE()) >= 16)) ENGINE=InnoDB;
CREATE TABLE ovens (id INT AUTO_INCREMENT PRIMARY KEY, oven_number INT NOT NULL UNIQUE, type ENUM('stone','steel','clay') NOT NULL, volume DECIMAL(7,1)) ENGINE=InnoDB;
CREATE TABLE breads (id INT AUTO_INCREMENT PRIMARY KEY, bread_code CHAR(5) NOT NULL UNIQUE, title VARCHAR(60) NOT NULL UNIQUE, price DECIMAL(6,2) NOT NULL CHECK (price > 0)) ENGINE=InnoDB;
CREATE TABLE batches (id INT AUTO_INCREMENT PRIMARY KEY, oven_id INT NOT NULL, started_at DATETIME NOT NULL, bread_id INT NOT NULL, baker_id INT NOT NULL, pieces INT NOT NULL CHECK (pieces > 0), UNIQUE (oven_id, started_at), FOREIGN KEY (oven_id) REFERENCES ovens(id), FOREIGN KEY (bread_id) REFERENCES breads(id) ON DELETE RESTRICT, FOREIGN KEY (baker_id) REFERENCES bakers(id)) ENGINE=InnoDB;
CREATE TABLE skills (baker_id INT NOT NULL, bread_id INT NOT NULL, since DATE, PRIMARY KEY (baker_id, bread_id), FOREIGN KEY (baker_id) REFERENCES bakers(id) ON DELETE CASCADE, FOREIGN KEY (bread_id) REFERENCES breads(id)) ENGINE=InnoDB;`,
      'mysql',
    ),
    right(
      'one name, kinds in a list table, optional since apart',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, name varchar(60) NOT NULL, date_of_birth date NOT NULL, CHECK (age(date_of_birth) >= interval '16 years'));
CREATE TABLE oven_kind (kind varchar(6) PRIMARY KEY);
INSERT INTO oven_kind VALUES ('stone'),('steel'),('clay');
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL REFERENCES oven_kind, litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL, price numeric(5,2) NOT NULL CHECK (price >= 0.01), UNIQUE (title));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, PRIMARY KEY (badge, loaf_code));
CREATE TABLE skill_since (badge char(4), loaf_code char(5), since date NOT NULL, PRIMARY KEY (badge, loaf_code), FOREIGN KEY (badge, loaf_code) REFERENCES skill ON DELETE CASCADE);`,
    ),
    wrong(
      'price in cents, started as date and time',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price_cents integer NOT NULL CHECK (price_cents > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, start_date date, start_time time, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, start_date, start_time));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
      { '8': 'cannot tell', '10': 'cannot tell' },
    ),
    wrong(
      'fixed birthday',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= DATE '2009-11-29'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
      { '3': 'broken', '4': 'too strict' },
    ),
    wrong(
      'no age check',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL);
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
      { '3': 'broken' },
    ),
    right(
      'nullable junction through surrogate',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (skill_id serial PRIMARY KEY, badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, UNIQUE (badge, loaf_code));`,
    ),
    wrong(
      'key lacks oven',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
      { '10': 'too strict' },
    ),
    wrong(
      'a baker knows one loaf (folded)',
      `CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, loaf_code char(5) REFERENCES loaf, skilled_since date, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
`,
      { '16': 'too strict' },
    ),
    wrong(
      'trigger keeps age',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL);
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));
CREATE FUNCTION old_enough() RETURNS trigger AS $$ BEGIN IF NEW.born > CURRENT_DATE - INTERVAL '16 years' THEN RAISE EXCEPTION 'too young'; END IF; RETURN NEW; END $$ LANGUAGE plpgsql;
CREATE TRIGGER baker_age BEFORE INSERT OR UPDATE ON baker FOR EACH ROW EXECUTE FUNCTION old_enough();`,
      { '3': 'cannot tell', '4': 'cannot tell' },
    ),
    wrong(
      'price text, kind unchecked, pieces text',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL, litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price varchar(8) NOT NULL);
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE RESTRICT, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
      { '5': 'broken', '9': 'broken' },
    ),
    wrong(
      'delete cascades from loaf',
      `CREATE TABLE baker (badge char(4) PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, born date NOT NULL CHECK (born <= CURRENT_DATE - INTERVAL '16 years'));
CREATE TABLE oven (oven_no integer PRIMARY KEY, kind varchar(6) NOT NULL CHECK (kind IN ('stone','steel','clay')), litres numeric(6,1));
CREATE TABLE loaf (loaf_code char(5) PRIMARY KEY, title varchar(50) NOT NULL UNIQUE, price numeric(5,2) NOT NULL CHECK (price > 0));
CREATE TABLE batch (oven_no integer REFERENCES oven, started timestamp, loaf_code char(5) NOT NULL REFERENCES loaf ON DELETE CASCADE, badge char(4) NOT NULL REFERENCES baker, pieces integer NOT NULL CHECK (pieces > 0), PRIMARY KEY (oven_no, started));
CREATE TABLE skill (badge char(4) REFERENCES baker ON DELETE CASCADE, loaf_code char(5) REFERENCES loaf, since date, PRIMARY KEY (badge, loaf_code));`,
      { '13': 'broken' },
    ),
  ],
}
