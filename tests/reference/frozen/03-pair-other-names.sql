-- exercise: who-collected-what
-- right
-- why: names that stand in no glossary, key written the other way round
CREATE TABLE expedition_staff (
  person char(3) NOT NULL,
  journey integer NOT NULL,
  job varchar(40) NOT NULL,
  PRIMARY KEY (person, journey),
  FOREIGN KEY (person) REFERENCES collector (code) ON UPDATE CASCADE,
  FOREIGN KEY (journey) REFERENCES trip (trip_no)
);
