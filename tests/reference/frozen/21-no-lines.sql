-- exercise: exchange-with-partner-gardens
-- wrong
-- why: the lines are missing altogether
-- expect: r20 not shown
-- expect: r21 not shown
-- expect: r22 not shown
-- expect: r23 not shown
-- expect: r24 not shown
-- expect: r25 not shown
-- expect: r26 not shown
-- expect: r27 not shown
-- expect: r28 not shown
-- expect: r29 not shown
-- expect: r31 not shown
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
