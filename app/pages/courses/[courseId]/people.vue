<script setup lang="ts">
import type { CourseAnswer, InvitationLine, InvitedLine, MemberLine, Role } from '#shared/answers'

/** Who is in a course: asked in by a link, never added in silence. */
const route = useRoute('courses-courseId-people')
const router = useRouter()
const courseId = computed(() => route.params.courseId)
const session = useSessionStore()
const { answer: course, error, code, reload } = useAnswer<CourseAnswer>(() => `/courses/${courseId.value}`)
const { answer: members, reload: reloadMembers } = useAnswer<MemberLine[]>(
  () => `/courses/${courseId.value}/members`,
)
const isInstructor = computed(() => course.value?.role === 'instructor')
const open = shallowRef<readonly InvitationLine[]>([])
const fault = ref('')
/** What was just made: a link to hand on, seen once. */
const links = shallowRef<
  readonly { readonly who: string; readonly what: string; readonly url: string | null }[]
>([])

async function act<Answer>(
  path: string,
  method: 'POST' | 'PUT' | 'DELETE',
  body?: unknown,
): Promise<Answer | undefined> {
  fault.value = ''
  try {
    const answer = await api<Answer>(`/courses/${courseId.value}${path}`, {
      method,
      ...(body === undefined ? {} : { body }),
    })
    await Promise.all([reloadMembers(), loadOpen()])
    return answer
  } catch (problem) {
    fault.value = errorInWords(problem)
    await reloadMembers()
    return undefined
  }
}

async function loadOpen(): Promise<void> {
  if (isInstructor.value)
    open.value = await api<InvitationLine[]>(`/courses/${courseId.value}/invitations`).catch(() => [])
}
watch(isInstructor, () => void loadOpen(), { immediate: true })

/* Asking people in: a line for each, as a list of a class has it. */
const lines = ref('')
const role = ref<Role>('student')
const read = computed(() => readPeople(lines.value))

async function invite(): Promise<void> {
  const people = read.value.people.map(person => ({ ...person, role: role.value }))
  const invited = await act<InvitedLine[]>('/invitations', 'POST', { people })
  if (!invited) return
  links.value = invited.map(({ name, token, role: as }) => ({
    who: name,
    what: token ? `as ${as}` : 'is here already',
    url: token ? linkTo('invitation', token) : null,
  }))
  lines.value = ''
}

/** What was made is in sight, wherever it was asked for. */
const made = useTemplateRef<HTMLElement>('made')
watch(links, () => made.value?.scrollIntoView({ block: 'nearest' }), { flush: 'post' })

async function makeLink(member: MemberLine): Promise<void> {
  const link = await act<{ token: string }>(`/members/${member.id}/password-link`, 'POST')
  if (link)
    links.value = [
      { who: member.name, what: 'sets a new password, within two days', url: linkTo('password', link.token) },
    ]
}

const linkTo = (door: 'invitation' | 'password', token: string): string =>
  `${window.location.origin}/${door}/${token}`

function copy(text: string): void {
  void navigator.clipboard?.writeText(text)
}
const copyAll = (): void =>
  copy(links.value.flatMap(({ who, url }) => (url ? [`${who}\t${url}`] : [])).join('\n'))

/* Taking somebody out, or leaving, asks once. */
const leaving = shallowRef<MemberLine>()
const isMe = (member: MemberLine): boolean => member.id === session.person?.id
async function takeOut(): Promise<void> {
  const member = leaving.value
  leaving.value = undefined
  if (!member) return
  const done = isMe(member)
    ? await act('/membership', 'DELETE')
    : await act(`/members/${member.id}`, 'DELETE')
  if (done && isMe(member)) await router.push('/')
}
</script>

