-- exercise: exchange-with-partner-gardens
-- wrong
-- why: commas, a bracket and a semicolon are missing and keywords misspelt, which must not hide what is meant; a garden may receive one dispatch only
-- expect: r9 too strict
-- expect: r32 broken
CREATE TABLE partner_garden (
  code char(4) PRIMARY KEY
  name varchar(80) NOT NULL,
  address varchar(200) NOT NULL,
  closed_on date,
);
CREATE TABEL trip (
  trip_no integer PRIMARY KEY,
  set_out_on date NOT NUL
)
CREATE TABLE accession (
  accession_no char(9) PRIMARY KEY,
  taxon_name varchar(80) NOT NULL
  trip_no integer REFERNCES trip
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_code char(4) NOT NULL UNIQUE REFERENCES partner_garden,
  left_on date NOT NULL;
CREATE TABLE dispatch_line (
  dispatch_no integer REFERENCES dispatch,
  accession_no char(9) REFERENCES accession,
  seeds_sent integer NOT NULL,
  price numeric(6,2) NOT NULL,
  PRIMARY KEY (dispatch_no, accession_no)
);
