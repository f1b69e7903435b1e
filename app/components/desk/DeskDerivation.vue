<script setup lang="ts">
/** The dependencies that a rule was judged by, asked for when they are opened. */
const { handInId, rule } = defineProps<{ handInId: string; rule: string }>()
const dependencies = shallowRef<readonly string[]>()
const { fault, act } = useAct()
const load = (): Promise<boolean> =>
  act(async () => {
    dependencies.value ??= (
      await api<{ lines: string[] }>(`/hand-ins/${handInId}/rules/${rule}/dependencies`)
    ).lines
  })
</script>

<template>
  <details class="small dependencies" @toggle="($event.target as HTMLDetailsElement).open && load()">
    <summary>The dependencies it was judged by</summary>
    <pre v-if="dependencies && dependencies.length > 0" class="mono">{{ dependencies.join('\n') }}</pre>
    <p v-else-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="dependencies" class="soft">None: this kind is judged without them.</p>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
}
pre {
  font-size: 12px;
  line-height: 1.5;
  overflow-x: auto;
  white-space: pre;
  padding: 6px 0;
}
</style>
