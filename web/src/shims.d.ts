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
