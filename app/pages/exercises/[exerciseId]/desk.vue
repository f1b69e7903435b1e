<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { AskedSheet, DeskAnswer, HandInAnswer, QueueLine } from '#shared/answers'

type Decidable = Exclude<Verdict, 'cannot tell'>

const route = useRoute('exercises-exerciseId-desk')
const router = useRouter()
const exerciseId = computed(() => route.params.exerciseId)
const {
  answer: desk,
  error,
  code,
  reload,
} = useAnswer<DeskAnswer>(() => `/exercises/${exerciseId.value}/desk`)
/** The least sure first, as it was when the desk was opened: what is decided meanwhile keeps its place. */
const order = shallowRef<readonly string[]>([])
const doubt = (line: QueueLine): number => (line.toDecide > 0 ? 2 : line.toPair > 0 ? 1 : 0)
const queue = computed(() => {
  const places = new Map(order.value.map((id, i) => [id, i]))
  return [...(desk.value?.queue ?? [])].sort(
    (a, b) => (places.get(a.id) ?? Infinity) - (places.get(b.id) ?? Infinity),
  )
})
watch(
  desk,
  answer => {
    const known = new Set(order.value)
    const added = (answer?.queue ?? []).filter(({ id }) => !known.has(id)).sort((a, b) => doubt(b) - doubt(a))
    if (added.length > 0) order.value = [...order.value, ...added.map(({ id }) => id)]
  },
  { flush: 'sync' },
)
const handInId = computed(() =>
  typeof route.query.handIn === 'string' ? route.query.handIn : queue.value[0]?.id,
)
const handIn = shallowRef<HandInAnswer>()
const { fault, act } = useAct()
const rule = ref('')
const session = useSessionStore()

watch(handInId, load, { immediate: true })

async function load(): Promise<void> {
  const id = handInId.value
  if (!id) return
  try {
    const answer = await api<HandInAnswer>(`/hand-ins/${id}`)
    if (id !== handInId.value) return
    take(answer)
    const asked = route.query.rule
    rule.value =
      typeof asked === 'string' && answer.marking?.cells.some(cell => cell.rule === asked)
        ? asked
        : firstToSee(answer)
  } catch (problem) {
    fault.value = errorInWords(problem)
  }
}

function take(answer: HandInAnswer): void {
  handIn.value = answer
  fault.value = ''
}

function firstToSee(answer: HandInAnswer): string {
  const cells = answer.marking?.cells ?? []
  return (
    (
      [...cells].sort((a, b) =>
        byUrgency({ verdict: shown(answer, a.rule, a.sheet) }, { verdict: shown(answer, b.rule, b.sheet) }),
      )[0] ?? (desk.value?.rules[0] as { rule?: string } | undefined)
    )?.rule ?? ''
  )
}

function shown(answer: HandInAnswer, ruleId: string, sheet: string): Verdict {
  const isCell = (other: { rule: string; sheet: string }): boolean =>
    other.rule === ruleId && other.sheet === sheet
  return (
    answer.overrides.find(isCell)?.verdict ?? answer.marking?.cells.find(isCell)?.verdict ?? 'cannot tell'
  )
}

function select(id: string): void {
  void router.replace({ query: { ...route.query, handIn: id, rule: undefined } })
}

function step(by: number): void {
  const at = queue.value.findIndex(({ id }) => id === handInId.value)
  const next = queue.value[at + by]
  if (next) select(next.id)
}

/** What was just done, in words. */
const released = ref('')

/* While hand-ins are being marked, the desk asks again; it stops when all are. */
const marked = computed(() => desk.value?.queue.filter(({ state }) => state !== 'being marked').length ?? 0)
const isMarking = computed(() => desk.value !== undefined && marked.value < desk.value.queue.length)
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
    released.value = asked === 0 ? 'All are marked by this rule sheet already.' : ''
  })
  await Promise.all([reload(), load()])
}

