<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { provideFoot } from '../state/docket-place.ts'

// A view's list on the left and the chosen thing as a sheet on the right; on a narrow screen the sheet is shown alone, or beneath
// the list where both are worked with. What
// the sheet's forms would do is shown at its foot.
defineProps<{ open: boolean; both?: boolean }>()
provideFoot(useTemplateRef<HTMLElement>('foot'))
</script>

<template>
  <div class="two" :class="{ open, both }">
    <section class="list-side"><slot name="list" /></section>
    <div v-if="open" class="sheet side">
      <div class="scrolls" tabindex="0"><slot name="sheet" /></div>
      <div ref="foot" class="foot"></div>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  height: 100%;
}
.two.open {
  grid-template-columns: minmax(0, 1fr) minmax(0, 400px);
}
.list-side {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  min-width: 0;
  container-type: inline-size;
}
.side {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.scrolls {
  flex: 1 1 0;
  overflow-y: auto;
  padding: 16px;
  min-height: 0;
}
.foot {
  display: flex;
  flex-direction: column;
  flex: 0 0 auto;
  max-height: 56%;
}
@media (max-width: 800px) {
  .two.open {
    grid-template-columns: minmax(0, 1fr);
  }
  .two.open:not(.both) .list-side {
    display: none;
  }
  .two.both {
    display: block;
    overflow-y: auto;
  }
  .two.both .side {
    margin-top: 16px;
    overflow-y: visible;
  }
  /* On a telephone the form keeps its room, and what it would do follows beneath. */
  .side {
    overflow-y: auto;
  }
  .scrolls {
    flex: none;
    overflow: visible;
  }
  .foot {
    max-height: none;
  }
}
</style>
