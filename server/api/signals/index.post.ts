import { setResponseStatus } from 'h3'
import { readSignals } from '../../http/cloudEvents'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'sendSignals',
    summary:
      'Take signals of monitoring tools: CloudEvents 1.0, binary, structured or in batches; each once by source and id',
    bodyLimit: 4 * 1024 * 1024,
  },
  async ({ event, desk }) => {
    const answers = await desk.signals.add(await readSignals(event))
    setResponseStatus(event, 202)
    return { signals: answers }
  },
)
