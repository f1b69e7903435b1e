import { writeScript, type ColumnPlan, type Hand, type TablePlan } from './write-script'

/**
 * Typical mistakes in "Exchange with partner gardens", each with the verdicts it must lead to; every other
 * rule must stay upheld.
 */
export const EXCHANGE_MISTAKES = {
  'trip demanded': { r18: 'too strict' },
  'no garden reference': { r8: 'broken', r30: 'broken' },
  'no trip reference': { r19: 'broken', r31: 'broken' },
  'whole prices': { r28: 'broken' },
  'small prices': { r28: 'too strict' },
  'line number only': { r20: 'broken' },
  'lines cascade': { r29: 'broken' },
  'dispatches cascade': { r30: 'broken' },
  'one dispatch per garden': { r9: 'too strict' },
  'price optional': { r27: 'broken' },
  'seeds optional': { r26: 'broken' },
  'address optional': { r3: 'broken' },
  'closing day demanded': { r4: 'too strict' },
  'accessions are numbers': { r13: 'too strict' },
  'garden optional': { r7: 'broken' },
  'one line per dispatch': { r21: 'too strict' },
  'taxon optional': { r14: 'broken' },
  'code too short': { r2: 'too strict' },
  'day optional': { r11: 'broken' },
  // The layouts of the golden table for accessions and trips; "trip demanded" and "no trip reference" are two
  // more.
  'origin in a table': {},
  'origin in pairs': { r16: 'broken' },
  'trip names its accession': { r16: 'broken', r17: 'too strict', r31: 'broken' },
  'trip inside accession': { r15: 'broken', r31: 'broken' },
  'one accession per trip': { r17: 'too strict' },
  'accession number may be missing': { r12: 'broken' },
  'accession number not unique': { r12: 'broken', r14: 'broken', r16: 'broken', r20: 'broken' },
  'no lines': {
    r20: 'not shown',
    r21: 'not shown',
    r22: 'not shown',
    r23: 'not shown',
    r24: 'not shown',
    r25: 'not shown',
    r26: 'not shown',
    r27: 'not shown',
    r28: 'not shown',
    r29: 'not shown',
    r31: 'not shown',
  },
} as const
export type ExchangeMistake = keyof typeof EXCHANGE_MISTAKES

export interface ExchangeStyle {
  readonly hand: Hand
  readonly surrogate?: boolean
  readonly names?: Partial<Names>
}
const NAMES = {
  garden: 'partner_garden',
  code: 'code',
  gardenName: 'name',
  address: 'address',
  closed: 'closed_on',
  trip: 'trip',
  tripNo: 'trip_no',
  setOut: 'set_out_on',
  accession: 'accession',
  accessionNo: 'accession_no',
  taxon: 'taxon_name',
  dispatch: 'dispatch',
  dispatchNo: 'dispatch_no',
  gardenCode: 'garden_code',
  left: 'left_on',
  line: 'dispatch_line',
  seeds: 'seeds_sent',
  price: 'price',
}
type Names = typeof NAMES

export const SHIPMENT_WORDS: Partial<Names> = {
  garden: 'garden',
  address: 'postal_address',
  trip: 'expedition',
  tripNo: 'expedition_no',
  taxon: 'species',
  dispatch: 'shipment',
  dispatchNo: 'shipment_no',
  left: 'shipped_on',
  line: 'shipment_item',
  seeds: 'quantity',
  price: 'unit_price',
}
export const PLURALS: Partial<Names> = {
  garden: 'gardens',
  trip: 'trips',
  accession: 'accessions',
  dispatch: 'dispatches',
  line: 'dispatch_lines',
  code: 'garden_code',
  gardenName: 'garden_name',
}