/** The column that was chosen last; where the rule is not asked there, the sheet in which it fares worst. */
const column = ref<AskedSheet>()
function sheetOf(answer: HandInAnswer): AskedSheet {
  const sheets = (answer.marking?.cells ?? [])
    .filter(cell => cell.rule === rule.value)
    .map(cell => cell.sheet as AskedSheet)
  if (column.value && sheets.includes(column.value)) return column.value
  return (
    sheets.sort((a, b) =>
      byUrgency({ verdict: shown(answer, rule.value, a) }, { verdict: shown(answer, rule.value, b) }),
    )[0] ??
    desk.value?.sheets[0] ??
    'script'
  )
}
const sheetInHand = computed(() => (handIn.value ? sheetOf(handIn.value) : undefined))
function turnColumn(by: number): void {
  const sheets = (desk.value?.sheets ?? []).filter(
    sheet => handIn.value && isAsked(handIn.value, rule.value, sheet),
  )
  const at = sheets.indexOf(sheetInHand.value!)
  if (at >= 0) column.value = sheets[Math.max(0, Math.min(sheets.length - 1, at + by))]
}
const isAsked = (answer: HandInAnswer, of: string, sheet: AskedSheet): boolean =>
  answer.marking?.cells.some(cell => cell.rule === of && cell.sheet === sheet) ?? false

/* Deciding by hand */
/** Counts decisions: with each the form begins anew. */
const decided = ref(0)
const verdictPart = useTemplateRef<{ begin: (verdict: Decidable) => Promise<void> }>('verdictPart')
const beginDecision = (verdict: Decidable): void => void verdictPart.value?.begin(verdict)

