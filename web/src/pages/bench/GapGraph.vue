<script setup lang="ts">
// The gap along the joint's line, true: both joints over each other, and what a gap may be.
import type { ClosingSide } from '../../api/client'
import SetText from '../../parts/SetText.vue'

const props = defineProps<{ cope?: ClosingSide; mitre?: ClosingSide }>()
const line = (s: ClosingSide) => s.picture.graph.map((p) => `${(p[0]! / s.picture.girth) * 1000},${1000 - (p[1]! / s.picture.most) * 1000}`).join(' ')
const any = () => props.cope ?? props.mitre!
</script>

<template>
  <figure class="graph">
    <figcaption>gap along the joint, true size · solid: cope<template v-if="mitre">, dashed: mitre</template></figcaption>
    <div class="frame">
      <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" role="img" aria-label="The gap along the line, from the bottom edge to the top edge">
        <line
          v-for="m in any().picture.marks"
          :key="m.text"
          x1="0"
          x2="1000"
          :y1="1000 - (m.at / any().picture.most) * 1000"
          :y2="1000 - (m.at / any().picture.most) * 1000"
        />
        <polyline v-if="mitre" class="mitre" :points="line(mitre)" />
        <polyline v-if="cope" class="cope" :points="line(cope)" />
      </svg>
      <span v-for="m in any().picture.marks" :key="m.text" class="mark" :style="{ bottom: `${(m.at / any().picture.most) * 100}%` }"
        ><SetText :text="m.text"
      /></span>
    </div>
    <p class="ends"><span>bottom edge</span><span>top edge</span></p>
  </figure>
</template>

<style scoped>
.graph {
  margin: 0;
}
figcaption,
.ends {
  font-size: 12.5px;
  color: var(--pencil);
}
.ends {
  display: flex;
  justify-content: space-between;
}
.frame {
  position: relative;
  height: 116px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  overflow: hidden;
}
svg {
  width: 100%;
  height: 100%;
  fill: none;
}
svg * {
  vector-effect: non-scaling-stroke;
}
line {
  stroke: var(--ochre);
  stroke-dasharray: 4 3;
}
polyline {
  stroke-width: 2.4;
  stroke: var(--chalk);
}
.mitre {
  stroke: var(--ink);
  stroke-dasharray: 7 5;
}
.mark {
  position: absolute;
  right: 6px;
  font-size: 11.5px;
  line-height: 1.1;
  color: var(--ochre);
  background: color-mix(in srgb, var(--sheet) 80%, transparent);
}
.mark:nth-of-type(odd) {
  right: auto;
  left: 6px;
}
</style>
