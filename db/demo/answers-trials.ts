import {
  NEW_ENTRY,
  dictionaryFromCsv,
  type Dictionary,
  type DictionaryEntry,
} from '../../packages/core/src/dictionary'

/**
 * Dictionaries of the germination trials: right ones in several hands, and the mistakes that students make,
 * with the verdicts they lead to.
 */
export type TrialMistake =
  | 'number too short'
  | 'number too short everywhere'
  | 'codes are numbers'
  | 'code not unique'
  | 'phone of eleven'
  | 'phone demanded'
  | 'whole degrees'
  | 'no bounds of temperature'
  | 'share up to 99.9'
  | 'no bounds of the share'
  | 'bounds in words'
  | 'taxon optional'
  | 'taxon too short'
  | 'remark demanded'
  | 'keeper optional'
  | 'no reference to keeper'
  | 'keeper described otherwise'
  | 'no format'
  | 'trial by accession alone'
  | 'trial by a day alone'
  | 'reading without day in its key'
  | 'numbered counts'
  | 'no readings'
  | 'share demanded'
  | 'no lower bound of seeds'
  | 'two references of a reading'
  | 'no keeper described'

const field = (
  entity: string,
  name: string,
  type: string,
  size = '',
  more: Partial<DictionaryEntry> = {},
): DictionaryEntry => ({ ...NEW_ENTRY, entity, field: name, type, size, required: 'yes', ...more })
const NUMBER = { format: 'AAA-99999', example: 'SKV-00417' }
const CODE = { format: '999', example: '007' }

const RIGHT: readonly DictionaryEntry[] = [
  field('accession', 'accession_no', 'code', '9', {
    ...NUMBER,
    key: 'primary',
    meaning: 'number of the lot',
  }),
  field('accession', 'taxon', 'text', '80', { example: 'Silene pallida', meaning: 'what plant it is' }),
  field('accession', 'arrived_on', 'date', '', { example: '2024-07-05', meaning: 'when it came' }),
  field('keeper', 'keeper_code', 'code', '3', { ...CODE, key: 'primary', meaning: 'on the badge' }),
  field('keeper', 'name', 'text', '80', { example: 'Maja Torvund', meaning: 'as signed' }),
  field('keeper', 'phone', 'code', '12', {
    format: '99999 999999',
    example: '47110 220145',
    required: 'no',
    meaning: 'at night',
  }),
  field('trial', 'accession_no', 'code', '9', {
    ...NUMBER,
    key: 'primary',
    refersTo: 'accession.accession_no',
    meaning: 'which lot is tried',
  }),
  field('trial', 'begun_on', 'date', '', { key: 'primary', example: '2024-09-02', meaning: 'first day' }),
  field('trial', 'keeper_code', 'code', '3', {
    ...CODE,
    refersTo: 'keeper.keeper_code',
    meaning: 'who laid it out',
  }),
  field('trial', 'temperature', 'number', '3,1', {
    rule: '-10 to 40',
    example: '23.5',
    meaning: 'degrees in the chamber',
  }),
  field('trial', 'seeds_laid', 'whole number', '', {
    rule: 'at least 1',
    example: '50',
    meaning: 'how many seeds',
  }),
  field('trial', 'remark', 'text', '200', {
    required: 'no',
    example: 'tray 3 dried out',
    meaning: 'anything odd',
  }),
  field('reading', 'accession_no', 'code', '9', {
    ...NUMBER,
    key: 'primary',
    refersTo: 'trial.accession_no',
    meaning: 'of which trial',
  }),
  field('reading', 'begun_on', 'date', '', {
    key: 'primary',
    refersTo: 'trial.begun_on',
    example: '2024-09-02',
    meaning: 'of which trial',
  }),
  field('reading', 'day', 'whole number', '', {
    key: 'primary',
    example: '14',
    meaning: 'since it was begun',
  }),
  field('reading', 'sprouted', 'whole number', '', {
    example: '31',
    rule: 'at least 0',
    meaning: 'by that day',
  }),
  field('reading', 'viable', 'number', '4,1', {
    required: 'no',
    rule: '0 to 100',
    example: '87.5',
    meaning: 'per cent',
  }),
]

