-- exercise: who-collected-what
-- wrong
-- why: the surrogate makes rows unique, not the pair
-- expect: r1 broken
CREATE TABLE participation (
  participation_id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  trip_no integer NOT NULL REFERENCES trip,
  collector_code char(3) NOT NULL REFERENCES collector,
  role varchar(30) NOT NULL
);
