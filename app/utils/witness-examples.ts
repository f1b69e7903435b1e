import { DEFAULT_RUBRIC, prepareExercise, type PreparedExercise } from '@nomenklatura/core/exercise'
import type { Rule } from '@nomenklatura/core/rules'

/** Notebooks and who keeps them: a rule, and a script that is judged by it. */
export interface WitnessExample {
  readonly title: string
  readonly sentence: string
  readonly rule: Rule
  readonly script: string
  /** What is to be seen in it. */
  readonly about: string
}

const MODEL = `CREATE TABLE collector (
  code char(3)     PRIMARY KEY,
  name varchar(60) NOT NULL
);
CREATE TABLE notebook (
  notebook_no integer PRIMARY KEY,
  keeper      char(3) NOT NULL REFERENCES collector,
  begun_on    date    NOT NULL
);`

const WITH_NUMBER = `CREATE TABLE collector (
  collector_id integer     PRIMARY KEY,
  code         char(3)     NOT NULL,
  name         varchar(60) NOT NULL
);
CREATE TABLE notebook (
  notebook_no integer PRIMARY KEY,
  keeper      integer NOT NULL REFERENCES collector,
  begun_on    date    NOT NULL
);`

const IDENTIFIED: Rule = { kind: 'identifies', entity: 'collector', by: ['code'] }

export const WITNESS_EXAMPLES: readonly WitnessExample[] = [
  {
    title: 'Broken: accepted, and should be refused',
    sentence: 'A collector is identified by the code.',
    rule: IDENTIFIED,
    script: WITH_NUMBER,
    about:
      'The number identifies a row, and nothing holds back a second collector with the same code. Two rows show it: both are taken.',
  },
  {
    title: 'Upheld: refused, as it should be',
    sentence: 'A collector is identified by the code.',
    rule: IDENTIFIED,
    script: WITH_NUMBER.replace(
      'code         char(3)     NOT NULL,',
      'code         char(3)     NOT NULL UNIQUE,',
    ),
    about: 'The same two rows, and one word more in the script: the second is refused, and by what.',
  },
  {
    title: 'Too strict: refused, and should be accepted',
    sentence: 'One collector may keep many notebooks.',
    rule: { kind: 'manyAllowed', entity: 'notebook', role: 'keeper' },
    script: MODEL.replace('REFERENCES collector', 'UNIQUE REFERENCES collector'),
    about: 'A rule may be broken by too much as well: what the brief allows is not let in.',
  },
  {
    title: 'Broken: what becomes of the rows that refer to it',
    sentence: 'A collector who keeps notebooks is not deleted.',
    rule: { kind: 'onDelete', entity: 'notebook', role: 'keeper', outcome: 'refused' },
    script: MODEL.replace('REFERENCES collector', 'REFERENCES collector ON DELETE CASCADE'),
    about: 'The marked row is not entered but struck out: its notebook goes with it, without a word.',
  },
  {
    title: 'Broken: accepted, and not what was entered',
    sentence: 'Codes like 007 are kept as they are written.',
    rule: { kind: 'stores', entity: 'collector', attribute: 'code', values: ['007'] },
    script: MODEL.replaceAll('char(3)', 'integer'),
    about: 'The row is taken; what stands there afterwards is read back and compared.',
  },
]

/** The exercise that an example is judged in: its one rule. */
export function exerciseOfExample({ rule, sentence }: WitnessExample): PreparedExercise {
  return prepareExercise({
    starter: null,
    dialect: 'postgresql',
    dialects: [],
    models: [{ name: 'The model', script: MODEL }],
    glossary: [],
    samples: {
      'collector.code': ['007', '042'],
      'collector.name': ['Ebba Lorne', 'Tomasz Wilk'],
      'notebook.notebook_no': ['17', '18'],
      'notebook.begun_on': ['2025-05-04', '2025-06-11'],
    },
    rules: [{ id: 'r1', sentence, points: 1, group: '', rule }],
    rubric: DEFAULT_RUBRIC,
  })
}
