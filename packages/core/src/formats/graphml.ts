import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { z } from 'zod'
import { Diagram, DiagramAttribute, DiagramEnd, LEVELS, xmlText } from '../diagram'
import { documentFaults } from '../exercise'

/**
 * Diagrams as GraphML (http://graphml.graphdrawing.org/, the graph exchange format of 2002): entities are
 * nodes, relationships of two ends are edges, of more are hyperedges; what GraphML has no words for stands in
 * data of our own keys, which other programs pass over.
 */
const KEYS = [
  ['name', 'all', 'string'],
  ['x', 'all', 'double'],
  ['y', 'all', 'double'],
  ['facts', 'all', 'string'],
  ['uniques', 'node', 'string'],
  ['description', 'node', 'string'],
  ['given', 'all', 'boolean'],
  ['back', 'edge', 'string'],
  ['ends', 'edge', 'string'],
  ['table', 'edge', 'string'],
  ['level', 'graph', 'string'],
  ['kinds', 'graph', 'string'],
] as const

export function diagramToGraphml({ level, entities, relationships, kinds }: Diagram): string {
  const data = (key: string, value: unknown): string =>
    value === undefined || value === ''
      ? ''
      : `<data key="${key}">${xmlText(typeof value === 'string' ? value : JSON.stringify(value))}</data>`
  const nodes = entities.map(
    ({ id, name, attributes, uniques, description, given, at }) =>
      `<node id="${xmlText(id)}">${data('name', name)}${data('x', at?.x)}${data('y', at?.y)}${data('facts', attributes)}${uniques.length > 0 ? data('uniques', uniques) : ''}${data('description', description)}${data('given', given)}</node>`,
  )
  const edges = relationships.map(({ id, name, back, ends, attributes, table, given, at }) => {
    const facts = `${data('name', name)}${data('back', back)}${data('ends', ends)}${attributes.length > 0 ? data('facts', attributes) : ''}${data('table', table)}${data('given', given)}${data('x', at?.x)}${data('y', at?.y)}`
    return ends.length === 2
      ? `<edge id="${xmlText(id)}" source="${xmlText(ends[0]!.entity)}" target="${xmlText(ends[1]!.entity)}">${facts}</edge>`
      : `<hyperedge id="${xmlText(id)}">${ends.map(({ entity }) => `<endpoint node="${xmlText(entity)}"/>`).join('')}${facts}</hyperedge>`
  })
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns">',
    ...KEYS.map(([key, of, type]) => `<key id="${key}" for="${of}" attr.name="${key}" attr.type="${type}"/>`),
    `<graph id="diagram" edgedefault="undirected">${data('level', level)}${kinds.length > 0 ? data('kinds', kinds) : ''}`,
    ...nodes,
    ...edges,
    '</graph>',
    '</graphml>',
    '',
  ].join('\n')
}

export type ReadGraphml =
  { readonly ok: true; readonly diagram: Diagram } | { readonly ok: false; readonly fault: string }

interface Element {
  readonly [name: string]: unknown
}

/**
 * Reads a diagram from GraphML: ours whole, others' as cards and open lines. Never throws; a document type
 * with entities is refused.
 */
export function diagramFromGraphml(text: string): ReadGraphml {
  if (/<!(?:DOCTYPE|ENTITY)/i.test(text)) return { ok: false, fault: 'a document type is not read' }
  const valid = XMLValidator.validate(text)
  if (valid !== true) return { ok: false, fault: `line ${valid.err.line}: ${valid.err.msg}` }
  let parsed: Element
  try {
    parsed = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '@',
      parseTagValue: false,
      parseAttributeValue: false,
      trimValues: false,
      isArray: name => ['key', 'data', 'node', 'edge', 'hyperedge', 'endpoint', 'graph'].includes(name),
    }).parse(text) as Element
  } catch (error) {
    return { ok: false, fault: error instanceof Error ? error.message : 'it is not XML' }
  }
  const graph = child(parsed, 'graphml') && listOf(child(parsed, 'graphml')!, 'graph')[0]
  if (!graph) return { ok: false, fault: 'there is no graph in it' }
  return fromGraph(child(parsed, 'graphml')!, graph)
}

function fromGraph(root: Element, graph: Element): ReadGraphml {
  const names = new Map(
    listOf(root, 'key').map(key => [String(key['@id'] ?? ''), String(key['@attr.name'] ?? '')]),
  )
  const dataOf = (element: Element): ReadonlyMap<string, string> =>
    new Map(
      listOf(element, 'data').map(data => [
        names.get(String(data['@key'])) ?? String(data['@key']),
        String(data['#text'] ?? ''),
      ]),
    )
  const own = dataOf(graph)
  const at = (data: ReadonlyMap<string, string>): { at?: { x: number; y: number } } =>
    data.has('x') && data.has('y') ? { at: { x: Number(data.get('x')), y: Number(data.get('y')) } } : {}
  const given = (data: ReadonlyMap<string, string>): { given?: true } =>
    data.get('given') === 'true' ? { given: true } : {}
  const entities = listOf(graph, 'node').map(node => {
    const data = dataOf(node)
    return {
      id: String(node['@id'] ?? ''),
      name: data.get('name') ?? data.get('label') ?? String(node['@id'] ?? ''),
      attributes: json(data.get('facts'), z.array(DiagramAttribute)),
      uniques: json(data.get('uniques'), z.array(z.array(z.string()))),
      description: data.get('description') ?? '',
      ...given(data),
      ...at(data),
    }
  })
  const lines = [
    ...listOf(graph, 'edge').map(edge => ({ edge, ends: [edge['@source'], edge['@target']] })),
    ...listOf(graph, 'hyperedge').map(edge => ({
      edge,
      ends: listOf(edge, 'endpoint').map(end => end['@node']),
    })),
  ]
  const relationships = lines.map(({ edge, ends }, i) => {
    const data = dataOf(edge)
    const told = json(data.get('ends'), z.array(DiagramEnd))
    return {
      id: String(edge['@id'] ?? `r${i + 1}`),
      name: data.get('name') ?? data.get('label') ?? '',
      back: data.get('back') ?? '',
      attributes: json(data.get('facts'), z.array(DiagramAttribute)),
      ends:
        told.length === ends.length
          ? told
          : ends.map(entity => ({
              entity: String(entity ?? ''),
              role: '',
              least: null,
              most: null,
              identifies: false,
            })),
      ...(data.has('table') ? { table: data.get('table')! } : {}),
      ...given(data),
      ...at(data),
    }
  })
  const level = LEVELS.find(name => name === own.get('level')) ?? 'conceptual'
  const read = Diagram.safeParse({
    format: 'nomenklatura-diagram',
    version: 1,
    level,
    entities,
    relationships,
    kinds: json(own.get('kinds'), Diagram.shape.kinds),
  })
  return read.success
    ? { ok: true, diagram: read.data }
    : { ok: false, fault: documentFaults(read.error).slice(0, 3).join('; ') }
}

const isElement = (value: unknown): value is Element =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const child = (element: Element, name: string): Element | undefined =>
  isElement(element[name]) ? element[name] : undefined
const listOf = (element: Element, name: string): Element[] =>
  Array.isArray(element[name]) ? (element[name] as unknown[]).filter(isElement) : []

/** A list in JSON of the shape; an empty one where it is none. */
function json<Item>(text: string | undefined, shape: z.ZodType<Item[]>): Item[] {
  try {
    const parsed = shape.safeParse(JSON.parse(text ?? '[]'))
    return parsed.success ? parsed.data : []
  } catch {
    return []
  }
}
