<script setup lang="ts">
import type { Finding } from '@nomenklatura/core/findings'
import { dialectOf, readScript, writeScript, type ReadOptions } from '@nomenklatura/core/sql'
import { isAboutWriting, ownFindings, readClaims } from '@nomenklatura/core/claims'
import { checkDictionary, dictionaryToComment, isEmptyDictionary, isAboutSlots, readDictionary, type Dictionary } from '@nomenklatura/core/dictionary'
import { aloud, checkDiagram, diagramFromSchema, isAboutDrawing, isEmptyDiagram, schemaFromDiagram, type Diagram } from '@nomenklatura/core/diagram'
import type { AskedSheet, HandInReceipt, WorksheetAnswer } from '#shared/answers'
import { SHEET_NAMES } from '#shared/sheets'

const route = useRoute('exercises-exerciseId-work')
const exerciseId = computed(() => route.params.exerciseId)
const { answer, error, code, reload } = useAnswer<WorksheetAnswer>(() => `/exercises/${exerciseId.value}/worksheet`)
const store = useWorksheetStore()
watch(answer, value => value && store.open(value), { immediate: true })

const sheet = computed(() => store.sheet?.exerciseId === exerciseId.value ? store.sheet : undefined)
const zone = computed(() => sheet.value?.course.timeZone ?? 'UTC')
const isBegun = computed(() => sheet.value?.sheets !== null)
/** The sheet in hand: the first that is asked, until another is turned to. */
const turned = ref<AskedSheet>()
const current = computed<AskedSheet>(() => turned.value ?? sheet.value?.asked[0] ?? 'script')
const given = computed(() => readScript(sheet.value?.starter ?? '', { dialect: sheet.value?.script.dialect ?? 'postgresql', checks: false }).schema)
const scriptOptions = computed<ReadOptions>(() => {
  const { habits = null, ...dialects } = sheet.value?.script ?? {}
  return { given: given.value, dialect: dialectOf(dialects, store.script), ...habits ? { habits } : {} }
})
/** What was drawn and described before: a script may say something else. */
const earlierSheets = computed(() => sheet.value?.asked.includes('script') && sheet.value.helpLevel !== 'assessed'
  ? [
      ...sheet.value.asked.includes('diagram') && store.diagram.entities.some(({ given: isGiven }) => !isGiven) ? [{ sheet: 'diagram', schema: schemaFromDiagram(store.diagram).schema }] : [],
      ...sheet.value.asked.includes('dictionary') && !isEmptyDictionary(store.dictionary) ? [{ sheet: 'dictionary', schema: readDictionary(store.dictionary, { given: given.value }).schema }] : [],
    ]
  : [])
