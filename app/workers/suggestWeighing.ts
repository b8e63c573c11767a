import { suggestedFrom, type PastPair, type Suggested, type Weighing } from '~~/core/similar'

export interface SuggestionRequest {
  pairs: PastPair[]
  weighing: Pick<Weighing, 'signs'>
}

addEventListener('message', ({ data }: MessageEvent<SuggestionRequest>) => {
  const answer: Suggested = suggestedFrom(data.pairs, data.weighing)
  postMessage(answer)
})
