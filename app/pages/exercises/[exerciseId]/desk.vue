<script setup lang="ts">
import { type Sheet, isTableSheet } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { DeskAnswer, GroupDecisionAnswer, HandInAnswer } from '#shared/answers'

type Decidable = Exclude<Verdict, 'cannot tell'>

const route = useRoute('exercises-exerciseId-desk')
const exerciseId = computed(() => route.params.exerciseId)
const {
  answer: desk,
  error,
  code,
  reload,
} = useAnswer<DeskAnswer>(() => `/exercises/${exerciseId.value}/desk`)
const whole = useDeskQueue(desk)
const { whose, parts, shown: part } = useWhose(whole)
const {
  pass,
  shown: queue,
  counts: passCounts,
  mistakes,
  chosen: mistakeInHand,
  begin: beginPass,
  reloadMistakes,
} = useDeskPasses(() => String(exerciseId.value), part)
/** What was just done, in words. */
const { words: done, canUndo, tell, undo } = useLastDone()
const {
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
} = useHandInAtDesk(desk, queue, reload, tell)
const { holder, others: inHandOfOthers, takeOver } = useTaking(() => String(exerciseId.value), handInId)
/** What somebody else has in hand is read, not decided, until it is taken over. */
function mayAct(): boolean {
  if (holder.value) fault.value = `${holder.value} has this in hand: take it over (T) to go on with it.`
  return holder.value === null
}
const sharing = ref(false)

/* While hand-ins are being marked, the desk asks again; it stops when all are. */
const marked = computed(() => desk.value?.queue.filter(({ state }) => state !== 'being marked').length ?? 0)
const isMarking = computed(
  () => desk.value !== undefined && !desk.value.isMarkingStopped && marked.value < desk.value.queue.length,
)
useIntervalFn(async () => {
  if (!isMarking.value) return
  await reload()
  if (handIn.value && !handIn.value.marking) await load()
}, 1500)

async function markAgain(): Promise<void> {
  await act(async () => {
    const { asked } = await api<{ asked: number }>(`/exercises/${exerciseId.value}/markings`, {
      method: 'POST',
    })
    tell(asked === 0 ? 'All are marked by this rule sheet already.' : '')
  })
  await Promise.all([reload(), load()])
}

async function stopMarking(): Promise<void> {
  await act(() => api(`/exercises/${exerciseId.value}/markings`, { method: 'DELETE' }))
  await reload()
}

/* Deciding by hand */
const verdictPart = useTemplateRef<{
  begin: (verdict: Decidable) => Promise<void>
  asBefore: () => void
}>('verdictPart')
const beginDecision = (verdict: Decidable): void => {
  if (mayAct()) void verdictPart.value?.begin(verdict)
}
// At once, not when the queue has come too: by then the next key may have gone into the comment.
watch(decided, () => focusRule(), { flush: 'post' })

/* The pass over the same mistakes */
function chooseMistake(at: number): void {
  const line = mistakes.value?.[at]
  if (!line) return
  mistakeInHand.value = at
  openAt(line.first, line.rule, line.sheet)
}
/** The next of what the pass goes through: a mistake, or a hand-in. */
function go(by: number): void {
  if (pass.value === 'mistakes') chooseMistake(mistakeInHand.value + by)
  else step(by)
}

/* One decision for all who did the same, with one undo. */
const comparing = ref(false)
const ruleInHand = computed(() => rules.value.find(({ id }) => id === rule.value))
async function groupDecided(words: string, back: () => Promise<GroupDecisionAnswer>): Promise<void> {
  tell(words, async () => {
    const { left } = await back()
    return left[0] ? `Put back, but for ${left.length}: ${left[0].why}` : 'Put back as it was.'
  })
  await showDecided()
}
/** Puts back what was set last, for several or for one. */
async function undoLast(): Promise<void> {
  if (canUndo.value && (await act(undo))) await showDecided()
}
async function showDecided(): Promise<void> {
  await Promise.all([reload(), load(), reloadMistakes()])
  focusRule()
}

/* Pairing by hand: 'first' begins with what is least sure, else with the element named. */
const pairing = ref<string>()
function kept(answer: HandInAnswer): void {
  take(answer)
  void reload()
}
function leavePairing(): void {
  pairing.value = undefined
  void nextTick(focusRule)
}
watch(handInId, () => {
  pairing.value = undefined
})

