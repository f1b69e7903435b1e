<script setup lang="ts">
import type { TableSheetName } from '@nomenklatura/core/findings'
import type { Pin } from '@nomenklatura/core/alignment'
import type { PairingLine } from '@nomenklatura/core/marking'
import { tableSheetModule } from '@nomenklatura/core/sheets'
import { readScript } from '@nomenklatura/core/sql'
import type { DeskAnswer, HandInAnswer, PairingPreview } from '#shared/answers'

/**
 * What stands for what: the answer's names on the left, the exercise's on the right, a hairline between.
 * Choose, type or drag to correct.
 */
const {
  desk,
  handIn,
  sheet,
  begin = undefined,
} = defineProps<{
  desk: DeskAnswer
  handIn: HandInAnswer
  /** Whose parts are paired. */
  sheet: TableSheetName
  /** The element to begin with. */
  begin?: string | undefined
}>()
const emit = defineEmits<{ kept: [handIn: HandInAnswer]; changed: []; leave: [] }>()

const pins = computed(() => handIn.pinning.pins)
const preview = shallowRef<{ pins: readonly Pin[]; element: string; answer: PairingPreview }>()
const lines = computed<readonly PairingLine[]>(() =>
  (preview.value?.answer.pairing ?? handIn.marking?.pairing ?? []).filter(
    line => (line.sheet ?? 'script') === sheet,
  ),
)
const tables = computed(() => {
  const given = readScript(handIn.starter ?? '', { dialect: desk.dialect }).schema
  const { describes, field, empty } = tableSheetModule(sheet)
  const { dialect, answer } = handIn
  return describes(answer[field] ?? empty, { given, dialect, withSurrogates: true }).schema.tables
})
const entities = computed(() =>
  lines.value
    .filter(({ model }) => !model.includes('.'))
    .map(entity => ({
      entity,
      members: lines.value.filter(({ model }) => model.startsWith(`${entity.model}.`)),
    })),
)
const unsure = computed(() => lines.value.filter(({ confidence }) => confidence !== 'sure').length)
const isReleased = computed(() => handIn.state === 'released')
const chosen = ref('')
const typed = ref('')
const together = ref(false)
const { fault, busy, act } = useAct()
const isEntity = (element: string): boolean => !element.includes('.')

const tableNames = computed(() => tables.value.map(({ name }) => name))
const known = computed(() => [
  ...tables.value.flatMap(table => table.columns.map(({ name }) => `${table.name}.${name}`)),
  ...tableNames.value,
])
/** What may be typed for the chosen element. */
const places = computed(() => (isEntity(chosen.value) ? tableNames.value : known.value))

function choose(element: string): void {
  chosen.value = chosen.value === element ? '' : element
  typed.value = ''
  together.value = false
  fault.value = ''
}

async function pair(element: string, place: string | null): Promise<void> {
  if (isReleased.value) return
  const found =
    place === null
      ? null
      : (known.value.find(name => name.toLowerCase() === place.trim().toLowerCase()) ??
        (place.includes('+') ? place.trim() : undefined))
  if (found === undefined) {
    fault.value = `There is no table or column "${place}" here.`
    return
  }
  if (found !== null && isEntity(element) && found.includes('.')) return pair(element, found.split('.')[0]!)
  const before =
    lines.value
      .find(({ model }) => model === element)
      ?.place.split(', ')
      .filter(name => name !== '') ?? []
  const isTogether = together.value && element === chosen.value && isEntity(element)
  const to = found === null ? [] : isTogether ? [...before.filter(name => name !== found), found] : [found]
  await look(element, [...pins.value.filter(pin => pin.element !== element), { element, to }])
}

/**
 * Whether a name of the answer can be clicked for the chosen element. Any can be dragged, whatever is chosen.
 */
const canTake = (place: string): boolean =>
  chosen.value !== '' && !busy.value && !isReleased.value && !(isEntity(chosen.value) && place.includes('.'))
function take(place: string): void {
  if (canTake(place)) void pair(chosen.value, place)
}

