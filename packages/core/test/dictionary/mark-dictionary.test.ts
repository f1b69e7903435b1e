import { describe, expect, it } from 'vitest'
import { reasonInWords } from '../../src/words'
import { prepareExercise, type MarkableExercise } from '../../src/exercise'
import { markAnswer, markedPoints } from '../../src/marking'
import { NEW_ENTRY, placeInField, type Dictionary, type DictionaryEntry } from '../../src/dictionary'
import { DEFAULT_RUBRIC } from '../../src/exercise'
import type { Rule } from '../../src/rules'

/**
 * The golden cases of dictionaries: what each mistake does to each rule. The world: trips bring accessions,
 * which are tried.
 */
const field = (
  entity: string,
  name: string,
  type: string,
  size: string,
  more: Partial<DictionaryEntry> = {},
): DictionaryEntry => ({ ...NEW_ENTRY, entity, field: name, type, size, required: 'yes', ...more })
const RIGHT: Record<string, DictionaryEntry> = {
  trip: field('trip', 'trip_no', 'whole number', '', { key: 'primary', example: '31' }),
  day: field('trip', 'day', 'date', '', { example: '2026-07-02' }),
  no: field('accession', 'accession_no', 'code', '9', {
    key: 'primary',
    format: 'AAA-99999',
    example: 'SKV-00417',
  }),
  from: field('accession', 'trip_no', 'whole number', '', { refersTo: 'trip.trip_no', example: '31' }),
  taxon: field('accession', 'taxon', 'text', '60', { required: 'no', example: 'Poa litorea' }),
  tried: field('trial', 'accession_no', 'code', '9', {
    key: 'primary',
    refersTo: 'accession.accession_no',
    format: 'AAA-99999',
    example: 'SKV-00417',
  }),
  on: field('trial', 'tried_on', 'date', '', { key: 'primary', example: '2026-09-01' }),
  viable: field('trial', 'viable', 'number', '4,1', { rule: '0 to 100', example: '87.5' }),
  tester: field('trial', 'tester', 'code', '3', { format: '999', example: '007' }),
}
const MODEL: Dictionary = { entries: Object.values(RIGHT) }
const RULES: readonly (readonly [string, Rule])[] = [
  ['identified', { kind: 'identifies', entity: 'accession', by: ['accession_no'] }],
  ['trial', { kind: 'identifies', entity: 'trial', by: ['accession', 'tried_on'] }],
  ['one trip', { kind: 'atMostOne', entity: 'accession', role: 'trip' }],
  ['many', { kind: 'manyAllowed', entity: 'accession', role: 'trip' }],
  ['has trip', { kind: 'mustHave', entity: 'accession', path: 'trip' }],
  ['taxon later', { kind: 'mayLack', entity: 'accession', path: 'taxon' }],
  ['trip exists', { kind: 'refersTo', entity: 'accession', role: 'trip' }],
  ['accession exists', { kind: 'refersTo', entity: 'trial', role: 'accession' }],
  ['number kept', { kind: 'stores', entity: 'accession', attribute: 'accession_no', values: ['SKV-00417'] }],
  ['tester kept', { kind: 'stores', entity: 'trial', attribute: 'tester', values: ['007', '031'] }],
  ['share', { kind: 'refusesValue', entity: 'trial', attribute: 'viable', values: ['100.1', '-0.1'] }],
  [
    'share admitted',
    { kind: 'admitsValue', entity: 'trial', attribute: 'viable', values: ['0', '100', '87.5'] },
  ],
  [
    'number shape',
    { kind: 'refusesValue', entity: 'accession', attribute: 'accession_no', values: ['SKV-0417'] },
  ],
  ['one tester', { kind: 'atomic', entity: 'trial', attribute: 'tester' }],
  ['deleting', { kind: 'onDelete', entity: 'accession', role: 'trip', outcome: 'refused' }],
]
const EXERCISE: MarkableExercise = {
  sheets: ['dictionary'],
  starter: null,
  models: [{ name: 'Model', script: '', dictionary: MODEL }],
  glossary: [],
  samples: {},
  rubric: DEFAULT_RUBRIC,
  rules: RULES.map(([sentence, rule], i) => ({ id: `r${i + 1}`, group: 'Rules', sentence, points: 1, rule })),
}
const prepared = prepareExercise(EXERCISE)
const mark = (entries: readonly DictionaryEntry[]) =>
  markAnswer(prepared, { script: '', dictionary: { entries: [...entries] } })
const named = (id: string): string => RULES[Number(id.slice(1)) - 1]![0]
const wrong = (entries: readonly DictionaryEntry[]): Record<string, string> =>
  Object.fromEntries(
    mark(entries)
      .cells.filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, verdict }) => [named(rule), verdict]),
  )
const withChange = (changes: Readonly<Record<string, Partial<DictionaryEntry> | null>>): DictionaryEntry[] =>
  Object.entries(RIGHT).flatMap(([name, entry]) =>
    changes[name] === null ? [] : [{ ...entry, ...changes[name] }],
  )

