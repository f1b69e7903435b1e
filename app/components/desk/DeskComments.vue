<script setup lang="ts">
import type { HandInAnswer } from '#shared/answers'

/** What is said to the student, about the hand-in or about the rule in hand. */
const { rule, amend } = defineProps<{
  handIn: HandInAnswer
  rule: string
  amend: (path: string, method: 'POST' | 'DELETE', body?: unknown) => Promise<boolean>
}>()
const session = useSessionStore()
const comment = ref('')
const commentField = useTemplateRef<{ $el: HTMLElement }>('commentField')

async function add(): Promise<void> {
  if (comment.value.trim() === '') return
  if (await amend('comments', 'POST', { text: comment.value, rule: rule || null })) comment.value = ''
}
defineExpose({ focus: () => commentField.value?.$el.querySelector('textarea')?.focus() })
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
    <button type="button" class="plain small" :disabled="comment.trim() === ''" @click="add">
      Add the comment
    </button>
  </section>
</template>

<style scoped>
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
