<script setup lang="ts">
import {
  NOTATIONS,
  addEntity,
  changeEntity,
  changeRelationship,
  checkDiagram,
  keepPlaces,
  nameReferences,
  partOf,
  pasteInto,
  relate as relateTo,
  removeElements,
  roomNear,
  type Diagram,
  type Level,
  type Notation,
} from '@nomenklatura/core/diagram'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { Dialect } from '@nomenklatura/core/schema'
import type { Finding } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'

/**
 * The Diagram sheet: cards on a board, questions for every line, sentences as an equal view and as the way to
 * write.
 */
const {
  diagram,
  findings = undefined,
  asked,
  offers = true,
  hasTables = true,
  marks = undefined,
  readonly = false,
  name = 'diagram',
  keepAs = undefined,
  drafts = [],
  others = {},
} = defineProps<{
  diagram: Diagram
  findings?: readonly Finding[] | undefined
  /** The level that is to be reached. */
  asked: Level
  /** Whether what it leads to may be offered: a card between, what a level asks for. */
  offers?: boolean
  /** Whether its tables can be had: not where they are for the student to write. */
  hasTables?: boolean
  /** What the last check says of elements. */
  marks?: ReadonlyMap<string, Verdict> | undefined
  readonly?: boolean
  /** What a file of it is called. */
  name?: string
  /** Under what its steps outlive a reload. */
  keepAs?: string | undefined
  /** What it may be begun from. */
  /** The other sheets, where a card that is renamed may be named as well. */
  others?: { readonly dictionary?: Dictionary; readonly script?: string; readonly dialect?: Dialect }
  drafts?: readonly { readonly words: string; readonly make: () => Diagram }[]
}>()
/** `others`: what other sheets become when a card is renamed everywhere. */
const emit = defineEmits<{
  change: [diagram: Diagram]
  others: [change: { dictionary?: Dictionary; script?: string }]
}>()

const { step, undo, redo, canUndo, canRedo } = useSteps<Diagram>(
  () => diagram,
  value => emit('change', value),
  keepAs,
)
const said = ref('')
const { start: forget } = useTimeoutFn(
  () => {
    said.value = ''
  },
  6000,
  { immediate: false },
)
function say(text: string): void {
  said.value = text
  forget()
}
function change(next: Diagram, place?: string): void {
  if (!readonly && next !== diagram) step(keepPlaces(diagram, nameReferences(diagram, next)), place)
}
const shown = computed(() => findings ?? checkDiagram(diagram))
const noted = computed(
  () =>
    new Set(
      shown.value.flatMap(({ field = '' }) => {
        const owner = [...diagram.entities, ...diagram.relationships].find(
          ({ id, attributes }) => id === field || attributes.some(fact => fact.id === field),
        )
        return owner ? [owner.id] : []
      }),
    ),
)

const isSmall = useMediaQuery('(max-width: 640px)')
const wanted = useLocalStorage<'board' | 'sentences'>('nomenklatura-diagram-view', 'board')
/** On a small window the board is shown when it is asked for, and not drawn on. */
const onSmall = ref<'board' | 'sentences'>('sentences')
const view = computed(() => (isSmall.value ? onSmall.value : wanted.value))
function turnTo(way: 'board' | 'sentences'): void {
  if (isSmall.value) onSmall.value = way
  else wanted.value = way
}
const notation = useLocalStorage<Notation>('nomenklatura-notation', 'feet')
const NOTATION_WORDS: Readonly<Record<Notation, string>> = {
  'feet': 'crow’s feet',
  'diamonds': 'diamonds, 1 and n',
  'min-max': '(min,max)',
}

const board = useTemplateRef('board')
const sentences = useTemplateRef('sentences')
const entry = useTemplateRef('entry')
const host = useTemplateRef<HTMLElement>('host')
const chosen = ref<readonly string[]>([])
const reached = ref('')
const editing = ref('')
const asking = ref('')
watch(
  () => diagram,
  () => {
    if (asking.value && !diagram.relationships.some(({ id }) => id === asking.value)) asking.value = ''
    if (editing.value && !diagram.entities.some(({ id }) => id === editing.value)) editing.value = ''
  },
)

