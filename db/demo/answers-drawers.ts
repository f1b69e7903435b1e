import { givenDiagram, putCardBetween, type Diagram } from '../../packages/core/src/diagram'
import { readScript } from '../../packages/core/src/sql'
import exercise from './exercises/a-drawer-for-every-packet.json'
import { draw } from './draw'

/**
 * Diagrams of "A drawer for every packet": sentences of several hands, and the mistakes students make, with
 * the verdicts they lead to.
 */
export const DRAWER_MISTAKES = {
  'drawer by its number alone': { r1: 'too strict' },
  'no line to the bay': { r1: 'not shown', r2: 'not shown', r3: 'not shown' },
  'bay must have a drawer': { r3: 'too strict' },
  'bay and drawer swapped': { r1: 'too strict', r3: 'too strict' },
  'packet by its number alone': { r4: 'too strict' },
  'accession must have a packet': { r6: 'too strict' },
  'weight in whole grams': { r7: 'broken' },
  'no types': { r7: 'not shown', r15: 'broken' },
  'packet lies in one drawer': {
    r8: 'not shown',
    r9: 'not shown',
    r10: 'not shown',
    r11: 'not shown',
    r12: 'not shown',
  },
  'placed once only': { r8: 'too strict', r10: 'too strict' },
  'drawer in the key': { r8: 'broken' },
  'line left as it is': { r8: 'broken', r14: 'broken' },
  'packet may never be placed': { r10: 'broken' },
  'drawer must hold something': { r12: 'too strict' },
  'one way not said': { r12: 'not shown', r13: 'broken' },
  'in many drawers at once': { r11: 'broken', r14: 'broken' },
} as const
export type DrawerMistake = keyof typeof DRAWER_MISTAKES

const GIVEN = givenDiagram(readScript(exercise.starter).schema, 'logical')

interface Words {
  readonly drawer: string
  readonly packet: string
  readonly placement: string
  readonly since: string
}
const HANDS = {
  plain: { drawer: 'Drawer', packet: 'Packet', placement: 'Placement', since: 'since' },
  trays: { drawer: 'Tray', packet: 'Envelope', placement: 'Storage', since: 'from day' },
  bags: { drawer: 'Box', packet: 'Seed bag', placement: 'Move', since: 'moved on' },
} as const satisfies Record<string, Words>
export type DrawerHand = keyof typeof HANDS

export function drawerDiagram(hand: DrawerHand, mistakes: readonly DrawerMistake[] = []): Diagram {
  const has = (mistake: DrawerMistake): boolean => mistakes.includes(mistake)
  const { drawer, packet, placement, since } = HANDS[hand]
  const [d, p, m] = [drawer, packet, placement].map(name => `"${name}"`) as [string, string, string]
  const typed = (type: string): string => (has('no types') ? '' : ` (${type})`)
  const lineToBay = (): string[] => {
    if (has('no line to the bay')) return []
    if (has('bay and drawer swapped')) return [`bay stands in exactly one ${d}; ${d} has any number of bays`]
    return [
      ...(has('drawer by its number alone') ? [] : [`${d} is told apart by "drawer no" within bay`]),
      `${d} stands in exactly one bay; bay has ${has('bay must have a drawer') ? 'one or more' : 'any number of'} ${d}`,
    ]
  }
  const lines = [
    `${d} has drawer no${typed('smallint')}, width${typed('integer')}`,
    ...lineToBay(),
    `${p} has packet no${typed('smallint')}, weight${typed(has('weight in whole grams') ? 'integer' : 'decimal 6 2')}`,
    ...(has('packet by its number alone') ? [] : [`${p} is told apart by "packet no" within accession`]),
    `${p} holds seeds of exactly one accession; accession is divided into ${has('accession must have a packet') ? 'one or more' : 'any number of'} ${p}`,
  ]
  if (has('packet lies in one drawer'))
    return draw([...lines, `${p} lies in exactly one ${d}; ${d} holds any number of ${p}`], GIVEN)
  if (has('line left as it is') || has('drawer in the key')) {
    const drawn = draw([...lines, `${p} lies in one or more ${d}; ${d} holds any number of ${p}`], GIVEN)
    const line = drawn.relationships.at(-1)!.id
    if (has('line left as it is')) return draw([`lies in carries ${since}${typed('date')}`], drawn)
    const between = putCardBetween(drawn, line, { name: placement, key: 'both', repeatsBy: since }).diagram
    return {
      ...between,
      entities: between.entities.map(entity =>
        entity.name === placement
          ? {
              ...entity,
              attributes: entity.attributes.map(fact => ({ ...fact, type: has('no types') ? '' : 'date' })),
            }
          : entity,
      ),
    }
  }
  return draw(
    [
      ...lines,
      `${m} has ${since}${typed('date')}`,
      has('placed once only')
        ? `${m} is told apart by within ${p}`
        : `${m} is told apart by "${since}" within ${p}`,
      `${m} is of exactly one ${p}; ${p} has ${has('packet may never be placed') ? 'any number of' : 'one or more'} ${m}`,
      `${m} is in ${has('in many drawers at once') ? 'one or more' : 'exactly one'} ${d}${has('one way not said') ? '' : `; ${d} takes ${has('drawer must hold something') ? 'one or more' : 'any number of'} ${m}`}`,
    ],
    GIVEN,
  )
}
