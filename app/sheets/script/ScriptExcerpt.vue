<script setup lang="ts">
import type { Span } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { Dialect } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'

/**
 * The statements of a script that concern some tables, as written, with the lines that a verdict rests on
 * marked.
 */
const {
  script,
  dialect = 'postgresql',
  tables,
  places = [],
  tone = 'broken',
  empty,
  label,
} = defineProps<{
  script: string
  dialect?: Dialect
  /** Table names; empty shows nothing. */
  tables: readonly string[]
  places?: readonly Span[]
  tone?: Verdict
  /** What is said when no statement is found. */
  empty: string
  /** Whose statements these are, for screen readers. */
  label: string
}>()

interface Line {
  readonly text: string
  readonly marked: boolean
}

const blocks = computed<Line[][]>(() => {
  const wanted = new Set(tables.map(name => name.toLowerCase()))
  const { statements } = readScript(script, { dialect })
  const shown = statements.filter(
    ({ table, span }) =>
      (table !== null && wanted.has(table.toLowerCase())) ||
      places.some(place => place.start >= span.start && place.end <= span.end),
  )
  return shown.map(({ span }) => linesOf(span))
})

function linesOf({ start, end }: Span): Line[] {
  let at = start
  return script
    .slice(start, end)
    .split('\n')
    .map(text => {
      const from = at
      at += text.length + 1
      // A whole table is never marked: that would say nothing.
      const marked = places.some(
        place =>
          place.start < at - 1 &&
          place.end > from &&
          script.slice(place.start, place.end).split('\n').length < 4,
      )
      return { text, marked }
    })
}
</script>

<template>
  <div class="excerpt" :class="tone.replace(' ', '-')" tabindex="0" role="region" :aria-label="label">
    <p v-if="blocks.length === 0" class="serif soft none">{{ empty }}</p>
    <pre
      v-for="(lines, b) in blocks"
      :key="b"
      class="mono"
    ><template v-for="(line, l) in lines" :key="l"><span :class="{ marked: line.marked }">{{ line.text || ' ' }}</span></template></pre>
  </div>
</template>

<style scoped>
.excerpt {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 8px 0;
  max-height: 172px;
  overflow: auto;
}
pre {
  font-size: 12px;
  line-height: 1.5;
  white-space: pre-wrap;
}
pre + pre {
  margin-top: 10px;
}
pre span {
  display: block;
  padding: 0 12px 0 28px;
  text-indent: -16px;
}
.broken .marked {
  background: var(--madder-wash);
  box-shadow: inset 3px 0 0 var(--madder);
}
.upheld .marked {
  background: var(--verdigris-wash);
  box-shadow: inset 3px 0 0 var(--verdigris);
}
.too-strict .marked {
  background: var(--ochre-wash);
  box-shadow: inset 3px 0 0 var(--ochre);
}
.cannot-tell .marked {
  background: var(--slate-wash);
  box-shadow: inset 3px 0 0 var(--slate);
}
.none {
  padding: 4px 12px;
  font-style: italic;
}
</style>