const nameOf = (id: string): string => diagram.entities.find(entity => entity.id === id)?.name || 'the card'
const isGiven = (id: string): boolean => diagram.entities.find(entity => entity.id === id)?.given ?? false

/* Making */
function add(at?: { x: number; y: number }): void {
  if (readonly) return
  const spot = at ?? board.value?.centreOf()
  const { diagram: next, id } = addEntity(diagram, '', spot && roomNear(diagram, spot))
  change(next)
  editing.value = id
}
function edit(id: string): void {
  if (readonly) return
  if (isGiven(id)) return say('Given by the exercise; yours begin here.')
  editing.value = id
}
/** A card that was left without a name and facts is taken away again. */
function edited(): void {
  const last = diagram.entities.find(({ id }) => id === editing.value)
  editing.value = ''
  if (last && last.name.trim() === '' && last.attributes.length === 0) return undo()
  if (last) void board.value?.focusCard(last.id)
}
function relate(from: string, to: string): void {
  if (readonly) return
  const { diagram: next, id } = relateTo(diagram, [from, to])
  change(next)
  asking.value = id
  linking.value = ''
}
function make(next: Diagram, touched: readonly string[]): void {
  change(next)
  void nextTick(() => board.value?.see(touched))
  const last = touched.at(-1)
  if (last && diagram.relationships.some(({ id }) => id === last)) asking.value = ''
}
function move(places: ReadonlyMap<string, { x: number; y: number }>): void {
  change(
    [...places].reduce(
      (next, [id, at]) =>
        next.entities.some(entity => entity.id === id)
          ? changeEntity(next, id, { at: { ...at, isHeld: true } })
          : changeRelationship(next, id, { at }),
      diagram,
    ),
  )
}
function done(): void {
  const last = asking.value
  asking.value = ''
  const far = diagram.relationships.find(({ id }) => id === last)?.ends[0]?.entity
  if (view.value === 'board' && far) void board.value?.focusCard(reached.value || far)
}
function remove(): void {
  const ids = chosen.value.length > 0 ? chosen.value : [reached.value]
  const { diagram: next, entities, relationships } = removeElements(diagram, ids)
  if (next === diagram || (entities.length === 0 && relationships === 0))
    return ids.some(isGiven) ? say('Given by the exercise; yours begin here.') : undefined
  change(next)
  say(
    `${entities.length > 2 ? countOf(entities.length, 'card') : entities.join(' and ')}${relationships > 0 ? ` and ${countOf(relationships, 'relationship')}` : ''} removed.`,
  )
}

/* Renaming everywhere */
const renaming = ref('')
function rename({ to, ...rest }: { to: string; dictionary?: Dictionary; script?: string }): void {
  change(changeEntity(diagram, renaming.value, { name: to }))
  if (rest.dictionary || rest.script !== undefined) emit('others', rest)
  const card = renaming.value
  renaming.value = ''
  void board.value?.focusCard(card)
}

/* Copying */
const copied = useState<Diagram | undefined>('copied-part', () => undefined)
function copy(): void {
  const part = partOf(diagram, chosen.value.length > 0 ? chosen.value : [reached.value])
  if (part.entities.length === 0) return
  copied.value = part
  say(`${countOf(part.entities.length, 'card')} copied.`)
}
async function paste(): Promise<void> {
  if (!copied.value || readonly) return
  const { diagram: next, ids } = pasteInto(diagram, copied.value)
  change(next)
  await nextTick()
  board.value?.chooseOnly(ids)
  if (ids[0]) void board.value?.focusCard(ids[0])
}

