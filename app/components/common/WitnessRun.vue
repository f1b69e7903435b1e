<script setup lang="ts">
import { replayAsSql } from '@nomenklatura/core/instances'
import type { Witness } from '@nomenklatura/core/rules'

/** What was run to see it: the engine's own words, the statements, and all of it to take along. */
const { witness, about = '' } = defineProps<{
  witness: Witness & { run: NonNullable<Witness['run']> }
  /** The rule that it is of, in words. */
  about?: string
}>()
const trying = useTrying()
const isHelp = useRoute().path.startsWith('/help')
const tables = useRan()
const isCopied = ref(false)
const isOpen = ref(false)

async function copy(): Promise<void> {
  const sql = replayAsSql(tables.value, witness)
  if (sql === null) return
  isCopied.value = await (navigator.clipboard?.writeText(sql).then(
    () => true,
    () => false,
  ) ?? Promise.resolve(false))
  if (!isCopied.value) isOpen.value = true
}
</script>

<template>
  <div class="run small">
    <p v-if="witness.run.said !== null" class="said">
      PostgreSQL, asked: <q class="mono">{{ witness.run.said }}</q>
    </p>
    <p v-else class="said soft">PostgreSQL, asked, took it without a word.</p>
    <p class="deeds">
      <button type="button" class="plain small" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        {{ isOpen ? 'Fold the statements' : 'The statements' }}
      </button>
      <button v-if="tables.length > 0" type="button" class="plain small" @click="copy">Copy as SQL</button>
      <button
        v-if="trying"
        type="button"
        class="plain small"
        @click="trying.take(stepOfWitness(witness, about)!)"
      >
        Try it
      </button>
      <NuxtLink v-if="!isHelp" to="/help/witness" target="_blank" class="plain small">What this is</NuxtLink>
      <span aria-live="polite" class="soft">{{ isCopied ? 'Copied, with the tables.' : '' }}</span>
    </p>
    <pre
      v-if="isOpen"
      class="mono"
      tabindex="0"
    ><template v-for="(text, i) in witness.run.before" :key="`b${i}`">{{ text }};
</template><template v-for="(text, i) in witness.run.tried" :key="`t${i}`"><b>{{ text }};</b>
</template></pre>
  </div>
</template>

<style scoped>
.run {
  flex: 1 1 100%;
  min-width: 0;
}
.run p {
  margin: 0 0 2px;
}
.said q {
  quotes: none;
  font-size: 12px;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
}
pre {
  margin: 4px 0 0;
  padding: 6px 10px;
  max-height: 220px;
  overflow: auto;
  white-space: pre-wrap;
  font-size: 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
</style>
