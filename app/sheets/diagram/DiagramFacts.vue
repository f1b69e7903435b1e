<script setup lang="ts">
import { numberingFrom, numberingInWords } from '@nomenklatura/core/dictionary'
import {
  cardReferences,
  changeEntity,
  changeFacts,
  changeRelationship,
  factsOf,
  isNotYetToldApart,
  isSameName,
  newFact,
  ownersOf,
  readFactLine,
  removeElements,
  typeWritten,
  type Diagram,
  type DiagramAttribute,
} from '@nomenklatura/core/diagram'

/**
 * The name and facts of a card, or the facts that a relationship carries, line by line: Enter goes on, an
 * empty Enter or Esc ends.
 */
const { diagram, owner } = defineProps<{ diagram: Diagram; owner: string }>()
const emit = defineEmits<{ change: [diagram: Diagram, place?: string]; done: []; jump: [entity: string] }>()

const entity = computed(() => diagram.entities.find(({ id }) => id === owner))
const facts = computed(() => factsOf(diagram, owner))
/**
 * A card of which nothing says what tells it apart: its first line will. One between others is told apart by
 * them.
 */
const asksWhatTells = computed(() => isNotYetToldApart(diagram, owner))
/** What it refers to, by its lines: from the logical level on it stands on the card. */
const references = computed(() =>
  diagram.level === 'conceptual'
    ? ownersOf(diagram, owner).map(({ end, relationship }) => ({
        relationship: relationship.id,
        target: diagram.entities.find(({ id }) => id === end.entity)?.name ?? '',
        role: end.role,
        identifies: true,
      }))
    : (cardReferences(diagram).get(owner) ?? []),
)
const asksType = computed(() => diagram.level !== 'conceptual')
const fault = ref('')
const twin = ref('')
const at = ref(-1)
const host = useTemplateRef<HTMLElement>('host')

/**
 * A new card of the board cannot be seen, nor take the focus, before it is measured: it is tried again with
 * the next frames.
 */
async function focusLine(i: number): Promise<void> {
  await nextTick()
  for (let tries = 0; tries < 30; tries++) {
    const field = host.value?.querySelector<HTMLInputElement>(i < 0 ? '.name' : `[data-line="${i}"]`)
    field?.focus()
    if (!field || document.activeElement === field) return
    await new Promise(resolve => requestAnimationFrame(resolve))
  }
}
onMounted(() => void focusLine(entity.value ? -1 : facts.value.length))

function rename(name: string): boolean {
  const other = diagram.entities.find(
    ({ id, name: taken }) => id !== owner && name !== '' && isSameName(taken, name),
  )
  twin.value = other?.id ?? ''
  fault.value = other ? `There is a card called ${other.name} already.` : ''
  if (other) return false
  if (name !== entity.value?.name) emit('change', changeEntity(diagram, owner, { name }))
  return true
}
/**
 * What is typed on a line: a name, and in brackets what else there is to say. An empty one takes the fact
 * away.
 */
function write(i: number, text: string): boolean {
  const old = facts.value[i]
  fault.value = ''
  if (text.trim() === '') {
    if (old)
      emit(
        'change',
        changeFacts(
          diagram,
          owner,
          facts.value.filter(fact => fact !== old),
        ),
      )
    return true
  }
  const read = readFactLine(/\([^)]*$/.test(text) ? `${text})` : text)
  if (!read.ok) {
    fault.value = read.fault.message
    return false
  }
  const twinFact = facts.value.find(fact => fact !== old && isSameName(fact.name, read.value.name))
  if (twinFact) {
    fault.value = `${twinFact.name} stands here already.`
    return false
  }
  const isFirst = asksWhatTells.value
  const next = old
    ? facts.value.map(fact => (fact === old ? { ...fact, ...read.value } : fact))
    : [
        ...facts.value,
        newFact({ id: owner, attributes: [...facts.value] }, read.value.name, {
          identifies: isFirst,
          ...read.value,
        }),
      ]
  if (!old || JSON.stringify(old) !== JSON.stringify({ ...old, ...read.value }))
    emit('change', changeFacts(diagram, owner, next))
  return true
}
/** What is undefined is taken away. */
function set(i: number, change: { [K in keyof DiagramAttribute]?: DiagramAttribute[K] | undefined }): void {
  const changed = (fact: DiagramAttribute): DiagramAttribute =>
    Object.fromEntries(
      Object.entries({ ...fact, ...change }).filter(([, value]) => value !== undefined),
    ) as DiagramAttribute
  emit(
    'change',
    changeFacts(
      diagram,
      owner,
      facts.value.map((fact, j) => (j === i ? changed(fact) : fact)),
    ),
  )
}
function removeFact(i: number): void {
  emit('change', removeElements(diagram, [facts.value[i]!.id]).diagram)
  void focusLine(Math.min(i, facts.value.length - 1))
}
const isPhysical = computed(() => diagram.level === 'physical')
const textIn = (event: Event): string => (event.target as HTMLInputElement).value.trim()
/** "from 100 by 5", "yes", or nothing. */
function number(i: number, text: string): void {
  const numbering = numberingFrom(text)
  fault.value = text !== '' && !numbering ? 'It numbers itself: from 1, or from 100 by 5.' : ''
  if (text === '' || numbering) set(i, { numbering })
}
function writeType(i: number, text: string): void {
  const typed = typeWritten(text)
  set(i, typed ?? { type: text.trim(), size: '' })
}
function onEnter(event: KeyboardEvent, i: number): void {
  const input = event.target as HTMLInputElement
  if (input.value.trim() === '' && i >= facts.value.length) return emit('done')
  if (write(i, input.value)) {
    if (i >= facts.value.length) input.value = ''
    void nextTick(() => focusLine(i + 1))
  }
}
/** The first letter of a mark chooses it, while its words have the focus. */
const MARKS = [
  {
    words: 'identifier',
    letter: 'i',
    is: (fact: DiagramAttribute) => fact.identifies,
    change: (fact: DiagramAttribute) => ({ identifies: !fact.identifies }),
  },
  {
    words: 'may lack',
    letter: 'm',
    is: (fact: DiagramAttribute) => fact.required === false,
    change: (fact: DiagramAttribute) => ({ required: fact.required === false ? null : false }),
  },
  {
    words: 'several',
    letter: 's',
    is: (fact: DiagramAttribute) => fact.several,
    change: (fact: DiagramAttribute) => ({ several: !fact.several }),
  },
  {
    words: 'worked out',
    letter: 'w',
    is: (fact: DiagramAttribute) => fact.derived,
    change: (fact: DiagramAttribute) => ({ derived: !fact.derived }),
  },
] as const
/** Whether it must be there is asked at the physical level. */
const REQUIRED = {
  words: 'required',
  letter: 'r',
  is: (fact: DiagramAttribute) => fact.required === true,
  change: (fact: DiagramAttribute) => ({ required: fact.required === true ? null : true }),
} as const
const marks = computed(() => [
  ...MARKS.filter(({ words }) => entity.value || words !== 'identifier'),
  ...(isPhysical.value ? [REQUIRED] : []),
])
/**
 * In brackets the first letters choose a mark: the rest of it stands there, chosen, and goes when one types
 * on otherwise.
 */
