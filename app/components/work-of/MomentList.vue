<script setup lang="ts">
import type { SheetVersion, WorkOfAnswer } from '#shared/answers'

/** The versions of a sheet, the last first: what was handed in stands out, with what it came to. */
const { moments, chosen, attempts, timeZone } = defineProps<{
  moments: readonly SheetVersion[]
  chosen: string | undefined
  attempts: WorkOfAnswer['attempts']
  timeZone: string
}>()
const emit = defineEmits<{ choose: [key: string] }>()
const list = useTemplateRef<HTMLElement>('list')
const attemptOf = ({ handIn }: SheetVersion): WorkOfAnswer['attempts'][number] | undefined =>
  attempts.find(({ id }) => id === handIn?.id)
const cameTo = (version: SheetVersion): string => {
  const points = attemptOf(version)?.points ?? attemptOf(version)?.told
  return points ? `${pointsText(points.got)} of ${pointsText(points.of)}` : ''
}
watch(
  () => chosen,
  () => list.value?.querySelector('[aria-pressed=true]')?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)
</script>

<template>
  <ul ref="list" class="moments" aria-label="Versions, the last first">
    <li v-for="version in moments.toReversed()" :key="version.key" :class="{ handed: version.handIn }">
      <button type="button" :aria-pressed="version.key === chosen" @click="emit('choose', version.key)">
        <span>{{ timeInWords(version.at, timeZone) }}</span>
        <span v-if="version.handIn" class="what"
          ><strong>{{ handInNumber(version.handIn.number) }}</strong
          ><span v-if="cameTo(version)" class="points">{{ cameTo(version) }}</span></span
        >
        <span v-else-if="version.is === 'set aside'" class="aside"
          >set aside: another window saved first</span
        >
      </button>
    </li>
  </ul>
</template>

<style scoped>
.moments {
  overflow-y: auto;
  min-height: 0;
  flex: 1;
}
button {
  width: 100%;
  text-align: left;
  padding: 4px 14px 4px 13px;
  cursor: pointer;
  font-size: 13px;
  border-left: 3px solid transparent;
  border-bottom: 1px dotted var(--rule);
  outline-offset: -2px !important;
}
button[aria-pressed='true'] {
  background: var(--sheet);
  border-left-color: var(--ink);
  font-weight: 600;
}
.handed button {
  padding-block: 7px;
  border-bottom: 1px solid var(--rule-strong);
}
.what {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.points {
  color: var(--soft);
}
.aside {
  display: block;
  color: var(--ochre);
}
</style>
