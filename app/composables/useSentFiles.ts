/** Files that were sent: what they are called, and how a page sends them that is drawn on the server. */
export function useSentFiles() {
  // Kept beside their ids, so that a page that is opened again can name them.
  const names = useState<Record<string, { name: string; size: number }>>('file-names', () => ({}))

  /**
   * Sends what a browser has sent with a form.
   * @returns the ids by which an answer names them
   */
  async function send(files: readonly FormDataEntryValue[] = []): Promise<string[]> {
    const ids: string[] = []
    for (const file of files) {
      if (!(file instanceof File) || !file.size) continue
      const { id } = await api('POST /api/attachments', {
        query: { name: file.name, type: file.type || 'application/octet-stream' },
        body: await file.arrayBuffer(),
      })
      names.value[id] = { name: file.name, size: file.size }
      ids.push(id)
    }
    return ids
  }

  return { names, send }
}
