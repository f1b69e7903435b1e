<script setup lang="ts">
import type { PairingLine } from '@nomenklatura/core/marking'

/** Which tables of a hand-in were taken for what a rule is about, and the way to say otherwise. */
const { pairing } = defineProps<{ pairing: readonly PairingLine[] }>()
const emit = defineEmits<{ pair: [] }>()
const tables = computed(() => pairing.filter(({ model }) => !model.includes('.')))
</script>

<template>
  <p v-if="pairing.length > 0" class="paired small">
    <span class="soft">Paired:</span>
    <template v-for="(pair, i) in tables" :key="i"
      >{{ i > 0 ? ' · ' : ' ' }}<span class="mono">{{ pair.answer }} ↔ {{ pair.model }}</span>
      <strong :class="pair.confidence">{{ pair.confidence }}</strong>
      <span class="soft">{{ pair.reasons.join(', ') }}</span></template
    >
    · <button type="button" class="plain" @click="emit('pair')">correct a pair</button>
    <kbd>P</kbd>
  </p>
  <p v-else class="paired small">
    <span class="soft">Nothing here is paired with it.</span>
    <button type="button" class="plain" @click="emit('pair')">Pair it</button> <kbd>P</kbd>
  </p>
</template>

<style scoped>
.paired {
  line-height: 1.6;
}
.sure {
  color: var(--verdigris);
}
.likely {
  color: var(--ink);
}
.weak {
  color: var(--ochre);
}
</style>
