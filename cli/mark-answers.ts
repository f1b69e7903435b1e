import { readFileSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import {
  byStudent,
  endingOf,
  isHousekeeping,
  kindOf,
  textIn,
  type Answer,
  type TextFile,
} from '../files/answers'
import { BadZip, readZip } from '../files/zip'

export interface Collected {
  readonly answers: readonly Answer[]
  /** Files that are none of ours. */
  readonly passedOver: readonly string[]
  /** What could not be read, each with why. */
  readonly faults: readonly string[]
}

const LARGEST_FILE = 16_000_000
const LIMITS = { entries: 20_000, fileBytes: LARGEST_FILE, bytes: 512_000_000, depth: 12 }

/**
 * The answers in files, folders with their subfolders and zips: several files of one name in one place are the
 * sheets of one student. What cannot be read is named and holds up nothing else. "-" is standard input.
 */
export async function collectAnswers(paths: readonly string[]): Promise<Collected> {
  const found: TextFile[] = []
  const [passedOver, faults]: [string[], string[]] = [[], []]
  const keep = (name: string, bytes: Uint8Array): void => {
    const text = textIn(bytes)
    if (text === undefined) faults.push(`${name}: is no text`)
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
