<script setup lang="ts">
import type { InvitationAnswer } from '#shared/answers'

/** Where the link of an invitation leads: a new account is made here, or an old one takes part. */
const route = useRoute('invitation-token')
const session = useSessionStore()
const { answer: invitation, error } = useAnswer<InvitationAnswer>(() => `/invitations/${route.params.token}`)
const name = ref('')
const password = ref('')
const { fault, busy, act } = useAct()
watch(invitation, asked => {
  name.value = asked?.name ?? ''
})
const isMine = computed(
  () => invitation.value !== undefined && session.person?.email === invitation.value.email,
)
useHead({ title: 'An invitation · Nomenklatura' })

const takePart = (): Promise<boolean> =>
  act(async () => {
    const { courseId } = await api<{ courseId: string }>(`/invitations/${route.params.token}`, {
      method: 'POST',
      body: { name: name.value, ...(isMine.value ? {} : { password: password.value }) },
    })
    await session.arrive()
    await navigateTo(`/courses/${courseId}`)
  })
</script>

<template>
  <main id="main" class="door-page">
    <section class="paper door">
      <h1>Nomenklatura</h1>
      <p v-if="error" role="alert" class="fault">{{ error }}</p>
      <template v-else-if="invitation">
        <p class="serif lead">
          You are asked to take part in <strong>{{ invitation.courseName }}</strong> as {{ invitation.role }}.
        </p>
        <form v-if="isMine || !invitation.hasAccount" @submit.prevent="takePart">
          <p v-if="isMine" class="soft">You are signed in as {{ session.person?.name }}.</p>
          <template v-else>
            <UFormField label="Name"
              ><UInput v-model="name" autocomplete="name" required maxlength="120"
            /></UFormField>
            <UFormField label="E-mail"
              ><UInput :model-value="invitation.email" type="email" autocomplete="username" readonly
            /></UFormField>
            <UFormField
              label="Choose a password"
              help="Ten characters or more: a few words that do not belong together."
              ><UInput v-model="password" type="password" autocomplete="new-password" required minlength="10"
            /></UFormField>
          </template>
          <p class="fault" role="alert">{{ fault }}</p>
          <UButton type="submit" size="lg" class="justify-self-start" :loading="busy">Take part</UButton>
        </form>
        <p v-else-if="session.person">
          You are signed in as {{ session.person.name }}. This invitation is for
          <span class="mono">{{ invitation.email }}</span>:
          <button type="button" class="plain" @click="session.signOut()">sign out</button>, sign in with that
          address, and open the link again.
        </p>
        <p v-else>
          There is an account with the address <span class="mono">{{ invitation.email }}</span>.
          <NuxtLink :to="{ path: '/sign-in', query: { to: route.fullPath } }" class="plain"
            >Sign in to take part</NuxtLink
          >
        </p>
      </template>
    </section>
  </main>
</template>
