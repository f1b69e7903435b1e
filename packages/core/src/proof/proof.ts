import { prepareExercise, type ExerciseDocument, type PreparedExercise } from '../exercise'
import type { Sheet } from '../findings'
import type { SandboxReport } from '../instances'
import {
  markAnswer,
  markedPoints,
  planAnswer,
  proposeSheet,
  wellDrawnRules,
  wellMadeRules,
  type Points,
  type RunPlan,
} from '../marking'
import { partsOf, type RuleEntry, type Verdict } from '../rules'
import type { Cell } from '../sheets'
import { proofSheets, type ProofCase, type ProofSheet } from './cases'
import type { ModelSheet } from './model-sheets'
import { furtherRules } from './further-rules'

/**
 * What became of a case. Of a mistake: a rule loses points for it; it is left open for a person; nothing is lost though
 * a rule could be asked that notices it; or no rule that could be asked tells it from the model answer. Of a harmless
 * change: nothing is lost; something is left open; or it is punished.
 */
export type Outcome = 'noticed' | 'asked' | 'missed' | 'same' | 'spared' | 'doubted' | 'punished'

/** A rule that does not uphold a case, though it does the model answer. */
export interface Blamed {
  readonly rule: string
  readonly verdict: Verdict
}

export interface ProofLine extends Omit<ProofCase, 'answer'> {
  readonly outcome: Outcome
  readonly by: readonly Blamed[]
  /** Thousandths of a point, of those of its sheet. */
  readonly lost: number
  readonly open: number
  /** Rules not asked yet that would notice it; only of what is missed. */
  readonly helps: readonly RuleEntry[]
}

/** What of the model answer itself is not upheld: then the exercise is at fault. */
export interface ModelFault extends Blamed {
  readonly sheet: Sheet
  readonly model: number
}

/**
 * Verdicts from one run to the next: by what of an exercise they rest on, then by answer. Points and sentences are no
 * part of that, so a change of these marks nothing anew.
 */
export type KnownCells = Map<string, Map<string, readonly Cell[]>>

/** An exercise that asks one sheet, and what is known of its verdicts. */
interface AskedSheet {
  readonly exercise: PreparedExercise
  readonly known: Map<string, readonly Cell[]>
}

/** Everything that a proof run of one exercise marks, and how. */
export class Proof {
  readonly sheets: readonly ProofSheet[]
  private readonly asked = new Map<Sheet, AskedSheet>()
  private readonly complete = new Map<Sheet, AskedSheet>()

  /** `known` is filled, and what no run of this exercise needs any more is taken out of it. */
  constructor(
    private readonly document: ExerciseDocument,
    private readonly known: KnownCells = new Map(),
  ) {
    this.sheets = proofSheets(prepareExercise(document))
    const needed = new Set(
      document.sheets.flatMap(sheet => [
        meaningOf(document, sheet, document.rules),
        meaningOf(document, sheet, this.everyRule()),
      ]),
    )
    for (const key of known.keys()) if (!needed.has(key)) known.delete(key)
  }

  get cases(): readonly ProofCase[] {
    return this.sheets.flatMap(({ cases }) => cases)
  }

  /** The exercise as if it asked one sheet alone. */
  exerciseFor(sheet: Sheet): PreparedExercise {
    return this.askedSheet(sheet).exercise
  }
  private askedSheet(sheet: Sheet): AskedSheet {
    return this.remembered(this.asked, sheet, this.document.rules)
  }

  private remembered(made: Map<Sheet, AskedSheet>, sheet: Sheet, rules: readonly RuleEntry[]): AskedSheet {
    const found = made.get(sheet)
    if (found) return found
    const key = meaningOf(this.document, sheet, rules)
    const known = this.known.get(key) ?? new Map<string, readonly Cell[]>()
    this.known.set(key, known)
    const exercise = prepareExercise({ ...this.document, sheets: [sheet], rules: [...rules] })
    const next = { exercise, known }
    made.set(sheet, next)
    return next
  }

