<script setup lang="ts">
/** Where a link for a new password leads. */
const route = useRoute('password-token')
const session = useSessionStore()
const { answer: person, error } = useAnswer<{ name: string; email: string }>(
  () => `/password-links/${route.params.token}`,
)
const password = ref('')
const { fault, busy, act } = useAct()
useHead({ title: 'A new password · Nomenklatura' })

const set = (): Promise<boolean> =>
  act(async () => {
    await api(`/password-links/${route.params.token}`, { method: 'POST', body: { password: password.value } })
    await session.arrive()
    await navigateTo('/')
  })
</script>

<template>
  <main id="main" class="door-page">
    <section class="paper door">
      <h1>Nomenklatura</h1>
      <p v-if="error" role="alert" class="fault">{{ error }}</p>
      <template v-else-if="person">
        <p class="serif lead">
          A new password for <strong>{{ person.name }}</strong>.
        </p>
        <form @submit.prevent="set">
          <UFormField label="E-mail"
            ><UInput :model-value="person.email" type="email" autocomplete="username" readonly
          /></UFormField>
          <UFormField
            label="New password"
            help="Ten characters or more: a few words that do not belong together."
            ><UInput v-model="password" type="password" autocomplete="new-password" required minlength="10"
          /></UFormField>
          <p class="fault" role="alert">{{ fault }}</p>
          <UButton type="submit" size="lg" class="justify-self-start" :loading="busy"
            >Set it, and sign in</UButton
          >
        </form>
      </template>
    </section>
  </main>
</template>
