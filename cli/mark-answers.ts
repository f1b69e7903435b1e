import { readFileSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { dictionaryFromCsv } from '@nomenklatura/core/dictionary'
import {
  ANSWER_FORMAT,
  AnswerDocument,
  documentFaults,
  upgradeDocument,
  type MarkableAnswer,
} from '@nomenklatura/core/exercise'
import { decodeText } from '@nomenklatura/core/rows'
import { CallError, parseJson, studentOf, type Input } from './call'
import { readDiagram } from './diagram'
import { BadZip, readZip } from './zip'

/** The files of one student. */
export interface Answer {
  readonly student: string
  readonly files: readonly Input[]
}

export interface Collected {
  readonly answers: readonly Answer[]
  /** Files that are none of ours. */
  readonly passedOver: readonly string[]
  /** What could not be read, each with why. */
  readonly faults: readonly string[]
}

const KINDS: Readonly<Record<string, 'script' | 'document' | 'dictionary' | 'diagram'>> = {
  sql: 'script',
  txt: 'script',
  json: 'document',
  csv: 'dictionary',
  graphml: 'diagram',
}
const LARGEST_FILE = 16_000_000
const LIMITS = { entries: 20_000, fileBytes: LARGEST_FILE, bytes: 512_000_000, depth: 12 }

const endingOf = (name: string): string => /\.([^.\\/]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''
const kindOf = (name: string) => KINDS[endingOf(name)]
/** What systems put beside the files of a person. */
const isHousekeeping = (path: string): boolean =>
  path.split(/[\\/]/).some(part => part.startsWith('.') || part === '__MACOSX' || part === 'Thumbs.db')

/**
 * The answers in files, folders with their subfolders and zips: several files of one name in one place are the
 * sheets of one student. What cannot be read is named and holds up nothing else. "-" is standard input.
 */
export async function collectAnswers(paths: readonly string[]): Promise<Collected> {
  const found: Input[] = []
  const [passedOver, faults]: [string[], string[]] = [[], []]
  const keep = (name: string, bytes: Uint8Array): void => {
    const { text } = decodeText(bytes)
    if (text.includes('\0')) faults.push(`${name}: is no text`)
    else found.push({ name, text })
  }
  for (const path of paths) {
    if (path === '-') keep('-', readFileSync(0))
    else if (!isThere(path)) faults.push(`${path}: there is no such file`)
    else
      for (const file of filesBelow(path)) {
        if (endingOf(file) === 'zip') {
          if (statSync(file).size > LIMITS.bytes) faults.push(tooLarge(file, LIMITS.bytes))
          else await unpack(file, keep, passedOver, faults)
        } else if (file === path || kindOf(file)) {
          if (statSync(file).size > LARGEST_FILE) faults.push(tooLarge(file, LARGEST_FILE))
          else keep(file, readFileSync(file))
        } else passedOver.push(file)
      }
  }
  return { answers: byStudent(found), passedOver, faults }
}

const tooLarge = (file: string, most: number): string => `${file}: larger than ${most / 1_000_000} MB`
const isThere = (path: string): boolean => statSync(path, { throwIfNoEntry: false }) !== undefined

/** A file itself; of a folder all files below it, in the order of their names. */
function filesBelow(path: string): string[] {
  if (!statSync(path).isDirectory()) return [path]
  return readdirSync(path, { withFileTypes: true })
    .filter(({ name }) => !isHousekeeping(name))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap(entry => {
      const below = join(path, entry.name)
      if (entry.isDirectory()) return filesBelow(below)
      return entry.isFile() ? [below] : []
    })
}

async function unpack(
  path: string,
  keep: (name: string, bytes: Uint8Array) => void,
  passedOver: string[],
  faults: string[],
): Promise<void> {
  try {
    const files = await readZip(readFileSync(path), LIMITS, inner => {
      if (isHousekeeping(inner)) return false
      if (!kindOf(inner)) passedOver.push(join(path, inner))
      return kindOf(inner) !== undefined
    })
    for (const file of files) keep(join(path, file.path), file.bytes)
  } catch (error) {
    if (!(error instanceof BadZip)) throw error
    faults.push(`${path}: is not read: ${error.message}`)
  }
}

/** Files of one name in one place; a name that stands in several places is told with its folder. */
function byStudent(files: readonly Input[]): Answer[] {
  const places = new Map<string, Input[]>()
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
        throw new CallError(`${file.name}: has the same sheet (${sheet}) as ${other}`)
      from.set(sheet, file.name)
    }
    whole = { ...whole, ...part }
  }
  return { script: '', ...whole }
}

/** What one file says: a document, a diagram, a dictionary as CSV, or a script. */
function partOf(input: Input): Partial<StudentsAnswer> {
  switch (kindOf(input.name) ?? 'script') {
    case 'dictionary': {
      const dictionary = dictionaryFromCsv(input.text)
      if (!dictionary) throw new CallError(`${input.name}: is no dictionary: its first line names no "field"`)
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

function documentOf(input: Input): Partial<StudentsAnswer> {
  const json = parseJson(input)
  if (typeof json === 'object' && json !== null && 'format' in json && json.format === 'nomenklatura-diagram')
    return { diagram: readDiagram(input) }
  const parsed = AnswerDocument.safeParse(upgradeDocument(ANSWER_FORMAT, json))
  if (!parsed.success) throw new CallError(`${input.name}: ${documentFaults(parsed.error).join('; ')}`)
  const { format: _, version: __, script, ...rest } = parsed.data
  // A document without a script says nothing of one: another file may.
  return { ...rest, ...(script === '' ? {} : { script }) }
}
