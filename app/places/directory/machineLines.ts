import Papa from 'papaparse'

/** A machine as a line of a sheet says it. */
export interface MachineLine {
  name: string
  maker?: string
  model?: string
  serial?: string
}

/** So many are made at once; more come as a file, which a worker looks at. */
export const MOST_LINES = 50

/**
 * Machines, a line each: what it is, maker, model, serial number, with tabs, semicolons or commas between them.
 * @returns as many as there are lines that say anything
 * @example machineLines('Gate scanner\tHallmark\tG4\tH-101') // one of maker Hallmark
 */
export function machineLines(text: string): MachineLine[] {
  if (!text.trim()) return []
  const delimiter = ['\t', ';', ','].find((one) => text.includes(one)) ?? '\t'
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' })
  return data.flatMap((cells) => {
    const [name, maker, model, serial] = cells.map((one) => one.trim())
    if (!name) return []
    return [{ name, ...(maker && { maker }), ...(model && { model }), ...(serial && { serial }) }]
  })
}
