-- exercise: who-collected-what
-- wrong
-- why: with the role in the key the same pair may stand twice
-- expect: r1 broken
CREATE TABLE team (
  trip_no integer REFERENCES trip,
  collector_code char(3) REFERENCES collector,
  role varchar(30),
  PRIMARY KEY (trip_no, collector_code, role)
);
