-- exercise: exchange-with-partner-gardens
-- right
-- why: the trip of an accession stands in a table of its own, whose key is the accession
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
  taxon_name varchar(80) NOT NULL
);
CREATE TABLE accession_origin (
  accession_no char(9) PRIMARY KEY REFERENCES accession,
  trip_no integer NOT NULL REFERENCES trip
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_code char(4) NOT NULL REFERENCES partner_garden,
  left_on date NOT NULL
);
CREATE TABLE dispatch_line (
  dispatch_no integer REFERENCES dispatch,
  accession_no char(9) REFERENCES accession,
  seeds_sent integer NOT NULL,
  price numeric(6,2) NOT NULL,
  PRIMARY KEY (dispatch_no, accession_no)
);