<template>
  <div>
    <TopLine title="People" :crumbs="course ? [{ name: course.name, to: `/courses/${course.id}` }] : []" />
    <PageState v-if="!course || !members" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="page">
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <table class="ruled">
        <caption class="visually-hidden">
          People of
          {{
            course.name
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">E-mail</th>
            <th scope="col">Is here as</th>
            <th v-if="isInstructor" scope="col"><span class="visually-hidden">What you can do</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="member in members" :key="member.id">
            <td>{{ member.name }}<span v-if="isMe(member)" class="soft small"> (you)</span></td>
            <td class="mono">{{ member.email }}</td>
            <td>
              <select
                v-if="isInstructor"
                class="slot"
                :value="member.role"
                :aria-label="`${member.name} is here as`"
                @change="
                  act(`/members/${member.id}`, 'PUT', { role: ($event.target as HTMLSelectElement).value })
                "
              >
                <option
                  v-for="one in ['student', 'assistant', 'instructor'] as const"
                  :key="one"
                  :value="one"
                >
                  {{ one }}
                </option>
              </select>
              <template v-else>{{ member.role }}</template>
              <input
                v-if="isInstructor && member.role === 'student'"
                class="slot section"
                :value="member.section ?? ''"
                maxlength="60"
                placeholder="section"
                :aria-label="`Section of ${member.name}`"
                @change="
                  act(`/members/${member.id}`, 'PUT', {
                    section: ($event.target as HTMLInputElement).value.trim() || null,
                  })
                "
              />
              <label
                v-if="isInstructor && session.person?.mayBeginCourses && member.role !== 'student'"
                class="small soft may"
                ><input
                  type="checkbox"
                  :checked="member.mayBeginCourses"
                  :disabled="isMe(member)"
                  @change="
                    act(`/members/${member.id}`, 'PUT', {
                      mayBeginCourses: ($event.target as HTMLInputElement).checked,
                    })
                  "
                />
                may begin courses</label
              >
            </td>
            <td v-if="isInstructor">
              <div class="ways end">
                <button v-if="!isMe(member)" type="button" class="plain small" @click="makeLink(member)">
                  New password …<span class="visually-hidden"> for {{ member.name }}</span>
                </button>
                <button type="button" class="plain small" @click="leaving = member">
                  {{ isMe(member) ? 'Leave' : 'Take out'
                  }}<span class="visually-hidden"> {{ member.name }}</span>
                </button>
              </div>
            </td>
          </tr>
        </tbody>
      </table>

      <template v-if="isInstructor">
        <section v-if="open.length > 0">
          <h2>Asked, and not yet here</h2>
          <ul class="asked">
            <li v-for="line in open" :key="line.email">
              <span
                >{{ line.name }} <span class="mono soft">{{ line.email }}</span></span
              ><span class="soft small"
                >as {{ line.role }} · the link is good until
                {{ timeInWords(line.expiresAt, course.timeZone) }}</span
              ><button
                type="button"
                class="plain small"
                @click="act(`/invitations/${encodeURIComponent(line.email)}`, 'DELETE')"
              >
                Withdraw<span class="visually-hidden"> {{ line.name }}</span>
              </button>
            </li>
          </ul>
        </section>
        <section v-if="links.length > 0" ref="made" class="made paper" aria-live="polite">
          <h2>Hand these links on</h2>
          <p class="soft small">
            Each is good once, and is shown only now.
            <button v-if="links.length > 1" type="button" class="plain small" @click="copyAll">
              Copy all, a line for each
            </button>
          </p>
          <ul>
            <li v-for="link in links" :key="link.who">
              <span
                >{{ link.who }} <span class="soft small">{{ link.what }}</span></span
              ><template v-if="link.url"
                ><code class="mono">{{ link.url }}</code
                ><button type="button" class="plain small" @click="copy(link.url)">
                  Copy<span class="visually-hidden"> the link of {{ link.who }}</span>
                </button></template
              >
            </li>
          </ul>
        </section>
        <section>
          <h2>Ask people in</h2>
          <form class="ask" @submit.prevent="invite">
            <UFormField label="A line for each: the name, then the e-mail address"
              ><UTextarea
                v-model="lines"
                :rows="4"
                autoresize
                placeholder="Amara Okonjo, amara.okonjo@skarholm.example"
            /></UFormField>
            <p v-if="read.faults.length > 0" class="fault small" role="alert">
              I find no e-mail address in: {{ read.faults.slice(0, 3).join(' · ') }}
            </p>
            <div class="ways">
              <label class="small"
                >as
                <select v-model="role" class="slot">
                  <option value="student">student</option>
                  <option value="assistant">assistant</option>
                  <option value="instructor">instructor</option>
                </select></label
              ><UButton
                type="submit"
                variant="outline"
                color="neutral"
                :disabled="read.people.length === 0 || read.faults.length > 0"
                >Make {{ countOf(read.people.length, 'link') }}</UButton
              >
            </div>
          </form>
        </section>
      </template>
    </main>
    <UModal
      :open="leaving !== undefined"
      :title="
        leaving && isMe(leaving) ? `Leave ${course?.name}?` : `Take ${leaving?.name} out of the course?`
      "
      description="What was handed in stays, with its marks. Another link brings them back."
      @update:open="leaving = undefined"
    >
      <template #footer
        ><UButton variant="ghost" color="neutral" @click="leaving = undefined">Not now</UButton
        ><UButton @click="takeOut">{{ leaving && isMe(leaving) ? 'Leave' : 'Take out' }}</UButton></template
      >
    </UModal>
  </div>
</template>

<style scoped>
.section {
  width: 110px;
  margin-left: 12px;
}
section {
  margin-top: 28px;
}
.may {
  margin-left: 14px;
}
.ways {
  display: flex;
  gap: 16px;
  align-items: center;
}
.end {
  justify-content: flex-end;
  white-space: nowrap;
}
.asked {
  border-top: 1px solid var(--rule-strong);
  margin-top: 8px;
}
.asked li,
.made li {
  display: grid;
  align-items: baseline;
  gap: 4px 18px;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
.asked li {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
}
.made li {
  grid-template-columns: minmax(0, 2fr) minmax(0, 5fr) auto;
}
.made li:last-child {
  border-bottom: 0;
}
.made {
  padding: 16px 20px;
  border-left: 3px solid var(--verdigris);
}
.made code {
  font-size: 12px;
  overflow-wrap: anywhere;
}
.ask {
  display: grid;
  gap: 12px;
  max-width: 680px;
  margin-top: 8px;
}
.fault {
  color: var(--madder);
}
@media (max-width: 720px) {
  .asked li,
  .made li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .asked li > :first-child,
  .made code {
    grid-column: 1 / -1;
  }
  .made code {
    grid-row: 2;
  }
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .page .ruled td {
    border: 0;
    padding: 2px 0;
  }
  td.mono,
  td:last-child {
    grid-column: 1 / -1;
    overflow-wrap: anywhere;
  }
  .end {
    justify-content: flex-start;
  }
}
</style>
