<template>
  <SetShelf />
</template>
