<script setup lang="ts">
import { wording, type Finding, type Span } from '@nomenklatura/core/findings'
import { FINDING_EXAMPLES } from '@nomenklatura/core/sql'

/** A note on how something is written: what is there, why it matters, and its fix. */
const { finding } = defineProps<{ finding: Finding }>()
type Place = Span & { readonly field?: string | undefined }
const emit = defineEmits<{
  show: [place: Place]
  fix: [edit: { span: Span; text: string; field?: string | undefined }]
}>()
const SIGNS = { error: '✕', flaw: '!', habit: '·', remark: '·' } as const
</script>

<template>
  <MarginNote
    :class="finding.severity"
    :data-code="finding.code"
    @press="emit('show', { ...finding.place, field: finding.field })"
  >
    <template #head>
      <span class="mark" aria-hidden="true">{{ SIGNS[finding.severity] }}</span>
      <span class="visually-hidden">{{ finding.severity }}: </span>
      <span class="serif">{{ wording(finding).message }}</span>
    </template>
    <div class="more">
      <button
        v-if="finding.fix"
        type="button"
        class="plain small"
        @click="emit('fix', { ...finding.fix, field: finding.field })"
      >
        {{ finding.fix.label }}
      </button>
      <details class="small">
        <summary>{{ finding.exhibit ? 'Why, on rows' : 'Why' }}</summary>
        {{ wording(finding).why }}
        <NuxtLink
          :to="
            finding.code in FINDING_EXAMPLES
              ? `/help/script#${finding.code}`
              : `/help/notes#${noteAnchor(finding.code)}`
          "
          target="_blank"
          class="plain small"
          >{{ finding.code in FINDING_EXAMPLES ? 'An example' : 'More of it' }}</NuxtLink><ExhibitView
          v-if="finding.exhibit"
          :exhibit="finding.exhibit"
          class="shown"
        />
      </details>
    </div>
  </MarginNote>
</template>

<style scoped>
.mark {
  flex: none;
  width: 18px;
  height: 18px;
  border-radius: 50%;
  font: 700 11px/18px var(--font-sans);
  text-align: center;
}
.error .mark {
  background: var(--madder);
  color: var(--sheet);
}
.flaw .mark {
  border: 1.5px solid var(--ochre);
  color: var(--ochre);
  line-height: 15px;
}
.habit .mark,
.remark .mark {
  background: var(--slate-wash);
  color: var(--slate);
}
.more {
  margin: 3px 0 0 27px;
  display: flex;
  gap: 2px 14px;
  align-items: baseline;
  flex-wrap: wrap;
}
details {
  color: var(--soft);
  min-width: 0;
}
.shown {
  color: var(--ink);
  margin-top: 8px;
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
  list-style: none;
}
</style>
