import { but, right, wrong, type World } from './world'

const MODEL = `CREATE TABLE client (client_no integer PRIMARY KEY, name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE printer (printer_no integer PRIMARY KEY, name varchar(40) NOT NULL, master_no integer REFERENCES printer);
CREATE TABLE job (job_no integer PRIMARY KEY, title varchar(80) NOT NULL, due date NOT NULL,
  client_no integer NOT NULL REFERENCES client, price numeric(7,2) NOT NULL CHECK (price > 0));
CREATE TABLE ink (ink_code char(3) PRIMARY KEY, colour varchar(20) NOT NULL);
CREATE TABLE ink_use (job_no integer NOT NULL REFERENCES job ON DELETE CASCADE, ink_code char(3) NOT NULL REFERENCES ink,
  grams integer NOT NULL, PRIMARY KEY (job_no, ink_code));
`

const WORDY = `CREATE TABLE tbl_customers (customer_id integer PRIMARY KEY, customer_name varchar(60) NOT NULL, customer_email varchar(80) UNIQUE);
CREATE TABLE tbl_printers (printer_id integer PRIMARY KEY, printer_name varchar(40) NOT NULL, master_id integer, FOREIGN KEY (master_id) REFERENCES tbl_printers (printer_id));
CREATE TABLE tbl_jobs (job_id integer PRIMARY KEY, job_title varchar(80) NOT NULL, due_date date NOT NULL, customer_id integer NOT NULL,
  job_price numeric(9,2) NOT NULL, CHECK (job_price > 0), FOREIGN KEY (customer_id) REFERENCES tbl_customers (customer_id));
CREATE TABLE tbl_inks (ink_id char(3) PRIMARY KEY, ink_colour varchar(20) NOT NULL);
CREATE TABLE tbl_job_inks (ink_id char(3) NOT NULL, job_id integer NOT NULL, grams integer NOT NULL, PRIMARY KEY (ink_id, job_id),
  FOREIGN KEY (ink_id) REFERENCES tbl_inks (ink_id), FOREIGN KEY (job_id) REFERENCES tbl_jobs (job_id) ON DELETE CASCADE);
`

