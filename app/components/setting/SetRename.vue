<script setup lang="ts">
import { prepareExercise, renameElement, type ExerciseDocument } from '@nomenklatura/core/exercise'

/** An element of the model answer under another name, wherever it is named: looked at first, then done. */
const { document } = defineProps<{ document: ExerciseDocument }>()
const emit = defineEmits<{ change: [part: Partial<ExerciseDocument>] }>()
const element = ref('')
const to = ref('')
const inTexts = ref(true)
const looking = ref(false)
/** The exercise is read whole for this: when nothing was typed for a moment, not with every key. */
const settled = refDebounced(
  computed(() => document),
  400,
)
const elements = computed(() =>
  prepareExercise(settled.value).world.entities.flatMap(({ name, attributes, roles }) => [
    name,
    ...[...attributes, ...roles].map(member => `${name}.${member.name}`),
  ]),
)
const renamed = computed(() => {
  if (!looking.value) return undefined
  const [entity = '', ...member] = element.value.split('.')
  return renameElement(
    document,
    { entity, ...(member.length > 0 ? { member: member.join('.') } : {}) },
    to.value,
    { inTexts: inTexts.value },
  )
})
const summary = computed(() => {
  if (!renamed.value) return ''
  const { places, rules, texts } = renamed.value
  return `${countOf(places, 'place')} on the sheets of the model answer, ${countOf(rules, 'rule')}${
    texts.length > 0 ? `, ${countOf(texts.length, 'text')}` : ''
  }. Samples and glossary follow; the glossary keeps the old name, so that answers with it are still understood.`
})
function take(): void {
  if (!renamed.value || renamed.value.fault) return
  const { models, rules, glossary, samples, brief } = renamed.value.document
  emit('change', { models, rules, glossary, samples, brief })
  looking.value = false
  element.value = to.value = ''
}
</script>

<template>
  <form v-if="elements.length > 0" class="rename small" @submit.prevent="looking = true">
    Call
    <select v-model="element" class="slot" aria-label="Element of the model answer">
      <option value="" disabled>what?</option>
      <option v-for="name in elements" :key="name" :value="name">{{ name }}</option>
    </select>
    otherwise, everywhere:
    <input v-model="to" class="slot" maxlength="60" aria-label="Its new name" autocomplete="off" />
    <UButton
      type="submit"
      size="sm"
      variant="outline"
      color="neutral"
      :disabled="element === '' || to.trim() === ''"
      >See what changes …</UButton
    >
  </form>
  <UModal
    v-model:open="looking"
    :title="`${element} becomes ${to.trim()}`"
    description="In rules, samples, glossary and on every sheet of the model answer."
    :ui="{ content: 'max-w-3xl' }"
  >
    <template #body>
      <p v-if="renamed?.fault" role="alert" class="fault">{{ renamed.fault }}</p>
      <template v-else-if="renamed">
        <p>{{ summary }}</p>
        <label class="texts"
          ><input v-model="inTexts" type="checkbox" /> In sentences and the brief as well</label
        >
        <ul v-if="renamed.texts.length > 0" class="changes" tabindex="0" aria-label="Texts that change">
          <li v-for="(text, i) in renamed.texts" :key="i">
            <span class="soft tiny">{{ text.where }}</span>
            <del class="serif">{{ text.before }}</del>
            <ins class="serif">{{ text.after }}</ins>
          </li>
        </ul>
      </template>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="looking = false">Leave it</UButton>
      <UButton :disabled="!renamed || renamed.fault !== ''" @click="take">Rename everywhere</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.rename {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  margin: 18px 0 8px;
}
.rename input {
  width: 160px;
}
.texts {
  display: block;
  margin: 10px 0;
}
.changes {
  max-height: 46vh;
  overflow-y: auto;
}
.changes li {
  display: grid;
  gap: 1px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
del {
  color: var(--soft);
}
ins {
  text-decoration: none;
}
.fault {
  color: var(--madder);
}
</style>
