import { XMLValidator } from 'fast-xml-parser'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawn as made } from '../support/drawn'
import {
  Diagram,
  EMPTY_DIAGRAM,
  addEntity,
  atLevel,
  cardReferences,
  checkDiagram,
  closer,
  endSigns,
  keepPlaces,
  layoutGraph,
  placesOf,
  roomNear,
  groundOf,
  routesBetween,
  runsThrough,
  sceneOf,
  schemaFromDiagram,
  stepsToLevel,
  svgOf,
  withChoices,
  withPlaces,
  withRoom,
  type Box,
  type DiagramRelationship,
} from '../../src/diagram'
import { diagramFromGraphml, diagramToGraphml } from '../../src/formats'
import { reviewScript, writeScript } from '../../src/sql'

const VAULT = made(
  'Trip has number, day',
  'Collector has code, languages (several), name (parts first name + last name), age (worked out)',
  'Trip takes along one or more collectors; collector goes on any number of trips',
  'takes along carries role',
  'Bay has hall, number',
  'Drawer is told apart by number within Bay',
  'Taxon has name',
  'Taxon as parent includes any number of taxa as child; taxon as child belongs to at most one taxon as parent',
  'Trip, Bay and Taxon meet in survey',
  'Collector may be any of Guide, Botanist',
)

describe('a part of a large diagram', () => {
  it('is closed up: no free stretch is wider than lines need, and what stood left or above stands so', () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 4000 }), y: fc.integer({ min: 0, max: 3000 }) })
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 8 }), places => {
        const far = places.reduce(
          (diagram, at, i) => addEntity(diagram, `Card ${i}`, at).diagram,
          EMPTY_DIAGRAM,
        )
        const [before, after] = [sceneOf(far).cards, sceneOf(closer(far)).cards]
        const right = (cards: typeof before): number => Math.max(...cards.map(({ x, width }) => x + width))
        const left = (cards: typeof before): number => Math.min(...cards.map(({ x }) => x))
        expect(right(after) - left(after)).toBeLessThanOrEqual(
          Math.min(
            right(before) - left(before),
            before.reduce((sum, { width }) => sum + width, 0) + 190 * (before.length - 1),
          ),
        )
        for (let i = 0; i < before.length; i++)
          for (let j = 0; j < before.length; j++) {
            if (before[i]!.x <= before[j]!.x) expect(after[i]!.x).toBeLessThanOrEqual(after[j]!.x)
            if (before[i]!.y <= before[j]!.y) expect(after[i]!.y).toBeLessThanOrEqual(after[j]!.y)
          }
      }),
    )
  })
})

describe('levels', () => {
  it('going up proposes a card for each many-to-many line and each fact with several values, and changes nothing before it is agreed to', () => {
    const steps = stepsToLevel(VAULT, 'logical')
    expect(steps.map(({ sentence }) => sentence)).toEqual([
      'A card “Trip Collector” stands between Trip and Collector, identified by both.',
      'Each languages of Collector stands on a card of its own, identified within Collector.',
    ])
    const logical = atLevel(VAULT, 'logical', steps)
    expect(
      checkDiagram(logical).filter(
        ({ code }) => code === 'junction.unresolved' || code === 'diagram.several-unresolved',
      ),
    ).toEqual([])
    expect(
      schemaFromDiagram(logical).schema.tables.find(({ name }) => name === 'Trip Collector')!.primaryKey!
        .columns,
    ).toEqual(['trip_number', 'collector_code'])
    expect(checkDiagram(atLevel(VAULT, 'logical', steps.slice(1))).map(({ code }) => code)).toContain(
      'junction.unresolved',
    )
  })
  it('the physical level names the columns of references and says what is required; none is proposed twice', () => {
    const logical = atLevel(VAULT, 'logical', stepsToLevel(VAULT, 'logical'))
    const physical = atLevel(logical, 'physical', stepsToLevel(logical, 'physical'))
    expect(stepsToLevel(physical, 'physical')).toEqual([])
    expect(stepsToLevel({ ...physical, level: 'logical' }, 'physical')).toEqual([])
    expect(physical.entities[0]!.attributes.find(({ name }) => name === 'day')!.required).toBe(true)
  })
  it('going down asks for nothing', () => {
    expect(stepsToLevel({ ...VAULT, level: 'physical' }, 'conceptual')).toEqual([])
  })
})

