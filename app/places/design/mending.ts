import type { InjectionKey, Ref } from 'vue'
import type { Design, DesignStep } from '~~/core/design'

/** The draft that is open, for what mends it from beside a line; nothing where it is only read. */
export interface Mending {
  design: Ref<Design | undefined>
  readonly: Ref<boolean>
  changeAll: (steps: DesignStep[]) => Promise<boolean>
}

export const MENDING: InjectionKey<Mending> = Symbol('mending')
