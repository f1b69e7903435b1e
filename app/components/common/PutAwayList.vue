<script setup lang="ts">
import type { PutAway } from '#shared/answers'

/** What was put away, asked for when somebody looks; each can be taken out again. */
const { path, what } = defineProps<{
  /** Where the list is; a part of it is taken out by its id below. */
  path: string
  /** "course", "exercise" */
  what: string
}>()
const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
const emit = defineEmits<{ out: [] }>()
const lines = shallowRef<readonly PutAway[]>()
const { fault, busy, act } = useAct()
const look = (): Promise<boolean> =>
  act(async () => {
    lines.value = await api<PutAway[]>(path)
  })
async function takeOut(id: string): Promise<void> {
  if (await act(() => api(`${path}/${id}`, { method: 'DELETE' }))) {
    await look()
    emit('out')
  }
}
</script>

<template>
  <details class="small" @toggle="($event.target as HTMLDetailsElement).open && look()">
    <summary>What was put away</summary>
    <p v-if="lines?.length === 0" class="soft">No {{ what }} was put away.</p>
    <ul v-else-if="lines">
      <li v-for="line in lines" :key="line.id">
        <span class="serif">{{ line.name }}</span>
        <span class="soft">{{ dateInWords(line.at, zone) }}</span>
        <button type="button" class="plain" :disabled="busy" @click="takeOut(line.id)">
          Take it out again
        </button>
      </li>
    </ul>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
  </details>
</template>

<style scoped>
details {
  margin-top: 14px;
}
summary {
  cursor: pointer;
  color: var(--soft);
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: baseline;
  padding: 4px 0;
}
.fault {
  color: var(--madder);
}
</style>
