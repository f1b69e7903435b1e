import { but, right, wrong, type World } from './world'

const MODEL = `CREATE TABLE visitor (visitor_no integer PRIMARY KEY, name varchar(40) NOT NULL);
CREATE TABLE evening (held_on date PRIMARY KEY, hall varchar(30) NOT NULL);
CREATE TABLE fixer (badge char(4) PRIMARY KEY, name varchar(40) NOT NULL, skill varchar(20) NOT NULL);
CREATE TABLE item (item_no integer PRIMARY KEY, what varchar(40) NOT NULL, watts integer CHECK (watts BETWEEN 1 AND 3000),
  visitor_no integer NOT NULL REFERENCES visitor, held_on date NOT NULL REFERENCES evening);
CREATE TABLE repair (item_no integer NOT NULL REFERENCES item, badge char(4) NOT NULL REFERENCES fixer, turn integer NOT NULL,
  outcome varchar(8) NOT NULL CHECK (outcome IN ('fixed', 'partly', 'not')), PRIMARY KEY (item_no, badge, turn));
`

const HELPERS = `CREATE TABLE guest (guest_no integer PRIMARY KEY, name varchar(60) NOT NULL);
CREATE TABLE cafe_evening (evening_date date PRIMARY KEY, hall varchar(60) NOT NULL);
CREATE TABLE helper (badge varchar(4) PRIMARY KEY, name varchar(60) NOT NULL, skill varchar(30) NOT NULL);
CREATE TABLE thing (thing_no integer PRIMARY KEY, description varchar(90) NOT NULL, watts integer, guest_no integer NOT NULL,
  evening_date date NOT NULL, CONSTRAINT thing_watts CHECK (watts >= 1 AND watts <= 3000),
  FOREIGN KEY (guest_no) REFERENCES guest (guest_no), FOREIGN KEY (evening_date) REFERENCES cafe_evening (evening_date));
CREATE TABLE fix (thing_no integer NOT NULL, badge varchar(4) NOT NULL, turn integer NOT NULL, outcome varchar(10) NOT NULL,
  PRIMARY KEY (thing_no, badge, turn), FOREIGN KEY (thing_no) REFERENCES thing (thing_no), FOREIGN KEY (badge) REFERENCES helper (badge),
  CONSTRAINT fix_outcome CHECK (outcome IN ('fixed', 'partly', 'not')));
`

