import { writeScript, type Hand, type TablePlan } from './write-script'

/**
 * Typical mistakes in "Who collected what", each with the verdicts it must lead to; every other rule must
 * stay upheld.
 */
export const PAIR_MISTAKES = {
  'surrogate only': { r1: 'broken' },
  'role in key': { r1: 'broken' },
  'no collector reference': { r8: 'broken' },
  'no trip reference': { r5: 'broken' },
  'role optional': { r10: 'broken' },
  'key is the trip': { r2: 'too strict' },
  'key is the collector': { r3: 'too strict' },
  'nothing demanded': { r1: 'broken', r4: 'broken', r7: 'broken', r10: 'broken' },
} as const
export type PairMistake = keyof typeof PAIR_MISTAKES

export interface PairStyle {
  readonly hand: Hand
  readonly surrogate?: boolean
  readonly names?: PairNames
}
interface PairNames {
  readonly table: string
  readonly trip: string
  readonly collector: string
  readonly role: string
}

const NAMES: PairNames = {
  table: 'participation',
  trip: 'trip_no',
  collector: 'collector_code',
  role: 'role',
}
export const CREW: PairNames = { table: 'crew', trip: 'trip', collector: 'member_code', role: 'duty' }
export const STAFF: PairNames = {
  table: 'travelled_with',
  trip: 'expedition_nr',
  collector: 'person_id',
  role: 'task',
}

export function pairScript(
  { hand, surrogate = false, names = NAMES }: PairStyle,
  mistakes: readonly PairMistake[] = [],
): string {
  const has = (mistake: PairMistake): boolean => mistakes.includes(mistake)
  const free = has('nothing demanded')
  const numbered = surrogate || has('surrogate only')
  const pair = [names.trip, names.collector]
  const key = (): string[] => {
    if (free) return []
    if (numbered) return ['id']
    if (has('role in key')) return [...pair, names.role]
    if (has('key is the trip')) return [names.trip]
    return has('key is the collector') ? [names.collector] : pair
  }
  const table: TablePlan = {
    name: names.table,
    columns: [
      ...(numbered ? [{ name: 'id', type: 'INTEGER', notNull: true, numbers: true }] : []),
      {
        name: names.trip,
        type: 'INTEGER',
        notNull: !free,
        ...(has('no trip reference') ? {} : { references: { table: 'trip', column: 'trip_no' } }),
      },
      {
        name: names.collector,
        type: 'CHAR(3)',
        notNull: !free,
        ...(has('no collector reference') ? {} : { references: { table: 'collector', column: 'code' } }),
      },
      { name: names.role, type: 'VARCHAR(30)', notNull: !free && !has('role optional') },
    ],
    key: key(),
    uniques: surrogate && !has('surrogate only') ? [pair] : [],
  }
  return writeScript([table], hand)
}
