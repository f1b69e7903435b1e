import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { upgradeMarking, type MarkingV1 } from '../../src/marking'
import { reasonBefore, reasonForStudent, reasonInWords, say } from '../../src/words'

/** Markings that the engine of version 8 stored: finished sentences, and no version. */
const OLD = JSON.parse(
  readFileSync(new URL('./markings-v1.json', import.meta.url), 'utf8'),
) as readonly MarkingV1[]

describe('a marking that was stored before reasons were codes', () => {
  it.each(OLD.map((old, i) => [i + 1, old] as const))('%i says every sentence as it did', (_, old) => {
    const marking = upgradeMarking(old)
    expect(marking.version).toBe(2)
    for (const [i, { because, witness }] of old.cells.entries()) {
      const now = marking.cells[i]!
      expect(now.because.map(reasonInWords)).toEqual(because.map(({ sentence }) => sentence))
      expect(now.because.map(reasonForStudent)).toEqual(because.map(({ sentence, told = sentence }) => told))
      expect(now.because.map(reasonBefore)).toEqual(
        because.map(({ sentence, hint = sentence }) => (hint === '' ? null : hint)),
      )
      expect(now.because.map(({ place }) => place)).toEqual(because.map(({ place }) => place))
      expect(now.witness?.by && say(now.witness.by)).toEqual(witness?.by)
    }
  })

  it.each(OLD.map((old, i) => [i + 1, old] as const))(
    '%i loses nothing else, and is whole at once',
    (_, old) => {
      const { version: _v, cells, ...rest } = upgradeMarking(old)
      const { cells: before, ...restBefore } = old
      expect(rest).toEqual(restBefore)
      const bare = (cell: object): object => ({ ...cell, because: null, witness: null })
      expect(cells.map(bare)).toEqual(before.map(bare))
      const marking = upgradeMarking(old)
      expect(upgradeMarking(marking)).toBe(marking)
    },
  )
})
