type Theme = 'day' | 'night' | 'system'

/** Day, night watch, or as the system says; kept in this browser. */
export function useTheme() {
  const theme = useState<Theme>('theme', () => 'system')
  if (import.meta.client) theme.value = (localStorage.getItem('yare-theme') as Theme | null) ?? 'system'

  function setTheme(wanted: Theme): void {
    theme.value = wanted
    if (wanted === 'system') localStorage.removeItem('yare-theme')
    else localStorage.setItem('yare-theme', wanted)
    const dark =
      wanted === 'night' || (wanted === 'system' && matchMedia('(prefers-color-scheme: dark)').matches)
    document.documentElement.classList.toggle('night', dark)
  }

  return { theme, setTheme }
}

/** Whether a key goes into a field, and so is no shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement
  return (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)
  )
}
