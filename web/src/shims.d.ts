declare module 'plotly.js-basic-dist-min' {
  /** The part of Plotly used here. */
  export interface Plotly {
    react(picture: HTMLElement, traces: object[], layout: object, config: object): Promise<unknown>
    purge(picture: HTMLElement): void
  }
  const plotly: Plotly
  export default plotly
}

declare module '*.vue' {
  import type { DefineComponent } from 'vue'
  const component: DefineComponent<object, object, unknown>
  export default component
}

declare module '*.json' {
  const messages: Record<string, never>
  export default messages
}

declare module '*.css'
declare module '*.scss'
