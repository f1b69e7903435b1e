import { but, right, wrong, type World } from './world'

const MODEL = `CREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(40) NOT NULL, phone varchar(20));
CREATE TABLE apiary (apiary_code char(4) PRIMARY KEY, place varchar(40) NOT NULL);
CREATE TABLE hive (apiary_code char(4) NOT NULL REFERENCES apiary, hive_no integer NOT NULL,
  painted varchar(10) NOT NULL CHECK (painted IN ('white', 'blue', 'green')),
  keeper_no integer NOT NULL REFERENCES keeper,
  PRIMARY KEY (apiary_code, hive_no));
CREATE TABLE visit (apiary_code char(4) NOT NULL, hive_no integer NOT NULL, day date NOT NULL,
  frames integer NOT NULL CHECK (frames >= 0), remark varchar(200),
  PRIMARY KEY (apiary_code, hive_no, day),
  FOREIGN KEY (apiary_code, hive_no) REFERENCES hive);
`

/** With numbers that count themselves, and the keys of the model beside them. */
const NUMBERED = `CREATE TABLE keepers (id serial PRIMARY KEY, keeper_no integer NOT NULL UNIQUE, full_name text NOT NULL, phone text);
CREATE TABLE apiaries (id serial PRIMARY KEY, code char(4) NOT NULL UNIQUE, place text NOT NULL);
CREATE TABLE hives (id serial PRIMARY KEY, apiary_id integer NOT NULL REFERENCES apiaries (id), hive_no integer NOT NULL,
  paint text NOT NULL CHECK (paint IN ('white', 'blue', 'green')), keeper_id integer NOT NULL REFERENCES keepers (id),
  UNIQUE (apiary_id, hive_no));
CREATE TABLE visits (id serial PRIMARY KEY, hive_id integer NOT NULL REFERENCES hives (id), visited_on date NOT NULL,
  frames integer NOT NULL CHECK (frames >= 0), remarks text, UNIQUE (hive_id, visited_on));
`

