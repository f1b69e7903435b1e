<script setup lang="ts">
import { Universe, closure } from '@nomenklatura/core/dependencies'
import type { FoundInRows, NamedDependency } from '@nomenklatura/core/rows'

/**
 * What holds in the rows, what nearly does, and what only looks so; each can be asked of the rows, and where
 * one sets an exercise taken as meant.
 */
const {
  found,
  accepted,
  sets = false,
} = defineProps<{ found: FoundInRows; accepted: readonly NamedDependency[]; sets?: boolean }>()
const emit = defineEmits<{
  accept: [dependency: NamedDependency, isMeant: boolean]
  ask: [from: readonly string[], to: readonly string[]]
  identify: [columns: readonly string[]]
}>()

interface Line {
  readonly from: readonly string[]
  readonly to: readonly string[]
  readonly support: number
}
const MOST = 30
/** One line for each left side. */
function together(look: string): Line[] {
  const lines = new Map<string, { from: readonly string[]; to: string[]; support: number }>()
  for (const one of found.dependencies) {
    if (one.look !== look) continue
    const known = lines.get(one.from.join('\n'))
    if (known) known.to.push(one.to)
    else lines.set(one.from.join('\n'), { from: one.from, to: [one.to], support: one.support })
  }
  return [...lines.values()].sort((a, b) => a.from.length - b.from.length || b.support - a.support)
}
const meant = computed(() => together('meant'))
const accidental = computed(() => together('accidental'))
const ofKeys = computed(() => together('of a key'))
const nearly = computed(() => found.nearly.filter(({ from }) => from.length === 1))
const showsAllNearly = ref(false)
/** What is taken as meant, with all that follows from it. */
const closed = computed(() => {
  const universe = new Universe([
    ...new Set(
      [...accepted, ...found.dependencies, ...found.nearly].flatMap(({ from, to }) => [
        ...from,
        ...[to].flat(),
      ]),
    ),
  ])
  const given = accepted.map(({ from, to }) => universe.dependency(from, to))
  return (from: readonly string[]): ReadonlySet<string> =>
    new Set(universe.list(closure(universe.size, universe.set(from), given)))
})
const isAccepted = ({ from, to }: Pick<Line, 'from' | 'to'>): boolean =>
  to.every(name => closed.value(from).has(name))
/** Not said itself, but a consequence of what is. */
const isFollowing = (line: Pick<Line, 'from' | 'to'>): boolean =>
  isAccepted(line) && !accepted.some(({ from }) => from.join() === line.from.join())
</script>