export const REPAIRS: World = {
  name: 'a repair evening',
  model: MODEL,
  rules: [
    { kind: 'identifies', entity: 'visitor', by: ['visitor_no'] },
    { kind: 'identifies', entity: 'evening', by: ['held_on'] },
    { kind: 'identifies', entity: 'fixer', by: ['badge'] },
    { kind: 'mustHave', entity: 'item', path: 'visitor' },
    { kind: 'refersTo', entity: 'item', role: 'visitor' },
    { kind: 'manyAllowed', entity: 'item', role: 'visitor' },
    { kind: 'refersTo', entity: 'item', role: 'held_on' },
    { kind: 'mayLack', entity: 'item', path: 'watts' },
    { kind: 'refusesValue', entity: 'item', attribute: 'watts', values: ['0', '5000'] },
    { kind: 'admitsValue', entity: 'item', attribute: 'watts', values: ['60'] },
    { kind: 'identifies', entity: 'repair', by: ['item', 'badge', 'turn'] },
    { kind: 'refersTo', entity: 'repair', role: 'badge' },
    { kind: 'refusesValue', entity: 'repair', attribute: 'outcome', values: ['perhaps'] },
    { kind: 'admitsValue', entity: 'repair', attribute: 'outcome', values: ['partly'] },
    { kind: 'determines', entity: 'fixer', from: ['badge'], to: ['skill'] },
    { kind: 'onceOnly', entity: 'fixer', from: ['badge'], to: ['skill'], form: 'BCNF' },
    { kind: 'manyAllowed', entity: 'repair', role: 'item' },
  ],
  answers: [
    right('other words', HELPERS),
    right(
      'watts in a table of their own',
      but(MODEL, [
        'watts integer CHECK (watts BETWEEN 1 AND 3000),\n  visitor_no integer NOT NULL REFERENCES visitor, held_on date NOT NULL REFERENCES evening);',
        `visitor_no integer NOT NULL REFERENCES visitor, held_on date NOT NULL REFERENCES evening);
CREATE TABLE item_power (item_no integer PRIMARY KEY REFERENCES item, watts integer NOT NULL CHECK (watts BETWEEN 1 AND 3000));`,
      ]),
    ),
    right(
      'an evening by a number of its own',
      but(
        MODEL,
        ['held_on date PRIMARY KEY,', 'evening_id serial PRIMARY KEY, held_on date NOT NULL UNIQUE,'],
        ['held_on date NOT NULL REFERENCES evening)', 'evening_id integer NOT NULL REFERENCES evening)'],
      ),
    ),
    right(
      'bounds by two checks',
      but(MODEL, ['CHECK (watts BETWEEN 1 AND 3000)', 'CHECK (watts > 0) CHECK (watts < 3001)']),
    ),
    right(
      'skills in a table of their own',
      but(
        MODEL,
        ['CREATE TABLE fixer', 'CREATE TABLE trade (skill varchar(20) PRIMARY KEY);\nCREATE TABLE fixer'],
        ['skill varchar(20) NOT NULL', 'skill varchar(20) NOT NULL REFERENCES trade'],
      ),
    ),
    right(
      'outcomes as PostgreSQL prints them',
      but(MODEL, [
        "CHECK (outcome IN ('fixed', 'partly', 'not'))",
        "CHECK (((outcome)::text = ANY ((ARRAY['fixed'::character varying, 'partly'::character varying, 'not'::character varying])::text[])))",
      ]),
    ),
    right(
      'an enumeration of PostgreSQL',
      but(
        MODEL,
        [
          'CREATE TABLE repair',
          "CREATE TYPE result AS ENUM ('fixed', 'partly', 'not');\nCREATE TABLE repair",
        ],
        [
          "outcome varchar(8) NOT NULL CHECK (outcome IN ('fixed', 'partly', 'not'))",
          'outcome result NOT NULL',
        ],
      ),
    ),
    right(
      'for MySQL',
      `CREATE TABLE visitor (visitor_no INT NOT NULL, name VARCHAR(40) NOT NULL, PRIMARY KEY (visitor_no));
CREATE TABLE evening (held_on DATE NOT NULL, hall VARCHAR(30) NOT NULL, PRIMARY KEY (held_on));
CREATE TABLE fixer (badge CHAR(4) NOT NULL, name VARCHAR(40) NOT NULL, skill VARCHAR(20) NOT NULL, PRIMARY KEY (badge));
CREATE TABLE item (item_no INT NOT NULL AUTO_INCREMENT, what VARCHAR(40) NOT NULL, watts SMALLINT NULL, visitor_no INT NOT NULL, held_on DATE NOT NULL,
  PRIMARY KEY (item_no), CONSTRAINT c1 CHECK (watts BETWEEN 1 AND 3000), CONSTRAINT f1 FOREIGN KEY (visitor_no) REFERENCES visitor (visitor_no), CONSTRAINT f2 FOREIGN KEY (held_on) REFERENCES evening (held_on));
CREATE TABLE repair (item_no INT NOT NULL, badge CHAR(4) NOT NULL, turn INT NOT NULL, outcome ENUM('fixed','partly','not') NOT NULL,
  PRIMARY KEY (badge, item_no, turn), CONSTRAINT f3 FOREIGN KEY (item_no) REFERENCES item (item_no), CONSTRAINT f4 FOREIGN KEY (badge) REFERENCES fixer (badge));`,
      'mysql',
    ),
    right(
      'for SQLite',
      `CREATE TABLE visitor (visitor_no INTEGER PRIMARY KEY, name TEXT NOT NULL);
CREATE TABLE evening (held_on TEXT NOT NULL PRIMARY KEY, hall TEXT NOT NULL);
CREATE TABLE fixer (badge TEXT NOT NULL PRIMARY KEY, name TEXT NOT NULL, skill TEXT NOT NULL);
CREATE TABLE item (item_no INTEGER PRIMARY KEY AUTOINCREMENT, what TEXT NOT NULL, watts INTEGER CHECK (watts BETWEEN 1 AND 3000), visitor_no INTEGER NOT NULL REFERENCES visitor, held_on TEXT NOT NULL REFERENCES evening);
CREATE TABLE repair (item_no INTEGER NOT NULL REFERENCES item, badge TEXT NOT NULL REFERENCES fixer, turn INTEGER NOT NULL, outcome TEXT NOT NULL CHECK (outcome IN ('fixed', 'partly', 'not')), PRIMARY KEY (item_no, badge, turn));`,
      'sqlite',
    ),
    right(
      'glued abbreviations',
      `CREATE TABLE visitor (vno integer PRIMARY KEY, vname varchar(40) NOT NULL);
CREATE TABLE evening (held date PRIMARY KEY, hall varchar(30) NOT NULL);
CREATE TABLE fixer (bdg char(4) PRIMARY KEY, fname varchar(40) NOT NULL, skl varchar(20) NOT NULL);
CREATE TABLE item (ino integer PRIMARY KEY, what varchar(40) NOT NULL, watts integer CHECK (watts BETWEEN 1 AND 3000), vno integer NOT NULL REFERENCES visitor, held date NOT NULL REFERENCES evening);
CREATE TABLE repair (ino integer REFERENCES item, bdg char(4) REFERENCES fixer, turn integer, outcm varchar(8) NOT NULL CHECK (outcm IN ('fixed', 'partly', 'not')), PRIMARY KEY (ino, bdg, turn));`,
    ),
    right(
      'the key of a repair by a number beside',
      but(
        HELPERS,
        ['CREATE TABLE fix (thing_no', 'CREATE TABLE fix (fix_id serial PRIMARY KEY, thing_no'],
        ['  PRIMARY KEY (thing_no, badge, turn),', '  UNIQUE (thing_no, badge, turn),'],
      ),
    ),
    right(
      'a default for the outcome',
      but(MODEL, ['outcome varchar(8) NOT NULL CHECK', "outcome varchar(8) DEFAULT 'not' NOT NULL CHECK"]),
    ),
    right(
      'what stands for a name is called otherwise',
      but(HELPERS, ['description varchar(90)', 'label text'], ['hall varchar(60)', 'place text']),
    ),
    right(
      'references that say what becomes of the rows',
      but(
        MODEL,
        ['REFERENCES visitor,', 'REFERENCES visitor ON DELETE RESTRICT ON UPDATE CASCADE,'],
        ['REFERENCES fixer,', 'REFERENCES fixer ON UPDATE CASCADE,'],
      ),
    ),
    right(
      'temporary help and comments between',
      `-- repairs, second try
${MODEL}COMMENT ON TABLE repair IS 'one try at one item';
CREATE INDEX ON repair (badge);
CREATE VIEW open_items AS SELECT * FROM item;`,
    ),

    wrong(
      'the skill beside each repair',
      but(
        MODEL,
        [', skill varchar(20) NOT NULL', ''],
        ['turn integer NOT NULL,', 'turn integer NOT NULL, skill varchar(20) NOT NULL,'],
      ),
      { 15: 'broken', 16: 'broken' },
    ),
    wrong(
      'any outcome',
      but(HELPERS, [",\n  CONSTRAINT fix_outcome CHECK (outcome IN ('fixed', 'partly', 'not'))", '']),
      { 13: 'broken' },
    ),
    wrong('watts demanded', but(HELPERS, ['watts integer,', 'watts integer NOT NULL,']), { 8: 'too strict' }),
    wrong('no upper bound', but(HELPERS, ['watts >= 1 AND watts <= 3000', 'watts >= 1']), { 9: 'broken' }),
    wrong('big machines only', but(MODEL, ['BETWEEN 1 AND 3000', 'BETWEEN 100 AND 3000']), {
      10: 'too strict',
    }),
    wrong(
      'one try for a fixer',
      but(HELPERS, ['PRIMARY KEY (thing_no, badge, turn)', 'PRIMARY KEY (thing_no, badge)']),
      { 11: 'too strict' },
    ),
    wrong(
      'one repair to an item',
      but(MODEL, ['PRIMARY KEY (item_no, badge, turn)', 'PRIMARY KEY (item_no)']),
      { 11: 'too strict', 17: 'too strict' },
    ),
    wrong('nobody knows the badge', but(HELPERS, [' FOREIGN KEY (badge) REFERENCES helper (badge),', '']), {
      12: 'broken',
    }),
    wrong(
      'the hall beside each item',
      but(
        MODEL,
        ['CREATE TABLE evening (held_on date PRIMARY KEY, hall varchar(30) NOT NULL);\n', ''],
        ['held_on date NOT NULL REFERENCES evening', 'held_on date NOT NULL, hall varchar(30) NOT NULL'],
      ),
      { 2: 'broken' },
    ),
    wrong(
      'no reference to the evening',
      but(HELPERS, [', FOREIGN KEY (evening_date) REFERENCES cafe_evening (evening_date)', '']),
      { 7: 'broken' },
    ),
    wrong('fixed or not', but(MODEL, ["'fixed', 'partly', 'not'", "'fixed', 'not'"]), { 14: 'too strict' }),
    wrong('an item of nobody', but(HELPERS, ['guest_no integer NOT NULL,\n', 'guest_no integer,\n']), {
      4: 'broken',
    }),
    wrong(
      'one item to a visitor',
      but(MODEL, [
        'visitor_no integer NOT NULL REFERENCES visitor',
        'visitor_no integer NOT NULL UNIQUE REFERENCES visitor',
      ]),
      { 6: 'too strict' },
    ),
    wrong(
      'two fixers with one badge',
      but(
        MODEL,
        ['fixer (badge char(4) PRIMARY KEY', 'fixer (fixer_id serial PRIMARY KEY, badge char(4) NOT NULL'],
        ['badge char(4) NOT NULL REFERENCES fixer', 'fixer_id integer NOT NULL REFERENCES fixer'],
        ['PRIMARY KEY (item_no, badge, turn)', 'PRIMARY KEY (item_no, fixer_id, turn)'],
      ),
      {
        3: 'broken',
        11: 'broken',
        15: 'broken',
      },
    ),
    wrong('repairs without a key', but(MODEL, [', PRIMARY KEY (item_no, badge, turn)', '']), {
      11: 'broken',
    }),
  ],
}