describe('marking a dictionary', () => {
  it('the model upholds every rule that dictionaries are asked; what they have no slot for is not asked', () => {
    expect(wrong(MODEL.entries)).toEqual({})
    expect(mark(MODEL.entries).cells.map(({ rule }) => named(rule))).not.toContain('deleting')
  })

  it.each<[string, Readonly<Record<string, Partial<DictionaryEntry> | null>>, Record<string, string>]>([
    [
      'other words for types',
      { no: { type: 'char(9)', size: '' }, taxon: { type: 'varchar' }, viable: { type: 'decimal' } },
      {},
    ],
    ['a number with too few digits', { viable: { size: '3,1' } }, { 'share admitted': 'too strict' }],
    [
      'a code too short',
      { no: { size: '8' } },
      { 'number kept': 'too strict', 'accession exists': 'broken' },
    ],
    [
      'leading zeros in a number',
      { tester: { type: 'whole number', size: '', format: '' } },
      { 'tester kept': 'broken' },
    ],
    ['a reference of another size', { tried: { size: '8', format: '' } }, { 'accession exists': 'broken' }],
    ['a reference of another format', { tried: { format: 'AAA/99999' } }, { 'accession exists': 'broken' }],
    ['a reference whose format is left blank', { tried: { format: '' } }, {}],
    ['a reference that may be empty', { from: { required: 'no' } }, { 'has trip': 'broken' }],
    ['no reference', { from: { refersTo: '' } }, { 'trip exists': 'broken' }],
    ['a key that forbids a second trial', { on: { key: '' } }, { trial: 'too strict' }],
    [
      'no key of accessions',
      { no: { key: '' } },
      { 'identified': 'broken', 'one trip': 'broken', 'accession exists': 'broken' },
    ],
    ['taxon demanded', { taxon: { required: 'yes' } }, { 'taxon later': 'too strict' }],
    ['no bounds', { viable: { rule: '' } }, { share: 'broken' }],
    ['bounds that are too narrow', { viable: { rule: '1 to 99' } }, { 'share admitted': 'too strict' }],
    [
      'bounds in words that cannot be read',
      { viable: { rule: 'a percentage' } },
      { 'share': 'cannot tell', 'share admitted': 'cannot tell' },
    ],
    ['no format', { no: { format: '' }, tried: { format: '' } }, { 'number shape': 'broken' }],
    ['a field missing', { tester: null }, { 'tester kept': 'not shown', 'one tester': 'not shown' }],
    [
      'other names',
      {
        no: { field: 'AccessionNumber', entity: 'Accessions' },
        from: { entity: 'Accessions', field: 'trip' },
        taxon: { entity: 'Accessions' },
        tried: { refersTo: 'Accessions.AccessionNumber', field: 'accession' },
      },
      {},
    ],
  ])('%s', (_, changes, expected) => {
    expect(wrong(withChange(changes))).toEqual(expected)
  })

  it('numbered fields are one fact numbered', () => {
    expect(
      wrong([...withChange({ tester: { field: 'tester_1' } }), { ...RIGHT.tester!, field: 'tester_2' }]),
    ).toMatchObject({ 'one tester': 'broken' })
  })

  it('every verdict but upheld has its place on the sheet, and a value shows what would become of it', () => {
    const entries = withChange({
      tester: { type: 'whole number', size: '', format: '' },
      no: { size: '8' },
      viable: { rule: '1 to 99' },
    })
    const { cells } = mark(entries)
    const of = (name: string) => cells.find(({ rule }) => named(rule) === name)!
    expect(of('tester kept').witness).toMatchObject({
      outcome: 'accepted',
      tables: [
        {
          columns: expect.arrayContaining(['accession_no', 'tester']) as unknown,
          rows: [{ cells: expect.arrayContaining(['007']) as unknown }],
        },
      ],
    })
    expect(placeInField(of('tester kept').because[0]!.place!.field!)).toEqual({ entry: 8, slot: 'type' })
    expect(reasonInWords(of('share admitted').because[0]!)).toBe('The rule "1 to 99" of viable refuses 0.')
    expect(reasonInWords(of('accession exists').because[0]!)).toContain(
      'is char(9), and accession.accession_no, which it refers to, is char(8)',
    )
  })

  it('an empty dictionary shows nothing and gets nothing', () => {
    const { cells } = mark([])
    expect(cells.every(({ verdict }) => verdict === 'not shown')).toBe(true)
    expect(markedPoints(prepared, cells)).toMatchObject({ got: 0, open: 0, of: 14_000 })
  })

  it('beside a script each sheet has its own cells, and a rule’s points are divided over those that show it', () => {
    const both = prepareExercise({ ...EXERCISE, sheets: ['dictionary', 'script'] })
    const { cells, pairing } = markAnswer(both, { script: '', dictionary: MODEL })
    expect(new Set(cells.map(({ sheet }) => sheet))).toEqual(new Set(['dictionary', 'script']))
    expect(markedPoints(both, cells)).toMatchObject({ got: 7000, of: 15_000 })
    expect(
      pairing.filter(({ sheet }) => sheet === 'dictionary').every(({ confidence }) => confidence === 'sure'),
    ).toBe(true)
  })
})
