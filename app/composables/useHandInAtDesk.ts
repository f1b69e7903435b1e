import type { Sheet } from '@nomenklatura/core/findings'
import type { Override } from '@nomenklatura/core/marking'
import type { Verdict } from '@nomenklatura/core/rules'
import type { DeskAnswer, HandInAnswer, Precedent, QueueLine } from '#shared/answers'

/** The hand-in in hand at the desk, the rule and sheet that are looked at, and what is changed of it. */
export function useHandInAtDesk(
  desk: Readonly<Ref<DeskAnswer | undefined>>,
  queue: Readonly<Ref<readonly QueueLine[]>>,
  reload: () => Promise<void>,
  tell: (words: string, putBack: () => Promise<string>) => void,
) {
  const route = useRoute()
  const router = useRouter()
  const handInId = computed(() =>
    typeof route.query.handIn === 'string' ? route.query.handIn : queue.value[0]?.id,
  )
  const handIn = shallowRef<HandInAnswer>()
  const { fault, act } = useAct()
  const rule = ref('')

  watch(handInId, load, { immediate: true })

  async function load(): Promise<void> {
    const id = handInId.value
    if (!id) return
    try {
      const answer = await api<HandInAnswer>(`/hand-ins/${id}`)
      if (id !== handInId.value) return
      const isKept = isRuleChosen(id)
      take(answer)
      if (!isKept) rule.value = ruleToOpen(answer)
    } catch (problem) {
      fault.value = errorInWords(problem)
    }
  }

  /** Whether somebody has chosen another rule of the hand-in than it opened with: it stays when it is asked for again. */
  function isRuleChosen(id: string): boolean {
    return handIn.value?.id === id && rule.value !== ruleToOpen(handIn.value)
  }

  function ruleToOpen(answer: HandInAnswer): string {
    const asked = route.query.rule
    return typeof asked === 'string' && answer.marking?.cells.some(cell => cell.rule === asked)
      ? asked
      : (firstRuleToSee(answer) ?? desk.value?.rules[0]?.id ?? '')
  }

  function take(answer: HandInAnswer): void {
    handIn.value = answer
    fault.value = ''
  }

  /** Where one goes while the address has not followed yet: keys pressed quickly go on from there. */
  let goingTo: string | undefined
  watch(handInId, id => {
    if (id === goingTo) goingTo = undefined
  })
  function select(id: string): void {
    goingTo = id
    void router.replace({ query: { ...route.query, handIn: id, rule: undefined } })
  }

  /** Opens a hand-in at a rule and a sheet. */
  function openAt(id: string, asked: string, sheet: Sheet): void {
    column.value = sheet
    if (id === handInId.value) rule.value = asked
    else void router.replace({ query: { ...route.query, handIn: id, rule: asked } })
  }

  function step(by: number): void {
    const from = goingTo ?? handInId.value
    const at = queue.value.findIndex(({ id }) => id === from)
    const next = queue.value[at + by]
    if (next) select(next.id)
  }

  /** The column that was chosen last; where the rule is not asked there, the sheet in which it fares worst. */
  const column = ref<Sheet>()
  function sheetOf(answer: HandInAnswer): Sheet | undefined {
    const sheets = sheetsOfRule(answer, rule.value)
    if (column.value && sheets.includes(column.value)) return column.value
    return sheets[0] ?? desk.value?.sheets[0]
  }
  const sheetInHand = computed(() => (handIn.value ? sheetOf(handIn.value) : undefined))
  function turnColumn(by: number): void {
    const sheets = (desk.value?.sheets ?? []).filter(
      sheet => handIn.value && isAskedOf(handIn.value, rule.value, sheet),
    )
    const at = sheets.indexOf(sheetInHand.value!)
    if (at >= 0) column.value = sheets[Math.max(0, Math.min(sheets.length - 1, at + by))]
  }
  /** Counts decisions: with each the form begins anew. */
  const decided = ref(0)
  /** Replaces a decision, or with null gives the cell back to the engine. */
  async function decide(verdict: Exclude<Verdict, 'cannot tell'> | null, reason: string): Promise<void> {
    const answer = handIn.value
    const sheet = sheetInHand.value
    if (!answer || !sheet) return
    try {
      take(
        await api<HandInAnswer>(`/hand-ins/${answer.id}/cells/${rule.value}/${sheet}`, {
          method: 'PUT',
          body: { verdict, reason, version: answer.versions[`${rule.value} ${sheet}`] ?? 0 },
        }),
      )
      decided.value++
      rememberDecision(answer, rule.value, sheet, verdict)
      await reload()
    } catch (problem) {
      if (problem instanceof ApiError && problem.problem.code === 'decided-meanwhile')
        await tellDecidedMeanwhile(answer.id)
      else fault.value = errorInWords(problem)
    }
  }

  function rememberDecision(
    before: HandInAnswer,
    ofRule: string,
    sheet: Sheet,
    verdict: Override['verdict'] | null,
  ): void {
    const was = before.overrides.find(other => other.rule === ofRule && other.sheet === sheet)
    const version = handIn.value?.versions[`${ofRule} ${sheet}`] ?? 0
    tell(`${before.name}, rule ${ofRule.slice(1)}: ${verdict ?? 'the engine’s own'}.`, async () => {
      await api(`/hand-ins/${before.id}/cells/${ofRule}/${sheet}`, {
        method: 'PUT',
        body: { verdict: was?.verdict ?? null, reason: was?.reason ?? '', version },
      })
      decided.value++
      return 'Put back as it was.'
    })
  }

  /**
   * Somebody else decided the cell first: theirs is shown, and what was about to be said stays in the form, to
   * be set over it or left.
   */
  async function tellDecidedMeanwhile(id: string): Promise<void> {
    const isCell = (other: { rule: string; sheet: string }): boolean =>
      other.rule === rule.value && other.sheet === sheetInHand.value
    try {
      const now = await api<HandInAnswer>(`/hand-ins/${id}`)
      if (now.id !== handIn.value?.id) return
      take(now)
      const theirs = now.overrides.find(isCell)
      fault.value = theirs
        ? `${theirs.by} set this to ${theirs.verdict} meanwhile: “${theirs.reason}”. Your reason still stands below: set it over theirs, or leave it.`
        : 'Somebody gave this back to the engine meanwhile. Your reason still stands below: set it, or leave it.'
    } catch (problem) {
      fault.value = errorInWords(problem)
    }
  }

  /* What was decided for others who made the same mistakes: it comes after the hand-in, which does not wait for it. */
  const precedents = shallowRef<readonly Precedent[]>([])
  const precedent = computed(() =>
    precedents.value.find(other => other.rule === rule.value && other.sheet === sheetInHand.value),
  )
  watch(
    () => handIn.value?.id,
    async id => {
      precedents.value = []
      if (!id) return
      const found = await api<Precedent[]>(`/hand-ins/${id}/precedents`).catch(() => [])
      if (id === handIn.value?.id) precedents.value = found
    },
  )

  let before: Promise<unknown> = Promise.resolve()
  /**
   * Changes what belongs to the hand-in in hand, which is then the server's answer. What is pressed while
   * another change is under way comes after it: nothing pressed is passed over.
   */
  function amend(path: string, method: 'POST' | 'PUT' | 'DELETE', body?: unknown): Promise<boolean> {
    const { id } = handIn.value!
    const change = async (): Promise<void> => {
      const answer = await api<HandInAnswer>(`/hand-ins/${id}/${path}`, { method, body })
      if (handIn.value?.id === id) take(answer)
    }
    const mine = before.then(() => act(change))
    before = mine
    return mine.then(async isDone => {
      if (isDone) await reload()
      return isDone
    })
  }

  return {
    handInId,
    handIn,
    rule,
    column,
    sheetInHand,
    fault,
    act,
    load,
    take,
    select,
    openAt,
    step,
    turnColumn,
    decided,
    precedent,
    decide,
    amend,
  }
}
