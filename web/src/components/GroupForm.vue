<script setup lang="ts">
import { reactive, watch } from 'vue'
import { ask, byId } from '../api/client'
import type { PupilGroup } from '../api/types'
import { useAct } from '../composables/useAct'
import { DAYS } from '../geometry/dates'
import { wholeOf } from '../geometry/words'
import { usePupils } from '../stores/pupils'

/** Pupils who have a lesson together, and their weekly time. */
const props = defineProps<{ group?: PupilGroup | null }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [group: PupilGroup]; gone: [] }>()
const pupils = usePupils()
const { busy, trouble, act, errors } = useAct()
const form = reactive({ name: '', members: [] as number[], minutes: '45', weekday: null as number | null, time: '' })

watch(open, (now) => {
  if (!now) return
  trouble.value = null
  const group = props.group
  Object.assign(form, {
    name: group?.name ?? '',
    members: group?.members.map((one) => one.id) ?? [],
    minutes: String(group?.minutes ?? 45),
    weekday: group?.slot?.weekday ?? null,
    time: group?.slot?.time ?? '',
  })
  void pupils.load().catch(() => undefined)
})
async function save(): Promise<void> {
  const body = { name: form.name, members: form.members, minutes: wholeOf(form.minutes), weekday: form.weekday, time: form.time || null }
  const group = props.group
  const done = await act(async () => {
    emit(
      'saved',
      group
        ? await ask('patch', '/api/groups/{id}', { ...byId(group.id), body: { ...body, lock_version: group.lock_version } })
        : await ask('post', '/api/groups', { body }),
    )
  })
  if (done) open.value = false
}
async function remove(): Promise<void> {
  if (await act(() => ask('delete', '/api/groups/{id}', byId(props.group!.id)))) emit('gone')
}
</script>

<template>
  <v-dialog v-model="open" max-width="520" persistent>
    <v-card class="pa-6" :aria-label="group ? `Change ${group.name}` : 'A new group'">
      <h2>{{ group ? `Change ${group.name}` : 'A new group' }}</h2>
      <form class="grid" @submit.prevent="save">
        <v-text-field v-model="form.name" class="all" label="Name" maxlength="60" :error-messages="errors('name')" />
        <v-autocomplete
          v-model="form.members" class="all" :items="pupils.all.map((one) => ({ value: one.id, title: `${one.name}, ${one.instrument}` }))" label="Pupils"
            multiple
          chips closable-chips :error-messages="errors('members')"
        />
        <v-select
          v-model="form.weekday" :items="[{ value: null, title: 'no fixed day' }, ...DAYS]"
          label="Day" :error-messages="errors('weekday')"
        />
        <v-text-field v-model="form.time" label="Time, such as 16:30" :error-messages="errors('time')" />
        <v-text-field v-model="form.minutes" label="Minutes" inputmode="numeric" :error-messages="errors('minutes')" />
        <p v-if="trouble && !trouble.where.field" class="problem all" role="alert">{{ trouble.text }}</p>
        <p class="all acts">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save</v-btn>
          <v-btn @click="open = false">Leave it</v-btn>
          <v-btn v-if="group" color="error" :disabled="busy" @click="remove">End the group</v-btn>
        </p>
        <p v-if="group" class="all small quiet">Ending it takes nothing away from its pupils: marks, lessons and cards are theirs.</p>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-3) var(--room-5); }
.all { grid-column: 1 / -1; margin: 0; }
.acts { display: flex; gap: var(--room-2); flex-wrap: wrap; }
</style>