/* Aligning and arranging */
function align(along: 'x' | 'y'): void {
  const cards = diagram.entities.filter(({ id, at }) => chosen.value.includes(id) && at)
  const line = Math.min(...cards.map(({ at }) => at![along]))
  move(new Map(cards.map(({ id, at }) => [id, { x: at!.x, y: at!.y, [along]: line }])))
}
const { arrange, arranging } = useArrange()
async function setOut(all: boolean): Promise<void> {
  change(await arrange(diagram, all))
  await nextTick()
  setTimeout(() => board.value?.fit(), 60)
}

/** What is drawn from another sheet is set out at once. */
async function begin(drawn: Diagram): Promise<void> {
  change(await arrange(drawn, true))
}

/* Finding */
const sought = ref('')
const seeks = ref(false)
const found = computed(() =>
  sought.value.trim() === ''
    ? []
    : diagram.entities.filter(({ name: card, attributes }) =>
        [card, ...attributes.map(fact => fact.name)].some(text =>
          text.toLowerCase().includes(sought.value.trim().toLowerCase()),
        ),
      ),
)
function goTo(id: string): void {
  seeks.value = false
  sought.value = ''
  if (view.value === 'board') void board.value?.focusCard(id)
  else void sentences.value?.show(id)
}
async function seek(): Promise<void> {
  seeks.value = true
  await nextTick()
  host.value?.querySelector<HTMLInputElement>('.seek input')?.focus()
}

/* Keys of the board */
const singles = useSingleKeys()
const lifted = ref<{ ids: readonly string[]; x: number; y: number }>()
const linking = ref('')
const walking = ref(-1)
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const linesOf = (card: string): string[] =>
  diagram.relationships.filter(({ ends }) => ends.some(({ entity }) => entity === card)).map(({ id }) => id)

