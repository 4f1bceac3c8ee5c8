<script setup lang="ts">
import { onMounted } from 'vue'
import { ask } from '../api/client'
import type { Today } from '../api/types'
import { useLoad } from '../composables/useLoad'
import { longDate, shortDate } from '../geometry/dates'
import { usePupils } from '../stores/pupils'

const pupils = usePupils()
const { data: day, problem, load } = useLoad(() => ask<Today>('GET', '/today'))
onMounted(load)
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <template v-if="day">
      <header><h1>{{ longDate(day.date) }}</h1></header>
      <p v-if="!day.pupils">No pupils yet. <router-link to="/pupils">Add the first one</router-link>, then bring a tune to the shelf.</p>
      <p v-else-if="!day.lessons.length" class="quiet">No lessons today.</p>
      <ol class="plain day">
        <li v-for="pupil in day.lessons" :key="pupil.id">
          <div class="time">{{ pupil.lesson_time ?? 'no time' }}<small>{{ pupil.lesson_minutes }} min</small></div>
          <div>
            <h3><router-link :to="`/pupils/${pupil.id}`" @click="pupils.choose(pupil.id)">{{ pupil.name }}</router-link> <span class="quiet">{{ pupil.instrument }} {{ pupil.size }}</span></h3>
            <p v-if="pupil.in_work">In work: <router-link :to="`/cards/${pupil.in_work.card_id}`">{{ pupil.in_work.title }}</router-link> <span class="quiet">since {{ shortDate(pupil.in_work.issued_on) }}</span></p>
            <p v-if="pupil.next.length">
              New today: <template v-for="(one, index) in pupil.next" :key="one.skill">{{ index ? '; ' : '' }}<b>{{ one.name }}</b> <span class="quiet">({{ one.reasons[0] }})</span></template>
            </p>
            <p v-for="look in pupil.look" :key="look" class="fawn">{{ look }}</p>
          </div>
          <router-link :to="'/tunes'" class="small" @click="pupils.choose(pupil.id)">tunes that fit</router-link>
        </li>
      </ol>
      <section v-if="day.look.length" class="ruled">
        <h2>Others who want a look</h2>
        <ul class="plain">
          <li v-for="pupil in day.look" :key="pupil.id" class="look">
            <router-link :to="`/pupils/${pupil.id}`" @click="pupils.choose(pupil.id)">{{ pupil.name }}</router-link> <span class="quiet">{{ pupil.instrument }}</span>
            <span v-for="look in pupil.look" :key="look" class="fawn"> {{ look }}</span>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.day li { display: grid; grid-template-columns: 76px 1fr auto; gap: 16px; padding: 14px 0; border-top: 1px solid var(--rule); align-items: baseline; }
.time { font-size: 1.3rem; font-weight: 600; line-height: 1.1; }
.time small { display: block; font-size: 0.85rem; font-weight: 400; color: var(--quiet); }
.look { padding: 5px 0; }
.look > span { margin-left: 8px; }
p { margin-bottom: 2px; }
h3 a { color: var(--ink); }
@media (max-width: 600px) { .day li { grid-template-columns: 64px 1fr; } }
</style>
