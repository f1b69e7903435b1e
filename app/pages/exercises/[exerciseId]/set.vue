<script setup lang="ts">
import { SHEETS, SHEET_NAMES } from '@nomenklatura/core/findings'
import { readScript } from '@nomenklatura/core/sql'
import { missingBeforePublishing, proposeSheet } from '@nomenklatura/core/marking'
import { EMPTY_DICTIONARY, type Dictionary } from '@nomenklatura/core/dictionary'
import { LEVELS, givenDiagram, isEmptyDiagram, type Diagram, type Level } from '@nomenklatura/core/diagram'
import type { NamedDependency } from '@nomenklatura/core/rows'
import { NEW_TASK, relationFromSchema, type RelationTask } from '@nomenklatura/core/claims'
import type { RuleEntry } from '@nomenklatura/core/rules'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { AskedSheet, CourseAnswer, ExerciseSetting, Schedule } from '#shared/answers'

const LEAVES = ['brief', 'answer', 'rules', 'marks'] as const
type Leaf = (typeof LEAVES)[number]
const NAMES: Readonly<Record<Leaf, string>> = {
  brief: 'Brief',
  answer: 'Answer',
  rules: 'Rules',
  marks: 'Marks and dates',
}

const route = useRoute('exercises-exerciseId-set')
const router = useRouter()
const exerciseId = computed(() => route.params.exerciseId)
const {
  answer: setting,
  error,
  code,
  reload,
} = useAnswer<ExerciseSetting>(() => `/exercises/${exerciseId.value}/setting`)
const leaf = computed<Leaf>(() => LEAVES.find(name => name === route.query.leaf) ?? 'brief')
/** The brief has two parts: the case, and the rows it gives. */
const part = computed<'case' | 'rows'>(() => (route.query.part === 'rows' ? 'rows' : 'case'))
const isReadOnly = ref(true)
const document = shallowRef<ExerciseDocument>()
const schedule = shallowRef<Schedule>()
const base = ref(0)
const state = ref<'saved' | 'changed' | 'saving' | 'stale' | 'failed' | ''>('')
const savedAt = ref('')
const fault = ref('')

watch(
  setting,
  async value => {
    if (!value) return
    if (state.value !== 'changed' && state.value !== 'saving') {
      document.value = value.document
      base.value = value.revision
    }
    schedule.value = value.schedule
    const { role } = await api<CourseAnswer>(`/courses/${value.course.id}`)
    isReadOnly.value = role !== 'instructor'
  },
  { immediate: true },
)

/* The document is saved as it is changed, one save at a time. */
const saveSoon = useDebounceFn(() => void save(), 700)
let queued = false
function change(part: Partial<ExerciseDocument>): void {
  if (!document.value || isReadOnly.value) return
  document.value = { ...document.value, ...part }
  state.value = 'changed'
  void saveSoon()
}

async function save(): Promise<void> {
  if (!document.value || state.value === 'stale') return
  if (state.value === 'saving') {
    queued = true
    return
  }
  if (state.value !== 'changed' && state.value !== 'failed') return
  state.value = 'saving'
  const sent = document.value
  try {
    const { revision } = await api<{ revision: number }>(`/exercises/${exerciseId.value}/document`, {
      method: 'PUT',
      body: { document: sent, base: base.value },
    })
    base.value = revision
    savedAt.value = new Date().toISOString()
    fault.value = ''
    state.value = document.value === sent ? 'saved' : 'changed'
  } catch (problem) {
    fault.value = errorInWords(problem)
    state.value = problem instanceof ApiError && problem.problem.code === 'stale' ? 'stale' : 'failed'
  }
  if (queued || state.value === 'changed') {
    queued = false
    void saveSoon()
  }
}

async function changeSchedule(part: Partial<Schedule>): Promise<void> {
  if (!schedule.value) return
  const next = { ...schedule.value, ...part }
  schedule.value = next
  try {
    await api(`/exercises/${exerciseId.value}/schedule`, { method: 'PUT', body: next })
    savedAt.value = new Date().toISOString()
    if (state.value === '') state.value = 'saved'
    fault.value = ''
  } catch (problem) {
    fault.value = errorInWords(problem)
  }
}

onBeforeRouteLeave(async () => {
  await save()
})
useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (state.value === 'changed' || state.value === 'saving' || state.value === 'failed') {
    void save()
    event.preventDefault()
  }
})

