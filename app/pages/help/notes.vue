<script setup lang="ts">
import { capital } from '@nomenklatura/core/language'
import { FINDING_EXAMPLES } from '@nomenklatura/core/sql'

definePageMeta({ help: 'every note there is' })
useHashInSight()

/** Every note by its group, found by a word of it. */
const SIGNS = { error: '✕', flaw: '!', habit: '·', remark: '·' } as const
const notes = helpNotes()
const wanted = ref('')
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return notes.filter(note => {
    const text = `${note.group} ${note.title} ${note.says} ${note.why}`.toLowerCase()
    return words.every(word => text.includes(word))
  })
})
const groups = computed(() => {
  const names = [...new Set(found.value.map(({ group }) => group))]
  return names.map(group => ({ group, notes: found.value.filter(note => note.group === group) }))
})
</script>

<template>
  <div>
    <TopLine title="Help: every note there is" />
    <main id="main" class="page help">
      <UFormField label="A word of it" class="find"
        ><UInput v-model="wanted" type="search" placeholder="cascade"
      /></UFormField>
      <p role="status" class="small soft">{{ countOf(found.length, 'note') }}</p>
      <section v-for="group in groups" :key="group.group">
        <h2>{{ capital(group.group) }}</h2>
        <article v-for="note in group.notes" :id="note.anchor" :key="note.code">
          <h3>
            <span class="sign" :class="note.severity" aria-hidden="true">{{ SIGNS[note.severity] }}</span>
            <span class="visually-hidden">{{ note.severity }}: </span>{{ capital(note.title) }}
          </h3>
          <p class="serif says">{{ note.says }}</p>
          <p>{{ note.why }}</p>
          <NuxtLink
            v-if="note.code in FINDING_EXAMPLES"
            :to="`/help/script#${note.code}`"
            target="_blank"
            class="plain small"
            >An example</NuxtLink
          >
        </article>
      </section>
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 760px;
}
.find {
  max-width: 320px;
  margin-bottom: 8px;
}
section {
  margin-top: 22px;
}
h2 {
  font: 650 18px var(--font-serif);
  border-bottom: 1px solid var(--rule-strong);
}
h3 {
  font: 600 15px var(--font-sans);
}
article {
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
  scroll-margin-top: 70px;
}
article:target {
  background: var(--verdigris-wash);
  box-shadow: 0 0 0 8px var(--verdigris-wash);
}
.says {
  color: var(--soft);
  overflow-wrap: anywhere;
}
.sign {
  display: inline-block;
  width: 16px;
  font-weight: 700;
}
.error {
  color: var(--madder);
}
.flaw {
  color: var(--ochre);
}
</style>
