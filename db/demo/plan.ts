import { NO_CLAIMS, type DependencyClaims } from '../../packages/core/src/claims'
import { EMPTY_DIAGRAM, addEntity, type Diagram } from '../../packages/core/src/diagram'
import { NEW_ENTRY, type Dictionary } from '../../packages/core/src/dictionary'
import {
  EXCHANGE_MISTAKES,
  FRENCH,
  PLURALS,
  SHIPMENT_WORDS,
  UNDECIDED,
  exchangeScript,
  type ExchangeMistake,
  type ExchangeStyle,
} from './answers-exchange'
import { DRAWER_MISTAKES, drawerDiagram, type DrawerHand, type DrawerMistake } from './answers-drawers'
import { KEEPER_MISTAKES, keeperAnswer, type KeeperMistake } from './answers-keepers'
import { LEDGER_MISTAKES, ledgerClaims, type LedgerMistake } from './answers-ledger'
import { TRIAL_MISTAKES, trialDictionary, type TrialHand, type TrialMistake } from './answers-trials'
import { CREW, PAIR_MISTAKES, STAFF, pairScript, type PairMistake, type PairStyle } from './answers-pair'

/**
 * What one student hands in: the script, how late, and the verdicts that the planned mistakes must lead to
 * (all others are upheld).
 */
export interface PlannedHandIn {
  readonly student: string
  readonly script: string
  readonly claims?: DependencyClaims
  readonly dictionary?: Dictionary
  readonly diagram?: Diagram
  /** By rule, and where an exercise asks for several sheets by sheet and rule. */
  readonly expects: Readonly<Record<string, string>> | 'unreadable'
  readonly lateHours?: number
  readonly note: string
}

function merge(expects: readonly Readonly<Record<string, string>>[]): Record<string, string> {
  return Object.assign({}, ...expects) as Record<string, string>
}

function pair(
  student: string,
  style: PairStyle,
  mistakes: readonly PairMistake[] = [],
  lateHours = 0,
): PlannedHandIn {
  return {
    student,
    script: pairScript(style, mistakes),
    expects: merge(mistakes.map(mistake => PAIR_MISTAKES[mistake])),
    lateHours,
    note: mistakes.join(', ') || 'right',
  }
}

function exchange(
  student: string,
  style: ExchangeStyle,
  mistakes: readonly ExchangeMistake[] = [],
): PlannedHandIn {
  return {
    student,
    script: exchangeScript(style, mistakes),
    expects: merge(mistakes.map(mistake => EXCHANGE_MISTAKES[mistake])),
    note: mistakes.join(', ') || 'right',
  }
}

function ledger(
  student: string,
  hand: Parameters<typeof ledgerClaims>[0],
  mistakes: readonly LedgerMistake[] = [],
  more: Partial<DependencyClaims> = {},
): PlannedHandIn {
  return {
    student,
    script: '',
    claims: { ...ledgerClaims(hand, mistakes), ...more },
    expects: merge(mistakes.map(mistake => LEDGER_MISTAKES[mistake].expects)),
    note: mistakes.join(', ') || 'right',
  }
}

function trials(
  student: string,
  hand: TrialHand,
  mistakes: readonly TrialMistake[] = [],
  lateHours = 0,
): PlannedHandIn {
  return {
    student,
    script: '',
    dictionary: trialDictionary(hand, mistakes),
    expects: merge(mistakes.map(mistake => TRIAL_MISTAKES[mistake].expects)),
    lateHours,
    note: mistakes.join(', ') || 'right',
  }
}

function drawers(
  student: string,
  hand: DrawerHand,
  mistakes: readonly DrawerMistake[] = [],
  lateHours = 0,
): PlannedHandIn {
  return {
    student,
    script: '',
    diagram: drawerDiagram(hand, mistakes),
    expects: merge(mistakes.map(mistake => DRAWER_MISTAKES[mistake])),
    lateHours,
    note: mistakes.join(', ') || 'right',
  }
}

function keepers(student: string, mistakes: readonly KeeperMistake[] = []): PlannedHandIn {
  return {
    student,
    ...keeperAnswer(mistakes),
    expects: merge(mistakes.map(mistake => KEEPER_MISTAKES[mistake].expects)),
    note: mistakes.join(', ') || 'right',
  }
}

const UNREADABLE =
  'I would make a table with the trips and then for every trip a list of collectors, separated by commas,\nbecause that is how the old ledger does it. The role could stand in brackets behind the name.\n'

