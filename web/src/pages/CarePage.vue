<script setup lang="ts">
/** The cautions behind the short ones; calm and factual. */
const PARTS: [string, string[]][] = [
  [
    'Pain',
    [
      'Tired muscles may be normal. Sharp pain, stinging, numbness, tingling, or an ache that is still there the next day is a reason to stop: ' +
        'rest, shorten, change.',
      'Pain that stays or comes back belongs with a doctor, or a physiotherapist who knows musicians. Fawnmoss gives no medical advice.',
      'A skill that hurt rests here until you clear it.'
    ]
  ],
  [
    'Warming up',
    ['Body and hands before strength exercises. Short sets, with rests as long. Strength exercises for children in play-sized doses, and never squeezing.']
  ],
  [
    'Signs to slow down',
    ['Collapsed joints, a squeezed thumb, a bent wrist, a clenched shoulder: put less weight, do not press harder. Changing a habit takes months.']
  ],
  ['Bow drills', ['Over a cushion or the forearm. Mind eyes and neighbours. Loosen the hair afterwards.']],
  ['Tuning', ['A string can snap: face away, use fine adjusters where there are any, and let an adult tune a child’s instrument.']],
  [
    'Size',
    [
      'Too large an instrument strains; between sizes take the smaller. A double bass is heavy: two hands, end-pin and stop, mind doors and stairs, ' +
        'and an adult lifts it.'
    ]
  ],
  ['Hearing', ['The ear next to a violin or viola gets loud sound. Limit close loud practice, and keep headphones low.']],
  [
    'Children',
    [
      'Local safeguarding codes and the law come first: a lesson with the door open or a parent there, the rules about contact, ' +
        'recordings only with a parent’s consent.',
      'Fawnmoss keeps the least it needs: a first name or nickname, a birth year at most, no address, no photograph. Everything about a pupil can be ' +
        'taken away in one file and erased for good, on the pupil’s page; a private link ends by itself, and can be closed before.'
    ]
  ]
]
</script>

<template>
  <div class="page care">
    <header><h1>Care</h1></header>
    <section v-for="[title, words] in PARTS" :key="title"><h2>{{ title }}</h2><p v-for="word in words" :key="word">{{ word }}</p></section>
  </div>
</template>

<style scoped>
.care { max-width: 760px; }
section { margin-bottom: var(--room-4); }
</style>
