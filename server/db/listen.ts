import type pg from 'pg'

type Handlers = Record<string, (payload: string) => void> & { reconnected(): void }

const RETRY = 500

/**
 * Listens to notices of the database for as long as the process lives; after a lost connection it
 * connects again and calls `reconnected`, which is also called once at the start.
 * @returns a function that stops listening
 */
export function listen(pool: pg.Pool, handlers: Handlers): () => Promise<void> {
  let stopped = false
  let client: pg.PoolClient | undefined
  const channels = Object.keys(handlers).filter((name) => name !== 'reconnected')

  const retry = () => {
    client = undefined
    if (!stopped) setTimeout(() => void open(), RETRY).unref()
  }
  const open = async () => {
    try {
      const opened = await pool.connect()
      if (stopped) return opened.release()
      client = opened
      opened.on('notification', ({ channel, payload }) => handlers[channel]?.(payload ?? ''))
      opened.on('error', () => {
        opened.release(true)
        retry()
      })
      for (const channel of channels) await opened.query(`listen ${channel}`)
      handlers.reconnected()
    } catch {
      client?.release(true)
      retry()
    }
  }
  void open()
  return async () => {
    stopped = true
    client?.removeAllListeners('error')
    client?.release(true)
  }
}
