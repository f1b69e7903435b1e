import { but, right, wrong, type World } from './world'

const MODEL = `CREATE TABLE tower (tower_code char(5) PRIMARY KEY, height_m numeric(4,1) NOT NULL, built date);
CREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(40) NOT NULL, tower_code char(5) UNIQUE REFERENCES tower);
CREATE TABLE ship (call_sign varchar(8) PRIMARY KEY, name varchar(40) NOT NULL, tons integer);
CREATE TABLE sighting (tower_code char(5) NOT NULL REFERENCES tower ON DELETE RESTRICT, seen_at timestamp NOT NULL,
  call_sign varchar(8) NOT NULL REFERENCES ship, miles numeric(4,1) NOT NULL CHECK (miles <= 30), PRIMARY KEY (tower_code, seen_at, call_sign));
CREATE TABLE tongue (call_sign varchar(8) NOT NULL REFERENCES ship, language varchar(20) NOT NULL, PRIMARY KEY (call_sign, language));
`

const BEACONS = `CREATE TABLE beacon (code varchar(5) PRIMARY KEY, height numeric(5,2) NOT NULL, built_on date);
CREATE TABLE warden (warden_no integer PRIMARY KEY, name varchar(60) NOT NULL, beacon varchar(5) UNIQUE, FOREIGN KEY (beacon) REFERENCES beacon (code));
CREATE TABLE vessel (call_sign varchar(10) PRIMARY KEY, vessel_name varchar(60) NOT NULL, tonnage integer);
CREATE TABLE observation (beacon varchar(5) NOT NULL, observed_at timestamp NOT NULL, call_sign varchar(10) NOT NULL, miles numeric(4,1) NOT NULL,
  CONSTRAINT obs_pk PRIMARY KEY (call_sign, beacon, observed_at), CONSTRAINT obs_beacon FOREIGN KEY (beacon) REFERENCES beacon (code),
  CONSTRAINT obs_vessel FOREIGN KEY (call_sign) REFERENCES vessel (call_sign), CONSTRAINT obs_miles CHECK (miles <= 30));
CREATE TABLE vessel_language (call_sign varchar(10) REFERENCES vessel, language varchar(30), PRIMARY KEY (call_sign, language));
`

