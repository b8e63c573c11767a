import { chmodSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'

// Two desks, each with a port and data of its own, so that files of tests run side by side without seeing each other's
// tickets, and beside a running demo. Workers inherit both; each asks the desk of its own number.
const DESKS = Number(process.env.YARE_TEST_DESKS ?? 2)
// From 7000 on there is no port that browsers refuse to open (Fetch standard, bad ports).
process.env.YARE_TEST_PORTS ??= String(7000 + 2 * (process.pid % 1000))
process.env.YARE_TEST_FOLDER ??= mkdtempSync(
  join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'yare-browser-'),
)
// PostgreSQL runs as another user when we are root; it must be able to walk in.
chmodSync(process.env.YARE_TEST_FOLDER, 0o711)
const portOf = (desk: number) => String(Number(process.env.YARE_TEST_PORTS) + desk)
const dataOf = (desk: number) => join(process.env.YARE_TEST_FOLDER!, String(desk))
const addressOf = (desk: number) => `http://127.0.0.1:${portOf(desk)}`
const mine = Number(process.env.TEST_PARALLEL_INDEX ?? 0)
process.env.YARE_TEST_PORT = portOf(mine)
process.env.YARE_TEST_DATA = dataOf(mine)

export default defineConfig({
  testDir: 'tests/browser',
  testMatch: '**/*.spec.ts',
  workers: DESKS,
  timeout: 180_000,
  // What needed its second try is listed at the end as flaky: a fault to mend.
  retries: 1,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  globalTeardown: './tests/browser/cleanUp.ts',
  use: {
    baseURL: addressOf(mine),
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
  webServer: Array.from({ length: DESKS }, (_, desk) => ({
    command: `node cli/yare.mjs demo --port ${portOf(desk)} --tickets 500`,
    url: `${addressOf(desk)}/api/health`,
    env: { YARE_DATA: dataOf(desk), DATABASE_URL: '' },
    timeout: 240_000,
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 30_000 },
    stdout: 'ignore' as const,
    stderr: 'pipe' as const,
  })),
})
