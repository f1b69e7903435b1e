-- exercise: exchange-with-partner-gardens
-- right
-- why: lines are numbered within the dispatch and the pair is UNIQUE besides; taxa have a table of their own
CREATE TABLE taxon (
  taxon_name varchar(80) PRIMARY KEY
);
CREATE TABLE trip (
  trip_no integer PRIMARY KEY,
  set_out_on date NOT NULL
);
CREATE TABLE accession (
  accession_no varchar(12) PRIMARY KEY,
  taxon_name varchar(80) NOT NULL REFERENCES taxon,
  trip_no integer REFERENCES trip ON DELETE RESTRICT
);
CREATE TABLE partner_garden (
  code char(4) PRIMARY KEY,
  name varchar(80) NOT NULL,
  address varchar(200) NOT NULL,
  closed_on date
);
CREATE TABLE dispatch (
  dispatch_no integer PRIMARY KEY,
  garden_code char(4) NOT NULL REFERENCES partner_garden ON DELETE RESTRICT,
  left_on date NOT NULL DEFAULT CURRENT_DATE
);
CREATE TABLE dispatch_line (
  dispatch_no integer NOT NULL REFERENCES dispatch ON DELETE RESTRICT,
  line_no smallint NOT NULL,
  accession_no varchar(12) NOT NULL REFERENCES accession,
  seeds_sent integer NOT NULL CHECK (seeds_sent > 0),
  price numeric(6,2) NOT NULL CHECK (price >= 0),
  PRIMARY KEY (dispatch_no, line_no),
  UNIQUE (dispatch_no, accession_no)
);
