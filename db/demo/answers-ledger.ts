import { NO_CLAIMS, type DependencyClaims } from '../../packages/core/src/claims'

/**
 * Claims about the intake ledger: right ones in several hands, and the mistakes that students make, with the
 * verdicts they lead to.
 */
export type LedgerMistake =
  | 'trip fixes accession'
  | 'name fixes code'
  | 'no site'
  | 'grid not noticed'
  | 'transitive as direct'
  | 'accession alone is key'
  | 'trip in key'
  | 'packets by accession'
  | 'third form'
  | 'second form'
  | 'reason too high'
  | 'reason is a key'
  | 'closure of one step'
  | 'prime is key of one'
  | 'family left in'
  | 'pair lost'
  | 'two halves'
  | 'no keys of parts'
  | 'one table twice'
  | 'no split'

const RIGHT: DependencyClaims = {
  ...NO_CLAIMS,
  dependencies:
    'accession_no → taxon, seeds, trip_no\ntaxon → genus\ngenus → family\ntrip_no → collected_on, site\nsite → grid_ref, altitude\ngrid_ref → site\ncollector_code → collector_name\naccession_no, collector_code → packets',
  closures: ['trip_no, collected_on, site, grid_ref, altitude'],
  keys: 'accession_no, collector_code',
  prime: 'accession_no, collector_code',
  form: '1NF',
  reason: 'accession_no → taxon',
  split:
    'accession: accession_no, taxon, seeds, trip_no key accession_no\ntaxon: taxon, genus key taxon\ngenus: genus, family key genus\ntrip: trip_no, collected_on, site key trip_no\n' +
    'site: site, grid_ref, altitude key site or grid_ref\ncollector: collector_code, collector_name key collector_code\npacking: accession_no, collector_code, packets key accession_no, collector_code',
}

/** The same facts by other equivalent dependencies, arrows and orders, and another correct split. */
const HANDS: Readonly<Record<'plain' | 'one by one' | 'by grid' | 'braces', DependencyClaims>> = {
  'plain': RIGHT,
  'one by one': {
    ...RIGHT,
    dependencies:
      'accession_no -> taxon; accession_no -> seeds; accession_no -> trip_no\ntaxon -> genus\ngenus -> family\ntrip_no -> collected_on\ntrip_no -> site\nsite -> grid_ref\nsite -> altitude\ngrid_ref -> site\ncollector_code -> collector_name\ncollector_code accession_no -> packets',
    reason: 'collector_code -> collector_name',
  },
  'by grid': {
    ...RIGHT,
    dependencies: RIGHT.dependencies
      .replace('trip_no → collected_on, site', 'trip_no → collected_on, grid_ref')
      .replace('site → grid_ref, altitude\ngrid_ref → site', 'grid_ref → site, altitude\nsite → grid_ref'),
    split: RIGHT.split
      .replace('trip: trip_no, collected_on, site', 'trip: trip_no, collected_on, grid_ref')
      .replace('key site or grid_ref', 'key grid_ref'),
  },
  'braces': {
    ...RIGHT,
    dependencies: RIGHT.dependencies
      .split('\n')
      .reverse()
      .map(line => line.replace(/(.*) → (.*)/, '{$1} => {$2}'))
      .join('\n'),
    keys: '{collector_code, accession_no}',
    reason: 'accession_no => trip_no',
  },
}

interface Mistake {
  readonly change: (claims: DependencyClaims) => Partial<DependencyClaims>
  readonly expects: Readonly<Record<string, string>>
}
const without = (text: string, pattern: RegExp): string =>
  text
    .split('\n')
    .filter(line => !pattern.test(line))
    .join('\n')

