const KEY = 'lodge-theme'

/** The theme chosen last, else what the system asks for. */
export function restoreTheme(): void {
  const system = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
  document.documentElement.dataset.bsTheme = localStorage.getItem(KEY) ?? system
}

export function switchTheme(): void {
  const next = document.documentElement.dataset.bsTheme === 'dark' ? 'light' : 'dark'
  document.documentElement.dataset.bsTheme = next
  localStorage.setItem(KEY, next)
}