/** Without what was paired by hand for it. */
const unpin = (element: string): Promise<void> =>
  look(
    element,
    pins.value.filter(pin => pin.element !== element),
  )
const isPinned = (element: string): boolean => pins.value.some(pin => pin.element === element)

async function look(element: string, next: readonly Pin[]): Promise<void> {
  await act(async () => {
    preview.value = {
      pins: next,
      element,
      answer: await api<PairingPreview>(`/hand-ins/${handIn.id}/pairing/preview`, {
        method: 'POST',
        body: { pins: next },
      }),
    }
    chosen.value = ''
  })
  await nextTick()
  keepButton.value?.$el.focus()
}

/** The name that was just paired by hand, to be offered to the glossary. */
const offered = shallowRef<{ element: string; name: string }>()

const keep = (): Promise<boolean> =>
  act(async () => {
    const { pins: next, element } = preview.value!
    const answer = await api<HandInAnswer>(`/hand-ins/${handIn.id}/pairing`, {
      method: 'PUT',
      body: { pins: next, base: handIn.pinning.version },
    })
    const place = next.find(pin => pin.element === element)?.to[0]
    const name = place?.split('.').at(-1)
    offered.value =
      name && !name.includes('+') && name.toLowerCase() !== element.split('.').at(-1)!.toLowerCase()
        ? { element, name }
        : undefined
    preview.value = undefined
    emit('kept', answer)
    await nextTick()
    focusElement(element)
  })

function putBack(): void {
  const element = preview.value?.element
  preview.value = undefined
  void nextTick(() => focusElement(element))
}

/** Takes every doubtful pair for right, as it stands. */
const doubtful = computed(() =>
  lines.value.filter(
    ({ confidence, place }) => place !== '' && (confidence === 'weak' || confidence === 'likely'),
  ),
)
function confirmAll(): Promise<void> {
  const added = doubtful.value.map(({ model, place }) => ({ element: model, to: place.split(', ') }))
  return look('', [
    ...pins.value.filter(({ element }) => !added.some(pin => pin.element === element)),
    ...added,
  ])
}

function focusElement(element: string | undefined): void {
  const root = board.value
  const found = element ? root?.querySelector<HTMLElement>(`[data-element="${element}"]`) : undefined
  ;(found ?? root?.querySelector<HTMLElement>('[data-element]'))?.focus()
}

const change = computed(() => {
  if (!preview.value) return ''
  const { before, after, changed } = preview.value.answer
  const rules = changed.map(rule => rule.slice(1))
  if (rules.length === 0) return `${totalText(before)} stays; no verdict changes.`
  return `${totalText(before)} → ${totalText(after)}; rule${rules.length === 1 ? '' : 's'} ${rules.join(', ')} change${rules.length === 1 ? 's' : ''}.`
})

/* Hairlines: from the place of each element to the element. */
const board = useTemplateRef<HTMLElement>('board')
const keepButton = useTemplateRef<{ $el: HTMLElement }>('keepButton')
const hairlines = shallowRef<{ element: string; d: string; confidence: string }[]>([])
const height = ref(0)

function draw(): void {
  const root = board.value
  if (!root) return
  const box = root.getBoundingClientRect()
  const middle = (selector: string): number | undefined => {
    const found = root.querySelector(selector)?.getBoundingClientRect()
    return found && found.top + found.height / 2 - box.top
  }
  height.value = root.scrollHeight
  hairlines.value = lines.value.flatMap(({ model, place, confidence }) => {
    const right = middle(`[data-element="${model}"]`)
    const [tableName = '', columns] = place.split(', ')[0]!.split('.')
    return right === undefined || place === ''
      ? []
      : (columns?.split('+') ?? ['']).flatMap(column => {
          const left = middle(
            `[data-place="${(column ? `${tableName}.${column}` : tableName).toLowerCase()}"]`,
          )
          return left === undefined
            ? []
            : [{ element: model, confidence, d: `M0 ${left} C45 ${left} 45 ${right} 90 ${right}` }]
        })
  })
}
watch([lines, tables], () => void nextTick(draw), { immediate: true })
useResizeObserver(board, draw)

