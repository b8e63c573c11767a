/**
 * What is there, of something that need not be: where whoever asks knows that it is.
 *
 * @throws TypeError where nothing is there
 */
export function present<T>(value: T): NonNullable<T> {
  if (value === undefined || value === null) throw new TypeError('Nothing is there where something must be')
  return value
}