function onKey(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  const isTyping = target.closest('input, select, textarea') !== null
  const mod = event.ctrlKey || event.metaKey
  const key = event.key
  if (mod && key.toLowerCase() === 'z' && !isTyping) return act(event, event.shiftKey ? redo : undo)
  if (isTyping || event.altKey) return
  if (key === 'F2' && !readonly && reached.value !== '')
    return act(event, () =>
      isGiven(reached.value)
        ? say('Given by the exercise; yours begin here.')
        : (renaming.value = reached.value),
    )
  const card = target.closest<HTMLElement>('[data-card]')?.dataset.card ?? ''
  if (mod) {
    if (key.toLowerCase() === 'c') return act(event, copy)
    if (key.toLowerCase() === 'v') return act(event, () => void paste())
    if (key.toLowerCase() === 'a')
      return act(event, () => board.value?.chooseOnly(diagram.entities.map(({ id }) => id)))
    return
  }
  if (lifted.value && moveKey(event)) return
  if (ARROWS[key] && card) return act(event, () => step2(card, key))
  if ((key === 'PageDown' || key === 'PageUp') && card)
    return act(event, () => walkCards(card, key === 'PageDown' ? 1 : -1))
  if (key === 'Enter' && card && !target.closest('button'))
    return act(event, () => (linking.value ? relate(linking.value, card) : edit(card)))
  if (key === 'Escape' && linking.value)
    return act(event, () => {
      linking.value = ''
    })
  if ((key === 'Delete' || key === 'Backspace') && (card || chosen.value.length > 0))
    return act(event, remove)
  if (key === ' ' && card) return act(event, () => board.value?.toggleChosen(card))
  if (!singles.value || key.length !== 1) return
  const run = singleKey(key.toLowerCase(), card)
  if (run) act(event, run)
}
function act(event: KeyboardEvent, run: () => unknown): void {
  event.preventDefault()
  event.stopPropagation()
  run()
}
function singleKey(key: string, card: string): (() => unknown) | undefined {
  switch (key) {
    case '/':
      return () => entry.value?.focus()
    case 'n':
      return () => add()
    case 't':
      return () => {
        turnTo(view.value === 'board' ? 'sentences' : 'board')
      }
    case '+':
      return () => board.value?.zoomIn()
    case '-':
      return () => board.value?.zoomOut()
    case '0':
      return () => board.value?.fit()
    case 'r':
      return card === '' ? undefined : () => beginLink(card)
    case 'm':
      return card === '' || readonly ? undefined : () => lift(card)
    case 'l':
      return card === '' ? undefined : () => walk(card)
    case 'q':
      return card === ''
        ? undefined
        : () => {
            asking.value = linesOf(card)[Math.max(0, walking.value)] ?? linesOf(card)[0] ?? ''
          }
    default:
      return undefined
  }
}
function step2(card: string, key: string): void {
  const [dx, dy] = ARROWS[key]!
  const next = board.value?.neighbour(card, dx, dy)
  walking.value = -1
  if (next) void board.value?.focusCard(next)
}
/** From card to card in the order of their making, wherever they lie, also under another. */
function walkCards(card: string, step: 1 | -1): void {
  const at = diagram.entities.findIndex(({ id }) => id === card)
  const next = diagram.entities.at((at + step) % diagram.entities.length)
  walking.value = -1
  if (next) void board.value?.focusCard(next.id)
}
function beginLink(card: string): void {
  linking.value = card
  say(`From ${nameOf(card)}: choose the other card, or go there and press Enter. Esc leaves.`)
}
function lift(card: string): void {
  const ids = chosen.value.includes(card) ? [...chosen.value] : [card]
  lifted.value = { ids, x: 0, y: 0 }
  board.value?.nudge(ids, 0, 0)
  say(
    `${ids.length > 1 ? countOf(ids.length, 'card') : nameOf(card)} picked up. Arrows move, Enter drops, Esc puts back.`,
  )
}
function moveKey(event: KeyboardEvent): boolean {
  const arrow = ARROWS[event.key]
  const at = lifted.value!
  if (arrow) {
    const by = event.shiftKey ? 40 : 8
    lifted.value = { ids: at.ids, x: at.x + arrow[0] * by, y: at.y + arrow[1] * by }
    act(event, () => board.value?.nudge(at.ids, lifted.value!.x, lifted.value!.y))
    return true
  }
  if (event.key !== 'Enter' && event.key !== 'Escape') return false
  act(event, event.key === 'Enter' ? () => board.value?.putDown() : () => board.value?.putBack())
  lifted.value = undefined
  void board.value?.focusCard(at.ids[0]!)
  return true
}
/** Walks the lines of a card: each is read as both its sentences. */
function walk(card: string): void {
  const lines = linesOf(card)
  if (lines.length === 0) return say('No line leads here yet.')
  walking.value = (walking.value + 1) % lines.length
  const relationship = diagram.relationships.find(({ id }) => id === lines[walking.value])!
  const [a, b] = relationship.ends as [(typeof relationship.ends)[0], (typeof relationship.ends)[0]]
  say(
    `${walking.value + 1} of ${lines.length}: ${relationship.ends.length > 2 ? relationship.name : `${nameOf(a.entity)} ${relationship.name || '…'} ${nameOf(b.entity)}; ${nameOf(b.entity)} ${relationship.back || '…'} ${nameOf(a.entity)}`}. Q asks.`,
  )
}

useActions(() => [
  { label: 'see all of the diagram', key: '0', run: () => board.value?.fit() },
  { label: 'find a card or fact', run: () => void seek() },
  ...(readonly
    ? []
    : [
        { label: 'new card', key: 'N', run: () => add() },
        { label: 'write a sentence', key: '/', run: () => entry.value?.focus() },
        { label: 'set the cards out', run: () => void setOut(false) },
        ...(reached.value === '' || isGiven(reached.value)
          ? []
          : [
              {
                label: `rename ${nameOf(reached.value)} everywhere`,
                key: 'F2',
                run: () => (renaming.value = reached.value),
              },
            ]),
      ]),
])

