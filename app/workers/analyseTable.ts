import { analyse, type Analysis, type DecisionTable, type Domains } from '~~/core/table'

export interface AnalysisRequest {
  question: number
  table: DecisionTable
  domains: Domains
}

export interface AnalysisAnswer {
  question: number
  analysis: Analysis
  /** Milliseconds that it took. */
  took: number
}

addEventListener('message', ({ data }: MessageEvent<AnalysisRequest>) => {
  const began = performance.now()
  const analysis = analyse(data.table, data.domains)
  const answer: AnalysisAnswer = { question: data.question, analysis, took: performance.now() - began }
  postMessage(answer)
})
