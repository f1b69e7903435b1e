<script setup lang="ts">
defineProps<{ blocks: readonly BriefBlock[]; phrases: readonly BoundPhrase[] }>()
/** Titles of the case stand below that of the side it is shown on. */
const head = (depth: number): string => `h${Math.min(5, depth + 2)}`
</script>

<template>
  <template v-for="(block, i) in blocks" :key="i">
    <p v-if="block.kind === 'paragraph'"><BriefRuns :runs="block.runs" :phrases="phrases" /></p>
    <component :is="head(block.depth)" v-else-if="block.kind === 'heading'">
      <BriefRuns :runs="block.runs" :phrases="phrases" />
    </component>
    <component :is="block.ordered ? 'ol' : 'ul'" v-else-if="block.kind === 'list'" :start="block.start">
      <li v-for="(item, at) in block.items" :key="at"><BriefBlocks :blocks="item" :phrases="phrases" /></li>
    </component>
    <div v-else-if="block.kind === 'table'" class="table" tabindex="0" role="group" aria-label="Table">
      <table>
        <thead>
          <tr>
            <th v-for="(cell, at) in block.head" :key="at" scope="col">
              <BriefRuns :runs="cell" :phrases="phrases" />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in block.rows" :key="r">
            <td v-for="(cell, at) in row" :key="at"><BriefRuns :runs="cell" :phrases="phrases" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <blockquote v-else-if="block.kind === 'quote'">
      <BriefBlocks :blocks="block.blocks" :phrases="phrases" />
    </blockquote>
    <pre v-else-if="block.kind === 'code'">{{ block.text }}</pre>
    <hr v-else />
  </template>
</template>
