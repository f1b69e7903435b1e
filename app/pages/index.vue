<script setup lang="ts">
import type { CourseLine, MyInvitation } from '#shared/answers'

const { answer: courses, error, code, reload } = useAnswer<CourseLine[]>(() => '/courses')
const session = useSessionStore()
const name = ref('')
const beginning = ref(false)
const { fault, act } = useAct()
const teaches = computed(() => courses.value?.filter(({ role }) => role !== 'student') ?? [])
const attends = computed(() => courses.value?.filter(({ role }) => role === 'student') ?? [])
const isNew = computed(() => courses.value?.length === 0)
const mayBegin = computed(() => session.person?.mayBeginCourses ?? false)
const { answer: invitations, reload: askAgain } = useAnswer<MyInvitation[]>(() => '/me/invitations')

/** Takes part in a course one is asked into, or not. */
async function answerTo(courseId: string, takesPart: boolean): Promise<void> {
  await act(() => api(`/me/invitations/${courseId}`, { method: takesPart ? 'PUT' : 'DELETE' }))
  await Promise.all([reload(), askAgain()])
}

const begin = (): Promise<boolean> =>
  act(async () => {
    const { id } = await api<{ id: string }>('/courses', { method: 'POST', body: { name: name.value } })
    await navigateTo(`/courses/${id}`)
  })
</script>

<template>
  <div>
    <TopLine :title="attends.length > 0 && teaches.length === 0 ? 'My exercises' : 'Courses'" />
    <PageState v-if="!courses" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="page">
      <section v-for="invitation in invitations ?? []" :key="invitation.courseId" class="asked paper">
        <p class="serif">
          You are asked to take part in <strong>{{ invitation.courseName }}</strong> as {{ invitation.role }}.
        </p>
        <div class="ways">
          <UButton size="sm" @click="answerTo(invitation.courseId, true)">Take part</UButton
          ><button type="button" class="plain small" @click="answerTo(invitation.courseId, false)">
            No, thank you
          </button>
        </div>
      </section>
      <section v-if="isNew" class="empty paper">
        <h2>No course yet.</h2>
        <p class="serif">
          {{
            mayBegin
              ? 'A course holds your exercises and your students.'
              : `An instructor asks you into a course with the address ${session.person?.email ?? ''}: then you find it here.`
          }}
        </p>
      </section>
      <template v-if="teaches.length > 0">
        <h2>You teach</h2>
        <ul class="courses">
          <li v-for="course in teaches" :key="course.id">
            <NuxtLink :to="`/courses/${course.id}`" class="serif name">{{ course.name }}</NuxtLink>
            <span class="soft small"
              >{{ course.role }} · {{ countOf(course.exercises, 'exercise') }} ·
              {{ countOf(course.students, 'student') }}</span
            >
          </li>
        </ul>
      </template>
      <template v-for="course in attends" :key="course.id">
        <MyExercises :course-id="course.id" />
      </template>
      <p v-if="fault && !mayBegin" class="fault" role="alert">{{ fault }}</p>
      <form v-if="mayBegin" class="begin" @submit.prevent="begin">
        <template v-if="beginning || isNew">
          <UFormField label="Name of the course" class="field"
            ><UInput
              v-model="name"
              required
              autofocus
              maxlength="120"
              placeholder="Relational Design, spring term"
          /></UFormField>
          <UButton type="submit">Begin a course</UButton>
          <p class="fault" role="alert">{{ fault }}</p>
        </template>
        <button v-else type="button" class="plain" @click="beginning = true">Begin another course</button>
      </form>
      <PutAwayList v-if="mayBegin || teaches.length > 0" path="/me/archived" what="course" @out="reload" />
    </main>
  </div>
</template>

<style scoped>
.asked {
  padding: 14px 20px;
  margin-bottom: 18px;
  max-width: 620px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 20px;
  border-left: 3px solid var(--verdigris);
}
.ways {
  display: flex;
  gap: 14px;
  align-items: center;
  white-space: nowrap;
}
.empty {
  padding: 22px 26px;
  max-width: 620px;
  margin-bottom: 20px;
}
.courses {
  margin: 8px 0 28px;
  border-top: 1px solid var(--rule-strong);
}
.courses li {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 16px;
  padding: 13px 0;
  border-bottom: 1px solid var(--rule);
}
.name {
  font-size: 19px;
  font-weight: 600;
}
.name:hover {
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-thickness: 1px;
}
.begin {
  display: flex;
  gap: 14px;
  align-items: end;
  flex-wrap: wrap;
}
.field {
  width: 340px;
}
.fault {
  color: var(--madder);
  flex-basis: 100%;
}
</style>
