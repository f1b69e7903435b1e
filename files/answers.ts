import { dictionaryFromCsv } from '@nomenklatura/core/dictionary'
import { Diagram, diagramFromSchema } from '@nomenklatura/core/diagram'
import {
  ANSWER_FORMAT,
  AnswerDocument,
  documentFaults,
  upgradeDocument,
  type MarkableAnswer,
} from '@nomenklatura/core/exercise'
import { diagramFromGraphml } from '@nomenklatura/core/formats'
import { decodeText } from '@nomenklatura/core/rows'
import type { Dialect } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'

/** A file as text; `name` is its path, "-" where it has none. */
export interface TextFile {
  readonly name: string
  readonly text: string
}

/** A file that is not what it should be: one line says which and why. */
export class UnreadableFile extends Error {
  override readonly name: string = 'UnreadableFile'
}

/** The files of one student. */
export interface Answer {
  readonly student: string
  readonly files: readonly TextFile[]
}

const KINDS: Readonly<Record<string, 'script' | 'document' | 'dictionary' | 'diagram'>> = {
  sql: 'script',
  txt: 'script',
  json: 'document',
  csv: 'dictionary',
  graphml: 'diagram',
}
export const endingOf = (name: string): string => /\.([^.\\/]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''
/** What a file is taken for, by its ending; undefined where it is none of ours. */
export const kindOf = (name: string) => KINDS[endingOf(name)]
/** What systems put beside the files of a person. */
export const isHousekeeping = (path: string): boolean =>
  path.split(/[\\/]/).some(part => part.startsWith('.') || part === '__MACOSX' || part === 'Thumbs.db')

/** Files of one name in one place; a name that stands in several places is told with its folder. */
export function byStudent(files: readonly TextFile[]): Answer[] {
  const places = new Map<string, TextFile[]>()
  for (const file of files) {
    const place = file.name.replace(/\.[^.\\/]+$/, '')
    places.set(place, [...(places.get(place) ?? []), file])
  }
  const names = [...places.keys()].map(studentOf)
  return [...places].map(([place, own]) => {
    const name = studentOf(own[0]!.name)
    const isAlone = names.filter(other => other === name).length === 1
    return { student: isAlone ? name : place.split(/[\\/]/).slice(-2).join('/'), files: own }
  })
}

/** One name, one student: the file's name without folder and ending. */
export function studentOf(file: string): string {
  return (file.split(/[\\/]/).at(-1) ?? file).replace(/\.[^.]+$/, '')
}

/** The text of a file of any encoding that is told apart; undefined where it is no text. */
export function textIn(bytes: Uint8Array): string | undefined {
  const { text } = decodeText(bytes)
  return text.includes('\0') ? undefined : text
}

export type StudentsAnswer = MarkableAnswer & { readonly seed?: string | undefined }

/** The sheets of one student put together; two files for one sheet are refused. */
export function answerOf({ files }: Answer): StudentsAnswer {
  let whole: Partial<StudentsAnswer> = {}
  const from = new Map<string, string>()
  for (const file of files) {
    const part = partOf(file)
    for (const sheet of Object.keys(part)) {
      const other = from.get(sheet)
      if (other !== undefined && !['seed', 'dialect', 'student'].includes(sheet))
        throw new UnreadableFile(`${file.name}: has the same sheet (${sheet}) as ${other}`)
      from.set(sheet, file.name)
    }
    whole = { ...whole, ...part }
  }
  return { script: '', ...whole }
}

/** What one file says: a document, a diagram, a dictionary as CSV, or a script. */
function partOf(input: TextFile): Partial<StudentsAnswer> {
  switch (kindOf(input.name) ?? 'script') {
    case 'dictionary': {
      const dictionary = dictionaryFromCsv(input.text)
      if (!dictionary)
        throw new UnreadableFile(`${input.name}: is no dictionary: its first line names no "field"`)
      return { dictionary }
    }
    case 'diagram':
      return { diagram: readDiagram(input) }
    case 'script':
      return { script: input.text }
    case 'document':
      return documentOf(input)
  }
}

function documentOf(input: TextFile): Partial<StudentsAnswer> {
  const json = parseJson(input)
  if (typeof json === 'object' && json !== null && 'format' in json && json.format === 'nomenklatura-diagram')
    return { diagram: readDiagram(input) }
  const parsed = AnswerDocument.safeParse(upgradeDocument(ANSWER_FORMAT, json))
  if (!parsed.success) throw new UnreadableFile(`${input.name}: ${documentFaults(parsed.error).join('; ')}`)
  const { format: _, version: __, script, ...rest } = parsed.data
  // A document without a script says nothing of one: another file may.
  return { ...rest, ...(script === '' ? {} : { script }) }
}

export function parseJson({ name, text }: TextFile): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new UnreadableFile(`${name}: is not JSON (${(error as Error).message})`)
  }
}

/** A diagram as a document, or what a script describes; from standard input whichever it looks like. */
export function readDiagram(input: TextFile, dialect: Dialect = 'postgresql'): Diagram {
  const ending = endingOf(input.name)
  if (ending === 'graphml' || (input.name === '-' && input.text.trimStart().startsWith('<'))) {
    const read = diagramFromGraphml(input.text)
    if (!read.ok) throw new UnreadableFile(`${input.name}: ${read.fault}`)
    return read.diagram
  }
  if (ending === 'sql' || (input.name === '-' && !input.text.trimStart().startsWith('{')))
    return diagramFromSchema(readScript(input.text, { dialect }).schema)
  const parsed = Diagram.safeParse(parseJson(input))
  if (!parsed.success)
    throw new UnreadableFile(`${input.name}: ${documentFaults(parsed.error).slice(0, 5).join('; ')}`)
  return parsed.data
}
