<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { AgreementLine } from '#shared/answers'

/** How those who decided by hand agree over the same mistakes; nothing where no two did. */
const { exerciseId } = defineProps<{ exerciseId: string }>()
const { answer: lines } = useAnswer<AgreementLine[]>(() => `/exercises/${exerciseId}/agreement`)
const inPercent = ({ alike, of }: AgreementLine): number => Math.round((100 * alike) / of)
</script>

<template>
  <section v-if="lines && lines.length > 0" class="agreement">
    <h2>Decided by two</h2>
    <div v-for="line in lines" :key="line.who.join()" class="pair">
      <p class="serif">
        {{ line.who[0] }} and {{ line.who[1] }} decided {{ countOf(line.of, 'mistake') }} both,
        {{ line.alike }} alike ({{ inPercent(line) }} %<template v-if="line.kappa !== null"
          >; Cohen’s kappa {{ line.kappa.toFixed(2) }}</template
        >).
      </p>
      <ul v-if="line.apart.length > 0" class="small">
        <li v-for="(apart, i) in line.apart" :key="i">
          Rule {{ apart.rule.slice(1) }}, {{ SHEET_NAMES[apart.sheet] }}: {{ line.who[0] }}
          <strong>{{ apart.said[0] }}</strong>, {{ line.who[1] }} <strong>{{ apart.said[1] }}</strong>.
          <span class="soft">{{ apart.because }}</span>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.agreement {
  margin-top: 24px;
  max-width: 900px;
}
.pair {
  margin-top: 6px;
}
li {
  padding: 2px 0;
}
</style>
