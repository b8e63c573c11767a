/** The library has no types of its own: rows and columns of a least-cost assignment over a square matrix. */
declare module 'munkres-js' {
  export default function munkres(costs: number[][]): [row: number, column: number][]
}
