<script setup lang="ts">
// One corner: the reading in hand with its scale, which way it turns, and the
// readings taken before.
import AngleInput from '../../parts/AngleInput.vue'
import type { CornerView } from '../../api/client'
import { scales, turnKinds } from '../../state/choices'
import ReadingEntry from './ReadingEntry.vue'
import { useCorner } from './corner'

const props = defineProps<{ corner: CornerView; press: () => void }>()
const emit = defineEmits<{ walked: [back: boolean] }>()
const { slot, field, cur, take, again, chips, scale, commit, setKind, setScale, nextScale, dropMarked } = useCorner(() => props.corner)
const keys = {
  i: () => void setKind('inside'),
  o: () => void setKind('outside'),
  s: nextScale,
  r: () => void again(),
  d: () => void dropMarked(),
  p: () => props.press(),
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <ReadingEntry of="corner" kind="reading" :list="chips" :slot-id="slot" :spread="corner.spread" :taken="!!cur" class="corner" @again="again" @take="take">
    <AngleInput
      :key="corner.id"
      ref="field"
      big
      alone
      takes="angle"
      :label="`Corner ${corner.letter}, reading`"
      :typed="cur?.typed ?? ''"
      :commit="commit"
      :keys="keys"
      @walked="(b) => emit('walked', b)"
    />
    <template #side>
      <div class="line">
        <span class="cap">turns</span><el-segmented aria-label="Inside or outside" :model-value="corner.kind" :options="turnKinds" @change="setKind" /><label
          class="tick small quiet"
          ><input type="checkbox" :checked="corner.drop" @change="dropMarked" />drop</label
        >
      </div>
      <div class="line">
        <span class="cap">scale</span><el-segmented aria-label="Scale of the reading" :model-value="scale" :options="scales" @change="setScale" />
      </div>
    </template>
    <template v-if="corner.sees || (corner.theta && scale !== 'corner')" #under>
      <template v-if="corner.theta && scale !== 'corner'">A corner of {{ corner.theta }}. </template
      ><template v-if="corner.sees">A mistake here shows from {{ corner.sees }} up.</template>
    </template>
  </ReadingEntry>
</template>

<style scoped>
.corner {
  max-width: 392px;
}
.corner :deep(.entry.big) {
  width: 106px;
}
.line {
  display: flex;
  align-items: center;
  gap: 6px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
  width: 38px;
}
.line .el-segmented,
.line :deep(.el-segmented__item) {
  min-height: 28px;
}
.line :deep(.el-segmented__item) {
  padding: 0 8px;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  cursor: pointer;
}
.tick input {
  accent-color: var(--chalk);
  width: 16px;
  height: 16px;
}
@media (max-width: 860px) {
  .corner {
    max-width: none;
  }
  .line .el-segmented,
  .line :deep(.el-segmented__item),
  .tick {
    min-height: 44px;
  }
}
</style>