export const PAIR_HAND_INS: readonly PlannedHandIn[] = [
  pair('Amara Okonjo', { hand: 'inline' }),
  pair('Bram de Witte', { hand: 'out of line' }, ['role optional']),
  pair('Chiara Lombardo', { hand: 'alter' }),
  pair('Dov Perlmutter', { hand: 'inline', surrogate: true }),
  pair('Elif Karaman', { hand: 'lower' }, ['surrogate only']),
  pair('Farid Nassiri', { hand: 'mysql' }),
  pair('Greta Holmqvist', { hand: 'inline', names: CREW }),
  pair('Hiroshi Tanabe', { hand: 'out of line' }, ['no collector reference']),
  pair('Ilse Nygaard', { hand: 'inline', surrogate: true, names: CREW }, ['surrogate only', 'role optional']),
  pair('Jonas Quist', { hand: 'lower' }, ['key is the trip']),
  pair('Kaito Morinaga', { hand: 'inline' }, ['role in key']),
  pair('Leila Haddad', { hand: 'out of line', names: STAFF }),
  pair('Mateo Iriarte', { hand: 'mysql', surrogate: true }),
  pair('Nadia Petrenko', { hand: 'inline' }, ['nothing demanded'], 20),
  {
    student: 'Oskar Lindqvist',
    script: '-- I ran out of time, sorry\n',
    expects: 'unreadable',
    note: 'nothing in it',
  },
  pair('Priya Raman', { hand: 'alter', names: CREW }),
  pair('Quentin Marchais', { hand: 'inline' }, ['no trip reference', 'no collector reference']),
  pair('Rafael Couto', { hand: 'lower' }, ['key is the collector']),
  pair('Saoirse Mulcahy', { hand: 'out of line' }),
  pair('Tomasz Wilk', { hand: 'alter' }, ['role in key', 'no trip reference'], 30),
  { student: 'Uzoma Eze', script: UNREADABLE, expects: 'unreadable', note: 'prose' },
  pair('Valentina Rojas Quispe', { hand: 'mysql' }, ['surrogate only']),
  pair('Yusuf Demirel', { hand: 'inline' }, ['role in key']),
  pair('Zofia Krawiec', { hand: 'inline', surrogate: true }, [], 5),
  pair('Aroha Ngata', { hand: 'lower', names: STAFF }, ['role optional']),
  pair('Benedikt Eisenreich-Montgomery von der Aue', { hand: 'out of line' }, ['nothing demanded']),
]

export const EXCHANGE_HAND_INS: readonly PlannedHandIn[] = [
  exchange('Amara Okonjo', { hand: 'inline' }),
  exchange('Bram de Witte', { hand: 'out of line' }, ['trip demanded', 'price optional']),
  exchange('Chiara Lombardo', { hand: 'alter', surrogate: true }),
  exchange('Dov Perlmutter', { hand: 'inline', surrogate: true }, ['line number only', 'lines cascade']),
  exchange('Elif Karaman', { hand: 'lower' }, ['no garden reference', 'whole prices']),
  exchange('Farid Nassiri', { hand: 'mysql', names: PLURALS }),
  exchange('Greta Holmqvist', { hand: 'inline', names: SHIPMENT_WORDS }),
  exchange('Hiroshi Tanabe', { hand: 'out of line' }, ['no lines', 'trip inside accession']),
  exchange('Ilse Nygaard', { hand: 'inline', names: SHIPMENT_WORDS }, [
    'line number only',
    'trip demanded',
    'price optional',
  ]),
  exchange('Jonas Quist', { hand: 'mysql', surrogate: true }, [
    'accessions are numbers',
    'small prices',
    'accession number may be missing',
  ]),
  exchange('Kaito Morinaga', { hand: 'inline' }, [
    'one dispatch per garden',
    'dispatches cascade',
    'one accession per trip',
  ]),
  exchange('Leila Haddad', { hand: 'out of line', names: PLURALS }, [
    'closing day demanded',
    'trip names its accession',
  ]),
  exchange('Mateo Iriarte', { hand: 'lower', surrogate: true }, ['garden optional']),
  exchange('Nadia Petrenko', { hand: 'inline' }, [
    'one line per dispatch',
    'address optional',
    'taxon optional',
    'trip demanded',
    'one accession per trip',
  ]),
  { student: 'Oskar Lindqvist', script: '-- nothing yet\n', expects: 'unreadable', note: 'nothing in it' },
  exchange('Priya Raman', { hand: 'alter', names: PLURALS }, ['origin in a table']),
  { student: 'Quentin Marchais', script: FRENCH, expects: {}, note: 'right, in French' },
  exchange('Rafael Couto', { hand: 'out of line', names: SHIPMENT_WORDS }, [
    'code too short',
    'no trip reference',
  ]),
  exchange('Saoirse Mulcahy', { hand: 'inline' }, ['seeds optional', 'day optional', 'origin in pairs']),
  exchange('Tomasz Wilk', { hand: 'lower' }, [
    'lines cascade',
    'dispatches cascade',
    'trip demanded',
    'whole prices',
    'address optional',
  ]),
  exchange('Valentina Rojas Quispe', { hand: 'inline', surrogate: true, names: SHIPMENT_WORDS }),
  exchange('Yusuf Demirel', { hand: 'inline' }, [
    'one dispatch per garden',
    'dispatches cascade',
    'one accession per trip',
  ]),
  {
    student: 'Ximena Aguirre',
    script: UNDECIDED,
    expects: { r13: 'cannot tell', r20: 'cannot tell' },
    note: 'two things that cannot be told',
  },
  exchange('Zofia Krawiec', { hand: 'mysql', surrogate: true }, [
    'small prices',
    'accession number not unique',
  ]),
]

