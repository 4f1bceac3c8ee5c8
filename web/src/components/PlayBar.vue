<script setup lang="ts">
import { mdiPlay, mdiStop } from '@mdi/js'
import { computed, onUnmounted } from 'vue'
import { CLEAN, usePlayer } from '../stores/player'

/** Hear it: play, tempo, what sounds, echo, a part over and over. mixed: how loud what is, is chosen elsewhere; backed: there is bass and chords to it. */
defineProps<{ mixed?: boolean; backed?: boolean }>()
const player = usePlayer()
const drones = computed(() => [
  { value: null, title: 'no drone' },
  ...(player.schedule?.drones ?? []).map((drone, index) => ({ value: index, title: drone.words }))
])
onUnmounted(player.stop)

/** Drones are named in the schedule: it is asked for when the list is first opened. */
const look = (): void => void player.load().catch(() => undefined)
</script>

<template>
  <div class="bar" role="group" aria-label="Hear it">
    <v-btn
      :prepend-icon="player.state === 'still' ? mdiPlay : mdiStop" variant="tonal" color="primary" :loading="player.state === 'loading'"
      title="Space" @click="player.toggle()"
    >{{ player.state === 'playing' ? 'Stop' : 'Hear it' }}</v-btn>
    <span class="tempo">
      <v-btn density="compact" aria-label="Slower" title="[" @click="player.step(-1)">−</v-btn>
      <output aria-label="Tempo, quarters a minute">{{ player.tempo }}</output>
      <v-btn density="compact" aria-label="Faster" title="]" @click="player.step(1)">+</v-btn>
    </span>
    <label v-if="!mixed">
      <input type="checkbox" :checked="player.tune" @change="player.change(() => (player.tune = !player.tune))" />
      {{ player.schedule?.called?.own ?? 'tune' }}
    </label>
    <label v-if="player.schedule?.second?.length">
      <input type="checkbox" :checked="player.second" @change="player.change(() => (player.second = !player.second))" />
      {{ player.schedule.called?.other ?? 'second part' }}
    </label>
    <label v-if="backed" title="Bass and chords to play along with">
      <input type="checkbox" :checked="player.backing" @change="player.change(() => (player.backing = !player.backing))" /> backing
    </label>
    <label><input type="checkbox" :checked="player.click" @change="player.change(() => (player.click = !player.click))" /> click</label>
    <label><input
      type="checkbox" :checked="player.mode === 'echo'" :disabled="player.span !== null"
      @change="player.change(() => (player.mode = player.mode === 'echo' ? 'tune' : 'echo'))"
    /> echo</label>
    <label v-if="player.mode === 'tune' && !player.span" :title="player.schedule?.verse?.words"><select
      :value="player.verses" aria-label="Verses" @change="player.change(() => (player.verses = Number(($event.target as HTMLSelectElement).value)))"
    ><option v-for="count in 3" :key="count" :value="count">{{ count === 1 ? 'once' : count === 2 ? 'two verses' : 'three verses' }}</option></select></label>
    <v-select
      :model-value="player.drone"
      :items="drones" aria-label="Drone" density="compact" class="drone" @update:menu="look"
      @update:model-value="player.change(() => (player.drone = $event))"
    />
    <span v-if="player.span" class="part">over and over: {{ player.span.words }}
      <template v-if="player.tempo < player.own">
        <v-btn density="compact" :title="`After ${CLEAN} clean times in a row it goes a step faster`" @click="player.went(true)">
          Clean {{ player.clean }} of {{ CLEAN }}
        </v-btn>
        <v-btn v-if="player.clean" density="compact" @click="player.went(false)">Not yet</v-btn>
      </template>
      <v-btn density="compact" @click="player.repeat(null)">The whole</v-btn>
    </span>
    <span v-if="player.turn" class="turn" role="status">your turn</span>
    <span v-if="player.problem" class="fawn small" role="alert">{{ player.problem }}</span>
    <slot />
  </div>
</template>

<style scoped>
.bar { display: flex; align-items: center; gap: var(--room-1) var(--room-4); flex-wrap: wrap; }
.tempo { display: inline-flex; align-items: center; }
output { min-width: 2.2em; text-align: center; font-weight: 600; }
.tempo .v-btn { min-width: 36px; font-size: 1.15rem; }
label { display: inline-flex; gap: var(--room-1); align-items: center; cursor: pointer; }
select { color: inherit; background: transparent; border: 0; border-bottom: 1px solid var(--rule); padding: 2px 0; font: inherit; }
select option { color: #222; }
input { accent-color: rgb(var(--v-theme-primary)); }
.drone { max-width: 150px; min-width: 110px; flex: 0 0 auto; }
.drone :deep(.v-field__input) { padding-top: 2px; padding-bottom: 2px; min-height: 32px; }
.turn { font-weight: 600; color: var(--moss); }
@media print { .bar { display: none; } }
</style>
