<script setup lang="ts">
import { meantDependencies, type NamedDependency } from '@nomenklatura/core/rows'
import type { ExerciseRows } from '@nomenklatura/core/exercise'
import type { ShownSplit } from '~/workers/rows.worker'
import type { RowsRoomApi } from '~/composables/useRows'

/**
 * The second leaf of the brief: rows, what they hold, and questions to them. How much it tells is the help
 * level's.
 */
const {
  rows = undefined,
  room: given = undefined,
  tells,
  sets = false,
  meant = undefined,
} = defineProps<{
  /** The rows of an exercise; none where the room has taken others already. */
  rows?: ExerciseRows | undefined
  room?: RowsRoomApi | undefined
  /** rows alone; rows that answer questions; everything that is found. */
  tells: 'rows' | 'answers' | 'everything'
  /** Whether dependencies are taken as meant here, and parts renamed. */
  sets?: boolean
  /** What is taken as meant already. */
  meant?: readonly NamedDependency[] | undefined
}>()
const emit = defineEmits<{
  split: [split: ShownSplit]
  accepted: [dependencies: readonly NamedDependency[]]
}>()

const room = given ?? useRows()
const { overview, found, isReading, isFinding, isStopped, progress, fault } = room
watch(
  () => rows,
  table => {
    if (table)
      void room.take(
        {
          kind: 'table',
          table: JSON.parse(JSON.stringify({ columns: table.columns, rows: table.rows })) as ExerciseRows,
        },
        { finds: tells === 'everything' },
      )
  },
  { immediate: true },
)

const chosen = shallowRef<ReadonlySet<string>>(new Set())
const left = ref<readonly string[]>([])
const asks = useTemplateRef('asks')
function toggle(name: string): void {
  const next = new Set(chosen.value)
  if (!next.delete(name)) next.add(name)
  chosen.value = next
}
watch(overview, () => {
  chosen.value = new Set()
})

/** What is meant: what was said before, else what looks so. */
const accepted = shallowRef<readonly NamedDependency[]>(meant ?? [])
watch(found, now => {
  if (!now || (meant && meant.length > 0)) return
  accepted.value = meantDependencies(now, overview.value?.repeating ?? [])
  emit('accepted', accepted.value)
})
function accept({ from, to }: NamedDependency, isMeant: boolean): void {
  const same = accepted.value.find(other => other.from.join() === from.join())
  const others = accepted.value.filter(other => other !== same)
  const kept = isMeant ? [...new Set([...(same?.to ?? []), ...to])] : []
  accepted.value = kept.length > 0 ? [...others, { from, to: kept }] : others
  emit('accepted', accepted.value)
}
</script>

<template>
  <div class="leaf">
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <p v-if="isReading" class="soft small" role="status">Reading …</p>
    <template v-if="overview && overview.isRead">
      <p class="small count">
        <strong>{{ countOf(overview.rows, 'row') }}</strong>, {{ countOf(overview.columns.length, 'column')
        }}<template v-if="overview.repeating.length > 0 && tells !== 'rows'">
          ·
          <span class="warns"
            >several values of one fact in
            {{ overview.repeating.map(({ columns }) => columns.join(' and ')).join('; ') }}</span
          ></template
        >
      </p>
      <RowsTable
        :overview="overview"
        :page="room.page"
        :chosen="chosen"
        :left="left"
        :tells-profile="tells !== 'rows'"
        @toggle="tells === 'rows' ? undefined : toggle($event)"
      />
      <RowsAsk
        v-if="tells !== 'rows'"
        ref="asks"
        v-model:left="left"
        :overview="overview"
        :room="room"
        :chosen="chosen"
        @empty="chosen = new Set()"
      />
      <template v-if="tells === 'everything'">
        <p v-if="isFinding" class="small working" role="status">
          Looking for what depends on what{{ progress ? `: ${progress}` : ' …' }}
          <button type="button" class="plain" @click="room.stop">Stop</button>
        </p>
        <p v-else-if="isStopped" class="small">
          Stopped. <button type="button" class="plain" @click="room.find">Look again</button>
        </p>
        <template v-if="found">
          <h2>What holds in these rows</h2>
          <RowsFound
            :found="found"
            :accepted="accepted"
            :sets="sets"
            @accept="accept"
            @ask="(from, to) => asks?.ask(from, to)"
            @identify="asks?.identify($event)"
          />
          <h2>A split by what is meant</h2>
          <RowsSplit
            :overview="overview"
            :room="room"
            :dependencies="accepted"
            :sets="sets"
            @split="emit('split', $event)"
          />
        </template>
      </template>
    </template>
  </div>
</template>

<style scoped>
.leaf {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
h2 {
  font: 650 15px var(--font-serif);
  border-top: 1px solid var(--rule-strong);
  padding-top: 10px;
  margin-top: 4px;
}
.warns {
  color: var(--ochre);
  font-weight: 600;
}
.fault {
  color: var(--madder);
}
.working {
  background: var(--verdigris-wash);
  border-left: 3px solid var(--verdigris);
  padding: 5px 10px;
}
</style>
