<script setup lang="ts">
import { VueFlow, useVueFlow, type Node, type NodeDragEvent } from '@vue-flow/core'
import '@vue-flow/core/dist/style.css'
import {
  aloud,
  joinsOf,
  routesBetween,
  sceneOf,
  type Box,
  type Diagram,
  type DiagramRelationship,
  type Notation,
  type Route,
} from '@nomenklatura/core/diagram'
import type { Verdict } from '@nomenklatura/core/rules'

/**
 * The board: paper cards and lines between them. Cards are moved, chosen and drawn from; everything can be
 * done by keyboard as well.
 */
const {
  diagram,
  notation,
  marks = undefined,
  noted = undefined,
  editing = '',
  asked = '',
  readonly = false,
} = defineProps<{
  diagram: Diagram
  notation: Notation
  marks?: ReadonlyMap<string, Verdict> | undefined
  noted?: ReadonlySet<string> | undefined
  /** The card whose facts are being written. */
  editing?: string
  /** The line whose questions are open. */
  asked?: string
  readonly?: boolean
}>()
const emit = defineEmits<{
  move: [places: ReadonlyMap<string, { x: number; y: number }>]
  choose: [ids: readonly string[]]
  focusCard: [id: string]
  press: [id: string]
  relate: [from: string, to: string]
  edit: [id: string]
  ask: [id: string]
  add: [at: { x: number; y: number }]
  change: [diagram: Diagram, place?: string]
  edited: []
  paper: []
}>()

const id = useId()
const {
  setViewport,
  zoomIn,
  zoomOut,
  setCenter,
  getSelectedNodes,
  addSelectedNodes,
  removeSelectedNodes,
  findNode,
  screenToFlowCoordinate,
  viewport,
  onNodesInitialized,
  dimensions,
} = useVueFlow(id)
const scene = computed(() => sceneOf(diagram))
const cards = computed(() => new Map(scene.value.cards.map((card, i) => [card.id, { card, number: i + 1 }])))
const chosen = shallowRef<ReadonlySet<string>>(new Set())
const nodeOf = (type: 'card' | 'slip', { x, y, width, height }: Box, node: string) => ({
  id: node,
  type,
  position: { x, y },
  width,
  height,
  selected: chosen.value.has(node),
  connectable: false,
})
const nodesNow = (): Node[] => [
  ...scene.value.cards.map(card => nodeOf('card', card, card.id)),
  ...scene.value.slips.map(slip => nodeOf('slip', slip, slip.id)),
]
const nodes = shallowRef<Node[]>(nodesNow())
/** Where cards are while they are being moved. */
const live = shallowRef<ReadonlyMap<string, { x: number; y: number }>>(new Map())
watch(scene, () => {
  live.value = new Map()
  nodes.value = nodesNow()
})
const boxes = computed(
  () =>
    new Map<string, Box>(
      [...scene.value.cards, ...scene.value.slips].map(box => [
        box.id,
        { ...box, ...live.value.get(box.id) },
      ]),
    ),
)
/** A route that did not change stays the same object, so that its line is not drawn again. */
let before: ReadonlyMap<string, Route> = new Map()
const joins = computed(() => joinsOf(diagram))
/**
 * On a large board only the lines of what is being moved are worked out with each frame; the others follow
 * when it is put down.
 */
const MANY_LINES = 60
const routes = computed(() => {
  const moving = live.value
  const isPartial = moving.size > 0 && joins.value.length > MANY_LINES
  const found =
    moving.size === 0
      ? scene.value.routes
      : routesBetween(
          boxes.value,
          isPartial ? joins.value.filter(({ from, to }) => moving.has(from) || moving.has(to)) : joins.value,
        )
  const next = new Map(isPartial ? before : [])
  for (const [key, route] of found) {
    const old = before.get(key)
    next.set(key, old && JSON.stringify(old) === JSON.stringify(route) ? old : route)
  }
  before = next
  return next
})
interface BoardLine {
  readonly key: string
  readonly relationship: DiagramRelationship
  readonly at: number | undefined
}
const lines = computed<BoardLine[]>(() =>
  diagram.relationships.flatMap((relationship): BoardLine[] =>
    relationship.ends.length === 2
      ? [{ key: relationship.id, relationship, at: undefined }]
      : relationship.ends.map((_, at) => ({ key: `${relationship.id} ${at}`, relationship, at })),
  ),
)
const brackets = computed(() =>
  diagram.kinds.flatMap(kinds =>
    kinds.special.map((of, i) => ({ key: `${kinds.id} ${of}`, kinds, hasWords: i === 0 })),
  ),
)