/** Replaces a decision, or with null gives the cell back to the engine. */
async function decide(verdict: Decidable | null, reason: string): Promise<void> {
  const answer = handIn.value
  if (!answer) return
  try {
    take(
      await api<HandInAnswer>(`/hand-ins/${answer.id}/cells/${rule.value}/${sheetOf(answer)}`, {
        method: 'PUT',
        body: { verdict, reason, version: answer.versions[`${rule.value} ${sheetOf(answer)}`] ?? 0 },
      }),
    )
    decided.value++
    focusRule()
    await reload()
  } catch (problem) {
    if (problem instanceof ApiError && problem.problem.code === 'decided-meanwhile')
      await tellDecidedMeanwhile(answer.id)
    else fault.value = errorInWords(problem)
  }
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
const comment = ref('')
const commentField = useTemplateRef<{ $el: HTMLElement }>('commentField')

/** Changes what belongs to the hand-in in hand, which is then the server's answer. */
const amend = (path: string, method: 'POST' | 'PUT' | 'DELETE', body?: unknown): Promise<boolean> =>
  act(async () => {
    take(await api<HandInAnswer>(`/hand-ins/${handIn.value!.id}/${path}`, { method, body }))
    await reload()
  })

async function addComment(): Promise<void> {
  if (comment.value.trim() === '') return
  if (await amend('comments', 'POST', { text: comment.value, rule: rule.value || null })) comment.value = ''
}

async function accept(): Promise<void> {
  if (!handIn.value?.marking) return
  if (handIn.value.state !== 'released') await amend('review', 'PUT', { lookedAt: true })
  step(1)
}

const flag = () => handIn.value && amend('review', 'PUT', { flagged: !handIn.value.isFlagged })

/* Rules by key */
const rules = computed(() => desk.value?.rules ?? [])
function moveRule(by: number): void {
  const at = rules.value.findIndex(({ id }) => id === rule.value)
  const next = rules.value[Math.min(Math.max(at + by, 0), rules.value.length - 1)]
  if (next) chooseRule(next.id)
}
const rulesBody = useTemplateRef<HTMLElement>('rulesBody')
function chooseRule(id: string): void {
  rule.value = id
  pairing.value = undefined
  void nextTick(focusRule)
}
function focusRule(): void {
  const row = rulesBody.value?.querySelector<HTMLElement>(`[data-rule="${rule.value}"] button`)
  row?.focus({ preventScroll: true })
  row?.scrollIntoView({ block: 'nearest' })
}
/** The chosen rule is in sight, whichever of the desk, the hand-in and the choice comes last. */
watch(
  [() => desk.value !== undefined, () => handIn.value?.id, rule, rulesBody],
  () => rulesBody.value?.querySelector('.chosen')?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)
const digits = ref('')
function digit(value: string): void {
  digits.value = `${digits.value}${value}`.slice(-3)
}
function enter(): void {
  if (digits.value === '') return
  const id = `r${digits.value}`
  digits.value = ''
  if (rules.value.some(other => other.id === id)) chooseRule(id)
}

/** What arrived after closing is read in a slip of its own. */
const readsLate = ref(false)

/* Release */
const releasing = ref(false)
const counts = computed(() => {
  const count = (...states: string[]): number =>
    desk.value?.queue.filter(({ state }) => states.includes(state)).length ?? 0
  return {
    ready: count('ready', 'looked at'),
    open: count('to decide'),
    flagged: count('flagged'),
    unmarked: count('being marked', 'could not be marked'),
    released: count('released'),
  }
})
const staysBehind = computed(() =>
  [
    counts.value.open > 0
      ? `${counts.value.open} with open points ${counts.value.open === 1 ? 'stays' : 'stay'} behind`
      : '',
    counts.value.flagged > 0
      ? `${counts.value.flagged} flagged ${counts.value.flagged === 1 ? 'stays' : 'stay'} behind`
      : '',
    counts.value.unmarked > 0
      ? `${counts.value.unmarked} not yet marked ${counts.value.unmarked === 1 ? 'stays' : 'stay'} behind`
      : '',
  ].filter(part => part !== ''),
)
const isStillOpen = computed(
  () => desk.value?.exercise.dueAt && Date.parse(desk.value.exercise.dueAt) > Date.now(),
)

async function release(): Promise<void> {
  await act(async () => {
    const result = await api<{ released: number }>(`/exercises/${exerciseId.value}/releases`, {
      method: 'POST',
      body: {},
    })
    released.value = `${countOf(result.released, 'mark')} released.`
    releasing.value = false
  })
  await Promise.all([reload(), load()])
}

async function takeBack(): Promise<void> {
  await act(async () => {
    await api(`/exercises/${exerciseId.value}/releases`, { method: 'DELETE' })
    releasing.value = false
    released.value = ''
  })
  await Promise.all([reload(), load()])
}

const keys = computed(() => [
  { key: 'J', what: 'next hand-in', run: () => step(1) },
  { key: 'K', what: 'previous hand-in', run: () => step(-1) },
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
  { key: 'E', what: 'the engine’s own again', run: () => void decide(null, '') },
  {
    key: 'P',
    what: 'pair: what stands for what',
    run: () => {
      if (desk.value?.sheets.some(sheet => sheet !== 'dependencies'))
        pairing.value = pairing.value ? undefined : 'first'
    },
  },
  { key: 'C', what: 'comment', run: () => commentField.value?.$el.querySelector('textarea')?.focus() },
  { key: 'F', what: 'flag, or take the flag away', run: () => void flag() },
  { key: 'Ctrl+Enter', what: 'looked at, next', run: () => void accept() },
])
const silentKeys = computed(() => [
  ...Array.from({ length: 10 }, (_, i) => ({ key: String(i), what: '', run: () => digit(String(i)) })),
  { key: 'Enter', what: '', run: () => (digits.value === '' ? void accept() : enter()) },
])
useKeys(() => [...keys.value, ...silentKeys.value])
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  // Enter on a rule's own button goes to the rule that was typed, or accepts: choosing it again would say
  // nothing.
  if (event.key === 'Enter' && !event.ctrlKey && (event.target as HTMLElement).closest('[data-rule]')) {
    event.preventDefault()
    if (digits.value === '') void accept()
    else enter()
  }
})
const listed = computed(() => [
  ...keys.value,
  { key: '1 2 … Enter', what: 'go to a rule by its number' },
  { key: 'Enter', what: 'accept, next' },
])
const isDrawer = useMediaQuery('(max-width: 1023px)')
const drawerOpen = ref(false)