const { read, aloud: scriptSentences, chain } = useScriptReading(() => ({ script: store.script, options: scriptOptions.value, earlier: earlierSheets.value }))
/** As one types: what is well formed. What else there is to say comes with a check. */
const isForm = (note: Finding): boolean => isAboutWriting(note) || isFormOfScript(note)
const isFormOfScript = ({ code: finding }: Finding): boolean => finding.startsWith('syntax.') || finding.startsWith('names.') || finding === 'references.unknown-column' || finding === 'keys.two-primary'
const claimFindings = computed(() => {
  const relation = sheet.value?.relation
  if (!relation) return []
  const claims = readClaims({ ...relation, dependencies: relation.given ?? '', isGiven: relation.given !== null }, store.claims)
  return [...claims.findings, ...ownFindings(claims)]
})
/** A dictionary is checked as it is typed: that is about its own slots, and tells nothing of the exercise. */
const dictionaryFindings = computed(() => {
  if (!sheet.value?.asked.includes('dictionary')) return []
  const described = readDictionary(store.dictionary, { given: given.value })
  return [...described.findings, ...checkDictionary(store.dictionary, described)].filter(finding => sheet.value?.helpLevel !== 'assessed' || isAboutSlots(finding))
})
/** So is a diagram, at the level where it is. */
const diagramFindings = computed(() => {
  if (!sheet.value?.asked.includes('diagram')) return []
  return checkDiagram(store.diagram).filter(finding => sheet.value?.helpLevel !== 'assessed' || isAboutDrawing(finding))
})
const liveFindings = computed(() => [...claimFindings.value, ...read.value.findings].filter(finding => isForm(finding)).concat(chain.value, dictionaryFindings.value, diagramFindings.value))
/** What the last check says of the elements of the diagram, as long as it is true of them. */
const diagramMarks = computed(() => {
  const told = store.check && !store.isStale ? store.check.answer.verdicts.filter(({ sheet: of, verdict }) => of === 'diagram' && verdict !== 'upheld' && verdict !== 'not shown') : []
  return new Map(told.toSorted(byUrgency).toReversed().flatMap(({ verdict, because }) => because.flatMap(({ place }) => place?.field ? [[place.field, verdict] as const] : [])))
})
/** What there is to say about each sheet. */
const findingsOf = computed(() => {
  const checked = store.check && !store.isStale ? store.check.answer.findings.filter(finding => finding.sheet !== 'dictionary' && !isForm(finding) && !(finding.sheet === 'diagram' && diagramFindings.value.some(({ code: known }) => known === finding.code))) : []
  const all = [...liveFindings.value, ...checked]
  const of = (name: AskedSheet): Finding[] => all.filter(finding => finding.sheet === name)
  return { dependencies: of('dependencies'), dictionary: of('dictionary'), diagram: of('diagram'), script: of('script') }
})
const findings = computed(() => findingsOf.value[current.value])

const scriptEditor = useTemplateRef('scriptEditor')
const dependencySheet = useTemplateRef('dependencySheet')
const dictionarySheet = useTemplateRef('dictionarySheet')
const diagramSheet = useTemplateRef('diagramSheet')
type Place = { start: number, end: number, field?: string | undefined }
/** Notes are those of the sheet in hand. */
function show(place: Place): void {
  const sheets = { script: scriptEditor, dictionary: dictionarySheet, diagram: diagramSheet, dependencies: dependencySheet }
  void nextTick(() => sheets[current.value].value?.show(place))
}
function applyEdit(edit: { span: { start: number, end: number }, text: string, field?: string | undefined }): void {
  if (edit.field === undefined) scriptEditor.value?.applyEdit(edit)
  else dependencySheet.value?.applyEdit(edit)
}
/* The rows of the brief need room: while they are open, the margin is folded, and on a small window they stand alone. */
const leaf = ref<'case' | 'rows'>('case')
const showsRows = computed(() => leaf.value === 'rows' && sheet.value?.rows !== null && !isBriefFolded.value)
watch(leaf, (now) => { if (now === 'rows' && !isPhone.value) marginFolded.value = true })
const drafted = shallowRef<Dictionary>()
const pageFault = ref('')
const isPhone = useMediaQuery('(max-width: 1023px)')
const isNarrow = useMediaQuery('(max-width: 1439px)')
/** Folded by the width of the window until somebody says otherwise; then remembered. */
const briefFolded = useLocalStorage<'by width' | 'folded' | 'open'>('nomenklatura-brief', 'by width')
const marginFolded = useLocalStorage('nomenklatura-margin-folded', false)
const isBriefFolded = computed(() => briefFolded.value === 'by width' ? isNarrow.value : briefFolded.value === 'folded')
const isTight = useMediaQuery('(max-width: 1199px)')
/** On one column one side is shown at a time. */
const side = ref<'brief' | 'sheet' | 'margin'>('sheet')

function foldBrief(folded: boolean): void {
  briefFolded.value = folded ? 'folded' : 'open'
  if (!folded && isTight.value) marginFolded.value = true
}
function foldMargin(folded: boolean): void {
  marginFolded.value = folded
  if (!folded && isTight.value) briefFolded.value = 'folded'
}

async function start(): Promise<void> {
  try {
    await api(`/exercises/${exerciseId.value}/worksheet`, { method: 'POST' })
    await reload()
    side.value = 'sheet'
  }
  catch (fault) {
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
  }
  catch (fault) {
    pageFault.value = errorInWords(fault)
  }
}

