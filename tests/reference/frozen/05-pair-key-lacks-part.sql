-- exercise: who-collected-what
-- wrong
-- why: the key is the trip alone, so a second collector is refused
-- expect: r2 too strict
CREATE TABLE collected_by (
  trip_no integer NOT NULL,
  collector char(3) NOT NULL,
  role varchar(30) NOT NULL,
  CONSTRAINT pk PRIMARY KEY (trip_no),
  CONSTRAINT fk1 FOREIGN KEY (trip_no) REFERENCES trip (trip_no),
  CONSTRAINT fk2 FOREIGN KEY (collector) REFERENCES collector (code)
);
