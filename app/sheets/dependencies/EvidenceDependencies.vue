<script setup lang="ts">
import { isEmptyClaims } from '@nomenklatura/core/claims'
import type { EvidenceProps } from '~/utils/evidence'

/** What was claimed about the fields of a rule, and what holds. */
const { handIn, rule } = defineProps<EvidenceProps>()
const claims = computed(() => {
  const own = handIn.answer.claims
  return own && !isEmptyClaims(own) ? own : undefined
})
const showsAll = ref(false)
/** Rules about tables are about the dependencies, of no field more than of another. */
const isAboutFields = computed(() => rule.fields.length > 0)
const closures = computed(() => handIn.relation?.asks.closures ?? [])
</script>

<template>
  <DeskSides against="What holds">
    <template #handIn>
      <ClaimsView
        v-if="claims"
        :claims="claims"
        :closures="closures"
        :places="places"
        :tone="cell.verdict"
        :only="showsAll || !isAboutFields ? undefined : rule.fields"
      />
      <p v-else class="soft small">Nothing stands on this sheet.</p>
      <button
        v-if="claims && isAboutFields"
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
