<script setup lang="ts">
import {
  entitiesOf,
  factsInWords,
  placeInField,
  typeInWords,
  type Dictionary,
} from '@nomenklatura/core/dictionary'
import type { Verdict } from '@nomenklatura/core/rules'

/** A dictionary to be read: catalogue entries, with those that a verdict rests on marked. */
const {
  dictionary,
  places = [],
  tone = 'broken',
  only = undefined,
  empty = 'Nothing is described.',
  label = 'Dictionary',
} = defineProps<{
  dictionary: Dictionary
  places?: readonly { readonly field?: string | undefined }[]
  tone?: Verdict
  /** The entities to show. @defaultValue all */
  only?: readonly string[] | undefined
  empty?: string
  label?: string
}>()
const marked = computed(
  () =>
    new Set(
      places.flatMap(({ field }) => {
        const place = field === undefined ? undefined : placeInField(field)
        return place ? [`${place.entry}`, `${place.entry} ${place.slot}`] : []
      }),
    ),
)
const isEntityMarked = (at: readonly number[]): boolean => at.some(i => marked.value.has(`${i} entity`))
/** Where a verdict rests on some entries, their entities come first. */
const entities = computed(() => {
  const shown = entitiesOf(dictionary).filter(
    ({ name }) => !only || only.some(other => other.toLowerCase() === name.toLowerCase()),
  )
  const rank = ({ at }: { at: readonly number[] }): number => (at.some(i => marked.value.has(`${i}`)) ? 0 : 1)
  return shown.toSorted((a, b) => rank(a) - rank(b))
})
</script>

<template>
  <div class="view" tabindex="0" role="region" :aria-label="label">
    <section v-for="{ name, at } in entities" :key="at[0]">
      <p class="serif name" :class="isEntityMarked(at) ? ['marked', tone.replace(' ', '-')] : []">
        {{ name }}
      </p>
      <p
        v-for="i in at"
        :key="i"
        class="line"
        :class="marked.has(`${i}`) && !isEntityMarked(at) ? ['marked', tone.replace(' ', '-')] : []"
      >
        <span class="mono field" :class="{ key: dictionary.entries[i]!.key === 'primary' }">{{
          dictionary.entries[i]!.field
        }}</span>
        <span class="mono type">{{ typeInWords(dictionary.entries[i]!) || 'no type' }}</span><span
          v-for="fact in factsInWords(dictionary.entries[i]!)"
          :key="fact"
          class="fact"
          >; {{ fact }}</span
        >
      </p>
    </section>
    <p v-if="entities.length === 0" class="serif soft none">{{ empty }}</p>
  </div>
</template>

<style scoped>
.view {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 6px 12px 10px;
  max-height: 420px;
  overflow-y: auto;
}
.name {
  font-weight: 650;
  margin-top: 6px;
}
.line {
  font-size: 13px;
  line-height: 1.5;
  padding: 1px 0 1px 10px;
  overflow-wrap: anywhere;
}
.field {
  font-weight: 600;
}
.key {
  border-bottom: 1.5px solid var(--ink);
}
.type {
  font-size: 12px;
  color: var(--soft);
}
.marked {
  background: var(--madder-wash);
  box-shadow: inset 3px 0 0 var(--madder);
}
.marked.upheld {
  background: var(--verdigris-wash);
  box-shadow: inset 3px 0 0 var(--verdigris);
}
.marked.too-strict {
  background: var(--ochre-wash);
  box-shadow: inset 3px 0 0 var(--ochre);
}
.marked.cannot-tell {
  background: var(--slate-wash);
  box-shadow: inset 3px 0 0 var(--slate);
}
.none {
  font-style: italic;
}
</style>
