<script setup lang="ts">
import type { QueueLine } from '#shared/answers'
import { standsOtherwise } from '#shared/queue'

/** One hand-in of the queue. */
const { line, timeZone } = defineProps<{
  line: QueueLine
  isChosen: boolean
  timeZone: string
  /** Who has it in hand, if somebody else does. */
  inHandOf: string | undefined
}>()

const stateWords = computed(() => {
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
})
const at = computed(() => (line.isAutomatic ? 'collected' : timeInWords(line.handedInAt, timeZone)))
</script>

<template>
  <li>
    <button type="button" class="pick" :aria-current="isChosen" :data-id="line.id">
      <span class="name"
        >{{ line.name
        }}<abbr v-if="inHandOf" :title="`${inHandOf} has it in hand`" class="in-hand tiny">{{
          initials(inHandOf)
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
        >{{ stateWords
        }}<template v-if="line.lateBySeconds > 0"> · {{ lateInWords(line.lateBySeconds) }}</template></span
      >
      <span class="soft tiny at">{{ at }}</span>
    </button>
  </li>
</template>

<style scoped>
/* Of a large class only what is in sight is laid out. */
li {
  content-visibility: auto;
  contain-intrinsic-size: auto 51px;
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
