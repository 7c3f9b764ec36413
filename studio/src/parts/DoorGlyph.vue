<script setup lang="ts">
/** A door's state as a drawing; always stands beside words that say the same. */
defineProps<{ state: 'open' | 'ajar' | 'shut' | 'barred'; size?: number }>()
</script>

<template>
  <svg
    :width="size ?? 26"
    :height="((size ?? 26) * 30) / 26"
    viewBox="0 0 26 30"
    fill="none"
    aria-hidden="true"
    :class="state"
  >
    <path
      v-if="state === 'open'"
      d="M3.5 28V13a9.5 9.5 0 0 1 19 0v15z"
      fill="var(--moss-tint)"
      stroke="var(--moss)"
      stroke-width="1.7"
    />
    <path v-if="state === 'open'" d="M3 28.5V13a10 10 0 0 1 6.5-9.2L14.5 8v22z" fill="var(--moss)" />
    <circle v-if="state === 'open'" cx="11.8" cy="18" r="1.1" fill="#fff" />
    <path
      v-if="state === 'ajar'"
      d="M3.5 28V13a9.5 9.5 0 0 1 19 0v15z"
      fill="#fff"
      stroke="var(--brass-dark)"
      stroke-width="1.7"
    />
    <path
      v-if="state === 'ajar'"
      d="M3 28.5V13A10 10 0 0 1 13 3c2 0 4 1.3 5 3v24z"
      fill="var(--brass-dark)"
    />
    <circle v-if="state === 'ajar'" cx="14.9" cy="18" r="1.1" fill="#fff" />
    <path
      v-if="state === 'shut'"
      d="M3.5 28V13a9.5 9.5 0 0 1 19 0v15z"
      fill="var(--sand)"
      stroke="var(--muted)"
      stroke-width="1.7"
    />
    <g v-if="state === 'shut'" stroke="var(--muted)" stroke-width="1.5">
      <circle cx="13" cy="17.4" r="2.9" />
      <path d="M13 12.6v1.8" />
    </g>
    <path
      v-if="state === 'barred'"
      d="M3.5 28V13a9.5 9.5 0 0 1 19 0v15z"
      fill="var(--clay-tint)"
      stroke="var(--clay)"
      stroke-width="1.7"
    />
    <rect v-if="state === 'barred'" x="1" y="16" width="24" height="5" rx="1.6" fill="var(--clay)" />
    <path d="M1.5 28.6h23" stroke="currentColor" stroke-width="2" stroke-linecap="round" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  display: block;
}
.open {
  color: var(--moss);
}
.ajar {
  color: var(--brass-dark);
}
.shut {
  color: var(--muted);
}
.barred {
  color: var(--clay);
}
</style>