function chooseCell(id: string, sheet: AskedSheet): void {
  column.value = sheet
  chooseRule(id)
}
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
            : released ||
              `${counts.released > 0 ? `${counts.released} of ${desk.queue.length} released` : `${desk.queue.length} handed in`}`
        }}</span>
        <NuxtLink :to="`/exercises/${exerciseId}/ledger`" class="plain">Class ledger</NuxtLink>
        <button type="button" class="plain" :disabled="isMarking" @click="markAgain">Mark all again</button>
      </template>
      <UButton
        v-if="desk && desk.queue.length > 0"
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
        <DeskQueue
          :queue="queue"
          :selected="handInId"
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
        <p class="keys-hint soft tiny"><kbd>J</kbd> <kbd>K</kbd> next, previous · <kbd>?</kbd> keys</p>
      </aside>
      <section v-if="handIn" class="centre">
        <div ref="rulesBody" class="rules" tabindex="-1">
          <table class="sheet">
            <caption class="visually-hidden">
              Rules and verdicts of
              {{
                handIn.name
              }}
            </caption>
            <thead>
              <tr>
                <th scope="col">
                  <h2>
                    Rule sheet
                    <span class="soft small"
                      >{{ countOf(rules.length, 'rule') }} · {{ handIn.name }} ·
                      {{ handInNumber(handIn.number) }}</span
                    >
                  </h2>
                </th>
                <th v-for="sheet in desk.sheets" :key="sheet" scope="col">{{ SHEET_NAMES[sheet] }}</th>
                <th scope="col" class="number">points</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="entry in rules"
                :key="entry.id"
                :data-rule="entry.id"
                :class="{ chosen: entry.id === rule }"
              >
                <td>
                  <button
                    type="button"
                    class="serif"
                    :aria-pressed="entry.id === rule"
                    @click="chooseRule(entry.id)"
                  >
                    <span class="soft no">{{ entry.id.slice(1) }}</span>{{ entry.sentence }}
                  </button>
                </td>
                <td
                  v-for="sheet in desk.sheets"
                  :key="sheet"
                  class="sign-cell"
                  :class="{ 'in-hand': desk.sheets.length > 1 && entry.id === rule && sheet === sheetInHand }"
                  @click="chooseCell(entry.id, sheet)"
                >
                  <VerdictSign
                    v-if="isAsked(handIn, entry.id, sheet)"
                    :verdict="shown(handIn, entry.id, sheet)"
                  /><span
                    v-if="handIn.overrides.some(other => other.rule === entry.id && other.sheet === sheet)"
                    class="hand"
                    title="decided by hand"
                    >✎<span class="visually-hidden"> by hand</span></span
                  >
                </td>
                <td class="number">
                  <template v-if="handIn.points?.byRule[entry.id]"
                    >{{ pointsText(handIn.points.byRule[entry.id]!.got)
                    }}<span
                      v-if="handIn.points.byRule[entry.id]!.got < handIn.points.byRule[entry.id]!.of"
                      class="of"
                    >
                      of {{ pointsText(handIn.points.byRule[entry.id]!.of) }}</span
                    ></template
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="evidence-side" tabindex="0" role="region" aria-label="Evidence of the chosen rule">
          <DeskPairing
            v-if="handIn.marking && pairing"
            :key="`${handIn.id} ${sheetInHand}`"
            :sheet="!sheetInHand || sheetInHand === 'dependencies' ? 'script' : sheetInHand"
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
      <section v-else class="centre"><PageState :error="fault" @again="load" /></section>
      <aside v-if="handIn" class="side right" aria-label="Account, verdict, comments">
        <button v-if="isDrawer" type="button" class="plain" @click="drawerOpen = !drawerOpen">
          Hand-ins
        </button>
        <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
        <DeskAccount :desk="desk" :hand-in="handIn" @choose="chooseRule" />
        <DeskVerdict
          v-if="rule && sheetInHand"
          ref="verdictPart"
          :key="`${handIn.id} ${rule} ${sheetInHand} ${decided}`"
          :hand-in="handIn"
          :rule="rule"
          :sheet="sheetInHand"
          :verdict="shown(handIn, rule, sheetInHand)"
          :reasons="desk.reasons"
          :names-sheet="desk.sheets.length > 1"
          @decide="decide"
        />
        <section class="block" aria-label="Comments">
          <h2>Comments <kbd class="kbd-head">C</kbd></h2>
          <ul>
            <li v-for="line in handIn.comments" :key="line.id" class="serif comment">
              <i>{{ line.text }}</i>
              <span class="soft tiny"
                >{{ line.by }}{{ line.rule ? `, rule ${line.rule.slice(1)}` : '' }}</span
              >
              <button
                v-if="line.by === session.person?.name"
                type="button"
                class="plain tiny"
                @click="amend(`comments/${line.id}`, 'DELETE')"
              >
                take out
              </button>
            </li>
          </ul>
          <UTextarea
            ref="commentField"
            v-model="comment"
            :rows="2"
            autoresize
            aria-label="Comment"
            placeholder="To the student"
            @keydown.ctrl.enter.stop.prevent="addComment"
            @keydown.meta.enter.stop.prevent="addComment"
          />
          <button type="button" class="plain small" :disabled="comment.trim() === ''" @click="addComment">
            Add the comment
          </button>
        </section>
        <div class="done">
          <UButton block :disabled="!handIn.marking" @click="accept"
            >{{ handIn.state === 'looked at' || handIn.state === 'released' ? 'Next' : 'Looked at, next' }}
            <kbd class="key">↵</kbd></UButton
          >
          <button type="button" class="plain small" @click="flag">
            {{ handIn.isFlagged ? 'Take the flag away' : 'Flag' }} <kbd>F</kbd>
          </button>
        </div>
      </aside>
    </main>
    <UModal
      v-model:open="releasing"
      title="Release the marks"
      :description="
        [`${counts.ready} ready`, ...staysBehind].join(', ') +
        '. Students see: verdicts, evidence, comments; not the model answer.'
      "
    >
      <template v-if="isStillOpen || counts.released > 0 || fault" #body>
        <p v-if="isStillOpen" class="warn">
          The exercise is still open until {{ timeInWords(desk!.exercise.dueAt, desk!.exercise.timeZone) }}:
          released verdicts can be told to others.
        </p>
        <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        <p v-if="counts.released > 0">
          {{ counts.released }} released.
          <button type="button" class="plain" @click="takeBack">Take them back</button>: students then read
          “Marks are being looked at again”.
        </p>
      </template>
      <template #footer>
        <UButton variant="ghost" color="neutral" @click="releasing = false">Not now</UButton>
        <UButton :disabled="counts.ready === 0" @click="release">Release {{ counts.ready }}</UButton>
      </template>
    </UModal>
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
  padding: 12px 16px 20px;
  gap: 14px;
}
.left .late {
  text-align: left;
  padding: 6px 16px;
  border-top: 1px solid var(--rule);
}
.keys-hint {
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
}
kbd {
  font: 600 11px var(--font-mono);
  border: 1px solid var(--rule-strong);
  border-bottom-width: 2px;
  border-radius: 3px;
  padding: 0 4px;
  background: var(--sheet);
  color: var(--ink);
}
.key {
  background: transparent;
  color: inherit;
  border-color: currentcolor;
  opacity: 0.85;
}
.centre {
  min-height: 0;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.rules {
  flex: 0 1 46%;
  min-height: 150px;
  overflow-y: auto;
  padding: 0 20px;
  outline: none !important;
  border-bottom: 1px solid var(--rule-strong);
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
.sheet {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--ground);
  z-index: 1;
  text-align: left;
  font-size: 13.5px;
  color: var(--soft);
  font-weight: 600;
  padding: 9px 8px 6px;
  box-shadow: inset 0 -1px 0 var(--rule-strong);
}
thead h2 {
  color: var(--ink);
  font-size: 17px;
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 0 8px;
  vertical-align: middle;
}
td:first-child {
  padding: 0;
}
td button {
  width: 100%;
  text-align: left;
  padding: 4px 8px 4px 34px;
  text-indent: -26px;
  cursor: pointer;
  font-size: 15px;
  line-height: 1.35;
  border-left: 3px solid transparent;
  outline-offset: -2px !important;
}
.no {
  display: inline-block;
  width: 26px;
  text-indent: 0;
  font: 12px var(--font-sans);
}
.chosen {
  background: var(--sheet);
}
.in-hand {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.chosen button {
  border-left-color: var(--ink);
  font-weight: 650;
}
.sign-cell {
  width: 74px;
  white-space: nowrap;
}
th.number,
td.number {
  width: 84px;
  text-align: right;
  font-size: 13.5px;
  white-space: nowrap;
}
.of {
  color: var(--madder);
}
.hand {
  margin-left: 5px;
  color: var(--soft);
}
.block {
  border-top: 1px solid var(--rule-strong);
  padding-top: 12px;
  display: grid;
  gap: 7px;
}
.ways {
  display: flex;
  gap: 8px;
}
.comment {
  line-height: 1.4;
  padding: 3px 0;
}
.kbd-head {
  margin-left: 4px;
}
.done {
  display: grid;
  gap: 8px;
  justify-items: center;
  margin-top: auto;
  padding-top: 8px;
}
.fault {
  color: var(--madder);
}
.warn {
  color: var(--ochre);
  margin-bottom: 8px;
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
  .rules {
    max-height: 60vh;
  }
  .right {
    border: 0;
  }
}
</style>