<template>
  <div class="found">
    <section>
      <h3>Could identify a row</h3>
      <p class="list">
        <button
          v-for="key in found.keys.slice(0, 10)"
          :key="key.join()"
          type="button"
          class="mono key"
          @click="emit('identify', key)"
        >
          {{ key.join(', ') }}
        </button>
        <span v-if="found.keys.length > 10" class="soft small">and {{ found.keys.length - 10 }} more</span
        ><span v-if="found.keys.length === 0" class="soft small">nothing but all of it</span>
      </p>
    </section>
    <p v-if="found.surrogate" class="small against">
      Only {{ found.surrogate.column }} makes these rows unique, and it only numbers them: without it
      {{ countOf(found.surrogate.repeated, 'row') }} stand{{ found.surrogate.repeated === 1 ? 's' : '' }}
      there again. A number tells rows apart, not facts.
    </p>
    <section
      v-for="[title, lines, why] in [
        [
          'Holds, and looks meant',
          meant,
          'by its rows, its names and where it stands; with the key that means something',
        ],
        ['Holds, perhaps by accident', accidental, 'its names or its few rows say little for it'],
        ['Holds because the left side is a key', ofKeys, 'no two rows share it'],
      ] as const"
      :key="title"
    >
      <component :is="title === 'Holds, and looks meant' ? 'div' : 'details'">
        <component :is="title === 'Holds, and looks meant' ? 'h3' : 'summary'"
          >{{ title }}
          <span class="soft small">{{
            lines.length === 0 ? 'nothing' : `${lines.length}; ${why}`
          }}</span></component
        >
        <ul>
          <li v-for="line in lines.slice(0, MOST)" :key="line.from.join()">
            <label v-if="sets" class="small meant"
              ><input
                type="checkbox"
                :checked="isAccepted(line)"
                :disabled="isFollowing(line)"
                @change="emit('accept', line, ($event.target as HTMLInputElement).checked)"
              />
              {{ isFollowing(line) ? 'follows' : 'meant' }}</label
            >
            <button type="button" class="mono line" @click="emit('ask', line.from, line.to)">
              {{ line.from.join(', ') || '∅' }} → {{ line.to.join(', ') }}
            </button>
            <span class="soft tiny">{{
              line.support > 0 ? `${countOf(line.support, 'row')} for it` : ''
            }}</span>
          </li>
        </ul>
        <p v-if="lines.length > MOST" class="soft small">and {{ lines.length - MOST }} more</p>
      </component>
    </section>
    <section v-if="found.nearly.length > 0">
      <h3>Nearly holds <span class="soft small">a slip, or a fact?</span></h3>
      <p v-if="nearly.length === 0" class="soft small">with one column on the left: nothing</p>
      <ul>
        <li
          v-for="one in showsAllNearly ? found.nearly.slice(0, MOST) : nearly.slice(0, MOST)"
          :key="`${one.from.join()} ${one.to}`"
        >
          <label v-if="sets" class="small meant"
            ><input
              type="checkbox"
              :checked="isAccepted({ from: one.from, to: [one.to] })"
              :disabled="isFollowing({ from: one.from, to: [one.to] })"
              @change="
                emit('accept', { from: one.from, to: [one.to] }, ($event.target as HTMLInputElement).checked)
              "
            />
            meant</label
          >
          <button type="button" class="mono line" @click="emit('ask', one.from, [one.to])">
            {{ one.from.join(', ') }} → {{ one.to }}
          </button>
          <span class="tiny against"
            >but for row
            {{
              one.rows
                .slice(0, 6)
                .map(row => row + 1)
                .join(', ')
            }}{{ one.rows.length > 6 ? ' …' : '' }}</span
          >
        </li>
      </ul>
      <button
        v-if="found.nearly.length > nearly.length"
        type="button"
        class="plain small"
        :aria-expanded="showsAllNearly"
        @click="showsAllNearly = !showsAllNearly"
      >
        {{
          showsAllNearly
            ? 'Only those with one column on the left'
            : `and ${found.nearly.length - nearly.length} with two columns on the left`
        }}
      </button>
    </section>
    <p v-if="found.duplicates > 0" class="small">
      {{ countOf(found.duplicates, 'row') }} stand{{ found.duplicates === 1 ? 's' : '' }} there again, whole.
    </p>
    <p v-if="!found.complete" class="small soft">
      The search was cut short by its limit: what is named holds, and there may be more.
    </p>
  </div>
</template>

<style scoped>
.found {
  display: grid;
  gap: 12px;
  min-width: 0;
}
h3,
summary {
  font: 650 13.5px var(--font-sans);
  color: var(--ink);
  margin-bottom: 3px;
}
summary {
  cursor: pointer;
  color: var(--verdigris);
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding: 2px 0;
  border-bottom: 1px dotted var(--rule-strong);
}
.line,
.key {
  font-size: 12.5px;
  cursor: pointer;
  text-align: left;
  overflow-wrap: anywhere;
}
.line:hover {
  color: var(--verdigris);
}
.list {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
.key {
  border-bottom: 1.5px solid var(--ink);
}
.meant {
  display: flex;
  gap: 5px;
  align-items: baseline;
}
.meant input {
  accent-color: var(--verdigris);
}
.against {
  color: var(--ochre);
  font-weight: 600;
}
</style>