/* Comments and the review */
const given = useTemplateRef<{ focus: () => Promise<void> }>('given')
const comments = useTemplateRef<{ focus: () => void }>('comments')

async function accept(): Promise<void> {
  if (!handIn.value?.marking) return
  // Of a mistake one has seen one rule, not the hand-in.
  if (pass.value === 'mistakes') return chooseMistake(mistakeInHand.value + 1)
  if (handIn.value.state !== 'released' && holder.value === null)
    await amend('review', 'PUT', { lookedAt: true })
  step(1)
}

const acceptWord = computed(() => {
  if (pass.value === 'mistakes') return 'Next mistake'
  const { state } = handIn.value!
  return state === 'looked at' || state === 'released' || holder.value ? 'Next' : 'Looked at, next'
})

const flag = () => handIn.value && mayAct() && amend('review', 'PUT', { flagged: !handIn.value.isFlagged })

/* Rules by key */
const rules = computed(() => desk.value?.rules ?? [])
function moveRule(by: number): void {
  const at = rules.value.findIndex(({ id }) => id === rule.value)
  const next = rules.value[Math.min(Math.max(at + by, 0), rules.value.length - 1)]
  if (next) chooseRule(next.id)
}
const ruleList = useTemplateRef<{ focus: () => void }>('ruleList')
function chooseRule(id: string, sheet?: Sheet): void {
  if (sheet) column.value = sheet
  rule.value = id
  pairing.value = undefined
  void nextTick(focusRule)
}
const focusRule = (): void => ruleList.value?.focus()
const { isTyped, type, take: takeNumber } = useTypedNumber()
/** Goes to the rule whose number was typed, or accepts where none was. */
function enter(): void {
  if (!isTyped.value) return void accept()
  const id = `r${takeNumber()}`
  if (rules.value.some(other => other.id === id)) chooseRule(id)
}

/** What arrived after closing is read in a slip of its own. */
const readsLate = ref(false)

/** The hand-in in hand, as the queue has it. */
const inHand = computed(() => whole.value.find(({ id }) => id === handInId.value))

/** All that its student made: every sheet, earlier attempts, what was saved on the way. */
const wholeLink = computed(() => ({
  path: `/exercises/${exerciseId.value}/people/${handIn.value?.personId}`,
  query: { handIn: handIn.value?.id, sheet: sheetInHand.value },
}))

/* Hand-ins from files */
const bringingIn = ref(false)

/* Release */
const releasing = ref(false)
const counts = computed(() => countQueue(desk.value?.queue ?? []))
async function afterRelease(words: string): Promise<void> {
  tell(words)
  await Promise.all([reload(), load()])
}

