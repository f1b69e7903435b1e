<script setup lang="ts">
import type { SplitNode } from '@nomenklatura/core/claims'

/** A split as a tree: which dependency split what. */
const { node } = defineProps<{ node: SplitNode }>()
</script>

<template>
  <div class="node">
    <p>
      <span class="mono">{{ node.names.join(', ') }}</span>
      <span v-if="node.by" class="soft"
        >split by <span class="mono">{{ node.by }}</span></span
      >
    </p>
    <div v-if="node.parts.length > 0" class="below">
      <SplitTreeView v-for="(part, i) in node.parts" :key="i" :node="part" />
    </div>
  </div>
</template>

<style scoped>
.node p {
  line-height: 1.6;
  font-size: 12.5px;
}
.below {
  border-left: 1px solid var(--rule-strong);
  padding-left: 16px;
  margin-left: 6px;
}
</style>
