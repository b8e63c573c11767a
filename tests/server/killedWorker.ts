import { startWorker } from '../../server/jobs/worker'

// A worker of its own process, for tests that kill it.
void startWorker(process.env.SMTP_URL!, process.env.GATEWAY_URL)
  .then((worker) => worker.ended)
  .then(() => process.exit(1))
// Whoever forked it has gone: then this goes as well.
process.once('disconnect', () => process.exit(1))