/* What is missing, and what is worth a look */
const model = computed(() => document.value?.models[0]?.script ?? '')
const dialect = computed(() => document.value?.dialect ?? 'postgresql')
const given = computed(() => readScript(document.value?.starter ?? '', { dialect: dialect.value }))
const read = computed(() =>
  readScript(model.value, {
    given: given.value.schema,
    dialect: dialect.value,
    ...(document.value?.habits ? { habits: document.value.habits } : {}),
  }),
)
const ownTables = computed(() => read.value.schema.tables.filter(table => !table.given))
const asks = (name: AskedSheet): boolean => document.value?.sheets.includes(name) ?? false
const relation = computed<RelationTask>(() => document.value?.relation ?? NEW_TASK)
function toggleSheet(name: AskedSheet): void {
  const sheets = SHEETS.filter(other => (other === name ? !asks(name) : asks(other)))
  if (sheets.length > 0) change({ sheets, relation: relation.value })
}
const changeRelation = (next: RelationTask): void => change({ relation: next })
/**
 * While nobody has changed a proposed sentence, the rules follow the relation: they are replaced as long as
 * they are those proposed last.
 */
const lastProposed = ref('')
function followProposal(rules: readonly RuleEntry[]): void {
  if (document.value?.sheets.some(sheet => sheet !== 'dependencies') || rules.length === 0 || !document.value)
    return
  const [current, next] = [JSON.stringify(document.value.rules), JSON.stringify(rules)]
  const follows = document.value.rules.length === 0 || current === lastProposed.value
  if (follows && current !== next) change({ rules: [...rules] })
  if (follows || current === next) lastProposed.value = next
}
const dictionary = computed(() => document.value?.models[0]?.dictionary ?? EMPTY_DICTIONARY)
const level = computed<Level>(() => document.value?.level ?? 'logical')
/** The model diagram; what is given stands on it from the beginning. */
const diagram = computed<Diagram>(() => {
  const drawn = document.value?.models[0]?.diagram
  return drawn && !isEmptyDiagram(drawn)
    ? drawn
    : {
        ...givenDiagram(given.value.schema, level.value),
        ...(given.value.schema.tables.length === 0 ? { level: 'conceptual' as const } : {}),
      }
})
function changeModel(next: Partial<ExerciseDocument['models'][number]>): void {
  const [first, ...others] = document.value?.models ?? []
  change({ models: [{ name: 'Model answer', script: '', ...first, ...next }, ...others] })
}
/**
 * What is meant in the rows becomes the relation, the parts the draft of the dictionary; rules that nobody
 * has worded yet are proposed anew.
 */
function takeRows({
  dependencies,
  columns,
  dictionary: drafted,
}: {
  dependencies: readonly NamedDependency[]
  columns: readonly string[]
  dictionary: Dictionary
}): void {
  if (!document.value) return
  const attributes = [
    ...new Set([
      ...columns.filter(name =>
        dependencies.some(({ from, to }) => from.includes(name) || to.includes(name)),
      ),
      ...drafted.entries.map(({ field }) => field),
    ]),
  ].filter(name => columns.includes(name))
  const written = dependencies.map(({ from, to }) => `${from.join(', ')} → ${to.join(', ')}`).join('\n')
  const name =
    (document.value.rows?.name ?? relation.value.name)
      .replace(/[^\p{L}\p{N}]+/gu, '_')
      .replace(/^[^\p{L}_]+/u, '') || 'relation'
  const next: ExerciseDocument = {
    ...document.value,
    relation: { ...relation.value, name, attributes, dependencies: written, isGiven: false, isFresh: false },
    sheets: SHEETS.filter(sheet => sheet === 'dependencies' || sheet === 'dictionary' || asks(sheet)),
    models: [
      { name: 'Model answer', script: '', ...document.value.models[0], dictionary: drafted },
      ...document.value.models.slice(1),
    ],
  }
  const isUnworded =
    document.value.rules.length === 0 || JSON.stringify(document.value.rules) === lastProposed.value
  const rules = isUnworded ? proposeSheet(next) : document.value.rules
  if (isUnworded) lastProposed.value = JSON.stringify(rules)
  change({ ...next, rules })
}
const takeFromScript = (): void =>
  changeRelation({ ...relation.value, ...relationFromSchema(read.value.schema, relation.value.name) })
const missing = computed(() => [
  ...new Set(document.value ? missingBeforePublishing(document.value).map(({ part }) => part) : []),
])
const worthALook = computed(() => {
  if (!document.value || !schedule.value) return []
  const unread = document.value.rules.filter(({ readMe, off }) => readMe && !off).length
  const unbound = document.value.rules.filter(
    ({ phrase, off }) => !off && phrase && !document.value!.brief.includes(phrase),
  ).length
  return [
    unread > 0 ? `${countOf(unread, 'sentence')} to read` : '',
    unbound > 0 ? `${countOf(unbound, 'phrase')} not in the brief` : '',
    schedule.value.dueAt === null ? 'no due date' : '',
  ].filter(part => part !== '')
})

