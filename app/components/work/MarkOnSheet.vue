<script setup lang="ts">
import type { MarksInHand, OwnMark } from '~/composables/useCaseMarks'

/** What stands of one mark on the sheet in hand, or what can be made of it there. */
defineProps<{
  mark: OwnMark
  inHand: MarksInHand
  /** Under which entity a fact goes. */
  owner: string
}>()
const emit = defineEmits<{ owner: [entity: string] }>()
</script>

<template>
  <span v-if="mark.as === 'entity'" class="soft small">
    <template v-if="mark.isThere">{{ mark.name }} is {{ inHand.made }}</template>
    <button v-else type="button" class="plain" @click="inHand.makeEntities([mark])">
      Make “{{ mark.name }}” {{ inHand.made }}
    </button>
  </span>
  <span v-else-if="mark.owners.length > 0" class="soft small">
    {{ mark.name }} stands under {{ mark.owners.join(', ') }}
  </span>
  <span v-else-if="inHand.entities.length > 0" class="small to">
    “{{ mark.name }}” under
    <select
      class="slot"
      :value="owner"
      :aria-label="`Under what ${mark.name} goes`"
      @change="emit('owner', ($event.target as HTMLSelectElement).value)"
    >
      <option v-for="entity in inHand.entities" :key="entity">{{ entity }}</option>
    </select>
    <button type="button" class="plain" @click="inHand.addFact(mark, owner)">Add</button>
  </span>
  <span v-else class="soft small">a fact: an entity comes first</span>
</template>

<style scoped>
.to select {
  max-width: 9em;
}
</style>
