<script setup lang="ts">
/**
 * The slim line at the top: where one is at the left, the state and what one can do at the right, then who
 * one is.
 */
const { crumbs = [], title } = defineProps<{
  crumbs?: readonly { readonly name: string; readonly to: string }[]
  title: string
}>()
const session = useSessionStore()
const keysOpen = useKeysOpen()
const paletteOpen = usePaletteOpen()
const colorMode = useColorMode()

function turn(): void {
  colorMode.preference = colorMode.value === 'dark' ? 'light' : 'dark'
}

const items = computed(() => [
  [
    {
      label: 'Keys of this screen',
      kbds: ['?'],
      onSelect: () => {
        keysOpen.value = true
      },
    },
    {
      label: 'Go to …',
      kbds: ['Ctrl', 'K'],
      onSelect: () => {
        paletteOpen.value = true
      },
    },
  ],
  [{ label: colorMode.value === 'dark' ? 'By daylight' : 'By lamp light', onSelect: turn }],
  [
    { label: 'Password and sessions', to: '/account' },
    { label: 'Sign out', onSelect: () => void session.signOut() },
  ],
])
useHead({ title: () => `${title} · Nomenklatura` })
</script>

<template>
  <header class="top no-print">
    <a href="#main" class="skip">To the content</a>
    <nav aria-label="Where you are" class="crumbs">
      <NuxtLink to="/" class="home serif" title="All courses"
        >N<span class="visually-hidden">omenklatura, all courses</span></NuxtLink
      >
      <template v-for="crumb in crumbs" :key="crumb.to">
        <NuxtLink :to="crumb.to" class="crumb">{{ crumb.name }}</NuxtLink><span
          aria-hidden="true"
          class="slash"
          >/</span
        >
      </template>
      <h1 class="title" :title="title">{{ title }}</h1>
    </nav>
    <div class="state"><slot name="state" /></div>
    <div class="actions"><slot /></div>
    <UDropdownMenu v-if="session.person" :content="{ align: 'end' }" :items="items">
      <button type="button" class="who">{{ session.person.name }}</button>
    </UDropdownMenu>
  </header>
</template>

<style scoped>
.top {
  position: sticky;
  top: 0;
  z-index: 20;
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 44px;
  padding: 4px 18px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  background: var(--sheet);
  padding: 4px 8px;
}
.crumbs {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-width: 0;
  flex: 1 1 auto;
}
.home {
  font-weight: 700;
  font-size: 17px;
  color: var(--verdigris);
  padding: 0 4px;
}
.crumb {
  color: var(--soft);
  font-size: 13.5px;
  white-space: nowrap;
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 0 1 auto;
  min-width: 40px;
}
.crumb:hover {
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.slash {
  color: var(--faint);
}
.title {
  font-size: 17px;
  font-weight: 650;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 60px;
}
.state {
  display: flex;
  gap: 14px;
  align-items: center;
  font-size: 13.5px;
  color: var(--soft);
  white-space: nowrap;
}
.actions {
  display: flex;
  gap: 10px;
  align-items: center;
}
.who {
  color: var(--soft);
  font-size: 13.5px;
  white-space: nowrap;
  cursor: pointer;
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.who:hover {
  color: var(--ink);
}
@media (max-width: 760px) {
  .top {
    flex-wrap: wrap;
    gap: 4px 12px;
    padding: 6px 12px;
  }
  .crumb,
  .slash {
    display: none;
  }
  .crumbs {
    flex-basis: 60%;
  }
  .state {
    flex-wrap: wrap;
    gap: 2px 14px;
    min-width: 0;
    white-space: normal;
  }
}
</style>