export const LEDGER_MISTAKES: Readonly<Record<LedgerMistake, Mistake>> = {
  'trip fixes accession': {
    change: ({ dependencies }) => ({ dependencies: `${dependencies}\ntrip_no → accession_no` }),
    expects: { r9: 'too strict' },
  },
  'name fixes code': {
    change: ({ dependencies }) => ({ dependencies: `${dependencies}\ncollector_name → collector_code` }),
    expects: { r9: 'too strict' },
  },
  'no site': {
    change: ({ dependencies }) => ({ dependencies: without(dependencies, /^\{?(site|grid_ref)\b/) }),
    expects: { r5: 'broken', r6: 'broken' },
  },
  'grid not noticed': {
    change: ({ dependencies }) => ({ dependencies: without(dependencies, /^\{?grid_ref\b/) }),
    expects: { r6: 'broken' },
  },
  'transitive as direct': {
    change: ({ dependencies }) => ({
      dependencies: dependencies.replace(/genus(\}?) (→|->|=>) (\{?)family/, 'taxon$1 $2 $3family'),
    }),
    expects: { r3: 'broken' },
  },
  'accession alone is key': {
    change: () => ({ keys: 'accession_no', prime: 'accession_no' }),
    expects: { r11: 'broken', r12: 'too strict', r13: 'broken' },
  },
  'trip in key': {
    change: () => ({
      keys: 'accession_no, collector_code, trip_no',
      prime: 'accession_no, collector_code, trip_no',
    }),
    expects: { r11: 'broken', r12: 'broken', r13: 'broken' },
  },
  'packets by accession': {
    change: ({ dependencies }) => ({
      dependencies: dependencies.replace(/.*packets.*/, 'accession_no → packets'),
    }),
    expects: { r9: 'too strict' },
  },
  'third form': { change: () => ({ form: '3NF' }), expects: { r14: 'broken' } },
  'second form': {
    change: () => ({ form: '2NF', reason: 'site → altitude' }),
    expects: { r14: 'broken', r15: 'broken' },
  },
  'reason too high': { change: () => ({ reason: 'trip_no → site' }), expects: { r15: 'broken' } },
  'reason is a key': {
    change: () => ({ reason: 'accession_no, collector_code → taxon' }),
    expects: { r15: 'broken' },
  },
  'closure of one step': {
    change: () => ({ closures: ['trip_no, collected_on, site'] }),
    expects: { r10: 'broken' },
  },
  'prime is key of one': { change: () => ({ prime: 'accession_no' }), expects: { r13: 'broken' } },
  'family left in': {
    change: ({ split }) => ({
      split: without(split, /^genus:/).replace('taxon: taxon, genus key', 'taxon: taxon, genus, family key'),
    }),
    expects: { r17: 'broken' },
  },
  'pair lost': {
    change: ({ split }) => ({
      split: without(split, /^packing:/).replace('seeds, trip_no', 'seeds, trip_no, packets'),
    }),
    expects: { r16: 'broken', r17: 'broken', r19: 'broken' },
  },
  'two halves': {
    change: () => ({
      split:
        'accession: accession_no, taxon, genus, family, seeds, trip_no key accession_no\nrest: collector_code, collector_name, packets, collected_on, site, grid_ref, altitude key collector_code',
    }),
    expects: { r16: 'broken', r17: 'broken', r19: 'broken' },
  },
  'no keys of parts': {
    change: ({ split }) => ({ split: split.replaceAll(/ key .*/g, '') }),
    expects: { r19: 'not shown' },
  },
  'one table twice': {
    change: ({ split }) => ({ split: `${split}\nnames: collector_code, collector_name key collector_code` }),
    expects: { r18: 'broken' },
  },
  'no split': {
    change: () => ({ split: '' }),
    expects: { r16: 'not shown', r17: 'not shown', r18: 'not shown', r19: 'not shown' },
  },
}

export function ledgerClaims(
  hand: keyof typeof HANDS,
  mistakes: readonly LedgerMistake[] = [],
): DependencyClaims {
  return mistakes.reduce(
    (claims, mistake) => ({ ...claims, ...LEDGER_MISTAKES[mistake].change(claims) }),
    HANDS[hand],
  )
}
