<script setup lang="ts">
import type { SceneCard } from '@nomenklatura/core/diagram'
import type { Verdict } from '@nomenklatura/core/rules'

/** A paper card: name, what tells it apart underlined, the other facts, references as arrows. */
const {
  card,
  number,
  said,
  selected = false,
  lifted = false,
  isTarget = false,
  marks = undefined,
  noted = undefined,
  focusable = false,
} = defineProps<{
  card: SceneCard
  number: number
  /** What is read of it when it is reached. */
  said: string
  selected?: boolean
  /** Picked up by the keyboard, to be moved. */
  lifted?: boolean
  /** Where a line that is being drawn would end. */
  isTarget?: boolean
  marks?: ReadonlyMap<string, Verdict> | undefined
  /** Elements with a note. */
  noted?: ReadonlySet<string> | undefined
  /** The one card of the board that Tab reaches. */
  focusable?: boolean
}>()
const emit = defineEmits<{ draw: [event: PointerEvent]; edit: []; focus: []; press: [] }>()
const facts = computed(() => card.lines.filter(({ identifies }) => identifies).length)
</script>

<template>
  <div
    class="card"
    :class="[
      { selected, lifted, weak: card.isWeak, given: card.isGiven, target: isTarget },
      marks?.get(card.id)?.replace(' ', '-'),
    ]"
    :style="{ width: `${card.width}px`, minHeight: `${card.height}px` }"
    :data-card="card.id"
    :tabindex="focusable ? 0 : -1"
    role="group"
    aria-roledescription="card"
    :aria-label="selected ? `${said}; chosen` : said"
    @dblclick.stop="emit('edit')"
    @focus="emit('focus')"
    @click="emit('press')"
  >
    <header>
      <span class="name">{{ card.name || 'no name yet' }}</span><span class="no"
        >{{ noted?.has(card.id) ? '! ' : '' }}{{ number }}</span
      >
    </header>
    <p v-if="card.isGiven" class="given-word">given</p>
    <ul>
      <li
        v-for="(line, i) in card.lines"
        :key="line.id"
        :class="[
          { rest: i === facts && i > 0, reference: line.isReference },
          line.isReference ? '' : marks?.get(line.id)?.replace(' ', '-'),
        ]"
        :data-fact="line.id"
      >
        <span class="text" :class="{ key: line.identifies }"
          >{{ line.isReference ? '→ ' : '' }}{{ line.text }}</span
        ><span v-if="line.mayLack" class="ring" aria-hidden="true" /><i v-if="line.marks" class="marks">{{
          line.marks
        }}</i
        ><span v-if="line.type" class="dots" /><span v-if="line.type" class="type">{{ line.type }}</span>
      </li>
    </ul>
    <span
      v-for="side in ['top', 'right', 'bottom', 'left']"
      :key="side"
      class="edge nodrag nopan"
      :class="side"
      aria-hidden="true"
      @pointerdown.stop.prevent="emit('draw', $event)"
    />
  </div>
</template>

<style scoped>
.card {
  position: relative;
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-radius: 2px;
  box-shadow: 2px 3px 0 var(--shadow);
  text-align: left;
  cursor: default;
  outline-offset: 2px;
}
.card.given {
  border-style: dashed;
}
.card.weak::before {
  content: '';
  position: absolute;
  left: 3px;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--ink);
}
.card.selected {
  box-shadow:
    inset 3px 0 0 var(--ink),
    2px 3px 0 var(--shadow);
}
.card.lifted {
  transform: translate(-2px, -4px);
  box-shadow: 6px 9px 0 var(--shadow);
}
.card.target {
  outline: 2px solid var(--verdigris);
  outline-offset: 2px;
}
.card.broken {
  border-color: var(--madder);
  box-shadow:
    0 0 0 1px var(--madder),
    2px 3px 0 var(--shadow);
}
.card.too-strict {
  border-color: var(--ochre);
  box-shadow:
    0 0 0 1px var(--ochre),
    2px 3px 0 var(--shadow);
}
.card.cannot-tell {
  border-color: var(--slate);
  box-shadow:
    0 0 0 1px var(--slate),
    2px 3px 0 var(--shadow);
}
header {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 6px 11px 2px;
  min-height: 32px;
}
.name {
  font: 650 15.5px/1.3 var(--font-serif);
  overflow-wrap: anywhere;
}
.no {
  font: 600 11px/1.8 var(--font-mono);
  color: var(--soft);
}
.given-word {
  position: absolute;
  right: 10px;
  top: 20px;
  font-size: 11px;
  color: var(--soft);
}
li {
  display: flex;
  align-items: baseline;
  gap: 5px;
  padding: 0 11px;
  height: 21px;
  font-size: 13.5px;
  white-space: nowrap;
}
li.rest {
  box-shadow: inset 0 1px 0 var(--rule);
}
.text {
  overflow: hidden;
  text-overflow: ellipsis;
}
.key {
  font-weight: 650;
  box-shadow: inset 0 -1.5px 0 var(--ink);
}
.reference .text:not(.key) {
  color: var(--verdigris);
}
.ring {
  flex: none;
  width: 7px;
  height: 7px;
  border: 1px solid var(--soft);
  border-radius: 50%;
  align-self: center;
}
.marks {
  color: var(--soft);
  font-size: 12px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.dots {
  flex: 1;
  min-width: 12px;
  border-bottom: 1px dotted var(--rule-strong);
}
.type {
  font: 12px var(--font-mono);
  color: var(--soft);
}
li.broken {
  background: var(--madder-wash);
  box-shadow: inset 3px 0 0 var(--madder);
}
li.too-strict {
  background: var(--ochre-wash);
  box-shadow: inset 3px 0 0 var(--ochre);
}
.edge {
  position: absolute;
  cursor: crosshair;
  touch-action: none;
}
.edge.left,
.edge.right {
  top: 0;
  bottom: 0;
  width: 10px;
}
.edge.top,
.edge.bottom {
  left: 0;
  right: 0;
  height: 10px;
}
.edge.left {
  left: -6px;
}
.edge.right {
  right: -6px;
}
.edge.top {
  top: -6px;
}
.edge.bottom {
  bottom: -6px;
}
.edge:hover {
  background: var(--verdigris-wash);
}
.card:focus .edge,
.card.selected .edge {
  background: linear-gradient(var(--verdigris), var(--verdigris)) center / 3px 40% no-repeat;
}
.card:focus .edge.top,
.card:focus .edge.bottom,
.card.selected .edge.top,
.card.selected .edge.bottom {
  background-size: 40% 3px;
}
</style>
