<script setup lang="ts">
import type { QueueLine } from '#shared/answers'
import { standsOtherwise } from '#shared/queue'

/** The hand-ins of a class, in the order given. */
const {
  queue,
  selected,
  timeZone,
  inHand = {},
  none = 'Nothing is left to decide.',
} = defineProps<{
  queue: readonly QueueLine[]
  selected: string | undefined
  timeZone: string
  /** What others have in hand: names by hand-in. */
  inHand?: Readonly<Record<string, string>>
  /** What is said where there is none. */
  none?: string | undefined
}>()
const emit = defineEmits<{ select: [id: string] }>()
const list = useTemplateRef<HTMLUListElement>('list')

function stateWords(line: QueueLine): string {
  if (line.asks > 0) return `${line.state}, asks about ${countOf(line.asks, 'verdict')}`
  switch (line.state) {
    case 'to decide':
      return `${line.toDecide + line.toGive} to decide`
    case 'looked at':
      return `looked at (${initials(line.lookedAtBy ?? '')})`
    case 'ready':
      return line.toPair > 0 ? `ready, ${line.toPair} weak ${line.toPair === 1 ? 'pair' : 'pairs'}` : 'ready'
    default:
      return line.state
  }
}

async function showSelected(): Promise<void> {
  await nextTick()
  list.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' })
}
watch(() => selected, showSelected)
onMounted(showSelected)
</script>

<template>
  <p v-if="queue.length === 0" class="soft small none">{{ none }}</p>
  <ul v-else ref="list" class="queue">
    <li v-for="line in queue" :key="line.id">
      <button type="button" :aria-current="line.id === selected" @click="emit('select', line.id)">
        <span class="name"
          >{{ line.name
          }}<abbr v-if="inHand[line.id]" :title="`${inHand[line.id]} has it in hand`" class="in-hand tiny">{{
            initials(inHand[line.id]!)
          }}</abbr></span
        >
        <span class="points"
          >{{ line.points ? pointsText(line.points.got) : '–'
          }}<template v-if="line.points && line.points.open > 0">
            + {{ pointsText(line.points.open) }} open</template
          ><template v-if="standsOtherwise(line) && line.told">
            (told {{ pointsText(line.told.got) }})</template
          ></span
        >
        <span class="soft tiny"
          >{{ stateWords(line)
          }}<template v-if="line.lateBySeconds > 0"> · {{ lateInWords(line.lateBySeconds) }}</template></span
        >
        <span class="soft tiny at">{{
          line.isAutomatic ? 'collected' : timeInWords(line.handedInAt, timeZone)
        }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.none {
  flex: 1;
  padding: 10px 16px;
}
.queue {
  overflow-y: auto;
  flex: 1;
  min-height: 0;
}
button {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 1px 10px;
  text-align: left;
  padding: 6px 16px 7px;
  border-left: 3px solid transparent;
  cursor: pointer;
  font-size: 13.5px;
  outline-offset: -3px !important;
}
button:hover {
  background: color-mix(in srgb, var(--sheet) 55%, transparent);
}
[aria-current='true'] {
  background: var(--sheet) !important;
  border-left-color: var(--ink);
}
[aria-current='true'] .name {
  font-weight: 700;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.in-hand {
  margin-left: 6px;
  padding: 0 4px;
  border: 1px solid var(--ochre);
  border-radius: 3px;
  text-decoration: none;
  font-weight: 600;
}
.points,
.at {
  text-align: right;
  white-space: nowrap;
}
</style>