const keys = computed(() => [
  { key: 'J', what: 'next hand-in, or next mistake', run: () => go(1) },
  { key: 'K', what: 'previous hand-in, or mistake', run: () => go(-1) },
  { key: 'ArrowDown', what: 'next rule', run: () => moveRule(1) },
  { key: 'ArrowUp', what: 'previous rule', run: () => moveRule(-1) },
  ...((desk.value?.sheets.length ?? 0) > 1
    ? [
        { key: 'ArrowRight', what: 'next sheet of the rule', run: () => turnColumn(1) },
        { key: 'ArrowLeft', what: 'previous sheet of the rule', run: () => turnColumn(-1) },
      ]
    : []),
  { key: 'U', what: 'upheld, by hand', run: () => beginDecision('upheld') },
  { key: 'B', what: 'broken, by hand', run: () => beginDecision('broken') },
  { key: 'S', what: 'too strict, by hand', run: () => beginDecision('too strict') },
  { key: 'N', what: 'not shown, by hand', run: () => beginDecision('not shown') },
  { key: 'R', what: 'as it was decided for others', run: () => mayAct() && verdictPart.value?.asBefore() },
  { key: 'E', what: 'the engine’s own again', run: () => mayAct() && void decide(null, '') },
  {
    key: 'P',
    what: 'pair: what stands for what',
    run: () => {
      if (desk.value?.sheets.some(isTableSheet) && mayAct())
        pairing.value = pairing.value ? undefined : 'first'
    },
  },
  { key: 'G', what: 'same as others: all who made this mistake', run: () => (comparing.value = true) },
  { key: 'C', what: 'comment', run: () => mayAct() && comments.value?.focus() },
  { key: 'M', what: 'points by hand', run: () => mayAct() && void given.value?.focus() },
  {
    key: 'T',
    what: 'take over what somebody else has in hand',
    run: () => {
      if (holder.value) void takeOver()
    },
  },
  {
    key: 'V',
    what: 'the whole hand-in, with earlier attempts',
    run: () => handIn.value && void navigateTo(wholeLink.value),
  },
  { key: 'F', what: 'flag, or take the flag away', run: () => void flag() },
  { key: 'Ctrl+Enter', what: 'looked at, next', run: () => void accept() },
  { key: 'Ctrl+Z', what: 'undo what was set last', run: () => void undoLast() },
])
const silentKeys = computed(() => [
  ...Array.from({ length: 10 }, (_, i) => ({ key: String(i), what: '', run: () => type(String(i)) })),
  { key: 'Enter', what: '', run: enter },
])
useKeys(() => [...keys.value, ...silentKeys.value])
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  // Enter on a rule's own button goes to the rule that was typed, or accepts: choosing it again would say
  // nothing.
  if (event.key === 'Enter' && !event.ctrlKey && (event.target as HTMLElement).closest('[data-rule]')) {
    event.preventDefault()
    enter()
  }
})
const listed = computed(() => [
  ...keys.value,
  { key: '1 2 … Enter', what: 'go to a rule by its number' },
  { key: 'Enter', what: 'accept, next' },
])
const isDrawer = useMediaQuery('(max-width: 1023px)')
const drawerOpen = ref(false)
</script>