/** Students who have begun the open exercise and not handed in: what stands on their worksheets. */
export const EXCHANGE_WORKSHEETS: readonly { readonly student: string; readonly script: string }[] = [
  {
    student: 'Uzoma Eze',
    script: 'CREATE TABLE partner_garden (\n  code char(4) PRIMARY KEY,\n  name varchar(80) NOT NULL\n',
  },
  { student: 'Aroha Ngata', script: exchangeScript({ hand: 'lower' }, ['no lines', 'address optional']) },
  {
    student: 'Benedikt Eisenreich-Montgomery von der Aue',
    script: 'CREATE TABLE dispatch (\n  dispatch_no integer PRIMARY KEY\n);\n',
  },
]

export const LEDGER_HAND_INS: readonly PlannedHandIn[] = [
  ledger('Amara Okonjo', 'plain'),
  ledger('Bram de Witte', 'one by one', ['closure of one step', 'reason too high']),
  ledger('Chiara Lombardo', 'by grid'),
  ledger('Dov Perlmutter', 'plain', ['grid not noticed']),
  ledger('Elif Karaman', 'braces', ['accession alone is key', 'family left in']),
  ledger('Farid Nassiri', 'one by one'),
  ledger('Greta Holmqvist', 'plain', ['third form']),
  ledger('Hiroshi Tanabe', 'by grid', ['two halves']),
  ledger('Ilse Nygaard', 'plain', ['name fixes code', 'pair lost', 'closure of one step'], {
    assumptions: 'I assume that no two collectors have the same name.',
  }),
  ledger('Jonas Quist', 'braces', ['no keys of parts', 'prime is key of one']),
  ledger('Kaito Morinaga', 'one by one', ['transitive as direct']),
  ledger('Leila Haddad', 'plain', ['trip in key', 'second form']),
  ledger('Mateo Iriarte', 'by grid', ['one table twice']),
  ledger('Nadia Petrenko', 'plain', [
    'trip fixes accession',
    'packets by accession',
    'reason is a key',
    'no split',
  ]),
  {
    student: 'Oskar Lindqvist',
    script: '',
    claims: { ...NO_CLAIMS, dependencies: 'everything depends on the trip I think' },
    expects: 'unreadable',
    note: 'prose',
  },
  ledger('Priya Raman', 'braces'),
  ledger('Quentin Marchais', 'plain', ['no site', 'family left in']),
  ledger('Rafael Couto', 'one by one', ['packets by accession']),
  ledger('Saoirse Mulcahy', 'by grid', ['third form', 'no keys of parts']),
  ledger('Tomasz Wilk', 'plain', ['accession alone is key', 'second form', 'two halves']),
  ledger('Valentina Rojas Quispe', 'plain'),
  ledger('Yusuf Demirel', 'one by one', ['name fixes code']),
  ledger('Zofia Krawiec', 'braces', ['closure of one step']),
  ledger('Aroha Ngata', 'plain', ['pair lost']),
]

