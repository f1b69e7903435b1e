-- exercise: exchange-with-partner-gardens
-- wrong
-- why: the key of accession holds the trip too: the number alone no longer identifies, and a trip is demanded
-- expect: r12 broken
-- expect: r14 broken
-- expect: r16 broken
-- expect: r18 too strict
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
  accession_no char(9),
  trip_no integer REFERENCES trip,
  taxon_name varchar(80) NOT NULL,
  PRIMARY KEY (accession_no, trip_no)
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_code char(4) NOT NULL REFERENCES partner_garden,
  left_on date NOT NULL
);
CREATE TABLE dispatch_line (
  dispatch_no integer NOT NULL REFERENCES dispatch,
  accession_no char(9) NOT NULL,
  trip_no integer NOT NULL,
  seeds_sent integer NOT NULL,
  price numeric(6,2) NOT NULL,
  PRIMARY KEY (dispatch_no, accession_no),
  FOREIGN KEY (accession_no, trip_no) REFERENCES accession (accession_no, trip_no)
);
