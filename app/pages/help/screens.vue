<script setup lang="ts">
definePageMeta({ help: 'what each screen is for' })
useHashInSight()
</script>

<template>
  <div>
    <TopLine title="Help: what each screen is for" />
    <main id="main" class="page help">
      <p class="serif lead">
        On every screen Ctrl+K finds places, actions and help by name, and a question mark lists the keys.
      </p>
      <section v-for="screen in HELP_SCREENS" :id="screen.id" :key="screen.id">
        <h2>{{ screen.title }}</h2>
        <p class="serif">{{ screen.says.join(' ') }}</p>
      </section>
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 760px;
}
.lead {
  font-size: 16px;
}
section {
  margin-top: 22px;
  scroll-margin-top: 70px;
}
section:target {
  border-left: 2px solid var(--verdigris);
  padding-left: 14px;
}
h2 {
  font: 650 18px var(--font-serif);
}
</style>
