<script setup lang="ts">
// The stand-ins that ship with the application: the simulated outside.
const parts = [
  { to: '/standins/mailbox', name: 'Mailbox' },
  { to: '/standins/chat', name: 'Chat room' },
  { to: '/standins/text', name: 'Text messages' },
  { to: '/standins/pager', name: 'Pagers' },
  { to: '/standins/call', name: 'Another system' },
  { to: '/standins/monitor', name: 'Monitors' },
  { to: '/standins/assist', name: 'Remote machines' },
]
</script>

<template>
  <PartsNav label="Stand-ins" :parts="parts" />
</template>
