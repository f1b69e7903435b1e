import { describe, expect, it } from 'vitest'
import { fittingOffers, type Offer } from '../../app/utils/offers'

const OFFERS: readonly Offer[] = [
  { label: 'trip_no', type: 'property' },
  { label: 'trip', type: 'class' },
  { label: 'Trip', type: 'class' },
  { label: '"Trip total"', type: 'class' },
  { label: 'no', type: 'property' },
  { label: 'NOT NULL', type: 'keyword' },
  { label: 'NUMERIC', type: 'keyword' },
  ...Array.from({ length: 90 }, (_, i): Offer => ({ label: `x_${i}` })),
]
const labels = (typed: string, isAsked = false): string[] =>
  fittingOffers(OFFERS, typed, isAsked).map(({ label }) => label)

describe('what an editor offers', () => {
  it('what begins so, then what has a part that does, each once', () => {
    expect(labels('tri')).toEqual(['trip_no', 'trip', '"Trip total"'])
    expect(labels('n')).toEqual(['no', 'not null', 'numeric'])
  })
  it('nothing while one types for a word that stands there whole, so that Tab moves on', () => {
    expect(labels('TRIP')).toEqual([])
    expect(labels('trip', true)).toEqual(['trip_no', '"Trip total"'])
  })
  it('words of SQL in the case in which they are typed', () => {
    expect(labels('NO')).toEqual([])
    expect(labels('NOT')).toEqual(['NOT NULL'])
    expect(labels('not')).toEqual(['not null'])
  })
  it('a short list while one types, more when asked', () => {
    expect(labels('x_')).toHaveLength(8)
    expect(labels('x_', true)).toHaveLength(60)
  })
})
