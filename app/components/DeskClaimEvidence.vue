<script setup lang="ts">
import { reasonInWords } from '@nomenklatura/core/words'
import type { MarkedCell } from '@nomenklatura/core/sheets'
import type { HandInAnswer } from '#shared/answers'

/**
 * What defends a verdict about claims: what was claimed, what holds, the reasons, the rows and what else
 * shows it.
 */
const { handIn, cell, fields } = defineProps<{
  handIn: HandInAnswer
  cell: MarkedCell
  /** The fields that the rule is about. */
  fields: readonly string[]
}>()
const showsAll = ref(false)
const places = computed(() => cell.because.flatMap(({ place }) => (place ? [place] : [])))
const closures = computed(() => handIn.relation?.asks.closures ?? [])
</script>

<template>
  <div class="sides">
    <div>
      <h3>In this hand-in</h3>
      <ClaimsView
        v-if="handIn.claims"
        :claims="handIn.claims"
        :closures="closures"
        :places="places"
        :tone="cell.verdict"
        :only="showsAll ? undefined : fields"
      />
      <button type="button" class="plain small" :aria-expanded="showsAll" @click="showsAll = !showsAll">
        {{ showsAll ? 'Only what the rule is about' : 'The whole sheet' }}
      </button>
    </div>
    <div v-if="handIn.relation">
      <h3>What holds</h3>
      <pre class="mono holds" tabindex="0">{{ handIn.relation.dependencies.trim() }}</pre>
    </div>
  </div>
  <div class="why">
    <h3>Why</h3>
    <p v-for="(reason, i) in cell.because" :key="i" class="serif">{{ reasonInWords(reason) }}</p>
    <p v-if="cell.doubt === 'limit'" class="small open">A limit was reached: decide it.</p>
  </div>
  <div v-if="cell.witness">
    <h3>Witness</h3>
    <WitnessRows :witness="cell.witness" />
  </div>
  <ExhibitView v-for="(exhibit, i) in cell.exhibits ?? []" :key="i" :exhibit="exhibit" />
</template>

<style scoped>
h3 {
  font-family: var(--font-sans);
  font-size: 13.5px;
  font-weight: 650;
  color: var(--soft);
  margin-bottom: 4px;
}
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
  align-items: start;
}
.sides > div {
  min-width: 0;
}
.holds {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 8px 12px;
  font-size: 12.5px;
  line-height: 1.6;
  overflow-x: auto;
}
.why p {
  line-height: 1.45;
}
.open {
  color: var(--ochre);
  font-weight: 600;
}
@media (max-width: 1199px) {
  .sides {
    grid-template-columns: 1fr;
  }
}
</style>
