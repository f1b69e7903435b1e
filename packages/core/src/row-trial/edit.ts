import { shorten } from '../language'
import type { LinePlace } from './board'
import {
  LONGEST_CELL,
  LONGEST_STATEMENT,
  MOST_LINES,
  type EngineRow,
  type Line,
  type RowTrialDocument,
  type Step,
  type TypedLine,
} from './document'
import { MOST_STEPS } from './work'

/*
 * What a person does to a row trial: each gives the trial anew, and never changes the one it was given.
 */

/** Where the line of that number is; undefined where it is entered no more, or was taken up. */
export function placeOfLine({ waiting, steps }: RowTrialDocument, id: number): LinePlace | undefined {
  const at = waiting.findIndex(line => line.id === id)
  if (at >= 0) return { is: 'waiting', at }
  for (const [step, { is, ...rest }] of steps.entries()) {
    if (is !== 'enter' || !('lines' in rest)) continue
    const place = rest.lines.findIndex(line => line.id === id && !line.isTaken)
    if (place >= 0) return { is: 'step', step, at: place }
  }
  return undefined
}

/** The line at a place. */
export function lineAt({ waiting, steps }: RowTrialDocument, place: LinePlace): Line | undefined {
  if (place.is === 'waiting') return waiting[place.at]
  const step = steps[place.step]
  return step?.is === 'enter' ? step.lines[place.at] : undefined
}

/** Types into a line: one that a step refused is taken up, and waits again. */
export function typeInto(
  document: RowTrialDocument,
  place: LinePlace | { readonly is: 'empty'; readonly table: string },
  column: string,
  text: string,
): RowTrialDocument {
  if (place.is === 'empty') return addLines(document, [{ table: place.table, cells: { [column]: text } }])
  return fillLine(document, place, { [column]: text })
}

/** The same for several columns at once. @throws RangeError where a cell is longer than what is kept */
export function fillLine(
  document: RowTrialDocument,
  place: LinePlace,
  cells: Readonly<Record<string, string>>,
): RowTrialDocument {
  checkCells(cells)
  const { document: taken, at } = takeUp(document, place)
  const waiting = taken.waiting.map((line, i) =>
    i === at ? { ...line, cells: { ...line.cells, ...cells } } : line,
  )
  return { ...taken, waiting }
}

/** Makes a line wait, wherever it is, and tells its place among those that do. */
function takeUp(
  document: RowTrialDocument,
  place: LinePlace,
): { readonly document: RowTrialDocument; readonly at: number } {
  if (place.is === 'waiting') return { document, at: place.at }
  const line = lineAt(document, place)
  if (!line) return { document, at: document.waiting.length }
  return {
    document: {
      waiting: [...document.waiting, plainLine(line)],
      steps: leftOut(document.steps, [place]),
    },
    at: document.waiting.length,
  }
}

/** The steps, with lines marked that were taken out of them. */
function leftOut(steps: readonly Step[], places: readonly LinePlace[]): Step[] {
  return steps.map((step, s) => {
    const own = places.flatMap(place => (place.is === 'step' && place.step === s ? [place.at] : []))
    if (step.is !== 'enter' || own.length === 0) return step
    return {
      ...step,
      lines: step.lines.map((line, at) => (own.includes(at) ? { ...line, isTaken: true as const } : line)),
    }
  })
}

/** Throws a line away that the engine does not have. */
export function dropLine(document: RowTrialDocument, place: LinePlace): RowTrialDocument {
  if (place.is === 'waiting')
    return { ...document, waiting: document.waiting.filter((_, i) => i !== place.at) }
  return { ...document, steps: leftOut(document.steps, [place]) }
}

/** The number of the next line. */
export function nextLine({ waiting, steps }: RowTrialDocument): number {
  const entered = steps.flatMap(step => (step.is === 'enter' ? step.lines : []))
  return [...waiting, ...entered].reduce((most, { id }) => Math.max(most, id), 0) + 1
}

