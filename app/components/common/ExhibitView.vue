<script setup lang="ts">
import type { Exhibit } from '@nomenklatura/core/findings'

/**
 * Something that shows a verdict, to be read step by step: a proof, a closure as it grows, a tableau, rows.
 */
const { exhibit } = defineProps<{ exhibit: Exhibit }>()
const frame = ref(0)
const last = computed(() => (exhibit.kind === 'tableau' ? exhibit.frames.length - 1 : 0))
watch(
  () => exhibit,
  () => {
    frame.value = last.value
  },
  { immediate: true },
)
</script>

<template>
  <figure class="exhibit">
    <figcaption class="serif">{{ exhibit.title }}</figcaption>

    <ol v-if="exhibit.kind === 'proof'" class="proof">
      <li v-for="(line, i) in exhibit.lines" :key="i">
        <span class="mono">{{ line.text }}</span> <span class="soft small">{{ line.why }}</span>
      </li>
    </ol>

    <div v-else-if="exhibit.kind === 'closure'" class="closure">
      <p>
        <span class="soft small">begins with</span>
        <span v-for="name in exhibit.start" :key="name" class="name">{{ name }}</span>
      </p>
      <p v-for="(step, i) in exhibit.steps" :key="i">
        <span class="mono by">{{ step.by }}</span> <span class="soft small">adds</span>
        <span v-for="name in step.added" :key="name" class="name added">{{ name }}</span>
      </p>
      <p v-if="exhibit.missing.length > 0" class="never">
        <span class="small">never joins</span>
        <span v-for="name in exhibit.missing" :key="name" class="name missing">{{ name }}</span>
      </p>
      <p v-else class="small all">Every attribute is in it.</p>
    </div>

    <div v-else-if="exhibit.kind === 'tableau'">
      <p class="small note" aria-live="polite">{{ exhibit.frames[frame]?.note }}</p>
      <div class="wide" tabindex="0" role="region" :aria-label="exhibit.title">
        <table>
          <thead>
            <tr>
              <td />
              <th v-for="column in exhibit.columns" :key="column" scope="col">{{ column }}</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="(row, r) in exhibit.frames[frame]?.rows ?? []"
              :key="r"
              :class="{ hit: row.cells.every(cell => cell.isCommon) }"
            >
              <th scope="row">{{ row.label }}</th>
              <td
                v-for="(cell, c) in row.cells"
                :key="c"
                :class="{ common: cell.isCommon, changed: cell.isNew && frame > 0 }"
              >
                {{ cell.text }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="last > 0" class="steps small">
        <button type="button" class="plain" :disabled="frame === 0" @click="frame--">Step back</button>
        <span class="soft">{{ frame === 0 ? 'before the first step' : `step ${frame} of ${last}` }}</span>
        <button type="button" class="plain" :disabled="frame === last" @click="frame++">Next step</button>
      </p>
      <p class="outcome">{{ exhibit.outcome }}</p>
    </div>

    <div v-else>
      <div class="wide" tabindex="0" role="region" :aria-label="exhibit.title">
        <table>
          <thead>
            <tr>
              <th v-for="column in exhibit.columns" :key="column" scope="col">{{ column }}</th>
              <td v-if="exhibit.rows.some(row => row.label)" />
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, r) in exhibit.rows" :key="r" :class="{ labelled: row.label }">
              <td v-for="(cell, c) in row.cells" :key="c" :class="{ repeated: row.marked.includes(c) }">
                {{ cell }}
              </td>
              <td v-if="row.label" class="label">{{ row.label }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-for="(note, i) in exhibit.notes" :key="i" class="small note">{{ note }}</p>
    </div>
  </figure>
</template>

<style scoped>
.exhibit {
  min-width: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
figcaption {
  font-weight: 600;
  line-height: 1.35;
}
.proof {
  padding-left: 24px;
  list-style: decimal;
  font-size: 13px;
  line-height: 1.6;
}
.proof .soft {
  margin-left: 10px;
}
.closure p {
  line-height: 1.9;
}
.name {
  display: inline-block;
  font: 12.5px var(--font-mono);
  border-bottom: 1px solid var(--rule-strong);
  padding: 1px 3px;
  margin-right: 6px;
}
.added {
  background: var(--verdigris-wash);
  border-color: var(--verdigris);
}
.missing {
  border-bottom: 1.5px dashed var(--madder);
}
.never {
  color: var(--madder);
}
.by {
  font-size: 12.5px;
  margin-right: 6px;
}
.wide {
  overflow-x: auto;
  max-width: 100%;
}
table {
  border-collapse: collapse;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  font: 12.5px var(--font-mono);
}
th {
  font-weight: 450;
  text-align: left;
  color: var(--soft);
  padding: 3px 9px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
}
td {
  padding: 3px 9px;
  white-space: nowrap;
  border-bottom: 1px solid var(--rule);
  color: var(--soft);
}
tr:last-child > * {
  border-bottom: 0;
}
table:has(.repeated) td,
td {
  color: var(--ink);
}
td.common {
  color: var(--verdigris);
  font-weight: 650;
}
td.changed {
  background: var(--verdigris-wash);
}
tr.hit > * {
  background: var(--verdigris-wash);
}
td.repeated {
  background: var(--ochre-wash);
}
.labelled td {
  background: var(--madder-wash);
}
.label {
  font-family: var(--font-sans);
  font-style: italic;
}
.steps {
  display: flex;
  gap: 14px;
  margin-top: 4px;
}
.outcome {
  font-size: 13.5px;
}
.note {
  line-height: 1.45;
}
.wide + .note {
  margin-top: 6px;
}
</style>
