<script setup lang="ts">
import type { QueueLine } from '#shared/answers'

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

/** One listener for all: a line that is shown again because another was chosen would be all of them. */
function choose(event: MouseEvent): void {
  const id = (event.target as HTMLElement).closest<HTMLElement>('[data-id]')?.dataset.id
  if (id) emit('select', id)
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
  <ul v-else ref="list" class="queue" @click="choose">
    <DeskQueueLine
      v-for="line in queue"
      :key="line.id"
      :line="line"
      :is-chosen="line.id === selected"
      :time-zone="timeZone"
      :in-hand-of="inHand[line.id]"
    />
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
</style>
