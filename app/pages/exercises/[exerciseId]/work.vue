<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { aloud } from '@nomenklatura/core/diagram'
import { dictionaryToComment, type Dictionary } from '@nomenklatura/core/dictionary'
import type { AskedSheet, WorksheetAnswer } from '#shared/answers'

const route = useRoute('exercises-exerciseId-work')
const exerciseId = computed(() => route.params.exerciseId)
const { answer, error, code, reload } = useAnswer<WorksheetAnswer>(
  () => `/exercises/${exerciseId.value}/worksheet`,
)
const store = useWorksheetStore()
watch(answer, value => value && store.open(value), { immediate: true })

const sheet = computed(() => (store.sheet?.exerciseId === exerciseId.value ? store.sheet : undefined))
const zone = computed(() => sheet.value?.course.timeZone ?? 'UTC')
const isBegun = computed(() => sheet.value?.sheets !== null)
/** The sheet in hand: the first that is asked, until another is turned to. */
const turned = ref<AskedSheet>()
const current = computed<AskedSheet>(() => turned.value ?? sheet.value?.asked[0] ?? 'script')
const { given, scriptOptions, read, scriptSentences, liveFindings, findingsOf, diagramMarks } =
  useWorksheetFindings(sheet)
const findings = computed(() => findingsOf.value[current.value])

const scriptEditor = useTemplateRef('scriptEditor')
const dependencySheet = useTemplateRef('dependencySheet')
const dictionarySheet = useTemplateRef('dictionarySheet')
const diagramSheet = useTemplateRef('diagramSheet')
type Place = { start: number; end: number; field?: string | undefined }
/** Notes are those of the sheet in hand. */
function show(place: Place): void {
  const sheets = {
    script: scriptEditor,
    dictionary: dictionarySheet,
    diagram: diagramSheet,
    dependencies: dependencySheet,
  }
  void nextTick(() => sheets[current.value].value?.show(place))
}
function applyEdit(edit: {
  span: { start: number; end: number }
  text: string
  field?: string | undefined
}): void {
  if (edit.field === undefined) scriptEditor.value?.applyEdit(edit)
  else dependencySheet.value?.applyEdit(edit)
}

const { isPhone, isTight, isBriefFolded, marginFolded, side, foldBrief, foldMargin } = useFoldedSides()
/*
 * The rows of the brief need room: while they are open, the margin is folded, and on a small window they
 * stand alone.
 */
const leaf = ref<'case' | 'rows'>('case')
const showsRows = computed(() => leaf.value === 'rows' && sheet.value?.rows !== null && !isBriefFolded.value)
watch(leaf, now => {
  if (now === 'rows' && !isPhone.value) marginFolded.value = true
})
const drafted = shallowRef<Dictionary>()
const pageFault = ref('')

async function start(): Promise<void> {
  try {
    await api(`/exercises/${exerciseId.value}/worksheet`, { method: 'POST' })
    await reload()
    side.value = 'sheet'
  } catch (fault) {
    pageFault.value = errorInWords(fault)
  }
}

/** A field that tells its change only when it is left is asked for it now. */
function takeTyping(): void {
  const field = document.activeElement
  if (field instanceof HTMLInputElement) field.dispatchEvent(new Event('change', { bubbles: true }))
}

async function check(): Promise<void> {
  pageFault.value = ''
  takeTyping()
  try {
    await store.runCheck()
    if (marginFolded.value) foldMargin(false)
    if (isPhone.value) side.value = 'margin'
  } catch (fault) {
    pageFault.value = errorInWords(fault)
  }
}

/* Handing in */
const asking = ref(false)
const attemptsLeft = computed(() =>
  sheet.value ? sheet.value.mine.attempts - sheet.value.mine.attemptsUsed : 0,
)
const whyNot = computed(() => {
  if (!sheet.value) return ''
  if (sheet.value.isPreview) return 'This is a trial: nothing is handed in.'
  if (store.save.status === 'offline' || store.save.status === 'refused' || store.save.status === 'bad signs')
    return 'What you wrote is not yet sent.'
  if (store.save.status === 'conflict') return 'Look at both versions first.'
  if (attemptsLeft.value <= 0)
    return `Handed in ${sheet.value.mine.attemptsUsed} of ${sheet.value.mine.attempts} times.`
  if (!sheet.value.isOpen) return 'Closed.'
  return store.isEmpty ? 'Nothing is written yet.' : ''
})
const changedSince = computed(() => {
  const at = sheet.value?.mine.handedInAt
  const saved = store.save
  return at && (saved.status !== 'saved' || (saved.at !== null && saved.at > at))
})