type Change = (entries: readonly DictionaryEntry[]) => readonly DictionaryEntry[]
/** Changes the fields that are called so, of one entity or of all. */
const change =
  (name: string, part: Partial<DictionaryEntry>, entity?: string): Change =>
  entries =>
    entries.map(entry =>
      entry.field === name && (entity === undefined || entry.entity === entity)
        ? { ...entry, ...part }
        : entry,
    )
const without =
  (name: string): Change =>
  entries =>
    entries.filter(({ entity }) => entity !== name)

/** Other hands: the types of SQL, another order with what is given once, other names. */
const HANDS: Readonly<Record<'plain' | 'sql' | 'lists' | 'words' | 'roomy' | 'file', Change>> = {
  plain: entries => entries,
  sql: entries =>
    entries.map(entry => {
      const type =
        {
          'code': `char(${entry.size})`,
          'text': `varchar(${entry.size})`,
          'whole number': 'integer',
          'number': `numeric(${entry.size})`,
          'date': 'date',
        }[entry.type] ?? entry.type
      return { ...entry, type, size: '' }
    }),
  /** The entity is written with its first field only. */
  lists: entries =>
    entries.map((entry, i) => (entry.entity === entries[i - 1]?.entity ? { ...entry, entity: '' } : entry)),
  words: entries =>
    entries.map(entry => ({
      ...entry,
      entity: NAMES[entry.entity]!,
      refersTo: entry.refersTo.replace(/^\w+/, name => NAMES[name]!),
      rule: entry.rule.replace('0 to 100', 'between 0 and 100 %').replace('-10 to 40', 'from -10 to 40'),
      key: entry.key,
    })),
  roomy: entries =>
    change('taxon', { size: '120' })(
      change('temperature', { size: '5,2' })(
        change('viable', { size: '5,2', rule: '>= 0 and viable <= 100' })(entries),
      ),
    ).map(entry =>
      entry.rule.startsWith('>= 0 and') ? { ...entry, rule: 'viable >= 0 AND viable <= 100' } : entry,
    ),
  file: entries =>
    dictionaryFromCsv(
      [
        'table,column,data type,length,mask,mandatory,key,references,example,rule,description',
        ...entries.map(
          ({ entity, field: name, type, size, format, required, key, refersTo, example, rule, meaning }) =>
            [entity, name, type, size, format, required, key, refersTo, example, rule, meaning]
              .map(cell => `"${cell}"`)
              .join(','),
        ),
      ]
        .join('\n')
        .replace('mask', 'format')
        .replace('mandatory', 'required'),
    )!.entries,
}
const NAMES: Readonly<Record<string, string>> = {
  accession: 'Accessions',
  keeper: 'Keepers',
  trial: 'GerminationTrials',
  reading: 'TrialReadings',
}

interface Mistake {
  readonly change: Change
  readonly expects: Readonly<Record<string, string>>
}

