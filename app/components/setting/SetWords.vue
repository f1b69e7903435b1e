<script setup lang="ts">
import { capital } from '@nomenklatura/core/language'
import { prepareExercise, type ExerciseDocument } from '@nomenklatura/core/exercise'

/**
 * What each thing of the model answer may be called besides, and values that it may have: rules and the rows that
 * prove a verdict use them.
 */
const { document, readonly } = defineProps<{ document: ExerciseDocument; readonly: boolean }>()
const emit = defineEmits<{ change: [part: Partial<ExerciseDocument>] }>()
const entries = computed(() => wordsOfWorld(prepareExercise(document).world, document))
const setSamples = (element: string, text: string): void =>
  emit('change', { samples: withSamples(document, element, text) })
const setNames = (element: string, text: string): void =>
  emit('change', { glossary: withNames(document, element, text) })
</script>

<template>
  <AnswerFirst v-if="entries.length === 0">Names and samples are those of the answer.</AnswerFirst>
  <template v-else>
    <p class="small soft lead">
      Values stand in rules and in the rows that prove a verdict, one after another with a semicolon between.
      Names by which students may call a thing are understood as it, with a comma between.
    </p>
    <section v-for="{ entity, members } in entries" :key="entity.element" :aria-label="capital(entity.name)">
      <h2>
        {{ capital(entity.name) }}
        <label class="small"
          >also called
          <SlotText
            class="slot names"
            :value="entity.names"
            :disabled="readonly"
            @set="setNames(entity.element, $event)"
        /></label>
      </h2>
      <table v-if="members.length > 0">
        <thead>
          <tr>
            <th scope="col">Fact</th>
            <th scope="col">Such as</th>
            <th scope="col">Also called</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="member in members" :key="member.element">
            <th scope="row">
              {{ member.name }} <span v-if="member.type" class="mono type">{{ member.type }}</span>
            </th>
            <td>
              <template v-if="member.samples !== null">
                <SlotText
                  class="slot"
                  :value="member.samples"
                  :disabled="readonly"
                  :aria-label="`Samples of ${member.name} of ${entity.name}`"
                  @set="setSamples(member.element, $event)"
                />
                <span v-if="member.lost.length > 0" class="small lost"
                  >The answer’s own type does not keep {{ member.lost.join(', ') }}.</span
                >
              </template>
              <span v-else class="small soft">as what it leads to</span>
            </td>
            <td>
              <SlotText
                class="slot"
                :value="member.names"
                :disabled="readonly"
                :aria-label="`Other names of ${member.name} of ${entity.name}`"
                @set="setNames(member.element, $event)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </template>
</template>

<style scoped>
.lead {
  max-width: 760px;
}
section {
  margin-top: 20px;
  max-width: 980px;
}
h2 {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
  font: 650 17px var(--font-serif);
}
h2 label {
  font: 13px var(--font-sans);
  color: var(--soft);
}
.names {
  width: 320px;
}
table {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
}
th,
td {
  border-bottom: 1px solid var(--rule);
  padding: 4px 14px 4px 0;
  text-align: left;
  vertical-align: baseline;
}
thead th {
  font: 12px var(--font-sans);
  color: var(--soft);
}
tbody th {
  font-weight: 600;
}
.type {
  font-size: 12px;
  font-weight: 400;
  color: var(--soft);
}
td .slot {
  width: 100%;
}
.lost {
  display: block;
  color: var(--madder);
}
</style>
