<script setup lang="ts">
/** The painted door of the first pages. Decoration. */
const rays = Array.from({ length: 7 }, (_, i) => (Math.PI * (i + 1)) / 8)
const at = (angle: number, far: number): string =>
  `${210 - far * Math.cos(angle)} ${192 - far * Math.sin(angle)}`
const ray = (angle: number): string => `M${at(angle, 46)}L${at(angle, 162)}`
</script>

<template>
  <svg viewBox="0 0 420 620" aria-hidden="true" class="door">
    <path d="M0 620V210a210 210 0 0 1 420 0v410z" fill="#fbf6ec" />
    <path d="M20 620V210a190 190 0 0 1 380 0v410z" fill="var(--dark)" />
    <path d="M30 620V210a180 180 0 0 1 360 0v410z" fill="var(--mulberry)" />
    <path d="M48 192a162 162 0 0 1 324 0z" fill="var(--brass-tint)" />
    <g fill="none" stroke="var(--mulberry)" stroke-width="4.5">
      <path v-for="angle in rays" :key="angle" :d="ray(angle)" />
      <path d="M164 192a46 46 0 0 1 92 0M106 192a104 104 0 0 1 208 0" />
    </g>
    <rect x="40" y="192" width="340" height="13" rx="2" fill="#4b162b" />
    <g fill="none" stroke="#4b162b" stroke-width="5">
      <rect x="56" y="234" width="94" height="148" rx="3" />
      <rect x="270" y="234" width="94" height="148" rx="3" />
      <rect x="56" y="458" width="142" height="114" rx="3" />
      <rect x="222" y="458" width="142" height="114" rx="3" />
    </g>
    <g fill="none" stroke="#75334b" stroke-width="1">
      <path d="M59 380V237h90M273 380V237h90M59 570V461h138M225 570V461h138" />
    </g>
    <path d="M180 404h60a0 0 0 0 1 0 0" fill="none" />
    <g class="ring">
      <ellipse cx="214" cy="340" rx="48" ry="50" fill="#4b162b" opacity=".55" />
      <path
        fill="var(--brass)"
        fill-rule="evenodd"
        d="M210 284a45 45 0 1 1 0 90 45 45 0 0 1 0-90zm0 9a30 30 0 1 0 0 60 30 30 0 0 0 0-60z"
      />
    </g>
    <path
      d="M194 302v-18a16 16 0 0 1 32 0v18z"
      fill="var(--brass)"
      stroke="var(--mulberry)"
      stroke-width="2"
    />
    <circle cx="210" cy="288" r="4" fill="var(--brass-dark)" />
    <rect x="120" y="406" width="180" height="30" rx="7" fill="var(--brass)" />
    <rect x="132" y="415" width="156" height="12" rx="4" fill="var(--dark)" />
  </svg>
</template>

<style scoped>
.door {
  display: block;
  width: 100%;
  height: auto;
}
.ring {
  transform-origin: 210px 286px;
  animation: swing 0.42s 0.5s ease-in-out;
}
@keyframes swing {
  30% {
    transform: rotate(9deg);
  }
  65% {
    transform: rotate(-5deg);
  }
}
</style>