describe('GraphML', () => {
  it('what is written is XML, and is read again as the same diagram', () => {
    const placed: Diagram = {
      ...VAULT,
      level: 'logical',
      entities: VAULT.entities.map((entity, i) => ({
        ...entity,
        at: { x: i * 10, y: -5 },
        ...(i === 0 ? { given: true } : {}),
      })),
    }
    for (const diagram of [VAULT, placed, EMPTY_DIAGRAM]) {
      const text = diagramToGraphml(diagram)
      expect(XMLValidator.validate(text)).toBe(true)
      expect(diagramFromGraphml(text)).toEqual({ ok: true, diagram })
    }
  })
  it('names with every sign of XML survive', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40, unit: fc.constantFrom(...'abcå<>&"\' ;ø→漢😀') }), name => {
        const diagram: Diagram = {
          ...EMPTY_DIAGRAM,
          entities: [{ id: 'e1', name, attributes: [], uniques: [], description: `a <b> & "${name}"` }],
        }
        const read = diagramFromGraphml(diagramToGraphml(diagram))
        // An empty name is written as none at all, and read as the id.
        expect(read.ok && [read.diagram.entities[0]!.name, read.diagram.entities[0]!.description]).toEqual([
          name === '' ? 'e1' : name,
          diagram.entities[0]!.description,
        ])
      }),
    )
  })
  it('reads what others write: nodes as cards, edges as lines that are still open', () => {
    const read = diagramFromGraphml(
      '<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="d0" for="node" attr.name="label" attr.type="string"/><graph edgedefault="undirected"><node id="n0"><data key="d0">Trip</data></node><node id="n1"/><edge source="n0" target="n1"/></graph></graphml>',
    )
    expect(read.ok && read.diagram.entities.map(({ name }) => name)).toEqual(['Trip', 'n1'])
    expect(read.ok && read.diagram.relationships[0]!.ends.map(({ entity, most }) => [entity, most])).toEqual([
      ['n0', null],
      ['n1', null],
    ])
  })
  it('refuses entities and what is no graph, and never throws', () => {
    expect(diagramFromGraphml('<!DOCTYPE x [<!ENTITY a "b">]><graphml/>')).toMatchObject({ ok: false })
    expect(diagramFromGraphml('<html/>')).toEqual({ ok: false, fault: 'there is no graph in it' })
    const text = diagramToGraphml(VAULT)
    fc.assert(
      fc.property(fc.nat(text.length), fc.nat(40), fc.string({ maxLength: 5 }), (at, length, put) => {
        const read = diagramFromGraphml(text.slice(0, at) + put + text.slice(at + length))
        if (read.ok) expect(Diagram.safeParse(read.diagram).success).toBe(true)
        else expect(read.fault).not.toBe('')
      }),
      { numRuns: 300 },
    )
  })
})

type Board = [{ x: number; y: number; height: number }[], { from: number; to: number; words: string }[]]

/** Words that lose the only ground they have to words that have more; found by chance. */
const SHORT_BESIDE_LONG: Board = [
  Array.from({ length: 16 }, (_, i) => ({
    x: [0, 20, 7][i] ?? 0,
    y: { 1: 3, 9: 28 }[i] ?? 0,
    height: i === 3 ? 115 : 60,
  })),
  [
    { from: 9, to: 2, words: '' },
    { from: 8, to: 2, words: '' },
    { from: 2, to: 5, words: 'was made in the year of' },
    { from: 2, to: 1, words: 'was made in the year of' },
    { from: 2, to: 13, words: '' },
    { from: 1, to: 10, words: '' },
  ],
]

