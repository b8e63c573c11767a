/** Decision tables: the row that decides, the row that nearly did, rows that never can. */
export * from './table'
