<script setup lang="ts">
import type { DeskAnswer, HandInAnswer } from '#shared/answers'

/** What is said to the student, about the hand-in or about the rule in hand. */
const { handIn, rule, said, amend } = defineProps<{
  handIn: HandInAnswer
  rule: string
  /** What was written before. */
  said: DeskAnswer['said']
  amend: (path: string, method: 'POST' | 'DELETE', body?: unknown) => Promise<boolean>
}>()
const session = useSessionStore()
const comment = ref('')
const commentField = useTemplateRef<{ $el: HTMLElement }>('commentField')

async function add(): Promise<void> {
  if (comment.value.trim() === '') return
  if (await amend('comments', 'POST', { text: comment.value, rule: rule || null })) comment.value = ''
}
const MOST_OFFERED = 3
/** What was said of the same rule before, and not to this student yet; what one types narrows it down. */
const offered = computed(() => {
  const typed = comment.value.trim().toLowerCase()
  const own = new Set(handIn.comments.map(({ text }) => text))
  return said
    .filter(line => line.rule === rule && !own.has(line.text) && line.text.toLowerCase().includes(typed))
    .slice(0, MOST_OFFERED)
})
const focus = (): void => commentField.value?.$el.querySelector('textarea')?.focus()
function take(text: string): void {
  comment.value = text
  focus()
}
defineExpose({ focus })
</script>

<template>
  <section class="block" aria-label="Comments">
    <h2>Comments <kbd class="kbd-head">C</kbd></h2>
    <ul>
      <li v-for="line in handIn.comments" :key="line.id" class="serif comment">
        <i>{{ line.text }}</i>
        <span class="soft tiny">{{ line.by }}{{ line.rule ? `, rule ${line.rule.slice(1)}` : '' }}</span>
        <button
          v-if="line.by === session.person?.name"
          type="button"
          class="plain tiny"
          @click="amend(`comments/${line.id}`, 'DELETE')"
        >
          take out
        </button>
      </li>
    </ul>
    <UTextarea
      ref="commentField"
      v-model="comment"
      :rows="2"
      autoresize
      aria-label="Comment"
      placeholder="To the student"
      @keydown.ctrl.enter.stop.prevent="add"
      @keydown.meta.enter.stop.prevent="add"
    />
    <ul v-if="offered.length > 0" class="offered small" aria-label="Said of this rule before">
      <li v-for="line in offered" :key="line.text">
        <button type="button" class="serif" @click="take(line.text)">“{{ line.text }}”</button>
      </li>
    </ul>
    <button type="button" class="plain small" :disabled="comment.trim() === ''" @click="add">
      Add the comment
    </button>
  </section>
</template>

<style scoped>
.offered button {
  cursor: pointer;
  text-align: left;
  color: var(--verdigris);
}
.block {
  border-top: 1px solid var(--rule-strong);
  padding-top: 12px;
  display: grid;
  gap: 7px;
}
.comment {
  line-height: 1.4;
  padding: 3px 0;
}
.kbd-head {
  margin-left: 4px;
}
</style>