/* Where a note speaks of */
async function show({ field = '' }: { field?: string | undefined }): Promise<void> {
  const owner = [...diagram.entities, ...diagram.relationships].find(
    ({ id, attributes }) => id === field || attributes.some(fact => fact.id === field),
  )
  if (!owner) return
  const isLine = diagram.relationships.some(({ id }) => id === owner.id)
  if (view.value === 'sentences') return sentences.value?.show(owner.id)
  if (isLine) asking.value = owner.id
  else await board.value?.focusCard(owner.id)
}
defineExpose({ show })

function undoRemoval(): void {
  undo()
  said.value = ''
}
</script>

<template>
  <div ref="host" class="diagram" @keydown="onKey">
    <header class="head small">
      <span class="views" role="group" aria-label="View"
        ><button
          v-for="way in ['board', 'sentences'] as const"
          :key="way"
          type="button"
          :aria-pressed="view === way"
          @click="turnTo(way)"
        >
          {{ way === 'board' ? 'Board' : 'As sentences' }}
        </button></span
      >
      <template v-if="!readonly"
        ><button type="button" class="plain" :disabled="!canUndo" @click="undo">Undo</button
        ><button type="button" class="plain" :disabled="!canRedo" @click="redo">Redo</button></template
      >
      <button
        v-for="draft in readonly ? [] : drafts"
        :key="draft.words"
        type="button"
        class="plain"
        @click="begin(draft.make())"
      >
        {{ draft.words }}
      </button>
      <DiagramLevels
        :diagram="diagram"
        :asked="asked"
        :offers="offers"
        :readonly="readonly"
        class="steps"
        @change="change"
      />
    </header>
    <div v-if="view === 'board' && !isSmall" class="tools tiny">
      <template v-if="!readonly"
        ><button type="button" class="plain tiny" @click="add()">New card <kbd>N</kbd></button>
        <button type="button" class="plain tiny" :disabled="reached === ''" @click="beginLink(reached)">
          Relate <kbd>R</kbd>
        </button>
        <button
          type="button"
          class="plain tiny"
          :disabled="arranging || diagram.entities.length === 0"
          @click="setOut(false)"
        >
          {{ arranging ? 'Setting out …' : 'Set out' }}
        </button>
        <button
          v-if="diagram.entities.some(({ at }) => at?.isHeld)"
          type="button"
          class="plain tiny"
          :disabled="arranging"
          @click="setOut(true)"
        >
          Set out all
        </button>
        <button
          type="button"
          class="plain tiny"
          :disabled="reached === '' || isGiven(reached)"
          @click="renaming = reached"
        >
          Rename <kbd>F2</kbd>
        </button>
        <template v-if="chosen.length > 1"
          ><button type="button" class="plain tiny" @click="align('x')">Align left</button
          ><button type="button" class="plain tiny" @click="align('y')">Align top</button></template
        ></template
      >
      <button
        type="button"
        class="plain tiny"
        :disabled="diagram.entities.length === 0"
        @click="board?.fit()"
      >
        See all <kbd>0</kbd>
      </button>
      <span class="seek"
        ><input
          v-if="seeks"
          v-model="sought"
          placeholder="which card or fact?"
          aria-label="Find a card or fact"
          @keydown.esc.stop="seeks = false"
          @keydown.enter.prevent="found[0] && goTo(found[0].id)"
        /><button
          v-else
          type="button"
          class="plain tiny"
          :disabled="diagram.entities.length === 0"
          @click="seek"
        >
          Find
        </button>
        <span v-if="seeks && found.length > 0" class="found"
          ><button v-for="card in found.slice(0, 8)" :key="card.id" type="button" @click="goTo(card.id)">
            {{ card.name }}
          </button></span
        ></span
      >
      <label class="notation"
        >Line ends
        <select v-model="notation">
          <option v-for="way in NOTATIONS" :key="way" :value="way">{{ NOTATION_WORDS[way] }}</option>
        </select></label
      >
      <NuxtLink to="/help/diagram" target="_blank" class="plain tiny">How it is written</NuxtLink>
      <DiagramSave
        :diagram="diagram"
        :notation="notation"
        :name="name"
        :has-tables="hasTables"
        :readonly="readonly"
        @load="change"
        @say="say"
      />
    </div>
    <DiagramPicture
      v-if="view === 'board' && isSmall"
      class="shown"
      :diagram="diagram"
      :notation="notation"
      empty="Nothing is drawn yet: write it as sentences."
    />
    <DiagramBoard
      v-else-if="view === 'board'"
      ref="board"
      :diagram="diagram"
      :notation="notation"
      :marks="marks"
      :noted="noted"
      :editing="editing"
      :asked="asking"
      :readonly="readonly"
      :class="{ linking: linking !== '' }"
      @move="move"
      @choose="chosen = $event"
      @focus-card="reached = $event"
      @press="linking !== '' && $event !== linking && relate(linking, $event)"
      @relate="relate"
      @edit="edit"
      @ask="asking = $event"
      @add="add"
      @change="change"
      @edited="edited"
    />
    <DiagramSentences
      v-else
      ref="sentences"
      :diagram="diagram"
      :findings="shown"
      :offers="offers"
      :readonly="readonly"
      @change="change"
    />
    <DiagramPicture class="on-paper" :diagram="diagram" :notation="notation" label="For printing" />
    <p class="said small" role="status">
      {{ said
      }}<button v-if="said.endsWith('removed.')" type="button" class="plain small" @click="undoRemoval">
        Undo
      </button>
    </p>
    <DiagramQuestions
      v-if="asking && view === 'board' && !isSmall"
      :key="asking"
      :diagram="diagram"
      :relationship="asking"
      :offers="offers"
      :readonly="readonly"
      class="dock"
      @change="change"
      @done="done"
      @made="edit"
    />
    <DiagramRename
      v-if="renaming"
      :diagram="diagram"
      :entity="renaming"
      :others="others"
      @rename="rename"
      @leave="renaming = ''"
    />
    <DiagramEntry
      v-if="!readonly"
      ref="entry"
      :diagram="diagram"
      @make="make"
      @leave="host?.querySelector<HTMLElement>('[data-card][tabindex=\'0\']')?.focus()"
    />
  </div>