export const LIGHTHOUSES: World = {
  name: 'lighthouses',
  model: MODEL,
  rules: [
    { kind: 'identifies', entity: 'tower', by: ['tower_code'] },
    { kind: 'mayLack', entity: 'tower', path: 'built' },
    { kind: 'stores', entity: 'tower', attribute: 'height_m', values: ['55.5'] },
    { kind: 'mayLack', entity: 'keeper', path: 'tower' },
    { kind: 'atMostOne', entity: 'keeper', role: 'tower' },
    { kind: 'pairOnce', entity: 'keeper', by: ['tower'] },
    { kind: 'refersTo', entity: 'keeper', role: 'tower' },
    { kind: 'identifies', entity: 'ship', by: ['call_sign'] },
    { kind: 'mayLack', entity: 'ship', path: 'tons' },
    { kind: 'identifies', entity: 'sighting', by: ['tower', 'seen_at', 'call_sign'] },
    { kind: 'refersTo', entity: 'sighting', role: 'call_sign' },
    { kind: 'onDelete', entity: 'sighting', role: 'tower', outcome: 'refused' },
    { kind: 'refusesValue', entity: 'sighting', attribute: 'miles', values: ['31'] },
    { kind: 'atomic', entity: 'tongue', attribute: 'language' },
    { kind: 'identifies', entity: 'tongue', by: ['call_sign', 'language'] },
    { kind: 'mayHaveNone', entity: 'sighting', role: 'tower' },
  ],
  answers: [
    right('other words', BEACONS),
    right(
      'the keeper named in the row of the tower',
      but(
        MODEL,
        [
          'built date);\nCREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(40) NOT NULL, tower_code char(5) UNIQUE REFERENCES tower);',
          'built date, keeper_no integer UNIQUE REFERENCES keeper);',
        ],
        [
          'CREATE TABLE tower',
          'CREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(40) NOT NULL);\nCREATE TABLE tower',
        ],
      ),
    ),
    right(
      'posts in a table of their own',
      but(MODEL, [
        ', tower_code char(5) UNIQUE REFERENCES tower);',
        ');\nCREATE TABLE post (keeper_no integer PRIMARY KEY REFERENCES keeper, tower_code char(5) NOT NULL UNIQUE REFERENCES tower);',
      ]),
    ),
    right(
      'numbers of its own',
      `CREATE TABLE tower (id serial PRIMARY KEY, tower_code char(5) UNIQUE NOT NULL, height_m numeric(4,1) NOT NULL, built date);
CREATE TABLE keeper (id serial PRIMARY KEY, keeper_no integer UNIQUE NOT NULL, name varchar(40) NOT NULL, tower_id integer UNIQUE REFERENCES tower (id));
CREATE TABLE ship (id serial PRIMARY KEY, call_sign varchar(8) UNIQUE NOT NULL, name varchar(40) NOT NULL, tons integer);
CREATE TABLE sighting (id serial PRIMARY KEY, tower_id integer NOT NULL REFERENCES tower (id), ship_id integer NOT NULL REFERENCES ship (id), seen_at timestamp NOT NULL,
  miles numeric(4,1) NOT NULL CHECK (miles <= 30), UNIQUE (tower_id, ship_id, seen_at));
CREATE TABLE tongue (ship_id integer NOT NULL REFERENCES ship (id), language varchar(20) NOT NULL, PRIMARY KEY (ship_id, language));`,
    ),
    right(
      'languages in a list that is led to',
      but(
        MODEL,
        [
          'CREATE TABLE tongue',
          'CREATE TABLE language (language varchar(20) PRIMARY KEY);\nCREATE TABLE tongue',
        ],
        [
          'language varchar(20) NOT NULL, PRIMARY',
          'language varchar(20) NOT NULL REFERENCES language, PRIMARY',
        ],
      ),
    ),
    right(
      'heights in whole centimetres of a decimal',
      but(MODEL, ['height_m numeric(4,1)', 'height_m numeric(6,2)']),
    ),
    right(
      'built in a table of its own',
      but(MODEL, [
        ', built date);',
        ');\nCREATE TABLE tower_built (tower_code char(5) PRIMARY KEY REFERENCES tower, built date NOT NULL);',
      ]),
    ),
    right(
      'tons that may be nothing, said so',
      but(BEACONS, ['tonnage integer', 'tonnage integer NULL DEFAULT NULL']),
    ),
    right(
      'for SQL Server',
      `CREATE TABLE tower (tower_code CHAR(5) NOT NULL PRIMARY KEY, height_m DECIMAL(4,1) NOT NULL, built DATE NULL);
CREATE TABLE keeper (keeper_no INT NOT NULL PRIMARY KEY, name NVARCHAR(40) NOT NULL, tower_code CHAR(5) NULL REFERENCES tower (tower_code));
CREATE UNIQUE INDEX keeper_tower ON keeper (tower_code) WHERE tower_code IS NOT NULL;
CREATE TABLE ship (call_sign VARCHAR(8) NOT NULL PRIMARY KEY, name NVARCHAR(40) NOT NULL, tons INT NULL);
CREATE TABLE sighting (tower_code CHAR(5) NOT NULL REFERENCES tower (tower_code), seen_at DATETIME2 NOT NULL, call_sign VARCHAR(8) NOT NULL REFERENCES ship (call_sign), miles DECIMAL(4,1) NOT NULL CHECK (miles <= 30), PRIMARY KEY (tower_code, seen_at, call_sign));
CREATE TABLE tongue (call_sign VARCHAR(8) NOT NULL REFERENCES ship (call_sign), language NVARCHAR(20) NOT NULL, PRIMARY KEY (call_sign, language));`,
      'sqlserver',
    ),
    right(
      'for Oracle',
      `CREATE TABLE tower (tower_code CHAR(5) PRIMARY KEY, height_m NUMBER(4,1) NOT NULL, built DATE);
CREATE TABLE keeper (keeper_no NUMBER PRIMARY KEY, name VARCHAR2(40) NOT NULL, tower_code CHAR(5) UNIQUE REFERENCES tower);
CREATE TABLE ship (call_sign VARCHAR2(8) PRIMARY KEY, name VARCHAR2(40) NOT NULL, tons NUMBER(8));
CREATE TABLE sighting (tower_code CHAR(5) REFERENCES tower, seen_at TIMESTAMP, call_sign VARCHAR2(8) REFERENCES ship, miles NUMBER(4,1) NOT NULL, CONSTRAINT near CHECK (miles <= 30), PRIMARY KEY (tower_code, seen_at, call_sign));
CREATE TABLE tongue (call_sign VARCHAR2(8) REFERENCES ship, language VARCHAR2(20), PRIMARY KEY (call_sign, language));`,
      'oracle',
    ),
    right('nearer than thirty and one tenth', but(BEACONS, ['miles <= 30', 'miles < 30.1'])),
    right(
      'a composite reference, the day apart',
      but(MODEL, [
        'seen_at timestamp NOT NULL,',
        'seen_at timestamp NOT NULL, fog boolean NOT NULL DEFAULT false,',
      ]),
    ),
    right(
      'names in capitals with prefixes',
      but(BEACONS.toUpperCase(), ['CREATE TABLE BEACON', 'CREATE TABLE  BEACON']),
    ),
    right(
      'unique by an index',
      but(
        BEACONS,
        ['beacon varchar(5) UNIQUE,', 'beacon varchar(5),'],
        [
          'CREATE TABLE vessel (',
          'CREATE UNIQUE INDEX one_warden ON warden (beacon);\nCREATE TABLE vessel (',
        ],
      ),
    ),
    right(
      'order of the tables turned round',
      `${MODEL.trim()
        .split(';\n')
        .reverse()
        .map(statement =>
          statement.replace(/;$/, '').replace(/ REFERENCES (tower|ship)( ON DELETE RESTRICT)?/g, ''),
        )
        .join(';\n')};
ALTER TABLE keeper ADD FOREIGN KEY (tower_code) REFERENCES tower;
ALTER TABLE sighting ADD FOREIGN KEY (tower_code) REFERENCES tower;
ALTER TABLE sighting ADD FOREIGN KEY (call_sign) REFERENCES ship;
ALTER TABLE tongue ADD FOREIGN KEY (call_sign) REFERENCES ship;`,
    ),

    wrong(
      'languages as one text',
      but(
        MODEL,
        ['tons integer);', 'tons integer, languages text);'],
        [MODEL.slice(MODEL.indexOf('CREATE TABLE tongue')), ''],
      ),
      { 14: 'broken', 15: 'not shown' },
    ),
    wrong(
      'languages numbered',
      but(
        MODEL,
        [
          'tons integer);',
          'tons integer, language1 varchar(20), language2 varchar(20), language3 varchar(20));',
        ],
        [MODEL.slice(MODEL.indexOf('CREATE TABLE tongue')), ''],
      ),
      { 14: 'broken', 15: 'not shown' },
    ),
    wrong(
      'a tower demanded',
      but(BEACONS, ['beacon varchar(5) UNIQUE,', 'beacon varchar(5) NOT NULL UNIQUE,']),
      { 4: 'too strict' },
    ),
    wrong('two keepers to a tower', but(BEACONS, ['beacon varchar(5) UNIQUE,', 'beacon varchar(5),']), {
      6: 'broken',
    }),
    wrong(
      'two towers to a keeper',
      but(MODEL, [
        ', tower_code char(5) UNIQUE REFERENCES tower);',
        ');\nCREATE TABLE post (keeper_no integer NOT NULL REFERENCES keeper, tower_code char(5) PRIMARY KEY REFERENCES tower);',
      ]),
      { 5: 'broken' },
    ),
    wrong(
      'any tower',
      but(MODEL, ['tower_code char(5) UNIQUE REFERENCES tower', 'tower_code char(5) UNIQUE']),
      { 7: 'broken' },
    ),
    wrong('heights in whole metres', but(BEACONS, ['height numeric(5,2)', 'height integer']), {
      3: 'broken',
    }),
    wrong('built demanded', but(BEACONS, ['built_on date', 'built_on date NOT NULL']), { 2: 'too strict' }),
    wrong(
      'one ship at a time',
      but(MODEL, ['PRIMARY KEY (tower_code, seen_at, call_sign)', 'PRIMARY KEY (tower_code, seen_at)']),
      { 10: 'too strict' },
    ),
    wrong('sightings go with the tower', but(MODEL, ['ON DELETE RESTRICT', 'ON DELETE CASCADE']), {
      12: 'broken',
    }),
    wrong(
      'ships that nobody knows',
      but(BEACONS, ['CONSTRAINT obs_vessel FOREIGN KEY (call_sign) REFERENCES vessel (call_sign), ', '']),
      { 11: 'broken' },
    ),
    wrong('any distance', but(BEACONS, [', CONSTRAINT obs_miles CHECK (miles <= 30)', '']), { 13: 'broken' }),
    wrong(
      'one language to a ship',
      but(MODEL, ['PRIMARY KEY (call_sign, language)', 'PRIMARY KEY (call_sign)']),
      { 15: 'too strict' },
    ),
    wrong('tons demanded', but(BEACONS, ['tonnage integer', 'tonnage integer NOT NULL']), {
      9: 'too strict',
    }),
    wrong(
      'two ships with one call sign',
      but(
        BEACONS,
        [
          'call_sign varchar(10) PRIMARY KEY, vessel_name',
          'vessel_id serial PRIMARY KEY, call_sign varchar(10) NOT NULL, vessel_name',
        ],
        [
          'FOREIGN KEY (call_sign) REFERENCES vessel (call_sign)',
          'FOREIGN KEY (vessel_id) REFERENCES vessel (vessel_id)',
        ],
        ['call_sign varchar(10) NOT NULL, miles', 'vessel_id integer NOT NULL, miles'],
        ['PRIMARY KEY (call_sign, beacon, observed_at)', 'PRIMARY KEY (vessel_id, beacon, observed_at)'],
        [
          'vessel_language (call_sign varchar(10) REFERENCES vessel,',
          'vessel_language (vessel_id integer REFERENCES vessel,',
        ],
        ['PRIMARY KEY (call_sign, language)', 'PRIMARY KEY (vessel_id, language)'],
      ),
      {
        8: 'broken',
        10: 'broken',
        15: 'broken',
      },
    ),
  ],
}
