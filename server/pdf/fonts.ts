import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { unpackFont } from './unpack-font'

/** How a text stands on paper. */
export type Style = 'plain' | 'bold' | 'italic' | 'mono'

/** Part of a text, in a font that has all its signs. */
export interface Run {
  readonly font: string
  readonly text: string
}

const require = createRequire(import.meta.url)
const FILES: Readonly<Record<Style, readonly [family: string, face: string]>> = {
  plain: ['source-serif-4', '400-normal'],
  bold: ['source-serif-4', '700-normal'],
  italic: ['source-serif-4', '400-italic'],
  mono: ['source-code-pro', '400-normal'],
}
/** The parts that the fonts are shipped in, by the signs they have: the likeliest first. */
const SUBSETS = ['latin', 'latin-ext', 'greek', 'cyrillic', 'vietnamese'] as const
/** Signs of ours that none of them has, as they are written instead. */
const WRITTEN: Readonly<Record<string, string>> = {
  '→': '->',
  '←': '<-',
  '≥': '>=',
  '≤': '<=',
  '≠': '<>',
  '✕': 'x',
}
/** Stands where a sign is in no font. */
const MISSING = '\u{FFFD}'

let ranges: Readonly<Record<string, readonly (readonly [number, number])[]>> | undefined

/** From "U+0000-00FF,U+0131": as the package says which signs a part has. */
function readRanges(): NonNullable<typeof ranges> {
  const said = require('@fontsource/source-serif-4/unicode.json') as Record<string, string>
  return Object.fromEntries(
    SUBSETS.map(name => [
      name,
      said[name]!.split(',').map(range => {
        const [first, last = first] = range.replace('U+', '').split('-')
        return [Number.parseInt(first!, 16), Number.parseInt(last!, 16)] as const
      }),
    ]),
  )
}

function subsetOf(sign: string): string | undefined {
  const code = sign.codePointAt(0)!
  ranges ??= readRanges()
  return SUBSETS.find(name => ranges![name]!.some(([first, last]) => code >= first && code <= last))
}

/** A text as parts, each in a font that has its signs. Linear in the text. */
export function runsOf(text: string, style: Style): Run[] {
  const runs: { font: string; text: string }[] = []
  for (const sign of text) {
    const own = subsetOf(sign)
    const written = own ? sign : (WRITTEN[sign] ?? MISSING)
    const font = `${style} ${own ?? 'latin'}`
    const last = runs.at(-1)
    if (last?.font === font) last.text += written
    else runs.push({ font, text: written })
  }
  return runs
}

const read = new Map<string, Buffer>()

/** The file of a font by the name that `runsOf` gives it. */
export function fontFile(name: string): Buffer {
  const known = read.get(name)
  if (known) return known
  const [style, subset] = name.split(' ') as [Style, string]
  const [family, face] = FILES[style]
  const file = require.resolve(`@fontsource/${family}/files/${family}-${subset}-${face}.woff`)
  const bytes = unpackFont(readFileSync(file))
  read.set(name, bytes)
  return bytes
}
