<script setup lang="ts">
import {
  addEntity,
  addKind,
  aloud,
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
import type { DiagramBoardHandle } from './board'
import { useBoardKeys } from './board-keys'
import { useLifting } from './board-lifting'

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
const board = useTemplateRef<DiagramBoardHandle>('board')
const sentences = useTemplateRef('sentences')
const entry = useTemplateRef('entry')
const tools = useTemplateRef('tools')
const host = useTemplateRef<HTMLElement>('host')
const chosen = ref<readonly string[]>([])
const reached = ref('')
const editing = ref('')
/** The line, or the kinds, whose questions are open. */
const asking = ref('')
const asksKinds = computed(() => diagram.kinds.some(({ id }) => id === asking.value))
watch(
  () => diagram,
  () => {
    const isThere = [...diagram.relationships, ...diagram.kinds].some(({ id }) => id === asking.value)
    if (asking.value && !isThere) asking.value = ''
    if (editing.value && !diagram.entities.some(({ id }) => id === editing.value)) editing.value = ''
  },
)

const nameOf = (id: string): string => diagram.entities.find(entity => entity.id === id)?.name || 'the card'
const isGiven = (id: string): boolean => diagram.entities.find(entity => entity.id === id)?.given ?? false
/** What is spoken of: the cards that are chosen, else the one that was reached last. */
const spoken = computed(() => {
  if (chosen.value.length > 0) return chosen.value
  return diagram.entities.some(({ id }) => id === reached.value) ? [reached.value] : []
})
const GIVEN = 'Given by the exercise; yours begin here.'

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
  if (isGiven(id)) return say(GIVEN)
  editing.value = id
}
/** A card that was left without a name and facts is taken away again. */
function edited(): void {
  const last = diagram.entities.find(({ id }) => id === editing.value)
  editing.value = ''
  if (last && last.name.trim() === '' && last.attributes.length === 0) return undo()
  if (last) void board.value?.focusCard(last.id)
}
/** A click on the paper ends what is being written, asked or related. */
function leaveAll(): void {
  linking.value = undefined
  if (editing.value !== '') edited()
  asking.value = ''
}
function relate(...cards: readonly string[]): void {
  if (readonly) return
  const { diagram: next, id } = relateTo(diagram, cards)
  change(next)
  asking.value = id
  linking.value = undefined
}
function makeKind(general: string, special: readonly string[]): void {
  if (readonly) return
  let made = { diagram, id: '' }
  for (const card of special) {
    const next = addKind(made.diagram, general, card)
    made = next.id === '' ? made : next
  }
  linking.value = undefined
  if (made.id === '') return say(`A card is no kind of itself, nor of its own kinds.`)
  change(made.diagram)
  asking.value = made.id
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
  const far =
    diagram.relationships.find(({ id }) => id === last)?.ends[0]?.entity ??
    diagram.kinds.find(({ id }) => id === last)?.general
  if (view.value === 'board' && far) void board.value?.focusCard(reached.value || far)
}
/** The line that is being read goes; else the cards that are chosen, or the one that has the focus. */
function remove(): void {
  const line = linesOf(reached.value)[walking.value]
  take(line && chosen.value.length === 0 ? [line] : spoken.value)
}
function take(ids: readonly string[]): void {
  const { diagram: next, entities, relationships } = removeElements(diagram, ids)
  const kinds = diagram.kinds.length - next.kinds.length
  if (entities.length === 0 && relationships === 0 && kinds === 0)
    return ids.some(isGiven) ? say(GIVEN) : undefined
  walking.value = -1
  change(next)
  const lines = relationships > 0 ? countOf(relationships, 'relationship') : ''
  const brackets = kinds > 0 && entities.length === 0 ? 'the kinds' : ''
  const cards = entities.length > 2 ? countOf(entities.length, 'card') : entities.join(' and ')
  say(`${[cards, lines, brackets].filter(text => text !== '').join(' and ')} removed.`)
  void nextTick(() => {
    if (entities.length > 0 && diagram.entities[0]) void board.value?.focusCard(diagram.entities[0].id)
  })
}

/* Renaming everywhere */
const renaming = ref('')
function beginRenaming(): void {
  const card = diagram.entities.some(({ id }) => id === reached.value) ? reached.value : spoken.value[0]
  if (!card) return
  if (isGiven(card)) return say(GIVEN)
  renaming.value = card
}
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
  const part = partOf(diagram, spoken.value)
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
/** What is drawn from another sheet, or comes from a file without places, is set out at once. */
async function begin(drawn: Diagram): Promise<void> {
  const hasPlaces = drawn.entities.some(({ at }) => at)
  change(hasPlaces ? drawn : await arrange(drawn, true))
  await nextTick()
  setTimeout(() => board.value?.fit(), 60)
}

