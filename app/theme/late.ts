import { definePreset } from '@primeuix/themes'

/**
 * How parts look that are fetched when they are needed: each comes with the part of the kit that stands on it
 * (`parts/`), and not with every page. The theme in the browser has this very object.
 */
export const late: Record<string, object> = {}

/** Says how a part looks: as the library has it, and what is ours. */
export function dress(name: string, given: object, ours: object = {}): void {
  late[name] = definePreset({ ...given }, { ...ours })
}
