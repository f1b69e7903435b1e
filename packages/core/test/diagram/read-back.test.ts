import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  EMPTY_DIAGRAM,
  Diagram,
  addEntity,
  aloud,
  changeEntity,
  changeFacts,
  newFact,
  readLine,
  type DiagramAttribute,
  type DiagramEnd,
  type Level,
} from '../../src/diagram'

/**
 * What is said aloud of a diagram makes the same diagram where it is read: everything that can be drawn can
 * be written. Cards of an invented lighthouse service.
 */
const CARDS = ['Lamp house', 'Keeper', 'Signal', 'Watch', 'Logbook']
const FACTS = ['number', 'height', 'date of repair', 'remark', 'colour']
const VERBS = [
  ['burns in', 'lights'],
  ['is kept by', 'keeps'],
  ['names', 'is named in'],
]
const NO_FACTS: Partial<DiagramAttribute> = {}

const amount = fc.constantFrom<Pick<DiagramEnd, 'least' | 'most'>>(
  { least: null, most: null },
  { least: null, most: 'one' },
  { least: null, most: 'many' },
  { least: 0, most: 'one' },
  { least: 1, most: 'one' },
  { least: 0, most: 'many' },
  { least: 1, most: 'many' },
  { least: 2, most: 'many' },
  { least: 0, most: 3 },
  { least: 2, most: 5 },
  { least: 1, most: 4 },
)
const mark = fc.constantFrom<Partial<DiagramAttribute>>(
  NO_FACTS,
  { required: false },
  { several: true },
  { derived: true },
  { parts: ['first', 'last'] },
  { note: 'as it is written on the door; not otherwise' },
)
const physicalMark = fc.constantFrom<Partial<DiagramAttribute>>(
  { required: true, type: 'text', size: '20' },
  { type: 'decimal', size: '6,2', default: '0' },
  { type: 'whole number', numbering: { start: 100, step: 5 } },
)
const levels = fc.constantFrom<Level>('conceptual', 'logical', 'physical')
const drawing = fc.record({
  level: levels,
  cards: fc.array(
    fc.record({
      facts: fc.uniqueArray(fc.record({ name: fc.constantFrom(...FACTS), mark, physicalMark }), {
        selector: ({ name }) => name,
        maxLength: 4,
      }),
      told: fc.nat(2),
      alike: fc.array(fc.uniqueArray(fc.nat(3), { minLength: 1, maxLength: 3 }), { maxLength: 2 }),
    }),
    { minLength: 3, maxLength: 5 },
  ),
  lines: fc.array(
    fc.record({
      from: fc.nat(4),
      to: fc.nat(4),
      near: amount,
      far: amount,
      own: fc.boolean(),
      action: fc.constantFrom(undefined, 'cascade' as const, 'set null' as const, 'restrict' as const),
      isKey: fc.boolean(),
    }),
    { maxLength: 3 },
  ),
  /** The first line says within what its first card is identified. */
  isWeak: fc.boolean(),
  meets: fc.option(fc.tuple(amount, amount, amount)),
  kinds: fc.option(fc.record({ isTotal: fc.boolean(), isDisjoint: fc.boolean() })),
})
type Drawing = typeof drawing extends fc.Arbitrary<infer Value> ? Value : never

function drawn({ level, cards, lines, isWeak, meets, kinds }: Drawing): Diagram {
  const made = cards.reduce((diagram, card, i) => withCard(diagram, card, i, level), {
    ...EMPTY_DIAGRAM,
    level,
  } as Diagram)
  const end = (entity: string, one: Pick<DiagramEnd, 'least' | 'most'>, role = ''): DiagramEnd => ({
    entity,
    role,
    identifies: false,
    ...one,
  })
  const id = (at: number): string => `e${(at % cards.length) + 1}`
  const pairs = lines.map(({ from, to }) => [id(from), id(to)].toSorted().join())
  // Between two cards with several lines the sentence does not say which of them is meant.
  const isOnly = pairs.length > 0 && pairs.indexOf(pairs[0]!) === pairs.lastIndexOf(pairs[0]!)
  const weak = isWeak && isOnly && id(lines[0]!.from) !== id(lines[0]!.to) ? 0 : -1
  const relationships = lines.map(({ from, to, near, far, own, action }, i) => {
    const roles = id(from) === id(to) ? [`upper${i}`, `lower${i}`] : ['', '']
    return {
      id: `r${i + 1}`,
      name: VERBS[i]![0]!,
      back: VERBS[i]![1]!,
      ends: [
        { ...end(id(from), near, roles[0]), ...(level === 'physical' && action ? { onDelete: action } : {}) },
        i === weak
          ? { ...end(id(to), { least: 1, most: 'one' }), identifies: true }
          : end(id(to), far, roles[1]),
      ],
      attributes: own ? [newFact({ id: `r${i + 1}`, attributes: [] }, 'day')] : [],
    }
  })
  const keyed = lines.findIndex(({ isKey, from, to }) => isKey && id(from) !== id(to))
  return Diagram.parse({
    ...made,
    entities: made.entities.map(entity =>
      keyed >= 0 && entity.id === id(lines[keyed]!.from) && entity.attributes.length > 0
        ? { ...entity, uniques: [...entity.uniques, [entity.attributes[0]!.id, `r${keyed + 1}`]] }
        : entity,
    ),
    relationships: [
      ...relationships,
      ...(meets
        ? [
            {
              id: 'r9',
              name: 'loan',
              back: '',
              attributes: [],
              ends: meets.map((one, i) => end(`e${i + 1}`, shown(one))),
            },
          ]
        : []),
    ],
    kinds: kinds ? [{ id: 'k1', general: 'e1', special: ['e2', 'e3'], ...kinds }] : [],
  })
}

