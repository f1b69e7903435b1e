<script setup lang="ts">
import type { Finding, Span } from '@nomenklatura/core/findings'
import type { Diagram } from '@nomenklatura/core/diagram'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import { DIALECT, type Dialect } from '@nomenklatura/core/schema'
import {
  formatScript,
  isOfForm,
  thingAt,
  withDialect,
  type NamedThing,
  type ReviewOptions,
  type ReadScript,
  type TableAloud,
} from '@nomenklatura/core/sql'

/** The Script sheet: the editor, and beside it what was understood. */
const {
  script,
  findings,
  read,
  aloud,
  options,
  dialects = [],
  starter = null,
  readonly = false,
  name,
  others = {},
} = defineProps<{
  script: string
  findings: readonly Finding[]
  /** The last reading that was finished. */
  read: ReadScript
  aloud: readonly TableAloud[]
  options: ReviewOptions
  /** Dialects that may be chosen besides the exercise's. */
  dialects?: readonly Dialect[]
  /** The exercise's dialect. */
  home: Dialect
  starter?: string | null
  readonly?: boolean
  name: string
  /** The sheets on which a table that is renamed may stand as well. */
  others?: { readonly dictionary?: Dictionary; readonly diagram?: Diagram }
}>()
const emit = defineEmits<{
  change: [script: string]
  others: [change: { dictionary?: Dictionary; diagram?: Diagram }]
}>()

/** What lies below the script takes its room, or half of it, while it is open. */
const below = defineModel<boolean>('below', { default: false })
const isWide = ref(false)

const editor = useTemplateRef('editor')
const dialect = computed<Dialect>(() => options.dialect ?? 'postgresql')
const at = ref(0)
/** The table at the cursor, and the one in the reading that the pointer is on. */
const near = computed(() => aloud.findLastIndex(({ span }) => at.value >= span.start))
const here = computed(() =>
  near.value >= 0 && at.value <= aloud[near.value]!.span.end + 2 ? near.value : -1,
)
const lookedAt = ref<number>()
watch(
  () => aloud,
  () => {
    lookedAt.value = undefined
  },
)
const two = useTemplateRef<HTMLElement>('two')
const { line } = useHairline(
  two,
  () => {
    const position = lookedAt.value ?? here.value
    const from = aloud[position] && editor.value?.lineEnd(aloud[position].span.start)
    const entry = two.value
      ?.querySelector(lookedAt.value === undefined ? '.entry[aria-current=true]' : '.entry:hover')
      ?.getBoundingClientRect()
    const list = two.value?.querySelector('.tables')?.getBoundingClientRect()
    if (
      !from ||
      !entry ||
      !list ||
      from.x > list.left ||
      entry.top < list.top - 20 ||
      entry.top + 16 > list.bottom
    )
      return undefined
    return [from, { x: entry.left, y: Math.max(entry.top + 16, list.top) }]
  },
  () => [lookedAt.value, here.value, aloud],
)
const mending = ref(false)
const writing = ref(false)
const mendable = computed(() =>
  readonly ? 0 : findings.filter(finding => finding.fix && isOfForm(finding)).length,
)
/** Words of one other server, many of them: it may be meant for that. */
const guess = computed(() => {
  const counts = new Map<string, number>()
  for (const { code, params } of read.findings)
    if (code === 'syntax.other-dialect')
      counts.set(params['dialect'] ?? '', (counts.get(params['dialect'] ?? '') ?? 0) + 1)
  return dialects.find(other => other !== dialect.value && (counts.get(DIALECT[other].name) ?? 0) >= 3)
})

function choose(chosen: Dialect, home: Dialect): void {
  editor.value?.replace(withDialect(script, chosen === home ? undefined : chosen))
}
const tabIndents = useLocalStorage('nomenklatura-tab-indents', false)
const renaming = shallowRef<NamedThing>()
function askName(offset: number): void {
  if (!readonly) renaming.value = thingAt(script, read.schema, dialect.value, offset)
}
function rename({
  script: renamed,
  ...elsewhere
}: {
  script: string
  dictionary?: Dictionary
  diagram?: Diagram
}): void {
  editor.value?.replace(renamed)
  if (Object.keys(elsewhere).length > 0) emit('others', elsewhere)
  renaming.value = undefined
}
function layOut(): void {
  editor.value?.replace(formatScript(script, dialect.value))
}

useActions(() => [
  { label: 'write the script out for another server …', run: () => (writing.value = true) },
  {
    label: below.value ? 'fold the row trial' : 'open the row trial',
    run: () => (below.value = !below.value),
  },
  ...(readonly
    ? []
    : [
        { label: 'lay the script out', run: layOut },
        { label: 'rename what is at the cursor, everywhere', key: 'F2', run: () => askName(at.value) },
        ...(mendable.value > 0
          ? [{ label: `mend ${countOf(mendable.value, 'place')} …`, run: () => (mending.value = true) }]
          : []),
      ]),
])

defineExpose({
  show: (place: Span) => editor.value?.show(place),
  applyEdit: (edit: Parameters<NonNullable<typeof editor.value>['applyEdit']>[0]) =>
    editor.value?.applyEdit(edit),
  replace: (text: string) => editor.value?.replace(text),
})
</script>

