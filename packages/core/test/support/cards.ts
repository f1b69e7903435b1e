import { EMPTY_DIAGRAM, newFact, type Diagram, type DiagramEnd, type Level } from '../../src/diagram'

/** A fact by its name: `*` in front identifies, `?` behind may lack, `!` behind must be there. */
function fact(owner: { id: string; attributes: Diagram['entities'][number]['attributes'] }, written: string) {
  const identifies = written.startsWith('*')
  const required = { '!': true, '?': false }[written.at(-1)!] ?? null
  const [name = '', type = '', size = ''] = written.replace(/^\*|[!?]$/g, '').split(':')
  return newFact(owner, name, { identifies, required, type, size })
}

const MOSTS: Readonly<Record<string, DiagramEnd['most']>> = { '?': null, '1': 'one', 'many': 'many' }

/** How many there are: `0 1`, `1 many`; a question mark is left open. */
function end(entity: string, amount: string, more: Partial<DiagramEnd> = {}): DiagramEnd {
  const [least, most] = amount.split(' ')
  return {
    entity,
    role: '',
    least: least === '?' ? null : Number(least),
    most: MOSTS[most!]!,
    identifies: false,
    ...more,
  }
}

export interface Line {
  readonly verb?: string
  readonly back?: string
  readonly from: readonly [card: string, amount: string, more?: Partial<DiagramEnd>]
  readonly to: readonly [card: string, amount: string, more?: Partial<DiagramEnd>]
}

/** A diagram from cards with their facts, lines, and kinds of cards; ids are the names. */
export function cards(
  facts: Readonly<Record<string, readonly string[]>>,
  lines: readonly Line[] = [],
  {
    level = 'conceptual',
    kinds = [],
    uniques = [],
  }: {
    level?: Level
    kinds?: Diagram['kinds']
    uniques?: readonly (readonly [card: string, of: readonly string[]])[]
  } = {},
): Diagram {
  return {
    ...EMPTY_DIAGRAM,
    level,
    entities: Object.entries(facts).map(([name, written]) => {
      const owner = { id: name, attributes: [] as ReturnType<typeof newFact>[] }
      for (const each of written) owner.attributes.push(fact(owner, each))
      // Facts by their names, lines by theirs.
      const idOf = (of: string): string => owner.attributes.find(other => other.name === of)?.id ?? of
      const own = uniques.filter(([card]) => card === name).map(([, of]) => of.map(idOf))
      return { id: name, name, uniques: own, description: '', attributes: owner.attributes }
    }),
    relationships: lines.map(({ verb = '', back = '', from, to }, i) => ({
      id: `line ${i + 1}`,
      name: verb,
      back,
      attributes: [],
      ends: [end(...from), end(...to)],
    })),
    kinds,
  }
}