  /** What is to be run on an engine before a case is judged; undefined where nothing is. */
  planFor({ sheet, answer }: ModelSheet): RunPlan | undefined {
    return planAnswer(this.exerciseFor(sheet), answer)
  }

  /** What of a model answer is not upheld on one of its sheets; `report` where it was run. */
  faultsOf({ sheet, model, answer }: ModelSheet, report?: SandboxReport): readonly ModelFault[] {
    return cellsOf(this.askedSheet(sheet), answer, report)
      .filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, verdict }) => ({ rule, verdict, sheet, model }))
  }

  private baseOf({ sheet, model }: ProofCase): ProofSheet {
    return this.sheets.find(other => other.sheet === sheet && other.model === model)!
  }

  /** Marks a case and says what became of it; with what running it came to, where it was run. */
  judge(one: ProofCase, report?: SandboxReport): ProofLine {
    const asked = this.askedSheet(one.sheet)
    const before = cellsOf(asked, this.baseOf(one).answer)
    const cells = cellsOf(asked, one.answer, report)
    const [was, is] = [before, cells].map(of => markedPoints(asked.exercise, of)) as [Points, Points]
    const wasUpheld = new Set(before.filter(({ verdict }) => verdict === 'upheld').map(({ rule }) => rule))
    const by = cells
      .filter(({ rule, verdict }) => verdict !== 'upheld' && wasUpheld.has(rule))
      .map(({ rule, verdict }) => ({ rule, verdict }))
    const { answer: _, ...told } = one
    const lost = was.got + was.open - is.got - is.open
    const line = { ...told, by, lost, open: Math.max(0, is.open - was.open), helps: [] }
    if (one.is === 'harmless') return { ...line, outcome: harmlessOutcome(line) }
    if (by.length > 0)
      return {
        ...line,
        outcome: by.some(({ verdict }) => verdict !== 'cannot tell') ? 'noticed' : 'asked',
      }
    const helps = this.helpingRules(one)
    return { ...line, outcome: helps.length > 0 ? 'missed' : 'same', helps }
  }

  /** Rules that could be asked as well, and that this case does not uphold though the model answer does. */
  private helpingRules(one: ProofCase): readonly RuleEntry[] {
    const every = this.remembered(this.complete, one.sheet, this.everyRule())
    const verdicts = (answer: ModelSheet['answer']): ReadonlyMap<string, Verdict> =>
      new Map(cellsOf(every, answer).map(({ rule, verdict }) => [rule, verdict]))
    const [right, mistaken] = [verdicts(this.baseOf(one).answer), verdicts(one.answer)]
    return this.further().filter(
      ({ id }) => right.get(id) === 'upheld' && mistaken.has(id) && mistaken.get(id) !== 'upheld',
    )
  }

  private everyRule(): readonly RuleEntry[] {
    return [...this.document.rules, ...this.further()]
  }

  private furtherOnes: readonly RuleEntry[] | undefined
  /** What could be asked and is not, numbered after the sheet's own rules. */
  private further(): readonly RuleEntry[] {
    this.furtherOnes ??= rulesNotAsked(this.document)
    return this.furtherOnes
  }
}

function cellsOf(
  { exercise, known }: AskedSheet,
  answer: ModelSheet['answer'],
  report?: SandboxReport,
): readonly Cell[] {
  const key = JSON.stringify(answer)
  const found = known.get(key)
  if (found) return found
  const cells = markAnswer(exercise, answer, { report }).cells.map(({ rule, sheet, verdict, follows }) => ({
    rule,
    sheet,
    verdict,
    follows,
  }))
  known.set(key, cells)
  return cells
}

/** Everything that verdicts on a sheet rest on. */
function meaningOf(document: ExerciseDocument, sheet: Sheet, rules: readonly RuleEntry[]): string {
  const { starter, models, glossary, samples, rows, relation, level, dialect, dialects, habits } = document
  const asked = rules.filter(({ off }) => !off).map(({ id, rule, and, sheets }) => [id, rule, and, sheets])
  return JSON.stringify([
    sheet,
    starter,
    models,
    glossary,
    samples,
    rows,
    relation,
    level,
    dialect,
    dialects,
    habits,
    asked,
  ])
}

