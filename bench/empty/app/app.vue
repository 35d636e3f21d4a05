<template>
  <UApp><UButton label="Nothing" /></UApp>
</template>
