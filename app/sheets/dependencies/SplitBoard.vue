<script setup lang="ts">
import { Universe, partInText, readDependencies, readParts } from '@nomenklatura/core/dependencies'
import type { SplitJudgement } from '@nomenklatura/core/claims'

/**
 * The split as slips of paper under the whole relation: attributes are dragged, or moved with the keys; the
 * text beside is the same thing.
 */
const {
  name,
  attributes,
  text,
  judgement = null,
  chosen,
  dependencies,
  readonly = false,
} = defineProps<{
  name: string
  attributes: readonly string[]
  /** As it is written. */
  text: string
  /** What is told about it; null where the help level tells nothing. */
  judgement?: SplitJudgement | null
  /** The chosen set of attributes. */
  chosen: ReadonlySet<string>
  /** By which one may split, as they are written. */
  dependencies: string
  readonly?: boolean
}>()
const emit = defineEmits<{ change: [text: string] }>()

interface Slip {
  readonly title: string
  readonly names: readonly string[]
  readonly keys: readonly { readonly names: readonly string[] }[]
}

const universe = computed(() => new Universe(attributes))
const slips = computed<readonly Slip[]>(() => readParts(text, universe.value).items)
const choices = computed(() =>
  readDependencies(dependencies, universe.value).items.map(({ dependency }) => ({
    from: universe.value.list(dependency.from),
    to: universe.value.list(dependency.to),
    isMulti: 'multi' in dependency,
  })),
)
const at = ref(0)
const by = ref(0)
const evidence = ref<'join' | 'lost' | number>()

function write(next: readonly Slip[]): void {
  emit('change', next.map(partInText).join('\n'))
}

function begin(): void {
  write([{ title: name, names: attributes, keys: [] }])
}

const isDivided = computed(() => slips.value.length > 0)
/** The dependencies that can split the slip in hand: both sides stand in it, and something else does. */
const usable = computed(() => {
  const names = slips.value[at.value]?.names ?? []
  return choices.value.filter(
    ({ from, to }) =>
      [...from, ...to].every(attribute => names.includes(attribute)) &&
      names.length > new Set([...from, ...to]).size,
  )
})
watch(usable, () => {
  by.value = 0
})

/** What the dependency says goes into a slip of its own; what fixes it stays in both. */
function split(): void {
  const slip = slips.value[at.value]
  const dependency = usable.value[by.value]
  if (!slip || !dependency || readonly) return
  const off: Slip = {
    title: '',
    names: [...dependency.from, ...dependency.to.filter(attribute => !dependency.from.includes(attribute))],
    keys: dependency.isMulti ? [] : [{ names: dependency.from }],
  }
  const left = slip.names.filter(
    attribute => dependency.from.includes(attribute) || !dependency.to.includes(attribute),
  )
  const rest: Slip = {
    title: slip.title,
    names: left,
    keys: slip.keys.filter(key => key.names.every(attribute => left.includes(attribute))),
  }
  write(slips.value.flatMap((other, i) => (i === at.value ? [rest, off] : [other])))
}

/** The slip in hand and the one before it become one. */
function join(): void {
  if (readonly || slips.value.length < 2) return
  const first = Math.max(0, at.value - 1)
  const [a, b] = [slips.value[first]!, slips.value[first + 1]!]
  write(
    slips.value.flatMap((slip, i) =>
      i === first
        ? [{ title: a.title || b.title, names: [...new Set([...a.names, ...b.names])], keys: a.keys }]
        : i === first + 1
          ? []
          : [slip],
    ),
  )
  at.value = first
}

function move(attribute: string, from: number, to: number, stays: boolean): void {
  if (readonly || from === to) return
  write(
    slips.value
      .map((slip, i) =>
        i === to
          ? { ...slip, names: [...slip.names.filter(other => other !== attribute), attribute] }
          : i === from && !stays
            ? {
                ...slip,
                names: slip.names.filter(other => other !== attribute),
                keys: slip.keys.map(key => ({ names: key.names.filter(other => other !== attribute) })),
              }
            : slip,
      )
      .filter(({ names }) => names.length > 0),
  )
}

/** The chosen attributes become the key of the slip, or are no longer. */
function setKey(i: number): void {
  if (readonly) return
  const names = slips.value[i]!.names.filter(attribute => chosen.has(attribute))
  write(
    slips.value.map((slip, j) => (j === i ? { ...slip, keys: names.length > 0 ? [{ names }] : [] } : slip)),
  )
}

