/** Support agreements: their periods in whole days, and how they stand. */
export * from './period'
