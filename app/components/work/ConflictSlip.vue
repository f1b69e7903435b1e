<script setup lang="ts">
/** What was changed in two windows: both versions, to choose the one to go on with. */
const { timeZone } = defineProps<{ timeZone: string }>()
const looking = defineModel<boolean>('open', { required: true })
const store = useWorksheetStore()

const part = computed(() => store.conflict)
const saver = computed(() => (part.value ? store.saverOf(part.value) : undefined))
const state = computed(() => saver.value?.save.value)
const readable = (text: string): string => (part.value ? readablePart(part.value, text) : '')

function resolve(mine: boolean): void {
  store.resolveConflict(mine)
  looking.value = false
}
</script>

<template>
  <UModal
    v-model:open="looking"
    :title="`Two versions of ${part ? partInWords(part) : ''}`"
    :description="
      part && isBeside(part)
        ? 'Choose the one to go on with; the other is not kept.'
        : 'Choose the one to go on with; the other stays in the sheet’s history.'
    "
    :ui="{ content: 'max-w-5xl' }"
  >
    <template v-if="saver && state?.status === 'conflict'" #body>
      <div class="two">
        <div>
          <h3>In this window</h3>
          <pre class="mono" tabindex="0">{{ readable(saver.content.value) }}</pre>
          <UButton @click="resolve(true)">Go on with this one</UButton>
        </div>
        <div>
          <h3>Saved at {{ clockInWords(state.at, timeZone) }} in the other</h3>
          <pre class="mono" tabindex="0">{{ readable(state.theirs) }}</pre>
          <UButton variant="outline" color="neutral" @click="resolve(false)">Go on with that one</UButton>
        </div>
      </div>
    </template>
  </UModal>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 20px;
}
.two pre {
  border: 1px solid var(--rule-strong);
  padding: 10px;
  font-size: 12.5px;
  max-height: 50vh;
  overflow: auto;
  margin: 8px 0 12px;
}
</style>