export const TRIAL_HAND_INS: readonly PlannedHandIn[] = [
  trials('Amara Okonjo', 'plain'),
  trials('Bram de Witte', 'sql', ['phone of eleven', 'no bounds of temperature']),
  trials('Chiara Lombardo', 'words'),
  trials('Dov Perlmutter', 'lists', ['codes are numbers']),
  trials('Elif Karaman', 'plain', ['number too short', 'share up to 99.9']),
  trials('Farid Nassiri', 'sql'),
  trials('Greta Holmqvist', 'words', ['keeper described otherwise']),
  trials('Hiroshi Tanabe', 'plain', ['no readings']),
  trials('Ilse Nygaard', 'plain', ['keeper described otherwise', 'whole degrees', 'share demanded']),
  trials('Jonas Quist', 'lists', ['reading without day in its key', 'taxon optional']),
  trials('Kaito Morinaga', 'roomy'),
  trials('Leila Haddad', 'file', ['trial by accession alone']),
  trials('Mateo Iriarte', 'file'),
  trials('Nadia Petrenko', 'plain', ['numbered counts', 'no bounds of the share', 'remark demanded'], 22),
  {
    student: 'Oskar Lindqvist',
    script: '',
    dictionary: {
      entries: [
        {
          ...NEW_ENTRY,
          entity: 'the trials',
          field: 'everything about the trials',
          meaning: 'I would keep it in one big list',
        },
      ],
    },
    expects: 'unreadable',
    note: 'prose',
  },
  trials('Priya Raman', 'roomy', ['number too short everywhere']),
  trials('Quentin Marchais', 'words', ['no reference to keeper', 'phone demanded']),
  trials('Rafael Couto', 'sql', ['no keeper described']),
  trials('Saoirse Mulcahy', 'plain', ['bounds in words']),
  trials('Tomasz Wilk', 'lists', ['keeper optional', 'two references of a reading'], 6),
  trials('Valentina Rojas Quispe', 'plain'),
  trials('Yusuf Demirel', 'sql', ['no format', 'no lower bound of seeds']),
  trials('Zofia Krawiec', 'lists', ['code not unique', 'taxon too short']),
  trials('Aroha Ngata', 'plain', ['trial by a day alone']),
]

export const DRAWER_HAND_INS: readonly PlannedHandIn[] = [
  drawers('Amara Okonjo', 'plain'),
  drawers('Bram de Witte', 'trays', ['drawer by its number alone']),
  drawers('Chiara Lombardo', 'bags'),
  drawers('Dov Perlmutter', 'plain', ['packet lies in one drawer']),
  drawers('Elif Karaman', 'plain', ['drawer in the key', 'weight in whole grams']),
  drawers('Farid Nassiri', 'trays'),
  drawers('Greta Holmqvist', 'bags', ['packet may never be placed']),
  drawers('Hiroshi Tanabe', 'plain', ['line left as it is', 'no types']),
  drawers('Ilse Nygaard', 'plain', [
    'packet may never be placed',
    'drawer must hold something',
    'drawer by its number alone',
  ]),
  drawers('Jonas Quist', 'trays', ['bay and drawer swapped']),
  drawers('Kaito Morinaga', 'plain', ['accession must have a packet']),
  drawers('Leila Haddad', 'bags'),
  drawers('Mateo Iriarte', 'plain', ['placed once only']),
  drawers('Nadia Petrenko', 'trays', ['packet by its number alone', 'one way not said'], 20),
  {
    student: 'Oskar Lindqvist',
    script: '',
    diagram: addEntity(EMPTY_DIAGRAM, 'Everything about the seeds').diagram,
    expects: 'unreadable',
    note: 'one card',
  },
  drawers('Priya Raman', 'plain', ['bay must have a drawer']),
  drawers('Quentin Marchais', 'bags', ['in many drawers at once', 'no types']),
  drawers('Rafael Couto', 'plain', ['no line to the bay']),
  drawers('Saoirse Mulcahy', 'trays', ['weight in whole grams']),
  drawers('Tomasz Wilk', 'plain', ['packet lies in one drawer', 'weight in whole grams', 'no types'], 5),
  drawers('Valentina Rojas Quispe', 'plain'),
  drawers('Yusuf Demirel', 'bags', ['drawer must hold something']),
]

export const KEEPER_HAND_INS: readonly PlannedHandIn[] = [
  keepers('Amara Okonjo'),
  keepers('Bram de Witte', ['homes shared', 'whole degrees']),
  keepers('Chiara Lombardo', ['bay may have no key']),
  keepers('Dov Perlmutter', ['bay by its number alone', 'keys not removed with the bay']),
  keepers('Elif Karaman', ['home forgotten', 'code as a number']),
  keepers('Farid Nassiri'),
  keepers('Greta Holmqvist', ['hall never empty', 'no reference to the home']),
  keepers('Hiroshi Tanabe', ['one bay for each keeper']),
  keepers('Ilse Nygaard', ['bay may have no key', 'deputy demanded', 'bays removed with the keeper']),
  keepers('Jonas Quist', ['key always held']),
  keepers('Kaito Morinaga', ['whole degrees']),
  keepers('Leila Haddad'),
  keepers('Mateo Iriarte', ['keys not removed with the bay']),
  keepers('Valentina Rojas Quispe', ['bay may have no key', 'hall never empty']),
]
