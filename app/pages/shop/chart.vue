<script setup lang="ts">
import { useSignIn } from '~/stores/sign-in'

useHead({ title: 'House chart · Zonaris' })
const signIn = useSignIn()
</script>

<template>
  <HouseChart :may-write="signIn.may('lead')" @changed="signIn.load" />
</template>