export const LETTERPRESS: World = {
  name: 'a letterpress shop',
  model: MODEL,
  rules: [
    { kind: 'identifies', entity: 'client', by: ['client_no'] },
    { kind: 'identifies', entity: 'client', by: ['email'] },
    { kind: 'mayLack', entity: 'client', path: 'email' },
    { kind: 'mayLack', entity: 'printer', path: 'master' },
    { kind: 'manyAllowed', entity: 'printer', role: 'master' },
    { kind: 'refersTo', entity: 'printer', role: 'master' },
    { kind: 'mustHave', entity: 'job', path: 'client' },
    { kind: 'manyAllowed', entity: 'job', role: 'client' },
    { kind: 'stores', entity: 'job', attribute: 'price', values: ['12345.50'] },
    { kind: 'refusesValue', entity: 'job', attribute: 'price', values: ['0'] },
    { kind: 'identifies', entity: 'ink_use', by: ['job', 'ink'] },
    { kind: 'refersTo', entity: 'ink_use', role: 'ink' },
    { kind: 'refersTo', entity: 'ink_use', role: 'job' },
    { kind: 'onDelete', entity: 'ink_use', role: 'job', outcome: 'gone' },
    { kind: 'mustHave', entity: 'ink_use', path: 'grams' },
    { kind: 'manyAllowed', entity: 'ink_use', role: 'ink' },
  ],
  answers: [
    right('prefixes and plurals', WORDY),
    right(
      'a line by a number of its own',
      but(
        MODEL,
        ['ink_use (job_no', 'ink_use (use_id serial PRIMARY KEY, job_no'],
        ['PRIMARY KEY (job_no, ink_code)', 'UNIQUE (ink_code, job_no)'],
      ),
    ),
    right(
      'masters in a table of their own',
      but(MODEL, [
        ', master_no integer REFERENCES printer);',
        ');\nCREATE TABLE apprenticeship (apprentice_no integer PRIMARY KEY REFERENCES printer, master_no integer NOT NULL REFERENCES printer);',
      ]),
    ),
    right(
      'addresses for letters in a table of their own',
      but(MODEL, [
        ', email varchar(80) UNIQUE);',
        ');\nCREATE TABLE client_email (client_no integer PRIMARY KEY REFERENCES client, email varchar(80) NOT NULL UNIQUE);',
      ]),
    ),
    right('a price without bounds of its type', but(MODEL, ['price numeric(7,2)', 'price numeric'])),
    right(
      'no price of nothing, said the other way',
      but(MODEL, ['CHECK (price > 0)', 'CHECK (NOT price <= 0)']),
    ),
    right(
      'for Oracle',
      `CREATE TABLE client (client_no NUMBER PRIMARY KEY, name VARCHAR2(60) NOT NULL, email VARCHAR2(80) UNIQUE);
CREATE TABLE printer (printer_no NUMBER PRIMARY KEY, name VARCHAR2(40) NOT NULL, master_no NUMBER REFERENCES printer);
CREATE TABLE job (job_no NUMBER PRIMARY KEY, title VARCHAR2(80) NOT NULL, due DATE NOT NULL, client_no NUMBER NOT NULL REFERENCES client, price NUMBER(9,2) NOT NULL CHECK (price > 0));
CREATE TABLE ink (ink_code CHAR(3) PRIMARY KEY, colour VARCHAR2(20) NOT NULL);
CREATE TABLE ink_use (job_no NUMBER NOT NULL REFERENCES job ON DELETE CASCADE, ink_code CHAR(3) NOT NULL REFERENCES ink, grams NUMBER NOT NULL, PRIMARY KEY (job_no, ink_code));`,
      'oracle',
    ),
    right(
      'for SQL Server, unique where there is one',
      `CREATE TABLE client (client_no INT PRIMARY KEY, name NVARCHAR(60) NOT NULL, email NVARCHAR(80) NULL);
CREATE UNIQUE INDEX ux_client_email ON client (email) WHERE email IS NOT NULL;
CREATE TABLE printer (printer_no INT PRIMARY KEY, name NVARCHAR(40) NOT NULL, master_no INT NULL REFERENCES printer (printer_no));
CREATE TABLE job (job_no INT PRIMARY KEY, title NVARCHAR(80) NOT NULL, due DATE NOT NULL, client_no INT NOT NULL REFERENCES client (client_no), price DECIMAL(9,2) NOT NULL CHECK (price > 0));
CREATE TABLE ink (ink_code CHAR(3) PRIMARY KEY, colour NVARCHAR(20) NOT NULL);
CREATE TABLE ink_use (job_no INT NOT NULL REFERENCES job (job_no) ON DELETE CASCADE, ink_code CHAR(3) NOT NULL REFERENCES ink (ink_code), grams INT NOT NULL, PRIMARY KEY (job_no, ink_code));`,
      'sqlserver',
    ),
    right(
      'for SQLite',
      `CREATE TABLE client (client_no INTEGER PRIMARY KEY, name TEXT NOT NULL, email TEXT UNIQUE);
CREATE TABLE printer (printer_no INTEGER PRIMARY KEY, name TEXT NOT NULL, master_no INTEGER REFERENCES printer (printer_no));
CREATE TABLE job (job_no INTEGER PRIMARY KEY, title TEXT NOT NULL, due TEXT NOT NULL, client_no INTEGER NOT NULL REFERENCES client (client_no), price NUMERIC NOT NULL CHECK (price > 0));
CREATE TABLE ink (ink_code TEXT PRIMARY KEY, colour TEXT NOT NULL);
CREATE TABLE ink_use (job_no INTEGER NOT NULL REFERENCES job (job_no) ON DELETE CASCADE, ink_code TEXT NOT NULL REFERENCES ink (ink_code), grams INTEGER NOT NULL, PRIMARY KEY (job_no, ink_code)) WITHOUT ROWID;`,
      'sqlite',
    ),
    right('the due moment to the minute', but(MODEL, ['due date', 'due timestamp'])),
    right(
      'everything by constraints with names',
      `CREATE TABLE client (client_no integer CONSTRAINT client_pk PRIMARY KEY, name varchar(60) CONSTRAINT client_name NOT NULL, email varchar(80) CONSTRAINT client_email UNIQUE);
CREATE TABLE printer (printer_no integer CONSTRAINT printer_pk PRIMARY KEY, name varchar(40) NOT NULL, master_no integer CONSTRAINT printer_master REFERENCES printer (printer_no));
CREATE TABLE job (job_no integer CONSTRAINT job_pk PRIMARY KEY, title varchar(80) NOT NULL, due date NOT NULL, client_no integer CONSTRAINT job_client_there NOT NULL CONSTRAINT job_client REFERENCES client,
  price numeric(7,2) NOT NULL CONSTRAINT job_price CHECK (price > 0));
CREATE TABLE ink (ink_code char(3) CONSTRAINT ink_pk PRIMARY KEY, colour varchar(20) NOT NULL);
CREATE TABLE ink_use (job_no integer CONSTRAINT use_job REFERENCES job ON DELETE CASCADE, ink_code char(3) CONSTRAINT use_ink REFERENCES ink, grams integer NOT NULL,
  CONSTRAINT use_pk PRIMARY KEY (job_no, ink_code));`,
    ),
    right(
      'a recipe for each job',
      `CREATE TABLE client (clientno int PRIMARY KEY, clientname varchar(99) NOT NULL, mail varchar(99) UNIQUE);
CREATE TABLE printer (printerno int PRIMARY KEY, printername varchar(99) NOT NULL, master int REFERENCES printer);
CREATE TABLE job (jobno int PRIMARY KEY, jobtitle varchar(99) NOT NULL, dueon date NOT NULL, client int NOT NULL REFERENCES client, price decimal(8,2) NOT NULL CHECK (price > 0.00));
CREATE TABLE ink (inkcode char(3) PRIMARY KEY, inkcolour varchar(99) NOT NULL);
CREATE TABLE recipe (job int REFERENCES job ON DELETE CASCADE, ink char(3) REFERENCES ink, grams int NOT NULL, PRIMARY KEY (job, ink));`,
    ),
    right(
      'with rows of its own',
      `${MODEL}INSERT INTO client (client_no, name, email) VALUES (1, 'Press Club', NULL), (2, 'Owl Books', 'owl@books.example');
INSERT INTO job VALUES (10, 'Owl calendar', '2025-11-01', 2, 480.00);
INSERT INTO ink VALUES ('K10', 'black');
INSERT INTO ink_use VALUES (10, 'K10', 350);`,
    ),
    right(
      'keys spelt out at the end',
      but(
        MODEL,
        [
          'client_no integer PRIMARY KEY, name varchar(60) NOT NULL, email varchar(80) UNIQUE',
          'client_no integer, name varchar(60) NOT NULL, email varchar(80), UNIQUE (email), PRIMARY KEY (client_no)',
        ],
        [
          'ink_code char(3) PRIMARY KEY, colour varchar(20) NOT NULL',
          'ink_code char(3), colour varchar(20) NOT NULL, PRIMARY KEY (ink_code)',
        ],
      ),
    ),
    right(
      'everybody in one table of persons',
      but(
        MODEL,
        [
          'CREATE TABLE printer (printer_no integer PRIMARY KEY, name',
          'CREATE TABLE printer (printer_no integer GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY, name',
        ],
        ['grams integer NOT NULL', 'grams integer NOT NULL, mixed_by integer REFERENCES printer'],
      ),
    ),

    wrong(
      'two clients with one address',
      but(WORDY, ['customer_email varchar(80) UNIQUE', 'customer_email varchar(80)']),
      { 2: 'broken' },
    ),
    wrong(
      'an address demanded',
      but(WORDY, ['customer_email varchar(80) UNIQUE', 'customer_email varchar(80) NOT NULL UNIQUE']),
      { 3: 'too strict' },
    ),
    wrong(
      'a master demanded',
      but(MODEL, ['master_no integer REFERENCES', 'master_no integer NOT NULL REFERENCES']),
      { 4: 'too strict' },
    ),
    wrong('one apprentice to a master', but(WORDY, ['master_id integer,', 'master_id integer UNIQUE,']), {
      5: 'too strict',
    }),
    wrong(
      'any number for a master',
      but(WORDY, [', FOREIGN KEY (master_id) REFERENCES tbl_printers (printer_id)', '']),
      { 6: 'broken' },
    ),
    wrong('a job of nobody', but(WORDY, ['customer_id integer NOT NULL,\n', 'customer_id integer,\n']), {
      7: 'broken',
    }),
    wrong(
      'one job to a client',
      but(MODEL, [
        'client_no integer NOT NULL REFERENCES client',
        'client_no integer NOT NULL UNIQUE REFERENCES client',
      ]),
      { 8: 'too strict' },
    ),
    wrong('prices below a thousand', but(WORDY, ['numeric(9,2)', 'numeric(5,2)']), { 9: 'too strict' }),
    wrong('a price of nothing', but(WORDY, ['job_price > 0', 'job_price >= 0']), { 10: 'broken' }),
    wrong('one ink to a job', but(MODEL, ['PRIMARY KEY (job_no, ink_code)', 'PRIMARY KEY (job_no)']), {
      11: 'too strict',
    }),
    wrong('the same ink twice', but(MODEL, [', PRIMARY KEY (job_no, ink_code)', '']), { 11: 'broken' }),
    wrong('a job with inks stays', but(WORDY, [' ON DELETE CASCADE', '']), { 14: 'too strict' }),
    wrong('grams may be missing', but(WORDY, ['grams integer NOT NULL', 'grams integer']), { 15: 'broken' }),
    wrong(
      'inks as text',
      but(
        MODEL,
        ['CREATE TABLE ink (ink_code char(3) PRIMARY KEY, colour varchar(20) NOT NULL);\n', ''],
        ['ink_code char(3) NOT NULL REFERENCES ink', 'ink_code char(3) NOT NULL'],
      ),
      { 12: 'broken' },
    ),
    wrong('whole prices', but(MODEL, ['numeric(7,2)', 'integer']), { 9: 'broken' }),
  ],
}