/* Handing in */
const asking = ref(false)
const handingIn = ref(false)
const receipt = shallowRef<HandInReceipt>()
const handInFault = ref('')
const attemptsLeft = computed(() => sheet.value ? sheet.value.mine.attempts - sheet.value.mine.attemptsUsed : 0)
const whyNot = computed(() => {
  if (!sheet.value) return ''
  if (sheet.value.isPreview) return 'This is a trial: nothing is handed in.'
  if (store.save.status === 'offline' || store.save.status === 'refused') return 'What you wrote is not yet sent.'
  if (store.save.status === 'conflict') return 'Look at both versions first.'
  if (attemptsLeft.value <= 0) return `Handed in ${sheet.value.mine.attemptsUsed} of ${sheet.value.mine.attempts} times.`
  if (!sheet.value.isOpen) return 'Closed.'
  return store.isEmpty ? 'Nothing is written yet.' : ''
})
const lastCheck = computed(() => store.check ? `Last check ${clockInWords(store.check.answer.checkedAt, zone.value)}${store.isStale ? ', changed since' : ''}.` : 'You have not checked it.')
const isLate = computed(() => sheet.value?.mine.dueAt && Date.parse(sheet.value.mine.dueAt) < Date.now())
const changedSince = computed(() => {
  const at = sheet.value?.mine.handedInAt
  const saved = store.save
  return at && (saved.status !== 'saved' || (saved.at !== null && saved.at > at))
})

async function handIn(): Promise<void> {
  handingIn.value = true
  handInFault.value = ''
  try {
    receipt.value = await store.handIn()
    asking.value = false
    await reload()
  }
  catch (fault) {
    handInFault.value = fault instanceof ApiError ? errorInWords(fault) : 'What you wrote is not yet sent. Try again in a moment.'
    if (fault instanceof ApiError && fault.problem.code === 'stale') void store.send()
  }
  handingIn.value = false
}

/* Told once, after the first change */
const knowsSaving = useLocalStorage('nomenklatura-knows-saving', false)
const hint = ref('')
const { start: forgetHint } = useTimeoutFn(() => { hint.value = '' }, 8000, { immediate: false })
watch(() => store.save.status, (status, before) => {
  if (status !== 'saved' || before !== 'saving' || knowsSaving.value) return
  knowsSaving.value = true
  hint.value = 'Saved as you type, here and on the server.'
  forgetHint()
})

/* Two versions */
const looking = ref(false)
function resolve(mine: boolean): void {
  store.resolveConflict(mine)
  looking.value = false
}
function copyWork(): void {
  void navigator.clipboard?.writeText([store.script, store.contentOf('dependencies'), store.contentOf('dictionary') === '' ? '' : dictionaryToComment(store.dictionary), store.contentOf('diagram') === '' ? '' : aloud(store.diagram).map(({ text }) => text).join('\n')].filter(text => text !== '').join('\n\n'))
}

const keys = [
  { key: 'Ctrl+Enter', what: 'check', run: () => void check() },
  { key: 'Ctrl+S', what: 'save at once', run: () => { takeTyping(); void store.send() } },
  { key: 'F8', what: 'next note', run: () => nextNote(1) },
  { key: 'Shift+F8', what: 'previous note', run: () => nextNote(-1) },
  { key: 'Alt+Enter', what: 'take the fix of the note', run: () => takeFix() },
  { key: 'F6', what: 'next part of the page', run: () => nextRegion() },
]
/** What the board does with keys is shown beside the others while it is in hand; the sheet itself acts on them. */
const BOARD_KEYS = [['/', 'a sentence'], ['N', 'new card'], ['R', 'relate to another card'], ['M', 'pick up, move by arrows'], ['L', 'walk the lines of a card'], ['Q', 'questions of a line'], ['Space', 'choose'], ['F2', 'rename everywhere'], ['T', 'as sentences'], ['+', 'nearer'], ['-', 'farther'], ['0', 'see all']].map(([key, what]) => ({ key: key!, what: what! }))
const shownKeys = computed(() => current.value === 'diagram' ? [...keys, ...BOARD_KEYS] : keys)
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
  const regions = [...document.querySelectorAll<HTMLElement>('[data-region]')].filter(region => region.offsetParent)
  const at = regions.findIndex(region => region.contains(document.activeElement))
  const next = regions[(at + 1) % regions.length]
  const target = next?.querySelector<HTMLElement>('[contenteditable=true]') ?? next
  target?.focus()
}

useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (store.save.status === 'offline' && !store.save.isKept) event.preventDefault()
})
onBeforeRouteLeave(() => { void store.send() })
useEventListener(document, 'visibilitychange', () => { if (document.visibilityState === 'hidden') void store.send() })
/* What one sheet may be begun from another, where the help level allows */
const hasDrawn = computed(() => sheet.value?.helpLevel === 'practice' && sheet.value.asked.includes('diagram') && store.diagram.entities.some(({ given: isGiven }) => !isGiven))
const drawnSchema = computed(() => hasDrawn.value ? schemaFromDiagram(store.diagram).schema : undefined)
const canBeginFromDiagram = computed(() => hasDrawn.value && store.script.trim() === '')
function beginScript(): void {
  store.change('script', writeScript(schemaFromDiagram(store.diagram).schema, { to: scriptOptions.value.dialect ?? 'postgresql' }).text)
}
/** The sheets in which a card that is renamed may be named as well. */
const otherSheets = computed(() => ({ ...sheet.value?.asked.includes('dictionary') ? { dictionary: store.dictionary } : {}, ...sheet.value?.asked.includes('script') ? { script: store.script } : {} }))
function renameElsewhere({ dictionary, script }: { dictionary?: Dictionary, script?: string }): void {
  if (dictionary) store.change('dictionary', JSON.stringify(dictionary))
  if (script !== undefined) store.change('script', script)
}
const diagramDrafts = computed(() => {
  if (sheet.value?.helpLevel !== 'practice' || !isEmptyDiagram(store.diagram)) return []
  const drawn = (schema: typeof read.value.schema): Diagram => ({ ...diagramFromSchema(schema), level: 'logical' })
  return [
    ...sheet.value.asked.includes('dictionary') && !isEmptyDictionary(store.dictionary) ? [{ words: 'Draw it from the dictionary', make: () => drawn(readDictionary(store.dictionary, { given: given.value }).schema) }] : [],
    ...sheet.value.asked.includes('script') && read.value.schema.tables.length > 0 ? [{ words: 'Draw it from the script', make: () => drawn(read.value.schema) }] : [],
  ]
})
const toMake = computed(() => (sheet.value?.asked ?? []).map(name => ({
  script: `a script of CREATE TABLE statements${sheet.value?.starter ? ', beside the tables that are given' : ''}`, dictionary: 'a data dictionary: for each field its type, size, format, key role and meaning', diagram: `an entity-relationship diagram, to the ${sheet.value!.level} level${sheet.value!.starter ? ', beside what is given' : ''}`, dependencies: askedInWords(sheet.value!.relation),
})[name]).join('; then '))

/** The content of a sheet as a person reads it. */
function readable(content: string): string {
  if (!content.startsWith('{')) return content
  if (content.includes('"nomenklatura-diagram"')) return aloud(JSON.parse(content) as Diagram).map(({ text }) => text).join('\n')
  if (content.startsWith('{"entries"')) return dictionaryToComment(JSON.parse(content) as Dictionary)
  const { dependencies, keys, prime, form, reason, split, closures, assumptions } = JSON.parse(content) as typeof store.claims
  const parts: readonly [string, string][] = [['Dependencies', dependencies], ['Closures', closures.join('\n')], ['Keys', keys], ['Prime', prime], ['Form', [form, reason].filter(text => text !== '').join(', because of ')], ['Split', split], ['Taken for granted', assumptions]]
  return parts.filter(([, text]) => text.trim() !== '').map(([name, text]) => `${name}\n${text.trim()}`).join('\n\n')
}
const dueWords = computed(() => {
  const due = sheet.value?.mine.dueAt
  if (!due) return ''
  return Date.parse(due) > Date.now() ? `due ${timeInWords(due, zone.value)}` : sheet.value?.isOpen ? `was due ${timeInWords(due, zone.value)}` : `closed ${timeInWords(sheet.value?.closedAt, zone.value)}`
})
</script>

