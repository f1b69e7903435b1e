-- exercise: exchange-with-partner-gardens
-- wrong
-- why: SKV-00417 is no integer, 9999.99 does not fit numeric(5,2)
-- expect: r13 too strict
-- expect: r28 too strict
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
  accession_no integer PRIMARY KEY,
  taxon_name varchar(80) NOT NULL,
  trip_no integer REFERENCES trip
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_code char(4) NOT NULL REFERENCES partner_garden,
  left_on date NOT NULL
);
CREATE TABLE dispatch_line (
  dispatch_no integer REFERENCES dispatch,
  accession_no integer REFERENCES accession,
  seeds_sent integer NOT NULL,
  price numeric(5,2) NOT NULL,
  PRIMARY KEY (dispatch_no, accession_no)
);