function goTo(id: string): void {
  if (view.value === 'board') void board.value?.focusCard(id)
  else void sentences.value?.show(id)
}

/* Relating, and kinds: to what is chosen, or to the card that is pressed next */
const linking = ref<{ readonly from: string; readonly as: 'line' | 'kind' }>()
function beginLink(as: 'line' | 'kind'): void {
  const [from, ...others] = spoken.value
  if (readonly || !from) return
  if (others.length > 0)
    return as === 'line' ? relate(...spoken.value) : makeKind(generalOf(), othersOf(generalOf()))
  linking.value = { from, as }
  say(
    as === 'line'
      ? `From ${nameOf(from)}: choose the other card, or go there and press Enter. Esc leaves.`
      : `A kind of ${nameOf(from)}: choose the card, or go there and press Enter. Esc leaves.`,
  )
}
/** Of several that are chosen the one that was reached last is what the others are kinds of. */
const generalOf = (): string => (chosen.value.includes(reached.value) ? reached.value : chosen.value[0]!)
const othersOf = (card: string): string[] => chosen.value.filter(other => other !== card)
function endLink(card: string): void {
  const { from, as } = linking.value!
  if (as === 'line') relate(from, card)
  else makeKind(from, [card])
}

/* Keys of the board */
const { lift, move: moveLifted } = useLifting(() => board.value)
const walking = ref(-1)
watch(reached, () => {
  walking.value = -1
})
const linesOf = (card: string): string[] => [
  ...diagram.relationships
    .filter(({ ends }) => ends.some(({ entity }) => entity === card))
    .map(({ id }) => id),
  ...diagram.kinds
    .filter(({ general, special }) => general === card || special.includes(card))
    .map(({ id }) => id),
]
const { onKey } = useBoardKeys(
  () => board.value,
  {
    undo,
    redo,
    rename: beginRenaming,
    copy,
    paste: () => void paste(),
    chooseAll: () => board.value?.chooseOnly(diagram.entities.map(({ id }) => id)),
    choose: card => board.value?.toggleChosen(card),
    enter: card => (linking.value ? endLink(card) : edit(card)),
    leave: () => {
      const had = linking.value !== undefined
      linking.value = undefined
      return had
    },
    remove,
    hasChosen: () => chosen.value.length > 0,
    write: () => entry.value?.focus(),
    add: () => add(),
    turn: () => turnTo(view.value === 'board' ? 'sentences' : 'board'),
    relate: () => beginLink('line'),
    kinds: () => beginLink('kind'),
    lift: pickUp,
    move: moveLifted,
    walkLines: walk,
    ask: card => (asking.value = linesOf(card)[Math.max(0, walking.value)] ?? ''),
    step: (card, dx, dy) => {
      const next = board.value?.neighbour(card, dx, dy)
      if (next) reach(next)
    },
    walkCards: (card, by) => {
      const at = diagram.entities.findIndex(({ id }) => id === card)
      const next = diagram.entities.at((at + by) % diagram.entities.length)
      if (next) reach(next.id)
    },
  },
  () => readonly,
)
function reach(card: string): void {
  walking.value = -1
  void board.value?.focusCard(card)
}
function pickUp(card: string): void {
  const ids = chosen.value.includes(card) ? [...chosen.value] : [card]
  lift(ids)
  say(
    `${ids.length > 1 ? countOf(ids.length, 'card') : nameOf(card)} picked up. Arrows move, Enter drops, Esc puts back.`,
  )
}
/** Walks the lines of a card: each is read as both its sentences. */
function walk(card: string): void {
  const lines = linesOf(card)
  if (lines.length === 0) return say('No line leads here yet.')
  walking.value = (walking.value + 1) % lines.length
  const id = lines[walking.value]!
  const told = aloud(diagram)
    .filter(({ element }) => element === id)
    .map(({ text }) => text)
  say(`${walking.value + 1} of ${lines.length}: ${told.join(' ')} Q asks, Delete removes it.`)
}

