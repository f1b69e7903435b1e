<script setup lang="ts">
/** Marks that an earlier version of the engine gave: they stay until what moves by the present one is looked at. */
const { exerciseId } = defineProps<{ count: number; exerciseId: string; mayPrepare: boolean }>()
const { fault, busy, act } = useAct()
async function prepare(): Promise<void> {
  if (await act(() => api(`/exercises/${exerciseId}/prepared/engine`, { method: 'POST' })))
    await navigateTo(`/exercises/${exerciseId}/set?leaf=marks`)
}
</script>

<template>
  <p class="small earlier">
    {{ countOf(count, 'hand-in') }} marked by an earlier version of the engine.
    <button v-if="mayPrepare" type="button" class="plain" :disabled="busy" @click="prepare">
      See who would move …
    </button>
    <span v-if="fault" role="alert" class="fault">{{ fault }}</span>
  </p>
</template>

<style scoped>
.earlier {
  padding: 6px 16px;
  border-top: 1px solid var(--rule);
}
.fault {
  color: var(--madder);
}
</style>
