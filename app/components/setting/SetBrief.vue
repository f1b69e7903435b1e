<script setup lang="ts">
import {
  prepareExercise,
  shownPictures,
  withMark,
  type CaseMark,
  type ExerciseDocument,
  type ExercisePicture,
} from '@nomenklatura/core/exercise'

/** The brief has two parts: the case, and the rows it gives. */
const { document } = defineProps<{ document: ExerciseDocument; part: 'case' | 'rows'; readonly: boolean }>()
const emit = defineEmits<{
  turn: [part: 'case' | 'rows']
  change: [part: Partial<ExerciseDocument>]
  /** A rule is to be begun from words of the case. */
  begin: [words: string]
  take: [taken: TakenRows]
}>()
/** The rule says where it comes from. */
function bind(id: string, phrase: string): void {
  emit('change', { rules: document.rules.map(rule => (rule.id === id ? { ...rule, phrase } : rule)) })
}
/** The exercise is read whole for this: when nothing was typed for a moment. */
const settled = refDebounced(
  computed(() => document),
  400,
)
const elements = computed(() => caseElements(prepareExercise(settled.value).world, settled.value))
/** Students may call it so; what the words speak of is told where they practise. */
function nameElement({ element, as }: CaseElement, words: string): void {
  const { marks } = as ? withMark({ marks: named.value }, words, as) : { marks: named.value }
  emit('change', { glossary: withName(document, element, words), ...asNamed(marks) })
}
const named = computed(() => document.named ?? [])
const asNamed = (marks: readonly CaseMark[]): Partial<ExerciseDocument> => ({
  named: marks.length > 0 ? [...marks] : undefined,
})
const forget = (phrase: string): void =>
  emit('change', asNamed(named.value.filter(mark => mark.phrase !== phrase)))
/** Those that the case shows no more make room. */
function addPicture(picture: ExercisePicture): void {
  emit('change', { pictures: [...shownPictures(document.brief, document.pictures ?? []), picture] })
}
const briefParts = [
  { part: 'case', name: 'Case' },
  { part: 'rows', name: 'Rows' },
] as const
</script>

<template>
  <LeafParts label="Leaves of the brief" :parts="briefParts" :part="part" @turn="emit('turn', $event)" />
  <SetRows
    v-if="part === 'rows'"
    :document="document"
    :readonly="readonly"
    @rows="emit('change', { rows: $event })"
    @take="emit('take', $event)"
  />
  <template v-else>
    <UFormField label="Title" class="title"
      ><UInput
        :model-value="document.title"
        maxlength="120"
        :disabled="readonly"
        @change="
          emit('change', { title: ($event.target as HTMLInputElement).value.trim() || document.title })
        "
    /></UFormField>
    <UFormField label="Case" help="What the students read." class="case">
      <LazyBriefEditor
        :text="document.brief"
        :pictures="document.pictures ?? []"
        :rules="document.rules"
        :elements="elements"
        :named="named"
        :readonly="readonly"
        @change="emit('change', { brief: $event })"
        @picture="addPicture"
        @bind="bind"
        @name="nameElement"
        @forget="forget"
        @begin="emit('begin', $event)"
      />
    </UFormField>
  </template>
</template>

<style scoped>
.title {
  max-width: 620px;
  margin-bottom: 18px;
}
.case {
  max-width: 820px;
}
</style>