/* The words of a menu, for what was pressed */
const pressed = ref('')
function onMenu({ target }: MouseEvent): void {
  const element = (target as HTMLElement).closest<HTMLElement>('[data-card], [data-line]')
  pressed.value = element?.dataset.card ?? element?.dataset.line ?? ''
  if (!element?.dataset.card) return
  reached.value = pressed.value
  // What is done is done to this card, and to others only where it is among those that are chosen.
  if (!chosen.value.includes(pressed.value)) board.value?.chooseOnly([])
}
const menu = computed(() => {
  const isCard = diagram.entities.some(({ id }) => id === pressed.value)
  const on = (label: string, key: string, onSelect: () => void) => ({
    label,
    kbds: [key],
    onSelect: () => setTimeout(onSelect),
  })
  if (pressed.value === '')
    return [
      on('New card', 'N', () => add()),
      ...(copied.value ? [on('Paste', 'Ctrl+V', () => void paste())] : []),
      on('Set out', '', () => void setOut(false)),
      on('See all', '0', () => board.value?.fit()),
    ]
  if (!isCard)
    return [
      on('Its questions', 'Q', () => (asking.value = pressed.value)),
      on('Remove', 'Delete', () => take([pressed.value])),
    ]
  return [
    on('Write on it', 'Enter', () => edit(pressed.value)),
    on(chosen.value.length > 2 ? `Let ${chosen.value.length} meet` : 'Relate to …', 'R', () =>
      beginLink('line'),
    ),
    on('A kind of it …', 'K', () => beginLink('kind')),
    on('Rename everywhere', 'F2', beginRenaming),
    on('Copy', 'Ctrl+C', copy),
    on('Remove', 'Delete', remove),
  ]
})
useActions(() => [
  { label: 'see all of the diagram', key: '0', run: () => board.value?.fit() },
  { label: 'find a card or fact', run: () => void tools.value?.seek() },
  ...(readonly
    ? []
    : [
        { label: 'new card', key: 'N', run: () => add() },
        { label: 'write a sentence', key: '/', run: () => entry.value?.focus() },
        { label: 'set the cards out', run: () => void setOut(false) },
        ...spoken.value
          .filter(card => !isGiven(card))
          .slice(0, 1)
          .map(card => ({
            label: `rename ${nameOf(card)} everywhere`,
            key: 'F2',
            run: beginRenaming,
          })),
      ]),
])

/* Where a note speaks of */
async function show({ field = '' }: { field?: string | undefined }): Promise<void> {
  const owner =
    [...diagram.entities, ...diagram.relationships].find(
      ({ id, attributes }) => id === field || attributes.some(fact => fact.id === field),
    ) ?? diagram.kinds.find(({ id }) => id === field)
  if (!owner) return
  const isLine = !diagram.entities.some(({ id }) => id === owner.id)
  if (view.value === 'sentences') return sentences.value?.show(owner.id)
  if (isLine) asking.value = owner.id
  else await board.value?.focusCard(owner.id)
}
defineExpose({ show, take: (next: Diagram) => change(next) })

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
    <DiagramTools
      v-if="view === 'board' && !isSmall"
      ref="tools"
      v-model:notation="notation"
      :diagram="diagram"
      :chosen="chosen.length"
      :reached="spoken[0] ?? ''"
      :is-given="isGiven(spoken[0] ?? '')"
      :arranging="arranging"
      :readonly="readonly"
      @add="add()"
      @relate="beginLink('line')"
      @kinds="beginLink('kind')"
      @remove="remove"
      @rename="beginRenaming"
      @align="align"
      @set-out="setOut"
      @fit="board?.fit()"
      @go-to="goTo"
    >
      <DiagramSave
        :diagram="diagram"
        :notation="notation"
        :name="name"
        :has-tables="hasTables"
        :readonly="readonly"
        @load="begin"
        @say="say"
      />
    </DiagramTools>
    <DiagramPicture
      v-if="view === 'board' && isSmall"
      class="shown"
      :diagram="diagram"
      :notation="notation"
      empty="Nothing is drawn yet: write it as sentences."
    />
    <UContextMenu
      v-else-if="view === 'board'"
      :items="menu"
      :disabled="readonly"
      :modal="false"
      :portal="false"
      :content="{ onCloseAutoFocus: event => event.preventDefault() }"
    >
      <DiagramBoard
        ref="board"
        :diagram="diagram"
        :notation="notation"
        :marks="marks"
        :noted="noted"
        :editing="editing"
        :asked="asking"
        :readonly="readonly"
        :class="{ linking }"
        @contextmenu="onMenu"
        @move="move"
        @choose="chosen = $event"
        @focus-card="reached = $event"
        @press="linking && endLink($event)"
        @relate="relate"
        @edit="edit"
        @ask="asking = $event"
        @add="add"
        @change="change"
        @edited="edited"
        @paper="leaveAll"
      />
    </UContextMenu>
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
    <DiagramKindsOf
      v-if="asksKinds && view === 'board' && !isSmall"
      :key="asking"
      :diagram="diagram"
      :kinds="asking"
      :readonly="readonly"
      class="dock"
      @change="change"
      @done="done"
    />
    <DiagramQuestions
      v-else-if="asking && view === 'board' && !isSmall"
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
.on-paper {
  display: none;
}
@media print {
  .head,
  .diagram > :deep(.tools),
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
