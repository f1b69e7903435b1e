import type { Diagram } from '../../packages/core/src/diagram'
import exercise from './exercises/keepers-and-bays.json'
import { draw } from './draw'

/**
 * Answers to "Keepers and bays": a diagram and a script of one hand, and mistakes in the one, the other or
 * both, with the verdicts they lead to.
 */
interface Mistake {
  readonly lines?: readonly (readonly [string, string])[]
  readonly script?: readonly (readonly [string, string])[]
  readonly expects: Readonly<Record<string, string>>
}

const MISTAKES = {
  'bay by its number alone': {
    lines: [['Bay is told apart by "bay no" within Hall', '']],
    script: [
      [
        'CONSTRAINT pk_bay PRIMARY KEY (hall, bay_no)',
        'CONSTRAINT pk_bay PRIMARY KEY (hall, bay_no), CONSTRAINT uq_bay_no UNIQUE (bay_no)',
      ],
    ],
    expects: { 'diagram r10': 'too strict', 'script r10': 'too strict' },
  },
  'home forgotten': {
    lines: [['keeper is at home in exactly one bay; bay is home of at most one keeper', '']],
    script: [
      ['  home_hall   char(1)     NOT NULL,\n  home_bay_no smallint    NOT NULL,\n', ''],
      [',\n  CONSTRAINT uq_keeper_home UNIQUE (home_hall, home_bay_no)', ''],
      [
        'ALTER TABLE keeper ADD CONSTRAINT fk_keeper_home FOREIGN KEY (home_hall, home_bay_no) REFERENCES bay DEFERRABLE;\n',
        '',
      ],
    ],
    expects: {
      'diagram r6': 'not shown',
      'diagram r7': 'not shown',
      'script r6': 'not shown',
      'script r7': 'not shown',
    },
  },
  'homes shared': {
    lines: [['bay is home of at most one keeper', 'bay is home of any number of keepers']],
    script: [[',\n  CONSTRAINT uq_keeper_home UNIQUE (home_hall, home_bay_no)', '']],
    expects: { 'diagram r7': 'broken', 'script r7': 'broken' },
  },
  'deputy demanded': {
    lines: [['at most one keeper as deputy', 'exactly one keeper as deputy']],
    script: [['deputy_code char(3)     CONSTRAINT', 'deputy_code char(3)     NOT NULL CONSTRAINT']],
    expects: { 'diagram r3': 'too strict', 'script r3': 'too strict', 'script r5': 'too strict' },
  },
  'bay may have no key': {
    lines: [['bay has one or more keys', 'bay has any number of keys']],
    expects: { 'diagram r24': 'broken' },
  },
  'key always held': {
    lines: [['key is held by at most one keeper', 'key is held by exactly one keeper']],
    script: [['holder_code char(3)  CONSTRAINT', 'holder_code char(3)  NOT NULL CONSTRAINT']],
    expects: { 'diagram r20': 'too strict', 'script r20': 'too strict', 'script r22': 'too strict' },
  },
  'one bay for each keeper': {
    lines: [['keeper looks after any number of bays', 'keeper looks after at most one bay']],
    expects: { 'diagram r15': 'too strict' },
  },
  'hall never empty': {
    lines: [['hall has any number of bays', 'hall has one or more bays']],
    expects: { 'diagram r12': 'too strict' },
  },
  'keys not removed with the bay': {
    script: [['REFERENCES bay ON DELETE CASCADE', 'REFERENCES bay']],
    expects: { 'script r25': 'too strict' },
  },
  'bays removed with the keeper': {
    script: [['REFERENCES keeper ON DELETE RESTRICT', 'REFERENCES keeper ON DELETE CASCADE']],
    expects: { 'script r16': 'broken' },
  },
  'no reference to the home': {
    script: [
      [
        'ALTER TABLE keeper ADD CONSTRAINT fk_keeper_home FOREIGN KEY (home_hall, home_bay_no) REFERENCES bay DEFERRABLE;\n',
        '',
      ],
    ],
    expects: { 'script r6': 'broken' },
  },
  'code as a number': {
    script: [
      ['code        char(3)     CONSTRAINT pk_keeper', 'code        smallint    CONSTRAINT pk_keeper'],
      ['deputy_code char(3)', 'deputy_code smallint'],
      ['keeper_code char(3)', 'keeper_code smallint'],
      ['holder_code char(3)', 'holder_code smallint'],
    ],
    expects: { 'script r9': 'broken' },
  },
  'whole degrees': { script: [['decimal(3,1)', 'smallint']], expects: { 'script r18': 'broken' } },
} as const satisfies Record<string, Mistake>
export type KeeperMistake = keyof typeof MISTAKES
export const KEEPER_MISTAKES: Readonly<Record<KeeperMistake, Mistake>> = MISTAKES

const LINES = [
  'Hall has letter',
  'Bay has bay no, temperature',
  'Bay is told apart by "bay no" within Hall',
  'bay lies in exactly one hall; hall has any number of bays',
  'Keeper has code, name',
  'bay is looked after by exactly one keeper; keeper looks after any number of bays',
  'keeper is at home in exactly one bay; bay is home of at most one keeper',
  'keeper as chief is stood in for by at most one keeper as deputy; keeper as deputy stands in for any number of keepers as chief',
  'Key has key no',
  'Key is told apart by "key no" within Bay',
  'key opens exactly one bay; bay has one or more keys',
  'key is held by at most one keeper; keeper holds any number of keys',
]

function replaced(text: string, [from, to]: readonly [string, string]): string {
  if (!text.includes(from)) throw new Error(`Nothing to change: ${from}`)
  return text.replace(from, to)
}

export function keeperAnswer(mistakes: readonly KeeperMistake[] = []): {
  readonly script: string
  readonly diagram: Diagram
} {
  const all = mistakes.map(mistake => KEEPER_MISTAKES[mistake])
  const lines = all
    .flatMap(({ lines: changes = [] }) => changes)
    .reduce((text, change) => replaced(text, change), LINES.join('\n'))
  const script = all
    .flatMap(({ script: changes = [] }) => changes)
    .reduce((text, change) => replaced(text, change), exercise.models[0]!.script)
  return { script, diagram: draw(lines.split('\n').filter(line => line !== '')) }
}