/* Told once, after the first change */
const knowsSaving = useLocalStorage('nomenklatura-knows-saving', false)
const hint = ref('')
const { start: forgetHint } = useTimeoutFn(
  () => {
    hint.value = ''
  },
  8000,
  { immediate: false },
)
watch(
  () => store.save.status,
  (status, before) => {
    if (status !== 'saved' || before !== 'saving' || knowsSaving.value) return
    knowsSaving.value = true
    hint.value = 'Saved as you type, here and on the server.'
    forgetHint()
  },
)

/* Two versions */
const looking = ref(false)
function copyWork(): void {
  void navigator.clipboard?.writeText(
    [
      store.script,
      store.contentOf('dependencies'),
      store.contentOf('dictionary') === '' ? '' : dictionaryToComment(store.dictionary),
      store.contentOf('diagram') === ''
        ? ''
        : aloud(store.diagram)
            .map(({ text }) => text)
            .join('\n'),
    ]
      .filter(text => text !== '')
      .join('\n\n'),
  )
}

const keys = [
  { key: 'Ctrl+Enter', what: 'check', run: () => void check() },
  {
    key: 'Ctrl+S',
    what: 'save at once',
    run: () => {
      takeTyping()
      void store.send()
    },
  },
  { key: 'F8', what: 'next note', run: () => nextNote(1) },
  { key: 'Shift+F8', what: 'previous note', run: () => nextNote(-1) },
  { key: 'Alt+Enter', what: 'take the fix of the note', run: () => takeFix() },
  { key: 'F6', what: 'next part of the page', run: () => nextRegion() },
]
/**
 * What the board does with keys is shown beside the others while it is in hand; the sheet itself acts on
 * them.
 */
const BOARD_KEYS = [
  ['/', 'a sentence'],
  ['N', 'new card'],
  ['R', 'relate to another card'],
  ['M', 'pick up, move by arrows'],
  ['L', 'walk the lines of a card'],
  ['Q', 'questions of a line'],
  ['Space', 'choose'],
  ['F2', 'rename everywhere'],
  ['T', 'as sentences'],
  ['+', 'nearer'],
  ['-', 'farther'],
  ['0', 'see all'],
].map(([key, what]) => ({ key: key!, what: what! }))
const SCRIPT_KEYS = [
  { key: 'F2', what: 'rename everywhere what the cursor stands on' },
  { key: 'Ctrl+Space', what: 'names and types that fit' },
  { key: 'Esc, Tab', what: 'leave the editor' },
]
const shownKeys = computed(() =>
  current.value === 'diagram'
    ? [...keys, ...BOARD_KEYS]
    : current.value === 'script'
      ? [...keys, ...SCRIPT_KEYS]
      : keys,
)
useKeys(() => keys)
const noteAt = ref(-1)
function nextNote(step: number): void {
  const { length } = findings.value
  if (length === 0) return
  noteAt.value = (noteAt.value + step + length) % length
  const finding = findings.value[noteAt.value]!
  show({ ...finding.place, field: finding.field })
}
function takeFix(): void {
  const finding = findings.value[Math.max(0, noteAt.value)]
  if (finding?.fix) applyEdit({ ...finding.fix, field: finding.field })
}
function turnTab(by: number): void {
  const asked = sheet.value?.asked ?? []
  turned.value = asked[(asked.indexOf(current.value) + by + asked.length) % asked.length]
  void nextTick(() => document.querySelector<HTMLElement>('[role=tab][aria-selected=true]')?.focus())
}
function nextRegion(): void {
  const regions = [...document.querySelectorAll<HTMLElement>('[data-region]')].filter(
    region => region.offsetParent,
  )
  const at = regions.findIndex(region => region.contains(document.activeElement))
  const next = regions[(at + 1) % regions.length]
  const target = next?.querySelector<HTMLElement>('[contenteditable=true]') ?? next
  target?.focus()
}

useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (store.save.status === 'offline' && !store.save.isKept) event.preventDefault()
})
onBeforeRouteLeave(() => {
  void store.send()
})
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'hidden') void store.send()
})
const { drawnSchema, scriptDrafts, otherSheets, renameElsewhere, diagramDrafts } = useSheetOffers(sheet, {
  given,
  read,
  options: scriptOptions,
})
const dueWords = computed(() => {
  const due = sheet.value?.mine.dueAt
  if (!due) return ''
  return Date.parse(due) > Date.now()
    ? `due ${timeInWords(due, zone.value)}`
    : sheet.value?.isOpen
      ? `was due ${timeInWords(due, zone.value)}`
      : `closed ${timeInWords(sheet.value?.closedAt, zone.value)}`
})
</script>

<template>
  <div class="screen">
    <TopLine
      :title="sheet?.title ?? 'Exercise'"
      :crumbs="sheet ? [{ name: sheet.course.name, to: `/courses/${sheet.course.id}` }] : []"
    >
      <template v-if="sheet && isBegun" #state>
        <span v-if="sheet.isPreview">a trial, as a student</span>
        <span class="level">{{ sheet.helpLevel }}</span>
        <SaveWord
          :state="store.save"
          :hint="hint"
          :sheet="SHEET_NAMES[store.conflict ?? current]"
          :time-zone="zone"
          @look="looking = true"
          @copy="copyWork"
          @take-out="store.takeSignsOut"
        />
        <span>{{ dueWords }}</span>
      </template>
      <template v-if="sheet && isBegun">
        <UButton variant="outline" color="neutral" :loading="store.checking" @click="check"
          >Check <kbd class="key">Ctrl ↵</kbd></UButton
        >
        <UTooltip :text="whyNot" :disabled="whyNot === ''">
          <UButton :disabled="whyNot !== ''" @click="asking = true">Hand in</UButton>
        </UTooltip>
      </template>
    </TopLine>
    <PageState v-if="!sheet" :error="error" :code="code" @again="reload" />

    <WorkOpening v-else-if="!isBegun" :sheet="sheet" :fault="pageFault" @start="start" />

    <main v-else id="main" class="desk" :class="{ phone: isPhone }">
      <aside v-if="!isPhone && isBriefFolded" class="rail">
        <button type="button" @click="foldBrief(false)"><span>Brief</span></button>
      </aside>
      <aside
        v-else-if="!isPhone || side === 'brief'"
        class="brief-side"
        :class="{ rows: showsRows }"
        data-region
        tabindex="-1"
        aria-label="Brief"
      >
        <BriefSide
          v-model:leaf="leaf"
          :text="sheet.brief"
          :rows="sheet.rows"
          :help-level="sheet.helpLevel"
          :folds="!isPhone"
          @fold="foldBrief(true)"
          @drafted="drafted = $event"
        />
      </aside>
      <aside v-if="!isPhone && isTight && showsRows" class="rail">
        <button type="button" @click="leaf = 'case'">
          <span>{{ SHEET_NAMES[current] }}</span>
        </button>
      </aside>

      <section
        v-if="isPhone ? side === 'sheet' : !(isTight && showsRows)"
        class="sheet-side"
        data-region
        tabindex="-1"
        :aria-label="SHEET_NAMES[current]"
      >
        <div class="tabs" role="tablist" aria-label="Sheets">
          <button
            v-for="name in sheet.asked"
            :key="name"
            type="button"
            role="tab"
            class="tab"
            :aria-selected="name === current"
            :tabindex="name === current ? 0 : -1"
            @click="turned = name"
            @keydown.right.prevent="turnTab(1)"
            @keydown.left.prevent="turnTab(-1)"
          >
            {{ SHEET_NAMES[name]
            }}<span v-if="findingsOf[name].length > 0" class="soft tiny note-count">{{
              countOf(findingsOf[name].length, 'note')
            }}</span>
          </button>
        </div>
        <p v-if="changedSince" class="banner changed">
          Changed since. <strong>What counts is {{ timeInWords(sheet.mine.handedInAt, zone) }}.</strong> Hand
          in again{{ attemptsLeft > 0 ? '' : ' is not possible: no attempt is left' }}.
        </p>
        <p v-else-if="sheet.mine.handedInAt" class="banner">
          {{ sheet.mine.isAutomatic ? 'Handed in for you' : 'Handed in' }}
          {{ timeInWords(sheet.mine.handedInAt, zone) }}, {{ sheet.mine.attemptsUsed }} of
          {{ sheet.mine.attempts }} ·
          <NuxtLink
            v-if="sheet.mine.points && sheet.mine.handInId"
            :to="`/hand-ins/${sheet.mine.handInId}`"
            class="plain"
            >{{ totalText(sheet.mine.points) }} of {{ pointsText(sheet.mine.points.of) }}: read the
            marks</NuxtLink
          ><template v-else>{{
            sheet.mine.isAtInstructor ? 'your instructor is looking at it' : 'with your instructor'
          }}</template>
        </p>
        <p v-if="!sheet.isOpen" class="banner changed">{{ dueWords }}: read only.</p>
        <p v-if="pageFault" role="alert" class="banner bad">{{ pageFault }}</p>
        <DependencySheet
          v-if="current === 'dependencies' && sheet.relation"
          ref="dependencySheet"
          :relation="sheet.relation"
          :claims="store.claims"
          :findings="findingsOf.dependencies"
          :help-level="sheet.helpLevel"
          :readonly="!sheet.isOpen"
          @change="store.changeClaims"
        />
        <DictionarySheet
          v-if="current === 'dictionary'"
          ref="dictionarySheet"
          :dictionary="store.dictionary"
          :findings="findingsOf.dictionary"
          :given="given"
          :script="sheet.asked.includes('script') && sheet.helpLevel === 'practice' ? read.schema : undefined"
          :draft="sheet.rows && sheet.helpLevel === 'practice' && drafted ? async () => drafted : undefined"
          :hint="
            sheet.rows && sheet.helpLevel === 'practice' && !drafted
              ? 'Or open the rows of the brief: a draft can be made from them.'
              : ''
          "
          :drawn="drawnSchema"
          :readonly="!sheet.isOpen"
          :name="sheet.title"
          @change="store.change('dictionary', JSON.stringify($event))"
        />
        <DiagramSheet
          v-if="current === 'diagram'"
          ref="diagramSheet"
          :diagram="store.diagram"
          :findings="findingsOf.diagram"
          :asked="sheet.level"
          :offers="sheet.helpLevel === 'practice'"
          :marks="diagramMarks"
          :readonly="!sheet.isOpen"
          :name="sheet.title"
          :keep-as="`nomenklatura-steps-${sheet.personId}-${exerciseId}-diagram`"
          :drafts="diagramDrafts"
          :others="otherSheets"
          @change="store.change('diagram', JSON.stringify($event))"
          @others="renameElsewhere"
        />
        <p v-if="current === 'script' && scriptDrafts.length > 0" class="small begin">
          <button
            v-for="draft in scriptDrafts"
            :key="draft.words"
            type="button"
            class="plain small"
            @click="draft.make"
          >
            {{ draft.words }}
          </button>
        </p>
        <ScriptSheet
          v-if="current === 'script'"
          ref="scriptEditor"
          :script="store.script"
          :findings="findingsOf.script"
          :read="read"
          :aloud="scriptSentences"
          :options="scriptOptions"
          :home="sheet.script.dialect"
          :dialects="sheet.script.dialects"
          :starter="sheet.starter"
          :readonly="!sheet.isOpen"
          :name="sheet.title"
          :others="otherSheets"
          @change="store.change('script', $event)"
          @others="renameElsewhere"
        />
      </section>

      <aside v-if="!isPhone && marginFolded" class="rail">
        <button type="button" @click="foldMargin(false)">
          <span>Margin{{ findings.length > 0 ? ` ${findings.length}` : '' }}</span>
        </button>
      </aside>
      <aside
        v-else-if="!isPhone || side === 'margin'"
        class="margin-side"
        data-region
        tabindex="-1"
        aria-label="Margin"
      >
        <MarginNotes
          :findings="findings"
          :verdicts="(store.check?.answer.verdicts ?? []).filter(({ sheet: of }) => of === current)"
          :checked-at="store.check ? clockInWords(store.check.answer.checkedAt, zone) : ''"
          :is-stale="store.isStale"
          :tells-verdicts="sheet.helpLevel !== 'assessed'"
          :too-much="store.isStale ? null : store.check?.answer.tooMuch"
          :left="store.check?.answer.findingsLeft ?? 0"
          :has-text="!store.isEmpty"
          :folds="!isPhone"
          @fold="foldMargin(true)"
          @show="show"
          @fix="applyEdit"
        />
      </aside>
      <nav v-if="isPhone" class="switch" aria-label="Parts">
        <button
          v-for="part in ['brief', 'sheet', 'margin'] as const"
          :key="part"
          type="button"
          :aria-pressed="side === part"
          @click="side = part"
        >
          {{ part === 'brief' ? 'Brief' : part === 'sheet' ? 'Sheet' : `Margin ${findings.length || ''}` }}
        </button>
      </nav>
    </main>

    <HandInSlip
      v-if="sheet"
      v-model:open="asking"
      :sheet="sheet"
      :faults="liveFindings.filter(finding => finding.severity === 'error').length"
      @check="check"
      @received="reload"
    />
    <ConflictSlip v-model:open="looking" :time-zone="zone" />
    <KeysSlip :keys="shownKeys" />
  </div>