/** Everything in sight: the cards, and what lines and their words take up outside them. */
function fit(): void {
  const { x, y, width, height } = scene.value.bounds
  const { width: across, height: down } = dimensions.value
  if (across === 0 || width === 0) return
  const zoom = Math.max(0.1, Math.min(1, across / width, down / height))
  void setViewport({
    zoom,
    x: (across - width * zoom) / 2 - x * zoom,
    y: (down - height * zoom) / 2 - y * zoom,
  })
}
/** On paper that was empty a card stays where it is put. */
let isFitted = nodes.value.length === 0
onNodesInitialized(() => {
  if (isFitted || nodes.value.length === 0) return
  isFitted = true
  fit()
})
function onDrag({ nodes: moved }: NodeDragEvent): void {
  live.value = new Map(moved.map(({ id: node, position }) => [node, { x: position.x, y: position.y }]))
}
function onDragStop({ nodes: moved }: NodeDragEvent): void {
  const places = new Map(
    moved
      .filter(({ id: node, position }) => {
        const box = [...scene.value.cards, ...scene.value.slips].find(other => other.id === node)
        return (
          box &&
          (Math.round(box.x) !== Math.round(position.x) || Math.round(box.y) !== Math.round(position.y))
        )
      })
      .map(({ id: node, position }) => [node, { x: Math.round(position.x), y: Math.round(position.y) }]),
  )
  if (places.size > 0) emit('move', places)
}
watch(
  () => getSelectedNodes.value.map(({ id: node }) => node).join(' '),
  ids => {
    chosen.value = new Set(ids === '' ? [] : ids.split(' '))
    emit('choose', [...chosen.value])
  },
)

/** The cards that are being asked about stay in sight when the questions take room. */
watch(
  () => asked,
  line => {
    const kinds = diagram.kinds.find(other => other.id === line)
    const cardsOf =
      diagram.relationships.find(other => other.id === line)?.ends.map(({ entity }) => entity) ??
      (kinds ? [kinds.general, ...kinds.special] : [])
    if (cardsOf.length > 0)
      setTimeout(() => {
        if (!cardsOf.every(isInSight) || routes.value.get(line)?.points.every(isPointInSight) === false) fit()
      }, 120)
  },
)
function isPointInSight([left, top]: readonly [number, number]): boolean {
  const { x, y, zoom } = viewport.value
  return (
    left * zoom + x >= 0 &&
    top * zoom + y >= 0 &&
    left * zoom + x <= dimensions.value.width &&
    top * zoom + y <= dimensions.value.height - 14
  )
}
function isInSight(card: string): boolean {
  const box = boxes.value.get(card)
  const { x, y, zoom } = viewport.value
  return (
    !box ||
    (box.x * zoom + x >= 0 &&
      box.y * zoom + y >= 0 &&
      (box.x + box.width) * zoom + x <= dimensions.value.width &&
      (box.y + box.height) * zoom + y <= dimensions.value.height)
  )
}

/* Drawing a line from a card's edge */
const pen = shallowRef<{ from: string; x: number; y: number; over: string }>()
function draw(from: string, event: PointerEvent): void {
  if (readonly) return
  const at = screenToFlowCoordinate({ x: event.clientX, y: event.clientY })
  pen.value = { from, ...at, over: '' }
}
const cardUnder = (event: PointerEvent): string =>
  document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-card]')?.dataset
    .card ?? ''
useEventListener(window, 'pointermove', (event: PointerEvent) => {
  if (pen.value)
    pen.value = {
      from: pen.value.from,
      ...screenToFlowCoordinate({ x: event.clientX, y: event.clientY }),
      over: cardUnder(event),
    }
})
useEventListener(window, 'pointerup', (event: PointerEvent) => {
  const drawn = pen.value
  if (!drawn) return
  pen.value = undefined
  const to = cardUnder(event)
  const box = boxes.value.get(drawn.from)
  const at = screenToFlowCoordinate({ x: event.clientX, y: event.clientY })
  const isMoved =
    to !== drawn.from ||
    (box && (at.x > box.x + box.width || at.x < box.x || at.y < box.y || at.y > box.y + box.height))
  if (to !== '' && isMoved) emit('relate', drawn.from, to)
})
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') pen.value = undefined
})

