import { right, wrong, type World } from './world'

/** A second set, written when the first stood at full marks: 472 of 475 verdicts at first, all of them since. */
export const PARADE: World = {
  name: 'a parade',
  model: `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
  rules: [
    { kind: 'identifies', entity: 'band', by: ['name'] },
    { kind: 'mayLack', entity: 'band', path: 'founded' },
    { kind: 'mustHave', entity: 'person', path: 'full_name' },
    { kind: 'identifies', entity: 'person', by: ['email'] },
    { kind: 'mayLack', entity: 'person', path: 'email' },
    { kind: 'pairOnce', entity: 'membership', by: ['person', 'band'] },
    { kind: 'manyAllowed', entity: 'membership', role: 'person' },
    { kind: 'manyAllowed', entity: 'membership', role: 'band' },
    { kind: 'mustHave', entity: 'membership', path: 'instrument' },
    { kind: 'mustHave', entity: 'float', path: 'driver' },
    { kind: 'mayLack', entity: 'float', path: 'guard' },
    { kind: 'refersTo', entity: 'float', role: 'guard' },
    { kind: 'manyAllowed', entity: 'float', role: 'driver' },
    { kind: 'pairOnce', entity: 'float', by: ['band'] },
    { kind: 'mayLack', entity: 'float', path: 'band' },
    { kind: 'identifies', entity: 'stop', by: ['float', 'stop_no'] },
    { kind: 'refersTo', entity: 'stop', role: 'float' },
    { kind: 'admitsValue', entity: 'stop', attribute: 'minutes', values: ['1', '30'] },
    { kind: 'refusesValue', entity: 'stop', attribute: 'minutes', values: ['0', '31'] },
  ],
  answers: [
    right(
      'first and last name; helper columns',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, first_name varchar(30) NOT NULL, last_name varchar(30) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
    ),
    right(
      'helpers in a table between with a role word',
      `CREATE TABLE band (band_id serial PRIMARY KEY, name varchar(40) NOT NULL UNIQUE, town varchar(40) NOT NULL, founded integer);
CREATE TABLE people (id serial PRIMARY KEY, full_name text NOT NULL, email text UNIQUE);
CREATE TABLE band_member (band_id integer NOT NULL REFERENCES band, person_id integer NOT NULL REFERENCES people, plays text NOT NULL, PRIMARY KEY (band_id, person_id));
CREATE TABLE floats (id serial PRIMARY KEY, theme text NOT NULL, driver_id integer NOT NULL REFERENCES people, guard_id integer REFERENCES people, band_id integer UNIQUE REFERENCES band);
CREATE TABLE stops (float_id integer NOT NULL REFERENCES floats, nr integer NOT NULL, street text NOT NULL, minutes integer NOT NULL CHECK (minutes >= 1 AND minutes <= 30), PRIMARY KEY (float_id, nr));`,
    ),
    right(
      'band carries its float',
      `
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person);
CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer, float_no integer UNIQUE REFERENCES float);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));

CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
    ),
    wrong(
      'driver and guard swapped required',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer REFERENCES person, guard integer NOT NULL REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '10': 'broken', '11': 'too strict' },
    ),
    wrong(
      'guard not a reference',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '12': 'broken' },
    ),
    wrong(
      'driver once only',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL UNIQUE REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '13': 'too strict' },
    ),
    wrong(
      'stop number alone',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (stop_no));`,
      { '16': 'too strict' },
    ),
    wrong(
      'minutes 0 to 30',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 0 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '19': 'broken' },
    ),
    wrong(
      'membership instrument in key',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30), PRIMARY KEY (person_no, band, instrument));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '6': 'broken' },
    ),
    wrong(
      'email not null',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) NOT NULL UNIQUE);
CREATE TABLE membership (person_no integer REFERENCES person, band varchar(40) REFERENCES band, instrument varchar(30) NOT NULL, PRIMARY KEY (person_no, band));
CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '5': 'too strict' },
    ),
    wrong(
      'bands of a person as columns',
      `CREATE TABLE band (name varchar(40) PRIMARY KEY, town varchar(40) NOT NULL, founded integer);
CREATE TABLE person (person_no integer PRIMARY KEY, full_name varchar(60) NOT NULL, email varchar(80) UNIQUE, band1 varchar(40) REFERENCES band, band2 varchar(40) REFERENCES band);

CREATE TABLE float (float_no integer PRIMARY KEY, theme varchar(60) NOT NULL, driver integer NOT NULL REFERENCES person, guard integer REFERENCES person, band varchar(40) UNIQUE REFERENCES band);
CREATE TABLE stop (float_no integer REFERENCES float, stop_no integer, street varchar(60) NOT NULL, minutes integer NOT NULL CHECK (minutes BETWEEN 1 AND 30), PRIMARY KEY (float_no, stop_no));`,
      { '7': 'too strict', '9': 'not shown' },
    ),
    right(
      'sql server',
      `CREATE TABLE dbo.Band (Name NVARCHAR(40) NOT NULL PRIMARY KEY, Town NVARCHAR(40) NOT NULL, Founded INT NULL);
CREATE TABLE dbo.Person (PersonNo INT NOT NULL PRIMARY KEY, FullName NVARCHAR(60) NOT NULL, Email NVARCHAR(80) NULL);
CREATE UNIQUE INDEX UX_Email ON dbo.Person (Email) WHERE Email IS NOT NULL;
CREATE TABLE dbo.Membership (PersonNo INT NOT NULL REFERENCES dbo.Person, Band NVARCHAR(40) NOT NULL REFERENCES dbo.Band, Instrument NVARCHAR(30) NOT NULL, CONSTRAINT PK_M PRIMARY KEY (PersonNo, Band));
CREATE TABLE dbo.Float_ (FloatNo INT IDENTITY(1,1) NOT NULL PRIMARY KEY, Theme NVARCHAR(60) NOT NULL, Driver INT NOT NULL REFERENCES dbo.Person, Guard INT NULL REFERENCES dbo.Person, Band NVARCHAR(40) NULL REFERENCES dbo.Band);
CREATE UNIQUE INDEX UX_Band ON dbo.Float_ (Band) WHERE Band IS NOT NULL;
CREATE TABLE dbo.Stop (FloatNo INT NOT NULL REFERENCES dbo.Float_, StopNo INT NOT NULL, Street NVARCHAR(60) NOT NULL, Minutes INT NOT NULL CHECK (Minutes BETWEEN 1 AND 30), PRIMARY KEY (FloatNo, StopNo));`,
      'sqlserver',
    ),
  ],
}
