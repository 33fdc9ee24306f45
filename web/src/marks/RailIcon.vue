<script setup lang="ts">
defineProps<{
  name:
    | 'desk'
    | 'people'
    | 'places'
    | 'roles'
    | 'seats'
    | 'bill'
    | 'departures'
    | 'ledger'
    | 'keys'
    | 'theme'
    | 'out'
    | 'settings'
    | 'self'
}>()
const PATHS = {
  desk: 'M3 9h14M4 9v8M16 9v8M6 9V5h8v4',
  people: 'M10 7a3 3 0 11-6 0 3 3 0 016 0M2 17c0-6 10-6 10 0M13 5a3 3 0 010 5M14 12c3 .4 4 2.4 4 5',
  places: 'M3 17V8l5-4 5 4v9M13 17V10h4v7M6 17v-4h4v4M2 17h16',
  roles: 'M3 4h14M3 10h14M3 16h14M7 2v4M13 8v4M9 14v4',
  seats: 'M3 3h14v14H3zM3 10h14M10 3v14',
  bill: 'M5 2.5h10v15l-2-1.4-1.5 1.4-1.5-1.4-1.5 1.4-1.5-1.4-2 1.4zM8 6.5h4M8 9.5h4',
  departures: 'M12 3H4v14h8M9 10h8M14 7l3 3-3 3M12 3v4M12 13v4',
  ledger: 'M5 3h10v14H5zM8 7h5M8 10h5M8 13h3',
  keys: 'M9.4 10a3.4 3.4 0 11-6.8 0 3.4 3.4 0 016.8 0M9.4 10H18M15 10v3M18 10v4',
  settings:
    'M10 7a3 3 0 100 6 3 3 0 000-6M10 2v3M10 15v3M2 10h3M15 10h3M4.5 4.5l2 2M13.5 13.5l2 2M4.5 15.5l2-2M13.5 6.5l2-2',
  self: 'M10 10a3.4 3.4 0 100-6.8 3.4 3.4 0 000 6.8M3.5 17c.6-4 3-5.4 6.5-5.4s5.9 1.4 6.5 5.4',
  theme: 'M10 3a7 7 0 100 14zM10 3a7 7 0 010 14',
  out: 'M10 2.5v7.5M6 4.8a7 7 0 108 0',
}
</script>

<template>
  <svg viewBox="0 0 20 20" aria-hidden="true"><path :d="PATHS[name]" /></svg>
</template>

<style scoped>
svg {
  width: 20px;
  height: 20px;
  stroke: currentColor;
  fill: none;
  stroke-width: 1.6;
}
</style>
