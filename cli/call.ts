import { DIALECTS, isDialect, type Dialect } from '@nomenklatura/core/schema'
import { readFileSync, readdirSync, statSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { UnreadableFile, type TextFile } from '../files/answers'

/** The call or its input cannot be used: one line says why and where, and the exit status is 2. */
export class CallError extends UnreadableFile {
  override readonly name = 'CallError'
}

export const COMMANDS = [
  'dependencies',
  'rows',
  'diagram',
  'script',
  'write',
  'mark',
  'prove',
  'help',
] as const
const OPTIONS: Readonly<Record<string, 'flag' | 'value'>> = {
  '--json': 'flag',
  '--strict': 'flag',
  '--dialect': 'value',
  '--from': 'value',
  '--to': 'value',
  '--rerunnable': 'flag',
  '--csv': 'value',
  '--feedback': 'value',
  '--run': 'flag',
  '--jobs': 'value',
  '--max-determinant': 'value',
  '--error': 'value',
  '--svg': 'value',
  '--graphml': 'value',
  '--to-script': 'value',
  '--one-to-one': 'value',
  '--kinds': 'value',
}

export interface Call {
  readonly command: (typeof COMMANDS)[number]
  readonly files: readonly string[]
  readonly json: boolean
  readonly strict: boolean
  /** The dialect of scripts; undefined where none is named. */
  readonly dialect: Dialect | undefined
  readonly from: Dialect | undefined
  readonly to: Dialect | undefined
  readonly rerunnable: boolean
  readonly csv: string | undefined
  /** The folder that a text of each student's verdicts is written to. */
  readonly feedback: string | undefined
  /** Whether rows are run on a database to see what an answer does, and so many answers at a time. */
  readonly run: boolean
  readonly jobs: number
  /** Where a picture and a graph of a diagram are written. */
  readonly svg: string | undefined
  readonly graphml: string | undefined
  /** In which dialect the tables of a diagram are written, instead of a report. */
  readonly toScript: string | undefined
  /** Choices of the mapping: 1:1 merged or referenced, kinds in one table or several. */
  readonly oneToOne: 'merged' | 'referenced' | undefined
  readonly kinds: 'one' | 'several' | undefined
  /** The most columns on the left of a dependency that is looked for in rows. */
  readonly maxDeterminant: number | undefined
  /** The share of rows that may speak against a dependency that nearly holds. */
  readonly error: number | undefined
}

export const HELP = `nomenklatura COMMAND [FILE | FOLDER | - …] [options]

  dependencies FILE.json      keys, cover, normal form, synthesis and decomposition of attributes and dependencies
  rows FILE.csv               what a flat table holds: columns, keys, dependencies, a split   [--max-determinant N] [--error E]
  diagram FILE                a diagram (.json, .graphml, or of a .sql) read aloud, what is wrong with it, the tables it maps to   [--svg OUT] [--graphml OUT] [--to-script D]
                              [--one-to-one merged|referenced] [--kinds one|several]
  script FILE.sql             what a script says, and what is wrong with it   [--dialect D]
  write FILE --to D           a script (.sql, with --from D), a diagram or a schema (.json) as a script of that dialect; what it cannot keep on standard error   [--rerunnable]
  mark EXERCISE.json ANSWER…  verdicts and points of answers: .sql or .txt scripts, .json, .graphml diagrams, .csv dictionaries, folders with all below
                              them, zips; files of one name are one student's   [--csv OUT] [--feedback DIR] [--run] [--jobs N]
                              --csv: a line for each rule and sheet; --feedback: a text for each student; --run: rows are tried on a database of the
                              program's own, N answers at a time
  prove EXERCISE.json         the exercise tried with typical mistakes and harmless changes of its model answers: what its rules notice, let pass,
                              punish   [--run] [--jobs N]

  D is ${DIALECTS.join(', ')}

  --json      one JSON value; with several files one per line, each with its file
  --strict    exit status 1 if there is a finding of severity error
  -           read standard input

Exit status: 0 done, 1 with --strict and an error found (of prove: less than 80 % noticed, or a harmless change punished), 2 the call or the input cannot be used.`

export function readCall(args: readonly string[]): Call {
  const [command = 'help', ...rest] = args
  if (command === '--help' || command === '-h') return readCall(['help'])
  if (!COMMANDS.includes(command as Call['command']))
    throw new CallError(`there is no command "${command}"; there are ${COMMANDS.join(', ')}`)
  const files: string[] = []
  const options = new Map<string, string>()
  for (let i = 0; i < rest.length; i++) {
    const arg = rest[i]!
    if (arg === '-' || !arg.startsWith('-')) files.push(arg)
    else if (!OPTIONS[arg]) throw new CallError(`there is no option "${arg}"`)
    else if (OPTIONS[arg] === 'flag') options.set(arg, 'yes')
    else if (rest[i + 1] === undefined) throw new CallError(`${arg} needs a value`)
    else options.set(arg, rest[++i]!)
  }
  return {
    command: command as Call['command'],
    files,
    json: options.has('--json'),
    strict: options.has('--strict'),
    dialect: dialectIn(options, '--dialect'),
    from: dialectIn(options, '--from'),
    to: dialectIn(options, '--to'),
    rerunnable: options.has('--rerunnable'),
    csv: options.get('--csv'),
    feedback: options.get('--feedback'),
    run: options.has('--run'),
    jobs: Math.max(1, numberIn(options, '--jobs', 64, true) ?? availableParallelism()),
    svg: options.get('--svg'),
    graphml: options.get('--graphml'),
    toScript: options.get('--to-script'),
    oneToOne: choiceIn(options, '--one-to-one', ['merged', 'referenced']),
    kinds: choiceIn(options, '--kinds', ['one', 'several']),
    maxDeterminant: numberIn(options, '--max-determinant', 50, true),
    error: numberIn(options, '--error', 1, false),
  }
}

function dialectIn(options: ReadonlyMap<string, string>, name: string): Dialect | undefined {
  const written = options.get(name)
  if (written !== undefined && !isDialect(written))
    throw new CallError(`${name}: there is no dialect "${written}"; there are ${DIALECTS.join(', ')}`)
  return written
}

function choiceIn<Choice extends string>(
  options: ReadonlyMap<string, string>,
  name: string,
  choices: readonly Choice[],
): Choice | undefined {
  const written = options.get(name)
  const chosen = choices.find(choice => choice === written)
  if (written !== undefined && !chosen)
    throw new CallError(`${name} is ${choices.join(' or ')}, not "${written}"`)
  return chosen
}

function numberIn(
  options: ReadonlyMap<string, string>,
  name: string,
  most: number,
  isWhole: boolean,
): number | undefined {
  const written = options.get(name)
  if (written === undefined) return undefined
  const value = Number(written)
  if (written.trim() === '' || !(value >= 0 && value <= most) || (isWhole && !Number.isInteger(value)))
    throw new CallError(
      `${name} needs a ${isWhole ? 'whole ' : ''}number from 0 to ${most}, not "${written}"`,
    )
  return value
}

const LARGEST_FILE = 64_000_000

/** The files named, folders opened (one level, by name); "-" is standard input. */
export function readInputs(
  paths: readonly string[],
  endings: readonly string[],
  decode: Decode = decodeUtf8,
): TextFile[] {
  const inputs = paths.flatMap(path => {
    if (path === '-') return [{ name: '-', text: decode(readFileSync(0), '-') }]
    const found = stat(path)
    if (!found.isDirectory()) return [readInput(path, decode)]
    return readdirSync(path)
      .filter(name => endings.some(ending => name.endsWith(ending)))
      .sort()
      .map(name => readInput(join(path, name), decode))
  })
  if (inputs.length === 0)
    throw new CallError(
      paths.length === 0
        ? 'name a file, or - for standard input'
        : `there is no ${endings.join(' or ')} file in ${paths.join(', ')}`,
    )
  return inputs
}

function stat(path: string) {
  try {
    return statSync(path)
  } catch {
    throw new CallError(`${path}: there is no such file`)
  }
}

export function readInput(path: string, decode: Decode = decodeUtf8): TextFile {
  if (stat(path).size > LARGEST_FILE)
    throw new CallError(`${path}: larger than ${LARGEST_FILE / 1_000_000} MB`)
  return { name: path, text: decode(readFileSync(path), path) }
}

type Decode = (bytes: Uint8Array, path: string) => string

function decodeUtf8(bytes: Uint8Array, path: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new CallError(`${path}: is not UTF-8 text`)
  }
}

/** One value is printed whole; of several each on a line of its own, with its file. */
export function printJson(values: readonly { readonly file: string; readonly value: object }[]): void {
  const [only] = values
  if (values.length === 1 && only) console.log(JSON.stringify(only.value, null, 2))
  else
    for (const { file, value } of values)
      console.log(
        JSON.stringify(Array.isArray(value) ? { file, answers: value as unknown[] } : { file, ...value }),
      )
}
