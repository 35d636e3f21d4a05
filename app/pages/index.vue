<template><main><UButton icon="i-lucide-flame">Hi</UButton></main></template>
