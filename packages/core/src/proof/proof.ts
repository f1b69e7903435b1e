import { prepareExercise, type ExerciseDocument, type PreparedExercise } from '../exercise'
import type { Sheet } from '../findings'
import type { SandboxReport } from '../instances'
import { markAnswer, markedPoints, planAnswer, type Points, type RunPlan } from '../marking'
import { moduleOf, partsOf, type RuleEntry, type Verdict } from '../rules'
import type { Cell } from '../sheets'
import { proofSheets, type ProofCase, type ProofSheet } from './cases'
import type { ModelFault, Outcome, ProofLine } from './line'
import { OTHER_NAMES } from './kind'
import type { ModelSheet } from './model-sheets'
import { rulesNotAsked } from './not-asked'

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
    const counted = one.kind === OTHER_NAMES ? this.withoutNames : (cells: readonly Cell[]) => cells
    const before = counted(cellsOf(asked, this.baseOf(one).answer))
    const cells = counted(cellsOf(asked, one.answer, report))
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

  /** What of verdicts is of rules that ask for more than names. */
  private readonly withoutNames = (cells: readonly Cell[]): readonly Cell[] => {
    const ofNames = this.document.rules.filter(entry => partsOf(entry).some(part => moduleOf(part).ofNames))
    return cells.filter(({ rule }) => !ofNames.some(({ id }) => id === rule))
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
