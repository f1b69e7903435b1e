<script setup lang="ts">
import type { SharingAnswer } from '#shared/answers'
import type { ShareOutBody } from '#shared/requests'

/** Dealing the class to those who mark it: in turn, or each section to one. */
const { exerciseId } = defineProps<{ exerciseId: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [words: string] }>()
const path = computed(() => `/exercises/${exerciseId}/shares`)
const { fault, busy, act } = useAct()
const sharing = shallowRef<SharingAnswer>()
const how = ref<'evenly' | 'section'>('evenly')
const chosen = ref<string[]>([])
/** Who marks each section, by its place in the list. */
const graderOf = ref<string[]>([])

watch(
  open,
  isOpen =>
    isOpen &&
    void act(async () => {
      const answer = await api<SharingAnswer>(path.value)
      sharing.value = answer
      chosen.value = answer.graders.map(({ id }) => id)
      graderOf.value = answer.sections.map((_, i) => answer.graders[i % answer.graders.length]!.id)
    }),
  { immediate: true },
)
const isShared = computed(() => sharing.value?.graders.some(({ students }) => students > 0) ?? false)
const body = computed<ShareOutBody>(() =>
  how.value === 'evenly'
    ? { how: 'evenly', graders: chosen.value }
    : {
        how: 'section',
        sections: (sharing.value?.sections ?? []).flatMap(({ name }, i) =>
          graderOf.value[i] ? [{ name, grader: graderOf.value[i] }] : [],
        ),
      },
)
const isSaid = computed(() =>
  body.value.how === 'evenly' ? body.value.graders.length > 0 : body.value.sections.length > 0,
)

async function shareOut(): Promise<void> {
  const isDone = await act(async () => {
    sharing.value = await api<SharingAnswer>(path.value, { method: 'PUT', body: body.value })
  })
  if (!isDone || !sharing.value) return
  open.value = false
  emit(
    'done',
    `Shared out: ${sharing.value.graders
      .filter(({ students }) => students > 0)
      .map(({ name, handIns }) => `${name} ${handIns}`)
      .join(', ')}`,
  )
}
async function shareNothing(): Promise<void> {
  if (!(await act(() => api(path.value, { method: 'DELETE' })))) return
  open.value = false
  emit('done', 'Nothing is shared out any more.')
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Share out"
    description="Each finds their part of the queue first, and can look at all. What is handed in later goes to whoever has its student."
  >
    <template #body>
      <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
      <template v-if="sharing">
        <p v-if="isShared" class="now small">
          Now:
          <template
            v-for="(grader, i) in sharing.graders.filter(({ students }) => students > 0)"
            :key="grader.id"
            >{{ i > 0 ? ', ' : '' }}{{ grader.name }} {{ countOf(grader.students, 'student') }} ({{
              grader.handIns
            }}
            handed in)</template
          >.
        </p>
        <fieldset class="how">
          <legend class="small">How</legend>
          <label><input v-model="how" type="radio" value="evenly" /> Evenly, in turn</label>
          <label
            ><input v-model="how" type="radio" value="section" :disabled="sharing.sections.length < 2" /> Each
            section to one<span v-if="sharing.sections.length < 2" class="soft small">
              (the course has no sections)</span
            ></label
          >
        </fieldset>
        <fieldset v-if="how === 'evenly'" class="who">
          <legend class="small">Among</legend>
          <label v-for="grader in sharing.graders" :key="grader.id"
            ><input v-model="chosen" type="checkbox" :value="grader.id" /> {{ grader.name }}</label
          >
        </fieldset>
        <ul v-else class="who">
          <li v-for="(section, i) in sharing.sections" :key="section.name ?? ''">
            <label :for="`section-${i}`"
              >{{ section.name ?? 'In no section' }}
              <span class="soft small">{{ countOf(section.students, 'student') }}</span></label
            >
            <select :id="`section-${i}`" v-model="graderOf[i]">
              <option value="">nobody</option>
              <option v-for="grader in sharing.graders" :key="grader.id" :value="grader.id">
                {{ grader.name }}
              </option>
            </select>
          </li>
        </ul>
      </template>
    </template>
    <template #footer>
      <UButton v-if="isShared" variant="ghost" color="neutral" :disabled="busy" @click="shareNothing"
        >Share nothing out</UButton
      >
      <UButton :disabled="busy || !isSaid || !sharing" @click="shareOut">{{
        isShared ? 'Share out anew' : 'Share out'
      }}</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.now {
  margin-bottom: 10px;
}
fieldset,
.who {
  display: grid;
  gap: 4px;
  margin-bottom: 12px;
}
legend {
  font-weight: 600;
  margin-bottom: 4px;
}
.who li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.fault {
  color: var(--madder);
}
</style>
