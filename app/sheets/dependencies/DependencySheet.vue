<script setup lang="ts">
import { Universe, closureExhibit, readDependencies } from '@nomenklatura/core/dependencies'
import { relationFrom, type DependencyClaims } from '@nomenklatura/core/claims'
import type { Finding, Span } from '@nomenklatura/core/findings'
import type { HelpLevel } from '@nomenklatura/core/exercise'
import type { StudentRelation } from '#shared/answers'

/**
 * The Dependencies sheet: attributes as chips, claims as text, what follows beside them as far as the help
 * level tells it, the split below.
 */
const {
  relation,
  claims,
  findings,
  helpLevel,
  readonly = false,
} = defineProps<{
  relation: StudentRelation
  claims: DependencyClaims
  findings: readonly Finding[]
  helpLevel: HelpLevel
  readonly?: boolean
}>()
const emit = defineEmits<{ change: [part: Partial<DependencyClaims>] }>()

const FORMS = [
  ['UNF', 'none yet'],
  ['1NF', 'first'],
  ['2NF', 'second'],
  ['3NF', 'third'],
  ['BCNF', 'Boyce-Codd'],
  ['4NF', 'fourth'],
] as const
const universe = computed(() => new Universe(relation.attributes))
const asks = computed(() => relation.asks)
/** What one works with: the given dependencies, or what one wrote oneself. */
const working = computed(() => relation.given ?? claims.dependencies)
const findingsIn = (field: string): readonly Finding[] => findings.filter(finding => finding.field === field)

/* The chosen set, and writing by picking chips */
const chosen = shallowRef<ReadonlySet<string>>(new Set())
const left = shallowRef<readonly string[]>()
function toggle(name: string): void {
  const next = new Set(chosen.value)
  if (!next.delete(name)) next.add(name)
  chosen.value = next
}
const inOrder = computed(() => relation.attributes.filter(name => chosen.value.has(name)))
function empty(): void {
  chosen.value = new Set()
  left.value = undefined
}
function fix(): void {
  left.value = inOrder.value
  chosen.value = new Set()
}
function write(): void {
  if (!left.value || inOrder.value.length === 0) return
  const line = `${left.value.join(', ')} → ${inOrder.value.join(', ')}`
  step({
    dependencies: claims.dependencies.trim() === '' ? line : `${claims.dependencies.trimEnd()}\n${line}`,
  })
  empty()
}
/** The line in hand lights up its attributes. */
const line = ref('')
const lit = computed(() => {
  const [read] = readDependencies(line.value, universe.value).items
  return {
    from: new Set(read ? universe.value.list(read.dependency.from) : []),
    to: new Set(read ? universe.value.list(read.dependency.to) : []),
  }
})

/*
 * Every change made by a button or by dragging is one step that can be taken back; the editors keep their
 * own.
 */
const {
  step: take,
  undo,
  redo,
  undoKeys,
  canUndo,
  canRedo,
} = useSteps<DependencyClaims>(
  () => claims,
  value => emit('change', value),
)
function step(part: Partial<DependencyClaims>): void {
  if (!readonly) take({ ...claims, ...part })
}

/* What follows, as far as help goes */
const tellsClosure = computed(() => helpLevel !== 'assessed')
const tellsAll = computed(() => helpLevel === 'practice')
const growth = computed(() =>
  tellsClosure.value && chosen.value.size > 0 && working.value.trim() !== ''
    ? closureExhibit(relationFrom(universe.value, working.value), universe.value.set(chosen.value))
    : undefined,
)
const {
  working: found,
  isBusy,
  isSlow,
  isStopped,
  stepsSoFar,
  stop,
  again,
} = useWorking(() =>
  tellsAll.value && working.value.trim() !== ''
    ? { task: { ...relation, dependencies: working.value, isGiven: true }, split: claims.split }
    : undefined,
)
const openViolation = ref<number>()

const editors = reactive<
  Record<
    string,
    {
      applyEdit: (edit: { span: Span; text: string }) => void
      show: (place: Span) => void
      focus: () => void
    } | null
  >
>({})
const register =
  (field: string) =>
  (editor: unknown): void => {
    editors[field] = editor as (typeof editors)[string]
  }
