<script setup lang="ts">
// A handle of the bench: what it says, as it is read back, and the slide.
defineProps<{ label: string; says: string; value: number; min: number; max: number; step: number }>()
const emit = defineEmits<{ put: [v: number] }>()
</script>

<template>
  <label class="handle">
    <span class="cap">{{ label }}</span>
    <b>{{ says }}</b>
    <input
      type="range"
      :value="value"
      :min="min"
      :max="max"
      :step="step"
      :aria-valuetext="says"
      @input="(e) => emit('put', Number((e.target as HTMLInputElement).value))"
    />
  </label>
</template>

<style scoped>
.handle {
  display: flex;
  flex-direction: column;
  min-width: 128px;
  flex: 1 1 128px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
b {
  font-size: 18px;
  white-space: nowrap;
}
input {
  width: 100%;
  height: 30px;
  accent-color: var(--chalk);
}
@media (max-width: 640px) {
  input {
    height: 44px;
  }
}
</style>
