import { defineStore } from 'pinia'
import type { ListName } from '~~/core/directory'
import type { Right } from '~~/core/rights'

export type Me = AnswerOf<'GET /api/me'>

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null)
  const asked = ref(false)
  const cache = useQueryCache()
  const rights = computed<ReadonlySet<string>>(() => new Set(me.value?.rights ?? []))
  /** Whether whoever is signed in has a right. */
  const may = (right: Right) => rights.value.has(right)
  /** Whether they change what is on a list of the directory. */
  const mayChange = (list: ListName) => may(list === 'roles' ? 'composeRoles' : 'changeDirectory')
  /** Whether they add to it. */
  const mayAdd = (list: ListName) => mayChange(list) || (list === 'people' && may('addRequesters'))

  async function load(): Promise<Me | null> {
    try {
      me.value = await api('GET /api/me')
    } catch (error) {
      if (asApiError(error).problem.status !== 401) throw error
      me.value = null
    }
    asked.value = true
    return me.value
  }

  async function signIn(mail: string, password: string, portal?: string): Promise<void> {
    await api('POST /api/sign-in', { body: { mail, password, ...(portal && { portal }) } })
    await load()
  }

  async function signOut(): Promise<void> {
    await api('POST /api/sign-out')
    me.value = null
    await forgetDays()
    // What one person was shown is nothing for the next one at this screen.
    for (const entry of cache.getEntries()) cache.remove(entry)
  }

  return { me, asked, may, mayChange, mayAdd, load, signIn, signOut }
})
