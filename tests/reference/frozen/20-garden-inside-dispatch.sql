-- exercise: exchange-with-partner-gardens
-- wrong
-- why: the garden's facts are repeated in each dispatch: its code does not fix them, a garden without a dispatch cannot be written down, and the only way to remove it removes its dispatches
-- expect: r1 broken
-- expect: r3 broken
-- expect: r10 too strict
-- expect: r30 broken
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
  left_on date NOT NULL,
  garden_code char(4) NOT NULL,
  garden_name varchar(80) NOT NULL,
  garden_address varchar(200) NOT NULL,
  garden_closed_on date
);
CREATE TABLE dispatch_line (
  dispatch_no integer REFERENCES dispatch,
  accession_no char(9) REFERENCES accession,
  seeds_sent integer NOT NULL,
  price numeric(6,2) NOT NULL,
  PRIMARY KEY (dispatch_no, accession_no)
);
