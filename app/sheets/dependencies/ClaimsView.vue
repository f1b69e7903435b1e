<script setup lang="ts">
import type { DependencyClaims } from '@nomenklatura/core/claims'
import type { Span } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'

/**
 * What is claimed on a Dependencies sheet, as it was written, with the lines that a verdict rests on marked.
 */
const {
  claims,
  closures = [],
  places = [],
  tone = 'broken',
  only = undefined,
} = defineProps<{
  claims: DependencyClaims
  /** The sets whose closure is asked. */
  closures?: readonly (readonly string[])[]
  places?: readonly (Span & { readonly field?: string | undefined })[]
  /** How the marked lines are shown. */
  tone?: Verdict
  /** The fields to show. @defaultValue all that hold something */
  only?: readonly string[] | undefined
}>()

interface Part {
  readonly field: string
  readonly title: string
  readonly lines: readonly { readonly text: string; readonly marked: boolean }[]
}

const parts = computed<Part[]>(() => {
  const all: readonly (readonly [string, string, string])[] = [
    ['dependencies', 'Dependencies', claims.dependencies],
    ...closures.map(
      (of, i) => [`closure ${i}`, `Closure of ${of.join(', ')}`, claims.closures[i] ?? ''] as const,
    ),
    ['keys', 'Candidate keys', claims.keys],
    ['prime', 'Prime attributes', claims.prime],
    ['form', 'Normal form', claims.form],
    ['reason', 'Because of', claims.reason],
    ['split', 'Split', claims.split],
  ]
  return all
    .filter(([field, , text]) => (only ? only.includes(field) : text.trim() !== ''))
    .map(([field, title, text]) => ({ field, title, lines: linesOf(field, text) }))
})

function linesOf(field: string, text: string): Part['lines'] {
  let at = 0
  return text
    .split('\n')
    .map(line => {
      const start = at
      at += line.length + 1
      return {
        text: line,
        marked: places.some(place => place.field === field && place.start < at && place.end > start),
      }
    })
    .filter(line => line.text.trim() !== '')
}
</script>

<template>
  <div class="claims" tabindex="0">
    <section v-for="part in parts" :key="part.field">
      <p class="head">{{ part.title }}</p>
      <p
        v-for="(line, i) in part.lines"
        :key="i"
        class="mono"
        :class="line.marked ? ['marked', tone.replace(' ', '-')] : []"
      >
        {{ line.text }}
      </p>
      <p v-if="part.lines.length === 0" class="serif soft none">nothing written</p>
    </section>
    <p v-if="parts.length === 0" class="serif soft none">Nothing is claimed.</p>
    <section v-if="claims.assumptions.trim() !== ''">
      <p class="head">Taken for granted</p>
      <p class="serif assumed">{{ claims.assumptions }}</p>
    </section>
  </div>
</template>

<style scoped>
.claims {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 6px 12px 10px;
}
.head {
  font: 600 12px var(--font-sans);
  color: var(--soft);
  margin-top: 6px;
}
.mono {
  font-size: 12.5px;
  line-height: 1.55;
  overflow-wrap: anywhere;
}
.marked {
  background: var(--madder-wash);
  box-shadow: inset 3px 0 0 var(--madder);
  padding-left: 8px;
  margin-left: -8px;
}
.marked.upheld {
  background: var(--verdigris-wash);
  box-shadow: inset 3px 0 0 var(--verdigris);
}
.marked.too-strict {
  background: var(--ochre-wash);
  box-shadow: inset 3px 0 0 var(--ochre);
}
.none {
  font-style: italic;
}
.assumed {
  white-space: pre-line;
  line-height: 1.4;
}
</style>
