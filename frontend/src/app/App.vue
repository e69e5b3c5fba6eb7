<script setup lang="ts">
import { useSettings } from '@/shared/settings'

// Reading it once applies the sheet's light or dark ink.
useSettings()
</script>

<template>
  <router-view />
</template>