/* Publishing */
const asking = ref(false)
async function publish(): Promise<void> {
  await save()
  await act('PUT')
}
async function act(method: 'PUT' | 'DELETE'): Promise<void> {
  try {
    await api(`/exercises/${exerciseId.value}/published`, { method })
    asking.value = false
    fault.value = ''
    await reload()
  } catch (problem) {
    fault.value = errorInWords(problem)
    asking.value = false
  }
}

const published = computed(() => setting.value?.state === 'published')
const isChangedForHandIns = computed(
  () => (setting.value?.handIns ?? 0) > 0 && base.value !== setting.value?.revision,
)
const briefParts = ['case', 'rows'] as const
function turnPart(next: 'case' | 'rows'): void {
  void router.replace({ query: { leaf: 'brief', part: next } })
}
function turnTo(next: Leaf): void {
  void router.replace({ query: { leaf: next } })
}
const tabs = useTemplateRef<HTMLElement>('tabs')
function moveTab(by: number): void {
  const next = LEAVES[(LEAVES.indexOf(leaf.value) + by + LEAVES.length) % LEAVES.length]!
  turnTo(next)
  void nextTick(() => tabs.value?.querySelector<HTMLElement>('[aria-selected=true]')?.focus())
}
const keys = [{ key: 'Ctrl+S', what: 'save at once', run: () => void save() }]
useKeys(() => keys)
const stateWord = computed(
  () =>
    ({
      'saved': `saved ${savedAt.value && setting.value ? clockInWords(savedAt.value, setting.value.course.timeZone) : ''}`,
      'changed': '',
      'saving': 'saving …',
      'stale': '',
      'failed': 'not yet saved',
      '': '',
    })[state.value],
)
async function takeTheirs(): Promise<void> {
  state.value = ''
  fault.value = ''
  await reload()
}
const starterEditor = ref(false)
const modelEditor = useTemplateRef('modelEditor')
</script>

