import { describe, expect, it } from 'vitest'
import { reviewScript } from '@nomenklatura/core/sql'
import { SILENT_MISTAKES } from './support/silent-mistakes'

describe('a mistake that a teacher would name', () => {
  it.each(SILENT_MISTAKES.map(mistake => [mistake.note, mistake] as const))(
    'is told: %s',
    (_, { script, dialect = 'postgresql', code }) => {
      const told: string[] = reviewScript(script, { dialect }).findings.map(finding => finding.code)
      expect(told.some(other => code.includes(other)) ? [] : { told, expected: code }).toEqual([])
    },
  )

  it('and there are forty of them', () => {
    expect(SILENT_MISTAKES.length).toBeGreaterThanOrEqual(40)
  })
})