/* Dragging a name of the answer onto an element. */
function drag(event: DragEvent, place: string): void {
  event.dataTransfer?.setData('text/plain', place)
}
function drop(event: DragEvent, element: string): void {
  const place = event.dataTransfer?.getData('text/plain')
  if (place) void pair(element, place)
}

onMounted(async () => {
  const first =
    begin ??
    lines.value.find(({ confidence }) => confidence === 'absent' || confidence === 'weak')?.model ??
    lines.value.find(({ confidence }) => confidence !== 'sure')?.model
  await nextTick()
  draw()
  focusElement(first)
})

const WORD: Readonly<Record<PairingLine['confidence'], string>> = {
  sure: 'sure',
  likely: 'likely',
  weak: 'weak',
  absent: 'stands nowhere',
}

function leaveOffer(): void {
  offered.value = undefined
  focusElement(undefined)
}
</script>

<template>
  <section
    class="pairing"
    aria-label="Pairing"
    @keydown.esc.stop="chosen ? (chosen = '') : preview ? putBack() : emit('leave')"
  >
    <div class="head">
      <h3>
        Pairing
        <span class="soft small"
          >{{ unsure === 0 ? 'all sure' : `${unsure} not sure` }} · choose on the right, then what stands for
          it; type, or drag</span
        >
      </h3>
      <span class="ways"
        ><button
          v-if="doubtful.length > 0 && !preview && !isReleased"
          type="button"
          class="plain small"
          @click="confirmAll"
        >
          All right as they stand
        </button>
        <button type="button" class="plain small" @click="emit('leave')">To the evidence</button></span
      >
    </div>
    <p v-if="isReleased" class="soft small">Released: take the marks back to change the pairing.</p>
    <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
    <div v-if="preview" class="bar" role="status">
      <strong>{{ change }}</strong>
      <UButton ref="keepButton" size="sm" @click="keep">Keep</UButton>
      <button type="button" class="plain" @click="putBack">Put back</button>
    </div>
    <DeskGlossaryOffer
      v-if="offered"
      :key="`${offered.element} ${offered.name}`"
      :exercise-id="desk.exercise.id"
      :offer="offered"
      @taken="emit('changed')"
      @leave="leaveOffer"
    />
    <div ref="board" class="board">
      <div class="left">
        <h4>In this hand-in</h4>
        <div v-for="table in tables" :key="table.name" class="group">
          <button
            type="button"
            class="name of-table mono"
            :data-place="table.name.toLowerCase()"
            :aria-disabled="!canTake(table.name)"
            draggable="true"
            @dragstart="drag($event, table.name)"
            @click="take(table.name)"
          >
            {{ table.name }}<span v-if="table.given" class="soft tiny"> given</span>
          </button>
          <button
            v-for="column in table.columns"
            :key="column.name"
            type="button"
            class="name mono"
            :data-place="`${table.name}.${column.name}`.toLowerCase()"
            :aria-disabled="!canTake(`${table.name}.${column.name}`)"
            draggable="true"
            @dragstart="drag($event, `${table.name}.${column.name}`)"
            @click="take(`${table.name}.${column.name}`)"
          >
            {{ column.name }}
          </button>
        </div>
      </div>
      <svg class="lines" :height="height" width="90" aria-hidden="true">
        <path
          v-for="(line, i) in hairlines"
          :key="i"
          :d="line.d"
          :class="[line.confidence, { on: line.element === chosen }]"
        />
      </svg>
      <div class="right">
        <h4>In the exercise</h4>
        <div v-for="{ entity, members } in entities" :key="entity.model" class="group">
          <div
            v-for="line in [entity, ...members]"
            :key="line.model"
            class="line"
            :class="{ chosen: chosen === line.model }"
            @dragover.prevent
            @drop.prevent="drop($event, line.model)"
          >
            <button
              type="button"
              class="element mono"
              :class="{ table: isEntity(line.model) }"
              :data-element="line.model"
              :aria-expanded="chosen === line.model"
              :title="line.reasons.join(', ')"
              @click="choose(line.model)"
            >
              {{ line.model.split('.').at(-1) }}
              <span class="how" :class="line.confidence">{{ WORD[line.confidence] }}</span>
              <span class="soft reasons">{{ line.reasons.join(', ') }}</span>
              <span class="visually-hidden">, {{ line.answer || 'nothing stands for it' }}</span>
            </button>
            <form v-if="chosen === line.model" class="choose" @submit.prevent="pair(line.model, typed)">
              <UInput
                v-model="typed"
                size="sm"
                class="type"
                list="pairing-places"
                autofocus
                :placeholder="isEntity(line.model) ? 'type a table' : 'type table.column'"
                aria-label="What stands for it"
                :disabled="isReleased"
              />
              <button
                type="button"
                class="plain small"
                :disabled="isReleased"
                @click="pair(line.model, null)"
              >
                stands nowhere
              </button>
              <button
                v-if="isEntity(line.model) && line.place !== ''"
                type="button"
                class="plain small"
                :aria-pressed="together"
                @click="together = !together"
              >
                {{ together ? 'choose the second table' : 'two together' }}
              </button>
              <button
                v-if="isPinned(line.model)"
                type="button"
                class="plain small"
                @click="unpin(line.model)"
              >
                as the engine had it
              </button>
            </form>
          </div>
        </div>
      </div>
    </div>
    <datalist id="pairing-places"><option v-for="place in places" :key="place" :value="place" /></datalist>
  </section>
