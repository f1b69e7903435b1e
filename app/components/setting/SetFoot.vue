<script setup lang="ts">
import { missingBeforePublishing } from '@nomenklatura/core/marking'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { isSound, type ProofFigures } from '@nomenklatura/core/proof'
import type { ExerciseSetting, Schedule } from '#shared/answers'

/** What is missing, what is worth a look, and publishing. */
const { setting, document, schedule, figures } = defineProps<{
  setting: ExerciseSetting
  document: ExerciseDocument
  schedule: Schedule
  readonly: boolean
  isStale: boolean
  /** What the proof run came to; undefined as long as it has not ended. */
  figures: ProofFigures | undefined
}>()
const emit = defineEmits<{ publish: []; takeBack: []; takenUp: []; look: [] }>()
const asking = ref(false)
const looksBack = ref(false)
/** What speaks against publishing, by the proof run. */
const doubt = computed(() => {
  if (!figures || isSound(figures)) return ''
  const { strength, punished } = figures
  const passes = strength !== null && strength < 100 ? `notices ${strength} % of the typical mistakes` : ''
  const harms =
    punished > 0 ? `punishes ${countOf(punished, 'change that does no harm', 'changes that do no harm')}` : ''
  return `The rule sheet ${[passes, harms].filter(part => part !== '').join(', and ')}.`
})
function lookFirst(): void {
  asking.value = false
  emit('look')
}
function begin(): void {
  asking.value = false
  emit('publish')
}
const published = computed(() => setting.state === 'published')
/** The exercise is read whole for this: when nothing was typed for a moment, not with every key. */
const settled = refDebounced(
  computed(() => document),
  400,
)
/** Each thing that is missing, with the leaf on which it is written. */
const missing = computed(() => [
  ...new Map(missingBeforePublishing(settled.value).map(({ part, about }) => [part, about])),
])
const worthALook = computed(() => {
  const unread = document.rules.filter(({ readMe, off }) => readMe && !off).length
  const said = briefWords(document.brief)
  const unbound = document.rules.filter(({ phrase, off }) => !off && phrase && !said.includes(phrase)).length
  return [
    unread > 0 ? `${countOf(unread, 'sentence')} to read` : '',
    unbound > 0 ? `${countOf(unbound, 'phrase')} not in the brief` : '',
    schedule.dueAt === null ? 'no due date' : '',
  ].filter(part => part !== '')
})
</script>

<template>
  <footer class="foot">
    <p v-if="published" class="small">
      Published: {{ countOf(setting.course.students, 'student') }} can see it,
      {{ countOf(setting.begun, 'has', 'have') }} begun.
    </p>
    <p v-else class="small">
      Before you publish:
      <strong v-if="missing.length === 0">nothing missing</strong>
      <strong v-else
        ><template v-for="([part, about], i) in missing" :key="part"
          >{{ i === 0 ? '' : i === missing.length - 1 ? ' and ' : ', '
          }}<NuxtLink :to="{ query: { leaf: about } }" class="plain">{{ part }}</NuxtLink></template
        >
        {{ missing.length === 1 ? 'is' : 'are' }} missing</strong
      ><template v-if="worthALook.length > 0">; worth a look: {{ worthALook.join(', ') }}</template
      ><template v-if="figures && figures.strength !== null && document.rules.length > 0"
        >;
        <button type="button" class="plain" @click="emit('look')">
          {{ figures.strength }} % of typical mistakes noticed
        </button></template
      >
    </p>
    <button v-if="published" type="button" class="plain" @click="looksBack = true">Earlier versions</button>
    <button type="button" class="plain" @click="takeOut(document)">Take it out as a file</button>
    <NuxtLink :to="`/exercises/${setting.id}/work`" class="plain">Try it as a student</NuxtLink>
    <template v-if="!readonly">
      <PutAwayButton
        v-if="!published"
        :path="`/exercises/${setting.id}`"
        method="DELETE"
        what="it"
        :name="document.title"
        follows="It is gone from the course. Nothing of it is lost: the course lists what was put away."
        @done="navigateTo(`/courses/${setting.course.id}`)"
      />
      <UButton v-if="!published" :disabled="missing.length > 0 || isStale" @click="asking = true"
        >Publish</UButton
      >
      <UButton v-else-if="setting.begun === 0" variant="outline" color="neutral" @click="emit('takeBack')"
        >Take back</UButton
      >
    </template>
  </footer>
  <SetRevisions
    v-if="looksBack"
    v-model:open="looksBack"
    :exercise-id="setting.id"
    :time-zone="setting.course.timeZone"
    :readonly="readonly"
    @taken-up="emit('takenUp')"
  />
  <UModal
    v-model:open="asking"
    :title="`Publish ${document.title}?`"
    :description="`${countOf(setting.course.students, 'student')} ${schedule.opensAt && Date.parse(schedule.opensAt) > Date.now() ? `see it from ${timeInWords(schedule.opensAt, setting.course.timeZone)}` : 'see it now'} and may hand in ${schedule.dueAt ? `until ${timeInWords(schedule.dueAt, setting.course.timeZone)}` : 'at any time'}.`"
  >
    <template v-if="doubt" #body>
      <p role="alert">
        {{ doubt }} <button type="button" class="plain" @click="lookFirst">Look at it first</button>
      </p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="asking = false">Not yet</UButton>
      <UButton @click="begin">{{ doubt ? 'Publish all the same' : 'Publish' }}</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.foot {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  gap: 20px;
  padding: 11px 0;
  background: var(--ground);
  border-top: 1px solid var(--rule-strong);
}
.foot p {
  flex: 1;
}
@media (max-width: 1023px) {
  .foot {
    flex-wrap: wrap;
  }
}
</style>
