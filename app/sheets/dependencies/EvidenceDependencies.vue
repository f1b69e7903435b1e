<script setup lang="ts">
import type { EvidenceProps } from '~/utils/evidence'

/** What was claimed about the fields of a rule, and what holds. */
const { handIn } = defineProps<EvidenceProps>()
const showsAll = ref(false)
const closures = computed(() => handIn.relation?.asks.closures ?? [])
</script>

<template>
  <DeskSides against="What holds">
    <template #handIn>
      <ClaimsView
        v-if="handIn.answer.claims"
        :claims="handIn.answer.claims"
        :closures="closures"
        :places="places"
        :tone="cell.verdict"
        :only="showsAll ? undefined : rule.fields"
      />
      <p v-else class="soft small">Nothing stands on this sheet.</p>
      <button
        v-if="handIn.answer.claims && rule.fields"
        type="button"
        class="plain small"
        :aria-expanded="showsAll"
        @click="showsAll = !showsAll"
      >
        {{ showsAll ? 'Only what the rule is about' : 'The whole sheet' }}
      </button>
    </template>
    <template v-if="handIn.relation" #against>
      <pre class="mono holds" tabindex="0">{{ handIn.relation.dependencies.trim() }}</pre>
    </template>
  </DeskSides>
</template>

<style scoped>
.holds {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 8px 12px;
  font-size: 12.5px;
  line-height: 1.6;
  overflow-x: auto;
}
</style>
