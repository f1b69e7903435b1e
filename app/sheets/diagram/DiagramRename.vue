<script setup lang="ts">
import { isSameName, renamedInDictionary, renamedInScript, type Diagram } from '@nomenklatura/core/diagram'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { Dialect } from '@nomenklatura/core/schema'

/**
 * Renaming a card everywhere: on the diagram, and, where they name it, on the other sheets; what would change
 * is counted first.
 */
const { diagram, entity, others } = defineProps<{
  diagram: Diagram
  entity: string
  others: { readonly dictionary?: Dictionary; readonly script?: string; readonly dialect?: Dialect }
}>()
const emit = defineEmits<{
  rename: [change: { to: string; dictionary?: Dictionary; script?: string }]
  leave: []
}>()

const from = computed(() => diagram.entities.find(({ id }) => id === entity)?.name ?? '')
const to = ref(from.value)
const twin = computed(() =>
  diagram.entities.some(({ id, name }) => id !== entity && isSameName(name, to.value)),
)
const inDictionary = computed(() =>
  others.dictionary ? renamedInDictionary(others.dictionary, from.value, to.value) : undefined,
)
const inScript = computed(() =>
  others.script ? renamedInScript(others.script, from.value, to.value, others.dialect) : undefined,
)
const takes = ref({ dictionary: true, script: true })
const isNew = computed(() => to.value.trim() !== '' && to.value.trim() !== from.value && !twin.value)
function take(): void {
  if (!isNew.value) return
  emit('rename', {
    to: to.value.trim(),
    ...(takes.value.dictionary && inDictionary.value && inDictionary.value.places > 0
      ? { dictionary: inDictionary.value.sheet }
      : {}),
    ...(takes.value.script && inScript.value && inScript.value.places > 0
      ? { script: inScript.value.sheet }
      : {}),
  })
}
</script>

<template>
  <UModal
    :open="true"
    :title="`Rename ${from}`"
    description="Everywhere it is named; undo of each sheet brings it back."
    @update:open="emit('leave')"
  >
    <template #body>
      <RenameForm
        v-model="to"
        :fault="twin ? `There is a card called ${to} already.` : ''"
        :is-new="isNew"
        :longest="80"
        @take="take"
        @leave="emit('leave')"
      >
        <p class="small">On the diagram: once.</p>
        <label v-if="inDictionary && inDictionary.places > 0" class="small"
          ><input v-model="takes.dictionary" type="checkbox" /> In the dictionary:
          {{ countOf(inDictionary.places, 'place') }}</label
        >
        <label v-if="inScript && inScript.places > 0" class="small"
          ><input v-model="takes.script" type="checkbox" /> In the script:
          {{ countOf(inScript.places, 'place') }}, names of tables</label
        >
      </RenameForm>
    </template>
  </UModal>
</template>
