import regexp from 'eslint-plugin-regexp'
import withNuxt from './.nuxt/eslint.config.mjs'

// Node.js 20 does not have this yet, and the composer of the configuration uses it.
Object.groupBy ??= (items, keyOf) => {
  const groups = {}
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

export default withNuxt(
  { ignores: ['.output/**', '.data/**', 'docs/**'] },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
      complexity: ['error', 16],
    },
  },
  {
    // Whatever text meets a pattern, the time it takes grows no faster than the text: nobody can hold up the desk by it.
    files: ['core/**', 'server/**', 'app/**', 'cli/**'],
    ignores: ['**/*.test.ts'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { ignorePartial: false, report: 'potential' }],
    },
  },
)
