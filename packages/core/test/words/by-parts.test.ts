import { describe, expect, it } from 'vitest'
import { nearestByParts } from '../../src/language'

describe('a name by parts of it', () => {
  const names = ['accession_no', 'trip_no', 'taxonName', 'collector code', 'family', 'trip_day']
  it.each([
    ['accession', 'accession_no'],
    ['acc_no', 'accession_no'],
    ['no_trip', 'trip_no'],
    ['taxon', 'taxonName'],
    ['collectors', 'collector code'],
    ['day', 'trip_day'],
    ['coll_code', 'collector code'],
  ])('%s means %s', (written, meant) => expect(nearestByParts(written, names)).toBe(meant))
  it.each(['trip', 'no', 'x', 'weight', 'trip_no_no', ''])('%s means none of them, or several', written =>
    expect(nearestByParts(written, names)).toBeUndefined(),
  )
})