<template>
  <div class="screen">
    <TopLine
      title="Marking desk"
      :crumbs="
        desk
          ? [
              { name: desk.exercise.courseName, to: `/courses/${desk.exercise.courseId}` },
              { name: desk.exercise.title, to: `/exercises/${exerciseId}/set` },
            ]
          : []
      "
    >
      <template v-if="desk" #state>
        <span role="status" :class="{ working: isMarking }">{{
          isMarking
            ? `Marking ${marked} of ${desk.queue.length}`
            : desk.isMarkingStopped
              ? `Marking stopped at ${marked} of ${desk.queue.length}`
              : done ||
                `${counts.released > 0 ? `${counts.released} of ${desk.queue.length} released` : `${desk.queue.length} handed in`}`
        }}</span>
        <button v-if="canUndo" type="button" class="plain" @click="undoLast">Undo</button>
        <NuxtLink :to="`/exercises/${exerciseId}/ledger`" class="plain">Class ledger</NuxtLink>
        <button v-if="isMarking" type="button" class="plain" @click="stopMarking">Stop</button>
        <button v-else type="button" class="plain" @click="markAgain">
          {{ desk.isMarkingStopped ? 'Go on' : 'Mark all again' }}
        </button>
        <button v-if="desk.role === 'instructor'" type="button" class="plain" @click="bringingIn = true">
          Bring in …
        </button>
      </template>
      <UButton
        v-if="desk && desk.role === 'instructor' && desk.queue.length > 0"
        variant="outline"
        color="neutral"
        @click="releasing = true"
        >Release …</UButton
      >
    </TopLine>
    <PageState v-if="!desk" :error="error" :code="code" @again="reload" />
    <main v-else-if="desk.queue.length === 0" id="main" class="page">
      <section class="empty paper">
        <DeskUncollected v-if="desk.uncollected.length > 0" :uncollected="desk.uncollected" /><button
          v-if="desk.lateSaves > 0"
          type="button"
          class="plain late"
          @click="readsLate = true"
        >
          Of {{ countOf(desk.lateSaves, 'student') }} something came after closing
        </button>
        <h2>No hand-ins yet.</h2>
        <p class="serif">
          {{ countOf(desk.begun, 'student has', 'students have') }} begun<template v-if="desk.exercise.dueAt"
            >; due {{ timeInWords(desk.exercise.dueAt, desk.exercise.timeZone) }}</template
          >.
        </p>
      </section>
    </main>
    <main v-else id="main" class="desk">
      <aside v-if="!isDrawer || drawerOpen" class="side left" aria-label="Hand-ins">
        <DeskPasses :pass="pass" :counts="passCounts" @begin="beginPass" />
        <DeskWhose
          :whose="whose"
          :parts="parts"
          :all="whole.length"
          :may-share="desk.role === 'instructor'"
          @choose="whose = $event"
          @share="sharing = true"
        />
        <DeskMistakes
          v-if="pass === 'mistakes'"
          :mistakes="mistakes ?? []"
          :chosen="mistakeInHand"
          :names-sheets="desk.sheets.length > 1"
          @choose="chooseMistake"
        />
        <DeskQueue
          v-else
          :queue="queue"
          :selected="handInId"
          :in-hand="inHandOfOthers"
          :none="pass === 'decide' ? undefined : 'Nothing is handed in of this part yet.'"
          :time-zone="desk.exercise.timeZone"
          @select="
            id => {
              select(id)
              drawerOpen = false
            }
          "
        />
        <button v-if="desk.lateSaves > 0" type="button" class="plain small late" @click="readsLate = true">
          Of {{ countOf(desk.lateSaves, 'student') }} something came after closing
        </button>
        <DeskUncollected v-if="desk.uncollected.length > 0" :uncollected="desk.uncollected" />
        <DeskEarlierEngine
          v-if="desk.byEarlierEngine > 0"
          :count="desk.byEarlierEngine"
          :exercise-id="desk.exercise.id"
          :may-prepare="desk.role === 'instructor'"
        />
        <p class="keys-hint soft tiny"><kbd>J</kbd> <kbd>K</kbd> next, previous · <kbd>?</kbd> keys</p>
      </aside>
      <section v-if="handIn" class="centre">
        <DeskRules
          ref="ruleList"
          :desk="desk"
          :hand-in="handIn"
          :rule="rule"
          :in-hand="sheetInHand"
          @choose="chooseRule"
        />
        <div class="evidence-side" tabindex="0" role="region" aria-label="Evidence of the chosen rule">
          <DeskPairing
            v-if="handIn.marking && pairing"
            :key="`${handIn.id} ${sheetInHand}`"
            :sheet="sheetInHand && isTableSheet(sheetInHand) ? sheetInHand : desk.sheets.find(isTableSheet)!"
            :desk="desk"
            :hand-in="handIn"
            :begin="pairing === 'first' ? undefined : pairing"
            @kept="kept"
            @changed="reload"
            @leave="leavePairing"
          />
          <DeskEvidence
            v-else-if="handIn.marking && rule && sheetInHand"
            :key="`${handIn.id} ${rule} ${sheetInHand}`"
            :desk="desk"
            :hand-in="handIn"
            :rule="rule"
            :sheet="sheetInHand"
            :amend="amend"
            @pair="pairing = $event"
          />
          <p v-else class="soft wait" role="status">
            {{
              handIn.marking
                ? 'Choose a rule to see its evidence.'
                : handIn.markingFault
                  ? `It could not be marked, after three tries: ${handIn.markingFault}`
                  : 'Being marked …'
            }}
          </p>
        </div>
      </section>
      <section v-else class="centre"><PageState is-part :error="fault" @again="load" /></section>
      <aside v-if="handIn" class="side right" aria-label="Account, verdict, comments">
        <button v-if="isDrawer" type="button" class="plain" @click="drawerOpen = !drawerOpen">
          Hand-ins
        </button>
        <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
        <DeskAccount :desk="desk" :hand-in="handIn" @choose="chooseRule" />
        <details v-if="handIn.assumptions" class="small granted" open>
          <summary>Takes for granted</summary>
          <p class="serif">{{ handIn.assumptions }}</p>
        </details>
        <DeskHolder v-if="holder" :name="holder" @take-over="takeOver" />
        <DeskVerdict
          v-if="rule && sheetInHand"
          ref="verdictPart"
          :key="`${handIn.id} ${rule} ${sheetInHand} ${decided}`"
          :hand-in="handIn"
          :rule="rule"
          :sheet="sheetInHand"
          :verdict="shownVerdict(handIn, rule, sheetInHand)"
          :reasons="desk.reasons"
          :names-sheet="desk.sheets.length > 1"
          :is-held="holder !== null"
          :precedent="precedent"
          @decide="decide"
          @compare="comparing = true"
        />
        <DeskGiven
          v-if="handIn.marking"
          ref="given"
          :is-held="holder !== null"
          :hand-in="handIn"
          :criteria="desk.criteria"
          :amend="amend"
        />
        <DeskComments ref="comments" :hand-in="handIn" :rule="rule" :said="desk.said" :amend="amend" />
        <div class="done">
          <UButton block :disabled="!handIn.marking" @click="accept"
            >{{ acceptWord }} <kbd class="key">↵</kbd></UButton
          >
          <p class="ways small">
            <button type="button" class="plain" @click="flag">
              {{ handIn.isFlagged ? 'Take the flag away' : 'Flag' }} <kbd>F</kbd>
            </button>
            <NuxtLink :to="wholeLink" class="plain">Whole hand-in <kbd>V</kbd></NuxtLink>
            <DeskReleaseOne
              v-if="desk.role === 'instructor' && inHand"
              :line="inHand"
              :exercise-id="desk.exercise.id"
              @done="afterRelease"
            />
          </p>
        </div>
      </aside>
    </main>
    <DeskSameMistake
      v-if="desk && handIn?.marking && ruleInHand && sheetInHand && comparing"
      v-model:open="comparing"
      :exercise-id="desk.exercise.id"
      :hand-in="handIn"
      :rule="ruleInHand"
      :sheet="sheetInHand"
      :reasons="desk.reasons"
      @done="groupDecided"
    />
    <DeskShareOut
      v-if="desk && sharing"
      v-model:open="sharing"
      :exercise-id="desk.exercise.id"
      @done="afterRelease"
    />
    <DeskBringIn v-if="desk" v-model:open="bringingIn" :exercise-id="desk.exercise.id" @done="afterRelease" />
    <DeskRelease v-if="desk" v-model:open="releasing" :desk="desk" :counts="counts" @done="afterRelease" />
    <DeskLateSaves
      v-if="desk && readsLate"
      v-model:open="readsLate"
      :exercise-id="desk.exercise.id"
      :time-zone="desk.exercise.timeZone"
    />
    <KeysSlip :keys="listed" />
  </div>
