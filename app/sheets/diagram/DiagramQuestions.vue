<script setup lang="ts">
import { plural } from '@nomenklatura/core/language'
import {
  MOST_ENDS,
  addEnd,
  amountInWords,
  areMany,
  betweenName,
  changeEnd,
  changeRelationship,
  putCardBetween,
  referredEnd,
  removeElements,
  removeEnd,
  type Diagram,
  type DiagramEnd,
} from '@nomenklatura/core/diagram'

/**
 * A relationship described by questions answered in words: both ways for two, once for each end where more
 * meet.
 */
const {
  diagram,
  relationship: id,
  offers = false,
  readonly = false,
} = defineProps<{
  diagram: Diagram
  relationship: string
  /** Whether a card between may be offered. */
  offers?: boolean
  readonly?: boolean
}>()
const emit = defineEmits<{ change: [diagram: Diagram, place?: string]; done: []; made: [element: string] }>()

const relationship = computed(() => diagram.relationships.find(other => other.id === id))
const isFixed = computed(() => readonly || relationship.value?.given === true)
const dock = useTemplateRef<{ $el: HTMLElement }>('dock')
const host = computed(() => dock.value?.$el)
const nameOf = (entity: string): string =>
  diagram.entities.find(other => other.id === entity)?.name.trim() || 'this'
const called = ({ entity, role }: DiagramEnd): string => (role.trim() || nameOf(entity)).toLowerCase()
const isSelf = computed(
  () =>
    new Set(relationship.value?.ends.map(({ entity }) => entity)).size <
    (relationship.value?.ends.length ?? 0),
)
const isBinary = computed(() => relationship.value?.ends.length === 2)
/** The two questions: from each end to the other. */
const ways = computed(() => {
  const [a, b] = relationship.value?.ends ?? []
  return a && b
    ? [
        { from: a, to: b, at: 1, verb: relationship.value!.name, field: 'name' as const },
        { from: b, to: a, at: 0, verb: relationship.value!.back, field: 'back' as const },
      ]
    : []
})
const isManyEachWay = computed(() => isBinary.value && relationship.value!.ends.every(areMany))
/** The end of which there is exactly one, within which the other might be told apart. */
const owner = computed(() =>
  isBinary.value && !isSelf.value ? relationship.value!.ends.findIndex(({ most }) => most === 'one') : -1,
)
/** Where both ends are one, either could be the owner: the first is asked unless the second already is. */
const ownerAt = computed(() => (isBinary.value && relationship.value!.ends[1]!.identifies ? 1 : owner.value))

