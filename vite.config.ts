import { reactRouter } from '@react-router/dev/vite'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  // Small fonts would else become data: addresses, which the page's policy forbids.
  build: { assetsInlineLimit: 0 },
  plugins: [
    tailwindcss(),
    reactRouter(),
    {
      // The toasts write their style sheet into the page by script, which the page's policy forbids: styles.css takes it in instead.
      name: 'toast-styles',
      apply: 'build',
      transform: (code, id) =>
        /\/sonner\/dist\/index\.mjs/.test(id) ? code.replace(/^__insertCSS\(".*"\);?$/m, '') : undefined,
    },
    {
      // The framework names every server entry index.js; ours keep their own names.
      name: 'ssr-entry-names',
      enforce: 'post',
      config: () => ({
        environments: { ssr: { build: { rollupOptions: { output: { entryFileNames: '[name].js' } } } } },
      }),
    },
  ],
  environments: {
    ssr: {
      // Built in: hundreds of small files, each looked up and read anew, are a second of every start.
      resolve: {
        noExternal: [
          /^@?radix-ui/,
          /^drizzle-orm/,
          'cmdk',
          'downshift',
          'sonner',
          'zod',
          'react-hook-form',
          /^libphonenumber-js/,
          'tldts',
          'write-excel-file',
        ],
      },
      build: {
        rollupOptions: {
          input: {
            index: './server/app.ts',
            'fit-rates-worker': './server/rates/fit-worker.ts',
            'draw-worker': './server/draw-worker.ts',
            'vetting-worker': './server/vetting/worker.ts',
            'soundness-worker': './server/database/soundness-worker.ts',
            'backup-worker': './server/backup/backup-worker.ts',
            'read-worker': './server/read/read-worker.ts',
          },
        },
      },
    },
  },
})