function addChosen(): void {
  const names = attributes.filter(attribute => chosen.has(attribute))
  if (names.length > 0 && !readonly) write([...slips.value, { title: '', names, keys: [] }])
}

/* Dragging: with Ctrl or Alt the attribute stays where it was as well. */
function drag(event: DragEvent, attribute: string, from: number): void {
  event.dataTransfer?.setData('text/plain', JSON.stringify({ attribute, from }))
}
function drop(event: DragEvent, to: number): void {
  try {
    const { attribute, from } = JSON.parse(event.dataTransfer?.getData('text/plain') ?? '') as {
      attribute: string
      from: number
    }
    if (attributes.includes(attribute)) move(attribute, from, to, event.ctrlKey || event.altKey)
  } catch {
    /* something else was dropped */
  }
}

const isKeyPart = (slip: Slip, attribute: string): boolean =>
  slip.keys.some(key => key.names.includes(attribute))
function press(event: KeyboardEvent, i: number): void {
  const moves: Record<string, () => void> = {
    s: split,
    j: join,
    k: () => setKey(i),
    ArrowRight: () => focusSlip(i + 1),
    ArrowDown: () => focusSlip(i + 1),
    ArrowLeft: () => focusSlip(i - 1),
    ArrowUp: () => focusSlip(i - 1),
    Enter: () => {
      evidence.value = evidence.value === i ? undefined : i
    },
  }
  const run =
    event.ctrlKey || event.metaKey || event.altKey
      ? undefined
      : moves[event.key.length === 1 ? event.key.toLowerCase() : event.key]
  if (!run) return
  event.preventDefault()
  run()
}
const board = useTemplateRef<HTMLElement>('board')
function focusSlip(i: number): void {
  if (i < 0 || i >= slips.value.length) return
  at.value = i
  void nextTick(() => board.value?.querySelectorAll<HTMLElement>('.slip')[i]?.focus())
}
</script>

