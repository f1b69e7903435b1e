import type { Dialect } from '@nomenklatura/core/schema'

/**
 * Scripts that are right, each in its own way, of an invented orchestra: what their servers take, and what no
 * check may call an error. Written from the manuals, from memory, before they were read by our checks.
 */
export const RIGHT_SCRIPTS: Readonly<Record<Dialect, readonly string[]>> = {
  postgresql: [
    `CREATE TABLE hall (no integer PRIMARY KEY, seats integer NOT NULL CHECK (seats > 0));
     CREATE TABLE concert (id integer GENERATED ALWAYS AS IDENTITY (START WITH 100 INCREMENT BY 5) PRIMARY KEY, hall integer NOT NULL REFERENCES hall, held_on date NOT NULL DEFAULT CURRENT_DATE);`,
    `CREATE TABLE player (no integer PRIMARY KEY, boss integer REFERENCES player (no));
     INSERT INTO player VALUES (1, NULL), (2, 1), (3, 2);`,
    `CREATE TABLE seat (row_no integer, chair integer, remark text, PRIMARY KEY (row_no, chair));
     INSERT INTO seat (row_no, chair) VALUES (1, 1), (1, 2);`,
    `CREATE TABLE piece (title varchar(60), composer varchar(40), minutes numeric(4,1), UNIQUE NULLS NOT DISTINCT (title, composer));`,
    `CREATE TABLE tour (no integer PRIMARY KEY, leader integer NOT NULL, UNIQUE (no, leader));
     CREATE TABLE stop (tour integer, leader integer, city varchar(30), PRIMARY KEY (tour, city), FOREIGN KEY (tour, leader) REFERENCES tour (no, leader));`,
    `CREATE TABLE a (id integer PRIMARY KEY, b integer);
     CREATE TABLE b (id integer PRIMARY KEY, c integer);
     CREATE TABLE c (id integer PRIMARY KEY, a integer REFERENCES a);
     ALTER TABLE a ADD FOREIGN KEY (b) REFERENCES b;
     ALTER TABLE b ADD CONSTRAINT b_c FOREIGN KEY (c) REFERENCES c DEFERRABLE INITIALLY DEFERRED;`,
    `CREATE TYPE mood AS ENUM ('calm', 'wild');
     CREATE TABLE piece (no smallserial PRIMARY KEY, mood mood NOT NULL DEFAULT 'calm');`,
    `CREATE TABLE ticket (code char(6) PRIMARY KEY CHECK (code ~ '^[A-Z]{2}[0-9]{4}$'), price numeric(6,2) NOT NULL CHECK (price BETWEEN 0 AND 9999.99));
     INSERT INTO ticket VALUES ('AB0042', 12.5);`,
    `CREATE DOMAIN grade AS integer CHECK (VALUE BETWEEN 1 AND 6);
     CREATE TABLE audition (player integer, held_on date, grade grade, PRIMARY KEY (player, held_on));`,
    `CREATE TABLE "Order" ("No" integer PRIMARY KEY, "Group" text NOT NULL);
     INSERT INTO "Order" ("No", "Group") VALUES (1, 'strings');`,
    `CREATE TABLE rehearsal (id bigint PRIMARY KEY, begins timestamptz NOT NULL, ends timestamptz, CHECK (ends IS NULL OR ends > begins));`,
    `BEGIN; CREATE TABLE x (a integer PRIMARY KEY); INSERT INTO x SELECT generate_series(1, 3); COMMIT;`,
    `CREATE TABLE programme (no integer PRIMARY KEY, facts jsonb, span daterange, wild boolean NOT NULL, begins date, ends date,
       CHECK (facts->>'kind' = 'open'), CHECK (span @> DATE '2024-05-01' OR wild), CHECK ((begins IS NULL) = (ends IS NULL)),
       CHECK (num_nonnulls(begins, ends) <> 1 AND NOT wild), CHECK (array_length(string_to_array(facts->>'parts', ','), 1) < 9));`,
    `CREATE TABLE spot (no integer PRIMARY KEY, kind varchar(9) NOT NULL, lamp varchar(9), CHECK (CASE WHEN kind = 'lit' THEN lamp IS NOT NULL ELSE lamp IS NULL END),
       CHECK (kind SIMILAR TO '[a-z]+'), CHECK (position('@' in kind) = 0), CHECK (kind = lower(kind) AND no % 2 IN (0, 1)));`,
  ],
  mysql: [
    `CREATE TABLE hall (no INT AUTO_INCREMENT PRIMARY KEY, name VARCHAR(40) NOT NULL UNIQUE) ENGINE=InnoDB;`,
    `CREATE TABLE player (id INT UNSIGNED NOT NULL AUTO_INCREMENT, name VARCHAR(60) NOT NULL, PRIMARY KEY (id), KEY by_name (name)) DEFAULT CHARSET=utf8mb4;`,
    `CREATE TABLE concert (no INT PRIMARY KEY, kind ENUM('open', 'closed') NOT NULL DEFAULT 'open', held_on DATE DEFAULT (CURRENT_DATE));`,
    `CREATE TABLE a (x INT PRIMARY KEY); CREATE TABLE b (x INT, FOREIGN KEY (x) REFERENCES a (x) ON DELETE SET NULL ON UPDATE CASCADE);`,
    "CREATE TABLE `order` (`key` INT PRIMARY KEY, `group` VARCHAR(10) COMMENT 'which part');",
    `CREATE TABLE piece (title VARCHAR(80) NOT NULL, part TINYINT NOT NULL, PRIMARY KEY (title, part));
     INSERT INTO piece VALUES ('Dawn', 1), ('Dawn', 2);`,
    `CREATE TABLE log (id BIGINT AUTO_INCREMENT, at TIMESTAMP DEFAULT CURRENT_TIMESTAMP ON UPDATE CURRENT_TIMESTAMP, PRIMARY KEY (id));`,
    `CREATE TABLE price (no INT PRIMARY KEY, amount DECIMAL(8,2) NOT NULL, CHECK (amount >= 0));
     INSERT INTO price (no, amount) VALUES (1, 9.99) ON DUPLICATE KEY UPDATE amount = 9.99;`,
    `CREATE TABLE IF NOT EXISTS x (a INT PRIMARY KEY, b TEXT, FULLTEXT INDEX (b));`,
    `# notes of a rehearsal
     CREATE TABLE note (no INT PRIMARY KEY, body TEXT NOT NULL);`,
  ],
  sqlserver: [
    `CREATE TABLE hall (no INT IDENTITY(1,1) PRIMARY KEY, name NVARCHAR(40) NOT NULL);
     INSERT INTO hall (name) VALUES (N'Great hall');`,
    `CREATE TABLE [order] ([key] INT NOT NULL CONSTRAINT pk_order PRIMARY KEY, [group] VARCHAR(10));
GO
CREATE TABLE line (no INT PRIMARY KEY, of_order INT NOT NULL REFERENCES [order] ([key]) ON DELETE CASCADE);`,
    `CREATE TABLE concert (no INT PRIMARY KEY, held_on DATE NOT NULL CONSTRAINT df_held DEFAULT GETDATE(), price MONEY NULL);`,
    `CREATE TABLE hall (no INT IDENTITY PRIMARY KEY, name VARCHAR(40));
     SET IDENTITY_INSERT hall ON;
     INSERT INTO hall (no, name) VALUES (7, 'Small hall');
     SET IDENTITY_INSERT hall OFF;`,
    `CREATE TABLE piece (title VARCHAR(60) NOT NULL, part TINYINT NOT NULL, CONSTRAINT pk_piece PRIMARY KEY CLUSTERED (title, part));`,
    `CREATE TABLE a (x UNIQUEIDENTIFIER PRIMARY KEY DEFAULT NEWID(), y BIT NOT NULL DEFAULT 0, z DATETIME2 NOT NULL DEFAULT SYSDATETIME());`,
    `CREATE TABLE player (no INT PRIMARY KEY, boss INT NULL REFERENCES player (no));
     INSERT INTO player VALUES (1, NULL), (2, 1);`,
    `CREATE TABLE t (a INT PRIMARY KEY, b VARCHAR(MAX), c AS a * 2);`,
    `CREATE TABLE s (a INT PRIMARY KEY); ALTER TABLE s ADD b INT NULL, c VARCHAR(5) NOT NULL DEFAULT 'x';`,
  ],
  oracle: [
    `CREATE TABLE hall (no NUMBER(4) PRIMARY KEY, name VARCHAR2(40) NOT NULL, remark VARCHAR2(200));`,
    `CREATE TABLE player (id NUMBER GENERATED ALWAYS AS IDENTITY START WITH 1 INCREMENT BY 1 PRIMARY KEY, name VARCHAR2(60 CHAR) NOT NULL);`,
    `CREATE TABLE concert (no NUMBER(6) PRIMARY KEY, held_on DATE DEFAULT SYSDATE NOT NULL, after NUMBER(6) CONSTRAINT fk_after REFERENCES concert ON DELETE SET NULL);`,
    `CREATE TABLE a (x NUMBER PRIMARY KEY);
     INSERT INTO a (x) VALUES (1);
     INSERT INTO a VALUES (2);
     COMMIT;`,
    `CREATE TABLE piece (title VARCHAR2(60), part NUMBER(2), minutes NUMBER(4,1) CHECK (minutes > 0), CONSTRAINT pk_piece PRIMARY KEY (title, part));`,
    `CREATE TABLE d (x NUMBER PRIMARY KEY, since DATE);
     INSERT INTO d VALUES (1, DATE '2024-05-01');
     INSERT INTO d VALUES (2, TO_DATE('2024-05-02', 'YYYY-MM-DD'));`,
    `CREATE TABLE c (x CHAR(3) PRIMARY KEY, y CLOB);
     COMMENT ON TABLE c IS 'what is kept of it';`,
    `CREATE SEQUENCE seq_no START WITH 10;
     CREATE TABLE n (no NUMBER DEFAULT seq_no.NEXTVAL PRIMARY KEY);`,
    `CREATE TABLE s (a NUMBER(3) PRIMARY KEY, b NUMBER(3));
     ALTER TABLE s ADD CONSTRAINT fk_b FOREIGN KEY (b) REFERENCES s (a);`,
  ],
  sqlite: [
    `CREATE TABLE hall (no INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL);
     INSERT INTO hall (name) VALUES ('Great hall');`,
    `PRAGMA foreign_keys = ON;
     CREATE TABLE a (x INTEGER PRIMARY KEY); CREATE TABLE b (x INTEGER REFERENCES a (x));`,
    `CREATE TABLE piece (title TEXT, part INTEGER, PRIMARY KEY (title, part)) WITHOUT ROWID;`,
    `CREATE TABLE t (a TEXT PRIMARY KEY, b REAL CHECK (b >= 0), c BLOB) STRICT;`,
    `CREATE TABLE later (x INTEGER REFERENCES sooner (y)); CREATE TABLE sooner (y INTEGER PRIMARY KEY);`,
    `CREATE TABLE IF NOT EXISTS n (id INTEGER PRIMARY KEY, at TEXT DEFAULT CURRENT_TIMESTAMP);
     INSERT OR IGNORE INTO n (id) VALUES (1);`,
    `CREATE TABLE u (a INTEGER, b INTEGER, UNIQUE (a, b) ON CONFLICT REPLACE);`,
    `CREATE TABLE p (id INTEGER PRIMARY KEY, boss INTEGER REFERENCES p);
     INSERT INTO p VALUES (1, NULL), (2, 1);`,
    `CREATE TABLE "group" ("order" INTEGER PRIMARY KEY);`,
  ],
  iso: [
    `CREATE TABLE hall (nr INTEGER PRIMARY KEY, name VARCHAR(40) NOT NULL);`,
    `CREATE TABLE player (nr INTEGER GENERATED BY DEFAULT AS IDENTITY, name CHARACTER VARYING(60) NOT NULL, PRIMARY KEY (nr));`,
    `CREATE TABLE a (x INTEGER NOT NULL, PRIMARY KEY (x)); CREATE TABLE b (y INTEGER, x INTEGER NOT NULL, PRIMARY KEY (y), FOREIGN KEY (x) REFERENCES a (x) ON DELETE CASCADE ON UPDATE RESTRICT);`,
    `CREATE TABLE piece (title VARCHAR(60), part SMALLINT, minutes DECIMAL(4,1) DEFAULT 0.0, PRIMARY KEY (title, part), CHECK (minutes >= 0));`,
    `CREATE TABLE d (x DATE PRIMARY KEY, y TIMESTAMP, z BOOLEAN DEFAULT FALSE);
     INSERT INTO d VALUES (DATE '2024-05-01', TIMESTAMP '2024-05-01 10:00:00', TRUE);`,
    `CREATE DOMAIN code AS CHAR(3) CHECK (VALUE > '000');
     CREATE TABLE t (c code PRIMARY KEY);`,
    `CREATE TABLE e (a INTEGER PRIMARY KEY, b INTEGER UNIQUE, c INTEGER CHECK (c IN (1, 2, 3)), d NATIONAL CHARACTER VARYING(10));`,
    `CREATE TABLE f (a INTEGER PRIMARY KEY);
     CREATE TABLE g (b INTEGER PRIMARY KEY REFERENCES f MATCH FULL);`,
    `CREATE TABLE m (a INTEGER PRIMARY KEY, price NUMERIC(8,2) CONSTRAINT price_is_right CHECK (price BETWEEN 0 AND 100));`,
    `CREATE TABLE s (a INTEGER PRIMARY KEY); ALTER TABLE s ADD COLUMN b VARCHAR(5);`,
    `CREATE TABLE self (nr INTEGER PRIMARY KEY, above INTEGER, CONSTRAINT up FOREIGN KEY (above) REFERENCES self (nr));`,
  ],
}