function completeMark(event: Event): void {
  const input = event.target as HTMLInputElement
  if (
    !(event instanceof InputEvent) ||
    event.inputType !== 'insertText' ||
    input.selectionStart !== input.value.length
  )
    return
  const begun = /\((?:.*,)? *([a-z][a-z ]*)$/i.exec(input.value)?.[1]?.toLowerCase()
  const mark = begun && [...MARKS, REQUIRED].find(({ words }) => words.startsWith(begun) && words !== begun)
  if (!mark) return
  const { length } = input.value
  input.value += mark.words.slice(begun.length)
  input.setSelectionRange(length, input.value.length)
}
function markKey(event: KeyboardEvent, i: number): void {
  if (event.target instanceof HTMLInputElement) return
  const mark = marks.value.find(({ letter }) => letter === event.key.toLowerCase())
  if (!mark || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  event.stopPropagation()
  set(i, mark.change(facts.value[i]!))
}
/** A fact that no two share, beside what tells the card apart. */
const isAlone = ({ id }: DiagramAttribute): boolean =>
  entity.value?.uniques.some(set => set.length === 1 && set[0] === id) ?? false
function toggleAlone(fact: DiagramAttribute): void {
  const uniques = entity.value!.uniques
  emit(
    'change',
    changeEntity(diagram, owner, {
      uniques: isAlone(fact)
        ? uniques.filter(set => !(set.length === 1 && set[0] === fact.id))
        : [...uniques, [fact.id]],
    }),
  )
}
const typeOf = ({ type, size }: DiagramAttribute): string => `${type} ${size}`.trim()
const verb = computed(() => diagram.relationships.find(({ id }) => id === owner))
function nameTable(table: string): void {
  emit(
    'change',
    changeRelationship(diagram, owner, { table: table === '' ? undefined : table } as Partial<
      NonNullable<typeof verb.value>
    >),
  )
}
</script>

<template>
  <div ref="host" class="facts nodrag nopan nowheel" @keydown.esc.stop.prevent="emit('done')" @dblclick.stop>
    <input
      v-if="entity"
      class="name"
      :value="entity.name"
      maxlength="80"
      aria-label="Name of the card"
      placeholder="what is it called?"
      @change="rename(($event.target as HTMLInputElement).value.trim())"
      @keydown.enter.prevent="rename(($event.target as HTMLInputElement).value.trim()) && focusLine(0)"
      @focus="at = -1"
    />
    <input
      v-else-if="verb && verb.ends.length > 2"
      class="name"
      :value="verb.table ?? ''"
      maxlength="80"
      aria-label="What a table of it is called"
      placeholder="a table of it is called …"
      @change="nameTable(($event.target as HTMLInputElement).value.trim())"
    />
    <p v-if="fault" class="fault tiny" role="alert">
      {{ fault }}
      <button v-if="twin" type="button" class="plain tiny" @click="emit('jump', twin)">Go there</button>
    </p>
    <p v-if="references.length > 0" class="references tiny">
      <span
        v-for="{ relationship, target, role, identifies } in references"
        :key="relationship"
        :class="{ key: identifies }"
        >→ {{ role || target }}</span
      >
    </p>
    <template v-for="(fact, i) in facts" :key="fact.id">
      <div class="fact" @focusin="at = i">
        <input
          class="fact-name"
          :class="{ key: fact.identifies }"
          :data-line="i"
          :value="fact.parts.length > 0 ? `${fact.name} (parts ${fact.parts.join(' + ')})` : fact.name"
          maxlength="120"
          :aria-label="`Fact ${i + 1}`"
          @change="write(i, ($event.target as HTMLInputElement).value)"
          @keydown.enter.prevent="onEnter($event, i)"
          @input="completeMark"
        />
        <input
          v-if="asksType"
          class="type"
          :value="typeOf(fact)"
          maxlength="60"
          :aria-label="`Type of ${fact.name}`"
          placeholder="type"
          @change="writeType(i, ($event.target as HTMLInputElement).value)"
          @keydown.enter.prevent="focusLine(i + 1)"
        />
      </div>
      <div
        v-if="at === i"
        class="mark-words tiny"
        role="group"
        :aria-label="`What there is to say of ${fact.name}`"
        @keydown="markKey($event, i)"
      >
        <button
          v-for="mark in marks"
          :key="mark.words"
          type="button"
          :aria-pressed="mark.is(fact)"
          @click="set(i, mark.change(fact))"
          @keydown.enter.stop.prevent="focusLine(i + 1)"
        >
          {{ mark.words }}
        </button>
        <button
          v-if="entity && !fact.identifies && !fact.several"
          type="button"
          :aria-pressed="isAlone(fact)"
          @click="toggleAlone(fact)"
        >
          no two alike
        </button>
        <button type="button" @click="removeFact(i)">take away</button>
        <label v-if="isPhysical && !fact.several" class="besides"
          >default
          <input
            :value="fact.default ?? ''"
            maxlength="200"
            :aria-label="`Default of ${fact.name}`"
            placeholder="none"
            @change="set(i, { default: textIn($event) || undefined })"
            @keydown.enter.stop.prevent="focusLine(i + 1)"
        /></label>
        <label v-if="isPhysical && !fact.several" class="besides"
          >numbers itself
          <input
            :value="
              fact.numbering
                ? numberingInWords(fact.numbering).replace('numbers itself', '').trim() || 'from 1'
                : ''
            "
            maxlength="60"
            :aria-label="`How ${fact.name} numbers itself`"
            placeholder="no"
            @change="number(i, textIn($event))"
            @keydown.enter.stop.prevent="focusLine(i + 1)"
        /></label>
        <label class="besides wide"
          >note
          <input
            :value="fact.note ?? ''"
            maxlength="2000"
            :aria-label="`Note on ${fact.name}`"
            placeholder="how it is to be understood"
            @change="set(i, { note: textIn($event) || undefined })"
            @keydown.enter.stop.prevent="focusLine(i + 1)"
        /></label>
      </div>
    </template>
    <input
      class="fact-name"
      :data-line="facts.length"
      maxlength="120"
      aria-label="Next fact"
      :placeholder="asksWhatTells ? 'what tells it apart?' : 'next fact'"
      @change="
        write(facts.length, ($event.target as HTMLInputElement).value) &&
        (($event.target as HTMLInputElement).value = '')
      "
      @keydown.enter.prevent="onEnter($event, facts.length)"
      @input="completeMark"
      @focus="at = -1"
    />
    <DiagramUniques v-if="entity" :diagram="diagram" :entity="entity" @change="emit('change', $event)" />
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 2px;
  padding: 7px 9px 9px;
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-left-width: 3px;
  border-radius: 2px;
  box-shadow: 3px 4px 0 var(--shadow);
  width: 280px;
}
input {
  background: transparent;
  border: 0;
  border-bottom: 1px dotted var(--edge);
  padding: 2px 3px;
  min-width: 0;
  font-size: 13.5px;
  color: var(--ink);
}
input:focus {
  outline: 2px solid var(--ink);
  outline-offset: 0;
  border-bottom-color: transparent;
}
.name {
  font: 650 15.5px var(--font-serif);
}
.fact {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
}
.type {
  width: 96px;
  font: 12px var(--font-mono);
}
.key {
  font-weight: 650;
  border-bottom: 1.5px solid var(--ink);
}
.references {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  padding: 1px 3px;
  color: var(--verdigris);
}
.besides {
  display: flex;
  gap: 4px;
  align-items: baseline;
}
.besides input {
  width: 84px;
  font-size: 12px;
}
.besides.wide {
  flex: 1 1 100%;
}
.besides.wide input {
  flex: 1;
}
.mark-words {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  padding: 1px 4px 3px;
  color: var(--soft);
}
.mark-words button {
  cursor: pointer;
}
.mark-words button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 650;
}
.mark-words button[aria-pressed='true']::before {
  content: '✓ ';
}
.fault {
  color: var(--madder);
}
::placeholder {
  color: var(--soft);
  font-style: italic;
  opacity: 1;
}
</style>
