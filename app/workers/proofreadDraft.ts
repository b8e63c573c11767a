import { Directory, Proofreader, type Design, type DirectoryData, type Finding } from '~~/core/design'

export interface ProofreadingRequest {
  question: number
  /** The parts of the design that are others than in the last request; all of them in the first. */
  parts: Partial<Design>
  /** The directory, where it is another than in the last request. */
  directory?: DirectoryData
}

export interface ProofreadingAnswer {
  question: number
  findings: Finding[]
  /** Milliseconds that it took. */
  took: number
}

const proofreader = new Proofreader()
let design: Partial<Design> = {}
let directory: Directory | undefined

addEventListener('message', ({ data: text }: MessageEvent<string>) => {
  const began = performance.now()
  const data = JSON.parse(text) as ProofreadingRequest
  design = { ...design, ...data.parts }
  if (data.directory) directory = new Directory(data.directory)
  const findings = proofreader.read(design as Design, directory!, 'allButPeople')
  const answer: ProofreadingAnswer = {
    question: data.question,
    findings,
    took: performance.now() - began,
  }
  postMessage(answer)
})
