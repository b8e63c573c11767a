<script setup lang="ts">
import Button from 'primevue/button'

/**
 * Something to press. `main` is what its page is there for, one at most in sight; `act` does something; `plain` leaves
 * it; `danger` cannot be taken back; `link` stands in a line of text; `quiet` is a line of text itself; `sign`
 * is one sign such as ×, with a label that is read aloud.
 */
const props = withDefaults(
  defineProps<{
    kind?: 'main' | 'act' | 'plain' | 'danger' | 'link' | 'quiet' | 'sign'
    type?: 'button' | 'submit'
    /** It is at work: it cannot be pressed again, and says so. */
    busy?: boolean
    disabled?: boolean
    /** It goes there: a link in the look of a button. */
    href?: string
    /** The key that does the same, for its tooltip. */
    keys?: string
  }>(),
  { kind: 'act', type: 'button' },
)
const LOOKS = {
  main: {},
  act: { variant: 'outlined' },
  plain: { variant: 'outlined', severity: 'secondary' },
  danger: { variant: 'outlined', severity: 'danger' },
  link: { variant: 'link' },
  quiet: { variant: 'link' },
  sign: { variant: 'link' },
} as const
const look = computed(() => LOOKS[props.kind])
</script>

<template>
  <Button
    v-bind="look"
    :as="href ? 'a' : undefined"
    :href="href"
    :type="href ? undefined : type"
    class="kit-button"
    :class="kind"
    :disabled="disabled || busy"
    :aria-busy="busy || undefined"
    :aria-keyshortcuts="keys?.replaceAll(' ', '+')"
    :title="keys && `Key: ${keys}`"
  >
    <slot />
  </Button>
</template>

<style scoped>
.kit-button {
  font-family: var(--sans);
  font-size: 0.93rem;
  font-weight: 600;
  min-height: 28px;
  gap: 0.35rem;
}
/* Other links have the colour of the sea, which is its ground. */
a.kit-button.main {
  color: var(--page);
  text-decoration: none;
}
.kit-button.link,
.kit-button.quiet {
  display: inline;
  padding: 0;
  border: 0;
  min-height: 24px;
  font: inherit;
  text-align: left;
  text-decoration: underline;
  text-underline-offset: 2px;
}
.kit-button.quiet {
  color: inherit;
  text-decoration: none;
}
.kit-button.quiet:hover,
.kit-button.quiet[aria-expanded='true'] {
  text-decoration: underline;
}
.kit-button.sign {
  display: inline-flex;
  justify-content: center;
  min-width: 26px;
  min-height: 26px;
  padding: 0 5px;
  border: 0;
  font: inherit;
}
.kit-button:disabled {
  border-color: var(--rule-2);
  color: var(--ink-3);
  background: var(--page-2);
  opacity: 1;
}
.kit-button:is(.link, .quiet, .sign):disabled {
  background: none;
  text-decoration: none;
}
</style>