<template>
  <div class="split">
    <div v-if="!isDivided" class="begin">
      <UButton v-if="!readonly" variant="outline" color="neutral" size="sm" @click="begin"
        >Lay out the whole relation</UButton
      >
      <span class="soft small">or write the parts below, one to a line</span>
    </div>
    <template v-else>
      <p class="whole mono" aria-hidden="true">
        <span class="serif title">{{ name }}</span> {{ attributes.length }} attributes
      </p>
      <div ref="board" class="slips" role="group" aria-label="Parts of the split">
        <div
          v-for="(slip, i) in slips"
          :key="i"
          class="slip"
          :class="{ held: at === i }"
          :tabindex="at === i ? 0 : -1"
          role="group"
          :aria-label="`${slip.title || `part ${i + 1}`}: ${slip.names.join(', ')}${slip.keys.length > 0 ? `; key ${slip.keys.map(key => key.names.join(', ')).join(' or ')}` : ''}`"
          @focus="at = i"
          @click="at = i"
          @keydown.self="press($event, i)"
          @dragover.prevent
          @drop.prevent="drop($event, i)"
        >
          <p v-if="slip.title" class="serif title">{{ slip.title }}</p>
          <p v-else class="serif title unnamed">part {{ i + 1 }}</p>
          <ul>
            <li
              v-for="attribute in slip.names"
              :key="attribute"
              class="mono"
              :class="{ key: isKeyPart(slip, attribute), chosen: chosen.has(attribute) }"
              :draggable="!readonly"
              @dragstart="drag($event, attribute, i)"
            >
              {{ attribute }}
            </li>
          </ul>
          <button
            v-if="judgement?.parts[i]"
            type="button"
            class="badge small"
            :class="{ low: judgement.parts[i]!.form === '1NF' || judgement.parts[i]!.form === '2NF' }"
            :aria-expanded="evidence === i"
            @click.stop="evidence = evidence === i ? undefined : i"
          >
            {{ judgement.parts[i]!.form ?? 'not decided' }}
          </button>
        </div>
      </div>
      <div v-if="!readonly" class="ways small">
        <template v-if="usable.length > 0">
          <label
            >Split <span class="mono">{{ slips[at]?.title || `part ${at + 1}` }}</span> by
            <select v-model="by">
              <option v-for="(choice, c) in usable" :key="c" :value="c">
                {{ choice.from.join(', ') }} {{ choice.isMulti ? '→→' : '→' }} {{ choice.to.join(', ') }}
              </option>
            </select></label
          >
          <button type="button" class="plain" @click="split">Split <kbd>S</kbd></button>
        </template>
        <button v-if="slips.length > 1" type="button" class="plain" @click="join">
          Join with the one before <kbd>J</kbd>
        </button>
        <button v-if="chosen.size > 0" type="button" class="plain" @click="setKey(at)">
          Chosen set is its key <kbd>K</kbd>
        </button>
        <button v-if="chosen.size > 0" type="button" class="plain" @click="addChosen">
          Chosen set as a part
        </button>
      </div>
      <p v-if="judgement" class="badges">
        <button
          type="button"
          class="badge"
          :class="{ low: judgement.lossless === false }"
          :aria-expanded="evidence === 'join'"
          @click="evidence = evidence === 'join' ? undefined : 'join'"
        >
          {{
            judgement.lossless === null
              ? 'lossless: not decided'
              : judgement.lossless
                ? 'lossless'
                : 'loses what belongs together'
          }}
        </button>
        <button
          type="button"
          class="badge"
          :class="{ low: judgement.lost.length > 0 }"
          :aria-expanded="evidence === 'lost'"
          @click="evidence = evidence === 'lost' ? undefined : 'lost'"
        >
          {{
            judgement.lost.length === 0
              ? 'keeps every dependency'
              : `${countOf(judgement.lost.length, 'dependency', 'dependencies')} lost`
          }}
        </button>
      </p>
      <div v-if="judgement && evidence !== undefined" class="evidence">
        <template v-if="evidence === 'join'"
          ><ExhibitView v-for="(exhibit, i) in judgement.join" :key="i" :exhibit="exhibit"
        /></template>
        <p v-else-if="evidence === 'lost'" class="serif">
          {{
            judgement.lost.length === 0
              ? 'Each dependency can be checked within the parts.'
              : `${judgement.lost.join('; ')}: no part, and no parts together, can check it without a join.`
          }}
        </p>
        <p v-else-if="judgement.parts[evidence]" class="serif">{{ judgement.parts[evidence]!.why }}</p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.begin {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding: 4px 0 8px;
}
.whole {
  font-size: 12px;
  color: var(--soft);
  border-bottom: 1px solid var(--rule-strong);
  padding-bottom: 4px;
}
.whole .title {
  font-size: 15px;
  color: var(--ink);
  margin-right: 8px;
}
.slips {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: flex-start;
}
.slip {
  position: relative;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  box-shadow: 3px 3px 0 var(--shadow);
  padding: 6px 12px 8px;
  min-width: 116px;
  margin-top: 16px;
  margin-bottom: 6px;
  cursor: default;
}
.slip::before {
  content: '';
  position: absolute;
  left: 18px;
  top: -17px;
  height: 16px;
  border-left: 1px solid var(--rule-strong);
}
.held {
  border-color: var(--ink);
}
.title {
  font-weight: 600;
  line-height: 1.3;
}
.unnamed {
  color: var(--soft);
  font-style: italic;
  font-weight: 450;
}
.slip li {
  font-size: 12.5px;
  line-height: 1.6;
  cursor: grab;
  width: fit-content;
}
.slip li.key {
  border-bottom: 1.5px solid var(--ink);
  line-height: 1.4;
  margin-bottom: 2px;
  font-weight: 600;
}
.slip li.chosen {
  background: var(--verdigris-wash);
}
.badge {
  font-size: 12px;
  cursor: pointer;
  border-bottom: 1.5px solid var(--verdigris);
  color: var(--verdigris);
  font-weight: 600;
  padding: 0 1px;
  margin-top: 4px;
}
.badge.low {
  border-color: var(--madder);
  color: var(--madder);
}
.badges {
  display: flex;
  gap: 18px;
  margin-top: 6px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
  padding: 8px 0 2px;
}
select {
  font: 12.5px var(--font-mono);
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
  padding: 2px 4px;
  max-width: 320px;
}
@media print {
  .ways,
  .badges,
  .begin,
  .slip .badge {
    display: none;
  }
  .held {
    border-color: var(--rule-strong);
  }
}
.evidence {
  border-left: 3px solid var(--rule-strong);
  padding: 4px 0 4px 14px;
  margin-top: 8px;
  display: grid;
  gap: 12px;
}
</style>
