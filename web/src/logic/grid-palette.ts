import type { Palette } from './grid-scene.ts'

/** The theme's colours as the canvas needs them: the same tints as everywhere else, from the page's own variables. */
export function readPalette(): Palette {
  const style = getComputedStyle(document.documentElement)
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim()
  const isDark = document.documentElement.dataset.bsTheme === 'dark'
  const levels = isDark
    ? ['#1d2622', '#26332d', '#2f4239', '#40604f', '#8fc4ad']
    : ['#fffdf8', '#ecf1ec', '#dbe7df', '#b9d1c0', '#1f4d3f']
  const strong = isDark ? '#12231d' : '#ffffff'
  return {
    sheet: of('sheet'),
    paper: of('paper'),
    ink: of('ink'),
    muted: of('ink-2'),
    line: of('line'),
    softLine: of('line-soft'),
    levels,
    onLevels: [of('ink'), of('ink'), of('ink'), of('ink'), strong],
    brass: of('brass'),
    oxblood: of('ox'),
    slate: of('slate'),
    slateSoft: of('slate-soft'),
  }
}
