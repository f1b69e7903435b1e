import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  EMPTY_DIAGRAM,
  LEVELS,
  aloud,
  diagramFromSchema,
  nameReferences,
  readLine,
  schemaFromDiagram,
  type Diagram,
  type Level,
} from '../../src/diagram'
import { emptyExercise, prepareExercise, type MarkableAnswer } from '../../src/exercise'
import type { TableSheetName } from '../../src/findings'
import { markAnswer, proposeSheet } from '../../src/marking'
import { partsOf } from '../../src/rules'
import { readScript, writeScript } from '../../src/sql'
import { cards, type Line } from '../support/cards'

/** Cards of an invented brickyard; facts with types, so that each level has what it asks for. */
const CARDS = ['Kiln', 'Brick', 'Carter', 'Order', 'Claypit'] as const
const FACTS = ['weight:whole number', 'colour:text:20', 'fired on:date', 'remark:text:200'] as const
const VERBS = [
  ['heats', 'is heated in'],
  ['carries', 'is carried by'],
  ['fills', 'is filled by'],
  ['feeds', 'is fed from'],
] as const

const ROLES = [
  ['elder', 'younger'],
  ['upper', 'lower'],
  ['giver', 'taker'],
  ['master', 'pupil'],
] as const

interface Drawn {
  readonly level: Level
  readonly facts: readonly (readonly { readonly fact: number; readonly mark: '' | '!' | '?' }[])[]
  readonly lines: readonly {
    readonly from: number
    readonly to: number
    readonly near: string
    readonly far: string
  }[]
}

const drawing = (level: Level): fc.Arbitrary<Drawn> => {
  const far = level === 'conceptual' ? ['0 many', '1 many', '0 1'] : ['0 many', '0 1']
  return fc.record({
    level: fc.constant(level),
    facts: fc.array(
      fc.uniqueArray(
        fc.record({
          fact: fc.nat({ max: FACTS.length - 1 }),
          mark: level === 'physical' ? fc.constantFrom('!', '?') : fc.constant('' as const),
        }),
        { selector: ({ fact }) => fact, maxLength: 3 },
      ),
      { minLength: 2, maxLength: CARDS.length },
    ),
    lines: fc.array(
      fc.record({
        from: fc.nat({ max: CARDS.length - 1 }),
        to: fc.nat({ max: CARDS.length - 1 }),
        // Many to many is right at conceptual level alone.
        near: fc.constantFrom('0 1', '1 1', ...(level === 'conceptual' ? ['0 many'] : [])),
        far: fc.constantFrom(...far),
      }),
      { maxLength: VERBS.length },
    ),
  }) as fc.Arbitrary<Drawn>
}

function diagramOf({ level, facts, lines }: Drawn): Diagram {
  const named = CARDS.slice(0, facts.length)
  const known = lines.filter(({ from, to }) => from < named.length && to < named.length)
  const drawn = cards(
    Object.fromEntries(
      named.map((name, i) => [
        name,
        [
          `*${name.toLowerCase()} no:whole number`,
          ...facts[i]!.map(({ fact, mark }) => `${FACTS[fact]!}${mark}`),
        ],
      ]),
    ),
    known.map(({ from, to, near, far }, i): Line => {
      // Verbs are in no script: what joins the same two cards again, or a card to itself, has roles.
      const isAgain = known.some(
        (other, j) => j < i && [from, to].sort().join() === [other.from, other.to].sort().join(),
      )
      const roles = from === to || isAgain ? ROLES[i]! : ['', '']
      return {
        verb: VERBS[i]![0],
        back: VERBS[i]![1],
        // An end to itself that must be there would never begin.
        from: [named[from]!, from === to && near === '1 1' ? '0 1' : near, { role: roles[0] }],
        to: [named[to]!, far, { role: roles[1] }],
      }
    }),
    { level },
  )
  return level === 'physical' ? nameReferences(EMPTY_DIAGRAM, drawn) : drawn
}

/** Everything that is said, read into an empty sheet of the same level. */
function readBack(diagram: Diagram): Diagram {
  const read = aloud(diagram).reduce(
    (before: Diagram, { text }) => {
      const line = readLine(before, text.replace(/\.$/, ''))
      if (!line.ok) throw new Error(`${text} ${line.fault.message}`)
      return { ...line.diagram, level: diagram.level }
    },
    { ...EMPTY_DIAGRAM, level: diagram.level },
  )
  return diagram.level === 'physical' ? nameReferences(EMPTY_DIAGRAM, read) : read
}

/** What an answer on one sheet does not uphold of the rules that follow from the model diagram. */
function lost(
  model: Diagram,
  sheet: TableSheetName,
  answer: Partial<MarkableAnswer>,
  isDrawnAgain = false,
): string[] {
  const document = {
    ...emptyExercise('Brickyard'),
    dialect: 'postgresql' as const,
    sheets: ['diagram' as const, 'script' as const],
    level: model.level,
    models: [{ name: 'm', script: '', diagram: model }],
  }
  const rules = proposeSheet(document)
  const { cells } = markAnswer(prepareExercise({ ...document, sheets: [sheet], rules }), {
    script: '',
    ...answer,
  })
  return (
    cells
      .filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, verdict }) => ({ entry: rules.find(({ id }) => id === rule)!, verdict }))
      // That there is one at least on the far side no schema says.
      .filter(({ entry }) => !isDrawnAgain || !partsOf(entry).some(({ kind }) => kind === 'hasSome'))
      .map(({ entry, verdict }) => `${entry.sentence} ${JSON.stringify(partsOf(entry))}: ${verdict}`)
  )
}