defineExpose({
  show: (place: Span & { field?: string | undefined }) => editors[place.field ?? 'dependencies']?.show(place),
  applyEdit: (edit: { span: Span; text: string; field?: string | undefined }) =>
    editors[edit.field ?? 'dependencies']?.applyEdit(edit),
})
function setClosure(i: number, text: string): void {
  emit('change', {
    closures: asks.value.closures.map((_, j) => (j === i ? text : (claims.closures[j] ?? ''))),
  })
}
function printSheet(): void {
  window.print()
}
</script>

<template>
  <div class="dependencies" @keydown="undoKeys">
    <header class="head">
      <h2 class="serif">{{ relation.name }}</h2>
      <span v-if="relation.isFresh" class="soft small"
        >These names are yours alone; the task is as hard for everybody.</span
      >
      <span class="tools">
        <button type="button" class="plain small" :disabled="!canUndo" @click="undo">Undo</button>
        <button type="button" class="plain small" :disabled="!canRedo" @click="redo">Redo</button>
        <button type="button" class="plain small" @click="printSheet">Print</button>
        <NuxtLink to="/help/dependencies" target="_blank" class="plain small">How it is written</NuxtLink>
      </span>
    </header>
    <div class="chips" role="group" aria-label="Attributes" @keydown.shift.space.prevent="empty">
      <button
        v-for="name in relation.attributes"
        :key="name"
        type="button"
        class="chip mono"
        :aria-pressed="chosen.has(name)"
        :class="{ from: lit.from.has(name) || left?.includes(name), to: lit.to.has(name) }"
        @click="toggle(name)"
      >
        {{ name }}
      </button>
    </div>
    <p v-if="chosen.size > 0 || left" class="picked small">
      <template v-if="left"
        ><span class="mono">{{ left.join(', ') }} →</span>
        <span class="mono">{{ inOrder.join(', ') || '…' }}</span></template
      >
      <template v-else
        ><span class="soft">chosen</span> <span class="mono">{{ inOrder.join(', ') }}</span></template
      >
      <template v-if="relation.given === null && !readonly">
        <button v-if="!left" type="button" class="plain" @click="fix">determines …</button>
        <button v-else-if="chosen.size > 0" type="button" class="plain" @click="write">Write it</button>
      </template>
      <button type="button" class="plain" @click="empty">Empty</button>
    </p>

    <div class="columns">
      <div class="claims">
        <section aria-labelledby="head-dependencies">
          <h3 id="head-dependencies">Which attribute determines which?</h3>
          <pre v-if="relation.given !== null" class="mono given" tabindex="0">{{
            relation.given.trim()
          }}</pre>
          <NotationEditor
            v-else
            :ref="register('dependencies')"
            :model-value="claims.dependencies"
            :names="relation.attributes"
            :findings="findingsIn('dependencies')"
            :readonly="readonly"
            label="Dependencies, one to a line"
            autofocus
            placeholder="Write one to a line: accession_no -> taxon, trip"
            @update:model-value="emit('change', { dependencies: $event })"
            @caret="line = $event"
          />
        </section>
        <section v-for="(of, i) in asks.closures" :key="i">
          <h3>
            What does <span class="mono">{{ of.join(', ') }}</span> determine?
          </h3>
          <NotationEditor
            :ref="register(`closure ${i}`)"
            :model-value="claims.closures[i] ?? ''"
            :names="relation.attributes"
            :findings="findingsIn(`closure ${i}`)"
            :readonly="readonly"
            :label="`Closure of ${of.join(', ')}`"
            is-single
            @update:model-value="setClosure(i, $event)"
          />
        </section>
        <section v-if="asks.keys">
          <h3>Candidate keys</h3>
          <NotationEditor
            :ref="register('keys')"
            :model-value="claims.keys"
            :names="relation.attributes"
            :findings="findingsIn('keys')"
            :readonly="readonly"
            label="Candidate keys, one to a line"
            placeholder="One to a line"
            @update:model-value="emit('change', { keys: $event })"
          />
        </section>
        <section v-if="asks.prime">
          <h3>Prime attributes</h3>
          <NotationEditor
            :ref="register('prime')"
            :model-value="claims.prime"
            :names="relation.attributes"
            :findings="findingsIn('prime')"
            :readonly="readonly"
            label="Prime attributes"
            placeholder="All that stand in some key"
            is-single
            @update:model-value="emit('change', { prime: $event })"
          />
        </section>
        <section v-if="asks.form" class="form">
          <h3 id="head-form">Highest normal form</h3>
          <div class="words" role="radiogroup" aria-labelledby="head-form">
            <label v-for="[form, word] in FORMS" :key="form"
              ><input
                type="radio"
                name="form"
                :value="form"
                :checked="claims.form === form"
                :disabled="readonly"
                @change="step({ form })"
              /><span>{{ word }}</span></label
            >
          </div>
          <p class="small soft">because of</p>
          <NotationEditor
            :ref="register('reason')"
            :model-value="claims.reason"
            :names="relation.attributes"
            :findings="findingsIn('reason')"
            :readonly="readonly"
            label="The dependency that keeps it from the next form"
            placeholder="the dependency that keeps it from the next one"
            is-single
            @update:model-value="emit('change', { reason: $event })"
            @caret="line = $event"
          />
        </section>
      </div>

      <aside v-if="tellsClosure" class="follows" aria-label="What follows">
        <h3>
          What follows <span v-if="relation.given === null" class="soft small">from what you wrote</span>
        </h3>
        <ExhibitView v-if="growth" :exhibit="growth" />
        <p v-else class="serif soft small hint">
          {{
            working.trim() === ''
              ? 'Nothing yet: write a dependency.'
              : 'Choose attributes above to see what they determine, step by step.'
          }}
        </p>
        <template v-if="tellsAll">
          <p v-if="isBusy && isSlow" class="small" role="status">
            {{ stepsSoFar > 0 ? `${countOf(stepsSoFar, 'step')} so far …` : 'Working …' }}
            <button type="button" class="plain" @click="stop">Stop</button>
          </p>
          <p v-else-if="isStopped" class="small">
            Stopped. <button type="button" class="plain" @click="again">Go on</button>
          </p>
          <dl v-if="found" class="found" :class="{ old: isBusy }">
            <dt>Keys</dt>
            <dd>
              <span v-for="key in found.keys.slice(0, 12)" :key="key.join()" class="mono set">{{
                key.join(', ') || '∅'
              }}</span><span v-if="found.keys.length > 12" class="small">
                and {{ found.keys.length - 12 }} more</span
              ><span v-if="!found.keysComplete" class="small undecided">
                not all: the limit of steps was reached</span
              >
            </dd>
            <dt>Prime</dt>
            <dd class="mono">
              {{ found.prime === null ? 'not decided' : found.prime.join(', ') || 'none' }}
            </dd>
            <dt>Form</dt>
            <dd>
              {{ found.form === null ? 'not decided' : FORMS.find(([form]) => form === found!.form)?.[1] }}
              <ul v-if="found.violations.length > 0">
                <li v-for="(violation, i) in found.violations.slice(0, 6)" :key="i">
                  <button
                    type="button"
                    class="plain small why"
                    :aria-expanded="openViolation === i"
                    @click="openViolation = openViolation === i ? undefined : i"
                  >
                    {{ violation.sentence }}
                  </button>
                  <ExhibitView v-if="openViolation === i && violation.exhibit" :exhibit="violation.exhibit" />
                </li>
              </ul>
            </dd>
            <dt>Minimal cover</dt>
            <dd>
              <p v-for="dependency in found.cover" :key="dependency" class="mono cover">{{ dependency }}</p>
              <details v-if="found.coverLog.length > 0" class="small">
                <summary>What was dropped, and why</summary>
                <p v-for="(reason, i) in found.coverLog" :key="i">{{ reason }}</p>
              </details>
            </dd>
          </dl>
        </template>
      </aside>
    </div>

    <section v-if="asks.split" class="split-part" aria-labelledby="head-split">
      <h3 id="head-split">
        The split <span class="soft small">each part in {{ asks.split }}, losing nothing</span>
        <template v-if="tellsAll && found && !readonly">
          <button type="button" class="plain small" @click="step({ split: found.synthesis })">
            By synthesis
          </button>
          <button type="button" class="plain small" @click="step({ split: found.bcnf.text })">
            By Boyce-Codd
          </button>
        </template>
      </h3>
      <SplitBoard
        :name="relation.name"
        :attributes="relation.attributes"
        :text="claims.split"
        :judgement="tellsAll ? (found?.split ?? null) : null"
        :chosen="chosen"
        :dependencies="working"
        :readonly="readonly"
        @change="step({ split: $event })"
      />
      <NotationEditor
        :ref="register('split')"
        :model-value="claims.split"
        :names="relation.attributes"
        :findings="findingsIn('split')"
        :readonly="readonly"
        label="Parts of the split, one to a line"
        placeholder="taxon: taxon_name, genus key taxon_name"
        @update:model-value="emit('change', { split: $event })"
      />
      <details v-if="tellsAll && found?.bcnf.tree?.by" class="small tree">
        <summary>How Boyce-Codd splits it</summary>
        <SplitTreeView :node="found.bcnf.tree" />
        <p v-if="found.bcnf.lost.length > 0">
          Lost on the way: <span class="mono">{{ found.bcnf.lost.join('; ') }}</span>
        </p>
      </details>
    </section>
    <section class="assumptions">
      <h3>
        <label for="assumptions">What I take for granted</label>
        <span class="soft small">where the case is open; your instructor reads it</span>
      </h3>
      <textarea
        id="assumptions"
        :value="claims.assumptions"
        :readonly="readonly"
        rows="2"
        class="serif"
        @input="emit('change', { assumptions: ($event.target as HTMLTextAreaElement).value })"
      />
    </section>
  </div>
