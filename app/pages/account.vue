<script setup lang="ts">
/** One's own password and sessions. */
const session = useSessionStore()
const old = ref('')
const password = ref('')
const { fault, act: attempt } = useAct()
const done = ref('')

async function act(run: () => Promise<{ ended: number }>, what: string): Promise<void> {
  done.value = ''
  await attempt(async () => {
    const { ended } = await run()
    done.value = `${what}${ended > 0 ? ` ${countOf(ended, 'other session')} ended.` : ' You were signed in nowhere else.'}`
    old.value = password.value = ''
  })
}
const change = () =>
  act(
    () => api('/me/password', { method: 'PUT', body: { old: old.value, password: password.value } }),
    'The password is changed.',
  )
const endOthers = () => act(() => api('/me/sessions', { method: 'DELETE' }), 'Done.')
</script>

<template>
  <div>
    <TopLine title="Password and sessions" />
    <main id="main" class="page account">
      <p>
        {{ session.person?.name }} <span class="mono soft">{{ session.person?.email }}</span>
      </p>
      <p v-if="done" class="done" role="status">{{ done }}</p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <section>
        <h2>Another password</h2>
        <form @submit.prevent="change">
          <input
            type="email"
            class="visually-hidden"
            autocomplete="username"
            tabindex="-1"
            aria-hidden="true"
            readonly
            :value="session.person?.email"
          />
          <UFormField label="Your password now"
            ><UInput v-model="old" type="password" autocomplete="current-password" required
          /></UFormField>
          <UFormField
            label="The new one"
            help="Ten characters or more: a few words that do not belong together."
            ><UInput v-model="password" type="password" autocomplete="new-password" required minlength="10"
          /></UFormField>
          <UButton type="submit" class="justify-self-start">Change it</UButton>
        </form>
      </section>
      <section>
        <h2>Where you are signed in</h2>
        <p class="serif">
          A session lasts two weeks after it was last used. If you were at a machine that is not yours, end
          what is left there.
        </p>
        <UButton variant="outline" color="neutral" @click="endOthers">Sign out everywhere else</UButton>
      </section>
    </main>
  </div>
</template>

<style scoped>
.account {
  max-width: 620px;
  display: grid;
  gap: 22px;
  align-content: start;
}
section {
  display: grid;
  gap: 12px;
  justify-items: start;
}
form {
  display: grid;
  gap: 14px;
  width: 340px;
}
.done {
  border-left: 3px solid var(--verdigris);
  background: var(--verdigris-wash);
  padding: 6px 12px;
}
.fault {
  color: var(--madder);
}
</style>