/* What is read of a card when it is reached */
const said = computed(() => {
  const sentences = aloud(diagram)
  return new Map(
    [...cards.value].map(
      ([
        card,
        {
          card: { name, isGiven },
          number,
        },
      ]) => {
        const told = sentences.find(({ element }) => element === card)?.text.replace(/\.$/, '') ?? ''
        const count = diagram.relationships.filter(({ ends }) =>
          ends.some(({ entity }) => entity === card),
        ).length
        return [
          card,
          `${name || 'no name yet'}, ${number} of ${cards.value.size}; ${told}; ${countOf(diagram.entities.find(entity => entity.id === card)?.attributes.length ?? 0, 'fact')}; ${countOf(count, 'relationship')}${isGiven ? '; given' : ''}${noted?.has(card) ? '; has a note' : ''}`,
        ]
      },
    ),
  )
})
const reached = ref('')
const stop = computed(() =>
  cards.value.has(reached.value) ? reached.value : (scene.value.cards[0]?.id ?? ''),
)
function onFocus(card: string): void {
  reached.value = card
  emit('focusCard', card)
}
const host = useTemplateRef<HTMLElement>('host')
/** Puts the focus on a card and brings it into sight. */
async function focusCard(card: string): Promise<void> {
  await nextTick()
  await nextTick()
  host.value?.querySelector<HTMLElement>(`[data-card="${card}"]`)?.focus({ preventScroll: true })
  const box = boxes.value.get(card)
  if (!box) return
  const { zoom } = viewport.value
  if (!isInSight(card)) void setCenter(box.x + box.width / 2, box.y + box.height / 2, { zoom })
}
/** Shows all of it where one of these is out of sight. */
function see(ids: readonly string[]): void {
  setTimeout(() => {
    if (!ids.every(isInSight)) fit()
  }, 60)
}
/** The nearest card in a direction. */
function neighbour(card: string, dx: number, dy: number): string {
  const from = boxes.value.get(card)
  if (!from) return ''
  const [cx, cy] = [from.x + from.width / 2, from.y + from.height / 2]
  const reachable = scene.value.cards.flatMap(other => {
    const box = boxes.value.get(other.id)!
    const [x, y] = [box.x + box.width / 2 - cx, box.y + box.height / 2 - cy]
    const ahead = x * dx + y * dy
    const aside = Math.abs(x * dy) + Math.abs(y * dx)
    return other.id !== card && ahead > 4 ? [{ id: other.id, cost: ahead + 2 * aside }] : []
  })
  return reachable.toSorted((a, b) => a.cost - b.cost)[0]?.id ?? ''
}
/** Moves cards by steps of the keyboard, before they are put down. */
function nudge(ids: readonly string[], dx: number, dy: number): void {
  live.value = new Map(
    ids.map(card => {
      const box = boxes.value.get(card)!
      const place = { x: box.x + dx, y: box.y + dy }
      const node = findNode(card)
      if (node) node.position = place
      return [card, place]
    }),
  )
}
const putDown = (): void => {
  if (live.value.size > 0) emit('move', new Map(live.value))
}
function putBack(): void {
  for (const { id: card, x, y } of scene.value.cards) {
    const node = findNode(card)
    if (node) node.position = { x, y }
  }
  live.value = new Map()
}
function toggleChosen(card: string): void {
  const node = findNode(card)
  if (!node) return
  if (node.selected) removeSelectedNodes([node])
  else addSelectedNodes([node])
}
function chooseOnly(ids: readonly string[]): void {
  removeSelectedNodes(getSelectedNodes.value)
  addSelectedNodes(ids.flatMap(card => findNode(card) ?? []))
}
function centreOf(): { x: number; y: number } {
  const { x, y, zoom } = viewport.value
  return {
    x: Math.round((dimensions.value.width / 2 - x) / zoom),
    y: Math.round((dimensions.value.height / 2 - y) / zoom),
  }
}
defineExpose({
  fit,
  see,
  zoomIn,
  zoomOut,
  focusCard,
  neighbour,
  nudge,
  putDown,
  putBack,
  toggleChosen,
  chooseOnly,
  centreOf,
})
/** A click beside cards and lines; what was typed last has been taken over by then. */
function onClick({ target }: MouseEvent): void {
  if (isPaper(target) && isPressedOnPaper) emit('paper')
}
const isPaper = (target: EventTarget | null): boolean =>
  !(target as Element).closest('.vue-flow__node, [data-line]')
/** A line that is drawn from a card ends in a click as well. */
let isPressedOnPaper = false
function onPress({ target }: PointerEvent): void {
  isPressedOnPaper = isPaper(target)
}
function onPaper(event: MouseEvent): void {
  if (readonly || !(event.target as HTMLElement).classList.contains('vue-flow__pane')) return
  const { x, y } = screenToFlowCoordinate({ x: event.clientX, y: event.clientY })
  emit('add', { x: Math.round(x), y: Math.round(y) })
}
</script>