</template>

<style scoped>
.dependencies {
  flex: 1;
  overflow-y: auto;
  padding: 2px 3px 30px;
  min-width: 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
}
.head h2 {
  font-size: 19px;
  font-weight: 620;
}
.tools {
  margin-left: auto;
  display: flex;
  gap: 14px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  padding: 8px 0 4px;
}
.chip {
  font-size: 12.5px;
  padding: 1px 7px 2px;
  border: 1px solid var(--rule-strong);
  border-radius: 2px;
  background: var(--sheet);
  cursor: pointer;
}
.chip[aria-pressed='true'] {
  background: var(--verdigris-wash);
  border-color: var(--verdigris);
  box-shadow: inset 0 -2px 0 var(--verdigris);
}
.chip.from {
  border-bottom: 2px solid var(--ink);
}
.chip.to {
  border-bottom: 2px dashed var(--ink);
}
.picked {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 28px;
  align-items: start;
  margin-top: 6px;
}
.columns:not(:has(.follows)) {
  grid-template-columns: minmax(0, 640px);
}
h3 {
  font: 650 13.5px var(--font-sans);
  color: var(--soft);
  margin: 12px 0 4px;
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
}
.given {
  font-size: 13px;
  line-height: 1.6;
  border-left: 8px solid;
  border-image: repeating-linear-gradient(135deg, var(--rule-strong) 0 3px, transparent 3px 7px) 8;
  padding: 4px 12px;
}
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  font-size: 13.5px;
}
.words label {
  cursor: pointer;
  display: flex;
  gap: 5px;
  align-items: baseline;
}
.words input {
  accent-color: var(--verdigris);
}
.words label:has(:checked) {
  font-weight: 650;
}
.follows {
  border-left: 1px solid var(--rule-strong);
  padding-left: 18px;
  min-width: 0;
}
.found {
  margin-top: 12px;
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
  gap: 6px 10px;
  font-size: 13px;
  border-top: 1px dotted var(--rule-strong);
  padding-top: 8px;
}
.found.old {
  opacity: 0.55;
}
dt {
  color: var(--soft);
}
dd {
  min-width: 0;
  overflow-wrap: anywhere;
}
.set {
  font-size: 12.5px;
  margin-right: 12px;
  border-bottom: 1.5px solid var(--ink);
}
.cover {
  font-size: 12.5px;
  line-height: 1.5;
}
.why {
  text-align: left;
  line-height: 1.35;
  padding: 2px 0;
}
.undecided {
  color: var(--ochre);
}
.hint {
  font-style: italic;
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
}
.split-part {
  border-top: 1px solid var(--rule-strong);
  margin-top: 16px;
}
.assumptions textarea {
  width: 100%;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
  padding: 6px 8px;
  font-size: 14px;
  line-height: 1.4;
  resize: vertical;
}
.tree {
  margin-top: 8px;
}
@media (max-width: 1023px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .follows {
    border: 0;
    padding: 0;
  }
}
@media print {
  .tools,
  .follows,
  .picked,
  .tree,
  h3 button {
    display: none;
  }
  .dependencies {
    overflow: visible;
  }
  .columns {
    display: block;
  }
}
</style>
