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
  type Marking,
  type Points,
  type RunPlan,
} from '../marking'
import { partsOf, type RuleEntry, type Verdict } from '../rules'
import { proofSheets, type ProofBase, type ProofCase, type ProofSheet } from './cases'
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

/** Everything that a proof run of one exercise marks, and how. */
export class Proof {
  readonly sheets: readonly ProofSheet[]
  private readonly asked = new Map<Sheet, PreparedExercise>()
  private readonly complete = new Map<Sheet, PreparedExercise>()
  private readonly bases = new Map<string, { readonly marking: Marking; readonly points: Points }>()

  constructor(private readonly document: ExerciseDocument) {
    this.sheets = proofSheets(prepareExercise(document))
  }

  get cases(): readonly ProofCase[] {
    return this.sheets.flatMap(({ cases }) => cases)
  }

  /** The exercise as if it asked one sheet alone. */
  exerciseFor(sheet: Sheet): PreparedExercise {
    return this.remembered(this.asked, sheet, this.document.rules)
  }

  private remembered(
    known: Map<Sheet, PreparedExercise>,
    sheet: Sheet,
    rules: readonly RuleEntry[],
  ): PreparedExercise {
    const found =
      known.get(sheet) ?? prepareExercise({ ...this.document, sheets: [sheet], rules: [...rules] })
    known.set(sheet, found)
    return found
  }

  /** What is to be run on an engine before a case is judged; undefined where nothing is. */
  planFor({ sheet, answer }: ProofBase): RunPlan | undefined {
    return planAnswer(this.exerciseFor(sheet), answer)
  }

  /** What of the model answers is not upheld, each sheet by itself; `report` of the base where it was run. */
  faultsOf(base: ProofBase, report?: SandboxReport): readonly ModelFault[] {
    const { sheet, model } = base
    return this.base(base, report)
      .marking.cells.filter(({ verdict }) => verdict !== 'upheld')
      .map(({ rule, verdict }) => ({ rule, verdict, sheet, model }))
  }

  private base(
    { sheet, model, answer }: ProofBase,
    report?: SandboxReport,
  ): { readonly marking: Marking; readonly points: Points } {
    const key = `${sheet} ${model}`
    const known = this.bases.get(key)
    if (known) return known
    const exercise = this.exerciseFor(sheet)
    const marking = markAnswer(exercise, answer, { report })
    const made = { marking, points: markedPoints(exercise, marking.cells) }
    this.bases.set(key, made)
    return made
  }

  /** Marks a case and says what became of it; with what running it came to, where it was run. */
  judge(one: ProofCase, report?: SandboxReport): ProofLine {
    const base = this.base(
      this.sheets.find(({ sheet, model }) => sheet === one.sheet && model === one.model)!,
    )
    const exercise = this.exerciseFor(one.sheet)
    const { cells } = markAnswer(exercise, one.answer, { report })
    const points = markedPoints(exercise, cells)
    const wasUpheld = new Set(
      base.marking.cells.filter(({ verdict }) => verdict === 'upheld').map(({ rule }) => rule),
    )
    const by = cells
      .filter(({ rule, verdict }) => verdict !== 'upheld' && wasUpheld.has(rule))
      .map(({ rule, verdict }) => ({ rule, verdict }))
    const { answer: _, ...told } = one
    const lost = base.points.got + base.points.open - points.got - points.open
    const open = Math.max(0, points.open - base.points.open)
    const isBlamed = by.some(({ verdict }) => verdict !== 'cannot tell')
    if (one.is === 'harmless')
      return { ...told, outcome: harmlessOutcome(lost, open), by, lost, open, helps: [] }
    if (by.length > 0) return { ...told, outcome: isBlamed ? 'noticed' : 'asked', by, lost, open, helps: [] }
    const helps = this.helpingRules(one)
    return { ...told, outcome: helps.length > 0 ? 'missed' : 'same', by, lost, open, helps }
  }

  /** Rules that could be asked as well, and that this case does not uphold though the model answer does. */
  private helpingRules(one: ProofCase): readonly RuleEntry[] {
    const { sheet, answer } = one
    const exercise = this.remembered(this.complete, sheet, [...this.document.rules, ...this.further()])
    const own = new Set(this.document.rules.map(({ id }) => id))
    const verdicts = (of: ProofBase['answer']): ReadonlyMap<string, Verdict> =>
      new Map(markAnswer(exercise, of).cells.map(({ rule, verdict }) => [rule, verdict]))
    const base = this.sheets.find(other => other.sheet === sheet && other.model === one.model)!
    const [right, mistaken] = [this.completeBase(base, verdicts), verdicts(answer)]
    return this.further().filter(
      ({ id }) =>
        !own.has(id) && right.get(id) === 'upheld' && mistaken.has(id) && mistaken.get(id) !== 'upheld',
    )
  }

  private readonly rights = new Map<string, ReadonlyMap<string, Verdict>>()
  private completeBase(
    { sheet, model, answer }: ProofBase,
    verdicts: (of: ProofBase['answer']) => ReadonlyMap<string, Verdict>,
  ): ReadonlyMap<string, Verdict> {
    const key = `${sheet} ${model}`
    const found = this.rights.get(key) ?? verdicts(answer)
    this.rights.set(key, found)
    return found
  }

  private furtherOnes: readonly RuleEntry[] | undefined
  /** What could be asked and is not, numbered after the sheet's own rules. */
  private further(): readonly RuleEntry[] {
    this.furtherOnes ??= rulesNotAsked(this.document)
    return this.furtherOnes
  }
}

function harmlessOutcome(lost: number, open: number): Outcome {
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
