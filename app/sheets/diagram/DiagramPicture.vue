<script setup lang="ts">
import {
  closer,
  partOf,
  svgOf,
  type Diagram,
  type Notation,
  type PictureOptions,
} from '@nomenklatura/core/diagram'

/**
 * A diagram to be looked at: the drawing that is also exported, with the elements that a verdict rests on
 * marked.
 */
const {
  diagram,
  about = undefined,
  marks = undefined,
  notation = 'feet',
  label = 'Diagram',
  empty = 'Nothing is drawn.',
} = defineProps<{
  diagram: Diagram
  /** The cards that it is about: the others are left out until the whole is asked for. */
  about?: ReadonlySet<string> | undefined
  marks?: PictureOptions['marks'] | undefined
  notation?: Notation
  label?: string
  empty?: string
}>()
const host = useTemplateRef<HTMLElement>('host')
const isWhole = ref(false)
const shown = computed(() =>
  about && about.size > 0 && !isWhole.value ? closer(partOf(diagram, about)) : diagram,
)
const svg = computed(() => svgOf(shown.value, { notation, ...(marks ? { marks } : {}) }))
const SMALLEST = 0.7
/** The text is our own, with every name escaped; it is parsed as XML and carries no script. */
watch(
  [svg, host],
  () => {
    const drawn = new DOMParser().parseFromString(svg.value, 'image/svg+xml').documentElement
    if (drawn.nodeName !== 'svg') return
    const picture = document.importNode(drawn, true)
    // It is made smaller to fit in only as far as its words can be read; beyond that one scrolls.
    const width = Number(drawn.getAttribute('width'))
    if (width > 0) picture.style.minWidth = `${Math.round(width * SMALLEST)}px`
    host.value?.replaceChildren(picture)
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <div class="picture">
    <p v-if="diagram.entities.length === 0" class="serif soft none">{{ empty }}</p>
    <div
      v-show="diagram.entities.length > 0"
      ref="host"
      class="host"
      :class="{ whole: isWhole }"
      tabindex="0"
      role="region"
      :aria-label="label"
    />
    <button
      v-if="diagram.entities.length > 0"
      type="button"
      class="plain tiny"
      :aria-pressed="isWhole"
      @click="isWhole = !isWhole"
    >
      {{
        about && about.size > 0
          ? isWhole
            ? 'What it is about'
            : 'The whole drawing'
          : isWhole
            ? 'Fit it in'
            : 'At full size'
      }}
    </button>
  </div>
</template>

<style scoped>
.host {
  border: 1px solid var(--rule-strong);
  overflow: auto;
  max-height: 460px;
  background: #f6f2e8;
}
.host :deep(svg) {
  display: block;
  max-width: 100%;
  height: auto;
}
.host.whole :deep(svg) {
  max-width: none;
}
.none {
  font-style: italic;
}
</style>