<template>
  <div ref="host" class="board" @pointerdown.capture="onPress" @dblclick="onPaper" @click="onClick">
    <VueFlow
      :id="id"
      v-model:nodes="nodes"
      :edges="[]"
      :nodes-connectable="false"
      :nodes-focusable="false"
      :edges-focusable="false"
      disable-keyboard-a11y
      :delete-key-code="null"
      :pan-activation-key-code="null"
      :selection-key-code="true"
      :pan-on-drag="[1]"
      pan-on-scroll
      :zoom-on-double-click="false"
      :min-zoom="0.1"
      :max-zoom="2.5"
      :nodes-draggable="!readonly"
      multi-selection-key-code="Control"
      :auto-pan-on-node-drag="true"
      :elevate-nodes-on-select="false"
      @node-drag="onDrag"
      @node-drag-stop="onDragStop"
    >
      <template #node-card="{ id: card, selected }">
        <DiagramFacts
          v-if="editing === card"
          :diagram="diagram"
          :owner="card"
          @change="(next, place) => emit('change', next, place)"
          @done="emit('edited')"
          @jump="emit('edit', $event)"
        />
        <DiagramCard
          v-else-if="cards.get(card)"
          :card="cards.get(card)!.card"
          :number="cards.get(card)!.number"
          :said="said.get(card) ?? ''"
          :selected="selected"
          :lifted="live.has(card)"
          :is-target="pen?.over === card && pen.from !== card"
          :marks="marks"
          :noted="noted"
          :focusable="card === stop"
          @draw="draw(card, $event)"
          @edit="emit('edit', card)"
          @focus="onFocus(card)"
          @press="emit('press', card)"
        />
      </template>
      <template #node-slip="{ id: slip }"
        ><button type="button" class="slip" :class="{ asked: asked === slip }" @click="emit('ask', slip)">
          {{ diagram.relationships.find(other => other.id === slip)?.name || 'meet' }}
        </button></template
      >
      <template #zoom-pane>
        <svg class="lines" aria-hidden="true">
          <template v-for="{ key, kinds, hasWords } in brackets" :key="key">
            <DiagramBracket
              v-if="routes.get(key)"
              :kinds="kinds"
              :route="routes.get(key)!"
              :notation="notation"
              :has-words="hasWords"
              :selected="asked === kinds.id"
              @choose="emit('ask', kinds.id)"
            />
          </template>
          <template v-for="line in lines" :key="line.key">
            <DiagramLine
              v-if="routes.get(line.key)"
              :relationship="line.relationship"
              :route="routes.get(line.key)!"
              :notation="notation"
              :at="line.at"
              :selected="asked === line.relationship.id"
              :mark="marks?.get(line.relationship.id)"
              :is-noted="noted?.has(line.relationship.id) ?? false"
              @choose="emit('ask', line.relationship.id)"
            />
          </template>
          <path
            v-if="pen && boxes.get(pen.from)"
            class="pen"
            :d="`M${boxes.get(pen.from)!.x + boxes.get(pen.from)!.width / 2} ${boxes.get(pen.from)!.y + boxes.get(pen.from)!.height / 2}L${pen.x} ${pen.y}`"
          />
        </svg>
      </template>
    </VueFlow>
    <p v-if="diagram.entities.length === 0" class="serif soft empty">
      Write a sentence below, or double-click the paper to name an entity.
    </p>
  </div>
</template>

<style scoped>
.board {
  position: relative;
  flex: 1;
  min-height: 200px;
  border: 1px solid var(--rule-strong);
  background: var(--ground);
  overflow: hidden;
}
.lines {
  position: absolute;
  left: 0;
  top: 0;
  width: 1px;
  height: 1px;
  overflow: visible;
  pointer-events: none;
  z-index: 0;
}
.pen {
  stroke: var(--verdigris);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
  fill: none;
}
.slip {
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-left-width: 3px;
  padding: 3px 12px;
  font: italic 14px/22px var(--font-serif);
  height: 30px;
  width: 100%;
  cursor: pointer;
}
.slip.asked {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.empty {
  position: absolute;
  inset: 38% 40px auto;
  text-align: center;
  pointer-events: none;
  font-style: italic;
}
.board :deep(.vue-flow__nodes) {
  z-index: 2;
}
/* What is reached comes to light, though it lies under another. */
.board :deep(.vue-flow__node:focus-within) {
  z-index: 3 !important;
}
.board :deep(.vue-flow__selection),
.board :deep(.vue-flow__nodesselection-rect) {
  background: var(--verdigris-wash);
  opacity: 0.5;
  border: 1px solid var(--verdigris);
}
.board :deep(.vue-flow__nodesselection) {
  pointer-events: none;
}
.board :deep(.vue-flow__nodesselection-rect) {
  display: none;
}
</style>
