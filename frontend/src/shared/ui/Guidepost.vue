<template>
  <svg viewBox="0 0 26 30" width="26" height="30" aria-hidden="true">
    <path d="M10.5 17h5v12h-5z" fill="var(--ink)" />
    <path d="M3 4h16l4.5 5.5L19 15H3z" fill="var(--sheet)" stroke="var(--ink)" stroke-width="1.8" />
    <circle cx="13" cy="9.5" r="2.2" fill="var(--goal)" />
  </svg>
</template>
