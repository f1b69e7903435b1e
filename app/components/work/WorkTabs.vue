<script setup lang="ts">
import { SHEET_NAMES, type Finding, type Sheet } from '@nomenklatura/core/findings'

/** The sheets that are asked, with how much there is to say about each. */
const { asked, current } = defineProps<{
  asked: readonly Sheet[]
  current: Sheet
  findings: Readonly<Record<Sheet, readonly Finding[]>>
}>()
const emit = defineEmits<{ turn: [sheet: Sheet]; versions: [] }>()
const tabs = useTemplateRef<HTMLElement>('tabs')

function turnBy(step: number): void {
  emit('turn', asked[(asked.indexOf(current) + step + asked.length) % asked.length]!)
  void nextTick(() => tabs.value?.querySelector<HTMLElement>('[aria-selected=true]')?.focus())
}
</script>

<template>
  <div class="line">
    <div ref="tabs" class="tabs" role="tablist" aria-label="Sheets">
      <button
        v-for="name in asked"
        :key="name"
        type="button"
        role="tab"
        class="tab"
        :aria-selected="name === current"
        :tabindex="name === current ? 0 : -1"
        @click="emit('turn', name)"
        @keydown.right.prevent="turnBy(1)"
        @keydown.left.prevent="turnBy(-1)"
      >
        {{ SHEET_NAMES[name]
        }}<span v-if="findings[name].length > 0" class="soft tiny note-count">{{
          countOf(findings[name].length, 'note')
        }}</span>
      </button>
    </div>
    <button type="button" class="plain small" @click="emit('versions')">Versions</button>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 16px;
  border-bottom: 1px solid var(--rule-strong);
  margin-bottom: 12px;
}
.tabs {
  display: flex;
  gap: 26px;
}
.tab {
  padding: 11px 2px 9px;
  margin-bottom: -1px;
  border-bottom: 2.5px solid transparent;
  color: var(--soft);
  font-weight: 600;
  cursor: pointer;
}
.tab[aria-selected='true'] {
  border-bottom-color: var(--verdigris);
  color: var(--ink);
  font-weight: 650;
}
.note-count {
  margin-left: 7px;
}
@media print {
  .line {
    display: none;
  }
}
</style>