describe.each(LEVELS)('a drawing of the %s level', level => {
  it('drawn, said, read, mapped to a script and drawn again is full marks at each step', () => {
    fc.assert(
      fc.property(drawing(level), plan => {
        const model = diagramOf(plan)
        expect(lost(model, 'diagram', { diagram: model }), 'drawn').toEqual([])
        const read = readBack(model)
        expect(lost(model, 'diagram', { diagram: read }), 'read back').toEqual([])
        // Types are not said at conceptual level: the script is made of the drawing itself there.
        const mapped = schemaFromDiagram(level === 'conceptual' ? model : read).schema
        const { text } = writeScript(mapped, { to: 'postgresql' })
        expect(lost(model, 'script', { script: text }, true), text).toEqual([])
        const again = diagramFromSchema(readScript(text).schema, level)
        expect(lost(model, 'diagram', { diagram: again }, true), 'drawn again').toEqual([])
      }),
      { numRuns: 60 },
    )
  })
})

describe.each(LEVELS)('names at the %s level', level => {
  /** Words that are like none of the model's, and none of each other. */
  const OTHER: Readonly<Record<string, string>> = {
    'Kiln': 'Ofen',
    'Brick': 'Ziegel',
    'Carter': 'Fuhrmann',
    'Order': 'Auftrag',
    'Claypit': 'Lehmgrube',
    'kiln no': 'onr',
    'brick no': 'znr',
    'carter no': 'fnr',
    'order no': 'anr',
    'claypit no': 'lnr',
    'weight': 'gewicht',
    'colour': 'farbe',
    'fired on': 'gebrannt',
    'remark': 'bemerkung',
  }
  /** What the model has goes under other names; what it has not keeps its own. */
  const renamed = (diagram: Diagram, model: Diagram): Diagram => {
    const known = new Set(
      model.entities.flatMap(({ name, attributes }) => [name, ...attributes.map(fact => fact.name)]),
    )
    const other = (name: string): string => (known.has(name) ? OTHER[name]! : name)
    const plain: Diagram = {
      ...diagram,
      entities: diagram.entities.map(card => ({
        ...card,
        name: other(card.name),
        attributes: card.attributes.map(fact => ({ ...fact, name: other(fact.name) })),
      })),
      relationships: diagram.relationships.map(line => ({
        ...line,
        ends: line.ends.map(({ columns: _, ...end }) => end),
      })),
    }
    return nameReferences(EMPTY_DIAGRAM, plain)
  }
  const glossaryOf = (model: Diagram): { element: string; names: string[] }[] =>
    model.entities.flatMap(({ name, attributes }) => [
      { element: name.toLowerCase(), names: [OTHER[name]!] },
      ...attributes.map(fact => ({
        element: `${name.toLowerCase()}.${fact.name}`,
        names: [OTHER[fact.name]!],
      })),
    ])
  const verdicts = (model: Diagram, answer: Diagram): string[] => {
    const document = {
      ...emptyExercise('Brickyard'),
      dialect: 'postgresql' as const,
      sheets: ['diagram' as const],
      level: model.level,
      models: [{ name: 'm', script: '', diagram: model }],
      glossary: glossaryOf(model),
    }
    const rules = proposeSheet(document)
    return markAnswer(prepareExercise({ ...document, rules }), { script: '', diagram: answer }).cells.map(
      ({ rule, verdict }) => `${rule} ${verdict}: ${rules.find(({ id }) => id === rule)!.sentence}`,
    )
  }
  /** The model's own drawing with mistakes: lines turned round or left out, facts left out, amounts changed. */
  const mistaken = (plan: Drawn, slips: readonly string[]): Diagram =>
    diagramOf({
      ...plan,
      facts: plan.facts.map((facts, i) => (slips[i] === 'less' ? facts.slice(1) : facts)),
      lines: plan.lines.flatMap((line, i) => {
        switch (slips[CARDS.length + i]) {
          case 'less':
            return []
          case 'turned':
            return [{ ...line, from: line.to, to: line.from }]
          case 'one':
            return [{ ...line, near: '1 1', far: '0 1' }]
          default:
            return [line]
        }
      }),
    })
  const places = CARDS.length + VERBS.length
  const slip = fc.constantFrom('less', 'turned', 'one')
  it('whatever slip there is, other names that the glossary knows change no verdict', () => {
    fc.assert(
      fc.property(drawing(level), fc.nat({ max: places - 1 }), slip, (plan, at, how) => {
        const [model, answer] = [
          diagramOf(plan),
          mistaken(
            plan,
            Array.from({ length: places }, (_, i) => (i === at ? how : '')),
          ),
        ]
        expect(verdicts(model, renamed(answer, model))).toEqual(verdicts(model, answer))
      }),
      { numRuns: 60 },
    )
  })
  it('where many come together, they say nothing contrary', () => {
    fc.assert(
      fc.property(
        drawing(level),
        fc.array(fc.option(slip, { nil: '' }), { minLength: places, maxLength: places }),
        (plan, made) => {
          const [model, answer] = [diagramOf(plan), mistaken(plan, made)]
          const others = verdicts(model, renamed(answer, model))
          const contrary = verdicts(model, answer).filter(
            (own, i) =>
              own !== others[i] && ![own, others[i]!].some(line => / (?:cannot tell|not shown): /.test(line)),
          )
          expect(contrary).toEqual([])
        },
      ),
      { numRuns: 60 },
    )
  })
})
