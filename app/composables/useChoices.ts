import type { NamedType } from '~~/core/intake/form'

export interface Choice {
  value: string
  label: string
}

const asked = new Map<NamedType, Promise<Choice[]>>()

/** What questions that name something may be answered with, asked once for each type. */
export function useChoices() {
  const lists = reactive<Partial<Record<NamedType, Choice[]>>>({})

  async function need(types: NamedType[]): Promise<void> {
    await Promise.all(
      [...new Set(types)].map(async (type) => {
        const promise = asked.get(type) ?? api('GET /api/choices/{type}', { path: { type } })
        if (import.meta.client) asked.set(type, promise)
        promise.catch(() => asked.delete(type))
        lists[type] = await promise
      }),
    )
  }

  return { lists, need }
}
