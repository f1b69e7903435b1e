import { writeScript, type ColumnPlan, type Hand, type TablePlan } from './write-script'

/** Typical mistakes in "Exchange with partner gardens", each with the verdicts it must lead to; every other rule must stay upheld. */
export const EXCHANGE_MISTAKES = {
  'trip demanded': { r18: 'too strict' },
  'no garden reference': { r8: 'broken', r30: 'broken' },
  'no trip reference': { r19: 'broken' },
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
  'no lines': {
    r20: 'not shown', r21: 'not shown', r22: 'not shown', r23: 'not shown', r24: 'not shown', r25: 'not shown', r26: 'not shown', r27: 'not shown', r28: 'not shown', r29: 'not shown',
  },
} as const
export type ExchangeMistake = keyof typeof EXCHANGE_MISTAKES

export interface ExchangeStyle { readonly hand: Hand, readonly surrogate?: boolean, readonly names?: Partial<Names> }
const NAMES = {
  garden: 'partner_garden', code: 'code', gardenName: 'name', address: 'address', closed: 'closed_on', trip: 'trip', tripNo: 'trip_no', setOut: 'set_out_on',
  accession: 'accession', accessionNo: 'accession_no', taxon: 'taxon_name', dispatch: 'dispatch', dispatchNo: 'dispatch_no', gardenCode: 'garden_code', left: 'left_on',
  line: 'dispatch_line', seeds: 'seeds_sent', price: 'price',
}
type Names = typeof NAMES

export const SHIPMENT_WORDS: Partial<Names> = {
  garden: 'garden', address: 'postal_address', trip: 'expedition', tripNo: 'expedition_no', taxon: 'species', dispatch: 'shipment', dispatchNo: 'shipment_no',
  left: 'shipped_on', line: 'shipment_item', seeds: 'quantity', price: 'unit_price',
}
export const PLURALS: Partial<Names> = {
  garden: 'gardens', trip: 'trips', accession: 'accessions', dispatch: 'dispatches', line: 'dispatch_lines', code: 'garden_code', gardenName: 'garden_name',
}

export function exchangeScript({ hand, surrogate = false, names }: ExchangeStyle, mistakes: readonly ExchangeMistake[] = []): string {
  const n: Names = { ...NAMES, ...names }
  const has = (mistake: ExchangeMistake): boolean => mistakes.includes(mistake)
  const accessionType = has('accessions are numbers') ? 'INTEGER' : 'VARCHAR(9)'
  const codeType = has('code too short') ? 'CHAR(3)' : 'CHAR(4)'
  const id = (table: string): string => `${table}_id`
  /** A table's key: the natural column, or a surrogate with the natural one unique beside it. */
  const keyed = (name: string, natural: ColumnPlan, rest: readonly ColumnPlan[]): TablePlan => surrogate
    ? { name, key: [id(name)], columns: [{ name: id(name), type: 'INTEGER', notNull: true, numbers: true }, { ...natural, notNull: true, unique: true }, ...rest] }
    : { name, key: [natural.name], columns: [{ ...natural, notNull: true }, ...rest] }
  const to = (table: string, natural: string, own: string, type: string, more: { notNull?: boolean, unique?: boolean, onDelete?: string, bare?: boolean } = {}): ColumnPlan => {
    const target = surrogate ? id(table) : natural
    return {
      name: surrogate ? id(table) : own, type: surrogate ? 'INTEGER' : type, notNull: more.notNull ?? true, unique: more.unique ?? false,
      ...more.bare ? {} : { references: { table, column: target, ...more.onDelete ? { onDelete: more.onDelete } : {} } },
    }
  }
  const garden = keyed(n.garden, { name: n.code, type: codeType }, [
    { name: n.gardenName, type: 'VARCHAR(80)', notNull: true }, { name: n.address, type: 'VARCHAR(200)', notNull: !has('address optional') },
    { name: n.closed, type: 'DATE', notNull: has('closing day demanded') },
  ])
  const trip = keyed(n.trip, { name: n.tripNo, type: 'INTEGER' }, [{ name: n.setOut, type: 'DATE', notNull: true }])
  const accession = keyed(n.accession, { name: n.accessionNo, type: accessionType }, [
    { name: n.taxon, type: 'VARCHAR(80)', notNull: !has('taxon optional') },
    to(n.trip, n.tripNo, n.tripNo, 'INTEGER', { notNull: has('trip demanded'), bare: has('no trip reference') }),
  ])
  const dispatch = keyed(n.dispatch, { name: n.dispatchNo, type: 'INTEGER' }, [
    to(n.garden, n.code, n.gardenCode, codeType, {
      notNull: !has('garden optional'), unique: has('one dispatch per garden'), bare: has('no garden reference'), ...has('dispatches cascade') ? { onDelete: 'CASCADE' } : {},
    }),
    { name: n.left, type: 'DATE', notNull: !has('day optional') },
  ])
  return writeScript([garden, trip, accession, dispatch, ...has('no lines') ? [] : [linePlan()]], hand)

  function linePlan(): TablePlan {
    const own = [surrogate ? id(n.dispatch) : n.dispatchNo, surrogate ? id(n.accession) : n.accessionNo]
    const priceType = has('whole prices') ? 'INTEGER' : has('small prices') ? 'DECIMAL(5,2)' : 'DECIMAL(6,2)'
    const numbered = surrogate || has('line number only')
    return {
      name: n.line,
      columns: [
        ...numbered ? [{ name: 'line_id', type: 'INTEGER', notNull: true, numbers: true }] : [],
        to(n.dispatch, n.dispatchNo, n.dispatchNo, 'INTEGER', has('lines cascade') ? { onDelete: 'CASCADE' } : {}),
        to(n.accession, n.accessionNo, n.accessionNo, accessionType),
        { name: n.seeds, type: 'INTEGER', notNull: !has('seeds optional') }, { name: n.price, type: priceType, notNull: !has('price optional') },
      ],
      key: numbered ? ['line_id'] : has('one line per dispatch') ? [own[0]!] : own,
      uniques: numbered && !has('line number only') ? [has('one line per dispatch') ? [own[0]!] : own] : [],
    }
  }
}