</template>

<style scoped>
.screen {
  height: 100vh;
  display: flex;
  flex-direction: column;
  overflow: hidden;
}
.empty {
  padding: 22px 26px;
  max-width: 560px;
}
.desk {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 228px minmax(0, 1fr) 232px;
}
.side {
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.left {
  border-right: 1px solid var(--rule-strong);
  padding-top: 8px;
}
.right {
  border-left: 1px solid var(--rule-strong);
  overflow-y: auto;
  padding: 12px 16px 12px;
  gap: 14px;
}
/* What one does next stays in sight, however long the account is. */
.right > :not(.account) {
  flex: none;
}
.left .granted p {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.granted summary {
  cursor: pointer;
  font-weight: 600;
  color: var(--soft);
}
.late {
  text-align: left;
  padding: 6px 16px;
  border-top: 1px solid var(--rule);
}
.keys-hint {
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
}
.centre {
  min-height: 0;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.evidence-side {
  flex: 1 1 54%;
  min-height: 0;
  overflow-y: auto;
  outline-offset: -3px !important;
}
.wait {
  padding: 20px;
}
.done {
  display: grid;
  gap: 8px;
  justify-items: center;
  margin-top: auto;
  padding: 8px 0 4px;
  position: sticky;
  bottom: -12px;
  background: var(--ground);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 2px 14px;
}
.fault {
  color: var(--madder);
}
.working {
  color: var(--slate);
  font-weight: 600;
}
@media (max-width: 1199px) {
  .desk {
    grid-template-columns: 190px minmax(0, 1fr) 214px;
  }
}
@media (max-width: 1023px) {
  .screen {
    height: auto;
    overflow: visible;
  }
  .desk {
    display: block;
  }
  .left {
    border: 0;
  }
  .right {
    border: 0;
  }
}
/* On paper: the hand-in that is in hand, its rules, evidence and account, without what one presses. */
@media print {
  .screen {
    height: auto;
    overflow: visible;
  }
  .desk {
    display: block;
  }
  .left,
  .done,
  .right > :not(.account, .granted) {
    display: none;
  }
  .centre,
  .evidence-side,
  .right {
    overflow: visible;
    border: 0;
  }
}
</style>
