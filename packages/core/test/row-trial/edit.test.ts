import fc from 'fast-check'
import { expect, it } from 'vitest'
import {
  EMPTY_TRIAL,
  MOST_STEPS,
  addLines,
  askStatement,
  dropLine,
  enterLines,
  parseTrial,
  placeOfLine,
  putBack,
  stopStep,
  strikeRow,
  typeInto,
  type Line,
  type RowTrialDocument,
} from '../../src/row-trial'

const typed = (document: RowTrialDocument, text: string): RowTrialDocument =>
  typeInto(document, { is: 'empty', table: 'bay' }, 'no', text)
const enterAll = (document: RowTrialDocument): RowTrialDocument =>
  enterLines(
    document,
    document.waiting.map((line, at) => ({ place: { is: 'waiting', at }, line })),
  )
/** All lines that are still somewhere. */
function linesIn({ waiting, steps }: RowTrialDocument): Line[] {
  const entered = steps.flatMap(step => (step.is === 'enter' ? step.lines.filter(line => !line.isTaken) : []))
  return [...waiting, ...entered]
}

it('enters lines as one step, and takes a refused one up again where it is typed into', () => {
  const entered = enterAll(typed(typed(EMPTY_TRIAL, '1'), '2'))
  expect(entered.waiting).toEqual([])
  expect(entered.steps).toHaveLength(1)
  const again = typeInto(entered, placeOfLine(entered, 2)!, 'no', '3')
  expect(again.waiting).toEqual([{ id: 2, table: 'bay', cells: { no: '3' } }])
  expect(placeOfLine(again, 2)).toEqual({ is: 'waiting', at: 0 })
  expect(putBack(again, 0).waiting.map(({ id }) => id)).toEqual([1, 2])
})

it('enters no line in which nothing is typed', () => {
  expect(enterAll(addLines(EMPTY_TRIAL, [{ table: 'bay', cells: { no: ' ' } }])).steps).toEqual([])
})

it('puts back step by step, and marks what took too long', () => {
  const struck = strikeRow(enterAll(typed(EMPTY_TRIAL, '1')), { table: 'bay', cells: { no: '1' } })
  expect(putBack(struck, 1).steps).toHaveLength(1)
  expect(putBack(struck, 1).waiting).toEqual([])
  expect(stopStep(struck, 1).steps.map(({ isStopped }) => isStopped)).toEqual([undefined, true])
})

it('refuses more steps than are kept, and says so', () => {
  let full = EMPTY_TRIAL
  for (let i = 0; i < MOST_STEPS; i++) full = askStatement(full, 'SELECT 1')
  expect(() => askStatement(full, 'SELECT 1')).toThrow(/put some back first/)
})

it('refuses more lines than are kept, and keeps those that are there', () => {
  const lines = Array.from({ length: 1999 }, (_, i) => ({ table: 'bay', cells: { no: String(i) } }))
  const many = addLines(EMPTY_TRIAL, lines)
  expect(addLines(many, lines.slice(0, 1)).waiting).toHaveLength(2000)
  expect(() => addLines(many, lines.slice(0, 2))).toThrow(/enter some first/)
})

it('loses no line but those thrown away, whatever is done, and gives each a number of its own', () => {
  const deed = fc.oneof(
    fc.record({ do: fc.constant('type' as const), text: fc.constantFrom('1', '2', 'x') }),
    fc.record({ do: fc.constant('change' as const), id: fc.nat(9) }),
    fc.record({ do: fc.constant('drop' as const), id: fc.nat(9) }),
    fc.constant({ do: 'enter' as const }),
    fc.constant({ do: 'ask' as const }),
    fc.record({ do: fc.constant('back' as const), by: fc.nat(3) }),
  )
  fc.assert(
    fc.property(fc.array(deed, { maxLength: 25 }), deeds => {
      let document = EMPTY_TRIAL
      let lines = 0
      for (const one of deeds) {
        const place = 'id' in one ? placeOfLine(document, one.id) : undefined
        if (one.do === 'type') [document, lines] = [typed(document, one.text), lines + 1]
        if (one.do === 'change' && place) document = typeInto(document, place, 'no', '9')
        if (one.do === 'drop' && place) [document, lines] = [dropLine(document, place), lines - 1]
        if (one.do === 'enter') document = enterAll(document)
        if (one.do === 'ask') document = askStatement(document, 'SELECT 1')
        if (one.do === 'back') document = putBack(document, Math.max(0, document.steps.length - one.by))
        const ids = linesIn(document).map(({ id }) => id)
        expect(ids).toHaveLength(lines)
        expect(new Set(ids).size).toBe(ids.length)
      }
      expect(parseTrial(JSON.stringify(document))).toEqual(document)
    }),
    { numRuns: 300 },
  )
})

it('says what it cannot read', () => {
  expect(parseTrial('')).toEqual(EMPTY_TRIAL)
  expect(parseTrial('{"waiting": 1}')).toBeNull()
  expect(parseTrial('not JSON')).toBeNull()
})
