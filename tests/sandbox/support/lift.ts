import type { World } from '../../reference/four-worlds'

/** Stations and rides: an invented lift where one table refers to another twice, each time as something else. */
const MODEL = `
CREATE TABLE station (
  code   char(3) PRIMARY KEY,
  height integer NOT NULL
);
CREATE TABLE ride (
  ride_no integer PRIMARY KEY,
  start   char(3) NOT NULL REFERENCES station,
  goal    char(3) REFERENCES station ON DELETE SET NULL
);`

export const LIFT: World = {
  name: 'a lift',
  model: MODEL,
  rules: [
    { kind: 'identifies', entity: 'station', by: ['code'] },
    { kind: 'identifies', entity: 'ride', by: ['ride_no'] },
    { kind: 'mustHave', entity: 'ride', path: 'start' },
    { kind: 'mayLack', entity: 'ride', path: 'goal' },
    { kind: 'refersTo', entity: 'ride', role: 'start' },
    { kind: 'refersTo', entity: 'ride', role: 'goal' },
    { kind: 'manyAllowed', entity: 'ride', role: 'start' },
    { kind: 'manyAllowed', entity: 'ride', role: 'goal' },
    { kind: 'onDelete', entity: 'ride', role: 'start', outcome: 'refused' },
    { kind: 'onDelete', entity: 'ride', role: 'goal', outcome: 'unlinked' },
  ],
  answers: [],
}

/** As it is meant; a goal is demanded; a station has one ride that starts there. */
export const LIFT_ANSWERS: readonly string[] = [
  MODEL,
  MODEL.replace('goal    char(3) REFERENCES', 'goal    char(3) NOT NULL REFERENCES'),
  MODEL.replace('char(3) NOT NULL REFERENCES station', 'char(3) NOT NULL UNIQUE REFERENCES station'),
]