<template>
  <div class="script">
    <div class="line small">
      <label
        >Written for
        <select
          v-if="dialects.length > 0 && !readonly"
          :value="dialect"
          aria-label="Dialect"
          @change="choose(($event.target as HTMLSelectElement).value as Dialect, home)"
        >
          <option
            v-for="other in [home, ...dialects.filter(one => one !== home)]"
            :key="other"
            :value="other"
          >
            {{ DIALECT[other].name }}
          </option></select
        ><strong v-else>{{ DIALECT[dialect].name }}</strong></label
      >
      <button v-if="guess && !readonly" type="button" class="plain small" @click="choose(guess, home)">
        This looks like {{ DIALECT[guess].name }}: read it so
      </button>
      <span class="grow" />
      <label v-if="!readonly" class="soft"><input v-model="tabIndents" type="checkbox" /> Tab indents</label>
      <button v-if="mendable > 0" type="button" class="plain small" @click="mending = true">
        Mend {{ countOf(mendable, 'place') }} …
      </button>
      <button
        v-if="!readonly"
        type="button"
        class="plain small"
        :disabled="script.trim() === ''"
        @click="layOut"
      >
        Lay out
      </button>
      <button type="button" class="plain small" :disabled="aloud.length === 0" @click="writing = true">
        Write it out …
      </button>
      <NuxtLink to="/help/script" target="_blank" class="plain small">Help</NuxtLink>
    </div>
    <details v-if="starter" class="given" open>
      <summary><span class="given-word">given</span> by the exercise; yours begin below</summary>
      <pre class="mono" tabindex="0">{{ starter.trim() }}</pre>
    </details>
    <div v-show="!(below && isWide)" ref="two" class="two" :class="{ half: below }">
      <svg v-if="line" class="hairline" aria-hidden="true">
        <path :d="line.path" />
        <circle :cx="line.from.x" :cy="line.from.y" r="2" />
      </svg>
      <div class="paper sheet">
        <CodeSheet
          ref="editor"
          :model-value="script"
          :findings="findings"
          :schema="read.schema"
          :dialect="dialect"
          :readonly="readonly"
          :tab-indents="tabIndents"
          label="Your script"
          autofocus
          placeholder="Write CREATE TABLE, for example: CREATE TABLE drawer ( number integer PRIMARY KEY );"
          @update:model-value="emit('change', $event)"
          @at="at = $event"
          @rename="askName"
        />
      </div>
      <ScriptReading
        class="beside"
        :aloud="aloud"
        :schema="read.schema"
        :dialect="dialect"
        :near="near"
        :here="here"
        :readonly="readonly"
        @rename="renaming = { table: $event }"
        @look="lookedAt = $event"
        @show="editor?.show($event)"
      />
    </div>
    <div v-if="$slots.below" class="below" :class="{ open: below, wide: below && isWide }">
      <div class="below-head">
        <h2>
          <button type="button" class="below-fold" :aria-expanded="below" @click="below = !below">
            Row trial
          </button>
        </h2>
        <span v-if="!below" class="small soft"
          >type rows, load them in order, see what is refused and why</span
        >
        <button v-else type="button" class="plain small" :aria-pressed="isWide" @click="isWide = !isWide">
          {{ isWide ? 'With the script' : 'All the room' }}
        </button>
      </div>
      <slot v-if="below" name="below" />
    </div>
    <ScriptRename
      v-if="renaming"
      :script="script"
      :schema="read.schema"
      :dialect="dialect"
      :thing="renaming"
      :others="others"
      @rename="rename"
      @leave="renaming = undefined"
      @closed="editor?.focus()"
    />
    <ScriptMend
      v-model:open="mending"
      :script="script"
      :findings="findings"
      :options="options"
      @take="editor?.replace($event)"
      @closed="editor?.focus()"
    />
    <ScriptWrite
      v-model:open="writing"
      :schema="read.schema"
      :inserts="read.inserts"
      :from="dialect"
      :habits="options.habits"
      :name="name"
    />
  </div>
</template>

<style scoped>
.script {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  container-type: inline-size;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
  padding-bottom: 8px;
}
.line select {
  background: transparent;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
.line option {
  background: var(--sheet);
}
.grow {
  flex: 1;
}
.two {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 292px;
  gap: 16px;
}
.two {
  position: relative;
}
.hairline {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
  z-index: 1;
  fill: none;
  stroke: var(--verdigris);
  stroke-width: 0.8;
}
.hairline circle {
  fill: var(--verdigris);
  stroke: none;
}
.sheet {
  min-height: 0;
  min-width: 0;
  overflow: hidden;
  box-shadow: 3px 3px 0 var(--shadow);
  margin: 0 3px 3px 0;
}
.given {
  margin-bottom: 10px;
  border: 1px solid var(--rule-strong);
  border-left: 8px solid;
  border-image: repeating-linear-gradient(135deg, var(--rule-strong) 0 3px, transparent 3px 7px) 8;
  padding: 6px 12px;
}
.given summary {
  cursor: pointer;
  font-size: 13px;
  color: var(--soft);
}
.given-word {
  font-weight: 650;
  color: var(--ink);
}
.given pre {
  max-height: 150px;
  overflow: auto;
  font-size: 12.5px;
  margin-top: 6px;
}
.two.half {
  flex: 0 0 34%;
}
.below {
  border-top: 1px solid var(--rule-strong);
  padding-top: 6px;
  margin-top: 8px;
}
.below.open {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.below.wide {
  border-top: 0;
  margin-top: 0;
}
.below.open > :last-child {
  flex: 1;
}
.below-head {
  display: flex;
  gap: 14px;
  align-items: baseline;
}
.below-fold {
  font: inherit;
  font-size: 16px;
  cursor: pointer;
}
.below-fold::before {
  content: '▸ ';
  font-size: 12px;
}
.below-fold[aria-expanded='true']::before {
  content: '▾ ';
}
@container (max-width: 720px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(240px, 1fr) minmax(120px, 34%);
  }
  .beside {
    border-left: 0;
    border-top: 1px solid var(--rule);
    padding: 8px 0 0;
  }
}
</style>