<template>
  <div class="screen">
    <TopLine :title="sheet?.title ?? 'Exercise'" :crumbs="sheet ? [{ name: sheet.course.name, to: `/courses/${sheet.course.id}` }] : []">
      <template v-if="sheet && isBegun" #state>
        <span v-if="sheet.isPreview">a trial, as a student</span>
        <span class="level">{{ sheet.helpLevel }}</span>
        <SaveWord :state="store.save" :hint="hint" :sheet="SHEET_NAMES[store.conflict ?? current]" :time-zone="zone" @look="looking = true" @copy="copyWork" />
        <span>{{ dueWords }}</span>
      </template>
      <template v-if="sheet && isBegun">
        <UButton variant="outline" color="neutral" :loading="store.checking" @click="check">Check <kbd class="key">Ctrl ↵</kbd></UButton>
        <UTooltip :text="whyNot" :disabled="whyNot === ''">
          <UButton :disabled="whyNot !== ''" @click="asking = true">Hand in</UButton>
        </UTooltip>
      </template>
    </TopLine>
    <PageState v-if="!sheet" :error="error" :code="code" @again="reload" />

    <main v-else-if="!isBegun" id="main" class="page opening">
      <h2 class="big">{{ sheet.title }}</h2>
      <BriefText v-if="sheet.brief" :text="sheet.brief" class="brief" />
      <p v-else class="serif">The brief is shown when the exercise opens: {{ timeInWords(sheet.schedule.opensAt, zone) }}.</p>
      <dl class="facts">
        <div><dt>To make</dt><dd>{{ toMake }}</dd></div>
        <div><dt>Check tells</dt><dd>{{ sheet.helpLevel === 'assessed' ? 'what is well formed; verdicts come after the release' : 'a verdict for each rule, with rows that show it, as often as you like' }}</dd></div>
        <div><dt>Until</dt><dd>{{ sheet.mine.dueAt ? timeInWords(sheet.mine.dueAt, zone) : 'no date is set' }}<template v-if="sheet.schedule.lateDays > 0">; up to {{ countOf(sheet.schedule.lateDays, 'day') }} late loses {{ sheet.schedule.lateLoss }} %</template></dd></div>
        <div><dt>Hand in</dt><dd>{{ sheet.mine.attempts === 1 ? 'once' : `up to ${sheet.mine.attempts} times; the last counts` }}</dd></div>
        <div><dt>Worth</dt><dd>{{ countOf(sheet.points, 'point') }}</dd></div>
      </dl>
      <p v-if="pageFault" role="alert" class="fault">{{ pageFault }}</p>
      <UButton v-if="sheet.isOpen" size="lg" @click="start">Start</UButton>
      <p v-else class="soft">{{ sheet.schedule.opensAt && Date.parse(sheet.schedule.opensAt) > Date.now() ? `opens ${timeInWords(sheet.schedule.opensAt, zone)}` : `closed ${timeInWords(sheet.closedAt, zone)}` }}</p>
    </main>

    <main v-else id="main" class="desk" :class="{ phone: isPhone }">
      <aside v-if="!isPhone && isBriefFolded" class="rail"><button type="button" @click="foldBrief(false)"><span>Brief</span></button></aside>
      <aside v-else-if="!isPhone || side === 'brief'" class="brief-side" :class="{ rows: showsRows }" data-region tabindex="-1" aria-label="Brief">
        <BriefSide v-model:leaf="leaf" :text="sheet.brief" :rows="sheet.rows" :help-level="sheet.helpLevel" :folds="!isPhone" @fold="foldBrief(true)" @drafted="drafted = $event" />
      </aside>
      <aside v-if="!isPhone && isTight && showsRows" class="rail"><button type="button" @click="leaf = 'case'"><span>{{ SHEET_NAMES[current] }}</span></button></aside>

      <section v-if="isPhone ? side === 'sheet' : !(isTight && showsRows)" class="sheet-side" data-region tabindex="-1" :aria-label="SHEET_NAMES[current]">
        <div class="tabs" role="tablist" aria-label="Sheets">
          <button
            v-for="name in sheet.asked" :key="name" type="button" role="tab" class="tab" :aria-selected="name === current" :tabindex="name === current ? 0 : -1"
            @click="turned = name" @keydown.right.prevent="turnTab(1)" @keydown.left.prevent="turnTab(-1)">{{ SHEET_NAMES[name] }}<span v-if="findingsOf[name].length > 0" class="soft tiny note-count">{{ countOf(findingsOf[name].length, 'note') }}</span></button>
        </div>
        <p v-if="changedSince" class="banner changed">Changed since. <strong>What counts is {{ timeInWords(sheet.mine.handedInAt, zone) }}.</strong> Hand in again{{ attemptsLeft > 0 ? '' : ' is not possible: no attempt is left' }}.</p>
        <p v-else-if="sheet.mine.handedInAt" class="banner">{{ sheet.mine.isAutomatic ? 'Handed in for you' : 'Handed in' }} {{ timeInWords(sheet.mine.handedInAt, zone) }}, {{ sheet.mine.attemptsUsed }} of {{ sheet.mine.attempts }} · <NuxtLink v-if="sheet.mine.points && sheet.mine.handInId" :to="`/hand-ins/${sheet.mine.handInId}`" class="plain">{{ totalText(sheet.mine.points) }} of {{ pointsText(sheet.mine.points.of) }}: read the marks</NuxtLink><template v-else>with your instructor</template></p>
        <p v-if="!sheet.isOpen" class="banner changed">{{ dueWords }}: read only.</p>
        <p v-if="pageFault" role="alert" class="banner bad">{{ pageFault }}</p>
        <DependencySheet
          v-if="current === 'dependencies' && sheet.relation" ref="dependencySheet" :relation="sheet.relation" :claims="store.claims" :findings="findingsOf.dependencies" :help-level="sheet.helpLevel" :readonly="!sheet.isOpen"
          @change="store.changeClaims" />
        <DictionarySheet
          v-if="current === 'dictionary'" ref="dictionarySheet" :dictionary="store.dictionary" :findings="findingsOf.dictionary" :given="given" :script="sheet.asked.includes('script') && sheet.helpLevel === 'practice' ? read.schema : undefined"
          :draft="sheet.rows && sheet.helpLevel === 'practice' && drafted ? async () => drafted : undefined" :hint="sheet.rows && sheet.helpLevel === 'practice' && !drafted ? 'Or open the rows of the brief: a draft can be made from them.' : ''" :drawn="drawnSchema" :readonly="!sheet.isOpen" :name="sheet.title" @change="store.change('dictionary', JSON.stringify($event))" />
        <DiagramSheet
          v-if="current === 'diagram'" ref="diagramSheet" :diagram="store.diagram" :findings="findingsOf.diagram" :asked="sheet.level" :offers="sheet.helpLevel === 'practice'" :marks="diagramMarks" :readonly="!sheet.isOpen" :name="sheet.title" :keep-as="`nomenklatura-steps-${exerciseId}-diagram`"
          :drafts="diagramDrafts" :others="otherSheets" @change="store.change('diagram', JSON.stringify($event))" @others="renameElsewhere" />
        <p v-if="current === 'script' && canBeginFromDiagram" class="small begin"><button type="button" class="plain small" @click="beginScript">Begin from your diagram</button></p>
        <ScriptSheet
          v-if="current === 'script'" ref="scriptEditor" :script="store.script" :findings="findingsOf.script" :read="read" :aloud="scriptSentences" :options="scriptOptions" :home="sheet.script.dialect" :dialects="sheet.script.dialects"
          :starter="sheet.starter" :readonly="!sheet.isOpen" :name="sheet.title" @change="store.change('script', $event)" />
      </section>

      <aside v-if="!isPhone && marginFolded" class="rail"><button type="button" @click="foldMargin(false)"><span>Margin{{ findings.length > 0 ? ` ${findings.length}` : '' }}</span></button></aside>
      <aside v-else-if="!isPhone || side === 'margin'" class="margin-side" data-region tabindex="-1" aria-label="Margin">
        <MarginNotes
          :findings="findings" :verdicts="(store.check?.answer.verdicts ?? []).filter(({ sheet: of }) => of === current)" :checked-at="store.check ? clockInWords(store.check.answer.checkedAt, zone) : ''"
          :is-stale="store.isStale" :tells-verdicts="sheet.helpLevel !== 'assessed'" :has-text="!store.isEmpty" :folds="!isPhone"
          @fold="foldMargin(true)"
          @show="show" @fix="applyEdit" />
      </aside>
      <nav v-if="isPhone" class="switch" aria-label="Parts">
        <button v-for="part in (['brief', 'sheet', 'margin'] as const)" :key="part" type="button" :aria-pressed="side === part" @click="side = part">{{ part === 'brief' ? 'Brief' : part === 'sheet' ? 'Sheet' : `Margin ${findings.length || ''}` }}</button>
      </nav>
    </main>

    <UModal v-model:open="asking" :title="`Hand in ${sheet?.title ?? ''}?`" :description="`${lastCheck} This is hand-in ${(sheet?.mine.attemptsUsed ?? 0) + 1} of ${sheet?.mine.attempts ?? 1}${sheet?.mine.dueAt ? `, until ${timeInWords(sheet.mine.dueAt, zone)}` : ''}.`">
      <template #body>
        <p v-if="isLate" class="late">It is late{{ sheet!.schedule.lateLoss > 0 ? ` and loses ${sheet!.schedule.lateLoss} %` : '' }}.</p>
        <p v-if="liveFindings.some(finding => finding.severity === 'error')">{{ countOf(liveFindings.filter(finding => finding.severity === 'error').length, 'place') }} cannot be read, or would not run.</p>
        <p v-if="handInFault" role="alert" class="fault">{{ handInFault }}</p>
      </template>
      <template #footer>
        <UButton variant="ghost" color="neutral" @click="asking = false">Go on working</UButton>
        <UButton variant="outline" color="neutral" @click="asking = false; check()">Check first</UButton>
        <UButton :loading="handingIn" @click="handIn">Hand in</UButton>
      </template>
    </UModal>
    <UModal :open="receipt !== undefined" title="Received" :description="receipt ? `Received ${clockInWords(receipt.handedInAt, zone, true)}, number ${handInNumber(receipt.number)}. Keep this page or print it.` : ''" @update:open="receipt = undefined">
      <template v-if="receipt" #body><p>Hand-in {{ receipt.attempt }} of {{ receipt.attempts }}{{ receipt.lateBySeconds > 0 ? `, ${lateInWords(receipt.lateBySeconds)}` : '' }}. It is with your instructor now.</p></template>
      <template #footer><UButton @click="receipt = undefined">Good</UButton></template>
    </UModal>
    <UModal v-model:open="looking" :title="`Two versions of ${SHEET_NAMES[store.conflict ?? 'script']}`" description="Choose the one to go on with; the other stays in the sheet’s history." :ui="{ content: 'max-w-5xl' }">
      <template v-if="store.save.status === 'conflict'" #body>
        <div class="two">
          <div><h3>In this window</h3><pre class="mono" tabindex="0">{{ readable(store.contentOf(store.conflict ?? 'script')) }}</pre><UButton @click="resolve(true)">Go on with this one</UButton></div>
          <div><h3>Saved at {{ clockInWords(store.save.at, zone) }} in the other</h3><pre class="mono" tabindex="0">{{ readable(store.save.theirs) }}</pre><UButton variant="outline" color="neutral" @click="resolve(false)">Go on with that one</UButton></div>
        </div>
      </template>
    </UModal>
    <KeysSlip :keys="shownKeys" />
  </div>
