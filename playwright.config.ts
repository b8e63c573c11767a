import { chmodSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'

// Ports and data of its own, so that the tests run beside a running demo. Workers inherit both.
process.env.YARE_TEST_PORT ??= String(4300 + (process.pid % 1000))
process.env.YARE_TEST_DATA ??= mkdtempSync(
  join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'yare-browser-'),
)
// PostgreSQL runs as another user when we are root; it must be able to walk in.
chmodSync(process.env.YARE_TEST_DATA, 0o711)
const address = `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

export default defineConfig({
  testDir: 'tests/browser',
  testMatch: '**/*.spec.ts',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  globalTeardown: './tests/browser/cleanUp.ts',
  use: {
    baseURL: address,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    screenshot: 'only-on-failure',
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
  webServer: {
    command: `node cli/yare.mjs demo --port ${process.env.YARE_TEST_PORT} --tickets 500`,
    url: `${address}/api/health`,
    env: { YARE_DATA: process.env.YARE_TEST_DATA, DATABASE_URL: '' },
    timeout: 240_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 30_000 },
    stdout: 'ignore',
    stderr: 'pipe',
  },
})
