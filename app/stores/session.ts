import { defineStore } from 'pinia'

export interface Me {
  id: string
  name: string
  role: 'requester' | 'technician' | 'dispatcher' | 'lead' | 'administrator'
  zone: string
  teams: string[]
  portal: string | null
  staff: boolean
  demo: boolean
}

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null)
  const asked = ref(false)
  const isLead = computed(() => me.value?.role === 'lead' || me.value?.role === 'administrator')

  async function load(): Promise<Me | null> {
    try {
      me.value = await api<Me>('/api/me')
    } catch (error) {
      if (asApiError(error).problem.status !== 401) throw error
      me.value = null
    }
    asked.value = true
    return me.value
  }

  async function signIn(mail: string, password: string, portal?: string): Promise<void> {
    await api('/api/sign-in', { method: 'POST', body: { mail, password, ...(portal && { portal }) } })
    await load()
  }

  async function signOut(): Promise<void> {
    await api('/api/sign-out', { method: 'POST' })
    me.value = null
  }

  return { me, asked, isLead, load, signIn, signOut }
})
