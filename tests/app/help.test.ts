import { CATALOGUE } from '@nomenklatura/core/findings'
import { describe, expect, it } from 'vitest'
import { HELP_SCREENS, helpNotes } from '../../app/utils/help'

describe('help', () => {
  it('has a note for each finding, under a name of its own, that says something', () => {
    const notes = helpNotes()
    expect(notes.map(({ code }) => code).sort()).toEqual(Object.keys(CATALOGUE).sort())
    expect(new Set(notes.map(({ group, title }) => `${group} ${title}`)).size).toBe(notes.length)
    for (const { code, says, why, title } of notes) {
      expect(`${says} ${why} ${title}`, code).not.toMatch(/undefined|NaN|\[object/)
      expect(Math.min(says.length, why.length), code).toBeGreaterThan(10)
    }
  })

  it('names each screen once', () => {
    expect(new Set(HELP_SCREENS.map(({ id }) => id)).size).toBe(HELP_SCREENS.length)
  })
})