<template>
  <div class="screen">
    <TopLine
      :title="document?.title ?? 'Exercise'"
      :crumbs="setting ? [{ name: setting.course.name, to: `/courses/${setting.course.id}` }] : []"
    >
      <template v-if="setting" #state>
        <span role="status">{{ stateWord }}</span>
        <span>{{ published ? 'published' : 'draft' }}</span>
        <NuxtLink v-if="published" :to="`/exercises/${exerciseId}/desk`" class="plain">Marking desk</NuxtLink>
      </template>
    </TopLine>
    <PageState v-if="!setting || !document || !schedule" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="set">
      <div ref="tabs" class="tabs" role="tablist" aria-label="Parts of the exercise">
        <button
          v-for="name in LEAVES"
          :id="`tab-${name}`"
          :key="name"
          type="button"
          role="tab"
          :aria-selected="leaf === name"
          :tabindex="leaf === name ? 0 : -1"
          :aria-controls="`leaf-${name}`"
          @click="turnTo(name)"
          @keydown.right.prevent="moveTab(1)"
          @keydown.left.prevent="moveTab(-1)"
        >
          {{ NAMES[name] }}
        </button>
      </div>
      <p v-if="state === 'stale'" class="banner" role="alert">
        {{ fault }} <button type="button" class="plain" @click="takeTheirs">Go on with the saved one</button>
      </p>
      <p v-else-if="fault" class="banner bad" role="alert">{{ fault }}</p>
      <p v-if="isChangedForHandIns" class="banner">
        {{ countOf(setting.handIns, 'hand-in') }} will be marked again under this version; released marks stay
        as they were told.
      </p>

      <div :id="`leaf-${leaf}`" role="tabpanel" :aria-labelledby="`tab-${leaf}`" class="leaf">
        <template v-if="leaf === 'brief'">
          <div class="parts small" role="group" aria-label="Leaves of the brief">
            <button
              v-for="name in briefParts"
              :key="name"
              type="button"
              :aria-pressed="part === name"
              @click="turnPart(name)"
            >
              {{ name === 'case' ? 'Case' : 'Rows' }}
            </button>
          </div>
          <SetRows
            v-if="part === 'rows'"
            :document="document"
            :readonly="isReadOnly"
            @rows="change({ rows: $event })"
            @take="takeRows"
          />
          <template v-else>
            <UFormField label="Title" class="title"
              ><UInput
                :model-value="document.title"
                maxlength="120"
                :disabled="isReadOnly"
                @change="
                  change({ title: ($event.target as HTMLInputElement).value.trim() || document.title })
                "
            /></UFormField>
            <UFormField
              label="Case"
              help="What the students read. An empty line begins a new paragraph."
              class="case"
            >
              <UTextarea
                :model-value="document.brief"
                :rows="16"
                autoresize
                :maxrows="28"
                maxlength="50000"
                :disabled="isReadOnly"
                placeholder="The Skarholm Seed Vault sends seeds to partner gardens …"
                class="brief-text"
                @update:model-value="change({ brief: String($event) })"
              />
            </UFormField>
          </template>
        </template>

        <template v-else-if="leaf === 'answer'">
          <p class="sheets small">
            Asked for:
            <label v-for="name in SHEETS" :key="name"
              ><input
                type="checkbox"
                :checked="asks(name)"
                :disabled="isReadOnly || (asks(name) && document.sheets.length === 1)"
                @change="toggleSheet(name)"
              />
              {{ SHEET_NAMES[name] }}</label
            >
            <button
              v-if="
                asks('dependencies') &&
                ownTables.length > 0 &&
                relation.attributes.length === 0 &&
                !isReadOnly
              "
              type="button"
              class="plain small"
              @click="takeFromScript"
            >
              Take attributes and dependencies from the script
            </button>
          </p>
          <SetRelation
            v-if="asks('dependencies')"
            :relation="relation"
            :readonly="isReadOnly"
            class="relation"
            @change="changeRelation"
            @proposed="followProposal"
          />
          <DictionarySheet
            v-if="asks('dictionary')"
            class="relation"
            :dictionary="dictionary"
            :given="given.schema"
            :script="read.schema"
            :readonly="isReadOnly"
            :name="document.title"
            @change="changeModel({ dictionary: $event })"
          />
          <template v-if="asks('diagram')">
            <p class="small level-asked">
              <label
                >The diagram is to reach the
                <select
                  :value="level"
                  :disabled="isReadOnly"
                  @change="change({ level: ($event.target as HTMLSelectElement).value as Level })"
                >
                  <option v-for="name in LEVELS" :key="name" :value="name">{{ name }}</option>
                </select>
                level</label
              >
            </p>
            <DiagramSheet
              class="drawing"
              :diagram="diagram"
              :asked="level"
              :readonly="isReadOnly"
              :name="document.title"
              @change="changeModel({ diagram: $event })"
            />
          </template>
          <SetScript v-if="asks('script')" :document="document" :readonly="isReadOnly" @change="change" />
          <div v-if="asks('script')" class="answer">
            <div class="answer-main">
              <p class="small soft read-line" aria-live="polite">
                {{
                  ownTables.length === 0
                    ? 'Paste or write the CREATE TABLE statements of your answer.'
                    : `Read: ${countOf(ownTables.length, 'table')}, ${countOf(
                        ownTables.reduce((sum, table) => sum + table.references.length, 0),
                        'reference',
                      )}.`
                }}
                <button
                  type="button"
                  class="plain small"
                  :aria-expanded="starterEditor"
                  @click="starterEditor = !starterEditor"
                >
                  {{ document.starter ? 'Tables that are given' : 'Give tables that exist already' }}
                </button>
              </p>
              <div v-if="starterEditor" class="paper editor starter">
                <CodeSheet
                  :model-value="document.starter ?? ''"
                  :findings="given.findings"
                  :readonly="isReadOnly"
                  label="Tables that are given"
                  placeholder="CREATE TABLE statements that stand above every student's script"
                  @update:model-value="change({ starter: $event.trim() === '' ? null : $event })"
                />
              </div>
              <div class="paper editor">
                <CodeSheet
                  ref="modelEditor"
                  :model-value="model"
                  :findings="read.findings"
                  :schema="read.schema"
                  :dialect="dialect"
                  :readonly="isReadOnly"
                  label="Model answer"
                  @update:model-value="changeModel({ script: $event })"
                />
              </div>
            </div>
            <aside class="answer-notes">
              <MarginNotes
                :findings="read.findings"
                :verdicts="[]"
                checked-at=""
                :is-stale="false"
                :tells-verdicts="false"
                :has-text="model.trim() !== ''"
                nothing="Nothing to see: it is well formed."
                @show="modelEditor?.show($event)"
                @fix="modelEditor?.applyEdit($event)"
              />
            </aside>
          </div>
        </template>

        <SetRules
          v-else-if="leaf === 'rules'"
          :document="document"
          :readonly="isReadOnly"
          @change="change({ rules: $event })"
        />
        <SetSchedule
          v-else
          :setting="setting"
          :document="document"
          :schedule="schedule"
          :readonly="isReadOnly"
          @document="change"
          @schedule="changeSchedule"
          @changed="reload"
        />
      </div>

      <footer class="foot">
        <p v-if="published" class="small">
          Published: {{ countOf(setting.course.students, 'student') }} can see it,
          {{ countOf(setting.begun, 'has', 'have') }} begun.
        </p>
        <p v-else class="small">
          Before you publish:
          <strong>{{
            missing.length === 0
              ? 'nothing missing'
              : `${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing`
          }}</strong><template v-if="worthALook.length > 0"
            >; worth a look: {{ worthALook.join(', ') }}</template
          >
        </p>
        <NuxtLink :to="`/exercises/${exerciseId}/work`" class="plain">Try it as a student</NuxtLink>
        <template v-if="!isReadOnly">
          <UButton
            v-if="!published"
            :disabled="missing.length > 0 || state === 'stale'"
            @click="asking = true"
            >Publish</UButton
          >
          <UButton v-else-if="setting.begun === 0" variant="outline" color="neutral" @click="act('DELETE')"
            >Take back</UButton
          >
        </template>
      </footer>
    </main>
    <UModal
      v-model:open="asking"
      :title="`Publish ${document?.title ?? ''}?`"
      :description="`${countOf(setting?.course.students ?? 0, 'student')} ${schedule?.opensAt && Date.parse(schedule.opensAt) > Date.now() ? `see it from ${timeInWords(schedule.opensAt, setting!.course.timeZone)}` : 'see it now'} and may hand in ${schedule?.dueAt ? `until ${timeInWords(schedule.dueAt, setting!.course.timeZone)}` : 'at any time'}.`"
    >
      <template #footer>
        <UButton variant="ghost" color="neutral" @click="asking = false">Not yet</UButton>
        <UButton @click="publish">Publish</UButton>
      </template>
    </UModal>
    <KeysSlip :keys="keys" />
  </div>
