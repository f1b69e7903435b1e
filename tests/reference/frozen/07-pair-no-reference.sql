-- exercise: who-collected-what
-- wrong
-- why: no reference to the collectors, and a number would lose the zeros
-- expect: r8 broken
CREATE TABLE participation (
  trip_no integer NOT NULL REFERENCES trip,
  collector_code integer NOT NULL,
  role varchar(30) NOT NULL,
  PRIMARY KEY (trip_no, collector_code)
);
