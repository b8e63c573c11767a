/** A pattern for `like` of what has some words in it; signs that mean something in patterns stand for themselves. */
export const likePattern = (words: string): string => `%${words.replace(/[\\%_]/g, '\\$&')}%`