export const TRIAL_MISTAKES: Readonly<Record<TrialMistake, Mistake>> = {
  'number too short': {
    change: change('accession_no', { size: '8', format: '', example: 'SKV-0041' }, 'accession'),
    expects: { r2: 'too strict', r3: 'broken', r11: 'broken' },
  },
  'number too short everywhere': {
    change: change('accession_no', { size: '8', format: '', example: 'SKV-0041' }),
    expects: { r2: 'too strict', r3: 'broken' },
  },
  'codes are numbers': {
    change: change('keeper_code', { type: 'whole number', size: '', format: '', example: '7' }),
    expects: { r7: 'broken' },
  },
  'code not unique': {
    change: change('keeper_code', { key: '' }, 'keeper'),
    expects: { r6: 'broken', r9: 'broken', r13: 'broken', r23: 'broken' },
  },
  'phone of eleven': { change: change('phone', { size: '11', format: '' }), expects: { r8: 'too strict' } },
  'phone demanded': { change: change('phone', { required: 'yes' }), expects: { r9: 'too strict' } },
  'whole degrees': {
    change: change('temperature', { type: 'whole number', size: '', example: '23' }),
    expects: { r14: 'broken' },
  },
  'no bounds of temperature': { change: change('temperature', { rule: '' }), expects: { r15: 'broken' } },
  'share up to 99.9': { change: change('viable', { size: '3,1' }), expects: { r22: 'too strict' } },
  'no bounds of the share': { change: change('viable', { rule: '' }), expects: { r22: 'broken' } },
  'bounds in words': {
    change: change('viable', { rule: 'a percentage, as usual' }),
    expects: { r22: 'cannot tell' },
  },
  'taxon optional': { change: change('taxon', { required: 'no' }), expects: { r4: 'broken' } },
  'taxon too short': { change: change('taxon', { size: '30' }), expects: { r5: 'too strict' } },
  'remark demanded': { change: change('remark', { required: 'yes' }), expects: { r17: 'too strict' } },
  'keeper optional': {
    change: change('keeper_code', { required: 'no' }, 'trial'),
    expects: { r13: 'broken' },
  },
  'no reference to keeper': {
    change: change('keeper_code', { refersTo: '' }, 'trial'),
    expects: { r13: 'broken' },
  },
  'keeper described otherwise': {
    change: change('keeper_code', { type: 'text', size: '30', format: '' }, 'trial'),
    expects: { r13: 'broken' },
  },
  'no format': { change: change('accession_no', { format: '' }), expects: { r3: 'broken' } },
  'trial by accession alone': {
    change: entries =>
      change('begun_on', { key: '' }, 'trial')(change('begun_on', { refersTo: '' }, 'reading')(entries)),
    expects: { r10: 'too strict', r12: 'too strict', r18: 'broken', r19: 'broken' },
  },
  'trial by a day alone': {
    change: entries =>
      change(
        'accession_no',
        { key: '' },
        'trial',
      )(change('accession_no', { refersTo: '' }, 'reading')(entries)),
    expects: { r10: 'too strict', r18: 'broken', r19: 'broken' },
  },
  'reading without day in its key': {
    change: change('day', { key: '' }, 'reading'),
    expects: { r18: 'too strict' },
  },
  'numbered counts': {
    change: entries =>
      entries.flatMap(entry =>
        entry.field === 'sprouted'
          ? [
              { ...entry, field: 'sprouted_1' },
              { ...entry, field: 'sprouted_2', required: 'no' as const },
              { ...entry, field: 'sprouted_3', required: 'no' as const },
            ]
          : [entry],
      ),
    expects: { r20: 'broken' },
  },
  'no readings': {
    change: without('reading'),
    expects: { r18: 'not shown', r19: 'not shown', r20: 'not shown', r21: 'not shown', r22: 'not shown' },
  },
  'share demanded': { change: change('viable', { required: 'yes' }), expects: { r21: 'too strict' } },
  'no lower bound of seeds': { change: change('seeds_laid', { rule: '' }), expects: { r16: 'broken' } },
  'two references of a reading': {
    change: entries =>
      change(
        'accession_no',
        { refersTo: 'accession.accession_no' },
        'reading',
      )(change('begun_on', { refersTo: '' }, 'reading')(entries)),
    expects: { r19: 'broken' },
  },
  'no keeper described': {
    change: entries => change('keeper_code', { refersTo: '' }, 'trial')(without('keeper')(entries)),
    expects: {
      r6: 'not shown',
      r7: 'not shown',
      r8: 'not shown',
      r9: 'not shown',
      r13: 'broken',
      r23: 'not shown',
    },
  },
}

export type TrialHand = keyof typeof HANDS

export function trialDictionary(hand: TrialHand, mistakes: readonly TrialMistake[] = []): Dictionary {
  return {
    entries: [
      ...HANDS[hand](mistakes.reduce((entries, mistake) => TRIAL_MISTAKES[mistake].change(entries), RIGHT)),
    ],
  }
}