/** Of three and more the least is whether each takes part. */
const shown = ({ least, most }: Pick<DiagramEnd, 'least' | 'most'>): Pick<DiagramEnd, 'least' | 'most'> => ({
  most,
  least: least === null ? null : Math.min(1, least),
})

function withCard(
  diagram: Diagram,
  { facts, told, alike }: Drawing['cards'][number],
  i: number,
  level: Level,
): Diagram {
  const { diagram: grown, id } = addEntity(diagram, CARDS[i]!)
  const attributes = facts.reduce<DiagramAttribute[]>(
    (all, { name, mark: own, physicalMark: physical }, at) => [
      ...all,
      newFact({ id, attributes: all }, name, {
        identifies: at < told && !own.several && !own.derived && own.required === undefined,
        ...own,
        ...(level === 'physical' ? physical : {}),
        ...(own.required === false ? { required: false } : {}),
      }),
    ],
    [],
  )
  const sets = alike
    .map(set => set.flatMap(at => attributes[at]?.id ?? []))
    .filter(set => set.length > 0)
    .map(set => set.toSorted())
  return changeEntity(changeFacts(grown, id, attributes), id, {
    uniques: [...new Map(sets.map(set => [set.join(), set])).values()],
  })
}

/** All sentences as one line, in their order. */
function readBack({ level, ...diagram }: Diagram): Diagram {
  const told = aloud({ level, ...diagram }).map(({ text }) => text.replace(/\.$/, ''))
  const read = readLine({ ...EMPTY_DIAGRAM, level }, told.join('; '))
  if (!read.ok)
    throw new Error(`${told.join('; ').slice(read.fault.start, read.fault.end)}: ${read.fault.message}`)
  return read.diagram
}

/** A line of two may be read from its other end. */
const inEitherOrder = <T>(ends: readonly T[]): readonly T[] =>
  ends.length > 2 ? ends : ends.toSorted((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b)))
const verbsOf = (line: Diagram['relationships'][number] | undefined): string =>
  [line?.name ?? '', line?.back ?? ''].toSorted().join()

/** Without ids and order. */
function bare({ entities, relationships, kinds, level }: Diagram): unknown {
  const name = (id: string): string => entities.find(entity => entity.id === id)?.name.toLowerCase() ?? id
  const fact = ({ id: _, identifies, required, ...rest }: DiagramAttribute): unknown => ({
    ...rest,
    name: rest.name.toLowerCase(),
    identifies,
    // What tells a card apart is there in any case.
    required: identifies || (required === true && level !== 'physical') ? null : required,
  })
  const sorted = <T>(all: readonly T[]): T[] =>
    all.toSorted((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b)))
  return {
    entities: sorted(
      entities.map(({ id, attributes, uniques }) => ({
        name: name(id),
        facts: sorted(attributes.map(fact)),
        uniques: sorted(
          uniques.map(set =>
            sorted(
              set.map(
                member =>
                  attributes.find(other => other.id === member)?.name ??
                  verbsOf(relationships.find(other => other.id === member)),
              ),
            ),
          ),
        ),
      })),
    ),
    relationships: sorted(
      relationships.map(({ name: verb, back, ends, attributes }) => ({
        named: ends.length > 2 ? verb : '',
        ends: inEitherOrder(
          ends.map(({ entity, least, most, role, onDelete, identifies }, i) => ({
            entity: name(entity),
            // The verb phrase that leads to this end.
            verb: ends.length > 2 ? '' : [back, verb][i],
            least: most === null && least === 0 && ends.length === 2 ? null : least,
            most,
            role,
            onDelete,
            identifies,
          })),
        ),
        facts: sorted(attributes.map(fact)),
      })),
    ),
    kinds: kinds.map(({ general, special, isDisjoint, isTotal }) => ({
      general: name(general),
      special: special.map(name),
      isDisjoint,
      isTotal,
    })),
  }
}

describe('what is said aloud', () => {
  it('makes the same diagram where it is read', () => {
    fc.assert(
      fc.property(drawing, drawing => {
        const diagram = drawn(drawing)
        expect(
          bare(readBack(diagram)),
          aloud(diagram)
            .map(({ text }) => text)
            .join('\n'),
        ).toEqual(bare(diagram))
      }),
      { numRuns: 400 },
    )
  })
})