export function exchangeScript(
  { hand, surrogate: isNumbered = false, names }: ExchangeStyle,
  mistakes: readonly ExchangeMistake[] = [],
): string {
  const n: Names = { ...NAMES, ...names }
  const has = (mistake: ExchangeMistake): boolean => mistakes.includes(mistake)
  // Two mistakes are possible only where a number stands for the accession.
  const surrogate = isNumbered || has('accession number may be missing') || has('accession number not unique')
  const accessionType = has('accessions are numbers') ? 'INTEGER' : 'VARCHAR(9)'
  const codeType = has('code too short') ? 'CHAR(3)' : 'CHAR(4)'
  const id = (table: string): string => `${table}_id`
  /** A table's key: the natural column, or a surrogate with the natural one unique beside it. */
  const keyed = (name: string, natural: ColumnPlan, rest: readonly ColumnPlan[]): TablePlan =>
    surrogate
      ? {
          name,
          key: [id(name)],
          columns: [
            { name: id(name), type: 'INTEGER', notNull: true, numbers: true },
            { notNull: true, unique: true, ...natural },
            ...rest,
          ],
        }
      : { name, key: [natural.name], columns: [{ ...natural, notNull: true }, ...rest] }
  const to = (
    table: string,
    natural: string,
    own: string,
    type: string,
    more: { notNull?: boolean; unique?: boolean; onDelete?: string; bare?: boolean } = {},
  ): ColumnPlan => {
    const target = surrogate ? id(table) : natural
    return {
      name: surrogate ? id(table) : own,
      type: surrogate ? 'INTEGER' : type,
      notNull: more.notNull ?? true,
      unique: more.unique ?? false,
      ...(more.bare
        ? {}
        : { references: { table, column: target, ...(more.onDelete ? { onDelete: more.onDelete } : {}) } }),
    }
  }
  const garden = keyed(n.garden, { name: n.code, type: codeType }, [
    { name: n.gardenName, type: 'VARCHAR(80)', notNull: true },
    { name: n.address, type: 'VARCHAR(200)', notNull: !has('address optional') },
    { name: n.closed, type: 'DATE', notNull: has('closing day demanded') },
  ])
  const isTurned = has('trip names its accession')
  const isInside = has('trip inside accession')
  const isBetween = has('origin in a table') || has('origin in pairs')
  const toTrip = to(n.trip, n.tripNo, n.tripNo, 'INTEGER', {
    notNull: has('trip demanded'),
    unique: has('one accession per trip'),
    bare: has('no trip reference'),
  })
  const trip = keyed(n.trip, { name: n.tripNo, type: 'INTEGER' }, [
    { name: n.setOut, type: 'DATE', notNull: true },
    ...(isTurned ? [to(n.accession, n.accessionNo, n.accessionNo, accessionType, { notNull: false })] : []),
  ])
  const accession = keyed(
    n.accession,
    {
      name: n.accessionNo,
      type: accessionType,
      ...(has('accession number may be missing') ? { notNull: false } : {}),
      ...(has('accession number not unique') ? { unique: false } : {}),
    },
    [
      { name: n.taxon, type: 'VARCHAR(80)', notNull: !has('taxon optional') },
      ...(isInside
        ? [
            { name: n.tripNo, type: 'INTEGER' },
            { name: `trip_${n.setOut}`, type: 'DATE' },
          ]
        : []),
      ...(isInside || isTurned || isBetween ? [] : [toTrip]),
    ],
  )
  const origin: TablePlan = {
    name: 'origin',
    columns: [
      to(n.accession, n.accessionNo, n.accessionNo, accessionType),
      { ...toTrip, notNull: true, unique: false },
    ],
    key: [surrogate ? id(n.accession) : n.accessionNo, ...(has('origin in pairs') ? [toTrip.name] : [])],
  }
  const before = isInside || isTurned ? [] : [trip]
  const origins = [
    ...before,
    accession,
    ...(isTurned && !isInside ? [trip] : []),
    ...(isBetween && !isInside && !isTurned ? [origin] : []),
  ]
  const dispatch = keyed(n.dispatch, { name: n.dispatchNo, type: 'INTEGER' }, [
    to(n.garden, n.code, n.gardenCode, codeType, {
      notNull: !has('garden optional'),
      unique: has('one dispatch per garden'),
      bare: has('no garden reference'),
      ...(has('dispatches cascade') ? { onDelete: 'CASCADE' } : {}),
    }),
    { name: n.left, type: 'DATE', notNull: !has('day optional') },
  ])
  return writeScript([garden, ...origins, dispatch, ...(has('no lines') ? [] : [linePlan()])], hand)

  function linePlan(): TablePlan {
    const own = [surrogate ? id(n.dispatch) : n.dispatchNo, surrogate ? id(n.accession) : n.accessionNo]
    const decimalPrice = has('small prices') ? 'DECIMAL(5,2)' : 'DECIMAL(6,2)'
    const priceType = has('whole prices') ? 'INTEGER' : decimalPrice
    const numbered = surrogate || has('line number only')
    const natural = has('one line per dispatch') ? [own[0]!] : own
    return {
      name: n.line,
      columns: [
        ...(numbered ? [{ name: 'line_id', type: 'INTEGER', notNull: true, numbers: true }] : []),
        to(
          n.dispatch,
          n.dispatchNo,
          n.dispatchNo,
          'INTEGER',
          has('lines cascade') ? { onDelete: 'CASCADE' } : {},
        ),
        to(n.accession, n.accessionNo, n.accessionNo, accessionType),
        { name: n.seeds, type: 'INTEGER', notNull: !has('seeds optional') },
        { name: n.price, type: priceType, notNull: !has('price optional') },
      ],
      key: numbered ? ['line_id'] : natural,
      uniques: numbered && !has('line number only') ? [natural] : [],
    }
  }
}

/**
 * Everything right, in French names that no glossary holds: paired by shape alone, so that every pair is
 * shown to be looked at.
 */
export const FRENCH = `CREATE TABLE jardin (
  sigle      char(4)      PRIMARY KEY,
  nom        varchar(80)  NOT NULL,
  adresse    varchar(200) NOT NULL,
  ferme_le   date
);
CREATE TABLE voyage (
  voyage     integer PRIMARY KEY,
  depart     date    NOT NULL
);
CREATE TABLE lot (
  lot        char(9)     PRIMARY KEY,
  espece     varchar(80) NOT NULL,
  voyage     integer REFERENCES voyage
);
CREATE TABLE envoi (
  envoi      integer PRIMARY KEY,
  sigle      char(4) NOT NULL REFERENCES jardin,
  parti_le   date    NOT NULL
);
CREATE TABLE ligne (
  envoi      integer NOT NULL REFERENCES envoi,
  lot        char(9) NOT NULL REFERENCES lot,
  graines    integer NOT NULL,
  prix       numeric(6,2) NOT NULL,
  PRIMARY KEY (envoi, lot)
);
`

/**
 * Right but for two things that cannot be told without running it: a type that is made elsewhere, and an
 * index over an expression.
 */
export const UNDECIDED = exchangeScript({ hand: 'inline' })
  .replace('accession_no VARCHAR(9) PRIMARY KEY', 'accession_no accession_code PRIMARY KEY')
  .replace(
    /dispatch_no INTEGER NOT NULL REFERENCES dispatch \(dispatch_no\),([\s\S]*)PRIMARY KEY \(dispatch_no, accession_no\)\n\);/,
    'dispatch_no INTEGER NOT NULL REFERENCES dispatch (dispatch_no),$1line_id integer PRIMARY KEY\n);\nCREATE UNIQUE INDEX one_line ON dispatch_line (dispatch_no, lower(accession_no));',
  )
