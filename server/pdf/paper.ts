import PDFDocument from 'pdfkit'
import toPdf from 'svg-to-pdfkit'
import { fontFile, runsOf, type Style } from './fonts'

const MARGIN = 56
const WIDTH = 595.28 - 2 * MARGIN
const BOTTOM = 841.89 - MARGIN
const INK = '#1f2a24'
const SOFT = '#5d675f'
const RULE = '#b9ae95'
/** What a witness speaks of comes first: so many columns can be read beside each other. */
const MOST_COLUMNS = 8

interface Look {
  readonly size?: number
  readonly style?: Style
  readonly color?: string
  readonly indent?: number
  readonly gap?: number
}

export interface PaperRow {
  readonly cells: readonly string[]
  readonly isMarked: boolean
}

/**
 * Sheets of A4 on which text, tables and drawings follow each other; tagged, so that a screen reader finds headings
 * and paragraphs, in our own fonts. Each is written once, and then given as bytes.
 */
export class Paper {
  private readonly doc: PDFKit.PDFDocument
  private readonly parts: Buffer[] = []
  private readonly ended: Promise<Buffer>

  constructor(title: string, footer: string) {
    this.doc = new PDFDocument({
      size: 'A4',
      margins: { top: MARGIN, bottom: MARGIN, left: MARGIN, right: MARGIN },
      info: { Title: title, Creator: 'Nomenklatura' },
      lang: 'en',
      tagged: true,
      displayTitle: true,
      pdfVersion: '1.7',
      bufferPages: true,
    })
    this.footer = footer
    this.ended = new Promise((resolve, reject) => {
      this.doc.on('data', (part: Buffer) => this.parts.push(part))
      this.doc.on('end', () => resolve(Buffer.concat(this.parts)))
      this.doc.on('error', reject)
    })
  }
  private readonly footer: string

  heading(text: string, level: 1 | 2 | 3): void {
    const size = { 1: 20, 2: 13.5, 3: 11.5 }[level]
    this.room(size * 3)
    this.tagged(`H${level}`, () => this.text(text, { size, style: 'bold' }), level === 1 ? 2 : 3)
  }

  paragraph(text: string, look: Look = {}): void {
    this.tagged('P', () => this.text(text, look), look.gap ?? 3)
  }

  /** Text as it stands, line by line. */
  listing(text: string): void {
    this.tagged('Code', () => {
      for (const line of text.split('\n')) this.text(line === '' ? ' ' : line, { style: 'mono', size: 8.5 })
    })
  }

  line(): void {
    this.doc.moveDown(0.4)
    this.doc.markContent('Artifact')
    this.doc
      .moveTo(MARGIN, this.doc.y)
      .lineTo(MARGIN + WIDTH, this.doc.y)
      .lineWidth(0.5)
      .stroke(RULE)
    this.doc.endMarkedContent()
    this.doc.moveDown(0.5)
  }

  /** A few rows under their table's name; marked ones stand out by a bar and by weight. */
  table(name: string, columns: readonly string[], rows: readonly PaperRow[]): void {
    this.room(60)
    this.paragraph(name, { style: 'mono', size: 9, color: SOFT, gap: 1 })
    const shown = columns.slice(0, MOST_COLUMNS)
    this.tagged('P', () => {
      for (const row of [
        { cells: columns, isMarked: false, isHead: true },
        ...rows.map(row => ({ ...row, isHead: false })),
      ])
        this.row(
          shown.map((_, i) => row.cells[i] ?? ''),
          row,
        )
      const left = columns.length - shown.length
      if (left > 0)
        this.text(`and ${left} more ${left === 1 ? 'column' : 'columns'}`, {
          style: 'italic',
          size: 9,
          color: SOFT,
          indent: 6,
        })
      if (rows.length === 0) this.text('no such row', { style: 'italic', size: 9, color: SOFT, indent: 6 })
    })
  }

  private row(cells: readonly string[], { isMarked, isHead }: { isMarked: boolean; isHead: boolean }): void {
    const height = 13
    this.room(height + 4)
    const [top, width] = [this.doc.y, WIDTH / cells.length]
    if (isMarked) this.doc.rect(MARGIN, top - 1, 2, height).fill(INK)
    cells.forEach((cell, i) => {
      const style = isMarked || isHead ? 'bold' : 'plain'
      const text = shorten(cell, Math.floor((width - 10) / 4.6))
      this.at(text, style, MARGIN + 6 + i * width, top, isHead ? SOFT : INK)
    })
    this.doc.x = MARGIN
    this.doc.y = top + height
  }

  /** One line at a place. */
  private at(text: string, style: Style, x: number, y: number, color: string): void {
    let left = x
    for (const run of runsOf(text, style)) {
      this.font(run.font).fontSize(9).fillColor(color)
      this.doc.text(run.text, left, y, { lineBreak: false })
      left += this.doc.widthOfString(run.text)
    }
  }

  /** A drawing, as wide as there is room, and never larger than it is. */
  picture(svg: string, size: { readonly width: number; readonly height: number }, alt: string): void {
    const scale = Math.min(0.75, WIDTH / size.width, (BOTTOM - MARGIN) / size.height)
    const height = size.height * scale
    this.room(height + 10)
    const part = this.doc.struct('Figure', { alt }, () => {
      // The size that it says is its own; on paper it is ours.
      toPdf(this.doc, svg.replace(/ width="[\d.]+" height="[\d.]+"/, ''), MARGIN, this.doc.y, {
        width: size.width * scale,
        height,
        assumePt: true,
        fontCallback: (_, isBold) => {
          const name = isBold ? 'bold latin' : 'plain latin'
          this.font(name)
          return name
        },
      })
    })
    this.doc.addStructure(part)
    part.end()
    this.doc.x = MARGIN
    this.doc.y += height + 10
  }

  /** Numbers the pages and closes them. */
  async finish(): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange()
    for (let i = 0; i < count; i++) {
      this.doc.switchToPage(start + i)
      // Below the margin: the page is not to be broken by it.
      this.doc.page.margins.bottom = 0
      this.doc.markContent('Artifact', { type: 'Pagination' })
      this.at(`${this.footer}, page ${i + 1} of ${count}`, 'plain', MARGIN, BOTTOM + 16, SOFT)
      this.doc.endMarkedContent()
    }
    this.doc.end()
    return this.ended
  }

  private tagged(tag: string, write: () => void, gap = 0): void {
    const part = this.doc.struct(tag, {}, write)
    this.doc.addStructure(part)
    part.end()
    this.doc.y += gap
  }

  private text(text: string, { size = 10.5, style = 'plain', color = INK, indent = 0 }: Look): void {
    const runs = runsOf(text, style)
    this.doc.x = MARGIN + indent
    runs.forEach(({ font, text: part }, i) => {
      this.font(font).fontSize(size).fillColor(color)
      this.doc.text(part, { width: WIDTH - indent, lineGap: 1.5, continued: i < runs.length - 1 })
    })
    this.doc.x = MARGIN
  }

  private readonly known = new Set<string>()
  private font(name: string): PDFKit.PDFDocument {
    if (!this.known.has(name)) this.doc.registerFont(name, fontFile(name))
    this.known.add(name)
    return this.doc.font(name)
  }

  /** Begins a page where less is left. */
  private room(height: number): void {
    if (this.doc.y + height > BOTTOM) this.doc.addPage()
  }
}

const shorten = (text: string, most: number): string =>
  text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text
