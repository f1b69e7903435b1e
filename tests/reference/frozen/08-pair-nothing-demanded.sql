-- exercise: who-collected-what
-- wrong
-- why: no key, nothing required
-- expect: r1 broken
-- expect: r4 broken
-- expect: r7 broken
-- expect: r10 broken
CREATE TABLE participation (
  trip_no integer REFERENCES trip,
  collector_code char(3) REFERENCES collector,
  role varchar(30)
);