/** A line between cards that stand close to both its ends; found by chance. */
const CLOSE_AT_BOTH_ENDS: Board = [
  [
    ...[22, 37, 34, 11, 2, 8, 40, 14, 38, 17, 6, 1, 4, 0, 0, 3].map((x, i) => ({
      x,
      y: [14, 0, 8, 36, 17, 39, 5, 18, 15, 11, 23, 3, 0, 7, 4, 3][i]!,
      height: [125, 112, 66, 60, 80, 69, 61, 60, 89, 98, 82, 121, 101, 119, 87, 88][i]!,
    })),
  ],
  [
    [11, 2],
    [6, 12],
    [9, 8],
    [6, 9],
    [8, 15],
    [11, 13],
    [10, 1],
    [13, 1],
    [2, 13],
  ].map(([from, to]) => ({ from: from!, to: to!, words: 'was made in the year of' })),
]

describe('pictures', () => {
  it('the SVG is XML in each notation, carries every name once escaped, and is the same for the same diagram', () => {
    const odd = made('"A <b> & c" has "x < y"')
    for (const notation of ['feet', 'diamonds', 'min-max'] as const) {
      for (const diagram of [VAULT, odd, EMPTY_DIAGRAM]) {
        const svg = svgOf(diagram, { notation })
        expect(XMLValidator.validate(svg)).toBe(true)
        expect(svgOf(diagram, { notation })).toBe(svg)
        for (const { name } of diagram.entities)
          expect(svg).toContain(name.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;'))
      }
    }
  })
  it('lines run at right angles from edge to edge, for any places of the cards', () => {
    const box = fc.record({
      x: fc.integer({ min: 0, max: 2000 }),
      y: fc.integer({ min: 0, max: 2000 }),
      width: fc.integer({ min: 100, max: 300 }),
      height: fc.integer({ min: 50, max: 300 }),
    })
    fc.assert(
      fc.property(
        fc.array(box, { minLength: 2, maxLength: 8 }),
        fc.array(fc.tuple(fc.nat(7), fc.nat(7)), { maxLength: 20 }),
        (all, pairs) => {
          const boxes = new Map<string, Box>(all.map((one, i) => [`e${i}`, one]))
          const joins = pairs.map(([from, to], i) => ({
            id: `r${i}`,
            from: `e${from % all.length}`,
            to: `e${to % all.length}`,
          }))
          const routes = routesBetween(boxes, joins)
          expect(routes.size).toBe(joins.length)
          for (const { id, from, to } of joins) {
            const { points } = routes.get(id)!
            for (const [i, [x, y]] of points.entries())
              if (i > 0) expect(x === points[i - 1]![0] || y === points[i - 1]![1]).toBe(true)
            for (const [[x, y], card] of [
              [points[0]!, boxes.get(from)!],
              [points.at(-1)!, boxes.get(to)!],
            ] as const) {
              expect(
                x >= card.x - 1 &&
                  x <= card.x + card.width + 1 &&
                  y >= card.y - 1 &&
                  y <= card.y + card.height + 1,
              ).toBe(true)
            }
          }
        },
      ),
    )
  })
  it('is drawn for a dark page as well, and nothing of it is outside the picture', () => {
    const long = 'the name of the very long thing that somebody has to remember'
    const diagram = made(
      `"${long}" has number, ${long} (text 200)`,
      `Keeper as elder stands in for any number of keepers as younger; Keeper has code`,
      `Keeper sees to many "${long}"`,
      'Keeper is one of Warden, Guest',
    )
    const [light, dark] = (['light', 'dark'] as const).map(theme => svgOf(diagram, { theme }))
    expect(dark).not.toBe(light)
    expect(dark!.replace(/#[0-9a-f]{6}/g, '#')).toBe(light!.replace(/#[0-9a-f]{6}/g, '#'))
    expect(XMLValidator.validate(dark!)).toBe(true)
    expect(light).toContain(long)
    const [, x = '', y = '', width = '', height = ''] = /viewBox="(\S+) (\S+) (\S+) (\S+)"/.exec(light!)!
    for (const [, px, py] of light!.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
      expect(Number(px)).toBeGreaterThanOrEqual(Number(x))
      expect(Number(px)).toBeLessThanOrEqual(Number(x) + Number(width))
      expect(Number(py)).toBeGreaterThanOrEqual(Number(y))
      expect(Number(py)).toBeLessThanOrEqual(Number(y) + Number(height))
    }
  })
  it('lines go round cards, words lie under none and on no other words', () => {
    // Cards on the squares of a board, each somewhere in its square: there is room between them.
    const place = fc.record({
      x: fc.nat({ max: 40 }),
      y: fc.nat({ max: 40 }),
      height: fc.integer({ min: 60, max: 130 }),
    })
    const words = fc.constantFrom('', 'holds', 'is kept by', 'was made in the year of')
    const lines = fc.uniqueArray(fc.record({ from: fc.nat(15), to: fc.nat(15), words }), {
      minLength: 1,
      maxLength: 14,
      selector: ({ from, to }) => [from, to].sort().join(),
    })
    fc.assert(
      fc.property(fc.array(place, { minLength: 16, maxLength: 16 }), lines, (places, drawn) => {
        const boxes = new Map<string, Box>(
          places.map(({ x, y, height }, i) => [
            `e${i}`,
            { x: (i % 4) * 340 + x, y: Math.floor(i / 4) * 300 + y, width: 180, height },
          ]),
        )
        const joins = drawn
          .filter(({ from, to }) => from !== to)
          .map(({ from, to, ...rest }, i) => ({ id: `r${i}`, from: `e${from}`, to: `e${to}`, ...rest }))
        const routes = routesBetween(boxes, joins)
        const meets = (a: Box, b: Box): boolean =>
          a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
        const grounds = joins.flatMap(({ id, words: text }) =>
          text === '' ? [] : [groundOf(routes.get(id)!.label)],
        )
        for (const { id, from, to } of joins) {
          const others = [...boxes].filter(([box]) => box !== from && box !== to).map(([, box]) => box)
          expect(runsThrough(routes.get(id)!, others), id).toBe(false)
        }
        for (const [i, ground] of grounds.entries()) {
          expect([...boxes.values()].some(box => meets(box, ground))).toBe(false)
          expect(grounds.some((other, j) => j < i && meets(other, ground))).toBe(false)
        }
      }),
      { numRuns: 200, examples: [SHORT_BESIDE_LONG, CLOSE_AT_BOTH_ENDS] },
    )
  })
  it('no card lies on another after a step to a higher level, and what was placed by hand stays', () => {
    const spot = fc.record({ x: fc.nat(500), y: fc.nat(400), isHeld: fc.boolean() })
    fc.assert(
      fc.property(fc.array(spot, { minLength: 2, maxLength: 8 }), places => {
        const diagram = places.reduce(
          (before, at, i) => addEntity(before, `Card ${i}`, { ...at, isHeld: i === 0 && at.isHeld }).diagram,
          EMPTY_DIAGRAM,
        )
        const placed = withRoom(diagram)
        const { cards } = sceneOf(placed)
        if (places[0]!.isHeld) expect(placed.entities[0]!.at).toEqual(diagram.entities[0]!.at)
        for (const [i, a] of cards.entries())
          for (const b of cards.slice(i + 1))
            expect(
              a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height,
            ).toBe(false)
        expect(withRoom(placed)).toEqual(placed)
      }),
      { numRuns: 60 },
    )
  })
  it('cards that were put somewhere by hand stay where they are, and none is set upon them', () => {
    const spot = fc.option(fc.record({ x: fc.nat(900), y: fc.nat(700) }))
    fc.assert(
      fc.property(fc.array(spot, { minLength: 2, maxLength: 9 }), places => {
        const diagram = places.reduce(
          (before, at, i) => addEntity(before, `Card ${i}`, at ? { ...at, isHeld: true } : undefined).diagram,
          EMPTY_DIAGRAM,
        )
        const held = new Set(diagram.entities.filter(({ at }) => at).map(({ id }) => id))
        // As a layout that knows nothing of them would put them.
        const nodes = layoutGraph(diagram).children.map(({ id }, i) => ({
          id,
          x: (i % 3) * 250,
          y: Math.floor(i / 3) * 160,
        }))
        const placed = withPlaces(diagram, nodes, held)
        const { cards } = sceneOf(placed)
        for (const { id, at } of diagram.entities)
          if (at) expect(placed.entities.find(other => other.id === id)!.at).toEqual(at)
        for (const card of cards.filter(({ id }) => !held.has(id)))
          for (const other of cards)
            expect(
              other === card ||
                card.x + card.width <= other.x ||
                other.x + other.width <= card.x ||
                card.y + card.height <= other.y ||
                other.y + other.height <= card.y,
            ).toBe(true)
      }),
      { numRuns: 60 },
    )
  })
  it('signs say what the ends say: (min,max) stands with the card that takes part', () => {
    const port = { x: 0, y: 0, side: 'right' } as const
    const ends: DiagramRelationship['ends'] = [
      { entity: 'a', role: '', least: 0, most: 'one', identifies: false },
      { entity: 'b', role: '', least: 1, most: 'many', identifies: false },
    ]
    const words = (notation: Parameters<typeof endSigns>[0], at: number): string =>
      endSigns(notation, { ends }, at, port)
        .flatMap(sign => (sign.kind === 'text' ? [sign.text] : []))
        .join()
    expect([words('min-max', 0), words('min-max', 1), words('diamonds', 0), words('diamonds', 1)]).toEqual([
      '(1,n)',
      '(0,1)',
      '1',
      'n',
    ])
    expect(endSigns('feet', { ends }, 1, port).map(({ kind }) => kind)).toEqual(['stroke', 'stroke'])
    expect(endSigns('feet', { ends }, 0, port).map(({ kind }) => kind)).toEqual(['stroke', 'ring'])
  })
  it('references stand on the card that refers, and on none where a card between is needed', () => {
    const references = cardReferences({ ...VAULT, level: 'logical' })
    expect(references.get('e4')!.map(({ target, identifies }) => [target, identifies])).toEqual([
      ['Bay', true],
    ])
    expect([...references.values()].flat().some(({ relationship }) => relationship === 'r1')).toBe(false)
  })
  it('a layout moves what is not held; what has no place keeps the one where it was shown', () => {
    const graph = layoutGraph(VAULT)
    expect(graph.children).toHaveLength(VAULT.entities.length + 1)
    const moved = withPlaces(
      VAULT,
      graph.children.map((node, i) => ({ id: node.id, x: i * 1000, y: 5 })),
      new Set(['e1']),
    )
    expect(moved.entities[0]!.at).toBeUndefined()
    expect(moved.entities[1]!.at).toEqual({ x: 1040, y: 45 })
    const shown = placesOf(VAULT)
    expect(keepPlaces(VAULT, { ...VAULT, entities: VAULT.entities.slice(1) }).entities[0]!.at).toEqual(
      shown.get('e2'),
    )
    expect(sceneOf(VAULT).slips).toHaveLength(1)
  })
})

describe('choices of the mapping', () => {
  const tables = (diagram: Diagram): string[] =>
    schemaFromDiagram(diagram).schema.tables.map(
      ({ name, columns, primaryKey, uniques, references }) =>
        `${name}(${primaryKey?.columns.join() ?? ''}; ${columns.map(column => column.name).join()})${uniques.map(key => ` unique ${key.columns.join('+')}`).join('')}${references.map(({ columns: own, table }) => ` ${own.join('+')}→${table}`).join('')}`,
    )
  it('two that always belong together one to one are two tables with a reference, or one', () => {
    const pair = made(
      'Keeper has code, name',
      'Badge has number, name',
      'Keeper wears exactly one badge; badge is worn by exactly one keeper',
      'Door has number',
      'Badge opens any number of doors; door is opened by at most one badge',
    )
    expect(tables(withChoices(pair, {}))).toEqual(tables(pair))
    expect(tables(withChoices(pair, { oneToOne: 'merged' }))).toEqual([
      'Keeper(code; code,name,number,badge name) unique number',
      'Door(number; number,keeper_code) keeper_code→Keeper',
    ])
    const optional = made(
      'Keeper has code',
      'Badge has number',
      'Keeper wears at most one badge; badge is worn by exactly one keeper',
    )
    expect(withChoices(optional, { oneToOne: 'merged' })).toEqual(optional)
  })
  it('kinds are a table each, or all in the general one with what kind it is', () => {
    const kinds = made(
      'Partner has code, name',
      'Partner is one of Garden, Museum',
      'Garden has acres (may lack)',
      'Museum has opened on (may lack)',
      'Visit has number',
      'Visit is to exactly one garden; garden has any number of visits',
    )
    expect(tables(kinds).map(table => table.split(';')[0])).toEqual([
      'Partner(code',
      'Garden(code',
      'Museum(code',
      'Visit(number',
    ])
    expect(tables(withChoices(kinds, { kinds: 'one' }))).toEqual([
      'Partner(code; code,name,kind,acres,opened on)',
      'Visit(number; number,partner_code) partner_code→Partner',
    ])
    const overlapping = made(
      'Keeper has code',
      'Keeper may be any of Guide, Botanist',
      'Guide has language (may lack)',
    )
    expect(tables(withChoices(overlapping, { kinds: 'one' }))).toEqual([
      'Keeper(code; code,is guide,is botanist,language)',
    ])
  })
})

describe('a diagram written as a script', () => {
  it('is read again as the tables it maps to, circles included', () => {
    const circle = made(
      'Keeper has code',
      'Bay has number',
      'Bay is looked after by exactly one keeper; keeper looks after any number of bays',
      'Keeper is at home in exactly one bay; bay is home of any number of keepers',
    )
    for (const diagram of [VAULT, circle]) {
      const { schema } = schemaFromDiagram(diagram)
      const read = reviewScript(writeScript(schema).text)
      expect(read.findings.filter(({ severity }) => severity === 'error')).toEqual([])
      const shown = (tables: typeof schema.tables): string[] =>
        tables
          .map(
            ({ name, columns, primaryKey, references }) =>
              `${name.toLowerCase()}(${columns.map(column => column.name.toLowerCase()).join()}) ${primaryKey?.columns.join().toLowerCase()} ${references
                .map(({ columns: own, table }) => `${own.join()}→${table}`.toLowerCase())
                .sort()
                .join()}`,
          )
          .sort()
      expect(shown(read.schema.tables)).toEqual(shown(schema.tables))
    }
  })
})

it('finds room for any number of new cards near one place, none on another', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 14 }),
      fc.integer({ min: -900, max: 900 }),
      fc.integer({ min: -900, max: 900 }),
      (count, x, y) => {
        const placed = keepPlaces(VAULT, VAULT)
        let diagram = placed
        for (let i = 0; i < count; i++)
          diagram = addEntity(diagram, `New ${i}`, roomNear(diagram, { x, y })).diagram
        const { cards, slips } = sceneOf(diagram)
        for (const [i, own] of cards.slice(-count).entries())
          expect(
            [...cards.slice(0, cards.length - count + i), ...slips].filter(box => covers(box, own)),
          ).toEqual([])
      },
    ),
    { numRuns: 40 },
  )
})

const covers = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
