import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { checkArchitecture } from './scripts/architecture.mjs'

const decorators = { experimentalDecorators: true }
const root = import.meta.dirname

// A route that does not state who may call it, or a core that reaches outside, stops the build here.
const faults = checkArchitecture(root)
if (faults.length) throw new Error(`The architecture check fails:\n${faults.join('\n')}`)

/** Whether it is made to be worked on or to be tested, not to be used. */
const isOnWorkbench = process.env.NODE_ENV === 'development' || process.env.YARE_KIT === '1'

/** All route files as one module, so that the API can describe itself. */
function routesModule(): string {
  const files = readdirSync(join(root, 'server/api'), { recursive: true })
    .map(String)
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .sort()
  const imports = files.map(
    (file, i) => `import r${i} from ${JSON.stringify(join(root, 'server/api', file))}`,
  )
  const list = files.map((file, i) => `[${JSON.stringify(file)}, r${i}]`)
  return `${imports.join('\n')}\nexport default [${list.join(', ')}]\n`
}

/**
 * The module leaves all its options, with the theme in them, in what is public of the configuration: each page carried
 * them, and the server read them through for each page. Its own plugin brings the whole theme to the browser;
 * plugins/primevue does what is to be done.
 */
function withoutTheme(
  _: unknown,
  nuxt: { options: { runtimeConfig: { public: object }; plugins: (string | { src: string })[] } },
) {
  Object.assign(nuxt.options.runtimeConfig.public, { primevue: { usePrimeVue: false } })
  nuxt.options.plugins = nuxt.options.plugins.filter(
    (one) => typeof one === 'string' || !one.src.endsWith('primevue-plugin.mjs'),
  )
}

/** Parts of the library whose styles the server sends with each page: buttons, fields, lists, and what lies over the page. */
const SENT = [
  ...['Button', 'InputText', 'Textarea', 'Select', 'Dialog', 'Popover', 'Splitter', 'SplitterPanel', 'Toast'],
  ...['InputNumber', 'MultiSelect', 'Checkbox', 'RadioButton', 'Password'],
  // And what lies within them.
  ...['Chip', 'IconField', 'VirtualScroller'],
]

/** The browser need not have them a second time among its code; `badge` lies in each button, and none has one. */
const stylesAreSent = {
  name: 'styles-are-sent',
  enforce: 'pre' as const,
  resolveId: (id: string) => (SENT_STYLES.has(id) ? '\0no-style' : undefined),
  load: (id: string) => (id === '\0no-style' ? "export const style = ''" : undefined),
}
const SENT_STYLES = new Set([...SENT, 'Badge'].map((name) => `@primeuix/styles/${name.toLowerCase()}`))

export default defineNuxtConfig({
  // No runtimeConfig: what is set from outside is read, checked and typed by server/base/settings, in the worker and the
  // stand-ins as well, and none of it is for the browser.
  compatibilityDate: '2026-11-01',
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@primevue/nuxt-module', withoutTheme, '@pinia/nuxt', '@pinia/colada-nuxt', '@nuxt/eslint'],
  // What is imported by its own name: a part of the kit or the ledger, wherever it is used.
  components: [
    { path: '~/kit', pathPrefix: false, pattern: 'Kit*.vue' },
    { path: '~/ledger', pathPrefix: false, pattern: '**/*.vue' },
    { path: '~/places', pathPrefix: false, pattern: '**/*.vue' },
    { path: '~/components', pattern: '**/*.vue' },
  ],
  css: [
    ...[
      '@fontsource-variable/literata/index.css',
      '@fontsource-variable/atkinson-hyperlegible-next/index.css',
      '@fontsource/ibm-plex-mono/latin-400.css',
      '@fontsource/ibm-plex-mono/latin-500.css',
      '@fontsource/ibm-plex-mono/latin-600.css',
      // By their place: the server for those who work on it links to them by it.
    ].map((name) => join(root, 'node_modules', name)),
    '~/theme/tokens.css',
    '~/theme/base.css',
  ],
  primevue: {
    // plugins/primevue installs it.
    usePrimeVue: false,
    importTheme: { as: 'ledgerTheme', from: join(root, 'app/theme/index.ts') },
    components: { include: SENT },
    directives: { include: [] },
  },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Yare Ledger',
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'A service desk that keeps its promises like a ledger' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/favicon.svg' }],
      // The theme is chosen before the first paint, so that night watch does not flash.
      script: [
        {
          innerHTML:
            "try{var t=localStorage.getItem('yare-theme');if(t==='night'||(!t&&matchMedia('(prefers-color-scheme: dark)').matches))document.documentElement.classList.add('night')}catch(e){}",
        },
      ],
    },
  },
  // Places live from the stream and are for signed-in staff: drawn in the browser. Portals, and the page that a message
  // leads to, come as HTML.
  routeRules: {
    '/**': { ssr: false },
    '/portal/**': { ssr: true },
    '/acknowledge/**': { ssr: true },
    '/fill/**': { ssr: true },
    '/word/**': { ssr: true },
  },
  // A page fetches the next one's code when somebody reaches for its link, not because the link is in sight.
  // What a form asks of the server while its page is drawn there goes on in the name of that page, question after question.
  // Until a place is there its page says so, and is not white; it goes with the first picture of the place.
  spaLoadingTemplate: true,
  experimental: {
    spaLoadingTemplateLocation: 'body',
    asyncContext: true,
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  hooks: {
    // The page of the kit is for those who work on it, and for the tests of it.
    'pages:extend': (pages) => {
      const at = pages.findIndex((one) => one.path === '/kit')
      if (at >= 0 && !isOnWorkbench) pages.splice(at, 1)
    },
    // Nor does it fetch the code of every other page once it is shown: a phone at a portal needs none of Design.
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) file.dynamicImports = []
    },
  },
  imports: { autoImport: true },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: decorators, include: ['../core/**/*.ts'] },
    sharedTsConfig: { compilerOptions: decorators },
    nodeTsConfig: { compilerOptions: decorators },
  },
  vite: {
    plugins: [stylesAreSent],
    resolve: {
      alias: {
        // Buttons ask for a wave that our look has not, and for all that it stands on.
        'primevue/ripple': join(root, 'app/theme/noRipple.ts'),
      },
    },
    esbuild: { tsconfigRaw: { compilerOptions: decorators } },
    // Bundled ahead on its own it would be there twice while one works on it, and parts would look for the theme in the
    // one that has none.
    optimizeDeps: { exclude: ['@primeuix/styled'] },
  },
  nitro: {
    // Sent in a quarter of its size also where no proxy stands before us.
    compressPublicAssets: { gzip: true },
    typescript: { tsConfig: { compilerOptions: decorators } },
    esbuild: { options: { tsconfigRaw: { compilerOptions: decorators } } },
    virtual: { '#yare/routes': routesModule },
    // Imported for what it does, not for what it gives; it would be left out otherwise.
    moduleSideEffects: ['reflect-metadata', join(root, 'node_modules/reflect-metadata/')],
    externals: {
      external: ['@node-rs/argon2'],
      // What the spreadsheets stand on asks for these by a condition that the tracing of files does not follow.
      traceInclude: ['async-function', 'async-generator-function', 'generator-function'].map((name) =>
        join(root, 'node_modules', name, 'require.mjs'),
      ),
    },
  },
})