export const APIARY: World = {
  name: 'an apiary',
  model: MODEL,
  rules: [
    { kind: 'identifies', entity: 'keeper', by: ['keeper_no'] },
    { kind: 'mayLack', entity: 'keeper', path: 'phone' },
    { kind: 'identifies', entity: 'apiary', by: ['apiary_code'] },
    { kind: 'identifies', entity: 'hive', by: ['apiary', 'hive_no'] },
    { kind: 'refersTo', entity: 'hive', role: 'apiary' },
    { kind: 'manyAllowed', entity: 'hive', role: 'apiary' },
    { kind: 'mustHave', entity: 'hive', path: 'keeper' },
    { kind: 'refersTo', entity: 'hive', role: 'keeper' },
    { kind: 'manyAllowed', entity: 'hive', role: 'keeper' },
    { kind: 'refusesValue', entity: 'hive', attribute: 'painted', values: ['red'] },
    { kind: 'identifies', entity: 'visit', by: ['hive', 'day'] },
    { kind: 'refersTo', entity: 'visit', role: 'hive' },
    { kind: 'mayLack', entity: 'visit', path: 'remark' },
    { kind: 'refusesValue', entity: 'visit', attribute: 'frames', values: ['-1'] },
    { kind: 'onDelete', entity: 'visit', role: 'hive', outcome: 'refused' },
  ],
  answers: [
    right('numbers of its own everywhere', NUMBERED),
    right(
      'other words',
      `CREATE TABLE beekeeper (nr integer PRIMARY KEY, surname varchar(60) NOT NULL, telephone varchar(30));
CREATE TABLE yard (yard_code varchar(4) PRIMARY KEY, village varchar(50) NOT NULL);
CREATE TABLE bee_box (yard_code varchar(4) NOT NULL REFERENCES yard, box_no smallint NOT NULL,
  colour varchar(10) NOT NULL CHECK (colour IN ('white', 'blue', 'green')), beekeeper_nr integer NOT NULL REFERENCES beekeeper,
  PRIMARY KEY (yard_code, box_no));
CREATE TABLE inspection (yard_code varchar(4) NOT NULL, box_no smallint NOT NULL, inspected_on date NOT NULL,
  frames integer NOT NULL CHECK (frames >= 0), note text,
  PRIMARY KEY (yard_code, box_no, inspected_on), FOREIGN KEY (yard_code, box_no) REFERENCES bee_box);`,
    ),
    right(
      'every constraint added later',
      `CREATE TABLE visit (day date NOT NULL, frames integer NOT NULL, remark varchar(200), apiary_code char(4) NOT NULL, hive_no integer NOT NULL);
CREATE TABLE hive (apiary_code char(4) NOT NULL, hive_no integer NOT NULL, painted varchar(10) NOT NULL, keeper_no integer NOT NULL);
CREATE TABLE apiary (apiary_code char(4) NOT NULL, place varchar(40) NOT NULL);
CREATE TABLE keeper (keeper_no integer NOT NULL, name varchar(40) NOT NULL, phone varchar(20));
ALTER TABLE keeper ADD CONSTRAINT pk_keeper PRIMARY KEY (keeper_no);
ALTER TABLE apiary ADD CONSTRAINT pk_apiary PRIMARY KEY (apiary_code);
ALTER TABLE hive ADD CONSTRAINT pk_hive PRIMARY KEY (apiary_code, hive_no);
ALTER TABLE visit ADD CONSTRAINT pk_visit PRIMARY KEY (apiary_code, hive_no, day);
ALTER TABLE hive ADD CONSTRAINT fk_apiary FOREIGN KEY (apiary_code) REFERENCES apiary (apiary_code);
ALTER TABLE hive ADD CONSTRAINT fk_keeper FOREIGN KEY (keeper_no) REFERENCES keeper (keeper_no);
ALTER TABLE visit ADD CONSTRAINT fk_hive FOREIGN KEY (apiary_code, hive_no) REFERENCES hive (apiary_code, hive_no);
ALTER TABLE hive ADD CONSTRAINT ck_painted CHECK (painted IN ('white', 'blue', 'green'));
ALTER TABLE visit ADD CONSTRAINT ck_frames CHECK (frames >= 0);`,
    ),
    right(
      'the colours in a table of their own',
      but(
        MODEL,
        [
          'CREATE TABLE hive',
          "CREATE TABLE paint (paint varchar(10) PRIMARY KEY);\nINSERT INTO paint VALUES ('white'), ('blue'), ('green');\nCREATE TABLE hive",
        ],
        [
          "painted varchar(10) NOT NULL CHECK (painted IN ('white', 'blue', 'green'))",
          'painted varchar(10) NOT NULL REFERENCES paint',
        ],
      ),
    ),
    right(
      'telephones in a table of their own',
      but(MODEL, [
        ', phone varchar(20));',
        ');\nCREATE TABLE keeper_phone (keeper_no integer PRIMARY KEY REFERENCES keeper, phone varchar(20) NOT NULL);',
      ]),
    ),
    right(
      'colours one by one',
      but(MODEL, [
        "CHECK (painted IN ('white', 'blue', 'green'))",
        "CHECK (painted = 'white' OR painted = 'blue' OR painted = 'green')",
      ]),
    ),
    right(
      'a domain for the colour',
      but(
        MODEL,
        [
          'CREATE TABLE hive',
          "CREATE DOMAIN hue AS varchar(10) CHECK (VALUE IN ('white', 'blue', 'green'));\nCREATE TABLE hive",
        ],
        [
          "painted varchar(10) NOT NULL CHECK (painted IN ('white', 'blue', 'green'))",
          'painted hue NOT NULL',
        ],
      ),
    ),
    right(
      'quoted names',
      `CREATE TABLE "Keeper" ("KeeperNo" integer PRIMARY KEY, "Name" varchar(40) NOT NULL, "Phone" varchar(20));
CREATE TABLE "Apiary" ("ApiaryCode" char(4) PRIMARY KEY, "Place" varchar(40) NOT NULL);
CREATE TABLE "Hive" ("ApiaryCode" char(4) NOT NULL REFERENCES "Apiary", "HiveNo" integer NOT NULL,
  "Painted" varchar(10) NOT NULL CHECK ("Painted" IN ('white', 'blue', 'green')), "KeeperNo" integer NOT NULL REFERENCES "Keeper",
  PRIMARY KEY ("ApiaryCode", "HiveNo"));
CREATE TABLE "Visit" ("ApiaryCode" char(4) NOT NULL, "HiveNo" integer NOT NULL, "Day" date NOT NULL,
  "Frames" integer NOT NULL CHECK ("Frames" >= 0), "Remark" varchar(200),
  PRIMARY KEY ("ApiaryCode", "HiveNo", "Day"), FOREIGN KEY ("ApiaryCode", "HiveNo") REFERENCES "Hive" ("ApiaryCode", "HiveNo"));`,
    ),
    right(
      'for Oracle',
      `CREATE TABLE keeper (keeper_no NUMBER(6) PRIMARY KEY, name VARCHAR2(40) NOT NULL, phone VARCHAR2(20));
CREATE TABLE apiary (apiary_code CHAR(4) PRIMARY KEY, place VARCHAR2(40) NOT NULL);
CREATE TABLE hive (apiary_code CHAR(4) NOT NULL, hive_no NUMBER(3) NOT NULL, painted VARCHAR2(10) NOT NULL, keeper_no NUMBER(6) NOT NULL,
  CONSTRAINT hive_pk PRIMARY KEY (apiary_code, hive_no), CONSTRAINT hive_apiary FOREIGN KEY (apiary_code) REFERENCES apiary (apiary_code),
  CONSTRAINT hive_keeper FOREIGN KEY (keeper_no) REFERENCES keeper (keeper_no), CONSTRAINT hive_paint CHECK (painted IN ('white', 'blue', 'green')));
CREATE TABLE visit (apiary_code CHAR(4), hive_no NUMBER(3), day DATE, frames NUMBER(3) NOT NULL, remark VARCHAR2(200),
  CONSTRAINT visit_pk PRIMARY KEY (apiary_code, hive_no, day), CONSTRAINT visit_hive FOREIGN KEY (apiary_code, hive_no) REFERENCES hive (apiary_code, hive_no),
  CONSTRAINT visit_frames CHECK (frames >= 0));`,
      'oracle',
    ),
    right(
      'for SQL Server',
      `CREATE TABLE dbo.Keeper (KeeperId INT IDENTITY(1,1) NOT NULL CONSTRAINT PK_Keeper PRIMARY KEY, KeeperNo INT NOT NULL CONSTRAINT UQ_Keeper UNIQUE, Name NVARCHAR(40) NOT NULL, Phone NVARCHAR(20) NULL);
CREATE TABLE dbo.Apiary (ApiaryCode CHAR(4) NOT NULL CONSTRAINT PK_Apiary PRIMARY KEY, Place NVARCHAR(40) NOT NULL);
CREATE TABLE dbo.Hive (ApiaryCode CHAR(4) NOT NULL CONSTRAINT FK_Hive_Apiary REFERENCES dbo.Apiary (ApiaryCode), HiveNo INT NOT NULL,
  Painted VARCHAR(10) NOT NULL CONSTRAINT CK_Hive CHECK (Painted IN ('white', 'blue', 'green')),
  KeeperId INT NOT NULL CONSTRAINT FK_Hive_Keeper REFERENCES dbo.Keeper (KeeperId), CONSTRAINT PK_Hive PRIMARY KEY (ApiaryCode, HiveNo));
CREATE TABLE dbo.Visit (ApiaryCode CHAR(4) NOT NULL, HiveNo INT NOT NULL, VisitDay DATE NOT NULL, Frames INT NOT NULL CONSTRAINT CK_Visit CHECK (Frames >= 0), Remark NVARCHAR(200) NULL,
  CONSTRAINT PK_Visit PRIMARY KEY (ApiaryCode, HiveNo, VisitDay), CONSTRAINT FK_Visit_Hive FOREIGN KEY (ApiaryCode, HiveNo) REFERENCES dbo.Hive (ApiaryCode, HiveNo));`,
      'sqlserver',
    ),
    right(
      'remarks in a table of their own',
      but(
        MODEL,
        [', remark varchar(200),', ','],
        [
          'FOREIGN KEY (apiary_code, hive_no) REFERENCES hive);',
          `FOREIGN KEY (apiary_code, hive_no) REFERENCES hive);
CREATE TABLE visit_remark (apiary_code char(4), hive_no integer, day date, remark varchar(200) NOT NULL,
  PRIMARY KEY (apiary_code, hive_no, day), FOREIGN KEY (apiary_code, hive_no, day) REFERENCES visit);`,
        ],
      ),
    ),
    right(
      'UNIQUE and NOT NULL for keys, NOT NULL by CHECK',
      but(
        MODEL,
        ['keeper_no integer PRIMARY KEY', 'keeper_no integer NOT NULL UNIQUE'],
        ['apiary_code char(4) PRIMARY KEY', 'apiary_code char(4) UNIQUE CHECK (apiary_code IS NOT NULL)'],
        ['REFERENCES apiary,', 'REFERENCES apiary (apiary_code),'],
        [
          'keeper_no integer NOT NULL REFERENCES keeper,',
          'keeper_no integer CHECK (keeper_no IS NOT NULL) REFERENCES keeper (keeper_no),',
        ],
      ),
    ),
    right(
      'more than was asked',
      `${MODEL}CREATE TABLE queen (queen_no integer PRIMARY KEY, hatched date, apiary_code char(4), hive_no integer, FOREIGN KEY (apiary_code, hive_no) REFERENCES hive);
ALTER TABLE visit ADD COLUMN weather varchar(20);
CREATE INDEX visit_day ON visit (day);`,
    ),
    right(
      'a hive by number of its own, its place and number beside it',
      but(
        MODEL,
        [
          'CREATE TABLE hive (',
          'CREATE TABLE hive (hive_id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, ',
        ],
        ['PRIMARY KEY (apiary_code, hive_no));', 'UNIQUE (apiary_code, hive_no));'],
        [
          'visit (apiary_code char(4) NOT NULL, hive_no integer NOT NULL, day',
          'visit (hive_id integer NOT NULL REFERENCES hive, day',
        ],
        [
          'PRIMARY KEY (apiary_code, hive_no, day),\n  FOREIGN KEY (apiary_code, hive_no) REFERENCES hive',
          'PRIMARY KEY (day, hive_id)',
        ],
      ),
    ),
    right(
      'for MySQL',
      `CREATE TABLE keeper (keeper_no INT PRIMARY KEY, name VARCHAR(40) NOT NULL, phone VARCHAR(20)) ENGINE=InnoDB;
CREATE TABLE apiary (apiary_code CHAR(4) PRIMARY KEY, place VARCHAR(40) NOT NULL) ENGINE=InnoDB;
CREATE TABLE hive (apiary_code CHAR(4) NOT NULL, hive_no INT UNSIGNED NOT NULL, painted ENUM('white','blue','green') NOT NULL, keeper_no INT NOT NULL,
  PRIMARY KEY (apiary_code, hive_no), KEY k_keeper (keeper_no), FOREIGN KEY (apiary_code) REFERENCES apiary (apiary_code), FOREIGN KEY (keeper_no) REFERENCES keeper (keeper_no)) ENGINE=InnoDB;
CREATE TABLE visit (apiary_code CHAR(4) NOT NULL, hive_no INT UNSIGNED NOT NULL, day DATE NOT NULL, frames INT UNSIGNED NOT NULL, remark TEXT,
  PRIMARY KEY (apiary_code, hive_no, day), FOREIGN KEY (apiary_code, hive_no) REFERENCES hive (apiary_code, hive_no)) ENGINE=InnoDB;`,
      'mysql',
    ),

    wrong(
      'no reference to the keeper',
      but(MODEL, ['keeper_no integer NOT NULL REFERENCES keeper', 'keeper_no integer NOT NULL']),
      { 8: 'broken' },
    ),
    wrong(
      'hives by their number alone',
      but(
        MODEL,
        ['PRIMARY KEY (apiary_code, hive_no));', 'PRIMARY KEY (hive_no));'],
        ['visit (apiary_code char(4) NOT NULL, hive_no integer', 'visit (hive_no integer'],
        [
          'PRIMARY KEY (apiary_code, hive_no, day),\n  FOREIGN KEY (apiary_code, hive_no)',
          'PRIMARY KEY (hive_no, day),\n  FOREIGN KEY (hive_no)',
        ],
      ),
      { 4: 'too strict' },
    ),
    wrong('a hive without a keeper', but(NUMBERED, ['keeper_id integer NOT NULL', 'keeper_id integer']), {
      7: 'broken',
    }),
    wrong('telephone demanded', but(MODEL, ['phone varchar(20)', 'phone varchar(20) NOT NULL']), {
      2: 'too strict',
    }),
    wrong('one visit to a hive', but(NUMBERED, ['UNIQUE (hive_id, visited_on)', 'UNIQUE (hive_id)']), {
      11: 'too strict',
    }),
    wrong('visits without a key', but(NUMBERED, [', UNIQUE (hive_id, visited_on)', '']), { 11: 'broken' }),
    wrong('any colour', but(NUMBERED, [" CHECK (paint IN ('white', 'blue', 'green'))", '']), {
      10: 'broken',
    }),
    wrong('minus one frame', but(MODEL, ['frames >= 0', 'frames > -2']), { 14: 'broken' }),
    wrong(
      'visits go with the hive',
      but(MODEL, ['REFERENCES hive);', 'REFERENCES hive ON DELETE CASCADE);']),
      { 15: 'broken' },
    ),
    wrong(
      'one hive to a keeper',
      but(NUMBERED, ['keeper_id integer NOT NULL', 'keeper_id integer NOT NULL UNIQUE']),
      { 9: 'too strict' },
    ),
    wrong(
      'one hive to an apiary',
      but(MODEL, [
        'apiary_code char(4) NOT NULL REFERENCES apiary',
        'apiary_code char(4) NOT NULL UNIQUE REFERENCES apiary',
      ]),
      {
        4: 'too strict',
        6: 'too strict',
      },
    ),
    wrong(
      'only the last visit',
      `${MODEL.slice(0, MODEL.indexOf('CREATE TABLE visit'))}ALTER TABLE hive ADD COLUMN last_visit date;
ALTER TABLE hive ADD COLUMN last_frames integer;`,
      { 11: 'not shown', 12: 'not shown', 13: 'not shown', 14: 'not shown', 15: 'not shown' },
    ),
    wrong(
      'the keeper in the rows of the hives',
      but(
        MODEL,
        [
          'CREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(40) NOT NULL, phone varchar(20));\n',
          '',
        ],
        [
          'keeper_no integer NOT NULL REFERENCES keeper,',
          'keeper_no integer NOT NULL, keeper_name varchar(40) NOT NULL, keeper_phone varchar(20),',
        ],
      ),
      { 1: 'broken' },
    ),
    wrong('a remark demanded', but(NUMBERED, ['remarks text', 'remarks text NOT NULL']), {
      13: 'too strict',
    }),
    wrong(
      'a visit leads to the apiary only',
      but(MODEL, [
        'FOREIGN KEY (apiary_code, hive_no) REFERENCES hive',
        'FOREIGN KEY (apiary_code) REFERENCES apiary',
      ]),
      { 12: 'broken', 15: 'broken' },
    ),
  ],
}
