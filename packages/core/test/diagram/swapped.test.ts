import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aloud, readLine, EMPTY_DIAGRAM, type Diagram } from '../../src/diagram'
import { emptyExercise, prepareExercise } from '../../src/exercise'
import { markAnswer, proposeSheet } from '../../src/marking'
import { partsOf, elementsOf, type RuleEntry } from '../../src/rules'
import { cards, type Line } from '../support/cards'

const NAMES = ['Guild', 'Mason', 'Quarry', 'Tower'] as const
const VERBS = [
  ['carries', 'rests on'],
  ['pays', 'is paid by'],
  ['guards', 'is guarded by'],
  ['lends to', 'borrows from'],
] as const
const AMOUNTS = ['0 1', '1 1', '0 many', '1 many'] as const

interface Drawn {
  readonly from: number
  readonly to: number
  readonly near: (typeof AMOUNTS)[number]
  readonly far: (typeof AMOUNTS)[number]
}

/** Lines with verbs of their own; of each line to itself roles as well. */
function draw(lines: readonly Drawn[]): Diagram {
  const facts = Object.fromEntries(NAMES.map(name => [name, [`*${name.toLowerCase()} code`, 'note']]))
  return cards(
    facts,
    lines.map(({ from, to, near, far }, i): Line => {
      const roles = from === to ? [`elder ${i}`, `younger ${i}`] : ['', '']
      return {
        verb: VERBS[i]![0],
        back: VERBS[i]![1],
        from: [NAMES[from]!, near, { role: roles[0]! }],
        to: [NAMES[to]!, far, { role: roles[1]! }],
      }
    }),
  )
}

const line = fc.record({
  from: fc.nat({ max: NAMES.length - 1 }),
  to: fc.nat({ max: NAMES.length - 1 }),
  near: fc.constantFrom(...AMOUNTS),
  far: fc.constantFrom(...AMOUNTS),
})
const isOneToMany = ({ near, far }: Drawn): boolean => near.endsWith('1') !== far.endsWith('1')

function marked(model: Diagram, answer: Diagram) {
  const document = {
    ...emptyExercise('Drawn'),
    dialect: 'postgresql' as const,
    sheets: ['diagram' as const],
    level: 'conceptual' as const,
    models: [{ name: 'm', script: '', diagram: model }],
  }
  const rules = proposeSheet(document)
  const exercise = prepareExercise({ ...document, rules })
  const { cells } = markAnswer(exercise, { script: '', diagram: answer })
  return { exercise, cells, wrong: cells.filter(({ verdict }) => verdict !== 'upheld') }
}

describe('a drawing against the rules that it proposes', () => {
  it('upholds them all, and so does what its sentences make when they are read again', () => {
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 4 }), lines => {
        const model = draw(lines)
        expect(marked(model, model).wrong).toEqual([])
      }),
      { numRuns: 150 },
    )
  })

  it('with one and many swapped at a line is found by a rule about that line, and by no other', () => {
    fc.assert(
      fc.property(
        fc.array(line.filter(isOneToMany), { minLength: 1, maxLength: 4 }),
        fc.nat(),
        (lines, at) => {
          const model = draw(lines)
          const i = at % lines.length
          const swapped = lines.map((each, j) =>
            j === i ? { ...each, near: each.far, far: each.near } : each,
          )
          const { exercise, wrong } = marked(model, draw(swapped))
          const told = wrong.map(({ rule, verdict }) => `${rule} ${verdict}`).join(', ')
          const { from, to } = lines[i]!
          const about = [NAMES[from]!, NAMES[to]!].map(name => name.toLowerCase())
          const ofLine = ({ rule, and }: RuleEntry): boolean =>
            partsOf({ rule, ...(and ? { and } : {}) }).some(
              part => about.includes(part.entity) && elementsOf(part).length > 0,
            )
          expect(wrong.length, told).toBeGreaterThan(0)
          const blamed = exercise.document.rules.filter(({ id }) => wrong.some(({ rule }) => rule === id))
          expect(
            blamed.filter(entry => !ofLine(entry)).map(({ sentence }) => sentence),
            told,
          ).toEqual([])
        },
      ),
      { numRuns: 150 },
    )
  })

  it('is the same when its own sentences are read', () => {
    fc.assert(
      fc.property(
        fc.array(
          line.filter(({ from, to }) => from !== to),
          { minLength: 1, maxLength: 3 },
        ),
        lines => {
          const model = draw(lines)
          const again = aloud(model).reduce((diagram, { text }) => {
            const read = readLine(diagram, text.replace(/^One /, ''))
            return read.ok ? read.diagram : diagram
          }, EMPTY_DIAGRAM)
          expect(
            marked(model, again).wrong.map(({ rule, verdict }) => `${rule} ${verdict}`),
            aloud(model)
              .map(({ text }) => text)
              .join('\n'),
          ).toEqual([])
        },
      ),
      { numRuns: 80 },
    )
  })
})
