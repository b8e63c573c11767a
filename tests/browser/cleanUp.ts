import { rmSync } from 'node:fs'

/** Takes the data of the tests away once the desk is down. */
export default function cleanUp(): void {
  const folder = process.env.YARE_TEST_FOLDER
  // The desk is stopped after this; what it still writes must not stand in the way.
  if (folder) process.once('exit', () => rmSync(folder, { recursive: true, force: true, maxRetries: 3 }))
}
