import vue from '@vitejs/plugin-vue'
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers'
import components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vite'
import { icuMessages } from './icu-messages.ts'

export default defineConfig({
  plugins: [
    vue(),
    components({ resolvers: [BootstrapVueNextResolver()], dirs: [], dts: 'src/components.d.ts' }),
    icuMessages(),
  ],
  resolve: {
    alias: {
      // Messages are parsed when the web is built; neither parser goes to the browser.
      'vue-i18n': 'vue-i18n/dist/vue-i18n.runtime.esm-bundler.js',
      '@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js',
    },
  },
  // What production does without: developer tools, and the older styles of writing components and messages.
  define: {
    __VUE_OPTIONS_API__: false,
    __VUE_PROD_DEVTOOLS__: false,
    __VUE_I18N_LEGACY_API__: false,
    __VUE_I18N_FULL_INSTALL__: false,
    __INTLIFY_PROD_DEVTOOLS__: false,
    __INTLIFY_DROP_MESSAGE_COMPILER__: true,
    __USE_DEVTOOLS__: false,
  },
  css: {
    preprocessorOptions: {
      // Bootstrap 5's own Sass still uses what newer compilers warn of.
      scss: { silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'], quietDeps: true },
    },
  },
  build: { target: 'es2022', assetsInlineLimit: 0, reportCompressedSize: false },
})