function checkCells(cells: Readonly<Record<string, string | null>>): void {
  for (const [name, text] of Object.entries(cells))
    if (text !== null && text.length > LONGEST_CELL)
      throw new RangeError(
        `${shorten(name, 60)} has ${text.length} characters, and a cell may have ${LONGEST_CELL}: nothing was taken.`,
      )
}

/** Lines more that wait. @throws RangeError where they are more than are kept, or longer */
export function addLines(document: RowTrialDocument, lines: readonly TypedLine[]): RowTrialDocument {
  if (document.waiting.length + lines.length > MOST_LINES)
    throw new RangeError(`No more than ${MOST_LINES} lines wait at once: enter some first, or take fewer.`)
  for (const { cells } of lines) checkCells(cells)
  const first = nextLine(document)
  return {
    ...document,
    waiting: [...document.waiting, ...lines.map((line, i): Line => ({ ...line, id: first + i }))],
  }
}

const plainLine = ({ id, table, cells }: Line): Line => ({ id, table, cells })

/** Enters lines as one step: they wait no more. Lines in which nothing is typed stay. */
export function enterLines(
  document: RowTrialDocument,
  lines: readonly { readonly place: LinePlace; readonly line: Line }[],
): RowTrialDocument {
  const meant = lines.filter(({ line }) => Object.values(line.cells).some(text => text.trim() !== ''))
  if (meant.length === 0) return document
  const isMeant = (at: number): boolean =>
    meant.some(({ place }) => place.is === 'waiting' && place.at === at)
  return withStep(
    {
      waiting: document.waiting.filter((_, i) => !isMeant(i)),
      steps: leftOut(
        document.steps,
        meant.map(({ place }) => place),
      ),
    },
    { is: 'enter', lines: meant.map(({ line }) => plainLine(line)) },
  )
}

/** @throws RangeError where a cell of it is longer than what is kept */
export function strikeRow(document: RowTrialDocument, row: EngineRow): RowTrialDocument {
  checkCells(row.cells)
  return withStep(document, { is: 'strike', row })
}

/** @throws RangeError where a cell is longer than what is kept */
export function changeRow(
  document: RowTrialDocument,
  row: EngineRow,
  to: Readonly<Record<string, string>>,
): RowTrialDocument {
  checkCells(row.cells)
  checkCells(to)
  return withStep(document, { is: 'change', row, to })
}

/** @throws RangeError where it is longer than what is kept */
export function askStatement(
  document: RowTrialDocument,
  statement: string,
  title?: string,
): RowTrialDocument {
  if (statement.length > LONGEST_STATEMENT)
    throw new RangeError(
      `The statement has ${statement.length} characters: it may have ${LONGEST_STATEMENT}. It was not run.`,
    )
  return withStep(document, { is: 'ask', statement, ...(title ? { title } : {}) })
}

/** One step more. @throws RangeError where there are as many as are kept: the others stand on the first */
export function withStep(document: RowTrialDocument, step: Step): RowTrialDocument {
  if (document.steps.length >= MOST_STEPS)
    throw new RangeError(`${MOST_STEPS} steps are as many as are kept: put some back first.`)
  return { ...document, steps: [...document.steps, step] }
}

/** Puts all back that was done after so many steps: lines that were entered wait again. */
export function putBack(document: RowTrialDocument, to: number): RowTrialDocument {
  const back = document.steps.slice(to).flatMap(step => (step.is === 'enter' ? step.lines : []))
  const lines = back.filter(({ isTaken }) => !isTaken).map(plainLine)
  return { waiting: [...lines, ...document.waiting], steps: document.steps.slice(0, to) }
}

/** Marks a step as one that took too long: it is not run again. */
export function stopStep(document: RowTrialDocument, at: number): RowTrialDocument {
  const steps = document.steps.map((step, i) => (i === at ? { ...step, isStopped: true as const } : step))
  return { ...document, steps }
}
