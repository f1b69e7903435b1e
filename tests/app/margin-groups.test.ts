import { expect, it } from 'vitest'
import type { Finding } from '@nomenklatura/core/findings'
import { errorsIn, groupsOfOthers } from '../../app/utils/margin-groups'

const note = (code: Finding['code'], severity: Finding['severity'], start: number): Finding => ({
  code,
  severity,
  sheet: 'dictionary',
  place: { start, end: start + 1 },
  params: {},
})
const NOTES = [
  note('types.unknown', 'remark', 0),
  ...Array.from({ length: 4 }, (_, i) => note('names.style', 'habit', i)),
  note('keys.no-primary', 'flaw', 9),
  note('syntax.missing-comma', 'error', 5),
  note('types.unknown', 'remark', 7),
]

it('tells errors one by one, apart from all else', () => {
  expect(errorsIn(NOTES).map(({ code }) => code)).toEqual(['syntax.missing-comma'])
})

it('puts many of a kind together, few apart, the graver first, and loses none', () => {
  const groups = groupsOfOthers(NOTES)
  expect(groups.map(({ code, notes }) => [code, notes.length])).toEqual([
    ['keys.no-primary', 1],
    ['names.style', 4],
    ['types.unknown', 1],
    ['types.unknown', 1],
  ])
  expect(groups.flatMap(({ notes }) => notes).length + errorsIn(NOTES).length).toBe(NOTES.length)
})
