<template>
  <div class="page"><h1>There is nothing here</h1><p>The address may be mistyped. <router-link to="/today">Go to today</router-link>.</p></div>
</template>
