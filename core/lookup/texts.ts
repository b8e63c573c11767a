/** The texts among values of any kind; none where it is no list. */
export const textsIn = (values: unknown): string[] =>
  Array.isArray(values) ? values.filter((one) => typeof one === 'string') : []

/** The numbers among values of any kind; none where it is no list. */
export const numbersIn = (values: unknown): number[] =>
  Array.isArray(values) ? values.filter((one) => typeof one === 'number') : []
