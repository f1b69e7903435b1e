import type { Dialect } from '../../../src/schema'

/**
 * A script as a student may bring it, what is said of how it is written (line and code), and what it is once
 * all that is mended.
 */
export interface Brought {
  readonly name: string
  readonly dialect: Dialect
  readonly script: string
  readonly said: readonly string[]
  readonly mended: string
}

export const BROUGHT: readonly Brought[] = [
  {
    name: 'no commas and no semicolons at all',
    dialect: 'postgresql',
    script:
      'create table garden\n(\ncode char(4) primary key\nname varchar(80) not null\ncountry varchar(40)\n)\ncreate table dispatch\n(\nno integer primary key\ngarden char(4) references garden(code)\n)',
    said: [
      '3 syntax.missing-comma',
      '4 syntax.missing-comma',
      '6 syntax.missing-semicolon',
      '9 syntax.missing-comma',
    ],
    mended:
      'create table garden\n(\ncode char(4) primary key,\nname varchar(80) not null,\ncountry varchar(40)\n);\ncreate table dispatch\n(\nno integer primary key,\ngarden char(4) references garden(code)\n)',
  },
  {
    name: 'braces, semicolons between columns, sizes without brackets',
    dialect: 'postgresql',
    script: 'CREATE TABEL garden {\n  code CHAR[4] PRIMARY KEY;\n  name VARCHAR 80;\n};',
    said: [
      '1 syntax.misspelt-keyword',
      '1 syntax.wrong-character',
      '2 syntax.wrong-character',
      '2 syntax.wrong-character',
      '3 syntax.missing-bracket',
      '3 syntax.unexpected',
      '4 syntax.wrong-character',
    ],
    mended: 'CREATE TABLE garden (\n  code CHAR(4) PRIMARY KEY,\n  name VARCHAR (80)\n);',
  },
  {
    name: 'copied from a console, with its prompts and answers',
    dialect: 'postgresql',
    script:
      'vault=# CREATE TABLE a (x int PRIMARY KEY);\nCREATE TABLE\nvault=# CREATE TABLE b (\nvault-#   y int PRIMARY KEY\nvault-# );\nCREATE TABLE\n',
    said: [
      '1 syntax.pasted',
      '2 syntax.pasted',
      '3 syntax.pasted',
      '4 syntax.pasted',
      '5 syntax.pasted',
      '6 syntax.pasted',
    ],
    mended: ' CREATE TABLE a (x int PRIMARY KEY);\n\n CREATE TABLE b (\n   y int PRIMARY KEY\n );\n\n',
  },
  {
    name: 'copied from another console',
    dialect: 'mysql',
    script:
      'mysql> CREATE TABLE a (x int PRIMARY KEY);\nQuery OK, 0 rows affected (0.03 sec)\n\nmysql> INSERT INTO a VALUES (1);\nQuery OK, 1 row affected (0.01 sec)\n',
    said: ['1 syntax.pasted', '2 syntax.pasted', '4 syntax.pasted', '5 syntax.pasted'],
    mended: ' CREATE TABLE a (x int PRIMARY KEY);\n\n\n INSERT INTO a VALUES (1);\n\n',
  },
  {
    name: 'copied from a console that goes on with arrows',
    dialect: 'mysql',
    script: 'mysql> CREATE TABLE a (\n    ->   x int PRIMARY KEY\n    -> );\n',
    said: ['1 syntax.pasted', '2 syntax.pasted', '3 syntax.pasted'],
    mended: ' CREATE TABLE a (\n       x int PRIMARY KEY\n     );\n',
  },
  {
    name: 'an arrow that is an operator',
    dialect: 'postgresql',
    script: "CREATE TABLE a (x int PRIMARY KEY, doc jsonb, CHECK ((doc\n  -> 'kind') IS NOT NULL));",
    said: [],
    mended: "CREATE TABLE a (x int PRIMARY KEY, doc jsonb, CHECK ((doc\n  -> 'kind') IS NOT NULL));",
  },
  {
    name: 'copied from a page, between sentences',
    dialect: 'postgresql',
    script: 'Here is my script:\n\n```sql\nCREATE TABLE a (x int PRIMARY KEY);\n```\nIt has one table.',
    said: ['1 syntax.unknown-statement', '3 syntax.pasted', '5 syntax.pasted', '6 syntax.unknown-statement'],
    mended: '-- Here is my script:\n\n\nCREATE TABLE a (x int PRIMARY KEY);\n\n-- It has one table.',
  },
  {
    name: 'as a numbered list',
    dialect: 'sqlite',
    script: '1. CREATE TABLE a (x int PRIMARY KEY);\n2) CREATE TABLE b (y int PRIMARY KEY);',
    said: ['1 syntax.pasted', '2 syntax.pasted'],
    mended: ' CREATE TABLE a (x int PRIMARY KEY);\n CREATE TABLE b (y int PRIMARY KEY);',
  },
  {
    name: 'numbers and fences in comments and texts, where they belong',
    dialect: 'postgresql',
    script:
      "/* Steps:\n1. CREATE TABLE a\n```\n*/\nCREATE TABLE a (x int PRIMARY KEY, how text DEFAULT '\n1. CREATE TABLE b\n');",
    said: [],
    mended:
      "/* Steps:\n1. CREATE TABLE a\n```\n*/\nCREATE TABLE a (x int PRIMARY KEY, how text DEFAULT '\n1. CREATE TABLE b\n');",
  },
  {
    name: 'a text that is never closed, with a column after it',
    dialect: 'postgresql',
    script:
      "CREATE TABLE a (x int PRIMARY KEY, y text DEFAULT 'open, z int\n);\nCREATE TABLE b (y int PRIMARY KEY);",
    said: ['1 syntax.unclosed-string'],
    mended:
      "CREATE TABLE a (x int PRIMARY KEY, y text DEFAULT 'open', z int\n);\nCREATE TABLE b (y int PRIMARY KEY);",
  },
  {
    name: 'conditions with texts in double quotation marks, or in none',
    dialect: 'postgresql',
    script:
      'CREATE TABLE a (\n  state varchar(10) CHECK (state IN ("open", closed)),\n  other varchar(10) CHECK (other <> "none" AND "state" = open)\n);',
    said: [
      '2 syntax.wrong-quotes',
      '2 syntax.wrong-quotes',
      '3 syntax.wrong-quotes',
      '3 syntax.wrong-quotes',
    ],
    mended:
      "CREATE TABLE a (\n  state varchar(10) CHECK (state IN ('open', 'closed')),\n  other varchar(10) CHECK (other <> 'none' AND \"state\" = 'open')\n);",
  },
  {
    name: 'a foreign key that forgets its own columns',
    dialect: 'postgresql',
    script:
      'CREATE TABLE b (y int PRIMARY KEY);\nCREATE TABLE a (x int PRIMARY KEY, y int,\n  CONSTRAINT fk FOREIGN KEY REFERENCES b (y));',
    said: ['3 syntax.missing-name'],
    mended:
      'CREATE TABLE b (y int PRIMARY KEY);\nCREATE TABLE a (x int PRIMARY KEY, y int,\n  CONSTRAINT fk FOREIGN KEY (y) REFERENCES b (y));',
  },
  {
    name: 'FOREIGN KEY within a column',
    dialect: 'postgresql',
    script:
      'CREATE TABLE garden (code CHAR(4) PRIMARY KEY);\nCREATE TABLE dispatch (no INT PRIMARY KEY, garden CHAR(4) FOREIGN KEY REFERENCES garden(code));',
    said: ['2 syntax.other-dialect'],
    mended:
      'CREATE TABLE garden (code CHAR(4) PRIMARY KEY);\nCREATE TABLE dispatch (no INT PRIMARY KEY, garden CHAR(4) REFERENCES garden(code));',
  },
  {
    name: 'numbering of MySQL',
    dialect: 'sqlite',
    script:
      'CREATE TABLE a (id INT NOT NULL AUTO_INCREMENT PRIMARY KEY);\nCREATE TABLE b (id INTEGER PRIMARY KEY AUTO_INCREMENT);\nCREATE TABLE c (id INTEGER PRIMARY KEY AUTOINCREMENT);',
    said: ['1 syntax.other-dialect', '2 syntax.other-dialect'],
    mended:
      'CREATE TABLE a (id INTEGER PRIMARY KEY AUTOINCREMENT);\nCREATE TABLE b (id INTEGER PRIMARY KEY AUTOINCREMENT);\nCREATE TABLE c (id INTEGER PRIMARY KEY AUTOINCREMENT);',
  },
  {
    name: 'a constraint that comes too late',
    dialect: 'sqlite',
    script:
      'CREATE TABLE b (y int PRIMARY KEY);\nCREATE TABLE a (\n  x int PRIMARY KEY,\n  y int\n);\nALTER TABLE a ADD CONSTRAINT fk FOREIGN KEY (y) REFERENCES b (y);\nSELECT 1;',
    said: ['6 syntax.not-in-dialect'],
    mended:
      'CREATE TABLE b (y int PRIMARY KEY);\nCREATE TABLE a (\n  x int PRIMARY KEY,\n  y int,\n  CONSTRAINT fk FOREIGN KEY (y) REFERENCES b (y)\n);\nSELECT 1;',
  },
  {
    name: 'changes as MySQL makes them',
    dialect: 'postgresql',
    script:
      'CREATE TABLE a (x int PRIMARY KEY, y int);\nALTER TABLE a MODIFY COLUMN y bigint NOT NULL;\nALTER TABLE a ADD (z int, w int);',
    said: ['2 syntax.other-dialect', '3 syntax.other-dialect'],
    mended:
      'CREATE TABLE a (x int PRIMARY KEY, y int);\nALTER TABLE a ALTER COLUMN y TYPE bigint, ALTER COLUMN y SET NOT NULL;\nALTER TABLE a ADD z int, ADD COLUMN w int;',
  },
  {
    name: 'changes as Oracle makes them',
    dialect: 'postgresql',
    script: 'CREATE TABLE a (x int PRIMARY KEY, y int);\nALTER TABLE a MODIFY (y bigint);',
    said: ['2 syntax.not-in-dialect'],
    mended: 'CREATE TABLE a (x int PRIMARY KEY, y int);\nALTER TABLE a MODIFY (y bigint);',
  },
  {
    name: 'changes as MySQL makes them',
    dialect: 'sqlserver',
    script:
      'CREATE TABLE a (x int PRIMARY KEY, y int);\nALTER TABLE a MODIFY y bigint NOT NULL;\nALTER TABLE a ADD COLUMN z int;',
    said: ['2 syntax.other-dialect', '3 syntax.other-dialect'],
    mended:
      'CREATE TABLE a (x int PRIMARY KEY, y int);\nALTER TABLE a ALTER COLUMN y bigint NOT NULL;\nALTER TABLE a ADD z int;',
  },
  {
    name: 'yes, no and today',
    dialect: 'sqlserver',
    script:
      'CREATE TABLE a (x int PRIMARY KEY, y BIT DEFAULT true, z DATE DEFAULT CURRENT_DATE, u UNIQUEIDENTIFIER DEFAULT gen_random_uuid());\nINSERT INTO a VALUES (1, FALSE, NULL, NULL);',
    said: [
      '1 syntax.other-dialect',
      '1 syntax.other-dialect',
      '1 syntax.other-dialect',
      '2 syntax.other-dialect',
    ],
    mended:
      'CREATE TABLE a (x int PRIMARY KEY, y BIT DEFAULT 1, z DATE DEFAULT CAST(GETDATE() AS DATE), u UNIQUEIDENTIFIER DEFAULT NEWID());\nINSERT INTO a VALUES (1, 0, NULL, NULL);',
  },
  {
    name: 'several rows at once, and what may not exist',
    dialect: 'oracle',
    script:
      'DROP TABLE IF EXISTS a;\nCREATE TABLE IF NOT EXISTS a (x NUMBER(4) PRIMARY KEY, y NUMBER(4), z AS (x + y));\nINSERT INTO a (x, y) VALUES (1, 2), (3, 4);',
    said: ['1 syntax.other-dialect', '2 syntax.other-dialect', '3 syntax.other-dialect'],
    mended:
      'DROP TABLE a;\nCREATE TABLE a (x NUMBER(4) PRIMARY KEY, y NUMBER(4), z AS (x + y));\nINSERT INTO a (x, y) VALUES (1, 2);\nINSERT INTO a (x, y) VALUES (3, 4);',
  },
  {
    name: 'types of other servers',
    dialect: 'postgresql',
    script:
      'CREATE TABLE a (x int PRIMARY KEY, b varchar(max), d nvarchar(20), e datetime2, g number(6,2), t AS (x * 2));',
    said: Array.from({ length: 5 }, () => '1 syntax.other-dialect'),
    mended:
      'CREATE TABLE a (x int PRIMARY KEY, b TEXT, d VARCHAR(20), e TIMESTAMP, g NUMERIC(6,2), t GENERATED ALWAYS AS (x * 2) STORED);',
  },
  {
    name: 'a type of its own, misspelt',
    dialect: 'postgresql',
    script: "CREATE TYPE mood AS ENUM ('sad', 'ok');\nCREATE TABLE a (x int PRIMARY KEY, y moood);",
    said: ['2 syntax.misspelt-keyword'],
    mended: "CREATE TYPE mood AS ENUM ('sad', 'ok');\nCREATE TABLE a (x int PRIMARY KEY, y mood);",
  },
  {
    name: 'as the server’s own tool writes it down',
    dialect: 'oracle',
    script:
      'CREATE TABLE "HR"."GARDEN"\n   (\t"CODE" CHAR(4 BYTE),\n\t CONSTRAINT "PK" PRIMARY KEY ("CODE")\n  USING INDEX PCTFREE 10 INITRANS 2 MAXTRANS 255 COMPUTE STATISTICS\n  STORAGE(INITIAL 65536 NEXT 1048576)\n  TABLESPACE "USERS"  ENABLE,\n\t "NAME" VARCHAR2(80 BYTE)\n   ) SEGMENT CREATION IMMEDIATE\n  PCTFREE 10 PCTUSED 40 NOCOMPRESS LOGGING\n  TABLESPACE "USERS" ;',
    said: [],
    mended:
      'CREATE TABLE "HR"."GARDEN"\n   (\t"CODE" CHAR(4 BYTE),\n\t CONSTRAINT "PK" PRIMARY KEY ("CODE")\n  USING INDEX PCTFREE 10 INITRANS 2 MAXTRANS 255 COMPUTE STATISTICS\n  STORAGE(INITIAL 65536 NEXT 1048576)\n  TABLESPACE "USERS"  ENABLE,\n\t "NAME" VARCHAR2(80 BYTE)\n   ) SEGMENT CREATION IMMEDIATE\n  PCTFREE 10 PCTUSED 40 NOCOMPRESS LOGGING\n  TABLESPACE "USERS" ;',
  },
]