</template>

<style scoped>
.pairing {
  padding: 12px 20px 28px;
  display: grid;
  gap: 8px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
}
h3 {
  font-size: 15px;
}
h3 span {
  font-family: var(--font-sans);
  font-weight: 400;
}
h4 {
  font: 600 12px var(--font-sans);
  color: var(--soft);
  padding: 2px 0 6px;
}
.bar {
  display: flex;
  gap: 14px;
  align-items: center;
  background: var(--verdigris-wash);
  border-left: 3px solid var(--verdigris);
  padding: 7px 12px;
  position: sticky;
  top: 0;
  z-index: 2;
}
.board {
  display: grid;
  grid-template-columns: minmax(150px, 0.8fr) 90px minmax(0, 1.4fr);
  position: relative;
  align-items: start;
}
.lines {
  display: block;
  overflow: visible;
}
path {
  fill: none;
  stroke: var(--faint);
  stroke-width: 1;
}
path.sure {
  stroke: var(--verdigris);
}
path.weak {
  stroke: var(--ochre);
  stroke-dasharray: 3 3;
}
path.likely {
  stroke: var(--soft);
}
path.on {
  stroke-width: 2.5;
}
.group {
  border-top: 1px solid var(--rule);
  padding: 3px 0 7px;
}
.name {
  display: block;
  width: 100%;
  text-align: right;
  font-size: 12.5px;
  padding: 1.5px 8px;
  color: var(--ink);
  cursor: grab;
}
.name[aria-disabled='false'] {
  cursor: pointer;
}
.name[aria-disabled='false']:hover {
  background: var(--verdigris-wash);
}
.of-table {
  font-weight: 650;
}
.element {
  display: block;
  width: 100%;
  text-align: left;
  font-size: 12.5px;
  padding: 1.5px 8px;
  cursor: pointer;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  outline-offset: -2px !important;
}
.element:hover {
  background: color-mix(in srgb, var(--sheet) 60%, transparent);
}
.chosen {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--ink);
}
.how {
  font: 600 12px var(--font-sans);
  margin-left: 8px;
}
.reasons {
  font: 12px var(--font-sans);
  margin-left: 6px;
}
.sure {
  color: var(--verdigris);
}
.weak,
.absent {
  color: var(--ochre);
}
.ways {
  display: flex;
  gap: 16px;
  white-space: nowrap;
}
.type {
  width: 210px;
}
.choose {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 4px 8px 8px;
  flex-wrap: wrap;
}
.fault {
  color: var(--madder);
}
</style>
