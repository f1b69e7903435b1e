<script setup lang="ts">
import type { LedgerAnswer } from '#shared/answers'

/** Who handed in nothing, by name; what some of them have begun can be read. */
defineProps<{ ledger: LedgerAnswer }>()
</script>

<template>
  <p v-if="ledger.without.length > 0" class="small without">
    Nothing handed in:
    <template v-for="({ personId, name, hasBegun }, i) in ledger.without" :key="personId"
      >{{ i > 0 ? ', ' : ''
      }}<NuxtLink v-if="hasBegun" :to="`/exercises/${ledger.exercise.id}/people/${personId}`" class="plain"
        >{{ name }} (has begun)</NuxtLink
      ><template v-else>{{ name }}</template></template
    >.
  </p>
</template>

<style scoped>
.without {
  margin-bottom: 8px;
}
</style>
