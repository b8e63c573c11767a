/**
 * So many of something, in words.
 * @param many what several are called, where that is not the one with an s
 * @example counted(1, 'change') // 1 change
 */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : many}`
