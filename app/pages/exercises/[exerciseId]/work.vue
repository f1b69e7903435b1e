<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { translatedInWords } from '@nomenklatura/core/instances'
import { putBack, withStep } from '@nomenklatura/core/row-trial'
import { readableContent } from '@nomenklatura/core/sheets'
import { sheetView } from '~/sheets'
import type { SheetInHand } from '~/sheets/view'
import type { WorksheetAnswer } from '#shared/answers'

const route = useRoute('exercises-exerciseId-work')
const exerciseId = computed(() => route.params.exerciseId)
const { answer, error, code, reload } = useAnswer<WorksheetAnswer>(
  () => `/exercises/${exerciseId.value}/worksheet`,
)
const store = useWorksheetStore()
watch(answer, value => value && store.open(value), { immediate: true })

const sheet = computed(() => (store.sheet?.exerciseId === exerciseId.value ? store.sheet : undefined))
const isBegun = computed(() => sheet.value?.sheets !== null)
const { liveFindings, findingsOf, drafted, isTrialOpen } = provideWorksheet(sheet)
const { zone, attemptsLeft, whyNot, changedSince, dueWords } = useHandingIn(sheet)
const hint = useSavingHint()
const { warning, putWarningAway } = useDueWarning(sheet)
const begunSheets = computed(() => sheet.value?.asked.filter(store.hasOwn) ?? [])

/** The sheet in hand: the first that is asked, until another is turned to. */
const turned = ref<Sheet>()
const current = computed<Sheet>(() => turned.value ?? sheet.value?.asked[0] ?? 'script')
const findings = computed(() => findingsOf.value[current.value])
const sheetInHand = useTemplateRef<SheetInHand>('sheetInHand')
const marksInHand = useCaseMarks(
  () => current.value,
  () => sheetInHand.value,
)
const { show, applyEdit, nextNote, takeFix } = useNotes(findings, () => sheetInHand.value)

const { isPhone, isTight, isBriefFolded, marginFolded, side, foldBrief, foldMargin } = useFoldedSides(
  () => current.value,
)
/*
 * The rows of the brief need room: while they are open, the margin is folded, and on a small window they
 * stand alone.
 */
const leaf = ref<'case' | 'rows'>('case')
const showsRows = computed(
  () => leaf.value === 'rows' && (sheet.value?.rows.length ?? 0) > 0 && !isBriefFolded.value,
)
watch(leaf, now => {
  if (now === 'rows' && !isPhone.value) marginFolded.value = true
})

const phrases = computed(() => checkedPhrases(store.check?.answer.verdicts ?? [], store.isStale))

const { fault, act } = useAct()
const start = (): Promise<boolean> =>
  act(async () => {
    await api(`/exercises/${exerciseId.value}/worksheet`, { method: 'POST' })
    await reload()
    side.value = 'sheet'
  })

/** A field that tells its change only when it is left is asked for it now. */
function takeTyping(): void {
  const field = document.activeElement
  if (field instanceof HTMLInputElement) field.dispatchEvent(new Event('change', { bubbles: true }))
}

const check = (): Promise<boolean> =>
  act(async () => {
    takeTyping()
    await store.runCheck()
    if (marginFolded.value) foldMargin(false)
    if (isPhone.value) side.value = 'margin'
  })

/** What would be told of it: what stands there is sent first. */
const handInTrial = (): Promise<boolean> =>
  act(async () => {
    takeTyping()
    await store.send()
    await navigateTo(`/exercises/${exerciseId.value}/trial`)
  })

const asking = ref(false)
/** Whether two versions of a sheet are looked at. */
const looking = ref(false)
const showsVersions = ref(false)
function copyWork(): void {
  const asked = sheet.value?.asked ?? []
  const written = asked.map(name => readableContent(name, store.textOf(name)))
  void navigator.clipboard?.writeText(written.filter(text => text !== '').join('\n\n'))
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
  { key: 'F6', what: 'next part of the page', run: () => focusRegion(1) },
  { key: 'Shift+F6', what: 'previous part of the page', run: () => focusRegion(-1) },
]
const shownKeys = computed(() => [...keys, ...sheetView(current.value).keys])
useKeys(() => keys)
useActions(() => [
  ...(sheet.value?.asked ?? [])
    .filter(name => name !== current.value)
    .map(name => ({ label: `turn to ${SHEET_NAMES[name]}`, run: () => (turned.value = name) })),
  { label: `versions of ${SHEET_NAMES[current.value]}`, run: () => (showsVersions.value = true) },
  ...(whyNot.value === '' ? [{ label: 'hand in …', run: () => (asking.value = true) }] : []),
])

useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (store.save.status === 'offline' && !store.save.isKept) event.preventDefault()
})
onBeforeRouteLeave(() => {
  void store.send()
})
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'hidden') void store.send()
})
provideRan(() => store.check?.answer.ran?.tables)
const translated = computed(() => {
  const ran = store.check?.answer.ran
  return ran?.translated ? translatedInWords(ran.translated) : ''
})
/** What was tried so far waits again: the rows of a verdict are tried by themselves. */
provideTrying({
  take: step => {
    store.changeRowTrial(withStep(putBack(store.rowTrial, 0), step))
    turned.value = 'script'
    isTrialOpen.value = true
    if (isPhone.value) side.value = 'sheet'
  },
})
</script>

<template>
  <div class="screen">
    <TopLine
      :title="sheet?.title ?? 'Exercise'"
      :crumbs="sheet ? [{ name: sheet.course.name, to: `/courses/${sheet.course.id}` }] : []"
    >
      <template v-if="sheet && isBegun" #state>
        <span v-if="sheet.isPreview">{{
          sheet.triesPrepared ? 'a trial of what is prepared' : 'a trial, as a student'
        }}</span>
        <NuxtLink v-if="sheet.isPreview" :to="`/exercises/${sheet.exerciseId}/set`" class="plain"
          >Back to setting it</NuxtLink
        >
        <span class="level">{{ sheet.helpLevel }}</span>
        <span v-if="sheet.asked.length > 1" class="begun"
          >{{ begunSheets.length }} of {{ sheet.asked.length }} sheets begun</span
        >
        <SaveWord
          :state="store.save"
          :hint="hint"
          :part="partInWords(store.conflict ?? current)"
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
        <UButton v-if="sheet.isPreview" @click="handInTrial">Hand in, as a trial</UButton>
        <UTooltip v-else :text="whyNot" :disabled="whyNot === ''">
          <UButton :disabled="whyNot !== ''" @click="asking = true">Hand in</UButton>
        </UTooltip>
      </template>
    </TopLine>
    <PageState v-if="!sheet" :error="error" :code="code" @again="reload" />

    <WorkOpening v-else-if="!isBegun" :sheet="sheet" :fault="fault" @start="start" />

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
          :pictures="sheet.pictures"
          :rows="sheet.rows"
          :help-level="sheet.helpLevel"
          :folds="!isPhone"
          :phrases="phrases"
          :named="sheet.named"
          :marks="marksInHand"
          @fold="foldBrief(true)"
          @drafted="drafted = $event"
        />
        <TakenForGranted v-if="!sheet.asked.includes('dependencies')" :key="sheet.exerciseId" />
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
        <WorkTabs
          :asked="sheet.asked"
          :current="current"
          :findings="findingsOf"
          @turn="turned = $event"
          @versions="showsVersions = true"
        />
        <WorkBanners
          :sheet="sheet"
          :changed-since="changedSince"
          :attempts-left="attemptsLeft"
          :due-words="dueWords"
          :fault="fault"
          :warning="warning"
          @put-away="putWarningAway"
        />
        <component :is="sheetView(current).work" ref="sheetInHand" :key="current" />
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
          :of-all-sheets="store.check?.answer.verdicts ?? []"
          :checked-at="store.check ? timeInWords(store.check.answer.checkedAt, zone) : ''"
          :is-stale="store.isStale"
          :tells-verdicts="sheet.helpLevel !== 'assessed'"
          :too-much="store.isStale ? null : store.check?.answer.tooMuch"
          :is-being-run="store.check?.answer.isBeingRun"
          :left="store.check?.answer.findingsLeft ?? 0"
          :translated="current === 'script' ? translated : ''"
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
      :not-begun="sheet.asked.filter(name => !store.hasOwn(name))"
      @check="check"
      @received="reload"
    />
    <VersionsSlip
      v-if="sheet"
      v-model:open="showsVersions"
      :exercise-id="sheet.exerciseId"
      :sheet="current"
      :time-zone="zone"
      :readonly="!sheet.isOpen"
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
.level {
  font-weight: 600;
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
  .rail,
  .brief-side,
  .margin-side {
    display: none;
  }
  .desk {
    display: block;
    height: auto;
  }
}
</style>
