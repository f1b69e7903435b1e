<script setup lang="ts">
import type { Verdict } from '@nomenklatura/core/rules'

const {
  verdict,
  stale = false,
  label = true,
} = defineProps<{
  verdict: Verdict
  /** Shown outlined: from before the last change. */
  stale?: boolean
  /** Whether the word is given to screen readers. @defaultValue true */
  label?: boolean
}>()

const SIGNS: Readonly<Record<Verdict, string>> = {
  'upheld': '✓',
  'broken': '✕',
  'too strict': '!',
  'not shown': '',
  'cannot tell': '?',
}
</script>

<template>
  <span class="sign" :class="[verdict.replace(' ', '-'), { stale }]" :title="verdict">
    <span aria-hidden="true">{{ SIGNS[verdict] || '\u00A0' }}</span>
    <span v-if="label" class="visually-hidden">{{ verdict }}</span>
  </span>
</template>

<style scoped>
.sign {
  position: relative;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  width: 18px;
  height: 18px;
  flex: none;
  border-radius: 50%;
  font: 700 11px/1 var(--font-sans);
  vertical-align: -4px;
}
.upheld {
  background: var(--verdigris-wash);
  color: var(--verdigris);
}
.broken {
  background: var(--madder);
  color: var(--sheet);
}
.too-strict {
  border: 1.5px solid var(--ochre);
  background: var(--ochre-wash);
  color: var(--ochre);
}
.not-shown {
  border: 1.5px dashed var(--faint);
}
.cannot-tell {
  border-radius: 2px;
  background: var(--slate-wash);
  color: var(--slate);
}
.stale.upheld {
  background: none;
  border: 1.5px solid var(--verdigris);
}
.stale.broken {
  background: none;
  border: 1.5px solid var(--madder);
  color: var(--madder);
}
.stale.too-strict {
  background: none;
  border-style: dotted;
}
</style>