</template>

<style scoped>
.screen {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
}
.key {
  font: 600 11px var(--font-mono);
  border: 1px solid var(--rule-strong);
  border-bottom-width: 2px;
  border-radius: 3px;
  padding: 0 4px;
}
.level {
  font-weight: 600;
}
.begin {
  display: flex;
  gap: 18px;
  margin-bottom: 6px;
}
.desk {
  flex: none;
  display: flex;
  height: calc(100vh - 45px);
}
.brief-side,
.margin-side {
  overflow-y: auto;
  flex: none;
  outline-offset: -2px !important;
}
.brief-side {
  width: 264px;
  padding: 12px 18px 40px;
  border-right: 1px solid var(--rule-strong);
}
/* The sheet keeps 680 and the folded margin 40; on a small window the rows stand alone. */
.brief-side.rows {
  width: max(480px, calc(100vw - 720px));
}
@media (max-width: 1199px) {
  .brief-side.rows {
    flex: 1;
    min-width: 0;
  }
}
.margin-side {
  width: 300px;
  border-left: 1px solid var(--rule-strong);
  position: relative;
}
.sheet-side {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  padding: 0 22px 12px;
  outline: none !important;
}
.tabs {
  display: flex;
  gap: 26px;
  border-bottom: 1px solid var(--rule-strong);
  margin-bottom: 12px;
}
.tab {
  padding: 11px 2px 9px;
  margin-bottom: -1px;
  border-bottom: 2.5px solid transparent;
  color: var(--soft);
  font-weight: 600;
  cursor: pointer;
}
.tab[aria-selected='true'] {
  border-bottom-color: var(--verdigris);
  color: var(--ink);
  font-weight: 650;
}
.note-count {
  margin-left: 7px;
}
.sheet {
  flex: 1;
  min-height: 160px;
  overflow: hidden;
  box-shadow: 3px 3px 0 var(--shadow);
}
.banner {
  background: var(--verdigris-wash);
  border-left: 3px solid var(--verdigris);
  padding: 6px 12px;
  margin-bottom: 10px;
  font-size: 13.5px;
}
.banner.changed {
  background: var(--ochre-wash);
  border-color: var(--ochre);
}
.banner.bad {
  background: var(--madder-wash);
  border-color: var(--madder);
}
.rail {
  width: 40px;
  flex: none;
  border-right: 1px solid var(--rule-strong);
  background: var(--ground);
}
.sheet-side + .rail {
  border-right: 0;
  border-left: 1px solid var(--rule-strong);
}
.rail button {
  width: 100%;
  height: 100%;
  cursor: pointer;
  display: flex;
  justify-content: center;
  align-items: flex-start;
  padding-top: 16px;
}
.rail span {
  writing-mode: vertical-rl;
  font-family: var(--font-serif);
  font-weight: 650;
}
.phone {
  flex-direction: column;
  height: auto;
  padding-bottom: 52px;
}
.phone .brief-side,
.phone .margin-side {
  width: 100%;
  border: 0;
}
.phone .sheet {
  min-height: 60vh;
}
.switch {
  position: fixed;
  bottom: 0;
  left: 0;
  right: 0;
  display: flex;
  background: var(--sheet);
  border-top: 1px solid var(--rule-strong);
}
.switch button {
  flex: 1;
  padding: 12px;
  font-weight: 600;
  color: var(--soft);
}
.switch button[aria-pressed='true'] {
  color: var(--ink);
  box-shadow: inset 0 3px 0 var(--verdigris);
}
@media print {
  .switch,
  .tabs,
  .rail,
  .brief-side,
  .margin-side,
  .banner {
    display: none;
  }
  .desk {
    display: block;
    height: auto;
  }
  .sheet {
    overflow: visible;
    box-shadow: none;
  }
}
</style>
