import type { Diagram, DiagramRelationship } from '../document'
import { HEAD, LINE, type CardLine } from './cards'
import { ROW, diamondSize, groundOf, type Label } from './labels'
import { pathOf, type Route } from './routes'
import { xmlText } from './xml'
import { sceneOf, titleOf, type SceneCard, type SceneSlip } from './scene'
import { endSigns, kindsSigns, type Notation, type Sign } from './signs'

export interface PictureOptions {
  readonly notation?: Notation
  /** Elements to be marked, with the tone: broken, too strict, upheld, cannot tell. */
  readonly marks?: ReadonlyMap<string, 'broken' | 'too strict' | 'upheld' | 'cannot tell'>
  /** For a page by day or by lamp light. @defaultValue light */
  readonly theme?: 'light' | 'dark' | 'paper'
}

/** The colours of a drawing: paper and ink by day, and by lamp light. */
const LIGHT = {
  'ground': '#f6f2e8',
  'ink': '#1f2a24',
  'soft': '#5d675f',
  'sheet': '#fffdf7',
  'shadow': '#00000014',
  'verdigris': '#28695c',
  'broken': '#a03a2c',
  'too strict': '#865b0c',
  'upheld': '#28695c',
  'cannot tell': '#52617a',
} as const
type Colours = Readonly<Record<keyof typeof LIGHT, string>>
const DARK: Colours = {
  'ground': '#171c19',
  'ink': '#ece7da',
  'soft': '#b3b6a8',
  'sheet': '#1e2420',
  'shadow': '#00000014',
  'verdigris': '#7cc3ae',
  'broken': '#f0a091',
  'too strict': '#e0b45e',
  'upheld': '#7cc3ae',
  'cannot tell': '#b0bfd8',
}
/** In print nothing is coloured in, and nothing casts a shadow. */
const PAPER: Colours = { ...LIGHT, ground: '#ffffff', sheet: '#ffffff', shadow: 'none' }
const FONTS = {
  serif: "'Source Serif 4 Variable', Georgia, serif",
  sans: "'Source Sans 3 Variable', Arial, sans-serif",
  mono: "'Source Code Pro Variable', monospace",
} as const

/**
 * The diagram as an SVG text, by day whatever the page's theme unless the other is asked for; texts are
 * escaped. The same diagram gives the same text.
 */
export function svgOf(
  diagram: Diagram,
  { notation = 'feet', marks = new Map(), theme = 'light' }: PictureOptions = {},
): string {
  const colours = { light: LIGHT, dark: DARK, paper: PAPER }[theme]
  const painter = new Painter(colours)
  const {
    cards,
    slips,
    routes,
    bounds: { x, y, width, height },
  } = sceneOf(diagram)
  const lines = diagram.relationships.flatMap(relationship =>
    painter.relationshipShapes(relationship, routes, notation, marks),
  )
  const brackets = diagram.kinds.flatMap(kinds =>
    kinds.special.map((kind, i) => {
      const route = routes.get(`${kinds.id} ${kind}`)
      if (!route) return ''
      const signs = kindsSigns(notation, kinds, route.from).map(sign => painter.signShape(sign, colours.ink))
      return `<g stroke="${colours.ink}" stroke-width="1.4" fill="none"><path d="${pathOf(route.points)}"/>${signs.join('')}</g>${i === 0 ? painter.labelShape(route.label) : ''}`
    }),
  )
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x} ${y} ${width} ${height}" width="${width}" height="${height}" role="img"><title>${xmlText(titleOf(diagram))}</title>`,
    `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${colours.ground}"/>`,
    ...brackets,
    ...lines,
    ...cards.map(card => painter.cardShapes(card, marks)),
    ...slips.map(slip => painter.slipShapes(slip, marks)),
    '</svg>',
  ].join('\n')
}

type Marks = NonNullable<PictureOptions['marks']>

interface TextLook {
  readonly family?: string
  readonly size?: number
  readonly weight?: number
  readonly style?: 'italic'
  readonly fill?: string
  readonly anchor?: 'start' | 'middle' | 'end'
}

/** Not more than so many signs; what is cut off ends in dots. */
const shortened = (words: string, most: number): string =>
  words.length <= most ? words : `${words.slice(0, Math.max(0, most - 1))}…`

/** The shapes of a drawing, in one set of colours. */
class Painter {
  constructor(private readonly colours: Colours) {}

  relationshipShapes(
    relationship: DiagramRelationship,
    routes: ReadonlyMap<string, Route>,
    notation: Notation,
    marks: Marks,
  ): string[] {
    const { id, ends, name, back } = relationship
    const tone = marks.get(id)
    const stroke = tone ? this.colours[tone] : this.colours.ink
    if (ends.length > 2) {
      return ends.flatMap((_, i) => {
        const route = routes.get(`${id} ${i}`)
        return route
          ? [
              `<g data-element="${xmlText(id)}" stroke="${stroke}" fill="none"><path d="${pathOf(route.points)}"/>${endSigns(
                notation,
                relationship,
                i,
                route.from,
              )
                .map(sign => this.signShape(sign, stroke))
                .join('')}</g>`,
            ]
          : []
      })
    }
    const route = routes.get(id)
    if (!route) return []
    const signs = [
      ...endSigns(notation, relationship, 0, route.from),
      ...endSigns(notation, relationship, 1, route.to),
    ]
    const isWeak = ends.some(({ identifies }) => identifies)
    const verb = name || back
    const diamond = notation === 'diamonds' ? this.diamondShape(route, verb, stroke) : ''
    const plain = isWeak ? 2.2 : 1.4
    const width = tone ? 2.6 : plain
    return [
      `<g data-element="${xmlText(id)}" stroke="${stroke}" fill="none" stroke-width="${width}"><path d="${pathOf(route.points)}"/>${signs.map(sign => this.signShape(sign, stroke)).join('')}</g>`,
      diamond || (verb === '' ? '' : this.labelShape(route.label)),
    ]
  }

