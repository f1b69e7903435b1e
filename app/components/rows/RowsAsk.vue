<script setup lang="ts">
import { listInWords } from '@nomenklatura/core/language'
import type { RowsAnswers, RowsOverview } from '~/workers/rows.worker'
import type { RowsRoomApi } from '~/composables/useRows'

/**
 * Two questions about chosen columns, answered in rows: could they identify a row, and do they fix others?
 */
const { overview, room, chosen } = defineProps<{
  overview: RowsOverview
  room: RowsRoomApi
  chosen: ReadonlySet<string>
}>()
/** The left side that waits for a right one. */
const left = defineModel<readonly string[]>('left', { default: () => [] })
const emit = defineEmits<{ empty: [] }>()

const names = computed(() => overview.columns.filter(name => chosen.has(name)))
const identified = shallowRef<RowsAnswers['identify']>()
const fixed = shallowRef<RowsAnswers['fix']>()
watch(() => overview, forget)

function forget(): void {
  identified.value = undefined
  fixed.value = undefined
}
async function identify(): Promise<void> {
  forget()
  identified.value = await room.identify(names.value)
}
function begin(): void {
  forget()
  left.value = names.value
  emit('empty')
}
async function ask(from: readonly string[], to: readonly string[]): Promise<void> {
  forget()
  fixed.value = await room.fix(from, to)
  left.value = []
  emit('empty')
}
defineExpose({
  ask,
  identify: async (columns: readonly string[]) => {
    forget()
    identified.value = await room.identify(columns)
  },
})
const differing = computed(() => {
  const [a, b] = identified.value?.shown ?? []
  if (identified.value?.isUnique) return identified.value.columns
  return a && b ? overview.columns.filter((_, at) => a.cells[at] !== b.cells[at]) : []
})
</script>

<template>
  <div class="asks">
    <p class="bar small" role="group" aria-label="Questions">
      <template v-if="left.length > 0">
        <span
          >Does <span class="mono">{{ setOf(left) }}</span> determine
          <span class="mono">{{ names.length > 0 ? setOf(names) : '…' }}</span>?</span
        >
        <UButton size="xs" :disabled="names.length === 0" @click="ask(left, names)">Ask the rows</UButton>
        <button type="button" class="plain" @click="left = []">Leave it</button>
      </template>
      <template v-else-if="names.length > 0">
        <span class="mono">{{ setOf(names) }}</span>
        <UButton size="xs" variant="outline" color="neutral" @click="identify"
          >Could it identify a row?</UButton
        >
        <UButton size="xs" variant="outline" color="neutral" @click="begin">Does it determine …</UButton>
        <button type="button" class="plain" @click="emit('empty')">Choose none</button>
      </template>
      <span v-else class="soft">Choose columns by their names, and ask the rows about them.</span>
    </p>
    <div class="said" aria-live="polite">
      <template v-if="identified">
        <p class="serif">
          <template v-if="identified.isUnique"
            ><strong>Yes, in these rows:</strong> no two different ones share their
            {{ listInWords(identified.columns) }}.
            <template v-if="identified.superfluous">
              It can do without {{ identified.superfluous }}.</template
            >
            <template v-if="identified.isSurrogate">
              But it only numbers the rows: it tells rows apart, not facts. The same fact could be entered
              twice under two numbers.</template
            >
            <template v-if="identified.empty.length > 0">
              But {{ listInWords(identified.empty) }} is empty at times, and what identifies always has a
              value.</template
            >
            <template v-if="identified.duplicates > 0">
              {{ countOf(identified.duplicates, 'row') }} stand{{
                identified.duplicates === 1 ? 's' : ''
              }}
              there again, whole.</template
            >
            <template
              v-if="identified.shown.length > 1 && identified.duplicates === 0 && !identified.superfluous"
            >
              {{
                identified.columns.length > 1
                  ? 'None of them does alone: these agree on one and differ in another.'
                  : 'These two are the most alike, and are told apart by it.'
              }}</template
            ></template
          >
          <template v-else
            ><strong>No:</strong> {{ countOf(identified.sharing, 'row') }} share their
            {{ listInWords(identified.columns) }} with another. Two of them:</template
          >
        </p>
        <RowsPair
          v-if="identified.shown.length > 0"
          :columns="overview.columns"
          :rows="identified.shown"
          :agree="identified.isUnique ? [] : identified.columns"
          :differ="differing"
          :is-told-apart="identified.isUnique"
        />
      </template>
      <template v-else-if="fixed">
        <p class="serif">
          <template v-if="fixed.holds"
            ><strong>Yes, in these rows:</strong>
            {{
              fixed.support === 0
                ? `but no two share their ${listInWords(fixed.from)}, so nothing could speak against it`
                : `${countOf(fixed.support, 'row')} share their ${listInWords(fixed.from)} with another, and none speaks against it`
            }}.
            <template v-if="fixed.mostRepeated && fixed.mostRepeated.rows > 1">
              <span class="mono">{{ fixed.mostRepeated.values.join(', ') }}</span> stands in
              {{ fixed.mostRepeated.rows }} rows: a new {{ listInWords(fixed.to) }} for it is
              {{ fixed.mostRepeated.rows }} changes here, and one change in a table of its own.</template
            ></template
          >
          <template v-else
            ><strong>No:</strong>
            {{ fixed.from.length === 0 ? 'these two' : `these two agree on ${listInWords(fixed.from)} and` }}
            differ in {{ listInWords(fixed.to) }}.
            <template v-if="fixed.error <= 0.1">
              All but {{ countOf(Math.round(fixed.error * overview.rows), 'row') }} of
              {{ overview.rows }} keep to it:
              {{
                fixed.error > 0
                  ? `row ${fixed.against
                      .map(({ at }) => at + 1)
                      .slice(0, 8)
                      .join(', ')}`
                  : ''
              }}. A slip, or a fact?</template
            ></template
          >
        </p>
        <RowsPair
          v-if="fixed.shown.length > 0"
          :columns="overview.columns"
          :rows="fixed.shown"
          :agree="fixed.holds ? [...fixed.from, ...fixed.to] : fixed.from"
          :differ="fixed.holds ? [] : fixed.to"
        />
      </template>
    </div>
  </div>
</template>

<style scoped>
.asks {
  display: grid;
  gap: 8px;
  min-width: 0;
  grid-template-columns: minmax(0, 1fr);
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  min-height: 30px;
}
.said {
  display: grid;
  gap: 8px;
  line-height: 1.45;
  grid-template-columns: minmax(0, 1fr);
}
</style>
