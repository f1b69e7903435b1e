-- exercise: who-collected-what
-- right
-- why: a surrogate key beside UNIQUE over the pair
CREATE TABLE trip_collector (
  id serial PRIMARY KEY,
  trip_no int NOT NULL REFERENCES trip (trip_no),
  collector_code char(3) NOT NULL REFERENCES collector (code),
  role varchar(20) NOT NULL,
  UNIQUE (trip_no, collector_code)
);
