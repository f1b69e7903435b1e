import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { likePairs, type Likenable } from '@nomenklatura/core/marking'

const PAIR = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/who-collected-what.json', 'utf8')),
)
const one = (id: string, script: string, mistakes: Likenable['mistakes'] = []): Likenable => ({
  id,
  answer: { script },
  mistakes,
})
const PLAIN = (table: string, more = ''): string => `CREATE TABLE ${table} (
  trip_no integer NOT NULL REFERENCES trip,
  collector_code char(3) NOT NULL REFERENCES collector,${more}
  role varchar(30) NOT NULL,
  PRIMARY KEY (trip_no, collector_code)
);`
/** Written independently: the brief's words, each in a usual order. */
const CLASS = [
  'participation',
  'trip_collector',
  'collector_trip',
  'participations',
  'trip_role',
  'took_part',
].map((table, i) => one(`s${i}`, PLAIN(table)))
const ODD = `-- as said in the lobby
CREATE TABLE zwischenliste (
  trip_no integer NOT NULL REFERENCES trip ,
  collector_code char(3) NOT NULL REFERENCES collector ,
  rolle varchar(37) NOT NULL,
  PRIMARY KEY ( trip_no, collector_code )
);`

describe('likeness', () => {
  it('tells nothing of who writes what the exercise says', () => {
    expect(likePairs(CLASS, PAIR)).toEqual([])
  })

  it('finds two with the same odd names, words and spaces, and shows both as they wrote it', () => {
    const [pair, ...others] = likePairs(
      [...CLASS, one('a', ODD), one('b', ODD.replace('zwischenliste', 'ZwischenListe'))],
      PAIR,
    )
    expect(others).toEqual([])
    expect(pair!.ids).toEqual(['a', 'b'])
    expect(pair!.shared).toContainEqual({
      kind: 'name',
      as: ['zwischenliste', 'ZwischenListe'],
      lines: ['CREATE TABLE zwischenliste (', 'CREATE TABLE ZwischenListe ('],
      holders: 2,
    })
    expect(new Set(pair!.shared.map(({ kind }) => kind))).toEqual(new Set(['name', 'text', 'spacing']))
  })

  it('does not take for unusual what many have', () => {
    const many = Array.from({ length: 6 }, (_, i) => one(`m${i}`, ODD))
    expect(likePairs([...CLASS, ...many], PAIR)).toEqual([])
  })

  it('makes no remark on mistakes alone, which have one cause often', () => {
    const mistakes = ['r1', 'r2', 'r3', 'r4'].map(key => ({ key, as: key }))
    expect(
      likePairs(
        [...CLASS, one('a', PLAIN('participation'), mistakes), one('b', PLAIN('took_part'), mistakes)],
        PAIR,
      ),
    ).toEqual([])
  })

  it('finds a copy under other names by the rest, whatever the order of the class', () => {
    const renamed = ODD.replaceAll('zwischenliste', 'teilnahme_x')
    const mistakes = [{ key: 'r1 size', as: 'the size' }]
    const all = [...CLASS, one('a', ODD, mistakes), one('b', renamed, mistakes)]
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), shuffled => {
        const pairs = likePairs(shuffled, PAIR)
        expect(pairs.map(({ ids }) => [...ids].sort())).toEqual([['a', 'b']])
      }),
      { numRuns: 20 },
    )
  })
})
