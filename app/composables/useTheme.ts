import { isOneOf } from '~~/core/lookup'
const THEMES = ['day', 'night', 'system'] as const
type Theme = (typeof THEMES)[number]
const themeOf = (kept: string | null): Theme => (isOneOf(THEMES, kept) ? kept : 'system')

/** Day, night watch, or as the system says; kept in this browser. */
export function useTheme() {
  const theme = useState<Theme>('theme', () => 'system')
  if (import.meta.client) theme.value = themeOf(localStorage.getItem('yare-theme'))

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

/** Fields, and lists that go to what begins with a letter. */
const LISTENS_ITSELF =
  'input, textarea, select, [role="combobox"], [role="listbox"], [role="menu"], [role="tree"], [role="alertdialog"]'

/** Whether a key goes into a field, and so is no shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  const { target } = event
  const isField =
    target instanceof HTMLElement && (target.isContentEditable || Boolean(target.closest(LISTENS_ITSELF)))
  return event.ctrlKey || event.metaKey || event.altKey || isField
}
