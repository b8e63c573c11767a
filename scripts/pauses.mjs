// Loaded before a part of the desk while it is measured: tells how long it stood still, and what it holds.
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { isMainThread } from 'node:worker_threads'

if (isMainThread && process.send) {
  const delay = monitorEventLoopDelay({ resolution: 2 })
  delay.enable()
  process.on('message', (asked) => {
    if (asked !== 'pauses') return
    const longest = delay.max / 1e6
    // What only waits for the collector is not held.
    for (let run = 0; run < 3; run++) globalThis.gc?.()
    const { rss, heapUsed } = process.memoryUsage()
    process.send({ longest, rss, heapUsed })
    setTimeout(() => delay.reset(), 20)
  })
}