function harmlessOutcome({ lost, open }: Pick<ProofLine, 'lost' | 'open'>): Outcome {
  if (lost > 0) return 'punished'
  return open > 0 ? 'doubted' : 'spared'
}

/**
 * What could be asked of an exercise and is not: what would be proposed for it, its sheets' own checks, and more that
 * notices what a proposal lets pass. Numbered after the rules that there are.
 */
export function rulesNotAsked(document: ExerciseDocument): readonly RuleEntry[] {
  const key = (rule: object): string =>
    JSON.stringify(Object.entries(rule).sort(([a], [b]) => (a < b ? -1 : 1)))
  const asked = new Set(document.rules.filter(({ off }) => !off).flatMap(entry => partsOf(entry).map(key)))
  const possible = [
    ...proposeSheet({ ...document, rules: [] }),
    ...furtherRules(prepareExercise({ ...document, rules: [] })),
    ...(document.sheets.includes('script') ? wellMadeRules() : []),
    ...(document.sheets.includes('diagram') ? wellDrawnRules() : []),
  ]
  const fresh = possible.flatMap(entry => {
    const isNew = partsOf(entry).some(part => !asked.has(key(part)))
    for (const part of partsOf(entry)) asked.add(key(part))
    return isNew ? [entry] : []
  })
  const next = Math.max(0, ...document.rules.map(({ id }) => Number(id.slice(1)))) + 1
  return fresh.map((entry, i) => ({ ...entry, id: `r${next + i}`, points: 1 }))
}

/** How many cases came to what, and the share of mistakes that do not pass. */
export interface ProofFigures {
  readonly mistakes: number
  readonly noticed: number
  readonly asked: number
  readonly missed: number
  readonly same: number
  readonly harmless: number
  readonly doubted: number
  readonly punished: number
  /** Per cent of the mistakes that can be told apart; null where there are none. */
  readonly strength: number | null
}

export function proofFigures(lines: readonly ProofLine[]): ProofFigures {
  const count = (outcome: Outcome): number => lines.filter(line => line.outcome === outcome).length
  const mistakes = lines.filter(({ is }) => is === 'mistake').length
  const told = mistakes - count('same')
  return {
    mistakes,
    noticed: count('noticed'),
    asked: count('asked'),
    missed: count('missed'),
    same: count('same'),
    harmless: lines.length - mistakes,
    doubted: count('doubted'),
    punished: count('punished'),
    strength: told > 0 ? Math.floor((100 * (count('noticed') + count('asked'))) / told) : null,
  }
}

/** Under so many per cent noticed, an exercise is not published without being asked. */
export const LEAST_STRENGTH = 80

/** Whether enough is noticed, and nothing harmless punished. */
export function isSound({ strength, punished }: ProofFigures): boolean {
  return punished === 0 && (strength ?? 100) >= LEAST_STRENGTH
}

/** A rule that would notice what passes, and how much of it. */
export interface Help {
  readonly entry: RuleEntry
  readonly notices: readonly ProofLine[]
}

/**
 * Rules that together notice everything that is missed: each time the one that notices most of what is left, of equals
 * the first.
 */
export function helpfulRules(lines: readonly ProofLine[]): readonly Help[] {
  const found: Help[] = []
  let left = lines.filter(({ outcome }) => outcome === 'missed')
  while (left.length > 0) {
    const counts = new Map<string, number>()
    for (const { id } of left.flatMap(({ helps }) => helps)) counts.set(id, (counts.get(id) ?? 0) + 1)
    const most = Math.max(...counts.values())
    const [best] = [...counts].find(([, count]) => count === most)!
    const notices = left.filter(({ helps }) => helps.some(({ id }) => id === best))
    found.push({ entry: notices[0]!.helps.find(({ id }) => id === best)!, notices })
    left = left.filter(line => !notices.includes(line))
  }
  return found
}