  /** Words on a ground of their own. */
  labelShape(label: Label): string {
    const { x, y, width, height } = groundOf(label)
    const rows = label.rows.map((row, i) =>
      this.text(label.x, label.y + i * ROW, row, { style: 'italic', anchor: label.anchor }),
    )
    return `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${this.colours.ground}"/>${rows.join('')}`
  }

  diamondShape({ diamond: [x, y] }: Route, verb: string, stroke: string): string {
    const { across, down } = diamondSize(verb)
    return `<path d="M${x - across} ${y}L${x} ${y - down}L${x + across} ${y}L${x} ${y + down}Z" fill="${this.colours.sheet}" stroke="${stroke}"/>${this.text(x, y + 4, verb, { style: 'italic', anchor: 'middle' })}`
  }

  signShape(sign: Sign, stroke: string): string {
    switch (sign.kind) {
      case 'stroke':
        return `<path d="${sign.path}"/>`
      case 'ring':
        return `<circle cx="${sign.x}" cy="${sign.y}" r="${sign.r}" fill="${this.colours.ground}"/>`
      case 'text':
        return `<text x="${sign.x}" y="${sign.y}" text-anchor="${sign.anchor}" font-family="${FONTS.sans}" font-size="12" stroke="none" fill="${stroke}">${xmlText(sign.text)}</text>`
    }
  }

  cardShapes({ id, name, x, y, width, height, lines, isWeak, isGiven }: SceneCard, marks: Marks): string {
    const tone = marks.get(id)
    const stroke = tone ? this.colours[tone] : this.colours.ink
    return [
      `<g data-element="${xmlText(id)}"><rect x="${x + 2}" y="${y + 3}" width="${width}" height="${height}" rx="2" fill="${this.colours.shadow}"/>`,
      `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="2" fill="${this.colours.sheet}" stroke="${stroke}" stroke-width="${tone ? 2.4 : 1}"${isGiven ? ' stroke-dasharray="4 3"' : ''}/>`,
      isWeak ? `<path d="M${x + 4} ${y}V${y + height}" stroke="${stroke}" stroke-width="1"/>` : '',
      this.text(x + 12, y + 22, shortened(name || 'no name yet', Math.floor((width - 24) / 8.2)), {
        family: FONTS.serif,
        size: 15.5,
        weight: 650,
      }),
      ...lines.map((line, i) => this.lineShapes(line, x, y + HEAD + i * LINE, width, marks)),
      '</g>',
    ].join('')
  }

  lineShapes(line: CardLine, x: number, y: number, width: number, marks: Marks): string {
    const { text: words, isReference, identifies, mayLack, marks: extra, type, id } = line
    const tone = marks.get(id)
    const room = Math.floor((width - 24 - (type.length > 0 ? type.length * 7.3 + 12 : 0)) / 6.9)
    const written = shortened(`${isReference ? '→ ' : ''}${words}`, room)
    const note = shortened(extra, Math.floor((room - written.length - 2) * 1.1))
    const w = Math.min(width - 24, written.length * 6.9)
    return [
      tone && !isReference
        ? `<rect x="${x + 1}" y="${y}" width="${width - 2}" height="${LINE}" fill="${this.colours[tone]}" opacity="0.14"/>`
        : '',
      this.text(x + 12, y + 14.5, written, {
        weight: identifies ? 650 : 400,
        fill: isReference && !identifies ? this.colours.verdigris : this.colours.ink,
      }),
      identifies
        ? `<path d="M${x + 12} ${y + 18}h${w}" stroke="${this.colours.ink}" stroke-width="1.4"/>`
        : '',
      mayLack
        ? `<circle cx="${x + 17 + w}" cy="${y + 10}" r="3" fill="none" stroke="${this.colours.soft}"/>`
        : '',
      note.length < 3
        ? ''
        : this.text(x + 12 + w + (mayLack ? 14 : 8), y + 14.5, note, {
            style: 'italic',
            fill: this.colours.soft,
            size: 12,
          }),
      type === ''
        ? ''
        : this.text(x + width - 11, y + 14.5, type, {
            family: FONTS.mono,
            size: 12,
            fill: this.colours.soft,
            anchor: 'end',
          }),
    ].join('')
  }

  slipShapes({ id, name, x, y, width, height }: SceneSlip, marks: Marks): string {
    const tone = marks.get(id)
    return `<g data-element="${xmlText(id)}"><rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${this.colours.sheet}" stroke="${tone ? this.colours[tone] : this.colours.ink}"/>${this.text(x + width / 2, y + 19.5, name, { style: 'italic', anchor: 'middle' })}</g>`
  }

  text(
    x: number,
    y: number,
    words: string,
    {
      family = FONTS.sans,
      size = 13.5,
      weight = 400,
      style,
      fill = style ? this.colours.soft : this.colours.ink,
      anchor = 'start',
    }: TextLook,
  ): string {
    return `<text x="${x}" y="${y}" font-family="${family}" font-size="${size}" font-weight="${weight}"${style ? ' font-style="italic"' : ''} fill="${fill}" text-anchor="${anchor}">${xmlText(words)}</text>`
  }
}

/** How large the picture of a diagram is, in its own units. */
export function pictureSize(diagram: Diagram): { readonly width: number; readonly height: number } {
  const { width, height } = sceneOf(diagram).bounds
  return { width, height }
}