const setEnd = (at: number, change: Partial<DiagramEnd>): void => {
  if (!isFixed.value) emit('change', changeEnd(diagram, id, at, change))
}
function setLeast(at: number, value: string): void {
  setEnd(at, { least: value === '' ? null : Number(value) })
}
function setMost(at: number, value: string): void {
  const most = value === 'one' || value === 'many' ? value : Number(value) || null
  setEnd(at, { most, ...(most === 'one' ? {} : { identifies: false }) })
}
const ACTIONS = { onDelete: 'On delete', onUpdate: 'On update' } as const
/** The end that the other refers to: what becomes of those that refer is asked there. */
const referred = computed(() => (relationship.value ? referredEnd(relationship.value) : -1))
function setAction(event: keyof typeof ACTIONS, value: string): void {
  const action = value === '' ? undefined : (value as DiagramEnd[typeof event])
  setEnd(referred.value, { [event]: action } as Partial<DiagramEnd>)
}
/** 0, 1 and M answer at once, and the next slot is reached. */
function slotKey(event: KeyboardEvent, at: number, slot: 'least' | 'most'): void {
  const key = event.key.toLowerCase()
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (slot === 'least' && (key === '0' || key === '1')) setLeast(at, key)
  else if (slot === 'most' && (key === '1' || key === 'm')) setMost(at, key === '1' ? 'one' : 'many')
  else return
  event.preventDefault()
  event.stopPropagation()
  void goOn(event.target as HTMLElement)
}
/** To the next slot, which the last answer may have brought. */
async function goOn(from: HTMLElement): Promise<void> {
  await nextTick()
  const slots = [
    ...(host.value?.querySelectorAll<HTMLElement>(
      '.way select, input.verb, .roles :is(select, input), .weak input:checked',
    ) ?? []),
  ]
  slots[slots.indexOf(from) + 1]?.focus()
}
function setVerb(field: 'name' | 'back', verb: string): void {
  emit('change', changeRelationship(diagram, id, { [field]: verb.trim() }), `${id} ${field}`)
}
/* A card between */
const asks = ref(false)
const cardName = ref('')
const repeats = ref(false)
const repeatsBy = ref('on')
const key = ref<'both' | 'own number'>('both')
function beginBetween(): void {
  cardName.value = betweenName(diagram, id)
  asks.value = true
  void nextTick(() => host.value?.querySelector<HTMLInputElement>('.between input')?.focus())
}
function makeBetween(): void {
  const { diagram: next, id: card } = putCardBetween(diagram, id, {
    name: cardName.value.trim() || betweenName(diagram, id),
    key: key.value,
    repeatsBy: repeats.value && repeatsBy.value.trim() !== '' ? repeatsBy.value.trim() : null,
  })
  emit('change', next)
  emit('made', card)
}
function takePart(event: Event): void {
  const select = event.target as HTMLSelectElement
  if (select.value !== '') emit('change', addEnd(diagram, id, select.value))
  select.value = ''
}
function remove(): void {
  emit('change', removeElements(diagram, [id]).diagram)
  emit('done')
}
async function begin(): Promise<void> {
  await nextTick()
  host.value?.querySelector<HTMLElement>('input.verb, select')?.focus()
}
defineExpose({ begin })
onMounted(begin)
watch(() => id, begin)
const showsFacts = ref(false)

function setVerbAndLeave(...change: Parameters<typeof setVerb>): void {
  setVerb(...change)
  emit('done')
}
</script>

