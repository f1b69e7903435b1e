import { describe, expect, it } from 'vitest'
import { DIALECTS } from '@nomenklatura/core/schema'
import { reviewScript } from '@nomenklatura/core/sql'
import { RIGHT_SCRIPTS } from './support/right-scripts'

describe.each(DIALECTS)('what is right in %s', dialect => {
  it.each(RIGHT_SCRIPTS[dialect].map(script => [script]))('is no error: %s', script => {
    const errors = reviewScript(script, { dialect }).findings.filter(({ severity }) => severity === 'error')
    expect(errors.map(({ code, place }) => `${code} at ${script.slice(place.start, place.end)}`)).toEqual([])
  })
})

it('are at least sixty', () => {
  expect(Object.values(RIGHT_SCRIPTS).flat().length).toBeGreaterThanOrEqual(60)
})
