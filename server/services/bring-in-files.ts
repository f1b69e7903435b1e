import { AnswerDocument, documentFaults, sheetsOf, upgradeDocument } from '@nomenklatura/core/exercise'
import { SHEETS, type Sheet } from '@nomenklatura/core/findings'
import { RESULTS_FORMAT, ResultsDocument, type StudentResult } from '@nomenklatura/core/marking'
import { sheetModule } from '@nomenklatura/core/sheets'
import {
  UnreadableFile,
  answerOf,
  byStudent,
  endingOf,
  isHousekeeping,
  kindOf,
  parseJson,
  textIn,
  type TextFile,
} from '../../files/answers'
import { BadZip, readZip } from '../../files/zip'
import { matchPerson, type Candidate, type MatchedBy } from './match-people'
import { Refusal } from './problem'
import { refuseBadSigns } from './signs'

/** What may be sent, and what may come out of it. */
export const LARGEST_UPLOAD = 16_000_000
const LIMITS = { entries: 5000, fileBytes: 2_000_000, bytes: 32_000_000, depth: 12 }

/** What one student made, as files say it. */
export interface BroughtIn {
  /** The name that tells it from the others. */
  readonly name: string
  readonly files: readonly string[]
  readonly sheets: readonly Sheet[]
  /** Why it cannot be handed in. */
  readonly fault: string | null
  readonly person: { readonly id: string; readonly by: MatchedBy } | null
  /** Undefined where it has a fault. */
  readonly answer: AnswerDocument | undefined
  /** What another installation judged of it. */
  readonly result: StudentResult | undefined
}

export interface FromFiles {
  readonly answers: readonly BroughtIn[]
  readonly passedOver: readonly string[]
  readonly faults: readonly string[]
}

/**
 * The answers in a zip, each with the student it is taken for. An archive that is made to do harm is refused
 * whole; what else cannot be read is named.
 */
export async function answersInZip(
  bytes: Uint8Array,
  people: readonly Candidate[],
  asked: readonly Sheet[],
): Promise<FromFiles> {
  const { texts, passedOver, faults } = await textsInZip(bytes)
  const results = texts.flatMap(file => resultsIn(file, faults))
  const others = texts.filter(file => !isResults(file))
  const answers = [
    ...results.map(result => fromResult(result, people, asked)),
    ...groupsOf(others, people).map(group => fromFiles(group, asked)),
  ]
  return { answers: withNames(answers), passedOver, faults }
}

async function textsInZip(bytes: Uint8Array): Promise<{
  readonly texts: TextFile[]
  readonly passedOver: string[]
  readonly faults: string[]
}> {
  const [texts, passedOver, faults]: [TextFile[], string[], string[]] = [[], [], []]
  try {
    const packed = await readZip(bytes, LIMITS, path => {
      if (isHousekeeping(path)) return false
      if (!kindOf(path)) passedOver.push(path)
      return kindOf(path) !== undefined
    })
    for (const { path, bytes: inside } of packed) {
      const text = textIn(inside)
      if (text === undefined) faults.push(`${path}: is no text`)
      else texts.push({ name: path, text })
    }
  } catch (error) {
    if (!(error instanceof BadZip)) throw error
    throw new Refusal(422, 'bad-archive', `The archive is not read: ${error.message}.`)
  }
  return { texts, passedOver, faults }
}

/* Results of another installation */

const MARK_OF_RESULTS = new RegExp(`"format"\\s*:\\s*"${RESULTS_FORMAT.name}"`)
const isResults = ({ name, text }: TextFile): boolean =>
  endingOf(name) === 'json' && MARK_OF_RESULTS.test(text.slice(0, 1000))

function resultsIn(file: TextFile, faults: string[]): StudentResult[] {
  if (!isResults(file)) return []
  try {
    const parsed = ResultsDocument.safeParse(upgradeDocument(RESULTS_FORMAT, parseJson(file)))
    if (parsed.success) return parsed.data.results
    faults.push(`${file.name}: ${documentFaults(parsed.error).slice(0, 5).join('; ')}`)
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error
    faults.push(error.message)
  }
  return []
}

function fromResult(result: StudentResult, people: readonly Candidate[], asked: readonly Sheet[]): BroughtIn {
  const same = people.find(({ email }) => email.toLowerCase() === result.email.toLowerCase())
  const person = same ? { id: same.id, by: 'e-mail' as const } : matchPerson(result.name, people)
  return {
    name: result.name,
    files: [],
    person: person ?? null,
    ...checked(() => result.answer, asked),
    result,
  }
}

/* Files of students */

interface Group {
  readonly name: string
  readonly files: readonly TextFile[]
  readonly person: BroughtIn['person']
}

/** Files of one name in one place are one student's, and so are those that are taken for the same person. */
function groupsOf(files: readonly TextFile[], people: readonly Candidate[]): Group[] {
  const groups = new Map<string, Group>()
  for (const { student, files: own } of byStudent(files)) {
    const person = matchPerson(own[0]!.name, people) ?? null
    const key = person ? person.id : `? ${student}`
    const before = groups.get(key)
    groups.set(key, {
      name: before?.name ?? student,
      files: [...(before?.files ?? []), ...own],
      person: before?.person ?? person,
    })
  }
  return [...groups.values()]
}

function fromFiles({ name, files, person }: Group, asked: readonly Sheet[]): BroughtIn {
  return {
    name,
    files: files.map(file => file.name),
    person,
    ...checked(() => answerOf({ student: name, files }), asked),
    result: undefined,
  }
}

/** An answer with the sheets that are asked; or why there is none. */
function checked(
  read: () => Partial<AnswerDocument>,
  asked: readonly Sheet[],
): Pick<BroughtIn, 'answer' | 'sheets' | 'fault'> {
  const refused = (fault: string) => ({ answer: undefined, sheets: [], fault })
  try {
    const said = read()
    const own = sheetsOf({ script: '', ...said })
    const sheets = SHEETS.filter(sheet => {
      const { field, hasOwn } = sheetModule(sheet)
      return asked.includes(sheet) && own[field] !== undefined && hasOwn(own[field])
    })
    if (sheets.length === 0) return refused('nothing stands on a sheet that is asked')
    const parsed = AnswerDocument.safeParse({
      format: 'nomenklatura-answer',
      version: 1,
      script: '',
      ...(said.dialect ? { dialect: said.dialect } : {}),
      ...(said.assumptions ? { assumptions: said.assumptions } : {}),
      ...(said.seed !== undefined ? { seed: said.seed } : {}),
      ...Object.fromEntries(sheets.map(sheet => [sheetModule(sheet).field, own[sheetModule(sheet).field]])),
    })
    if (!parsed.success) return refused(documentFaults(parsed.error).slice(0, 3).join('; '))
    refuseBadSigns(parsed.data)
    return { answer: parsed.data, sheets, fault: null }
  } catch (error) {
    if (error instanceof UnreadableFile || error instanceof Refusal) return refused(error.message)
    throw error
  }
}

/** Names that stand twice are told apart. */
function withNames(answers: readonly BroughtIn[]): BroughtIn[] {
  const seen = new Map<string, number>()
  return answers.map(answer => {
    const count = (seen.get(answer.name) ?? 0) + 1
    seen.set(answer.name, count)
    return count === 1 ? answer : { ...answer, name: `${answer.name} (${count})` }
  })
}