<template>
  <DiagramDock v-if="relationship" ref="dock" label="Questions about this line" @done="emit('done')">
    <template v-if="isBinary">
      <p
        v-for="{ from, to, at, verb, field } in ways"
        :key="field"
        class="serif way"
        :class="{ open: to.most === null || to.least === null }"
      >
        One <strong>{{ called(from) }}</strong>
        <input
          class="verb"
          :value="verb"
          :disabled="isFixed"
          maxlength="80"
          :style="{ width: `${Math.max(verb === '' ? 16 : 10, verb.length + 1)}ch` }"
          :placeholder="field === 'name' ? 'does what?' : 'and the way back?'"
          :aria-label="`Verb phrase from ${called(from)} to ${called(to)}`"
          @change="setVerb(field, ($event.target as HTMLInputElement).value)"
          @keydown.enter.prevent="setVerbAndLeave(field, ($event.target as HTMLInputElement).value)"
        />
        at least
        <select
          :value="to.least === null ? '' : String(to.least)"
          :disabled="isFixed"
          :aria-label="`At least how many ${plural(called(to))} for one ${called(from)}`"
          @change="setLeast(at, ($event.target as HTMLSelectElement).value)"
          @keydown="slotKey($event, at, 'least')"
          @keydown.enter.prevent="emit('done')"
        >
          <option value="">?</option>
          <option value="0">none</option>
          <option value="1">one</option>
          <option v-if="Number(to.least) > 1" :value="String(to.least)">{{ to.least }}</option>
        </select>
        and at most
        <select
          :value="to.most ?? ''"
          :disabled="isFixed"
          :aria-label="`At most how many ${plural(called(to))} for one ${called(from)}`"
          @change="setMost(at, ($event.target as HTMLSelectElement).value)"
          @keydown="slotKey($event, at, 'most')"
          @keydown.enter.prevent="emit('done')"
        >
          <option value="">?</option>
          <option value="one">one</option>
          <option value="many">many</option>
          <option v-if="typeof to.most === 'number'" :value="to.most">{{ to.most }}</option>
        </select>
        {{ to.most === 'one' ? called(to) : plural(called(to)) }}:
        <span class="soft">{{
          to.most === null && to.least === null ? 'not yet said' : amountInWords(to)
        }}</span>
      </p>
    </template>
    <p v-if="!isBinary" class="serif way">
      <strong>{{ relationship.ends.map(called).join(', ') }}</strong> meet in
      <input
        class="verb"
        :value="relationship.name"
        :disabled="isFixed"
        maxlength="80"
        placeholder="what is it called?"
        aria-label="What they meet in"
        @change="setVerb('name', ($event.target as HTMLInputElement).value)"
        @keydown.enter.prevent="setVerbAndLeave('name', ($event.target as HTMLInputElement).value)"
      />
    </p>
    <p v-for="(end, i) in isBinary ? [] : relationship.ends" :key="i" class="serif way">
      For one
      <strong>{{
        relationship.ends
          .filter((_, j) => j !== i)
          .map(called)
          .join(' and one ')
      }}</strong>: at most
      <select
        :value="end.most ?? ''"
        :disabled="isFixed"
        :aria-label="`At most how many ${plural(called(end))}`"
        @change="setMost(i, ($event.target as HTMLSelectElement).value)"
        @keydown="slotKey($event, i, 'most')"
      >
        <option value="">?</option>
        <option value="one">one</option>
        <option value="many">many</option>
        <option v-if="typeof end.most === 'number'" :value="end.most">{{ end.most }}</option>
      </select>
      {{ end.most === 'one' ? called(end) : plural(called(end)) }}; must every {{ called(end) }} take part?
      <select
        :value="end.least === null ? '' : String(end.least)"
        :disabled="isFixed"
        :aria-label="`Must every ${called(end)} take part`"
        @change="setLeast(i, ($event.target as HTMLSelectElement).value)"
        @keydown="slotKey($event, i, 'least')"
      >
        <option value="">?</option>
        <option value="0">no</option>
        <option value="1">yes</option>
      </select>
      <button
        v-if="!isFixed"
        type="button"
        class="plain tiny"
        :aria-label="`leave out ${called(end)}`"
        @click="emit('change', removeEnd(diagram, id, i))"
      >
        leave out
      </button>
    </p>
    <p v-if="referred >= 0 && diagram.level === 'physical'" class="small roles actions">
      <label v-for="(words, event) in ACTIONS" :key="event"
        >{{ words }} of a <i>{{ called(relationship.ends[referred]!) }}</i>, its
        {{ plural(called(relationship.ends[1 - referred]!)) }}:
        <select
          :value="relationship.ends[referred]![event] ?? ''"
          :disabled="isFixed"
          :aria-label="`${words} of ${called(relationship.ends[referred]!)}`"
          @change="setAction(event, ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="(means, value) in ACTION_WORDS" :key="value" :value="value">{{ means }}</option>
        </select></label
      >
    </p>
    <p v-if="isSelf" class="small roles">
      Who is who?
      <label v-for="(end, i) in relationship.ends" :key="i"
        >as
        <input
          :value="end.role"
          :disabled="isFixed"
          maxlength="60"
          :aria-label="`Role of end ${i + 1}`"
          @change="setEnd(i, { role: ($event.target as HTMLInputElement).value.trim() })"
      /></label>
    </p>
    <p v-if="ownerAt >= 0 && !isManyEachWay" class="small weak">
      <span
        >Can a <i>{{ called(relationship.ends[1 - ownerAt]!) }}</i> be identified without its
        <i>{{ called(relationship.ends[ownerAt]!) }}</i>?</span
      >
      <label
        ><input
          type="radio"
          :name="`weak-${id}`"
          :checked="!relationship.ends[ownerAt]!.identifies"
          :disabled="isFixed"
          @change="setEnd(ownerAt, { identifies: false })"
        />
        yes</label
      >
      <label
        ><input
          type="radio"
          :name="`weak-${id}`"
          :checked="relationship.ends[ownerAt]!.identifies"
          :disabled="isFixed"
          @change="setEnd(ownerAt, { identifies: true, least: 1 })"
        />
        no, only within it</label
      >
    </p>
    <p v-if="isManyEachWay && diagram.level === 'conceptual'" class="small soft">
      Many each way: right here; the logical level will need a card between.
    </p>
    <form
      v-else-if="isManyEachWay && offers && !isFixed && asks"
      class="between small"
      @submit.prevent="makeBetween"
    >
      <p>No single field can hold many references: a card between refers to both.</p>
      <p>
        <label>It is called <input v-model="cardName" maxlength="80" /></label>
      </p>
      <p>
        May the same pair stand more than once?
        <label><input v-model="repeats" type="radio" :value="false" /> no</label>
        <label
          ><input v-model="repeats" type="radio" :value="true" /> yes, identified by
          <input
            v-model="repeatsBy"
            maxlength="60"
            aria-label="What tells repeats apart"
            :disabled="!repeats"
        /></label>
      </p>
      <p>
        It is identified by
        <label><input v-model="key" type="radio" value="both" /> both references together</label>
        <label
          ><input v-model="key" type="radio" value="own number" /> a number of its own{{
            repeats ? '' : ', and each pair once'
          }}</label
        >
      </p>
      <p class="ways">
        <UButton type="submit" size="sm">Put it between</UButton
        ><UButton size="sm" variant="ghost" color="neutral" @click="asks = false">Leave the line</UButton>
      </p>
    </form>
    <p v-else-if="isManyEachWay && offers && !isFixed" class="small">
      Many each way: this level needs a card between.
      <button type="button" class="plain small" @click="beginBetween">Put a card between?</button>
    </p>
    <DiagramFacts
      v-if="showsFacts && !isFixed"
      :diagram="diagram"
      :owner="id"
      class="own"
      @change="(next, place) => emit('change', next, place)"
      @done="showsFacts = false"
    />
    <template #foot>
      <span v-if="isFixed">{{
        relationship.given ? 'Given by the exercise; yours begin beside it.' : ''
      }}</span>
      <template v-else
        ><button
          type="button"
          class="plain tiny"
          :aria-expanded="showsFacts"
          @click="showsFacts = !showsFacts"
        >
          {{
            relationship.attributes.length > 0
              ? `It carries ${relationship.attributes.map(({ name }) => name).join(', ')}`
              : 'It carries facts of its own'
          }}
        </button>
        <select
          v-if="relationship.ends.length < MOST_ENDS"
          class="further"
          aria-label="Another card takes part"
          value=""
          @change="takePart"
        >
          <option value="">another card takes part …</option>
          <option v-for="entity in diagram.entities" :key="entity.id" :value="entity.id">
            {{ entity.name || 'no name yet' }}
          </option>
        </select>
        <button type="button" class="plain tiny" @click="remove">
          {{ isBinary ? 'Remove the line' : 'Remove it' }}
        </button></template
      >
    </template>
    <template #keys><kbd>0</kbd><kbd>1</kbd><kbd>M</kbd> set </template>
  </DiagramDock>
</template>

<style scoped>
.way.open {
  background: linear-gradient(var(--ochre-wash), var(--ochre-wash));
  box-shadow:
    -14px 0 0 var(--ochre-wash),
    inset 0 0 0 var(--ochre-wash);
}
.verb,
.roles input,
.between input:not([type='radio']) {
  background: transparent;
  border: 0;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
  padding: 0 2px;
  color: var(--ink);
  max-width: 100%;
}
.verb {
  font: italic 15px var(--font-serif);
  margin: 0 4px;
}
.further {
  border-bottom-width: 1px;
  color: var(--soft);
  font: 400 12px var(--font-sans);
}
.actions select {
  font-size: 13.5px;
  field-sizing: content;
}
.roles,
.weak {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
  padding-top: 4px;
  align-items: baseline;
}
.between {
  display: grid;
  gap: 5px;
  border-top: 1px solid var(--rule);
  margin-top: 6px;
  padding-top: 6px;
}
.ways {
  display: flex;
  gap: 10px;
}
.own {
  margin-top: 8px;
  box-shadow: none;
}
::placeholder {
  color: var(--soft);
  opacity: 1;
}
</style>
