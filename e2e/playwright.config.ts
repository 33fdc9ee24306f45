import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: 2,
  // What takes minutes is proven with `npm run test:long`.
  ...(process.env.LODGE_E2E_LONG ? {} : { grepInvert: /@long/ }),
  retries: 0,
  // Generous, since machines are shared: a test fails because something is wrong, not because it is slow today.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  outputDir: 'test-results',
  reporter: process.env.LODGE_E2E_REPORT ? [['json', { outputFile: process.env.LODGE_E2E_REPORT }], ['line']] : 'line',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
