<script setup lang="ts">
const session = useSessionStore()
const route = useRoute()
const email = ref('')
const name = ref('')
const password = ref('')
const word = ref('')
const error = ref('')
const busy = ref(false)
const isFirst = computed(() => session.answer?.needsFirstPerson ?? false)
useHead({ title: 'Sign in · Nomenklatura' })

async function attempt(action: () => Promise<void>): Promise<void> {
  busy.value = true
  error.value = ''
  try {
    await action()
    const to = typeof route.query.to === 'string' && /^\/(?!\/)/.test(route.query.to) ? route.query.to : '/'
    await navigateTo(to)
  } catch (fault) {
    error.value = errorInWords(fault)
  }
  busy.value = false
}

const submit = () =>
  attempt(() =>
    isFirst.value
      ? session.makeFirstPerson({
          name: name.value,
          email: email.value,
          password: password.value,
          word: word.value,
        })
      : session.signIn(email.value, password.value),
  )
</script>

<template>
  <main id="main" class="arrival">
    <section class="title-page">
      <h1>Nomenklatura</h1>
      <p class="serif lead">
        Schema design exercises, where every mark can be defended: each business rule is a sentence, and every
        verdict comes with the rows that prove it.
      </p>
      <dl class="serif">
        <div>
          <dt><VerdictSign verdict="upheld" :label="false" /></dt>
          <dd><i>upheld</i>: what the rule allows is accepted, what it forbids is refused</dd>
        </div>
        <div>
          <dt><VerdictSign verdict="broken" :label="false" /></dt>
          <dd><i>broken</i>: two rows are accepted that the rule forbids</dd>
        </div>
        <div>
          <dt><VerdictSign verdict="too strict" :label="false" /></dt>
          <dd><i>too strict</i>: a row is refused that the rule allows</dd>
        </div>
      </dl>
    </section>
    <section class="paper door">
      <h2>{{ isFirst ? 'Make the first person: an instructor' : 'Sign in' }}</h2>
      <form @submit.prevent="submit">
        <UFormField v-if="isFirst" label="Name"
          ><UInput v-model="name" autocomplete="name" required
        /></UFormField>
        <UFormField label="E-mail"
          ><UInput v-model="email" type="email" autocomplete="username" required
        /></UFormField>
        <UFormField label="Password" :help="isFirst ? 'Ten characters or more.' : ''"
          ><UInput
            v-model="password"
            type="password"
            :autocomplete="isFirst ? 'new-password' : 'current-password'"
            required
        /></UFormField>
        <UFormField
          v-if="isFirst"
          label="The word from the start"
          help="The server printed it when it was started: it shows that this is yours."
          ><UInput v-model="word" autocomplete="off" required
        /></UFormField>
        <p class="fault" role="alert">{{ error }}</p>
        <UButton type="submit" size="lg" class="justify-self-start" :loading="busy">{{
          isFirst ? 'Begin' : 'Sign in'
        }}</UButton>
      </form>
      <div v-if="session.answer?.demoPeople.length" class="demo">
        <p class="soft small">This is the demo. Come in as</p>
        <ul>
          <li v-for="person in session.answer.demoPeople" :key="person.email">
            <button
              type="button"
              class="plain"
              :disabled="busy"
              @click="attempt(() => session.signInAsDemo(person.email))"
            >
              {{ person.name }}
            </button>
            <span class="soft small">{{ person.what }}</span>
          </li>
        </ul>
      </div>
    </section>
  </main>
</template>

<style scoped>
.arrival {
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(0, 520px) 400px;
  gap: 72px;
  justify-content: center;
  align-content: center;
  padding: 32px;
}
.title-page h1 {
  font-size: 44px;
  letter-spacing: -0.01em;
}
.lead {
  font-size: 19px;
  line-height: 1.5;
  margin: 14px 0 26px;
}
dl > div {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 9px 0;
  border-top: 1px solid var(--rule);
}
dl > div:last-child {
  border-bottom: 1px solid var(--rule);
}
.door {
  padding: 26px 28px;
  align-self: start;
}
form {
  display: grid;
  gap: 14px;
  margin-top: 16px;
}
.fault {
  color: var(--madder);
  min-height: 1.45em;
  margin: -4px 0;
}
.demo {
  border-top: 1px solid var(--rule);
  margin-top: 20px;
  padding-top: 14px;
}
.demo li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 4px 0;
}
@media (max-width: 900px) {
  .arrival {
    grid-template-columns: minmax(0, 520px);
    gap: 32px;
  }
}
</style>
