import type { Portal } from './form'

/** The portal at which somebody of an organisation asks: the first that lets them in; undefined where none does. */
export const portalOfPerson = (
  portals: readonly Portal[],
  organisation: string | undefined,
): Portal | undefined =>
  portals.find((one) => organisation !== undefined && one.organisations.includes(organisation)) ??
  portals.find((one) => one.organisations.length === 0)
