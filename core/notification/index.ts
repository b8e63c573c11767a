/** How people are reached: channels in their order, hours, quiet hours. */
export * from './notification'