</template>

<style scoped>
.screen {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
}
.set {
  flex: 1;
  display: flex;
  flex-direction: column;
  max-width: 1180px;
  width: 100%;
  margin: 0 auto;
  padding: 0 24px;
}
.tabs {
  display: flex;
  gap: 28px;
  border-bottom: 1px solid var(--rule-strong);
  margin-bottom: 18px;
}
.tabs button {
  padding: 12px 2px 9px;
  margin-bottom: -1px;
  border-bottom: 2.5px solid transparent;
  color: var(--soft);
  font-weight: 600;
  cursor: pointer;
}
.tabs [aria-selected='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
.leaf {
  flex: 1;
  padding-bottom: 24px;
}
.title {
  max-width: 620px;
  margin-bottom: 18px;
}
.case {
  max-width: 820px;
}
.brief-text :deep(textarea) {
  font-family: var(--font-serif);
  font-size: 16px;
  line-height: 1.55;
}
.banner {
  background: var(--ochre-wash);
  border-left: 3px solid var(--ochre);
  padding: 7px 12px;
  margin-bottom: 12px;
}
.banner.bad {
  background: var(--madder-wash);
  border-color: var(--madder);
}
.sheets {
  display: flex;
  gap: 18px;
  margin-bottom: 12px;
}
.sheets label {
  display: flex;
  gap: 6px;
}
.relation {
  margin-bottom: 28px;
}
.drawing {
  height: 66vh;
  min-height: 480px;
  margin-bottom: 28px;
}
.level-asked {
  margin-bottom: 8px;
}
.level-asked select {
  background: transparent;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
.level-asked option {
  background: var(--sheet);
}
.answer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 8px;
}
.answer-notes {
  border-left: 1px solid var(--rule-strong);
}
.read-line {
  display: flex;
  justify-content: space-between;
  margin-bottom: 8px;
}
.editor {
  height: 56vh;
  overflow: hidden;
  box-shadow: 3px 3px 0 var(--shadow);
}
.starter {
  height: 26vh;
  margin-bottom: 12px;
}
.foot {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  gap: 20px;
  padding: 11px 0;
  background: var(--ground);
  border-top: 1px solid var(--rule-strong);
}
.foot p {
  flex: 1;
}
@media (max-width: 1023px) {
  .answer {
    grid-template-columns: minmax(0, 1fr);
  }
  .answer-notes {
    border: 0;
  }
  .foot {
    flex-wrap: wrap;
  }
}
.parts {
  display: flex;
  gap: 20px;
  margin-bottom: 14px;
}
.parts button {
  font: 650 17px var(--font-serif);
  color: var(--soft);
  cursor: pointer;
  padding: 0 1px 3px;
  border-bottom: 2px solid transparent;
}
.parts button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
</style>
