<script setup lang="ts">
import type { CourseAnswer, CourseLine } from '#shared/answers'

/** Ctrl+K: what can be done here, every course and exercise, help for each screen and note, by typing a part of its name. */
const open = usePaletteOpen()
const session = useSessionStore()
interface Item {
  readonly label: string
  readonly suffix?: string
  readonly to?: string
  readonly run?: () => void
}
const groups = shallowRef<{ id: string; label: string; items: Item[] }[]>([])

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && session.person) {
    event.preventDefault()
    open.value = !open.value
  }
})

/** The pages that say in their own file what they help with. */
const helpPages = useRouter()
  .getRoutes()
  .flatMap(({ path, meta }) => (meta.help ? [{ label: `Help: ${meta.help}`, to: path }] : []))

/** Screens and notes by name, last in the list: they are found by typing. */
async function helpItems(): Promise<Item[]> {
  // Not before it is asked for: no screen needs the words of all notes to begin with.
  const { HELP_SCREENS, helpNotes } = await import('~/utils/help')
  const screens = HELP_SCREENS.map(({ id, title }) => ({
    label: `Help: ${title}`,
    to: `/help/screens#${id}`,
  }))
  const notes = helpNotes().map(({ anchor, group, title }) => ({
    label: `Note: ${title}`,
    suffix: group,
    to: `/help/notes#${anchor}`,
  }))
  return [...helpPages, ...screens, ...notes]
}

const hereNow = (): Item[] =>
  offeredActions().map(({ label, key, run }) => ({ label, ...(key ? { suffix: key } : {}), run }))

watch(open, async isOpen => {
  if (!isOpen) return
  const here = hereNow()
  groups.value = [{ id: 'here', label: 'Here', items: here }]
  const courses = await api<CourseLine[]>('/courses').catch(() => [])
  const answers = await Promise.all(
    courses.map(({ id }) => api<CourseAnswer>(`/courses/${id}`).catch(() => undefined)),
  )
  groups.value = [
    ...(here.length > 0 ? [{ id: 'here', label: 'Here', items: here }] : []),
    {
      id: 'courses',
      label: 'Courses',
      items: [
        { label: 'All courses', to: '/' },
        ...courses.map(({ id, name }) => ({ label: name, to: `/courses/${id}` })),
      ],
    },
    ...answers
      .filter(answer => answer !== undefined)
      .map(course => ({
        id: course.id,
        label: course.name,
        items: course.exercises.flatMap(({ id, title }) =>
          course.role === 'student'
            ? [{ label: title, to: `/exercises/${id}/work` }]
            : [
                { label: title, suffix: 'set', to: `/exercises/${id}/set` },
                { label: title, suffix: 'marking desk', to: `/exercises/${id}/desk` },
                { label: title, suffix: 'class ledger', to: `/exercises/${id}/ledger` },
              ],
        ),
      })),
    { id: 'help', label: 'Help', items: await helpItems() },
  ]
})

/** The list that the package draws has no name of its own. */
const host = useTemplateRef<HTMLElement>('host')
watch(
  [host, groups],
  () => {
    host.value?.querySelector('[role=listbox]')?.setAttribute('aria-label', 'Where to go, and what to do')
  },
  { flush: 'post' },
)
function choose(item: unknown): void {
  open.value = false
  const { to, run } = (item ?? {}) as Item
  if (to) void navigateTo(to)
  // The palette gives the focus back first.
  else if (run) void nextTick(() => setTimeout(run, 0))
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Go to, or do"
    description="Type a part of a name"
    :ui="{ header: 'visually-hidden', body: 'p-0 sm:p-0' }"
  >
    <template #body>
      <div ref="host">
        <UCommandPalette
          :groups="groups"
          placeholder="Where to, or what to do?"
          class="h-80"
          @update:model-value="choose"
        />
      </div>
    </template>
  </UModal>
</template>