</template>

<style scoped>
.diagram {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  padding: 0 2px 6px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  margin-bottom: 5px;
}
.views {
  display: flex;
  gap: 14px;
}
.views button {
  color: var(--soft);
  font-weight: 600;
  cursor: pointer;
  border-bottom: 2px solid transparent;
  padding: 0 1px 2px;
}
.views button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
.steps {
  margin-left: auto;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
  margin-bottom: 6px;
}
.notation {
  margin-left: auto;
  color: var(--soft);
}
.notation select {
  background: transparent;
  color: var(--ink);
  border-bottom: 1px solid var(--edge);
}
.notation option {
  background: var(--sheet);
}
.seek {
  position: relative;
}
.seek input {
  border-bottom: 1px solid var(--edge);
  background: transparent;
  width: 150px;
}
.found {
  position: absolute;
  z-index: 5;
  left: 0;
  top: 100%;
  display: grid;
  background: var(--sheet);
  border: 1px solid var(--edge);
  min-width: 160px;
}
.found button {
  text-align: left;
  padding: 3px 9px;
  cursor: pointer;
}
.found button:hover,
.found button:focus {
  background: var(--verdigris-wash);
}
.said {
  min-height: 19px;
  display: flex;
  gap: 12px;
  color: var(--soft);
}
.dock {
  margin-bottom: 7px;
}
.linking :deep(.card) {
  cursor: crosshair;
}
kbd {
  font: 600 10px var(--font-mono);
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  padding: 0 3px;
  color: var(--soft);
}
.on-paper {
  display: none;
}
@media print {
  .head,
  .tools,
  .said,
  .diagram > :deep(.board),
  .diagram > :deep(.entry),
  .dock {
    display: none;
  }
  .on-paper {
    display: block;
  }
}
</style>
