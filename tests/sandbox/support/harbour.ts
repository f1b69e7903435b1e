import type { World } from '../../reference/four-worlds'

/**
 * Ferries, berths and crossings: an invented harbour with a rule of every kind that rows decide, and the links that
 * answers lay out in different ways.
 */
const MODEL = `
CREATE TABLE ferry (
  name   varchar(30) PRIMARY KEY,
  length integer NOT NULL CHECK (length BETWEEN 10 AND 200),
  built  date NOT NULL
);
CREATE TABLE berth (
  berth_no integer PRIMARY KEY,
  quay     varchar(20) NOT NULL
);
CREATE TABLE sailor (
  badge     char(5) PRIMARY KEY,
  full_name varchar(60) NOT NULL,
  email     varchar(80) UNIQUE,
  mentor    char(5) REFERENCES sailor ON DELETE SET NULL ON UPDATE CASCADE
);
CREATE TABLE crossing (
  ferry    varchar(30) REFERENCES ferry ON UPDATE CASCADE,
  sails_at timestamp,
  berth_no integer REFERENCES berth,
  fare     decimal(6,2) NOT NULL CHECK (fare >= 0),
  state    varchar(10) NOT NULL CHECK (state IN ('planned', 'sailed', 'dropped')),
  PRIMARY KEY (ferry, sails_at)
);
CREATE TABLE watch (
  ferry    varchar(30),
  sails_at timestamp,
  badge    char(5) REFERENCES sailor,
  duty     varchar(20) NOT NULL,
  PRIMARY KEY (ferry, sails_at, badge),
  FOREIGN KEY (ferry, sails_at) REFERENCES crossing ON DELETE CASCADE ON UPDATE CASCADE
);
CREATE TABLE fuelling (
  fuelling_no integer PRIMARY KEY,
  ferry       varchar(30) NOT NULL REFERENCES ferry,
  berth_no    integer NOT NULL REFERENCES berth,
  litres      decimal(8,1) NOT NULL
);`

export const HARBOUR: World = {
  name: 'a harbour',
  model: MODEL,
  rules: [
    { kind: 'identifies', entity: 'ferry', by: ['name'] },
    { kind: 'identifies', entity: 'berth', by: ['berth_no'] },
    { kind: 'identifies', entity: 'sailor', by: ['badge'] },
    { kind: 'identifies', entity: 'sailor', by: ['email'] },
    { kind: 'identifies', entity: 'crossing', by: ['ferry', 'sails_at'] },
    { kind: 'identifies', entity: 'fuelling', by: ['fuelling_no'] },
    { kind: 'pairOnce', entity: 'watch', by: ['crossing', 'badge'] },
    { kind: 'pairMayRepeat', entity: 'fuelling', by: ['ferry', 'berth'] },
    { kind: 'determines', entity: 'ferry', from: ['name'], to: ['length'] },
    { kind: 'determines', entity: 'crossing', from: ['ferry', 'sails_at'], to: ['fare'] },
    { kind: 'determines', entity: 'fuelling', from: ['fuelling_no'], to: ['litres'] },
    { kind: 'determines', entity: 'sailor', from: ['badge'], to: ['full_name'] },
    { kind: 'atMostOne', entity: 'crossing', role: 'berth' },
    { kind: 'atMostOne', entity: 'fuelling', role: 'ferry' },
    { kind: 'atMostOne', entity: 'sailor', role: 'mentor' },
    { kind: 'manyAllowed', entity: 'crossing', role: 'ferry' },
    { kind: 'manyAllowed', entity: 'crossing', role: 'berth' },
    { kind: 'manyAllowed', entity: 'watch', role: 'crossing' },
    { kind: 'manyAllowed', entity: 'watch', role: 'badge' },
    { kind: 'manyAllowed', entity: 'sailor', role: 'mentor' },
    { kind: 'mustHave', entity: 'fuelling', path: 'ferry' },
    { kind: 'mustHave', entity: 'crossing', path: 'fare' },
    { kind: 'mustHave', entity: 'ferry', path: 'built' },
    { kind: 'mustHave', entity: 'watch', path: 'duty' },
    { kind: 'mustHave', entity: 'sailor', path: 'full_name' },
    { kind: 'mayLack', entity: 'crossing', path: 'berth' },
    { kind: 'mayLack', entity: 'sailor', path: 'email' },
    { kind: 'mayLack', entity: 'sailor', path: 'mentor' },
    { kind: 'mayHaveNone', entity: 'crossing', role: 'berth' },
    { kind: 'mayHaveNone', entity: 'fuelling', role: 'ferry' },
    { kind: 'mayHaveNone', entity: 'sailor', role: 'mentor' },
    { kind: 'refersTo', entity: 'crossing', role: 'ferry' },
    { kind: 'refersTo', entity: 'crossing', role: 'berth' },
    { kind: 'refersTo', entity: 'watch', role: 'crossing' },
    { kind: 'refersTo', entity: 'watch', role: 'badge' },
    { kind: 'refersTo', entity: 'sailor', role: 'mentor' },
    { kind: 'stores', entity: 'sailor', attribute: 'badge', values: ['00417', 'S0042'] },
    { kind: 'stores', entity: 'crossing', attribute: 'fare', values: ['12.50', '9999.99'] },
    { kind: 'stores', entity: 'fuelling', attribute: 'litres', values: ['1250.5'] },
    { kind: 'stores', entity: 'berth', attribute: 'quay', values: ['North Quay'] },
    { kind: 'refusesValue', entity: 'ferry', attribute: 'length', values: ['9', '201'] },
    { kind: 'refusesValue', entity: 'crossing', attribute: 'fare', values: ['-0.01'] },
    { kind: 'refusesValue', entity: 'crossing', attribute: 'state', values: ['lost'] },
    { kind: 'admitsValue', entity: 'ferry', attribute: 'length', values: ['10', '200'] },
    { kind: 'admitsValue', entity: 'crossing', attribute: 'fare', values: ['0'] },
    { kind: 'admitsValue', entity: 'crossing', attribute: 'state', values: ['planned', 'sailed', 'dropped'] },
    { kind: 'onDelete', entity: 'watch', role: 'crossing', outcome: 'gone' },
    { kind: 'onDelete', entity: 'sailor', role: 'mentor', outcome: 'unlinked' },
    { kind: 'onDelete', entity: 'crossing', role: 'ferry', outcome: 'refused' },
    { kind: 'onUpdate', entity: 'crossing', role: 'ferry', outcome: 'follows' },
    { kind: 'onUpdate', entity: 'watch', role: 'crossing', outcome: 'follows' },
    { kind: 'onUpdate', entity: 'fuelling', role: 'berth', outcome: 'refused' },
    {
      kind: 'givenRows',
      entity: 'berth',
      rows: [
        { entity: 'berth', accept: true, values: { berth_no: '1', quay: 'North Quay' } },
        { entity: 'berth', accept: false, values: { berth_no: '1', quay: 'South Quay' } },
        { entity: 'berth', accept: false, values: { berth_no: '2', quay: null } },
        { entity: 'berth', accept: true, values: { berth_no: '2', quay: 'North Quay' } },
      ],
    },
  ],
  answers: [],
}
