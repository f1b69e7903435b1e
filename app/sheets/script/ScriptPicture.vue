<script setup lang="ts">
import { diagramFromSchema, type Diagram } from '@nomenklatura/core/diagram'
import { foldName, type Schema, type Table } from '@nomenklatura/core/schema'

/**
 * The tables of a script as a picture: all of them, or of very many the one at the cursor with those beside
 * it.
 */
const { schema, here } = defineProps<{
  schema: Schema
  /** The table at the cursor. */
  here: string | undefined
}>()

/** The most tables that are drawn together. */
const MOST = 40
const isPart = computed(() => schema.tables.length > MOST)
const shown = computed<readonly Table[]>(() =>
  isPart.value ? neighbours(schema.tables, here ?? schema.tables[0]!.name).slice(0, MOST) : schema.tables,
)

/** A table, then those that it refers to or that refer to it. */
function neighbours(tables: readonly Table[], name: string): readonly Table[] {
  const folded = foldName(name)
  const own = tables.find(table => foldName(table.name) === folded)
  const targets = new Set(own?.references.map(({ table }) => foldName(table)))
  return tables
    .filter(
      table =>
        table === own ||
        targets.has(foldName(table.name)) ||
        table.references.some(({ table: target }) => foldName(target) === folded),
    )
    .toSorted((a, b) => Number(b === own) - Number(a === own))
}

const { arrange } = useArrange()
const drawn = shallowRef<Diagram>()
let last = ''
let turn = 0
watchDebounced(
  shown,
  async tables => {
    const diagram = diagramFromSchema({ tables: [...tables] })
    const said = JSON.stringify(diagram)
    if (said === last) return
    last = said
    const mine = ++turn
    const arranged = tables.length === 0 ? diagram : await arrange(diagram, true)
    if (mine === turn) drawn.value = arranged
  },
  { immediate: true, debounce: 250 },
)
</script>

<template>
  <div class="drawn">
    <p v-if="isPart" class="small soft">
      {{ countOf(schema.tables.length, 'table') }}; the one at the cursor is drawn, with those beside it.
    </p>
    <DiagramPicture v-if="drawn" :diagram="drawn" label="The tables as a picture" />
  </div>
</template>

<style scoped>
.drawn {
  overflow: auto;
  min-height: 0;
}
</style>