</template>

<style scoped>
.screen { min-height: 100vh; display: flex; flex-direction: column; }
.key { font: 600 11px var(--font-mono); border: 1px solid var(--rule-strong); border-bottom-width: 2px; border-radius: 3px; padding: 0 4px; }
.level { font-weight: 600; }
.opening { max-width: 760px; }
.big { font-size: 30px; margin-bottom: 14px; }
.facts { margin: 26px 0; border-top: 1px solid var(--rule-strong); }
.facts > div { display: grid; grid-template-columns: 110px 1fr; padding: 8px 0; border-bottom: 1px solid var(--rule); }
dt { color: var(--soft); }
.fault, .late { color: var(--madder); }
.desk { flex: none; display: flex; height: calc(100vh - 45px); }
.brief-side, .margin-side { overflow-y: auto; flex: none; outline-offset: -2px !important; }
.brief-side { width: 264px; padding: 12px 18px 40px; border-right: 1px solid var(--rule-strong); }
/* The sheet keeps 680 and the folded margin 40; on a small window the rows stand alone. */
.brief-side.rows { width: max(480px, calc(100vw - 720px)); }
@media (max-width: 1199px) { .brief-side.rows { flex: 1; min-width: 0; } }
.margin-side { width: 300px; border-left: 1px solid var(--rule-strong); position: relative; }
.sheet-side { flex: 1; min-width: 0; display: flex; flex-direction: column; padding: 0 22px 12px; outline: none !important; }
.tabs { display: flex; gap: 26px; border-bottom: 1px solid var(--rule-strong); margin-bottom: 12px; }
.tab { padding: 11px 2px 9px; margin-bottom: -1px; border-bottom: 2.5px solid transparent; color: var(--soft); font-weight: 600; cursor: pointer; }
.tab[aria-selected=true] { border-bottom-color: var(--verdigris); color: var(--ink); font-weight: 650; }
.note-count { margin-left: 7px; }
.sheet { flex: 1; min-height: 160px; overflow: hidden; box-shadow: 3px 3px 0 var(--shadow); }
.banner { background: var(--verdigris-wash); border-left: 3px solid var(--verdigris); padding: 6px 12px; margin-bottom: 10px; font-size: 13.5px; }
.banner.changed { background: var(--ochre-wash); border-color: var(--ochre); }
.banner.bad { background: var(--madder-wash); border-color: var(--madder); }
.rail { width: 40px; flex: none; border-right: 1px solid var(--rule-strong); background: var(--ground); }
.sheet-side + .rail { border-right: 0; border-left: 1px solid var(--rule-strong); }
.rail button { width: 100%; height: 100%; cursor: pointer; display: flex; justify-content: center; align-items: flex-start; padding-top: 16px; }
.rail span { writing-mode: vertical-rl; font-family: var(--font-serif); font-weight: 650; }
.phone { flex-direction: column; height: auto; padding-bottom: 52px; }
.phone .brief-side, .phone .margin-side { width: 100%; border: 0; }
.phone .sheet { min-height: 60vh; }
.switch { position: fixed; bottom: 0; left: 0; right: 0; display: flex; background: var(--sheet); border-top: 1px solid var(--rule-strong); }
.switch button { flex: 1; padding: 12px; font-weight: 600; color: var(--soft); }
.switch button[aria-pressed=true] { color: var(--ink); box-shadow: inset 0 3px 0 var(--verdigris); }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 20px; }
.two pre { border: 1px solid var(--rule-strong); padding: 10px; font-size: 12.5px; max-height: 50vh; overflow: auto; margin: 8px 0 12px; }
@media print { .switch, .tabs, .rail, .brief-side, .margin-side, .banner { display: none; } .desk { display: block; height: auto; } .sheet { overflow: visible; box-shadow: none; } }
</style>
