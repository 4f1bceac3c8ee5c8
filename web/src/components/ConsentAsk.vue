<script setup lang="ts">
import { ref } from 'vue'
import type { Permission } from '../api/takes'
import type { Allowed } from '../api/types'
import { useAct } from '../composables/useAct'
import { fullDate } from '../geometry/dates'

/** May this pupil be recorded? Asked once, written down, taken back at any time. */
const props = defineProps<{ name: string; allowed: Allowed; permission: Permission; home?: boolean; days?: number }>()
const emit = defineEmits<{ change: [allowed: Allowed] }>()
const by = ref('')
const sure = ref(false)
const { busy, trouble, act } = useAct()

const allow = () => act(async () => {
  emit('change', await props.permission.allow(by.value))
  by.value = ''
})
const forbid = () => act(async () => {
  emit('change', await props.permission.forbid())
  sure.value = false
})
</script>

<template>
  <section class="consent" aria-label="May it be recorded?">
    <form v-if="!allowed.consent" @submit.prevent="allow">
      <p v-if="home && allowed.child"><b>For a grown-up:</b> may {{ name }} be recorded?</p>
      <p v-else-if="home"><b>May you be recorded?</b></p>
      <p v-else><b>May {{ name }} be recorded?</b> {{ allowed.child ? 'Ask a parent' : `Ask ${name}` }} first.</p>
      <p class="small">A recording stays on the teacher’s own server, where only the studio and the card’s link reach it. It is used to hear where fingers and
        rhythm went astray, never to grade. The sound is deleted after {{ days ?? 120 }} days; you can say no again at any time, and it goes at once.</p>
      <div class="say">
        <v-text-field
          v-model="by" density="compact" :label="allowed.child ? 'Who says yes (mother, father …)' : 'Who says yes'" maxlength="60"
          :error-messages="trouble?.where.field === 'given_by' ? trouble.text : ''"
        />
        <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="by.trim().length < 2">Yes, it may</v-btn>
      </div>
    </form>
    <p v-else class="small quiet">Recording was allowed by {{ allowed.consent.given_by }} on {{ fullDate(allowed.consent.given_on) }}<template
      v-if="allowed.consent.given_at === 'card'">, at home</template>.
      <v-btn v-if="!sure" density="compact" @click="sure = true">Take it back</v-btn>
      <template v-else> All recordings of {{ name }} are deleted now. <v-btn density="compact" color="error" :loading="busy" @click="forbid">Delete them</v-btn>
        <v-btn density="compact" @click="sure = false">Keep them</v-btn></template>
    </p>
    <p v-if="trouble && trouble.where.field !== 'given_by'" class="small problem" role="alert">{{ trouble.text }}</p>
  </section>
</template>

<style scoped>
.say { display: flex; gap: var(--room-3); align-items: center; max-width: 520px; flex-wrap: wrap; }
.say .v-text-field { min-width: 230px; }
.consent p { margin-bottom: var(--room-1); }
</style>
