<script setup lang="ts">
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
  setting,
  document,
  schedule,
  base,
  isPrepared,
  state,
  stateWord,
  fault,
  isReadOnly,
  error,
  code,
  reload,
  change,
  changeSchedule,
  save,
  takeTheirs,
  standsAnew,
  undo,
  undoKeys,
  canUndo,
} = useSetting(() => String(exerciseId.value))
const { followProposal, takeRows } = useProposals(document, change)
const leaf = computed<Leaf>(() => LEAVES.find(name => name === route.query.leaf) ?? 'brief')
const part = computed<'case' | 'rows'>(() => (route.query.part === 'rows' ? 'rows' : 'case'))
const RULE_PARTS = [
  { part: 'sheet', name: 'Rule sheet' },
  { part: 'proof', name: 'Proof run' },
] as const
type RulePart = (typeof RULE_PARTS)[number]['part']
const ANSWER_PARTS = [
  { part: 'sheets', name: 'Model answer' },
  { part: 'words', name: 'Names and samples' },
] as const
type AnswerPart = (typeof ANSWER_PARTS)[number]['part']
const answerPart = computed<AnswerPart>(() => (route.query.part === 'words' ? 'words' : 'sheets'))
const rulePart = computed<RulePart>(() => (route.query.part === 'proof' ? 'proof' : 'sheet'))

/* Publishing */
async function publish(): Promise<void> {
  await save()
  // What could not be saved is said already, and is not published without it.
  if (state.value === 'failed' || state.value === 'stale') return
  await setPublished('PUT')
}
async function setPublished(method: 'PUT' | 'DELETE'): Promise<void> {
  try {
    await api(`/exercises/${exerciseId.value}/published`, { method })
    fault.value = ''
    await reload()
  } catch (problem) {
    fault.value = errorInWords(problem)
  }
}

const published = computed(() => setting.value?.state === 'published')
/** A draft is tried while it is set: publishing says what came of it. */
const proof = useProof(
  () => document.value,
  () => !published.value || (leaf.value === 'rules' && rulePart.value === 'proof'),
)
function turnPart(next: 'case' | 'rows' | AnswerPart | RulePart): void {
  void router.replace({ query: { leaf: leaf.value, part: next } })
}
/** Words of the brief from which a rule is to be begun. */
const words = ref('')
function beginFromWords(chosen: string): void {
  words.value = chosen
  turnTo('rules')
}
function lookAtProof(): void {
  void router.replace({ query: { leaf: 'rules', part: 'proof' } })
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
const keys = [
  { key: 'Ctrl+S', what: 'save at once', run: () => void save() },
  { key: 'Ctrl+Z', what: 'undo the last change of the exercise' },
  { key: 'Ctrl+Shift+Z', what: 'take it up again' },
]
useEventListener('keydown', undoKeys)
useKeys(() => keys)
</script>

<template>
  <div class="screen">
    <TopLine
      :title="document?.title ?? 'Exercise'"
      :crumbs="setting ? [{ name: setting.course.name, to: `/courses/${setting.course.id}` }] : []"
    >
      <template v-if="setting" #state>
        <span role="status">{{ stateWord }}</span>
        <button v-if="canUndo && !isReadOnly" type="button" class="plain" @click="undo">Undo</button>
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
      <SetPrepared
        v-if="published && isPrepared"
        :exercise-id="setting.id"
        :revision="base"
        :is-saved="state === 'saved' || state === ''"
        :readonly="isReadOnly"
        @done="standsAnew"
      />

      <div :id="`leaf-${leaf}`" role="tabpanel" :aria-labelledby="`tab-${leaf}`" class="leaf">
        <SetBrief
          v-if="leaf === 'brief'"
          :document="document"
          :part="part"
          :readonly="isReadOnly"
          @turn="turnPart"
          @change="change"
          @take="takeRows"
          @begin="beginFromWords"
        />
        <template v-else-if="leaf === 'answer'">
          <LeafParts label="Leaves of the answer" :parts="ANSWER_PARTS" :part="answerPart" @turn="turnPart" />
          <SetWords
            v-if="answerPart === 'words'"
            :document="document"
            :readonly="isReadOnly"
            @change="change"
          />
          <SetAnswer
            v-else
            :document="document"
            :readonly="isReadOnly"
            @change="change"
            @proposed="followProposal"
          />
        </template>
        <template v-else-if="leaf === 'rules'">
          <LeafParts label="Leaves of the rules" :parts="RULE_PARTS" :part="rulePart" @turn="turnPart" />
          <SetProof
            v-if="rulePart === 'proof'"
            :document="document"
            :proof="proof"
            :readonly="isReadOnly"
            @change="change({ rules: $event })"
          />
          <SetRules
            v-else
            :document="document"
            :readonly="isReadOnly"
            :words="words"
            @change="change({ rules: $event })"
            @samples="change({ samples: $event })"
            @begun="words = ''"
          />
        </template>
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

      <SetFoot
        :setting="setting"
        :document="document"
        :schedule="schedule"
        :readonly="isReadOnly"
        :is-stale="state === 'stale'"
        :figures="proof.figures.value"
        @look="lookAtProof"
        @publish="publish"
        @take-back="setPublished('DELETE')"
        @taken-up="standsAnew"
      />
    </main>
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
</style>
