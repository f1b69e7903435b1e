-- exercise: exchange-with-partner-gardens
-- wrong
-- why: a whole number rounds 12.50 to 13; without FOREIGN KEY any code is accepted and a garden can be removed from under its dispatches
-- expect: r8 broken
-- expect: r28 broken
-- expect: r30 broken
CREATE TABLE partner_garden (
  code char(4) PRIMARY KEY,
  name varchar(80) NOT NULL,
  address varchar(200) NOT NULL,
  closed_on date
);
CREATE TABLE trip (
  trip_no integer PRIMARY KEY,
  set_out_on date NOT NULL
);
CREATE TABLE accession (
  accession_no char(9) PRIMARY KEY,
  taxon_name varchar(80) NOT NULL,
  trip_no integer REFERENCES trip
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_code char(4) NOT NULL,
  left_on date NOT NULL
);
CREATE TABLE dispatch_line (
  dispatch_no integer REFERENCES dispatch,
  accession_no char(9) REFERENCES accession,
  seeds_sent integer NOT NULL,
  price integer NOT NULL,
  PRIMARY KEY (dispatch_no, accession_no)
);
