-- exercise: exchange-with-partner-gardens
-- wrong
-- why: the line number alone is the key, and deleting a dispatch takes its lines along
-- expect: r20 broken
-- expect: r29 broken
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
  garden_code char(4) NOT NULL REFERENCES partner_garden,
  left_on date NOT NULL
);
CREATE TABLE dispatch_line (
  line_no integer PRIMARY KEY,
  dispatch_no integer NOT NULL REFERENCES dispatch ON DELETE CASCADE,
  accession_no char(9) NOT NULL REFERENCES accession,
  seeds_sent integer NOT NULL,
  price numeric(6,2) NOT NULL
);
