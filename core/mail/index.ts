/** Mail that comes in: to which ticket it belongs, whether a machine wrote it, and what of it is quoted. */
export * from './thread'
export * from './automatic'
export * from './quoted'
export * from './proof'
