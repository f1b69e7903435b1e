<script setup lang="ts">
import { changeEntity, isSameName, renamedInDictionary, type Diagram } from '@nomenklatura/core/diagram'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { Dialect, Schema } from '@nomenklatura/core/schema'
import { renameThing, type NamedThing } from '@nomenklatura/core/sql'

/**
 * Renaming a table or column wherever the script names it, and a table on the sheets that describe it as
 * well; what would change is counted first.
 */
const { script, schema, dialect, thing, others } = defineProps<{
  script: string
  schema: Schema
  dialect: Dialect
  thing: NamedThing
  others: { readonly dictionary?: Dictionary; readonly diagram?: Diagram }
}>()
const emit = defineEmits<{
  rename: [change: { script: string; dictionary?: Dictionary; diagram?: Diagram }]
  leave: []
  closed: []
}>()

const from = computed(() => thing.column ?? thing.table)
const to = ref(from.value)
const wanted = computed(() => to.value.trim())
const renamed = computed(() =>
  renameThing(script, schema, dialect, thing, wanted.value === '' ? from.value : wanted.value),
)
const isTable = computed(() => thing.column === undefined)
const inDictionary = computed(() =>
  isTable.value && others.dictionary
    ? renamedInDictionary(others.dictionary, thing.table, wanted.value)
    : undefined,
)
const card = computed(() =>
  isTable.value
    ? others.diagram?.entities.find(({ name, given }) => !given && isSameName(name, thing.table))
    : undefined,
)
const takes = ref({ dictionary: true, diagram: true })
const isNew = computed(() => wanted.value !== '' && wanted.value !== from.value && !renamed.value.taken)
function take(): void {
  if (!isNew.value) return
  emit('rename', {
    script: renamed.value.text,
    ...(takes.value.dictionary && inDictionary.value && inDictionary.value.places > 0
      ? { dictionary: inDictionary.value.sheet }
      : {}),
    ...(takes.value.diagram && card.value && others.diagram
      ? { diagram: changeEntity(others.diagram, card.value.id, { name: wanted.value }) }
      : {}),
  })
}
/** The one who asks for it says where the focus goes. */
function close(event: Event): void {
  event.preventDefault()
  emit('closed')
}
</script>

<template>
  <UModal
    :open="true"
    :title="`Rename ${thing.column ? `${thing.table}.${thing.column}` : thing.table}`"
    description="Wherever it is named; names of constraints, comments and texts stay as they are."
    :content="{ onCloseAutoFocus: close }"
    @update:open="emit('leave')"
  >
    <template #body>
      <RenameForm
        v-model="to"
        :fault="renamed.taken ? `There is a ${isTable ? 'table' : 'column'} called ${wanted} already.` : ''"
        :is-new="isNew"
        @take="take"
        @leave="emit('leave')"
      >
        <p class="small">In the script: {{ countOf(renamed.places, 'place') }}.</p>
        <label v-if="inDictionary && inDictionary.places > 0" class="small"
          ><input v-model="takes.dictionary" type="checkbox" /> In the dictionary:
          {{ countOf(inDictionary.places, 'place') }}</label
        >
        <label v-if="card" class="small"
          ><input v-model="takes.diagram" type="checkbox" /> On the diagram: the card {{ card.name }}</label
        >
      </RenameForm>
    </template>
  </UModal>
</template>
