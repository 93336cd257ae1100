<script setup lang="ts"></script>

<template>
  <main class="min-h-0 grow overflow-y-auto px-4 py-3">Day</main>
</template>
