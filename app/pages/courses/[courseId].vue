<script setup lang="ts">
import type { CourseAnswer, ExerciseLine, MemberLine } from '#shared/answers'

const route = useRoute('courses-courseId')
const courseId = computed(() => route.params.courseId)
const { answer: course, error, code, reload } = useAnswer<CourseAnswer>(() => `/courses/${courseId.value}`)
const isStaff = computed(() => course.value && course.value.role !== 'student')
const isInstructor = computed(() => course.value?.role === 'instructor')
const setting = ref(false)

function stateOf(line: ExerciseLine): string {
  const zone = course.value!.timeZone
  const { counts } = line
  if (line.state === 'draft') return 'draft, nobody sees it'
  const due = line.dueAt ? (Date.parse(line.dueAt) > Date.now() ? `due ${timeInWords(line.dueAt, zone)}` : `closed ${timeInWords(line.dueAt, zone)}`) : 'no date'
  if (!counts || counts.handedIn === 0) return `${due} · ${counts?.begun ?? 0} begun`
  return `${due} · ${counts.begun} begun · ${counts.handedIn} handed in`
}

function markingOf({ counts, state }: ExerciseLine): string {
  if (state === 'draft' || !counts || counts.handedIn === 0) return ''
  if (counts.marked < counts.handedIn) return `being marked, ${counts.marked} of ${counts.handedIn}`
  if (counts.released === counts.handedIn) return 'released'
  return counts.released > 0 ? `${counts.released} of ${counts.handedIn} released` : 'marked, not released'
}

/* Members are one link deeper. */
const members = shallowRef<MemberLine[]>()
const member = reactive({ name: '', email: '', role: 'student' as MemberLine['role'], password: '' })
const memberFault = ref('')

async function showMembers(): Promise<void> {
  members.value = await api<MemberLine[]>(`/courses/${courseId.value}/members`)
}

async function addMember(): Promise<void> {
  try {
    await api(`/courses/${courseId.value}/members`, { method: 'POST', body: { ...member, password: member.password || undefined } })
    Object.assign(member, { name: '', email: '', password: '' })
    memberFault.value = ''
    await Promise.all([showMembers(), reload()])
  }
  catch (fault) {
    memberFault.value = errorInWords(fault)
  }
}
</script>

<template>
  <div>
    <TopLine :title="course?.name ?? 'Course'" />
    <PageState v-if="!course" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="page">
      <MyExercises v-if="!isStaff" :course-id="course.id" :heading="false" />
      <template v-else>
        <NewExercise v-if="isInstructor && (setting || course.exercises.length === 0)" :course-id="course.id" :is-first="course.exercises.length === 0" @leave="setting = false" />
        <div v-if="course.exercises.length > 0" class="head">
          <h2>Exercises</h2>
          <UButton v-if="isInstructor && !setting" @click="setting = true">Set an exercise</UButton>
        </div>
        <ul v-if="course.exercises.length > 0" class="exercises">
          <li v-for="(line, i) in course.exercises" :key="line.id">
            <span class="soft position">{{ i + 1 }}</span>
            <div class="what">
              <NuxtLink :to="line.counts?.handedIn ? `/exercises/${line.id}/desk` : `/exercises/${line.id}/set`" class="serif name">{{ line.title }}</NuxtLink>
              <p class="soft small">{{ stateOf(line) }} · {{ line.helpLevel }} · {{ line.points }} points</p>
            </div>
            <span class="small marking">{{ markingOf(line) }}</span>
            <nav class="small" :aria-label="line.title">
              <NuxtLink :to="`/exercises/${line.id}/set`" class="plain">Set</NuxtLink>
              <NuxtLink :to="`/exercises/${line.id}/desk`" class="plain">Desk</NuxtLink>
              <NuxtLink :to="`/exercises/${line.id}/ledger`" class="plain">Ledger</NuxtLink>
            </nav>
          </li>
        </ul>
        <section class="members">
          <p v-if="!members" class="small"><button type="button" class="plain" @click="showMembers">{{ countOf(course.students, 'student') }} and who else is here</button></p>
          <template v-else>
            <h2>People</h2>
            <table class="ruled">
              <thead><tr><th scope="col">Name</th><th scope="col">E-mail</th><th scope="col">Is here as</th></tr></thead>
              <tbody><tr v-for="line in members" :key="line.id"><td>{{ line.name }}</td><td class="mono">{{ line.email }}</td><td>{{ line.role }}</td></tr></tbody>
            </table>
            <form v-if="isInstructor" class="add" @submit.prevent="addMember">
              <UFormField label="Name"><UInput v-model="member.name" size="md" required maxlength="120" /></UFormField>
              <UFormField label="E-mail"><UInput v-model="member.email" size="md" type="email" required /></UFormField>
              <UFormField label="First password"><UInput v-model="member.password" size="md" type="password" autocomplete="new-password" placeholder="if new here" /></UFormField>
              <label class="small">as <select v-model="member.role" class="slot"><option value="student">student</option><option value="assistant">assistant</option><option value="instructor">instructor</option></select></label>
              <UButton type="submit" variant="outline" color="neutral">Add</UButton>
              <p class="fault" role="alert">{{ memberFault }}</p>
            </form>
          </template>
        </section>
      </template>
      <KeysSlip :keys="[]" />
    </main>
  </div>
</template>

<style scoped>
.head { display: flex; align-items: center; justify-content: space-between; }
.exercises { margin: 10px 0 28px; border-top: 1px solid var(--rule-strong); }
.exercises li { display: grid; grid-template-columns: 28px minmax(0, 1fr) auto auto; align-items: baseline; gap: 6px 20px; padding: 13px 4px; border-bottom: 1px solid var(--rule); }
.name { font-size: 19px; font-weight: 600; overflow-wrap: anywhere; }
.name:hover { text-decoration: underline; text-underline-offset: 4px; text-decoration-thickness: 1px; }
nav { display: flex; gap: 16px; }
.add { display: grid; grid-template-columns: 1fr 1fr 1fr auto auto; gap: 14px; align-items: end; margin-top: 16px; }
.fault { color: var(--madder); grid-column: 1 / -1; }
.members { margin-top: 20px; }
@media (max-width: 760px) { .exercises li { grid-template-columns: 28px 1fr; } .marking, nav { grid-column: 2; } .add { grid-template-columns: 1fr; } }
</style>
