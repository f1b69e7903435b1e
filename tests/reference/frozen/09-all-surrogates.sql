-- exercise: exchange-with-partner-gardens
-- right
-- why: a surrogate in every table, the natural key NOT NULL UNIQUE beside it
CREATE TABLE garden (
  garden_id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code char(4) NOT NULL UNIQUE,
  name text NOT NULL,
  address text NOT NULL,
  closed_on date
);
CREATE TABLE trip (
  trip_id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  trip_no int NOT NULL UNIQUE,
  set_out_on date NOT NULL
);
CREATE TABLE accession (
  accession_id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  accession_no char(9) NOT NULL UNIQUE,
  taxon_name text NOT NULL,
  trip_id int REFERENCES trip
);
CREATE TABLE dispatch (
  dispatch_id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  dispatch_no int NOT NULL UNIQUE,
  garden_id int NOT NULL REFERENCES garden,
  left_on date NOT NULL
);
CREATE TABLE dispatch_line (
  line_id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  dispatch_id int NOT NULL REFERENCES dispatch,
  accession_id int NOT NULL REFERENCES accession,
  seeds_sent int NOT NULL,
  price numeric(6,2) NOT NULL,
  UNIQUE (dispatch_id, accession_id)
);
